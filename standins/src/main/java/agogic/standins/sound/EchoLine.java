package agogic.standins.sound;

import agogic.core.device.Device;
import agogic.core.parameter.Parameter;
import agogic.core.parameter.Taper;
import agogic.core.parameter.Unit;
import java.util.List;

/** Echoes that cross from side to side and grow darker. */
final class EchoLine implements Sound {
    static final String KIND = "echo-line";
    private static final int TIME = 0;
    private static final int FEEDBACK = 1;
    private static final int TONE = 2;
    private static final int MIX = 3;
    private static final int BYPASS = 4;

    private final DelayLine lineLeft = new DelayLine(2.5);
    private final DelayLine lineRight = new DelayLine(2.5);
    private final Ramp feedback = new Ramp();
    private final Ramp mix = new Ramp();
    private final double[] dark = new double[2];
    private double time = Double.NaN;

    static Device describe(String id) {
        List<Parameter> all = List.of(
                Parameter.continuous("time", "Time", "Echo", Unit.SECONDS, Taper.LOGARITHMIC, 0.02, 2, 0.535714),
                Parameter.continuous("feedback", "Feedback", "Echo", Unit.PERCENT, Taper.LINEAR, 0, 95, 34),
                Parameter.continuous("tone", "Tone", "Echo", Unit.HERTZ, Taper.LOGARITHMIC, 300, 12_000, 3_200),
                Parameter.continuous("mix", "Mix", "Echo", Unit.PERCENT, Taper.LINEAR, 0, 100, 55),
                Parameter.stepped("bypass", "Bypass", "Echo", 0, "Off", "On"));
        return Device.of(id, "Echo Line", KIND, all, 12, List.of("time", "feedback", "tone", "mix", "bypass"));
    }

    @Override
    public void reset() {
        lineLeft.clear();
        lineRight.clear();
        feedback.reset();
        mix.reset();
        java.util.Arrays.fill(dark, 0);
        time = Double.NaN;
    }

    @Override
    public void process(double[] left, double[] right, Knobs knobs) {
        double aim = knobs.get(TIME) * Block.RATE;
        time = Double.isNaN(time) ? aim : time;
        feedback.toward(knobs.get(FEEDBACK) / 100);
        mix.toward(knobs.on(BYPASS) ? 0 : knobs.get(MIX) / 100);
        double f = 1 - Math.exp(-2 * Math.PI * knobs.get(TONE) / Block.RATE);
        for (int i = 0; i < Block.FRAMES; i++) {
            time += (aim - time) * 0.0004;
            double back = feedback.next();
            double wet = mix.next();
            double a = lineLeft.read(time);
            double b = lineRight.read(time);
            dark[0] += f * (a - dark[0]);
            dark[1] += f * (b - dark[1]);
            lineLeft.write(left[i] + back * dark[1]);
            lineRight.write(right[i] + back * dark[0]);
            left[i] = left[i] * (1 - wet) + a * wet;
            right[i] = right[i] * (1 - wet) + b * wet;
        }
    }
}
