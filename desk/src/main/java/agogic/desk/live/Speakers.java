package agogic.desk.live;

import agogic.standins.sound.Block;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import javax.sound.sampled.AudioFormat;
import javax.sound.sampled.AudioSystem;
import javax.sound.sampled.DataLine;
import javax.sound.sampled.LineUnavailableException;
import javax.sound.sampled.Mixer;
import javax.sound.sampled.SourceDataLine;

/** Where samples go to be heard: 48 kHz, left and right in turn, 16 bit, low byte first. */
interface Speakers extends AutoCloseable {
    /**
     * Takes samples; waits until there is room for them.
     *
     * @return false if it is gone: nothing is heard any more
     */
    boolean write(byte[] samples);

    @Override
    void close();

    private static AudioFormat format() {
        return new AudioFormat(Block.RATE, 16, 2, true, false);
    }

    /** What the outputs of the machine are called. */
    static List<String> names() {
        List<String> names = new ArrayList<>();
        DataLine.Info wanted = new DataLine.Info(SourceDataLine.class, format());
        for (Mixer.Info info : AudioSystem.getMixerInfo()) {
            if (AudioSystem.getMixer(info).isLineSupported(wanted) && !names.contains(info.getName())) {
                names.add(info.getName());
            }
        }
        return names;
    }

    /** An output of the machine; empty if it has none of this name, or it is taken. */
    static Optional<Speakers> open(OutputChoice choice) {
        try {
            SourceDataLine line = line(choice.name());
            if (line == null) {
                return Optional.empty();
            }
            line.open(format(), choice.blocks() * Block.FRAMES * 4);
            line.start();
            return Optional.of(new Speakers() {
                @Override
                public boolean write(byte[] samples) {
                    return line.write(samples, 0, samples.length) == samples.length && line.isOpen();
                }

                @Override
                public void close() {
                    line.stop();
                    line.close();
                }
            });
        } catch (LineUnavailableException | IllegalArgumentException | SecurityException e) {
            return Optional.empty();
        }
    }

    private static SourceDataLine line(String name) throws LineUnavailableException {
        if (name.isEmpty()) {
            return AudioSystem.getSourceDataLine(format());
        }
        DataLine.Info wanted = new DataLine.Info(SourceDataLine.class, format());
        for (Mixer.Info info : AudioSystem.getMixerInfo()) {
            Mixer mixer = AudioSystem.getMixer(info);
            if (info.getName().equals(name) && mixer.isLineSupported(wanted)) {
                return (SourceDataLine) mixer.getLine(wanted);
            }
        }
        return null;
    }
}
