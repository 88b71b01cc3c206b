package agogic.formats.midi;

import agogic.core.time.TempoMap;
import agogic.core.time.TempoPoint;
import java.util.ArrayList;
import java.util.List;

/**
 * The tempo of a piece as a Standard MIDI File can say it: one tempo from each tick on, in whole microseconds a quarter
 * note. A ramp becomes steps of its mean tempo. Where a step begins, and how many microseconds it has, is rounded; what
 * that leaves over is made good by the next step of the ramp, so that it does not add up.
 */
final class TempoSteps {
    /** A ramp is written in no more steps than this. */
    private static final int MOST_STEPS = 4096;

    /** The part of its tempo by which a step makes good at most. */
    private static final double MOST_MADE_GOOD = 0.01;

    private static final double MICROS = 1e6;
    private static final int MOST_MICROS = 0xFFFFFF;

    /** @param micros microseconds a quarter note, from that tick on */
    record Step(long tick, int micros) {}

    private final TempoMap tempo;
    private final List<Step> steps = new ArrayList<>();
    private int ofRamps;
    private double farthest;

    /** What a reader of the steps has counted up to the last of them, in seconds. */
    private double counted;

    /**
     * @param length up to where ramps are followed, in quarter notes
     * @param end the last tick of the file; later tempos are left out
     */
    TempoSteps(TempoMap tempo, double length, long end) {
        this.tempo = tempo;
        List<TempoPoint> points = tempo.points();
        for (int i = 0; i < points.size(); i++) {
            TempoPoint point = points.get(i);
            long from = SmfWriter.tick(point.beat());
            if (from > end) {
                return;
            }
            TempoPoint next = point.ramp() && i + 1 < points.size() ? points.get(i + 1) : null;
            if (next == null || SmfWriter.tick(next.beat()) <= from) {
                add(from, micros(60 / point.bpm()));
            } else {
                ramp(from, point, next, Math.min(next.beat(), length), end);
            }
        }
    }

    private void ramp(long from, TempoPoint point, TempoPoint next, double until, long end) {
        long last = SmfWriter.tick(next.beat());
        long step = Math.max(1, Math.max(ticks(point, next), (SmfWriter.tick(until) - from) / MOST_STEPS));
        for (long tick = from; tick < last && tick <= end; tick += step) {
            long to = Math.min(last, tick + step);
            double quarters = (to - tick) / (double) SmfWriter.TICKS;
            double mean = (seconds(to) - seconds(tick)) / quarters;
            double made = (seconds(to) - counted(tick)) / quarters;
            add(tick, micros(Math.max(mean * (1 - MOST_MADE_GOOD), Math.min(mean * (1 + MOST_MADE_GOOD), made))));
            ofRamps++;
            long middle = (tick + to) / 2;
            farthest = Math.max(farthest, Math.max(off(middle), off(to)));
        }
    }

    /**
     * How far apart a ramp is written as steps, in ticks, so that nothing is more than half a tick beside it: in the middle of
     * a step of {@code h} the mean tempo is {@code k·h²/8b} quarter notes away, where {@code k} is the slope and {@code b} the
     * tempo. What is rounded takes a part of that half: the steps are made for two fifths of a tick.
     */
    private static long ticks(TempoPoint from, TempoPoint to) {
        double slope = Math.abs(to.bpm() - from.bpm()) / (to.beat() - from.beat());
        if (slope == 0) {
            return SmfWriter.tick(to.beat()) - SmfWriter.tick(from.beat());
        }
        double slowest = Math.min(from.bpm(), to.bpm());
        double beside = 0.4 / SmfWriter.TICKS;
        return (long) Math.floor(Math.sqrt(8 * slowest * beside / slope) * SmfWriter.TICKS);
    }

    private void add(long tick, int micros) {
        counted = counted(tick);
        steps.add(new Step(tick, micros));
    }

    /** What a reader has counted at a tick that is not before the last step, in seconds. */
    private double counted(long tick) {
        if (steps.isEmpty()) {
            return seconds(tick);
        }
        Step before = steps.get(steps.size() - 1);
        return counted + (tick - before.tick) * (double) before.micros / MICROS / SmfWriter.TICKS;
    }

    private double off(long tick) {
        double beat = tick / (double) SmfWriter.TICKS;
        return Math.abs(tempo.beatAt(counted(tick)) - beat) * SmfWriter.TICKS;
    }

    private double seconds(long tick) {
        return tempo.secondsAt(tick / (double) SmfWriter.TICKS);
    }

    private static int micros(double secondsAQuarter) {
        return (int) Math.max(1, Math.min(MOST_MICROS, Math.round(secondsAQuarter * MICROS)));
    }

    List<Step> steps() {
        return steps;
    }

    /** How many of the steps are parts of ramps. */
    int ofRamps() {
        return ofRamps;
    }

    /** The farthest that a reader of the steps is beside a ramp, in ticks. */
    double farthest() {
        return farthest;
    }
}
