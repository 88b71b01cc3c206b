package agogic.desk.live;

import agogic.core.play.Engine;
import agogic.core.play.Playing;
import agogic.core.session.Session;
import agogic.standins.sound.Block;
import agogic.standins.sound.Mixer;
import java.util.Arrays;
import java.util.Optional;
import java.util.concurrent.locks.LockSupport;

/**
 * The stand-ins as they are heard; silence where there is no audio. One thread makes the sound; another makes the mixer of
 * an edited session, which the first takes as soon as the engine plays that.
 */
final class SoundOutput implements AutoCloseable {
    private final Optional<Speakers> speakers;
    private final Engine engine;
    private final Troubles troubles;
    private final Thread mixing;
    private volatile boolean running = true;
    private volatile Session edited;
    private volatile Mixer made;
    private volatile String listened;

    /** Sounds through these; without any, nothing sounds and everything else goes on. */
    SoundOutput(Optional<Speakers> speakers, Session session, Engine engine, Troubles troubles) {
        this.speakers = speakers;
        this.engine = engine;
        this.troubles = troubles;
        edited = session;
        if (speakers.isEmpty()) {
            mixing = null;
            return;
        }
        made = new Mixer(session);
        mixing = thread("agogic-mixer", this::follow);
        mixing.start();
        Thread sounding = thread("agogic-sound", this::run);
        sounding.setPriority(Thread.MAX_PRIORITY);
        sounding.start();
    }

    private static Thread thread(String name, Runnable run) {
        Thread thread = new Thread(run, name);
        thread.setDaemon(true);
        return thread;
    }

    String description() {
        return speakers.isEmpty() ? "no audio device: silent" : "audio: 48 kHz";
    }

    /** True if what sounds is heard. */
    boolean audible() {
        return speakers.isPresent();
    }

    /** The session is this now. */
    void follow(Session session) {
        edited = session;
        LockSupport.unpark(mixing);
    }

    /** While nothing plays this track is listened to; null for none. */
    void listen(String track) {
        listened = track;
    }

    /** Makes the mixers of what is edited. */
    private void follow() {
        while (running) {
            try {
                Session now = edited;
                if (!made.mixes(now)) {
                    made = made.after(now);
                }
                if (now == edited) {
                    LockSupport.park(this);
                }
            } catch (RuntimeException | Error e) {
                troubles.tell("The sound", e);
                LockSupport.park(this);
            }
        }
    }

    private void run() {
        double[] left = new double[Block.FRAMES];
        double[] right = new double[Block.FRAMES];
        byte[] bytes = new byte[Block.FRAMES * 4];
        Mixer mixer = made;
        while (running) {
            try {
                Playing playing = engine.playing();
                Mixer offered = made;
                if (offered != mixer && offered.fits(playing.session())) {
                    offered.carryOn(mixer);
                    mixer = offered;
                }
                if (mixer.fits(playing.session())) {
                    mixer.listen(listened);
                    mixer.block(playing.live(), left, right);
                } else {
                    // What plays was edited a moment ago: its mixer is on the way.
                    Arrays.fill(left, 0);
                    Arrays.fill(right, 0);
                }
            } catch (RuntimeException | Error e) {
                troubles.tell("The sound", e);
                Arrays.fill(left, 0);
                Arrays.fill(right, 0);
            }
            for (int i = 0; i < Block.FRAMES; i++) {
                put(bytes, 4 * i, left[i]);
                put(bytes, 4 * i + 2, right[i]);
            }
            speakers.get().write(bytes);
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
        LockSupport.unpark(mixing);
        speakers.ifPresent(Speakers::close);
    }
}
