package agogic.bench;

import agogic.core.device.Device;
import agogic.core.device.Outside;
import agogic.core.envelope.Envelope;
import agogic.core.envelope.Point;
import agogic.core.lane.Lane;
import agogic.core.midi.Wire;
import agogic.core.out.PortOut;
import agogic.core.parameter.Parameter;
import agogic.core.parameter.Taper;
import agogic.core.parameter.Unit;
import agogic.core.play.Engine;
import agogic.core.route.Hand;
import agogic.core.route.Route;
import agogic.core.route.Span;
import agogic.core.route.Target;
import agogic.core.session.Session;
import agogic.standins.comet.SlowComet;
import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import java.util.concurrent.TimeUnit;
import org.openjdk.jmh.annotations.Benchmark;
import org.openjdk.jmh.annotations.BenchmarkMode;
import org.openjdk.jmh.annotations.Fork;
import org.openjdk.jmh.annotations.Measurement;
import org.openjdk.jmh.annotations.Mode;
import org.openjdk.jmh.annotations.OutputTimeUnit;
import org.openjdk.jmh.annotations.Scope;
import org.openjdk.jmh.annotations.Setup;
import org.openjdk.jmh.annotations.State;
import org.openjdk.jmh.annotations.Warmup;

/** 512 lanes that change on one wire, and the way from a byte that comes in to the byte that goes out. Run with {@code -prof gc}. */
@State(Scope.Thread)
@BenchmarkMode(Mode.AverageTime)
@OutputTimeUnit(TimeUnit.MICROSECONDS)
@Fork(1)
@Warmup(iterations = 3, time = 1)
@Measurement(iterations = 4, time = 1)
public class Sending {
    private static final int LANES = 512;
    private static final String PORT = "Rack";
    private static final long TICK = 4_000_000;

    private Engine engine;
    private PortOut out;
    private long clock;
    private long wants;
    private long sent;
    private Engine single;
    private PortOut direct;
    private long other;
    private int code;
    private int heard;

    @Setup
    public void prepare() {
        Random random = new Random(6);
        List<Parameter> parameters = new ArrayList<>();
        List<Outside> ways = new ArrayList<>();
        for (int p = 0; p < LANES; p++) {
            parameters.add(Parameter.continuous("p" + p, "P" + p, "", Unit.PERCENT, Taper.LINEAR, 0, 100, 50));
            ways.add(new Outside("p" + p, Outside.Way.CC, 1 + p % 16, 40 + p / 16));
        }
        Device device = new Device("box", "Box", "", parameters, 0, List.of(), List.of(), ways, ways, 0).through(PORT);
        Session session =
                SlowComet.score().withRoutes(List.of()).withMacros(List.of()).withLanes(List.of());
        session = session.withDevice(device);
        single = new Engine(session.withRoutes(
                List.of(Route.of("r", new Hand("north-eight", "fader-1"), Span.FULL, new Target("box", "p0")))));
        single.tick(0);
        direct = new PortOut(PORT, new Wire(1e9), (status, data1, data2, nanos) -> heard++);
        direct.tick(single.playing(), single.run(), 0);
        List<Lane> lanes = new ArrayList<>();
        for (int p = 0; p < LANES; p++) {
            List<Point> points = new ArrayList<>();
            for (int i = 0; i < 400; i++) {
                points.add(new Point(i * 0.5, random.nextDouble()));
            }
            lanes.add(Lane.drawn(new Target("box", "p" + p), Envelope.of(points)));
        }
        engine = new Engine(session.withLanes(lanes));
        engine.tick(0);
        out = new PortOut(PORT, Wire.CABLE, (status, data1, data2, nanos) -> sent++);
        engine.play(0, 0);
    }

    /** A second of the piece: all lanes are played 250 times, the wire is full. 50,000 µs would be 5 % of a core. */
    @Benchmark
    public long aSecondOfAllLanesOnOneWire() {
        if (!engine.live().playing()) {
            engine.play(0, 0);
        }
        long until = clock + 1_000_000_000L;
        while (clock < until) {
            long tick = (clock / TICK + 1) * TICK;
            clock = Math.max(clock, Math.min(tick, wants));
            if (clock == tick) {
                engine.tick(clock);
            }
            wants = out.tick(engine.playing(), engine.run(), clock);
        }
        return sent;
    }

    /** Each one timed: a message comes into a port, the engine takes it, and the value is on its way out. */
    @Benchmark
    @BenchmarkMode(Mode.SampleTime)
    public int eachByteInToByteOut() {
        other += 2_000_000;
        code = (code + 1) & 0x7F;
        single.port(0).message(0xB0, 20, code, other);
        single.tick(other);
        direct.tick(single.playing(), single.run(), other);
        return heard;
    }
}
