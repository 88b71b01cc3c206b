package agogic.bench;

import agogic.core.refine.Curve;
import agogic.core.refine.FewestLinks;
import agogic.core.refine.Refined;
import agogic.core.refine.Tube;
import java.util.Random;
import java.util.concurrent.TimeUnit;
import org.locationtech.jts.geom.Coordinate;
import org.locationtech.jts.geom.Geometry;
import org.locationtech.jts.geom.GeometryFactory;
import org.locationtech.jts.geom.LineString;
import org.locationtech.jts.simplify.DouglasPeuckerSimplifier;
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

/** Refining a ride, beside JTS Douglas-Peucker on the same data and tolerance. */
@State(Scope.Thread)
@BenchmarkMode(Mode.AverageTime)
@OutputTimeUnit(TimeUnit.MILLISECONDS)
@Fork(1)
@Warmup(iterations = 3, time = 1)
@Measurement(iterations = 4, time = 1)
public class Refining {
    @Param({"100000", "1000000"})
    int moves;

    private Curve curve;
    private LineString line;

    @Setup
    public void prepare() {
        Random random = new Random(7);
        double[] t = new double[moves];
        double[] v = new double[moves];
        Coordinate[] all = new Coordinate[moves];
        double hand = 0.5;
        double aim = 0.5;
        for (int i = 0; i < moves; i++) {
            t[i] = i * 0.005;
            aim = i % 400 == 0 ? random.nextDouble() : aim;
            hand += (aim - hand) * 0.01;
            v[i] = Math.rint(Math.max(0, Math.min(1, hand + 0.004 * Math.sin(i * 0.27))) * 127) / 127;
            all[i] = new Coordinate(t[i], v[i]);
        }
        curve = new Curve(t, v);
        line = new GeometryFactory().createLineString(all);
        System.out.println();
        System.out.println("# points of " + moves + " moves at 1 %: fewest "
                + FewestLinks.within(Tube.around(curve, 0.01)).size() + ", Douglas-Peucker "
                + douglasPeucker().getNumPoints());
    }

    @Benchmark
    public Curve fewestLinks() {
        return FewestLinks.within(Tube.around(curve, 0.01));
    }

    @Benchmark
    public Refined wholeRefining() {
        return agogic.core.refine.Refining.refine(curve, moves, 0.01, false);
    }

    @Benchmark
    public Geometry douglasPeucker() {
        return DouglasPeuckerSimplifier.simplify(line, 0.01);
    }
}
