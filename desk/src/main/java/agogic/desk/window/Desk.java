package agogic.desk.window;

import agogic.core.assign.Assigning;
import agogic.core.device.Device;
import agogic.core.expose.WhyNot;
import agogic.core.lane.Lane;
import agogic.core.lane.Stretch;
import agogic.core.macro.Macro;
import agogic.core.parameter.Parameter;
import agogic.core.play.Engine;
import agogic.core.play.LiveState;
import agogic.core.ride.Ride;
import agogic.core.route.Hand;
import agogic.core.route.Route;
import agogic.core.route.Span;
import agogic.core.route.Target;
import agogic.core.route.WriteMode;
import agogic.core.session.History;
import agogic.core.session.Loop;
import agogic.core.session.Session;
import agogic.core.time.Timeline;
import agogic.core.trace.Trace;
import agogic.core.trace.Verdict;
import agogic.core.write.Pass;
import agogic.core.write.PassWriter;
import agogic.desk.live.LiveDesk;
import agogic.formats.file.Told;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.EnumMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.locks.LockSupport;
import java.util.function.UnaryOperator;
import javafx.beans.property.BooleanProperty;
import javafx.beans.property.ObjectProperty;
import javafx.beans.property.ReadOnlyObjectProperty;
import javafx.beans.property.ReadOnlyObjectWrapper;
import javafx.beans.property.SimpleBooleanProperty;
import javafx.beans.property.SimpleObjectProperty;
import javafx.collections.FXCollections;
import javafx.collections.ObservableList;

/**
 * What the views look at and act on: the session with its history, what is selected and shown, the engine that plays it.
 * Used by the window's thread.
 */
final class Desk {
    /** The views there are. */
    enum View {
        ROUTES("Routes", 1),
        CATALOG("Catalog", 2),
        SURFACES("Surfaces", 3),
        REFINE("Refine", 4);

        private final String title;
        private final int number;

        View(String title, int number) {
            this.title = title;
            this.number = number;
        }

        /** Its place in the order of the work, and its key. */
        int number() {
            return number;
        }

        String title() {
            return title;
        }
    }

    private static final int COUNT_IN_BARS = 1;
    private static final int TOUCHED = 8;
    private static final long IDLE_NANOS = 700_000_000L;

    /** How long leaving a piece waits for the pass to end. */
    private static final int LEAVING_MILLIS = 1000;

    private final LiveDesk live;
    private History history;
    private Session saved;
    private final ReadOnlyObjectWrapper<Session> session = new ReadOnlyObjectWrapper<>();
    private final ObjectProperty<Path> file = new SimpleObjectProperty<>();
    private final ObjectProperty<String> selected = new SimpleObjectProperty<>();
    private final ObjectProperty<View> view = new SimpleObjectProperty<>(View.ROUTES);
    private final ObjectProperty<Notice> notice = new SimpleObjectProperty<>(Notice.NONE);
    private final BooleanProperty drawer = new SimpleBooleanProperty(true);
    private final Map<View, Boolean> drawers = new EnumMap<>(View.class);
    private final BooleanProperty light = new SimpleBooleanProperty(false);
    private final TimeWindow time;
    private final LiveTrails trails = new LiveTrails();
    private final ObservableList<Target> touched = FXCollections.observableArrayList();
    private final ObjectProperty<Target> shown = new SimpleObjectProperty<>();
    private final ObjectProperty<String> fitting = new SimpleObjectProperty<>();
    private final List<Runnable> frames = new ArrayList<>();
    private int eventsSeen;
    private List<Pass> rehearsal = List.of();
    /** What is on its way, a drag or a slider; null if nothing is. */
    private Object going;

    private int run;
    private int rehearsalRun;
    private boolean passOpen;
    private final Learner learner;
    private final PortWatch portWatch;
    private final ObjectProperty<Hand> hand = new SimpleObjectProperty<>();
    private final ObjectProperty<String> macro = new SimpleObjectProperty<>();

    Desk(Session first, LiveDesk live) {
        this.live = live;
        history = History.of(first);
        saved = first;
        session.set(first);
        time = new TimeWindow(first.length());
        first.routes().stream().findFirst().ifPresent(r -> selected.set(r.id()));
        learner = new Learner(this);
        portWatch = new PortWatch(this);
        view.addListener((o, left, come) -> {
            // Each view keeps whether its drawer is open; only the rows begin with it.
            drawers.put(left, drawer.get());
            drawer.set(drawers.getOrDefault(come, come == View.ROUTES));
        });
    }

