package agogic.desk.live;

import java.util.List;
import java.util.Optional;

/** The audio outputs that there are. */
interface Outputs {
    /** No output at all, and none is looked for. */
    Outputs NONE = new Outputs() {
        @Override
        public List<String> names() {
            return List.of();
        }

        @Override
        public Optional<Speakers> open(OutputChoice choice) {
            return Optional.empty();
        }
    };

    /** What they are called; the one of the system is not among them. */
    List<String> names();

    /** Opens one; empty if it is not there or cannot be had. */
    Optional<Speakers> open(OutputChoice choice);

    /** Where sound comes in; empty if nothing does. */
    default Optional<Microphone> microphone() {
        return Optional.empty();
    }

    /** Those of the machine. */
    static Outputs ofTheMachine() {
        return new Outputs() {
            @Override
            public List<String> names() {
                return Speakers.names();
            }

            @Override
            public Optional<Speakers> open(OutputChoice choice) {
                return Speakers.open(choice);
            }

            @Override
            public Optional<Microphone> microphone() {
                return Microphone.open();
            }
        };
    }
}
