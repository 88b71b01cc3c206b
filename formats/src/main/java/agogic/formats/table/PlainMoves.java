package agogic.formats.table;

import agogic.formats.file.Decimals;
import java.nio.charset.StandardCharsets;
import java.util.Arrays;

/**
 * Moves as Agogic and most others write them: numbers, commas and line ends, nothing else. Of anything else nothing is said here: it is left
 * to the reader that knows every form of a table and names the line. Takes a third of the time of that, and no object a cell.
 */
final class PlainMoves {
    private static final byte[] PLAIN = "seconds,value".getBytes(StandardCharsets.US_ASCII);
    private static final byte[] COUNTED = "seconds,value,counted".getBytes(StandardCharsets.US_ASCII);

    private final byte[] bytes;
    private final Decimals numbers;
    private int at;

    private PlainMoves(byte[] bytes, int at) {
        this.bytes = bytes;
        numbers = new Decimals(bytes);
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
        double number = numbers.read(at);
        at = numbers.end();
        boolean ends = last ? lineEnds() : at < bytes.length && bytes[at++] == ',';
        return ends ? number : Double.NaN;
    }

    private boolean lineEnds() {
        at += at < bytes.length && bytes[at] == '\r' ? 1 : 0;
        return at < bytes.length && bytes[at++] == '\n';
    }
}
