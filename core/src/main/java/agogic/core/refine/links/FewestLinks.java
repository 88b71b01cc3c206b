package agogic.core.refine.links;

import agogic.core.curve.Curve;
import agogic.core.refine.tube.Tube;
import java.util.Arrays;

/**
 * The fewest straight links that any continuous function of time can have inside a tube, with corners wherever they
 * serve, in linear time (Imai and Iri 1986; Suri 1986).
 *
 * <p>One link is carried on for as long as there is any line between the walls. The extreme lines are kept: the steepest
 * one rests on the lower wall first and the upper wall later, the flattest the other way round. Where the tube turns
 * away from all lines, the extreme one on that side is the border of what can be seen; the next link must cross it
 * between its last touch of the wall and the place where it leaves the tube. No choice made here can cost a link.
 */
public final class FewestLinks {
    /** A wall counts as passed only beyond this, so that points on one line stay on one link. */
    private static final double ROUNDING = 1e-13;

    /** A hull has room for so many points to begin with. */
    private static final int HULL = 256;

    /** More links than this are not drawn to the middle all together. */
    public static final int MANY = 64;

    /** So far the walls are drawn in for a path that keeps off them. */
    private static final double[] ROOMY = {0.75, 0.95};

    private final Tube tube;
    private final Wall upper;
    private final Wall lower;

    private double[] cornerTimes = new double[16];
    private double[] cornerValues = new double[16];
    private int corners;

    private FewestLinks(Tube tube) {
        this.tube = tube;
        upper = new Wall(tube.size() + 2, 1);
        lower = new Wall(tube.size() + 2, -1);
    }

    /** The corners of the path with the fewest links, both ends included. */
    public static Curve within(Tube tube) {
        FewestLinks search = new FewestLinks(tube);
        search.run();
        return new Curve(
                Arrays.copyOf(search.cornerTimes, search.corners), Arrays.copyOf(search.cornerValues, search.corners));
    }

    /**
     * Of all paths with the fewest links, nearly the one that stays closest to the middle of the tube: the walls are
     * drawn in for as long as the number of links stays the same, in {@code rounds} halvings. A path of very many links is
     * taken as it is: somewhere one of them leaves no room.
     */
    public static Curve closest(Tube tube, int rounds) {
        Curve best = within(tube);
        if (best.size() - 1 > MANY) {
            return best;
        }
        double tooNarrow = 0;
        double wide = 1;
        for (int i = 0; i < rounds; i++) {
            double part = (tooNarrow + wide) / 2;
            Curve tried = within(tube.narrowed(part));
            if (tried.size() <= best.size()) {
                best = tried;
                wide = part;
            } else {
                tooNarrow = part;
            }
        }
        return best;
    }

    /** A path with the fewest links that keeps off the walls a little, if there is one; of very many links as {@link #closest}. */
    public static Curve roomy(Tube tube) {
        Curve best = within(tube);
        for (int i = 0; i < ROOMY.length && best.size() > 2 && best.size() - 1 <= MANY; i++) {
            Curve tried = within(tube.narrowed(ROOMY[i]));
            if (tried.size() <= best.size()) {
                return tried;
            }
        }
        return best;
    }

    /** The number of links needed, 0 for a tube of a single point. */
    public static int count(Tube tube) {
        return within(tube).size() - 1;
    }

    private void run() {
        int n = tube.size();
        if (n == 1) {
            corner(tube.times[0], tube.centre[0]);
            return;
        }
        upper.begin(tube.times[0], tube.upper[0], 1);
        lower.begin(tube.times[0], tube.lower[0], 1);
        Line before = null;
        while (true) {
            Border border = extend();
            Line line = border == null ? lastLine() : border.line;
            if (before == null) {
                corner(tube.times[0], clamp(line.at(tube.times[0]), 0));
            } else {
                corner(before, line);
            }
            if (border == null) {
                corner(tube.times[n - 1], clamp(line.at(tube.times[n - 1]), n - 1));
                return;
            }
            before = line;
            windowFrom = border.touchTime;
            windowTo = border.leaveTime;
            Wall touched = border.up ? upper : lower;
            Wall left = border.up ? lower : upper;
            touched.begin(border.touchTime, border.touchValue, border.afterTouch);
            left.begin(border.leaveTime, line.at(border.leaveTime), border.afterLeave);
        }
    }

