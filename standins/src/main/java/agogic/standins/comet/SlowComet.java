package agogic.standins.comet;

import agogic.core.device.Device;
import agogic.core.edit.pass.PassWriter;
import agogic.core.envelope.Envelope;
import agogic.core.envelope.Point;
import agogic.core.envelope.Shape;
import agogic.core.lane.Lane;
import agogic.core.macro.Macro;
import agogic.core.macro.Member;
import agogic.core.parameter.Parameter;
import agogic.core.play.ScriptedPass;
import agogic.core.route.Hand;
import agogic.core.route.Route;
import agogic.core.route.Span;
import agogic.core.route.Takeover;
import agogic.core.route.Target;
import agogic.core.route.WriteMode;
import agogic.core.session.Loop;
import agogic.core.session.Session;
import agogic.core.session.Track;
import agogic.core.time.MetreMap;
import agogic.core.time.Section;
import agogic.core.time.TempoMap;
import agogic.core.time.Timeline;
import agogic.standins.sound.StandIns;
import agogic.standins.surfaces.DemoSurfaces;
import java.util.ArrayList;
import java.util.List;

/** The demo piece: the score of a planetarium show, 84 bpm, 4/4, 48 bars. */
public final class SlowComet {
    /** What it is called. */
    public static final String NAME = "Slow Comet";

    private static final int COMETS = 5;

    private SlowComet() {}

    /** The demo as it opens: with drawn envelopes and two rides. */
    public static Session session() {
        return Whole.SESSION;
    }

    /** Made once: it is a value. */
    private static final class Whole {
        static final Session SESSION = ridden(ridden(score(), RecordedHand.OPENING_SWEEP), RecordedHand.RIBBON_DRIFT);
    }

    /** The piece with its wires and drawn envelopes, before anybody rode anything. */
    public static Session score() {
        List<Device> devices = new ArrayList<>(List.of(
                Constellation.devices(StandIns.partialBank("partial-bank")),
                StandIns.twoPoleFilter("filter"),
                StandIns.dronePair("drone"),
                StandIns.slowChorus("chorus")));
        List<Track> tracks = new ArrayList<>(List.of(
                new Track("glass", "Glass Partials", false, 1, List.of("partial-bank", "filter"), Score.glass()),
                new Track("drone", "Low Drone", false, 2, List.of("drone", "chorus"), Score.drone())));
        for (int c = 1; c <= COMETS; c++) {
            devices.add(StandIns.pulseClock("clock-" + c, c));
            devices.add(StandIns.domePanner("panner-" + c, c));
            tracks.add(new Track(
                    "comet-" + c, "Comet " + c, false, 3 + c, List.of("clock-" + c, "panner-" + c), Score.comet(c)));
        }
        devices.add(StandIns.voiceStrip("voice"));
        devices.add(StandIns.echoLine("echo"));
        devices.add(StandIns.longHall("hall"));
        tracks.add(new Track("narration", "Narration", false, 9, List.of("voice"), Score.narration()));
        tracks.add(new Track("wash", "Dome Wash", true, 3, List.of("echo", "hall"), List.of()));
        List<Section> sections = List.of(
                new Section("Dusk", 0),
                new Section("First star", 32),
                new Section("Comet", 64),
                new Section("Shadow", 128),
                new Section("Dawn", 160));
        Session bare = new Session(
                NAME,
                "planetarium show",
                new Timeline(TempoMap.steady(84), MetreMap.steady(4, 4)),
                192,
                sections,
                new Loop(64, 96, false),
                tracks,
                devices,
                List.of(DemoSurfaces.northEight(), DemoSurfaces.breathAndRibbon()),
                List.of(),
                List.of(),
                List.of(),
                List.of());
        return Constellation.lanes(lanes(routes(bare)));
    }

    private static Session routes(Session session) {
        Session tied = macros(session);
        List<Route> routes = new ArrayList<>();
        routes.add(route(tied, "fader-1", "filter/cutoff", "180 Hz", "6.2 kHz"));
        routes.add(route(tied, "fader-2", "partial-bank/brightness", "6 dB", "-12 dB"));
        routes.add(route(tied, "knob-2", "partial-bank/voicing", "Bowed", "Bell"));
        routes.add(route(tied, "knob-6", "partial-bank/spread", "0 %", "100 %"));
        routes.add(route(tied, "ribbon", "drone/detune", "-30 ct", "30 ct"));
        routes.add(route(tied, "fader-4", "drone/level", "-40 dB", "0 dB"));
        routes.add(route(tied, "knob-7", "macros/drift", "0 %", "100 %"));
        routes.add(route(tied, "fader-5", "macros/afterglow", "0 %", "100 %"));
        routes.add(route(tied, "fader-7", "voice/level", "-40 dB", "0 dB"));
        routes.add(route(tied, "breath", "voice/breath", "0 %", "60 %"));
        routes.add(route(tied, "fader-3", "echo/feedback", "0 %", "65 %"));
        routes.add(route(tied, "encoder-1", "echo/tone", "500 Hz", "9 kHz"));
        routes.add(route(tied, null, "hall/bypass", "Off", "On"));
        routes.add(route(tied, "knob-5", "hall/decay", "0.4 s", "9 s"));
        routes.add(route(tied, "encoder-2", "hall/damping", "800 Hz", "12 kHz"));
        // On the second page the faders lift the comets.
        for (int c = 1; c <= COMETS; c++) {
            Route lift = route(tied, "fader-" + c, "panner-" + c + "/elevation", "0°", "80°");
            routes.add(lift.by(lift.hand().map(h -> h.on(2))).with(Takeover.WHEN_THEY_MEET));
        }
        return tied.withRoutes(routes);
    }

