package agogic.core.edit.clip;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import agogic.core.audio.AudioFile;
import agogic.core.edit.layer.Layered;
import agogic.core.edit.layer.Layers;
import agogic.core.edit.points.Versions;
import agogic.core.expose.Chains;
import agogic.core.expose.Removing;
import agogic.core.plan.PlacedAudio;
import agogic.core.score.Clip;
import agogic.core.session.Session;
import agogic.core.session.Timing;
import agogic.core.session.Track;
import agogic.core.time.Lock;
import java.util.List;
import java.util.Optional;
import java.util.Random;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import org.junit.jupiter.api.Test;

/** Clips of audio: whatever is done to them, what is heard at a second is a second of the file, never stretched. */
class AudioEditsTest {
    private static final AudioFile FILE = new AudioFile(
            "audio-1", "/music/voice.wav", false, 44_100, 2, 44_100 * 20, "0123456789abcdef", -23.1, -4.2);

    private static Session piece() {
        Session plain = Layered.piece(3, 0);
        return Timing.tempo(plain, 16, 90, false);
    }

    private static String trackOf(Session session) {
        return session.tracks().get(0).id();
    }

    private static Clips.Made with(double beat) {
        Session session = piece();
        return AudioEdits.add(session, trackOf(session), FILE, "Voice", beat);
    }

    /** The frame of the file heard at a frame of the piece, −1 for silence: of the one clip that plays this file there. */
    private static long heard(Session session, long frame) {
        long found = -1;
        for (Track track : session.tracks()) {
            for (PlacedAudio clip : PlacedAudio.of(session, track)) {
                long at = clip.fileFrame(frame);
                if (frame >= clip.begins() && frame < clip.ends() && clip.hears(at)) {
                    found = at;
                }
            }
        }
        return found;
    }

    @Test
    void aClipLastsAsLongAsItsFileAndMakesThePieceLonger() {
        Clips.Made made = with(60);
        Session session = made.session();
        Clip clip = Clips.of(session, made.clip());
        assertThat(clip.seconds(session.timeline())).isCloseTo(20, within(1e-9));
        assertThat(session.length()).isGreaterThanOrEqualTo(clip.end() - 1e-9);
        assertThat(session.audio()).containsExactly(FILE);
        assertThat(Clips.carries(session, made.clip())).isEqualTo("audio of voice.wav");
    }

    @Property(tries = 150, seed = "32")
    void cutResizedAndJoinedNothingThatIsHeardMoves(@ForAll long seed) {
        Random random = new Random(seed);
        Clips.Made made = with(random.nextInt(30) + random.nextDouble());
        Session session = made.session();
        String id = made.clip();
        if (random.nextBoolean()) {
            session = Clips.loop(session, id, 1 + random.nextDouble() * 6);
        }
        Session before = session;
        for (int n = 0; n < 4; n++) {
            Clip clip = Clips.of(session, id);
            double at = clip.beat() + clip.length() * (0.1 + 0.8 * random.nextDouble());
            if (at - clip.beat() > 0.02 && clip.end() - at > 0.02) {
                Clips.Made cut = Clips.cut(session, id, at);
                session = cut.session();
                if (random.nextInt(3) == 0) {
                    session = Clips.join(session, id, cut.clip()).session();
                } else if (random.nextBoolean()) {
                    id = cut.clip();
                }
            }
        }
        for (int n = 0; n < 200; n++) {
            long frame = (long) (random.nextDouble() * 40 * AudioFile.HEARD);
            long was = heard(before, frame);
            long now = heard(session, frame);
            // A loop is no whole number of frames long: a cut may round the other way.
            assertThat(Math.abs(now - was) <= 1 || loopSeam(before, was, now))
                    .as("frame %s: %s, then %s", frame, was, now)
                    .isTrue();
        }
    }

