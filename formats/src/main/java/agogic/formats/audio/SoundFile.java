package agogic.formats.audio;

import agogic.formats.file.FormatException;
import agogic.formats.file.Input;
import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.channels.FileChannel;
import java.nio.file.Path;
import java.nio.file.StandardOpenOption;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.util.HexFormat;
import java.util.List;

/**
 * An open WAV or AIFF file, read where it lies in blocks: two channels of any frames of it. One channel is heard on both
 * sides; of more than two the odd ones go to the left and the even ones to the right, each with its share; of six, in the
 * order of EBU and ITU (left, right, centre, low, two behind), as ITU-R BS.775 folds them. Used by one thread at a time.
 */
public final class SoundFile implements AutoCloseable {
    private static final long LARGEST = 1L << 42;
    private static final int BLOCK_BYTES = 1 << 16;
    /** How the names of such files end, after their dot; the usual first. */
    public static final String ENDINGS = "wav wave bwf rf64 aif aiff aifc";

    private static final int DIGEST_BYTES = 4_096;
    private static final int DIGEST_BLOCKS = 256;
    private static final int SURROUND = 6;
    private static final float HALF_POWER = (float) Math.sqrt(0.5);

    private final Path path;
    private final FileChannel channel;
    private final Layout layout;
    private final ByteBuffer buffer;

    private SoundFile(Path path, FileChannel channel, Layout layout) {
        this.path = path;
        this.channel = channel;
        this.layout = layout;
        int frames = Math.max(1, BLOCK_BYTES / layout.frame());
        buffer = ByteBuffer.allocateDirect(frames * layout.frame()).order(layout.order());
    }

    /**
     * Opens a file.
     *
     * @throws FormatException if it is no such file, with what is wrong and where
     */
    public static SoundFile open(Path path) throws IOException {
        Input.file(path, LARGEST, "audio");
        FileChannel channel = FileChannel.open(path, StandardOpenOption.READ);
        try {
            return new SoundFile(path, channel, Chunks.of(path, channel));
        } catch (IOException | RuntimeException e) {
            channel.close();
            throw e;
        }
    }

    /** True if the name of a file ends as those of such files do. */
    public static boolean named(String name) {
        String low = name.toLowerCase(java.util.Locale.ROOT);
        return List.of(ENDINGS.split(" ")).contains(low.substring(low.lastIndexOf('.') + 1)) && low.contains(".");
    }

    /** Frames a second. */
    public int rate() {
        return layout.rate();
    }

    /** Channels in the file. */
    public int channels() {
        return layout.channels();
    }

    /** Frames there are. */
    public long frames() {
        return layout.frames();
    }

    /** {@code WAV, 24 bit}. */
    public String kind() {
        boolean floating = layout.kind() == SampleKind.FLOAT_32 || layout.kind() == SampleKind.FLOAT_64;
        return layout.what() + ", " + 8 * layout.kind().bytes() + " bit" + (floating ? " float" : "");
    }

    /** What was unusual, each a few words for people. */
    public List<String> remarks() {
        return layout.remarks();
    }

    /**
     * Puts {@code count} frames from {@code frame} on into {@code left} and {@code right}, at {@code at}: silence outside.
     *
     * @throws IOException if the file cannot be read any more
     */
    public void read(long frame, int count, float[] left, float[] right, int at) throws IOException {
        int done = 0;
        while (done < count) {
            long now = frame + done;
            if (now < 0 || now >= layout.frames()) {
                int silent = now < 0 ? (int) Math.min(count - done, -now) : count - done;
                java.util.Arrays.fill(left, at + done, at + done + silent, 0);
                java.util.Arrays.fill(right, at + done, at + done + silent, 0);
                done += silent;
                continue;
            }
            int some = some(now, count - done);
            for (int i = 0; i < some; i++) {
                fold(i * layout.frame(), left, right, at + done + i);
            }
            done += some;
        }
    }

