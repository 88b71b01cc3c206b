package agogic.core.edit.points;

import agogic.core.envelope.Shape;
import java.util.LinkedHashMap;
import java.util.Locale;
import java.util.Map;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * How a value goes on, at the end of some words: {@code slow start}, {@code bent 30 %}.
 *
 * @param shape straight if nothing is said of it
 * @param before the words before it
 */
record WayWords(Shape shape, String before) {
    private static final Pattern AMOUNT = Pattern.compile("(.+) (bent|s) ([+-]?[\\d.]+) ?%", Pattern.CASE_INSENSITIVE);
    private static final Map<String, Shape> SHAPES = new LinkedHashMap<>();

    static {
        SHAPES.put("slow start", Shape.bent(0.5));
        SHAPES.put("fast start", Shape.bent(-0.5));
        SHAPES.put("straight", Shape.STRAIGHT);
        SHAPES.put("hold", Shape.HOLD);
        SHAPES.put("s", Shape.S);
    }

    /**
     * Takes it off the end of the words.
     *
     * @throws IllegalArgumentException if its amount is none
     */
    static WayWords atEnd(String words) {
        Matcher drawn = AMOUNT.matcher(words);
        if (drawn.matches()) {
            double amount = NumberWords.number(drawn.group(3), "amount, such as 30 %") / 100;
            if (Math.abs(amount) > 1) {
                throw new IllegalArgumentException(
                        "An amount lies between -100 % and 100 %, not at " + drawn.group(3) + " %.");
            }
            Shape shape = drawn.group(2).equalsIgnoreCase("s") ? Shape.s(amount) : Shape.bent(amount);
            return new WayWords(shape, drawn.group(1).strip());
        }
        for (Map.Entry<String, Shape> one : SHAPES.entrySet()) {
            if (words.toLowerCase(Locale.ROOT).endsWith(" " + one.getKey())) {
                return new WayWords(
                        one.getValue(),
                        words.substring(0, words.length() - one.getKey().length())
                                .strip());
            }
        }
        return new WayWords(Shape.STRAIGHT, words);
    }
}
