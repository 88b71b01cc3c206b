package agogic.core.refine.ways;

import agogic.core.curve.Curve;
import agogic.core.envelope.Shape;
import agogic.core.refine.tube.Tube;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;

/**
 * The fewest shaped ways over places that they may begin and end at, found by going through pairs of places. A level before
 * or after the piece may go on into it, so a way may begin later and end earlier than the piece.
 */
public final class PlaceSearch {
    /**
     * What lies about a piece of a hand's way.
     *
     * @param levelBefore true if it is level before, and may be so longer: then the piece begins later
     * @param levelAfter the same at its end
     * @param meetings where two reaches may meet: time and value, in the order of time
     */
    public record Surroundings(boolean levelBefore, boolean levelAfter, List<double[]> meetings) {
        /**
         * Of a part of the piece.
         *
         * @param first true if the part begins where the piece does
         * @param last true if it ends where the piece does
         */
        public Surroundings part(double from, double to, boolean first, boolean last) {
            return new Surroundings(levelBefore && first, levelAfter && last, within(meetings, from, to));
        }

        /** Of meetings in the order of time those between two times. */
        public static List<double[]> within(List<double[]> meetings, double from, double to) {
            int first = 0;
            int past = meetings.size();
            while (first < past) {
                int middle = (first + past) >>> 1;
                boolean before = meetings.get(middle)[0] <= from;
                first = before ? middle + 1 : first;
                past = before ? past : middle;
            }
            while (past < meetings.size() && meetings.get(past)[0] < to) {
                past++;
            }
            return List.copyOf(meetings.subList(first, past));
        }
    }

    /** A shaped way goes over so many places at the most, and is given up after so many that cannot be reached. */
    private static final int FAR = 24;

    private static final int GIVE_UP = 6;

    /** The same where one way is looked for and not all. */
    private static final int FAR_SOON = 64;

    private static final int GIVE_UP_SOON = 20;

    /** The last turn that a way leads to is taken if it is at this part of the farthest or later. */
    private static final double NEARLY = 0.75;

    /** Places that were added because reaches may begin, end or meet there lie close together. */
    private static final int MOST_ADDED = 40;

    /** A level before or after may go on into the piece, as far as so many steps of such a part of it. */
    private static final int LONGER_LEVEL = 3;

    private static final double LEVEL_STEP = 0.06;

    private final Tube tube;
    private final Ways ways;
    /** Where it may begin and end: time, what the level up to there is off, and its value; the first is the end itself. */
    private final double[][] begins;

    private final double[][] ends;
    private final List<double[]> meetings;

    /** Looks for places within a tube. */
    public PlaceSearch(Tube tube, Ways ways, Surroundings about) {
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
    public double level(double from, double time, double value) {
        if (time == from) {
            return 0;
        }
        if (!tube.holdsStraight(Math.min(from, time), value, Math.max(from, time), value)) {
            return Double.POSITIVE_INFINITY;
        }
        return ways.straight(Math.min(from, time), value, Math.max(from, time), value);
    }

    /** One way from level to level, the nearest; null if there is none, or no level to begin or end it. */
    public Path single() {
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

    private List<LinkPlace> places(Curve corners, Path straight, boolean hasty) {
        LinkPlaces places = new LinkPlaces(tube, straight);
        places.beside(corners);
        places.turns(hasty);
        if (!hasty) {
            places.openEnds();
        }
        for (double[] meeting : meetings) {
            places.meet(meeting[0], meeting[1]);
        }
        for (double[][] levels : new double[][][] {begins, ends}) {
            for (int i = 1; i < levels.length; i++) {
                places.add(LinkPlace.of(levels[i][0], levels[i][2]));
            }
        }
        return places.apart();
    }

    /** The fewest ways, and of those the nearest, beside a straight path; null if it finds none with so few as the straight path has. */
    public Path search(Curve corners, Path straight) {
        List<LinkPlace> places = places(corners, straight, false);
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
            LinkPlace a = places.get(i);
            for (int j = i + 1; j < n && j - i <= FAR + added && failed < GIVE_UP + added; j++) {
                LinkPlace b = places.get(j);
                if (b.time() <= a.time() || links[j] < links[i] + 1) {
                    continue;
                }
                if (!finds(a, b)) {
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
                times[k] = places.get(at).time();
                values[k] = places.get(at).value();
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
    public Path farthest(Curve corners, Path straight) {
        List<LinkPlace> places = places(corners, straight, true);
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
            LinkPlace b = places.get(chosen[k]);
            path.t[k] = b.time();
            path.v[k] = b.value();
            if (k > 0) {
                LinkPlace a = places.get(chosen[k - 1]);
                leads(a, b);
                path.way(k - 1, ways);
            }
        }
        return path;
    }

    private boolean finds(LinkPlace a, LinkPlace b) {
        return ways.find(a.time(), a.value(), b.time(), b.value());
    }

    /** In haste: only between turns, where a whole reach may lie, all ways are tried. */
    private boolean leads(LinkPlace a, LinkPlace b) {
        return a.turn() && b.turn() ? finds(a, b) : ways.findSoon(a.time(), a.value(), b.time(), b.value());
    }

    /** The corners, or the places beside them, that one way leads to from a place, the farthest first. */
    private int[] reached(List<LinkPlace> places, int i, boolean corners) {
        LinkPlace a = places.get(i);
        int[] reached = new int[FAR_SOON];
        int count = 0;
        int failed = 0;
        int last = places.size() - 1;
        // From a corner the next one can always be reached, however many places lie between.
        for (int j = i + 1; j <= last && (j - i <= FAR_SOON || corners && count == 0) && failed < GIVE_UP_SOON; j++) {
            LinkPlace b = places.get(j);
            if (b.time() > a.time() && (corners ? b.corner() : !b.beside())) {
                boolean finds = leads(a, b);
                failed = finds ? 0 : failed + 1;
                if (finds) {
                    reached[FAR_SOON - ++count] = j;
                }
            }
        }
        int[] farthest = Arrays.copyOfRange(reached, FAR_SOON - count, FAR_SOON);
        // A reach ends where the middle turns: a way that leads a little beyond leaves the next one badly off.
        for (int k = 1; k < count; k++) {
            LinkPlace b = places.get(farthest[k]);
            boolean near =
                    b.time() - a.time() >= NEARLY * (places.get(farthest[0]).time() - a.time());
            if (near && b.turn()) {
                int turn = farthest[k];
                System.arraycopy(farthest, 0, farthest, 1, k);
                farthest[0] = turn;
                break;
            }
        }
        return farthest;
    }

    /** What a level up to this place is off; infinite if it does not reach it. */
    private static double levelTo(LinkPlace place, double[][] levels) {
        for (int k = 0; k < levels.length; k++) {
            if (levels[k][0] == place.time() && (k == 0 || levels[k][2] == place.value())) {
                return levels[k][1];
            }
        }
        return Double.POSITIVE_INFINITY;
    }
}
