package agogic.core.check;

import agogic.core.route.Target;
import agogic.core.session.Session;
import java.util.Optional;
import java.util.function.UnaryOperator;

/**
 * Something that is wrong with a session.
 *
 * @param kind what sort of thing
 * @param device the id of the device it is about; empty if it is about none
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
    /** How bad a finding is. */
    public enum Grade {
        /** Something is not heard, or written where it must not be. */
        WRONG("wrong"),
        /** It may be meant. */
        DOUBTFUL("doubtful"),
        /** It does no harm. */
        TO_KNOW("to know");

        private final String spoken;

        Grade(String spoken) {
            this.spoken = spoken;
        }

        /** The word for people. */
        public String spoken() {
            return spoken;
        }
    }

    /** The sorts of findings. */
    public enum Kind {
        UNUSED("exposed without use", Grade.TO_KNOW),
        UNREACHED("points that reach nothing", Grade.WRONG),
        RESERVED_DATA("data on a reserved parameter", Grade.WRONG),
        COPIES("two lanes that are copies", Grade.DOUBTFUL),
        SLOPES("a switch with slopes", Grade.WRONG),
        OVER_LIMIT("more wanted than sockets", Grade.DOUBTFUL),
        NAMES("names that collide", Grade.DOUBTFUL),
        TWO_HANDS("two controls on one parameter", Grade.DOUBTFUL),
        ONE_HAND("one control on several parameters", Grade.TO_KNOW),
        ONE_ADDRESS("two parameters of one address", Grade.WRONG),
        SAME_MESSAGE("two controls that send the same message", Grade.WRONG),
        STOPPED("a route that reaches nothing", Grade.WRONG),
        OFF("a route that is off", Grade.TO_KNOW),
        CLOSED_SPAN("both ends of the span are equal", Grade.DOUBTFUL),
        LEFT_ON("a mode left on", Grade.DOUBTFUL),
        LATE_START("no point at the start", Grade.TO_KNOW),
        SILENCED("a layer that is silenced", Grade.TO_KNOW),
        UNHEARD("a layer that is never heard", Grade.DOUBTFUL),
        OVERLAID("clips with layers one over the other", Grade.DOUBTFUL),
        LOOSE_RIDE("a ride that no lane uses", Grade.TO_KNOW),
        MACRO("a macro and what it moves", Grade.DOUBTFUL),
        PORT_GONE("a port that is not there", Grade.DOUBTFUL);

        private final String spoken;
        private final Grade grade;

        Kind(String spoken, Grade grade) {
            this.spoken = spoken;
            this.grade = grade;
        }

        /** How bad it is. */
        public Grade grade() {
            return grade;
        }

        /** The word of its grade, for people. */
        public String spoken() {
            return spoken;
        }
    }
}
