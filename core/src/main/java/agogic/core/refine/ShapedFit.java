package agogic.core.refine;

import agogic.core.envelope.Point;
import agogic.core.envelope.Shape;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;

/**
 * The fewest ways through a tube from a given beginning to a given end, and of all with that number the nearest to its
 * middle. Straight ways may have their corners anywhere ({@link FewestLinks}); shaped ones join places on the middle and
 * corners of the straight path, found by going through all pairs, and are then drawn nearer.
 */
final class ShapedFit {
    /** A shaped way goes over so many places at the most, and is given up after so many that cannot be reached. */
    private static final int FAR = 24;

    private static final int GIVE_UP = 6;
    private static final int MOST_PLACES = 400;
    private static final int ROUNDS = 6;
    /** A way shorter than this, in the time of the tube, looks like a spike. */
    private static final double SPIKE = 1e-3;

    /** So long it is made, if there is room. */
    private static final double LONGER = 0.03;

    private final Tube tube;
    private final Ways ways;
    private final boolean shaped;
    private double[] t;
    private double[] v;
    private Shape[] shapes;
    private double[] errors;

    private ShapedFit(Tube tube, boolean shaped, double steady) {
        this.tube = tube;
        this.shaped = shaped;
        ways = new Ways(tube, shaped, steady);
    }

    /** What came of a piece: its points, the last without a shape, and the fewest straight links. */
    record Fitted(List<Point> points, int straight) {}

    /**
     * The points of a tube; where its walls meet at the ends, those are passed exactly.
     *
     * @param steady how wide the middle is steadied, in the time of the tube
     */
    static Fitted fit(Tube tube, boolean shaped, double steady) {
        return tube.size() < 2
                ? new Fitted(List.of(new Point(tube.times[0], tube.centre[0])), 0)
                : new ShapedFit(tube, shaped, steady).fit();
    }

    private Fitted fit() {
        Curve corners = FewestLinks.closest(tube, 4);
        if (corners.size() < 2) {
            return new Fitted(points(corners), Math.max(0, corners.size() - 1));
        }
        int straight = corners.size() - 1;
        if (straight > MOST_PLACES) {
            Curve centred = Centring.centre(corners, tube);
            return new Fitted(shaped ? JoinedLinks.join(centred, tube).points() : points(centred), straight);
        }
        take(Centring.centre(corners, tube));
        if (shaped && straight > 1) {
            search(corners);
        } else {
            draw();
        }
        List<Point> points = new ArrayList<>();
        for (int i = 0; i < t.length; i++) {
            points.add(new Point(t[i], v[i], i < shapes.length ? shapes[i] : Shape.STRAIGHT));
        }
        return new Fitted(points, straight);
    }

    private static List<Point> points(Curve corners) {
        List<Point> points = new ArrayList<>();
        for (int i = 0; i < corners.size(); i++) {
            points.add(new Point(corners.times()[i], corners.values()[i]));
        }
        return points;
    }

    private void take(Curve path) {
        t = path.times().clone();
        v = path.values().clone();
        shapes = new Shape[t.length - 1];
        errors = new double[t.length - 1];
        for (int i = 0; i < shapes.length; i++) {
            boolean found = ways.find(t[i], v[i], t[i + 1], v[i + 1]);
            shapes[i] = found ? ways.shape : Shape.STRAIGHT;
            errors[i] = found ? ways.error : 0;
        }
    }

