package agogic.desk.surfaces;

import agogic.core.learn.HeardControl;
import agogic.core.learn.Learning;
import agogic.core.learn.Recognised;
import agogic.core.route.Hand;
import agogic.core.route.Target;
import agogic.core.session.Session;
import agogic.core.session.TargetName;
import agogic.core.surface.Control;
import agogic.desk.model.Learner;
import agogic.desk.parts.Parts;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.stream.IntStream;
import javafx.geometry.Pos;
import javafx.scene.control.ComboBox;
import javafx.scene.control.Label;
import javafx.scene.layout.HBox;
import javafx.scene.layout.VBox;

/** What is heard while a control is learnt, what it is taken for, and what was taken so far. */
public final class LearnPanel extends VBox {
    private static final int LINES = 18;

    private final Label title = new Label();
    private final Label message = new Label();
    private final ComboBox<Recognised> reading = new ComboBox<>();
    private final VBox steps = new VBox(3);
    private List<String> stepsShown = List.of();
    private List<String> readings = List.of();
    private boolean filling;

    LearnPanel(Learner learner) {
        super(8);
        getStyleClass().add("panel");
        title.getStyleClass().add("title");
        title.setId("learn-title");
        message.getStyleClass().add("quiet");
        message.setId("learn-message");
        message.setWrapText(true);
        reading.setId("reading");
        reading.setAccessibleText("What the control was heard as; choose another if it is not that");
        reading.setConverter(Parts.words(Recognised::what));
        reading.setPrefWidth(300);
        reading.setOnAction(e -> {
            if (!filling && reading.getValue() != null) {
                learner.overrule(reading.getValue());
            }
        });
        HBox line = new HBox(8, Parts.quiet("Heard as"), reading);
        line.setAlignment(Pos.CENTER_LEFT);
        getChildren().addAll(title, message, line, steps);
    }

    /** With every frame of the window. */
    void frame(Learning learning) {
        Optional<HeardControl> heard = learning.heard();
        title.setText(heard.map(h -> h.control().name() + (h.known().isPresent() ? "" : ", new"))
                .orElseGet(() -> asked(learning)));
        message.setText(heard.map(HeardControl::words)
                .orElse("What it sends is shown here before it is taken. Esc leaves all as it was."));
        steps(learning);
        readings(learning.readings());
    }

    private static String asked(Learning learning) {
        return learning.anew()
                .map(hand -> "Move " + learning.before().control(hand).name())
                .orElse(learning.walking() ? "Move each control once" : "Move a control");
    }

    private void steps(Learning learning) {
        List<String> now = lines(learning);
        if (now.equals(stepsShown)) {
            return;
        }
        stepsShown = now;
        steps.getChildren().clear();
        int from = Math.max(0, Math.min(now.size() - LINES, learning.steps().size() - LINES / 2));
        for (String words : now.subList(from, Math.min(now.size(), from + LINES))) {
            Label line = new Label(words);
            line.getStyleClass().add(words.startsWith("▸") ? "hand-text" : words.startsWith(" ") ? "quiet" : "label");
            steps.getChildren().add(line);
        }
    }

    /** One line for each target, or for each control that a walk found. */
    public static List<String> lines(Learning learning) {
        Session draft = learning.draft();
        List<String> lines = new ArrayList<>();
        for (int i = 0; i < learning.targets().size(); i++) {
            Target target = learning.targets().get(i);
            String name = TargetName.of(draft, target);
            if (i < learning.steps().size()) {
                Optional<Hand> by = learning.steps().get(i).hand();
                lines.add((by.isPresent() ? "✓  " : "–  ")
                        + name
                        + by.map(h -> " ← " + draft.control(h).name()).orElse(", skipped"));
            } else {
                lines.add((i == learning.steps().size() ? "▸  " : "    ") + name);
            }
        }
        if (learning.walking()) {
            for (Learning.Step step : learning.steps()) {
                Control control = draft.control(step.hand().orElseThrow());
                lines.add("✓  " + control.name() + ", " + control.address().spoken());
            }
        }
        return lines;
    }

    private void readings(List<Recognised> now) {
        List<String> words = now.stream().map(Recognised::what).toList();
        if (!words.equals(readings) || reading.getValue() == null && !now.isEmpty()) {
            readings = words;
            filling = true;
            reading.getItems().setAll(now);
            reading.setValue(now.isEmpty() ? null : now.get(0));
            filling = false;
        } else {
            IntStream.range(0, now.size())
                    .filter(i -> !reading.getItems().get(i).equals(now.get(i)))
                    .forEach(i -> replace(i, now.get(i)));
        }
        reading.setDisable(now.isEmpty());
    }

    /** The same reading after more moves: it is kept chosen. */
    private void replace(int place, Recognised fresh) {
        filling = true;
        boolean chosen = reading.getSelectionModel().getSelectedIndex() == place;
        reading.getItems().set(place, fresh);
        if (chosen) {
            reading.setValue(fresh);
        }
        filling = false;
    }
}
