package agogic.core.refine.ways;

import agogic.core.curve.Curve;
import agogic.core.refine.links.FewestLinks;
import agogic.core.refine.tube.Tube;
import java.util.ArrayList;
import java.util.List;
import java.util.function.IntPredicate;

/** Collects the places of a tube at which shaped ways may begin and end, beside a straight path through it. */
final class LinkPlaces {
    private static final int TURNS = 40;
    private static final int TURNS_PER_CORNER = 1;

    /** Places as near as this part of the time of so many links are one, if their values are the same, too. */
    private static final double SAME = 1e-6;

    private static final double SAME_VALUE = 1e-9;

    private final Tube tube;
    private final double begin;
    private final double end;
    private final double endValue;
    private final int links;
    private boolean open;
    private final List<LinkPlace> all = new ArrayList<>();

    /** With the ends and the corners of the path, what of the middle is above or below those, and what is between them. */
    LinkPlaces(Tube tube, Path path) {
        this.tube = tube;
        int last = path.size() - 1;
        links = last;
        begin = path.t[0];
        end = path.t[last];
        endValue = path.v[last];
        add(new LinkPlace(begin, path.v[0], true, false, false));
        for (int i = 1; i < last; i++) {
            LinkPlace middle = onMiddle(path.t[i]);
            boolean beside = middle.value() != path.v[i];
            add(new LinkPlace(path.t[i], path.v[i], true, beside, false));
            if (beside) {
                add(middle);
            }
        }
        for (int i = 0; i < last; i++) {
            add(onMiddle((path.t[i] + path.t[i + 1]) / 2));
        }
        add(new LinkPlace(end, endValue, true, false, false));
    }

    void add(LinkPlace place) {
        all.add(place);
    }

    private LinkPlace onMiddle(double time) {
        return LinkPlace.of(time, tube.held(time, tube.centreAt(time)));
    }

    /** Where nothing says at which value it begins or ends: on the middle there, and half way to each wall. */
    void openEnds() {
        open = true;
        for (int i : new int[] {0, tube.size() - 1}) {
            double time = tube.times[i];
            double middle = tube.centre[i];
            if (tube.upper[i] > tube.lower[i]) {
                add(LinkPlace.of(time, middle));
                add(LinkPlace.of(time, (middle + tube.lower[i]) / 2));
                add(LinkPlace.of(time, (middle + tube.upper[i]) / 2));
            }
        }
    }

    /** Where the middle is above or below other corners. */
    void beside(Curve corners) {
        for (int i = 1; i + 1 < corners.size(); i++) {
            add(onMiddle(corners.times()[i]));
        }
    }

    /** Where reaches may meet. */
    void meet(double time, double value) {
        if (time > begin && time < end) {
            add(LinkPlace.of(time, tube.held(time, value)));
            add(onMiddle(time));
        }
    }

    /** Where the middle turns, or is slow, too. */
    void turns(boolean slower) {
        some(this::turns);
        if (slower) {
            some(i -> slow(i) && !turns(i));
        }
    }

    private void some(IntPredicate which) {
        int n = tube.size();
        int[] at = new int[n];
        int count = 0;
        for (int i = 1; i + 1 < n; i++) {
            at[count] = i;
            count += which.test(i) ? 1 : 0;
        }
        // A middle that trembles turns everywhere: of very many places some are as good as all.
        int every = 1 + count / (TURNS + TURNS_PER_CORNER * (links + 1));
        for (int k = 0; k < count; k += every) {
            add(new LinkPlace(tube.times[at[k]], tube.centre[at[k]], false, false, true));
        }
    }

    private boolean turns(int i) {
        double before = tube.centre[i] - tube.centre[i - 1];
        double after = tube.centre[i + 1] - tube.centre[i];
        return before * after < 0 || (before == 0) != (after == 0);
    }

    /** Whether the middle is slow between two places where it is faster: there a reach may end and another begin. */
    private boolean slow(int i) {
        double slow = speed(i);
        return i > 1 && i + 2 < tube.size() && slow <= speed(i - 1) && slow < speed(i + 1);
    }

    private double speed(int i) {
        return Math.abs(tube.centre[i + 1] - tube.centre[i - 1]) / (tube.times[i + 1] - tube.times[i - 1]);
    }

    /** All, in the order of time, the same one once; the first is where the path begins, the last where it ends. */
    List<LinkPlace> apart() {
        all.sort((a, b) -> Double.compare(a.time(), b.time()));
        List<LinkPlace> apart = new ArrayList<>();
        double least = (end - begin) * SAME / Math.max(1, links / FewestLinks.MANY);
        for (LinkPlace one : all) {
            LinkPlace last = apart.isEmpty() ? null : apart.get(apart.size() - 1);
            boolean near = last != null && one.time() - last.time() < least;
            boolean same = near && Math.abs(one.value() - last.value()) < SAME_VALUE;
            if (same && one.corner() && !last.corner()) {
                apart.set(apart.size() - 1, one);
            } else if (!same && (last == null || open || one.time() > begin)) {
                apart.add(one);
            }
        }
        apart.removeIf(one -> !open && one.time() >= end && one.value() != endValue);
        return apart;
    }
}
