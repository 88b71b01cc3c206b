package agogic.formats.session;

import agogic.core.envelope.Shape;
import agogic.formats.table.ShapeText;
import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.node.ArrayNode;
import com.fasterxml.jackson.databind.node.ObjectNode;
import com.fasterxml.jackson.databind.node.TextNode;
import java.util.Map;

/**
 * Files of version 1, lifted to what version 2 says: a lane's points lie in a layer, the numbers of a shape are numbers, and
 * takeover has the words that people see. What has not the form of version 1 stays, so that the reader tells where it is.
 */
final class VersionOne {
    private static final Map<String, String> TAKEOVER =
            Map.of("jump", "at_once", "pickup", "when_they_meet", "scaled", "closing_in");

    private VersionOne() {}

    /** Changes a session as a whole. */
    static void session(JsonNode json) {
        each(json.path("routes"), VersionOne::takeover);
        each(json.path("lanes"), VersionOne::lane);
    }

    /** Changes a map of a surface. */
    static void map(JsonNode json) {
        each(json.path("ties"), VersionOne::takeover);
    }

    private interface Change {
        void of(ObjectNode object);
    }

    private static void each(JsonNode list, Change change) {
        for (JsonNode one : list) {
            if (one instanceof ObjectNode object) {
                change.of(object);
            }
        }
    }

    private static void takeover(ObjectNode json) {
        String word = TAKEOVER.get(json.path("takeover").asText());
        if (word != null) {
            json.put("takeover", word);
        }
    }

    private static void lane(ObjectNode lane) {
        points(lane, "points");
        each(lane.path("stretches"), stretch -> points(stretch, "under"));
        ObjectNode layer = lane.objectNode().put("place", "timeline").put("way", "absolute");
        for (String name : new String[] {"lock", "points", "stretches"}) {
            if (lane.has(name)) {
                layer.set(name, lane.remove(name));
            }
        }
        lane.putArray("layers").add(layer);
    }

    private static void points(ObjectNode in, String name) {
        if (in.path(name) instanceof Rows rows) {
            in.set(name, rows.plain());
        }
        for (JsonNode point : in.path(name)) {
            if (point instanceof ArrayNode cells && cells.size() > 3 && cells.get(3) instanceof TextNode amount) {
                try {
                    Shape shape = ShapeText.parse(cells.get(2).asText(), amount.asText());
                    ArrayNode numbers = cells.arrayNode();
                    for (double number : ShapeNumbers.of(shape)) {
                        numbers.add(number);
                    }
                    cells.set(3, numbers);
                } catch (IllegalArgumentException e) {
                    // No amount of version 1 either: the reader says where it stands.
                    continue;
                }
            }
        }
    }
}
