package agogic.formats.audio;

import agogic.formats.file.FormatException;
import agogic.formats.file.Input;
import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.channels.FileChannel;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/**
 * Finds the samples in a WAV file (RIFF; RF64 of EBU Tech 3306; formats PCM, IEEE float and extensible) and in an AIFF or
 * AIFC file (big endian, or {@code sowt}). Reads the heads of chunks only, whatever their sizes say.
 */
final class Chunks {
    private static final int MOST = 100_000;
    private static final int PCM = 1;
    private static final int FLOATING = 3;
    private static final int EXTENSIBLE = 0xFFFE;
    private static final long UNSAID = 0xFFFFFFFFL;
    private static final int MOST_CHANNELS = 64;

    private final String name;
    private final FileChannel channel;
    private final long size;
    private final List<String> remarks = new ArrayList<>();

    private Chunks(Path path, FileChannel channel) throws IOException {
        name = Input.name(path);
        this.channel = channel;
        size = channel.size();
    }

    /**
     * The layout of a file.
     *
     * @throws FormatException if it is neither, or says what cannot be, with the byte
     */
    static Layout of(Path path, FileChannel channel) throws IOException {
        return new Chunks(path, channel).layout();
    }

    private Layout layout() throws IOException {
        if (size < 12) {
            throw new FormatException(name + " has " + size + " bytes: too few for a WAV or AIFF file.");
        }
        String first = four(0);
        String kind = four(8);
        if ((first.equals("RIFF") || first.equals("RF64") || first.equals("BW64")) && kind.equals("WAVE")) {
            return wav();
        }
        if (first.equals("FORM") && (kind.equals("AIFF") || kind.equals("AIFC"))) {
            return aiff(kind.equals("AIFC"));
        }
        if (first.equals("RIFX")) {
            throw new FormatException(name + " is a WAV file with its bytes the other way round (RIFX), which is not"
                    + " read. Save it as an ordinary WAV file.");
        }
        throw new FormatException(
                name + " is no WAV or AIFF file: it begins with " + hex(0, 4) + ". Save the audio as WAV or AIFF.");
    }

    private String hex(long at, int count) throws IOException {
        ByteBuffer bytes = bytes(at, count, ByteOrder.BIG_ENDIAN, "the beginning");
        StringBuilder text = new StringBuilder();
        for (int i = 0; i < count; i++) {
            text.append(i == 0 ? "" : " ").append(String.format("%02X", bytes.get(i)));
        }
        return text.toString();
    }

    private ByteBuffer bytes(long at, int count, ByteOrder order, String what) throws IOException {
        ByteBuffer buffer = ByteBuffer.allocate(count).order(order);
        while (buffer.hasRemaining()) {
            int read = channel.read(buffer, at + buffer.position());
            if (read < 0) {
                throw new FormatException(name + ", byte " + at + ": the file ends in the middle of " + what + ".");
            }
        }
        return buffer.flip();
    }

    private String four(long at) throws IOException {
        return new String(bytes(at, 4, ByteOrder.BIG_ENDIAN, "a chunk's name").array(), StandardCharsets.ISO_8859_1);
    }

    private Layout wav() throws IOException {
        Optional<Layout> format = Optional.empty();
        long data = UNSAID;
        long at = 12;
        int count = 0;
        while (at + 8 <= size && count++ < MOST) {
            String id = four(at);
            long length =
                    bytes(at + 4, 4, ByteOrder.LITTLE_ENDIAN, "a chunk's size").getInt() & UNSAID;
            if (id.equals("ds64") && length >= 24) {
                data = bytes(at + 16, 8, ByteOrder.LITTLE_ENDIAN, "the chunk ds64")
                        .getLong();
            } else if (id.equals("fmt ")) {
                format = Optional.of(format(at + 8, length));
            } else if (id.equals("data")) {
                Layout found = format.orElseThrow(() -> new FormatException(
                        name + ": its samples come before it says what they are (there is no chunk “fmt ”)."));
                return placed(found, at + 8, length == UNSAID ? data : length);
            }
            at += 8 + length + (length & 1);
        }
        throw new FormatException(name
                + (format.isEmpty()
                        ? " does not say what its samples are: it has no chunk “fmt ”."
                        : " has no samples: it has no chunk “data”."));
    }