    ReadOnlyObjectProperty<Session> sessionProperty() {
        return session.getReadOnlyProperty();
    }

    Session session() {
        return session.get();
    }

    Timeline timeline() {
        return session().timeline();
    }

    ObjectProperty<Path> fileProperty() {
        return file;
    }

    /** The id of the selected route, null if there is none. */
    ObjectProperty<String> selectedProperty() {
        return selected;
    }

    Optional<Route> selectedRoute() {
        String id = selected.get();
        return session().routes().stream().filter(r -> r.id().equals(id)).findFirst();
    }

    ObjectProperty<View> viewProperty() {
        return view;
    }

    ObjectProperty<Notice> noticeProperty() {
        return notice;
    }

    BooleanProperty drawerProperty() {
        return drawer;
    }

    BooleanProperty lightProperty() {
        return light;
    }

    TimeWindow time() {
        return time;
    }

    /** The parameters touched last, newest first, eight at most. */
    ObservableList<Target> touched() {
        return touched;
    }

    /** The parameter the Catalog shows. */
    ObjectProperty<Target> shownProperty() {
        return shown;
    }

    /** The id of the device that somebody asks to be made to fit; set again for each time. */
    ObjectProperty<String> fittingProperty() {
        return fitting;
    }

    /** Ties things to hands by moving them. */
    Learner learner() {
        return learner;
    }

    /** The control that Surfaces shows, on all pages; null if none is chosen. */
    ObjectProperty<Hand> handProperty() {
        return hand;
    }

    /** The id of the macro that Surfaces shows, null if none is chosen. */
    ObjectProperty<String> macroProperty() {
        return macro;
    }

    LiveTrails trails() {
        return trails;
    }

    LiveDesk live() {
        return live;
    }

    Engine engine() {
        return live.engine();
    }

    LiveState state() {
        return engine().live();
    }

    /** Calls {@code frame} with every frame of the window. */
    void onFrame(Runnable frame) {
        frames.add(frame);
    }

    double positionBeat() {
        return timeline().beatAt(state().position());
    }

    // Edits

    boolean unsaved() {
        return session() != saved;
    }

    void savedTo(Path path) {
        saved = session();
        file.set(path);
    }

    Optional<String> undoable() {
        return history.undoable();
    }

    Optional<String> redoable() {
        return history.redoable();
    }

    /** One act of a person: the session becomes what {@code change} makes of it. Refusals are told, nothing changes. */
    void edit(String act, UnaryOperator<Session> change) {
        going = null;
        attempt(() -> adopt(history.after(act, change.apply(session()))));
    }

    /**
     * As {@link #edit}, but one step with what was done just before, if it was done to the same: a slider on its way.
     *
     * @param what the act and all that it is done to
     */
    void editOn(String act, List<?> what, UnaryOperator<Session> change) {
        attempt(() -> {
            Session changed = change.apply(session());
            boolean on = what.equals(going);
            adopt(on ? history.instead(changed) : history.after(act, changed));
            going = what;
        });
    }

    /** Whatever goes wrong is told, and nothing is changed. */
    private void attempt(Runnable edit) {
        try {
            edit.run();
        } catch (RuntimeException e) {
            refuse(Told.of(e));
        }
    }

    /** What goes on is done: the next move of the same slider is a step of its own. */
    void settle() {
        going = null;
    }

    void undo() {
        undoable()
                .ifPresentOrElse(
                        act -> attempt(() -> {
                            adopt(history.undo());
                            say(Notice.good("Undone", act + "."));
                        }),
                        () -> say(Notice.plain("Undo", "There is nothing to undo.")));
    }

    void redo() {
        redoable()
                .ifPresentOrElse(
                        act -> attempt(() -> {
                            adopt(history.redo());
                            say(Notice.good("Done again", act + "."));
                        }),
                        () -> say(Notice.plain("Redo", "There is nothing to do again.")));
    }

    private void adopt(History next) {
        going = null;
        boolean other = session() != next.session();
        if (other) {
            // What cannot be played is refused here, before it is a step of the history.
            live.load(next.session());
        }
        history = next;
        if (other) {
            touched.removeIf(t -> !next.session().has(t));
            session.set(next.session());
        }
    }

