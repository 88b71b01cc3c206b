package agogic.core.refine;

import agogic.core.curve.Curve;
import agogic.core.envelope.Shape;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;

/**
 * The fewest shaped ways over places that they may begin and end at, found by going through pairs of places. A level before
 * or after the piece may go on into it, so a way may begin later and end earlier than the piece.
 */
final class PlaceSearch {
    /**
     * What lies about a piece of a hand's way.
     *
     * @param levelBefore true if it is level before, and may be so longer: then the piece begins later
     * @param levelAfter the same at its end
     * @param meetings where two reaches may meet: time and value
     */
    record Surroundings(boolean levelBefore, boolean levelAfter, List<double[]> meetings) {}

    /** A shaped way goes over so many places at the most, and is given up after so many that cannot be reached. */
    private static final int FAR = 24;

    private static final int GIVE_UP = 6;

    /** The same where one way is looked for and not all. */
    private static final int GIVE_UP_SOON = 8;

    /** The last turn that a way leads to is taken if it is at this part of the farthest or later. */
    private static final double NEARLY = 0.75;

    /** Places that were added because reaches may begin, end or meet there lie close together. */
    private static final int MOST_ADDED = 40;

    /** A level before or after may go on into the piece, as far as so many steps of such a part of it. */
    private static final int LONGER_LEVEL = 3;

    private static final double LEVEL_STEP = 0.06;

    /** The third number of a place that is a corner of the straight path, and of one where the middle turns. */
    private static final double CORNER = -1;

    private static final double TURN = 1;

    private static final int TURNS = 40;
    private static final int TURNS_PER_CORNER = 1;

    private final Tube tube;
    private final Ways ways;
    /** Where it may begin and end: time, what the level up to there is off, and its value; the first is the end itself. */
    private final double[][] begins;

    private final double[][] ends;
    private final List<double[]> meetings;

    PlaceSearch(Tube tube, Ways ways, Surroundings about) {
        this.tube = tube;
        this.ways = ways;
        meetings = about.meetings();
        int last = tube.size() - 1;
        begins = levels(tube.times[0], tube.times[last], tube.centre[0], about.levelBefore());
        ends = levels(tube.times[last], tube.times[0], tube.centre[last], about.levelAfter());
    }

    /** Times up to which a level at {@code value} can go on from {@code from} towards {@code to}, with what it is off. */
    private double[][] levels(double from, double to, double value, boolean free) {
        List<double[]> all = new ArrayList<>();
        all.add(new double[] {from, 0, value});
        for (int k = 1; free && k <= LONGER_LEVEL; k++) {
            double time = from + (to - from) * LEVEL_STEP * k;
            double off = level(from, time, value);
            if (off == Double.POSITIVE_INFINITY) {
                break;
            }
            all.add(new double[] {time, off, value});
        }
        return all.toArray(double[][]::new);
    }

    /** What a level is off that goes on from an end of the piece to {@code time}; infinite if it leaves the tube. */
    double level(double from, double time, double value) {
        if (time == from) {
            return 0;
        }
        if (!tube.holdsStraight(Math.min(from, time), value, Math.max(from, time), value)) {
            return Double.POSITIVE_INFINITY;
        }
        return ways.straight(Math.min(from, time), value, Math.max(from, time), value);
    }

    /** One way from level to level, the nearest; null if there is none, or no level to begin or end it. */
    Path single() {
        double begin = tube.centre[0];
        double end = tube.centre[tube.size() - 1];
        double best = Double.POSITIVE_INFINITY;
        Path found = null;
        if (begins.length + ends.length == 2) {
            return null;
        }
        for (double[] first : begins) {
            for (double[] last : ends) {
                double left = best - first[1] - last[1];
                if (left > 0 && ways.find(first[0], begin, last[0], end, left)) {
                    best = first[1] + last[1] + ways.error;
                    found = new Path(
                            new double[] {first[0], last[0]},
                            new double[] {begin, end},
                            new Shape[] {ways.shape},
                            new double[] {ways.error});
                }
            }
        }
        return found;
    }

