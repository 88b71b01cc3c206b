package agogic.formats.session;

import agogic.core.session.Destination;
import agogic.formats.file.FormatException;
import com.fasterxml.jackson.databind.node.ArrayNode;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.util.ArrayList;
import java.util.EnumSet;
import java.util.List;

/** Destinations as JSON. */
final class DestinationJson {
    private DestinationJson() {}

    static ObjectNode write(Destination one) {
        ObjectNode json = PartsWriter.object().put("name", one.name());
        ArrayNode parts = json.putArray("parts");
        one.inOrder().forEach(part -> parts.add(part.word()));
        Destination.How how = one.how();
        json.put("fine", how.fine())
                .put("cable", how.cable())
                .put("leadIn", how.leadIn())
                .put("content", how.content().word())
                .put("bits", how.bits())
                .put("rate", how.rate())
                .put("loop", how.loop())
                .put("picture", how.picture())
                .put("light", how.light());
        if (!one.folder().isEmpty()) {
            json.put("folder", one.folder());
        }
        if (!one.carried().isEmpty()) {
            json.put("carried", one.carried());
        }
        return json;
    }

    static Destination read(Json json) throws FormatException {
        List<Destination.Part> parts =
                new ArrayList<>(json.list("parts", one -> one.make(() -> Destination.Part.of(one.text()))));
        return json.make(() -> new Destination(
                json.text("name"),
                parts.isEmpty() ? EnumSet.noneOf(Destination.Part.class) : EnumSet.copyOf(parts),
                new Destination.How(
                        json.text("fine"),
                        json.flag("cable"),
                        json.flag("leadIn"),
                        json.word("content", Destination.Content.class),
                        json.text("bits"),
                        json.whole("rate"),
                        json.flag("loop"),
                        json.text("picture"),
                        json.flag("light")),
                json.maybe("folder").isPresent() ? json.text("folder") : "",
                json.maybe("carried").isPresent() ? json.text("carried") : ""));
    }
}
