package agogic.core.refine;

import agogic.core.envelope.Envelope;
import agogic.core.envelope.Point;
import agogic.core.envelope.Shape;
import agogic.core.ride.Ride;
import agogic.core.time.LaneTime;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import java.util.function.DoubleUnaryOperator;

/** A ride that only goes to and fro between a few places far apart, as a pedal does: it is held there, and never between. */
final class SwitchRide {
    /** Each change is more of the travel than this. */
    private static final double FAR = 0.25;

    private static final int FEW = 8;

    private SwitchRide() {}

    /** True for such a ride: two changes at least. */
    static boolean is(Ride ride) {
        double[] places = ride.countedPlaces();
        Set<Double> few = new HashSet<>();
        int changes = 0;
        for (int i = 0; i < places.length && few.size() <= FEW; i++) {
            double way = i == 0 ? 0 : Math.abs(places[i] - places[i - 1]);
            if (way > 0 && way <= FAR) {
                return false;
            }
            changes += way > 0 ? 1 : 0;
            few.add(places[i]);
        }
        return changes > 1 && few.size() <= FEW;
    }

    /**
     * Where it is held between two lane times: a point a change.
     *
     * @param later by how much its moves are put later, in seconds
     * @param value of a place
     */
    static Envelope of(Ride ride, double later, LaneTime lane, double from, double to, DoubleUnaryOperator value) {
        double[] seconds = ride.times();
        double[] places = ride.countedPlaces();
        List<Point> points = new ArrayList<>();
        points.add(new Point(from, value.applyAsDouble(places[0]), Shape.HOLD));
        for (int i = 0; i < seconds.length; i++) {
            double time = lane.laneTime(seconds[i] + later);
            Point last = points.get(points.size() - 1);
            double held = value.applyAsDouble(places[i]);
            if (time >= to) {
                break;
            }
            if (time <= last.time()) {
                points.set(points.size() - 1, new Point(last.time(), held, Shape.HOLD));
            } else if (held != last.value()) {
                points.add(new Point(time, held, Shape.HOLD));
            }
        }
        Point last = points.get(points.size() - 1);
        if (last.time() < to) {
            // What comes after it goes its own way.
            points.add(new Point(to, last.value()));
        }
        return Envelope.of(points);
    }
}
