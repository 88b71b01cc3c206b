package agogic.desk.live;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import agogic.core.assign.AudioTracks;
import agogic.core.audio.AudioFile;
import agogic.core.audio.Chirp;
import agogic.core.expose.Adding;
import agogic.core.expose.Removing;
import agogic.core.route.Hand;
import agogic.core.route.Route;
import agogic.core.route.Span;
import agogic.core.route.Target;
import agogic.core.score.Clip;
import agogic.core.score.Note;
import agogic.core.session.Session;
import agogic.core.session.Track;
import agogic.core.surface.Address;
import agogic.core.surface.Control;
import agogic.core.surface.Surface;
import agogic.core.time.MetreMap;
import agogic.core.time.TempoMap;
import agogic.core.time.Timeline;
import agogic.formats.audio.AudioScan;
import agogic.standins.sound.StandIns;
import agogic.standins.surfaces.SimulatedDevice;
import agogic.standins.surfaces.SimulatedDevices;
import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.ArrayBlockingQueue;
import java.util.concurrent.BlockingQueue;
import java.util.concurrent.TimeUnit;
import java.util.function.DoublePredicate;
import java.util.function.Predicate;
import javax.sound.sampled.AudioFileFormat;
import javax.sound.sampled.AudioFormat;
import javax.sound.sampled.AudioInputStream;
import javax.sound.sampled.AudioSystem;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** What is heard, through a line that stands in for the machine's audio: it follows every edit, and can be listened to. */
class SoundOutputTest {
    /** Takes a block whenever the test asks for one. */
    private static final class Line implements Speakers {
        private final BlockingQueue<byte[]> taken = new ArrayBlockingQueue<>(2);
        private volatile boolean open = true;

        private final int rate;

        Line() {
            this(48_000);
        }

        Line(int rate) {
            this.rate = rate;
        }

        @Override
        public int rate() {
            return rate;
        }

        @Override
        public boolean write(byte[] samples, int length) {
            try {
                if (open) {
                    taken.put(Arrays.copyOf(samples, length));
                }
                return open;
            } catch (InterruptedException e) {
                Thread.currentThread().interrupt();
                return false;
            }
        }

        @Override
        public void close() {
            open = false;
            taken.clear();
        }

        /** Left samples of so many seconds, −1 to 1. */
        double[] heard(double seconds) {
            double[] all = new double[(int) (seconds * 48_000 / 64) * 64];
            try {
                for (int at = 0; at < all.length; at += 64) {
                    byte[] block = taken.take();
                    for (int i = 0; i < 64; i++) {
                        all[at + i] = ((block[4 * i + 1] << 8) | (block[4 * i] & 0xff)) / 32_768.0;
                    }
                }
            } catch (InterruptedException e) {
                Thread.currentThread().interrupt();
            }
            return all;
        }
    }

    /** Two outputs that a test plugs in and out. */
    private final class Plugs implements Outputs {
        private volatile String there = "";

        @Override
        public List<String> names() {
            return List.of("Left shelf");
        }

        @Override
        public Optional<Speakers> open(OutputChoice choice) {
            if (!there.equals(choice.name())) {
                return Optional.empty();
            }
            line = new Line();
            return Optional.of(line);
        }
    }

    private static final String KEYBOARD = "Loose keys";
    private static final String PADS = "Loose pads";

    private volatile Line line = new Line();
    private final TurnedClock clock = new TurnedClock();
    private LiveDesk live;

    private void open(Session session) {
        open(session, new Outputs() {
            @Override
            public List<String> names() {
                return List.of();
            }

            @Override
            public Optional<Speakers> open(OutputChoice choice) {
                return Optional.of(line);
            }
        });
    }

    private void open(Session session, Outputs outputs) {
        live = new LiveDesk(session, clock, outputs, OutputChoice.USUAL);
    }

    @AfterEach
    void close() {
        if (live != null) {
            live.close();
        }
        SimulatedDevices.unplug(KEYBOARD);
        SimulatedDevices.unplug(PADS);
    }

