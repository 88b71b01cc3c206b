package agogic.core.parameter;

import java.util.List;

/**
 * What an offset does to a value. It adds in the difference unit: dB to a fader's dB, octaves to Hz, else along the travel.
 * An offset is kept as 0..1, where 0.5 adds nothing and the ends add or take away all that there is: the whole travel, or
 * 48 dB of a fader.
 */
public final class Offset {
    /** How far an offset of a fader reaches to each side, in dB. */
    public static final double FADER_DB = 48;

    private Offset() {}

    /** How far an offset kept as {@code x} in 0..1 goes: −1..1. */
    public static double amount(double x) {
        return 2 * x - 1;
    }

    /** What is kept for an offset that goes so far, −1..1. */
    public static double kept(double amount) {
        return (amount + 1) / 2;
    }

    /**
     * The normalised value that {@code x} is moved to, within 0..1; not settled to a switch's positions.
     *
     * @param amount the sum of offsets, of any size
     */
    public static double moved(Parameter parameter, double x, double amount) {
        if (amount == 0) {
            return x;
        }
        double to;
        if (parameter.taper() instanceof Taper.Fader) {
            // Adding dB is multiplying the way: 40·log10(x·f) = 40·log10(x) + 40·log10(f).
            to = x * factor(amount);
        } else if (inOctaves(parameter)) {
            double value = parameter.valueAt(x) * Math.pow(2, amount * octaves(parameter));
            to = parameter.taper().position(value, parameter.from(), parameter.to());
        } else {
            to = x + amount;
        }
        return to <= 0 ? 0 : to >= 1 ? 1 : to;
    }

    /**
     * The amount that moves {@code x} to {@code y}; of a fader that is at −inf dB there is none, and 0 is told.
     */
    public static double between(Parameter parameter, double x, double y) {
        if (parameter.taper() instanceof Taper.Fader) {
            return x <= 0 || y <= 0 ? (y <= 0 && x > 0 ? -1 : 0) : 40 * Math.log10(y / x) / FADER_DB;
        }
        if (inOctaves(parameter)) {
            return Math.log(parameter.valueAt(y) / parameter.valueAt(x)) / Math.log(2) / octaves(parameter);
        }
        return y - x;
    }

    /** What an offset of a fader multiplies its way with. */
    public static double factor(double amount) {
        return Math.pow(10, amount * FADER_DB / 40);
    }

    /** True if an offset of this parameter simply adds along the travel. */
    public static boolean adds(Parameter parameter) {
        return !(parameter.taper() instanceof Taper.Fader) && !inOctaves(parameter);
    }

    /** True for Hz that do not lie along octaves of themselves. */
    private static boolean inOctaves(Parameter parameter) {
        return parameter.unit() == Unit.HERTZ
                && !(parameter.taper() instanceof Taper.Logarithmic)
                && !parameter.stepped()
                && parameter.from() > 0
                && parameter.to() > 0;
    }

    /** All octaves of the range, below 0 for one that is turned round. */
    private static double octaves(Parameter parameter) {
        return Math.log(parameter.to() / parameter.from()) / Math.log(2);
    }

    /** An offset as a parameter of its own: from all that it takes away to all that it adds, resting at nothing. */
    public static Parameter scale(Parameter of) {
        Unit unit = of.unit();
        double reach = of.to() - of.from();
        if (of.stepped()) {
            unit = Unit.PLAIN;
            reach = of.positions().size();
        } else if (of.taper() instanceof Taper.Fader) {
            reach = FADER_DB;
        } else if (unit == Unit.HERTZ && of.from() > 0 && of.to() > 0) {
            unit = Unit.INTERVAL;
            reach = 1200 * octaves(of);
        } else if (!(of.taper() instanceof Taper.Linear)) {
            unit = Unit.PERCENT;
            reach = 100;
        }
        return new Parameter(
                of.id(),
                of.name(),
                of.shortName(),
                of.group(),
                unit,
                Taper.LINEAR,
                -reach,
                reach,
                0.5,
                List.of(),
                of.reserved(),
                List.of(),
                List.of());
    }
}
