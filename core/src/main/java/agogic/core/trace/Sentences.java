package agogic.core.trace;

import agogic.core.device.Device;
import agogic.core.device.Socket;
import agogic.core.edit.macro.Macros;
import agogic.core.macro.Macro;
import agogic.core.parameter.Parameter;
import agogic.core.play.LiveState;
import agogic.core.play.Verdict;
import agogic.core.route.Hand;
import agogic.core.route.Into;
import agogic.core.route.Route;
import agogic.core.route.Takeover;
import agogic.core.route.Target;
import agogic.core.session.Session;
import agogic.core.session.TargetName;
import agogic.core.surface.Control;
import agogic.core.surface.Surface;
import java.util.List;
import java.util.Optional;
import java.util.stream.Collectors;

/** What a trace says of a route: how far its last move came, why no farther, and what mends it. */
final class Sentences {
    private final Session session;
    private final LiveState live;

    Sentences(Session session, LiveState live) {
        this.session = session;
        this.live = live;
    }

    /** The trace of the last move on a route; {@code hand} is where its control stands, 0..1. */
    Trace of(int index, double hand) {
        Route route = session.routes().get(index);
        Parameter parameter = session.parameter(route.target());
        Verdict verdict = live.verdict(index);
        String name = TargetName.of(session, route.target());
        String from = route.hand().map(session::controlName).orElse("No control");
        // Under takeover the control counts elsewhere than where the hand is.
        double counts = live.counted(index);
        double place = Double.isNaN(counts) ? hand : counts;
        double asked = route.span().apply(Double.isNaN(place) ? 0 : place);
        String moved = from + " moved to " + Trace.percent(hand) + " → " + name;
        String heard = moved + " = " + parameter.print(parameter.settled(asked));
        List<Target> hidden = route.target().device().equals(Macro.DEVICE)
                ? Macros.unreached(session, session.macro(route.target().parameter()))
                : List.of();
        if (!hidden.isEmpty() && verdict.heard() && verdict != Verdict.TOUCHED) {
            Macro macro = session.macro(route.target().parameter());
            return trace(
                    Verdict.HIDDEN,
                    "Partly heard",
                    heard + " — at " + hidden.size() + " of its "
                            + macro.members().size()
                            + " members the wire stops: they sit on no socket ("
                            + hidden.stream()
                                    .limit(3)
                                    .map(t -> session.parameter(t).name())
                                    .collect(Collectors.joining(", "))
                            + (hidden.size() > 3 ? ", …" : "") + ").",
                    route,
                    Trace.Act.REACH_MEMBERS);
        }
        if (verdict.heard() && verdict != Verdict.TOUCHED && bypassed(route)) {
            String device = session.device(route.target().device()).name();
            boolean written = verdict == Verdict.WRITTEN || verdict == Verdict.LEAD_IN;
            // Where its lane says so, another rest would not switch it off.
            boolean byLane = Mend.bypass(session, route.target().device())
                    .flatMap(session::laneIfAny)
                    .filter(l -> l.points() > 0)
                    .isPresent();
            return trace(
                    Verdict.BYPASSED,
                    written ? "Writing" : "Not heard",
                    heard + (written ? " — written" : "") + " — the wire stops behind the sound: " + device
                            + " is bypassed" + (byLane ? " by its lane." : "."),
                    route,
                    byLane ? null : Trace.Act.BYPASS_OFF);
        }
        String kept = moved + " stays at " + parameter.print(currentValue(route));
        return switch (verdict) {
            case NONE -> trace(verdict, "Ready", name + " has not been moved yet.", route, null);
            case TOUCHED -> trace(verdict, "Touched", from + " is held → " + name + ".", route, null);
            case WRITTEN -> trace(
                    verdict,
                    "Writing",
                    (route.into().offset() ? offset(moved, parameter, route) : heard) + " — written in "
                            + route.passMode().spoken() + into(route) + ".",
                    route,
                    null);
            case LEAD_IN -> trace(
                    verdict, "Count-in", heard + " — kept as the lead-in: it gives the starting value.", route, null);
            case REHEARSED -> trace(
                    verdict,
                    "Rehearsing",
                    heard + " — heard and kept, not written until you say so.",
                    route,
                    Trace.Act.WRITE_REHEARSAL);
            case PROTECTED -> trace(
                    verdict,
                    "Protected",
                    (live.playing() ? kept + " — the wire stops at the envelope" : heard + " — heard, not written")
                            + ": this lane is protected, nothing writes it.",
                    route,
                    Trace.Act.OPEN_LANE);
            case NO_CLIP -> trace(
                    verdict,
                    "No clip",
                    heard + " — heard, but it writes into clips and none lies under the playhead.",
                    route,
                    Trace.Act.WRITE_TIMELINE);
            case COVERED -> trace(
                    verdict,
                    "Covered",
                    heard
                            + " — written to the timeline, but the clip under the playhead has a layer of its own, and that"
                            + " is heard there.",
                    route,
                    Trace.Act.WRITE_CLIP);
            case SILENCED -> trace(
                    verdict,
                    "Silenced",
                    heard + " — written, but the layer it is written to is silenced: it will not be heard.",
                    route,
                    Trace.Act.HEAR_LAYER);
            case NO_ROOM -> trace(
                    verdict,
                    "No room",
                    moved + " stands at " + parameter.print(currentValue(route))
                            + " — the offset has no room left: it is written as far as it can be heard.",
                    route,
                    null);
            case OUTSIDE_PUNCH -> trace(
                    verdict,
                    "Not written",
                    heard + " — heard, not written: it lies outside the punch range.",
                    route,
                    Trace.Act.PUNCH_OFF);
            case HEARD_IN_READ -> trace(
                    verdict,
                    "Heard",
                    heard + " — heard, not written: this route is in Read.",
                    route,
                    Trace.Act.PUT_IN_TOUCH);
            case NOT_PLAYING -> trace(
                    verdict,
                    "Not written",
                    heard + " — heard, but nothing plays: a ride needs time to run.",
                    route,
                    Trace.Act.PLAY);
            case READ -> trace(
                    verdict,
                    "Not written",
                    kept + " — the wire stops at the envelope: this route is in Read, so the envelope plays.",
                    route,
                    Trace.Act.PUT_IN_TOUCH);
            case WAITING -> trace(
                    verdict,
                    "Waiting",
                    from
                            + (route.takeover() == Takeover.CLOSING_IN
                                    ? " closes in on the value from its next move on: it is at "
                                    : " has to meet the value at ")
                            + Trace.percent(route.span().positionOf(currentValue(route))) + "; the hand is at "
                            + Trace.percent(hand) + " — the wire stops at the span.",
                    route,
                    Trace.Act.TAKE_OVER_NOW);
            case SPAN_CLOSED -> trace(
                    verdict,
                    "Not heard",
                    moved + " — the wire stops at the span: it goes from "
                            + parameter.print(route.span().from()) + " to the same value.",
                    route,
                    Trace.Act.OPEN_SPAN);
            case ROUTE_OFF -> trace(
                    verdict,
                    "Not heard",
                    moved + " — the wire stops at the hand: this route is switched off.",
                    route,
                    Trace.Act.SWITCH_ON);
            case RESERVED -> trace(
                    verdict,
                    "Refused",
                    moved + " — the wire stops at the sound: " + parameter.name()
                            + " is reserved for the device itself and must never be written.",
                    route,
                    null);
            case HIDDEN -> trace(
                    verdict,
                    "Not heard",
                    moved + " — the wire stops at the sound: it sits on no socket, so no host can reach it.",
                    route,
                    Trace.Act.EXPOSE);
            case FOLLOWS -> trace(
                    verdict,
                    "Not heard",
                    moved + " — the wire stops at the sound: it moves with " + leader(route)
                            + (session.macroOf(route.target()).isPresent() ? "." : ", their socket carries one value."),
                    route,
                    Trace.Act.MOVE_LEADER);
            case AWAY -> trace(
                    verdict,
                    "Not heard",
                    moved + " — the wire stops at the sound: its socket is with " + holder(route) + ".",
                    route,
                    Trace.Act.SHOW_SOCKETS);
            case OUTSIDE_SPAN -> trace(
                    verdict,
                    "Waiting",
                    from + " has to meet the value, but " + name + " stands at "
                            + parameter.print(currentValue(route)) + ", outside the span of "
                            + parameter.print(parameter.settled(route.span().from())) + " to "
                            + parameter.print(parameter.settled(route.span().to())) + " — the wire stops at the span.",
                    route,
                    Trace.Act.TAKE_OVER_NOW);
            case NO_MEMBERS -> trace(
                    verdict,
                    "Not heard",
                    moved + " — the wire stops at the sound: this macro has no members, so it moves nothing.",
                    route,
                    Trace.Act.ADD_MEMBERS);
            case OTHER_PAGE -> {
                Hand there = route.hand().orElseThrow();
                Surface surface = session.surface(there.surface());
                int page = live.page(session.surfaces().indexOf(surface));
                yield otherPage(session, surface, session.control(there), page, route);
            }
            case NO_ROUTE,
                    NO_CONTROL,
                    OTHER_CHANNEL,
                    PORT_CLOSED,
                    PAGE_TURNED,
                    BYPASSED,
                    STARTED -> throw new IllegalStateException("A route has no such verdict.");
        };
    }

