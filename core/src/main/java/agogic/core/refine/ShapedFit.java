package agogic.core.refine;

import agogic.core.curve.Curve;
import agogic.core.envelope.Point;
import java.util.ArrayList;
import java.util.List;

/**
 * The fewest ways through a tube from a given beginning to a given end, and of all with that number the nearest to its
 * middle. Straight ways may have their corners anywhere ({@link FewestLinks}); shaped ones join places on the middle and
 * corners of the straight path, found by going through all pairs, and are then drawn nearer.
 */
final class ShapedFit {
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
        return tube.size() < 2
                ? new Fitted(List.of(new Point(tube.times[0], tube.centre[0])), 0)
                : new ShapedFit(tube, shaped, steady, about).fit();
    }

    private Fitted fit() {
        Curve corners = shaped ? FewestLinks.closest(tube, 4) : FewestLinks.roomy(tube);
        if (corners.size() < 2) {
            return new Fitted(points(corners), Math.max(0, corners.size() - 1));
        }
        int straight = corners.size() - 1;
        if (straight > FewestLinks.MANY) {
            return new Fitted(atOnce(corners).points(), straight);
        }
        Path path = shaped ? search.single() : null;
        if (path == null) {
            Curve centred = Centring.centre(corners, tube);
            path = shaped ? Path.along(centred, ways) : Path.straight(centred, ways);
            Path fewest = shaped && straight > 1 ? search.search(corners, path) : null;
            path = fewest == null ? path : fewest;
        }
        drawing.draw(path);
        Path merged = shaped ? merged(path) : path;
        if (merged != path) {
            drawing.draw(merged);
        }
        return new Fitted(merged.points(), straight);
    }

    /** Of very many links: in one go, nearly as few and nearly as near, in a time that grows with them only. */
    private Path atOnce(Curve corners) {
        Path path = Path.straight(Centring.centre(corners, tube), ways);
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
