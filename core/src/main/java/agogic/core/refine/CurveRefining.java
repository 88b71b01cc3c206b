package agogic.core.refine;

import agogic.core.curve.Curve;
import agogic.core.envelope.Envelope;
import agogic.core.envelope.Point;
import agogic.core.refine.links.FewestLinks;
import agogic.core.refine.tube.Tube;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.stream.IntStream;

/** From curves to envelopes within a normalised tolerance: no hand, no rests, no parameter. */
public final class CurveRefining {
    /** A curve of more points is worked out in two halves. */
    private static final int LONG = 400_000;

    private CurveRefining() {}

    /**
     * The envelope of a curve within a normalised tolerance, without a parameter.
     *
     * @param bent true if bent shapes may join straight links, all inside 0..1; else the fewest straight ones
     *     anywhere, which may lie beyond 0 and 1 by the tolerance
     * @param tolerance normalised, 0 or more
     * @throws IllegalArgumentException in words for people if the tolerance is below 0
     */
    public static Refined refine(Curve curve, int moves, double tolerance, boolean bent) {
        return refine(List.of(curve), moves, tolerance, bent);
    }

    /** As {@link #refine(Curve, int, double, boolean)}, of curves that follow each other: between them it jumps. */
    public static Refined refine(List<Curve> curves, int moves, double tolerance, boolean bent) {
        return refine(curves, moves, tolerance, bent, bent);
    }

    /** As {@link #refine(List, int, double, boolean)}, and inside 0..1 even if that takes a point more, as every lane is. */
    public static Refined inside(List<Curve> curves, int moves, double tolerance, boolean bent) {
        Refined anywhere = refine(curves, moves, tolerance, bent);
        boolean inside = anywhere.envelope().points().stream().allMatch(p -> p.value() >= 0 && p.value() <= 1);
        return inside ? anywhere : refine(curves, moves, tolerance, bent, true);
    }

    private static Refined refine(List<Curve> curves, int moves, double tolerance, boolean bent, boolean inside) {
        RestsAndReaches fit = new RestsAndReaches(bent);
        List<Tube> cells = new ArrayList<>();
        for (Curve curve : curves) {
            cells.add(Tube.beside(curve, 0));
            fit.piece(inside ? Tube.inside(curve, tolerance) : Tube.beside(curve, tolerance), List.of(), List.of(), 0);
        }
        Envelope envelope = inside ? Envelope.of(fit.points()).normalised() : Envelope.of(fit.points());
        return Refining.told(envelope, moves, fit, curves.get(0), cells, FromHand.NORMALISED);
    }

    /**
     * The fewest straight links inside 0..1 within a tolerance of curves that follow each other, and nothing nearer:
     * at once. A very long curve is parted in the middle, where the path goes through it, and both parts are worked
     * out side by side: that costs two points at the most.
     *
     * @throws IllegalArgumentException in words for people if there is no curve
     */
    public static Envelope fewest(List<Curve> curves, double tolerance) {
        List<Point> points = new ArrayList<>();
        for (Curve curve : curves) {
            int n = curve.size();
            List<Curve> paths = n < LONG
                    ? List.of(FewestLinks.within(Tube.inside(curve, tolerance)))
                    : IntStream.of(0, 1)
                            .parallel()
                            .mapToObj(half -> half(curve, half == 0, tolerance))
                            .toList();
            for (Curve path : paths) {
                for (int i = path == paths.get(0) ? 0 : 1; i < path.size(); i++) {
                    points.add(new Point(path.times()[i], path.values()[i]));
                }
            }
        }
        return Envelope.of(points).normalised();
    }

    /** The path of one half of a curve, which goes through its middle. */
    private static Curve half(Curve curve, boolean first, double tolerance) {
        int middle = curve.size() / 2;
        int from = first ? 0 : middle;
        int to = first ? middle + 1 : curve.size();
        Curve part = curve.slice(from, to - 1);
        int at = first ? Arrays.binarySearch(part.times(), curve.times()[middle]) : 0;
        Tube tube = Tube.inside(part, tolerance);
        int pinned = first ? tube.size() - 1 : 0;
        return FewestLinks.within(tube.through(pinned, part.values()[at]));
    }
}
