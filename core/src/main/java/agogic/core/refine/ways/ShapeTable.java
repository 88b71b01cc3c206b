package agogic.core.refine.ways;

import agogic.core.envelope.Shape;

/** How far shapes are at the places where ways are compared with the middle of a tube. */
final class ShapeTable {
    /** A way is compared with the middle in so many even parts, in each with its mean and its slope. */
    static final int PARTS = 10;

    /** As the two places of Gauss of each part have it: what is straight there is integrated exactly. */
    static final int SAMPLES = 2 * PARTS;

    static final double GAUSS = 1 / Math.sqrt(3);

    static final double[] BENDS = {
        -1, -0.87, -0.75, -0.62, -0.5, -0.38, -0.28, -0.2, -0.12, -0.06, 0.06, 0.12, 0.2, 0.28, 0.38, 0.5, 0.62, 0.75,
        0.87, 1
    };

    /** How far each of the bent ways, and the two parts of an S, are at the places. */
    static final double[][] BENT = new double[BENDS.length][SAMPLES];

    static final double[] USUAL = new double[SAMPLES];
    static final double[] HAND = new double[SAMPLES];
    static final double[] PLACES = new double[SAMPLES];

    static {
        for (int i = 0; i < SAMPLES; i++) {
            int part = i / 2;
            double p = (part + 0.5 + (i % 2 - 0.5) * GAUSS) / PARTS;
            PLACES[i] = p;
            USUAL[i] = Shape.S.value(0, 1, p);
            HAND[i] = Shape.s(1).value(0, 1, p);
            for (int b = 0; b < BENDS.length; b++) {
                BENT[b][i] = Shape.bent(BENDS[b]).value(0, 1, p);
            }
        }
    }

    private ShapeTable() {}
}
