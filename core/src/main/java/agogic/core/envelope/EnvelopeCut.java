package agogic.core.envelope;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;

/** Cuts envelopes, and joins them, each point list by whole arrays: as fast as they are copied. */
final class EnvelopeCut {
    private EnvelopeCut() {}

    /** One after the other; if {@code once}, and the second begins with the last point of the first, that stands once. */
    static Envelope joined(Envelope one, Envelope other, boolean once) {
        int n = one.size();
        if (other.isEmpty()) {
            return one;
        }
        if (n > 0 && other.times[0] < one.times[n - 1]) {
            throw new IllegalArgumentException("Point " + (n + 1) + " at " + other.times[0]
                    + " comes before the one at " + one.times[n - 1] + ".");
        }
        boolean same = once && n > 0 && one.times[n - 1] == other.times[0] && one.values[n - 1] == other.values[0];
        int skip = same ? 1 : 0;
        int size = n + other.size() - skip;
        double[] t = Arrays.copyOf(one.times, size);
        double[] v = Arrays.copyOf(one.values, size);
        Shape[] s = Arrays.copyOf(one.shapes, size);
        boolean[] p = Arrays.copyOf(one.pins, size);
        int[] k = one.ties == null && other.ties == null
                ? null
                : one.ties == null ? new int[size] : Arrays.copyOf(one.ties, size);
        System.arraycopy(other.times, skip, t, n, size - n);
        System.arraycopy(other.values, skip, v, n, size - n);
        System.arraycopy(other.shapes, skip, s, n, size - n);
        System.arraycopy(other.pins, skip, p, n, size - n);
        if (other.ties != null) {
            System.arraycopy(other.ties, skip, k, n, size - n);
        }
        if (same) {
            s[n - 1] = other.shapes[0];
            p[n - 1] |= other.pins[0];
            if (k != null && k[n - 1] == 0) {
                k[n - 1] = other.tie(0);
            }
        }
        return new Envelope(t, v, s, p, k);
    }

    /**
     * Where a value that is held jumps to another at {@code time}, without the point that says once more what was held. A point
     * set or tied by hand stays.
     */
    static Envelope once(Envelope all, double time) {
        int i = all.firstAtOrAfter(time);
        boolean jumps = i > 0 && i + 1 < all.size() && all.times[i] == time && all.times[i + 1] == time;
        boolean told = jumps
                && all.shapes[i - 1].kind() == Shape.Kind.HOLD
                && all.values[i - 1] == all.values[i]
                && !all.pins[i]
                && all.tie(i) == 0;
        return told ? joined(all.range(0, i), all.range(i + 1, all.size()), false) : all;
    }

    /** The part before {@code time}, ended by a point at {@code time} with the value just before it. */
    static Envelope until(Envelope all, double time) {
        int next = all.firstAtOrAfter(time);
        Envelope part = all.range(0, next);
        if (next == 0) {
            return part.then(new Point(time, all.values[0]));
        }
        int last = next - 1;
        if (next < all.times.length && all.times[next] == time) {
            boolean held = all.shapes[last].kind() == Shape.Kind.HOLD;
            boolean other = held && all.values[last] != all.values[next];
            return part.then(new Point(
                    time,
                    held ? all.values[last] : all.values[next],
                    Shape.STRAIGHT,
                    all.pins[next],
                    other ? 0 : all.tie(next)));
        }
        if (next == all.times.length) {
            part.shapes[last] = Shape.HOLD;
            return part.then(new Point(time, all.values[last]));
        }
        double u = (time - all.times[last]) / (all.times[next] - all.times[last]);
        part.shapes[last] = all.shapes[last].part(0, u);
        return part.then(new Point(time, all.shapes[last].cutValue(all.values[last], all.values[next], u)));
    }

    /** The part from {@code time} on, begun by a point at {@code time} with the value there. */
    static Envelope from(Envelope all, double time) {
        int last = all.lastAtOrBefore(time);
        if (last < 0) {
            return joined(Envelope.of(new Point(time, all.values[0], Shape.HOLD)), all, false);
        }
        if (all.times[last] == time) {
            return last == 0 ? all : all.range(last, all.times.length);
        }
        Point first;
        if (last + 1 == all.times.length) {
            first = new Point(time, all.values[last], all.shapes[last], false, 0);
        } else {
            double u = (time - all.times[last]) / (all.times[last + 1] - all.times[last]);
            double value = all.shapes[last].cutValue(all.values[last], all.values[last + 1], u);
            first = new Point(time, value, all.shapes[last].part(u, 1));
        }
        return joined(Envelope.of(first), all.range(last + 1, all.times.length), false);
    }

    /**
     * Without the point at {@code time} if what goes on there goes through it all the same: the seam of an edit that
     * changed nothing beside it. Points set or tied by hand stay.
     */
    static Envelope healed(Envelope all, double time) {
        int i = all.firstAtOrAfter(time);
        boolean any = i < all.size() && all.times[i] == time && all.size() > 1 && !all.pins[i] && all.tie(i) == 0;
        if (!any || i + 1 < all.size() && all.times[i + 1] <= time) {
            return all;
        }
        if (i == 0 || i + 1 == all.size()) {
            // Beyond the ends the value holds anyway.
            int other = i == 0 ? 1 : i - 1;
            return all.level(Math.min(i, other)) && all.values[other] == all.values[i] ? all.without(i) : all;
        }
        Shape whole = all.shapes[i - 1].joined(all.shapes[i]);
        if (whole == null) {
            return all;
        }
        double u = (time - all.times[i - 1]) / (all.times[i + 1] - all.times[i - 1]);
        double length = whole.to() - whole.from();
        boolean even = !whole.goes() || Math.abs((all.shapes[i - 1].to() - whole.from()) / length - u) < 1e-9;
        boolean same = whole.kind() == Shape.Kind.HOLD
                ? all.values[i] == all.values[i - 1]
                : Math.abs(whole.cutValue(all.values[i - 1], all.values[i + 1], u) - all.values[i]) < 1e-12;
        if (!even || !same) {
            return all;
        }
        List<Point> list = new ArrayList<>(all.points());
        list.set(i - 1, list.get(i - 1).with(whole));
        list.remove(i);
        return Envelope.of(list);
    }
}
