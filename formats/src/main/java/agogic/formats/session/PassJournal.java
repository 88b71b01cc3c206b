package agogic.formats.session;

import agogic.core.record.Event;
import agogic.core.record.EventLog;
import agogic.core.record.Pass;
import agogic.core.record.Source;
import agogic.core.record.Transcript;
import agogic.core.route.Route;
import agogic.core.route.Span;
import agogic.core.route.Target;
import agogic.formats.file.FormatException;
import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.channels.FileChannel;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardOpenOption;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import java.util.zip.CRC32;

/**
 * What a recorder was told, a line an event at the end of a file: what a program that was killed had heard is read from it.
 * Each line has its own check sum, so that a damaged line costs that line, at most a move: all else is there twice.
 */
public final class PassJournal implements EventLog.Sink, AutoCloseable {
    private static final String HEAD = "agogic passes 2 ";
    private static final String HELD = "HELD";
    private static final int SUM = 8;
    private static final int WORDS = 7;

    private final String name;
    private FileChannel file;
    private final StringBuilder text = new StringBuilder();
    private final StringBuilder line = new StringBuilder();

    /**
     * A journal in no file yet: what it is told waits.
     *
     * @param name what the names of its passes begin with, letters, digits and -
     */
    public PassJournal(String name) {
        this.name = name;
    }

    /**
     * It is written at the end of a file from now on, which is made if it is not there.
     *
     * @throws IOException if the file or the disk fails
     */
    public void open(Path path) throws IOException {
        file = FileChannel.open(path, StandardOpenOption.CREATE, StandardOpenOption.WRITE);
        file.position(file.size());
        text.insert(0, file.size() == 0 ? HEAD + name + "\n" : "\n");
    }

    /** True if it has a file. */
    public boolean opened() {
        return file != null;
    }

    /** What it was told and is in no file yet is nothing that matters. */
    public void forget() {
        text.setLength(0);
    }

    /**
     * Writes a line to a file that goes at once: all that writes is loaded then, not when the first move comes.
     *
     * @throws IOException if the file or the disk fails
     */
    public static void tried() throws IOException {
        Path trial = Files.createTempFile("agogic", ".pass");
        try (PassJournal journal = new PassJournal("trial")) {
            journal.open(trial);
            Route route = Route.of("ready", null, Span.FULL, new Target("none", "none"));
            journal.event(Event.BEGAN, 1, 0, 0, 0, new Source(route, 0, false, 0));
            journal.event(Event.MOVED, 1, 0, 0, 0, null);
            journal.flush();
            journal.force();
        } finally {
            Files.delete(trial);
        }
    }

    @Override
    public void event(Event what, int pass, double at, double a, double b, Source source) {
        write(text, line, what, pass, at, a, b, source);
        if (what != Event.MOVED) {
            write(text, line, what, pass, at, a, b, source);
        }
    }

    private static void write(
            StringBuilder text,
            StringBuilder line,
            Event what,
            int pass,
            double at,
            double a,
            double b,
            Source source) {
        line.setLength(0);
        line.append(what).append(' ').append(pass).append(' ').append(at);
        line.append(' ').append(a).append(' ').append(b);
        if (source != null) {
            line.append(' ').append(source.resolution()).append(' ').append(source.rehearsed());
            OneLine.append(line.append(' '), PartsWriter.route(source.route()));
        }
        sum(text, line);
    }

    private static void sum(StringBuilder text, StringBuilder line) {
        text.append(sum(line)).append(' ').append(line).append('\n');
    }

    private static String sum(CharSequence line) {
        CRC32 sum = new CRC32();
        sum.update(line.toString().getBytes(StandardCharsets.UTF_8));
        String hex = Long.toHexString(sum.getValue());
        return "0".repeat(SUM - hex.length()) + hex;
    }

    /** This pass is safe elsewhere. */
    public void held(int pass) {
        line.setLength(0);
        sum(text, line.append(HELD).append(' ').append(pass));
    }

