package agogic.formats.session;

import agogic.core.refine.Recipe;
import agogic.core.route.Hand;
import agogic.core.route.Span;
import agogic.core.route.Takeover;
import agogic.core.template.Template;
import agogic.core.template.Template.Entry;
import agogic.core.template.Template.Part;
import agogic.core.template.Template.Tie;
import agogic.formats.file.FormatException;
import agogic.formats.file.SafeFile;
import com.fasterxml.jackson.databind.ObjectMapper;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.io.IOException;
import java.nio.file.Path;
import java.util.Optional;

/**
 * The template of a device or a track as JSON: {@code {"format": "agogic-template", "version": 1, "name", "parts": [{"device",
 * "kind", "entries"}]}}.
 */
public final class TemplateFile {
    /** What a file's ending is. */
    public static final String ENDING = ".json";

    private static final String FORMAT = "agogic-template";
    private static final int VERSION = 1;
    private static final long LARGEST = 16L << 20;
    private static final ObjectMapper MAPPER = new ObjectMapper();

    private TemplateFile() {}

    /**
     * Writes a template, safely.
     *
     * @throws IOException if it cannot be written; what was there is as it was
     */
    public static void save(Path path, Template template) throws IOException {
        ObjectNode json = PartsWriter.object()
                .put("format", FORMAT)
                .put("version", VERSION)
                .put("name", template.name());
        json.set("parts", PartsWriter.list(template.parts(), TemplateFile::part));
        byte[] bytes = MAPPER.writerWithDefaultPrettyPrinter().writeValueAsBytes(json);
        SafeFile.write(path, out -> out.write(bytes));
    }

    private static ObjectNode part(Part part) {
        ObjectNode json = PartsWriter.object().put("device", part.device()).put("kind", part.kind());
        json.set("entries", PartsWriter.list(part.entries(), TemplateFile::entry));
        return json;
    }

    private static ObjectNode entry(Entry entry) {
        ObjectNode json = PartsWriter.object()
                .put("parameter", entry.parameter())
                .put("name", entry.name())
                .put("shortName", entry.shortName())
                .put("wanted", entry.wanted())
                .put("socket", entry.socket())
                .put("seat", entry.seat());
        if (!entry.span().equals(Span.FULL)) {
            json.set("span", PartsWriter.span(entry.span()));
        }
        entry.recipe().ifPresent(recipe -> {
            json.set("recipe", PartsWriter.recipe(recipe));
            json.put("closeness", entry.closeness());
        });
        json.set("ties", PartsWriter.list(entry.ties(), TemplateFile::tie));
        return json;
    }

    private static ObjectNode tie(Tie tie) {
        ObjectNode json = PartsWriter.object()
                .put("surface", tie.surface())
                .put("control", tie.control())
                .put("page", tie.page())
                .put("surfaceId", tie.hand().surface())
                .put("controlId", tie.hand().control())
                .put("pageNumber", tie.hand().page());
        json.set("span", PartsWriter.span(tie.span()));
        return json.put("takeover", PartsWriter.word(tie.takeover())).put("smoothing", tie.smoothing());
    }

    /**
     * Reads a template.
     *
     * @throws FormatException with the place of what is wrong
     */
    public static Template read(Path path) throws IOException {
        Json json = Json.open(path, LARGEST, "template");
        if (json.maybe("format").isEmpty() || !json.text("format").equals(FORMAT)) {
            throw json.error("this is no template: expected \"format\": \"" + FORMAT + "\"");
        }
        int version = json.whole("version");
        if (version < 1 || version > VERSION) {
            throw json.at("version")
                    .error("this template was made by a newer Agogic: expected version " + VERSION + ", found "
                            + version);
        }
        return json.make(() -> new Template(json.text("name"), json.list("parts", TemplateFile::readPart)));
    }

    private static Part readPart(Json json) throws FormatException {
        return json.make(
                () -> new Part(json.text("device"), json.text("kind"), json.list("entries", TemplateFile::readEntry)));
    }

    private static Entry readEntry(Json json) throws FormatException {
        Optional<Json> recipe = json.maybe("recipe");
        Optional<Recipe> read = recipe.isEmpty() ? Optional.empty() : Optional.of(PartsReader.recipe(recipe.get()));
        return json.make(() -> new Entry(
                json.text("parameter"),
                json.text("name"),
                json.text("shortName"),
                json.flag("wanted"),
                json.whole("socket"),
                json.whole("seat"),
                json.maybe("span").isPresent() ? PartsReader.span(json.at("span")) : Span.FULL,
                read,
                recipe.isPresent() ? json.number("closeness") : 1,
                json.list("ties", TemplateFile::readTie)));
    }

    private static Tie readTie(Json json) throws FormatException {
        return json.make(() -> new Tie(
                new Hand(json.text("surfaceId"), json.text("controlId"), json.whole("pageNumber")),
                json.text("surface"),
                json.text("control"),
                json.text("page"),
                PartsReader.span(json.at("span")),
                json.word("takeover", Takeover.class),
                json.number("smoothing")));
    }
}
