package agogic.core.refine;

/**
 * Draws all corners of a straight path at once towards the middle of a tube: the least squares over time, with the walls
 * kept by a barrier that is lowered step by step (an interior point method; Nocedal and Wright 2006, chapter 19). A corner
 * that walls hold by both its links can only move together with its neighbours, which no step of a single corner finds. The
 * steps are those of Gauss and Newton.
 */
final class InteriorPoint {
    /** What may change of the first and the last corner: nothing, the value, or the time, with a level beyond it. */
    enum End {
        NOTHING,
        VALUE,
        TIME
    }

    /** A wall that is touched has so much room left. */
    private static final double TOUCHED = 1e-12;

    /** Links are no shorter than this part of them all. */
    private static final double SHORTEST = 1e-9;

    /** The barrier to begin with: as high as so many times what the path is off. */
    private static final double HIGH = 4;

    /** A wall presses no harder than so many times what the squares could. */
    private static final double PRESSES = 4;

    /** After a long step, one of middle length, and after none, the barrier becomes this part of what it was. */
    private static final double MUCH_LOWER = 0.25;

    private static final double LOWER = 0.6;
    private static final double LONG_STEP = 0.5;
    private static final double SHORT_STEP = 0.1;

    /** After a step as short as this the walls may press so many times harder: somewhere there is no room at all. */
    private static final double STUCK = 0.01;

    private static final double HARDER = 1e4;

    /** A barrier that is as low as this part of what the path is off is low enough. */
    private static final double GAP = 1e-2;

    private static final int ROUNDS = 15;

    /** Of the room to a wall a step takes so much at the most. */
    private static final double ROOM = 0.95;

    private static final int HALVINGS = 6;
    private static final double LEAST_DAMPING = 1e-6;
    private static final double DAMPING = 1e-4;
    private static final double DAMPED = 10;

    private final Tube tube;
    private final Middle middle;
    private final BlockTridiagonal system = new BlockTridiagonal();

    private int corners;
    private boolean firstSlides;
    private boolean lastSlides;
    /** The level before may go on up to the first of these times, the level after may begin at the second. */
    private double levelTo;

    private double levelFrom;

    /** The corners as they are and as they are tried: time and value in turn. */
    private double[] x = {};

    private double[] tried = {};

    /** Of each link that was tried last: its slope, its length, and what the squares want of its beginning and its end. */
    private double[] slope = {};

    private double[] length = {};
    private double[] atBegin = {};
    private double[] atEnd = {};

    /** The first point of the tube after each corner. */
    private int[] after = {};

    /** Room to the walls: of the points of the tube from {@link #base} on, and then of the corners. */
    private double[] above = {};

    private double[] below = {};
    private int base;
    private int points;

    /** One by the half width of the tube, and the sum of the logarithms of all room by it. */
    private double narrow;

    private double logs;
    private double barrier;
    private double hardest;

    InteriorPoint(Tube tube, Middle middle) {
        this.tube = tube;
        this.middle = middle;
    }