    /** Puts {@code count} frames from {@code frame} on, all within the file, into {@code channels} as they are. */
    void read(long frame, int count, float[][] channels) throws IOException {
        int width = layout.kind().bytes();
        int done = 0;
        while (done < count) {
            int some = some(frame + done, count - done);
            for (int i = 0; i < some; i++) {
                for (int c = 0; c < channels.length; c++) {
                    channels[c][done + i] = layout.kind().at(buffer, i * layout.frame() + c * width);
                }
            }
            done += some;
        }
    }

    /** Has the buffer hold frames from {@code frame} on, {@code most} at the most; returns how many they are. */
    private int some(long frame, int most) throws IOException {
        int some = (int) Math.min(Math.min(most, layout.frames() - frame), buffer.capacity() / layout.frame());
        fill(layout.begins() + frame * layout.frame(), some * layout.frame());
        return some;
    }

    private void fill(long from, int bytes) throws IOException {
        buffer.clear().limit(bytes);
        while (buffer.hasRemaining()) {
            if (channel.read(buffer, from + buffer.position()) < 0) {
                throw new FormatException(Input.name(path) + " has become shorter since it was opened.");
            }
        }
    }

    private void fold(int at, float[] left, float[] right, int to) {
        SampleKind kind = layout.kind();
        int channels = layout.channels();
        int width = kind.bytes();
        float a = kind.at(buffer, at);
        if (channels == 1) {
            left[to] = a;
            right[to] = a;
            return;
        }
        float b = kind.at(buffer, at + width);
        if (channels == SURROUND) {
            float centre = kind.at(buffer, at + 2 * width);
            left[to] = a + HALF_POWER * (centre + kind.at(buffer, at + 4 * width));
            right[to] = b + HALF_POWER * (centre + kind.at(buffer, at + 5 * width));
            return;
        }
        int odd = 1;
        int even = 1;
        for (int c = 2; c < channels; c++) {
            float more = kind.at(buffer, at + c * width);
            if (c % 2 == 0) {
                a += more;
                odd++;
            } else {
                b += more;
                even++;
            }
        }
        left[to] = a / odd;
        right[to] = b / even;
    }

    /**
     * What its content is known by again: SHA-256 of its layout and of {@value #DIGEST_BLOCKS} blocks of {@value
     * #DIGEST_BYTES} bytes of its samples, evenly from the first to the last; all of them if they are few.
     *
     * @throws IOException if the file cannot be read any more
     */
    public String digest() throws IOException {
        MessageDigest digest = sha();
        long bytes = layout.frames() * layout.frame();
        ByteBuffer head = ByteBuffer.allocate(24);
        head.putInt(layout.rate()).putInt(layout.channels()).putLong(layout.frames());
        head.putInt(layout.kind().ordinal()).putInt(0);
        digest.update(head.array());
        boolean few = bytes <= (long) DIGEST_BLOCKS * DIGEST_BYTES;
        long blocks = few ? (bytes + DIGEST_BYTES - 1) / DIGEST_BYTES : DIGEST_BLOCKS;
        ByteBuffer block = ByteBuffer.allocate(DIGEST_BYTES);
        for (long k = 0; k < blocks; k++) {
            long from = few ? k * DIGEST_BYTES : (bytes - DIGEST_BYTES) * k / (DIGEST_BLOCKS - 1);
            block.clear().limit((int) Math.min(DIGEST_BYTES, bytes - from));
            while (block.hasRemaining()) {
                if (channel.read(block, layout.begins() + from + block.position()) < 0) {
                    break;
                }
            }
            digest.update(block.flip());
        }
        return HexFormat.of().formatHex(digest.digest());
    }

    private static MessageDigest sha() {
        try {
            return MessageDigest.getInstance("SHA-256");
        } catch (NoSuchAlgorithmException e) {
            throw new IllegalStateException("Every Java has SHA-256.", e);
        }
    }

    @Override
    public void close() throws IOException {
        channel.close();
    }
}
