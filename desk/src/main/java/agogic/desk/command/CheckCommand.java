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
import java.io.IOException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
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
    private static final String MEND = "Say where it is: “Find or replace its audio…” on a clip";

    @Parameters(index = "0", paramLabel = "SESSION", description = "the session")
    private Path path;

    @Override
    public Answer run() throws IOException {
        Session session = SessionFile.open(path);
        Answer answer = new Answer();
        List<Map<String, Object>> findings = new ArrayList<>();
        List<Finding> found = PortCheck.withAll(session, MidiPorts::inputs, MidiPorts::outputs);
        for (Finding finding : found) {
            Map<String, Object> one = new LinkedHashMap<>();
            one.put("kind", finding.kind().name().toLowerCase(Locale.ROOT));
            one.put("grade", finding.kind().grade().spoken());
            if (!finding.device().isEmpty()) {
                one.put("device", session.device(finding.device()).name());
            }
            finding.target()
                    .ifPresent(t -> one.put("parameter", session.parameter(t).name()));
            one.put("finding", finding.sentence());
            one.put("mend", finding.mend());
            findings.add(one);
            answer.say(finding.kind().grade().spoken() + ", " + finding.kind().spoken() + ": " + finding.sentence()
                    + " → " + finding.mend());
        }
        boolean gone = false;
        for (AudioFile file : session.audio()) {
            Located place = Located.of(file);
            if (place.state() != Located.State.THERE) {
                gone = true;
                String sentence = place.words(file);
                Map<String, Object> one = new LinkedHashMap<>();
                one.put("kind", "audio_" + place.state().name().toLowerCase(Locale.ROOT));
                one.put("grade", Finding.Grade.WRONG.spoken());
                one.put("finding", sentence);
                one.put("mend", MEND);
                findings.add(one);
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
    private static void older(Session session, List<Map<String, Object>> findings, Answer answer) {
        List<Destination> went = session.ownDestinations().stream()
                .filter(d -> d.since("none") != Destination.Since.NEVER)
                .toList();
        String print = went.isEmpty() ? "" : Fingerprint.of(session);
        for (Destination one : went) {
            if (one.since(print) == Destination.Since.CHANGED) {
                String sentence = "What went to “" + one.name() + "” is older than the piece.";
                String mend = "Export it again: export --destination";
                Map<String, Object> told = new LinkedHashMap<>();
                told.put("kind", "destination_older");
                told.put("grade", Finding.Grade.TO_KNOW.spoken());
                told.put("finding", sentence);
                told.put("mend", mend);
                findings.add(told);
                answer.say(Finding.Grade.TO_KNOW.spoken() + ", destination: " + sentence + " → " + mend);
            }
        }
    }
}
