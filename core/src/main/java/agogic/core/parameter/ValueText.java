package agogic.core.parameter;

import java.math.BigDecimal;
import java.math.MathContext;
import java.math.RoundingMode;
import java.util.Locale;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/** Values with their units, as people write and read them. {@code print(parse(print(v)))} is {@code print(v)}. */
public final class ValueText {
    private static final Pattern NUMBER =
            Pattern.compile("([+-]?(?:\\d+(?:\\.\\d*)?|\\.\\d+)(?:e[+-]?\\d+)?)\\s*([a-zµ%°×]*)");

    private static final double LEFT_OVER = 1e-9;

    private ValueText() {}

    /** {@code value} in {@code unit} with sensible digits: {@code 1.24 kHz}, {@code −6 dB}, {@code 3.2 s}. */
    public static String print(Unit unit, double value) {
        if (Double.isInfinite(value)) {
            return (value < 0 ? "−∞ " : "∞ ") + unit.symbol();
        }
        return switch (unit) {
            case HERTZ -> prefixed(value, "Hz");
            case SECONDS -> Math.abs(value) < 0.9995 && value != 0
                    ? digits(value * 1000, 3) + " ms"
                    : digits(value, 3) + " s";
            case DECIBEL, SEMITONES -> signed(decimals(value, 1)) + " " + unit.symbol();
            case CENTS, INTERVAL -> signed(decimals(value, 1)) + " ct";
            case DEGREES -> decimals(value, 1) + "°";
            case PERCENT -> decimals(value, Math.abs(value) < 10 ? 1 : 0) + " %";
            case RATIO -> "×" + digits(value, 4);
            case BPM -> decimals(value, 2) + " bpm";
            case PLAIN, POSITIONS -> digits(value, 3);
        };
    }

    /** A difference: {@code 38 cents}, {@code 0.3 dB}. */
    public static String printDifference(Unit unit, double amount) {
        // What arithmetic leaves over is no difference that anybody hears or can type.
        String number = digits(Math.abs(amount) < LEFT_OVER ? 0 : amount, 2);
        boolean one = unit == Unit.POSITIONS && number.equals("1");
        String symbol = one ? "position" : unit.difference();
        return symbol.isEmpty() ? number : symbol.equals("°") ? number + symbol : number + " " + symbol;
    }

    /**
     * A value as people type it, in the unit: {@code 1.2k}, {@code 70 Hz}, {@code -6 dB}, {@code 300 ms}, {@code 50%}.
     *
     * @throws IllegalArgumentException with what was expected if it is no such value
     */
    public static double parse(Unit unit, String text) {
        String clean = text.strip().toLowerCase(Locale.ROOT).replace('−', '-').replace(',', '.');
        if (unit == Unit.RATIO && clean.startsWith("×")) {
            clean = clean.substring(1).strip();
        }
        if (clean.matches("-\\s*(inf|∞)\\s*(db)?") && unit == Unit.DECIBEL) {
            return Double.NEGATIVE_INFINITY;
        }
        Matcher matcher = NUMBER.matcher(clean);
        if (!matcher.matches()) {
            throw expected(unit, text);
        }
        double number = Double.parseDouble(matcher.group(1));
        double scale = scale(unit, matcher.group(2));
        if (Double.isNaN(scale) || !Double.isFinite(number * scale)) {
            throw expected(unit, text);
        }
        return number * scale;
    }

    /**
     * A difference as people type it, in the difference unit: {@code -3 dB}, {@code 2 st}, {@code 250 ms}. Without a unit
     * it is in the difference unit.
     *
     * @throws IllegalArgumentException with what was expected if it is no such difference
     */
    public static double parseDifference(Unit unit, String text) {
        return switch (unit) {
            case HERTZ, SEMITONES -> parse(
                    Unit.CENTS, text.strip().toLowerCase(Locale.ROOT).replace("semitones", "st"));
            case SECONDS -> text.strip().matches(".*[a-zA-Z]") ? parse(unit, text) * 1000 : parse(Unit.PLAIN, text);
            default -> parse(unit, text.strip().startsWith("+") ? text.strip().substring(1) : text);
        };
    }

    private static double scale(Unit unit, String suffix) {
        if (suffix.isEmpty() || suffix.equals(unit.symbol().toLowerCase(Locale.ROOT))) {
            return 1;
        }
        return switch (unit) {
            case HERTZ -> suffix.equals("k") || suffix.equals("khz") ? 1000 : Double.NaN;
            case SECONDS -> suffix.equals("ms")
                    ? 0.001
                    : suffix.equals("sec") ? 1 : suffix.equals("min") ? 60 : Double.NaN;
            case SEMITONES -> suffix.startsWith("semi")
                    ? 1
                    : suffix.equals("ct") || suffix.equals("cents") ? 0.01 : Double.NaN;
            case CENTS, INTERVAL -> suffix.startsWith("cent")
                    ? 1
                    : suffix.equals("st") || suffix.startsWith("semi")
                            ? 100
                            : suffix.startsWith("oct") ? 1200 : Double.NaN;
            case DEGREES -> suffix.startsWith("deg") ? 1 : Double.NaN;
            case RATIO -> suffix.equals("x") ? 1 : Double.NaN;
            case PERCENT -> suffix.startsWith("percent") ? 1 : Double.NaN;
            case POSITIONS -> suffix.startsWith("position") ? 1 : Double.NaN;
            default -> Double.NaN;
        };
    }

    private static IllegalArgumentException expected(Unit unit, String text) {
        String example =
                switch (unit) {
                    case HERTZ -> "a frequency such as 70 Hz or 1.2k";
                    case DECIBEL -> "a level such as -6 dB";
                    case SECONDS -> "a time such as 3.2 s or 250 ms";
                    case PERCENT -> "a share such as 50 %";
                    case SEMITONES -> "an interval such as 3 st";
                    case CENTS, INTERVAL -> "an interval such as 12 ct";
                    case DEGREES -> "an angle such as -45°";
                    case RATIO -> "a ratio such as ×1.5";
                    case BPM -> "a tempo such as 84 bpm";
                    case PLAIN -> "a number such as 0.5";
                    case POSITIONS -> "a number such as 2";
                };
        return new IllegalArgumentException("“" + text.strip() + "” was not understood. Expected " + example + ".");
    }

    private static String prefixed(double value, String symbol) {
        // The limit is where three digits of Hz would read 1000.
        boolean kilo = Math.abs(value) >= 999.5;
        return digits(kilo ? value / 1000 : value, 3) + (kilo ? " k" : " ") + symbol;
    }

    private static String signed(String number) {
        return number.startsWith("−") || number.equals("0") ? number : "+" + number;
    }

    /** At most {@code significant} significant digits, whole numbers kept whole, no trailing zeros. */
    private static String digits(double value, int significant) {
        if (!Double.isFinite(value)) {
            return Double.isNaN(value) ? "?" : value < 0 ? "−∞" : "∞";
        }
        BigDecimal rounded = new BigDecimal(value).round(new MathContext(significant, RoundingMode.HALF_EVEN));
        if (Math.abs(value) >= Math.pow(10, significant)) {
            rounded = new BigDecimal(value).setScale(0, RoundingMode.HALF_EVEN);
        }
        return plain(rounded);
    }

    private static String decimals(double value, int places) {
        if (!Double.isFinite(value)) {
            return digits(value, places);
        }
        return plain(new BigDecimal(value).setScale(places, RoundingMode.HALF_EVEN));
    }

    private static String plain(BigDecimal number) {
        if (number.signum() == 0) {
            return "0";
        }
        return number.stripTrailingZeros().toPlainString().replace('-', '−');
    }
}