    private String offset(String moved, Parameter parameter, Route route) {
        return moved + " = " + parameter.print(currentValue(route));
    }

    /** Where it is written, if that is not the timeline itself. */
    private static String into(Route route) {
        return route.into().equals(Into.TIMELINE)
                ? ""
                : (route.into().offset() ? " as " : " into ") + route.into().spoken();
    }

    static Trace otherPage(Session session, Surface surface, Control control, int page, Route route) {
        Hand there = route.hand().orElseThrow();
        String sentence = control.name() + " does nothing on page " + surface.pageName(page)
                + " — the wire stops at the hand: it moves "
                + session.parameter(route.target()).name() + " on page "
                + surface.pageName(there.page()) + ".";
        return about(Verdict.OTHER_PAGE, "Not heard", sentence, there, Trace.Act.TURN_PAGE);
    }

    private String leader(Route route) {
        Optional<Macro> macro = session.macroOf(route.target());
        if (macro.isPresent()) {
            return "the macro " + macro.get().name();
        }
        Device device = session.device(route.target().device());
        return device.leaderOf(route.target().parameter())
                .map(id -> device.find(id).name())
                .orElse("another parameter");
    }

    /** Who has a shared socket now, and until when this parameter has to wait. */
    private String holder(Route route) {
        Device device = session.device(route.target().device());
        Socket socket = device.socket(route.target().parameter()).orElseThrow();
        double beat = session.timeline().beatAt(live.position());
        String who =
                device.find(socket.seats().get(socket.seatAt(beat)).parameter()).name();
        int seat = socket.seatOf(route.target().parameter());
        return socket.turns().stream()
                .filter(t -> t.seat() == seat && t.beat() > beat)
                .findFirst()
                .map(t -> who + " until " + session.timeline().speakBars(t.beat()))
                .orElse(who + " to the end of the piece");
    }

