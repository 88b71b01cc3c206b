package agogic.formats.file;

import com.fasterxml.jackson.core.io.NumberOutput;
import java.io.IOException;
import java.io.OutputStream;
import java.util.Arrays;

/** Bytes of a text of plain letters and numbers, put together without an object for each of them. */
public final class Ascii {
    /** The longest a number is. */
    private static final int NUMBER = 32;

    /** So many numbers are remembered with their letters: a lane has few values, said again and again. */
    private static final int KNOWN = 256;

    private byte[] bytes;
    private int size;
    private final long[] known = new long[KNOWN];
    private final String[] letters = new String[KNOWN];

    /** Nothing yet, with room for so many bytes. */
    public Ascii(int room) {
        bytes = new byte[room + NUMBER];
    }

    /** One letter of ASCII. */
    public Ascii put(char letter) {
        room(1);
        bytes[size++] = (byte) letter;
        return this;
    }

    /** Letters of ASCII. */
    public Ascii put(String letters) {
        int length = letters.length();
        room(length);
        latin(letters, bytes, size);
        size += length;
        return this;
    }

    /** The shortest text that is read as the same number. */
    public Ascii put(double value) {
        long bits = Double.doubleToRawLongBits(value);
        // What differs in few bits, high or low, lies at another place (Fibonacci hashing).
        int place = (int) (bits * 0x9E3779B97F4A7C15L >>> 56);
        if (known[place] != bits || letters[place] == null) {
            known[place] = bits;
            letters[place] = NumberOutput.toString(value, true);
        }
        return put(letters[place]);
    }

    /** A whole number. */
    public Ascii put(int value) {
        if (value < 0 || value > 999) {
            return put(Integer.toString(value));
        }
        room(NUMBER);
        if (value > 99) {
            bytes[size++] = (byte) ('0' + value / 100);
        }
        if (value > 9) {
            bytes[size++] = (byte) ('0' + value / 10 % 10);
        }
        bytes[size++] = (byte) ('0' + value % 10);
        return this;
    }

    /** The lower half of each letter: of ASCII that is all, and it is copied as it lies. */
    @SuppressWarnings("deprecation")
    private static void latin(String letters, byte[] to, int at) {
        letters.getBytes(0, letters.length(), to, at);
    }

    private void room(int more) {
        if (size + more > bytes.length) {
            bytes = Arrays.copyOf(bytes, Math.max(2 * bytes.length, size + more));
        }
    }

    /** How many bytes there are. */
    public int size() {
        return size;
    }

    /** A copy of what there is. */
    public byte[] bytes() {
        return Arrays.copyOf(bytes, size);
    }

    /** Begins anew. */
    public void clear() {
        size = 0;
    }

    /**
     * Writes what there is, and begins anew.
     *
     * @throws IOException if the file or the disk fails
     */
    public void to(OutputStream out) throws IOException {
        out.write(bytes, 0, size);
        size = 0;
    }
}
