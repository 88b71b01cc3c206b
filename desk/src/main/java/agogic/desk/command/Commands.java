package agogic.desk.command;

import agogic.core.text.Text;
import agogic.desk.log.Log;
import agogic.desk.shell.Launch;
import agogic.desk.start.Bringing;
import agogic.desk.start.Demo;
import agogic.formats.file.Input;
import agogic.formats.file.Told;
import agogic.formats.session.SessionFile;
import java.io.IOException;
import java.io.PrintWriter;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.Set;
import java.util.function.Supplier;
import picocli.CommandLine;
import picocli.CommandLine.Command;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;
import picocli.CommandLine.TypeConversionException;

/** All commands of {@code ./agogic}. */
@Command(
        name = "agogic",
        versionProvider = VersionLines.class,
        description = "The desk between the hand and the sound. Without words it opens the start page.",
        footer = {
            "",
            "Also, from the source folder: test (all tests), bench (the benchmarks), package (to be installed elsewhere)."
        })
public final class Commands extends FileCommand {
    /** What there is, in the order in which it is listed: a window, which needs none of it, does not wait for it. */
    private static final class Known {
        static final Map<String, Supplier<FileCommand>> ALL = new LinkedHashMap<>();

        static {
            ALL.put("demo", DemoCommand::new);
            ALL.put("shots", ShotsCommand::new);
            ALL.put("new", NewCommand::new);
            ALL.put("connect", ConnectCommand::new);
            ALL.put("time", TimeCommand::new);
            ALL.put("clip", ClipCommand::new);
            ALL.put("audio", AudioCommand::new);
            ALL.put("loudness", LoudnessCommand::new);
            ALL.put("refine", RefineCommand::new);
            ALL.put("sample", SampleCommand::new);
            ALL.put("ride", RideCommand::new);
            ALL.put("trace", TraceCommand::new);
            ALL.put("lane", LaneCommand::new);
            ALL.put("shape", ShapeCommand::new);
            ALL.put("copy", CopyCommand::new);
            ALL.put("snapshot", SnapshotCommand::new);
            ALL.put("template", TemplateCommand::new);
            ALL.put("export", ExportCommand::new);
            ALL.put("destination", DestinationCommand::new);
            ALL.put("import", ImportCommand::new);
            ALL.put("describe", DescribeCommand::new);
            ALL.put("add", AddCommand::new);
            ALL.put("fit", FitCommand::new);
            ALL.put("check", CheckCommand::new);
            ALL.put("log", LogCommand::new);
            ALL.put("take", TakeCommand::new);
            ALL.put("words", WordsCommand::new);
        }

        private Known() {}
    }

    /** Each command with what it does, in the order in which they are listed. */
    public static Map<String, String> told() {
        Map<String, String> told = new LinkedHashMap<>();
        Known.ALL.forEach((name, made) -> {
            Command command = made.get().getClass().getAnnotation(Command.class);
            told.put(name, String.join(" ", command.description()));
        });
        return told;
    }

    @Parameters(
            index = "0",
            arity = "0..1",
            paramLabel = "FILE",
            description = "a session to open, or a MIDI file, a score or audio to bring in")
    private Path file;

    @Option(
            names = {"-V", "--version"},
            versionHelp = true,
            description = "tell which version this is and what it is made of, and end")
    @SuppressWarnings("unused")
    private boolean version;

    /** Runs the command that {@code words} name; returns its exit code: 0, 1 or 2. */
    public static int run(String... words) {
        return run(
                new PrintWriter(System.out, true, StandardCharsets.UTF_8),
                new PrintWriter(System.err, true, StandardCharsets.UTF_8),
                words);
    }

    /** As {@link #run(String...)}, answering to these writers. */
    public static int run(PrintWriter out, PrintWriter err, String... words) {
        Log.silent();
        boolean nothingToRead = words.length == 0 || words.length == 1 && words[0].equals("demo");
        return nothingToRead ? open(err, words.length == 1) : read(out, err, words);
    }

    /** The window at once: reading words and options takes a tenth of the time to its first picture. */
    private static int open(PrintWriter err, boolean demo) {
        try {
            Launch.window(demo ? Demo.session() : null, null, false, window -> {});
            return HELD;
        } catch (IOException | RuntimeException | StackOverflowError | OutOfMemoryError e) {
            err.println("agogic: " + Told.of(e));
            return CANNOT;
        }
    }

    private static int read(PrintWriter out, PrintWriter err, String... words) {
        CommandLine line = new CommandLine(new Commands());
        // Of a command that is named the others need not be looked at.
        boolean named = words.length > 0 && Known.ALL.containsKey(words[0]);
        for (String name : named ? Set.of(words[0]) : Known.ALL.keySet()) {
            line.addSubcommand(name, Known.ALL.get(name).get());
        }
        line.setExpandAtFiles(false);
        line.registerConverter(Double.class, Commands::number);
        line.registerConverter(double.class, Commands::number);
        line.setOut(out);
        line.setErr(err);
        line.setParameterExceptionHandler((e, arguments) -> {
            err.println(
                    "agogic: " + e.getMessage().replaceAll("\\s*\\R\\s*", " ") + " (agogic --help lists the commands)");
            return CANNOT;
        });
        line.setExecutionExceptionHandler((e, which, parsed) -> {
            err.println("agogic: " + Told.of(e));
            return CANNOT;
        });
        try {
            return line.execute(words);
        } catch (StackOverflowError | OutOfMemoryError e) {
            err.println("agogic: " + Told.of(e));
            return CANNOT;
        }
    }

    /** A number as people write it: no hexadecimal digits, no letters behind it. */
    private static Double number(String text) {
        return Text.number(text).orElseThrow(() -> new TypeConversionException("“" + text + "” is no number"));
    }

    @Override
    public Answer run() throws IOException {
        if (file == null) {
            Launch.window(null, null, false, window -> {});
        } else if (Bringing.takes(file)) {
            Input.file(file, Long.MAX_VALUE, "a piece");
            Launch.window(null, null, false, window -> window.begin().open(file));
        } else {
            Launch.window(SessionFile.open(file), file, false, window -> {});
        }
        return new Answer();
    }
}
