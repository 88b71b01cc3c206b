package agogic.standins.sound;

import agogic.core.device.Device;
import agogic.core.parameter.Parameter;
import agogic.core.parameter.Taper;
import agogic.core.parameter.Unit;
import java.util.List;

/**
 * Places a sound under a dome, heard over two loudspeakers: azimuth as an equal-power pan (MMA RP-036, the default pan
 * law), what lies behind or above as darker and narrower, distance as level and air.
 */
final class DomePanner implements Sound {
    static final String KIND = "dome-panner";

    private static final int AZIMUTH = 0;
    private static final int ELEVATION = 1;
    private static final int DISTANCE = 2;
    private static final int BYPASS = 3;

    private final Ramp gainLeft = new Ramp();
    private final Ramp gainRight = new Ramp();
    private final Ramp air = new Ramp();
    private double low;

    static Device describe(String id, int number) {
        double azimuth = -60 + 24 * number;
        List<Parameter> all = List.of(
                Parameter.continuous("azimuth", "Azimuth", "Place", Unit.DEGREES, Taper.LINEAR, -180, 180, azimuth),
                Parameter.continuous("elevation", "Elevation", "Place", Unit.DEGREES, Taper.LINEAR, 0, 90, 20),
                Parameter.continuous("distance", "Distance", "Place", Unit.RATIO, Taper.LOGARITHMIC, 0.5, 16, 2),
                Parameter.stepped("bypass", "Bypass", "Place", 0, "Off", "On"));
        return Device.of(id, "Dome Panner " + number, KIND, all, 4, List.of("azimuth", "elevation", "distance"));
    }

    @Override
    public void reset() {
        gainLeft.reset();
        gainRight.reset();
        air.reset();
        low = 0;
    }

    @Override
    public void process(double[] left, double[] right, Knobs knobs) {
        double azimuth = Math.toRadians(knobs.get(AZIMUTH));
        double up = Math.toRadians(knobs.get(ELEVATION));
        boolean bypass = knobs.on(BYPASS);
        double side = bypass ? 0 : Math.sin(azimuth) * Math.cos(up);
        double place = Math.PI / 4 * (1 + side);
        double near = bypass ? 1 : Math.min(1.4, 2 / knobs.get(DISTANCE));
        gainLeft.toward(Math.sqrt(2) * near * Math.cos(place));
        gainRight.toward(Math.sqrt(2) * near * Math.sin(place));
        double behind = Math.max(0, -Math.cos(azimuth)) * Math.cos(up);
        double cutoff = bypass ? 20_000 : 14_000 / (1 + 2 * behind + 0.25 * knobs.get(DISTANCE));
        air.toward(1 - Math.exp(-2 * Math.PI * cutoff / Block.RATE));
        for (int i = 0; i < Block.FRAMES; i++) {
            double in = 0.5 * (left[i] + right[i]);
            low += air.next() * (in - low);
            left[i] = low * gainLeft.next();
            right[i] = low * gainRight.next();
        }
    }
}