    private static Session empty() {
        return session(List.of());
    }

    private static Session session(List<Clip> clips) {
        return new Session(
                "Made",
                "",
                new Timeline(TempoMap.steady(120), MetreMap.steady(4, 4)),
                64,
                List.of(),
                new agogic.core.session.Loop(0, 16, false),
                List.of(new Track("keys", "Keys", false, 1, List.of("keys-sound"), clips)),
                List.of(StandIns.plainKeys("keys-sound")),
                List.of(),
                List.of(),
                List.of(),
                List.of(),
                List.of());
    }

    private static double loudness(double[] samples) {
        double sum = 0;
        for (double one : samples) {
            sum += one * one;
        }
        return Math.sqrt(sum / samples.length);
    }

    /** How much of a frequency is in the last half second, by Goertzel's sum. */
    private static double share(double[] samples, double hertz) {
        int n = Math.min(samples.length, 24_000);
        double re = 0;
        double im = 0;
        for (int i = 0; i < n; i++) {
            double at = 2 * Math.PI * hertz * i / 48_000;
            re += samples[samples.length - n + i] * Math.cos(at);
            im += samples[samples.length - n + i] * Math.sin(at);
        }
        return 2 * Math.hypot(re, im) / n;
    }

    private double[] until(DoublePredicate loud) {
        return untilIt(heard -> loud.test(loudness(heard)));
    }

    private double[] untilIt(Predicate<double[]> sounds) {
        // Sound is made as fast as it is taken, ports are looked for by another thread at its own pace: so by the
        // clock.
        long last = System.nanoTime() + TimeUnit.MINUTES.toNanos(1);
        do {
            double[] heard = line.heard(0.5);
            if (sounds.test(heard)) {
                return heard;
            }
        } while (System.nanoTime() < last);
        throw new AssertionError("It did not come to pass in a minute.");
    }

    @Test
    void aPieceWithoutANoteIsListenedToByAHeldChord() {
        open(empty());
        assertThat(loudness(line.heard(0.5))).isZero();
        live.listen("keys");
        double[] heard = until(l -> l > 0.01);
        heard = line.heard(1);
        // C3, G3 and E4 in equal temperament; B3 is not among them.
        double among = share(heard, 246.94);
        assertThat(share(heard, 130.81)).isGreaterThan(5 * among);
        assertThat(share(heard, 196.00)).isGreaterThan(5 * among);
        assertThat(share(heard, 329.63)).isGreaterThan(5 * among);
        live.listen(null);
        until(l -> l < 1e-4);
    }

    @Test
    void aChainWithoutAnInstrumentHasNoise() {
        Session one = empty();
        Session filter = Adding.of(one, StandIns.twoPoleFilter("filter"), "keys");
        Session only = Removing.device(filter, "keys-sound").apply(filter);
        open(only);
        live.listen("keys");
        double[] heard = until(l -> l > 0.001);
        assertThat(loudness(heard)).isLessThan(0.5);
        live.listen("nobody");
        until(l -> l < 1e-4);
    }

    /** What is added, cut and made faster is heard; the mixer had been made once, from the piece as it was opened. */
    @Test
    void whatIsEditedIsHeard() {
        open(empty());
        live.engine().play(0, 0);
        assertThat(loudness(line.heard(0.2))).isZero();
        Clip clip = new Clip("Long", 0, 60, List.of(new Note(0, 60, 69, 100))).called("clip");
        live.load(session(List.of(clip)));
        untilIt(heard -> share(heard, 440) > 0.005);
        live.load(session(List.of(new Clip("Long", 0, 60, List.of(new Note(0, 60, 57, 100))).called("clip"))));
        untilIt(heard -> share(heard, 220) > 0.005 && share(heard, 440) < share(heard, 220));
        live.load(empty());
        until(l -> l < 1e-4);
    }

