package agogic.formats.session;

import com.fasterxml.jackson.core.JsonEncoding;
import com.fasterxml.jackson.core.JsonFactory;
import com.fasterxml.jackson.core.JsonGenerator;
import com.fasterxml.jackson.core.StreamWriteFeature;
import com.fasterxml.jackson.core.util.DefaultPrettyPrinter;
import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.node.BaseJsonNode;
import com.fasterxml.jackson.databind.node.POJONode;
import java.io.IOException;
import java.io.OutputStream;
import java.util.Iterator;
import java.util.Map;

/** A tree as the text of a document, line by line, without all that a mapper loads before its first word. */
final class TreeText {
    private static final JsonFactory FACTORY = JsonFactory.builder()
            .enable(StreamWriteFeature.USE_FAST_DOUBLE_WRITER)
            .build();

    private TreeText() {}

    /**
     * Writes a tree, and leaves open what it writes to.
     *
     * @throws IOException if the file or the disk fails
     */
    static void write(OutputStream out, JsonNode tree) throws IOException {
        try (JsonGenerator to = FACTORY.createGenerator(out, JsonEncoding.UTF8)) {
            to.disable(JsonGenerator.Feature.AUTO_CLOSE_TARGET);
            to.setPrettyPrinter(new DefaultPrettyPrinter());
            write(to, tree);
        }
    }

    private static void write(JsonGenerator to, JsonNode node) throws IOException {
        if (node.isObject()) {
            to.writeStartObject();
            for (Iterator<Map.Entry<String, JsonNode>> fields = node.fields(); fields.hasNext(); ) {
                Map.Entry<String, JsonNode> field = fields.next();
                to.writeFieldName(field.getKey());
                write(to, field.getValue());
            }
            to.writeEndObject();
        } else if (node.isArray()) {
            to.writeStartArray();
            for (JsonNode element : node) {
                write(to, element);
            }
            to.writeEndArray();
        } else if (node instanceof POJONode plain && plain.getPojo() instanceof ManyRows rows) {
            rows.serialize(to, null);
        } else if (node.isNull()) {
            to.writeNull();
        } else {
            ((BaseJsonNode) node).serialize(to, null);
        }
    }
}
