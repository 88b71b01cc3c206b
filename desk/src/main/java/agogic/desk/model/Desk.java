package agogic.desk.model;

import agogic.core.play.Engine;
import agogic.core.play.LiveState;
import agogic.core.play.Playing;
import agogic.core.play.Verdict;
import agogic.core.route.Target;
import agogic.core.session.Session;
import agogic.core.time.Timeline;
import agogic.core.trace.Trace;
import agogic.desk.live.LiveDesk;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.function.Supplier;
import java.util.function.UnaryOperator;
import javafx.collections.ListChangeListener;

/**
 * What the views look at and act on, put together: editing, selection, riding, passes, notices, and the engine that plays.
 * Used by the window's thread.
 */
public final class Desk {
    private final LiveDesk live;
    private final Notices notices = new Notices();
    private final Offers offers = new Offers(notices);
    private final Editing editing;
    private final Selection selection;
    private final Making making;
    private final Riding riding;
    private final Passes passes;
    private final Standing standing;
    private final TimeWindow time;
    private final Learner learner;
    private final PortWatch portWatch;
    private final Listening listening;
    private final AudioFiles audio;
    private final HeardLoud loudness;
    private final List<Runnable> frames = new ArrayList<>();
    private volatile Playing playing;
    private int eventsSeen;

    public Desk(Session first, LiveDesk live) {
        this.live = live;
        playing = live.engine().playing();
        editing = new Editing(first, live, notices);
        selection = new Selection(editing);
        making = new Making(editing, notices);
        riding = new Riding(editing, selection, live, notices, this::playing, () -> passes().toldRun());
        passes = new Passes(this, riding);
        standing = new Standing(editing, selection, live, notices, riding, this::playing);
        time = new TimeWindow(first.length());
        editing.sessionProperty().addListener((o, a, now) -> time.reach(now.length()));
        learner = new Learner(editing, selection, live, notices, this::playing);
        portWatch = new PortWatch(editing, live, notices, trace -> Mending.notice(this, trace));
        audio = new AudioFiles(editing, live, notices);
        loudness = new HeardLoud(editing, live, notices);
        listening = new Listening(editing.sessionProperty(), live, notices);
        selection
                .selectedProperty()
                .addListener((o, a, b) -> selection.selectedRoute().ifPresent(r -> listening.worked(r.target())));
        selection.touched().addListener((ListChangeListener<Target>)
                c -> selection.touched().stream().findFirst().ifPresent(listening::worked));
    }

    public Editing editing() {
        return editing;
    }

    public Selection selection() {
        return selection;
    }

    /** Makes the envelopes that are still to be made. */
    public Making making() {
        return making;
    }

    public Riding riding() {
        return riding;
    }

    public Passes passes() {
        return passes;
    }

    public Standing standing() {
        return standing;
    }

    /** What was kept and is offered. */
    public Offers offers() {
        return offers;
    }

    public Notices notices() {
        return notices;
    }

    /** The part of the piece that is seen. */
    public TimeWindow time() {
        return time;
    }

    /** Ties things to hands by moving them. */
    public Learner learner() {
        return learner;
    }

    /** What is heard while nothing plays. */
    public Listening listening() {
        return listening;
    }

    /** The audio files of the piece, and how more of them come into it. */
    public AudioFiles audio() {
        return audio;
    }

    /** How loud a track is, where somebody asked. */
    public HeardLoud loudness() {
        return loudness;
    }

    public LiveDesk live() {
        return live;
    }

    public Engine engine() {
        return live.engine();
    }

    /** What plays, all of one moment: that of the last frame. */
    public Playing playing() {
        return playing;
    }

    /** What is so, of the last frame. */
    public LiveState state() {
        return playing.live();
    }

    /** What a target stands at, normalised: what is heard, or where it rests if it does not play yet. */
    public double stands(Target target) {
        return standing.stands(target);
    }

    public Session session() {
        return editing.session();
    }

    /** The beat that is pointed at, else that of the playhead; 0 or more. */
    public double beatHere() {
        double pointed = selection.pointedBeat();
        return Math.max(0, Double.isNaN(pointed) ? riding.positionBeat() : pointed);
    }

    public Timeline timeline() {
        return editing.timeline();
    }

    /** @see Editing#edit */
    public boolean edit(String act, UnaryOperator<Session> change) {
        return editing.edit(act, change);
    }

    /** @see Editing#editOn */
    public boolean editOn(String act, List<?> what, UnaryOperator<Session> change) {
        return editing.editOn(act, what, change);
    }

    /** Keeps something with the piece that is no step of its history. */
    public void remember(UnaryOperator<Session> change) {
        editing.arm(change);
    }

    /** @see Editing#settle */
    public void settle() {
        editing.settle();
    }

    public void say(Notice what) {
        notices.say(what);
    }

    /** Says what was done, with the act that takes it back. */
    public void did(String head, String what) {
        say(new Notice(Notice.Kind.GOOD, head, what, List.of(new Notice.Act("Undo", editing::undo))));
    }

    public void refuse(String why) {
        notices.refuse(why);
    }

    /** What can be worked out before it is asked about or done; empty if it is refused, and that was said. */
    public <T> Optional<T> tried(Supplier<T> what) {
        try {
            return Optional.of(what.get());
        } catch (IllegalArgumentException e) {
            refuse(e.getMessage());
            return Optional.empty();
        }
    }

    /** Calls {@code frame} with every frame of the window. */
    public void onFrame(Runnable frame) {
        frames.add(frame);
    }

    /** A note that moves nothing, but is heard, is no stop. */
    private Notice played(Notice stopped, Trace trace, LiveState state) {
        int message = state.lastEvent().message();
        if (trace.verdict() != Verdict.NO_CONTROL) {
            return stopped;
        }
        return listening
                .playedBy(message >> 16)
                .map(by -> new Notice(
                        Notice.Kind.PLAIN,
                        "Played",
                        "Note " + (message >> 8 & 0x7F) + " plays " + by + "; it moves nothing.",
                        stopped.acts()))
                .orElse(stopped);
    }

    /** Takes what the engine did since the last frame. */
    public void frame() {
        live.troubles().next().ifPresent(trouble -> say(Notice.trouble(trouble)));
        live.outputNews().ifPresent(words -> {
            say(Notice.plain("Audio", words));
            listening.again();
        });
        playing = engine().playing();
        LiveState state = state();
        learner.frame();
        portWatch.frame();
        if (state.events() != eventsSeen && !learner.on()) {
            eventsSeen = state.events();
            Trace.last(playing.session(), state).ifPresent(trace -> {
                say(played(Mending.notice(this, portWatch.sent(trace)), trace, state));
                trace.route().ifPresent(route -> selection.touch(route.target()));
            });
        }
        // What became of a pass is said after its last move was.
        passes.takePasses();
        if (!state.playing() && !learner.on() && playing.session() == session()) {
            standing.standWhereLeft();
        }
        riding.frame();
        frames.forEach(Runnable::run);
    }
}