    /**
     * Draws the corners of a path that lies inside the tube; their times and values are changed in place if that is nearer.
     *
     * @param high how high the barrier is to begin with, as a part of the usual
     * @return true if it is nearer
     */
    boolean draw(Path path, End first, End last, double high) {
        if (path.size() == 2 && first == End.NOTHING && last == End.NOTHING) {
            return false;
        }
        begin(path, first, last);
        double off = off(x);
        if (!(off > 0 && off < Double.POSITIVE_INFINITY)) {
            return false;
        }
        double start = off;
        barrier = high * HIGH * off / (2 * (points + corners));
        hardest = PRESSES * (x[2 * corners - 2] - x[0]) / (corners - 1) / narrow;
        double damping = LEAST_DAMPING;
        for (int k = 0; k < ROUNDS && 2 * (points + corners) * barrier > GAP * off; k++) {
            double merit = off - barrier * logs;
            assemble(damping, first, last);
            double part = system.solve() ? longest() : 0;
            double there = Double.POSITIVE_INFINITY;
            for (int h = 0; h < HALVINGS && part > 0; h++) {
                for (int i = 0; i < 2 * corners; i++) {
                    tried[i] = x[i] + part * system.x[i];
                }
                there = off(tried);
                if (there - barrier * logs < merit) {
                    break;
                }
                there = Double.POSITIVE_INFINITY;
                part /= 2;
            }
            if (there < Double.POSITIVE_INFINITY) {
                double[] swap = x;
                x = tried;
                tried = swap;
                off = there;
                damping = Math.max(LEAST_DAMPING, damping / DAMPED);
                hardest *= part < STUCK ? HARDER : 1;
                barrier *= part > LONG_STEP ? MUCH_LOWER : part > SHORT_STEP ? LOWER : 1;
            } else {
                off = off(x);
                damping = Math.max(DAMPING, DAMPED * damping);
                hardest *= HARDER;
            }
        }
        if (off < start) {
            for (int i = 0; i < corners; i++) {
                path.t[i] = x[2 * i];
                path.v[i] = x[2 * i + 1];
            }
        }
        return off < start;
    }

    private void begin(Path path, End first, End last) {
        corners = path.size();
        if (x.length < 2 * corners) {
            x = new double[2 * corners];
            tried = new double[2 * corners];
            slope = new double[corners];
            length = new double[corners];
            atBegin = new double[corners];
            atEnd = new double[corners];
            after = new int[corners];
        }
        for (int i = 0; i < corners; i++) {
            x[2 * i] = path.t[i];
            x[2 * i + 1] = path.v[i];
        }
        firstSlides = first == End.TIME;
        lastSlides = last == End.TIME;
        int size = tube.size();
        base = firstSlides ? 0 : Math.max(0, tube.before(x[0]));
        int end = lastSlides ? size - 1 : Math.min(size - 1, tube.before(x[2 * corners - 2]) + 1);
        points = end - base + 1;
        if (above.length < points + corners) {
            above = new double[points + corners];
            below = new double[points + corners];
        }
        double widths = 0;
        for (int i = base; i <= end; i++) {
            widths += tube.upper[i] - tube.lower[i];
        }
        narrow = 2 * points / Math.max(widths, TOUCHED);
        levelTo = firstSlides ? level(0, 1) : Double.NaN;
        levelFrom = lastSlides ? level(size - 1, -1) : Double.NaN;
    }

    /** How far a level from an end of the tube stays inside. */
    private double level(int end, int towards) {
        double value = tube.centre[end];
        int i = end;
        while (i + towards >= 0
                && i + towards < tube.size()
                && tube.lower[i + towards] <= value
                && tube.upper[i + towards] >= value) {
            i += towards;
        }
        return tube.times[i];
    }

    /** What the path is off, with its room to all walls beside; infinite if it leaves them. */
    private double off(double[] at) {
        int last = corners - 1;
        logs = 0;
        double off = beyond(at);
        int p = tube.before(at[0]) + 1;
        for (int i = 0; i <= last && off < Double.POSITIVE_INFINITY; i++) {
            after[i] = p;
            if (!corner(i, at[2 * i], at[2 * i + 1])) {
                return Double.POSITIVE_INFINITY;
            }
            if (i < last) {
                off += link(i, at[2 * i], at[2 * i + 1], at[2 * i + 2], at[2 * i + 3]);
                p = after[i + 1];
            }
        }
        return off;
    }

    /** What the levels beyond a sliding end are off. */
    private double beyond(double[] at) {
        double off = 0;
        int last = corners - 1;
        if (firstSlides && at[0] != tube.times[0]) {
            boolean within = at[0] > tube.times[0] && at[0] <= levelTo;
            off += within ? middle.off(tube.times[0], at[1], at[0], at[1]) : Double.POSITIVE_INFINITY;
        }
        double end = tube.times[tube.size() - 1];
        if (lastSlides && at[2 * last] != end) {
            boolean within = at[2 * last] < end && at[2 * last] >= levelFrom;
            double value = at[2 * last + 1];
            off += within ? middle.off(at[2 * last], value, end, value) : Double.POSITIVE_INFINITY;
        }
        return off;
    }

