package agogic.desk.acts;

import agogic.desk.settings.Settings;
import agogic.formats.file.FormatException;
import agogic.formats.file.Input;
import agogic.formats.file.SafeFile;
import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import com.fasterxml.jackson.databind.SerializationFeature;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Collectors;
import javafx.scene.input.KeyCode;

/** Keys that a person chose instead of the usual ones: kept with the settings, and in files of their own. */
public final class OwnKeys {
    private static final String KEPT = "key.";
    private static final String FORMAT = "agogic-keys";
    private static final int VERSION = 1;
    private static final long LARGEST = 1L << 20;
    /** Made when there is a file to read or write. */
    private static final class Form {
        static final ObjectMapper MAPPER = new ObjectMapper().enable(SerializationFeature.INDENT_OUTPUT);

        private Form() {}
    }

    private final Acts acts;

    /** Those of a table of acts. */
    public OwnKeys(Acts acts) {
        this.acts = acts;
    }

    /** Lets the keys count that are kept; what cannot count, for people. */
    public List<String> asKept() {
        return choose(Settings.here().under(KEPT));
    }

    private List<String> choose(Map<String, String> all) {
        List<String> refused = new ArrayList<>();
        Map<Act, List<Stroke>> wanted = new LinkedHashMap<>();
        for (Map.Entry<String, String> one : all.entrySet()) {
            try {
                if (acts.has(one.getKey())) {
                    wanted.put(acts.act(one.getKey()), strokes(one.getValue()));
                } else {
                    refused.add("There is no act “" + one.getKey() + "”.");
                }
            } catch (IllegalArgumentException e) {
                refused.add(e.getMessage());
            }
        }
        // All give up what they had first: two may have changed places.
        wanted.keySet().forEach(act -> act.bound().choose(List.of()));
        wanted.forEach((act, strokes) -> {
            Optional<String> clash = clash(act, strokes);
            clash.ifPresent(refused::add);
            act.bound().choose(clash.isEmpty() ? strokes : free(act));
        });
        return refused;
    }

    /** The usual keys, as far as nobody else has them now. */
    private List<Stroke> free(Act act) {
        return act.bound().usual().stream()
                .filter(stroke -> clash(act, List.of(stroke)).isEmpty())
                .toList();
    }

    private static List<Stroke> strokes(String spoken) {
        List<Stroke> strokes = Stroke.all(spoken);
        for (Stroke stroke : strokes) {
            boolean bare = !stroke.control() && !stroke.alt();
            if (bare
                    && (stroke.codes().contains(KeyCode.ESCAPE)
                            || stroke.codes().contains(KeyCode.TAB))) {
                throw new IllegalArgumentException(
                        "Esc always leaves and Tab always goes on, so neither can do anything else.");
            }
        }
        return strokes;
    }

    /** Who has one of these keys already where this act counts, in a sentence; empty if nobody has. */
    private Optional<String> clash(Act act, List<Stroke> strokes) {
        for (Act other : acts.all()) {
            boolean meets = other != act
                    && other.special() == act.special()
                    && other.views().stream().anyMatch(act.views()::contains);
            for (Stroke stroke : meets ? strokes : List.<Stroke>of()) {
                boolean always = shares(act, other, stroke);
                if (!always && other.keys().stream().anyMatch(stroke::same)) {
                    return Optional.of(stroke.spoken() + " is the key of “" + other.words() + "”.");
                }
            }
        }
        return Optional.empty();
    }

    /** True if both usually have it: then something else says which of the two is meant. */
    private static boolean shares(Act act, Act other, Stroke stroke) {
        return act.bound().usual().stream().anyMatch(stroke::same)
                && other.bound().usual().stream().anyMatch(stroke::same);
    }

    /**
     * From now on an act has these keys, with bars between several; none for an empty text.
     *
     * @throws IllegalArgumentException in words for people if that is no key, or another act has it
     */
    public void set(Act act, String spoken) {
        List<Stroke> strokes = strokes(spoken);
        if (act.bound().usual().isEmpty() && !act.key().isEmpty() && act.keys().isEmpty()) {
            throw new IllegalArgumentException("“" + act.words() + "” is what parts of the window do themselves with "
                    + act.key() + "; that cannot be changed.");
        }
        Optional<String> clash = clash(act, strokes);
        if (clash.isPresent()) {
            throw new IllegalArgumentException(clash.get() + " Give that another one first.");
        }
        act.bound().choose(strokes);
        if (strokes.equals(act.bound().usual())) {
            Settings.here().remove(KEPT + act.id());
        } else {
            Settings.here().put(KEPT + act.id(), spoken(strokes));
        }
    }

    /** True if an act has other keys than usual. */
    public static boolean own(Act act) {
        return !act.bound().now().equals(act.bound().usual());
    }

    /** The usual keys of an act, for people; empty if it has none. */
    public static String usual(Act act) {
        return spoken(act.bound().usual());
    }

    private static String spoken(List<Stroke> strokes) {
        return strokes.stream().map(Stroke::spoken).collect(Collectors.joining("|"));
    }

    /** All acts have their usual keys again; how many had others. */
    public int allUsual() {
        List<Act> others = acts.all().stream().filter(OwnKeys::own).toList();
        others.forEach(act -> act.bound().choose(act.bound().usual()));
        Settings.here().under(KEPT).keySet().forEach(id -> Settings.here().remove(KEPT + id));
        return others.size();
    }

    /**
     * Writes what is otherwise than usual to a file; how many acts.
     *
     * @throws IOException if the file cannot be written; what was there is as it was
     */
    public int write(Path path) throws IOException {
        ObjectNode json = Form.MAPPER.createObjectNode().put("format", FORMAT).put("version", VERSION);
        ObjectNode keys = json.putObject("keys");
        acts.all().stream().filter(OwnKeys::own).forEach(act -> keys.put(act.id(), spoken(act.keys())));
        byte[] bytes = Form.MAPPER.writeValueAsString(json).getBytes(StandardCharsets.UTF_8);
        SafeFile.write(path, out -> out.write(bytes));
        return keys.size();
    }

    /**
     * Takes the keys of a file in the place of all that were chosen; what of it cannot count, for people.
     *
     * @throws FormatException if it is no file of keys; then nothing is changed
     */
    public List<String> read(Path path) throws IOException {
        String name = Input.name(path);
        Input.file(path, LARGEST, "a file of keys");
        JsonNode json;
        try {
            json = Form.MAPPER.readTree(Files.readAllBytes(path));
        } catch (IOException e) {
            throw new FormatException(name + " is no file of keys: it is no JSON.", e);
        }
        if (!json.path("format").asText().equals(FORMAT) || json.path("version").asInt() != VERSION) {
            throw new FormatException(
                    name + " is no file of keys: expected “format”: “" + FORMAT + "”, “version”: " + VERSION + ".");
        }
        Map<String, String> all = new LinkedHashMap<>();
        json.path("keys")
                .fields()
                .forEachRemaining(one -> all.put(one.getKey(), one.getValue().asText()));
        allUsual();
        List<String> refused = choose(all);
        acts.all().stream().filter(OwnKeys::own).forEach(act -> Settings.here()
                .put(KEPT + act.id(), spoken(act.keys())));
        return refused;
    }
}
