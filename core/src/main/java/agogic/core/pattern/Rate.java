package agogic.core.pattern;

/**
 * How fast a pattern goes round.
 *
 * @param amount beats (quarter notes) or bars for one cycle, or cycles a second; above 0
 */
public record Rate(double amount, Per per) {
    /** What it is counted in. */
    public enum Per {
        BEATS("beats"),
        BARS("bars"),
        HERTZ("Hz");

        private final String spoken;

        Per(String spoken) {
            this.spoken = spoken;
        }

        public String spoken() {
            return spoken;
        }
    }

    public Rate {
        if (!(amount >= 1e-3 && amount <= 1e5)) {
            throw new IllegalArgumentException("The rate of a pattern lies between 0.001 and 100,000 " + per.spoken()
                    + ", not at " + amount + ".");
        }
    }

    /** {@code 2 bars}, {@code 1 beat}, {@code 0.5 Hz}. */
    public String spoken() {
        String number = amount == Math.rint(amount) ? Long.toString((long) amount) : Double.toString(amount);
        String word = per.spoken();
        return number + " " + (amount == 1 && per != Per.HERTZ ? word.substring(0, word.length() - 1) : word);
    }
}
