package agogic.standins.sound;

import agogic.core.device.Device;
import agogic.core.parameter.Parameter;
import agogic.core.parameter.Taper;
import agogic.core.parameter.Unit;
import java.util.List;

/** Echoes a note value apart, at the tempo of the place in the piece; each a fixed share softer than the one before. */
final class NoteEcho implements Sound {
    static final String KIND = "note-echo";
    private static final int NOTE = 0;
    private static final int FEEDBACK = 1;
    private static final int MIX = 2;
    private static final int BYPASS = 3;
    private static final double LONGEST = 4;
    /** Quarter notes of each position. */
    private static final double[] QUARTERS = {0.25, 1 / 3.0, 0.375, 0.5, 2 / 3.0, 0.75, 1, 1.5, 2};

    private final DelayLine lineLeft = new DelayLine(LONGEST + 0.1);
    private final DelayLine lineRight = new DelayLine(LONGEST + 0.1);
    private final Ramp feedback = new Ramp();
    private final Ramp mix = new Ramp();
    private double near = Double.NaN;
    private double far;
    private double fade = 1;

    static Device describe(String id) {
        List<Parameter> all = List.of(
                Parameter.stepped(
                        "note",
                        "Note value",
                        "Echo",
                        5,
                        "1/16",
                        "1/8 triplet",
                        "1/16 dotted",
                        "1/8",
                        "1/4 triplet",
                        "1/8 dotted",
                        "1/4",
                        "1/4 dotted",
                        "1/2"),
                Parameter.continuous("feedback", "Feedback", "Echo", Unit.PERCENT, Taper.LINEAR, 0, 95, 35),
                Parameter.continuous("mix", "Mix", "Echo", Unit.PERCENT, Taper.LINEAR, 0, 100, 25),
                Parameter.stepped("bypass", "Bypass", "Echo", 0, "Off", "On"));
        return Device.of(id, "Note Echo", KIND, all, 8, List.of("note", "feedback", "mix"));
    }

    @Override
    public void reset() {
        lineLeft.clear();
        lineRight.clear();
        feedback.reset();
        mix.reset();
        near = Double.NaN;
        fade = 1;
    }

    @Override
    public void process(double[] left, double[] right, Knobs knobs) {
        double seconds = Math.min(LONGEST, QUARTERS[(int) knobs.get(NOTE)] * 60 / knobs.tempo());
        // The line is read before it is written: a frame less.
        double aim = seconds * Block.RATE - 1;
        if (Double.isNaN(near)) {
            near = aim;
            far = aim;
        } else if (fade >= 1 && aim != near) {
            // From one length to another without a glide of pitch: the one fades into the other.
            far = near;
            near = aim;
            fade = 0;
        }
        feedback.toward(knobs.get(FEEDBACK) / 100);
        mix.toward(knobs.on(BYPASS) ? 0 : knobs.get(MIX) / 100);
        for (int i = 0; i < Block.FRAMES; i++) {
            fade = Math.min(1, fade + 1.0 / 1_024);
            double back = feedback.next();
            double wet = mix.next();
            double a = read(lineLeft);
            double b = read(lineRight);
            lineLeft.write(left[i] + back * a);
            lineRight.write(right[i] + back * b);
            left[i] = left[i] * (1 - wet) + a * wet;
            right[i] = right[i] * (1 - wet) + b * wet;
        }
    }

    private double read(DelayLine line) {
        double now = line.read(near);
        return fade >= 1 ? now : fade * now + (1 - fade) * line.read(far);
    }
}