    /** A device before others in the list moves the places of all values: each sound keeps its own. */
    @Test
    void aDeviceThatComesOrGoesLeavesTheOthersAsTheyWere() {
        Session one = empty();
        open(one);
        live.listen("keys");
        until(l -> l > 0.01);
        double before = loudness(line.heard(2));
        Session more = Adding.of(one, StandIns.slowChorus("chorus"), "keys");
        Session two = Removing.device(more, "chorus").apply(more);
        live.load(more);
        line.heard(0.5);
        live.load(two);
        line.heard(1);
        assertThat(loudness(line.heard(2))).isBetween(0.9 * before, 1.1 * before);
    }

    private String news() {
        for (int i = 0; i < 2_000; i++) {
            Optional<String> words = live.outputNews();
            if (words.isPresent()) {
                return words.get();
            }
            // What waits in the line is heard meanwhile.
            line.taken.poll();
            java.util.concurrent.locks.LockSupport.parkNanos(5_000_000);
        }
        throw new AssertionError("Nothing was said in ten seconds.");
    }

    /** It goes away and is told; playing goes on; it comes back and is heard; another is chosen; a tone is tried. */
    @Test
    void anOutputGoesAwayComesBackAndIsChosen() {
        Plugs plugs = new Plugs();
        open(empty(), plugs);
        assertThat(live.audible()).isTrue();
        live.listen("keys");
        until(l -> l > 0.01);
        plugs.there = "nowhere";
        line.close();
        assertThat(news()).contains("went away", "plays on in silence");
        assertThat(live.audible()).isFalse();
        assertThat(live.testTone()).isFalse();
        assertThat(live.soundsThrough()).contains("silent");
        Line old = line;
        plugs.there = "";
        assertThat(news()).isEqualTo("The audio output is back.");
        assertThat(line).isNotSameAs(old);
        until(l -> l > 0.01);
        live.listen(null);
        until(l -> l < 1e-4);
        assertThat(live.testTone()).isTrue();
        double[] heard = untilIt(one -> share(one, 1_000) > 0.09);
        assertThat(share(heard, 1_000)).isBetween(0.09, 0.101);
        until(l -> l < 1e-4);
        live.output(new OutputChoice("Left shelf", 24, 0));
        assertThat(news()).contains("cannot sound through Left shelf");
        assertThat(live.audible()).isFalse();
        plugs.there = "Left shelf";
        live.output(new OutputChoice("Left shelf", 48, 44_100));
        assertThat(news()).isEqualTo("It sounds through Left shelf; a move is heard about 64 ms later.");
        assertThat(live.outputs()).containsExactly("Left shelf");
        live.listen("keys");
        until(l -> l > 0.01);
    }

    private static final double A_440 = 440;
    private static final double C_523 = 523.25;

    /** One that is no surface of the piece, and one that is: what no control of it takes is heard, what one takes is not. */
    @Test
    void aKeyboardPlaysTheTrackThatIsWorkedOn() {
        SimulatedDevice keyboard = SimulatedDevices.plug(KEYBOARD);
        SimulatedDevice pads = SimulatedDevices.plug(PADS);
        Control pad = new Control("pad", "Pad", Control.Kind.PAD, new Address.Note(1, 69), -1);
        Session piece = empty().with(new Surface("pads", "Pads", PADS, List.of(pad)));
        open(piece.with(Route.of("route", new Hand("pads", "pad"), Span.FULL, new Target("keys-sound", "tone"))));
        live.keys("keys");
        play(keyboard, A_440, 0x90, 69, 100);
        keyboard.send(0x80, 69, 0);
        until(l -> l < 1e-4);
        // Note 69 of the pads moves the tone, so only 72 is heard.
        pads.send(0x90, 69, 100);
        play(pads, C_523, 0x90, 72, 100);
        assertThat(share(line.heard(0.5), A_440)).isLessThan(0.002);
        pads.send(0x90, 72, 0);
        until(l -> l < 1e-4);
        // The pedal holds what is let go; an edit in between changes nothing of it.
        keyboard.send(0xB0, 64, 127);
        play(keyboard, A_440, 0x90, 69, 100);
        keyboard.send(0x80, 69, 0);
        line.heard(1);
        live.load(Adding.of(piece, StandIns.slowChorus("chorus"), "keys"));
        line.heard(1);
        assertThat(loudness(line.heard(0.5))).isGreaterThan(0.005);
        // It plays while a key is down: stopping ends the notes of the piece, not those of the keyboard.
        live.engine().play(0, 0);
        line.heard(0.5);
        live.engine().stop();
        line.heard(0.5);
        assertThat(loudness(line.heard(0.5))).isGreaterThan(0.005);
        keyboard.send(0xB0, 64, 0);
        until(l -> l < 1e-4);
        live.keys(null);
        for (int i = 0; i < 20; i++) {
            keyboard.send(0x90, 69, 100);
            assertThat(loudness(line.heard(0.1))).isLessThan(1e-4);
        }
    }

