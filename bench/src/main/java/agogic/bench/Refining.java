package agogic.bench;

import agogic.core.curve.Curve;
import agogic.core.curve.Reconstruction;
import agogic.core.refine.Refined;
import agogic.core.refine.links.FewestLinks;
import agogic.core.refine.tube.Tube;
import java.util.Random;
import java.util.concurrent.TimeUnit;
import org.locationtech.jts.geom.Geometry;
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
    @Param({"10000", "100000", "1000000"})
    int moves;

    private double[] times;
    private double[] values;

    @Setup
    public void prepare() {
        Random random = new Random(7);
        times = new double[moves];
        values = new double[moves];
        double hand = 0.5;
        double aim = 0.5;
        for (int i = 0; i < moves; i++) {
            times[i] = i * 0.005;
            aim = i % 400 == 0 ? random.nextDouble() : aim;
            hand += (aim - hand) * 0.01;
            values[i] = Math.rint(Math.max(0, Math.min(1, hand + 0.004 * Math.sin(i * 0.27))) * 127) / 127;
        }
        System.out.println();
        System.out.println("# points of " + moves + " moves at 1 %: straight "
                + wholeRefining().points() + " (fewest " + wholeRefining().fewest() + "), bent "
                + withBentShapes().points() + ", Douglas-Peucker "
                + douglasPeucker().getNumPoints());
    }

    /** The fewest corners alone. */
    @Benchmark
    public Curve fewestLinks() {
        return FewestLinks.within(Tube.around(Reconstruction.joined(times, values), 0.01));
    }

    /** From the moves to the points, with corners drawn to the middle and all distances told. */
    @Benchmark
    public Refined wholeRefining() {
        return agogic.core.refine.CurveRefining.refine(Reconstruction.joined(times, values), moves, 0.01, false);
    }

    /** The same, with bent shapes that join points. */
    @Benchmark
    public Refined withBentShapes() {
        return agogic.core.refine.CurveRefining.refine(Reconstruction.joined(times, values), moves, 0.01, true);
    }

    /** From the same moves to the points that JTS keeps. */
    @Benchmark
    public Geometry douglasPeucker() {
        return Thinning.thin(times, values, 0.01);
    }
}
