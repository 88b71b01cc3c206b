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
import java.util.List;
import java.util.Map;
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
    private static final List<String> NAMES = List.of(
            "demo",
            "shots",
            "new",
            "connect",
            "time",
            "clip",
            "audio",
            "loudness",
            "refine",
            "sample",
            "ride",
            "trace",
            "lane",
            "shape",
            "copy",
            "snapshot",
            "template",
            "export",
            "destination",
            "import",
            "describe",
            "add",
            "fit",
            "check",
            "log",
            "take",
            "words");

    /** A command by its name: a window, which has none, is not to wait until all can be made. */
    private static FileCommand made(String name) {
        return switch (name) {
            case "demo" -> new DemoCommand();
            case "shots" -> new ShotsCommand();
            case "new" -> new NewCommand();
            case "connect" -> new ConnectCommand();
            case "time" -> new TimeCommand();
            case "clip" -> new ClipCommand();
            case "audio" -> new AudioCommand();
            case "loudness" -> new LoudnessCommand();
            case "refine" -> new RefineCommand();
            case "sample" -> new SampleCommand();
            case "ride" -> new RideCommand();
            case "trace" -> new TraceCommand();
            case "lane" -> new LaneCommand();
            case "shape" -> new ShapeCommand();
            case "copy" -> new CopyCommand();
            case "snapshot" -> new SnapshotCommand();
            case "template" -> new TemplateCommand();
            case "export" -> new ExportCommand();
            case "destination" -> new DestinationCommand();
            case "import" -> new ImportCommand();
            case "describe" -> new DescribeCommand();
            case "add" -> new AddCommand();
            case "fit" -> new FitCommand();
            case "check" -> new CheckCommand();
            case "log" -> new LogCommand();
            case "take" -> new TakeCommand();
            case "words" -> new WordsCommand();
            default -> throw new IllegalArgumentException("There is no command “" + name + "”.");
        };
    }

    /** Each command with what it does, in the order in which they are listed. */
    public static Map<String, String> told() {
        Map<String, String> told = new LinkedHashMap<>();
        for (String name : NAMES) {
            Command command = made(name).getClass().getAnnotation(Command.class);
            told.put(name, String.join(" ", command.description()));
        }
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
        boolean named = words.length > 0 && NAMES.contains(words[0]);
        for (String name : named ? List.of(words[0]) : NAMES) {
            line.addSubcommand(name, made(name));
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
