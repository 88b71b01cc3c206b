package agogic.formats.session;

import agogic.core.assign.ControllerMap;
import agogic.core.assign.ControllerMap.Bundle;
import agogic.core.assign.ControllerMap.Place;
import agogic.core.assign.ControllerMap.Tie;
import agogic.core.route.Takeover;
import agogic.core.route.Target;
import agogic.core.surface.Surface;
import agogic.formats.file.FormatException;
import agogic.formats.file.SafeFile;
import com.fasterxml.jackson.databind.ObjectMapper;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.io.IOException;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;

/**
 * A surface's description and its map as JSON: {@code {"format": "agogic-map", "version": 2, "surface", "ties", "macros"}}.
 * A description of a surface alone is a map without ties.
 */
public final class MapFile {
    /** What a file's ending is. */
    public static final String ENDING = ".json";

    private static final String FORMAT = "agogic-map";
    private static final int VERSION = 2;
    private static final long LARGEST = 16L << 20;
    private static final ObjectMapper MAPPER = new ObjectMapper();

    private MapFile() {}

    /**
     * Writes a map, safely.
     *
     * @throws IOException if it cannot be written; what was there is as it was
     */
    public static void save(Path path, ControllerMap map) throws IOException {
        byte[] bytes = MAPPER.writerWithDefaultPrettyPrinter().writeValueAsBytes(write(map));
        SafeFile.write(path, out -> out.write(bytes));
    }

    /**
     * Writes the description of a surface alone, safely.
     *
     * @throws IOException if it cannot be written; what was there is as it was
     */
    public static void save(Path path, Surface surface) throws IOException {
        save(path, new ControllerMap(surface, List.of(), List.of()));
    }

    static ObjectNode write(ControllerMap map) {
        ObjectNode json = PartsWriter.object().put("format", FORMAT).put("version", VERSION);
        json.set("surface", SurfaceJson.write(map.surface()));
        json.set("ties", PartsWriter.list(map.ties(), MapFile::tie));
        json.set("macros", PartsWriter.list(map.macros(), MapFile::bundle));
        return json;
    }

    private static ObjectNode tie(Tie tie) {
        ObjectNode json = PartsWriter.object().put("control", tie.control()).put("page", tie.page());
        json.set("moves", place(tie.place()));
        json.set("span", PartsWriter.span(tie.span()));
        return json.put("takeover", PartsWriter.word(tie.takeover())).put("smoothing", tie.smoothing());
    }

    private static ObjectNode place(Place place) {
        return PartsWriter.object()
                .put("device", place.target().device())
                .put("parameter", place.target().parameter())
                .put("deviceName", place.device())
                .put("parameterName", place.parameter());
    }

    private static ObjectNode bundle(Bundle bundle) {
        ObjectNode json = PartsWriter.object();
        json.set("macro", MacroJson.write(bundle.macro()));
        json.set("places", PartsWriter.list(bundle.places(), MapFile::place));
        return json;
    }

    /**
     * Reads a map.
     *
     * @throws FormatException with the place of what is wrong
     */
    public static ControllerMap read(Path path) throws IOException {
        Json json = Json.open(path, LARGEST, "map");
        Optional<Json> format = json.maybe("format");
        if (format.isEmpty() || !format.get().text().equals(FORMAT)) {
            throw json.error("this is no map of a surface: expected \"format\": \"" + FORMAT + "\"");
        }
        int version = json.whole("version");
        if (version < 1 || version > VERSION) {
            throw json.at("version")
                    .error("this map was made by a newer Agogic: expected version " + VERSION + " or less, found "
                            + version);
        }
        if (version == 1) {
            VersionOne.map(json.node());
        }
        Surface surface = SurfaceJson.read(json.at("surface"));
        List<Tie> ties = json.list("ties", MapFile::readTie);
        List<Bundle> macros = json.list("macros", MapFile::readBundle);
        return json.make(() -> new ControllerMap(surface, ties, macros));
    }

    private static Tie readTie(Json json) throws FormatException {
        return new Tie(
                json.text("control"),
                json.whole("page"),
                readPlace(json.at("moves")),
                PartsReader.span(json.at("span")),
                json.word("takeover", Takeover.class),
                json.number("smoothing"));
    }

    private static Place readPlace(Json json) throws FormatException {
        return new Place(
                new Target(json.text("device"), json.text("parameter")),
                json.text("deviceName"),
                json.text("parameterName"));
    }

    private static Bundle readBundle(Json json) throws FormatException {
        return json.make(() -> new Bundle(MacroJson.read(json.at("macro")), json.list("places", MapFile::readPlace)));
    }
}
