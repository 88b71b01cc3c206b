package agogic.core.refine;

import agogic.core.curve.Curve;
import agogic.core.envelope.Envelope;
import agogic.core.envelope.Point;
import agogic.core.envelope.Shape;
import java.util.ArrayList;
import java.util.List;

/**
 * Lets one bent or S-shaped way take the place of several straight links, where it lies inside the tube everywhere.
 * Never more points than before. A level link is left alone: a hand that rested stays level.
 */
final class JoinedLinks {
    /** As many links as one way may replace. */
    private static final int MOST = 48;

    /** After so many links in a row that could not be joined, longer ones are not tried. */
    private static final int GIVE_UP = 3;

    private static final int HALVINGS = 24;

    private final Tube tube;
    private final double[] t;
    private final double[] v;

    private JoinedLinks(Curve corners, Tube tube) {
        this.tube = tube;
        t = corners.times();
        v = corners.values();
    }

    /** The envelope of {@code corners} (inside {@code tube}) with as many links joined as can be, from left to right. */
    static Envelope join(Curve corners, Tube tube) {
        return new JoinedLinks(corners, tube).join();
    }

    private Envelope join() {
        List<Point> points = new ArrayList<>();
        int i = 0;
        while (i + 1 < t.length) {
            int best = i + 1;
            Shape shape = Shape.STRAIGHT;
            int failed = 0;
            boolean rests = v[i] == v[i + 1];
            for (int j = i + 2; j < t.length && j - i <= MOST && failed < GIVE_UP && !rests; j++) {
                rests = v[j] == v[j - 1];
                Shape found = rests ? null : between(i, j);
                if (found == null) {
                    failed++;
                } else {
                    best = j;
                    shape = found;
                    failed = 0;
                }
            }
            points.add(new Point(t[i], v[i], shape));
            i = best;
        }
        points.add(new Point(t[i], v[i]));
        return Envelope.of(points);
    }

    /** A shape that leads from corner i to corner j inside the tube, or null. */
    private Shape between(int i, int j) {
        if (v[i] == v[j]) {
            return null;
        }
        BentWay way = new BentWay(tube, t[i], v[i], t[j], v[j]);
        for (int c = i + 1; c < j; c++) {
            if (!way.passesBy(t[c]) || !way.passesBy((t[c - 1] + t[c]) / 2)) {
                return null;
            }
        }
        // At each time less of the way is done as the bend grows.
        double low = -1;
        double high = 1;
        for (int k = 0; k < HALVINGS; k++) {
            double amount = (low + high) / 2 == 0 ? 1e-6 : (low + high) / 2;
            int miss = way.missAt(amount);
            if (miss == 0) {
                miss = way.miss(amount);
            }
            if (miss == 0) {
                return Shape.bent(amount);
            }
            if (miss == BentWay.BOTH) {
                break;
            }
            if (miss == BentWay.TOO_FAR) {
                low = amount;
            } else {
                high = amount;
            }
        }
        return way.mayBeS() && tube.holds(t[i], v[i], t[j], v[j], Shape.S) ? Shape.S : null;
    }

    /** One bent way between two corners of a tube, tried with many bends: is it inside everywhere, and if not, which way off? */
    private static final class BentWay {
        /** It has come too far at some time: it needs more bend. */
        static final int TOO_FAR = 1;
        /** It lags behind at some time: it needs less bend. */
        static final int TOO_LATE = -1;
        /** Both: no bend will do. */
        static final int BOTH = 2;

        private static final int MOST_PROBES = 96;

        private final Tube tube;
        private final double t0;
        private final double v0;
        private final double t1;
        private final double length;
        private final double whole;

        /** The parts of the time at which a few walls were looked up, and the parts of the way allowed there. */
        private final double[] probes = new double[MOST_PROBES];

        private final double[] least = new double[MOST_PROBES];
        private final double[] most = new double[MOST_PROBES];
        private int probed;

        BentWay(Tube tube, double t0, double v0, double t1, double v1) {
            this.tube = tube;
            this.t0 = t0;
            this.v0 = v0;
            this.t1 = t1;
            length = t1 - t0;
            whole = v1 - v0;
        }

