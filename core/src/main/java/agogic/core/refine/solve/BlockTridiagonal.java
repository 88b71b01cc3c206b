package agogic.core.refine.solve;

import java.util.Arrays;

/**
 * A symmetric system of equations with two unknowns for each corner of a path, its time and its value, in which a corner
 * has to do with its neighbours only: blocks of two by two on the diagonal and beside it. Solved in linear time.
 */
public final class BlockTridiagonal {
    private int size;
    /** Of each corner, row by row: the block on the diagonal, and the one that joins it to the next corner. */
    private double[] own = {};

    private double[] next = {};

    /** The right side, and after solving the unknowns: time and value in turn. */
    public double[] x = {};

    /** The right side of the system that was solved last, by what solves it. */
    public double product;

    /** Begins anew, for so many corners. */
    public void clear(int corners) {
        size = corners;
        if (x.length < 2 * corners) {
            own = new double[4 * corners];
            next = new double[4 * corners];
            x = new double[2 * corners];
        }
        Arrays.fill(own, 0, 4 * corners, 0);
        Arrays.fill(next, 0, 4 * corners, 0);
        Arrays.fill(x, 0, 2 * corners, 0);
    }

    /** Adds {@code weight} times the square of a value less {@code rise} times the time of a corner. */
    public void add(int corner, double weight, double rise) {
        add(own, corner, weight, rise);
    }

    /** The same, of the product of such a value of a corner and that of the next. */
    public void addNext(int corner, double weight, double rise) {
        add(next, corner, weight, rise);
    }

    private static void add(double[] to, int i, double weight, double rise) {
        double across = weight * rise;
        to[4 * i] += across * rise;
        to[4 * i + 1] -= across;
        to[4 * i + 2] -= across;
        to[4 * i + 3] += weight;
    }

    /** Adds to the block of a corner: of its time, of both, of its value. */
    public void add(int corner, double time, double both, double value) {
        own[4 * corner] += time;
        own[4 * corner + 1] += both;
        own[4 * corner + 2] += both;
        own[4 * corner + 3] += value;
    }

    /** Adds to the block that joins a corner to the next: its time and value by those of the next. */
    public void addNext(int corner, double timeTime, double timeValue, double valueTime, double valueValue) {
        next[4 * corner] += timeTime;
        next[4 * corner + 1] += timeValue;
        next[4 * corner + 2] += valueTime;
        next[4 * corner + 3] += valueValue;
    }

    /** Adds {@code weight} times the square of the time between a corner and the next. */
    public void addLength(int corner, double weight) {
        own[4 * corner] += weight;
        own[4 * corner + 4] += weight;
        next[4 * corner] -= weight;
    }

    /** Adds to the right side: {@code pull} on a value less {@code rise} times the time. */
    public void pull(int corner, double pull, double rise) {
        x[2 * corner] -= pull * rise;
        x[2 * corner + 1] += pull;
    }

    /** Makes the blocks on the diagonal larger by this part. */
    public void damp(double part) {
        for (int i = 0; i < size; i++) {
            own[4 * i] += part * (own[4 * i] + Double.MIN_NORMAL);
            own[4 * i + 3] += part * (own[4 * i + 3] + Double.MIN_NORMAL);
        }
    }

    /** An unknown of a corner is nothing: 0 its time, 1 its value. */
    public void hold(int corner, int which) {
        int o = 4 * corner;
        own[o + 1] = 0;
        own[o + 2] = 0;
        own[o + 3 * which] = 1;
        x[2 * corner + which] = 0;
        next[o + 2 * which] = 0;
        next[o + 2 * which + 1] = 0;
        if (corner > 0) {
            next[o - 4 + which] = 0;
            next[o - 4 + which + 2] = 0;
        }
    }

    /** Solves it, from the first corner to the last and back; false if it is not positive definite. */
    public boolean solve() {
        for (int i = 0; i < size; i++) {
            int o = 4 * i;
            if (i > 0) {
                follow(i);
            }
            double det = own[o] * own[o + 3] - own[o + 1] * own[o + 2];
            if (!(det > 0 && own[o] > 0)) {
                return false;
            }
            double a = own[o + 3] / det;
            own[o + 3] = own[o] / det;
            own[o] = a;
            own[o + 1] /= -det;
            own[o + 2] /= -det;
        }
        product = 0;
        for (int i = size - 1; i >= 0; i--) {
            int o = 4 * i;
            double time = x[2 * i];
            double value = x[2 * i + 1];
            product += own[o] * time * time + (own[o + 1] + own[o + 2]) * time * value + own[o + 3] * value * value;
            if (i + 1 < size) {
                time -= next[o] * x[2 * i + 2] + next[o + 1] * x[2 * i + 3];
                value -= next[o + 2] * x[2 * i + 2] + next[o + 3] * x[2 * i + 3];
            }
            x[2 * i] = own[o] * time + own[o + 1] * value;
            x[2 * i + 1] = own[o + 2] * time + own[o + 3] * value;
        }
        return true;
    }

    /** What the corner before leaves of this one; the block of that one is inverted. */
    private void follow(int i) {
        int o = 4 * i;
        int n = o - 4;
        double a = own[n] * next[n] + own[n + 1] * next[n + 2];
        double b = own[n] * next[n + 1] + own[n + 1] * next[n + 3];
        double c = own[n + 2] * next[n] + own[n + 3] * next[n + 2];
        double d = own[n + 2] * next[n + 1] + own[n + 3] * next[n + 3];
        own[o] -= next[n] * a + next[n + 2] * c;
        own[o + 1] -= next[n] * b + next[n + 2] * d;
        own[o + 2] -= next[n + 1] * a + next[n + 3] * c;
        own[o + 3] -= next[n + 1] * b + next[n + 3] * d;
        x[2 * i] -= a * x[2 * i - 2] + c * x[2 * i - 1];
        x[2 * i + 1] -= b * x[2 * i - 2] + d * x[2 * i - 1];
    }
}