    /** Places that a way may begin and end at: ends, corners and where the middle turns, or is slow too; some have a third number. */
    private List<double[]> places(Curve corners, double[] t, double[] v, boolean slower) {
        List<double[]> all = new ArrayList<>();
        int n = tube.size();
        all.add(new double[] {t[0], v[0]});
        for (int i = 1; i + 1 < t.length; i++) {
            all.add(new double[] {t[i], v[i], CORNER});
            all.add(new double[] {t[i], tube.held(t[i], tube.centreAt(t[i]))});
        }
        for (int i = 1; i + 1 < corners.size(); i++) {
            double at = corners.times()[i];
            all.add(new double[] {at, tube.held(at, tube.centreAt(at))});
        }
        int turns = 0;
        for (int i = 1; i + 1 < n; i++) {
            turns += turns(i, slower) ? 1 : 0;
        }
        // A middle that trembles turns everywhere: of very many places some are as good as all.
        int every = 1 + turns / (TURNS + TURNS_PER_CORNER * t.length);
        int turn = 0;
        for (int i = 1; i + 1 < n; i++) {
            if (turns(i, slower) && turn++ % every == 0) {
                all.add(new double[] {tube.times[i], tube.centre[i], TURN});
            }
        }
        // Where it is slowest between the corners: a reach often ends there.
        for (int i = 0; i + 1 < t.length; i++) {
            double middle = (t[i] + t[i + 1]) / 2;
            all.add(new double[] {middle, tube.held(middle, tube.centreAt(middle))});
        }
        all.add(new double[] {t[t.length - 1], v[t.length - 1]});
        for (double[] meeting : meetings) {
            if (meeting[0] > t[0] && meeting[0] < t[t.length - 1]) {
                all.add(new double[] {meeting[0], tube.held(meeting[0], meeting[1])});
                all.add(new double[] {meeting[0], tube.held(meeting[0], tube.centreAt(meeting[0]))});
            }
        }
        for (double[][] levels : new double[][][] {begins, ends}) {
            for (int k = 1; k < levels.length; k++) {
                all.add(new double[] {levels[k][0], levels[k][2]});
            }
        }
        all.sort((a, b) -> Double.compare(a[0], b[0]));
        List<double[]> apart = new ArrayList<>();
        double least = (t[t.length - 1] - t[0]) * 1e-6;
        for (double[] one : all) {
            double[] last = apart.isEmpty() ? null : apart.get(apart.size() - 1);
            boolean same = last != null && one[0] - last[0] < least && Math.abs(one[1] - last[1]) < 1e-9;
            if (!same && (last == null || one[0] > t[0])) {
                apart.add(one);
            }
        }
        apart.removeIf(one -> one[0] >= t[t.length - 1] && one[1] != v[t.length - 1]);
        return apart;
    }

    private boolean turns(int i, boolean slower) {
        double before = tube.centre[i] - tube.centre[i - 1];
        double after = tube.centre[i + 1] - tube.centre[i];
        return before * after < 0 || (before == 0) != (after == 0) || slower && slow(i);
    }

    /** Whether the middle is slow between two places where it is faster: there a reach may end and another begin. */
    private boolean slow(int i) {
        double slow = speed(i);
        return i > 1 && i + 2 < tube.size() && slow <= speed(i - 1) && slow < speed(i + 1);
    }

    private double speed(int i) {
        return Math.abs(tube.centre[i + 1] - tube.centre[i - 1]) / (tube.times[i + 1] - tube.times[i - 1]);
    }

    /** The fewest ways, and of those the nearest, beside a straight path; null if it finds none with so few as the straight path has. */
    Path search(Curve corners, Path straight) {
        List<double[]> places = places(corners, straight.t, straight.v, false);
        int n = places.size();
        int added = Math.min(MOST_ADDED, begins.length + ends.length + 2 * meetings.size());
        int[] links = new int[n];
        double[] far = new double[n];
        int[] from = new int[n];
        Shape[] shape = new Shape[n];
        double[] error = new double[n];
        Arrays.fill(links, Integer.MAX_VALUE);
        for (int i = 0; i < n; i++) {
            double level = levelTo(places.get(i), begins);
            if (level < Double.POSITIVE_INFINITY) {
                links[i] = 0;
                far[i] = level;
            }
            if (links[i] == Integer.MAX_VALUE) {
                continue;
            }
            int failed = 0;
            double[] a = places.get(i);
            for (int j = i + 1; j < n && j - i <= FAR + added && failed < GIVE_UP + added; j++) {
                double[] b = places.get(j);
                if (b[0] <= a[0] || links[j] < links[i] + 1) {
                    continue;
                }
                if (!ways.find(a[0], a[1], b[0], b[1])) {
                    failed++;
                    continue;
                }
                failed = 0;
                boolean fewer = links[i] + 1 < links[j];
                if (fewer || far[i] + ways.error < far[j]) {
                    links[j] = links[i] + 1;
                    far[j] = far[i] + ways.error;
                    from[j] = i;
                    shape[j] = ways.shape;
                    error[j] = ways.error;
                }
            }
        }
        int end = -1;
        double least = Double.POSITIVE_INFINITY;
        for (int j = 0; j < n; j++) {
            double off = far[j] + levelTo(places.get(j), ends);
            boolean some = links[j] > 0 && links[j] < Integer.MAX_VALUE && off < Double.POSITIVE_INFINITY;
            if (some && (end < 0 || links[j] < links[end] || links[j] == links[end] && off < least)) {
                end = j;
                least = off;
            }
        }
        if (end >= 0 && links[end] <= straight.size() - 1) {
            int many = links[end];
            double[] times = new double[many + 1];
            double[] values = new double[many + 1];
            Shape[] found = new Shape[many];
            double[] off = new double[many];
            int at = end;
            for (int k = many; k >= 0; k--) {
                times[k] = places.get(at)[0];
                values[k] = places.get(at)[1];
                if (k > 0) {
                    found[k - 1] = shape[at];
                    off[k - 1] = error[at];
                    at = from[at];
                }
            }
            return new Path(times, values, found, off);
        }
        return null;
    }

