package agogic.desk.settings;

import agogic.formats.file.SafeFile;
import com.fasterxml.jackson.core.JsonProcessingException;
import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import com.fasterxml.jackson.databind.SerializationFeature;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.HashMap;
import java.util.Map;
import java.util.Optional;
import java.util.SortedMap;
import java.util.TreeMap;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;

/**
 * Words under names, in a file of their own. What is set counts at once and is written beside the window. A file that cannot be
 * read is set aside, and that is told. Two programs at a time each write what was set in them.
 */
public final class Settings {
    private static final String FORMAT = "agogic-settings";
    private static final int VERSION = 1;
    private static final long LARGEST = 4L << 20;
    /** Made when there is a file to read or write. */
    private static final class Form {
        static final ObjectMapper MAPPER = new ObjectMapper().enable(SerializationFeature.INDENT_OUTPUT);

        private Form() {}
    }

    private static final ExecutorService WRITING = Executors.newSingleThreadExecutor(work -> {
        Thread thread = new Thread(work, "agogic-settings");
        thread.setDaemon(true);
        return thread;
    });

    private static Settings here;

    /** Empty for settings that are kept nowhere. */
    private final Optional<Path> file;

    private final SortedMap<String, String> values = new TreeMap<>();
    /** What was set or taken away here since it was written last; what is taken away is empty. */
    private final Map<String, Optional<String>> changed = new HashMap<>();

    private String trouble = "";

    private Settings(Optional<Path> file) {
        this.file = file;
        file.ifPresent(this::begin);
    }

    /** Those of the program. The property {@code agogic.settings} names another file, or {@code none} for no file. */
    public static synchronized Settings here() {
        if (here == null) {
            here = new Settings(place());
        }
        return here;
    }

    /** Those of a file of one's own, for tests; in the place of those of the program from now on. */
    public static Settings use(Path file) {
        // What was set until now is written before: not later, over what somebody else put there.
        flushed();
        synchronized (Settings.class) {
            here = new Settings(Optional.ofNullable(file));
            return here;
        }
    }

    private static Optional<Path> place() {
        String other = System.getProperty("agogic.settings", "");
        if (!other.isEmpty()) {
            return other.equals("none") ? Optional.empty() : Optional.of(Path.of(other));
        }
        String home = System.getProperty("user.home");
        String system = System.getProperty("os.name", "");
        String windows = System.getenv("APPDATA");
        String linux = System.getenv("XDG_CONFIG_HOME");
        if (system.startsWith("Windows")) {
            return Optional.of(Path.of(windows == null ? home : windows, "Agogic", "settings.json"));
        }
        if (system.startsWith("Mac")) {
            return Optional.of(Path.of(home, "Library", "Application Support", "Agogic", "settings.json"));
        }
        boolean own = linux != null && Path.of(linux).isAbsolute();
        return Optional.of((own ? Path.of(linux) : Path.of(home, ".config")).resolve("agogic/settings.json"));
    }

    /** Where they are kept; empty if nowhere. */
    public Optional<Path> file() {
        return file;
    }

    private void begin(Path path) {
        try {
            values.putAll(read(path));
        } catch (IOException e) {
            setAside(path, e.getMessage());
        }
    }

    private static Map<String, String> read(Path path) throws IOException {
        Map<String, String> read = new TreeMap<>();
        if (!Files.exists(path)) {
            return read;
        }
        if (!Files.isRegularFile(path) || Files.size(path) > LARGEST) {
            throw new IOException("it is no file of settings");
        }
        JsonNode json;
        try {
            json = Form.MAPPER.readTree(Files.readAllBytes(path));
        } catch (JsonProcessingException e) {
            throw new IOException("it is no JSON in line " + e.getLocation().getLineNr(), e);
        }
        if (!json.path("format").asText().equals(FORMAT) || json.path("version").asInt() != VERSION) {
            throw new IOException("it does not say that it is " + FORMAT + ", version " + VERSION);
        }
        json.path("values").fields().forEachRemaining(one -> {
            if (one.getValue().isTextual()) {
                read.put(one.getKey(), one.getValue().textValue());
            }
        });
        return read;
    }

