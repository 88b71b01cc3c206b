package agogic.formats.session;

import agogic.core.play.Underway;
import agogic.core.route.Route;
import agogic.core.route.Span;
import agogic.core.route.Target;
import agogic.core.write.Pass;
import agogic.formats.file.FormatException;
import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.channels.FileChannel;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardOpenOption;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;

/**
 * The pass that is under way, line by line at the end of a file: what a program that was killed had heard is read from it.
 * A line that is cut off is the end.
 */
public final class PassJournal implements Underway.Sink, AutoCloseable {
    private static final String HEAD = "agogic pass 1\n";

    private final FileChannel file;
    private final StringBuilder text = new StringBuilder();

    /** A journal in a new file. */
    public PassJournal(Path path) throws IOException {
        file = FileChannel.open(
                path, StandardOpenOption.CREATE, StandardOpenOption.WRITE, StandardOpenOption.TRUNCATE_EXISTING);
        // All that writes a line is loaded now, not when the first move comes.
        begins(0, Route.of("ready", null, Span.FULL, new Target("none", "none")), 0, 0, 0);
        move(0, 0, 0, 0);
        text.setLength(0);
        text.append(HEAD);
        flush();
    }

    @Override
    public void begins(int number, Route route, double resolution, double from, double standing) {
        text.append("P ")
                .append(number)
                .append(' ')
                .append(resolution)
                .append(' ')
                .append(from);
        text.append(' ')
                .append(standing)
                .append(' ')
                .append(SessionWriter.route(route))
                .append('\n');
    }

    @Override
    public void move(int number, double seconds, double raw, double counted) {
        text.append("M ").append(number).append(' ').append(seconds).append(' ').append(raw);
        text.append(' ').append(counted).append('\n');
    }

    @Override
    public void touch(int number, int place, double from, double to) {
        held("T ", number, place, from, to);
    }

    @Override
    public void yield(int number, int place, double from, double to) {
        held("Y ", number, place, from, to);
    }

    private void held(String what, int number, int place, double from, double to) {
        text.append(what).append(number).append(' ').append(place).append(' ').append(from);
        text.append(' ').append(to).append('\n');
    }

    /** Writes what was told since the last time, and has it on the disk when this returns. */
    public void flush() throws IOException {
        if (text.length() == 0) {
            return;
        }
        ByteBuffer bytes = ByteBuffer.wrap(text.toString().getBytes(StandardCharsets.UTF_8));
        text.setLength(0);
        while (bytes.hasRemaining()) {
            file.write(bytes);
        }
        file.force(false);
    }

    @Override
    public void close() throws IOException {
        file.close();
    }

    /** What is known of one pass. */
    private static final class Told {
        private Route route;
        private double resolution;
        private double from;
        private double standing;
        private final List<double[]> moves = new ArrayList<>();
        private final Map<Integer, double[]> touches = new TreeMap<>();
        private final Map<Integer, double[]> yields = new TreeMap<>();

        private Pass pass() {
            double to = from;
            for (double[] move : moves) {
                to = Math.max(to, move[0]);
            }
            for (double[] touch : touches.values()) {
                to = Math.max(to, Double.isInfinite(touch[1]) ? touch[0] : touch[1]);
            }
            double end = to;
            return new Pass(
                    route,
                    resolution,
                    false,
                    from,
                    end,
                    moves.stream().mapToDouble(m -> m[0]).toArray(),
                    moves.stream().mapToDouble(m -> m[1]).toArray(),
                    moves.stream().mapToDouble(m -> m[2]).toArray(),
                    until(touches, end),
                    until(yields, end),
                    standing,
                    Pass.End.STOPPED);
        }

        private static List<Pass.Touch> until(Map<Integer, double[]> all, double end) {
            return all.values().stream()
                    .map(t -> new Pass.Touch(t[0], Math.max(t[0], Math.min(end, t[1]))))
                    .toList();
        }
    }

    /**
     * The passes in a journal, as far as it goes.
     *
     * @throws FormatException if it is none
     */
    public static List<Pass> read(Path path) throws IOException {
        String whole = new String(Files.readAllBytes(path), StandardCharsets.UTF_8);
        if (!whole.startsWith(HEAD)) {
            throw new FormatException(path.getFileName() + " is no journal of a pass.");
        }
        Map<Integer, Told> all = new TreeMap<>();
        int at = HEAD.length();
        for (int end = whole.indexOf('\n', at); end >= 0; at = end + 1, end = whole.indexOf('\n', at)) {
            if (!line(whole.substring(at, end), all)) {
                break;
            }
        }
        return all.values().stream().map(Told::pass).filter(Pass::wrote).toList();
    }

    /** Takes one line; false if it is none. */
    private static boolean line(String line, Map<Integer, Told> all) {
        try {
            String[] part = line.split(" ", line.startsWith("P") ? 6 : 5);
            int number = Integer.parseInt(part[1]);
            double a = Double.parseDouble(part[2]);
            double b = Double.parseDouble(part[3]);
            double c = Double.parseDouble(part[4]);
            switch (part[0]) {
                case "P" -> {
                    Told told = new Told();
                    told.resolution = a;
                    told.from = b;
                    told.standing = c;
                    told.route = SessionReader.route(new Json(
                            "journal", SessionFile.parse("journal", part[5].getBytes(StandardCharsets.UTF_8))));
                    all.put(number, told);
                }
                case "M" -> all.get(number).moves.add(new double[] {a, b, c});
                case "T" -> all.get(number).touches.put((int) a, new double[] {b, c});
                case "Y" -> all.get(number).yields.put((int) a, new double[] {b, c});
                default -> {
                    return false;
                }
            }
            return true;
        } catch (RuntimeException | IOException e) {
            return false;
        }
    }
}
