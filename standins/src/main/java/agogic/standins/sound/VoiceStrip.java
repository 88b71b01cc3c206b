package agogic.standins.sound;

import agogic.core.device.Device;
import agogic.core.device.Socket;
import agogic.core.parameter.Parameter;
import agogic.core.parameter.Taper;
import agogic.core.parameter.Unit;
import java.util.ArrayList;
import java.util.List;

/**
 * A spoken-like formant sound and the strip behind it: gate, four peaking bands (W3C Audio EQ Cookbook) and level. Each note
 * is a syllable whose vowel follows from its pitch.
 */
final class VoiceStrip implements Sound {
    static final String KIND = "voice-strip";

    private static final int LEVEL = 0;
    private static final int GATE = 1;
    private static final int BREATH = 2;
    private static final int CHARACTER = 3;
    private static final int BYPASS = 4;
    private static final int BANDS = 5;
    private static final int BAND_COUNT = 4;
    private static final int EACH = 3;
    /** So many silent blocks after what came in, nothing of it sounds on. */
    private static final int QUIET_BLOCKS = 1_500;
    /** What the level of what comes in falls by with each frame: 60 dB in 0.15 s. */
    private static final double FALL = Math.pow(10, -3 / (0.15 * Block.RATE));
    /** First, second and third formant of five vowels, in Hz (common practice of speech synthesis, rounded). */
    private static final double[][] VOWELS = {
        {730, 1_090, 2_440}, {530, 1_840, 2_480}, {270, 2_290, 3_010}, {570, 840, 2_410}, {300, 870, 2_240}
    };

    /** How loud its own voice is beside what comes in. */
    private static final double VOICE = 0.1;
    /** −180 dB: below it the voice is silent. */
    private static final double SILENT = 1e-9;

    private final Ramp level = new Ramp();
    private final double[] state = new double[6];
    private final double[] formants = VOWELS[0].clone();
    private final double[] band = new double[BAND_COUNT * 4];
    private final Biquad[] through = {new Biquad(), new Biquad(), new Biquad(), new Biquad()};
    private double heard;
    private double passed;
    private int quiet = QUIET_BLOCKS;
    private double phase;
    private double gate;
    private double aim;
    private double open;
    private int pitch = 50;
    private int vowel;
    private int noise = 99;

    static Device describe(String id) {
        List<Parameter> all = new ArrayList<>(List.of(
                Parameter.continuous("level", "Level", "Strip", Unit.DECIBEL, Taper.FADER, -60, 4, -10),
                Parameter.continuous("gate", "Gate", "Strip", Unit.DECIBEL, Taper.LINEAR, -60, 0, -48),
                Parameter.continuous("breath", "Breath", "Voice", Unit.PERCENT, Taper.LINEAR, 0, 100, 20),
                Parameter.stepped("character", "Character", "Voice", 1, "Whisper", "Spoken", "Sung"),
                Parameter.stepped("bypass", "Bypass", "Strip", 0, "Off", "On")));
        double[] centres = {160, 620, 2_400, 7_000};
        for (int b = 1; b <= BAND_COUNT; b++) {
            String group = "Band " + b;
            String key = "b" + b + "-";
            all.add(Parameter.continuous(
                    key + "frequency",
                    group + " · Frequency",
                    group,
                    Unit.HERTZ,
                    Taper.LOGARITHMIC,
                    40,
                    16_000,
                    centres[b - 1]));
            all.add(Parameter.continuous(
                    key + "gain", group + " · Gain", group, Unit.DECIBEL, Taper.LINEAR, -18, 18, 0));
            all.add(Parameter.continuous(
                    key + "width", group + " · Width", group, Unit.RATIO, Taper.LOGARITHMIC, 0.3, 12, 1));
        }
        all.add(Parameter.continuous("meter", "Meter hold", "Housekeeping", Unit.PLAIN, Taper.LINEAR, 0, 1, 0)
                .asReserved());
        return Device.of(id, "Voice Strip", KIND, all, 64, List.of("level", "gate", "breath"))
                .with(Socket.of(64, "meter"));
    }

    @Override
    public void noteOn(int newPitch, int velocity) {
        pitch = newPitch;
        vowel = Math.floorMod(newPitch * 3, VOWELS.length);
        aim = 0.2 + 0.8 * velocity / 127;
    }

    @Override
    public void noteOff(int oldPitch) {
        if (oldPitch == pitch) {
            aim = 0;
        }
    }

    @Override
    public void reset() {
        level.reset();
        java.util.Arrays.fill(state, 0);
        java.util.Arrays.fill(band, 0);
        for (Biquad one : through) {
            one.reset();
        }
        heard = 0;
        passed = 0;
        quiet = QUIET_BLOCKS;
        System.arraycopy(VOWELS[0], 0, formants, 0, 3);
        phase = 0;
        gate = 0;
        aim = 0;
        open = 0;
        noise = 99;
    }

