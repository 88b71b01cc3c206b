package agogic.core.parameter;

/** The units a parameter may have, and the unit in which a difference of two of its values is told. */
public enum Unit {
    HERTZ("Hz", "cents", 50),
    DECIBEL("dB", "dB", 0.5),
    SECONDS("s", "ms", 20),
    PERCENT("%", "%", 1),
    SEMITONES("st", "cents", 10),
    CENTS("ct", "cents", 1),
    /** How far a frequency is moved: cents, as close as frequencies are told. */
    INTERVAL("ct", "cents", 50),
    DEGREES("°", "°", 1),
    RATIO("×", "×", 0.01),
    BPM("bpm", "bpm", 0.5),
    PLAIN("", "", 0.01),
    POSITIONS("", "positions", 0);

    private final String symbol;
    private final String difference;
    private final double usualTolerance;

    Unit(String symbol, String difference, double usualTolerance) {
        this.symbol = symbol;
        this.difference = difference;
        this.usualTolerance = usualTolerance;
    }

    /** What is written behind a value. */
    public String symbol() {
        return symbol;
    }

    /** The unit of a difference: cents for Hz and semitones, dB for dB, ms for seconds. */
    public String difference() {
        return difference;
    }

    /** The tolerance a new recipe has, in the difference unit: small enough not to be noticed by most ears. */
    public double usualTolerance() {
        return usualTolerance;
    }

    /** The difference {@code b − a} of two values of this unit, in the difference unit. */
    double differenceOf(double a, double b) {
        return switch (this) {
            case HERTZ -> 1200 * Math.log(b / a) / Math.log(2);
            case SEMITONES -> 100 * (b - a);
            case SECONDS -> 1000 * (b - a);
            default -> b - a;
        };
    }

    /** {@code value} moved by {@code amount} of the difference unit. */
    double moved(double value, double amount) {
        return switch (this) {
            case HERTZ -> value * Math.pow(2, amount / 1200);
            case SEMITONES -> value + amount / 100;
            case SECONDS -> value + amount / 1000;
            default -> value + amount;
        };
    }
}
