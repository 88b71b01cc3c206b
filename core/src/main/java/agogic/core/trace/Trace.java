package agogic.core.trace;

import agogic.core.device.Device;
import agogic.core.play.LiveState;
import agogic.core.play.Verdict;
import agogic.core.route.Hand;
import agogic.core.route.Route;
import agogic.core.session.Session;
import agogic.core.snapshot.PadStart;
import agogic.core.surface.Control;
import agogic.core.surface.Page;
import agogic.core.surface.Surface;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

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
        OPEN_LANE("Open the lane"),
        WRITE_TIMELINE("Write to the timeline"),
        WRITE_CLIP("Write into the clip"),
        HEAR_LAYER("Let it be heard"),
        PUNCH_OFF("Write everywhere"),
        BYPASS_OFF("Switch the bypass off"),
        LOOK_AGAIN("Look for the port again");

        private final String spoken;

        Act(String spoken) {
            this.spoken = spoken;
        }

        /** The word for people. */
        public String spoken() {
            return spoken;
        }
    }

    /**
     * The trace of the last message the engine took, or empty if there was none.
     *
     * @throws IllegalArgumentException in words for people if the session is not the one that the engine plays
     */
    public static Optional<Trace> last(Session session, LiveState live) {
        LiveState.LastEvent event = live.lastEvent();
        if (event == null || event.surface() >= session.surfaces().size()) {
            return Optional.empty();
        }
        Surface surface = session.surfaces().get(event.surface());
        if (event.control() < 0) {
            return Optional.of(Unheard.message(surface, event.message()));
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
                return Optional.of(Sentences.about(
                        Verdict.PAGE_TURNED, "Page", sentence, new Hand(surface.id(), control.id()), null));
            }
        }
        Optional<Trace> started = routes.isEmpty() ? started(session, live, event, surface, control) : Optional.empty();
        if (started.isPresent()) {
            return started;
        }
        if (routes.isEmpty() && !all.isEmpty()) {
            return Optional.of(Sentences.otherPage(
                    session, surface, control, page, session.routes().get(all.get(0))));
        }
        if (routes.isEmpty()) {
            String sentence = control.name() + (Double.isNaN(hand) ? " is touched" : " moved to " + percent(hand))
                    + " — the wire stops at the hand: nothing is connected to it.";
            Hand here = new Hand(surface.id(), control.id());
            return Optional.of(Sentences.about(Verdict.NO_ROUTE, "No route", sentence, here, Act.CONNECT));
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

    /** A button that starts a snapshot: which, and when it comes. */
    private static Optional<Trace> started(
            Session session, LiveState live, LiveState.LastEvent event, Surface surface, Control control) {
        Hand here = new Hand(surface.id(), control.id());
        return PadStart.of(session.sets(), here).stream()
                .filter(one -> live.active(event.surface(), one.pad().page()))
                .findFirst()
                .map(one -> {
                    String when =
                            live.playing() ? " It comes " + one.set().start().spoken() + "." : "";
                    return Sentences.about(
                            Verdict.STARTED,
                            "Snapshot",
                            control.name() + " starts " + one.spoken() + "." + when,
                            here,
                            null);
                });
    }

    /** The trace where nothing can come in, because the port of a surface is not open. {@code state} says why. */
    public static Trace closed(Surface surface, String state) {
        return Sentences.about(
                Verdict.PORT_CLOSED,
                "Port closed",
                surface.name() + " cannot be heard — the wire stops before the hand: its port “" + surface.port()
                        + "” is " + state + ".",
                null,
                Act.LOOK_AGAIN);
    }

    /** What is heard, but does not go out: the port of the device is not open. {@code state} says why. */
    public static Trace unsent(Trace heard, Device device, String state) {
        return new Trace(
                Verdict.PORT_CLOSED,
                "Not sent",
                heard.sentence() + " The wire stops behind the sound: the port “" + device.port() + "” of "
                        + device.name() + " is " + state + ".",
                heard.route(),
                Optional.of(Act.LOOK_AGAIN),
                heard.hand());
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

    /**
     * The trace of the last move on a route; {@code hand} is where its control stands, 0..1.
     *
     * @throws IllegalArgumentException in words for people if the session is not the one that the engine plays
     */
    public static Trace of(Session session, LiveState live, int index, double hand) {
        return new Sentences(session, live).of(index, hand);
    }

    /** A place of a control as people read it. */
    public static String percent(double place) {
        return Double.isNaN(place) ? "–" : Math.round(place * 100) + " %";
    }
}
