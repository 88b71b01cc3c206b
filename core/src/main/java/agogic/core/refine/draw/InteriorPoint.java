package agogic.core.refine.draw;

import agogic.core.refine.solve.BlockTridiagonal;
import agogic.core.refine.tube.Middle;
import agogic.core.refine.tube.Tube;
import agogic.core.refine.ways.Path;

/**
 * Draws all corners of a path at once towards the middle of a tube: the least squares over time, with the walls kept by a
 * barrier that is lowered step by step (an interior point method; Nocedal and Wright 2006, chapter 19). A corner that walls
 * hold by both its ways can only move together with its neighbours, which no step of a single corner finds. The steps are
 * those of Gauss and Newton.
 */
abstract class InteriorPoint {
    /** What may change of the first and the last corner: nothing, the value, or the time, with a level beyond it. */
    enum End {
        NOTHING,
        VALUE,
        TIME
    }

    /** The square that is off by rounding, in each time. */
    private static final double ROUNDING = 1e-15;

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
    static final double ROOM = 0.95;

    private static final int HALVINGS = 6;
    private static final double LEAST_DAMPING = 1e-6;
    private static final double DAMPING = 1e-4;
    private static final double DAMPED = 10;

    final Tube tube;
    final Middle middle;
    final BlockTridiagonal system = new BlockTridiagonal();

    /** A wall that is touched has so much room left. */
    private final double touched;

    int corners;
    private boolean firstSlides;
    private boolean lastSlides;
    /** The level before may go on up to the first of these times, the level after may begin at the second. */
    private double levelTo;

    private double levelFrom;

    /** The corners as they are and as they are tried: time and value in turn. */
    double[] x = {};

    private double[] tried = {};

    /** The amounts of the ways, as they are and as they are tried, and the step of each. */
    double[] amounts = {};

    private double[] triedAmounts = {};
    double[] amountSteps = {};

    /** Of each way that was tried last: its slope from end to end, and its length. */
    double[] slope = {};

    double[] length = {};

    /** The first point of the tube after each corner. */
    int[] after = {};

    /** Room to the walls at the corners. */
    private double[] above = {};

    private double[] below = {};

    /** The first point of the tube that a corner can lie after, and how many there are from there on. */
    int base;

    int points;

    /** One by the half width of the tube, and the sum of the logarithms of all room by it. */
    double narrow;

    double logs;
    double barrier;
    double hardest;

    /**
     * @param touched the room to a wall that counts as touched: no more than walls leave for rounding
     */
    InteriorPoint(Tube tube, Middle middle, double touched) {
        this.tube = tube;
        this.middle = middle;
        this.touched = touched;
    }

    /** Gets ready for the ways of a path whose corners are set; at how many places the walls are looked at. */
    abstract int prepare(Path path);

    /** What a way is off, with its room to the walls; infinite if it leaves them. It finds the points of the tube up to its end. */
    abstract double way(int i, double t0, double v0, double t1, double v1, double amount);

    /** Adds what a way and the walls want of both its ends. */
    abstract void assemble(int i, double damping);

    /** How much of the step a way can make before it meets a wall, no more than {@code most}. */
    abstract double longest(int i, double most);

    /** False if there is hardly anything to be gained, even if there were no walls. */
    boolean promises(double off, End first, End last) {
        return true;
    }

    /** How much nearer the corners alone could be, were there no walls. */
    final double gain(End first, End last) {
        barrier = 0;
        hardest = 0;
        assemble(LEAST_DAMPING, first, last);
        return system.solve() ? system.product / 2 : Double.POSITIVE_INFINITY;
    }

    /** The steps of the amounts, after those of the corners. */
    void follow(double damping) {}

    /** Keeps the amounts of a path that got nearer. */
    void keep(Path path) {}

    /**
     * Draws the corners of a path that lies inside the tube; it is changed in place if that is nearer.
     *
     * @param high how high the barrier is to begin with, as a part of the usual
     * @return true if it is nearer
     */
    boolean draw(Path path, End first, End last, double high) {
        if (path.size() == 2 && first == End.NOTHING && last == End.NOTHING && path.shapes[0].amount() == 0) {
            return false;
        }
        begin(path, first, last);
        int places = prepare(path) + corners;
        double off = off(x, amounts);
        double rounding = ROUNDING * (x[2 * corners - 2] - x[0]);
        if (!(off > rounding && off < Double.POSITIVE_INFINITY)) {
            return false;
        }
        if (!promises(off, first, last)) {
            return false;
        }
        double start = off;
        barrier = high * HIGH * off / (2 * places);
        hardest = PRESSES * (x[2 * corners - 2] - x[0]) / (corners - 1) / narrow;
        double damping = LEAST_DAMPING;
        for (int k = 0; k < ROUNDS && 2 * places * barrier > GAP * off; k++) {
            double merit = off - barrier * logs;
            assemble(damping, first, last);
            boolean solved = system.solve();
            if (solved) {
                follow(damping);
            }
            double part = solved ? longest() : 0;
            double there = Double.POSITIVE_INFINITY;
            for (int h = 0; h < HALVINGS && part > 0; h++) {
                for (int i = 0; i < 2 * corners; i++) {
                    tried[i] = x[i] + part * system.x[i];
                }
                for (int i = 0; i + 1 < corners; i++) {
                    triedAmounts[i] = amounts[i] + part * amountSteps[i];
                }
                there = off(tried, triedAmounts);
                if (there - barrier * logs < merit) {
                    break;
                }
                there = Double.POSITIVE_INFINITY;
                part /= 2;
            }
            if (there < Double.POSITIVE_INFINITY) {
                swap();
                off = there;
                damping = Math.max(LEAST_DAMPING, damping / DAMPED);
                hardest *= part < STUCK ? HARDER : 1;
                barrier *= part > LONG_STEP ? MUCH_LOWER : part > SHORT_STEP ? LOWER : 1;
            } else {
                off = off(x, amounts);
                damping = Math.max(DAMPING, DAMPED * damping);
                hardest *= HARDER;
            }
        }
        if (off < start) {
            for (int i = 0; i < corners; i++) {
                path.t[i] = x[2 * i];
                path.v[i] = x[2 * i + 1];
            }
            keep(path);
        }
        return off < start;
    }

