package agogic.bench;

import agogic.core.envelope.Envelope;
import agogic.core.parameter.Parameter;
import agogic.core.parameter.Taper;
import agogic.core.parameter.Unit;
import agogic.core.refine.Recipe;
import agogic.core.refine.Refined;
import agogic.core.refine.Refining;
import agogic.core.ride.Ride;
import agogic.core.route.Hand;
import agogic.core.route.Span;
import agogic.core.time.Lock;
import agogic.core.time.MetreMap;
import agogic.core.time.TempoMap;
import agogic.core.time.Timeline;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.Random;
import java.util.function.DoubleUnaryOperator;

/**
 * Made-up hands of many kinds whose true path is known, ridden through codes and refined within 1 %: how far the envelope is
 * from the path (root mean square, in codes of the control), in rests and in moves, and how far behind it in moves, the bare
 * staircase beside it, how many points beside how many
 * straight or S-shaped parts the path has, and how many rests of more than 0.4 s are level. Words: how many hands of each
 * kind (20), and the first seed (1).
 */
final class Hands {
    private static final double SECONDS = 16;
    private static final int RATE = 1_000;

    /**
     * A kind of hand.
     *
     * @param shortest a reach takes at least so many seconds
     * @param longest and at most so many
     * @param way how a reach goes
     * @param tremor normalised, at 8 to 11 Hz
     * @param restless true if it trembles in rests too
     * @param stick how far beyond its border a code sticks, in codes
     * @param every seconds between two looks of the control
     * @param steps codes of the whole travel
     */
    private record Kind(
            String name,
            double shortest,
            double longest,
            Way way,
            double tremor,
            boolean restless,
            double stick,
            double every,
            double steps) {}

    private enum Way {
        REACH,
        RAMP,
        CREEP,
        THROW,
        VIBRATO,
        TAPS
    }

    private static final List<Kind> KINDS = List.of(
            new Kind("fast", 0.35, 1.5, Way.REACH, 0.0015, true, 0.15, 0.002, 127),
            new Kind("slow", 2, 6, Way.REACH, 0.0015, true, 0.15, 0.002, 127),
            new Kind("no tremor", 0.35, 3, Way.REACH, 0, false, 0.1, 0.002, 127),
            new Kind("every 1 ms", 0.35, 2, Way.REACH, 0.0015, true, 0.1, 0.001, 127),
            new Kind("every 8 ms", 0.35, 2, Way.REACH, 0.0015, true, 0.1, 0.008, 127),
            new Kind("every 20 ms", 0.35, 2, Way.REACH, 0.0015, true, 0.1, 0.020, 127),
            new Kind("tremor 0.4 %", 0.35, 3, Way.REACH, 0.004, false, 0.15, 0.002, 127),
            new Kind("restless 0.4 %", 0.35, 3, Way.REACH, 0.004, true, 0.15, 0.002, 127),
            new Kind("sticky 0.9", 0.35, 3, Way.REACH, 0.0015, true, 0.4, 0.002, 127),
            new Kind("14 bits", 0.35, 3, Way.REACH, 0.0015, false, 0, 0.002, 16_383),
            new Kind("ramps", 0.35, 3, Way.RAMP, 0.001, true, 0.1, 0.002, 127),
            new Kind("creeps", 1, 3, Way.CREEP, 0.0005, true, 0.1, 0.002, 127),
            new Kind("thrown", 0.008, 0.02, Way.THROW, 0, false, 0.1, 0.001, 127),
            new Kind("vibrato", 2, 4, Way.VIBRATO, 0, false, 0.1, 0.002, 127),
            new Kind("taps", 0.04, 0.08, Way.TAPS, 0, false, 0.1, 0.002, 127));

    private Hands() {}

    /** One hand: its true path a millisecond apart, and what it sent. */
    private static final class Made {
        final double[] path = new double[(int) (SECONDS * RATE) + 1];
        final List<double[]> rests = new ArrayList<>();
        final Ride ride;
        private final double[] sent;
        int parts;

