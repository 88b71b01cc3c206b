package agogic.standins.comet;

import agogic.core.audio.AudioFile;
import agogic.core.audio.AudioPart;
import agogic.core.envelope.Envelope;
import agogic.core.envelope.Point;
import agogic.core.envelope.Shape;
import agogic.core.lane.Lane;
import agogic.core.parameter.Parameter;
import agogic.core.route.Target;
import agogic.core.score.Clip;
import agogic.core.score.Note;
import agogic.core.session.Loop;
import agogic.core.session.Session;
import agogic.core.session.Track;
import agogic.core.time.Lock;
import agogic.core.time.MetreMap;
import agogic.core.time.TempoMap;
import agogic.core.time.Timeline;
import agogic.standins.sound.Rendering;
import agogic.standins.sound.StandIns;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/**
 * The narrator of the planetarium show, as audio: spoken by the voice of our own, one sentence after the other, unevenly
 * loud on purpose. In the piece each sentence is a clip of that file.
 */
public final class Narration {
    /** The narrator's file. */
    public static final String FILE = "Narration.wav";

    private static final String TRACK = "narration";
    private static final double PAUSE = 0.5;
    private static final double FADE = 0.02;
    /** Clips of notes that stay: the narrator sings where the comets pass, and at dawn. */
    private static final List<Integer> SUNG = List.of(2, 4);

    /** Where each sentence begins in the piece, in beats, how many syllables it has, and how loud it is, in dB. */
    private static final double[][] SENTENCES = {
        {4, 9, -11},
        {18, 12, -17},
        {34, 11, -13},
        {48, 8, -7},
        {78, 12, -16},
        {92, 9, -20},
        {108, 13, -11},
        {132, 8, -18},
        {142, 10, -8},
        {151, 7, -14},
        {178, 14, -12}
    };

    private Narration() {}

    private static List<Note> syllables(int sentence) {
        List<Note> notes = new ArrayList<>();
        int count = (int) SENTENCES[sentence][1];
        double at = 0;
        for (int k = 0; k < count; k++) {
            double length = 0.2 + (k * 5 + sentence * 3) % 4 * 0.06 + (k % 5 == 4 ? 0.12 : 0);
            int pitch = 49 + (k * 3 + sentence) % 4 - 5 * k / count - (k == count - 1 ? 2 : 0);
            notes.add(new Note(at, length * 0.8, pitch, 64 + (k * 17 + sentence * 5) % 48));
            at += length;
        }
        return notes;
    }

    private static double seconds(int sentence) {
        Note last = syllables(sentence).get((int) SENTENCES[sentence][1] - 1);
        return last.beat() + last.length() + PAUSE / 2;
    }

    /** Where a sentence begins in the file, in seconds. */
    private static double from(int sentence) {
        double at = PAUSE;
        for (int s = 0; s < sentence; s++) {
            at += seconds(s) + PAUSE;
        }
        return at;
    }

    /** What is said, 48,000 frames a second, −1 to 1; the same each time. */
    public static float[] spoken() {
        double whole = from(SENTENCES.length);
        float[] both = Rendering.render(studio(whole), 0, whole);
        float[] one = new float[both.length / 2];
        for (int i = 0; i < one.length; i++) {
            one[i] = both[2 * i];
        }
        return one;
    }

    /** The narrator alone, at 60 bpm: a beat is a second. */
    private static Session studio(double seconds) {
        List<Clip> clips = new ArrayList<>();
        List<Point> loud = new ArrayList<>();
        Target level = new Target("voice", "level");
        Parameter fader = StandIns.voiceStrip("voice").find("level");
        for (int s = 0; s < SENTENCES.length; s++) {
            clips.add(new Clip("Sentence " + (s + 1), from(s), seconds(s), syllables(s)));
            double from = s == 0 ? 0 : from(s) - PAUSE / 2;
            loud.add(new Point(from, fader.normalisedOf(SENTENCES[s][2]), Shape.HOLD));
        }
        return new Session(
                        "Narration",
                        "",
                        new Timeline(TempoMap.steady(60), MetreMap.steady(4, 4)),
                        Math.ceil(seconds / 4) * 4,
                        List.of(),
                        new Loop(0, 4, false),
                        List.of(new Track(TRACK, "Narration", false, 1, List.of("voice"), clips)),
                        List.of(StandIns.voiceStrip("voice")),
                        List.of(),
                        List.of(),
                        List.of(),
                        List.of(),
                        List.of())
                .with(Lane.drawn(level, Envelope.of(loud)));
    }

    /** The piece with the narrator as audio, in the place of the sentences that were notes; those that are sung stay. */
    public static Session into(Session piece, AudioFile file) {
        Track track = piece.track(TRACK);
        List<Clip> clips = new ArrayList<>();
        for (int sung : SUNG) {
            clips.add(track.clips().get(sung));
        }
        for (int s = 0; s < SENTENCES.length; s++) {
            double begins = from(s);
            double at = piece.timeline().secondsAt(SENTENCES[s][0]);
            double length = piece.timeline().beatAt(at + seconds(s)) - SENTENCES[s][0];
            AudioPart part =
                    new AudioPart(file.id(), begins, begins + seconds(s), begins, false, 0, FADE, FADE, Lock.BEATS);
            clips.add(new Clip("Says " + (s + 1), SENTENCES[s][0], length, List.of())
                    .called(TRACK + ":says-" + (s + 1))
                    .with(Optional.of(part)));
        }
        clips.sort(java.util.Comparator.comparingDouble(Clip::beat));
        return piece.withAudio(file).with(track.with(clips));
    }
}
