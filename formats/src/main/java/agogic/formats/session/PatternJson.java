package agogic.formats.session;

import agogic.core.envelope.Envelope;
import agogic.core.lane.Placed;
import agogic.core.pattern.Pattern;
import agogic.core.pattern.Rate;
import agogic.formats.file.FormatException;
import com.fasterxml.jackson.databind.node.ObjectNode;

/** Patterns, and where they are placed, to and from JSON. */
final class PatternJson {
    private PatternJson() {}

    static ObjectNode write(Pattern pattern) {
        ObjectNode json = PartsWriter.object()
                .put("name", pattern.name())
                .put("form", PartsWriter.word(pattern.form()))
                .put("rate", pattern.rate().amount())
                .put("per", PartsWriter.word(pattern.rate().per()))
                .put("depth", pattern.depth())
                .put("centre", pattern.centre())
                .put("phase", pattern.phase())
                .put("swing", pattern.swing())
                .put("rotation", pattern.rotation())
                .put("duty", pattern.duty())
                .put("steps", pattern.steps());
        if (!pattern.own().isEmpty()) {
            json.set("points", PartsWriter.points(pattern.own()));
        }
        return json;
    }

    static Pattern read(Json json) throws FormatException {
        Envelope own = json.maybe("points").isPresent() ? PartsReader.envelope(json.at("points")) : Envelope.EMPTY;
        return json.make(() -> new Pattern(
                json.text("name"),
                json.word("form", Pattern.Form.class),
                new Rate(json.number("rate"), json.word("per", Rate.Per.class)),
                json.number("depth"),
                json.number("centre"),
                json.number("phase"),
                json.number("swing"),
                json.number("rotation"),
                json.number("duty"),
                json.whole("steps"),
                own));
    }

    static ObjectNode write(Placed placed) {
        return PartsWriter.object()
                .put("pattern", placed.pattern())
                .put("from", placed.from())
                .put("to", placed.to())
                .put("turn", placed.turn());
    }

    static Placed placed(Json json) throws FormatException {
        return json.make(
                () -> new Placed(json.text("pattern"), json.number("from"), json.number("to"), json.number("turn")));
    }
}
