package agogic.desk;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;

/** A room has one job: no class has more than 400 lines. */
class RoomsTest {
    private static final int MOST = 400;

    @Test
    void noClassIsLong() throws IOException {
        Map<String, Integer> longer = new TreeMap<>();
        int looked = 0;
        for (String module : List.of("core", "formats", "standins", "desk", "bench")) {
            try (Stream<Path> all = Files.walk(Path.of("..", module, "src", "main", "java"))) {
                for (Path file : all.filter(f -> f.toString().endsWith(".java")).toList()) {
                    int lines = Files.readAllLines(file).size();
                    looked++;
                    if (lines > MOST) {
                        longer.put(file.getFileName().toString(), lines);
                    }
                }
            }
        }
        assertThat(longer).isEmpty();
        assertThat(looked).isGreaterThan(700);
    }
}
