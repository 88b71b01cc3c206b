package agogic.formats.session;

import static org.assertj.core.api.Assertions.assertThat;

import agogic.core.fit.Fit;
import agogic.core.session.Session;
import agogic.standins.comet.SlowComet;
import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.node.ObjectNode;
import com.networknt.schema.JsonSchema;
import com.networknt.schema.JsonSchemaFactory;
import com.networknt.schema.SpecVersion;
import com.networknt.schema.ValidationMessage;
import java.util.Set;
import org.junit.jupiter.api.Test;

/** The schema that ships, JSON Schema draft 2020-12, judged by an independent validator. */
class SchemaTest {
    private static final Session COMET = SlowComet.session();
    private final JsonSchema schema = JsonSchemaFactory.getInstance(SpecVersion.VersionFlag.V202012)
            .getSchema(SchemaTest.class.getResourceAsStream("session.schema.json"));

    private Set<ValidationMessage> faults(JsonNode json) {
        return schema.validate(json);
    }

    @Test
    void whatIsSavedFollowsTheSchema() {
        assertThat(faults(SessionWriter.write(COMET))).isEmpty();
        Session fitted = Fit.plan(COMET, "partial-bank", Set.of("take back")).apply(COMET);
        assertThat(faults(SessionWriter.write(fitted))).isEmpty();
    }

    @Test
    void whatTheSchemaForbidsIsSeen() {
        ObjectNode json = SessionWriter.write(COMET);
        json.put("colour", "blue");
        assertThat(faults(json)).hasSize(1);
        json.remove("colour");
        ((ObjectNode) json.get("routes").get(0)).put("mode", "scribble");
        assertThat(faults(json)).hasSize(1);
        ((ObjectNode) json.get("routes").get(0)).put("mode", "read");
        ((ObjectNode) json.get("devices").get(0).get("parameters").get(0)).put("resting", 1.5);
        assertThat(faults(json)).hasSize(1);
    }
}