    private Layout format(long at, long length) throws IOException {
        if (length < 16) {
            throw new FormatException(
                    name + ", byte " + at + ": the chunk “fmt ” has " + length + " bytes, expected 16 or more.");
        }
        ByteBuffer chunk = bytes(at, (int) Math.min(40, length), ByteOrder.LITTLE_ENDIAN, "the chunk “fmt ”");
        int tag = chunk.getShort(0) & 0xFFFF;
        int bits = chunk.getShort(14) & 0xFFFF;
        if (tag == EXTENSIBLE && chunk.limit() >= 26) {
            tag = chunk.getShort(24) & 0xFFFF;
        }
        int actual = tag;
        SampleKind kind = (tag == PCM
                        ? SampleKind.whole(bits, false)
                        : tag == FLOATING ? SampleKind.floating(bits) : Optional.<SampleKind>empty())
                .orElseThrow(
                        () -> new FormatException(
                                name + ", byte " + at + ": its samples are of format " + actual + " with " + bits
                                        + " bit. Read are whole numbers (PCM) of 8 to 32 bit and floating point of 32 and 64."));
        return checked("WAV", at, chunk.getInt(4) & UNSAID, chunk.getShort(2) & 0xFFFF, kind, ByteOrder.LITTLE_ENDIAN);
    }

    private Layout checked(String what, long at, double rate, int channels, SampleKind kind, ByteOrder order)
            throws IOException {
        if (!(rate >= 1_000 && rate <= 768_000)) {
            throw new FormatException(String.format(
                    java.util.Locale.ROOT,
                    "%s, byte %d: a rate of %.0f Hz. Expected 1,000 to 768,000.",
                    name,
                    at,
                    Double.isFinite(rate) ? rate : -1));
        }
        if (channels < 1 || channels > MOST_CHANNELS) {
            throw new FormatException(
                    name + ", byte " + at + ": " + channels + " channels. Expected 1 to " + MOST_CHANNELS + ".");
        }
        if (rate != Math.rint(rate)) {
            remarks.add(String.format(
                    java.util.Locale.ROOT, "its rate of %.3f Hz is taken for %d Hz", rate, Math.round(rate)));
        }
        return new Layout(what, (int) Math.round(rate), channels, kind, order, 0, 1, List.of());
    }

    /** With its samples at {@code begins}, {@code said} bytes of them; negative for what cannot be. */
    private Layout placed(Layout format, long begins, long said) throws IOException {
        long there = Math.max(0, size - begins);
        long bytes = Math.min(there, said == UNSAID || said < 0 ? there : said);
        long frames = bytes / format.frame();
        if (said != UNSAID && said > there && frames > 0) {
            remarks.add(String.format(
                    java.util.Locale.ROOT,
                    "it is cut off: of %.1f s it says it has, %.1f s are there",
                    (double) said / format.frame() / format.rate(),
                    (double) frames / format.rate()));
        }
        // A recorder that was killed leaves 0 where the length belongs, and the samples behind it.
        if (said == 0 && there >= format.frame() && !chunk(begins)) {
            frames = there / format.frame();
            remarks.add("it does not say how long it is: all to its end was taken");
        }
        if (frames == 0) {
            throw new FormatException(name + " has no samples: it is an empty " + format.what() + " file.");
        }
        return new Layout(
                format.what(),
                format.rate(),
                format.channels(),
                format.kind(),
                format.order(),
                begins,
                frames,
                remarks);
    }

