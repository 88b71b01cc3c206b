package agogic.core.refine;

import agogic.core.ride.Ride;
import agogic.core.route.Hand;
import java.util.ArrayList;
import java.util.List;
import java.util.Random;

/**
 * A made-up hand whose true path is known: reaches of minimum jerk (Flash and Hogan 1985) and rests in turn, a tremor of
 * 0.15 % at 8 to 11 Hz, seen every 2 ms through 7-bit codes that stick a little.
 */
final class MadeHand {
    static final double SECONDS = 16;
    private static final double TREMOR = 0.0015;

    final double[] path;
    final List<double[]> rests = new ArrayList<>();
    final Ride ride;

    /** Reaches of {@code shortest} to {@code longest} seconds; {@code stick} in codes. */
    MadeHand(long seed, double shortest, double longest, double stick) {
        this(seed, shortest, longest, stick, SECONDS);
    }

    /** The same, for so many seconds. */
    MadeHand(long seed, double shortest, double longest, double stick, double whole) {
        this(seed, shortest, longest, stick, whole, false);
    }

    /** The same; with {@code even} reaches go at one pace. */
    MadeHand(long seed, double shortest, double longest, double stick, double whole, boolean even) {
        Random random = new Random(seed);
        path = new double[(int) (whole * 1000) + 1];
        double value = random.nextDouble();
        int i = 0;
        while (i < path.length) {
            int lies = (int) (1600 * random.nextDouble());
            int until = Math.min(path.length, i + lies);
            rests.add(new double[] {i / 1000.0, (until - 1) / 1000.0});
            for (; i < until; i++) {
                path[i] = value;
            }
            double to = random.nextDouble();
            int length = (int) (1000 * (shortest + (longest - shortest) * random.nextDouble()));
            int begun = i;
            for (; i < Math.min(path.length, begun + length); i++) {
                double u = (i - begun) / (double) length;
                path[i] = value + (to - value) * (even ? u : u * u * u * (10 + u * (6 * u - 15)));
            }
            value = to;
        }
        double rate = 8 + 3 * random.nextDouble();
        double phase = 6 * random.nextDouble();
        List<Double> times = new ArrayList<>();
        List<Double> codes = new ArrayList<>();
        int code = -1;
        for (int k = 0; k < path.length; k += 2) {
            double trembling = path[k] + TREMOR * Math.sin(rate * 2 * Math.PI * k / 1000 + phase);
            double at = 127 * Math.max(0, Math.min(1, trembling));
            if (code < 0 || Math.abs(at - code) > 0.5 + stick && Math.round(at) != code) {
                code = (int) Math.round(at);
                times.add(k / 1000.0);
                codes.add(code / 127.0);
            }
        }
        double[] seconds = times.stream().mapToDouble(t -> t).toArray();
        double[] places = codes.stream().mapToDouble(c -> c).toArray();
        ride = new Ride("ride-1", new Hand("s", "f"), 1.0 / 127, 0, whole, seconds, places, places);
    }
}
