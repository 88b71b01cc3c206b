package agogic.core.midi;

/** What of MIDI 1.0 a keyboard plays with. */
public final class Keys {
    private static final int SUSTAIN = 64;

    private Keys() {}

    /** True for a note, and for the sustain pedal (CC 64). */
    public static boolean isKey(int status, int data1) {
        return isNote(status) || isPedal(status, data1);
    }

    /** True for a note, beginning or ending. */
    public static boolean isNote(int status) {
        int kind = status & 0xF0;
        return kind == 0x80 || kind == 0x90;
    }

    /** True for a note that begins: one of velocity 0 ends. */
    public static boolean begins(int status, int velocity) {
        return (status & 0xF0) == 0x90 && velocity > 0;
    }

    /** True for the sustain pedal (CC 64): down from 64 on. */
    public static boolean isPedal(int status, int data1) {
        return (status & 0xF0) == 0xB0 && data1 == SUSTAIN;
    }
}
