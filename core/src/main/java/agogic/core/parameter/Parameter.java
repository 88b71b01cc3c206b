package agogic.core.parameter;

import agogic.core.text.Text;
import io.soabase.recordbuilder.core.RecordBuilder;
import java.util.List;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * One thing of a device that can move. Values are <em>normalised</em>, 0..1 along the travel, unless a unit is named.
 *
 * @param id unique within the device; never shown
 * @param name as the device calls it
 * @param shortName for narrow displays; may be empty
 * @param group what it belongs to on the device's face; may be empty
 * @param unit the unit of its values
 * @param taper how values lie along the travel
 * @param from value at 0, in the unit
 * @param to value at 1, in the unit
 * @param resting normalised value when nothing moves it
 * @param positions names of its positions if it moves in steps, else empty
 * @param reserved true if it must never be written (a device's own housekeeping)
 * @param worth what the device itself counts each position as, rising; empty if it counts them from 0
 * @param named single values that have a name, rising; of a switch none, its positions are names
 */
@RecordBuilder
public record Parameter(
        String id,
        String name,
        String shortName,
        String group,
        Unit unit,
        Taper taper,
        double from,
        double to,
        double resting,
        List<String> positions,
        boolean reserved,
        List<Double> worth,
        List<Named> named)
        implements ParameterBuilder.With {
    /** A value, in the unit of its parameter, that is called something: {@code Off}, {@code Unity}. */
    public record Named(double value, String name) {
        /**
         * @throws IllegalArgumentException in words for people if one of these is not what it can be
         */
        public Named {
            if (Text.sound("The name of a value", name).isBlank()) {
                throw new IllegalArgumentException("A value that is named needs a name.");
            }
        }
    }

    /** A value is a named one if it is that near to it, as a part of the range. */
    private static final double SAME = 1e-9;

    /** A part of the travel, in percent. */
    private static final Pattern PART = Pattern.compile("(\\d{1,3}(?:[.,]\\d{1,6})?)\\s*%");

    /** Below this level a fader counts as silent, so that a tolerance in dB does not close entirely at −inf dB. */
    static final double SILENCE_DB = -70;

    /** A range reaches no farther from 0 than this, in its unit. */
    public static final double WIDEST = 1e12;

    /** @throws IllegalArgumentException in words for people if one of these is not what it can be */
    public Parameter {
        positions = List.copyOf(positions);
        worth = List.copyOf(worth);
        named = List.copyOf(named);
        Text.sound("The short name of a parameter", shortName);
        Text.sound("The group of a parameter", group);
        positions.forEach(position -> Text.sound("A position", position));
        if (Text.sound("The id of a parameter", id).isBlank()
                || Text.sound("A parameter", name).isBlank()) {
            throw new IllegalArgumentException("A parameter needs an id and a name.");
        }
        if (!(Math.abs(from) <= WIDEST) || !(Math.abs(to) <= WIDEST) || from == to) {
            throw new IllegalArgumentException(
                    name + ": its range needs two different ends, each at most 1,000,000,000,000 from 0.");
        }
        if (!worth.isEmpty() && worth.size() != positions.size()) {
            throw new IllegalArgumentException(name + ": it has " + positions.size()
                    + " positions, but values are given for " + worth.size() + ".");
        }
        for (int i = 0; i < worth.size(); i++) {
            if (!(Math.abs(worth.get(i)) <= WIDEST) || i > 0 && !(worth.get(i) > worth.get(i - 1))) {
                throw new IllegalArgumentException(name + ": what its positions are worth rises from one to the next.");
            }
        }
        for (int i = 0; i < named.size(); i++) {
            double value = named.get(i).value();
            boolean within = value >= Math.min(from, to) && value <= Math.max(from, to);
            if (!within
                    || !positions.isEmpty()
                    || i > 0 && !(value > named.get(i - 1).value())) {
                throw new IllegalArgumentException(
                        name + ": named values lie within its range and rise from one to the next; a switch has none.");
            }
        }
        if (taper instanceof Taper.Codes && !(from == 0 && to >= 3)) {
            throw new IllegalArgumentException(name + ": codes begin at 0 and end at 3 or above, not at " + to + ".");
        }
        if (taper instanceof Taper.Logarithmic && !(from > 0 && to > 0)) {
            throw new IllegalArgumentException(name + ": a logarithmic range lies above 0.");
        }
        if (!(resting >= 0 && resting <= 1)) {
            throw new IllegalArgumentException(
                    name + ": its resting value lies between 0 and 1, not at " + resting + ".");
        }
        if (positions.size() == 1) {
            throw new IllegalArgumentException(name + ": one position is no switch.");
        }
        if (!positions.isEmpty()) {
            resting = Steps.middle(Steps.index(resting, positions.size()), positions.size());
        }
    }

    /**
     * This parameter with names for single values, in its unit; those out of its range are left aside.
     *
     * @throws IllegalArgumentException in words for people if half a character stands in one of the names
     */
    public Parameter naming(List<Named> names) {
        List<Named> within = names.stream()
                .filter(n -> n.value() >= Math.min(from, to) && n.value() <= Math.max(from, to))
                .toList();
        return withNamed(within);
    }

    /**
     * A continuous parameter whose resting value is given in its unit.
     *
     * @throws IllegalArgumentException in words for people if the id or the name is blank, or the two ends are one
     */
    public static Parameter continuous(
            String id, String name, String group, Unit unit, Taper taper, double from, double to, double restingValue) {
        double x = Math.max(0, Math.min(1, taper.position(restingValue, from, to)));
        return new Parameter(id, name, "", group, unit, taper, from, to, x, List.of(), false, List.of(), List.of());
    }

    /**
     * A switch with named positions, resting at the {@code restingIndex}-th.
     *
     * @throws IllegalArgumentException in words for people if the id or the name is blank, there are fewer than two
     *     positions, or it rests at none of them
     */
    public static Parameter stepped(String id, String name, String group, int restingIndex, String... positions) {
        int n = positions.length;
        return new Parameter(
                id,
                name,
                "",
                group,
                Unit.POSITIONS,
                Taper.LINEAR,
                0,
                n - 1,
                Steps.middle(restingIndex, n),
                List.of(positions),
                false,
                List.of(),
                List.of());
    }

    /**
     * This switch, whose positions the device counts as these rising numbers.
     *
     * @throws IllegalArgumentException in words for people if they are not as many as the positions, or do not rise
     */
    public Parameter worth(List<Double> numbers) {
        return withWorth(numbers);
    }

    /** The device's own number for the value at {@code x}: that of the position of a switch, else the value in the unit. */
    public double nativeValueAt(double x) {
        return worth.isEmpty() ? valueAt(x) : worth.get((int) valueAt(x));
    }

    /**
     * This parameter with another name.
     *
     * @throws IllegalArgumentException in words for people if the name is blank
     */
    public Parameter named(String newName) {
        return withName(newName);
    }

    /**
     * This parameter with a short name.
     *
     * @throws IllegalArgumentException in words for people if half a character stands in it
     */
    public Parameter called(String newShortName) {
        return withShortName(newShortName);
    }

    /**
     * This parameter, standing at the normalised value {@code x} when nothing moves it.
     *
     * @throws IllegalArgumentException in words for people if it is not 0 to 1
     */
    public Parameter restingAt(double x) {
        return withResting(x);
    }

    /** This parameter, never to be written. */
    public Parameter asReserved() {
        return withReserved(true);
    }

    /** True if it moves in steps: a switch with positions. */
    public boolean stepped() {
        return !positions.isEmpty();
    }

    /** The short name if it has one, else the name. */
    public String label() {
        return shortName.isEmpty() ? name : shortName;
    }

    /** Value in the unit at the normalised value {@code x}; for a switch the number of the position. */
    public double valueAt(double x) {
        double in = Math.max(0, Math.min(1, x));
        return stepped() ? Steps.index(in, positions.size()) : taper.value(in, from, to);
    }

    /** Normalised value of {@code value} in the unit, clamped to 0..1; for a switch the middle of the position. */
    public double normalisedOf(double value) {
        if (stepped()) {
            int n = positions.size();
            return Steps.middle((int) Math.max(0, Math.min(n - 1, Math.rint(value))), n);
        }
        return Math.max(0, Math.min(1, taper.position(value, from, to)));
    }

    /** {@code x} as it is stored: the middle of its position for a switch, else clamped to 0..1. */
    public double settled(double x) {
        // By comparing: this is asked for every value that plays.
        double in = x <= 0 ? 0 : x >= 1 ? 1 : x;
        return stepped() ? Steps.settle(in, positions.size()) : in;
    }

    /** Highest normalised value that is within {@code tolerance} (0 or more, difference unit) of {@code x}. */
    public double upperBound(double x, double tolerance) {
        return stepped() ? x : Math.max(x, Math.min(1, shifted(x, tolerance)));
    }

    /** Lowest normalised value that is within {@code tolerance} (0 or more, difference unit) of {@code x}. */
    public double lowerBound(double x, double tolerance) {
        return stepped() ? x : Math.min(x, Math.max(0, shifted(x, -tolerance)));
    }

    /** True if it is a frequency that may be 0 or less: there is no interval then, differences are told in Hz. */
    private boolean inHertz() {
        return unit == Unit.HERTZ && !(from > 0 && to > 0);
    }

    /** The tolerance a new recipe has, in the difference unit. */
    public double usualTolerance() {
        if (taper instanceof Taper.Codes) {
            return travel() / 100;
        }
        return Math.min(inHertz() ? travel() / 100 : unit.usualTolerance(), travel() / 50);
    }

    private double shifted(double x, double amount) {
        double up = from < to ? amount : -amount;
        if (taper instanceof Taper.Fader) {
            double level = Math.max(SILENCE_DB, valueAt(x));
            boolean silent = up < 0 && level + up <= SILENCE_DB;
            return silent ? 0 : taper.position(level + up, from, to);
        }
        return taper.position(inHertz() ? valueAt(x) + up : unit.moved(valueAt(x), up), from, to);
    }

    /** The normalised value that lies {@code difference} (difference unit) above {@code x}, kept within 0..1. */
    public double moved(double x, double difference) {
        return stepped() ? settled(x) : Math.max(0, Math.min(1, shifted(x, from < to ? difference : -difference)));
    }

    /** The difference between two normalised values in the difference unit, 0 or more. */
    public double distance(double a, double b) {
        if (stepped()) {
            return Math.abs(valueAt(a) - valueAt(b));
        }
        if (taper instanceof Taper.Fader) {
            return Math.abs(Math.max(SILENCE_DB, valueAt(a)) - Math.max(SILENCE_DB, valueAt(b)));
        }
        return Math.abs(inHertz() ? valueAt(b) - valueAt(a) : unit.differenceOf(valueAt(a), valueAt(b)));
    }

    /** The greatest difference that two of its values can have, in the difference unit. */
    public double travel() {
        return distance(0, 1);
    }

    /** The normalised value as people read it, in the parameter's own unit: {@code 1.24 kHz}; or its name, if it has one. */
    public String print(double x) {
        if (taper instanceof Taper.Codes) {
            double code = valueAt(x);
            return Math.abs(code - Math.rint(code)) < 0.005
                    ? Long.toString(Math.round(code))
                    : ValueText.print(unit, code);
        }
        if (stepped()) {
            return positions.get((int) valueAt(x));
        }
        double value = valueAt(x);
        for (Named one : named) {
            if (Math.abs(one.value() - value) <= SAME * Math.abs(to - from)) {
                return one.name();
            }
        }
        return ValueText.print(unit, value);
    }

    /** A difference as people read it: {@code 38 cents}. */
    public String printDifference(double amount) {
        return inHertz() ? ValueText.print(unit, amount) : ValueText.printDifference(unit, amount);
    }

    /**
     * A difference as somebody typed it, in the difference unit.
     *
     * @throws IllegalArgumentException with what was expected if it is no such difference
     */
    public double parseDifference(String text) {
        return inHertz() ? ValueText.parse(unit, text) : ValueText.parseDifference(unit, text);
    }

    /** True if its travel goes round: a full circle, of which both ends are one place. */
    public boolean wraps() {
        return unit == Unit.DEGREES && !stepped() && taper instanceof Taper.Linear && Math.abs(to - from) == 360;
    }

    /** The range in the unit: {@code 180 Hz – 6.2 kHz}, or the names of the positions. */
    public String printRange() {
        return stepped() ? String.join(" · ", positions) : print(0) + " – " + print(1);
    }

    /**
     * The normalised value of what somebody typed: a value in the unit, or a part of the travel in percent.
     *
     * @throws IllegalArgumentException with a message for people if it cannot be understood or lies out of the range
     */
    public double parse(String text) {
        String clean = text.strip();
        Matcher part = PART.matcher(clean);
        if (unit != Unit.PERCENT && part.matches()) {
            double place = Double.parseDouble(part.group(1).replace(',', '.')) / 100;
            if (place <= 1) {
                return settled(place);
            }
        }
        if (stepped()) {
            return parsePosition(clean);
        }
        for (Named one : named) {
            if (one.name().equalsIgnoreCase(clean)) {
                return normalisedOf(one.value());
            }
        }
        double value = ValueText.parse(unit, clean);
        double x = taper.position(value, from, to);
        // What is printed may be rounded beyond an end by as much as its digits show.
        boolean asPrinted = ValueText.print(unit, valueAt(x)).equals(ValueText.print(unit, value));
        if ((x < 0 || x > 1) && !asPrinted) {
            throw new IllegalArgumentException(
                    name + " goes from " + print(0) + " to " + print(1) + "; " + clean + " is outside.");
        }
        return Math.max(0, Math.min(1, x));
    }

    private double parsePosition(String text) {
        for (int i = 0; i < positions.size(); i++) {
            if (positions.get(i).equalsIgnoreCase(text)) {
                return Steps.middle(i, positions.size());
            }
        }
        throw new IllegalArgumentException(
                "“" + text + "” is no position of " + name + ". It has " + String.join(", ", positions) + ".");
    }
}