    void say(Notice what) {
        notice.set(what);
    }

    void refuse(String why) {
        say(Notice.stop("Not done", why));
    }

    // Parameters touched

    /** Puts a parameter first among those touched last; macros are not among them. */
    void touch(Target target) {
        boolean macro = target.device().equals(Macro.DEVICE);
        if (!macro && (touched.isEmpty() || !touched.get(0).equals(target))) {
            touched.remove(target);
            touched.add(0, target);
            while (touched.size() > TOUCHED) {
                touched.remove(touched.size() - 1);
            }
        }
    }

    /**
     * Moves a parameter from the face of its device: heard at once. Once the hand has let go it stands there, unless it
     * has an envelope, which takes over again when it plays.
     */
    void moveOnFace(Target target, double value, boolean let) {
        touch(target);
        Parameter parameter = session().parameter(target);
        Optional<Macro> macro = session().macroOf(target);
        Device device = session().device(target.device());
        Optional<String> leader = device.leaderOf(target.parameter());
        if (parameter.reserved()) {
            say(Notice.stop("Refused", WhyNot.sentence(session(), target)));
            return;
        }
        if (macro.isPresent()) {
            String id = macro.get().id();
            say(new Notice(
                    Notice.Kind.STOP,
                    "Not moved",
                    parameter.name() + " moves with the macro " + macro.get().name() + ": move that.",
                    List.of(new Notice.Act("Show the macro", () -> showMacro(id)))));
            return;
        }
        if (leader.isPresent()) {
            say(new Notice(
                    Notice.Kind.STOP,
                    "Not moved",
                    WhyNot.sentence(session(), target),
                    List.of(new Notice.Act("Show what moves it", () -> show(new Target(device.id(), leader.get()))))));
            return;
        }
        engine().hold(target, value);
        String reads = device.name() + " · " + parameter.name() + " = " + parameter.print(value);
        boolean enveloped = session().movesOverTime(target);
        if (enveloped) {
            say(Notice.wait("Heard", reads + ". Its envelope takes over again when it plays from here."));
        } else {
            editOn("Move " + parameter.name(), List.of("stands", target), s -> s.standing(target, value));
            say(Notice.good("Heard", reads + "."));
            if (let) {
                settle();
            }
        }
    }

    /** Shows a parameter in the Catalog. */
    void show(Target target) {
        view.set(View.CATALOG);
        shown.set(target);
    }

    /** Opens the lane of what is moved in Refine; where no route leads to it, it gets one without a control. */
    void openLane(Target target) {
        if (session().routes().stream().noneMatch(r -> r.target().equals(target))) {
            String id = Assigning.freshId(session(), target);
            edit("Lane of " + session().parameter(target).name(), s -> s.with(Route.of(id, null, Span.FULL, target)));
        }
        session().routes().stream()
                .filter(r -> r.target().equals(target))
                .findFirst()
                .ifPresent(r -> selected.set(r.id()));
        view.set(View.REFINE);
    }

    /** Shows a macro in Surfaces. */
    void showMacro(String id) {
        view.set(View.SURFACES);
        macro.set(null);
        macro.set(id);
    }

    // Transport

    boolean playing() {
        return state().playing();
    }

    void togglePlay() {
        if (playing()) {
            engine().stop();
        } else {
            play();
        }
    }

    void play() {
        passOpen = session().routes().stream().anyMatch(r -> r.mode().writes() || r.rehearse());
        run++;
        trails.clear();
        engine().play();
    }

    private double startingSecond() {
        double at = Math.max(0, state().position());
        return at >= session().seconds() - 0.01 ? 0 : at;
    }

    void locate(double beat) {
        engine().locate(timeline().secondsAt(Math.max(0, Math.min(session().length(), beat))));
    }

    void toggleLoop() {
        Loop now = session().loop();
        Loop then = new Loop(now.from(), now.to(), !now.on());
        edit(then.on() ? "Loop on" : "Loop off", s -> s.withLoop(then));
    }

