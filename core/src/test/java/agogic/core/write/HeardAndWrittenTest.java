package agogic.core.write;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import agogic.core.device.Device;
import agogic.core.envelope.Envelope;
import agogic.core.envelope.Point;
import agogic.core.lane.Lane;
import agogic.core.parameter.Parameter;
import agogic.core.parameter.Taper;
import agogic.core.parameter.Unit;
import agogic.core.play.Engine;
import agogic.core.record.Pass;
import agogic.core.route.Hand;
import agogic.core.route.Into;
import agogic.core.route.Route;
import agogic.core.route.Span;
import agogic.core.route.Target;
import agogic.core.route.WriteMode;
import agogic.core.score.Clip;
import agogic.core.session.Loop;
import agogic.core.session.Session;
import agogic.core.session.Track;
import agogic.core.surface.Address;
import agogic.core.surface.Control;
import agogic.core.surface.Surface;
import agogic.core.time.MetreMap;
import agogic.core.time.TempoMap;
import agogic.core.time.TempoPoint;
import agogic.core.time.Timeline;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Random;
import java.util.TreeMap;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.Tag;

/**
 * Where the hand lies still, what was heard while it was written is what is heard afterwards: through spans of every form, on
 * what goes in steps and what does not, in every mode, absolute and as an offset, on the timeline and in clips.
 */
class HeardAndWrittenTest {
    private static final long MS = 1_000_000L;
    private static final Target TARGET = new Target("d", "p");
    private static final double END = 16;

    private static Parameter parameter(Random random) {
        return switch (random.nextInt(5)) {
            case 0 -> Parameter.stepped("p", "Mode", "", 0, "A", "B", "C", "D", "E");
            case 1 -> Parameter.stepped("p", "Bypass", "", 0, "Off", "On");
            case 2 -> Parameter.continuous("p", "Cutoff", "", Unit.HERTZ, Taper.LOGARITHMIC, 60, 12_000, 800);
            case 3 -> Parameter.continuous("p", "Fader", "", Unit.DECIBEL, Taper.FADER, 0, 1, -6);
            default -> Parameter.continuous("p", "Level", "", Unit.DECIBEL, Taper.LINEAR, -60, 6, -20);
        };
    }

    private static double place(Random random) {
        return random.nextInt(3) == 0 ? random.nextInt(2) : random.nextDouble();
    }

    private static Span span(Random random) {
        Span.Curve curve = Span.Curve.values()[random.nextInt(4)];
        double amount =
                switch (curve) {
                    case BENT -> 2 * random.nextDouble() - 1;
                    case STEPS -> 2 + random.nextInt(7);
                    default -> 0;
                };
        return new Span(place(random), place(random), curve, amount);
    }

    private static Session piece(Random random, Parameter parameter) {
        Device device = Device.of("d", "Device", "", List.of(parameter), 4, List.of("p"));
        Surface surface = new Surface(
                "s",
                "Surface",
                "Surface",
                List.of(new Control("fader", "Fader", Control.Kind.FADER, new Address.Cc(1, 20), -1)));
        Route route = Route.of("r", new Hand("s", "fader"), span(random), TARGET)
                .in(WriteMode.values()[1 + random.nextInt(3)])
                .into(new Into(random.nextBoolean(), random.nextBoolean()));
        double speed = new double[] {1, 0.5, 1.5}[random.nextInt(3)];
        Clip clip = new Clip(
                "c",
                "Clip",
                2,
                25 + random.nextDouble(),
                random.nextInt(2),
                speed,
                0,
                List.of(),
                List.of(),
                List.of(),
                Optional.empty());
        List<TempoPoint> tempos = List.of(
                new TempoPoint(0, 70 + random.nextInt(80), random.nextBoolean()),
                new TempoPoint(9, 60 + random.nextInt(100), false));
        Session bare = new Session(
                "Piece",
                "",
                new Timeline(TempoMap.of(tempos), MetreMap.steady(4, 4)),
                60,
                List.of(),
                new Loop(0, 8, false),
                List.of(new Track("t", "Track", false, 1, List.of("d"), List.of(clip))),
                List.of(device),
                List.of(surface),
                List.of(route),
                List.of(),
                List.of(),
                List.of());
        if (parameter.stepped() || random.nextBoolean()) {
            return bare;
        }
        return bare.with(
                Lane.drawn(TARGET, Envelope.of(new Point(0, 0.3), new Point(11, 0.3 + 0.4 * random.nextDouble()))));
    }

