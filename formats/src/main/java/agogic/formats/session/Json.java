package agogic.formats.session;

import agogic.formats.file.FormatException;
import agogic.formats.file.Input;
import com.fasterxml.jackson.databind.JsonNode;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;

/** A place in a JSON document that knows where it is, so that every error can say so. */
final class Json {
    private final String document;
    private final JsonNode node;
    private final String path;

    /** The top of a document of this name. */
    Json(String document, JsonNode node) {
        this(document, node, "");
    }

    private Json(String document, JsonNode node, String path) {
        this.document = document;
        this.node = node;
        this.path = path;
    }

    /**
     * The top of a file of at most {@code largest} bytes; {@code what} it is, is said where it is larger.
     *
     * @throws FormatException if it is not there, too large or no JSON
     */
    static Json open(Path path, long largest, String what) throws IOException {
        String name = Input.name(path);
        Input.file(path, largest, "a " + what);
        return new Json(name, SessionFile.parse(name, Files.readAllBytes(path)));
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
        return new FormatException(document + ", " + (path.isEmpty() ? "at the top" : path) + ": " + what + ".");
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
        String there = path.isEmpty() ? name : path + "." + name;
        if (child == null) {
            throw new Json(document, node, there).error("it is missing");
        }
        return new Json(document, child, there);
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

    private int whole() throws FormatException {
        if (!node.isIntegralNumber() || !node.canConvertToInt()) {
            throw error("expected a whole number, found " + kind(node));
        }
        return node.intValue();
    }

    boolean flag(String name) throws FormatException {
        return at(name).flag();
    }

    private boolean flag() throws FormatException {
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

    private <E extends Enum<E>> E word(Class<E> words) throws FormatException {
        String text = text();
        List<String> known = new ArrayList<>();
        for (E word : words.getEnumConstants()) {
            String name2 = word.name().toLowerCase(Locale.ROOT);
            if (name2.equals(text)) {
                return word;
            }
            known.add(name2);
        }
        throw error("expected one of " + String.join(", ", known) + ", found “" + shorten(text) + "”");
    }

    <T> List<T> list(String name, Reader<T> reader) throws FormatException {
        Json json = at(name);
        return json.list(reader);
    }

    <T> List<T> list(Reader<T> reader) throws FormatException {
        if (!node.isArray()) {
            throw error("expected a list, found " + kind(node));
        }
        List<T> list = new ArrayList<>(node.size());
        for (int i = 0; i < node.size(); i++) {
            list.add(reader.read(new Json(document, node.get(i), path + "[" + (i + 1) + "]")));
        }
        return list;
    }

    /** A short list of mixed values. */
    record Cells(Json json) {
        int size() {
            return json.node.size();
        }

        double number(int i) throws FormatException {
            return cell(i).number();
        }

        /** A normalised value. */
        double normalised(int i) throws FormatException {
            double value = number(i);
            if (!(value >= 0 && value <= 1)) {
                throw cell(i).error("expected a value between 0 and 1, found " + value);
            }
            return value;
        }

        <E extends Enum<E>> E word(int i, Class<E> words) throws FormatException {
            return cell(i).word(words);
        }

        /** A list of numbers. */
        double[] numbers(int i) throws FormatException {
            return cell(i).list(Json::number).stream()
                    .mapToDouble(Double::doubleValue)
                    .toArray();
        }

        private Json cell(int i) {
            return new Json(json.document, json.node.get(i), json.path + "[" + (i + 1) + "]");
        }

        int whole(int i) throws FormatException {
            return cell(i).whole();
        }

        boolean flag(int i) throws FormatException {
            return cell(i).flag();
        }

        String text(int i) throws FormatException {
            return cell(i).text();
        }
    }

    /** This place as a list of at least {@code least} values. */
    Cells cells(int least) throws FormatException {
        if (!node.isArray() || node.size() < least) {
            throw error("expected a list of " + least + " values, found " + kind(node));
        }
        return new Cells(this);
    }

    /** Makes something here; what its constructor refuses is told with this place. */
    <T> T make(Maker<T> maker) throws FormatException {
        try {
            return maker.make();
        } catch (IllegalArgumentException e) {
            String message = String.valueOf(e.getMessage());
            throw error(message.endsWith(".") ? message.substring(0, message.length() - 1) : message);
        }
    }
}
