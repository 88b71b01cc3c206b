package agogic.formats.table;

import agogic.core.envelope.Envelope;
import agogic.core.envelope.Point;
import agogic.formats.file.FormatException;
import agogic.formats.file.SafeFile;
import java.io.IOException;
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
        int header = Table.read(path, HEADERS, line -> {
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
        });
        if (points.isEmpty()) {
            throw new FormatException(path.getFileName() + " has no points.");
        }
        return new Read(Envelope.of(points), header == 1);
    }

    /** Writes an envelope; every number reads back as the same. */
    public static void write(Path path, Envelope envelope, boolean inBeats) throws IOException {
        StringBuilder text = new StringBuilder(inBeats ? "beat" : "seconds").append(",value,shape,amount\r\n");
        for (Point point : envelope.points()) {
            text.append(point.time()).append(',').append(point.value()).append(',');
            text.append(ShapeText.name(point.shape())).append(',').append(ShapeText.amount(point.shape()));
            text.append("\r\n");
        }
        SafeFile.write(path, out -> out.write(text.toString().getBytes(StandardCharsets.UTF_8)));
    }
}
