package agogic.desk.refine;

import agogic.core.route.Route;
import agogic.core.route.Target;
import agogic.core.session.Loop;
import agogic.core.session.Session;
import agogic.core.session.TargetName;
import agogic.core.shape.Copying;
import agogic.core.time.Timeline;
import agogic.desk.model.Desk;
import agogic.desk.model.Notice;
import agogic.desk.parts.FormDialog;
import java.util.List;
import javafx.scene.control.ComboBox;
import javafx.scene.control.TextField;
import javafx.stage.Window;

/** Asks what of a lane goes where: a range, to another lane or its own, as fast or slower, once or up to a bar. */
final class CopyForm extends FormDialog<Copying.Order> {
    private static final List<String> SOURCES = List.of("stays", "is level there", "goes");
    private static final List<String> WAYS = List.of("place of the travel", "value in the unit");

    private final Session session;
    private final Target source;
    private final List<Target> targets;
    private final ComboBox<String> to;
    private final TextField from;
    private final TextField until;
    private final TextField at;
    private final TextField fill;
    private final TextField speed;
    private final ComboBox<String> by;
    private final ComboBox<String> becomes;

    private CopyForm(Session session, Target source, double here, Window owner) {
        super("Copy a range", "What " + TargetName.of(session, source) + " has in a range, elsewhere too", owner);
        this.session = session;
        this.source = source;
        targets = session.routes().stream().map(Route::target).distinct().toList();
        List<String> names =
                targets.stream().map(t -> TargetName.of(session, t)).toList();
        Loop loop = session.loop();
        Timeline timeline = session.timeline();
        from = row("copy-from", "From", timeline.printBars(loop.from()), "the loop's beginning");
        until = row("copy-until", "Until", timeline.printBars(loop.to()), "the loop's end");
        to = choice("copy-to", "To", names, TargetName.of(session, source), "");
        at = row("copy-at", "At", timeline.printBars(here), "the playhead");
        fill = row("copy-fill", "Repeat up to", "", "empty for once");
        speed = row("copy-speed", "Speed", "100", "%; 50 is twice as long");
        by = choice("copy-by", "By", WAYS, WAYS.get(0), "");
        becomes = choice("copy-source", "The source", SOURCES, SOURCES.get(0), "");
        done("copy", "Copy it");
    }

    /** Asks, and copies. */
    static void ask(Desk desk, Target source, Window owner) {
        if (source == null) {
            desk.refuse("Show a lane first: what it has in a range can be copied.");
            return;
        }
        double here = Math.max(0, desk.riding().positionBeat());
        new CopyForm(desk.session(), source, here, owner).showAndWait().ifPresent(order -> {
            Copying.Outcome outcome = Copying.copy(desk.session(), order);
            String told = Copying.told(desk.session(), order, outcome);
            desk.edit("Copy a range", s -> Copying.copy(s, order).session());
            desk.say(new Notice(
                    Notice.Kind.GOOD, "Copied", told, List.of(new Notice.Act("Undo", desk.editing()::undo))));
        });
    }

    private double position(TextField field) {
        return session.timeline().position(field.getText());
    }

    @Override
    protected Copying.Order made() {
        double times;
        try {
            times = Double.parseDouble(
                            speed.getText().replace("%", "").replace(',', '.').strip())
                    / 100;
        } catch (NumberFormatException e) {
            throw new IllegalArgumentException("“" + speed.getText() + "” is no speed. Expected percent, such as 50.");
        }
        Copying.Order order = new Copying.Order(
                source,
                targets.get(to.getItems().indexOf(to.getValue())),
                position(from),
                position(until),
                position(at),
                fill.getText().isBlank() ? 0 : position(fill),
                times,
                Copying.By.values()[WAYS.indexOf(by.getValue())],
                Copying.Source.values()[SOURCES.indexOf(becomes.getValue())]);
        // What cannot be done is said while the form is open.
        return Copying.copy(session, order).points() >= 0 ? order : null;
    }
}
