package agogic.core.lane;

import agogic.core.envelope.Envelope;
import agogic.core.envelope.Point;
import agogic.core.envelope.Shape;
import java.util.ArrayList;
import java.util.List;

/** What lay where a stretch was written, and how it comes back. */
final class Beneath {
    private Beneath() {}

    /** What a layer says between two of its times; nothing if there is no time between them. */
    static Envelope part(Envelope envelope, double from, double to) {
        return envelope.isEmpty() || to <= from
                ? Envelope.EMPTY
                : envelope.from(from).until(to);
    }

    /**
     * The envelope as it was before the stretch was written.
     *
     * @param resting the value of a layer without points
     */
    static Envelope restored(Envelope envelope, Stretch stretch, double resting) {
        if (stretch.to() <= stretch.from()) {
            return withoutMoment(envelope, stretch.from());
        }
        if (!stretch.under().isEmpty()) {
            Envelope back = envelope.splice(stretch.from(), stretch.to(), stretch.under(), resting);
            return healed(healed(back, stretch.from()), stretch.to());
        }
        List<Point> left = new ArrayList<>(envelope.points());
        left.removeIf(p -> p.time() >= stretch.from() && p.time() <= stretch.to());
        boolean onlyRest = left.stream().allMatch(p -> p.value() == resting);
        return onlyRest
                ? Envelope.of(left.stream().filter(Point::pinned).toList())
                : envelope.splice(
                        stretch.from(),
                        stretch.to(),
                        Envelope.of(new Point(stretch.from(), resting, Shape.HOLD)),
                        resting);
    }

    /** Without what lies between the first and the last point at one moment: before and after it everything is as it is. */
    private static Envelope withoutMoment(Envelope envelope, double time) {
        int first = envelope.firstAtOrAfter(time);
        int last = envelope.lastAtOrBefore(time);
        List<Point> left = new ArrayList<>();
        for (int i = 0; i < envelope.size(); i++) {
            if (i <= first || i >= last || envelope.pinned(i)) {
                left.add(envelope.point(i));
            }
        }
        return healed(Envelope.of(left), time);
    }

    /** Without the seam that cutting left at {@code time}, if the way through it is one straight line or level. */
    private static Envelope healed(Envelope envelope, double time) {
        int i = envelope.firstAtOrAfter(time);
        if (i <= 0 || i + 1 >= envelope.size() || envelope.time(i) != time || envelope.pinned(i)) {
            return envelope;
        }
        boolean alone = envelope.time(i + 1) > time && envelope.time(i - 1) < time;
        boolean straight = envelope.shape(i).kind() == Shape.Kind.STRAIGHT
                && envelope.shape(i - 1).kind() == Shape.Kind.STRAIGHT;
        double u = (time - envelope.time(i - 1)) / (envelope.time(i + 1) - envelope.time(i - 1));
        double through = envelope.value(i - 1) + (envelope.value(i + 1) - envelope.value(i - 1)) * u;
        return alone && straight && Math.abs(through - envelope.value(i)) < 1e-12 ? envelope.without(i) : envelope;
    }
}
