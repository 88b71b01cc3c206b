package agogic.formats.table;

import agogic.core.parameter.Parameter;
import agogic.core.session.Session;
import agogic.core.text.Text;
import agogic.formats.file.FormatException;
import agogic.formats.file.Input;
import java.io.IOException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalDouble;

/** A table that came: its columns by their heads, its rows, and what stands in them in the terms of a session. */
final class TableIn {
    /** Two values nearer than this part of the travel are one; so are two places nearer than this in seconds. */
    static final double SAME = 1e-9;

    static final double TOGETHER = 1e-6;

    /** The columns that say where, the exact ones first. */
    static final List<String> PLACES = List.of("beat", "seconds", "bar");

    /** How programs write the lower end of a fader in dB. */
    private static final List<String> ENDLESS = List.of("-infinity", "-inf", "-∞", "−∞");

    final Session session;
    final String file;
    final Map<String, Integer> columns = new LinkedHashMap<>();
    final List<Table.Line> lines = new ArrayList<>();

    /**
     * Reads all of it.
     *
     * @throws FormatException with file, line and column if it is no table with a place in each row
     */
    TableIn(Session session, Path path) throws IOException {
        this.session = session;
        file = Input.name(path);
        List<String> heads = new ArrayList<>();
        Table.read(path, List.of(), line -> {
            if (heads.isEmpty()) {
                for (int c = 0; c < line.cells().size(); c++) {
                    heads.add(line.text(c).replace("\uFEFF", ""));
                }
            } else {
                lines.add(line);
            }
        });
        for (int c = 0; c < heads.size(); c++) {
            if (columns.put(heads.get(c).toLowerCase(Locale.ROOT), c) != null) {
                throw new FormatException(file + ", line 1, column " + (c + 1) + ": “" + heads.get(c)
                        + "” stands there twice; name each column once.");
            }
        }
        if (!has("seconds") && !has("beat") && !has("bar")) {
            throw new FormatException(
                    file + ", line 1: expected a column “seconds”, “beat” or “bar”, found “" + shown(heads) + "”.");
        }
        if (lines.isEmpty()) {
            throw new FormatException(file + " has no rows below its first line.");
        }
    }

    private static String shown(List<String> heads) {
        String all = String.join(",", heads);
        return all.length() > 60 ? all.substring(0, 60) + "…" : all;
    }

    /** True if it has a column of this name. */
    boolean has(String head) {
        return columns.containsKey(head);
    }

    /** What stands in a column; empty if there is no such column. */
    String cell(Table.Line line, String head) {
        return has(head) ? line.text(columns.get(head)) : "";
    }

    /**
     * A place in quarter notes from the beginning, as it stands in one of the {@link #PLACES}.
     *
     * @throws FormatException if it is none, or not within the piece
     */
    double place(Table.Line line, String column, String text) throws FormatException {
        double beat;
        if (column.equals("bar")) {
            OptionalDouble found = session.timeline().parse(text);
            if (found.isEmpty()) {
                throw line.error("column “bar”: expected a place such as 17.3.02, found “" + text + "”");
            }
            beat = found.getAsDouble();
        } else {
            double number = line.number(columns.get(column), column);
            beat = column.equals("beat") ? number : session.timeline().beatAt(number);
        }
        if (!(beat >= 0 && beat <= session.length() + TOGETHER)) {
            throw line.error("column “" + column + "”: “" + text + "” is not within the piece");
        }
        return beat;
    }

    /** A value in the unit: as a number, or as people write it. */
    double value(Table.Line line, String column, String text, Parameter scale) throws FormatException {
        Optional<Double> number = Text.number(text);
        if (ENDLESS.contains(text.toLowerCase(Locale.ROOT)) && Double.isInfinite(scale.valueAt(0))) {
            return 0;
        }
        if (number.isEmpty()) {
            try {
                return scale.parse(text);
            } catch (IllegalArgumentException e) {
                throw line.error("column “" + column + "”: " + e.getMessage());
            }
        }
        double x = normalised(scale, number.get());
        if (Math.abs(scale.nativeValueAt(x) - number.get()) > SAME * Math.abs(scale.to() - scale.from()) + 1e-12) {
            throw line.error("column “" + column + "”: " + scale.name() + " goes from " + scale.print(0) + " to "
                    + scale.print(1) + ", and not to " + text);
        }
        return x;
    }

    static double normalised(Parameter scale, double number) {
        if (scale.worth().isEmpty()) {
            return scale.normalisedOf(number);
        }
        int nearest = 0;
        for (int i = 1; i < scale.worth().size(); i++) {
            boolean nearer = Math.abs(scale.worth().get(i) - number)
                    < Math.abs(scale.worth().get(nearest) - number);
            nearest = nearer ? i : nearest;
        }
        return scale.normalisedOf(nearest);
    }
}
