package agogic.formats.session;

import agogic.formats.file.Decimals;
import com.fasterxml.jackson.databind.node.ArrayNode;
import com.fasterxml.jackson.databind.node.TextNode;
import java.io.ByteArrayOutputStream;
import java.nio.charset.StandardCharsets;
import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Deque;
import java.util.List;

/**
 * The long lists of a document, as points and notes are, read where they lie, in a third of the time that a parser takes for
 * them. What is left of the document has an empty list in the place of each. Of what is not plain, or no JSON, nothing is
 * said here: it is left to the parser.
 */
final class PlainRows {
    private static final int LONGEST_WORD = 24;
    /** With more words than these it is no list of points. */
    private static final int MOST_WORDS = 64;

    private final byte[] bytes;
    private final Decimals numbers;
    private final List<TextNode> words = new ArrayList<>();
    private final ByteArrayOutputStream rest = new ByteArrayOutputStream();
    private final Deque<Place> places = new ArrayDeque<>();
    private int at;
    private long left;
    private long read;

    /** A list, and where in the rest its empty one begins. */
    private record Place(int at, ArrayNode list) {}

    /** Those of a document; {@code most} values and brackets are read. */
    PlainRows(byte[] bytes, long most) {
        this.bytes = bytes;
        numbers = new Decimals(bytes);
        left = most;
        int from = 0;
        for (int i = 0; i < bytes.length && left > 0; i++) {
            if (bytes[i] == '"') {
                i = closing(i);
            } else if (bytes[i] == '[' && begins(i + 1)) {
                long before = left;
                Rows.Made rows = new Rows.Made();
                if (rows(rows) && rows.many()) {
                    rest.write(bytes, from, i + 1 - from);
                    places.add(new Place(rest.size() - 1, rows.all()));
                    rest.write(']');
                    read += before - left;
                    from = at;
                    i = at - 1;
                }
            }
        }
        rest.write(bytes, from, bytes.length - from);
    }

    /** True if there are some, and all were within what may be read. */
    boolean some() {
        return !places.isEmpty() && left > 0;
    }

    /** What is left of the document. */
    byte[] rest() {
        return rest.toByteArray();
    }

    /** So many values and brackets are in them. */
    long read() {
        return read;
    }

    /** True if this place of the rest is that of the next list. */
    boolean next(long place) {
        return !places.isEmpty() && places.peek().at() == place;
    }

    /** The next list. */
    ArrayNode take() {
        return places.remove().list();
    }

    /** True if all of them were taken. */
    boolean taken() {
        return places.isEmpty();
    }

    /** Where a text ends that begins here. */
    private int closing(int quote) {
        int i = quote + 1;
        while (i < bytes.length && bytes[i] != '"') {
            i += bytes[i] == '\\' ? 2 : 1;
        }
        return i;
    }

    private boolean begins(int from) {
        at = from;
        return sees('[');
    }

    /** True if this comes next, after blanks. */
    private boolean sees(char what) {
        byte[] all = bytes;
        int i = at;
        while (i < all.length && blank(all[i])) {
            i++;
        }
        at = i;
        return i < all.length && all[i] == what;
    }

    private static boolean blank(byte one) {
        return one <= ' ' && (one == ' ' || one == '\n' || one == '\r' || one == '\t');
    }

    /** Goes on behind this if it comes next, after blanks. */
    private boolean takes(char what) {
        boolean sees = sees(what);
        at += sees ? 1 : 0;
        return sees;
    }

    private boolean rows(Rows.Made rows) {
        do {
            if (!takes('[')) {
                return false;
            }
            rows.row();
            if (!values(rows, false)) {
                return false;
            }
        } while (takes(','));
        return takes(']');
    }

    /** What stands behind an opened bracket, and that which closes it. */
    private boolean values(Rows.Made rows, boolean within) {
        left -= 2;
        if (takes(']')) {
            return true;
        }
        do {
            if (--left < 0 || !value(rows, within)) {
                return false;
            }
        } while (takes(','));
        return takes(']');
    }

    private boolean value(Rows.Made rows, boolean within) {
        if (takes('"')) {
            return word(rows);
        }
        if (takes('[')) {
            if (within) {
                return false;
            }
            rows.open();
            boolean plain = values(rows, true);
            rows.close();
            return plain;
        }
        boolean yes = says("true");
        if (yes || says("false")) {
            rows.flag(yes);
            return true;
        }
        double number = numbers.read(at);
        if (Double.isNaN(number) || numbers.whole() && number != (int) number) {
            return false;
        }
        at = numbers.end();
        if (numbers.whole()) {
            rows.whole((int) number);
        } else {
            rows.number(number);
        }
        return true;
    }

    private boolean says(String letters) {
        if (at + letters.length() > bytes.length) {
            return false;
        }
        for (int i = 0; i < letters.length(); i++) {
            if (bytes[at + i] != letters.charAt(i)) {
                return false;
            }
        }
        at += letters.length();
        return true;
    }

    private boolean word(Rows.Made rows) {
        int first = at;
        for (TextNode known : words) {
            if (says(known.textValue()) && at < bytes.length && bytes[at] == '"') {
                at++;
                return rows.word(known);
            }
            at = first;
        }
        while (at < bytes.length && at - first <= LONGEST_WORD && letter(bytes[at])) {
            at++;
        }
        if (words.size() == MOST_WORDS || at == bytes.length || bytes[at] != '"') {
            return false;
        }
        TextNode word = TextNode.valueOf(new String(bytes, first, at - first, StandardCharsets.US_ASCII));
        words.add(word);
        at++;
        return rows.word(word);
    }

    private static boolean letter(byte one) {
        return one >= ' ' && one <= '~' && one != '"' && one != '\\';
    }
}
