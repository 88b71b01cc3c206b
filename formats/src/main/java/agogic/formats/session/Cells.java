package agogic.formats.session;

import agogic.formats.file.FormatException;

/**
 * A short list of mixed values: a list of nodes, or one of {@link Rows}, of which nodes are made only to say what is wrong
 * with it.
 */
final class Cells {
    /** This list, or the list whose rows are asked. */
    private final Json json;
    /** Null if it is a list of nodes. */
    private final Rows rows;

    private final int row;

    /** Makes something of a short list. */
    @FunctionalInterface
    interface Reader<T> {
        T read(Cells cells) throws FormatException;
    }

    /** The values of a list of nodes. */
    Cells(Json list) {
        json = list;
        rows = null;
        row = 0;
    }

    /** The values of a row, from 0, of the list at {@code list}. */
    Cells(Json list, Rows rows, int row) {
        json = list;
        this.rows = rows;
        this.row = row;
    }

    private Json place() {
        return rows == null ? json : json.element(row);
    }

    private Json cell(int i) {
        return place().element(i);
    }

    int size() {
        return rows == null ? json.node().size() : rows.cells(row);
    }

    FormatException error(String what) {
        return place().error(what);
    }

    /** Makes something of it; what its constructor refuses is told with this place. */
    <T> T make(Json.Maker<T> maker) throws FormatException {
        try {
            return maker.make();
        } catch (IllegalArgumentException e) {
            throw place().refused(e);
        }
    }

    double number(int i) throws FormatException {
        double value = rows == null ? Double.NaN : rows.number(rows.place(row, i));
        return Double.isFinite(value) ? value : cell(i).number();
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
        String word = rows == null ? null : rows.word(rows.place(row, i));
        E known = word == null ? null : Json.known(word, words);
        return known == null ? cell(i).word(words) : known;
    }

    /** A list of numbers. */
    double[] numbers(int i) throws FormatException {
        int place = rows == null ? 0 : rows.place(row, i);
        int many = rows == null ? -1 : rows.list(place);
        if (many < 0) {
            return listed(i);
        }
        double[] numbers = new double[many];
        for (int k = 0; k < many; k++) {
            numbers[k] = rows.number(place + 1 + k);
            if (!Double.isFinite(numbers[k])) {
                return listed(i);
            }
        }
        return numbers;
    }

    private double[] listed(int i) throws FormatException {
        Json list = cell(i);
        double[] numbers = new double[list.list().size()];
        for (int k = 0; k < numbers.length; k++) {
            numbers[k] = list.element(k).number();
        }
        return numbers;
    }

    int whole(int i) throws FormatException {
        int place = rows == null ? -1 : rows.place(row, i);
        return place >= 0 && rows.whole(place) ? (int) rows.number(place) : cell(i).whole();
    }

    boolean flag(int i) throws FormatException {
        Boolean flag = rows == null ? null : rows.flag(rows.place(row, i));
        return flag == null ? cell(i).flag() : flag;
    }

    String text(int i) throws FormatException {
        return cell(i).text();
    }
}
