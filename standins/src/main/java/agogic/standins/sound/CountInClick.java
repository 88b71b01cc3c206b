package agogic.standins.sound;

import agogic.core.time.Timeline;

/** A short tick on each beat of the count-in, higher on the bar. Used by one thread; allocates nothing. */
final class CountInClick {
    private static final double BAR_HERTZ = 1_760;
    private static final double BEAT_HERTZ = 1_174.7;

    private double phase = 1;
    private double step;

    /** Adds what of it lies in the block that begins at this position, in seconds. */
    void add(Timeline timeline, double position, double[] left, double[] right) {
        double beat = timeline.beatAt(position);
        double next = timeline.beatAt(position + Block.SECONDS);
        double line = Math.ceil(beat - 1e-9);
        if (line < next) {
            boolean bar = Math.abs(timeline.metre().nearestBarLine(line) - line) < 1e-6;
            phase = 0;
            step = (bar ? BAR_HERTZ : BEAT_HERTZ) / Block.RATE;
        }
        for (int i = 0; i < Block.FRAMES && phase < 60; i++) {
            double tick = 0.25 * Math.sin(2 * Math.PI * phase) * Math.exp(-phase * step * 90);
            phase += step;
            left[i] += tick;
            right[i] += tick;
        }
    }
}
