package agogic.formats.session;

import agogic.core.route.Hand;
import agogic.core.snapshot.Snapshot;
import agogic.core.snapshot.SnapshotSet;
import agogic.formats.file.FormatException;
import com.fasterxml.jackson.databind.node.ArrayNode;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.util.Optional;

/** Sets of snapshots to and from JSON. */
final class SetJson {
    private SetJson() {}

    static ObjectNode write(SnapshotSet set) {
        ObjectNode json = PartsWriter.object()
                .put("name", set.name())
                .put("start", PartsWriter.word(set.start()))
                .put("over", set.over());
        json.set("snapshots", PartsWriter.list(set.snapshots(), SetJson::snapshot));
        return json;
    }

    private static ObjectNode snapshot(Snapshot snapshot) {
        ObjectNode json = PartsWriter.object().put("name", snapshot.name());
        snapshot.pad().ifPresent(pad -> PartsWriter.hand(json.putObject("pad"), pad));
        ArrayNode values = json.putArray("values");
        snapshot.values().forEach(v -> values.addObject()
                .put("device", v.target().device())
                .put("parameter", v.target().parameter())
                .put("value", v.value()));
        return json;
    }

    static SnapshotSet read(Json json) throws FormatException {
        return json.make(() -> new SnapshotSet(
                json.text("name"),
                json.word("start", SnapshotSet.Start.class),
                json.number("over"),
                json.list("snapshots", SetJson::snapshot)));
    }

    private static Snapshot snapshot(Json json) throws FormatException {
        Optional<Hand> pad =
                json.maybe("pad").isPresent() ? Optional.of(PartsReader.hand(json.at("pad"))) : Optional.empty();
        return json.make(() -> new Snapshot(
                json.text("name"),
                json.list("values", v -> v.make(() -> new Snapshot.Value(PartsReader.target(v), v.number("value")))),
                pad));
    }
}
