package agogic.core.edit.points;

import agogic.core.envelope.Shape;
import agogic.core.session.Positions;
import agogic.core.session.Session;
import agogic.core.snapshot.Snapshot;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/** A snapshot dropped in a few words: {@code drop Near 33}, {@code drop Near 33 until 37 over 1 bar}. */
public final class SnapshotWords {
    private static final Pattern WORDS = Pattern.compile("(.+?) (?:at )?(" + RangeWords.POSITION + ")"
            + "(?: (?:until|to) (" + RangeWords.POSITION + "))?(?: over ([\\d./]+) (bars?|beats?))?");

    private SnapshotWords() {}

    /**
     * What dropping it takes away, in words.
     *
     * @throws IllegalArgumentException in words for people if the words name no snapshot or no place
     */
    public static String replaces(Session session, String words) {
        return said(
                session, words, (snapshot, beat, until, over) -> Snapshots.replaces(session, snapshot, beat, until));
    }

    static Session drop(Session session, String words) {
        return said(
                session,
                words,
                (snapshot, beat, until, over) -> Snapshots.drop(session, snapshot, beat, over, Shape.S, until));
    }

    private interface Said<T> {
        T of(Snapshot snapshot, double beat, double until, double over);
    }

    private static <T> T said(Session session, String words, Said<T> said) {
        Matcher found = WORDS.matcher(words);
        if (!found.matches()) {
            throw new IllegalArgumentException(
                    "Which, and where? Expected a snapshot and a position, such as drop Near 33,"
                            + " and how long it takes, such as over 1 bar.");
        }
        Snapshot snapshot = Snapshots.find(session, found.group(1));
        var timeline = session.timeline();
        double beat = Positions.in(session, found.group(2));
        double until = found.group(3) == null ? session.length() : Positions.in(session, found.group(3));
        double over = 0;
        if (found.group(4) != null) {
            over = NumberWords.beats(timeline, beat, found.group(4), found.group(5));
        }
        return said.of(snapshot, beat, until, over);
    }
}
