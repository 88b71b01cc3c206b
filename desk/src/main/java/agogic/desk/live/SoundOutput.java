package agogic.desk.live;

import agogic.core.play.Engine;
import agogic.core.play.Playing;
import agogic.core.session.Session;
import agogic.formats.audio.LiveFeed;
import agogic.formats.file.FormatException;
import agogic.standins.sound.Block;
import agogic.standins.sound.Mixer;
import java.io.IOException;
import java.util.Arrays;
import java.util.Optional;
import java.util.concurrent.locks.LockSupport;

/**
 * The stand-ins as they are heard; silence where there is no audio. One thread makes the sound; another makes the mixer of
 * an edited session, which the first takes as soon as the engine plays that.
 */
final class SoundOutput implements AutoCloseable {
    private static final long AHEAD_NANOS = 20_000_000;
    private static final long TROUBLE_NANOS = 1_000_000_000;

    private final Optional<Speakers> speakers;
    private final Engine engine;
    private final Troubles troubles;
    private final Thread mixing;
    private final Thread reading;
    private final LiveFeed feed = new LiveFeed();
    private volatile boolean running = true;
    private volatile Session edited;
    private volatile Mixer made;
    private volatile String listened;
    private volatile boolean again;

    /** Sounds through these; without any, nothing sounds and everything else goes on. */
    SoundOutput(Optional<Speakers> speakers, Session session, Engine engine, Troubles troubles) {
        this.speakers = speakers;
        this.engine = engine;
        this.troubles = troubles;
        edited = session;
        if (speakers.isEmpty()) {
            mixing = null;
            reading = null;
            return;
        }
        made = new Mixer(session, feed);
        reading = thread("agogic-audio", this::read);
        reading.start();
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
        LockSupport.unpark(reading);
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

    /** Audio files are looked for anew: one that was gone may be there again. */
    void lookAgain() {
        again = true;
        LockSupport.unpark(reading);
    }

    /** Reads audio ahead of where it plays, and of where its loop begins. */
    private void read() {
        while (running) {
            try {
                Session now = edited;
                if (again) {
                    again = false;
                    feed.again();
                }
                if (!feed.needed(now)) {
                    LockSupport.park(this);
                    continue;
                }
                double here = Math.max(0, engine.live().position());
                double loop =
                        now.loop().on() ? now.timeline().secondsAt(now.loop().from()) : here;
                if (!feed.ahead(now, here, loop)) {
                    LockSupport.parkNanos(this, AHEAD_NANOS);
                }
            } catch (IOException | RuntimeException | Error e) {
                troubles.tell("The audio", e);
                LockSupport.parkNanos(this, TROUBLE_NANOS);
            }
        }
        try {
            feed.close();
        } catch (IOException e) {
            troubles.tell("The audio", e);
        }
    }

    private void run() {
        long late = 0;
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
                    if (mixer.late() > late) {
                        late = mixer.late();
                        troubles.tell("The audio", new FormatException("it was not read in time, and silent there."));
                    }
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
        LockSupport.unpark(reading);
        speakers.ifPresent(Speakers::close);
    }
}
