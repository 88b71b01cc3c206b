package agogic.core.audio;

import java.util.Arrays;

/**
 * How loud two channels are (ITU-R BS.1770-4, EBU Tech 3341 and 3342): momentary, short-term and integrated loudness,
 * loudness range and true peak. Fed from the beginning to the end; used by one thread.
 */
public final class LoudnessMeter {
    /** What silence is said to have, in LUFS or dB: below everything that can be heard. */
    public static final double SILENT = -120;

    /** A value is there every so many seconds. */
    public static final double STEP = 0.1;

    private static final int MOMENTARY_STEPS = 4;
    private static final int SHORT_STEPS = 30;
    private static final double OFFSET = -0.691;
    private static final double ABSOLUTE_GATE = -70;
    private static final double RELATIVE_GATE = -10;
    private static final double RANGE_GATE = -20;

    private final KWeighting weightLeft;
    private final KWeighting weightRight;
    private final TruePeak peakLeft;
    private final TruePeak peakRight;
    private final double rate;
    private double[] energy = new double[1024];
    private int steps;
    private double sum;
    private long in;
    private long frames;
    private long nextStep;

    /** @param rate frames a second of what it will be fed */
    public LoudnessMeter(double rate) {
        this(rate, true);
    }

    /** @param peaks false if nobody asks for the true peak: then it is not computed */
    public LoudnessMeter(double rate, boolean peaks) {
        this.rate = rate;
        weightLeft = new KWeighting(rate);
        weightRight = new KWeighting(rate);
        peakLeft = peaks ? new TruePeak() : null;
        peakRight = peaks ? new TruePeak() : null;
        nextStep = Math.round(STEP * rate);
    }

    /** The next frames; 1 is full scale. For one channel alone {@code right} is null. */
    public void add(double[] left, double[] right, int count) {
        for (int i = 0; i < count; i++) {
            add(left[i], right == null ? 0 : right[i], right != null);
        }
    }

    /** As {@link #add(double[], double[], int)}. */
    public void add(float[] left, float[] right, int count) {
        for (int i = 0; i < count; i++) {
            add(left[i], right == null ? 0 : right[i], right != null);
        }
    }

    private void add(double left, double right, boolean two) {
        sum += weightLeft.squared(left);
        if (peakLeft != null) {
            peakLeft.next(left);
        }
        if (two) {
            sum += weightRight.squared(right);
            if (peakRight != null) {
                peakRight.next(right);
            }
        }
        in++;
        frames++;
        if (frames == nextStep) {
            if (steps == energy.length) {
                energy = Arrays.copyOf(energy, 2 * steps);
            }
            energy[steps++] = sum / in;
            sum = 0;
            in = 0;
            nextStep = Math.round((steps + 1) * STEP * rate);
        }
    }

    /** How many steps of a tenth of a second are whole. */
    public int steps() {
        return steps;
    }

    /** Mean square, weighted, of the steps {@code from..to}. */
    private double mean(int from, int to) {
        double total = 0;
        for (int i = from; i < to; i++) {
            total += energy[i];
        }
        return total / (to - from);
    }

    private static double loudness(double meanSquare) {
        return meanSquare <= 0 ? SILENT : Math.max(SILENT, OFFSET + 10 * Math.log10(meanSquare));
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
        return loudness(mean(Math.max(0, step - width / 2), Math.min(steps, step + (width + 1) / 2)));
    }

    /** The greatest {@link #momentary} of whole windows; {@link #SILENT} if there is none. */
    public double greatestMomentary() {
        return greatest(MOMENTARY_STEPS);
    }

    /** The greatest {@link #shortTerm} of whole windows; {@link #SILENT} if there is none. */
    public double greatestShortTerm() {
        return greatest(SHORT_STEPS);
    }

    private double greatest(int width) {
        double most = SILENT;
        for (int step = width - 1; step < steps; step++) {
            most = Math.max(most, loudness(mean(step + 1 - width, step + 1)));
        }
        return most;
    }

    /** Integrated loudness in LUFS, gated at −70 LUFS and 10 LU below what is above that; {@link #SILENT} for nothing. */
    public double integrated() {
        int blocks = steps - MOMENTARY_STEPS + 1;
        if (blocks < 1) {
            return SILENT;
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
        int blocks = steps - SHORT_STEPS + 1;
        if (blocks < 1) {
            return 0;
        }
        double[] means = new double[blocks];
        for (int b = 0; b < blocks; b++) {
            means[b] = mean(b, b + SHORT_STEPS);
        }
        double gate = Math.max(ABSOLUTE_GATE, loudness(gated(means, ABSOLUTE_GATE)) + RANGE_GATE);
        double[] left = Arrays.stream(means)
                .map(LoudnessMeter::loudness)
                .filter(l -> l > gate)
                .sorted()
                .toArray();
        if (left.length == 0) {
            return 0;
        }
        int last = left.length - 1;
        return left[(int) Math.round(last * 0.95)] - left[(int) Math.round(last * 0.1)];
    }

    /** The true peak in dB of full scale; nothing is added after it was asked for. {@link #SILENT} for silence. */
    public double truePeak() {
        if (peakLeft == null) {
            throw new IllegalStateException("This meter was made without peaks.");
        }
        peakLeft.end();
        peakRight.end();
        double peak = Math.max(peakLeft.peak(), peakRight.peak());
        return peak <= 0 ? SILENT : Math.max(SILENT, 20 * Math.log10(peak));
    }
}
