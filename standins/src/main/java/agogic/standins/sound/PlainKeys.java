package agogic.standins.sound;

import agogic.core.device.Device;
import agogic.core.parameter.Parameter;
import agogic.core.parameter.Taper;
import agogic.core.parameter.Unit;
import java.util.List;

/** Twelve plain voices, each two oscillators apart in pitch under a low-pass of two poles: what a piece without sounds is heard with. */
final class PlainKeys implements Sound {
    static final String KIND = "plain-keys";
    private static final int VOICES = 12;
    private static final int LEVEL = 0;
    private static final int TONE = 1;
    private static final int BRIGHT = 2;
    private static final int DETUNE = 3;
    private static final int WIDTH = 4;
    private static final int ATTACK = 5;
    private static final int RELEASE = 6;
    private static final int PAN = 7;

    /** One note. */
    private static final class Voice {
        private int pitch = -1;
        private boolean held;
        private double aim;
        private double gate;
        private double phaseA;
        private double phaseB;
        private double lowA;
        private double lowB;
        private double lowerA;
        private double lowerB;
    }

    private final Voice[] voices = new Voice[VOICES];
    private final double[] levels = new double[Block.FRAMES];
    private final double[] tones = new double[Block.FRAMES];
    private final Ramp level = new Ramp();
    private final Ramp tone = new Ramp();
    private final Ramp pan = new Ramp();
    private int next;

    PlainKeys() {
        for (int v = 0; v < VOICES; v++) {
            voices[v] = new Voice();
        }
    }

    static Device describe(String id) {
        List<Parameter> all = List.of(
                Parameter.continuous("level", "Level", "Keys", Unit.DECIBEL, Taper.FADER, -60, 4, -8),
                Parameter.continuous("tone", "Tone", "Keys", Unit.HERTZ, Taper.LOGARITHMIC, 80, 12_000, 2_200),
                Parameter.continuous("bright", "Brightness", "Keys", Unit.PERCENT, Taper.LINEAR, 0, 100, 60),
                Parameter.continuous("detune", "Detune", "Keys", Unit.CENTS, Taper.LINEAR, 0, 50, 5),
                Parameter.continuous("width", "Width", "Keys", Unit.PERCENT, Taper.LINEAR, 0, 100, 40),
                Parameter.continuous("attack", "Attack", "Keys", Unit.SECONDS, Taper.LOGARITHMIC, 0.001, 4, 0.008),
                Parameter.continuous("release", "Release", "Keys", Unit.SECONDS, Taper.LOGARITHMIC, 0.01, 8, 0.3),
                Parameter.continuous("pan", "Pan", "Keys", Unit.PERCENT, Taper.LINEAR, -100, 100, 0));
        return Device.of(id, "Plain Keys", KIND, all, 32, List.of());
    }

    /** Attack and release in seconds, tone in Hz, brightness in percent, detune in cents, of each family. */
    private static final double[][] FAMILIES = {
        {0.004, 0.35, 2_600, 55, 3},
        {0.002, 0.25, 5_200, 25, 1},
        {0.012, 0.08, 3_200, 45, 4},
        {0.003, 0.2, 2_400, 75, 3},
        {0.004, 0.12, 900, 80, 2},
        {0.09, 0.35, 2_600, 70, 9},
        {0.12, 0.45, 2_200, 65, 14},
        {0.045, 0.15, 3_000, 90, 6},
        {0.03, 0.12, 1_900, 80, 3},
        {0.05, 0.14, 3_800, 12, 2},
        {0.006, 0.12, 4_200, 100, 8},
        {0.4, 1.6, 1_700, 60, 18},
        {0.15, 1.2, 3_600, 80, 25},
        {0.002, 0.18, 3_400, 70, 2},
        {0.001, 0.09, 5_200, 60, 10},
        {0.05, 0.6, 2_500, 100, 40}
    };

    private static final double[] DRUMS = {0.001, 0.06, 3_600, 100, 30};
    private static final List<String> SHAPED = List.of("attack", "release", "tone", "bright", "detune");

    /** Such a device as a family of sounds has it, 0 to 15; −1 for drums. */
    static Device like(Device device, int family) {
        double[] values = family < 0 ? DRUMS : FAMILIES[family];
        Device shaped = device;
        for (int i = 0; i < values.length; i++) {
            Parameter parameter = device.find(SHAPED.get(i));
            shaped = shaped.with(parameter.restingAt(parameter.normalisedOf(values[i])));
        }
        return shaped;
    }

    @Override
    public void noteOn(int pitch, int velocity) {
        Voice voice = voices[next];
        next = (next + 1) % VOICES;
        voice.pitch = pitch;
        voice.held = true;
        voice.aim = 0.15 + 0.85 * velocity / 127;
    }

    @Override
    public void noteOff(int pitch) {
        for (Voice voice : voices) {
            if (voice.held && voice.pitch == pitch) {
                voice.held = false;
                voice.aim = 0;
                return;
            }
        }
    }

    @Override
    public void reset() {
        for (int v = 0; v < VOICES; v++) {
            voices[v] = new Voice();
        }
        next = 0;
        level.reset();
        tone.reset();
        pan.reset();
    }

    @Override
    public void process(double[] left, double[] right, Knobs knobs) {
        level.toward(0.22 * knobs.gain(LEVEL));
        tone.toward(1 - Math.exp(-2 * Math.PI * knobs.get(TONE) / Block.RATE));
        pan.toward(knobs.get(PAN) / 100);
        for (int i = 0; i < Block.FRAMES; i++) {
            levels[i] = level.next();
            tones[i] = tone.next();
        }
        double apart = Math.pow(2, knobs.get(DETUNE) / 2400);
        double saw = knobs.get(BRIGHT) / 100;
        double side = knobs.get(WIDTH) / 200;
        double rise = 1 - Math.exp(-1 / (knobs.get(ATTACK) * Block.RATE));
        double fall = 1 - Math.exp(-3 / (knobs.get(RELEASE) * Block.RATE));
        double balance = pan.next();
        double toLeft = Math.min(1, 1 - balance);
        double toRight = Math.min(1, 1 + balance);
        for (Voice voice : voices) {
            if (voice.pitch < 0 || !voice.held && voice.gate < 1e-5) {
                continue;
            }
            double frequency = 440 * Math.pow(2, (voice.pitch - 69) / 12.0) / Block.RATE;
            double stepA = frequency * apart;
            double stepB = frequency / apart;
            for (int i = 0; i < Block.FRAMES; i++) {
                voice.gate += (voice.aim - voice.gate) * (voice.held ? rise : fall);
                voice.phaseA += stepA - Math.floor(voice.phaseA + stepA);
                voice.phaseB += stepB - Math.floor(voice.phaseB + stepB);
                voice.lowA += tones[i] * (Waves.bright(voice.phaseA, stepA, saw) - voice.lowA);
                voice.lowB += tones[i] * (Waves.bright(voice.phaseB, stepB, saw) - voice.lowB);
                voice.lowerA += tones[i] * (voice.lowA - voice.lowerA);
                voice.lowerB += tones[i] * (voice.lowB - voice.lowerB);
                double out = voice.gate * levels[i];
                left[i] += toLeft * out * (voice.lowerA * (0.5 + side) + voice.lowerB * (0.5 - side));
                right[i] += toRight * out * (voice.lowerB * (0.5 + side) + voice.lowerA * (0.5 - side));
            }
        }
    }
}
