package agogic.bench;

import agogic.core.envelope.Envelope;
import agogic.core.envelope.EnvelopeCursor;
import agogic.core.envelope.Point;
import agogic.core.lane.Extent;
import agogic.core.lane.Lane;
import agogic.core.lane.Layer;
import agogic.core.lane.LayerStack;
import agogic.core.play.Engine;
import agogic.core.route.Target;
import agogic.core.score.Clip;
import agogic.core.session.Session;
import agogic.core.time.Lock;
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

/** Playing lanes, and the way from a message to a stored value. */
@State(Scope.Thread)
@BenchmarkMode(Mode.AverageTime)
@OutputTimeUnit(TimeUnit.MICROSECONDS)
@Fork(1)
@Warmup(iterations = 3, time = 1)
@Measurement(iterations = 4, time = 1)
public class Playing {
    private static final int LANES = 512;

    private EnvelopeCursor[] cursors;
    private LayerStack[] stacks;
    private double time;
    private Engine engine;
    private long clock;
    private int code;

    @Setup
    public void prepare() {
        Random random = new Random(3);
        cursors = new EnvelopeCursor[LANES];
        for (int lane = 0; lane < LANES; lane++) {
            List<Point> points = new ArrayList<>();
            for (int i = 0; i < 10_000; i++) {
                points.add(new Point(i * 0.02, random.nextDouble()));
            }
            cursors[lane] = Envelope.of(points).cursor();
        }
        stacks = layered(random);
        Session session = SlowComet.score();
        engine = new Engine(session);
        engine.tick(0);
    }

    /** Lanes with two clips, one of them repeating, an absolute layer and an offset in each, and an offset over all. */
    private static LayerStack[] layered(Random random) {
        Session comet = SlowComet.score();
        List<Clip> clips = List.of(
                new Clip("One", 0, 100, List.of()).called("one"),
                new Clip("Two", 100, 150, List.of()).called("two").repeating(16));
        Target target = new Target("filter", "cutoff");
        LayerStack[] stacks = new LayerStack[LANES];
        for (int i = 0; i < LANES; i++) {
            List<Layer> layers = new ArrayList<>(List.of(new Layer(Lock.BEATS, points(random, 10_000), List.of())));
            for (Clip clip : clips) {
                layers.add(Layer.of(clip.id(), false)
                        .with(points(random, 2_000))
                        .drawn(List.of(new Extent(0, 12), new Extent(13, 90))));
                layers.add(Layer.of(clip.id(), true).with(points(random, 500)));
            }
            layers.add(Layer.of("", true).with(points(random, 1_000)));
            stacks[i] = new LayerStack(
                    new Lane(target, layers),
                    comet.parameter(target),
                    comet.timeline(),
                    id -> clips.get(id.equals("one") ? 0 : 1));
        }
        return stacks;
    }

    private static Envelope points(Random random, int n) {
        List<Point> points = new ArrayList<>();
        for (int i = 0; i < n; i++) {
            points.add(new Point(i * 0.02, 0.4 + 0.2 * random.nextDouble()));
        }
        return Envelope.of(points);
    }

    /** One millisecond of 512 lanes of several layers: 50 µs would be 5 % of a core. */
    @Benchmark
    public double oneMillisecondOfLayers() {
        time = time > 199 ? 0 : time + 0.001;
        double sum = 0;
        for (LayerStack stack : stacks) {
            sum += stack.valueAt(time, time * 1.2);
        }
        return sum;
    }

    /** One millisecond of 512 lanes of 10,000 points: 50 µs would be 5 % of a core. */
    @Benchmark
    public double oneMillisecondOfAllLanes() {
        time = time > 199 ? 0 : time + 0.001;
        double sum = 0;
        for (EnvelopeCursor cursor : cursors) {
            sum += cursor.valueAt(time);
        }
        return sum;
    }

    /** The same as {@link #messageToValue}, each one timed: 99.9 % are to be within 1 ms. */
    @Benchmark
    @BenchmarkMode(Mode.SampleTime)
    public double eachMessageToValue() {
        return messageToValue();
    }

    /** A message into a port, the tick that takes it, the value read back. */
    @Benchmark
    public double messageToValue() {
        clock += 1_000_000;
        code = (code + 1) & 0x7F;
        engine.port(0).message(0xB0, 20, code, clock);
        engine.tick(clock);
        return engine.live().control(0, 8);
    }
}
