package agogic.standins.sound;

import agogic.core.device.Device;
import agogic.core.parameter.Parameter;
import agogic.core.parameter.Taper;
import agogic.core.parameter.Unit;
import java.util.List;

/**
 * A state-variable filter of two poles, trapezoidal: its responses are those of the W3C Audio EQ Cookbook, and its cutoff
 * can move with every sample.
 */
final class TwoPoleFilter implements Sound {
    static final String KIND = "two-pole-filter";
    private static final int CUTOFF = 0;
    private static final int RESONANCE = 1;
    private static final int MODE = 2;
    private static final int DRIVE = 3;
    private static final int LEVEL = 4;
    private static final int BYPASS = 5;

    private final Ramp cutoff = new Ramp();
    private final Ramp damping = new Ramp();
    private final Ramp drive = new Ramp();
    private final Ramp level = new Ramp();
    private final Ramp bypass = new Ramp();
    private final double[] state = new double[4];

    static Device describe(String id) {
        List<Parameter> all = List.of(
                Parameter.continuous("cutoff", "Cutoff", "Filter", Unit.HERTZ, Taper.LOGARITHMIC, 40, 16_000, 1_240),
                Parameter.continuous("resonance", "Resonance", "Filter", Unit.PERCENT, Taper.LINEAR, 0, 100, 30)
                        .called("Reso"),
                Parameter.stepped("mode", "Mode", "Filter", 0, "Low", "Band", "High"),
                Parameter.continuous("drive", "Drive", "Output", Unit.DECIBEL, Taper.LINEAR, 0, 24, 0),
                Parameter.continuous("level", "Level", "Output", Unit.DECIBEL, Taper.FADER, -60, 4, 0),
                Parameter.stepped("bypass", "Bypass", "Output", 0, "Off", "On"));
        return Device.of(id, "Two-Pole Filter", KIND, all, 16, List.of("mode", "bypass", "cutoff", "resonance"));
    }

    /** Q of the filter at {@code resonance} %. */
    static double quality(double resonance) {
        return Math.sqrt(0.5) * Math.pow(2, resonance / 100 * 4.5);
    }

    @Override
    public void reset() {
        java.util.Arrays.fill(state, 0);
        for (Ramp ramp : new Ramp[] {cutoff, damping, drive, level, bypass}) {
            ramp.reset();
        }
    }

    @Override
    public void process(double[] left, double[] right, Knobs knobs) {
        cutoff.toward(Math.tan(Math.PI * Math.min(knobs.get(CUTOFF), 0.45 * Block.RATE) / Block.RATE));
        damping.toward(1 / quality(knobs.get(RESONANCE)));
        drive.toward(Math.pow(10, knobs.get(DRIVE) / 20));
        level.toward(knobs.gain(LEVEL));
        bypass.toward(knobs.on(BYPASS) ? 1 : 0);
        int mode = (int) knobs.get(MODE);
        for (int i = 0; i < Block.FRAMES; i++) {
            double g = cutoff.next();
            double k = damping.next();
            double pushed = drive.next();
            double dry = bypass.next();
            double out = level.next();
            left[i] = dry * left[i] + (1 - dry) * out * filter(0, push(left[i], pushed), g, k, mode);
            right[i] = dry * right[i] + (1 - dry) * out * filter(2, push(right[i], pushed), g, k, mode);
        }
    }

    private static double push(double x, double drive) {
        return drive <= 1 ? x : Math.tanh(x * drive) / Math.sqrt(drive);
    }

    private double filter(int at, double in, double g, double k, int mode) {
        double a = 1 / (1 + g * (g + k));
        double v3 = in - state[at + 1];
        double band = a * state[at] + a * g * v3;
        double low = state[at + 1] + g * band;
        state[at] = 2 * band - state[at] + 1e-20;
        state[at + 1] = 2 * low - state[at + 1] + 1e-20;
        return mode == 0 ? low : mode == 1 ? k * band : in - k * band - low;
    }
}
