package agogic.standins.sound;

import agogic.core.device.Device;
import agogic.core.parameter.Parameter;
import agogic.core.parameter.Taper;
import agogic.core.parameter.Unit;
import java.util.List;

/**
 * A large room: eight delay lines fed back through a Householder matrix, whose gains give the reverberation time asked for
 * ({@code 10^(−3·delay/decay)} each, so that all lines fall by 60 dB in the same time).
 */
final class LongHall implements Sound {
    static final String KIND = "long-hall";
    private static final int BYPASS = 0;
    private static final int DECAY = 1;
    private static final int SIZE = 2;
    private static final int DAMPING = 3;
    private static final int PREDELAY = 4;
    private static final int MIX = 5;
    private static final int LINES = 8;
    private static final double[] METRES = {9.7, 11.3, 13.9, 15.1, 17.9, 20.3, 22.7, 25.9};
    private static final double SOUND_SPEED = 343;

    private final DelayLine[] lines = new DelayLine[LINES];
    private final double[] dark = new double[LINES];
    private final double[] read = new double[LINES];
    private final double[] gain = new double[LINES];
    private final DelayLine before = new DelayLine(0.3);
    private final Ramp mix = new Ramp();
    private double size = Double.NaN;

    LongHall() {
        for (int i = 0; i < LINES; i++) {
            lines[i] = new DelayLine(0.5);
        }
    }

    static Device describe(String id) {
        List<Parameter> all = List.of(
                Parameter.stepped("bypass", "Bypass", "Hall", 0, "Off", "On"),
                Parameter.continuous("decay", "Decay", "Hall", Unit.SECONDS, Taper.LOGARITHMIC, 0.2, 20, 3.2),
                Parameter.continuous("size", "Size", "Hall", Unit.PERCENT, Taper.LINEAR, 20, 200, 100),
                Parameter.continuous("damping", "Damping", "Hall", Unit.HERTZ, Taper.LOGARITHMIC, 500, 16_000, 5_200),
                Parameter.continuous("pre-delay", "Pre-delay", "Hall", Unit.SECONDS, Taper.LINEAR, 0, 0.25, 0.03),
                Parameter.continuous("mix", "Mix", "Hall", Unit.PERCENT, Taper.LINEAR, 0, 100, 60));
        return Device.of(id, "Long Hall", KIND, all, 32, List.of("bypass", "decay", "size", "damping", "mix"));
    }

    @Override
    public void reset() {
        for (DelayLine line : lines) {
            line.clear();
        }
        before.clear();
        java.util.Arrays.fill(dark, 0);
        mix.reset();
        size = Double.NaN;
    }

    @Override
    public void process(double[] left, double[] right, Knobs knobs) {
        double aim = knobs.get(SIZE) / 100;
        size = Double.isNaN(size) ? aim : size;
        mix.toward(knobs.on(BYPASS) ? 0 : knobs.get(MIX) / 100);
        double f = 1 - Math.exp(-2 * Math.PI * knobs.get(DAMPING) / Block.RATE);
        double wait = knobs.get(PREDELAY) * Block.RATE;
        for (int l = 0; l < LINES; l++) {
            gain[l] = Math.pow(10, -3 * METRES[l] * size / SOUND_SPEED / knobs.get(DECAY));
        }
        for (int i = 0; i < Block.FRAMES; i++) {
            size += (aim - size) * 0.0002;
            before.write(0.5 * (left[i] + right[i]));
            double in = before.read(wait);
            double sum = 0;
            for (int l = 0; l < LINES; l++) {
                double out = lines[l].read(METRES[l] * size / SOUND_SPEED * Block.RATE);
                dark[l] += f * (out - dark[l]);
                read[l] = dark[l] * gain[l];
                sum += read[l];
            }
            double wetLeft = 0;
            double wetRight = 0;
            for (int l = 0; l < LINES; l++) {
                lines[l].write(in + read[l] - sum * 2 / LINES);
                if (l % 2 == 0) {
                    wetLeft += read[l];
                } else {
                    wetRight += read[l];
                }
            }
            double wet = mix.next();
            left[i] = left[i] * (1 - wet) + 0.5 * wetLeft * wet;
            right[i] = right[i] * (1 - wet) + 0.5 * wetRight * wet;
        }
    }
}
