package agogic.core.parameter;

/**
 * How a parameter's value lies along its travel 0..1. Each taper has an exact inverse.
 *
 * <p>The range of a taper is given by the parameter; the fader taper has its own: from −inf dB to
 * {@code 40·log10(1/unity)} dB (GM2 and DLS volume: {@code 40·log10(v/127)}).
 */
public sealed interface Taper {
    /** Value in the unit at {@code x} in 0..1, for a range {@code lo..hi}. */
    double value(double x, double lo, double hi);

    /** Position 0..1 of {@code value}; not clamped. */
    double position(double value, double lo, double hi);

    /** {@code lo + (hi − lo)·x}. */
    record Linear() implements Taper {
        @Override
        public double value(double x, double lo, double hi) {
            return x == 1 ? hi : lo + (hi - lo) * x;
        }

        @Override
        public double position(double value, double lo, double hi) {
            return (value - lo) / (hi - lo);
        }
    }

    /** {@code lo·(hi/lo)^x}; both ends above 0. */
    record Logarithmic() implements Taper {
        @Override
        public double value(double x, double lo, double hi) {
            return x == 1 ? hi : lo * Math.pow(hi / lo, x);
        }

        @Override
        public double position(double value, double lo, double hi) {
            return value <= 0 ? Double.NEGATIVE_INFINITY : Math.log(value / lo) / Math.log(hi / lo);
        }
    }

    /** {@code dB = 40·log10(x/unity)}: a fader's healthy level is not its top. x = 0 is −inf dB. */
    record Fader(double unity) implements Taper {
        /**
         * @throws IllegalArgumentException in words for people if one of these is not what it can be
         */
        public Fader {
            if (!(unity > 0 && unity <= 1)) {
                throw new IllegalArgumentException(
                        "Unity of a fader lies above 0 and at most at 1, not at " + unity + ".");
            }
        }

        @Override
        public double value(double x, double lo, double hi) {
            return x <= 0 ? Double.NEGATIVE_INFINITY : 40 * Math.log10(x / unity);
        }

        @Override
        public double position(double value, double lo, double hi) {
            return unity * Math.pow(10, value / 40);
        }
    }

    /** {@code lo + (hi − lo)·x^exponent}, exponent above 0. */
    record Power(double exponent) implements Taper {
        /**
         * @throws IllegalArgumentException in words for people if one of these is not what it can be
         */
        public Power {
            if (!(exponent > 0 && exponent <= 100)) {
                throw new IllegalArgumentException(
                        "The exponent of a power taper lies above 0, not at " + exponent + ".");
            }
        }

        @Override
        public double value(double x, double lo, double hi) {
            return x == 1 ? hi : lo + (hi - lo) * Math.pow(x, exponent);
        }

        @Override
        public double position(double value, double lo, double hi) {
            double part = (value - lo) / (hi - lo);
            return part < 0 ? -Math.pow(-part, 1 / exponent) : Math.pow(part, 1 / exponent);
        }
    }

    /**
     * Codes of a MIDI controller: the centre code, half of all there are, lies in the middle (min-centre-max of the MIDI 2.0 Bit
     * Scaling and Resolution specification, so that 64 of 0..127 is 64 and both ends are reached). {@code lo} is 0.
     */
    record Codes() implements Taper {
        private static double centre(double hi) {
            return (hi + 1) / 2;
        }

        @Override
        public double value(double x, double lo, double hi) {
            double centre = centre(hi);
            return x <= 0.5 ? x * 2 * centre : x == 1 ? hi : centre + (x - 0.5) * 2 * (hi - centre);
        }

        @Override
        public double position(double value, double lo, double hi) {
            double centre = centre(hi);
            return value <= centre ? value / (2 * centre) : 0.5 + (value - centre) / (2 * (hi - centre));
        }
    }

    Taper LINEAR = new Linear();
    Taper CODES = new Codes();
    Taper LOGARITHMIC = new Logarithmic();
    /** A fader whose unity lies at 80 % of its way (common practice). */
    Taper FADER = new Fader(0.8);
}
