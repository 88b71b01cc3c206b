package agogic.core.ride;

import agogic.core.route.Hand;
import java.util.Arrays;

/**
 * The raw moves of one control in one pass. Immutable.
 *
 * <p>Seconds count from the start of the piece; moves before the pass began (the count-in) are its lead-in. Values are
 * places of the control, 0..1: as the hand had them, and as they counted after takeover.
 */
public final class Ride {
    /** The step of what is pressed and let go, however hard: the whole travel, so that it never lies between. */
    public static final double PRESSED = 1;

    private final String id;
    private final Hand hand;
    private final double resolution;
    private final double from;
    private final double to;
    private final double[] seconds;
    private final double[] raw;
    private final double[] counted;
    private final String pass;

    /**
     * A ride.
     *
     * @param resolution the smallest step that the control can send, 0 if it is not known, {@link #PRESSED} if it is pressed
     * @param from when the pass began to write, in seconds
     * @param to when it ended, in seconds
     * @param seconds the times of the moves, in order
     * @param raw where the hand was, 0..1
     * @param counted where the control counted after takeover, 0..1; the same array where it is the same
     * @throws IllegalArgumentException in words for people if it is named as nothing can be, or its times and places are not in order, finite and within 0..1
     */
    public Ride(
            String id,
            Hand hand,
            double resolution,
            double from,
            double to,
            double[] seconds,
            double[] raw,
            double[] counted) {
        this(id, hand, resolution, from, to, seconds, raw, counted, "");
    }

    /**
     * A ride that came of a pass.
     *
     * @param pass what names the pass among all that were ever played, up to 80 letters, digits and -; empty if nothing does
     * @throws IllegalArgumentException in words for people if it is named as nothing can be, or its times and places are not in order, finite and within 0..1
     */
    public Ride(
            String id,
            Hand hand,
            double resolution,
            double from,
            double to,
            double[] seconds,
            double[] raw,
            double[] counted,
            String pass) {
        if (!pass.matches("[A-Za-z0-9-]{0,80}")) {
            throw new IllegalArgumentException(
                    "The pass of a ride is named by up to 80 letters, digits and -, not “" + pass + "”.");
        }
        this.pass = pass;
        if (!id.matches("[A-Za-z0-9_-]{1,80}")) {
            throw new IllegalArgumentException(
                    "The id of a ride is 1 to 80 letters, digits, - and _, not “" + id + "”.");
        }
        if (!Double.isFinite(resolution) || !Double.isFinite(from) || !Double.isFinite(to)) {
            throw new IllegalArgumentException("Ride " + id + " needs a finite beginning, end and step.");
        }
        if (seconds.length == 0) {
            throw new IllegalArgumentException("Ride " + id + " has no moves.");
        }
        if (seconds.length != raw.length || seconds.length != counted.length) {
            throw new IllegalArgumentException("A ride has as many times as values.");
        }
        for (int i = 0; i < seconds.length; i++) {
            if (!Double.isFinite(seconds[i]) || i > 0 && seconds[i] < seconds[i - 1]) {
                throw new IllegalArgumentException("Move " + (i + 1) + " of ride " + id + " is not in time order.");
            }
            if (!(raw[i] >= 0 && raw[i] <= 1 && counted[i] >= 0 && counted[i] <= 1)) {
                throw new IllegalArgumentException("Move " + (i + 1) + " of ride " + id + " lies outside 0..1.");
            }
        }
        this.id = id;
        this.hand = hand;
        this.resolution = resolution;
        this.from = from;
        this.to = to;
        this.seconds = seconds.clone();
        this.raw = raw.clone();
        this.counted = Arrays.equals(raw, counted) ? this.raw : counted.clone();
    }

    /** What names it in its session. */
    public String id() {
        return id;
    }

    /** Its number for people: the digits of its id. */
    public String number() {
        return id.replaceAll("\\D", "");
    }

    /** The {@link agogic.core.record.Pass#id} of the pass it came of; empty if it has none. */
    public String pass() {
        return pass;
    }

    /** The control that it was played on. */
    public Hand hand() {
        return hand;
    }

    /** The smallest step that the control can send, 0..1 of its travel; 0 if it is not known. */
    public double resolution() {
        return resolution;
    }

    /** When the pass began to write, in seconds of the piece. */
    public double from() {
        return from;
    }

    /** When the pass ended, in seconds of the piece. */
    public double to() {
        return to;
    }

    /** How many moves it has. */
    public int size() {
        return seconds.length;
    }

    /** When a move was made, in seconds of the piece; from 0. */
    public double seconds(int i) {
        return seconds[i];
    }

    /** Where the control stood after a move, 0..1. */
    public double raw(int i) {
        return raw[i];
    }

    /** What counted of that after takeover, 0..1. */
    public double counted(int i) {
        return counted[i];
    }

    /** True if takeover changed nothing. */
    public boolean countedAsMoved() {
        return counted == raw;
    }

    /** The times of the moves, a copy. */
    public double[] times() {
        return seconds.clone();
    }

    /** The counted places, a copy. */
    public double[] countedPlaces() {
        return counted.clone();
    }

    @Override
    public boolean equals(Object other) {
        return other instanceof Ride ride
                && ride.id.equals(id)
                && ride.hand.equals(hand)
                && ride.pass.equals(pass)
                && ride.resolution == resolution
                && ride.from == from
                && ride.to == to
                && Arrays.equals(ride.seconds, seconds)
                && Arrays.equals(ride.raw, raw)
                && Arrays.equals(ride.counted, counted);
    }

    @Override
    public int hashCode() {
        return 31 * id.hashCode() + Arrays.hashCode(seconds);
    }

    @Override
    public String toString() {
        return "Ride " + id + " of " + size() + " moves";
    }
}
