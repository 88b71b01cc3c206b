package agogic.standins.sound;

import agogic.core.device.Device;
import agogic.core.parameter.Parameter;
import agogic.core.parameter.Taper;
import agogic.core.parameter.Unit;
import java.util.List;

/** Two slow oscillators that beat against each other, under one soft low-pass. */
final class DronePair implements Sound {
    static final String KIND = "drone-pair";
    private static final int LEVEL = 0;
    private static final int DETUNE = 1;
    private static final int BLEND = 2;
    private static final int TONE = 3;
    private static final int WIDTH = 4;
    private static final int OCTAVE = 5;
    private static final int SWELL = 6;

    private final double[] phase = new double[2];
    private final double[] low = new double[2];
    private final Ramp level = new Ramp();
    private final Ramp tone = new Ramp();
    private double gate;
    private double aim;
    private int pitch = 38;

    static Device describe(String id) {
        List<Parameter> all = List.of(
                Parameter.continuous("level", "Level", "Drone", Unit.DECIBEL, Taper.FADER, -60, 4, -9),
                Parameter.continuous("detune", "Detune", "Drone", Unit.CENTS, Taper.LINEAR, -50, 50, 6),
                Parameter.continuous("blend", "Blend", "Drone", Unit.PERCENT, Taper.LINEAR, 0, 100, 40),
                Parameter.continuous("tone", "Tone", "Drone", Unit.HERTZ, Taper.LOGARITHMIC, 60, 6_000, 420),
                Parameter.continuous("width", "Width", "Drone", Unit.PERCENT, Taper.LINEAR, 0, 100, 50),
                Parameter.stepped("octave", "Octave", "Drone", 1, "Lower", "Even", "Higher"),
                Parameter.continuous("swell", "Swell", "Drone", Unit.SECONDS, Taper.LOGARITHMIC, 0.05, 12, 2.5));
        return Device.of(
                id, "Drone Pair", KIND, all, 24, List.of("level", "detune", "blend", "tone", "width", "octave"));
    }

    @Override
    public void noteOn(int newPitch, int velocity) {
        pitch = newPitch;
        aim = 0.3 + 0.7 * velocity / 127;
    }

    @Override
    public void noteOff(int oldPitch) {
        if (oldPitch == pitch) {
            aim = 0;
        }
    }

    @Override
    public void reset() {
        java.util.Arrays.fill(phase, 0);
        java.util.Arrays.fill(low, 0);
        level.reset();
        tone.reset();
        gate = 0;
        aim = 0;
    }

    @Override
    public void process(double[] left, double[] right, Knobs knobs) {
        level.toward(0.35 * knobs.gain(LEVEL));
        tone.toward(1 - Math.exp(-2 * Math.PI * knobs.get(TONE) / Block.RATE));
        double frequency = 440 * Math.pow(2, (pitch - 69) / 12.0 + knobs.get(OCTAVE) - 1);
        double apart = Math.pow(2, knobs.get(DETUNE) / 2400);
        double stepA = frequency * apart / Block.RATE;
        double stepB = frequency / apart / Block.RATE;
        double saw = knobs.get(BLEND) / 100;
        double side = knobs.get(WIDTH) / 200;
        double rise = 1 - Math.exp(-1 / (knobs.get(SWELL) * Block.RATE));
        for (int i = 0; i < Block.FRAMES; i++) {
            gate += (aim - gate) * rise;
            phase[0] += stepA - Math.floor(phase[0] + stepA);
            phase[1] += stepB - Math.floor(phase[1] + stepB);
            double a = Waves.bright(phase[0], stepA, saw);
            double b = Waves.bright(phase[1], stepB, saw);
            double f = tone.next();
            low[0] += f * (a - low[0]);
            low[1] += f * (b - low[1]);
            double out = gate * level.next();
            left[i] += out * (low[0] * (0.5 + side) + low[1] * (0.5 - side));
            right[i] += out * (low[1] * (0.5 + side) + low[0] * (0.5 - side));
        }
    }
}
