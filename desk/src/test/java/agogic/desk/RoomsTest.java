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

/** No class has more than 400 lines; those that have may only become shorter. */
class RoomsTest {
    private static final int MOST = 400;

    /** How long each may be that is still too long. One that is short enough goes from this list. */
    private static final Map<String, Integer> STILL = Map.ofEntries(
            Map.entry("CatalogView", 407),
            Map.entry("Drawing", 435),
            Map.entry("DrawnControl", 407),
            Map.entry("Engine", 526),
            Map.entry("Envelope", 483),
            Map.entry("ExportView", 406),
            Map.entry("Files", 469),
            Map.entry("Mixer", 451),
            Map.entry("Recogniser", 426),
            Map.entry("RefineMarks", 443),
            Map.entry("RouteRow", 438),
            Map.entry("ScoreImport", 414),
            Map.entry("ScoreReader", 419),
            Map.entry("Sender", 526),
            Map.entry("Session", 661),
            Map.entry("ShapeWords", 475),
            Map.entry("Shaping", 428),
            Map.entry("SoundOutput", 431),
            Map.entry("TableBack", 586));

    @Test
    void noClassIsLong() throws IOException {
        Map<String, Integer> longer = new TreeMap<>();
        for (String module : List.of("core", "formats", "standins", "desk", "bench")) {
            try (Stream<Path> all = Files.walk(Path.of("..", module, "src", "main", "java"))) {
                for (Path file : all.filter(f -> f.toString().endsWith(".java")).toList()) {
                    int lines = Files.readAllLines(file).size();
                    if (lines > MOST) {
                        longer.put(file.getFileName().toString().replace(".java", ""), lines);
                    }
                }
            }
        }
        assertThat(longer.keySet()).isEqualTo(new TreeMap<>(STILL).keySet());
        longer.forEach((name, lines) -> assertThat(lines).as(name).isLessThanOrEqualTo(STILL.get(name)));
    }
}
