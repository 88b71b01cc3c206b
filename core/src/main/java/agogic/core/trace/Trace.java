package agogic.core.trace;

import agogic.core.device.Device;
import agogic.core.device.Socket;
import agogic.core.group.Macros;
import agogic.core.macro.Macro;
import agogic.core.midi.MidiParser;
import agogic.core.parameter.Parameter;
import agogic.core.play.LiveState;
import agogic.core.play.Verdict;
import agogic.core.route.Hand;
import agogic.core.route.Route;
import agogic.core.route.Target;
import agogic.core.session.Session;
import agogic.core.surface.Address;
import agogic.core.surface.Control;
import agogic.core.surface.MoveSink;
import agogic.core.surface.Page;
import agogic.core.surface.Surface;
import agogic.core.surface.SurfaceDecoder;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.stream.Collectors;

/**
 * What happened to the last move, in one sentence, with the one act that mends it.
 *
 * @param verdict where the wire stops
 * @param head one or two words: "Written", "Not written"
 * @param sentence what moved, how far it came and why no farther
 * @param route the route it is about, if any
 * @param act what would mend it, if anything does
 * @param hand the control it is about, if it is about one; its page is the one on which it would count
 */
public record Trace(
        Verdict verdict, String head, String sentence, Optional<Route> route, Optional<Act> act, Optional<Hand> hand) {
    /** Acts that mend a stop. */
    public enum Act {
        PUT_IN_TOUCH("Put in Touch"),
        PLAY("Play"),
        RIDE("Ride"),
        TAKE_OVER_NOW("Move it at once"),
        OPEN_SPAN("Open the span"),
        SWITCH_ON("Switch the route on"),
        EXPOSE("Expose it"),
        WRITE_REHEARSAL("Write it"),
        CONNECT("Connect it"),
        MOVE_LEADER("Show what moves it"),
        SHOW_SOCKETS("Show the socket"),
        TURN_PAGE("Turn to that page"),
        ANY_CHANNEL("Take any channel"),
        MAKE_CONTROL("Make it a control"),
        ADD_MEMBERS("Give it members"),
        REACH_MEMBERS("Reach them all through one socket"),
        LOOK_AGAIN("Look for the port again");

        private final String spoken;

        Act(String spoken) {
            this.spoken = spoken;
        }

        public String spoken() {
            return spoken;
        }
    }

    /** The trace of the last message the engine took, or empty if there was none. */
    public static Optional<Trace> last(Session session, LiveState live) {
        LiveState.LastEvent event = live.lastEvent();
        if (event == null || event.surface() >= session.surfaces().size()) {
            return Optional.empty();
        }
        Surface surface = session.surfaces().get(event.surface());
        if (event.control() < 0) {
            return Optional.of(unknown(surface, event.message()));
        }
        if (event.control() >= surface.controls().size()) {
            return Optional.empty();
        }
        Control control = surface.controls().get(event.control());
        double hand = live.control(event.surface(), event.control());
        List<Integer> all = routesOf(session, surface, control);
        List<Integer> routes = all.stream()
                .filter(r -> live.active(
                        event.surface(),
                        session.routes().get(r).hand().orElseThrow().page()))
                .toList();
        int page = live.page(event.surface());
        for (Page one : surface.pages()) {
            if (one.button().filter(control.id()::equals).isPresent() && routes.isEmpty()) {
                String sentence = control.name() + " turns " + surface.name() + " to page " + one.name()
                        + "; it is on page " + surface.pageName(page) + ".";
                return Optional.of(
                        about(Verdict.PAGE_TURNED, "Page", sentence, new Hand(surface.id(), control.id()), null));
            }
        }
        if (routes.isEmpty() && !all.isEmpty()) {
            return Optional.of(
                    otherPage(session, surface, control, page, session.routes().get(all.get(0))));
        }
        if (routes.isEmpty()) {
            String sentence = control.name() + (Double.isNaN(hand) ? " is touched" : " moved to " + percent(hand))
                    + " — the wire stops at the hand: nothing is connected to it.";
            Hand here = new Hand(surface.id(), control.id());
            return Optional.of(about(Verdict.NO_ROUTE, "No route", sentence, here, Act.CONNECT));
        }
        // Of several wires, the one that comes least far is the one to be explained.
        int worst = routes.get(0);
        for (int route : routes) {
            if (rank(live.verdict(route)) < rank(live.verdict(worst))) {
                worst = route;
            }
        }
        return Optional.of(of(session, live, worst, hand));
    }

    private static Trace otherPage(Session session, Surface surface, Control control, int page, Route route) {
        Hand there = route.hand().orElseThrow();
        String sentence = control.name() + " does nothing on page " + surface.pageName(page)
                + " — the wire stops at the hand: it moves "
                + session.parameter(route.target()).name() + " on page "
                + surface.pageName(there.page()) + ".";
        return about(Verdict.OTHER_PAGE, "Not heard", sentence, there, Act.TURN_PAGE);
    }

    private static Trace about(Verdict verdict, String head, String sentence, Hand hand, Act act) {
        return new Trace(
                verdict, head, sentence, Optional.empty(), Optional.ofNullable(act), Optional.ofNullable(hand));
    }

    /** The trace where nothing can come in, because the port of a surface is not open. {@code state} says why. */
    public static Trace closed(Surface surface, String state) {
        return about(
                Verdict.PORT_CLOSED,
                "Port closed",
                surface.name() + " cannot be heard — the wire stops before the hand: its port “" + surface.port()
                        + "” is " + state + ".",
                null,
                Act.LOOK_AGAIN);
    }

    private static int rank(Verdict verdict) {
        return verdict.broken() ? 0 : verdict == Verdict.WRITTEN ? 2 : 1;
    }

    /** The routes that begin at a control, by their place in the session. */
    public static List<Integer> routesOf(Session session, Surface surface, Control control) {
        List<Integer> found = new ArrayList<>();
        for (int r = 0; r < session.routes().size(); r++) {
            int number = r;
            session.routes()
                    .get(r)
                    .hand()
                    .filter(h -> h.surface().equals(surface.id()) && h.control().equals(control.id()))
                    .ifPresent(h -> found.add(number));
        }
        return found;
    }

    /** The trace of the last move on a route; {@code hand} is where its control stands, 0..1. */
    public static Trace of(Session session, LiveState live, int index, double hand) {
        Route route = session.routes().get(index);
        Parameter parameter = session.parameter(route.target());
        Verdict verdict = live.verdict(index);
        String name = session.device(route.target().device()).name() + " · " + parameter.name();
        String from = route.hand().map(session::controlName).orElse("No control");
        // Under takeover the control counts elsewhere than where the hand is.
        double counts = live.counted(index);
        double place = Double.isNaN(counts) ? hand : counts;
        double asked = route.span().apply(Double.isNaN(place) ? 0 : place);
        String moved = from + " moved to " + percent(hand) + " → " + name;
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
                    Act.REACH_MEMBERS);
        }
        String kept = moved + " stays at " + parameter.print(currentValue(session, live, route));
        return switch (verdict) {
            case NONE -> trace(verdict, "Ready", name + " has not been moved yet.", route, null);
            case TOUCHED -> trace(verdict, "Touched", from + " is held → " + name + ".", route, null);
            case WRITTEN -> trace(
                    verdict, "Writing", heard + " — written in " + route.mode().spoken() + ".", route, null);
            case LEAD_IN -> trace(
                    verdict, "Count-in", heard + " — kept as the lead-in: it gives the starting value.", route, null);
            case REHEARSED -> trace(
                    verdict,
                    "Rehearsing",
                    heard + " — heard and kept, not written until you say so.",
                    route,
                    Act.WRITE_REHEARSAL);
            case HEARD_IN_READ -> trace(
                    verdict, "Heard", heard + " — heard, not written: this route is in Read.", route, Act.PUT_IN_TOUCH);
            case NOT_PLAYING -> trace(
                    verdict,
                    "Not written",
                    heard + " — heard, but nothing plays: a ride needs time to run.",
                    route,
                    Act.PLAY);
            case READ -> trace(
                    verdict,
                    "Not written",
                    kept + " — the wire stops at the envelope: this route is in Read, so the envelope plays.",
                    route,
                    Act.PUT_IN_TOUCH);
            case WAITING -> trace(
                    verdict,
                    "Waiting",
                    from + " has to meet the value at "
                            + percent(route.span().positionOf(currentValue(session, live, route))) + "; the hand is at "
                            + percent(hand) + " — the wire stops at the span.",
                    route,
                    Act.TAKE_OVER_NOW);
            case SPAN_CLOSED -> trace(
                    verdict,
                    "Not heard",
                    moved + " — the wire stops at the span: it goes from "
                            + parameter.print(route.span().from()) + " to the same value.",
                    route,
                    Act.OPEN_SPAN);
            case ROUTE_OFF -> trace(
                    verdict,
                    "Not heard",
                    moved + " — the wire stops at the hand: this route is switched off.",
                    route,
                    Act.SWITCH_ON);
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
                    Act.EXPOSE);
            case FOLLOWS -> trace(
                    verdict,
                    "Not heard",
                    moved + " — the wire stops at the sound: it moves with " + leader(session, route)
                            + (session.macroOf(route.target()).isPresent() ? "." : ", their socket carries one value."),
                    route,
                    Act.MOVE_LEADER);
            case AWAY -> trace(
                    verdict,
                    "Not heard",
                    moved + " — the wire stops at the sound: its socket is with " + holder(session, live, route) + ".",
                    route,
                    Act.SHOW_SOCKETS);
            case OUTSIDE_SPAN -> trace(
                    verdict,
                    "Waiting",
                    from + " has to meet the value, but " + name + " stands at "
                            + parameter.print(currentValue(session, live, route)) + ", outside the span of "
                            + parameter.print(parameter.settled(route.span().from())) + " to "
                            + parameter.print(parameter.settled(route.span().to())) + " — the wire stops at the span.",
                    route,
                    Act.TAKE_OVER_NOW);
            case NO_MEMBERS -> trace(
                    verdict,
                    "Not heard",
                    moved + " — the wire stops at the sound: this macro has no members, so it moves nothing.",
                    route,
                    Act.ADD_MEMBERS);
            case OTHER_PAGE -> {
                Hand there = route.hand().orElseThrow();
                Surface surface = session.surface(there.surface());
                int page = live.page(session.surfaces().indexOf(surface));
                yield otherPage(session, surface, session.control(there), page, route);
            }
            case NO_ROUTE, NO_CONTROL, OTHER_CHANNEL, PORT_CLOSED, PAGE_TURNED -> throw new IllegalStateException(
                    "A route has no such verdict.");
        };
    }

    private static String leader(Session session, Route route) {
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
    private static String holder(Session session, LiveState live, Route route) {
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

    private static double currentValue(Session session, LiveState live, Route route) {
        int number = 0;
        for (Device device : session.devices()) {
            if (device.id().equals(route.target().device())) {
                int place = device.placeOf(route.target().parameter());
                if (place >= 0) {
                    return live.value(number + place);
                }
            }
            number += device.parameters().size();
        }
        for (Macro macro : session.macros()) {
            if (macro.target().equals(route.target())) {
                return live.value(number);
            }
            number++;
        }
        throw new IllegalArgumentException("The session has no parameter " + route.target() + ".");
    }

    private static Trace trace(Verdict verdict, String head, String sentence, Route route, Act act) {
        return new Trace(verdict, head, sentence, Optional.of(route), Optional.ofNullable(act), route.hand());
    }

    private static Trace unknown(Surface surface, int message) {
        int status = message >> 16 & 0xFF;
        String bytes = String.format(Locale.ROOT, "%02X %02X", status, message >> 8 & 0x7F);
        if (MidiParser.lengthOf(status) == 2) {
            bytes += String.format(Locale.ROOT, " %02X", message & 0x7F);
        }
        String sent =
                surface.name() + " sent " + bytes + " (" + describe(message) + ") — the wire stops before the hand: ";
        for (Control control : surface.controls()) {
            if (onAnotherChannel(surface, control, message)) {
                return about(
                        Verdict.OTHER_CHANNEL,
                        "Not heard",
                        sent + control.name() + " speaks so, but on channel "
                                + control.address().channel() + ".",
                        new Hand(surface.id(), control.id()),
                        Act.ANY_CHANNEL);
            }
        }
        return about(
                Verdict.NO_CONTROL,
                "Unknown",
                sent + "no control of this surface speaks so.",
                new Hand(surface.id(), ""),
                Act.MAKE_CONTROL);
    }

    /** True if the message would belong to the control if only its channel were another. */
    private static boolean onAnotherChannel(Surface surface, Control control, int message) {
        boolean[] met = {false};
        MoveSink sink = new MoveSink() {
            @Override
            public void moved(int c, double value, long nanos) {
                met[0] = true;
            }

            @Override
            public void touched(int c, boolean down, long nanos) {
                // A touch alone is not what the control says.
            }

            @Override
            public void unknown(int status, int data1, int data2, long nanos) {
                // It is another control's, or nobody's.
            }
        };
        Control anywhere = control.speaking(control.address().on(Address.ANY));
        Surface alone = new Surface(surface.id(), surface.name(), surface.port(), List.of(anywhere));
        SurfaceDecoder decoder = new SurfaceDecoder(alone, sink);
        decoder.message(message >> 16 & 0xFF, message >> 8 & 0x7F, message & 0x7F, 0);
        return met[0];
    }

    private static String describe(int message) {
        int status = message >> 16 & 0xFF;
        int channel = (status & 0x0F) + 1;
        int data1 = message >> 8 & 0x7F;
        String what =
                switch (status & 0xF0) {
                    case 0x80, 0x90 -> "note " + data1;
                    case 0xA0 -> "key pressure " + data1;
                    case 0xB0 -> "CC " + data1;
                    case 0xC0 -> "program " + data1;
                    case 0xD0 -> "channel pressure";
                    default -> "bend";
                };
        return what + ", channel " + channel;
    }

    /** A place of a control as people read it. */
    public static String percent(double place) {
        return Double.isNaN(place) ? "–" : Math.round(place * 100) + " %";
    }
}
