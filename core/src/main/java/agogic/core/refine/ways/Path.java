package agogic.core.refine.ways;

import agogic.core.curve.Curve;
import agogic.core.envelope.Point;
import agogic.core.envelope.Shape;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;

/** A path while it is being made: its corners, the ways between them, and what each way is off. */
public final class Path {
    public final double[] t;
    public final double[] v;
    public final Shape[] shapes;
    public final double[] errors;

    /** A path through these corners; a way and what it is off fewer than corners. */
    public Path(double[] times, double[] values, Shape[] shapes, double[] errors) {
        t = times;
        v = values;
        this.shapes = shapes;
        this.errors = errors;
    }

    /** Along these corners, each way as near as it can be; straight where none is found. */
    public static Path along(Curve corners, Ways ways) {
        int links = corners.size() - 1;
        Path path = new Path(corners.times().clone(), corners.values().clone(), new Shape[links], new double[links]);
        for (int i = 0; i < links; i++) {
            boolean found = ways.find(path.t[i], path.v[i], path.t[i + 1], path.v[i + 1]);
            path.shapes[i] = found ? ways.shape : Shape.STRAIGHT;
            path.errors[i] = found ? ways.error : 0;
        }
        return path;
    }

    /** Straight along these corners. */
    public static Path straight(Curve corners, Ways ways) {
        int links = corners.size() - 1;
        Path path = new Path(corners.times().clone(), corners.values().clone(), new Shape[links], new double[links]);
        Arrays.fill(path.shapes, Shape.STRAIGHT);
        path.measureStraight(ways);
        return path;
    }

    /** Says anew what its ways are off, all of them straight. */
    public void measureStraight(Ways ways) {
        for (int i = 0; i < errors.length; i++) {
            errors[i] = ways.straight(t[i], v[i], t[i + 1], v[i + 1]);
        }
    }

    /** Says anew what its ways are off; false, and not all is said, if one of them leaves the tube. */
    public boolean measure(Ways ways) {
        for (int i = 0; i < errors.length; i++) {
            if (!ways.exactly(t[i], v[i], t[i + 1], v[i + 1], shapes[i], Double.POSITIVE_INFINITY)) {
                return false;
            }
            errors[i] = ways.error;
        }
        return true;
    }

    /** What all its ways are off: squares over time. */
    public double off() {
        double off = 0;
        for (double error : errors) {
            off += error;
        }
        return off;
    }

    /** One path of several of which each ends where the next begins. */
    public static Path joined(List<Path> parts) {
        int links = parts.stream().mapToInt(part -> part.size() - 1).sum();
        Path all = new Path(new double[links + 1], new double[links + 1], new Shape[links], new double[links]);
        int at = 0;
        for (Path part : parts) {
            System.arraycopy(part.t, 0, all.t, at, part.t.length);
            System.arraycopy(part.v, 0, all.v, at, part.v.length);
            System.arraycopy(part.shapes, 0, all.shapes, at, part.shapes.length);
            System.arraycopy(part.errors, 0, all.errors, at, part.errors.length);
            at += part.shapes.length;
        }
        return all;
    }

    /** Another path that is as this one is now. */
    public Path copy() {
        return new Path(t.clone(), v.clone(), shapes.clone(), errors.clone());
    }

    /** This path becomes another with as many corners. */
    public void become(Path other) {
        System.arraycopy(other.t, 0, t, 0, t.length);
        System.arraycopy(other.v, 0, v, 0, v.length);
        System.arraycopy(other.shapes, 0, shapes, 0, shapes.length);
        System.arraycopy(other.errors, 0, errors, 0, errors.length);
    }

    /** A path so much of the way (0..1) from this one to another, whose ways are of the same kinds or straight; what they are off is not known. */
    public Path towards(Path other, double part) {
        Path path = copy();
        for (int i = 0; i < t.length; i++) {
            path.t[i] += part * (other.t[i] - t[i]);
            path.v[i] += part * (other.v[i] - v[i]);
        }
        for (int i = 0; i < shapes.length; i++) {
            Shape there = other.shapes[i];
            Shape kind = there.drawable() ? there : shapes[i];
            path.shapes[i] = kind.with(shapes[i].amount() + part * (there.amount() - shapes[i].amount()));
        }
        return path;
    }

    /** How many corners it has. */
    public int size() {
        return t.length;
    }

    /** Makes a way what was found last. */
    public void way(int link, Ways ways) {
        shapes[link] = ways.shape;
        errors[link] = ways.error;
    }

    /** Without a corner: the way over its place is the one that was found last. */
    public Path without(int corner, Ways ways) {
        Shape[] fewer = new Shape[shapes.length - 1];
        System.arraycopy(shapes, 0, fewer, 0, corner);
        System.arraycopy(shapes, corner + 1, fewer, corner, fewer.length - corner);
        Path path = new Path(without(t, corner), without(v, corner), fewer, without(errors, corner));
        path.way(corner - 1, ways);
        return path;
    }

    private static double[] without(double[] all, int i) {
        double[] fewer = Arrays.copyOf(all, all.length - 1);
        System.arraycopy(all, i + 1, fewer, i, fewer.length - i);
        return fewer;
    }

    /** Its points; the last without a shape. */
    public List<Point> points() {
        List<Point> points = new ArrayList<>();
        for (int i = 0; i < t.length; i++) {
            points.add(new Point(t[i], v[i], i < shapes.length ? shapes[i] : Shape.STRAIGHT));
        }
        return points;
    }
}
