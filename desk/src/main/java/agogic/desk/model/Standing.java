package agogic.desk.model;

import agogic.core.assign.Assigning;
import agogic.core.device.Device;
import agogic.core.device.Exposure;
import agogic.core.expose.Exposing;
import agogic.core.expose.WhyNot;
import agogic.core.macro.Macro;
import agogic.core.parameter.Parameter;
import agogic.core.play.LiveState;
import agogic.core.play.Playing;
import agogic.core.play.Stood;
import agogic.core.play.Verdict;
import agogic.core.route.Route;
import agogic.core.route.Span;
import agogic.core.route.Target;
import agogic.core.session.Moved;
import agogic.core.session.Resting;
import agogic.core.session.Session;
import agogic.core.session.TargetName;
import agogic.core.snapshot.Snapshot;
import agogic.desk.live.LiveDesk;
import java.util.List;
import java.util.Optional;
import java.util.function.Supplier;

/** A parameter without an envelope stands where a hand left it. */
public final class Standing {
    private static final long IDLE_NANOS = 700_000_000L;

    /** What a row is called that comes with a ride. */
    static final String ROW = "Lane of what is moved";

    private final Editing editing;
    private final Selection selection;
    private final LiveDesk live;
    private final Notices notices;
    private final Riding riding;
    private final Supplier<Playing> playing;
    /** So many snapshots that came have been seen. */
    private int seen;

    Standing(
            Editing editing,
            Selection selection,
            LiveDesk live,
            Notices notices,
            Riding riding,
            Supplier<Playing> playing) {
        this.editing = editing;
        this.selection = selection;
        this.live = live;
        this.notices = notices;
        this.riding = riding;
        this.playing = playing;
    }

    /**
     * Moves a parameter from the face of its device: heard at once. Once the hand has let go it stands there, unless it
     * has an envelope, which takes over again when it plays.
     *
     * @param step the smallest step of the hand there, as a part of the travel
     * @param let true if the hand holds nothing: it was a key, or a wheel
     */
    public void moveOnFace(Target target, double value, double step, boolean let) {
        selection.touch(target);
        Parameter parameter = editing.session().parameter(target);
        Optional<Macro> macro = editing.session().macroOf(target);
        Device device = editing.session().device(target.device());
        Optional<String> leader = device.leaderOf(target.parameter());
        if (parameter.reserved()) {
            notices.say(Notice.stop("Refused", WhyNot.sentence(editing.session(), target)));
            return;
        }
        if (macro.isPresent()) {
            String id = macro.get().id();
            notices.say(new Notice(
                    Notice.Kind.STOP,
                    "Not moved",
                    parameter.name() + " moves with the macro " + macro.get().name() + ": move that.",
                    List.of(new Notice.Act("Show the macro", () -> selection.showMacro(id)))));
            return;
        }
        if (leader.isPresent()) {
            notices.say(new Notice(
                    Notice.Kind.STOP,
                    "Not moved",
                    WhyNot.sentence(editing.session(), target),
                    List.of(new Notice.Act(
                            "Show what moves it", () -> selection.show(new Target(device.id(), leader.get()))))));
            return;
        }
        row(target);
        live.engine().hand(target, value, step, !let, live.nanos());
        String reads = device.name() + " · " + parameter.name() + " = " + parameter.print(value);
        boolean enveloped = Moved.overTime(editing.session(), target);
        if (riding.writes(target)) {
            notices.say(Notice.good("Writing", reads + " — written as you move it."));
        } else if (enveloped) {
            notices.say(Notice.wait("Heard", reads + ". When it plays from here, its envelope moves it again."));
        } else {
            if (editing.editOn(
                    "Move " + parameter.name(), List.of("stands", target), s -> Resting.at(s, target, value))) {
                notices.say(heard(device, target, reads));
            }
            if (let) {
                editing.settle();
            }
        }
    }

    /** What is hidden and moved may be wanted: it can be exposed at once. */
    private Notice heard(Device device, Target target, String reads) {
        return device.exposure(target.parameter()) != Exposure.HIDDEN
                ? Notice.good("Heard", reads + ".")
                : new Notice(
                        Notice.Kind.GOOD,
                        "Heard",
                        reads + ". It is hidden: expose it to automate it.",
                        List.of(new Notice.Act("Expose", () -> expose(target))));
    }

