package agogic.desk.live;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import javax.sound.sampled.AudioFormat;
import javax.sound.sampled.AudioSystem;
import javax.sound.sampled.DataLine;
import javax.sound.sampled.LineUnavailableException;
import javax.sound.sampled.Mixer;
import javax.sound.sampled.SourceDataLine;

/** Where samples go to be heard: left and right in turn, 16 bit, low byte first. */
interface Speakers extends AutoCloseable {
    /** Frames a second. */
    int rate();

    /**
     * Takes the first {@code length} bytes of samples; waits until there is room for them.
     *
     * @return false if it is gone: nothing is heard any more
     */
    boolean write(byte[] samples, int length);

    @Override
    void close();

    private static AudioFormat format(int rate) {
        return new AudioFormat(rate, 16, 2, true, false);
    }

    /** What the outputs of the machine are called. */
    static List<String> names() {
        List<String> names = new ArrayList<>();
        for (Mixer.Info info : AudioSystem.getMixerInfo()) {
            Mixer mixer = AudioSystem.getMixer(info);
            boolean any = OutputChoice.RATES.stream()
                    .anyMatch(r -> mixer.isLineSupported(new DataLine.Info(SourceDataLine.class, format(r))));
            if (any && !names.contains(info.getName())) {
                names.add(info.getName());
            }
        }
        return names;
    }

    /** An output of the machine; empty if it has none of this name and rate, or it is taken. */
    static Optional<Speakers> open(OutputChoice choice) {
        for (int rate : choice.rates()) {
            Optional<Speakers> opened = open(choice, rate);
            if (opened.isPresent()) {
                return opened;
            }
        }
        return Optional.empty();
    }

    private static Optional<Speakers> open(OutputChoice choice, int rate) {
        try {
            SourceDataLine line = line(choice.name(), rate);
            if (line == null) {
                return Optional.empty();
            }
            long frames = Math.round(choice.milliseconds() * rate / 1000);
            line.open(format(rate), (int) frames * 4);
            line.start();
            return Optional.of(of(line, rate));
        } catch (LineUnavailableException | IllegalArgumentException | SecurityException e) {
            return Optional.empty();
        }
    }

    private static Speakers of(SourceDataLine line, int rate) {
        return new Speakers() {
            @Override
            public int rate() {
                return rate;
            }

            @Override
            public boolean write(byte[] samples, int length) {
                return line.write(samples, 0, length) == length && line.isOpen();
            }

            @Override
            public void close() {
                line.stop();
                line.close();
            }
        };
    }

    private static SourceDataLine line(String name, int rate) throws LineUnavailableException {
        if (name.isEmpty()) {
            return AudioSystem.getSourceDataLine(format(rate));
        }
        DataLine.Info wanted = new DataLine.Info(SourceDataLine.class, format(rate));
        for (Mixer.Info info : AudioSystem.getMixerInfo()) {
            Mixer mixer = AudioSystem.getMixer(info);
            if (info.getName().equals(name) && mixer.isLineSupported(wanted)) {
                return (SourceDataLine) mixer.getLine(wanted);
            }
        }
        return null;
    }
}
