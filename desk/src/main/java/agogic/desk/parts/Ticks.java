package agogic.desk.parts;

import agogic.core.parameter.Parameter;
import agogic.core.parameter.Taper;
import java.util.ArrayList;
import java.util.List;

/** Round values of a parameter for the side of a picture. */
public final class Ticks {
    private static final int MOST = 8;

    private Ticks() {}

    /** Normalised values between {@code low} and {@code high} whose values in the unit are round, lowest first. */
    public static List<Double> between(Parameter parameter, double low, double high) {
        List<Double> ticks = new ArrayList<>();
        if (parameter.stepped()) {
            int n = parameter.positions().size();
            for (int i = 0; i < n; i++) {
                ticks.add((i + 0.5) / n);
            }
            return ticks;
        }
        double a = parameter.valueAt(low);
        double b = parameter.valueAt(high);
        if (Double.isInfinite(a)) {
            a = -60;
        }
        double least = Math.min(a, b);
        double most = Math.max(a, b);
        boolean ratio = parameter.taper() instanceof Taper.Logarithmic && most / least > 3;
        List<Double> values = ratio ? decades(least, most) : even(least, most);
        for (double value : values) {
            ticks.add(parameter.normalisedOf(value));
        }
        return ticks;
    }

    private static List<Double> even(double least, double most) {
        double raw = (most - least) / 5;
        double digit = Math.pow(10, Math.floor(Math.log10(raw)));
        double step = raw <= digit ? digit : raw <= 2 * digit ? 2 * digit : raw <= 5 * digit ? 5 * digit : 10 * digit;
        List<Double> values = new ArrayList<>();
        for (double k = Math.ceil(least / step); k * step <= most; k++) {
            values.add(k * step);
        }
        return values;
    }

    private static List<Double> decades(double least, double most) {
        double[][] choices = {{1, 1.4, 2, 2.8, 4, 5.6, 8}, {1, 2, 5}, {1, 3}, {1}};
        List<Double> values = new ArrayList<>();
        for (double[] steps : choices) {
            values.clear();
            for (double decade = Math.pow(10, Math.floor(Math.log10(least))); decade <= most; decade *= 10) {
                for (double step : steps) {
                    if (decade * step >= least && decade * step <= most) {
                        values.add(decade * step);
                    }
                }
            }
            if (values.size() <= MOST) {
                return values;
            }
        }
        return values;
    }
}
