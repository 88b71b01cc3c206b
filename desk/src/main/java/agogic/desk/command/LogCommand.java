package agogic.desk.command;

import agogic.desk.log.Log;
import java.io.IOException;
import picocli.CommandLine.Command;

/** {@code log}: what went wrong, for a report. */
@Command(
        name = "log",
        description = "What went wrong last, for a report: moments, threads and places, nothing of a piece.")
final class LogCommand extends FileCommand {
    @Override
    public Answer run() throws IOException {
        Answer answer = new Answer().put("file", Log.newest().toString()).put("lines", Log.last());
        answer.say(Log.newest().toString());
        Log.last().forEach(answer::say);
        return answer;
    }
}
