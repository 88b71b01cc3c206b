package agogic.formats.description;

import agogic.formats.file.FormatException;
import agogic.formats.file.Input;
import java.io.BufferedInputStream;
import java.io.FilterInputStream;
import java.io.IOException;
import java.io.InputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.eclipse.rdf4j.model.IRI;
import org.eclipse.rdf4j.model.Literal;
import org.eclipse.rdf4j.model.Resource;
import org.eclipse.rdf4j.model.Statement;
import org.eclipse.rdf4j.model.Value;
import org.eclipse.rdf4j.rio.ParseLocationListener;
import org.eclipse.rdf4j.rio.RDFHandlerException;
import org.eclipse.rdf4j.rio.RDFParseException;
import org.eclipse.rdf4j.rio.helpers.AbstractRDFHandler;
import org.eclipse.rdf4j.rio.turtle.TurtleParser;

/** The statements of a few Turtle files, with the line where each subject begins. Bounded in time and memory. */
final class Graph {
    /** No file may be larger. */
    private static final long LARGEST_FILE = 16L << 20;

    /** All files together may not say more. */
    private static final int MOST_STATEMENTS = 300_000;

    /** Reading a description takes no longer than this. Nanoseconds. */
    private static final long LONGEST = 20_000_000_000L;

    /** Files are read as if they lay here, so that nothing of this machine gets into what they say. */
    static final String BASE = "file:///bundle/";

    private final Map<Resource, Map<String, List<Value>>> subjects = new LinkedHashMap<>();
    private final Map<Resource, String> places = new HashMap<>();
    private int statements;

    /**
     * Adds a file.
     *
     * @throws FormatException with its name and the line, if it is cut off, too large or no Turtle
     */
    void add(Path file) throws IOException {
        String name = Input.name(file);
        if (!Files.exists(file)) {
            throw new FormatException("There is no file " + name + " in the bundle.");
        }
        Input.file(file, LARGEST_FILE, "a description");
        TurtleParser parser = new TurtleParser();
        Handler handler = new Handler(name);
        parser.setRDFHandler(handler);
        parser.setParseLocationListener(handler);
        Watched in = new Watched(new BufferedInputStream(Files.newInputStream(file)));
        try (in) {
            parser.parse(in, BASE + name);
        } catch (Endless e) {
            throw new FormatException(
                    name + ", line " + in.lines + ": it is cut off here, or goes round in a circle.", e);
        } catch (RDFParseException e) {
            // Where the parser does not know, it stopped at the end.
            long line = e.getLineNumber() > 0 ? e.getLineNumber() : in.ended ? in.lines : handler.line;
            throw new FormatException(name + ", line " + line + ": " + plain(e) + ".", e);
        } catch (RDFHandlerException e) {
            throw new FormatException(name + ", line " + handler.line + ": " + e.getMessage() + ".", e);
        } catch (StackOverflowError e) {
            throw new FormatException(name + ", line " + handler.line + ": it is nested too deeply.", e);
        } catch (IllegalArgumentException e) {
            throw new FormatException(name + ", line " + handler.line + ": " + e.getMessage() + ".", e);
        }
    }

    /** A reader that asks again and again for what is not there. */
    private static final class Endless extends IllegalStateException {
        private static final long serialVersionUID = 1;
    }

    /** Counts the lines, and ends a reader that never would. */
    private static final class Watched extends FilterInputStream {
        private static final int PATIENCE = 10_000;

        private final long began = System.nanoTime();
        private long lines = 1;
        private boolean ended;
        private int asked;

        Watched(InputStream in) {
            super(in);
        }

        private void watch(boolean end) {
            ended |= end;
            asked += end ? 1 : 0;
            if (asked > PATIENCE || System.nanoTime() - began > LONGEST) {
                throw new Endless();
            }
        }

        @Override
        public int read() throws IOException {
            int one = super.read();
            lines += one == '\n' ? 1 : 0;
            watch(one < 0);
            return one;
        }

        @Override
        public int read(byte[] into, int from, int length) throws IOException {
            int n = super.read(into, from, length);
            for (int i = 0; i < n; i++) {
                lines += into[from + i] == '\n' ? 1 : 0;
            }
            watch(n < 0);
            return n;
        }
    }

    private static String plain(RDFParseException e) {
        String message = String.valueOf(e.getMessage()).replaceAll("\\s*\\[line \\d+.*?]", "");
        return message.length() > 200 ? message.substring(0, 200) + " …" : message;
    }

    private final class Handler extends AbstractRDFHandler implements ParseLocationListener {
        private final String file;
        private final long began = System.nanoTime();
        private long line = 1;

        Handler(String file) {
            this.file = file;
        }

        @Override
        public void parseLocationUpdate(long lineNo, long columnNo) {
            line = lineNo;
        }

        @Override
        public void handleStatement(Statement statement) {
            if (System.nanoTime() - began > LONGEST) {
                throw new Endless();
            }
            if (++statements > MOST_STATEMENTS) {
                throw new RDFHandlerException(
                        "it says more than " + MOST_STATEMENTS + " things, too many for a description");
            }
            places.putIfAbsent(statement.getSubject(), file + ", line " + line);
            subjects.computeIfAbsent(statement.getSubject(), s -> new HashMap<>())
                    .computeIfAbsent(statement.getPredicate().stringValue(), p -> new ArrayList<>(1))
                    .add(statement.getObject());
        }
    }

    /** File and line where something is first spoken of. */
    String place(Resource subject) {
        return places.getOrDefault(subject, "the bundle");
    }

    /** All that are of a type, in the order of the files. */
    List<Resource> ofType(String type) {
        return subjects.keySet().stream().filter(s -> is(s, Lv2.TYPE, type)).toList();
    }

    List<Value> all(Resource subject, String predicate) {
        return subjects.getOrDefault(subject, Map.of()).getOrDefault(predicate, List.of());
    }

    /** The objects that have statements of their own. */
    List<Resource> resources(Resource subject, String predicate) {
        return all(subject, predicate).stream()
                .filter(Resource.class::isInstance)
                .map(Resource.class::cast)
                .toList();
    }

    boolean is(Resource subject, String predicate, String iri) {
        return all(subject, predicate).stream()
                .anyMatch(v -> v instanceof IRI && v.stringValue().equals(iri));
    }

    /** A text, preferably in no language or in English. */
    Optional<String> text(Resource subject, String predicate) {
        String best = null;
        int rank = Integer.MAX_VALUE;
        for (Value value : all(subject, predicate)) {
            if (value instanceof Literal literal) {
                String language = literal.getLanguage().orElse("");
                int its = language.isEmpty() ? 0 : language.startsWith("en") ? 1 : 2;
                if (its < rank) {
                    rank = its;
                    best = literal.getLabel();
                }
            }
        }
        return Optional.ofNullable(best);
    }

    /** A number, if there is one. */
    Optional<Double> number(Resource subject, String predicate) throws FormatException {
        for (Value value : all(subject, predicate)) {
            if (value instanceof Literal literal) {
                String text = literal.getLabel().strip();
                if (text.equals("true") || text.equals("false")) {
                    return Optional.of(text.equals("true") ? 1.0 : 0.0);
                }
                try {
                    double number = Double.parseDouble(text);
                    if (Double.isFinite(number)) {
                        return Optional.of(number);
                    }
                } catch (NumberFormatException e) {
                    // Told below, with the place.
                }
                throw new FormatException(place(subject) + ": expected a number for “"
                        + predicate.replaceAll(".*[#/]", "") + "”, found “" + text + "”.");
            }
        }
        return Optional.empty();
    }
}
