package agogic.desk.command;

import java.io.IOException;
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

    abstract Answer run() throws IOException;

    @Override
    public final Integer call() {
        try {
            Answer answer = run();
            answer.print(spec.commandLine().getOut(), json);
            return answer.holds() ? HELD : FAILED;
        } catch (IOException | IllegalArgumentException e) {
            String message = e.getMessage() == null ? e.getClass().getSimpleName() : e.getMessage();
            spec.commandLine().getErr().println("agogic: " + message.replaceAll("\\s*\\R\\s*", " "));
            return CANNOT;
        }
    }
}