    /**
     * Writes what was told since the last time, if it has a file: from then on the end of the program does not matter to it.
     *
     * @throws IOException if the file or the disk fails
     */
    public void flush() throws IOException {
        if (text.length() == 0 || file == null) {
            return;
        }
        ByteBuffer bytes = ByteBuffer.wrap(text.toString().getBytes(StandardCharsets.UTF_8));
        text.setLength(0);
        while (bytes.hasRemaining()) {
            file.write(bytes);
        }
    }

    /**
     * Has what was written on the disk when this returns: from then on the end of the machine does not matter to it.
     *
     * @throws IOException if the file or the disk fails
     */
    public void force() throws IOException {
        if (file != null) {
            file.force(false);
        }
    }

    @Override
    public void close() throws IOException {
        if (file != null) {
            file.close();
            file = null;
        }
    }

    /**
     * What is in a journal.
     *
     * @param passes the passes that are not safe elsewhere, as far as they go
     * @param damaged how many lines could not be read
     */
    public record Read(List<Pass> passes, int damaged) {}

    /**
     * The passes in a journal, as far as it goes.
     *
     * @throws FormatException if it is none
     */
    public static Read read(Path path) throws IOException {
        String whole = new String(Files.readAllBytes(path), StandardCharsets.UTF_8);
        String[] lines = whole.split("\n", -1);
        int place = lines[0].startsWith(HEAD) ? 0 : place(lines);
        if (place < 0) {
            throw new FormatException(path.getFileName() + " is no journal of passes.");
        }
        String name = lines[0].startsWith(HEAD) ? lines[0].substring(HEAD.length()) : "damaged";
        Transcript transcript = new Transcript(name.matches("[A-Za-z0-9-]{1,60}") ? name : "damaged");
        Reading reading = new Reading(transcript);
        // What comes after the last line end is cut off.
        for (int i = 1; i < lines.length - 1; i++) {
            reading.line(lines[i]);
        }
        List<Pass> passes = new ArrayList<>(transcript.all());
        passes.removeIf(pass -> reading.held.contains(numberOf(pass)));
        return new Read(passes, reading.damaged);
    }

    /** Where a file whose first line is damaged has a line of a journal; −1 if nowhere. */
    private static int place(String[] lines) {
        for (int i = 1; i < lines.length; i++) {
            if (whole(lines[i])) {
                return i;
            }
        }
        return -1;
    }

    private static boolean whole(String line) {
        return line.length() > SUM && line.charAt(SUM) == ' ' && line.startsWith(sum(line.substring(SUM + 1)));
    }

    /** The number of a pass, which its name ends with. */
    public static int numberOf(Pass pass) {
        return Integer.parseInt(pass.id().substring(pass.id().lastIndexOf('-') + 1));
    }

    /** Goes through the lines. */
    private static final class Reading {
        private final Transcript transcript;
        private final Set<Integer> held = new HashSet<>();
        private String last = "";
        private int damaged;

        Reading(Transcript transcript) {
            this.transcript = transcript;
        }

        void line(String line) {
            if (line.isEmpty()) {
                return;
            }
            try {
                if (!whole(line)) {
                    damaged++;
                    return;
                }
                String[] part = line.substring(SUM + 1).split(" ", WORDS + 1);
                int pass = Integer.parseInt(part[1]);
                if (part[0].equals(HELD)) {
                    held.add(pass);
                    return;
                }
                Event what = Event.valueOf(part[0]);
                boolean again = what != Event.MOVED && line.equals(last);
                last = line;
                if (!again) {
                    transcript.event(what, pass, number(part[2]), number(part[3]), number(part[4]), source(part));
                }
            } catch (RuntimeException | IOException e) {
                damaged++;
            }
        }

        private static double number(String text) {
            return Double.parseDouble(text);
        }

        private static Source source(String[] part) throws IOException {
            if (part.length <= WORDS) {
                return null;
            }
            Route route = PartsReader.route(
                    new Json("journal", Tree.parse("journal", part[WORDS].getBytes(StandardCharsets.UTF_8))));
            return new Source(route, number(part[5]), Boolean.parseBoolean(part[6]), number(part[3]));
        }
    }
}
