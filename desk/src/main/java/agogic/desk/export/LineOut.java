package agogic.desk.export;

import agogic.core.lane.Lane;
import agogic.core.session.Destination;
import agogic.core.session.Session;
import agogic.desk.sheet.Sheet;
import agogic.formats.clip2.ClipExport;
import agogic.formats.file.SafeFile;
import agogic.formats.midi.MidiExport;
import agogic.formats.midi.MidiPart;
import agogic.formats.session.SessionFile;
import agogic.standins.sound.Bounce;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;

/** One line of the Export view, carried out. */
final class LineOut {
    private final Session session;
    private final Destination.How choices;
    private final Progress at;

    LineOut(Session session, Destination.How choices, Progress at) {
        this.session = session;
        this.choices = choices;
        this.at = at;
    }

    /** Writes it, and says what came of it. */
    String write(ExportLine line, Path path) throws IOException {
        String name = String.valueOf(path.getFileName());
        AudioOut audio = HandOver.audio(session, choices);
        switch (line) {
            case MIDI -> {
                MidiExport.Report report = MidiExport.write(
                        path, MidiPart.of(session, choices.midi().content()), HandOver.midi(choices));
                return name + ": " + report.notes() + " notes, " + report.lanes() + " lanes"
                        + (report.greatestLoss() > 0
                                ? "; farthest from its lane: " + report.lossOf() + ", by " + report.lossText()
                                : "")
                        + ". " + report.notice();
            }
            case SESSION -> {
                SessionFile.save(path, HandOver.carrying(session));
                return name + ": the whole piece.";
            }
            case CLIP -> {
                ClipExport.Made made = ClipExport.write(path, session);
                return name + ": " + made.notes() + " notes, " + made.lanes() + " lanes in " + made.values()
                        + " values."
                        + (made.left().isEmpty()
                                ? ""
                                : " Not in it: " + made.left().get(0)
                                        + (made.left().size() > 1
                                                ? " and " + (made.left().size() - 1) + " more."
                                                : "."));
            }
            case AUDIO -> {
                return name + ": " + audio.write(path, -1, at).words() + ".";
            }
            case STEMS -> {
                Files.createDirectories(path);
                Map<Integer, Path> paths = new LinkedHashMap<>();
                Bounce bounce = new Bounce(session, 0);
                for (int stem = 0; stem < bounce.stems(); stem++) {
                    paths.put(stem, path.resolve(HandOver.stemName(stem, bounce.track(stem))));
                }
                audio.write(paths, at);
                return name + ": " + paths.size() + " stems.";
            }
            case TABLES -> {
                return name + ": " + HandOver.tables(session, path).size() + " tables.";
            }
            case PICTURE -> {
                List<Lane> lanes = SvgPicture.drawn(session);
                byte[] picture = SvgPicture.bytes(
                        session,
                        lanes,
                        choices.picture().light(),
                        choices.picture().format());
                SafeFile.write(path, out -> out.write(picture));
                return name + ": " + lanes.size() + " lanes.";
            }
            case SHEET -> {
                int pages = Sheet.write(path, session);
                return name + ": " + pages + (pages == 1 ? " page" : " pages") + ", and each as a PNG beside it.";
            }
            default -> {
                Destination alone = new Destination(line.title(), Set.of(line.part()), choices, "", "");
                return words(path, new HandOver(session, alone).write(path, at));
            }
        }
    }
    /** What came of all of a destination. */
    static String words(Path folder, HandOver.Told told) {
        int fresh = told.changed().size();
        return folder.getFileName() + ": " + LineWords.files(told.files()) + ", "
                + (fresh == 0 ? "all as they were" : fresh + " of them new or changed")
                + "."
                + (told.notes().isEmpty() ? "" : " To know: " + told.notes().get(0));
    }
}
