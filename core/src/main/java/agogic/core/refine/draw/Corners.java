package agogic.core.refine.draw;

import agogic.core.envelope.Shape;
import agogic.core.refine.tube.Tube;
import agogic.core.refine.ways.Path;
import agogic.core.refine.ways.PlaceSearch;
import agogic.core.refine.ways.Pull;
import agogic.core.refine.ways.Ways;
import java.util.Arrays;

/**
 * Moves single corners of a path, each only where both its ways stay inside and are nearer to the middle than they were: a
 * sweep never makes a path farther. A step costs two looks for a way.
 */
final class Corners {
    private static final int HALVINGS = 3;

    /** A step counts if it is nearer by this part. */
    private static final double NEARER = 1 - 1e-3;

    /** A way shorter than this, in the time of the tube, looks like a spike. */
    private static final double SPIKE = 1e-3;

    /** So long it is made, if there is room. */
    private static final double LONGER = 0.03;

    private static final double DAMPING = 1e-3;

    /** Steps finer than this are tried only where something is to be gained. */
    private static final double FINE = 0.05;

    private static final double WORTH = 0.001;

    private final Tube tube;
    private final Ways ways;
    private final boolean shaped;
    private final PlaceSearch search;
    private final PlaceSearch.Surroundings about;
    private final Pull pull = new Pull();
    private final double[] range = new double[2];
    /** Which corners were put somewhere else since they were tried last. */
    private boolean[] stirred = {};

    private Path path;
    private double[] t;
    private double[] v;

    Corners(Tube tube, Ways ways, boolean shaped, PlaceSearch search, PlaceSearch.Surroundings about) {
        this.tube = tube;
        this.ways = ways;
        this.shaped = shaped;
        this.search = search;
        this.about = about;
    }

    /** From now on the corners of this path, which is changed in place. */
    void take(Path of) {
        path = of;
        t = path.t;
        v = path.v;
    }

    /** Something that is tried with one corner. */
    interface Try {
        void at(int corner);
    }

    /** Tries each corner beside which something is another than when it was tried last, at most so often; true if any moved. */
    boolean sweep(int most, Try one) {
        int n = path.size();
        Arrays.fill(stirred = new boolean[n], true);
        boolean any = true;
        boolean moved = false;
        for (int again = 0; any && again < most; again++) {
            boolean[] before = stirred;
            stirred = new boolean[n];
            any = false;
            for (int i = 0; i < n; i++) {
                if (before[i] || i > 0 && before[i - 1] || i + 1 < n && before[i + 1]) {
                    one.at(i);
                }
                any |= stirred[i];
            }
            moved |= any;
        }
        return moved;
    }

    private boolean first(int i) {
        return i == 0;
    }

    private boolean end(int i) {
        return i == 0 || i == t.length - 1;
    }

    private boolean slides(int i) {
        return i == 0 ? about.levelBefore() : about.levelAfter();
    }

    /** How much nearer the least squares would be with this corner elsewhere, were no wall in the way. */
    private double gain(int i) {
        pull(i, t[i]);
        boolean free = end(i) && !slides(i);
        pull.solve(!free, !end(i) || free, DAMPING);
        return pull.gain();
    }

    /** What the ways at a corner would have it do, if it were at {@code time}. */
    private void pull(int i, double time) {
        pull.clear();
        if (i > 0) {
            ways.pull(pull, t[i - 1], v[i - 1], time, v[i], path.shapes[i - 1], true);
        }
        if (i + 1 < t.length) {
            ways.pull(pull, time, v[i], t[i + 1], v[i + 1], path.shapes[i], false);
        }
    }

    private double off(int i) {
        return (i > 0 ? path.errors[i - 1] : 0) + (i + 1 < t.length ? path.errors[i] : 0);
    }

    /** One step to where the least squares are. */
    void settle(int i) {
        settle(i, 1 - NEARER, HALVINGS);
    }

    /** The same if it is worth so much of what is off, the step halved no oftener than so. */
    void settle(int i, double worth, int halvings) {
        if (gain(i) < worth * off(i)) {
            return;
        }
        double dt = pull.time;
        double dv = pull.value;
        for (int k = 0; k < halvings; k++, dt /= 2, dv /= 2) {
            boolean done;
            if (end(i)) {
                done = slides(i) ? slide(i, t[i] + dt) : free(i, v[i] + dv);
            } else {
                done = isStraight(i) ? straight(i, t[i] + dt) : move(i, t[i] + dt, v[i] + dv);
            }
            if (done) {
                return;
            }
        }
    }

    private boolean isStraight(int i) {
        return path.shapes[i - 1] == Shape.STRAIGHT && path.shapes[i] == Shape.STRAIGHT;
    }

