package agogic.formats.midi;

import agogic.core.device.Device;
import agogic.core.device.Outside;
import agogic.core.midi.Program;
import agogic.core.score.Clip;
import agogic.core.score.Note;
import agogic.formats.bring.Controllers;
import agogic.formats.bring.PieceBuilder;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;

/**
 * Adds to a piece what a MIDI file says: a track with a clip where there are notes; each controller as the ride of a
 * parameter of an outside device, which holds each value until the next until somebody cleans it.
 */
final class ImportedPiece {
    private final ImportedTime time;
    private final List<ImportedTrack> sources;
    private final Set<String> off;
    private final PieceBuilder piece;
    private final double length;
    /** The id of the first track of the piece that each track of the file became. */
    private final Map<Integer, String> ids = new HashMap<>();

    ImportedPiece(ImportedTime time, List<ImportedTrack> sources, Set<String> off, PieceBuilder piece) {
        this.time = time;
        this.sources = sources;
        this.off = off;
        this.piece = piece;
        length = time.length(piece.timeline().metre());
    }

    /** Adds the tracks, and what the file remarks. */
    void add(ImportedRemarks remarks) {
        piece.reaches(length);
        for (ImportedTrack source : sources) {
            for (ChannelContent content : source.contents()) {
                track(source, content);
            }
        }
        piece.remark(remarks.remarks(off, time, place -> ids.getOrDefault(place, "")));
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
        int channel = piece.channel(content.channel());
        String midi = piece.nextId() + "-midi";
        String name = source.name(content);
        List<Device> more =
                said.isEmpty() ? List.of() : List.of(piece.controllers().device(midi, name + " · MIDI", channel, said));
        Optional<Program> program = said.stream()
                .filter(one -> one.way() == Outside.Way.PROGRAM && one.codes()[0] >= 0)
                .map(one -> Program.of(one.codes()[0]))
                .findFirst();
        piece.track(name, channel, notes ? Optional.of(clip(name, content)) : Optional.empty(), program, more);
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
