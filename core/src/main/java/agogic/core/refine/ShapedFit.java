package agogic.core.refine;

import agogic.core.curve.Curve;
import agogic.core.envelope.Point;
import agogic.core.refine.draw.Drawing;
import agogic.core.refine.links.Centring;
import agogic.core.refine.links.FewestLinks;
import agogic.core.refine.tube.Tube;
import agogic.core.refine.ways.Path;
import agogic.core.refine.ways.PlaceSearch;
import agogic.core.refine.ways.Ways;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.stream.IntStream;

/**
 * The fewest ways through a tube from a given beginning to a given end, and of all with that number the nearest to its
 * middle. Straight ways may have their corners anywhere ({@link FewestLinks}); shaped ones join places on the middle and
 * corners of the straight path, found by going through all pairs, and are then drawn nearer.
 */
final class ShapedFit {
    /** Very many links are shaped in parts of about so many, side by side. */
    private static final int PART = 256;

    /** Where a hand turns without a rest, up to so many links: parts of so many are worked out each as well as if it were all. */
    private static final int MOST = 256;

    private static final int WHOLE = 48;

    private final Tube tube;
    private final Ways ways;
    private final boolean shaped;
    private final PlaceSearch search;
    private final Drawing drawing;

    private ShapedFit(Tube tube, boolean shaped, double steady, PlaceSearch.Surroundings about) {
        this.tube = tube;
        this.shaped = shaped;
        ways = new Ways(tube, shaped, steady);
        search = new PlaceSearch(tube, ways, about);
        drawing = new Drawing(tube, ways, shaped, search, about);
    }

    /** What came of a piece: its points, the last without a shape, and the fewest straight links. */
    record Fitted(List<Point> points, int straight) {}

    /**
     * The points of a tube; where its walls meet at the ends, those are passed exactly.
     *
     * @param steady how wide the middle is steadied, in the time of the tube
     */
    static Fitted fit(Tube tube, boolean shaped, double steady, PlaceSearch.Surroundings about) {
        if (tube.size() < 2) {
            return new Fitted(List.of(new Point(tube.times[0], tube.centre[0])), 0);
        }
        Curve corners = shaped ? FewestLinks.closest(tube, 4) : FewestLinks.roomy(tube);
        int straight = corners.size() - 1;
        if (straight < 1) {
            return new Fitted(points(corners), 0);
        }
        if (straight <= FewestLinks.MANY) {
            return new Fitted(
                    new ShapedFit(tube, shaped, steady, about).whole(corners).points(), straight);
        }
        boolean turns = shaped && !about.meetings().isEmpty();
        Path path = turns && straight <= MOST ? inParts(tube, corners, steady, about) : null;
        boolean few = path != null && path.size() <= straight + 1;
        path = few ? path : atOnce(tube, corners, shaped, steady, about);
        return new Fitted(path.points(), straight);
    }

    /**
     * Of many links, each of some parts as well as if it were all; and once more from the middle of each part to that of the
     * next, so that no place where two met stays where it was put.
     */
    private static Path inParts(Tube tube, Curve corners, double steady, PlaceSearch.Surroundings about) {
        Curve centred = Centring.centre(corners, tube);
        int[] ends = ends(corners.size() - 1, (corners.size() - 1 + WHOLE - 1) / WHOLE);
        int parts = ends.length - 1;
        List<Path> apart = apart(
                tube, cuts(centred, ends), steady, about, (one, k) -> one.sketched(FewestLinks.closest(one.tube, 4)));
        List<double[]> middles = new ArrayList<>();
        double reached = tube.times[0];
        for (int k = 0; k < parts; k++) {
            Path one = apart.get(k);
            int at = k == 0 ? one.size() / 3 : k == parts - 1 ? one.size() - 1 - one.size() / 3 : one.size() / 2;
            if (one.t[at] > reached && one.t[at] < tube.times[tube.size() - 1]) {
                middles.add(new double[] {one.t[at], one.v[at]});
                reached = one.t[at];
            }
        }
        return Path.joined(
                apart(tube, middles, steady, about, (one, k) -> one.whole(FewestLinks.closest(one.tube, 4))));
    }

