package agogic.formats.file;

import com.fasterxml.jackson.core.io.NumberInput;
import java.nio.charset.StandardCharsets;

/**
 * Reads the numbers of a text where they lie in it, without an object for each. They have the form that JSON asks for: what
 * has another is no number here.
 */
public final class Decimals {
    /** Whole numbers up to here are numbers without loss. */
    private static final long EXACT = 1L << 53;
    /** So many digits are a whole number of 64 bits. */
    private static final int DIGITS = 18;
    /** Splits a number into two halves of 26 bits (Dekker 1971). */
    private static final double HALVES = 0x1p27 + 1;
    /** How far off the correction of a quotient may be, as a part of it: a hundred times more than its three roundings are. */
    private static final double SURE = 1e-13;

    private static final double[] TENS = new double[DIGITS + 1];

    static {
        double ten = 1;
        for (int i = 0; i < TENS.length; i++) {
            TENS[i] = ten;
            ten *= 10;
        }
    }

    private final byte[] text;
    private int end;
    private boolean whole;

    /** The numbers of this text, which nobody changes meanwhile. */
    public Decimals(byte[] text) {
        this.text = text;
    }

    /** Behind what was read last. */
    public int end() {
        return end;
    }

    /** True if what was read last has neither a point nor a power. */
    public boolean whole() {
        return whole;
    }

    /** The number that begins at a place, the nearest there is to what is written; NaN if none begins there. */
    public double read(int from) {
        // Told in locals: the first compiler of the machine reads a field anew at every letter.
        byte[] all = text;
        int length = all.length;
        boolean minus = from < length && all[from] == '-';
        int first = minus ? from + 1 : from;
        int i = first;
        long digits = 0;
        for (int digit; i < length && (digit = all[i] - '0') >= 0 && digit <= 9; i++) {
            digits = 10 * digits + digit;
        }
        int before = i - first;
        int behind = 0;
        if (i < length && all[i] == '.') {
            int point = ++i;
            for (int digit; i < length && (digit = all[i] - '0') >= 0 && digit <= 9; i++) {
                digits = 10 * digits + digit;
            }
            behind = i - point;
        }
        boolean form = before == 1 || before > 1 && all[first] != '0';
        whole = i == first + before;
        if (!form || !whole && behind == 0) {
            return Double.NaN;
        }
        end = i;
        if (i < length && (all[i] | 0x20) == 'e') {
            return power(from, i + 1);
        }
        double value = before + behind > DIGITS ? Double.NaN : quotient(digits, TENS[behind]);
        return Double.isNaN(value) ? library(from, end) : minus ? -value : value;
    }

    private boolean digit(int i) {
        return i < text.length && text[i] >= '0' && text[i] <= '9';
    }

    private double power(int from, int sign) {
        int first = sign < text.length && (text[sign] == '-' || text[sign] == '+') ? sign + 1 : sign;
        int i = first;
        while (digit(i)) {
            i++;
        }
        whole = false;
        end = i;
        return i == first ? Double.NaN : library(from, i);
    }

    private double library(int from, int to) {
        return NumberInput.parseDouble(new String(text, from, to - from, StandardCharsets.US_ASCII), true);
    }

    /**
     * The number nearest to the quotient of a whole number of up to 18 digits and a power of ten of up to 18; NaN where it
     * lies so near the middle of two that this cannot tell. Where both are numbers without loss it is their quotient
     * (Clinger 1990), else that is corrected by what the division leaves, which is exact (Dekker 1971).
     */
    private static double quotient(long digits, double ten) {
        double high = digits;
        double rough = high / ten;
        if (digits <= EXACT) {
            return rough;
        }
        double product = rough * ten;
        double left = high - product - lost(rough, ten, product) + (digits - (long) high);
        double more = left / ten;
        double least = rough + more * (1 - SURE);
        return least == rough + more * (1 + SURE) ? least : Double.NaN;
    }

    /** What a product lost when it was rounded. */
    private static double lost(double a, double b, double product) {
        double aHigh = HALVES * a - (HALVES * a - a);
        double bHigh = HALVES * b - (HALVES * b - b);
        double aLow = a - aHigh;
        double bLow = b - bHigh;
        return aLow * bLow - (product - aHigh * bHigh - aLow * bHigh - aHigh * bLow);
    }
}
