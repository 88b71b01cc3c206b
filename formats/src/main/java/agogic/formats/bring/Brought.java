package agogic.formats.bring;

import agogic.core.session.LeftOut;
import agogic.core.session.Session;
import agogic.core.time.Section;
import agogic.core.time.Timeline;
import java.util.List;
import java.util.Set;

/** Something from elsewhere that was looked through and can become a piece. */
public interface Brought {
    /** What was found, in the order of the file; what cannot be taken comes first. */
    List<ImportLine> lines();

    /** Faults that cost nothing, and what was brought into bounds; for people. */
    List<String> remarks();

    /** How many bars it is long. */
    int bars();

    /** What it is called. */
    String title();

    /** Its time, without the lines whose ids are {@code off}. */
    Timeline timeline(Set<String> off);

    /** Its parts by name, without what is {@code off}. */
    List<Section> sections(Set<String> off);

    /** Adds its tracks to a piece whose time may be another, without the lines whose ids are {@code off}. */
    void addTo(PieceBuilder piece, Set<String> off);

    /**
     * The piece, without the lines whose ids are {@code off}.
     *
     * @param add what it has besides: what sounds and what it is ridden with
     */
    default Session piece(Set<String> off, Beginning add) {
        PieceBuilder piece = new PieceBuilder(add, timeline(off));
        addTo(piece, off);
        return piece.piece(title(), sections(off)).withLeftOut(leftOut(off));
    }

    /** A note of all lines that are not in the piece, because they cannot be or are {@code off}. */
    default List<LeftOut> leftOut(Set<String> off) {
        return lines().stream()
                .filter(line -> !line.takes() || off.contains(line.id()))
                .map(line ->
                        new LeftOut(line.what(), line.count(), line.takes() ? "left out by choice" : line.becomes()))
                .toList();
    }
}
