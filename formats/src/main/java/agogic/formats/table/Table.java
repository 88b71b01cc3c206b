package agogic.formats.table;

import agogic.core.text.Text;
import agogic.formats.file.FormatException;
import agogic.formats.file.Input;
import java.io.IOException;
import java.io.Reader;
import java.io.UncheckedIOException;
import java.nio.charset.CharacterCodingException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import org.apache.commons.csv.CSVException;
import org.apache.commons.csv.CSVFormat;
import org.apache.commons.csv.CSVParser;
import org.apache.commons.csv.CSVRecord;

/** Reads a table line by line, with the place in every error. */
public final class Table {
    /** A table with more lines than this is refused: it would not fit into memory with the rest. */
    private static final int MOST_LINES = 50_000_000;

    private static final long LARGEST = 4L << 30;

    private Table() {}

    /** A text as a cell: in quotes where a comma, a quote or a line break would end it (RFC 4180). */
    public static String cell(String text) {
        return text.matches("[^,\"\\r\\n]*") ? text : "\"" + text.replace("\"", "\"\"") + "\"";
    }

    /** One line of a table. */
    public record Line(String file, long number, CSVRecord cells) {
        /** The text in a column, from 0; empty if the line is shorter. */
        public String text(int column) {
            return column < cells.size() ? cells.get(column).strip() : "";
        }

        /**
         * The number in a column, called {@code name} in an error.
         *
         * @throws FormatException with file and line if it is none
         */
        public double number(int column, String name) throws FormatException {
            String text = text(column);
            Optional<Double> number = Text.number(text);
            if (number.isPresent()) {
                return number.get();
            }
            throw error("expected a number for “" + name + "”, found “" + text + "”");
        }

        /** An error at this line, in words for people. */
        public FormatException error(String what) {
            return new FormatException(file + ", line " + number + ": " + what + ".");
        }
    }

    /** Takes one line. */
    @FunctionalInterface
    public interface Taker {
        void take(Line line) throws IOException;
    }

    /**
     * Reads {@code path}, whose first line must begin with one of the {@code headers}; returns which. Without headers every
     * first line is right, and is taken as the others.
     *
     * @throws FormatException with what, where and what was expected, if it is none; nothing is half-read
     */
    public static int read(Path path, List<List<String>> headers, Taker taker) throws IOException {
        String name = Input.name(path);
        Input.file(path, LARGEST, "a table");
        try (Reader reader = Files.newBufferedReader(path, StandardCharsets.UTF_8)) {
            return read(name, reader, headers, taker);
        }
    }

    static int read(String name, Reader reader, List<List<String>> headers, Taker taker) throws IOException {
        long[] line = {1};
        try (CSVParser parser =
                CSVFormat.RFC4180.builder().setIgnoreEmptyLines(true).get().parse(reader)) {
            int header = -1;
            long lines = 0;
            for (CSVRecord record : parser) {
                line[0] = parser.getCurrentLineNumber() + 1;
                if (header < 0 && headers.isEmpty()) {
                    header = 0;
                } else if (header < 0) {
                    header = header(name, record, headers);
                    continue;
                }
                if (++lines > MOST_LINES) {
                    throw new FormatException(name + " has more than " + MOST_LINES + " lines.");
                }
                taker.take(new Line(name, parser.getCurrentLineNumber(), record));
            }
            if (header < 0) {
                throw new FormatException(name + " is empty. Expected a first line "
                        + (headers.isEmpty() ? "with the names of its columns." : "“" + words(headers) + "”."));
            }
            return header;
        } catch (UncheckedIOException | CSVException e) {
            throw unreadable(name, line[0], e.getCause() == null ? e : e.getCause());
        } catch (CharacterCodingException e) {
            throw unreadable(name, line[0], e);
        }
    }

    private static FormatException unreadable(String name, long line, Throwable cause) {
        if (cause instanceof FormatException already) {
            return already;
        }
        boolean text = !(cause instanceof CharacterCodingException);
        String why = !text || cause.getMessage() == null
                ? "it is no text in UTF-8"
                : "a quoted cell is not closed, or something follows its closing quote";
        return new FormatException(
                name + ", line " + line + " or soon after: this is no table of comma-separated values: " + why + ".",
                cause);
    }

    private static int header(String name, CSVRecord record, List<List<String>> headers) throws FormatException {
        for (int h = 0; h < headers.size(); h++) {
            List<String> wanted = headers.get(h);
            boolean same = record.size() >= wanted.size();
            for (int i = 0; same && i < wanted.size(); i++) {
                same = record.get(i).strip().replace("\uFEFF", "").equalsIgnoreCase(wanted.get(i));
            }
            if (same) {
                return h;
            }
        }
        String found = String.join(",", record.toList());
        String shown = found.length() > 60 ? found.substring(0, 60) + "…" : found;
        throw new FormatException(name + ", line 1: expected “" + words(headers) + "”, found “" + shown + "”.");
    }

    private static String words(List<List<String>> headers) {
        return String.join(
                "” or “", headers.stream().map(h -> String.join(",", h)).toList());
    }
}
