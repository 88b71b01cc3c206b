package agogic.desk.model;

import agogic.core.assign.Assigning;
import agogic.core.device.Device;
import agogic.core.device.Exposure;
import agogic.core.expose.Exposing;
import agogic.core.expose.WhyNot;
import agogic.core.macro.Macro;
import agogic.core.parameter.Parameter;
import agogic.core.play.LiveState;
import agogic.core.play.Verdict;
import agogic.core.route.Route;
import agogic.core.route.Span;
import agogic.core.route.Target;
import agogic.core.session.Moved;
import agogic.core.session.Resting;
import agogic.core.session.TargetName;
import java.util.List;
import java.util.Optional;

/** A parameter without an envelope stands where a hand left it. */
public final class Standing {
    private static final long IDLE_NANOS = 700_000_000L;

    /** What a row is called that comes with a ride. */
    static final String ROW = "Lane of what is moved";

    private final Desk desk;

    Standing(Desk desk) {
        this.desk = desk;
    }

    /**
     * Moves a parameter from the face of its device: heard at once. Once the hand has let go it stands there, unless it
     * has an envelope, which takes over again when it plays.
     *
     * @param step the smallest step of the hand there, as a part of the travel
     * @param let true if the hand holds nothing: it was a key, or a wheel
     */
    public void moveOnFace(Target target, double value, double step, boolean let) {
        desk.selection().touch(target);
        Parameter parameter = desk.session().parameter(target);
        Optional<Macro> macro = desk.session().macroOf(target);
        Device device = desk.session().device(target.device());
        Optional<String> leader = device.leaderOf(target.parameter());
        if (parameter.reserved()) {
            desk.say(Notice.stop("Refused", WhyNot.sentence(desk.session(), target)));
            return;
        }
        if (macro.isPresent()) {
            String id = macro.get().id();
            desk.say(new Notice(
                    Notice.Kind.STOP,
                    "Not moved",
                    parameter.name() + " moves with the macro " + macro.get().name() + ": move that.",
                    List.of(new Notice.Act(
                            "Show the macro", () -> desk.selection().showMacro(id)))));
            return;
        }
        if (leader.isPresent()) {
            desk.say(new Notice(
                    Notice.Kind.STOP,
                    "Not moved",
                    WhyNot.sentence(desk.session(), target),
                    List.of(new Notice.Act("Show what moves it", () -> desk.selection()
                            .show(new Target(device.id(), leader.get()))))));
            return;
        }
        row(target);
        desk.engine().hand(target, value, step, !let, desk.live().nanos());
        String reads = device.name() + " · " + parameter.name() + " = " + parameter.print(value);
        boolean enveloped = Moved.overTime(desk.session(), target);
        if (desk.riding().writes(target)) {
            desk.say(Notice.good("Writing", reads + " — written as you move it."));
        } else if (enveloped) {
            desk.say(Notice.wait("Heard", reads + ". When it plays from here, its envelope moves it again."));
        } else {
            desk.editOn("Move " + parameter.name(), List.of("stands", target), s -> Resting.at(s, target, value));
            desk.say(heard(device, target, reads));
            if (let) {
                desk.settle();
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
        String name = TargetName.of(desk.session(), target);
        desk.edit("Expose " + name, s -> Exposing.expose(s, List.of(target)).session());
        boolean exposed = desk.session().device(target.device()).exposure(target.parameter()) == Exposure.EXPOSED;
        desk.say(new Notice(
                exposed ? Notice.Kind.GOOD : Notice.Kind.WAIT,
                exposed ? "Exposed" : "Wanted",
                WhyNot.sentence(desk.session(), target),
                List.of()));
    }

    /** A hand is on a parameter on the screen: if it is written, then from here on. */
    public void touchOnFace(Target target) {
        if (desk.riding().writes(target) && desk.playing().value(target).isPresent()) {
            row(target);
            double stands = desk.stands(target);
            desk.engine()
                    .hand(
                            target,
                            stands,
                            Double.POSITIVE_INFINITY,
                            true,
                            desk.live().nanos());
        }
    }

    /** The hand on the screen lets go. */
    public void letGo() {
        desk.engine().letGo(desk.live().nanos());
        desk.settle();
    }

    /** What is written as it is moved has a row from the first move on; it belongs to the step of the ride. */
    private void row(Target target) {
        boolean none =
                desk.session().routes().stream().noneMatch(r -> r.target().equals(target));
        if (none && desk.riding().writes(target)) {
            desk.editing().unsaid(ROW, s -> s.with(Route.of(Assigning.freshId(s, target), null, Span.FULL, target)));
        }
    }

    /** A control that was moved while nothing plays and no envelope is there: the parameter stands there now. */
    void standWhereLeft() {
        // It is asked only while what plays is what is edited.
        LiveState state = desk.state();
        for (int r = 0; r < desk.session().routes().size(); r++) {
            Route route = desk.session().routes().get(r);
            boolean heard = state.verdict(r) == Verdict.HEARD_IN_READ || state.verdict(r) == Verdict.NOT_PLAYING;
            if (!heard || desk.live().nanos() - state.lastMove(r) < IDLE_NANOS) {
                continue;
            }
            Target target = route.target();
            double value = desk.stands(target);
            boolean differs = desk.session().parameter(target).resting()
                    != desk.session().parameter(target).settled(value);
            if (differs && !desk.session().lane(target).plays()) {
                String words = desk.session().parameter(target).name() + " to "
                        + desk.session().parameter(target).print(value);
                desk.editing().unsaid(words, s -> Resting.at(s, target, value));
            }
        }
    }
}
