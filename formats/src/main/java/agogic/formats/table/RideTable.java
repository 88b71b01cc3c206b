package agogic.formats.table;

import agogic.core.ride.Ride;
import agogic.formats.file.Ascii;
import agogic.formats.file.FormatException;
import agogic.formats.file.Input;
import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.io.InputStreamReader;
import java.io.OutputStream;
import java.io.Reader;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Arrays;
import java.util.List;

/** Moves as tables: {@code seconds,value}, with a third column {@code counted} where takeover changed the place. */
public final class RideTable {
    private static final List<List<String>> HEADERS =
            List.of(List.of("seconds", "value", "counted"), List.of("seconds", "value"));

    /** A ride has no more moves. */
    private static final long MOST = 50_000_000;

    /** A file of so many bytes at most is looked at as a whole. */
    private static final long PLAIN = 1L << 30;

    /** So many letters are written at once. */
    private static final int PART = 16_000;

    private RideTable() {}

    /** The moves of a table: times in order, places 0..1. */
    public record Moves(double[] seconds, double[] values, double[] counted) {}

    /**
     * Reads moves.
     *
     * @throws FormatException with file and line if there are none
     */
    public static Moves read(Path path) throws IOException {
        Moves plain = plain(path);
        if (plain != null) {
            return plain;
        }
        Collector collector = new Collector(Input.bound(MOST, 64));
        int header = Table.read(path, HEADERS, collector::take);
        return collector.moves(String.valueOf(path.getFileName()), header == 0);
    }

    /**
     * Writes the moves of a ride.
     *
     * @throws IOException if the file or the disk fails
     */
    public static void write(OutputStream out, Ride ride) throws IOException {
        boolean plain = ride.countedAsMoved();
        Ascii text = new Ascii(PART + 100);
        text.put(plain ? "seconds,value\r\n" : "seconds,value,counted\r\n");
        for (int i = 0; i < ride.size(); i++) {
            text.put(ride.seconds(i)).put(',').put(ride.raw(i));
            if (!plain) {
                text.put(',').put(ride.counted(i));
            }
            text.put("\r\n");
            if (text.size() > PART) {
                text.to(out);
            }
        }
        text.to(out);
        out.flush();
    }

    /**
     * Reads at most so many moves from inside another file.
     *
     * @throws FormatException with what, where and what was expected, if it is none; nothing is half-read
     */
    public static Moves read(String name, byte[] bytes, long most) throws IOException {
        Moves plain = PlainMoves.read(bytes, most);
        if (plain != null) {
            return plain;
        }
        Collector collector = new Collector(most);
        Reader reader = new InputStreamReader(new ByteArrayInputStream(bytes), StandardCharsets.UTF_8.newDecoder());
        int header = Table.read(name, reader, HEADERS, collector::take);
        return collector.moves(name, header == 0);
    }

    private static Moves plain(Path path) throws IOException {
        boolean fits = Files.isRegularFile(path) && Files.size(path) <= Input.bound(PLAIN, 4);
        return fits ? PlainMoves.read(Files.readAllBytes(path), Input.bound(MOST, 64)) : null;
    }

    private static final class Collector {
        private double[] seconds = new double[256];
        private double[] values = new double[256];
        private double[] counted = new double[256];
        private int size;
        private final long most;

        Collector(long most) {
            this.most = most;
        }

        void take(Table.Line line) throws FormatException {
            double at = line.number(0, "seconds");
            double value = line.number(1, "value");
            boolean third = line.cells().size() > 2;
            if (size > 0 && at < seconds[size - 1]) {
                throw line.error("this move comes before the one above it; moves stand in time order");
            }
            if (size >= most) {
                throw line.error("from here on there are more moves than may be read, " + most + " and no more");
            }
            if (size == seconds.length) {
                seconds = Arrays.copyOf(seconds, size * 2);
                values = Arrays.copyOf(values, size * 2);
                counted = Arrays.copyOf(counted, size * 2);
            }
            seconds[size] = at;
            values[size] = inRange(line, 1, value);
            counted[size++] = third ? inRange(line, 2, line.number(2, "counted")) : value;
        }

        private static double inRange(Table.Line line, int column, double value) throws FormatException {
            if (!(value >= 0 && value <= 1)) {
                throw line.error("a value lies between 0 and 1, not at " + line.text(column));
            }
            return value;
        }

        Moves moves(String name, boolean third) throws FormatException {
            if (size == 0) {
                throw new FormatException(name + " has no moves.");
            }
            double[] raw = Arrays.copyOf(values, size);
            return new Moves(Arrays.copyOf(seconds, size), raw, third ? Arrays.copyOf(counted, size) : raw);
        }
    }
}
