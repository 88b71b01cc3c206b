package agogic.formats.session;

import agogic.core.envelope.Envelope;
import agogic.core.envelope.Point;
import agogic.core.envelope.Shape;
import agogic.core.refine.Recipe;
import agogic.core.route.Hand;
import agogic.core.route.Into;
import agogic.core.route.Route;
import agogic.core.route.Span;
import agogic.core.route.Takeover;
import agogic.core.route.Target;
import agogic.core.route.WriteMode;
import agogic.formats.file.FormatException;
import java.util.List;
import java.util.Optional;

/** Reads the parts that several documents have: spans, routes, hands, points, recipes. */
final class PartsReader {
    private PartsReader() {}

    static Hand hand(Json json) throws FormatException {
        int page = json.maybe("page").isPresent() ? json.whole("page") : 0;
        return json.make(() -> new Hand(json.text("surface"), json.text("control"), page));
    }

    static Target target(Json json) throws FormatException {
        return new Target(json.text("device"), json.text("parameter"));
    }

    static Span span(Json json) throws FormatException {
        return json.make(() -> new Span(
                json.number("from"), json.number("to"), json.word("curve", Span.Curve.class), json.number("amount")));
    }

    static Route route(Json json) throws FormatException {
        Optional<Json> hand = json.maybe("hand");
        Optional<Hand> from = hand.isPresent() ? Optional.of(hand(hand.get())) : Optional.empty();
        Into into = json.maybe("into").isEmpty()
                ? Into.TIMELINE
                : new Into(json.at("into").flag("clip"), json.at("into").flag("offset"));
        return json.make(() -> new Route(
                json.text("id"),
                from,
                span(json.at("span")),
                target(json.at("target")),
                json.word("mode", WriteMode.class),
                json.flag("pinned"),
                json.flag("rehearse"),
                json.word("takeover", Takeover.class),
                json.number("smoothing"),
                json.flag("on"),
                into));
    }

    static Envelope envelope(Json json) throws FormatException {
        List<Point> points = json.rows(4, PartsReader::point);
        return json.make(() -> Envelope.of(points));
    }

    static Point point(Cells cells) throws FormatException {
        Shape.Kind kind = cells.word(2, Shape.Kind.class);
        double[] numbers = cells.numbers(3);
        return cells.make(() -> new Point(
                cells.number(0),
                cells.normalised(1),
                ShapeNumbers.shape(kind, numbers),
                cells.size() > 4 && cells.flag(4),
                cells.size() > 5 ? cells.whole(5) : 0));
    }

    static Recipe recipe(Json json) throws FormatException {
        return json.make(() -> new Recipe(
                json.number("shift"),
                json.number("steady"),
                json.number("tolerance"),
                json.word("startOn", Recipe.Anchor.class),
                json.word("endOn", Recipe.Anchor.class),
                json.number("easeBack"),
                json.flag("bent"),
                json.number("dwell"),
                json.maybe("rest").isPresent() ? json.number("rest") : Recipe.REST));
    }
}
