package agogic.desk.command;

import static org.assertj.core.api.Assertions.assertThat;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import java.io.IOException;
import java.io.PrintWriter;
import java.io.StringWriter;
import java.nio.file.Path;
import java.util.List;
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

    /** A session of this name in the folder of the test. */
    Path in(String name) {
        return folder.resolve(name + ".agogic");
    }

    void done(Object... words) {
        assertThat(run(words)).as("%s %s", List.of(words), err).isZero();
    }

    /** It cannot be done, and one line says why. */
    void cannot(String why, Object... words) {
        assertThat(run(words)).as("%s", List.of(words)).isEqualTo(2);
        assertThat(err.toString().strip().lines()).hasSize(1);
        assertThat(err.toString()).contains(why).doesNotContain("Exception", ".part", "Hand[", "null");
    }

    JsonNode json() throws IOException {
        return new ObjectMapper().readTree(out.toString());
    }
}
