package agogic.desk.live;

import agogic.core.audio.RateConverter;
import agogic.standins.sound.Block;

/** Blocks as they are made, as an output wants them: in its rate, left and right in turn, 16 bit, low byte first. */
final class Outgoing {
    private static final int CHANNELS = 2;
    private static final int BYTES = 2 * CHANNELS;

    private final RateConverter converter;
    private final float[][] waiting;
    private final float[][] out;
    private final byte[] bytes;
    /** The number of the first frame that waits, how many do, and the number of the next that is wanted. */
    private long first;

    private int count;
    private long next;

    /** @param rate frames a second of the output */
    Outgoing(int rate) {
        converter = new RateConverter(Block.RATE, rate);
        int most = (int) converter.length(Block.FRAMES) + 2;
        int reach = converter.needed(0, most) + 2 * Block.FRAMES;
        waiting = new float[CHANNELS][2 * reach];
        out = new float[CHANNELS][most];
        bytes = new byte[BYTES * most];
        // Before the first frame there was silence.
        first = Math.min(0, converter.first(0));
        count = (int) -first;
    }

    /** So many frames of what is made are kept back, because those after them are needed as well. */
    int behind() {
        return converter.same() ? 0 : (int) (converter.first(0) + converter.needed(0, 1));
    }

    /** One block more; returns how many of the {@link #bytes} are to go out. */
    int put(double[] left, double[] right) {
        for (int i = 0; i < Block.FRAMES; i++) {
            waiting[0][count + i] = (float) left[i];
            waiting[1][count + i] = (float) right[i];
        }
        count += Block.FRAMES;
        int frames = 0;
        while (frames < out[0].length
                && converter.first(next + frames) + converter.needed(next + frames, 1) <= first + count) {
            frames++;
        }
        for (int c = 0; c < CHANNELS && frames > 0; c++) {
            float[] from = waiting[c];
            int skip = (int) (converter.first(next) - first);
            System.arraycopy(from, skip, from, 0, count - skip);
            converter.convert(from, next, frames, out[c], 0);
        }
        if (frames > 0) {
            count -= (int) (converter.first(next) - first);
            first = converter.first(next);
            next += frames;
        }
        for (int i = 0; i < frames; i++) {
            set(BYTES * i, out[0][i]);
            set(BYTES * i + 2, out[1][i]);
        }
        return BYTES * frames;
    }

    byte[] bytes() {
        return bytes;
    }

    private void set(int at, double sample) {
        int value = (int) Math.rint(Math.max(-1, Math.min(1, sample)) * 32_767);
        bytes[at] = (byte) value;
        bytes[at + 1] = (byte) (value >> 8);
    }
}
