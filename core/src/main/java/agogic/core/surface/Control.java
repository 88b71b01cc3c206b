package agogic.core.surface;

/**
 * One control of a surface.
 *
 * @param id unique within the surface
 * @param name as written on it
 * @param kind what the hand finds
 * @param address how it speaks
 * @param touchNote note on the same channel that says it is touched (on) or let go (off), −1 if it cannot say so
 */
public record Control(String id, String name, Kind kind, Address address, int touchNote) {
    /** What the hand finds. */
    public enum Kind {
        FADER,
        KNOB,
        ENCODER,
        BUTTON,
        WHEEL,
        RIBBON,
        BREATH,
        PEDAL,
        PAD;

        /** The word for people. */
        public String spoken() {
            return name().toLowerCase(java.util.Locale.ROOT);
        }
    }

    public Control {
        if (id.isBlank() || name.isBlank()) {
            throw new IllegalArgumentException("A control needs an id and a name.");
        }
        if (touchNote < -1 || touchNote > 127) {
            throw new IllegalArgumentException(name + ": a touch note lies between 0 and 127.");
        }
    }

    /** True if it says by itself when it is touched and let go. */
    public boolean touchSensitive() {
        return touchNote >= 0;
    }
}