    private static boolean loopSeam(Session session, long was, long now) {
        return session.tracks().stream()
                .flatMap(t -> t.clips().stream())
                .flatMap(c -> c.audio().stream())
                .anyMatch(a -> a.loop() && Math.abs(Math.abs(was - now) - (a.to() - a.from()) * AudioFile.HEARD) <= 2);
    }

    @Property(tries = 100, seed = "33")
    void atAnotherTempoAndInAnotherPlaceItLastsAsLong(@ForAll long seed) {
        Random random = new Random(seed);
        Clips.Made made = with(random.nextInt(20));
        Session session =
                random.nextBoolean() ? AudioEdits.lock(made.session(), made.clip(), Lock.SECONDS) : made.session();
        Clip clip = Clips.of(session, made.clip());
        double seconds = session.timeline().secondsAt(clip.beat());
        Session faster = Timing.tempo(session, random.nextInt(30), 40 + random.nextInt(200), random.nextBoolean());
        Clip then = Clips.of(faster, made.clip());
        assertThat(then.seconds(faster.timeline())).isCloseTo(20, within(1e-6));
        if (clip.audio().orElseThrow().lock() == Lock.SECONDS) {
            assertThat(faster.timeline().secondsAt(then.beat())).isCloseTo(seconds, within(1e-6));
        } else {
            assertThat(then.beat()).isEqualTo(clip.beat());
        }
        Clip moved = Clips.of(Clips.move(faster, made.clip(), random.nextInt(40)), made.clip());
        assertThat(moved.seconds(faster.timeline())).isCloseTo(20, within(1e-6));
        assertThat(moved.audio()).isEqualTo(then.audio());
    }

    @Test
    void audioNeverStretchesAndSaysSo() {
        Clips.Made made = with(0);
        assertThatThrownBy(() -> Clips.stretch(made.session(), made.clip(), 3)).hasMessageContaining("never stretches");
        assertThatThrownBy(() -> AudioEdits.fades(made.session(), made.clip(), 15, 6))
                .hasMessage("Voice lasts 20.00 s: fades of 15.00 s and 6.00 s do not fit into it.");
        Session moved = Clips.move(made.session(), made.clip(), 40);
        Clips.Made other = Clips.copy(moved, made.clip(), 0);
        assertThatThrownBy(() -> Clips.join(other.session(), made.clip(), other.clip()))
                .hasMessageContaining("one clip goes on as the other ends");
        String notes = Layered.piece(3, 0).tracks().get(0).clips().get(0).id();
        assertThatThrownBy(() -> AudioEdits.gain(made.session(), notes, 2)).hasMessageContaining("plays no audio");
    }

    @Test
    void fadesAreOfEqualPowerAndGainIsInDecibel() {
        Clips.Made made = with(0);
        Session session = AudioEdits.fades(AudioEdits.gain(made.session(), made.clip(), -6), made.clip(), 2, 4);
        PlacedAudio clip = PlacedAudio.of(session, session.tracks().get(0)).get(0);
        double factor = Math.pow(10, -6 / 20.0);
        assertThat(clip.factorAt(0)).isZero();
        assertThat(clip.factorAt(AudioFile.HEARD)).isCloseTo((float) (factor * Math.sqrt(0.5)), within(1e-4f));
        assertThat(clip.factorAt(10L * AudioFile.HEARD)).isCloseTo((float) factor, within(1e-6f));
        assertThat(clip.factorAt(18L * AudioFile.HEARD)).isCloseTo((float) (factor * Math.sqrt(0.5)), within(1e-4f));
        assertThat(clip.factorAt(20L * AudioFile.HEARD)).isZero();
        assertThat(clip.even(3L * AudioFile.HEARD, 64)).isTrue();
        assertThat(clip.even(AudioFile.HEARD, 64)).isFalse();
    }

    /** How loud a frame of the piece is, of the one clip that plays there. */
    private static float factor(Session session, long frame) {
        float found = 0;
        for (PlacedAudio clip : PlacedAudio.of(session, trackOf(session, frame))) {
            found = frame >= clip.begins() && frame < clip.ends() ? clip.factorAt(frame) : found;
        }
        return found;
    }