    /** Struck again until it is heard: the port is opened by a thread of its own. */
    private void play(SimulatedDevice on, double hertz, int status, int data1, int data2) {
        untilIt(heard -> {
            if (share(heard, hertz) < 0.005) {
                on.send(status, data1, data2);
            }
            return share(heard, hertz) > 0.005;
        });
    }

    /** A wire from the output to the input, so many frames long; its clock goes on with what comes out of it. */
    private final class Wire implements Outputs, Speakers, Microphone {
        private final int frames;
        private final List<Float> samples = new ArrayList<>();
        private int heard;
        private boolean listening;

        Wire(int frames) {
            this.frames = frames;
        }

        @Override
        public List<String> names() {
            return List.of();
        }

        @Override
        public Optional<Speakers> open(OutputChoice choice) {
            return Optional.of(this);
        }

        @Override
        public synchronized Optional<Microphone> microphone() {
            listening = true;
            heard = samples.size();
            return Optional.of(this);
        }

        @Override
        public int rate() {
            return 48_000;
        }

        @Override
        public synchronized boolean write(byte[] bytes, int length) {
            for (int i = 0; i < length; i += 4) {
                samples.add((bytes[i + 1] << 8 | bytes[i] & 0xff) / 32_768f);
            }
            notifyAll();
            while (listening && samples.size() > heard + 256 && rest()) {
                // Both go at one pace.
            }
            clock.turn(length / 4 * 1_000_000_000L / 48_000);
            return listening || rest();
        }

        @Override
        public synchronized boolean read(float[] into) {
            while (samples.size() < heard + into.length && rest()) {
                // As long as that takes.
            }
            for (int i = 0; i < into.length; i++, heard++) {
                into[i] = heard < frames ? 0 : -0.1f * samples.get(heard - frames);
            }
            notifyAll();
            return true;
        }

        private boolean rest() {
            try {
                wait(5);
                return true;
            } catch (InterruptedException e) {
                Thread.currentThread().interrupt();
                return false;
            }
        }

        @Override
        public synchronized void close() {
            listening = false;
            notifyAll();
        }
    }

    /** A known way from the output to the input, softer and turned round as a loudspeaker may have it. */
    @ParameterizedTest
    @ValueSource(ints = {480, 1_776, 9_000})
    void theLatencyIsMeasured(int frames) {
        open(empty(), new Wire(frames));
        double before = live.latency();
        try {
            double measured = live.measureLatency();
            assertThat(measured).isCloseTo(frames / 48_000.0, within(0.006));
            assertThat(live.latency()).isEqualTo(measured);
            assertThat(live.soundsThrough()).contains("48 kHz, heard after");
        } finally {
            live.latency(before);
        }
    }

    @Test
    void whatCannotBeMeasuredIsSaid() {
        open(empty());
        assertThatThrownBy(() -> live.measureLatency()).hasMessageContaining("no audio input");
        live.close();
        open(empty(), Outputs.NONE);
        assertThatThrownBy(() -> live.measureLatency()).hasMessageContaining("no audio output");
    }

