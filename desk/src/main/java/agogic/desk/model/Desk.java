package agogic.desk.model;

import agogic.core.play.LiveState;
import agogic.core.play.Playing;
import agogic.core.play.Verdict;
import agogic.core.route.Target;
import agogic.core.session.Session;
import agogic.core.trace.Trace;
import agogic.desk.live.LiveDesk;
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
    private final Frames frames;
    private final Mending mending = new Mending(this);
    private int eventsSeen;

    /** All that a window works with, around a first session. */
    public Desk(Session first, LiveDesk live) {
        this.live = live;
        frames = new Frames(live.engine().playing());
        editing = new Editing(first, live, notices);
        selection = new Selection(editing);
        making = new Making(editing, notices);
        riding = new Riding(editing, selection, live, notices, frames::playing, () -> passes().toldRun());
        passes = new Passes(this, riding);
        standing = new Standing(editing, selection, live, notices, riding, frames::playing);
        editing.takingIn(this::takeIn, act -> making.whenMade(act));
        time = new TimeWindow(first.length());
        editing.sessionProperty().addListener((o, a, now) -> time.reach(now.length()));
        learner = new Learner(editing, selection, live, notices, frames::playing);
        making.holdWhile(learner::on);
        learner.learningProperty().addListener((o, a, now) -> {
            if (now == null) {
                making.release();
            }
        });
        portWatch = new PortWatch(editing, live, notices, mending::notice);
        audio = new AudioFiles(editing, live, notices);
        loudness = new HeardLoud(editing, live, notices);
        listening = new Listening(editing.sessionProperty(), live, notices);
        selection
                .selectedProperty()
                .addListener((o, a, b) -> selection.selectedRoute().ifPresent(r -> listening.worked(r.target())));
        selection.touched().addListener((ListChangeListener<Target>)
                c -> selection.touched().stream().findFirst().ifPresent(listening::worked));
    }

    /** What edits the session. */
    public Editing editing() {
        return editing;
    }

    /** What is chosen, and what is shown. */
    public Selection selection() {
        return selection;
    }

    /** Makes the envelopes that are still to be made. */
    public Making making() {
        return making;
    }

    /** What plays, and how it is ridden. */
    public Riding riding() {
        return riding;
    }

    /** What was ridden, and what becomes of it. */
    public Passes passes() {
        return passes;
    }

    private void takeIn() {
        passes.takePasses();
        if (!learner.on()) {
            standing.standAtOnce();
        }
    }

    /** Values that are moved while nothing plays. */
    public Standing standing() {
        return standing;
    }

    /** What was kept and is offered. */
    public Offers offers() {
        return offers;
    }

    /** What is told to the person. */
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

    /** What plays, with its ports. */
    public LiveDesk live() {
        return live;
    }

    /** The moment that is shown, and who paints it. */
    public Frames frames() {
        return frames;
    }

    /** What mends a stop. */
    public Mending mending() {
        return mending;
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
        live.troubles().next().ifPresent(trouble -> notices.say(Notice.trouble(trouble)));
        live.outputNews().ifPresent(words -> {
            notices.say(Notice.plain("Audio", words));
            listening.again();
        });
        frames.next(live.engine().playing());
        Playing playing = frames.playing();
        LiveState state = playing.live();
        learner.frame();
        portWatch.frame();
        if (state.events() != eventsSeen && !learner.on()) {
            eventsSeen = state.events();
            Trace.last(playing.session(), state).ifPresent(trace -> {
                notices.say(played(mending.notice(portWatch.sent(trace)), trace, state));
                trace.route().ifPresent(route -> selection.touch(route.target()));
            });
        }
        // What became of a pass is said after its last move was; while controls are learnt the piece stays as it is.
        if (!learner.on()) {
            passes.takePasses();
            standing.standWhereLeft();
        }
        riding.frame(!learner.on());
        frames.paint();
    }
}