        Made(Kind kind, Random random) {
            double value = random.nextDouble();
            int i = 0;
            while (i < path.length) {
                int until = Math.min(path.length, i + (int) (1_600 * random.nextDouble()));
                if (until > i) {
                    rests.add(new double[] {i / (double) RATE, (until - 1) / (double) RATE});
                    parts++;
                }
                for (; i < until; i++) {
                    path[i] = value;
                }
                double far = kind.way == Way.CREEP
                        ? (random.nextBoolean() ? 1 : -1) * (1.5 + 2 * random.nextDouble()) / 127
                        : random.nextDouble() - value;
                far = value + far < 0 || value + far > 1 ? -far : far;
                int length = (int) (RATE * (kind.shortest + (kind.longest - kind.shortest) * random.nextDouble()));
                double wobble = kind.way == Way.VIBRATO ? 0.05 + 0.05 * random.nextDouble() : 0;
                double rate = 4 + 2 * random.nextDouble();
                parts += i < path.length ? 1 : 0;
                int begun = i;
                for (; i < Math.min(path.length, begun + length); i++) {
                    double u = (i - begun) / (double) length;
                    double s = kind.way == Way.RAMP ? u : u * u * u * (10 + u * (6 * u - 15));
                    double shaken = wobble * Math.sin(2 * Math.PI * rate * (i - begun) / RATE) * Math.sin(Math.PI * u);
                    path[i] = Math.max(0, Math.min(1, value + far * s + shaken));
                }
                value += far;
            }
            ride = sent(kind, random);
            sent = ride.times();
        }

        private Ride sent(Kind kind, Random random) {
            double rate = 8 + 3 * random.nextDouble();
            double phase = 6 * random.nextDouble();
            List<Double> times = new ArrayList<>();
            List<Double> codes = new ArrayList<>();
            long code = -1;
            int look = Math.max(1, (int) Math.round(kind.every * RATE));
            for (int k = 0; k < path.length; k += look) {
                boolean still = !kind.restless && k > 0 && k + 1 < path.length && path[k - 1] == path[k + 1];
                double trembles = still ? 0 : kind.tremor * Math.sin(rate * 2 * Math.PI * k / RATE + phase);
                double at = kind.steps * Math.max(0, Math.min(1, path[k] + trembles));
                if (code < 0 || Math.abs(at - code) > 0.5 + kind.stick && Math.round(at) != code) {
                    code = Math.round(at);
                    times.add(k / (double) RATE);
                    codes.add(code / kind.steps);
                }
            }
            double[] seconds = times.stream().mapToDouble(t -> t).toArray();
            double[] places = codes.stream().mapToDouble(c -> c).toArray();
            return new Ride("ride-1", new Hand("s", "f"), 1.0 / kind.steps, 0, SECONDS, seconds, places, places);
        }

        /** Root mean square from the path, in codes of seven bits. */
        double off(DoubleUnaryOperator valueAt) {
            double sum = 0;
            for (int i = 0; i < path.length; i++) {
                double off = 127 * (valueAt.applyAsDouble(i / (double) RATE) - path[i]);
                sum += off * off;
            }
            return Math.sqrt(sum / path.length);
        }

        /** Where it lies still, millisecond by millisecond. */
        boolean[] still() {
            boolean[] still = new boolean[path.length];
            for (double[] rest : rests) {
                Arrays.fill(still, (int) Math.round(rest[0] * RATE), (int) Math.round(rest[1] * RATE) + 1, true);
            }
            return still;
        }

        /** What was sent last. */
        double code(double seconds) {
            int at = Arrays.binarySearch(sent, seconds);
            return ride.raw(Math.max(0, at < 0 ? -at - 2 : at));
        }
    }

