package agogic.desk.refine;

import agogic.core.edit.points.Patterns;
import agogic.core.edit.points.ShapeWords;
import agogic.core.envelope.Envelope;
import agogic.core.pattern.Pattern;
import agogic.core.pattern.Rate;
import agogic.core.session.Session;
import agogic.desk.model.SeenLayer;
import agogic.desk.parts.FormDialog;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.function.UnaryOperator;
import javafx.application.Platform;
import javafx.scene.control.ComboBox;
import javafx.scene.control.DialogEvent;
import javafx.scene.control.TextField;
import javafx.stage.Window;

/** A pattern as numbers: made, changed wherever it is placed, placed; what comes of it is drawn behind while one types. */
final class PatternForm extends FormDialog<PatternForm.Made> {
    private static final String NEW = "a new one";
    /** What is done, and in words. */
    record Made(String words, UnaryOperator<Session> change) {}

    private final Shown shown;
    private final Session session;
    private final ComboBox<String> which;
    private final TextField name;
    private final ComboBox<String> form;
    private final TextField rate;
    private final TextField low;
    private final TextField high;
    private final TextField phase;
    private final TextField swing;
    private final TextField rotation;
    private final TextField duty;
    private final TextField steps;
    private final TextField range;
    private boolean filling;

    private PatternForm(Shown shown, Window owner) {
        super("Patterns", "A cycle of steps or a wave; what is changed here changes wherever it is placed", owner);
        this.shown = shown;
        session = shown.editing().session();
        List<String> names =
                new ArrayList<>(session.patterns().stream().map(Pattern::name).toList());
        names.add(NEW);
        String first = shown.seen().layer().placed().stream()
                .map(p -> p.pattern())
                .findFirst()
                .orElse(names.get(0));
        which = choice("pattern-which", "Pattern", names, first, "");
        name = row("pattern-name", "Name", "", "");
        form = choice(
                "pattern-form",
                "Form",
                Arrays.stream(Pattern.Form.values()).map(Pattern.Form::spoken).toList(),
                Pattern.Form.SINE.spoken(),
                "");
        rate = row("pattern-rate", "One cycle", "", "bars or beats, or as often as Hz say");
        low = row("pattern-from", "From", "", "% of the travel");
        high = row("pattern-to", "To", "", "% of the travel");
        phase = row("pattern-phase", "Begins at", "", "% of the cycle");
        swing = row("pattern-swing", "Swing", "", "%; 50 is even, 67 a triplet");
        rotation = row("pattern-rotation", "Each lane later", "", "% of the cycle; 25 on two axes is a circle");
        duty = row("pattern-duty", "A pulse is high", "", "% of the cycle");
        steps = row("pattern-steps", "Drawn to steps", "", "0 for none");
        range = row("pattern-range", "Placed over", "", "17 25, in Shadow, loop; empty: where it is");
        done("pattern", "Do it");
        which.valueProperty().addListener((o, a, b) -> fill());
        for (TextField one : List.of(name, rate, low, high, phase, swing, rotation, duty, steps, range)) {
            one.textProperty().addListener((o, a, b) -> preview());
        }
        form.valueProperty().addListener((o, a, b) -> preview());
        // Beside the picture, in which one sees what comes of it.
        addEventHandler(
                DialogEvent.DIALOG_SHOWN,
                e -> Platform.runLater(() -> setX(owner.getX() + owner.getWidth() - getWidth() - 8)));
        fill();
    }

    /** Asks, and does it. */
    static void ask(Shown shown, Window owner) {
        PatternForm asks = new PatternForm(shown, owner);
        asks.showAndWait().ifPresent(made -> {
            if (shown.editing().edit(made.words(), made.change())) {
                shown.editing().did("Pattern", made.words() + ".");
            }
        });
        shown.preview(null);
        shown.choosing();
    }

    private static String percent(double part) {
        String text = String.format(Locale.ROOT, "%.2f", 100 * part);
        return text.replaceAll("\\.?0+$", "");
    }

    private void fill() {
        filling = true;
        Pattern one = Patterns.find(session, which.getValue())
                .orElse(Pattern.wave(
                        Patterns.freshName(session, "Wave"),
                        Pattern.Form.SINE,
                        new Rate(1, Rate.Per.BARS),
                        0.25,
                        0.75));
        name.setText(one.name());
        form.setValue(one.form().spoken());
        rate.setText(one.rate().spoken());
        low.setText(percent(one.centre() - one.depth()));
        high.setText(percent(one.centre() + one.depth()));
        phase.setText(percent(one.phase()));
        swing.setText(percent(one.swing()));
        rotation.setText(percent(one.rotation()));
        duty.setText(percent(one.duty()));
        steps.setText(Integer.toString(one.steps()));
        filling = false;
        preview();
    }

    private static double number(TextField field, String what) {
        try {
            return Double.parseDouble(
                    field.getText().replace("%", "").replace(',', '.').strip());
        } catch (NumberFormatException e) {
            throw new IllegalArgumentException(
                    "“" + field.getText() + "” is no number. Expected " + what + ", such as 25.");
        }
    }

    private Pattern pattern() {
        Rate cycle = Rate.parse(rate.getText());
        double first = number(low, "where it begins to swing") / 100;
        double last = number(high, "up to where it swings") / 100;
        Pattern.Form kind = Arrays.stream(Pattern.Form.values())
                .filter(f -> f.spoken().equals(form.getValue()))
                .findFirst()
                .orElseThrow();
        Envelope own = Patterns.find(session, which.getValue())
                .map(Pattern::own)
                .filter(e -> !e.isEmpty())
                .orElse(drawn());
        return new Pattern(
                name.getText().strip(),
                kind,
                cycle,
                (last - first) / 2,
                (first + last) / 2,
                number(phase, "a part of the cycle") / 100,
                number(swing, "where the middle comes") / 100,
                number(rotation, "a part of the cycle") / 100,
                number(duty, "a part of the cycle") / 100,
                (int) number(steps, "a number of steps"),
                own);
    }

    /** A cycle to begin with where none has been drawn: four even steps up. */
    private static Envelope drawn() {
        return Pattern.steps("S", new Rate(1, Rate.Per.BARS), List.of(0.0, 1 / 3.0, 2 / 3.0, 1.0))
                .own();
    }

    @Override
    protected Made made() {
        Pattern pattern = pattern();
        String old = which.getValue();
        boolean renamed = !old.equals(NEW) && !old.equals(pattern.name());
        String over = range.getText().strip();
        UnaryOperator<Session> change = s -> {
            Session named = renamed ? Patterns.rename(s, old, pattern.name()) : s;
            Session kept = Patterns.keep(named, pattern);
            return over.isEmpty()
                    ? kept
                    : ShapeWords.apply(kept, shown.lanes(), shown.layer(), "pattern " + pattern.name() + " " + over);
        };
        // What cannot be done is said while the form is open.
        Session after = change.apply(session);
        int places = Patterns.places(after, pattern.name());
        String where = places == 0 ? "placed nowhere yet" : places == 1 ? "in one place" : "in " + places + " places";
        return new Made(pattern.name() + ": " + pattern.spoken() + ", " + where, change);
    }

    private void preview() {
        if (filling) {
            return;
        }
        shown.preview(null);
        try {
            Session after = made().change().apply(session);
            shown.preview(new SeenLayer(after, shown.target(), shown.layer()));
        } catch (IllegalArgumentException e) {
            // It is said when it is to be done.
            shown.preview(null);
        }
        shown.choosing();
    }
}
