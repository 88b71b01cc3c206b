package agogic.formats.session;

import com.fasterxml.jackson.core.io.JsonStringEncoder;
import com.fasterxml.jackson.databind.JsonNode;
import java.util.Iterator;
import java.util.Map;

/** JSON in one line, the same text as a tree tells of itself, without all that a mapper loads before its first word. */
final class OneLine {
    private OneLine() {}

    /** Appends a tree to a text. */
    static void append(StringBuilder text, JsonNode node) {
        if (node.isObject()) {
            text.append('{');
            for (Iterator<Map.Entry<String, JsonNode>> fields = node.fields(); fields.hasNext(); ) {
                Map.Entry<String, JsonNode> field = fields.next();
                quoted(text, field.getKey());
                append(text.append(':'), field.getValue());
                text.append(fields.hasNext() ? "," : "");
            }
            text.append('}');
        } else if (node.isArray()) {
            text.append('[');
            for (int i = 0; i < node.size(); i++) {
                append(text.append(i == 0 ? "" : ","), node.get(i));
            }
            text.append(']');
        } else if (node.isTextual() || node.isDouble() && !Double.isFinite(node.doubleValue())) {
            quoted(text, node.asText());
        } else {
            text.append(node.asText());
        }
    }

    private static void quoted(StringBuilder text, String words) {
        text.append('"');
        JsonStringEncoder.getInstance().quoteAsString(words, text);
        text.append('"');
    }
}
