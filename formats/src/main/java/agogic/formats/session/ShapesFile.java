package agogic.formats.session;

import agogic.core.edit.points.OwnShapes;
import agogic.core.pattern.Pattern;
import agogic.core.snapshot.SnapshotSet;
import agogic.formats.file.FormatException;
import agogic.formats.file.SafeFile;
import com.fasterxml.jackson.databind.ObjectMapper;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.io.IOException;
import java.nio.file.Path;
import java.util.List;

/**
 * Patterns and sets of snapshots of one's own as JSON, to be used in other pieces: {@code {"format": "agogic-shapes", "version":
 * 1, "patterns", "sets"}}, each as in a session.
 */
public final class ShapesFile {
    /** What a file's ending is. */
    public static final String ENDING = ".json";

    private static final String FORMAT = "agogic-shapes";
    private static final int VERSION = 1;
    private static final long LARGEST = 64L << 20;
    private static final ObjectMapper MAPPER = new ObjectMapper();

    private ShapesFile() {}

    /**
     * Writes them, safely.
     *
     * @throws IOException if it cannot be written; what was there is as it was
     */
    public static void save(Path path, OwnShapes shapes) throws IOException {
        ObjectNode json = PartsWriter.object().put("format", FORMAT).put("version", VERSION);
        json.set("patterns", PartsWriter.list(shapes.patterns(), PatternJson::write));
        json.set("sets", PartsWriter.list(shapes.sets(), SetJson::write));
        byte[] bytes = MAPPER.writerWithDefaultPrettyPrinter().writeValueAsBytes(json);
        SafeFile.write(path, out -> out.write(bytes));
    }

    /**
     * Reads them.
     *
     * @throws FormatException with the place of what is wrong
     */
    public static OwnShapes read(Path path) throws IOException {
        Json json = Json.open(path, LARGEST, "file of shapes");
        if (json.maybe("format").isEmpty() || !json.text("format").equals(FORMAT)) {
            throw json.error("these are no shapes: expected \"format\": \"" + FORMAT + "\"");
        }
        int version = json.whole("version");
        if (version < 1 || version > VERSION) {
            throw json.at("version")
                    .error("these shapes were made by a newer Agogic: expected version " + VERSION + ", found "
                            + version);
        }
        List<Pattern> patterns = json.list("patterns", PatternJson::read);
        List<SnapshotSet> sets = json.list("sets", SetJson::read);
        return new OwnShapes(patterns, sets);
    }
}
