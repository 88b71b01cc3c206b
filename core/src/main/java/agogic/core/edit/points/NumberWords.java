package agogic.core.edit.points;

import agogic.core.time.Timeline;

/** Numbers as people type them. */
final class NumberWords {
    private NumberWords() {}

    /**
     * A number, also as a part ({@code 3/4}) or in percent, whose sign is left out.
     *
     * @param what it is to be, for people
     * @throws IllegalArgumentException if it is none
     */
    static double number(String text, String what) {
        String[] parts = text.replace("%", "").strip().split("/");
        try {
            double first = Double.parseDouble(parts[0].strip());
            return parts.length == 2 ? first / Double.parseDouble(parts[1].strip()) : first;
        } catch (NumberFormatException e) {
            throw new IllegalArgumentException("“" + text + "” is no " + what + ".");
        }
    }

    /** So many bars, as they are at a beat of the piece, or beats. */
    static double beats(Timeline timeline, double beat, String many, String unit) {
        double bar =
                timeline.metre().metreOfBar(timeline.metre().barAt(beat + 1e-6)).quartersInBar();
        return number(many, "number of " + unit) * (unit.startsWith("bar") ? bar : 1);
    }

    /**
     * Two things with a word between them.
     *
     * @param such an example of it, for people
     * @throws IllegalArgumentException if there are not two
     */
    static String[] two(String text, String between, String such) {
        String[] parts = text.split(between, -1);
        if (parts.length != 2 || parts[0].isBlank() || parts[1].isBlank()) {
            throw new IllegalArgumentException(
                    (text.isBlank() ? "From what to what?" : "“" + text + "” was not understood.") + " Expected " + such
                            + ".");
        }
        return new String[] {parts[0].strip(), parts[1].strip()};
    }
}
