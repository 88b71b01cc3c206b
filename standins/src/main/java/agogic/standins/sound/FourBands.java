package agogic.standins.sound;

import agogic.core.device.Device;
import agogic.core.parameter.Parameter;
import agogic.core.parameter.Taper;
import agogic.core.parameter.Unit;
import java.util.ArrayList;
import java.util.List;

/** An equaliser of four bands: a shelf below, two peaks, a shelf above (W3C Audio EQ Cookbook). */
final class FourBands implements Sound {
    static final String KIND = "four-bands";
    private static final int BYPASS = 0;
    private static final int LEVEL = 1;
    private static final int BANDS = 2;
    private static final int EACH = 3;
    private static final String[] NAMES = {"Low shelf", "Lower peak", "Upper peak", "High shelf"};
    private static final double[] CENTRES = {110, 420, 2_600, 8_000};
    private static final int COUNT = 4;

    private final Biquad[] bands = new Biquad[COUNT];
    private final Ramp level = new Ramp();

    FourBands() {
        for (int b = 0; b < COUNT; b++) {
            bands[b] = new Biquad();
        }
    }

    static Device describe(String id) {
        List<Parameter> all = new ArrayList<>(List.of(
                Parameter.stepped("bypass", "Bypass", "Output", 0, "Off", "On"),
                Parameter.continuous("level", "Level", "Output", Unit.DECIBEL, Taper.LINEAR, -24, 24, 0)));
        List<String> wanted = new ArrayList<>(List.of("bypass"));
        for (int b = 0; b < COUNT; b++) {
            String group = NAMES[b];
            String key = "b" + (b + 1) + "-";
            all.add(Parameter.continuous(
                    key + "frequency",
                    group + " · Frequency",
                    group,
                    Unit.HERTZ,
                    Taper.LOGARITHMIC,
                    20,
                    20_000,
                    CENTRES[b]));
            all.add(Parameter.continuous(
                    key + "gain", group + " · Gain", group, Unit.DECIBEL, Taper.LINEAR, -18, 18, 0));
            all.add(Parameter.continuous(
                    key + "q", group + " · Q", group, Unit.RATIO, Taper.LOGARITHMIC, 0.3, 12, 0.71));
            wanted.add(key + "gain");
        }
        return Device.of(id, "Four Bands", KIND, all, 16, wanted);
    }

    @Override
    public void reset() {
        for (Biquad band : bands) {
            band.reset();
        }
        level.reset();
    }

    @Override
    public void process(double[] left, double[] right, Knobs knobs) {
        boolean bypass = knobs.on(BYPASS);
        for (int b = 0; b < COUNT; b++) {
            double hertz = knobs.get(BANDS + EACH * b);
            double gain = bypass ? 0 : knobs.get(BANDS + EACH * b + 1);
            double q = knobs.get(BANDS + EACH * b + 2);
            if (b == 0 || b == COUNT - 1) {
                bands[b].shelf(hertz, gain, q, b > 0);
            } else {
                bands[b].peaking(hertz, gain, q);
            }
            bands[b].process(left, right);
        }
        level.toward(bypass ? 1 : Math.pow(10, knobs.get(LEVEL) / 20));
        for (int i = 0; i < Block.FRAMES; i++) {
            double gain = level.next();
            left[i] *= gain;
            right[i] *= gain;
        }
    }
}
