package agogic.desk.command;

import agogic.core.session.Session;
import agogic.formats.session.SessionFile;
import java.io.IOException;
import java.nio.file.Path;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;

/** A command that makes another session of one. */
abstract class EditCommand extends FileCommand {
    @Parameters(index = "0", paramLabel = "SESSION", description = "the session to start from")
    private Path session;

    @Option(names = "--out", required = true, paramLabel = "SESSION", description = "where the new session goes")
    private Path out;

    /** The session afterwards; what became of it is said in the answer. */
    abstract Session edited(Session before, Answer answer) throws IOException;

    @Override
    public final Answer run() throws IOException {
        apart(out, session);
        Answer answer = new Answer();
        Session before = Pieces.open(session);
        SessionFile.save(out, edited(before, answer));
        return answer;
    }
}
