package agogic.desk.command;

import agogic.core.session.Session;
import agogic.desk.start.Bringing;
import agogic.desk.start.NewPiece;
import agogic.formats.bring.Brought;
import agogic.formats.bring.ImportLine;
import agogic.formats.session.SessionFile;
import java.io.IOException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import picocli.CommandLine.Command;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;

/** {@code import}: a piece of a MIDI file or a score. */
@Command(
        name = "import",
        description = "Makes a session of a MIDI file, a score or audio and says what each thing in it becomes.")
final class ImportCommand extends FileCommand {
    /** One line of the report. */
    private record ToldLine(String id, String what, int count, String becomes, boolean taken) {}

    @Parameters(
            arity = "1..*",
            paramLabel = "FILE",
            description = "a Standard MIDI File, a score in MusicXML (.musicxml, .mxl, .xml), or audio (.wav, .aif);"
                    + " several become one piece in the time of the first")
    private List<Path> files;

    @Option(names = "--out", required = true, paramLabel = "SESSION", description = "where the session goes")
    private Path out;

    @Option(names = "--audio", paramLabel = "F.wav", description = "a WAV or AIFF file besides; can be repeated")
    private List<Path> audio = List.of();

    @Option(names = "--without", paramLabel = "ID", description = "leaves a line of the report out; can be repeated")
    private List<String> without = new ArrayList<>();

    @Override
    public Answer run() throws IOException {
        apart(out, files.toArray(new Path[0]));
        apart(out, audio.toArray(new Path[0]));
        List<Path> all = new ArrayList<>(files);
        all.addAll(audio);
        Brought found = Bringing.read(all);
        Set<String> off = new HashSet<>(without);
        List<ToldLine> lines = new ArrayList<>();
        Set<String> known = new HashSet<>();
        for (ImportLine line : found.lines()) {
            known.add(line.id());
            boolean taken = line.takes() && !off.contains(line.id());
            lines.add(new ToldLine(line.id(), line.what(), line.count(), line.becomes(), taken));
        }
        for (String one : without) {
            if (one.isEmpty() || !known.contains(one)) {
                throw new IllegalArgumentException("The report has no line “" + one
                        + "”. Run import without --without to see the ids of its lines.");
            }
        }
        Session session = found.piece(off, NewPiece.beginning());
        SessionFile.save(out, session);
        Answer answer = new Answer();
        answer.say(session.name() + ": " + found.bars() + " bars, "
                + session.tracks().size() + " tracks, " + session.rides().size() + " rides");
        for (ImportLine line : found.lines()) {
            String taken = !line.takes() ? "not taken: " : off.contains(line.id()) ? "left out: " : "";
            answer.say("  " + line.what() + ", " + line.count() + ": " + taken + line.becomes());
        }
        found.remarks().forEach(remark -> answer.say("  " + remark));
        return answer.tell(new Told(
                session.name(),
                found.bars(),
                session.tracks().size(),
                session.rides().size(),
                lines,
                found.remarks()));
    }

    private record Told(String name, int bars, int tracks, int rides, List<ToldLine> lines, List<String> remarks) {}
}
