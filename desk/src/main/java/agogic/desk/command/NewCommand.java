package agogic.desk.command;

import agogic.core.expose.Chains;
import agogic.core.session.Session;
import agogic.core.time.Metre;
import agogic.desk.start.NewPiece;
import agogic.formats.session.SessionFile;
import java.io.IOException;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import picocli.CommandLine.Command;
import picocli.CommandLine.Option;

/** {@code new}: a piece without a note. */
@Command(name = "new", description = "A new piece, as the window begins one: a track, a surface, nothing on them.")
final class NewCommand extends FileCommand {
    @Option(names = "--name", paramLabel = "NAME", defaultValue = "Untitled", description = "what it is called")
    private String name;

    @Option(names = "--tempo", paramLabel = "BPM", defaultValue = "120", description = "quarter notes a minute")
    private double tempo;

    @Option(names = "--metre", paramLabel = "METRE", defaultValue = "4/4", description = "such as 4/4 or 7/8")
    private String metre;

    @Option(names = "--bars", paramLabel = "BARS", defaultValue = "64", description = "how long it is")
    private int bars;

    @Option(names = "--track", paramLabel = "NAME", description = "one more track, empty; may be repeated")
    private List<String> tracks = List.of();

    @Option(names = "--out", required = true, paramLabel = "SESSION", description = "where it goes")
    private Path out;

    @Override
    public Answer run() throws IOException {
        Metre first = Metre.parse(1, metre);
        Session piece = NewPiece.empty(name, tempo, first.beatsInBar(), first.beatUnit(), bars);
        for (String track : tracks) {
            piece = Chains.addTrack(piece, track, false, Optional.empty());
        }
        SessionFile.save(out, piece);
        return new Answer()
                .tell(new Told(
                        piece.name(),
                        bars,
                        piece.tracks().stream().map(t -> t.name()).toList(),
                        piece.surfaces().stream().map(s -> s.name()).toList()));
    }

    private record Told(String name, int bars, List<String> tracks, List<String> surfaces) {}
}
