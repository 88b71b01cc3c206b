package agogic.core.pattern;

import java.util.Locale;
import java.util.regex.Matcher;

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

        /** The word for people. */
        public String spoken() {
            return spoken;
        }
    }

    private static final java.util.regex.Pattern WORDS = java.util.regex.Pattern.compile(
            "([\\d.]+)(?:/([\\d.]+))? ?(bars?|beats?|hz)", java.util.regex.Pattern.CASE_INSENSITIVE);

    /**
     * A rate as people type it: {@code 1 bar}, {@code 1/2 beat}, {@code 0.5 Hz}.
     *
     * @throws IllegalArgumentException in words for people if it is none
     */
    public static Rate parse(String text) {
        Matcher said = WORDS.matcher(text.strip());
        double amount = Double.NaN;
        if (said.matches()) {
            try {
                double parts = said.group(2) == null ? 1 : Double.parseDouble(said.group(2));
                amount = Double.parseDouble(said.group(1)) / parts;
            } catch (NumberFormatException e) {
                amount = Double.NaN;
            }
        }
        if (Double.isNaN(amount)) {
            throw new IllegalArgumentException(
                    "“" + text + "” is no rate. Expected such as 1 bar, 1/2 beat or 0.5 Hz.");
        }
        String per = said.group(3).toLowerCase(Locale.ROOT);
        return new Rate(amount, per.startsWith("bar") ? Per.BARS : per.startsWith("beat") ? Per.BEATS : Per.HERTZ);
    }

    /** @throws IllegalArgumentException in words for people if one of these is not what it can be */
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
