package agogic.desk.live;

import java.util.Optional;
import javax.sound.sampled.AudioFormat;
import javax.sound.sampled.AudioSystem;
import javax.sound.sampled.LineUnavailableException;
import javax.sound.sampled.TargetDataLine;

/** Where sound comes in, one channel of it. */
interface Microphone extends AutoCloseable {
    /** Frames a second. */
    int rate();

    /** Waits until all of {@code samples} is there, −1 to 1; false if nothing comes any more. */
    boolean read(float[] samples);

    @Override
    void close();

    /** The one of the system; empty if it has none, or somebody else has it. */
    static Optional<Microphone> open() {
        for (int rate : new int[] {48_000, 44_100, 96_000}) {
            try {
                TargetDataLine line = AudioSystem.getTargetDataLine(new AudioFormat(rate, 16, 1, true, false));
                line.open();
                line.start();
                return Optional.of(of(line, rate));
            } catch (LineUnavailableException | IllegalArgumentException | SecurityException e) {
                // Perhaps at another rate.
            }
        }
        return Optional.empty();
    }

    private static Microphone of(TargetDataLine line, int rate) {
        return new Microphone() {
            @Override
            public int rate() {
                return rate;
            }

            @Override
            public boolean read(float[] samples) {
                byte[] bytes = new byte[2 * samples.length];
                boolean whole = line.read(bytes, 0, bytes.length) == bytes.length;
                for (int i = 0; i < samples.length; i++) {
                    samples[i] = (bytes[2 * i + 1] << 8 | bytes[2 * i] & 0xff) / 32_768f;
                }
                return whole;
            }

            @Override
            public void close() {
                line.stop();
                line.close();
            }
        };
    }
}
