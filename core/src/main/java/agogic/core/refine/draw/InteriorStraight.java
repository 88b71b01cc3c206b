package agogic.core.refine.draw;

import agogic.core.refine.tube.Middle;
import agogic.core.refine.tube.Tube;
import agogic.core.refine.ways.Path;

/** All corners of a straight path at once: what its links are off is exact, and walls can be met at points of the tube only. */
final class InteriorStraight extends InteriorPoint {
    private static final double TOUCHED = 1e-12;

    /** What can be gained is worth it if it is this part of what is off. */
    private static final double WORTH = 3e-3;

    /** What the squares want of the beginning and the end of each link. */
    private double[] atBegin = {};

    private double[] atEnd = {};

    /** Room to the walls at the points of the tube from {@link #base} on. */
    private double[] above = {};

    private double[] below = {};

    InteriorStraight(Tube tube, Middle middle) {
        super(tube, middle, TOUCHED);
    }

    @Override
    int prepare(Path path) {
        if (atBegin.length < corners) {
            atBegin = new double[corners];
            atEnd = new double[corners];
        }
        if (above.length < points) {
            above = new double[points];
            below = new double[points];
        }
        return points;
    }

    @Override
    boolean promises(double off, End first, End last) {
        return gain(first, last) > WORTH * off;
    }

    @Override
    double way(int i, double t0, double v0, double t1, double v1, double amount) {
        double rise = slope[i];
        double product = 1;
        double[] times = tube.times;
        double squared = narrow * narrow;
        int p = after[i];
        for (; p < times.length && times[p] < t1; p++) {
            double line = v0 + rise * (times[p] - t0);
            double up = tube.upper[p] - line + TOUCHED;
            double down = line - tube.lower[p] + TOUCHED;
            if (!(up > 0 && down > 0)) {
                return Double.POSITIVE_INFINITY;
            }
            above[p - base] = up;
            below[p - base] = down;
            product *= up * down * squared;
            if (!(product > 1e-250)) {
                logs += Math.log(product);
                product = 1;
            }
        }
        after[i + 1] = p;
        logs += Math.log(product * length[i]);
        Middle.Part part = middle.between(t0, t1);
        atBegin[i] = 2 * part.atBegin(v0, v1);
        atEnd[i] = 2 * part.atEnd(v0, v1);
        return part.off(v0, v1);
    }

    @Override
    void assemble(int i, double damping) {
        double own = 2 * length[i] / 3;
        double cross = own / 2;
        double other = own;
        double begin = -atBegin[i];
        double end = -atEnd[i];
        double per = 1 / length[i];
        double[] times = tube.times;
        double from = x[2 * i];
        double height = barrier;
        double most = hardest;
        for (int p = after[i], q = p - base; p < after[i + 1]; p++, q++) {
            double w = (times[p] - from) * per;
            double u = 1 - w;
            double up = 1 / above[q];
            double down = 1 / below[q];
            double pushUp = height * up;
            double pushDown = height * down;
            double weight = (pushUp < most ? pushUp : most) * up + (pushDown < most ? pushDown : most) * down;
            double push = pushDown - pushUp;
            double ofOther = weight * w;
            own += weight * u * u;
            cross += ofOther * u;
            other += ofOther * w;
            begin += push * u;
            end += push * w;
        }
        system.add(i, own, slope[i]);
        system.add(i + 1, other, slope[i]);
        system.addNext(i, cross, slope[i]);
        system.pull(i, begin, slope[i]);
        system.pull(i + 1, end, slope[i]);
    }

    @Override
    double longest(int i, double most) {
        double[] step = system.x;
        double begin = step[2 * i + 1] - slope[i] * step[2 * i];
        double end = step[2 * i + 3] - slope[i] * step[2 * i + 2];
        double[] times = tube.times;
        double from = x[2 * i];
        double more = (end - begin) / length[i];
        double part = most;
        for (int p = after[i], q = p - base; p < after[i + 1]; p++, q++) {
            double by = begin + more * (times[p] - from);
            double room = ROOM * (by > 0 ? above[q] : below[q]);
            double size = by > 0 ? by : -by;
            part = part * size > room ? room / size : part;
        }
        return part;
    }
}
