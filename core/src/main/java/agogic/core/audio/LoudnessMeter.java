package agogic.core.audio;

import java.util.Arrays;

/**
 * How loud two channels are (ITU-R BS.1770-4, EBU Tech 3341 and 3342): its loudness over time and its true
 * peak. Fed from the beginning to the end; used by one thread.
 */
public final class LoudnessMeter {
    /** What silence is said to have, in LUFS or dB: below everything that can be heard. */
    public static final double SILENT = -120;

    private static final double NOTHING = 1e-15;

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
        nextStep = Math.round(LoudnessCurve.STEP * rate);
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

    /** −300 dB is silence: numbers that small take the processor a hundred times as long. */
    private static double audible(double sample) {
        return sample < NOTHING && sample > -NOTHING ? 0 : sample;
    }

    private void add(double in1, double in2, boolean two) {
        double left = audible(in1);
        double right = audible(in2);
        sum += weightLeft.squared(left);
        if (peakLeft != null) {
            peakLeft.next((float) left);
        }
        if (two) {
            sum += weightRight.squared(right);
            if (peakRight != null) {
                peakRight.next((float) right);
            }
        }
        in++;
        frames++;
        if (frames == nextStep) {
            if (steps == energy.length) {
                energy = Arrays.copyOf(energy, 2 * steps);
            }
            energy[steps++] = sum / in;
            weightLeft.settle();
            weightRight.settle();
            sum = 0;
            in = 0;
            nextStep = Math.round((steps + 1) * LoudnessCurve.STEP * rate);
        }
    }

    /** How loud it was so far, over time. */
    public LoudnessCurve curve() {
        return new LoudnessCurve(Arrays.copyOf(energy, steps));
    }

    /** The true peak in dB of full scale; nothing is added after it was asked for. {@link #SILENT} for silence. */
    public double truePeak() {
        if (peakLeft == null) {
            throw new IllegalStateException("This meter was made without peaks.");
        }
        double peak = Math.max(peakLeft.peak(), peakRight.peak());
        return peak <= 0 ? SILENT : Math.max(SILENT, 20 * Math.log10(peak));
    }
}