    /** Arms the selected route if no route is armed, counts in one bar and plays: what the hand does is written. */
    void ride() {
        if (playing()) {
            engine().stop();
            return;
        }
        boolean armed = session().routes().stream().anyMatch(r -> r.mode().writes());
        if (!armed) {
            Optional<Route> route = selectedRoute();
            if (route.isEmpty() || route.get().hand().isEmpty()) {
                refuse("Select a route that has a control: a ride needs a hand.");
                return;
            }
            mode(route.get(), WriteMode.TOUCH);
        }
        rideFrom(timeline().beatAt(startingSecond()));
    }

    /** Counts in to the bar of {@code beat} and writes from its line on. */
    void rideFrom(double beat) {
        int bar = timeline().metre().barAt(beat + 1e-6);
        double from = timeline().secondsAt(timeline().metre().beatOfBar(bar));
        double countIn = timeline().secondsAt(timeline().metre().beatOfBar(bar - COUNT_IN_BARS));
        passOpen = true;
        run++;
        trails.clear();
        engine().play(countIn, from);
        say(Notice.wait("Count-in", "Writing begins at bar " + bar + ". What you move now gives the starting value."));
    }

    void mode(Route route, WriteMode mode) {
        if (route.mode() != mode) {
            String name = session().parameter(route.target()).name();
            edit(name + " in " + mode.spoken(), s -> s.with(s.route(route.id()).in(mode)));
        }
    }

    /** The next of the write modes for a route. */
    void nextMode(Route route) {
        mode(route, WriteMode.values()[(route.mode().ordinal() + 1) % WriteMode.values().length]);
    }

    // Every frame

    /** Takes what the engine did since the last frame. */
    void frame() {
        live.troubles().next().ifPresent(trouble -> say(Notice.stop("Trouble", trouble)));
        engine().provide();
        takePasses();
        LiveState state = state();
        learner.frame();
        portWatch.frame();
        if (state.events() != eventsSeen && !learner.on()) {
            eventsSeen = state.events();
            Trace.last(session(), state).ifPresent(trace -> {
                say(Notice.of(trace, this));
                trace.route().ifPresent(route -> touch(route.target()));
            });
        }
        if (!state.playing()) {
            if (!learner.on() && engine().session() == session()) {
                standWhereLeft();
            }
            passOpen = false;
        } else {
            trails.follow(session(), state, engine().index(), positionBeat());
        }
        frames.forEach(Runnable::run);
    }

    private void takePasses() {
        for (List<Pass> passes = engine().finishedPass(); passes != null; passes = engine().finishedPass()) {
            take(passes);
        }
    }

    /** Stops what plays and takes what was ridden: to be done before this piece is left. */
    void endPass() {
        engine().stop();
        for (int i = 0; i < LEAVING_MILLIS && (playing() || i < 3); i++) {
            LockSupport.parkNanos(1_000_000);
        }
        takePasses();
    }

    private void take(List<Pass> passes) {
        List<Pass> toWrite = passes.stream().filter(p -> !p.rehearsed()).toList();
        List<Pass> wrote = toWrite.stream().filter(Pass::wrote).toList();
        keepRehearsed(passes.stream().filter(p -> p.wrote() && p.rehearsed()).toList());
        Session before = session();
        List<String> loose = List.of();
        if (toWrite.stream().anyMatch(p -> p.wrote() || p.end().over())) {
            String act = wrote.isEmpty()
                    ? "Back to Read"
                    : wrote.size() == 1 ? "Ride of " + nameOf(wrote.get(0)) : wrote.size() + " rides";
            loose = write(act, toWrite);
        }
        trails.clear();
        if (!loose.isEmpty()) {
            say(kept(loose));
        } else if (!wrote.isEmpty()) {
            say(written(before, wrote.get(wrote.size() - 1)));
        } else if (passes.stream().anyMatch(p -> p.rehearsed() && p.wrote())) {
            say(new Notice(
                    Notice.Kind.WAIT,
                    "Rehearsed",
                    nameOf(rehearsal.get(0)) + " was moved and heard. Nothing is written until you say so.",
                    List.of(new Notice.Act("Write it", this::writeRehearsal))));
        } else if (toWrite.stream().anyMatch(p -> p.end().over())) {
            say(Notice.stop("Not written", nothingMoved(toWrite.get(0))));
        }
    }

    /** Writes passes as one step; for each ride that no lane took, why. */
    private List<String> write(String act, List<Pass> passes) {
        List<String> loose = new ArrayList<>();
        edit(act, s -> {
            PassWriter.Outcome outcome = PassWriter.outcome(s, passes);
            loose.addAll(outcome.loose());
            return outcome.session();
        });
        return loose;
    }

