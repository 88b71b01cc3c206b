package agogic.standins.sound;

import agogic.core.device.Device;
import agogic.core.parameter.Parameter;
import agogic.core.parameter.Taper;
import agogic.core.parameter.Unit;
import java.util.List;

/**
 * Makes softer what lies below a threshold: it opens at once with the attack, stays open for the hold, and closes with the
 * release, both as exponential ways in decibel (63 % of the way in the time that is set).
 */
final class NoiseGate implements Sound {
    static final String KIND = "noise-gate";
    private static final int THRESHOLD = 0;
    private static final int RANGE = 1;
    private static final int ATTACK = 2;
    private static final int HOLD = 3;
    private static final int RELEASE = 4;
    private static final int BYPASS = 5;

    private double down = Double.NaN;
    private double held;

    static Device describe(String id) {
        List<Parameter> all = List.of(
                Parameter.continuous("threshold", "Threshold", "Gate", Unit.DECIBEL, Taper.LINEAR, -80, 0, -48),
                Parameter.continuous("range", "Range", "Gate", Unit.DECIBEL, Taper.LINEAR, 0, 80, 24),
                Parameter.continuous("attack", "Attack", "Time", Unit.SECONDS, Taper.LOGARITHMIC, 0.0001, 0.1, 0.001),
                Parameter.continuous("hold", "Hold", "Time", Unit.SECONDS, Taper.LINEAR, 0, 1, 0.08),
                Parameter.continuous("release", "Release", "Time", Unit.SECONDS, Taper.LOGARITHMIC, 0.005, 2, 0.12),
                Parameter.stepped("bypass", "Bypass", "Gate", 0, "Off", "On"));
        return Device.of(id, "Noise Gate", KIND, all, 12, List.of("threshold", "range", "hold", "release"));
    }

    @Override
    public void reset() {
        down = Double.NaN;
        held = 0;
    }

    @Override
    public void process(double[] left, double[] right, Knobs knobs) {
        double threshold = Math.pow(10, knobs.get(THRESHOLD) / 20);
        double range = knobs.on(BYPASS) ? 0 : knobs.get(RANGE);
        double attack = Math.exp(-1 / (knobs.get(ATTACK) * Block.RATE));
        double release = Math.exp(-1 / (knobs.get(RELEASE) * Block.RATE));
        double hold = knobs.get(HOLD) * Block.RATE;
        down = Double.isNaN(down) ? range : down;
        for (int i = 0; i < Block.FRAMES; i++) {
            boolean loud = Math.max(Math.abs(left[i]), Math.abs(right[i])) >= threshold;
            held = loud ? hold + 1 : Math.max(0, held - 1);
            double aim = held > 0 ? 0 : range;
            double keep = aim < down ? attack : release;
            down = aim + keep * (down - aim);
            double gain = down < 1e-9 ? 1 : Math.pow(10, -down / 20);
            left[i] *= gain;
            right[i] *= gain;
        }
    }
}
