package agogic.core.surface;

import agogic.core.text.Text;
import io.soabase.recordbuilder.core.RecordBuilder;

/**
 * One control of a surface.
 *
 * @param id unique within the surface
 * @param name as written on it
 * @param kind what the hand finds
 * @param address how it speaks
 * @param touchNote note on the same channel that says it is touched (on) or let go (off), −1 if it cannot say so
 * @param turned true if it is the wrong way round, such as a pedal that sends its top while nobody steps on it
 * @param shows true if it can show a value sent back to it: by a motor, a ring of lights, a lamp
 */
@RecordBuilder
public record Control(String id, String name, Kind kind, Address address, int touchNote, boolean turned, boolean shows)
        implements ControlBuilder.With {
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

        /** True if it is moved by a long way rather than turned or pressed. */
        public boolean travels() {
            return this == FADER || this == RIBBON || this == BREATH || this == PEDAL || this == WHEEL;
        }

        /** True if it is pressed and let go. */
        public boolean presses() {
            return this == BUTTON || this == PAD;
        }
    }

    /** @throws IllegalArgumentException in words for people if one of these is not what it can be */
    public Control {
        if (Text.sound("The id of a control", id).isBlank()
                || Text.sound("A control", name).isBlank()) {
            throw new IllegalArgumentException("A control needs an id and a name.");
        }
        if (touchNote < -1 || touchNote > 127) {
            throw new IllegalArgumentException(name + ": a touch note lies between 0 and 127.");
        }
    }

    /**
     * A control the right way round that cannot show anything.
     *
     * @throws IllegalArgumentException in words for people if the id or the name is blank, or the touch note not −1
     *     to 127
     */
    public Control(String id, String name, Kind kind, Address address, int touchNote) {
        this(id, name, kind, address, touchNote, false, false);
    }

    /**
     * With another name.
     *
     * @throws IllegalArgumentException in words for people if it is blank
     */
    public Control named(String newName) {
        return withName(newName);
    }

    /** At another address. */
    public Control speaking(Address newAddress) {
        return withAddress(newAddress);
    }

    /** The wrong way round, or not. */
    public Control turned(boolean wrongWayRound) {
        return withTurned(wrongWayRound);
    }

    /** That can show values sent back, or cannot. */
    public Control showing(boolean canShow) {
        return withShows(canShow);
    }

    /** The smallest step that it can send, in its travel; the whole of it if it is pressed and let go. */
    public double step() {
        return kind.presses() ? 1 : address.resolution();
    }

    /** True if it says by itself when it is touched and let go. */
    public boolean touchSensitive() {
        return touchNote >= 0;
    }
}
