package agogic.desk.refine;

import agogic.core.edit.points.Copying;
import agogic.core.route.Route;
import agogic.core.route.Target;
import agogic.core.session.Loop;
import agogic.core.session.Positions;
import agogic.core.session.Session;
import agogic.core.session.TargetName;
import agogic.core.time.Timeline;
import agogic.desk.model.Editing;
import agogic.desk.model.Notices;
import agogic.desk.model.Riding;
import agogic.desk.parts.FormDialog;
import java.util.ArrayList;
import java.util.List;
import java.util.stream.Stream;
import javafx.scene.control.ComboBox;
import javafx.scene.control.TextField;
import javafx.stage.Window;

/**
 * Asks what of lanes goes where: a range, to other lanes or their own, as fast or slower, once or up to a bar. Several lanes of
 * one device go to those of the same names of another.
 */
final class CopyForm extends FormDialog<List<Copying.Order>> {
    private static final List<String> SOURCES = List.of("stays", "is level there", "goes");
    private static final List<String> WAYS = List.of("place of the travel", "value in the unit");

    private final Session session;
    private final List<Target> sources;
    /** For each answer of where to, a target for each source. */
    private final List<List<Target>> targets = new ArrayList<>();

    private final ComboBox<String> to;
    private final TextField from;
    private final TextField until;
    private final TextField at;
    private final TextField fill;
    private final TextField speed;
    private final ComboBox<String> by;
    private final ComboBox<String> becomes;

    private CopyForm(Session session, List<Target> sources, double here, Window owner) {
        super("Copy a range", "What " + named(session, sources) + " in a range, elsewhere too", owner);
        this.session = session;
        this.sources = sources;
        List<String> names = new ArrayList<>();
        if (sources.size() == 1) {
            Stream.concat(sources.stream(), session.routes().stream().map(Route::target))
                    .distinct()
                    .forEach(t -> {
                        targets.add(List.of(t));
                        names.add(TargetName.of(session, t));
                    });
        } else {
            targets.add(sources);
            names.add("the same lanes");
            session.devices().forEach(d -> {
                if (sources.stream().allMatch(s -> d.placeOf(s.parameter()) >= 0)
                        && sources.stream().noneMatch(s -> s.device().equals(d.id()))) {
                    targets.add(sources.stream()
                            .map(s -> new Target(d.id(), s.parameter()))
                            .toList());
                    names.add(d.name());
                }
            });
        }
        Loop loop = session.loop();
        Timeline timeline = session.timeline();
        from = row("copy-from", "From", timeline.printBars(loop.from()), "the loop's beginning");
        until = row("copy-until", "Until", timeline.printBars(loop.to()), "the loop's end");
        to = choice("copy-to", "To", names, names.get(0), "");
        at = row("copy-at", "At", timeline.printBars(here), "the playhead");
        fill = row("copy-fill", "Repeat up to", "", "empty for once");
        speed = row("copy-speed", "Speed", "100", "%; 50 is twice as long");
        by = choice("copy-by", "By", WAYS, WAYS.get(0), "");
        becomes = choice("copy-source", "The source", SOURCES, SOURCES.get(0), "");
        done("copy", "Copy it");
    }

    private static String named(Session session, List<Target> sources) {
        return sources.size() == 1
                ? TargetName.of(session, sources.get(0)) + " has"
                : "these " + sources.size() + " lanes have";
    }

    /** Copies in order; the outcome of the last, with the session after all. */
    private static Session copied(Session session, List<Copying.Order> orders, List<String> told) {
        Session after = session;
        for (Copying.Order order : orders) {
            Copying.Outcome outcome = Copying.copy(after, order);
            told.add(Copying.told(after, order, outcome));
            after = outcome.session();
        }
        return after;
    }

    /** Asks, and copies. */
    static void ask(Editing editing, Notices notices, Riding riding, List<Target> sources, Window owner) {
        if (sources.contains(null)) {
            notices.refuse("Show a lane first: what it has in a range can be copied.");
            return;
        }
        double here = Math.max(0, riding.positionBeat());
        new CopyForm(editing.session(), sources, here, owner).showAndWait().ifPresent(orders -> {
            List<String> told = new ArrayList<>();
            if (editing.edit("Copy a range", s -> copied(s, orders, told))) {
                editing.did("Copied", String.join(" ", told));
            }
        });
    }

    private double position(TextField field) {
        return Positions.in(session, field.getText());
    }

    @Override
    protected List<Copying.Order> made() {
        double times;
        try {
            times = Double.parseDouble(
                            speed.getText().replace("%", "").replace(',', '.').strip())
                    / 100;
        } catch (NumberFormatException e) {
            throw new IllegalArgumentException("“" + speed.getText() + "” is no speed. Expected percent, such as 50.");
        }
        List<Target> there = targets.get(to.getItems().indexOf(to.getValue()));
        List<Copying.Order> orders = new ArrayList<>();
        for (int i = 0; i < sources.size(); i++) {
            orders.add(new Copying.Order(
                    sources.get(i),
                    there.get(i),
                    position(from),
                    position(until),
                    position(at),
                    fill.getText().isBlank() ? 0 : position(fill),
                    times,
                    Copying.By.values()[WAYS.indexOf(by.getValue())],
                    Copying.Source.values()[SOURCES.indexOf(becomes.getValue())]));
        }
        // What cannot be done is said while the form is open.
        copied(session, orders, new ArrayList<>());
        return orders;
    }
}
