package agogic.standins.sound;

import agogic.core.device.Device;
import agogic.core.parameter.Parameter;
import agogic.core.parameter.Taper;
import agogic.core.parameter.Unit;
import java.util.List;

/**
 * Makes loud sound softer by a ratio above a threshold: the static curve with its knee, and the smooth peak detector with two
 * branches in decibel behind it, of Giannoulis, Massberg and Reiss, “Digital Dynamic Range Compressor Design”, J. Audio
 * Eng. Soc. 60(6), 2012 (equations 4 and 17). Both channels are made softer by what the louder one needs.
 */
final class Compressor implements Sound {
    static final String KIND = "compressor";
    private static final int THRESHOLD = 0;
    private static final int RATIO = 1;
    private static final int KNEE = 2;
    private static final int ATTACK = 3;
    private static final int RELEASE = 4;
    private static final int MAKE_UP = 5;
    private static final int BYPASS = 6;
    private static final double FLOOR = 1e-6;

    private final Ramp out = new Ramp();
    private double reduction;

    static Device describe(String id) {
        List<Parameter> all = List.of(
                Parameter.continuous("threshold", "Threshold", "Curve", Unit.DECIBEL, Taper.LINEAR, -60, 0, -18),
                Parameter.continuous("ratio", "Ratio", "Curve", Unit.RATIO, Taper.LOGARITHMIC, 1, 20, 3),
                Parameter.continuous("knee", "Knee", "Curve", Unit.DECIBEL, Taper.LINEAR, 0, 24, 6),
                Parameter.continuous("attack", "Attack", "Time", Unit.SECONDS, Taper.LOGARITHMIC, 0.0001, 0.2, 0.01),
                Parameter.continuous("release", "Release", "Time", Unit.SECONDS, Taper.LOGARITHMIC, 0.005, 3, 0.15),
                Parameter.continuous("make-up", "Make-up", "Output", Unit.DECIBEL, Taper.LINEAR, 0, 24, 0),
                Parameter.stepped("bypass", "Bypass", "Output", 0, "Off", "On"));
        return Device.of(
                id, "Compressor", KIND, all, 12, List.of("threshold", "ratio", "attack", "release", "make-up"));
    }

    /** What comes out for {@code level} dB, in dB, once it has settled. */
    static double curve(double level, double threshold, double ratio, double knee) {
        double over = level - threshold;
        if (2 * over < -knee) {
            return level;
        }
        if (2 * Math.abs(over) <= knee && knee > 0) {
            return level + (1 / ratio - 1) * (over + knee / 2) * (over + knee / 2) / (2 * knee);
        }
        return threshold + over / ratio;
    }

    @Override
    public void reset() {
        out.reset();
        reduction = 0;
    }

    @Override
    public void process(double[] left, double[] right, Knobs knobs) {
        boolean bypass = knobs.on(BYPASS);
        double threshold = knobs.get(THRESHOLD);
        double ratio = knobs.get(RATIO);
        double knee = knobs.get(KNEE);
        double attack = Math.exp(-1 / (knobs.get(ATTACK) * Block.RATE));
        double release = Math.exp(-1 / (knobs.get(RELEASE) * Block.RATE));
        out.toward(bypass ? 1 : Math.pow(10, knobs.get(MAKE_UP) / 20));
        for (int i = 0; i < Block.FRAMES; i++) {
            double peak = Math.max(Math.abs(left[i]), Math.abs(right[i]));
            double level = 20 * Math.log10(Math.max(FLOOR, peak));
            double wanted = bypass ? 0 : level - curve(level, threshold, ratio, knee);
            double keep = wanted > reduction ? attack : release;
            reduction = keep * reduction + (1 - keep) * wanted;
            double gain = out.next() * (reduction < 1e-9 ? 1 : Math.pow(10, -reduction / 20));
            left[i] *= gain;
            right[i] *= gain;
        }
    }
}
