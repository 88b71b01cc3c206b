package agogic.core.assign;

import agogic.core.edit.layer.Layers;
import agogic.core.envelope.Envelope;
import agogic.core.envelope.Point;
import agogic.core.envelope.Shape;
import agogic.core.lane.Lane;
import agogic.core.lane.Layer;
import agogic.core.lane.Stretch;
import agogic.core.parameter.Parameter;
import agogic.core.route.Route;
import agogic.core.route.Span;
import agogic.core.session.Session;
import agogic.core.session.Writable;
import java.util.ArrayList;
import java.util.List;
import java.util.function.DoubleUnaryOperator;

/**
 * Another span for a route, and what becomes of that which was recorded through the old one. Where only the ends move,
 * points go along exactly: {@code from' + (v - from) / (to - from) * (to' - from')}; every way between them scales with
 * them. Where the curve changes, rides are written anew.
 */
public final class SpanChange {
    private SpanChange() {}

    /** What happens to points. */
    public enum Follow {
        /** Points keep their values. */
        KEEP("Points keep their values"),
        /** What was ridden through the span follows it. */
        RIDDEN("What was ridden follows"),
        /** The whole lane follows, drawn points as well. */
        WHOLE("The whole lane follows");

        private final String spoken;

        Follow(String spoken) {
            this.spoken = spoken;
        }

        /** The word for people. */
        public String spoken() {
            return spoken;
        }
    }

    /**
     * What a change would come to.
     *
     * @param session after it
     * @param moved how many points move
     * @param stopped how many of them come to a wall, where they lose what lies beyond
     */
    public record Outcome(Session session, int moved, int stopped) {}

    /**
     * The session with another span for a route.
     *
     * @throws IllegalArgumentException in words for people if there is no such route, or what was written is to follow and
     *     its lane is protected
     */
    public static Outcome of(Session session, String routeId, Span span, Follow follow) {
        Route route = session.route(routeId);
        Session changed = session.with(route.with(span));
        Lane lane = session.lane(route.target());
        Parameter parameter = session.parameter(route.target());
        if (follow == Follow.KEEP || lane.points() == 0 || route.span().equals(span)) {
            return new Outcome(changed, 0, 0);
        }
        Writable.lane(session, route.target());
        boolean endsOnly = route.span().curve() == span.curve() && route.span().amount() == span.amount();
        if (follow == Follow.RIDDEN && (!endsOnly || parameter.stepped())) {
            // Where only positions are kept, the points do not say where the hand was.
            return rewritten(changed, route, span);
        }
        Mapping mapping = new Mapping(parameter, route.span(), span);
        Lane moved = lane;
        for (int i = 0; i < lane.layers().size(); i++) {
            Layer layer = lane.layer(i);
            if (!layer.offset()) {
                moved = moved.with(
                        i,
                        follow == Follow.WHOLE
                                ? whole(layer, route, span, mapping)
                                : ridden(session, layer, route, span, mapping));
            }
        }
        return new Outcome(changed.with(moved), mapping.moved, mapping.stopped);
    }

    /**
     * The span with both ends moved by a difference, in the difference unit: all of it 3 dB less.
     *
     * @throws IllegalArgumentException if that would close the span, or the parameter moves in steps
     */
    public static Span shifted(Parameter parameter, Span span, double difference) {
        if (parameter.stepped()) {
            throw new IllegalArgumentException(parameter.name() + " moves in steps: there is no more or less of it.");
        }
        Span moved = new Span(
                parameter.moved(span.from(), difference),
                parameter.moved(span.to(), difference),
                span.curve(),
                span.amount());
        if (moved.closed() && !span.closed()) {
            throw new IllegalArgumentException("By " + parameter.printDifference(difference) + " all of "
                    + parameter.name() + " would be clipped at the limit.");
        }
        return moved;
    }

    private static final class Mapping implements DoubleUnaryOperator {
        private final Parameter parameter;
        private final Span old;
        private final Span span;
        private int moved;
        private int stopped;

        Mapping(Parameter parameter, Span old, Span span) {
            this.parameter = parameter;
            this.old = old;
            this.span = span;
        }

        @Override
        public double applyAsDouble(double value) {
            if (old.closed()) {
                return value;
            }
            double there = value == old.from()
                    ? span.from()
                    : value == old.to()
                            ? span.to()
                            : span.from() + (value - old.from()) / (old.to() - old.from()) * (span.to() - span.from());
            return parameter.settled(there);
        }