    private void swap() {
        double[] corner = x;
        x = tried;
        tried = corner;
        double[] amount = amounts;
        amounts = triedAmounts;
        triedAmounts = amount;
    }

    private void begin(Path path, End first, End last) {
        corners = path.size();
        if (slope.length < corners) {
            x = new double[2 * corners];
            tried = new double[2 * corners];
            amounts = new double[corners];
            triedAmounts = new double[corners];
            amountSteps = new double[corners];
            slope = new double[corners];
            length = new double[corners];
            after = new int[corners];
            above = new double[corners];
            below = new double[corners];
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
        double widths = 0;
        for (int i = base; i <= end; i++) {
            widths += tube.upper[i] - tube.lower[i];
        }
        narrow = 2 * points / Math.max(widths, touched);
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
    private double off(double[] at, double[] with) {
        int last = corners - 1;
        logs = 0;
        double off = beyond(at);
        double shortest = SHORTEST * (tube.times[base + points - 1] - tube.times[base]);
        after[0] = tube.before(at[0]) + 1;
        for (int i = 0; i <= last && off < Double.POSITIVE_INFINITY; i++) {
            if (!corner(i, at[2 * i], at[2 * i + 1])) {
                return Double.POSITIVE_INFINITY;
            }
            if (i < last) {
                length[i] = at[2 * i + 2] - at[2 * i];
                if (!(length[i] > shortest)) {
                    return Double.POSITIVE_INFINITY;
                }
                slope[i] = (at[2 * i + 3] - at[2 * i + 1]) / length[i];
                off += way(i, at[2 * i], at[2 * i + 1], at[2 * i + 2], at[2 * i + 3], with[i]);
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
        double up = tube.at(tube.upper, before, time) - value + touched;
        double down = value - tube.at(tube.lower, before, time) + touched;
        above[i] = up;
        below[i] = down;
        logs += up > 0 && down > 0 ? Math.log(up * down * narrow * narrow) : 0;
        return up > 0 && down > 0;
    }

    /** How hard a wall presses with so much room, by that room: what a step towards it meets. */
    final double weight(double room) {
        double push = barrier / room;
        return (push < hardest ? push : hardest) / room;
    }

    private void assemble(double damping, End first, End last) {
        system.clear(corners);
        for (int i = 0; i + 1 < corners; i++) {
            double per = 1 / length[i];
            assemble(i, damping);
            system.addLength(i, barrier * per * per);
            system.x[2 * i] -= barrier * per;
            system.x[2 * i + 2] += barrier * per;
        }
        for (int i = 0; i < corners; i++) {
            double up = above[i];
            double rise = rise(tube.upper, i);
            system.add(i, weight(up), rise);
            system.pull(i, -barrier / up, rise);
            double down = below[i];
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

    private double rise(double[] wall, int corner) {
        return slope(wall, after[corner] - 1);
    }

    /** How a wall rises after the point {@code before}. */
    final double slope(double[] wall, int before) {
        int i = Math.max(0, Math.min(tube.size() - 2, before));
        return (wall[i + 1] - wall[i]) / (tube.times[i + 1] - tube.times[i]);
    }

    /** How much of the step can be made before a wall is met. */
    private double longest() {
        double[] step = system.x;
        double most = 1;
        for (int i = 0; i + 1 < corners; i++) {
            most = within(most, step[2 * i] - step[2 * i + 2], length[i]);
            most = longest(i, most);
        }
        for (int i = 0; i < corners; i++) {
            most = within(most, step[2 * i + 1] - rise(tube.upper, i) * step[2 * i], above[i]);
            most = within(most, rise(tube.lower, i) * step[2 * i] - step[2 * i + 1], below[i]);
        }
        return most;
    }

    static double within(double part, double by, double room) {
        return part * by > ROOM * room ? ROOM * room / by : part;
    }
}