    /** Noise alone is no chirp, however loud; one in noise is found to the frame. */
    @Test
    void aChirpIsFoundInNoiseOrNotAtAll() {
        java.util.Random random = new java.util.Random(5);
        float[] heard = new float[24_000];
        for (int i = 0; i < heard.length; i++) {
            heard[i] = (float) (0.1 * random.nextGaussian());
        }
        assertThat(Chirp.find(heard, 48_000)).isEmpty();
        assertThat(Chirp.find(new float[24_000], 48_000)).isEmpty();
        float[] chirp = Chirp.at(48_000);
        for (int i = 0; i < chirp.length; i++) {
            heard[7_001 + i] += 0.5f * chirp[i];
        }
        assertThat(Chirp.find(heard, 48_000)).hasValue(7_001);
    }

    /** What is made at 48 kHz comes out at any rate: the same sine, the same level, evenly. */
    @ParameterizedTest
    @ValueSource(ints = {44_100, 48_000, 88_200, 96_000})
    void anotherRateIsConverted(int rate) {
        Outgoing outgoing = new Outgoing(rate);
        double[] block = new double[64];
        double[] out = new double[rate / 2];
        int at = 0;
        for (int b = 0; at < out.length; b++) {
            for (int i = 0; i < 64; i++) {
                block[i] = 0.5 * Math.sin(2 * Math.PI * 1_000 * (64 * b + i) / 48_000);
            }
            int length = outgoing.put(block, block);
            byte[] bytes = outgoing.bytes();
            for (int i = 0; i < length && at < out.length; i += 4) {
                out[at++] = (short) (bytes[i + 1] << 8 | bytes[i] & 0xff) / 32_767.0;
            }
        }
        for (int i = rate / 100; i < out.length; i++) {
            assertThat(out[i]).isCloseTo(0.5 * Math.sin(2 * Math.PI * 1_000 * i / rate), within(1e-4));
        }
    }

    private static Session tone(Path folder) throws IOException {
        AudioFormat format = new AudioFormat(44_100, 16, 1, true, false);
        byte[] bytes = new byte[2 * 44_100 * 20];
        for (int i = 0; i < bytes.length / 2; i++) {
            int value = (int) Math.round(16_000 * Math.sin(2 * Math.PI * 440 * i / 44_100));
            bytes[2 * i] = (byte) value;
            bytes[2 * i + 1] = (byte) (value >> 8);
        }
        Path path = folder.resolve("tone.wav");
        AudioSystem.write(
                new AudioInputStream(new ByteArrayInputStream(bytes), format, bytes.length / 2),
                AudioFileFormat.Type.WAVE,
                path.toFile());
        AudioFile file = AudioScan.of(path, part -> {}).file();
        return AudioTracks.each(empty(), List.of(file), 0, StandIns::levelPan);
    }

    @Test
    void audioIsHeardAtItsPlaceAndInItsRateAndListenedTo(@TempDir Path folder) throws IOException {
        Session tone = tone(folder);
        // Around and around: on a busy machine it may be read later than the first time.
        Session piece = tone.withLoop(new agogic.core.session.Loop(0, 16, true));
        open(piece);
        live.engine().play(0, 0);
        double[] heard = new double[64];
        for (int i = 0; i < 400 && share(heard, 440) < 0.3; i++) {
            // The clock of the piece goes on with what is heard.
            heard = new double[64 * 375];
            for (int at = 0; at < heard.length; at += 64) {
                System.arraycopy(line.heard(64 / 48_000.0), 0, heard, at, 64);
                clock.turn(64_000_000_000L / 48_000);
            }
        }
        assertThat(share(heard, 440)).isBetween(0.3, 0.55);
        live.engine().stop();
        until(l -> l < 1e-4);
        live.listen(AudioTracks.newest(empty(), piece).id());
        untilIt(one -> share(one, 440) > 0.4);
        live.listen(null);
        until(l -> l < 1e-4);
        Files.delete(folder.resolve("tone.wav"));
    }
}