        Point point(Point point, boolean count) {
            double value = applyAsDouble(point.value());
            double scale = old.closed() ? 1 : (span.to() - span.from()) / (old.to() - old.from());
            Shape shape = point.shape();
            if (shape.kind().wave()) {
                double depth = Math.max(-1, Math.min(1, shape.amount() * scale));
                shape = new Shape(shape.kind(), depth, shape.count(), shape.duty(), shape.from(), shape.to());
            }
            if (count) {
                moved++;
                boolean wall = (value == 0 || value == 1) && value != span.from() && value != span.to();
                stopped += wall ? 1 : 0;
            }
            return point.at(point.time(), value).with(shape);
        }
    }

    private static Layer whole(Layer layer, Route route, Span span, Mapping mapping) {
        List<Point> points = layer.envelope().points().stream()
                .map(p -> mapping.point(p, true))
                .toList();
        List<Stretch> stretches = new ArrayList<>();
        for (Stretch stretch : layer.stretches()) {
            List<Point> under = stretch.under().points().stream()
                    .map(p -> mapping.point(p, false))
                    .toList();
            Span through = stretch.span().equals(route.span()) ? span : mapped(stretch.span(), mapping);
            stretches.add(stretch.through(through, Envelope.of(under)));
        }
        return layer.with(Envelope.of(points), stretches);
    }

    private static Span mapped(Span span, Mapping mapping) {
        return new Span(
                mapping.applyAsDouble(span.from()), mapping.applyAsDouble(span.to()), span.curve(), span.amount());
    }

    private static Layer ridden(Session session, Layer layer, Route route, Span span, Mapping mapping) {
        List<Stretch> all = layer.stretches();
        List<Stretch> stretches = new ArrayList<>();
        for (int i = 0; i < all.size(); i++) {
            Envelope under = moved(session, all.get(i).under(), all.subList(0, i), route, mapping, false);
            boolean mine = mine(session, all.get(i), route);
            stretches.add(all.get(i).through(mine ? span : all.get(i).span(), under));
        }
        Envelope envelope = moved(session, layer.envelope(), all, route, mapping, true);
        return layer.with(envelope, stretches);
    }

    /** True if a stretch was ridden by the hand of this route through the span it has. */
    private static boolean mine(Session session, Stretch stretch, Route route) {
        return stretch.span().equals(route.span())
                && route.hand()
                        .filter(session.ride(stretch.ride()).hand()::sameControl)
                        .isPresent();
    }

    /** The points that lie where a stretch of the route is on top, moved. The seams at its ends belong to what is beside. */
    private static Envelope moved(
            Session session, Envelope envelope, List<Stretch> stretches, Route route, Mapping mapping, boolean count) {
        List<Point> points = new ArrayList<>(envelope.points());
        for (int i = 0; i < points.size(); i++) {
            Point point = points.get(i);
            Stretch top = null;
            for (Stretch stretch : stretches) {
                boolean seamBefore = point.time() == stretch.from()
                        && i + 1 < points.size()
                        && points.get(i + 1).time() == point.time();
                boolean seamAfter = point.time() == stretch.to()
                        && i > 0
                        && points.get(i - 1).time() == point.time();
                boolean eased = point.time() == stretch.to() && stretch.easesBack();
                if (stretch.from() <= point.time()
                        && point.time() <= stretch.to()
                        && !seamBefore
                        && !seamAfter
                        && !eased) {
                    top = stretch;
                }
            }
            if (top != null && mine(session, top, route)) {
                points.set(i, mapping.point(point, count));
            }
        }
        return Envelope.of(points);
    }

    private static Outcome rewritten(Session changed, Route route, Span span) {
        Session after = changed;
        int points = 0;
        for (int layer = 0; layer < changed.lane(route.target()).layers().size(); layer++) {
            List<Stretch> all = changed.lane(route.target()).layer(layer).stretches();
            boolean any = false;
            for (int i = 0; i < all.size(); i++) {
                int index = i;
                if (mine(changed, all.get(i), route)) {
                    any = true;
                    after = Layers.edited(after, route.target(), layer, (writer, one) -> {
                        Stretch stretch = one.stretches().get(index);
                        return writer.rewrite(one, index, stretch.through(span, stretch.under()), changed::ride);
                    });
                }
            }
            points += any ? after.lane(route.target()).layer(layer).envelope().size() : 0;
        }
        return new Outcome(after, points, 0);
    }
}
