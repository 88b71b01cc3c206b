package agogic.desk.live;

import agogic.standins.sound.Block;
import java.util.Optional;
import javax.sound.sampled.AudioFormat;
import javax.sound.sampled.AudioSystem;
import javax.sound.sampled.LineUnavailableException;
import javax.sound.sampled.SourceDataLine;

/** Where samples go to be heard: 48 kHz, left and right in turn, 16 bit, low byte first. */
interface Speakers extends AutoCloseable {
    /** Takes samples; waits until there is room for them. */
    void write(byte[] samples);

    @Override
    void close();

    /** The machine's audio; empty if it has none. */
    static Optional<Speakers> ofTheMachine() {
        int blocks = 12;
        AudioFormat format = new AudioFormat(Block.RATE, 16, 2, true, false);
        try {
            SourceDataLine line = AudioSystem.getSourceDataLine(format);
            line.open(format, blocks * Block.FRAMES * 4);
            line.start();
            return Optional.of(new Speakers() {
                @Override
                public void write(byte[] samples) {
                    line.write(samples, 0, samples.length);
                }

                @Override
                public void close() {
                    line.stop();
                    line.close();
                }
            });
        } catch (LineUnavailableException | IllegalArgumentException e) {
            return Optional.empty();
        }
    }
}
