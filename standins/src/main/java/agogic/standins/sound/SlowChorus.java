package agogic.standins.sound;

import agogic.core.device.Device;
import agogic.core.parameter.Parameter;
import agogic.core.parameter.Taper;
import agogic.core.parameter.Unit;
import java.util.List;

/** Two delayed copies that wander slowly. */
final class SlowChorus implements Sound {
    static final String KIND = "slow-chorus";
    private static final int RATE = 0;
    private static final int DEPTH = 1;
    private static final int MIX = 2;
    private static final int BYPASS = 3;

    private final DelayLine lineLeft = new DelayLine(0.06);
    private final DelayLine lineRight = new DelayLine(0.06);
    private final Ramp depth = new Ramp();
    private final Ramp mix = new Ramp();
    private double phase;

    static Device describe(String id) {
        List<Parameter> all = List.of(
                Parameter.continuous("rate", "Rate", "Chorus", Unit.HERTZ, Taper.LOGARITHMIC, 0.05, 5, 0.3),
                Parameter.continuous("depth", "Depth", "Chorus", Unit.SECONDS, Taper.LINEAR, 0, 0.012, 0.005),
                Parameter.continuous("mix", "Mix", "Chorus", Unit.PERCENT, Taper.LINEAR, 0, 100, 45),
                Parameter.stepped("bypass", "Bypass", "Chorus", 0, "Off", "On"));
        return Device.of(id, "Slow Chorus", KIND, all, 12, List.of("rate", "depth", "mix", "bypass"));
    }

    @Override
    public void reset() {
        lineLeft.clear();
        lineRight.clear();
        depth.reset();
        mix.reset();
        phase = 0;
    }

    @Override
    public void process(double[] left, double[] right, Knobs knobs) {
        depth.toward(knobs.get(DEPTH) * Block.RATE);
        mix.toward(knobs.on(BYPASS) ? 0 : knobs.get(MIX) / 100);
        double step = 2 * Math.PI * knobs.get(RATE) / Block.RATE;
        for (int i = 0; i < Block.FRAMES; i++) {
            phase = (phase + step) % (2 * Math.PI);
            double far = depth.next();
            double wet = mix.next();
            lineLeft.write(left[i]);
            lineRight.write(right[i]);
            double centre = 0.014 * Block.RATE;
            double a = lineLeft.read(centre + far * Math.sin(phase));
            double b = lineRight.read(centre + far * Math.sin(phase + 2.1));
            left[i] += wet * (a - 0.5 * left[i]);
            right[i] += wet * (b - 0.5 * right[i]);
        }
    }
}
