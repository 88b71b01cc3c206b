package agogic.bench;

import agogic.core.curve.Reconstruction;
import agogic.core.refine.Refined;
import agogic.core.ride.Ride;
import agogic.core.session.Session;
import agogic.standins.comet.RecordedHand;
import agogic.standins.comet.SlowComet;
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

/** The shipped hand moves at 1 % tolerance, beside JTS Douglas-Peucker on the same moves. */
@State(Scope.Thread)
@BenchmarkMode(Mode.AverageTime)
@OutputTimeUnit(TimeUnit.MICROSECONDS)
@Fork(1)
@Warmup(iterations = 3, time = 1)
@Measurement(iterations = 4, time = 1)
public class HumanMoves {
    private static final double TOLERANCE = 0.01;

    @Param
    RecordedHand hand;

    private double[] times;
    private double[] values;

    @Setup
    public void prepare() {
        Session ridden = SlowComet.ridden(SlowComet.score(), hand);
        Ride ride = ridden.rides().get(ridden.rides().size() - 1);
        times = ride.times();
        values = ride.countedPlaces();
        System.out.println();
        System.out.println("# " + hand.title() + ", " + times.length + " moves: straight "
                + straight().points() + ", bent " + bent().points() + ", Douglas-Peucker "
                + douglasPeucker().getNumPoints() + " points");
    }

    /** From the moves to the fewest straight points, drawn to the middle, with all distances told. */
    @Benchmark
    public Refined straight() {
        return agogic.core.refine.CurveRefining.refine(
                Reconstruction.joined(times, values), times.length, TOLERANCE, false);
    }

    @Benchmark
    public Refined bent() {
        return agogic.core.refine.CurveRefining.refine(
                Reconstruction.joined(times, values), times.length, TOLERANCE, true);
    }

    @Benchmark
    public Geometry douglasPeucker() {
        return Thinning.thin(times, values, TOLERANCE);
    }
}