    /** True if a chunk begins here that ends in the file, as one does behind samples that are none. */
    private boolean chunk(long at) throws IOException {
        if (at + 8 > size || !four(at).matches("[ -~]{4}")) {
            return false;
        }
        ByteBuffer length = bytes(at + 4, 4, ByteOrder.LITTLE_ENDIAN, "a chunk's size");
        long little = length.getInt(0) & UNSAID;
        long big = length.order(ByteOrder.BIG_ENDIAN).getInt(0) & UNSAID;
        return at + 8 + Math.min(little, big) <= size;
    }

    private Layout aiff(boolean compressed) throws IOException {
        Optional<Layout> format = Optional.empty();
        long said = -1;
        long sound = -1;
        long soundBytes = 0;
        long at = 12;
        int count = 0;
        while (at + 8 <= size && count++ < MOST) {
            String id = four(at);
            long length =
                    bytes(at + 4, 4, ByteOrder.BIG_ENDIAN, "a chunk's size").getInt() & UNSAID;
            if (id.equals("COMM")) {
                format = Optional.of(common(at + 8, length, compressed));
                said = bytes(at + 10, 4, ByteOrder.BIG_ENDIAN, "the chunk COMM").getInt() & UNSAID;
            } else if (id.equals("SSND") && sound < 0) {
                long skip =
                        bytes(at + 8, 4, ByteOrder.BIG_ENDIAN, "the chunk SSND").getInt() & UNSAID;
                sound = at + 16 + skip;
                soundBytes = Math.max(0, length - 8 - skip);
            }
            at += 8 + length + (length & 1);
        }
        Layout found = format.orElseThrow(
                () -> new FormatException(name + " does not say what its samples are: it has no chunk COMM."));
        if (sound < 0) {
            throw new FormatException(name + " has no samples: it has no chunk SSND.");
        }
        return placed(found, sound, Math.min(said, soundBytes / found.frame()) * found.frame());
    }

    private Layout common(long at, long length, boolean compressed) throws IOException {
        int least = compressed ? 22 : 18;
        if (length < least) {
            throw new FormatException(
                    name + ", byte " + at + ": the chunk COMM has " + length + " bytes, expected " + least + ".");
        }
        ByteBuffer chunk = bytes(at, least, ByteOrder.BIG_ENDIAN, "the chunk COMM");
        int bits = chunk.getShort(6) & 0xFFFF;
        String type = compressed ? new String(chunk.array(), 18, 4, StandardCharsets.ISO_8859_1) : "NONE";
        Optional<SampleKind> kind =
                switch (type) {
                    case "NONE", "twos", "sowt", "in24", "in32" -> SampleKind.whole(bits, true);
                    case "fl32", "FL32" -> SampleKind.floating(32);
                    case "fl64", "FL64" -> SampleKind.floating(64);
                    default -> Optional.empty();
                };
        return checked(
                "AIFF",
                at,
                extended(chunk),
                chunk.getShort(0) & 0xFFFF,
                kind.orElseThrow(() -> new FormatException(name + ", byte " + at + ": its samples are "
                        + (compressed ? "of kind “" + type.replaceAll("\\p{Cntrl}", "?") + "” " : "") + "of " + bits
                        + " bit. Read are whole numbers of 8 to 32 bit and floating point of 32 and 64.")),
                type.equals("sowt") ? ByteOrder.LITTLE_ENDIAN : ByteOrder.BIG_ENDIAN);
    }

    /** The rate: a number of 80 bit (IEEE 754 double extended). */
    private static double extended(ByteBuffer chunk) {
        int exponent = chunk.getShort(8) & 0x7FFF;
        long mantissa = chunk.getLong(10);
        double value = (mantissa >>> 1) * 2.0 + (mantissa & 1);
        double rate = value * Math.pow(2, exponent - 16_383 - 63);
        return chunk.getShort(8) < 0 ? -rate : rate;
    }
}
