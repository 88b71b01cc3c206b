package agogic.formats.midi;

import agogic.core.device.Device;
import agogic.core.score.Clip;
import agogic.core.score.Note;
import agogic.core.session.Session;
import agogic.core.time.Section;
import agogic.core.time.Timeline;
import agogic.formats.bring.Beginning;
import agogic.formats.bring.Controllers;
import agogic.formats.bring.PieceBuilder;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;

/**
 * Makes a piece of what a MIDI file says: a track with a clip where there are notes; each controller as the ride of a
 * parameter of an outside device, which holds each value until the next until somebody cleans it.
 */
final class ImportedPiece {
    private final String title;
    private final ImportedTime time;
    private final List<ImportedTrack> sources;
    private final Set<String> off;
    private final PieceBuilder piece;
    private final Timeline timeline;
    private final double length;
    private final Controllers controllers;
    /** The id of the first track of the piece that each track of the file became. */
    private final Map<Integer, String> ids = new HashMap<>();

    ImportedPiece(String title, ImportedTime time, List<ImportedTrack> sources, Set<String> off, Beginning add) {
        this.title = title;
        this.time = time;
        this.sources = sources;
        this.off = off;
        piece = new PieceBuilder(add);
        timeline = time.timeline(!off.contains("tempo"), !off.contains("metre"));
        length = time.length(timeline.metre());
        controllers = new Controllers(timeline);
    }

    /** The piece, with what the file remarks. */
    Session session(ImportedRemarks remarks) {
        for (ImportedTrack source : sources) {
            for (ChannelContent content : source.contents()) {
                track(source, content);
            }
        }
        List<Section> sections = off.contains("sections") ? List.of() : time.sections();
        return piece.piece(
                        title,
                        timeline,
                        length,
                        sections,
                        controllers.routes(),
                        controllers.lanes(),
                        controllers.rides())
                .withRemarks(remarks.remarks(off, time, place -> ids.getOrDefault(place, "")));
    }

    private void track(ImportedTrack source, ChannelContent content) {
        boolean notes = content.notes() > 0 && !off.contains(source.notesId(content));
        List<Controllers.Said> said = new ArrayList<>();
        content.streams().forEach(one -> {
            if (one.size() > 0 && !off.contains(source.streamId(content, one))) {
                said.add(one.said(time::beat));
            }
        });
        if (!notes && said.isEmpty()) {
            return;
        }
        ids.putIfAbsent(sources.indexOf(source), piece.nextId());
        String midi = piece.nextId() + "-midi";
        String name = source.name(content);
        List<Device> more = said.isEmpty()
                ? List.of()
                : List.of(controllers.device(midi, name + " · MIDI", content.channel(), said));
        piece.track(name, content.channel(), notes ? Optional.of(clip(name, content)) : Optional.empty(), more);
    }

    private Clip clip(String name, ChannelContent content) {
        List<Note> notes = new ArrayList<>();
        for (int i = 0; i < content.notes(); i++) {
            double on = time.beat(content.on(i));
            double off = content.off(i) < 0 ? length : time.beat(content.off(i));
            notes.add(new Note(
                    on, Math.max(shortest(on), off - on), content.key(i), content.velocity(i), content.release(i)));
        }
        return new Clip(name, 0, length, notes);
    }

    /** A note that ends when it begins is a tick of our own long. */
    private static double shortest(double on) {
        return Math.max(1.0 / SmfWriter.TICKS, Math.ulp(on));
    }
}
