package agogic.desk.model;

import agogic.core.assign.Assigning;
import agogic.core.edit.pass.PassWriter;
import agogic.core.macro.Macro;
import agogic.core.play.LooseRide;
import agogic.core.record.Pass;
import agogic.core.route.Hand;
import agogic.core.route.Route;
import agogic.core.route.Span;
import agogic.core.route.Target;
import agogic.core.route.WriteMode;
import agogic.core.session.Session;
import agogic.core.session.TargetName;
import agogic.desk.live.LiveDesk;
import agogic.desk.settings.Choices;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/** What hands did in the last ten minutes and nothing wrote: it can be written afterwards, as if it had been armed. */
public final class Afterwards {
    private static final double MINUTE_NANOS = 60e9;

    private final Editing editing;
    private final Notices notices;
    private final Selection selection;
    private final Frames frames;
    private final LiveDesk live;
    private final List<LooseRide> rides;
    /** What was selected: there goes what nothing is connected to. */
    private final Optional<Target> selected;

    private Afterwards(
            Editing editing,
            Notices notices,
            Selection selection,
            Frames frames,
            LiveDesk live,
            List<LooseRide> rides) {
        this.editing = editing;
        this.notices = notices;
        this.selection = selection;
        this.frames = frames;
        this.live = live;
        selected = selected(editing, selection);
        this.rides = rides;
    }

    /** What is remembered now. */
    public static Afterwards of(Editing editing, Notices notices, Selection selection, Frames frames, LiveDesk live) {
        return new Afterwards(
                editing,
                notices,
                selection,
                frames,
                live,
                LooseRide.in(
                        editing.session(),
                        live.engine().remembered(live.nanos()),
                        frames.state().position()));
    }

    /** Writes what this hand did last. */
    static void newest(Editing editing, Notices notices, Selection selection, Frames frames, LiveDesk live, Hand hand) {
        Afterwards now = of(editing, notices, selection, frames, live);
        List<LooseRide> last =
                now.rides.stream().filter(r -> same(r.hand(), hand)).limit(1).toList();
        if (last.isEmpty()) {
            notices.refuse("What " + editing.session().controlName(hand)
                    + " did is written already, or is longer ago than ten minutes.");
        } else if (!now.can(last.get(0))) {
            notices.refuse("Nothing is connected to "
                    + editing.session().controlName(hand)
                    + ". Select the parameter that is to have its moves, then press Ctrl+R.");
        } else {
            now.take(last);
        }
    }

    /** The rides that can be taken, the newest first. */
    public List<LooseRide> rides() {
        return rides;
    }

    /** {@code Fader 3 of North Eight}. */
    public String what(LooseRide ride) {
        return what(editing.session(), ride);
    }

    private static String what(Session session, LooseRide ride) {
        return session.wholeControlName(ride.hand());
    }

    /** Where it would be written, and when it was done; why not, if it cannot be. */
    public String where(LooseRide ride) {
        long ago = Math.round((live.nanos() - ride.last()) / MINUTE_NANOS);
        String when = ago < 1 ? "just now" : ago == 1 ? "a minute ago" : ago + " minutes ago";
        Optional<Route> route = route(editing.session(), ride);
        if (route.isEmpty()) {
            return "nothing is connected to it, and no parameter is selected";
        }
        double from = ride.played() ? ride.from() : Math.max(0, frames.state().position());
        int first = editing.timeline().metre().barAt(editing.timeline().beatAt(from) + 1e-6);
        int last = editing.timeline().metre().barAt(editing.timeline().beatAt(ride.to()) - 1e-6);
        String place = !ride.played()
                ? "at the playhead, bar " + first
                : last > first ? "bars " + first + "–" + last : "bar " + first;
        return "→ " + TargetName.of(editing.session(), route.get().target()) + ", " + place + ", " + when;
    }

    /** True if it has somewhere to go. */
    public boolean can(LooseRide ride) {
        return route(editing.session(), ride).isPresent();
    }

    /** The route it goes through: its own, else a new one to the selected parameter. */
    private Optional<Route> route(Session session, LooseRide ride) {
        Optional<Route> own = session.routes().stream()
                .filter(r -> r.hand().filter(h -> same(h, ride.hand())).isPresent())
                .findFirst();
        return own.isPresent() ? own : selected.map(target -> connected(session, ride, target));
    }

    private static boolean same(Hand one, Hand other) {
        return one.surface().equals(other.surface()) && one.control().equals(other.control());
    }

    private static Route connected(Session session, LooseRide ride, Target target) {
        return session.routes().stream()
                .filter(r -> r.target().equals(target) && r.hand().isEmpty())
                .findFirst()
                .map(r -> r.by(Optional.of(ride.hand())))
                .orElseGet(() -> Route.of(Assigning.freshId(session, target), ride.hand(), Span.FULL, target));
    }

    private static Optional<Target> selected(Editing editing, Selection selection) {
        Target shown = selection.shownProperty().get();
        boolean catalog = selection.viewProperty().get() == View.CATALOG;
        Optional<Target> target = catalog && shown != null
                ? Optional.of(shown)
                : selection.selectedRoute().map(Route::target);
        return target.filter(t -> editing.session().has(t) && !t.device().equals(Macro.DEVICE));
    }

    /** Writes these, as one step. */
    public void take(List<LooseRide> chosen) {
        if (chosen.isEmpty()) {
            notices.refuse("Nothing was chosen, so nothing is written.");
            return;
        }
        double playhead = Math.max(0, frames.state().position());
        Session before = editing.session();
        // All of ten minutes may go through the live path once more: beside the window.
        Beside.run(
                "agogic-afterwards",
                () -> written(before, chosen, playhead),
                written -> done(before, chosen.size(), written),
                notices::refuse);
    }

    /** What came of taking rides: the last target that was written, null if none was, and what could not be. */
    private record Written(Session session, Target last, List<String> told) {}

    private Written written(Session before, List<LooseRide> chosen, double playhead) {
        Session after = before;
        List<String> told = new ArrayList<>();
        Target last = null;
        for (LooseRide ride : chosen) {
            Route route = route(after, ride).orElse(null);
            if (route == null) {
                continue;
            }
            Session with = after.with(route.in(WriteMode.READ));
            List<Pass> passes = ride.taken(with, route, playhead).stream()
                    .filter(Pass::wrote)
                    .toList();
            if (passes.isEmpty()) {
                told.add(what(before, ride) + " does not reach "
                        + before.parameter(route.target()).name()
                        + ": move it once more, and the trace says where its wire stops.");
                continue;
            }
            after = PassWriter.write(
                    Choices.firstRide(ride.played() ? live.latency() : 0).of(with, passes), passes);
            last = route.target();
        }
        return new Written(after, last, told);
    }

    private void done(Session before, int chosen, Written written) {
        String told = String.join(" ", written.told());
        if (written.last() == null) {
            notices.refuse(told);
            return;
        }
        if (editing.session() != before) {
            notices.refuse("The piece was changed meanwhile, so it stays as it is. Press Ctrl+R again.");
            return;
        }
        if (!editing.edit(chosen == 1 ? "Take afterwards" : "Take " + chosen + " afterwards", s -> written.session())) {
            return;
        }
        Target target = written.last();
        int points = editing.session().lane(target).points();
        notices.say(new Notice(
                Notice.Kind.GOOD,
                "Taken",
                TargetName.of(editing.session(), target) + " has what the hand did: " + points
                        + " points in its lane now." + (told.isEmpty() ? "" : " " + told),
                List.of(
                        new Notice.Act("Refine", () -> selection.openLane(target)),
                        new Notice.Act("Undo", editing::undo))));
    }
}
