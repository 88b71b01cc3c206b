package agogic.core.pattern;

import agogic.core.envelope.Envelope;
import agogic.core.envelope.Point;
import agogic.core.envelope.Shape;
import agogic.core.text.Text;
import io.soabase.recordbuilder.core.RecordBuilder;
import java.util.ArrayList;
import java.util.List;

/**
 * A cycle of steps or a wave, kept as data: what it says at {@code c} cycles is {@code centre + depth · w(c + phase)}, with
 * {@code w} in −1..1. Sine and triangle are those of the Web Audio API (W3C, <i>OscillatorNode</i>, basic waveform phase); the
 * saw begins at its lowest, half a cycle after that of the API; the pulse is high for the part {@code duty}.
 *
 * @param name unique within a session
 * @param form which wave
 * @param rate how long one cycle takes
 * @param depth how far it swings from its centre, in parts of the travel; below 0 upside down
 * @param centre about which it swings, 0..1; centre and depth together stay within 0..1
 * @param phase where in the cycle it begins, in cycles, 0..1
 * @param swing where the middle of a cycle (of a pair of steps) comes, in parts of it: 0.5 is even, 2/3 a triplet
 * @param rotation how much later in the cycle each further lane begins, in cycles, −1..1: of two axes a quarter is a circle
 * @param duty of a pulse the part that is high; else 0.5
 * @param steps to how many even steps between its least and greatest its values are drawn; 0 for none
 * @param own the cycle of {@link Form#STEPS} and {@link Form#OWN}: values 0..1 (lowest to highest) over times 0..1
 */