    /** Places that a way may begin and end at: ends, corners, where the middle turns and where it is slow. */
    private List<double[]> places(Curve corners) {
        List<double[]> all = new ArrayList<>();
        int n = tube.size();
        all.add(new double[] {t[0], v[0]});
        for (int i = 1; i + 1 < t.length; i++) {
            all.add(new double[] {t[i], v[i]});
            all.add(new double[] {t[i], inside(t[i], tube.centreAt(t[i]))});
        }
        for (int i = 1; i + 1 < corners.size(); i++) {
            double at = corners.times()[i];
            all.add(new double[] {at, inside(at, tube.centreAt(at))});
        }
        for (int i = 1; i + 1 < n; i++) {
            double before = tube.centre[i] - tube.centre[i - 1];
            double after = tube.centre[i + 1] - tube.centre[i];
            if (before * after < 0 || (before == 0) != (after == 0)) {
                all.add(new double[] {tube.times[i], tube.centre[i]});
            }
        }
        // Where it is slowest between the corners: a reach often ends there.
        for (int i = 0; i + 1 < t.length; i++) {
            double middle = (t[i] + t[i + 1]) / 2;
            all.add(new double[] {middle, inside(middle, tube.centreAt(middle))});
        }
        all.add(new double[] {t[t.length - 1], v[t.length - 1]});
        all.sort((a, b) -> Double.compare(a[0], b[0]));
        List<double[]> apart = new ArrayList<>();
        double least = (t[t.length - 1] - t[0]) * 1e-6;
        for (double[] one : all) {
            double[] last = apart.isEmpty() ? null : apart.get(apart.size() - 1);
            boolean same = last != null && one[0] - last[0] < least && Math.abs(one[1] - last[1]) < 1e-9;
            if (!same && (last == null || one[0] > t[0])) {
                apart.add(one);
            }
        }
        apart.removeIf(one -> one[0] >= t[t.length - 1] && one[1] != v[t.length - 1]);
        return apart;
    }

    private double inside(double time, double value) {
        return Math.max(tube.lowerAt(time), Math.min(tube.upperAt(time), value));
    }

    private void search(Curve corners) {
        List<double[]> places = places(corners);
        int n = places.size();
        int[] links = new int[n];
        double[] far = new double[n];
        int[] from = new int[n];
        Shape[] shape = new Shape[n];
        double[] error = new double[n];
        Arrays.fill(links, Integer.MAX_VALUE);
        links[0] = 0;
        for (int i = 0; i < n; i++) {
            if (links[i] == Integer.MAX_VALUE) {
                continue;
            }
            int failed = 0;
            double[] a = places.get(i);
            for (int j = i + 1; j < n && j - i <= FAR && failed < GIVE_UP; j++) {
                double[] b = places.get(j);
                if (b[0] <= a[0] || links[j] < links[i] + 1) {
                    continue;
                }
                if (!ways.find(a[0], a[1], b[0], b[1])) {
                    failed++;
                    continue;
                }
                failed = 0;
                boolean fewer = links[i] + 1 < links[j];
                if (fewer || far[i] + ways.error < far[j]) {
                    links[j] = links[i] + 1;
                    far[j] = far[i] + ways.error;
                    from[j] = i;
                    shape[j] = ways.shape;
                    error[j] = ways.error;
                }
            }
        }
        if (links[n - 1] <= t.length - 1) {
            int many = links[n - 1];
            double[] times = new double[many + 1];
            double[] values = new double[many + 1];
            Shape[] found = new Shape[many];
            double[] off = new double[many];
            int at = n - 1;
            for (int k = many; k >= 0; k--) {
                times[k] = places.get(at)[0];
                values[k] = places.get(at)[1];
                if (k > 0) {
                    found[k - 1] = shape[at];
                    off[k - 1] = error[at];
                    at = from[at];
                }
            }
            t = times;
            v = values;
            shapes = found;
            errors = off;
        }
        draw();
        merge();
    }

    /** Tries to leave a corner out, with a way drawn as near as it can be; then draws all nearer again. */
    private void merge() {
        for (int i = 1; i + 1 < t.length; i++) {
            if (ways.find(t[i - 1], v[i - 1], t[i + 1], v[i + 1])) {
                t = without(t, i);
                v = without(v, i);
                shapes[i - 1] = ways.shape;
                errors[i - 1] = ways.error;
                errors = without(errors, i);
                Shape[] fewer = Arrays.copyOf(shapes, shapes.length - 1);
                System.arraycopy(shapes, i + 1, fewer, i, fewer.length - i);
                shapes = fewer;
                i = Math.max(0, i - 2);
            }
        }
        draw();
    }

