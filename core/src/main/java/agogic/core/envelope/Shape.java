package agogic.core.envelope;

/**
 * The way from one point to the next, for {@code u} in 0..1 between them.
 *
 * <p>A shape that is cut in two stays what it was: {@code from} and {@code to} say which part of the whole way is left,
 * and the points at its ends hold the values it had there.
 *
 * @param kind which form
 * @param amount for {@link Kind#BENT} how far it bends, −1..1 (above 0 starts slowly); for {@link Kind#S} how much of one
 *     it is, −1..1 (−1 straight, 0 the usual, 1 the way of a hand: minimum jerk, Flash and Hogan 1985); for waves the
 *     depth, −1..1 in normalised value; otherwise 0
 * @param count for waves the periods along the whole way, above 0; otherwise 0
 * @param duty for {@link Kind#PULSE} the part of a period that is high, above 0 and below 1; otherwise 0
 * @param from where on the whole way the left end lies, 0..1
 * @param to where on the whole way the right end lies, above {@code from}, at most 1
 */
public record Shape(Kind kind, double amount, double count, double duty, double from, double to) {
    /** The forms a way can take. */
    public enum Kind {
        HOLD("hold"),
        STRAIGHT("straight"),
        BENT("bent"),
        S("S"),
        SINE("sine wave"),
        TRIANGLE("triangle wave"),
        SAW("saw wave"),
        PULSE("pulse wave");

        private final String spoken;

        Kind(String spoken) {
            this.spoken = spoken;
        }

        /** The word for people. */
        public String spoken() {
            return spoken;
        }

        /** How many numbers it has: the amount of a bent one or an S; depth, count and, of a pulse, duty of a wave. */
        public int numbers() {
            return this == BENT || this == S ? 1 : this == PULSE ? 3 : wave() ? 2 : 0;
        }

        /** True for the forms that swing about a straight line. */
        public boolean wave() {
            return ordinal() >= SINE.ordinal();
        }
    }

    public static final Shape HOLD = new Shape(Kind.HOLD, 0, 0, 0, 0, 1);
    public static final Shape STRAIGHT = new Shape(Kind.STRAIGHT, 0, 0, 0, 0, 1);
    public static final Shape S = new Shape(Kind.S, 0, 0, 0, 0, 1);

    /**
     * @throws IllegalArgumentException in words for people if one of these is not what it can be
     */
    public Shape {
        // Numbers that a kind does not use are 0, so that equal ways are equal shapes.
        amount = kind == Kind.BENT || kind == Kind.S || kind.wave() ? amount : 0;
        count = kind.wave() ? count : 0;
        duty = kind == Kind.PULSE ? duty : 0;
        if (!(amount >= -1 && amount <= 1)) {
            throw new IllegalArgumentException("The amount of a shape lies between -1 and 1, not at " + amount + ".");
        }
        if (kind.wave() && !(count > 0 && count <= 100_000)) {
            throw new IllegalArgumentException("A wave has more than 0 periods, not " + count + ".");
        }
        if (kind == Kind.PULSE && !(duty > 0 && duty < 1)) {
            throw new IllegalArgumentException("The duty of a pulse lies between 0 and 1, not at " + duty + ".");
        }
        if (!(from >= 0 && from < to && to <= 1)) {
            throw new IllegalArgumentException("The part of a shape goes from 0 or more up to at most 1.");
        }
    }

    /**
     * Bent by {@code amount} in −1..1: 0 is straight, above 0 starts slowly.
     *
     * @throws IllegalArgumentException in words for people if it is not −1 to 1
     */
    public static Shape bent(double amount) {
        return amount == 0 ? STRAIGHT : new Shape(Kind.BENT, amount, 0, 0, 0, 1);
    }

    /**
     * An S of this {@code amount} in −1..1: 0 is the usual one, 1 the way of a hand, −1 straight.
     *
     * @throws IllegalArgumentException in words for people if it is not −1 to 1
     */
    public static Shape s(double amount) {
        return new Shape(Kind.S, amount, 0, 0, 0, 1);
    }

    /**
     * The same with another amount, −1..1, if it is bent or an S; else itself.
     *
     * @throws IllegalArgumentException in words for people if the amount is not −1 to 1
     */
    public Shape with(double other) {
        return drawable() ? kind == Kind.S ? s(other) : bent(other) : this;
    }

    /**
     * Straight with {@code count} periods (above 0) of a wave of this {@code depth} (part of the travel, −1..1) on
     * it.
     *
     * @param duty the part of a period that is high, 0..1, of a pulse
     * @throws IllegalArgumentException in words for people if one of them cannot be so
     */
    public static Shape wave(Kind form, double depth, double count, double duty) {
        return new Shape(form, depth, count, form == Kind.PULSE ? duty : 0, 0, 1);
    }

    /** Value at {@code u} in 0..1 on the way from {@code v0} to {@code v1}. */
    public double value(double v0, double v1, double u) {
        return kind == Kind.HOLD ? v0 : v0 + (v1 - v0) * progress(u) + swing(u);
    }

