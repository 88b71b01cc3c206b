package agogic.formats.session;

import agogic.formats.file.FormatException;
import agogic.formats.file.Input;
import com.fasterxml.jackson.core.JsonFactory;
import com.fasterxml.jackson.core.JsonLocation;
import com.fasterxml.jackson.core.JsonParseException;
import com.fasterxml.jackson.core.JsonParser;
import com.fasterxml.jackson.core.JsonProcessingException;
import com.fasterxml.jackson.core.JsonToken;
import com.fasterxml.jackson.core.StreamReadFeature;
import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.node.ArrayNode;
import com.fasterxml.jackson.databind.node.BooleanNode;
import com.fasterxml.jackson.databind.node.DoubleNode;
import com.fasterxml.jackson.databind.node.JsonNodeFactory;
import com.fasterxml.jackson.databind.node.MissingNode;
import com.fasterxml.jackson.databind.node.NullNode;
import com.fasterxml.jackson.databind.node.ObjectNode;
import com.fasterxml.jackson.databind.node.TextNode;
import java.io.CharConversionException;
import java.io.IOException;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;

/**
 * A document as a tree, in little memory: lists have no room to spare, words that come again are one word, and long lists of
 * short lists, as points and notes are, are {@link Rows}.
 */
final class Tree {
    /** A document may not have more values, names and brackets. */
    private static final long MOST_TOKENS = 60_000_000;

    private static final JsonFactory QUICK = JsonFactory.builder()
            .enable(StreamReadFeature.USE_FAST_DOUBLE_PARSER)
            .build();

    /** So many times less memory than a node takes what stands in a long list. */
    private static final int PLAIN = 4;

    /** So many words are kept to be met again; longer ones are texts of people. */
    private static final int WORDS = 4_096;

    private static final int LONGEST_WORD = 24;

    private final String document;
    private final JsonParser parser;
    private final Map<String, TextNode> words = new HashMap<>();
    /** The lists that were read before the parser came. */
    private final PlainRows plain;

    private long left;

    private Tree(String document, JsonParser parser, PlainRows plain) {
        this.document = document;
        this.parser = parser;
        this.plain = plain;
        left = most() - plain.read() / PLAIN;
    }

    private static long most() {
        return Input.bound(MOST_TOKENS, 64);
    }

    /**
     * The tree of a document of this name.
     *
     * @throws FormatException with line and column if it is no JSON
     */
    static JsonNode parse(String document, byte[] bytes) throws IOException {
        PlainRows plain = new PlainRows(bytes, PLAIN * most());
        if (plain.some()) {
            try {
                JsonNode node = read(document, plain.rest(), plain);
                if (plain.taken()) {
                    return node;
                }
            } catch (JsonProcessingException | CharConversionException | FormatException e) {
                // It is said below, with its place in the whole document.
                return whole(document, bytes);
            }
        }
        return whole(document, bytes);
    }

    private static JsonNode whole(String document, byte[] bytes) throws IOException {
        try {
            return read(document, bytes, new PlainRows(new byte[0], 0));
        } catch (JsonProcessingException e) {
            JsonLocation at = e.getLocation();
            String where = at == null ? "" : ", line " + at.getLineNr() + ", column " + at.getColumnNr();
            throw new FormatException(document + where + ": this is no JSON: " + plain(e) + ".", e);
        } catch (CharConversionException e) {
            throw new FormatException(document + ": this is no text in UTF-8.", e);
        }
    }

    /** What the parser says, without the names of its parts. */
    private static String plain(JsonProcessingException e) {
        return String.valueOf(e.getOriginalMessage())
                .replaceAll("\\R.*", "")
                .replaceAll(": (maybe a \\(non-standard\\)|enable) .*", "")
                .replaceAll(",? ?\\(?from `[^`]*`\\)?", "")
                .replaceAll("`[^`]*\\.([A-Za-z_]+)[^`]*`", "$1")
                .replaceAll("\\.$", "");
    }

    /**
     * Reads all that the bytes say, beside what was read of it before; missing if that is nothing.
     *
     * @throws FormatException if it is more than fits into this machine's memory
     * @throws JsonParseException if it is no JSON, or something follows its end
     */
    private static JsonNode read(String document, byte[] bytes, PlainRows plain) throws IOException {
        try (JsonParser parser = QUICK.createParser(bytes)) {
            Tree tree = new Tree(document, parser, plain);
            JsonToken first = tree.next();
            JsonNode node = first == null ? MissingNode.getInstance() : tree.node(first);
            if (first != null && tree.next() != null) {
                throw new JsonParseException(parser, "something follows after its end");
            }
            return node;
        }
    }

