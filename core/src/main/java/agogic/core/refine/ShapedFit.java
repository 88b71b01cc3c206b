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
    private static final int MOST_PLACES = 400;
    private static final int ROUNDS = 8;
    /** With each step of drawing it is tried so often at the most, while something gets nearer. */
    private static final int AGAIN = 3;

    /** A way shorter than this, in the time of the tube, looks like a spike. */
    private static final double SPIKE = 1e-3;

    /** So long it is made, if there is room. */
    private static final double LONGER = 0.03;

    private final Tube tube;
    private final Ways ways;
    private final boolean shaped;
    private final PlaceSearch search;
    private final boolean levelBefore;
    private final boolean levelAfter;
    /** Which corners were put somewhere else since they were tried last. */
    private boolean[] stirred = {};

    private double[] t;
    private double[] v;
    private Shape[] shapes;
    private double[] errors;

    private ShapedFit(
            Tube tube,
            boolean shaped,
            double steady,
            boolean levelBefore,
            boolean levelAfter,
            List<double[]> meetings) {
        this.tube = tube;
        this.shaped = shaped;
        this.levelBefore = levelBefore;
        this.levelAfter = levelAfter;
        ways = new Ways(tube, shaped, steady);
        search = new PlaceSearch(tube, ways, levelBefore, levelAfter, meetings);
    }

    /** What came of a piece: its points, the last without a shape, and the fewest straight links. */
    record Fitted(List<Point> points, int straight) {}

    /**
     * The points of a tube; where its walls meet at the ends, those are passed exactly.
     *
     * @param steady how wide the middle is steadied, in the time of the tube
     * @param levelBefore true if it is level before, and may be so longer: then it begins later
     * @param levelAfter the same at its end
     * @param meetings where two reaches may meet: time and value
     */
    static Fitted fit(
            Tube tube,
            boolean shaped,
            double steady,
            boolean levelBefore,
            boolean levelAfter,
            List<double[]> meetings) {
        return tube.size() < 2
                ? new Fitted(List.of(new Point(tube.times[0], tube.centre[0])), 0)
                : new ShapedFit(tube, shaped, steady, levelBefore, levelAfter, meetings).fit();
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
        PlaceSearch.Found one = shaped ? search.single() : null;
        if (one != null) {
            take(one);
            draw();
            return new Fitted(points(), straight);
        }
        take(Centring.centre(corners, tube));
        if (shaped && straight > 1) {
            PlaceSearch.Found fewest = search.search(corners, t, v);
            if (fewest != null) {
                take(fewest);
            }
            draw();
            if (merge()) {
                draw();
            }
        } else {
            draw();
        }
        return new Fitted(points(), straight);
    }

    private void take(PlaceSearch.Found found) {
        t = found.times();
        v = found.values();
        shapes = found.shapes();
        errors = found.errors();
    }

    private List<Point> points() {
        List<Point> points = new ArrayList<>();
        for (int i = 0; i < t.length; i++) {
            points.add(new Point(t[i], v[i], i < shapes.length ? shapes[i] : Shape.STRAIGHT));
        }
        return points;
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

    /** Leaves out each corner that is not needed; true if it did. */
    private boolean merge() {
        int before = t.length;
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
        return t.length < before;
    }

    private static double[] without(double[] all, int i) {
        double[] fewer = new double[all.length - 1];
        System.arraycopy(all, 0, fewer, 0, i);
        System.arraycopy(all, i + 1, fewer, i, fewer.length - i);
        return fewer;
    }

    /** Draws corners nearer to the middle, in value and in time, by smaller and smaller steps. */
    private void draw() {
        int n = t.length;
        double part = 0.25;
        for (int round = 0; round < ROUNDS; round++, part /= 2) {
            Arrays.fill(stirred = new boolean[n], true);
            boolean any = true;
            for (int again = 0; any && again < AGAIN; again++) {
                boolean[] before = stirred;
                stirred = new boolean[n];
                any = false;
                for (int i = 0; i < n; i++) {
                    // Nothing beside it is another than when it was tried last.
                    boolean still = !before[i] && !(i > 0 && before[i - 1]) && !(i + 1 < n && before[i + 1]);
                    if (!still) {
                        draw(i, part);
                    }
                    any |= stirred[i];
                }
            }
        }
        lengthen();
    }

    private void draw(int i, double part) {
        if (i == 0 || i == t.length - 1) {
            if (i == 0 ? levelBefore : levelAfter) {
                slide(i, i == 0 ? 1 : i - 1, part);
            } else {
                free(i, part);
            }
            return;
        }
        double width = tube.upperAt(t[i]) - tube.lowerAt(t[i]);
        double before = t[i] - t[i - 1];
        double after = t[i + 1] - t[i];
        move(i, t[i], tube.held(t[i], tube.centreAt(t[i])));
        move(i, t[i], v[i] + width * part);
        move(i, t[i], v[i] - width * part);
        move(i, t[i] + after * part, v[i]);
        move(i, t[i] - before * part, v[i]);
        // Along the straight ways on both sides.
        along(i, after * part, (v[i] - v[i - 1]) / before);
        along(i, -before * part, (v[i + 1] - v[i]) / after);
        double later = t[i] + after * part / 2;
        move(i, later, tube.held(later, tube.centreAt(later)));
        double earlier = t[i] - before * part / 2;
        move(i, earlier, tube.held(earlier, tube.centreAt(earlier)));
    }

    private void along(int i, double by, double slope) {
        move(i, t[i] + by, v[i] + by * slope);
        move(i, t[i] - by, v[i] - by * slope);
    }

    /** Has a level before or after go on longer, or less long, if that is nearer. */
    private void slide(int i, int other, double part) {
        double end = tube.times[i == 0 ? 0 : tube.size() - 1];
        int link = Math.min(i, other);
        for (double step : new double[] {part, -part}) {
            double time = t[i] + step * (t[other] - t[i]);
            boolean within = i == 0 ? time >= end && time < t[other] : time <= end && time > t[other];
            double level = within ? search.level(end, time, v[i]) : Double.POSITIVE_INFINITY;
            double limit = (errors[link] + search.level(end, t[i], v[i])) * (1 - 1e-4) - level;
            boolean found = limit > 0
                    && (i == 0
                            ? ways.find(time, v[i], t[other], v[other], limit)
                            : ways.find(t[other], v[other], time, v[i], limit));
            if (found) {
                t[i] = time;
                shapes[link] = ways.shape;
                errors[link] = ways.error;
                stirred[i] = true;
            }
        }
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
                        && (put(i, time, tube.held(time, v[i]), Double.POSITIVE_INFINITY)
                                || put(i, time, tube.held(time, tube.centreAt(time)), Double.POSITIVE_INFINITY))) {
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
        stirred[i] = true;
        return true;
    }

    /** An end whose value is free is drawn nearer too. */
    private void free(int i, double part) {
        double width = tube.upperAt(t[i]) - tube.lowerAt(t[i]);
        boolean end = t[i] == tube.times[i == 0 ? 0 : tube.size() - 1];
        if (width > 0 && end) {
            for (double value : new double[] {v[i] + width * part, v[i] - width * part, tube.centreAt(t[i])}) {
                double tried = tube.held(t[i], value);
                int link = i == 0 ? 0 : i - 1;
                double a = i == 0 ? tried : v[link];
                double b = i == 0 ? v[1] : tried;
                if (ways.find(t[link], a, t[link + 1], b, errors[link] * (1 - 1e-4))) {
                    v[i] = tried;
                    shapes[link] = ways.shape;
                    errors[link] = ways.error;
                    stirred[i] = true;
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
