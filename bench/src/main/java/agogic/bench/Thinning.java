package agogic.bench;

import org.locationtech.jts.geom.Coordinate;
import org.locationtech.jts.geom.Geometry;
import org.locationtech.jts.geom.GeometryFactory;
import org.locationtech.jts.geom.LineString;
import org.locationtech.jts.simplify.DouglasPeuckerSimplifier;

/** The reference: thinning by Douglas and Peucker 1973, as JTS has it. */
final class Thinning {
    private Thinning() {}

    /** From the moves to the points that are kept. */
    static Geometry thin(double[] times, double[] values, double tolerance) {
        Coordinate[] all = new Coordinate[times.length];
        for (int i = 0; i < all.length; i++) {
            all[i] = new Coordinate(times[i], values[i]);
        }
        LineString line = new GeometryFactory().createLineString(all);
        return DouglasPeuckerSimplifier.simplify(line, tolerance);
    }
}
