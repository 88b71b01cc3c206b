package agogic.core.time;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.SortedMap;

/**
 * Beats to seconds and back, exactly: a step takes {@code 60·Δβ/bpm} seconds, a ramp (bpm linear in beats, slope k)
 * takes {@code 60/k·ln(b1/b0)}. Before beat 0 the first tempo goes on, so a count-in has negative beats and seconds.
 *
 * <p>A beat that lies on a line (a hundredth, a 96th or a 64th of a quarter note) is that line to the last bit, there and back.
 */
public final class TempoMap {
    /** Two tempos nearer than this are one, in quarter notes: a ramp between them would have no slope to speak of. */
    private static final double NEAREST = 1e-6;

    private final List<TempoPoint> points;
    private final double[] beats;
    private final double[] seconds;
    private final double[] bpm;
    private final double[] slope;

    private TempoMap(List<TempoPoint> points) {
        this.points = points;
        int n = points.size();
        beats = new double[n];
        seconds = new double[n];
        bpm = new double[n];
        slope = new double[n];
        for (int i = 0; i < n; i++) {
            TempoPoint p = points.get(i);
            beats[i] = p.beat();
            bpm[i] = p.bpm();
            if (p.ramp() && i + 1 < n) {
                slope[i] =
                        (points.get(i + 1).bpm() - p.bpm()) / (points.get(i + 1).beat() - p.beat());
            }
            if (i > 0) {
                seconds[i] = seconds[i - 1] + secondsWithin(i - 1, beats[i] - beats[i - 1]);
            }
        }
    }

    /**
     * The map of these points, the first of them at beat 0, in strictly rising order.
     *
     * @throws IllegalArgumentException in words for people if none lies at beat 0, or one does not come after the one before
     */
    public static TempoMap of(List<TempoPoint> points) {
        if (points.isEmpty() || points.get(0).beat() != 0) {
            throw new IllegalArgumentException("The tempo map needs a first tempo at beat 0.");
        }
        for (int i = 1; i < points.size(); i++) {
            if (!(points.get(i).beat() - points.get(i - 1).beat() >= NEAREST)) {
                throw new IllegalArgumentException("Tempo " + (i + 1) + " does not come after tempo " + i
                        + ": tempos lie a millionth of a beat apart at least.");
            }
        }
        return new TempoMap(List.copyOf(points));
    }

    /**
     * The map of tempos that each hold until the next. Of those that lie too near for a map the last counts.
     *
     * @param first the tempo before any is said
     * @param steps the tempos in bpm by their beats, 0 or more
     * @throws IllegalArgumentException in words for people if a tempo is not 1 to 1,000 bpm
     */
    public static TempoMap steps(double first, SortedMap<Double, Double> steps) {
        List<TempoPoint> points = new ArrayList<>();
        points.add(new TempoPoint(0, first, false));
        steps.forEach((beat, bpm) -> {
            TempoPoint last = points.get(points.size() - 1);
            boolean same = beat - last.beat() < NEAREST;
            if (same) {
                points.remove(points.size() - 1);
            }
            points.add(new TempoPoint(same ? last.beat() : beat, bpm, false));
        });
        return of(points);
    }

    /**
     * One tempo throughout.
     *
     * @throws IllegalArgumentException in words for people if it is not 1 to 1,000 bpm
     */
    public static TempoMap steady(double bpm) {
        return of(List.of(new TempoPoint(0, bpm, false)));
    }

    /** Its tempos by beat, the first at beat 0. */
    public List<TempoPoint> points() {
        return points;
    }

    /** Seconds from the start of the piece at {@code beat}. */
    public double secondsAt(double beat) {
        int i = index(beats, beat);
        return seconds[i] + secondsWithin(i, beat - beats[i]);
    }

    /** Lines in a quarter note on which positions are given: hundredths, 96ths and 64ths. */
    private static final double LINES = 4800;

    /** Rounding puts a beat no farther than this beside its line, in parts of the beat. */
    private static final double ROUNDING = 1e-13;

    /** Quarter notes from the start of the piece at {@code second}. */
    public double beatAt(double second) {
        double beat = beatOf(second);
        double line = Math.rint(beat * LINES) / LINES;
        return Math.abs(beat - line) <= ROUNDING * Math.max(8, Math.abs(beat)) ? line : beat;
    }

    private double beatOf(double second) {
        int i = index(seconds, second);
        double left = second - seconds[i];
        double k = beyondRamp(i, left < 0) ? 0 : slope[i];
        if (k == 0) {
            return beats[i] + left * bpm[i] / 60;
        }
        double z = k * left / 60;
        // b0·(e^z − 1)/k, written with expm1 so that a nearly flat ramp loses no digits
        return beats[i] + bpm[i] * Math.expm1(z) / k;
    }

    /** Tempo in quarter notes a minute at {@code beat}. */
    public double bpmAt(double beat) {
        int i = index(beats, beat);
        double ahead = beat - beats[i];
        return ahead < 0 ? bpm[i] : bpm[i] + slope[i] * ahead;
    }

    private double secondsWithin(int i, double ahead) {
        double k = beyondRamp(i, ahead < 0) ? 0 : slope[i];
        if (k == 0) {
            return 60 * ahead / bpm[i];
        }
        double z = k * ahead / bpm[i];
        return 60 / k * Math.log1p(z);
    }

    /** A ramp never reaches back before its first point. */
    private static boolean beyondRamp(int i, boolean before) {
        return i == 0 && before;
    }

    private static int index(double[] starts, double at) {
        int found = Arrays.binarySearch(starts, at);
        return found >= 0 ? found : Math.max(0, -found - 2);
    }

    @Override
    public boolean equals(Object other) {
        return other instanceof TempoMap map && map.points.equals(points);
    }

    @Override
    public int hashCode() {
        return points.hashCode();
    }

    @Override
    public String toString() {
        return "TempoMap" + points;
    }
}
