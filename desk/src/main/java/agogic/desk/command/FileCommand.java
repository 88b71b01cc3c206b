package agogic.desk.command;

import agogic.formats.file.Told;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.concurrent.Callable;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Option;
import picocli.CommandLine.Spec;

/** What all commands have in common: {@code --json}, and errors of one line with exit code 2. */
abstract class FileCommand implements Callable<Integer> {
    /** What was asked held. */
    static final int HELD = 0;

    /** It was done, and what was asked does not hold. */
    static final int FAILED = 1;

    /** It cannot be done. */
    static final int CANNOT = 2;

    @Spec
    private CommandSpec spec;

    @Option(names = "--json", description = "answer JSON")
    private boolean json;

    @Option(
            names = {"-h", "--help"},
            usageHelp = true,
            description = "show this help")
    @SuppressWarnings("unused")
    private boolean help;

    public abstract Answer run() throws IOException;

    @Override
    public final Integer call() {
        try {
            Answer answer = run();
            answer.print(spec.commandLine().getOut(), inJson());
            if (spec.commandLine().getOut().checkError()) {
                spec.commandLine()
                        .getErr()
                        .println("agogic: The answer could not be written: is the disk full, or who reads it gone?");
                return CANNOT;
            }
            return answer.holds() ? HELD : FAILED;
        } catch (IOException | RuntimeException | StackOverflowError | OutOfMemoryError e) {
            spec.commandLine().getErr().println("agogic: " + Told.of(e));
            return CANNOT;
        }
    }

    /** True if JSON was asked for, before the name of the command or behind it. */
    final boolean inJson() {
        boolean before =
                spec.parent() != null && spec.parent().userObject() instanceof FileCommand parent && parent.json;
        return json || before;
    }

    /**
     * Makes sure that what is written does not take the place of what is read.
     *
     * @throws IllegalArgumentException if it would
     */
    static void apart(Path out, Path... in) throws IOException {
        for (Path one : in) {
            if (out != null && Files.exists(out) && Files.exists(one) && Files.isSameFile(out, one)) {
                throw new IllegalArgumentException("--out names " + one
                        + ", which is read: it would be lost. Name another file; what was there is as it was.");
            }
        }
    }
}
