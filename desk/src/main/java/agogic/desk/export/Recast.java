package agogic.desk.export;

import agogic.core.audio.LoudnessMeter;
import agogic.core.audio.RateConverter;
import agogic.formats.audio.WavWriter;
import agogic.standins.sound.Block;
import java.io.IOException;

/** One file of audio on its way out: blocks come in as they sound, frames go out at the rate of the file, and are measured. */
final class Recast {
    /** So many frames are made at once. */
    private static final int CHUNK = 1 << 12;

    private final RateConverter converter;
    private final WavWriter writer;
    private final LoudnessMeter meter;
    private final long frames;
    private final float[] inLeft;
    private final float[] inRight;
    private final float[] outLeft = new float[CHUNK];
    private final float[] outRight = new float[CHUNK];
    private final double[] left = new double[CHUNK];
    private final double[] right = new double[CHUNK];
    private int have;
    private long written;

    /** @param frames how many go out */
    Recast(RateConverter converter, WavWriter writer, int rate, long frames) {
        this.converter = converter;
        this.writer = writer;
        this.frames = frames;
        meter = new LoudnessMeter(rate);
        int most = converter.needed(0, CHUNK) + 2 * Block.FRAMES + 2;
        inLeft = new float[most];
        inRight = new float[most];
        // What the first frames need before the beginning is silence.
        have = (int) -converter.first(0);
    }

    /** Takes a block; true if more is wanted. */
    boolean add(double[] blockLeft, double[] blockRight) throws IOException {
        if (written >= frames) {
            return false;
        }
        if (converter.same()) {
            int count = (int) Math.min(Block.FRAMES, frames - written);
            // To the last bit as it was made.
            write(blockLeft, blockRight, count);
            return written < frames;
        }
        for (int i = 0; i < Block.FRAMES; i++) {
            inLeft[have + i] = (float) blockLeft[i];
            inRight[have + i] = (float) blockRight[i];
        }
        have += Block.FRAMES;
        if (have >= converter.needed(written, CHUNK)) {
            convert();
        }
        return written < frames;
    }

    private void convert() throws IOException {
        converter.convert(inLeft, written, CHUNK, outLeft, 0);
        converter.convert(inRight, written, CHUNK, outRight, 0);
        int count = (int) Math.min(CHUNK, frames - written);
        for (int i = 0; i < count; i++) {
            left[i] = outLeft[i];
            right[i] = outRight[i];
        }
        int used = (int) (converter.first(written + CHUNK) - converter.first(written));
        write(left, right, count);
        System.arraycopy(inLeft, used, inLeft, 0, have - used);
        System.arraycopy(inRight, used, inRight, 0, have - used);
        have -= used;
    }

    private void write(double[] l, double[] r, int count) throws IOException {
        writer.write(l, r, count);
        meter.add(l, r, count);
        written += count;
    }

    /** All of it was written. */
    AudioOut.Told end() throws IOException {
        writer.end();
        return new AudioOut.Told(
                frames, writer.peak(), writer.over(), meter.curve().integrated(), meter.truePeak());
    }
}
