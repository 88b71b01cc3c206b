package agogic.formats.session;

import agogic.core.session.Destination;
import agogic.formats.file.FormatException;
import com.fasterxml.jackson.databind.node.ArrayNode;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.util.List;
import java.util.Set;

/** Destinations as JSON. */
final class DestinationJson {
    private DestinationJson() {}

    static ObjectNode write(Destination one) {
        ObjectNode json = PartsWriter.object().put("name", one.name());
        ArrayNode parts = json.putArray("parts");
        one.inOrder().forEach(part -> parts.add(part.word()));
        Destination.How how = one.how();
        json.put("fine", how.midi().fine())
                .put("cable", how.midi().cable())
                .put("leadIn", how.midi().leadIn())
                .put("content", how.midi().content().word())
                .put("tempo", how.midi().tempo())
                .put("bits", how.audio().bits())
                .put("rate", how.audio().rate())
                .put("loop", how.audio().loop())
                .put("lanes", how.audio().lanes())
                .put("picture", how.picture().format())
                .put("light", how.picture().light());
        if (!one.folder().isEmpty()) {
            json.put("folder", one.folder());
        }
        if (!one.carried().isEmpty()) {
            json.put("carried", one.carried());
        }
        return json;
    }

    static Destination read(Json json) throws FormatException {
        List<Destination.Part> parts = json.list("parts", one -> one.make(() -> Destination.Part.of(one.text())));
        return json.make(() -> new Destination(
                json.text("name"),
                Set.copyOf(parts),
                new Destination.How(
                        new Destination.Midi(
                                json.text("fine"),
                                json.flag("cable"),
                                json.flag("leadIn"),
                                json.word("content", Destination.Content.class),
                                json.flag("tempo")),
                        new Destination.Audio(
                                json.text("bits"), json.whole("rate"), json.flag("loop"), json.flag("lanes")),
                        new Destination.Picture(json.text("picture"), json.flag("light"))),
                json.maybe("folder").isPresent() ? json.text("folder") : "",
                json.maybe("carried").isPresent() ? json.text("carried") : ""));
    }
}
