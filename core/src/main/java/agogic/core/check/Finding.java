package agogic.core.check;

import agogic.core.route.Target;
import agogic.core.session.Session;
import java.util.Optional;
import java.util.function.UnaryOperator;

/**
 * Something that is wrong with a session.
 *
 * @param kind what sort of thing
 * @param device the id of the device it is about
 * @param target the parameter it is about, if it is about one
 * @param sentence what is wrong, for people
 * @param mend the words for the act that mends it
 * @param change the act; empty if only a person can choose
 */
public record Finding(
        Kind kind,
        String device,
        Optional<Target> target,
        String sentence,
        String mend,
        Optional<UnaryOperator<Session>> change) {
    /** The sorts of findings. */
    public enum Kind {
        UNUSED("exposed without use"),
        UNREACHED("points that reach nothing"),
        RESERVED_DATA("data on a reserved parameter"),
        COPIES("two lanes that are copies"),
        SLOPES("a switch with slopes"),
        OVER_LIMIT("more wanted than sockets"),
        NAMES("names that collide"),
        TWO_HANDS("two hands on one thing"),
        MACRO("a macro and what it moves");

        private final String spoken;

        Kind(String spoken) {
            this.spoken = spoken;
        }

        public String spoken() {
            return spoken;
        }
    }
}