    /** Puts a corner between two straight ways to the nearest of all values that both can have at {@code time}. */
    private boolean straight(int i, double time) {
        if (!(time > t[i - 1] && time < t[i + 1])) {
            return false;
        }
        range[0] = tube.lowerAt(time);
        range[1] = tube.upperAt(time);
        tube.narrow(t[i - 1], v[i - 1], time, range);
        tube.narrow(t[i + 1], v[i + 1], time, range);
        pull(i, time);
        pull.solve(false, true, 0);
        double value = Math.max(range[0], Math.min(range[1], v[i] + pull.value));
        if (!(range[0] <= range[1])) {
            return false;
        }
        return shaped ? put(i, time, value, off(i) * NEARER) : putStraight(i, time, value);
    }

    /** Straight ways to a corner that lie inside, if they are nearer. */
    private boolean putStraight(int i, double time, double value) {
        double before = ways.straight(t[i - 1], v[i - 1], time, value);
        double after = ways.straight(time, value, t[i + 1], v[i + 1]);
        boolean nearer = before + after < off(i) * NEARER;
        if (nearer) {
            t[i] = time;
            v[i] = value;
            path.errors[i - 1] = before;
            path.errors[i] = after;
            stirred[i] = true;
        }
        return nearer;
    }

    /** Steps in all directions, of this part of what there is. */
    void probe(int i, double part) {
        if (part < FINE && !(gain(i) > WORTH * off(i))) {
            return;
        }
        if (end(i)) {
            if (slides(i)) {
                double room = t[first(i) ? 1 : i - 1] - t[i];
                slide(i, t[i] + part * room);
                slide(i, t[i] - part * room);
            } else {
                double width = tube.upperAt(t[i]) - tube.lowerAt(t[i]);
                free(i, v[i] + width * part);
                free(i, v[i] - width * part);
                free(i, tube.centreAt(t[i]));
            }
            return;
        }
        if (isStraight(i)) {
            straight(i, t[i] + (t[i + 1] - t[i]) * part);
            straight(i, t[i] - (t[i] - t[i - 1]) * part);
        }
        double width = tube.upperAt(t[i]) - tube.lowerAt(t[i]);
        double before = t[i] - t[i - 1];
        double after = t[i + 1] - t[i];
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

    /** Has a level before or after go on up to {@code time}, if that is nearer; true if it did. */
    private boolean slide(int i, double time) {
        int other = first(i) ? 1 : i - 1;
        double end = tube.times[first(i) ? 0 : tube.size() - 1];
        int link = Math.min(i, other);
        boolean within = first(i) ? time >= end && time < t[other] : time <= end && time > t[other];
        if (!within) {
            return false;
        }
        double level = search.level(end, time, v[i]);
        double limit = (path.errors[link] + search.level(end, t[i], v[i])) * NEARER - level;
        boolean found = limit > 0
                && (first(i)
                        ? ways.find(time, v[i], t[other], v[other], limit)
                        : ways.find(t[other], v[other], time, v[i], limit));
        if (found) {
            t[i] = time;
            path.way(link, ways);
            stirred[i] = true;
        }
        return found;
    }

    /** An end whose value is free goes to {@code value}, if that is nearer; true if it did. */
    private boolean free(int i, double value) {
        if (t[i] != tube.times[first(i) ? 0 : tube.size() - 1]) {
            return false;
        }
        double tried = tube.held(t[i], value);
        int link = first(i) ? 0 : i - 1;
        double a = first(i) ? tried : v[link];
        double b = first(i) ? v[1] : tried;
        if (tried == v[i] || !ways.find(t[link], a, t[link + 1], b, path.errors[link] * NEARER)) {
            return false;
        }
        v[i] = tried;
        path.way(link, ways);
        stirred[i] = true;
        return true;
    }

    /** Puts a corner where both ways are nearer than they were, if they are. */
    private boolean move(int i, double time, double value) {
        boolean between = time > t[i - 1] && time < t[i + 1];
        return between
                && value <= tube.upperAt(time)
                && value >= tube.lowerAt(time)
                && put(i, time, value, off(i) * NEARER);
    }

    /** Puts a corner somewhere else, if both ways to it lie inside and are nearer together than {@code limit}. */
    private boolean put(int i, double time, double value, double limit) {
        ways.hint = path.shapes[i - 1];
        if (!ways.find(t[i - 1], v[i - 1], time, value, limit)) {
            return false;
        }
        Shape shape = ways.shape;
        double before = ways.error;
        ways.hint = path.shapes[i];
        if (!ways.find(time, value, t[i + 1], v[i + 1], limit - before)) {
            return false;
        }
        t[i] = time;
        v[i] = value;
        path.shapes[i - 1] = shape;
        path.errors[i - 1] = before;
        path.way(i, ways);
        stirred[i] = true;
        return true;
    }

    /** A way of hardly any length is a spike to the eye: it gets some, where there is room, though that is not nearer. */
    void lengthen() {
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
}
