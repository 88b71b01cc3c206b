package agogic.formats.clip2;

import agogic.formats.file.FormatException;
import agogic.formats.file.Input;
import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Arrays;

/** The bytes of a MIDI 2.0 clip file, checked as they are told. */
final class ClipFile {
    private static final long LARGEST = 512L << 20;
    /** Words of each type of message. */
    private static final int[] SIZES = {1, 1, 1, 2, 2, 4, 1, 1, 2, 2, 2, 3, 3, 4, 4, 4};

    private final String name;
    private final ByteBuffer bytes;
    private int ticks;

    /** Gets one message at a time. */
    @FunctionalInterface
    interface Told {
        /** {@code words} are valid until it returns. */
        void message(long tick, int[] words) throws FormatException;
    }

    private ClipFile(String name, byte[] bytes) {
        this.name = name;
        this.bytes = ByteBuffer.wrap(bytes);
    }

    static ClipFile read(Path path) throws IOException {
        Input.file(path, Input.bound(LARGEST, 8), "a MIDI 2.0 clip file");
        return of(Files.readAllBytes(path), Input.name(path));
    }

    static ClipFile of(byte[] bytes, String name) throws FormatException {
        boolean head =
                bytes.length >= Words.HEAD.length && Arrays.equals(Arrays.copyOf(bytes, Words.HEAD.length), Words.HEAD);
        if (!head) {
            throw new FormatException(name + " is no MIDI 2.0 clip file: it does not begin with SMF2CLIP.");
        }
        return new ClipFile(name, bytes);
    }

    String name() {
        return name;
    }

    /** Ticks of a quarter note; known once it was told. */
    int ticks() {
        return ticks;
    }

    /**
     * Tells all messages between the start and the end of the clip.
     *
     * @throws FormatException if it is cut, or says what cannot be, with the byte
     */
    void tell(Told told) throws FormatException {
        int[] words = new int[4];
        long tick = 0;
        boolean started = false;
        boolean stamped = false;
        int at = Words.HEAD.length;
        while (at < bytes.capacity()) {
            int place = at;
            if (at + 4 > bytes.capacity()) {
                throw cut(place);
            }
            int size = SIZES[bytes.getInt(at) >>> 28];
            if (at + 4 * size > bytes.capacity()) {
                throw cut(place);
            }
            for (int w = 0; w < size; w++, at += 4) {
                words[w] = bytes.getInt(at);
            }
            int first = words[0];
            if (first >>> 20 == Words.CLOCKSTAMP >>> 20) {
                if (stamped) {
                    throw error(place, "a time follows a time, and no message lies between");
                }
                tick += first & Words.MOST_TICKS;
                stamped = true;
                continue;
            }
            if (!stamped) {
                throw error(place, "a message has no time before it");
            }
            stamped = false;
            if (first >>> 20 == Words.TICKS_PER_QUARTER >>> 20) {
                ticks = first & 0xFFFF;
                if (ticks == 0) {
                    throw error(place, "a quarter note has 0 ticks");
                }
            } else if (first >>> 16 == Words.START >>> 16) {
                started = true;
                tick = 0;
            } else if (first >>> 16 == Words.END >>> 16) {
                told.message(tick, words);
                if (!started) {
                    throw error(place, "the clip ends before it starts");
                }
                return;
            } else if (started && first != Words.NOOP) {
                if (ticks == 0) {
                    throw error(place, "nobody has said how many ticks a quarter note has");
                }
                told.message(tick, words);
            }
        }
        if (!started) {
            throw new FormatException(name + " has no clip: its start is missing.");
        }
    }

    private FormatException cut(int place) {
        return error(place, "the file ends in the middle of a message");
    }

    private FormatException error(int place, String what) {
        return new FormatException(name + ", byte " + place + ": " + what + ".");
    }
}