@RecordBuilder
public record Pattern(
        String name,
        Form form,
        Rate rate,
        double depth,
        double centre,
        double phase,
        double swing,
        double rotation,
        double duty,
        int steps,
        Envelope own)
        implements PatternBuilder.With {
    /** The forms a cycle can have. */
    public enum Form {
        SINE("sine"),
        TRIANGLE("triangle"),
        SAW("saw"),
        PULSE("pulse"),
        STEPS("steps"),
        OWN("own points");

        private final String spoken;

        Form(String spoken) {
            this.spoken = spoken;
        }

        /** The word for people. */
        public String spoken() {
            return spoken;
        }
    }

    private static final double HAIR = 1e-9;

    /** @throws IllegalArgumentException in words for people if one of these is not what it can be */
    public Pattern {
        Text.sound("The name of a pattern", name);
        if (name.isBlank()) {
            throw new IllegalArgumentException("A pattern needs a name.");
        }
        between("centre", centre, 0, 1);
        between("depth", depth, -0.5, 0.5);
        if (centre + Math.abs(depth) > 1 + HAIR || centre - Math.abs(depth) < -HAIR) {
            throw new IllegalArgumentException(String.format(
                    java.util.Locale.ROOT,
                    "About %.3g %% a pattern of a depth of %.3g %% goes beyond the travel. Take a smaller depth.",
                    100 * centre,
                    100 * Math.abs(depth)));
        }
        between("phase", phase, 0, 1);
        between("swing", swing, 0.01, 0.99);
        between("rotation", rotation, -1, 1);
        between("duty", duty, 0.001, 0.999);
        if (steps != 0 && (steps < 2 || steps > 1000)) {
            throw new IllegalArgumentException("A pattern is drawn to 2 to 1,000 steps, not to " + steps + ".");
        }
        boolean drawn = form == Form.STEPS || form == Form.OWN;
        own = drawn ? own.normalised() : Envelope.EMPTY;
        boolean whole = own.isEmpty() || own.time(0) == 0 && own.time(own.size() - 1) <= 1;
        if (drawn && own.isEmpty() || !whole) {
            throw new IllegalArgumentException("The points of a pattern go from the beginning of a cycle to its end.");
        }
    }

    private static void between(String what, double value, double from, double to) {
        if (!(value >= from && value <= to)) {
            throw new IllegalArgumentException(
                    "The " + what + " of a pattern lies between " + from + " and " + to + ", not at " + value + ".");
        }
    }

    /**
     * A wave from {@code low} to {@code high}, which are 0..1; upside down if the first is greater.
     *
     * @throws IllegalArgumentException in words for people if the name is blank, or a value is not 0 to 1
     */
    public static Pattern wave(String name, Form form, Rate rate, double low, double high) {
        return new Pattern(name, form, rate, (high - low) / 2, (low + high) / 2, 0, 0.5, 0, 0.5, 0, Envelope.EMPTY);
    }

    /**
     * Steps of these values, 0..1.
     *
     * @throws IllegalArgumentException in words for people if the name is blank, there are no values, or one is not 0
     *     to 1
     */
    public static Pattern steps(String name, Rate rate, List<Double> values) {
        List<Point> points = new ArrayList<>();
        for (int i = 0; i < values.size(); i++) {
            points.add(new Point((double) i / values.size(), values.get(i), Shape.HOLD));
        }
        return new Pattern(name, Form.STEPS, rate, 0.5, 0.5, 0, 0.5, 0, 0.5, 0, Envelope.of(points));
    }

    /**
     * A cycle of these points.
     *
     * @throws IllegalArgumentException in words for people if the name is blank, or they do not lie in a cycle, 0 to
     *     1
     */
    public static Pattern own(String name, Rate rate, Envelope points) {
        return new Pattern(name, Form.OWN, rate, 0.5, 0.5, 0, 0.5, 0, 0.5, 0, points);
    }

    /**
     * With another name.
     *
     * @throws IllegalArgumentException in words for people if the name is blank
     */
    public Pattern named(String newName) {
        return withName(newName);
    }

    /** At another rate. */
    public Pattern at(Rate newRate) {
        return withRate(newRate);
    }

    /**
     * As deep about another centre, beginning elsewhere, swung, with later lanes later.
     *
     * @param newDepth half of what it goes up and down, −0.5..0.5 of the travel
     * @param newCentre about what, 0..1
     * @param newPhase where in its cycle it begins, 0..1
     * @param newSwing where the middle of a cycle comes, 0.01..0.99
     * @param newRotation cycles by which each further lane is later, −1..1
     * @throws IllegalArgumentException in words for people if one of them is not what it can be
     */
    public Pattern with(double newDepth, double newCentre, double newPhase, double newSwing, double newRotation) {
        return new Pattern(name, form, rate, newDepth, newCentre, newPhase, newSwing, newRotation, duty, steps, own);
    }

    /**
     * With this part of a cycle high, above 0 and below 1; of a pulse.
     *
     * @throws IllegalArgumentException in words for people if it is not 0.001 to 0.999
     */
    public Pattern duty(double newDuty) {
        return withDuty(newDuty);
    }

    /**
     * With its values drawn to so many steps between its least and its greatest.
     *
     * @throws IllegalArgumentException in words for people if it is neither 0 nor 2 to 1,000
     */
    public Pattern drawnTo(int newSteps) {
        return withSteps(newSteps);
    }

    /** What it says, 0..1, after so many cycles. */
    public double value(double cycles) {
        double c = cycles + phase;
        double value = centre + depth * wave(straight(c - Math.floor(c)));
        double inside = Math.max(0, Math.min(1, value));
        return steps == 0 ? inside : drawn(inside);
    }

    /** A value drawn to the nearest of its steps, which lie evenly between the least and the greatest that it says. */
    double drawn(double value) {
        double low = centre - Math.abs(depth);
        double high = centre + Math.abs(depth);
        if (!own.isEmpty()) {
            double least = 1;
            double most = 0;
            for (int i = 0; i < own.size(); i++) {
                least = Math.min(least, own.value(i));
                most = Math.max(most, own.value(i));
            }
            double middle = centre + depth * (least + most - 1);
            double half = Math.abs(depth) * (most - least);
            low = middle - half;
            high = middle + half;
        }
        low = Math.max(0, low);
        double way = Math.min(1, high) - low;
        return way <= 0 ? value : low + way * Math.rint((value - low) / way * (steps - 1)) / (steps - 1);
    }

    private double wave(double x) {
        return switch (form) {
            case SINE -> Math.sin(2 * Math.PI * x);
            case TRIANGLE -> x < 0.25 ? 4 * x : x < 0.75 ? 2 - 4 * x : 4 * x - 4;
            case SAW -> 2 * x - 1;
            case PULSE -> x < duty ? 1 : -1;
            default -> 2 * own.valueAt(x) - 1;
        };
    }

    /** How many swings one cycle has: each pair of steps is one; of a wave the cycle itself. */
    private int swings() {
        return form == Form.STEPS ? own.size() / 2 : 1;
    }

    /** The part of a cycle that swings: of an odd number of steps the last does not. */
    private double swung() {
        return form == Form.STEPS ? 2.0 * swings() / own.size() : 1;
    }

    /** Where in the even cycle a place of the swung one lies. */
    private double straight(double u) {
        if (swing == 0.5 || u >= swung() || swings() == 0) {
            return u;
        }
        double pair = swung() / swings();
        double k = Math.floor(u / pair);
        double x = u / pair - k;
        double even = x < swing ? x / (2 * swing) : 0.5 + (x - swing) / (2 * (1 - swing));
        return (k + even) * pair;
    }

    /** Where in the swung cycle a place of the even one comes. */
    double swung(double x) {
        if (swing == 0.5 || x >= swung() || swings() == 0) {
            return x;
        }
        double pair = swung() / swings();
        double k = Math.floor(x / pair);
        double part = x / pair - k;
        double u = part < 0.5 ? 2 * swing * part : swing + (part - 0.5) * 2 * (1 - swing);
        return (k + u) * pair;
    }

    /** True if one wave shape says all of it, however many cycles. */
    boolean oneShape() {
        return form.ordinal() < Form.STEPS.ordinal() && swing == 0.5 && steps == 0;
    }

    /** The wave shape of its form over so many cycles, begun at {@code first} of them. */
    Shape shape(double first, double cycles) {
        Shape.Kind kind = Shape.Kind.valueOf(form.name());
        double all = first + cycles;
        return new Shape(kind, depth, all, duty, first / all, 1);
    }

    /** In words: {@code sine, 1 bar, 20 % to 80 %}. */
    public String spoken() {
        String more = steps == 0 ? "" : ", drawn to " + steps + " steps";
        more += swing == 0.5 ? "" : ", swing " + Math.round(100 * swing) + " %";
        more += rotation == 0 ? "" : ", each lane " + percent(rotation) + " of a cycle later";
        more += phase == 0 ? "" : ", begun at " + percent(phase) + " of a cycle";
        return form.spoken() + ", " + rate.spoken() + ", " + percent(centre - depth) + " to " + percent(centre + depth)
                + more;
    }

    private static String percent(double part) {
        double hundredths = Math.round(part * 10_000) / 100.0;
        boolean whole = hundredths == Math.rint(hundredths);
        return (whole ? Long.toString((long) hundredths) : Double.toString(hundredths)) + " %";
    }
}