    private void expose(Target target) {
        String name = TargetName.of(editing.session(), target);
        if (!editing.edit(
                "Expose " + name, s -> Exposing.expose(s, List.of(target)).session())) {
            return;
        }
        boolean exposed = editing.session().device(target.device()).exposure(target.parameter()) == Exposure.EXPOSED;
        notices.say(new Notice(
                exposed ? Notice.Kind.GOOD : Notice.Kind.WAIT,
                exposed ? "Exposed" : "Wanted",
                WhyNot.sentence(editing.session(), target),
                List.of()));
    }

    /** A hand is on a parameter on the screen: if it is written, then from here on. */
    public void touchOnFace(Target target) {
        if (riding.writes(target) && playing.get().value(target).isPresent()) {
            row(target);
            double stands = stands(target);
            live.engine().hand(target, stands, Double.POSITIVE_INFINITY, true, live.nanos());
        }
    }

    /** The hand on the screen lets go. */
    public void letGo() {
        live.engine().letGo(live.nanos());
        editing.settle();
    }

    /** What is written as it is moved has a row from the first move on; it belongs to the step of the ride. */
    private void row(Target target) {
        boolean none =
                editing.session().routes().stream().noneMatch(r -> r.target().equals(target));
        if (none && riding.writes(target)) {
            editing.unsaid(ROW, s -> s.with(Route.of(Assigning.freshId(s, target), null, Span.FULL, target)));
        }
    }

    /** A control that was moved and lies still, while nothing plays and no envelope is there: the parameter stands there now. */
    void standWhereLeft() {
        stand(IDLE_NANOS);
    }

    /** As {@link #standWhereLeft}, however short ago it was moved: a person takes back what they did last. */
    void standAtOnce() {
        stand(0);
    }

    private void stand(long still) {
        LiveState state = playing.get().live();
        if (state.playing() || playing.get().session() != editing.session()) {
            return;
        }
        hands(state, still);
        snapshots();
    }

    private void hands(LiveState state, long still) {
        for (int r = 0; r < editing.session().routes().size(); r++) {
            Route route = editing.session().routes().get(r);
            boolean heard = state.verdict(r) == Verdict.HEARD_IN_READ || state.verdict(r) == Verdict.NOT_PLAYING;
            if (!heard || live.nanos() - state.lastMove(r) < still) {
                continue;
            }
            Target target = route.target();
            double value = stands(target);
            boolean differs = editing.session().parameter(target).resting()
                    != editing.session().parameter(target).settled(value);
            if (differs && !editing.session().lane(target).plays()) {
                String words = editing.session().parameter(target).name() + " to "
                        + editing.session().parameter(target).print(value);
                editing.unsaid(words, s -> Resting.at(s, target, value));
            }
        }
    }

    /** Snapshots that came: what has no envelope and was not written stands where they put it, as one step each. */
    private void snapshots() {
        Stood stood = live.engine().stood();
        int count = stood.count();
        for (int i = Stood.first(count, seen); i < count; i++) {
            Snapshot one = stood.get(i);
            boolean played = stood.played(i);
            editing.unsaid("Start " + one.name(), s -> with(s, one, played));
        }
        seen = count;
    }

    /** @param played true if it played: it may have been on its way, and what was only rehearsed is where it was */
    private Session with(Session session, Snapshot one, boolean played) {
        Session standing = session;
        for (Snapshot.Value value : one.values()) {
            Target target = value.target();
            if (!session.has(target)) {
                continue;
            }
            boolean follows = !target.device().equals(Macro.DEVICE)
                    && session.device(target.device())
                            .leaderOf(target.parameter())
                            .isPresent();
            boolean moves = !follows
                    && !session.parameter(target).reserved()
                    && !session.lane(target).plays();
            if (moves && !played) {
                standing = Resting.at(standing, target, value.value());
            } else if (moves && session.macroOf(target).isEmpty()) {
                standing = Resting.at(standing, target, stands(target));
            }
        }
        return standing;
    }

    /** What a target stands at, normalised: what is heard, or where it rests if it does not play yet. */
    public double stands(Target target) {
        return playing.get()
                .value(target)
                .orElseGet(() -> editing.session().parameter(target).resting());
    }
}
