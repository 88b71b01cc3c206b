package agogic.standins.sound;

import agogic.core.device.Device;
import agogic.core.device.Socket;
import agogic.core.parameter.Parameter;
import agogic.core.parameter.Taper;
import agogic.core.parameter.Unit;
import java.util.ArrayList;
import java.util.List;

/** 64 partials, each with its own level, ratio, decay, place and movement: additive glass. */
final class PartialBank implements Sound {
    static final String KIND = "partial-bank";
    private static final int PARTIALS = 64;
    private static final int EACH = 11;
    private static final int VOICES = 6;
    private static final int SHARED = PARTIALS * EACH;
    private static final int OUTPUT = SHARED;
    private static final int BRIGHTNESS = SHARED + 1;
    private static final int STRETCH = SHARED + 2;
    private static final int VOICING = SHARED + 3;
    private static final int SPREAD = SHARED + 4;
    private static final int EVENS = SHARED + 5;
    private static final int RELEASE = SHARED + 6;

    private final Voice[] voices = new Voice[VOICES];
    private final Ramp output = new Ramp();
    private final double[] addLeft = new double[Block.FRAMES];
    private final double[] addRight = new double[Block.FRAMES];
    private long blocks;
    private int nextVoice;

    PartialBank() {
        for (int v = 0; v < VOICES; v++) {
            voices[v] = new Voice();
        }
    }

    static Device describe(String id) {
        List<Parameter> all = new ArrayList<>();
        for (int p = 1; p <= PARTIALS; p++) {
            String key = String.format(java.util.Locale.ROOT, "p%02d-", p);
            String name = "Partial " + p + " · ";
            String group = "Partial " + p;
            double level = Math.max(-60, -3.2 - 7.5 * Math.log(p) / Math.log(2) - (p % 2 == 0 ? 4 : 0));
            all.add(of(key + "level", name + "Level", group, Unit.DECIBEL, -60, 0, level));
            all.add(of(key + "ratio", name + "Ratio", group, Unit.RATIO, 0.25, 80, p * (1 + 0.0004 * p * p / 8)));
            all.add(of(key + "detune", name + "Detune", group, Unit.CENTS, -50, 50, (p * 7 % 5) - 2));
            all.add(log(key + "attack", name + "Attack", group, Unit.SECONDS, 0.001, 2, 0.004 + 0.001 * p));
            all.add(log(key + "decay", name + "Decay", group, Unit.SECONDS, 0.05, 20, 7.0 / Math.sqrt(p)));
            all.add(of(key + "pan", name + "Pan", group, Unit.PERCENT, -100, 100, p == 1 ? 0 : (p * 53 % 141) - 70));
            all.add(of(key + "tremolo", name + "Tremolo", group, Unit.PERCENT, 0, 100, p > 3 ? 12 : 0));
            all.add(log(key + "rate", name + "Tremolo rate", group, Unit.HERTZ, 0.1, 12, 0.3 + (p * 37 % 23) / 9.0));
            all.add(of(key + "velocity", name + "Velocity", group, Unit.PERCENT, 0, 100, Math.min(100, 20 + p * 2)));
            all.add(of(key + "drift", name + "Drift", group, Unit.CENTS, 0, 30, 1.5));
            all.add(of(key + "onset", name + "Onset", group, Unit.SECONDS, 0, 0.5, 0));
        }
        all.add(Parameter.continuous("output", "Output", "Voice", Unit.DECIBEL, Taper.FADER, -60, 4, -8));
        all.add(of("brightness", "Brightness", "Voice", Unit.DECIBEL, -12, 6, -2)
                .called("Bright"));
        all.add(of("stretch", "Stretch", "Voice", Unit.PERCENT, 0, 100, 4));
        all.add(Parameter.stepped("voicing", "Voicing", "Voice", 1, "Bowed", "Struck", "Air", "Bell"));
        all.add(of("spread", "Spread", "Voice", Unit.PERCENT, 0, 100, 64));
        all.add(of("evens", "Even partials", "Voice", Unit.DECIBEL, -60, 6, 0));
        all.add(log("release", "Release", "Voice", Unit.SECONDS, 0.02, 12, 1.8));
        all.add(of("keep-alive", "Keep-alive", "Housekeeping", Unit.PLAIN, 0, 1, 0)
                .asReserved());
        List<String> exposed = List.of(
                "output",
                "brightness",
                "stretch",
                "voicing",
                "spread",
                "evens",
                "release",
                "p01-level",
                "p02-level",
                "p03-level",
                "p05-level",
                "p07-level",
                "p12-level",
                "p16-level");
        return Device.of(id, "Partial Bank", KIND, all, 128, exposed).with(Socket.of(128, "keep-alive"));
    }

    private static Parameter of(String id, String name, String group, Unit unit, double lo, double hi, double rest) {
        return Parameter.continuous(id, name, group, unit, Taper.LINEAR, lo, hi, rest);
    }

    private static Parameter log(String id, String name, String group, Unit unit, double lo, double hi, double rest) {
        return Parameter.continuous(id, name, group, unit, Taper.LOGARITHMIC, lo, hi, rest);
    }

    @Override
    public void noteOn(int pitch, int velocity) {
        Voice voice = voices[nextVoice];
        nextVoice = (nextVoice + 1) % VOICES;
        voice.start(pitch, velocity / 127.0);
    }

