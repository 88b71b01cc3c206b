package agogic.core.refine;

import agogic.core.parameter.Parameter;
import io.soabase.recordbuilder.core.RecordBuilder;

/**
 * How a ride becomes an envelope. It is data beside the ride and can be changed at any time.
 *
 * @param shift how much earlier the moves are put, in seconds: the latency between hearing and hand
 * @param steady width of the steadying window in seconds, 0 for none
 * @param tolerance how far the envelope may be from the steadied curve, in the parameter's difference unit
 * @param startOn where the start may be put
 * @param endOn where the end may be put
 * @param easeBack how long a Touch takes back to what was there, in seconds, 0 for a jump
 * @param bent true if bent shapes may join several straight links
 * @param dwell a position of a switch held for less than this is left out, in seconds
 * @param rest a hand that lies still for so long is level there, in seconds
 */
@RecordBuilder
public record Recipe(
        double shift,
        double steady,
        double tolerance,
        Anchor startOn,
        Anchor endOn,
        double easeBack,
        boolean bent,
        double dwell,
        double rest)
        implements RecipeBuilder.With {
    /** How far a ride is usually steadied. Seconds. */
    public static final double STEADY = 0.030;

    /** A hand that stays in one cell for so long rests, if it is not on a slow reach. Seconds. */
    public static final double REST = 0.25;

    /** Lines of the metre that a start or end is drawn to, if one is within a sixteenth. */
    public enum Anchor {
        NONE("where the hand was"),
        BEAT("on the beat"),
        BAR("on the bar line");

        private final String spoken;

        Anchor(String spoken) {
            this.spoken = spoken;
        }

        /** The word for people. */
        public String spoken() {
            return spoken;
        }
    }

    /**
     * Seconds and tolerances within what a recipe can have: see {@link Recipe}.
     *
     * @throws IllegalArgumentException in words for people if one of them lies outside
     */
    public Recipe {
        check(shift, -1, 1, "Moving earlier");
        check(steady, 0, 1, "Steadying");
        check(tolerance, 0, 1e6, "The tolerance");
        check(easeBack, 0, 60, "Easing back");
        check(dwell, 0, 10, "The dwell");
        check(rest, 0, 60, "The shortest rest");
    }

    private static void check(double value, double low, double high, String what) {
        if (!(value >= low && value <= high)) {
            throw new IllegalArgumentException(
                    what + " lies between " + low + " and " + high + ", not at " + value + ".");
        }
    }

    /** A recipe for rides of this parameter: start on the bar line, bent shapes, ease back over 250 ms. */
    public static Recipe usual(Parameter parameter) {
        double tolerance = parameter.usualTolerance();
        return new Recipe(
                0, STEADY, parameter.stepped() ? 0 : tolerance, Anchor.BAR, Anchor.NONE, 0.250, true, 0.060, REST);
    }

    /**
     * With this tolerance in the difference unit of the parameter, 0 or more.
     *
     * @throws IllegalArgumentException in words for people if it is not 0 to 1,000,000
     */
    public Recipe within(double newTolerance) {
        return withTolerance(newTolerance);
    }

    /**
     * Steadied over so many seconds, 0 or more.
     *
     * @throws IllegalArgumentException in words for people if it is not 0 to 1 s
     */
    public Recipe steadied(double seconds) {
        return withSteady(seconds);
    }

    /**
     * Earlier by so many seconds, −1 to 1, for hands that wait for what they hear; below 0 later.
     *
     * @throws IllegalArgumentException in words for people if it is not −1 to 1 s
     */
    public Recipe earlier(double seconds) {
        return withShift(seconds);
    }

    /** That starts so. */
    public Recipe starting(Anchor anchor) {
        return withStartOn(anchor);
    }

    /** That ends so. */
    public Recipe ending(Anchor anchor) {
        return withEndOn(anchor);
    }

    /**
     * That eases back over so many seconds, 0 or more.
     *
     * @throws IllegalArgumentException in words for people if it is not 0 to 60 s
     */
    public Recipe easing(double seconds) {
        return withEaseBack(seconds);
    }

    /** With shaped ways, or straight ones only. */
    public Recipe bending(boolean bends) {
        return withBent(bends);
    }

    /**
     * Without changes of a switch that are over after so many seconds, 0 or more.
     *
     * @throws IllegalArgumentException in words for people if it is not 0 to 10 s
     */
    public Recipe dwelling(double seconds) {
        return withDwell(seconds);
    }

    /**
     * Level where the hand lay still for so many seconds, 0 or more; 0 for nowhere.
     *
     * @throws IllegalArgumentException in words for people if it is not 0 to 60 s
     */
    public Recipe resting(double seconds) {
        return withRest(seconds);
    }
}
