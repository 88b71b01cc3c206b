package agogic.desk.live;

import agogic.core.midi.MessageQueue;
import agogic.core.midi.MidiSink;
import agogic.core.play.Engine;
import agogic.core.play.Playing;
import agogic.core.session.Session;
import agogic.formats.audio.AudioScan;
import agogic.formats.audio.LiveFeed;
import agogic.formats.file.FormatException;
import agogic.standins.sound.Block;
import agogic.standins.sound.Mixer;
import java.io.IOException;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.Queue;
import java.util.concurrent.ConcurrentLinkedQueue;
import java.util.concurrent.locks.LockSupport;
import java.util.function.LongSupplier;
import java.util.function.Supplier;

/**
 * The stand-ins as they are heard; silence where there is no audio. One thread makes the sound; another makes the mixer of
 * an edited session, which the first takes as soon as the engine plays that.
 */
final class SoundOutput implements AutoCloseable {
    private static final long AHEAD_NANOS = 20_000_000;
    private static final long TROUBLE_NANOS = 1_000_000_000;

    /** So often it is tried whether an output that went away is there again. */
    private static final long AGAIN_NANOS = 2_000_000_000L;

    private final Outputs outputs;
    private final Engine engine;
    private final Supplier<MessageQueue[]> keyboards;
    private final LongSupplier clock;
    private final Troubles troubles;
    private final LiveFeed feed = new LiveFeed();
    private final Queue<String> news = new ConcurrentLinkedQueue<>();
    private volatile Thread mixing;
    private volatile Thread reading;
    private final Thread sounding;
    private volatile boolean running = true;
    private volatile Session edited;
    private volatile Mixer made;
    private volatile String listened;
    private volatile String played;
    private volatile boolean again;
    private volatile OutputChoice wanted;
    private volatile boolean heard;
    private volatile int rate;
    private volatile Instead asked;
    private Speakers speakers;
    private Outgoing outgoing;
    /** What sounds now, of the thread that sounds. */
    private Mixer sounds;

    private final MidiSink key = (status, data1, data2, nanos) -> sounds.key(played, status, data1, data2);
    private boolean lost;
    private long tried;

    /** Sounds through one of these; without any, nothing sounds and everything else goes on. */
    SoundOutput(
            Outputs outputs,
            OutputChoice choice,
            Session session,
            Engine engine,
            Supplier<MessageQueue[]> keyboards,
            LongSupplier clock,
            Troubles troubles) {
        this.clock = clock;
        this.outputs = outputs;
        this.engine = engine;
        this.keyboards = keyboards;
        this.troubles = troubles;
        edited = session;
        wanted = choice;
        if (outputs == Outputs.NONE) {
            sounding = null;
            return;
        }
        // Whether it can be heard is known at once; from then on the thread alone has it.
        open(choice);
        begin();
        sounding = thread("agogic-sound", this::run);
        sounding.setPriority(Thread.MAX_PRIORITY);
        sounding.start();
    }

    private void open(OutputChoice choice) {
        speakers = outputs.open(choice).orElse(null);
        outgoing = speakers == null ? null : new Outgoing(speakers.rate());
        rate = speakers == null ? 0 : speakers.rate();
        heard = speakers != null;
    }

    /** As soon as something can be heard there is a mixer, and somebody who reads audio. */
    private void begin() {
        if (speakers == null || mixing != null) {
            return;
        }
        made = new Mixer(edited, feed);
        reading = thread("agogic-audio", this::read);
        reading.start();
        mixing = thread("agogic-mixer", this::follow);
        mixing.start();
    }

    /** Another output, from now on; what came of it is in the {@link #news}. */
    void choose(OutputChoice choice) {
        wanted = choice;
        if (sounding == null) {
            news.add("Nothing sounds in this window: it was opened without sound.");
        }
        LockSupport.unpark(sounding);
    }

    OutputChoice chosen() {
        return wanted;
    }

    List<String> names() {
        return outputs.names();
    }

    /** A tone of 1 kHz at −20 dB, for two seconds, instead of all else; false if nothing can be heard. */
    boolean test() {
        instead(Instead.tone());
        return heard;
    }

    /** Is heard from the next block on, if anything can be. */
    void instead(Instead sound) {
        asked = heard ? sound : null;
    }

