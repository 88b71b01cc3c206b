package agogic.standins.sound;

import agogic.core.device.Device;
import agogic.core.parameter.Parameter;
import agogic.core.parameter.Taper;
import agogic.core.parameter.Unit;
import java.util.List;

/** A comet: pulses at an even rate while a note lasts, each a short decaying tone with some grit. */
final class PulseClock implements Sound {
    static final String KIND = "pulse-clock";

    private static final int LEVEL = 0;
    private static final int RATE = 1;
    private static final int DECAY = 2;
    private static final int PITCH = 3;
    private static final int GRIT = 4;
    private static final int SWING = 5;
    private static final int WAVE = 6;
    private static final int ACCENT = 7;
    private static final int FIGURE = 8;

    /** Pulses of a figure. */
    private static final int STEPS = 16;

    private final Ramp level = new Ramp();
    private int pitch = 72;
    private double force;
    private boolean on;
    private double toNext;
    private long pulses;
    private double strength;
    private double phase;
    private int noise = 0x1234567;

    static Device describe(String id, int number) {
        List<Parameter> all = List.of(
                Parameter.continuous("level", "Level", "Pulse", Unit.DECIBEL, Taper.FADER, -60, 4, -14),
                Parameter.continuous(
                        "rate", "Rate", "Pulse", Unit.HERTZ, Taper.LOGARITHMIC, 0.25, 24, 1.4 + 0.55 * number),
                Parameter.continuous("decay", "Decay", "Pulse", Unit.SECONDS, Taper.LOGARITHMIC, 0.01, 3, 0.18),
                Parameter.continuous("pitch", "Pitch", "Pulse", Unit.SEMITONES, Taper.LINEAR, -24, 24, 0),
                Parameter.continuous("grit", "Grit", "Pulse", Unit.PERCENT, Taper.LINEAR, 0, 100, 15),
                Parameter.continuous("swing", "Swing", "Clock", Unit.PERCENT, Taper.LINEAR, 0, 75, 0),
                Parameter.stepped("wave", "Wave", "Clock", 0, "Sine", "Triangle", "Square"),
                Parameter.stepped("accent", "Accent", "Clock", 1, "Off", "Every 2", "Every 3", "Every 4"),
                Parameter.stepped("figure", "Figure", "Clock", STEPS - 1, figures()));
        return Device.of(id, "Pulse Clock " + number, KIND, all, 24, List.of("level", "rate"));
    }

    private static String[] figures() {
        String[] names = new String[STEPS];
        for (int k = 1; k <= STEPS; k++) {
            names[k - 1] = k + " of " + STEPS;
        }
        return names;
    }

    @Override
    public void noteOn(int newPitch, int velocity) {
        pitch = newPitch;
        force = 0.3 + 0.7 * velocity / 127;
        on = true;
        toNext = 0;
        pulses = 0;
    }

    @Override
    public void noteOff(int oldPitch) {
        on &= oldPitch != pitch;
    }

    @Override
    public void reset() {
        level.reset();
        on = false;
        strength = 0;
        toNext = 0;
        phase = 0;
        noise = 0x1234567;
    }

    @Override
    public void process(double[] left, double[] right, Knobs knobs) {
        level.toward(0.4 * knobs.gain(LEVEL));
        double step = 440 * Math.pow(2, (pitch - 69 + knobs.get(PITCH)) / 12) / Block.RATE;
        double fall = Math.exp(-6.9 / (knobs.get(DECAY) * Block.RATE));
        double grit = knobs.get(GRIT) / 100;
        int wave = (int) knobs.get(WAVE);
        for (int i = 0; i < Block.FRAMES; i++) {
            if (on && --toNext <= 0) {
                pulse(knobs);
            }
            strength *= fall;
            phase += step - Math.floor(phase + step);
            noise = noise * 1_664_525 + 1_013_904_223;
            double tone =
                    switch (wave) {
                        case 0 -> Math.sin(2 * Math.PI * phase);
                        case 1 -> 1 - 4 * Math.abs(phase - 0.5);
                        default -> phase < 0.5 ? 0.7 : -0.7;
                    };
            double out = level.next() * strength * (tone * (1 - grit) + grit * noise / 2.2e9);
            left[i] += out;
            right[i] += out;
        }
    }

    /** The next pulse; every other one comes late by the swing. */
    private void pulse(Knobs knobs) {
        double beat = Block.RATE / knobs.get(RATE);
        double late = knobs.get(SWING) / 100 * 0.5;
        toNext += beat * (pulses % 2 == 0 ? 1 + late : 1 - late);
        int every = (int) knobs.get(ACCENT) + 1;
        // As many pulses of each sixteen as the figure says, as evenly as can be.
        int figure = (int) knobs.get(FIGURE) + 1;
        boolean sounds = pulses * figure % STEPS < figure;
        strength = sounds ? force * (every > 1 && pulses % every == 0 ? 1.35 : 1) : strength;
        phase = 0;
        pulses++;
    }
}