    /**
     * From each place as far as one way leads, beside a straight path: not always the fewest, but found in a time that grows
     * with the number of places. Where that leads nowhere a nearer place is taken. Null if it finds none with so few ways as
     * the straight path has.
     */
    Path farthest(Curve corners, Path straight) {
        List<double[]> places = places(corners, straight.t, straight.v, true);
        int n = places.size();
        int[] chosen = new int[n];
        int[][] reached = new int[n][];
        int[] next = new int[n];
        boolean[] cornersToo = new boolean[n];
        int links = 0;
        while (chosen[links] < n - 1) {
            int i = chosen[links];
            if (reached[i] == null) {
                reached[i] = reached(places, i, false);
            }
            if (next[i] == reached[i].length && !cornersToo[i]) {
                // A corner lies near a wall: a way that begins there goes less far.
                cornersToo[i] = true;
                reached[i] = reached(places, i, true);
                next[i] = 0;
            }
            if (next[i] == reached[i].length) {
                // From here on it leads nowhere.
                if (links-- == 0) {
                    return null;
                }
                continue;
            }
            chosen[++links] = reached[i][next[i]++];
        }
        if (links > straight.size() - 1) {
            return null;
        }
        Path path = new Path(new double[links + 1], new double[links + 1], new Shape[links], new double[links]);
        for (int k = 0; k <= links; k++) {
            double[] b = places.get(chosen[k]);
            path.t[k] = b[0];
            path.v[k] = b[1];
            if (k > 0) {
                double[] a = places.get(chosen[k - 1]);
                ways.findSoon(a[0], a[1], b[0], b[1]);
                path.way(k - 1, ways);
            }
        }
        return path;
    }

    private static boolean corner(double[] place) {
        return place.length > 2 && place[2] == CORNER;
    }

    /** The corners, or the places beside them, that one way leads to from a place, the farthest first. */
    private int[] reached(List<double[]> places, int i, boolean corners) {
        double[] a = places.get(i);
        int[] reached = new int[FAR];
        int count = 0;
        int failed = 0;
        for (int j = i + 1; j < places.size() && j - i <= FAR && failed < GIVE_UP_SOON; j++) {
            double[] b = places.get(j);
            if (b[0] > a[0] && corner(b) == corners) {
                boolean finds = ways.findSoon(a[0], a[1], b[0], b[1]);
                failed = finds ? 0 : failed + 1;
                if (finds) {
                    reached[FAR - ++count] = j;
                }
            }
        }
        int[] farthest = Arrays.copyOfRange(reached, FAR - count, FAR);
        // A reach ends where the middle turns: a way that leads a little beyond leaves the next one badly off.
        for (int k = 1; k < count; k++) {
            double[] b = places.get(farthest[k]);
            boolean near = b[0] - a[0] >= NEARLY * (places.get(farthest[0])[0] - a[0]);
            if (near && b.length > 2 && b[2] == TURN) {
                int turn = farthest[k];
                System.arraycopy(farthest, 0, farthest, 1, k);
                farthest[0] = turn;
                break;
            }
        }
        return farthest;
    }

    /** What a level up to this place is off; infinite if it does not reach it. */
    private static double levelTo(double[] place, double[][] levels) {
        for (int k = 0; k < levels.length; k++) {
            if (levels[k][0] == place[0] && (k == 0 || levels[k][2] == place[1])) {
                return levels[k][1];
            }
        }
        return Double.POSITIVE_INFINITY;
    }
}