    private boolean corner(int i, double time, double value) {
        int before = after[i] - 1;
        double up = tube.at(tube.upper, before, time) - value + TOUCHED;
        double down = value - tube.at(tube.lower, before, time) + TOUCHED;
        above[points + i] = up;
        below[points + i] = down;
        logs += up > 0 && down > 0 ? Math.log(up * down * narrow * narrow) : 0;
        return up > 0 && down > 0;
    }

    /** What a link is off, and its room to the walls at the points of the tube; infinite if it leaves them. */
    private double link(int i, double t0, double v0, double t1, double v1) {
        double long0 = t1 - t0;
        if (!(long0 > SHORTEST * (tube.times[base + points - 1] - tube.times[base]))) {
            return Double.POSITIVE_INFINITY;
        }
        double rise = (v1 - v0) / long0;
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
        logs += Math.log(product * long0);
        slope[i] = rise;
        length[i] = long0;
        Middle.Part part = middle.between(t0, t1);
        atBegin[i] = 2 * part.atBegin(v0, v1);
        atEnd[i] = 2 * part.atEnd(v0, v1);
        return part.off(v0, v1);
    }

    /** How hard a wall presses with so much room, by that room: what a step towards it meets. */
    private double weight(double room) {
        double push = barrier / room;
        return (push < hardest ? push : hardest) / room;
    }

    private void assemble(double damping, End first, End last) {
        system.clear(corners);
        for (int i = 0; i + 1 < corners; i++) {
            assemble(i);
        }
        for (int i = 0; i < corners; i++) {
            double up = above[points + i];
            double rise = rise(tube.upper, i);
            system.add(i, weight(up), rise);
            system.pull(i, -barrier / up, rise);
            double down = below[points + i];
            rise = rise(tube.lower, i);
            system.add(i, weight(down), rise);
            system.pull(i, barrier / down, rise);
        }
        system.damp(damping);
        hold(0, first);
        hold(corners - 1, last);
    }

    private void hold(int corner, End end) {
        if (end != End.TIME) {
            system.hold(corner, 0);
        }
        if (end != End.VALUE) {
            system.hold(corner, 1);
        }
    }

    private void assemble(int i) {
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
        system.addLength(i, barrier * per * per);
        system.x[2 * i] -= barrier * per;
        system.x[2 * i + 2] += barrier * per;
    }

    private double rise(double[] wall, int corner) {
        int i = Math.max(0, Math.min(tube.size() - 2, after[corner] - 1));
        return (wall[i + 1] - wall[i]) / (tube.times[i + 1] - tube.times[i]);
    }

    /** How much of the step can be made before a wall is met. */
    private double longest() {
        double[] step = system.x;
        double most = 1;
        for (int i = 0; i + 1 < corners; i++) {
            double begin = step[2 * i + 1] - slope[i] * step[2 * i];
            double end = step[2 * i + 3] - slope[i] * step[2 * i + 2];
            double per = 1 / length[i];
            most = within(most, (step[2 * i] - step[2 * i + 2]), length[i]);
            double[] times = tube.times;
            double from = x[2 * i];
            double more = (end - begin) * per;
            for (int p = after[i], q = p - base; p < after[i + 1]; p++, q++) {
                double by = begin + more * (times[p] - from);
                double room = ROOM * (by > 0 ? above[q] : below[q]);
                double size = by > 0 ? by : -by;
                most = most * size > room ? room / size : most;
            }
        }
        for (int i = 0; i < corners; i++) {
            most = within(most, step[2 * i + 1] - rise(tube.upper, i) * step[2 * i], above[points + i]);
            most = within(most, rise(tube.lower, i) * step[2 * i] - step[2 * i + 1], below[points + i]);
        }
        return most;
    }

    private static double within(double part, double by, double room) {
        return part * by > ROOM * room ? ROOM * room / by : part;
    }
}