    private double windowFrom;
    private double windowTo;

    /** Carries one link on as far as there is a line; returns the border it stops at, null at the end of the tube. */
    private Border extend() {
        upper.start();
        lower.start();
        upper.boundByStart(lower);
        lower.boundByStart(upper);
        int n = tube.size();
        while (upper.next < n || lower.next < n) {
            // In time order; at one time both walls are asked before either is taken in.
            int i = Math.min(upper.next, lower.next);
            boolean asUpper = upper.next == i;
            boolean asLower = lower.next == i;
            double t = tube.times[i];
            double high = tube.upper[i];
            double low = tube.lower[i];
            if (asUpper && lower.passes(t, high)) {
                return border(lower, i, false);
            }
            if (asLower && upper.passes(t, low)) {
                return border(upper, i, true);
            }
            if (asUpper) {
                upper.take(t, high, lower);
            }
            if (asLower) {
                lower.take(t, low, upper);
            }
        }
        return null;
    }

    /** The extreme line resting last on {@code touched} leaves the tube before its point i. */
    private Border border(Wall touched, int i, boolean up) {
        Line line = new Line(touched.extremeTime, touched.extremeValue, touched.slope);
        double[] wall = up ? tube.lower : tube.upper;
        double t0 = tube.times[i - 1];
        double t1 = tube.times[i];
        double gap0 = line.at(t0) - wall[i - 1];
        double gap1 = line.at(t1) - wall[i];
        double u = gap0 == gap1 ? 1 : Math.max(0, Math.min(1, gap0 / (gap0 - gap1)));
        double leave = Math.max(touched.extremeTime, t0 + (t1 - t0) * u);
        return new Border(line, up, touched.extremeTime, touched.extremeValue, touched.extremeNext, leave, i);
    }

    /** Any line will do for the last link: the one half-way between the extremes. */
    private Line lastLine() {
        double t = tube.times[tube.size() - 1];
        if (upper.bounded && lower.bounded) {
            return new Line(t, (upper.extremeAt(t) + lower.extremeAt(t)) / 2, (upper.slope + lower.slope) / 2);
        }
        if (upper.bounded || lower.bounded) {
            Wall one = upper.bounded ? upper : lower;
            return new Line(one.extremeTime, one.extremeValue, one.slope);
        }
        return new Line(t, tube.centre[tube.size() - 1], 0);
    }

    private double clamp(double value, int i) {
        return Math.max(tube.lower[i], Math.min(tube.upper[i], value));
    }

    private void corner(Line a, Line b) {
        // a.value + a.slope·(t − a.time) = b.value + b.slope·(t − b.time)
        double difference = a.slope - b.slope;
        double t = difference == 0 ? windowFrom : a.time + (b.at(a.time) - a.value) / difference;
        t = Double.isNaN(t) ? windowFrom : Math.max(windowFrom, Math.min(windowTo, t));
        corner(t, a.at(t));
    }

    private void corner(double time, double value) {
        if (corners > 0 && time <= cornerTimes[corners - 1]) {
            time = Math.nextUp(cornerTimes[corners - 1]);
        }
        if (corners == cornerTimes.length) {
            cornerTimes = Arrays.copyOf(cornerTimes, corners * 2);
            cornerValues = Arrays.copyOf(cornerValues, corners * 2);
        }
        cornerTimes[corners] = time;
        cornerValues[corners++] = value;
    }

    private record Line(double time, double value, double slope) {
        double at(double t) {
            return value + slope * (t - time);
        }
    }

    /** Where the view ends: on {@code line}, between its last touch and its leaving of the tube. */
    private record Border(
            Line line,
            boolean up,
            double touchTime,
            double touchValue,
            int afterTouch,
            double leaveTime,
            int afterLeave) {}

