package agogic.core.audio;

import java.util.Arrays;

/**
 * Loudness over time, in steps of a tenth of a second (ITU-R BS.1770-4, EBU Tech 3341 and 3342): momentary (400 ms),
 * short-term (3 s) and integrated, and its range.
 */
public final class LoudnessCurve {
    /** A value is there every so many seconds. */
    public static final double STEP = 0.1;

    private static final int MOMENTARY_STEPS = 4;
    private static final int SHORT_STEPS = 30;
    private static final double OFFSET = -0.691;
    private static final double ABSOLUTE_GATE = -70;
    private static final double RELATIVE_GATE = -10;
    private static final double RANGE_GATE = -20;

    private final double[] energy;
    /** The greatest of windows that begin anywhere, in LUFS; NaN where only steps are known. */
    private final double momentary;

    private final double shortTerm;

    /** @param energy the mean square of each step, weighted, of both channels together */
    public LoudnessCurve(double[] energy) {
        this(energy, Double.NaN, Double.NaN);
    }

    /** The same, with the greatest momentary and short-term loudness of windows that begin between steps, too. */
    LoudnessCurve(double[] energy, double momentary, double shortTerm) {
        this.energy = energy.clone();
        this.momentary = momentary;
        this.shortTerm = shortTerm;
    }

    /** As it would be with each step so many dB louder. */
    public LoudnessCurve louder(double[] decibel) {
        double[] more = energy.clone();
        for (int i = 0; i < more.length; i++) {
            more[i] *= Math.pow(10, decibel[i] / 10);
        }
        return new LoudnessCurve(more);
    }

    /** How many steps of a tenth of a second there are. */
    public int steps() {
        return energy.length;
    }

    /** The mean square of one step, weighted, of both channels together. */
    public double energy(int step) {
        return energy[step];
    }

    /** Mean square, weighted, of the steps {@code from..to}. */
    private double mean(int from, int to) {
        double total = 0;
        for (int i = from; i < to; i++) {
            total += energy[i];
        }
        return total / (to - from);
    }

    /** The loudness of a mean square, weighted, in LUFS. */
    public static double loudness(double meanSquare) {
        return meanSquare <= 0
                ? LoudnessMeter.SILENT
                : Math.max(LoudnessMeter.SILENT, OFFSET + 10 * Math.log10(meanSquare));
    }

    /** Loudness of the 400 ms that end with step {@code step}, in LUFS; before there were so many, of those there are. */
    public double momentary(int step) {
        return loudness(mean(Math.max(0, step + 1 - MOMENTARY_STEPS), step + 1));
    }

    /** Loudness of the 3 s that end with step {@code step}, in LUFS; before there were so many, of those there are. */
    public double shortTerm(int step) {
        return loudness(mean(Math.max(0, step + 1 - SHORT_STEPS), step + 1));
    }

    /** Loudness of {@code width} steps in whose middle step {@code step} lies, of those there are, in LUFS. */
    public double around(int step, int width) {
        return loudness(mean(Math.max(0, step - width / 2), Math.min(energy.length, step + (width + 1) / 2)));
    }

    /** The greatest {@link #momentary} of whole windows, in LUFS; {@link LoudnessMeter#SILENT} if there is none. */
    public double greatestMomentary() {
        return Double.isNaN(momentary) ? greatest(MOMENTARY_STEPS) : momentary;
    }

    /** The greatest {@link #shortTerm} of whole windows, in LUFS; {@link LoudnessMeter#SILENT} if there is none. */
    public double greatestShortTerm() {
        return Double.isNaN(shortTerm) ? greatest(SHORT_STEPS) : shortTerm;
    }

    private double greatest(int width) {
        double most = LoudnessMeter.SILENT;
        for (int step = width - 1; step < energy.length; step++) {
            most = Math.max(most, loudness(mean(step + 1 - width, step + 1)));
        }
        return most;
    }

    /** Integrated loudness in LUFS, gated at −70 LUFS and 10 LU below what is above that; {@link LoudnessMeter#SILENT} for nothing. */
    public double integrated() {
        int blocks = energy.length - MOMENTARY_STEPS + 1;
        if (blocks < 1) {
            return LoudnessMeter.SILENT;
        }
        double[] means = new double[blocks];
        for (int b = 0; b < blocks; b++) {
            means[b] = mean(b, b + MOMENTARY_STEPS);
        }
        double first = gated(means, ABSOLUTE_GATE);
        return loudness(gated(means, Math.max(ABSOLUTE_GATE, loudness(first) + RELATIVE_GATE)));
    }

    /** The mean of those above {@code gate} LUFS; 0 if none is. */
    private static double gated(double[] means, double gate) {
        double total = 0;
        int count = 0;
        for (double one : means) {
            if (loudness(one) > gate) {
                total += one;
                count++;
            }
        }
        return count == 0 ? 0 : total / count;
    }

    /** Loudness range in LU (EBU Tech 3342): from the 10th to the 95th percentile of gated short-term loudness. */
    public double range() {
        int blocks = energy.length - SHORT_STEPS + 1;
        if (blocks < 1) {
            return 0;
        }
        double[] means = new double[blocks];
        for (int b = 0; b < blocks; b++) {
            means[b] = mean(b, b + SHORT_STEPS);
        }
        double gate = Math.max(ABSOLUTE_GATE, loudness(gated(means, ABSOLUTE_GATE)) + RANGE_GATE);
        double[] left = Arrays.stream(means)
                .map(LoudnessCurve::loudness)
                .filter(l -> l > gate)
                .sorted()
                .toArray();
        if (left.length == 0) {
            return 0;
        }
        int last = left.length - 1;
        return left[(int) Math.round(last * 0.95)] - left[(int) Math.round(last * 0.1)];
    }
}
