package agogic.core.midi;

/**
 * Finds channel messages in a stream of bytes: running status, real-time bytes in between, system exclusive skipped
 * whole, data without a status dropped (MIDI 1.0 Detailed Specification, "Data Format"). Never throws.
 */
public final class MidiParser {
    private final MidiSink sink;
    private int status;
    private int first = -1;

    /** A parser that tells the messages it finds to {@code sink}. */
    public MidiParser(MidiSink sink) {
        this.sink = sink;
    }

    /** All of {@code bytes}, come at {@code nanos}. */
    public void accept(byte[] bytes, long nanos) {
        for (byte one : bytes) {
            accept(one & 0xFF, nanos);
        }
    }

    /** One byte, 0..255. */
    public void accept(int value, long nanos) {
        if (value >= 0xF8) {
            return;
        }
        if (value >= 0x80) {
            // A system message ends running status; its data bytes then have no status and are dropped.
            status = value < 0xF0 ? value : 0;
            first = -1;
            return;
        }
        if (status == 0) {
            return;
        }
        if (lengthOf(status) == 1) {
            sink.message(status, value, 0, nanos);
        } else if (first < 0) {
            first = value;
        } else {
            int data1 = first;
            first = -1;
            sink.message(status, data1, value, nanos);
        }
    }

    /** Data bytes of a channel message: 1 for program change and channel pressure, else 2. */
    public static int lengthOf(int status) {
        int kind = status & 0xF0;
        return kind == 0xC0 || kind == 0xD0 ? 1 : 2;
    }
}
