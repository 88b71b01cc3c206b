package agogic.formats.audio;

import agogic.formats.file.FormatException;
import agogic.formats.file.SafeFile;
import java.io.BufferedInputStream;
import java.io.BufferedOutputStream;
import java.io.DataInputStream;
import java.io.DataOutputStream;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;

/**
 * The picture of an audio file: for every {@value #STEP} frames the least and the greatest sample and the mean square of
 * both channels, and coarser levels of them, each of four of the one below. About 6 bytes a step.
 */
public final class Peaks {
    /** Frames of a step of the finest level. */
    public static final int STEP = 256;

    private static final int FOUR = 4;
    private static final int MAGIC = 0x41675031;
    private static final long MOST_STEPS = 1L << 29;

    private final long frames;
    private final short[][] least;
    private final short[][] greatest;
    private final short[][] square;

    private Peaks(long frames, short[] low, short[] high, short[] energy) {
        this.frames = frames;
        int levels = 1;
        for (int size = low.length; size > 1; size = (size + FOUR - 1) / FOUR) {
            levels++;
        }
        least = new short[levels][];
        greatest = new short[levels][];
        square = new short[levels][];
        least[0] = low;
        greatest[0] = high;
        square[0] = energy;
        for (int l = 1; l < levels; l++) {
            coarser(l);
        }
    }

    private void coarser(int l) {
        int below = least[l - 1].length;
        int size = (below + FOUR - 1) / FOUR;
        least[l] = new short[size];
        greatest[l] = new short[size];
        square[l] = new short[size];
        for (int i = 0; i < size; i++) {
            int to = Math.min(below, FOUR * i + FOUR);
            short low = Short.MAX_VALUE;
            short high = Short.MIN_VALUE;
            double sum = 0;
            for (int k = FOUR * i; k < to; k++) {
                low = (short) Math.min(low, least[l - 1][k]);
                high = (short) Math.max(high, greatest[l - 1][k]);
                double root = square[l - 1][k];
                sum += root * root;
            }
            least[l][i] = low;
            greatest[l][i] = high;
            square[l][i] = (short) Math.round(Math.sqrt(sum / (to - FOUR * i)));
        }
    }

    /** Collects the picture while a file is read from its beginning to its end. */
    public static final class Maker {
        private final long frames;
        private final short[] low;
        private final short[] high;
        private final short[] energy;
        private int step;
        private int in;
        private float lowest = Float.MAX_VALUE;
        private float greatest = -Float.MAX_VALUE;
        private double sum;

        /** @param frames how many will come, above 0 */
        public Maker(long frames) {
            this.frames = frames;
            int steps = (int) Math.min(MOST_STEPS, (frames + STEP - 1) / STEP);
            low = new short[steps];
            high = new short[steps];
            energy = new short[steps];
        }

        /** The next frames. */
        public void add(float[] left, float[] right, int count) {
            for (int i = 0; i < count; i++) {
                lowest = Math.min(lowest, Math.min(left[i], right[i]));
                greatest = Math.max(greatest, Math.max(left[i], right[i]));
                sum += left[i] * left[i] + right[i] * right[i];
                if (++in == STEP) {
                    end();
                }
            }
        }

        private void end() {
            if (in > 0 && step < low.length) {
                low[step] = whole(lowest);
                high[step] = whole(greatest);
                energy[step++] = whole(Math.sqrt(sum / (2 * in)));
            }
            in = 0;
            sum = 0;
            lowest = Float.MAX_VALUE;
            greatest = -Float.MAX_VALUE;
        }

        private static short whole(double value) {
            return (short) Math.max(-32_767, Math.min(32_767, Math.rint(value * 32_767)));
        }

        /** What came of it. */
        public Peaks made() {
            end();
            return new Peaks(frames, low, high, energy);
        }
    }

    /** How many frames it is of. */
    public long frames() {
        return frames;
    }

    /** The bytes that it takes in memory, about. */
    public long bytes() {
        return 8L * least[0].length;
    }

    /**
     * What lies between two frames: the least, the greatest and the root of the mean square, 1 being full scale; put into
     * {@code into}. Of whole steps of the finest level that is at most {@code (to − from) / 2} wide, so a little beyond.
     *
     * @return false if nothing lies there
     */
    public boolean between(double from, double to, double[] into) {
        double first = Math.max(0, from);
        double last = Math.min(frames, to);
        if (!(last > first)) {
            return false;
        }
        int level = 0;
        double width = STEP;
        while (level + 1 < least.length && width * FOUR * 2 <= last - first) {
            width *= FOUR;
            level++;
        }
        int begin = (int) Math.min(least[level].length - 1, first / width);
        int end = (int) Math.min(least[level].length, Math.max(begin + 1, Math.ceil(last / width)));
        int low = Short.MAX_VALUE;
        int high = Short.MIN_VALUE;
        double sum = 0;
        for (int i = begin; i < end; i++) {
            low = Math.min(low, least[level][i]);
            high = Math.max(high, greatest[level][i]);
            sum += (double) square[level][i] * square[level][i];
        }
        into[0] = low / 32_767.0;
        into[1] = high / 32_767.0;
        into[2] = Math.sqrt(sum / (end - begin)) / 32_767;
        return true;
    }

    /**
     * Keeps it in a file, whole or not at all.
     *
     * @throws IOException if it cannot be written; what was there is as it was
     */
    public void write(Path path) throws IOException {
        SafeFile.write(path, stream -> {
            DataOutputStream out = new DataOutputStream(new BufferedOutputStream(stream, 1 << 16));
            out.writeInt(MAGIC);
            out.writeLong(frames);
            out.writeInt(least[0].length);
            for (short[] all : new short[][] {least[0], greatest[0], square[0]}) {
                for (short one : all) {
                    out.writeShort(one);
                }
            }
            out.flush();
        });
    }

    /**
     * Reads it again.
     *
     * @throws FormatException if it is not that of so many frames
     */
    public static Peaks read(Path path, long frames) throws IOException {
        try (DataInputStream in = new DataInputStream(new BufferedInputStream(Files.newInputStream(path), 1 << 16))) {
            int steps = (int) Math.min(MOST_STEPS, (frames + STEP - 1) / STEP);
            if (in.readInt() != MAGIC || in.readLong() != frames || in.readInt() != steps) {
                throw new FormatException(path + " is not the picture of this audio file.");
            }
            short[][] all = new short[3][];
            byte[] bytes = new byte[2 * steps];
            for (int part = 0; part < all.length; part++) {
                in.readFully(bytes);
                all[part] = new short[steps];
                java.nio.ByteBuffer.wrap(bytes).asShortBuffer().get(all[part]);
            }
            return new Peaks(frames, all[0], all[1], all[2]);
        }
    }
}