    private static Notice kept(List<String> loose) {
        return Notice.stop("Kept", String.join(" ", loose));
    }

    private String nothingMoved(Pass pass) {
        if (pass.to() <= pass.from()) {
            return "It was stopped in the count-in, before writing began.";
        }
        return pass.route().hand().isEmpty()
                ? nameOf(pass) + " has no control: a ride needs a hand. M learns one."
                : "Nothing moved during the pass: "
                        + session().controlName(pass.route().hand().get()) + " sent nothing, so " + nameOf(pass)
                        + " is as it was.";
    }

    /** What was tried in one playing is kept together, until something is tried in another. */
    private void keepRehearsed(List<Pass> tried) {
        if (!tried.isEmpty()) {
            List<Pass> all = new ArrayList<>(rehearsalRun == run ? rehearsal : List.of());
            all.addAll(tried);
            rehearsal = List.copyOf(all);
            rehearsalRun = run;
        }
    }

    /** What was rehearsed and not written yet, for people; empty if there is nothing. */
    Optional<String> rehearsed() {
        return rehearsal.isEmpty() ? Optional.empty() : Optional.of(nameOf(rehearsal.get(0)));
    }

    private String nameOf(Pass pass) {
        Target target = pass.route().target();
        return session().has(target) ? session().parameter(target).name() : "what is gone";
    }

    /** Writes what was only rehearsed. */
    void writeRehearsal() {
        List<Pass> passes = rehearsal;
        if (passes.isEmpty()) {
            refuse("There is no rehearsal to be written.");
            return;
        }
        Session before = session();
        List<String> loose = write("Ride of " + nameOf(passes.get(0)), passes);
        if (session() != before) {
            rehearsal = List.of();
            say(loose.isEmpty() ? written(before, passes.get(passes.size() - 1)) : kept(loose));
        }
    }

    private Notice written(Session before, Pass pass) {
        Target target = pass.route().target();
        Lane lane = session().lane(target);
        Set<Stretch> old = new HashSet<>(before.lane(target).stretches());
        Stretch stretch = lane.stretches().get(lane.stretches().size() - 1);
        for (Stretch one : lane.stretches()) {
            stretch = old.contains(one) ? stretch : one;
        }
        Ride ride = session().ride(stretch.ride());
        RefineModel model = new RefineModel(session(), target, stretch);
        Timeline timeline = timeline();
        int from = timeline.metre().barAt(model.beat(stretch.from()) + 1e-6);
        int to = timeline.metre().barAt(model.beat(stretch.to()) - 1e-6);
        String bars = from >= to ? "bar " + from : "bars " + from + "–" + to;
        String sentence = "Ride " + ride.number() + " · " + session().controlName(ride.hand()) + " → "
                + session().device(target.device()).name() + " · "
                + session().parameter(target).name() + " · " + bars + " · " + ride.size() + " moves → "
                + model.refined().points() + " points, never more than "
                + session().parameter(target).printDifference(model.refined().farthest()) + " from the hand.";
        return new Notice(
                Notice.Kind.GOOD,
                "Written",
                sentence,
                List.of(new Notice.Act("Refine", () -> openLane(target)), new Notice.Act("Undo", this::undo)));
    }

    /** A control that was moved while nothing plays and no envelope is there: the parameter stands there now. */
    private void standWhereLeft() {
        LiveState state = state();
        for (int r = 0; r < session().routes().size(); r++) {
            Route route = session().routes().get(r);
            boolean heard = state.verdict(r) == Verdict.HEARD_IN_READ || state.verdict(r) == Verdict.NOT_PLAYING;
            if (!heard || live.nanos() - state.lastMove(r) < IDLE_NANOS) {
                continue;
            }
            Target target = route.target();
            double value = state.value(engine().index().of(target));
            boolean differs = session().parameter(target).resting()
                    != session().parameter(target).settled(value);
            if (differs && session().lane(target).envelope().isEmpty()) {
                String words = session().parameter(target).name() + " to "
                        + session().parameter(target).print(value);
                edit(words, s -> s.standing(target, value));
            }
        }
    }

    /** True while a pass that may write is under way. */
    boolean passOpen() {
        return passOpen;
    }
}
