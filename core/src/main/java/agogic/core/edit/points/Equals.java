package agogic.core.edit.points;

import agogic.core.envelope.Envelope;
import agogic.core.lane.Lane;
import agogic.core.lane.Layer;
import agogic.core.route.Target;
import agogic.core.session.Points;
import agogic.core.session.Session;
import agogic.core.session.Writable;
import java.util.List;
import java.util.stream.IntStream;

/** Points of a range made equal. */
final class Equals {
    private Equals() {}

    /** See {@link Shaping#equal(double, double)}. */
    static Session of(Session session, Target target, int index, double from, double to, double resting) {
        Layer layer = session.lane(target).layer(index);
        Envelope all = layer.envelope();
        List<Integer> inside = inside(all, from, to);
        int last = inside.isEmpty() ? 0 : inside.get(inside.size() - 1);
        boolean leads = inside.size() > 1 && last + 1 < all.size() && all.value(last) != all.value(inside.get(0));
        if (!leads) {
            return Points.tie(session, target, index, inside);
        }
        boolean before = all.time(last) < to;
        Envelope parted = before
                ? all.splice(to, to, all.until(to).from(to), resting)
                : all.with(all.point(last).tied(0));
        int seam = parted.lastAtOrBefore(to);
        Layer cut = layer.with(parted.replacing(seam, parted.point(seam).pinned(true)));
        Lane lane = Writable.lane(session, target);
        return Points.tie(
                session.with(lane.with(index, cut)),
                target,
                index,
                inside(parted, from, to).stream().filter(i -> i != seam).toList());
    }

    private static List<Integer> inside(Envelope all, double from, double to) {
        return IntStream.range(0, all.size())
                .filter(i -> all.time(i) >= from && all.time(i) <= to)
                .boxed()
                .toList();
    }
}
