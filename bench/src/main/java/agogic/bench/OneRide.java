package agogic.bench;

import agogic.core.parameter.Parameter;
import agogic.core.parameter.Taper;
import agogic.core.parameter.Unit;
import agogic.core.refine.Recipe;
import agogic.core.refine.Refined;
import agogic.core.ride.Ride;
import agogic.core.route.Hand;
import agogic.core.route.Span;
import agogic.core.time.Lock;
import agogic.core.time.MetreMap;
import agogic.core.time.TempoMap;
import agogic.core.time.Timeline;
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
import org.openjdk.jmh.annotations.Param;
import org.openjdk.jmh.annotations.Scope;
import org.openjdk.jmh.annotations.Setup;
import org.openjdk.jmh.annotations.State;
import org.openjdk.jmh.annotations.Warmup;

/**
 * Refining what a hand does, reaches and rests: of some seconds, some 200 moves, it has to feel immediate while a slider moves;
 * of longer ones it has to grow with the moves only.
 */
@State(Scope.Thread)
@BenchmarkMode(Mode.AverageTime)
@OutputTimeUnit(TimeUnit.MICROSECONDS)
@Fork(1)
@Warmup(iterations = 8, time = 1)
@Measurement(iterations = 6, time = 1)
public class OneRide {
    @Param({"200", "10000", "100000"})
    int moves;

    private final Parameter parameter = Parameter.continuous("x", "X", "Bench", Unit.PERCENT, Taper.LINEAR, 0, 100, 50);
    private final Timeline timeline = new Timeline(TempoMap.steady(60), MetreMap.steady(4, 4));
    private Ride ride;
    private double end;

    /** Reaches of minimum jerk and rests, seen through 7-bit codes. */
    @Setup
    public void prepare() {
        Random random = new Random(5);
        List<Double> times = new ArrayList<>();
        List<Double> places = new ArrayList<>();
        double value = 0.4;
        double time = 0;
        int code = -1;
        while (times.size() < moves) {
            time += 0.8 * random.nextDouble();
            double to = random.nextDouble();
            double length = 0.5 + 2 * random.nextDouble();
            for (double t = 0; t < length && times.size() < moves; t += 0.002) {
                double u = t / length;
                int now = (int) Math.round(127 * (value + (to - value) * u * u * u * (10 + u * (6 * u - 15))));
                if (now != code) {
                    code = now;
                    times.add(time + t);
                    places.add(now / 127.0);
                }
            }
            time += length;
            value = to;
        }
        end = time;
        double[] seconds = times.stream().mapToDouble(t -> t).toArray();
        double[] counted = places.stream().mapToDouble(p -> p).toArray();
        ride = new Ride("ride-1", new Hand("s", "f"), 1.0 / 127, 0, end, seconds, counted, counted);
        System.out.println();
        System.out.println("# points of " + moves + " moves at 1 %: straight "
                + straight().points() + ", shaped " + shaped().points());
    }

    private Refined refined(boolean bent) {
        Recipe recipe = Recipe.usual(parameter).within(1).bending(bent);
        return new agogic.core.refine.Refining(parameter, Span.FULL, timeline, Lock.BEATS)
                .refine(ride, recipe, 0, end, List.of());
    }

    @Benchmark
    public Refined straight() {
        return refined(false);
    }

    @Benchmark
    public Refined shaped() {
        return refined(true);
    }
}
