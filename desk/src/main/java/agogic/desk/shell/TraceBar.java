package agogic.desk.shell;

import agogic.desk.model.Notice;
import agogic.desk.model.Notices;
import agogic.desk.model.Offers;
import agogic.desk.model.Passes;
import agogic.desk.parts.Tip;
import java.util.List;
import javafx.geometry.Pos;
import javafx.scene.AccessibleAttribute;
import javafx.scene.AccessibleRole;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.control.OverrunStyle;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;

/** At the foot of the window: what happened to the last move and why, and the act that mends it. */
public final class TraceBar extends HBox {
    private static final List<String> KEYS = List.of("A", "Shift+A", "Alt+A");

    /** So high are two lines of its text. */
    private static final double LINES = 36;

    private final Notices notices;
    private final Passes passes;
    private final Offers offers;
    private final Label head = new Label();
    private final Label sentence = new Label();
    private final HBox acts = new HBox(8);
    private final HBox rehearsed = new HBox(8);
    private final Button kept = new Button();

    TraceBar(Notices notices, Passes passes, Offers offers) {
        this.notices = notices;
        this.passes = passes;
        this.offers = offers;
        getStyleClass().add("trace");
        head.getStyleClass().add("head");
        head.setId("trace-head");
        head.setMinWidth(Region.USE_PREF_SIZE);
        sentence.setId("trace-sentence");
        sentence.setTextOverrun(OverrunStyle.ELLIPSIS);
        sentence.setMaxWidth(Double.MAX_VALUE);
        // Two lines: what is longer is in the tip.
        sentence.setWrapText(true);
        sentence.setMaxHeight(LINES);
        sentence.setMinHeight(0);
        HBox.setHgrow(sentence, Priority.ALWAYS);
        acts.setMinWidth(Region.USE_PREF_SIZE);
        acts.setAlignment(Pos.CENTER_RIGHT);
        setAccessibleRole(AccessibleRole.TEXT);
        rehearsed.setMinWidth(Region.USE_PREF_SIZE);
        rehearsed.setAlignment(Pos.CENTER_RIGHT);
        getChildren().addAll(head, sentence, acts, rehearsed, kept);
        passes.rehearsalProperty().addListener((o, a, b) -> showRehearsed());
        showRehearsed();
        kept.setId("trace-kept");
        kept.getStyleClass().addAll("pill", "act");
        kept.setMinWidth(Region.USE_PREF_SIZE);
        kept.setOnAction(e -> offers.tell());
        offers.countProperty().addListener((o, a, b) -> showKept());
        showKept();
        notices.lastProperty().addListener((o, a, b) -> show(b));
        show(notices.lastProperty().get());
    }

    /** A rehearsal waits here, whatever else is said, until it is written or dropped. */
    private void showRehearsed() {
        rehearsed.getChildren().clear();
        passes.rehearsed().ifPresent(name -> {
            Button write = new Button("Write rehearsal");
            write.getStyleClass().addAll("pill", "act");
            write.setId("rehearsal-write");
            Tip.on(write, "Writes what was rehearsed on " + name + " (Alt+R)");
            write.setOnAction(e -> passes.writeRehearsal());
            Button drop = new Button("Drop");
            drop.getStyleClass().addAll("pill");
            drop.setId("rehearsal-drop");
            drop.setAccessibleText("Drop the rehearsal of " + name);
            Tip.on(drop, "Discards what was rehearsed on " + name);
            drop.setOnAction(e -> passes.dropRehearsal());
            rehearsed.getChildren().addAll(write, drop);
        });
        rehearsed.setManaged(!rehearsed.getChildren().isEmpty());
    }

    /** What was asked waits here as well. */
    private void showKept() {
        int count = offers.countProperty().get();
        kept.setText(count > 1 ? "To answer: " + count : "To answer");
        kept.setAccessibleText(count > 1 ? count + " questions wait for an answer" : "A question waits for an answer");
        Tip.on(kept, "What was asked and not answered yet: it is said again (Alt+K)");
        kept.setVisible(count > 0);
        kept.setManaged(count > 0);
    }

    private void show(Notice notice) {
        head.setText(notice.head());
        head.getStyleClass().removeAll("good", "stop", "wait");
        switch (notice.kind()) {
            case GOOD -> head.getStyleClass().add("good");
            case STOP -> head.getStyleClass().add("stop");
            case WAIT -> head.getStyleClass().add("wait");
            default -> {}
        }
        sentence.setText(notice.sentence());
        Tip.on(sentence, notice.sentence());
        setAccessibleText(spoken(notice));
        notifyAccessibleAttributeChanged(AccessibleAttribute.TEXT);
        acts.getChildren().clear();
        int number = 0;
        for (Notice.Act act : notice.acts()) {
            Button button = new Button(act.title());
            button.getStyleClass().addAll("pill", "act");
            button.setId("act-" + number++);
            Tip.on(button, number <= KEYS.size() ? act.title() + " (" + KEYS.get(number - 1) + ")" : "");
            button.setOnAction(e -> act.run().run());
            acts.getChildren().add(button);
        }
    }

    /** What a screen reader says: the word, the sentence, and the answers with their keys. */
    public static String spoken(Notice notice) {
        StringBuilder text = new StringBuilder(notice.head() + ": " + notice.sentence());
        for (int i = 0; i < notice.acts().size() && i < KEYS.size(); i++) {
            text.append(i == 0 ? " Answers: " : ", ")
                    .append(KEYS.get(i))
                    .append(", ")
                    .append(notice.acts().get(i).title());
        }
        return text.toString();
    }

    /** Does the act of this number among those that are offered, 0 for the first. */
    void act(int number) {
        List<Notice.Act> all = notices.lastProperty().get().acts();
        if (number >= all.size()) {
            notices.say(Notice.plain("Nothing to do", "The trace bar offers no such act just now."));
        } else {
            all.get(number).run().run();
        }
    }
}
