package agogic.formats.session;

import agogic.core.envelope.Envelope;
import agogic.core.envelope.Point;
import agogic.core.envelope.Shape;
import agogic.core.refine.Recipe;
import agogic.core.route.Hand;
import agogic.core.route.Into;
import agogic.core.route.Route;
import agogic.core.route.Span;
import agogic.core.route.Target;
import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.node.ArrayNode;
import com.fasterxml.jackson.databind.node.JsonNodeFactory;
import com.fasterxml.jackson.databind.node.ObjectNode;
import com.fasterxml.jackson.databind.node.TextNode;
import java.util.EnumMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.function.Function;

/** Writes the parts that several documents have: spans, routes, hands, points, recipes. */
final class PartsWriter {
    private static final JsonNodeFactory JSON = JsonNodeFactory.instance;

    /** A longer list of points or notes is written without a tree. */
    static final int MANY = 256;

    /** The word of each shape: one for all points that have it. */
    private static final Map<Shape.Kind, TextNode> KINDS = new EnumMap<>(Shape.Kind.class);

    static {
        for (Shape.Kind kind : Shape.Kind.values()) {
            KINDS.put(kind, TextNode.valueOf(word(kind)));
        }
    }

    static ObjectNode object() {
        return JSON.objectNode();
    }

    static <T> ArrayNode list(List<T> all, Function<T, ObjectNode> one) {
        ArrayNode array = JSON.arrayNode(all.size());
        all.forEach(each -> array.add(one.apply(each)));
        return array;
    }

    static String word(Enum<?> word) {
        return word.name().toLowerCase(Locale.ROOT);
    }

    static ObjectNode target(Target target) {
        return object().put("device", target.device()).put("parameter", target.parameter());
    }

    static ObjectNode span(Span span) {
        return object().put("from", span.from())
                .put("to", span.to())
                .put("curve", word(span.curve()))
                .put("amount", span.amount());
    }

    static ObjectNode route(Route route) {
        ObjectNode json = object().put("id", route.id());
        route.hand().ifPresent(hand -> hand(json.putObject("hand"), hand));
        json.set("span", span(route.span()));
        json.set("target", target(route.target()));
        json.put("mode", word(route.mode()))
                .put("pinned", route.pinned())
                .put("rehearse", route.rehearse())
                .put("takeover", word(route.takeover()))
                .put("smoothing", route.smoothing())
                .put("on", route.on());
        if (!route.into().equals(Into.TIMELINE)) {
            json.putObject("into")
                    .put("clip", route.into().clip())
                    .put("offset", route.into().offset());
        }
        return json;
    }

    static void hand(ObjectNode json, Hand hand) {
        json.put("surface", hand.surface()).put("control", hand.control());
        if (hand.page() > 0) {
            json.put("page", hand.page());
        }
    }

    /** The points of an envelope; those of a long one are no tree. */
    static JsonNode points(Envelope envelope) {
        if (envelope.size() > MANY) {
            return JSON.pojoNode(new ManyRows(envelope.size(), (i, row) -> point(envelope, i, row)));
        }
        ArrayNode array = JSON.arrayNode(envelope.size());
        envelope.points().forEach(point -> array.add(point(point)));
        return array;
    }

    private static void point(Envelope envelope, int i, ManyRows.Row row) {
        Shape shape = envelope.shape(i);
        row.number(envelope.time(i));
        row.number(envelope.value(i));
        row.word(KINDS.get(shape.kind()).textValue());
        row.open();
        for (double number : ShapeNumbers.of(shape)) {
            row.number(number);
        }
        row.close();
        if (envelope.pinned(i) || envelope.tie(i) != 0) {
            row.flag(envelope.pinned(i));
        }
        if (envelope.tie(i) != 0) {
            row.whole(envelope.tie(i));
        }
    }

    static ArrayNode point(Point point) {
        ArrayNode one = JSON.arrayNode(4).add(point.time()).add(point.value());
        one.add(KINDS.get(point.shape().kind()));
        ArrayNode numbers = one.addArray();
        for (double number : ShapeNumbers.of(point.shape())) {
            numbers.add(number);
        }
        if (point.pinned() || point.tie() != 0) {
            one.add(point.pinned());
        }
        if (point.tie() != 0) {
            one.add(point.tie());
        }
        return one;
    }

    static ObjectNode recipe(Recipe recipe) {
        return object().put("shift", recipe.shift())
                .put("steady", recipe.steady())
                .put("tolerance", recipe.tolerance())
                .put("startOn", word(recipe.startOn()))
                .put("endOn", word(recipe.endOn()))
                .put("easeBack", recipe.easeBack())
                .put("bent", recipe.bent())
                .put("dwell", recipe.dwell())
                .put("rest", recipe.rest());
    }

    private PartsWriter() {}
}