    /** True if the device of a route lets its sound by as it came. */
    private boolean bypassed(Route route) {
        if (route.target().device().equals(Macro.DEVICE)) {
            return false;
        }
        Optional<Target> bypass = Mend.bypass(session, route.target().device());
        return bypass.isPresent() && !bypass.get().equals(route.target()) && value(bypass.get()) >= 0.5;
    }

    private double currentValue(Route route) {
        return value(route.target());
    }

    private double value(Target target) {
        int number = 0;
        for (Device device : session.devices()) {
            if (device.id().equals(target.device())) {
                int place = device.placeOf(target.parameter());
                if (place >= 0) {
                    return live.value(number + place);
                }
            }
            number += device.parameters().size();
        }
        for (Macro macro : session.macros()) {
            if (macro.target().equals(target)) {
                return live.value(number);
            }
            number++;
        }
        throw new IllegalArgumentException("The session has no parameter " + target + ".");
    }

    static Trace about(Verdict verdict, String head, String sentence, Hand hand, Trace.Act act) {
        return new Trace(
                verdict, head, sentence, Optional.empty(), Optional.ofNullable(act), Optional.ofNullable(hand));
    }

    private static Trace trace(Verdict verdict, String head, String sentence, Route route, Trace.Act act) {
        return new Trace(verdict, head, sentence, Optional.of(route), Optional.ofNullable(act), route.hand());
    }
}