    private static Track trackOf(Session session, long frame) {
        return session.tracks().stream()
                .filter(t -> PlacedAudio.of(session, t).stream().anyMatch(c -> frame >= c.begins() && frame < c.ends()))
                .findFirst()
                .orElse(session.tracks().get(0));
    }

    @Property(tries = 200, seed = "34")
    void aCutMakesNothingLouderAndInAFadeItIsRefused(@ForAll long seed) {
        Random random = new Random(seed);
        Clips.Made made = with(random.nextInt(30));
        double in = random.nextInt(3) * 4 * random.nextDouble();
        double out = random.nextInt(3) * 5 * random.nextDouble();
        Session session = AudioEdits.fades(made.session(), made.clip(), in, out);
        Clip clip = Clips.of(session, made.clip());
        double at = clip.beat() + clip.length() * (0.01 + 0.98 * random.nextDouble());
        double into = session.timeline().secondsAt(at) - session.timeline().secondsAt(clip.beat());
        Session cut;
        try {
            cut = Clips.cut(session, made.clip(), at).session();
        } catch (IllegalArgumentException e) {
            assertThat(e).hasMessageContaining("fade");
            assertThat(into < in || into > 20 - out).isTrue();
            return;
        }
        assertThat(into >= in - 1e-6 && into <= 20 - out + 1e-6).isTrue();
        long begins = Math.round(session.timeline().secondsAt(clip.beat()) * AudioFile.HEARD);
        for (int n = 0; n < 300; n++) {
            long frame = begins + (long) (random.nextDouble() * 20 * AudioFile.HEARD);
            assertThat(factor(cut, frame)).isCloseTo(factor(session, frame), within(1e-4f));
        }
    }

    @Test
    void aFileThatNoClipPlaysGoesAndAnotherTakesItsPlace() {
        Clips.Made made = with(0);
        AudioFile other = new AudioFile("x", "/music/other.aif", false, 48_000, 1, 480_000, "fedcba98", -20, -1);
        Session replaced = AudioEdits.replace(made.session(), "audio-1", other);
        assertThat(replaced.audio()).extracting(AudioFile::path).containsExactly("/music/other.aif");
        assertThat(AudioEdits.part(replaced, made.clip()).to()).isEqualTo(10);
        assertThat(Clips.remove(made.session(), made.clip()).audio()).isEmpty();
        assertThatThrownBy(() -> made.session().with(List.of(), made.session().tracks()))
                .hasMessageContaining("plays the audio file audio-1, which the session does not have");
        assertThat(AudioEdits.found(made.session(), "audio-1", "/else/voice.wav")
                        .audio("audio-1")
                        .path())
                .isEqualTo("/else/voice.wav");
    }

    /** Beside what was there before: versions, undone tracks, an edit of a lane in a clip of audio. */
    @Test
    void audioGoesWithVersionsAndTracks() {
        Clips.Made made = with(4);
        Session kept = Versions.keepAs(made.session(), made.session(), "With audio");
        Session without = Clips.remove(kept, made.clip());
        assertThat(without.audio()).isEmpty();
        Session back = Versions.back(without, without.versions().get(0));
        assertThat(back.audio()).containsExactly(FILE);
        assertThat(back.clip(made.clip())).isPresent();
        Session two = Chains.addTrack(back, "Another", false, Optional.empty());
        Session none = Removing.track(two, trackOf(two)).apply(two);
        assertThat(none.audio()).isEmpty();
        // A layer in a clip of audio goes where the clip goes, at any tempo.
        Session layered = Layers.add(made.session(), Layered.TARGET, made.clip(), true);
        Session faster = Timing.tempo(layered, 0, 200, false);
        assertThat(faster.lane(Layered.TARGET).layers())
                .extracting(l -> l.clip())
                .contains(made.clip());
        assertThat(Clips.of(Clips.move(faster, made.clip(), 9), made.clip()).beat())
                .isEqualTo(9);
    }
}