    private static double[] without(double[] all, int i) {
        double[] fewer = new double[all.length - 1];
        System.arraycopy(all, 0, fewer, 0, i);
        System.arraycopy(all, i + 1, fewer, i, fewer.length - i);
        return fewer;
    }

    /** Draws corners nearer to the middle, in value and in time, by smaller and smaller steps. */
    private void draw() {
        double part = 0.25;
        for (int round = 0; round < ROUNDS; round++, part /= 2) {
            for (int i = 1; i + 1 < t.length; i++) {
                double width = tube.upperAt(t[i]) - tube.lowerAt(t[i]);
                double before = t[i] - t[i - 1];
                double after = t[i + 1] - t[i];
                move(i, t[i], inside(t[i], tube.centreAt(t[i])));
                move(i, t[i], v[i] + width * part);
                move(i, t[i], v[i] - width * part);
                move(i, t[i] + after * part, v[i]);
                move(i, t[i] - before * part, v[i]);
                double later = t[i] + after * part / 2;
                move(i, later, inside(later, tube.centreAt(later)));
                double earlier = t[i] - before * part / 2;
                move(i, earlier, inside(earlier, tube.centreAt(earlier)));
            }
            free(0, part);
            free(t.length - 1, part);
        }
        lengthen();
    }

    /** A way of hardly any length is a spike to the eye: it gets some, where there is room, though that is not nearer. */
    private void lengthen() {
        for (int i = 1; i + 1 < t.length; i++) {
            boolean first = t[i] - t[i - 1] < SPIKE;
            if (!first && t[i + 1] - t[i] >= SPIKE) {
                continue;
            }
            for (double by = LONGER; by > SPIKE; by /= 2) {
                double time = first ? t[i - 1] + by : t[i + 1] - by;
                boolean fits = time > t[i - 1] && time < t[i + 1];
                if (fits
                        && (put(i, time, inside(time, v[i]), Double.POSITIVE_INFINITY)
                                || put(i, time, inside(time, tube.centreAt(time)), Double.POSITIVE_INFINITY))) {
                    break;
                }
            }
        }
    }

    /** Puts a corner somewhere else, if both ways to it lie inside and are nearer together than {@code limit}. */
    private boolean put(int i, double time, double value, double limit) {
        if (!ways.find(t[i - 1], v[i - 1], time, value, limit)) {
            return false;
        }
        Shape first = ways.shape;
        double before = ways.error;
        if (!ways.find(time, value, t[i + 1], v[i + 1], limit - before)) {
            return false;
        }
        t[i] = time;
        v[i] = value;
        shapes[i - 1] = first;
        shapes[i] = ways.shape;
        errors[i - 1] = before;
        errors[i] = ways.error;
        return true;
    }

    /** An end whose value is free is drawn nearer too. */
    private void free(int i, double part) {
        double width = tube.upperAt(t[i]) - tube.lowerAt(t[i]);
        if (width > 0) {
            for (double value : new double[] {v[i] + width * part, v[i] - width * part, tube.centreAt(t[i])}) {
                double tried = inside(t[i], value);
                int link = i == 0 ? 0 : i - 1;
                double a = i == 0 ? tried : v[link];
                double b = i == 0 ? v[1] : tried;
                if (ways.find(t[link], a, t[link + 1], b, errors[link])) {
                    v[i] = tried;
                    shapes[link] = ways.shape;
                    errors[link] = ways.error;
                }
            }
        }
    }

    /** Puts a corner where both ways are nearer than they were, if they are. */
    private void move(int i, double time, double value) {
        boolean between = time > t[i - 1] && time < t[i + 1];
        if (between && value <= tube.upperAt(time) && value >= tube.lowerAt(time)) {
            put(i, time, value, (errors[i - 1] + errors[i]) * (1 - 1e-4));
        }
    }
}