        /** Looks up the walls at {@code time}; false if no way that only rises or only falls can pass there. */
        boolean passesBy(double time) {
            double a = (tube.lowerAt(time) - v0) / whole;
            double b = (tube.upperAt(time) - v0) / whole;
            probes[probed] = (time - t0) / length;
            least[probed] = Math.min(a, b) - slack();
            most[probed] = Math.max(a, b) + slack();
            boolean passes = most[probed] >= 0 && least[probed] <= 1;
            probed++;
            return passes;
        }

        private double slack() {
            return Tube.ROUNDING / Math.abs(whole);
        }

        /** What is off at the probes alone: 0, {@link #TOO_FAR}, {@link #TOO_LATE} or {@link #BOTH}. */
        int missAt(double amount) {
            double k = 8 * amount;
            double end = Math.expm1(k);
            int miss = 0;
            for (int i = 0; i < probed; i++) {
                miss = joined(miss, off(Math.expm1(k * probes[i]) / end, least[i], most[i]));
            }
            return miss;
        }

        /** False if an S is outside at a probe. */
        boolean mayBeS() {
            for (int i = 0; i < probed; i++) {
                double u = probes[i];
                if (off(u * u * (3 - 2 * u), least[i], most[i]) != 0) {
                    return false;
                }
            }
            return true;
        }

        private static int off(double part, double low, double high) {
            return part > high ? TOO_FAR : part < low ? TOO_LATE : 0;
        }

        private static int joined(int a, int b) {
            return a == 0 || a == b ? b : b == 0 ? a : BOTH;
        }

        /** What is off anywhere in time. */
        int miss(double amount) {
            double k = 8 * amount;
            double end = Math.expm1(k);
            double slack = slack();
            int miss = 0;
            double lastU = 0;
            double lastPart = 0;
            double lastWall = wall(k, tube.lowerAt(t0), tube.upperAt(t0));
            for (int i = tube.before(t0) + 1; miss != BOTH; i++) {
                boolean last = i >= tube.size() || tube.times[i] >= t1;
                double u = last ? 1 : (tube.times[i] - t0) / length;
                double part = last ? 1 : Math.expm1(k * u) / end;
                double a = last ? tube.lowerAt(t1) : tube.lower[i];
                double b = last ? tube.upperAt(t1) : tube.upper[i];
                double wall = wall(k, a, b);
                if (!last) {
                    double low = ((whole > 0 ? a : b) - v0) / whole;
                    double high = ((whole > 0 ? b : a) - v0) / whole;
                    miss = joined(miss, off(part, low - slack, high + slack));
                }
                double steepest = k * k * Math.max(1 + lastPart * end, 1 + part * end) / Math.abs(end);
                double bound = steepest * (u - lastU) * (u - lastU) / 8;
                double side = k > 0 ? 1 : -1;
                if (side * (lastPart - lastWall) < bound || side * (part - wall) < bound) {
                    miss = joined(miss, bulge(k, end, lastU, lastWall, u, wall, slack));
                }
                if (last) {
                    break;
                }
                lastU = u;
                lastPart = part;
                lastWall = wall;
            }
            return miss;
        }

        /**
         * Between two points of the tube the walls are straight, and the way leaves its chord to one side: for k above 0 it
         * lags behind the chord, else it runs ahead. It is farthest where it runs parallel to the wall. (Not asked where
         * |f''| du²/8, which bounds how far it leaves the chord, is less than the room there is.)
         */
        private static int bulge(
                double k, double end, double from, double wallFrom, double to, double wallTo, double slack) {
            double slope = (wallTo - wallFrom) / (to - from);
            double u = Math.log(slope * end / k) / k;
            if (!(u > from && u < to)) {
                return 0;
            }
            double part = Math.expm1(k * u) / end;
            double side = k > 0 ? 1 : -1;
            return side * (part - wallFrom - slope * (u - from)) < -slack ? (k > 0 ? TOO_LATE : TOO_FAR) : 0;
        }

        /** The wall on the side to which the way bulges, as a part of the way. */
        private double wall(double k, double lower, double upper) {
            return ((k > 0 == whole > 0 ? lower : upper) - v0) / whole;
        }
    }
}
