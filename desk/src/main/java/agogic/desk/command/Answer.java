package agogic.desk.command;

import com.fasterxml.jackson.core.JsonProcessingException;
import com.fasterxml.jackson.databind.ObjectMapper;
import com.fasterxml.jackson.databind.SerializationFeature;
import java.io.PrintWriter;
import java.util.LinkedHashMap;
import java.util.Map;

/** What a command answers: a few named values, as JSON or as lines for people. */
final class Answer {
    private final Map<String, Object> values = new LinkedHashMap<>();

    Answer put(String name, Object value) {
        values.put(name, value);
        return this;
    }

    void print(PrintWriter out, boolean json) {
        if (json) {
            try {
                out.println(new ObjectMapper()
                        .enable(SerializationFeature.INDENT_OUTPUT)
                        .writeValueAsString(values));
            } catch (JsonProcessingException e) {
                throw new IllegalStateException(e);
            }
        } else {
            values.forEach((name, value) -> out.println(name + ": " + value));
        }
        out.flush();
    }
}
