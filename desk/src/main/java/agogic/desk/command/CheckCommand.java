package agogic.desk.command;

import agogic.core.audio.AudioFile;
import agogic.core.check.Finding;
import agogic.core.check.PortCheck;
import agogic.core.session.Destination;
import agogic.core.session.Session;
import agogic.desk.live.MidiPorts;
import agogic.formats.audio.Located;
import agogic.formats.session.Fingerprint;
import agogic.formats.session.SessionFile;
import com.fasterxml.jackson.annotation.JsonInclude;
import java.io.IOException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import picocli.CommandLine.Command;
import picocli.CommandLine.Parameters;

/** {@code check}: what is wrong with a session. */
@Command(
        name = "check",
        description = {
            "What is wrong with a session, what is doubtful and what is good to know.",
            "Exit code 1 if anything is wrong."
        })
final class CheckCommand extends FileCommand {
    /** One finding; without a device or a parameter where it is about none. */
    @JsonInclude(JsonInclude.Include.NON_NULL)
    private record ToldFinding(
            String kind, String grade, String device, String parameter, String finding, String mend) {}

    private static final String MEND = "Say where it is: “Find or replace its audio…” on a clip";

    @Parameters(index = "0", paramLabel = "SESSION", description = "the session")
    private Path path;

    @Override
    public Answer run() throws IOException {
        Session session = SessionFile.open(path);
        Answer answer = new Answer();
        List<ToldFinding> findings = new ArrayList<>();
        List<Finding> found = PortCheck.withAll(session, MidiPorts::inputs, MidiPorts::outputs);
        for (Finding finding : found) {
            findings.add(new ToldFinding(
                    finding.kind().name().toLowerCase(Locale.ROOT),
                    finding.kind().grade().spoken(),
                    finding.device().isEmpty()
                            ? null
                            : session.device(finding.device()).name(),
                    finding.target().map(t -> session.parameter(t).name()).orElse(null),
                    finding.sentence(),
                    finding.mend()));
            answer.say(finding.kind().grade().spoken() + ", " + finding.kind().spoken() + ": " + finding.sentence()
                    + " → " + finding.mend());
        }
        boolean gone = false;
        for (AudioFile file : session.audio()) {
            Located place = Located.of(file);
            if (place.state() != Located.State.THERE) {
                gone = true;
                String sentence = place.words(file);
                String kind = "audio_" + place.state().name().toLowerCase(Locale.ROOT);
                findings.add(new ToldFinding(kind, Finding.Grade.WRONG.spoken(), null, null, sentence, MEND));
                answer.say(Finding.Grade.WRONG.spoken() + ", audio: " + sentence + " → " + MEND);
            }
        }
        older(session, findings, answer);
        if (findings.isEmpty()) {
            answer.say("Nothing is wrong.");
        }
        if (gone || found.stream().anyMatch(f -> f.kind().grade() == Finding.Grade.WRONG)) {
            answer.fails();
        }
        return answer.put("findings", findings);
    }

    /** What went somewhere and is older than the piece. */
    private static void older(Session session, List<ToldFinding> findings, Answer answer) {
        List<Destination> went = session.ownDestinations().stream()
                .filter(d -> d.since("none") != Destination.Since.NEVER)
                .toList();
        String print = went.isEmpty() ? "" : Fingerprint.of(session);
        for (Destination one : went) {
            if (one.since(print) == Destination.Since.CHANGED) {
                String sentence = "What went to “" + one.name() + "” is older than the piece.";
                String mend = "Export it again: export --destination";
                findings.add(new ToldFinding(
                        "destination_older", Finding.Grade.TO_KNOW.spoken(), null, null, sentence, mend));
                answer.say(Finding.Grade.TO_KNOW.spoken() + ", destination: " + sentence + " → " + mend);
            }
        }
    }
}
