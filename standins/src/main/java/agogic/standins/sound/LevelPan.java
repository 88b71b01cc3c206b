package agogic.standins.sound;

import agogic.core.device.Device;
import agogic.core.parameter.Parameter;
import agogic.core.parameter.Taper;
import agogic.core.parameter.Unit;
import java.util.List;

/**
 * The level of a track, its place between the loudspeakers and how wide it is. The pan is that of MMA RP-036 (a sine and a
 * cosine of a quarter turn), 3 dB louder, so that in the middle nothing changes.
 */
final class LevelPan implements Sound {
    static final String KIND = "level-pan";
    private static final int LEVEL = 0;
    private static final int PAN = 1;
    private static final int WIDTH = 2;
    private static final int BYPASS = 3;
    private static final double HALF_POWER = Math.sqrt(0.5);

    private final Ramp gainLeft = new Ramp();
    private final Ramp gainRight = new Ramp();
    private final Ramp side = new Ramp();

    static Device describe(String id) {
        List<Parameter> all = List.of(
                Parameter.continuous("level", "Level", "Level", Unit.DECIBEL, Taper.FADER, -60, 4, 0),
                Parameter.continuous("pan", "Pan", "Place", Unit.PERCENT, Taper.LINEAR, -100, 100, 0),
                Parameter.continuous("width", "Width", "Place", Unit.PERCENT, Taper.LINEAR, 0, 200, 100),
                Parameter.stepped("bypass", "Bypass", "Level", 0, "Off", "On"));
        return Device.of(id, "Level and Pan", KIND, all, 8, List.of("level", "pan", "width"));
    }

    @Override
    public void reset() {
        gainLeft.reset();
        gainRight.reset();
        side.reset();
    }

    @Override
    public void process(double[] left, double[] right, Knobs knobs) {
        boolean bypass = knobs.on(BYPASS);
        double level = bypass ? 1 : knobs.gain(LEVEL);
        double pan = bypass ? 0 : knobs.get(PAN) / 100;
        boolean middle = pan == 0;
        double turn = Math.PI / 4 * (1 + pan);
        gainLeft.toward(level * (middle ? 1 : Math.cos(turn) / HALF_POWER));
        gainRight.toward(level * (middle ? 1 : Math.sin(turn) / HALF_POWER));
        double width = bypass ? 1 : knobs.get(WIDTH) / 100;
        side.toward(width);
        for (int i = 0; i < Block.FRAMES; i++) {
            double wide = side.next();
            double half = (left[i] - right[i]) * (wide - 1) / 2;
            double l = left[i] + half;
            double r = right[i] - half;
            left[i] = l * gainLeft.next();
            right[i] = r * gainRight.next();
        }
    }
}
