package agogic.desk.command;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import java.io.IOException;
import java.io.PrintWriter;
import java.io.StringWriter;
import java.nio.file.Path;
import org.junit.jupiter.api.io.TempDir;

/** Runs commands as the shell would, and keeps what they answer. */
abstract class CommandTest {
    @TempDir
    Path folder;

    final StringWriter out = new StringWriter();
    final StringWriter err = new StringWriter();

    int run(Object... words) {
        out.getBuffer().setLength(0);
        err.getBuffer().setLength(0);
        String[] texts = new String[words.length];
        for (int i = 0; i < words.length; i++) {
            texts[i] = words[i].toString();
        }
        return Commands.run(new PrintWriter(out, true), new PrintWriter(err, true), texts);
    }

    JsonNode json() throws IOException {
        return new ObjectMapper().readTree(out.toString());
    }
}
