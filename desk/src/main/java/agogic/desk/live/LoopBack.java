package agogic.desk.live;

import agogic.core.audio.Chirp;
import java.util.Arrays;
import java.util.OptionalInt;
import java.util.function.LongSupplier;

/**
 * Measures how long sound is on its way: a short sound goes out and is looked for in what a microphone hears. Used by one
 * thread.
 */
final class LoopBack {
    private static final int BLOCK = 128;
    private static final double HEARD_SECONDS = 0.9;
    private static final int TIMES = 3;
    /** Farther apart than this the same way cannot be. */
    private static final double APART = 0.004;

    private static final double NANOS = 1e-9;

    private final SoundOutput sound;
    private final Microphone microphone;
    private final LongSupplier clock;

    LoopBack(SoundOutput sound, Microphone microphone, LongSupplier clock) {
        this.sound = sound;
        this.microphone = microphone;
        this.clock = clock;
    }

    /**
     * How long it is from a block that is made to the ear, in seconds: the middle one of three times.
     *
     * @throws IllegalArgumentException in words for people if it was not heard, or each time otherwise
     */
    double measure() {
        double[] all = new double[TIMES];
        for (int i = 0; i < TIMES; i++) {
            all[i] = once();
        }
        Arrays.sort(all);
        if (all[TIMES - 1] - all[0] > APART) {
            throw new IllegalArgumentException(String.format(
                    java.util.Locale.ROOT,
                    "It took %.0f to %.0f ms: that is no latency to rely on. Try a longer buffer.",
                    1000 * all[0],
                    1000 * all[TIMES - 1]));
        }
        return all[TIMES / 2];
    }

    private double once() {
        int rate = microphone.rate();
        float[] heard = new float[(int) (HEARD_SECONDS * rate) / BLOCK * BLOCK];
        float[] block = new float[BLOCK];
        Instead chirp = new Instead(Chirp.at(agogic.standins.sound.Block.RATE));
        sound.instead(chirp);
        // When the first frame was heard: no block came before its last frame was, and some came at once.
        double first = Double.POSITIVE_INFINITY;
        for (int at = 0; at < heard.length; at += BLOCK) {
            if (!microphone.read(block)) {
                throw new IllegalArgumentException("The audio input went away.");
            }
            first = Math.min(first, NANOS * clock.getAsLong() - (double) (at + BLOCK) / rate);
            System.arraycopy(block, 0, heard, at, BLOCK);
        }
        OptionalInt place = Chirp.find(heard, rate);
        if (place.isEmpty() || chirp.begun() == 0) {
            throw new IllegalArgumentException("The test sound was not heard in the audio input: connect it, "
                    + "or hold a microphone to the loudspeaker and turn it up. Or type the latency.");
        }
        return first + (double) place.getAsInt() / rate - NANOS * chirp.begun();
    }
}
