package agogic.formats.audio;

import java.io.IOException;
import java.io.OutputStream;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.charset.StandardCharsets;
import java.util.SplittableRandom;

/**
 * Writes stereo audio as WAV, block by block: RIFF (EBU Tech 3306 RF64 where it would be larger than 4 GB) with a {@code bext}
 * chunk (EBU Tech 3285) that says at which sample of the piece it begins. The same samples give the same bytes.
 */
public final class WavWriter {
    private static final int CHANNELS = 2;
    private static final int BEXT = 602;
    private static final int PCM = 1;
    private static final int FLOATING = 3;
    private static final double FULL_16 = 32_767;
    private static final double FULL_24 = 8_388_607;
    private static final long SEED = 48_000;

    private final OutputStream out;
    private final Depth depth;
    private final long frames;
    private final SplittableRandom dither = new SplittableRandom(SEED);
    private byte[] bytes = new byte[0];
    private long written;
    private double peak;
    private long over;

    /**
     * Begins a file.
     *
     * @param rate samples a second
     * @param frames how many will come, each of a left and a right sample
     * @param begins the sample of the piece at which it begins, 0 or more
     * @param title at most 256 letters of ASCII are kept
     * @throws IOException if the file or the disk fails
     */
    public WavWriter(OutputStream out, int rate, Depth depth, long frames, long begins, String title)
            throws IOException {
        this.out = out;
        this.depth = depth;
        this.frames = frames;
        long data = frames * CHANNELS * depth.bytes();
        long whole = 4 + 8 + BEXT + 8 + 16 + 8 + data + (data & 1);
        boolean large = whole > 0xFFFFFFFFL - 36;
        ByteBuffer head = ByteBuffer.allocate(12 + 36 + 8 + BEXT + 8 + 16 + 8).order(ByteOrder.LITTLE_ENDIAN);
        head.put(ascii(large ? "RF64" : "RIFF"))
                .putInt(large ? -1 : (int) whole)
                .put(ascii("WAVE"));
        if (large) {
            head.put(ascii("ds64"))
                    .putInt(28)
                    .putLong(whole + 36)
                    .putLong(data)
                    .putLong(frames)
                    .putInt(0);
        }
        head.put(ascii("bext")).putInt(BEXT);
        byte[] bext = new byte[BEXT];
        byte[] about = title.replaceAll("[^\\x20-\\x7E]", "?").getBytes(StandardCharsets.US_ASCII);
        System.arraycopy(about, 0, bext, 0, Math.min(256, about.length));
        System.arraycopy(ascii("Agogic"), 0, bext, 256, 6);
        // 256 description, 32 originator, 32 reference, 10 date, 8 time: then the sample, and the version.
        ByteBuffer.wrap(bext)
                .order(ByteOrder.LITTLE_ENDIAN)
                .putLong(338, begins)
                .putShort(346, (short) 1);
        head.put(bext);
        head.put(ascii("fmt ")).putInt(16).putShort((short) (depth == Depth.FLOAT ? FLOATING : PCM));
        head.putShort((short) CHANNELS).putInt(rate).putInt(rate * CHANNELS * depth.bytes());
        head.putShort((short) (CHANNELS * depth.bytes())).putShort((short) (8 * depth.bytes()));
        head.put(ascii("data")).putInt(large ? -1 : (int) data);
        out.write(head.array(), 0, head.position());
    }

    private static byte[] ascii(String four) {
        return four.getBytes(StandardCharsets.US_ASCII);
    }

    /**
     * The next frames, nominally within −1..1; of whole numbers what is beyond is cut and counted.
     *
     * @throws IOException if the file or the disk fails
     */
    public void write(double[] left, double[] right, int count) throws IOException {
        int size = count * CHANNELS * depth.bytes();
        bytes = bytes.length == size ? bytes : new byte[size];
        ByteBuffer buffer = ByteBuffer.wrap(bytes).order(ByteOrder.LITTLE_ENDIAN);
        for (int i = 0; i < count; i++) {
            put(buffer, left[i]);
            put(buffer, right[i]);
        }
        out.write(bytes);
        written += count;
    }

    private void put(ByteBuffer buffer, double sample) {
        peak = Math.max(peak, Math.abs(sample));
        over += depth != Depth.FLOAT && Math.abs(sample) > 1 ? 1 : 0;
        switch (depth) {
            case FLOAT -> buffer.putFloat((float) sample);
            case SIXTEEN -> {
                // The difference of two even noises is triangular, two steps wide.
                double one = dither.nextDouble();
                double other = dither.nextDouble();
                buffer.putShort((short) whole(sample * FULL_16 + one - other, FULL_16));
            }
            default -> {
                int value = whole(sample * FULL_24, FULL_24);
                buffer.put((byte) value).put((byte) (value >> 8)).put((byte) (value >> 16));
            }
        }
    }

    private static int whole(double value, double full) {
        return (int) Math.max(-full - 1, Math.min(full, Math.rint(value)));
    }

    /**
     * All frames were written.
     *
     * @throws IOException if there were more or fewer than said
     */
    public void end() throws IOException {
        if (written != frames) {
            throw new IOException("A WAV file of " + frames + " samples got " + written + ".");
        }
        if ((frames * CHANNELS * depth.bytes() & 1) == 1) {
            out.write(0);
        }
    }

    /** The greatest absolute sample so far, 1 being full scale. */
    public double peak() {
        return peak;
    }

    /** How many samples were cut at full scale. */
    public long over() {
        return over;
    }
}
