package agogic.core.edit.points;

import agogic.core.lane.Layer;
import agogic.core.lane.Stretch;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;

/** What an edit left of the rides of a layer, in words. */
public final class RidesCut {
    private static final double SAME = 1e-6;

    private RidesCut() {}

    /** Such as {@code one ride is cut and keeps its recipe outside}; empty if no ride is shorter than it was. */
    public static String told(Layer before, Layer after) {
        Map<String, Double> now = ridden(after);
        int cut = 0;
        int gone = 0;
        for (Map.Entry<String, Double> ride : ridden(before).entrySet()) {
            double left = now.getOrDefault(ride.getKey(), 0.0);
            cut += left > 0 && left < ride.getValue() - SAME ? 1 : 0;
            gone += left == 0 ? 1 : 0;
        }
        List<String> parts = new ArrayList<>();
        if (cut > 0) {
            parts.add(
                    cut == 1
                            ? "one ride is cut and keeps its recipe outside"
                            : cut + " rides are cut and keep their recipes outside");
        }
        if (gone > 0) {
            parts.add(
                    gone == 1
                            ? "one take is points now, its ride is kept"
                            : gone + " takes are points now, their rides are kept");
        }
        return String.join("; ", parts);
    }

    /** How long each ride has the say, in time of the layer, all its parts together. */
    private static Map<String, Double> ridden(Layer layer) {
        Map<String, Double> all = new LinkedHashMap<>();
        for (Stretch stretch : layer.stretches()) {
            all.merge(stretch.ride(), stretch.to() - stretch.from(), Double::sum);
        }
        return all;
    }
}