    private void setAside(Path path, String why) {
        try {
            Path aside = path.resolveSibling("settings-set-aside.json");
            for (int i = 2; Files.exists(aside); i++) {
                aside = path.resolveSibling("settings-set-aside-" + i + ".json");
            }
            Files.move(path, aside);
            trouble = "The settings could not be read: " + why + ". They were set aside as " + aside
                    + "; the usual settings are in use.";
        } catch (IOException e) {
            trouble = "The settings in " + path + " could not be read: " + why + ". The usual settings are in use.";
        }
    }

    /** What was wrong with the file, for people; empty if nothing was. */
    public synchronized String trouble() {
        return trouble;
    }

    /** The words under a name, or the usual ones. */
    public synchronized String text(String name, String usual) {
        return values.getOrDefault(name, usual);
    }

    /** True or false; the usual if neither is there. */
    public boolean flag(String name, boolean usual) {
        String text = text(name, "");
        return text.equals("true") || !text.equals("false") && usual;
    }

    /** A finite number; the usual if none is there. */
    public double number(String name, double usual) {
        try {
            double number = Double.parseDouble(text(name, ""));
            return Double.isFinite(number) ? number : usual;
        } catch (NumberFormatException e) {
            return usual;
        }
    }

    /** A whole number; the usual if none is there. */
    public int whole(String name, int usual) {
        try {
            return Integer.parseInt(text(name, ""));
        } catch (NumberFormatException e) {
            return usual;
        }
    }

    /** All that begin with a word, by what follows it. */
    public synchronized Map<String, String> under(String beginning) {
        Map<String, String> all = new TreeMap<>();
        values.forEach((name, value) -> {
            if (name.startsWith(beginning)) {
                all.put(name.substring(beginning.length()), value);
            }
        });
        return all;
    }

    /** Keeps a value under a name. */
    public synchronized void put(String name, Object value) {
        String text = String.valueOf(value);
        if (!text.equals(values.put(name, text))) {
            changed.put(name, Optional.of(text));
            write();
        }
    }

    /** What is usual counts again. */
    public synchronized void remove(String name) {
        if (values.remove(name) != null) {
            changed.put(name, Optional.empty());
            write();
        }
    }

    private void write() {
        file.ifPresent(path -> WRITING.execute(() -> writeNow(path)));
    }

    private void writeNow(Path path) {
        Map<String, Optional<String>> now;
        Map<String, String> here;
        synchronized (this) {
            if (changed.isEmpty()) {
                return;
            }
            now = Map.copyOf(changed);
            changed.clear();
            here = new TreeMap<>(values);
        }
        Map<String, String> all;
        try {
            // What another window of the program set meanwhile stays.
            all = read(path);
        } catch (IOException damaged) {
            // What is here is written in its place.
            all = here;
        }
        for (Map.Entry<String, Optional<String>> one : now.entrySet()) {
            if (one.getValue().isPresent()) {
                all.put(one.getKey(), one.getValue().get());
            } else {
                all.remove(one.getKey());
            }
        }
        ObjectNode json = Form.MAPPER.createObjectNode().put("format", FORMAT).put("version", VERSION);
        ObjectNode written = json.putObject("values");
        all.forEach(written::put);
        try {
            byte[] bytes = Form.MAPPER.writeValueAsString(json).getBytes(StandardCharsets.UTF_8);
            Files.createDirectories(path.toAbsolutePath().getParent());
            SafeFile.write(path, out -> out.write(bytes));
        } catch (IOException e) {
            synchronized (this) {
                trouble = "The settings could not be written to " + path + ": " + e.getMessage() + ".";
                now.forEach(changed::putIfAbsent);
            }
        }
    }

    /** Waits until all that was set is written. */
    public void flush() {
        flushed();
    }

    private static void flushed() {
        CompletableFuture.runAsync(() -> {}, WRITING).join();
    }
}