    /** The five comets that drift together with their distances kept; and what glows on when something has passed. */
    private static Session macros(Session session) {
        Macro drift = Macro.named("drift", "Comet drift");
        for (int c = 1; c <= COMETS; c++) {
            drift = drift.with(new Member.ByOffset(new Target("panner-" + c, "azimuth")));
        }
        Macro afterglow = Macro.named("afterglow", "Afterglow")
                .with(member(session, "hall/mix", Span.Curve.BENT, 0.45, "25 %", "85 %"))
                .with(member(session, "chorus/mix", Span.Curve.STRAIGHT, 0, "10 %", "70 %"))
                .with(member(session, "drone/width", Span.Curve.STRAIGHT, 0, "100 %", "20 %"))
                .with(new Member.BySpan(new Target("drone", "octave"), Span.FULL));
        return session.with(drift).with(afterglow);
    }

    private static Member member(
            Session session, String target, Span.Curve curve, double amount, String from, String to) {
        Target at = target(target);
        Parameter parameter = session.parameter(at);
        return new Member.BySpan(at, new Span(parameter.parse(from), parameter.parse(to), curve, amount));
    }

    private static Target target(String words) {
        int slash = words.indexOf('/');
        return new Target(words.substring(0, slash), words.substring(slash + 1));
    }

    private static Route route(Session session, String control, String target, String from, String to) {
        Target at = target(target);
        Parameter parameter = session.parameter(at);
        boolean north = control != null && session.surface("north-eight").placeOf(control) >= 0;
        int page = north && control.startsWith("fader") ? 1 : 0;
        Hand hand = control == null ? null : new Hand(north ? "north-eight" : "breath-ribbon", control, page);
        Span span = parameter.stepped() ? Span.FULL : Span.straight(parameter.parse(from), parameter.parse(to));
        return Route.of("route-" + target.replace('/', '-'), hand, span, at);
    }

    private static Session lanes(Session session) {
        Session drawn = session;
        drawn = lane(
                drawn,
                "filter/cutoff",
                Shape.STRAIGHT,
                "0 520 Hz",
                "32 640 Hz",
                "64 440 Hz",
                "96 1.9 kHz",
                "128 2.4 kHz",
                "160 1.3 kHz",
                "192 700 Hz");
        drawn = lane(
                drawn,
                "partial-bank/brightness",
                Shape.S,
                "0 -5 dB",
                "32 -3 dB",
                "64 -8 dB",
                "112 1 dB",
                "160 -4 dB",
                "192 -9 dB");
        drawn = lane(
                drawn, "partial-bank/voicing", Shape.HOLD, "0 Bowed", "32 Struck", "64 Bell", "128 Air", "160 Struck");
        drawn = lane(
                drawn,
                "drone/level",
                Shape.bent(0.35),
                "0 -30 dB",
                "16 -14 dB",
                "64 -9 dB",
                "128 -6 dB",
                "160 -12 dB",
                "192 -36 dB");
        drawn = lane(
                drawn,
                "echo/feedback",
                Shape.STRAIGHT,
                "0 22 %",
                "64 22 %",
                "104 30 %",
                "108 52 %",
                "160 52 %",
                "192 18 %");
        drawn = lane(drawn, "panner-1/azimuth", Shape.S, "64 -75°", "96 20°", "128 80°");
        drawn = lane(drawn, "hall/bypass", Shape.HOLD, "0 Off", "128 On", "132 Off");
        return lane(drawn, "hall/decay", Shape.bent(0.4), "0 1.2 s", "64 2.4 s", "128 5.5 s", "192 8.5 s");
    }

    private static Session lane(Session session, String target, Shape shape, String... points) {
        Target at = target(target);
        Parameter parameter = session.parameter(at);
        List<Point> list = new ArrayList<>();
        for (String point : points) {
            int space = point.indexOf(' ');
            double beat = Double.parseDouble(point.substring(0, space));
            list.add(new Point(beat, parameter.parse(point.substring(space + 1)), shape));
        }
        return session.with(Lane.drawn(at, Envelope.of(list)));
    }

    /** The session after a recorded hand rode its control in Touch, over the bars it was made for. */
    public static Session ridden(Session session, RecordedHand hand) {
        Session armed = session;
        for (Route route : session.routes()) {
            boolean ridden =
                    route.hand().filter(h -> h.control().equals(hand.control())).isPresent();
            armed = ridden ? armed.with(route.in(WriteMode.TOUCH)) : armed;
        }
        int surface = session.surfaces().indexOf(session.surface(hand.surface().id()));
        Timeline timeline = session.timeline();
        double from = timeline.secondsAt(timeline.metre().beatOfBar(hand.fromBar()));
        double to = timeline.secondsAt(timeline.metre().beatOfBar(hand.toBar()));
        ScriptedPass script = new ScriptedPass(armed, surface);
        hand.bytes().forEach(some -> script.add(some.seconds(), some.bytes()));
        return PassWriter.write(armed, script.run(from, to));
    }
}