    private static boolean level(Envelope envelope, double from, double to) {
        for (double t = from; t <= to; t += 0.004) {
            if (Math.abs(envelope.valueAt(t) - envelope.valueAt(from)) > 1e-9) {
                return false;
            }
        }
        return true;
    }

    /** Level ways of the envelope of which most lies in no rest. */
    private static int falseLevels(Made hand, Envelope envelope) {
        int found = 0;
        for (int p = 0; p + 1 < envelope.size(); p++) {
            double from = envelope.time(p);
            double to = envelope.time(p + 1);
            if (envelope.value(p) == envelope.value(p + 1) && to - from > 0.2) {
                double still = 0;
                for (double[] rest : hand.rests) {
                    still += Math.max(0, Math.min(to, rest[1]) - Math.max(from, rest[0]));
                }
                found += still < (to - from) / 2 ? 1 : 0;
            }
        }
        return found;
    }

    /** How far from the path it is while the hand lies still and while it moves, and how far behind it while it moves. */
    private static final class Apart {
        private double rests;
        private double moves;
        private double behind;
        private long resting;
        private long moving;

        void of(Made hand, DoubleUnaryOperator valueAt) {
            boolean[] still = hand.still();
            for (int i = 1; i < still.length; i++) {
                double off = 127 * (valueAt.applyAsDouble(i / (double) RATE) - hand.path[i]);
                if (still[i]) {
                    rests += off * off;
                    resting++;
                } else {
                    moves += off * off;
                    behind -= off * Math.signum(hand.path[i] - hand.path[i - 1]);
                    moving++;
                }
            }
        }

        double inRests() {
            return Math.sqrt(rests / Math.max(1, resting));
        }

        double inMoves() {
            return Math.sqrt(moves / Math.max(1, moving));
        }

        double behind() {
            return behind / Math.max(1, moving);
        }
    }

    static void print(int hands, long seed) {
        Parameter travel = Parameter.continuous("x", "X", "", Unit.PERCENT, Taper.LINEAR, 0, 100, 50);
        Timeline timeline = new Timeline(TempoMap.steady(60), MetreMap.steady(4, 4));
        Recipe recipe = Recipe.usual(travel).within(1).bending(true).starting(Recipe.Anchor.NONE);
        System.out.printf(
                "%-15s %6s %8s %8s %7s %9s %7s %6s %12s %12s%n",
                "kind",
                "rms",
                "in rests",
                "in moves",
                "behind",
                "staircase",
                "points",
                "parts",
                "level rests",
                "false levels");
        for (Kind kind : KINDS) {
            double far = 0;
            double stairs = 0;
            int points = 0;
            int parts = 0;
            int rests = 0;
            int level = 0;
            int wrong = 0;
            Apart apart = new Apart();
            for (int k = 0; k < hands; k++) {
                Made hand = new Made(kind, new Random(seed * 7_919 + k));
                Refined refined = new Refining(travel, Span.FULL, timeline, Lock.BEATS)
                        .refine(hand.ride, recipe, 0, SECONDS, List.of());
                Envelope envelope = refined.envelope();
                far += hand.off(envelope::valueAt);
                apart.of(hand, envelope::valueAt);
                stairs += hand.off(hand::code);
                points += refined.points();
                parts += hand.parts + 1;
                wrong += falseLevels(hand, envelope);
                for (double[] rest : hand.rests) {
                    if (rest[1] - rest[0] > 0.4) {
                        rests++;
                        level += level(envelope, rest[0] + 0.02, rest[1] - 0.02) ? 1 : 0;
                    }
                }
            }
            System.out.printf(
                    Locale.ROOT,
                    "%-15s %6.3f %8.3f %8.3f %7.3f %9.3f %7.1f %6.1f %8d/%3d %12d%n",
                    kind.name,
                    far / hands,
                    apart.inRests(),
                    apart.inMoves(),
                    apart.behind(),
                    stairs / hands,
                    (double) points / hands,
                    (double) parts / hands,
                    level,
                    rests,
                    wrong);
        }
    }
}
