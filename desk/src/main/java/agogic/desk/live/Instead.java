package agogic.desk.live;

import agogic.standins.sound.Block;

/** Something that is heard instead of all else, once. */
final class Instead {
    private static final int TONE_FRAMES = 96_000;
    private static final double TONE_HERTZ = 1_000;
    /** −20 dB of full scale. */
    private static final double TONE = 0.1;

    private final float[] samples;
    private int at;
    private volatile long begun;

    /** @param samples at 48 kHz, −1 to 1 */
    Instead(float[] samples) {
        this.samples = samples;
    }

    /** A tone of 1 kHz at −20 dB, two seconds long. */
    static Instead tone() {
        float[] tone = new float[TONE_FRAMES];
        for (int i = 0; i < tone.length; i++) {
            tone[i] = (float) (TONE * Math.sin(2 * Math.PI * TONE_HERTZ * i / Block.RATE));
        }
        return new Instead(tone);
    }

    /** When its first block was made, in nanoseconds of the clock; 0 before. */
    long begun() {
        return begun;
    }

    /** True if all of it was heard. */
    boolean over() {
        return at >= samples.length;
    }

    /** Its next block, which is made at this time, in nanoseconds of the clock. */
    void next(double[] left, double[] right, long now) {
        if (at == 0) {
            begun = now;
        }
        for (int i = 0; i < left.length; i++) {
            left[i] = over() ? 0 : samples[at++];
            right[i] = left[i];
        }
    }
}
