package agogic.formats.table;

import com.fasterxml.jackson.core.io.NumberInput;
import java.nio.charset.StandardCharsets;
import java.util.Arrays;

/**
 * Moves as Agogic and most others write them: numbers, commas and line ends, nothing else. Of anything else nothing is said here: it is left
 * to the reader that knows every form of a table and names the line. Takes a third of the time of that, and no object a cell.
 */
final class PlainMoves {
    private static final byte[] PLAIN = "seconds,value".getBytes(StandardCharsets.US_ASCII);
    private static final byte[] COUNTED = "seconds,value,counted".getBytes(StandardCharsets.US_ASCII);
    private static final int LONGEST = 26;
    /** Whole numbers up to here are numbers without loss. */
    private static final long EXACT = 1L << 53;

    private static final double[] TENS = new double[23];

    static {
        double ten = 1;
        for (int i = 0; i < TENS.length; i++) {
            TENS[i] = ten;
            ten *= 10;
        }
    }

    private final byte[] bytes;
    private final char[] digits = new char[LONGEST];
    private int at;

    private PlainMoves(byte[] bytes, int at) {
        this.bytes = bytes;
        this.at = at;
    }

    /** The moves, or null if this is anything else, or not to be taken as it is. */
    static RideTable.Moves read(byte[] bytes, long most) {
        boolean counted = begins(bytes, COUNTED);
        if (!counted && !begins(bytes, PLAIN)) {
            return null;
        }
        PlainMoves all = new PlainMoves(bytes, counted ? COUNTED.length : PLAIN.length);
        return all.lineEnds() ? all.moves(counted, most) : null;
    }

    private static boolean begins(byte[] bytes, byte[] with) {
        return bytes.length > with.length && Arrays.equals(bytes, 0, with.length, with, 0, with.length);
    }

    private RideTable.Moves moves(boolean third, long most) {
        int columns = third ? 3 : 2;
        int lines = 0;
        for (int i = at; i < bytes.length; i++) {
            lines += bytes[i] == '\n' ? 1 : 0;
        }
        if (lines == 0 || lines > most) {
            return null;
        }
        double[][] all = new double[columns][lines];
        for (int line = 0; line < lines; line++) {
            for (int c = 0; c < columns; c++) {
                double value = number(c == columns - 1);
                boolean fits = c == 0 ? line == 0 || value >= all[0][line - 1] : value >= 0 && value <= 1;
                if (!fits || !Double.isFinite(value)) {
                    return null;
                }
                all[c][line] = value;
            }
        }
        return at == bytes.length ? new RideTable.Moves(all[0], all[1], all[columns - 1]) : null;
    }

    /** The next number, with what ends it; NaN if there is none. */
    private double number(boolean last) {
        int length = 0;
        while (at < bytes.length && length < LONGEST && part(bytes[at])) {
            digits[length++] = (char) bytes[at++];
        }
        boolean ends = last ? lineEnds() : at < bytes.length && bytes[at++] == ',';
        if (!ends || length == 0) {
            return Double.NaN;
        }
        double quick = quick(length);
        if (!Double.isNaN(quick)) {
            return quick;
        }
        try {
            return NumberInput.parseDouble(digits, 0, length, true);
        } catch (NumberFormatException e) {
            return Double.NaN;
        }
    }

    /**
     * The number of so many digits, if its digits and its power of ten both are numbers without loss: then their quotient is
     * the nearest there is (Clinger 1990). NaN for any other.
     */
    private double quick(int length) {
        long whole = 0;
        int behind = -1;
        for (int i = 0; i < length; i++) {
            char digit = digits[i];
            if (digit == '.' && behind < 0 && i > 0) {
                behind = 0;
            } else if (digit < '0' || digit > '9' || whole >= EXACT / 10) {
                return Double.NaN;
            } else {
                whole = 10 * whole + digit - '0';
                behind += behind < 0 ? 0 : 1;
            }
        }
        return behind > 0 && behind < TENS.length ? whole / TENS[behind] : behind < 0 ? whole : Double.NaN;
    }

    private boolean lineEnds() {
        at += at < bytes.length && bytes[at] == '\r' ? 1 : 0;
        return at < bytes.length && bytes[at++] == '\n';
    }

    private static boolean part(byte one) {
        return one >= '0' && one <= '9' || one == '.' || one == '-' || one == 'E';
    }
}
