package agogic.bench;

import agogic.core.edit.points.Chosen;
import agogic.core.edit.points.ShapeWords;
import agogic.core.envelope.Envelope;
import agogic.core.envelope.EnvelopeOutline;
import agogic.core.envelope.Point;
import agogic.core.lane.Lane;
import agogic.core.route.Target;
import agogic.core.session.Session;
import agogic.standins.comet.SlowComet;
import java.util.ArrayList;
import java.util.BitSet;
import java.util.List;
import java.util.Random;
import java.util.concurrent.TimeUnit;
import org.openjdk.jmh.annotations.Benchmark;
import org.openjdk.jmh.annotations.BenchmarkMode;
import org.openjdk.jmh.annotations.Fork;
import org.openjdk.jmh.annotations.Measurement;
import org.openjdk.jmh.annotations.Mode;
import org.openjdk.jmh.annotations.OutputTimeUnit;
import org.openjdk.jmh.annotations.Param;
import org.openjdk.jmh.annotations.Scope;
import org.openjdk.jmh.annotations.Setup;
import org.openjdk.jmh.annotations.State;
import org.openjdk.jmh.annotations.Warmup;

/** A lane of a million points: all of them chosen and moved, scaled, thinned, and drawn after. Each under 100 ms. */
@State(Scope.Thread)
@BenchmarkMode(Mode.AverageTime)
@OutputTimeUnit(TimeUnit.MILLISECONDS)
@Fork(1)
@Warmup(iterations = 4, time = 2)
@Measurement(iterations = 5, time = 2)
public class LargeLane {
    private static final Target TARGET = new Target("filter", "cutoff");
    private static final int COLUMNS = 900;

    @Param({"100000", "1000000"})
    private int points;

    private Session session;
    private double[] low;
    private double[] high;

    @Setup
    public void prepare() {
        Session comet = SlowComet.session();
        Random random = new Random(1);
        List<Point> all = new ArrayList<>(points);
        double value = 0.5;
        for (int i = 0; i < points; i++) {
            value = Math.max(0.1, Math.min(0.9, value + (random.nextDouble() - 0.5) * 0.01));
            all.add(new Point(comet.length() * i / points, value));
        }
        session = comet.with(Lane.drawn(TARGET, Envelope.of(all)));
        low = new double[COLUMNS];
        high = new double[COLUMNS];
    }

    @Benchmark
    public Session chosenAndMovedInTimeAndValue() {
        BitSet chosen = Chosen.in(session, TARGET, 0, "all");
        return Chosen.move(session, TARGET, 0, chosen, 0.25, 0.01);
    }

    @Benchmark
    public Session scaled() {
        return ShapeWords.apply(session, TARGET, 0, "scale 50 % about 1 kHz all");
    }

    @Benchmark
    public Session thinned() {
        return ShapeWords.apply(session, TARGET, 0, "thin 100 cents all");
    }

    @Benchmark
    public double[] drawn() {
        Envelope envelope = session.lane(TARGET).envelope();
        new EnvelopeOutline(envelope).fill(0, session.length(), low, high);
        return high;
    }
}
