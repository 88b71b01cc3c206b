package agogic.formats.bring;

import agogic.core.session.LeftOut;
import agogic.core.session.Session;
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

    /**
     * The piece, without the lines whose ids are {@code off}.
     *
     * @param add what it has besides: what sounds and what it is ridden with
     */
    Session piece(Set<String> off, Beginning add);

    /** A note of all lines that are not in the piece, because they cannot be or are {@code off}. */
    default List<LeftOut> leftOut(Set<String> off) {
        return lines().stream()
                .filter(line -> !line.takes() || off.contains(line.id()))
                .map(line ->
                        new LeftOut(line.what(), line.count(), line.takes() ? "left out by choice" : line.becomes()))
                .toList();
    }
}
