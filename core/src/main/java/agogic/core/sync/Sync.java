package agogic.core.sync;

import agogic.core.text.Text;

/**
 * How a piece goes together with the clocks of others.
 *
 * @param role who leads
 * @param language what they speak
 * @param port the port of the machine on which they speak; empty if the piece has its own clock
 * @param goesOn true if it plays on by its own clock when the one it follows is lost; else it stops
 */
public record Sync(Role role, Language language, String port, boolean goesOn) {
    /** Who leads. */
    public enum Role {
        /** Nobody else. */
        OWN("its own clock"),
        /** Others follow it. */
        SEND("sends its clock"),
        /** It follows another. */
        FOLLOW("follows a clock");

        private final String spoken;

        Role(String spoken) {
            this.spoken = spoken;
        }

        /** The word for people. */
        public String spoken() {
            return spoken;
        }
    }

    /** What a clock speaks. */
    public enum Language {
        /** MIDI clock: 24 a quarter note, start, stop, continue, song position (MIDI 1.0 Detailed Specification). */
        CLOCK("MIDI clock", null),
        /** MIDI time code. */
        MTC_24("MTC, 24 frames", TimeCode.FPS_24),
        MTC_25("MTC, 25 frames", TimeCode.FPS_25),
        MTC_29_97("MTC, 29.97 drop frames", TimeCode.FPS_29_97_DROP),
        MTC_30("MTC, 30 frames", TimeCode.FPS_30);

        private final String spoken;
        private final TimeCode code;

        Language(String spoken, TimeCode code) {
            this.spoken = spoken;
            this.code = code;
        }

        /** The word for people. */
        public String spoken() {
            return spoken;
        }

        /** How it counts frames; null for MIDI clock. */
        public TimeCode code() {
            return code;
        }
    }

    /** No clock but its own. */
    public static final Sync OWN = new Sync(Role.OWN, Language.CLOCK, "", false);

    /** @throws IllegalArgumentException in words for people if one of these is not what it can be */
    public Sync {
        Text.sound("The port of a clock", port);
        if (role == Role.OWN != port.isEmpty()) {
            throw new IllegalArgumentException(
                    role == Role.OWN
                            ? "A piece with its own clock has no port for it."
                            : "A piece that " + role.spoken() + " needs the name of a port.");
        }
    }

    /** True if it plays by another clock. */
    public boolean follows() {
        return role == Role.FOLLOW;
    }

    /** True if it sends its clock to a port. */
    public boolean sends() {
        return role == Role.SEND;
    }
}