    private JsonToken next() throws IOException {
        if (--left < 0) {
            throw new FormatException(
                    document + " says more than fits into this machine's memory. Nothing was opened.");
        }
        return parser.nextToken();
    }

    private JsonNode node(JsonToken token) throws IOException {
        return switch (token) {
            case START_OBJECT -> object();
            case START_ARRAY -> array();
            case VALUE_STRING -> text(parser.getText());
            case VALUE_NUMBER_INT -> integer();
            case VALUE_NUMBER_FLOAT -> DoubleNode.valueOf(parser.getDoubleValue());
            case VALUE_TRUE -> BooleanNode.TRUE;
            case VALUE_FALSE -> BooleanNode.FALSE;
            case VALUE_NULL -> NullNode.getInstance();
            default -> throw new JsonParseException(parser, "a value was expected");
        };
    }

    private JsonNode integer() throws IOException {
        JsonNodeFactory factory = JsonNodeFactory.instance;
        return switch (parser.getNumberType()) {
            case INT -> factory.numberNode(parser.getIntValue());
            case LONG -> factory.numberNode(parser.getLongValue());
            default -> factory.numberNode(parser.getBigIntegerValue());
        };
    }

    private TextNode text(String text) {
        if (text.length() > LONGEST_WORD) {
            return TextNode.valueOf(text);
        }
        TextNode known = words.get(text);
        if (known == null) {
            known = TextNode.valueOf(text);
            if (words.size() < WORDS) {
                words.put(text, known);
            }
        }
        return known;
    }

    private ObjectNode object() throws IOException {
        ObjectNode object = JsonNodeFactory.instance.objectNode();
        for (JsonToken token = next(); token != JsonToken.END_OBJECT; token = next()) {
            String name = parser.currentName();
            // Told at the name: its value may be long, or wrong as well.
            if (object.has(name)) {
                throw new JsonParseException(parser, "“" + name + "” stands there twice");
            }
            object.set(name, node(next()));
        }
        return object;
    }

    private ArrayNode array() throws IOException {
        boolean known =
                !plain.taken() && plain.next(parser.currentTokenLocation().getByteOffset());
        JsonToken token = next();
        if (known) {
            return plain.take();
        }
        if (token == JsonToken.START_ARRAY) {
            return rows();
        }
        List<JsonNode> few = new ArrayList<>(4);
        for (; token != JsonToken.END_ARRAY; token = next()) {
            few.add(node(token));
        }
        ArrayNode array = new ArrayNode(JsonNodeFactory.instance, few.size());
        return array.addAll(few);
    }

    /** A list that begins with a list: points, notes. What is of another form is read as nodes from there on. */
    private ArrayNode rows() throws IOException {
        Rows.Made rows = new Rows.Made();
        JsonToken token = JsonToken.START_ARRAY;
        for (; token == JsonToken.START_ARRAY; token = next()) {
            rows.row();
            boolean within = false;
            for (token = next(); within || token != JsonToken.END_ARRAY; token = next()) {
                if (token == JsonToken.END_ARRAY) {
                    rows.close();
                    within = false;
                } else if (token == JsonToken.START_ARRAY && !within) {
                    rows.open();
                    within = true;
                } else if (!cell(rows, token)) {
                    ArrayNode last = rows.cut();
                    if (within) {
                        rest((ArrayNode) last.get(last.size() - 1), token);
                        token = next();
                    }
                    return rest(rows.plain().add(rest(last, token)), next());
                }
            }
        }
        return token == JsonToken.END_ARRAY ? rows.all() : rest(rows.plain(), token);
    }

    /** What is left of a list, from this token on. */
    private ArrayNode rest(ArrayNode list, JsonToken first) throws IOException {
        for (JsonToken token = first; token != JsonToken.END_ARRAY; token = next()) {
            list.add(node(token));
        }
        return list;
    }

    /** Takes one value of a row; false, and nothing is taken, if rows have none of its kind. */
    private boolean cell(Rows.Made rows, JsonToken token) throws IOException {
        switch (token) {
            case VALUE_NUMBER_FLOAT -> rows.number(parser.getDoubleValue());
            case VALUE_NUMBER_INT -> {
                if (parser.getNumberType() != JsonParser.NumberType.INT) {
                    return false;
                }
                rows.whole(parser.getIntValue());
            }
            case VALUE_STRING -> {
                return rows.word(text(parser.getText()));
            }
            case VALUE_TRUE -> rows.flag(true);
            case VALUE_FALSE -> rows.flag(false);
            default -> {
                return false;
            }
        }
        return true;
    }
}
