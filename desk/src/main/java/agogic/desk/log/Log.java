package agogic.desk.log;

import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.ZoneId;
import java.time.format.DateTimeFormatter;
import java.util.List;
import java.util.logging.FileHandler;
import java.util.logging.Formatter;
import java.util.logging.Level;
import java.util.logging.LogRecord;
import java.util.logging.Logger;

/**
 * A log in three files that go round, beside the settings. It has versions, moments, threads and where in the program things
 * went wrong. What an exception says is left out, because it may name what is in a piece.
 */
public final class Log {
    /** Of the whole program: what its build says. */
    public static final String VERSION = version();

    private static final int BYTES = 512 * 1024;
    private static final int FILES = 3;
    private static final int MOST_LINES = 200;
    private static final Logger LOGGER = Logger.getLogger("agogic");

    static {
        LOGGER.setUseParentHandlers(false);
    }

    private static final DateTimeFormatter WHEN = DateTimeFormatter.ofPattern("yyyy-MM-dd HH:mm:ss.SSS");

    private Log() {}

    private static String version() {
        try (InputStream in = Log.class.getResourceAsStream("version.txt")) {
            return in == null ? "of its source" : new String(in.readAllBytes(), StandardCharsets.UTF_8).strip();
        } catch (IOException e) {
            return "of its source";
        }
    }

    /** Nothing is written to the console by libraries; {@code java.util.logging} makes one of these when it begins. */
    public static final class Silent {
        /** Sets up nothing. */
        public Silent() {
            // Without handlers nothing is written anywhere.
        }
    }

    /** Libraries write nothing to the console from now on. */
    public static void silent() {
        if (System.getProperty("java.util.logging.config.class") == null) {
            System.setProperty("java.util.logging.config.class", Silent.class.getName());
        }
    }

    /** The folder of the log; {@code agogic.log} names another. */
    static Path folder() {
        String other = System.getProperty("agogic.log", "");
        return other.isEmpty() ? Path.of(System.getProperty("user.home"), ".agogic", "log") : Path.of(other);
    }

    /** The newest of its files. */
    public static Path newest() {
        return folder().resolve("agogic-0.log");
    }

    /** From now on what goes wrong is written down. Where that cannot be, everything goes on without. */
    public static synchronized void begin() {
        silent();
        if (LOGGER.getHandlers().length > 0) {
            return;
        }
        try {
            Files.createDirectories(folder());
            FileHandler handler =
                    new FileHandler(folder().resolve("agogic-%g.log").toString(), BYTES, FILES, true);
            handler.setEncoding(StandardCharsets.UTF_8.name());
            handler.setFormatter(new Lines());
            LOGGER.addHandler(handler);
            LOGGER.info("Agogic " + VERSION + ", Java " + System.getProperty("java.runtime.version") + ", "
                    + System.getProperty("os.name") + " " + System.getProperty("os.version") + " "
                    + System.getProperty("os.arch"));
        } catch (IOException e) {
            System.err.println("agogic: no log can be written in " + folder() + ".");
        }
    }

    /** Writes down that {@code who} could not do something. */
    public static void wrong(String who, Throwable what) {
        LOGGER.log(Level.WARNING, who, what);
    }

    /** The same, unless it is what a person is told in words of its own: a refusal. */
    public static void unexpected(String who, Throwable what) {
        if (!(what instanceof IllegalArgumentException || what instanceof IOException)) {
            wrong(who, what);
        }
    }

    /**
     * The last lines of the log, for a report.
     *
     * @throws IOException if the log cannot be read
     */
    public static List<String> last() throws IOException {
        if (!Files.exists(newest())) {
            return List.of();
        }
        List<String> all = Files.readAllLines(newest(), StandardCharsets.UTF_8);
        return all.subList(Math.max(0, all.size() - MOST_LINES), all.size());
    }

    /** One entry: when, which thread, who, and the classes and lines of what went wrong. */
    private static final class Lines extends Formatter {
        @Override
        public String format(LogRecord entry) {
            StringBuilder text = new StringBuilder();
            text.append(WHEN.format(entry.getInstant().atZone(ZoneId.systemDefault())));
            text.append(" [")
                    .append(Thread.currentThread().getName())
                    .append("] ")
                    .append(entry.getMessage());
            text.append('\n');
            for (Throwable e = entry.getThrown(); e != null; e = e.getCause()) {
                text.append("    ").append(e.getClass().getName()).append('\n');
                for (StackTraceElement line : e.getStackTrace()) {
                    text.append("        at ").append(line).append('\n');
                }
            }
            return text.toString();
        }
    }
}