    /**
     * One wall as far as it was seen by the link under way: its convex hull on the side of the tube, and the extreme line
     * that touches this wall last. {@code side} is 1 for the upper wall and −1 for the lower: seen so, both are the same.
     */
    private static final class Wall {
        private final int side;
        private double[] times;
        private double[] values;
        private int first;
        private int end;
        /** The tube's next point that this wall has not taken in. */
        private int next;

        private double startTime;
        private double startValue;

        /** The extreme line through this wall's last touch, resting on the other wall before it. */
        private boolean bounded;

        private double extremeTime;
        private double extremeValue;
        private int extremeNext;
        private double slope;
        /** Which point of the other wall's hull the extreme line rests on. */
        private int rest;

        Wall(int capacity, int side) {
            this.side = side;
            times = new double[Math.min(capacity, HULL)];
            values = new double[times.length];
        }

        void begin(double time, double value, int nextPoint) {
            startTime = time;
            startValue = value;
            next = nextPoint;
        }

        /** Clears what the last link saw; the starting point of the wall is the first of its hull. */
        void start() {
            first = 0;
            end = 0;
            bounded = false;
            rest = 0;
            push(startTime, startValue);
        }

        /** If the other wall starts earlier, the line through both starting points is extreme. */
        void boundByStart(Wall other) {
            if (other.startTime < startTime) {
                boundBy(startTime, startValue, next, other);
            }
        }

        /** True if even the extreme line resting last on this wall lies beyond the other wall's {@code value} at t. */
        boolean passes(double t, double value) {
            return bounded && t > extremeTime && side * (value - extremeAt(t)) > ROUNDING;
        }

        double extremeAt(double t) {
            return extremeValue + slope * (t - extremeTime);
        }

        /** Takes in the next point of the wall; the extreme line gives way if it must. */
        void take(double t, double value, Wall other) {
            next++;
            if (!bounded || side * (extremeAt(t) - value) > 0) {
                boundBy(t, value, next, other);
            }
            push(t, value);
        }

        /** The extreme line now goes through (t, value): it turns about it until it rests on the other wall's hull. */
        private void boundBy(double t, double value, int nextPoint, Wall other) {
            int at = Math.max(rest, other.first);
            while (at + 1 < other.end && other.times[at + 1] < t && side * other.turn(at, t, value) <= 0) {
                at++;
            }
            if (other.times[at] >= t) {
                return;
            }
            rest = at;
            other.first = Math.max(other.first, at);
            bounded = true;
            extremeTime = t;
            extremeValue = value;
            extremeNext = nextPoint;
            slope = other.slopeTo(at, t, value);
        }

        /** Above 0 if the line to (t, value) is steeper from point i + 1 than from point i; without a division. */
        private double turn(int i, double t, double value) {
            return (value - values[i + 1]) * (t - times[i]) - (value - values[i]) * (t - times[i + 1]);
        }

        private double slopeTo(int i, double t, double value) {
            return (value - values[i]) / (t - times[i]);
        }

        /** Adds a point to the hull: the lower hull of the upper wall, the upper hull of the lower one. */
        private void push(double t, double value) {
            double[] at = times;
            double[] of = values;
            int last = end - 1;
            if (last >= first && t <= at[last]) {
                of[last] = side > 0 ? Math.min(of[last], value) : Math.max(of[last], value);
                return;
            }
            while (last > first) {
                double run = at[last] - at[last - 1];
                double rise = of[last] - of[last - 1];
                if (side * ((value - of[last]) * run - rise * (t - at[last])) > 0) {
                    break;
                }
                last--;
            }
            end = last + 2;
            if (end > at.length) {
                at = Arrays.copyOf(at, 2 * end);
                of = Arrays.copyOf(of, 2 * end);
                times = at;
                values = of;
            }
            at[last + 1] = t;
            of[last + 1] = value;
        }
    }
}
