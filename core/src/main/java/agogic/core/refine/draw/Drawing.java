package agogic.core.refine.draw;

import agogic.core.envelope.Shape;
import agogic.core.refine.tube.Tube;
import agogic.core.refine.ways.Path;
import agogic.core.refine.ways.PlaceSearch;
import agogic.core.refine.ways.Ways;

/**
 * Draws the corners of a path nearer to the middle of a tube, as near as its ways allow; their number stays. A corner goes
 * to where the least squares of both its ways would have it (a step of Gauss and Newton, the amounts of the ways left free:
 * Kaufman 1975), and all of them together ({@link InteriorPoint}); where a wall turns that is in the way it is tried by
 * steps in all directions.
 */
public final class Drawing {
    private static final int SWEEPS = 6;

    private static final int AGAIN = 2;

    /** Corners are drawn together so often at the most, the barrier then lower; and again if it got so much nearer. */
    private static final int TURNS = 8;

    private static final double LOW = 0.5;
    private static final double ENOUGH = 0.995;

    /** Steps by each corner alone, where a wall turns that is in its way, as parts of what there is; of shaped ways a long one first. */
    private static final double[] PROBES = {0.1, 0.01};

    private static final double LONG = 0.125;

    /** Of what lies inside of a path this part is looked for at the least. */
    private static final double SOME = 0.05;

    /** Where there is little time: what can be gained is this part. */
    private static final double MUCH = 0.05;

    /** So little of what all of a path is off nobody misses. */
    private static final double LITTLE = 1e-4;

    private final Tube tube;
    private final Ways ways;
    private final PlaceSearch search;
    private final PlaceSearch.Surroundings about;
    private final boolean shaped;
    private final InteriorPoint interior;
    private final Corners corners;

    private Path path;
    private double[] t;
    private double[] v;

    /** Draws paths within a tube; {@code shaped} if their ways may bend. */
    public Drawing(Tube tube, Ways ways, boolean shaped, PlaceSearch search, PlaceSearch.Surroundings about) {
        this.shaped = shaped;
        this.tube = tube;
        this.ways = ways;
        this.search = search;
        this.about = about;
        corners = new Corners(tube, ways, shaped, search, about);
        interior = shaped ? new InteriorShaped(tube, ways) : new InteriorStraight(tube, ways.middle);
    }

    /** Draws this path; it is changed in place. */
    public void draw(Path drawn) {
        take(drawn);
        if (shaped) {
            corners.sweep(SWEEPS, corners::settle);
            if (corners.sweep(AGAIN, i -> corners.probe(i, LONG))) {
                // A wall that was in the way may be none any more.
                corners.sweep(SWEEPS, corners::settle);
            }
        }
        together();
        if (shaped) {
            straighten();
        }
        corners.lengthen();
    }

    /** All corners at once, with the amounts of shaped ways, and each by itself, in turn. */
    private void together() {
        InteriorPoint.End first = end(0, about.levelBefore());
        InteriorPoint.End last = end(tube.size() - 1, about.levelAfter());
        double before = Double.POSITIVE_INFINITY;
        for (int again = 0; again < TURNS; again++) {
            double high = again == 0 ? 1 : LOW;
            if (shaped) {
                Path tried = path.copy();
                if (interior.draw(tried, first, last, high)) {
                    accept(tried);
                }
            } else {
                interior.draw(path, first, last, high);
                path.measureStraight(ways);
            }
            corners.sweep(SWEEPS, corners::settle);
            if (off(path) > ENOUGH * before) {
                for (double part : PROBES) {
                    corners.sweep(1, i -> corners.probe(i, part));
                }
                if (off(path) > ENOUGH * before) {
                    return;
                }
            }
            before = off(path);
        }
    }

    /** What all of a path is off, the levels before and after it too. */
    private double off(Path one) {
        int last = one.size() - 1;
        int end = tube.size() - 1;
        return one.off()
                + (about.levelBefore() ? search.level(tube.times[0], one.t[0], one.v[0]) : 0)
                + (about.levelAfter() ? search.level(tube.times[end], one.t[last], one.v[last]) : 0);
    }

    /** Takes over as much of another path, whose ways are of the same kinds, as lies inside, if that is nearer. */
    private void accept(Path other) {
        double whole = off(path);
        for (double part = 1; part > SOME; part /= 2) {
            Path tried = path.towards(other, part);
            if (tried.measure(ways) && off(tried) < whole) {
                path.become(tried);
                return;
            }
        }
    }

    /** What is hardly farther when it is straight is straight. */
    private void straighten() {
        for (int i = 0; i + 1 < path.size(); i++) {
            if (path.shapes[i] == Shape.STRAIGHT) {
                continue;
            }
            double limit = path.errors[i] + LITTLE * path.off();
            if (ways.exactly(t[i], v[i], t[i + 1], v[i + 1], Shape.STRAIGHT, limit)) {
                path.way(i, ways);
            }
        }
    }

    /** Draws this path a little, in place: each corner once by itself. */
    public void brief(Path drawn) {
        take(drawn);
        corners.sweep(1, i -> corners.settle(i, MUCH, 1));
    }

    private void take(Path drawn) {
        path = drawn;
        t = path.t;
        v = path.v;
        corners.take(path);
    }

    private InteriorPoint.End end(int point, boolean slides) {
        return slides
                ? InteriorPoint.End.TIME
                : tube.upper[point] > tube.lower[point] ? InteriorPoint.End.VALUE : InteriorPoint.End.NOTHING;
    }
}
