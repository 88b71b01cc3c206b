package agogic.formats.session;

import agogic.formats.file.FormatException;
import agogic.formats.file.Input;
import com.fasterxml.jackson.databind.JsonNode;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;

/** A place in a JSON document that knows where it is, so that every error can say so. */
final class Json {
    /** The words of each kind, in their order, as a document has them. */
    private static final ClassValue<Map<String, Enum<?>>> WORDS = new ClassValue<>() {
        @Override
        protected Map<String, Enum<?>> computeValue(Class<?> kind) {
            Map<String, Enum<?>> words = new LinkedHashMap<>();
            for (Object word : kind.getEnumConstants()) {
                words.put(((Enum<?>) word).name().toLowerCase(Locale.ROOT), (Enum<?>) word);
            }
            return words;
        }
    };

    private final String document;
    private final JsonNode node;
    /** What this is a part of, null at the top, with its name or its number from 0 there. */
    private final Json in;

    private final String name;
    private final int number;

    /** The top of a document of this name. */
    Json(String document, JsonNode node) {
        this(document, node, null, null, 0);
    }

    private Json(String document, JsonNode node, Json in, String name, int number) {
        this.document = document;
        this.node = node;
        this.in = in;
        this.name = name;
        this.number = number;
    }

    /** Element i of this list, from 0. */
    Json element(int i) {
        return new Json(document, node.get(i), this, null, i);
    }

    /** Where this is: put together only when somebody asks, of a million points nobody does. */
    private String path() {
        if (in == null) {
            return "";
        }
        String before = in.path();
        return name == null ? before + "[" + (number + 1) + "]" : before.isEmpty() ? name : before + "." + name;
    }

    /**
     * The top of a file of at most {@code largest} bytes; {@code what} it is, is said where it is larger.
     *
     * @throws FormatException if it is not there, too large or no JSON
     */
    static Json open(Path path, long largest, String what) throws IOException {
        String name = Input.name(path);
        Input.file(path, largest, "a " + what);
        return new Json(name, Tree.parse(name, Files.readAllBytes(path)));
    }

    /** Makes something of one element. */
    @FunctionalInterface
    interface Reader<T> {
        T read(Json json) throws FormatException;
    }

    /** Makes something that may refuse its arguments. */
    @FunctionalInterface
    interface Maker<T> {
        T make() throws FormatException;
    }

    FormatException error(String what) {
        return new FormatException(document + ", " + (in == null ? "at the top" : path()) + ": " + what + ".");
    }

    private static String kind(JsonNode node) {
        return switch (node.getNodeType()) {
            case STRING -> "the text “" + shorten(node.textValue()) + "”";
            case NUMBER -> "the number " + node;
            case BOOLEAN -> node.toString();
            case ARRAY -> "a list";
            case OBJECT -> "an object";
            case NULL -> "null";
            default -> "nothing";
        };
    }

    private static String shorten(String text) {
        return text.length() > 30 ? text.substring(0, 30) + "…" : text;
    }

    Json at(String name) throws FormatException {
        if (!node.isObject()) {
            throw error("expected an object, found " + kind(node));
        }
        JsonNode child = node.get(name);
        if (child == null) {
            throw new Json(document, node, this, name, 0).error("it is missing");
        }
        return new Json(document, child, this, name, 0);
    }

    Optional<Json> maybe(String name) throws FormatException {
        return node.isObject() && node.hasNonNull(name) ? Optional.of(at(name)) : Optional.empty();
    }

    String text(String name) throws FormatException {
        return at(name).text();
    }

    String text() throws FormatException {
        if (!node.isTextual()) {
            throw error("expected a text, found " + kind(node));
        }
        return node.textValue();
    }

    double number(String name) throws FormatException {
        return at(name).number();
    }

    double number() throws FormatException {
        if (!node.isNumber() || !Double.isFinite(node.doubleValue())) {
            throw error("expected a number, found " + kind(node));
        }
        return node.doubleValue();
    }

    int whole(String name) throws FormatException {
        return at(name).whole();
    }

    int whole() throws FormatException {
        if (!node.isIntegralNumber() || !node.canConvertToInt()) {
            throw error("expected a whole number, found " + kind(node));
        }
        return node.intValue();
    }

    /** A whole number that may be beyond 2^31. */
    long large(String name) throws FormatException {
        Json place = at(name);
        if (!place.node.isIntegralNumber() || !place.node.canConvertToLong()) {
            throw place.error("expected a whole number, found " + kind(place.node));
        }
        return place.node.longValue();
    }

    boolean flag(String name) throws FormatException {
        return at(name).flag();
    }

    boolean flag() throws FormatException {
        if (!node.isBoolean()) {
            throw error("expected true or false, found " + kind(node));
        }
        return node.booleanValue();
    }

    /** What is read, to be lifted from an older version. */
    JsonNode node() {
        return node;
    }

    <E extends Enum<E>> E word(String name, Class<E> words) throws FormatException {
        return at(name).word(words);
    }

    <E extends Enum<E>> E word(Class<E> words) throws FormatException {
        String text = text();
        E word = known(text, words);
        if (word == null) {
            throw error("expected one of " + String.join(", ", WORDS.get(words).keySet()) + ", found “" + shorten(text)
                    + "”");
        }
        return word;
    }

    /** The value that a word stands for, null if for none. */
    static <E extends Enum<E>> E known(String word, Class<E> words) {
        return words.cast(WORDS.get(words).get(word));
    }

    <T> List<T> list(String name, Reader<T> reader) throws FormatException {
        Json json = at(name);
        return json.list(reader);
    }

    <T> List<T> list(Reader<T> reader) throws FormatException {
        List<T> list = new ArrayList<>(list().size());
        for (int i = 0; i < node.size(); i++) {
            list.add(reader.read(element(i)));
        }
        return list;
    }

    /** This place as a list of at least {@code least} values. */
    Cells cells(int least) throws FormatException {
        if (!node.isArray() || node.size() < least) {
            throw error("expected a list of " + least + " values, found " + kind(node));
        }
        return new Cells(this);
    }

    /**
     * Makes something of each of the short lists of this list, which have at least {@code least} values each; of long rows
     * no nodes are made.
     *
     * @throws FormatException if it is no list of such lists, or the maker refuses one
     */
    <T> List<T> rows(int least, Cells.Reader<T> reader) throws FormatException {
        Rows rows = node instanceof Rows all ? all : null;
        List<T> list = new ArrayList<>(list().size());
        for (int i = 0; i < node.size(); i++) {
            boolean plain = rows == null || rows.cells(i) < least;
            list.add(reader.read(plain ? element(i).cells(least) : new Cells(this, rows, i)));
        }
        return list;
    }

    /** The node here, which is a list. */
    JsonNode list() throws FormatException {
        if (!node.isArray()) {
            throw error("expected a list, found " + kind(node));
        }
        return node;
    }

    /** Makes something here; what its constructor refuses is told with this place. */
    <T> T make(Maker<T> maker) throws FormatException {
        try {
            return maker.make();
        } catch (IllegalArgumentException e) {
            throw refused(e);
        }
    }

    /** What was refused, with this place. */
    FormatException refused(IllegalArgumentException why) {
        String message = String.valueOf(why.getMessage());
        return error(message.endsWith(".") ? message.substring(0, message.length() - 1) : message);
    }
}