    @Override
    public void noteOff(int pitch) {
        for (Voice voice : voices) {
            if (voice.pitch == pitch) {
                voice.released = true;
            }
        }
    }

    @Override
    public void reset() {
        for (Voice voice : voices) {
            voice.active = false;
        }
        output.reset();
        blocks = 0;
        nextVoice = 0;
    }

    @Override
    public void process(double[] left, double[] right, Knobs knobs) {
        java.util.Arrays.fill(addLeft, 0);
        java.util.Arrays.fill(addRight, 0);
        for (Voice voice : voices) {
            if (voice.active) {
                voice.add(addLeft, addRight, knobs, blocks * Block.SECONDS);
            }
        }
        blocks++;
        output.toward(0.22 * knobs.gain(OUTPUT));
        for (int i = 0; i < Block.FRAMES; i++) {
            double gain = output.next();
            left[i] += addLeft[i] * gain;
            right[i] += addRight[i] * gain;
        }
    }

    private static final class Voice {
        private final double[] cos = new double[PARTIALS];
        private final double[] sin = new double[PARTIALS];
        private final double[] lastLeft = new double[PARTIALS];
        private final double[] lastRight = new double[PARTIALS];
        private boolean active;
        private boolean released;
        private int pitch;
        private double force;
        private double age;
        private double tail;

        void start(int newPitch, double velocity) {
            pitch = newPitch;
            force = velocity;
            active = true;
            released = false;
            age = 0;
            tail = 1;
            for (int p = 0; p < PARTIALS; p++) {
                cos[p] = 1;
                sin[p] = 0;
                lastLeft[p] = 0;
                lastRight[p] = 0;
            }
        }

        void add(double[] left, double[] right, Knobs knobs, double clock) {
            double base = 440 * Math.pow(2, (pitch - 69) / 12.0);
            int voicing = (int) knobs.get(VOICING);
            double attackTimes = voicing == 0 ? 60 : voicing == 2 ? 25 : 1;
            double decayTimes = voicing == 0 ? 2.5 : voicing == 3 ? 1.6 : 1;
            double tilt = knobs.get(BRIGHTNESS);
            double spread = knobs.get(SPREAD) / 100;
            double evens = knobs.get(EVENS);
            if (released) {
                tail *= Math.exp(-Block.SECONDS * 4.6 / knobs.get(RELEASE));
            }
            boolean any = false;
            for (int p = 0; p < PARTIALS; p++) {
                int at = p * EACH;
                double level = knobs.get(at) + tilt * Math.log(p + 1) / Math.log(2) + (p % 2 == 1 ? evens : 0);
                double ratio = knobs.get(at + 1) * (1 + knobs.get(STRETCH) / 100 * 0.0006 * p * p);
                double drift = knobs.get(at + 9) * Math.sin(clock * (0.21 + 0.013 * p) + p);
                double frequency = base * ratio * Math.pow(2, (knobs.get(at + 2) + drift) / 1200);
                double aim = 0;
                if (frequency < 20_000 && level > -60 && age >= knobs.get(at + 10)) {
                    double attack = knobs.get(at + 3) * attackTimes;
                    double held = age - knobs.get(at + 10);
                    double rise = held >= attack ? 1 : (held + Block.SECONDS) / (attack + Block.SECONDS);
                    double fall = Math.exp(-Math.max(0, held - attack) * 4.6 / (knobs.get(at + 4) * decayTimes));
                    double sense = 1 - knobs.get(at + 8) / 100 * (1 - force);
                    double tremolo =
                            1 - knobs.get(at + 6) / 200 * (1 + Math.sin(2 * Math.PI * knobs.get(at + 7) * clock));
                    aim = Knobs.gainOf(level) * rise * fall * sense * tremolo * tail;
                }
                double place = Math.PI / 4 * (1 + knobs.get(at + 5) / 100 * spread);
                double aimLeft = aim * Math.cos(place);
                double aimRight = aim * Math.sin(place);
                if (aim > 1e-6 || lastLeft[p] > 1e-6 || lastRight[p] > 1e-6) {
                    any = true;
                    sound(p, 2 * Math.PI * frequency / Block.RATE, aimLeft, aimRight, left, right);
                }
                lastLeft[p] = aimLeft;
                lastRight[p] = aimRight;
            }
            age += Block.SECONDS;
            active = any || age < 1;
        }

        private void sound(int p, double turn, double aimLeft, double aimRight, double[] left, double[] right) {
            double c = Math.cos(turn);
            double s = Math.sin(turn);
            double x = cos[p];
            double y = sin[p];
            double gainLeft = lastLeft[p];
            double gainRight = lastRight[p];
            double stepLeft = (aimLeft - gainLeft) / Block.FRAMES;
            double stepRight = (aimRight - gainRight) / Block.FRAMES;
            for (int i = 0; i < Block.FRAMES; i++) {
                double next = x * c - y * s;
                y = x * s + y * c;
                x = next;
                gainLeft += stepLeft;
                gainRight += stepRight;
                left[i] += y * gainLeft;
                right[i] += y * gainRight;
            }
            // Rounding makes the circle grow or shrink by a hair; this keeps it round.
            double round = 1.5 - 0.5 * (x * x + y * y);
            cos[p] = x * round;
            sin[p] = y * round;
        }
    }
}