    /** How much of the way from v0 to v1 is done at {@code u}, without the swing of a wave. */
    private double progress(double u) {
        switch (kind) {
            case BENT:
                // The part of an exponential is an exponential: only its bend grows less.
                return bend(8 * amount * (to - from), u);
            case S:
                return u >= 1 ? 1 : cut() ? ofPart(from + (to - from) * u) : smooth(u);
            default:
                return u;
        }
    }

    /** How steep it is where it is steepest, against a straight one; infinite for what is cut, swings or jumps. */
    public double steepest() {
        if (kind == Kind.STRAIGHT) {
            return 1;
        }
        if (cut() || kind != Kind.S && kind != Kind.BENT) {
            return Double.POSITIVE_INFINITY;
        }
        // In the middle: of the usual S 3/2, of minimum jerk 15/8. Of a bent one at its end, with k = 8 |b|.
        double k = 8 * Math.abs(amount);
        return kind == Kind.S ? 1.5 + (amount > 0 ? 0.375 : 0.5) * amount : k < 1e-6 ? 1.001 : -k / Math.expm1(-k);
    }

    /** True if it has an amount that can be set by drawing the way: bent or an S, and whole. */
    public boolean drawable() {
        return !cut() && (kind == Kind.BENT || kind == Kind.S);
    }

    /** The place on such a way at which it is drawn, 0..1: all S meet in the middle, so theirs is before it. */
    public double handle() {
        return kind == Kind.S ? 0.25 : 0.5;
    }

    /** Such a way with the amount by which it has done this part of the way at its handle, as far as amounts go. */
    public Shape through(double part) {
        if (kind == Kind.S) {
            double usual = smooth(0, handle());
            double room = part > usual ? handle() - usual : usual - smooth(1, handle());
            return s(Math.max(-1, Math.min(1, (usual - part) / room)));
        }
        // In the middle a bent way has done 1/(e^{k/2} + 1).
        double inside = Math.max(1e-3, Math.min(1 - 1e-3, part));
        double amount = Math.max(-1, Math.min(1, Math.log(1 / inside - 1) / 4));
        return bent(Math.abs(amount) < 0.005 ? 0.005 : amount);
    }

    private double swing(double u) {
        if (!kind.wave()) {
            return 0;
        }
        double turns = count * (from + (to - from) * u);
        double x = turns - Math.floor(turns);
        return amount
                * switch (kind) {
                    case SINE -> Math.sin(2 * Math.PI * x);
                    case TRIANGLE -> x < 0.25 ? 4 * x : x < 0.75 ? 2 - 4 * x : 4 * x - 4;
                    case SAW -> 2 * x - 1;
                    default -> x < duty ? 1 : -1;
                };
    }

    /** {@code (e^{ku} − 1)/(e^k − 1)}, straight for k = 0. */
    static double bend(double k, double u) {
        if (Math.abs(k) < 1e-9) {
            return u;
        }
        if (u >= 1) {
            return 1;
        }
        // Where rounding allows it, by the quicker of two functions.
        return Math.abs(k) > 0.1 ? (Math.exp(k * u) - 1) / (Math.exp(k) - 1) : Math.expm1(k * u) / Math.expm1(k);
    }

    private double ofPart(double p) {
        double begin = smooth(from);
        return (smooth(p) - begin) / (smooth(to) - begin);
    }

    private double smooth(double p) {
        return smooth(amount, p);
    }

    /** How much of the way an S of this amount has done at {@code p}. */
    static double smooth(double amount, double p) {
        double s = p * p * (3 - 2 * p);
        if (amount > 0) {
            double hand = p * p * p * (10 + p * (6 * p - 15));
            return s + amount * (hand - s);
        }
        return s - amount * (p - s);
    }

    /** The value that the point at {@code u} needs when this way from v0 to v1 is cut there (a wave's is its line). */
    double cutValue(double v0, double v1, double u) {
        if (kind == Kind.HOLD) {
            return v0;
        }
        // Rounding must not put it a hair beyond the ends.
        double value = v0 + (v1 - v0) * progress(u);
        return Math.max(Math.min(v0, v1), Math.min(Math.max(v0, v1), value));
    }

    /** The part of this shape between {@code u0} and {@code u1} of its way. */
    Shape part(double u0, double u1) {
        if (kind == Kind.HOLD || kind == Kind.STRAIGHT) {
            return this;
        }
        double length = to - from;
        double start = from + length * u0;
        double end = u1 >= 1 ? to : from + length * u1;
        return end > start ? new Shape(kind, amount, count, duty, start, end) : HOLD;
    }

    /** The whole way of which this and {@code next} are two parts, one after the other; null if they are not. */
    Shape joined(Shape next) {
        boolean alike = kind == next.kind && amount == next.amount && count == next.count && duty == next.duty;
        if (!alike || !goes()) {
            return alike ? this : null;
        }
        return Math.abs(to - next.from) < 1e-12 ? new Shape(kind, amount, count, duty, from, next.to) : null;
    }

    /** True if it matters which part of the whole way it is: it neither holds nor is straight. */
    boolean goes() {
        return kind != Kind.HOLD && kind != Kind.STRAIGHT;
    }

    /** True if only a part of the whole way is left. */
    public boolean cut() {
        return from != 0 || to != 1;
    }
}
