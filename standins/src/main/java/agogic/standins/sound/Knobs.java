package agogic.standins.sound;

import agogic.core.device.Device;
import agogic.core.parameter.Parameter;
import agogic.core.play.LiveState;
import java.util.Arrays;
import java.util.List;

/** The parameters of one device as its sound sees them: in their units, worked out anew only when they change. */
final class Knobs {
    private final Parameter[] parameters;
    private final double[] normalised;
    private final double[] values;
    private double tempo = 120;

    Knobs(Device device) {
        List<Parameter> all = device.parameters();
        parameters = all.toArray(new Parameter[0]);
        normalised = new double[parameters.length];
        values = new double[parameters.length];
        Arrays.fill(normalised, Double.NaN);
    }

    /** Takes the values as they are now; the device's first parameter has the number {@code start}. */
    void update(LiveState live, int start) {
        for (int i = 0; i < parameters.length; i++) {
            set(i, live.value(start + i));
        }
    }

    void set(int i, double x) {
        if (x != normalised[i]) {
            normalised[i] = x;
            values[i] = parameters[i].valueAt(x);
        }
    }

    /** Quarter notes a minute where the piece is now. */
    double tempo() {
        return tempo;
    }

    void tempo(double bpm) {
        tempo = bpm;
    }

    /** Value of parameter {@code i} in its unit; the number of the position for a switch. */
    double get(int i) {
        return values[i];
    }

    boolean on(int i) {
        return values[i] >= 1;
    }

    /** Amplitude of a level in dB. */
    double gain(int i) {
        return gainOf(values[i]);
    }

    static double gainOf(double decibel) {
        return decibel <= -60 ? 0 : Math.pow(10, decibel / 20);
    }
}
