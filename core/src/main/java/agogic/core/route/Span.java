package agogic.core.route;

import agogic.core.parameter.Steps;

/**
 * The part of a target's range that a route may travel: control x in 0..1 is shaped to x', and the value is
 * {@code from + (to − from)·x'}, normalised. {@code from > to} turns it round.
 *
 * @param from normalised value with the control at 0
 * @param to normalised value with the control at 1
 * @param curve how the way is shaped
 * @param amount for {@link Curve#BENT} −1..1 (above 0 starts slowly), for {@link Curve#STEPS} the number of steps
 */
public record Span(double from, double to, Curve curve, double amount) {
    /** How the way is shaped. */
    public enum Curve {
        STRAIGHT,
        BENT,
        S,
        STEPS
    }

    /** The whole way, straight. */
    public static final Span FULL = new Span(0, 1, Curve.STRAIGHT, 0);

    /** @throws IllegalArgumentException in words for people if one of these is not what it can be */
    public Span {
        if (!(from >= 0 && from <= 1 && to >= 0 && to <= 1)) {
            throw new IllegalArgumentException("A span goes from 0..1 to 0..1, not from " + from + " to " + to + ".");
        }
        if (!Double.isFinite(amount)) {
            throw new IllegalArgumentException("The amount of a span's curve is a number, not " + amount + ".");
        }
        if (curve == Curve.BENT && !(amount >= -1 && amount <= 1)) {
            throw new IllegalArgumentException("A span bends by -1..1, not by " + amount + ".");
        }
        if (curve == Curve.STEPS && !(amount >= 2 && amount <= 128 && amount == Math.rint(amount))) {
            throw new IllegalArgumentException("A stepped span has 2 to 128 steps, not " + amount + ".");
        }
    }

    /**
     * The straight span between two values of a parameter, normalised 0..1; reversed if {@code from} is the greater.
     *
     * @throws IllegalArgumentException in words for people if one of them is not 0 to 1
     */
    public static Span straight(double from, double to) {
        return new Span(from, to, Curve.STRAIGHT, 0);
    }

    /** Normalised value for the control at {@code x} in 0..1. */
    public double apply(double x) {
        double shaped = shape(x);
        return shaped == 1 ? to : from + (to - from) * shaped;
    }

    /** Where the control must stand for {@code value}: nearest place in 0..1; 0 for a closed span. */
    public double positionOf(double value) {
        if (closed()) {
            return 0;
        }
        double part = Math.max(0, Math.min(1, (value - from) / (to - from)));
        return switch (curve) {
            case STRAIGHT -> part;
            case BENT -> unbend(part);
            case S -> bisect(part);
            case STEPS -> Steps.middle((int) Math.rint(part * (amount - 1)), (int) amount);
        };
    }

    /** True if {@code value} lies within the span, half a step of a 7-bit control beyond its ends included. */
    public boolean holds(double value) {
        double margin = Math.abs(to - from) / 256 + 1e-9;
        return value >= Math.min(from, to) - margin && value <= Math.max(from, to) + margin;
    }

    /** True if the control moves nothing: from and to are the same. */
    public boolean closed() {
        return from == to;
    }

    private double shape(double x) {
        return switch (curve) {
            case STRAIGHT -> x;
            case BENT -> amount == 0 ? x : x >= 1 ? 1 : Math.expm1(8 * amount * x) / Math.expm1(8 * amount);
            case S -> x * x * (3 - 2 * x);
            case STEPS -> Steps.index(x, (int) amount) / (amount - 1);
        };
    }

    private double unbend(double part) {
        double k = 8 * amount;
        return k == 0 ? part : Math.max(0, Math.min(1, Math.log1p(part * Math.expm1(k)) / k));
    }

    private double bisect(double part) {
        double low = 0;
        double high = 1;
        for (int i = 0; i < 60; i++) {
            double mid = (low + high) / 2;
            if (shape(mid) < part) {
                low = mid;
            } else {
                high = mid;
            }
        }
        return (low + high) / 2;
    }
}
