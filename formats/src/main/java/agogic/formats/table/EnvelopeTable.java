package agogic.formats.table;

import agogic.core.envelope.Envelope;
import agogic.core.envelope.Point;
import agogic.formats.file.FormatException;
import agogic.formats.file.SafeFile;
import java.io.IOException;
import java.io.StringReader;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;

/** Envelopes as tables: {@code seconds,value,shape,amount}, or {@code beat,value,shape,amount}. Values normalised. */
public final class EnvelopeTable {
    private static final List<List<String>> HEADERS =
            List.of(List.of("seconds", "value", "shape", "amount"), List.of("beat", "value", "shape", "amount"));

    private EnvelopeTable() {}

    /** An envelope and whether its times are beats. */
    public record Read(Envelope envelope, boolean inBeats) {}

    /**
     * Reads an envelope.
     *
     * @throws FormatException with file and line if it is none; nothing is half-read
     */
    public static Read read(Path path) throws IOException {
        List<Point> points = new ArrayList<>();
        return made(path.getFileName().toString(), points, Table.read(path, HEADERS, taker(points)));
    }

    /**
     * Reads an envelope of a text, as {@link #read}; its cells may be parted by tabs, as a spreadsheet parts them.
     *
     * @param name what the text is, for people
     * @throws FormatException with what, where and what was expected, if it is none; nothing is half-read
     */
    public static Read parse(String name, String text) throws FormatException {
        List<Point> points = new ArrayList<>();
        boolean tabs = text.indexOf('\t') >= 0;
        try (StringReader reader = new StringReader(tabs ? text.replace('\t', ',') : text)) {
            return made(name, points, Table.read(name, reader, HEADERS, taker(points)));
        } catch (FormatException e) {
            throw e;
        } catch (IOException e) {
            throw new FormatException(name + " could not be read: " + e.getMessage(), e);
        }
    }

    private static Read made(String name, List<Point> points, int header) throws FormatException {
        if (points.isEmpty()) {
            throw new FormatException(name + " has no points.");
        }
        return new Read(Envelope.of(points), header == 1);
    }

    private static Table.Taker taker(List<Point> points) {
        return line -> {
            double time = line.number(0, "time");
            double value = line.number(1, "value");
            if (!points.isEmpty() && time < points.get(points.size() - 1).time()) {
                throw line.error("this point comes before the one above it; points stand in time order");
            }
            if (!(value >= 0 && value <= 1)) {
                throw line.error("a value lies between 0 and 1, not at " + line.text(1));
            }
            try {
                points.add(new Point(time, value, ShapeText.parse(line.text(2), line.text(3))));
            } catch (IllegalArgumentException e) {
                throw line.error(e.getMessage());
            }
        };
    }

    /**
     * Writes an envelope; every number reads back as the same.
     *
     * @throws IOException if it cannot be written; what was there is as it was
     */
    public static void write(Path path, Envelope envelope, boolean inBeats) throws IOException {
        String text = text(envelope, inBeats);
        SafeFile.write(path, out -> out.write(text.getBytes(StandardCharsets.UTF_8)));
    }

    /** An envelope as such a text. */
    public static String text(Envelope envelope, boolean inBeats) {
        StringBuilder text = new StringBuilder(inBeats ? "beat" : "seconds").append(",value,shape,amount\r\n");
        for (Point point : envelope.points()) {
            text.append(point.time()).append(',').append(point.value()).append(',');
            text.append(ShapeText.name(point.shape())).append(',').append(ShapeText.amount(point.shape()));
            text.append("\r\n");
        }
        return text.toString();
    }
}
