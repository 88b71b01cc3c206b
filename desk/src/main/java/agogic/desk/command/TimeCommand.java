package agogic.desk.command;

import agogic.core.session.Session;
import agogic.core.session.Timing;
import agogic.core.session.TimingWords;
import java.util.List;
import picocli.CommandLine.Command;
import picocli.CommandLine.Option;

/** {@code time}: tempo, metre, sections, length and loop, in words. */
@Command(
        name = "time",
        description = {
            "Tempo, metre, sections, length and loop, in a few words:",
            "tempo 96 17; tempo 96 17 25; tempo 84 to 120 17 25; no tempo 17; metre 7/8 9; section Bridge 17;",
            "no section 17; length 64; loop 9 17."
        })
final class TimeCommand extends EditCommand {
    @Option(
            names = "--do",
            required = true,
            paramLabel = "WORDS",
            description = "what is set; may be given several times, in order")
    private List<String> words;

    @Override
    Session edited(Session before, Answer answer) {
        Session after = before;
        for (String one : words) {
            after = TimingWords.apply(after, one);
            answer.say("Set: " + one + ".");
        }
        if (!after.timeline().tempo().equals(before.timeline().tempo())) {
            answer.say(Timing.stretching(after));
        }
        answer.put("set", words).put("bars", after.timeline().metre().barAt(after.length() - 1e-6));
        return after;
    }
}
