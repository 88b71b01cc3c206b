package agogic.desk.command;

import agogic.core.envelope.EnvelopeCursor;
import agogic.formats.file.SafeFile;
import agogic.formats.table.EnvelopeTable;
import java.io.IOException;
import java.nio.file.Path;
import java.util.Locale;
import picocli.CommandLine.Command;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;

/** {@code sample}: an envelope evaluated at equal distances. */
@Command(name = "sample", description = "An envelope evaluated every so many seconds.")
final class SampleCommand extends FileCommand {
    @Parameters(index = "0", paramLabel = "ENV.csv", description = "points: seconds,value,shape,amount")
    private Path envelope;

    @Option(names = "--every", required = true, paramLabel = "SECONDS", description = "distance of two samples")
    private double every;

    @Option(names = "--from", required = true, paramLabel = "A", description = "first sample, in seconds")
    private double from;

    @Option(names = "--to", required = true, paramLabel = "B", description = "last sample at the most, in seconds")
    private double to;

    @Option(names = "--out", required = true, paramLabel = "TABLE.csv", description = "where the table goes")
    private Path out;

    @Override
    public Answer run() throws IOException {
        EnvelopeTable.Read read = EnvelopeTable.read(envelope);
        if (read.inBeats()) {
            throw new IllegalArgumentException(
                    envelope.getFileName() + " has beats; without a tempo they are no seconds. Expected “seconds,…”.");
        }
        apart(out, envelope);
        EnvelopeCursor cursor = read.envelope().cursor();
        int rows = rows(from, to, every);
        SafeFile.text(out, text -> {
            text.append("seconds,value\r\n");
            for (int i = 0; i < rows; i++) {
                double at = from + i * every;
                text.append(Double.toString(at))
                        .append(',')
                        .append(Double.toString(Math.max(0, Math.min(1, cursor.valueAt(at)))));
                text.append("\r\n");
            }
        });
        return new Answer().put("rows", rows);
    }

    /** No table has more rows. */
    private static final int MOST_ROWS = 10_000_000;

    /** How many samples lie in {@code from..to}. */
    static int rows(double from, double to, double every) {
        if (!(every > 0) || !(to >= from)) {
            throw new IllegalArgumentException("Samples need a distance above 0 and an end after the start.");
        }
        double rows = Math.floor((to - from) / every + 1e-9) + 1;
        if (rows > MOST_ROWS) {
            throw new IllegalArgumentException(String.format(
                    Locale.ROOT,
                    "That would be %,.0f rows; %,d are the most. Take a greater --every.",
                    rows,
                    MOST_ROWS));
        }
        return (int) rows;
    }
}
