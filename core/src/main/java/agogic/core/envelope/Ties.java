package agogic.core.envelope;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;

/** Points that stay equal in value: whoever moves one, moves all, until one is parted from them. */
public final class Ties {
    private Ties() {}

    /** With these points tied, and with all that were tied to them, at the value of the first of them. */
    public static Envelope tied(Envelope envelope, List<Integer> points) {
        int fresh = fresh(envelope);
        double value = envelope.value(points.get(0));
        Set<Integer> chosen = Set.copyOf(points);
        Set<Integer> mates = Set.copyOf(points.stream().map(envelope::tie).toList());
        List<Point> all = new ArrayList<>();
        for (int i = 0; i < envelope.size(); i++) {
            Point one = envelope.point(i);
            boolean joins = chosen.contains(i) || one.tie() != 0 && mates.contains(one.tie());
            all.add(joins ? one.at(one.time(), value).tied(fresh).pinned(true) : one);
        }
        return Envelope.of(all);
    }

    /** With point {@code i} tied to none; a mate that is left alone is tied to none either. */
    public static Envelope parted(Envelope envelope, int i) {
        return sorted(replaced(envelope, i, envelope.point(i).tied(0)));
    }

    private static Envelope replaced(Envelope envelope, int i, Point point) {
        List<Point> all = new ArrayList<>(envelope.points());
        all.set(i, point);
        return Envelope.of(all);
    }

    /** With all that are tied to point {@code i} at its value. */
    public static Envelope followed(Envelope envelope, int i) {
        int tie = envelope.tie(i);
        if (tie == 0) {
            return envelope;
        }
        List<Point> all = new ArrayList<>();
        for (Point one : envelope.points()) {
            all.add(one.tie() == tie ? one.at(one.time(), envelope.value(i)).pinned(true) : one);
        }
        return Envelope.of(all);
    }

    /** With ties that are none of another envelope's, for points that go there. */
    public static Envelope apart(Envelope envelope, Envelope other) {
        if (!envelope.tied()) {
            return envelope;
        }
        int by = fresh(other);
        return Envelope.of(envelope.points().stream()
                .map(p -> p.tie() == 0 ? p : p.tied(p.tie() + by))
                .toList());
    }

    /** With only those tied that are equal: mates that went elsewhere together stay together, one alone is parted. */
    public static Envelope sorted(Envelope envelope) {
        if (!envelope.tied()) {
            return envelope;
        }
        record Group(int tie, double value) {}
        Map<Group, Integer> sizes = new HashMap<>();
        for (Point one : envelope.points()) {
            if (one.tie() != 0) {
                sizes.merge(new Group(one.tie(), one.value()), 1, Integer::sum);
            }
        }
        int fresh = fresh(envelope);
        Map<Group, Integer> numbers = new HashMap<>();
        Map<Integer, Group> first = new HashMap<>();
        List<Point> all = new ArrayList<>();
        for (Point one : envelope.points()) {
            Group group = new Group(one.tie(), one.value());
            if (one.tie() == 0 || sizes.get(group) < 2) {
                all.add(one.tied(0));
                continue;
            }
            if (!numbers.containsKey(group)) {
                boolean keeps = first.putIfAbsent(one.tie(), group) == null;
                numbers.put(group, keeps ? one.tie() : fresh++);
            }
            all.add(one.tied(numbers.get(group)));
        }
        return Envelope.of(all);
    }

    private static int fresh(Envelope envelope) {
        int highest = 0;
        for (int i = 0; i < envelope.size(); i++) {
            highest = Math.max(highest, envelope.tie(i));
        }
        return highest + 1;
    }
}
