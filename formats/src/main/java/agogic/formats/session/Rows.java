package agogic.formats.session;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.node.ArrayNode;
import com.fasterxml.jackson.databind.node.BooleanNode;
import com.fasterxml.jackson.databind.node.DoubleNode;
import com.fasterxml.jackson.databind.node.IntNode;
import com.fasterxml.jackson.databind.node.JsonNodeFactory;
import com.fasterxml.jackson.databind.node.TextNode;
import java.util.Arrays;
import java.util.Iterator;
import java.util.stream.IntStream;

/**
 * A long list of short lists of numbers and words, as points and notes are: nine bytes a value instead of a node each. A row
 * is made a list of nodes when somebody asks for it, and forgotten again. It is not changed; {@link #plain} can be.
 */
final class Rows extends ArrayNode {
    private static final long serialVersionUID = 1;

    /** Fewer rows than this are no long list. */
    private static final int LONG = 64;

    private enum Kind {
        NUMBER,
        WHOLE,
        WORD,
        FLAG,
        /** So many of the next values are a list of their own. */
        LIST;

        private static final Kind[] ALL = values();
    }

    private final double[] numbers;
    private final byte[] kinds;
    private final int[] starts;
    private final int rows;
    private final transient TextNode[] words;

    private Rows(Made made) {
        super(JsonNodeFactory.instance, 0);
        numbers = Arrays.copyOf(made.numbers, made.size);
        kinds = Arrays.copyOf(made.kinds, made.size);
        starts = Arrays.copyOf(made.starts, made.rows + 1);
        starts[made.rows] = made.size;
        rows = made.rows;
        words = Arrays.copyOf(made.words, made.wordCount);
    }

    @Override
    public int size() {
        return rows;
    }

    @Override
    public boolean isEmpty() {
        return rows == 0;
    }

    /** How many values a row has; a list within it is one. */
    int cells(int row) {
        int cells = 0;
        for (int at = starts[row]; at < starts[row + 1]; at = after(at)) {
            cells++;
        }
        return cells;
    }

    /** Where value {@code cell} of a row is, from 0: less than {@link #cells}. */
    int place(int row, int cell) {
        int at = starts[row];
        for (int i = 0; i < cell; i++) {
            at = after(at);
        }
        return at;
    }

    private int after(int place) {
        return place + 1 + (is(place, Kind.LIST) ? (int) numbers[place] : 0);
    }

    private boolean is(int place, Kind kind) {
        return kinds[place] == kind.ordinal();
    }

    /** The number at a place; NaN if none is there. */
    double number(int place) {
        return is(place, Kind.NUMBER) || is(place, Kind.WHOLE) ? numbers[place] : Double.NaN;
    }

    /** The word at a place; null if none is there. */
    String word(int place) {
        return is(place, Kind.WORD) ? words[(int) numbers[place]].textValue() : null;
    }

    /** True if a whole number is at a place. */
    boolean whole(int place) {
        return is(place, Kind.WHOLE);
    }

    /** Which of true and false is at a place; null if neither. */
    Boolean flag(int place) {
        return is(place, Kind.FLAG) ? (Boolean) (numbers[place] > 0) : null;
    }

    /** How many values the list at a place has, which stand at the places after it; -1 if no list is there. */
    int list(int place) {
        return is(place, Kind.LIST) ? (int) numbers[place] : -1;
    }

    @Override
    public JsonNode get(int row) {
        return row < 0 || row >= rows ? null : list(numbers, kinds, words, starts[row], starts[row + 1]);
    }

    @Override
    public Iterator<JsonNode> elements() {
        return IntStream.range(0, rows).mapToObj(this::get).iterator();
    }

    @Override
    public boolean equals(Object other) {
        return plain().equals(other instanceof Rows those ? those.plain() : other);
    }

    @Override
    public int hashCode() {
        return plain().hashCode();
    }

    @Override
    public String toString() {
        return plain().toString();
    }

    /** The same as a list of nodes, which can be changed. */
    ArrayNode plain() {
        ArrayNode plain = new ArrayNode(JsonNodeFactory.instance, rows);
        for (int i = 0; i < rows; i++) {
            plain.add(get(i));
        }
        return plain;
    }

    private static ArrayNode list(double[] numbers, byte[] kinds, TextNode[] words, int from, int to) {
        ArrayNode list = new ArrayNode(JsonNodeFactory.instance, to - from);
        for (int i = from; i < to; i++) {
            switch (Kind.ALL[kinds[i]]) {
                case NUMBER -> list.add(DoubleNode.valueOf(numbers[i]));
                case WHOLE -> list.add(IntNode.valueOf((int) numbers[i]));
                case WORD -> list.add(words[(int) numbers[i]]);
                case FLAG -> list.add(BooleanNode.valueOf(numbers[i] > 0));
                default -> {
                    int end = i + 1 + (int) numbers[i];
                    list.add(list(numbers, kinds, words, i + 1, end));
                    i = end - 1;
                }
            }
        }
        return list;
    }

    /** Rows that are being read. */
    static final class Made {
        private double[] numbers = new double[32];
        private byte[] kinds = new byte[32];
        private int[] starts = new int[9];
        private TextNode[] words = new TextNode[4];
        private int size;
        private int rows;
        private int wordCount;
        private int list = -1;

        /** A row begins. */
        void row() {
            if (rows + 1 == starts.length) {
                starts = Arrays.copyOf(starts, 2 * rows + 2);
            }
            starts[rows++] = size;
        }

        void number(double value) {
            add(Kind.NUMBER, value);
        }

        void whole(int value) {
            add(Kind.WHOLE, value);
        }

        void flag(boolean value) {
            add(Kind.FLAG, value ? 1 : 0);
        }

        /** A word; false if there are too many of them. */
        boolean word(TextNode word) {
            int known = 0;
            while (known < wordCount && words[known] != word) {
                known++;
            }
            if (known == LONG) {
                return false;
            }
            if (known == wordCount) {
                words = wordCount == words.length ? Arrays.copyOf(words, 2 * wordCount) : words;
                words[wordCount++] = word;
            }
            add(Kind.WORD, known);
            return true;
        }

        /** A list within the row begins. */
        void open() {
            list = size;
            add(Kind.LIST, 0);
        }

        /** The list within the row is over. */
        void close() {
            numbers[list] = size - list - 1;
            list = -1;
        }

        private void add(Kind kind, double value) {
            if (size == numbers.length) {
                numbers = Arrays.copyOf(numbers, 2 * size);
                kinds = Arrays.copyOf(kinds, 2 * size);
            }
            kinds[size] = (byte) kind.ordinal();
            numbers[size++] = value;
        }

        /** The values of the last row so far: what follows is read as nodes. The row is no longer among these. */
        ArrayNode cut() {
            rows--;
            ArrayNode last = list(numbers, kinds, words, starts[rows], list >= 0 ? list : size);
            if (list >= 0) {
                last.add(list(numbers, kinds, words, list + 1, size));
            }
            size = starts[rows];
            list = -1;
            return last;
        }

        /** True if they are a long list. */
        boolean many() {
            return rows >= LONG;
        }

        /** All of them; as nodes if they are few. */
        ArrayNode all() {
            Rows all = new Rows(this);
            return many() ? all : all.plain();
        }

        /** All of them as nodes, to be gone on with. */
        ArrayNode plain() {
            return new Rows(this).plain();
        }
    }
}