    /** The corners between which so many links are shared out among parts, both ends included. */
    private static int[] ends(int links, int parts) {
        return IntStream.rangeClosed(0, parts)
                .map(k -> (int) ((long) k * links / parts))
                .toArray();
    }

    /** Time and value of those corners, without the ends. */
    private static List<double[]> cuts(Curve corners, int[] ends) {
        return Arrays.stream(ends, 1, ends.length - 1)
                .mapToObj(end -> new double[] {corners.times()[end], corners.values()[end]})
                .toList();
    }

    /** How a path is found through a part: its fit, and which it is, from 0. */
    private interface Way {
        Path of(ShapedFit part, int k);
    }

    /** A path for each part between places that it passes: time and value. */
    private static List<Path> apart(
            Tube tube, List<double[]> cuts, double steady, PlaceSearch.Surroundings about, Way way) {
        Tube parted = tube.with(cuts.stream().mapToDouble(cut -> cut[0]).toArray());
        int last = cuts.size();
        return IntStream.rangeClosed(0, last)
                .parallel()
                .mapToObj(k -> {
                    int from = k == 0 ? 0 : Arrays.binarySearch(parted.times, cuts.get(k - 1)[0]);
                    int to = k == last ? parted.size() - 1 : Arrays.binarySearch(parted.times, cuts.get(k)[0]);
                    Tube own = parted.slice(from, to);
                    own = k == 0 ? own : own.through(0, cuts.get(k - 1)[1]);
                    own = k == last ? own : own.through(own.size() - 1, cuts.get(k)[1]);
                    PlaceSearch.Surroundings beside =
                            about.part(parted.times[from], parted.times[to], k == 0, k == last);
                    return way.of(new ShapedFit(own, true, steady, beside), k);
                })
                .toList();
    }

    private Path sketched(Curve corners) {
        Path path = shaped ? search.single() : null;
        if (path == null) {
            Curve centred = Centring.centre(corners, tube);
            path = shaped ? Path.along(centred, ways) : Path.straight(centred, ways);
            Path fewest = shaped && corners.size() > 2 ? search.search(corners, path) : null;
            path = fewest == null ? path : fewest;
        }
        return path;
    }

    private Path whole(Curve corners) {
        Path path = sketched(corners);
        drawing.draw(path);
        Path merged = shaped ? merged(path) : path;
        if (merged != path) {
            drawing.draw(merged);
        }
        return merged;
    }

    /**
     * Of very many links: in one go, nearly as few and nearly as near, in a time that grows with them only. Between two parts a
     * corner stays where it is.
     */
    private static Path atOnce(
            Tube tube, Curve corners, boolean shaped, double steady, PlaceSearch.Surroundings about) {
        Curve centred = Centring.centre(corners, tube);
        int links = corners.size() - 1;
        int parts = shaped ? Math.max(1, (links + PART / 2) / PART) : 1;
        if (parts == 1) {
            return new ShapedFit(tube, shaped, steady, about).inHaste(corners, centred);
        }
        int[] ends = ends(links, parts);
        return Path.joined(apart(
                tube,
                cuts(centred, ends),
                steady,
                about,
                (one, k) -> one.inHaste(corners.slice(ends[k], ends[k + 1]), centred.slice(ends[k], ends[k + 1]))));
    }

    private Path inHaste(Curve corners, Curve centred) {
        Path path = Path.straight(centred, ways);
        Path fewer = shaped ? search.farthest(corners, path) : null;
        path = fewer == null ? path : fewer;
        drawing.brief(path);
        return shaped ? merged(path) : path;
    }

    private static List<Point> points(Curve corners) {
        List<Point> points = new ArrayList<>();
        for (int i = 0; i < corners.size(); i++) {
            points.add(new Point(corners.times()[i], corners.values()[i]));
        }
        return points;
    }

    /** Without each corner that is not needed. */
    private Path merged(Path whole) {
        Path path = whole;
        for (int i = 1; i + 1 < path.size(); i++) {
            if (ways.find(path.t[i - 1], path.v[i - 1], path.t[i + 1], path.v[i + 1])) {
                path = path.without(i, ways);
                i = Math.max(0, i - 2);
            }
        }
        return path;
    }
}
