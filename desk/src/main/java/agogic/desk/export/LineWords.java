package agogic.desk.export;

import agogic.core.session.Destination;
import agogic.core.session.Session;
import agogic.formats.audio.AudioScan;
import agogic.formats.audio.Depth;
import agogic.formats.midi.MidiExport;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;

/** What is said of a line of the Export view before it is carried out. */
final class LineWords {
    private final Session session;
    private final Destination.How how;
    private final ExportModel.Looked known;

    /** @param known what the MIDI file would be; null until that is known */
    LineWords(Session session, Destination.How how, ExportModel.Looked known) {
        this.session = session;
        this.how = how;
        this.known = known;
    }

    /** What a line would contain, in words. */
    String contains(ExportLine line) {
        int lanes = SvgPicture.drawn(session).size();
        AudioOut audio = HandOver.audio(session, how);
        String each = size(audio.bytes());
        return switch (line) {
            case MIDI -> known == null
                    ? "looking …"
                    : known.report().notes() + " notes, " + known.report().lanes() + " lanes, " + size(known.bytes());
            case MIDI_TRACKS -> files(session.tracks().size());
            case MIDI_DEVICES -> files((int) session.devices().stream()
                    .filter(d -> session.lanes().stream()
                            .anyMatch(l -> l.plays() && l.target().device().equals(d.id())))
                    .count());
            case CLIP -> known == null
                    ? "looking …"
                    : known.report().notes() + " notes, " + known.report().lanes() + " lanes, 32-bit values";
            case AUDIO -> String.format(
                    Locale.ROOT,
                    "%.1f s, %s kHz stereo, %s",
                    audio.seconds(),
                    AudioScan.kilohertz(how.audio().rate()),
                    each);
            case STEMS -> session.tracks().size() + " files of " + each;
            case TABLES -> lanes + (lanes == 1 ? " lane" : " lanes");
            case PICTURE -> lanes + (lanes == 1 ? " lane" : " lanes") + " with ruler and sections, "
                    + how.picture().format().toUpperCase(Locale.ROOT);
            case SHEET -> session.surfaces().stream()
                            .mapToInt(s -> s.pages().size())
                            .sum() + " pages";
            case SESSION -> session.audio().isEmpty()
                    ? "the whole piece"
                    : "the whole piece and " + files(session.audio().size()) + " of audio";
        };
    }

    static String files(int count) {
        return count + (count == 1 ? " file" : " files");
    }

    /** What is lost on the way, in words; empty for nothing. */
    String lost(ExportLine line) {
        return switch (line) {
            case MIDI -> known == null ? "" : lost(known.report());
            case MIDI_TRACKS, MIDI_DEVICES -> known == null
                            || lost(known.report()).isEmpty()
                    ? ""
                    : "as much as the MIDI file, or less";
            case CLIP -> {
                int left = known == null ? 0 : known.report().left().size();
                yield left == 0 ? "" : left + " lanes are on no socket, so they are not sent";
            }
            case AUDIO, STEMS -> how.audio().bits().equals(Depth.SIXTEEN.word()) ? "16 bit with dither" : "";
            default -> "";
        };
    }

    private static String lost(MidiExport.Report report) {
        List<String> parts = new ArrayList<>();
        if (report.greatestLoss() > 0) {
            parts.add("up to " + report.lossText() + " beside its lane: " + report.lossOf());
        }
        if (!report.left().isEmpty()) {
            parts.add(report.left().size() + " lanes are on no socket, so they are not sent");
        }
        return String.join("; ", parts);
    }

    private static String size(long bytes) {
        return bytes < 1_000_000
                ? Math.max(1, Math.round(bytes / 1000.0)) + " kB"
                : String.format(Locale.ROOT, "%.1f MB", bytes / 1e6);
    }
}