    @Override
    public void process(double[] left, double[] right, Knobs knobs) {
        // Of what comes in, loud as it is, and of the voice of its own.
        level.toward(knobs.gain(LEVEL));
        quiet = silent(left, right) ? quiet + 1 : 0;
        boolean passes = quiet < QUIET_BLOCKS;
        if (passes) {
            through(left, right, knobs);
        }
        int character = (int) knobs.get(CHARACTER);
        double breath = character == 0 ? 1 : knobs.get(BREATH) / 100;
        double step = 440 * Math.pow(2, (pitch - 69) / 12.0) / Block.RATE;
        double threshold = Math.pow(10, knobs.get(GATE) / 20);
        double rise = character == 2 ? 0.0006 : 0.004;
        for (int f = 0; f < 3; f++) {
            formants[f] += (VOWELS[vowel][f] - formants[f]) * 0.04;
        }
        boolean speaks = aim > 0 || gate > 0;
        for (int i = 0; i < Block.FRAMES; i++) {
            gate += (aim - gate) * rise;
            phase += step - Math.floor(phase + step);
            noise = noise * 1_664_525 + 1_013_904_223;
            double pulse = phase < 0.4 ? Math.sin(Math.PI * phase / 0.4) : -0.2;
            double out = 0;
            if (speaks) {
                double source = gate * (pulse * (1 - breath) + breath * noise / 2.147e9 * 0.6);
                for (int f = 0; f < 3; f++) {
                    out += formant(f, source) / (1 + f);
                }
                open += ((gate > threshold ? 1 : 0) - open) * 0.002;
                out *= open;
                if (!knobs.on(BYPASS)) {
                    for (int b = 0; b < BAND_COUNT; b++) {
                        out = peak(b, out, knobs);
                    }
                }
            }
            double loud = level.next();
            left[i] = passes ? loud * (left[i] + VOICE * out) : loud * VOICE * out;
            right[i] = passes ? loud * (right[i] + VOICE * out) : loud * VOICE * out;
        }
        if (aim == 0 && gate < SILENT) {
            hush();
        }
    }

    private static boolean silent(double[] left, double[] right) {
        for (int i = 0; i < Block.FRAMES; i++) {
            if (left[i] != 0 || right[i] != 0) {
                return false;
            }
        }
        return true;
    }

    /** Audio that comes in goes through the gate and the bands too. */
    private void through(double[] left, double[] right, Knobs knobs) {
        double threshold = Math.pow(10, knobs.get(GATE) / 20);
        for (int i = 0; i < Block.FRAMES; i++) {
            heard = Math.max(Math.max(Math.abs(left[i]), Math.abs(right[i])), heard * FALL);
            passed += ((heard > threshold ? 1 : 0) - passed) * 0.004;
            left[i] *= passed;
            right[i] *= passed;
        }
        passed = passed < SILENT ? 0 : passed;
        for (int b = 0; b < BAND_COUNT; b++) {
            int at = BANDS + EACH * b;
            through[b].peaking(knobs.get(at), knobs.on(BYPASS) ? 0 : knobs.get(at + 1), knobs.get(at + 2));
            through[b].process(left, right);
        }
    }

    /** The voice of its own is silent: what is left of it only costs time. */
    private void hush() {
        gate = 0;
        open = 0;
        java.util.Arrays.fill(state, 0);
        java.util.Arrays.fill(band, 0);
    }

    /** A two-pole resonance at a formant. */
    private double formant(int f, double in) {
        double r = 1 - Math.PI * (60 + 40 * f) / Block.RATE;
        double out = in * (1 - r) * 4
                + 2 * r * Math.cos(2 * Math.PI * formants[f] / Block.RATE) * state[2 * f]
                - r * r * state[2 * f + 1];
        state[2 * f + 1] = state[2 * f];
        state[2 * f] = out;
        return out;
    }

    /** A peaking band, direct form one (W3C Audio EQ Cookbook, peakingEQ). */
    private double peak(int b, double in, Knobs knobs) {
        double gain = knobs.get(BANDS + EACH * b + 1);
        int at = 4 * b;
        double out = in;
        if (gain != 0) {
            double a = Math.pow(10, gain / 40);
            double w = 2 * Math.PI * knobs.get(BANDS + EACH * b) / Block.RATE;
            double alpha = Math.sin(w) / (2 * knobs.get(BANDS + EACH * b + 2));
            double cos = -2 * Math.cos(w);
            double norm = 1 + alpha / a;
            out = ((1 + alpha * a) * in
                            + cos * band[at]
                            + (1 - alpha * a) * band[at + 1]
                            - cos * band[at + 2]
                            - (1 - alpha / a) * band[at + 3])
                    / norm;
        }
        band[at + 1] = band[at];
        band[at] = in;
        band[at + 3] = band[at + 2];
        band[at + 2] = out;
        return out;
    }
}
