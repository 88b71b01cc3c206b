package agogic.desk.live;

import agogic.core.play.Engine;
import agogic.core.session.Session;
import agogic.standins.sound.Block;
import agogic.standins.sound.Mixer;
import java.util.Arrays;
import javax.sound.sampled.AudioFormat;
import javax.sound.sampled.AudioSystem;
import javax.sound.sampled.LineUnavailableException;
import javax.sound.sampled.SourceDataLine;

/** The stand-ins through the machine's audio, if it has any; else silence. */
final class SoundOutput implements AutoCloseable {
    private static final int BUFFER_BLOCKS = 12;
    private static final AudioFormat FORMAT = new AudioFormat(Block.RATE, 16, 2, true, false);

    private final SourceDataLine line;
    private final Thread thread;
    private volatile boolean running = true;

    private SoundOutput(SourceDataLine line, Session session, Engine engine, Troubles troubles) {
        this.line = line;
        Mixer mixer = line == null ? null : new Mixer(session);
        thread = line == null ? null : new Thread(() -> run(mixer, engine, troubles), "agogic-sound");
        if (thread != null) {
            thread.setDaemon(true);
            thread.setPriority(Thread.MAX_PRIORITY);
            thread.start();
        }
    }

    static SoundOutput silent() {
        return new SoundOutput(null, null, null, null);
    }

    /** Opens the machine's audio; if there is none, nothing sounds and everything else goes on. */
    static SoundOutput start(Session session, Engine engine, Troubles troubles) {
        try {
            SourceDataLine line = AudioSystem.getSourceDataLine(FORMAT);
            line.open(FORMAT, BUFFER_BLOCKS * Block.FRAMES * 4);
            line.start();
            return new SoundOutput(line, session, engine, troubles);
        } catch (LineUnavailableException | IllegalArgumentException e) {
            return silent();
        }
    }

    String description() {
        return line == null ? "no audio device: silent" : "audio: 48 kHz";
    }

    private void run(Mixer mixer, Engine engine, Troubles troubles) {
        double[] left = new double[Block.FRAMES];
        double[] right = new double[Block.FRAMES];
        byte[] bytes = new byte[Block.FRAMES * 4];
        while (running) {
            try {
                mixer.block(engine.live(), left, right);
            } catch (RuntimeException | Error e) {
                troubles.tell("The sound", e);
                Arrays.fill(left, 0);
                Arrays.fill(right, 0);
            }
            for (int i = 0; i < Block.FRAMES; i++) {
                put(bytes, 4 * i, left[i]);
                put(bytes, 4 * i + 2, right[i]);
            }
            line.write(bytes, 0, bytes.length);
        }
    }

    private static void put(byte[] bytes, int at, double sample) {
        int value = (int) Math.rint(Math.max(-1, Math.min(1, sample)) * 32_767);
        bytes[at] = (byte) value;
        bytes[at + 1] = (byte) (value >> 8);
    }

    @Override
    public void close() {
        running = false;
        if (line != null) {
            line.stop();
            line.close();
        }
    }
}
