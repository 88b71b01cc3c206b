package agogic.core.audio;

import java.util.Arrays;

/**
 * How loud some channels are, mostly two (ITU-R BS.1770-4, EBU Tech 3341 and 3342): its loudness over time and its true
 * peak. Fed from the beginning to the end; used by one thread.
 */
public final class LoudnessMeter {
    /** What silence is said to have, in LUFS or dB: below everything that can be heard. */
    public static final double SILENT = -120;

    private static final double NOTHING = 1e-15;
    /** Windows begin so far apart where the greatest is looked for, in seconds. */
    private static final double FINE = 0.01;

    private static final int SURROUND = 6;
    private static final int LOW = 3;
    private static final double BEHIND = 1.41;

    private final KWeighting weightLeft;
    private final KWeighting weightRight;
    private final TruePeak peakLeft;
    private final TruePeak peakRight;
    private final double rate;
    private Channel[] more = {};
    private double[] energy = new double[1024];
    private int steps;
    private double sum;
    private double pending;
    private double fine;
    private long fineIn;
    private long fineSteps;
    private long nextFine;
    private final GreatestMean momentary = new GreatestMean(40);
    private final GreatestMean shortTerm = new GreatestMean(300);
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
        nextFine = Math.round(FINE * rate);
    }

    /**
     * Of more than two channels, in the order of ITU-R BS.775: of five and six those behind count 1.5 dB more, and of six the
     * one for low frequencies does not count (BS.1770-4, table 3).
     */
    public static LoudnessMeter of(double rate, int channels) {
        LoudnessMeter meter = new LoudnessMeter(rate, true);
        meter.more = new Channel[Math.max(0, channels - 2)];
        for (int c = 2; c < channels; c++) {
            boolean low = channels == SURROUND && c == LOW;
            boolean behind = (channels == SURROUND || channels == SURROUND - 1) && c >= channels - 2;
            meter.more[c - 2] = new Channel(new KWeighting(rate), new TruePeak(), low ? 0 : behind ? BEHIND : 1);
        }
        return meter;
    }

    /** A channel beyond the first two, and how much it counts. */
    private record Channel(KWeighting weight, TruePeak peak, double counts) {}

    /** The next frames of all channels that it was made {@link #of}; 1 is full scale. */
    public void add(float[][] channels, int count) {
        for (int i = 0; i < count; i++) {
            for (int c = 0; c < more.length; c++) {
                double sample = audible(channels[c + 2][i]);
                pending += more[c].counts() * more[c].weight().squared(sample);
                more[c].peak().next((float) sample);
            }
            add(channels[0][i], channels[1][i], true);
        }
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
        double square = pending + weightLeft.squared(left);
        pending = 0;
        if (peakLeft != null) {
            peakLeft.next((float) left);
        }
        if (two) {
            square += weightRight.squared(right);
            if (peakRight != null) {
                peakRight.next((float) right);
            }
        }
        sum += square;
        fine += square;
        in++;
        fineIn++;
        frames++;
        if (frames == nextFine) {
            momentary.add(fine / fineIn);
            shortTerm.add(fine / fineIn);
            fine = 0;
            fineIn = 0;
            nextFine = Math.round((++fineSteps + 1) * FINE * rate);
        }
        if (frames == nextStep) {
            if (steps == energy.length) {
                energy = Arrays.copyOf(energy, 2 * steps);
            }
            energy[steps++] = sum / in;
            weightLeft.settle();
            weightRight.settle();
            for (Channel one : more) {
                one.weight().settle();
            }
            sum = 0;
            in = 0;
            nextStep = Math.round((steps + 1) * LoudnessCurve.STEP * rate);
        }
    }

    /** How loud it was so far, over time. */
    public LoudnessCurve curve() {
        return new LoudnessCurve(
                Arrays.copyOf(energy, steps),
                LoudnessCurve.loudness(momentary.greatest()),
                LoudnessCurve.loudness(shortTerm.greatest()));
    }

    /**
     * The true peak in dB of full scale; nothing is added after it was asked for. {@link #SILENT} for silence.
     *
     * @throws IllegalStateException if the meter was made without peaks
     */
    public double truePeak() {
        if (peakLeft == null) {
            throw new IllegalStateException("This meter was made without peaks.");
        }
        double peak = Math.max(peakLeft.peak(), peakRight.peak());
        for (Channel one : more) {
            peak = Math.max(peak, one.peak().peak());
        }
        return peak <= 0 ? SILENT : Math.max(SILENT, 20 * Math.log10(peak));
    }
}
