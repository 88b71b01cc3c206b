package agogic.formats.table;

import agogic.core.route.Target;
import agogic.core.session.Session;
import agogic.core.session.TargetName;
import agogic.formats.file.FormatException;
import java.io.IOException;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;

/**
 * Tables on their way back (RFC 4180, UTF-8, decimal point): the points of a layer, samples of one lane or several. What comes
 * back as it went out changes nothing; what was changed changes that, and nothing before or behind it.
 */
public final class TableBack {
    /** What samples become. */
    public enum As {
        /** A ride of the lane, refined as any other. */
        RIDE,
        /** A point a row, with straight ways between. */
        POINTS,
        /** A point a row, each value held until the next. */
        STEPS,
        /** A ride whose values are places of a hand, 0 to 1. */
        MOVES
    }

    /**
     * What one lane would be.
     *
     * @param target whose lane
     * @param what it becomes, for people: {@code 12 points: 1 changed, 0 added, 2 removed}
     * @param from where it begins to be otherwise, in seconds
     * @param to where it ends to be otherwise, in seconds
     * @param most how far from what is heard now at most, in the parameter's difference unit, at the times of the table
     */
    public record Change(Target target, String what, double from, double to, double most) {}

    /** The session with the table in it, and what that changes; of a table that says what is so already, nothing. */
    public record Taken(Session session, List<Change> changes) {}

    private TableBack() {}

    /**
     * Looks through a table and makes the session with it.
     *
     * @param target whose lane points, or a column “value”, are; columns that are named as lanes say it themselves
     * @param layer of a table of points, which layer, from 0
     * @param as what samples become
     * @throws FormatException with file, line and column, and what was expected; nothing is half-read
     */
    public static Taken read(Path path, Session session, Optional<Target> target, int layer, As as) throws IOException {
        TableIn table = new TableIn(session, path);
        boolean points = table.has("shape") || table.has("amount");
        if (points) {
            Target whose = target.orElseThrow(() -> new FormatException(
                    table.file + " has the points of one lane: say of which (--target DEVICE/PARAMETER)."));
            return new PointsBack(table).of(whose, layer);
        }
        return new SamplesBack(table).of(target, as);
    }

    /**
     * What a change is, for people.
     *
     * @throws IllegalArgumentException in words for people if the session has no such target
     */
    public static String told(Session session, Change change) {
        return TargetName.of(session, change.target()) + ": " + change.what() + ", "
                + session.timeline().printBars(session.timeline().beatAt(change.from())) + " – "
                + session.timeline().printBars(session.timeline().beatAt(change.to())) + ", at most "
                + session.parameter(change.target()).printDifference(change.most()) + " from what is there";
    }
}