    /**
     * Measures how long sound is on its way, and keeps it for this output.
     *
     * @return seconds
     * @throws IllegalArgumentException in words for people if it cannot be measured
     */
    double measure() {
        if (!heard) {
            throw new IllegalArgumentException("There is no audio output: nothing can be measured.");
        }
        Microphone microphone = outputs.microphone()
                .orElseThrow(() -> new IllegalArgumentException(
                        "There is no audio input that could hear the test sound. Type the latency instead."));
        try (microphone) {
            double seconds = Math.max(0, new LoopBack(this, microphone, clock).measure());
            latency(seconds);
            return seconds;
        }
    }

    /** How long sound is on its way through this output, in seconds: measured or typed, 0 if neither. */
    double latency() {
        return heard ? KeptOutput.latency(wanted) : 0;
    }

    void latency(double seconds) {
        KeptOutput.latency(wanted, seconds);
    }

    /** What became of the output, for people; the next that nobody has seen. */
    Optional<String> news() {
        return Optional.ofNullable(news.poll());
    }

    private static Thread thread(String name, Runnable run) {
        Thread thread = new Thread(run, name);
        thread.setDaemon(true);
        return thread;
    }

    String description() {
        double latency = latency();
        return heard
                ? String.format(
                        Locale.ROOT,
                        latency > 0 ? "audio: %s kHz, heard after %.0f ms" : "audio: %s kHz, %.0f ms",
                        AudioScan.kilohertz(rate),
                        latency > 0 ? 1000 * latency : wanted.milliseconds())
                : "no audio device: silent";
    }

    /** True if what sounds is heard. */
    boolean audible() {
        return heard;
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

    /** The instrument of this track plays what comes from keyboards; null for none. */
    void play(String track) {
        played = track;
    }

    /** What was played since the last block is heard in the next one. */
    private void keys(MidiSink into) {
        engine.keys().drain(Long.MAX_VALUE, into);
        for (MessageQueue keyboard : keyboards.get()) {
            keyboard.drain(Long.MAX_VALUE, into);
        }
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
        Mixer mixer = made;
        OutputChoice used = wanted;
        Instead instead = null;
        while (running) {
            if (wanted != used) {
                used = wanted;
                change(used);
            }
            if (speakers == null) {
                silent(used);
                // What was played meanwhile was not heard, and is not heard later.
                keys((status, data1, data2, nanos) -> {});
                mixer = made;
                continue;
            }
            mixer = mixer == null ? made : mixer;
            try {
                Playing playing = engine.playing();
                Mixer offered = made;
                if (offered != mixer && offered.fits(playing.session())) {
                    offered.carryOn(mixer);
                    mixer = offered;
                }
                if (mixer.fits(playing.session())) {
                    mixer.listen(listened);
                    sounds = mixer;
                    keys(key);
                    mixer.led(engine.run().rate());
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
            if (asked != null) {
                instead = asked;
                asked = null;
            }
            if (instead != null) {
                instead.next(left, right, clock.getAsLong());
                instead = instead.over() ? null : instead;
            }
            int length = outgoing.put(left, right);
            if (length > 0 && !speakers.write(outgoing.bytes(), length) && running) {
                lose();
            }
        }
        if (speakers != null) {
            speakers.close();
        }
    }

    /** Opens another output in the place of the one that there is. */
    private void change(OutputChoice to) {
        if (speakers != null) {
            speakers.close();
        }
        open(to);
        lost = false;
        begin();
        String name = to.name().isEmpty() ? "the output of the system" : to.name();
        news.add(
                heard
                        ? String.format(
                                Locale.ROOT,
                                "It sounds through %s; a move is heard about %.0f ms later.",
                                name,
                                to.milliseconds())
                        : "It cannot sound through " + name + ": it is not there, or somebody else has it.");
    }

    /** The output went away: it plays on in silence, and it is looked for. */
    private void lose() {
        speakers.close();
        speakers = null;
        heard = false;
        lost = true;
        tried = System.nanoTime();
        news.add("The audio output went away. It plays on in silence, and sounds again when the output is back.");
    }

    private void silent(OutputChoice used) {
        if (!lost) {
            LockSupport.park(this);
            return;
        }
        LockSupport.parkNanos(this, AGAIN_NANOS / 20);
        if (lost && System.nanoTime() - tried > AGAIN_NANOS) {
            tried = System.nanoTime();
            open(used);
            if (speakers != null) {
                lost = false;
                news.add("The audio output is back.");
            }
        }
    }

    @Override
    public void close() {
        running = false;
        LockSupport.unpark(mixing);
        LockSupport.unpark(reading);
        LockSupport.unpark(sounding);
    }
}