    /** How far a value may be from that of a code of which only the cell is known; 0 where values go in steps. */
    private static double cell(Route route, Parameter parameter, int code) {
        Span span = route.span();
        if (parameter.stepped() && route.into().offset()) {
            // An offset is no switch: it may lie a hair beside a border of what it is added to.
            return 1.0 / parameter.positions().size();
        }
        if (parameter.stepped() || span.curve() == Span.Curve.STEPS) {
            return 0;
        }
        double x = code / 127.0;
        double value = span.apply(x);
        double low = span.apply(Math.max(0, x - 0.5 / 127));
        double high = span.apply(Math.min(1, x + 0.5 / 127));
        double cell = Math.max(Math.abs(low - value), Math.abs(high - value));
        // And the usual tolerance; a decibel is not as long everywhere on a fader.
        return parameter.taper() == Taper.FADER && route.into().offset() ? 5 * cell + 0.05 : cell + 0.012;
    }

    /** The same at length: {@code ./agogic test --long}. */
    @Tag("long")
    @Property(tries = 3000)
    void whatWasHeardAtLength(@ForAll long seed) {
        whatWasHeardIsWhatIsWritten(seed);
    }

    @Property(tries = 60)
    void whatWasHeardIsWhatIsWritten(@ForAll long seed) {
        Random random = new Random(seed);
        Parameter parameter = parameter(random);
        Session session = piece(random, parameter);
        if (session.routes().get(0).span().closed()) {
            return;
        }
        Engine engine = new Engine(session);
        engine.tick(0);
        engine.play();
        Map<Double, Double> heard = new TreeMap<>();
        Map<Double, Double> cells = new TreeMap<>();
        long now = 0;
        int code = random.nextInt(128);
        double next = 0.4 + random.nextDouble();
        int to = code;
        double look = Double.NaN;
        while (now < END * 1000) {
            now++;
            double second = now / 1000.0;
            if (second >= next) {
                if (code == to) {
                    to = (code + 20 + random.nextInt(89)) % 128;
                }
                code += Integer.signum(to - code) * Math.min(Math.abs(to - code), 1 + random.nextInt(3));
                engine.port(0).message(0xB0, 20, code, now * MS - 1);
                boolean there = code == to;
                next = second + (there ? 0.45 + random.nextDouble() : 0.01);
                look = there ? second + 0.2 : Double.NaN;
            }
            engine.tick(now * MS);
            engine.provide();
            if (second >= look && second < END - 0.3) {
                double at = engine.live().position();
                heard.put(at, engine.live().value(engine.index().of(TARGET)));
                cells.put(at, cell(session.routes().get(0), parameter, code));
                look = Double.NaN;
            }
        }
        engine.stop();
        engine.tick((now + 1) * MS);
        Session written = session;
        for (List<Pass> some = engine.finishedPass(); some != null; some = engine.finishedPass()) {
            PassWriter.Outcome outcome = PassWriter.outcome(written, some);
            assertThat(outcome.loose()).isEmpty();
            written = outcome.session();
        }
        Route route = session.routes().get(0);
        assertThat(written.lane(TARGET).allStretches()).isNotEmpty();
        Clip clip = session.tracks().get(0).clips().get(0);
        for (Map.Entry<Double, Double> one : heard.entrySet()) {
            double beat = session.timeline().beatAt(one.getKey());
            if (route.into().clip() && (beat < clip.beat() || beat > clip.end())) {
                continue;
            }
            assertThat(parameter.settled(written.stack(written.lane(TARGET)).valueAtBeat(beat)))
                    .as("at %s s, %s, %s", one.getKey(), parameter.name(), route)
                    .isCloseTo(one.getValue(), within(1e-9 + cells.get(one.getKey())));
        }
    }
}
