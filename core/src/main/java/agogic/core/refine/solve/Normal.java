package agogic.core.refine.solve;

import java.util.Arrays;

/**
 * The normal equations of one way: what it wants of the time and value of its beginning, of those of its end, and of its
 * amount, in this order. The amount has to do with this way only, so it is taken out before the corners are solved.
 */
public final class Normal {
    private static final int UNKNOWNS = 5;
    private static final int AMOUNT = 4;

    private final double[] pull = new double[UNKNOWNS];
    private final double[][] square = new double[UNKNOWNS][UNKNOWNS];
    private final double[] change = new double[UNKNOWNS];

    /** Begins anew. */
    public void clear() {
        Arrays.fill(pull, 0);
        for (double[] row : square) {
            Arrays.fill(row, 0);
        }
    }

    /** Takes over what another has. */
    public void set(Normal other) {
        System.arraycopy(other.pull, 0, pull, 0, UNKNOWNS);
        for (int i = 0; i < UNKNOWNS; i++) {
            System.arraycopy(other.square[i], 0, square[i], 0, UNKNOWNS);
        }
    }

    /**
     * Adds {@code weight} times the square of what changes at a place, and {@code push} times how it changes.
     *
     * @param u how far on the way the place is, 0..1
     * @param time how it changes with the time of the place itself, which is that of the beginning at 0, of the end at 1
     * @param part how much of the way is done there
     * @param amount how it changes with the amount
     */
    public void add(double weight, double push, double u, double time, double part, double amount) {
        change[0] = time * (1 - u);
        change[1] = 1 - part;
        change[2] = time * u;
        change[3] = part;
        change[AMOUNT] = amount;
        for (int i = 0; i < UNKNOWNS; i++) {
            double one = change[i];
            pull[i] += push * one;
            double[] row = square[i];
            one *= weight;
            for (int k = i; k < UNKNOWNS; k++) {
                row[k] += one * change[k];
            }
        }
    }

    /** Adds the same of the amount alone. */
    public void addAmount(double weight, double push) {
        square[AMOUNT][AMOUNT] += weight;
        pull[AMOUNT] += push;
    }

    /** What it wants of an unknown: how the squares change with it. */
    public double pull(int unknown) {
        return pull[unknown];
    }

    /** Takes the amount out, and adds what is left to the corner and the next. */
    public void into(BlockTridiagonal system, int corner, double damping) {
        double own = square[AMOUNT][AMOUNT] * (1 + damping);
        for (int i = 0; i < AMOUNT && own > 0; i++) {
            double part = square[i][AMOUNT] / own;
            pull[i] -= part * pull[AMOUNT];
            for (int k = i; k < AMOUNT; k++) {
                square[i][k] -= part * square[k][AMOUNT];
            }
        }
        system.add(corner, square[0][0], square[0][1], square[1][1]);
        system.add(corner + 1, square[2][2], square[2][3], square[3][3]);
        system.addNext(corner, square[0][2], square[0][3], square[1][2], square[1][3]);
        for (int i = 0; i < AMOUNT; i++) {
            system.x[2 * corner + i] -= pull[i];
        }
    }

    /** The step of the amount when those of the corner and the next are known. */
    public double amountStep(double[] steps, int corner, double damping) {
        double own = square[AMOUNT][AMOUNT] * (1 + damping);
        double wanted = -pull[AMOUNT];
        for (int i = 0; i < AMOUNT; i++) {
            wanted -= square[i][AMOUNT] * steps[2 * corner + i];
        }
        return own > 0 ? wanted / own : 0;
    }
}
