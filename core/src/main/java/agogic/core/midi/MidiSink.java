package agogic.core.midi;

/** Takes the channel messages that a {@link MidiParser} finds. */
@FunctionalInterface
public interface MidiSink {
    /**
     * One whole channel message.
     *
     * @param status 0x80..0xEF, with the channel in the low four bits
     * @param data1 first data byte, 0..127
     * @param data2 second data byte, 0..127; 0 for messages that have one
     * @param nanos when its last byte came
     */
    void message(int status, int data1, int data2, long nanos);
}
