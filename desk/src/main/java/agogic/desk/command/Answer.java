package agogic.desk.command;

import com.fasterxml.jackson.core.JsonProcessingException;
import com.fasterxml.jackson.databind.ObjectMapper;
import com.fasterxml.jackson.databind.SerializationFeature;
import java.io.PrintWriter;
import java.lang.annotation.Retention;
import java.lang.annotation.RetentionPolicy;
import java.lang.reflect.RecordComponent;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;

/** What a command answers: a few named values, as JSON or as lines for people. */
final class Answer {
    /** A part of a record that is told in JSON only: too long for a line. */
    @Retention(RetentionPolicy.RUNTIME)
    @interface Detail {}

    private final Map<String, Object> values = new LinkedHashMap<>();

    private final Set<String> details = new HashSet<>();

    private final List<String> lines = new ArrayList<>();
    private boolean holds = true;

    /** What was asked does not hold: the exit code tells. */
    Answer fails() {
        holds = false;
        return this;
    }

    boolean holds() {
        return holds;
    }

    /** A line for people, in the place of all the values. */
    Answer say(String line) {
        lines.add(line);
        return this;
    }

    Answer put(String name, Object value) {
        values.put(name, value);
        return this;
    }

    /** The parts of a record, by their names and in their order. */
    Answer tell(Record told) {
        for (RecordComponent part : told.getClass().getRecordComponents()) {
            try {
                part.getAccessor().setAccessible(true);
                Object value = part.getAccessor().invoke(told);
                if (part.getAccessor().isAnnotationPresent(Detail.class)) {
                    detail(part.getName(), value);
                } else {
                    put(part.getName(), value);
                }
            } catch (ReflectiveOperationException e) {
                throw new IllegalStateException(e);
            }
        }
        return this;
    }

    /** As {@link #put}, but only in JSON: too long for a line. */
    Answer detail(String name, Object value) {
        details.add(name);
        return put(name, value);
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
        } else if (!lines.isEmpty()) {
            lines.forEach(out::println);
        } else {
            values.forEach((name, value) -> {
                if (!details.contains(name)) {
                    out.println(name + ": " + value);
                }
            });
        }
        out.flush();
    }
}
