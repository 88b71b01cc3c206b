package agogic.standins.comet;

import agogic.core.score.Clip;
import agogic.core.score.Dynamic;
import agogic.core.score.Hairpin;
import agogic.core.score.Note;
import java.util.ArrayList;
import java.util.List;

/** The notes of <em>Slow Comet</em>: 48 bars of 4/4, the same every time. */
final class Score {
    private static final int BEATS = 4;
    /** One chord a four bars; MIDI pitches. */
    private static final int[][] CHORDS = {
        {50, 57, 62, 65, 69}, {48, 55, 60, 64, 67}, {46, 53, 58, 62, 65}, {45, 52, 57, 60, 64},
        {50, 57, 62, 65, 69}, {53, 60, 65, 69, 72}, {48, 55, 60, 64, 67}, {46, 53, 58, 62, 69},
        {43, 50, 55, 58, 62}, {45, 52, 57, 61, 64}, {50, 57, 62, 66, 69}, {50, 57, 62, 66, 74}
    };
    /** When the glass strikes within a bar, and which note of the chord. */
    private static final double[][] STRIKES = {{0, 1}, {1.5, 3}, {2.5, 2}, {3.25, 4}};

    private Score() {}

    static List<Clip> glass() {
        List<Clip> clips = new ArrayList<>();
        String[] names = {"Glass A", "Glass B", "Glass C"};
        for (int part = 0; part < CHORDS.length; part++) {
            List<Note> notes = new ArrayList<>();
            for (int bar = 0; bar < 4; bar++) {
                for (int s = 0; s < STRIKES.length; s++) {
                    boolean quiet = part < 2 && s % 2 == 1 || part == 8 && s > 0;
                    if (quiet) {
                        continue;
                    }
                    int pitch = CHORDS[part][(int) STRIKES[s][1]] + (bar == 3 && s == 3 ? 12 : 0);
                    int velocity = 58 + (part * 7 + bar * 11 + s * 17) % 40;
                    notes.add(new Note(bar * BEATS + STRIKES[s][0], 1.4, pitch, velocity));
                }
            }
            clips.add(new Clip(names[part % 3], part * 16.0, 16, notes, marks(part), swells(part)));
        }
        return clips;
    }

    /** The dynamics of each four bars: soft at dusk, loudest while the comets pass, soft again in the shadow. */
    private static final String[] DYNAMICS = {"pp", "p", "mp", "mp", "mf", "mf", "ff", "ff", "p", "pp", "mp", "mf"};

    private static List<Dynamic> marks(int part) {
        String mark = DYNAMICS[part];
        return List.of(new Dynamic(0, Dynamic.levelOf(mark), mark));
    }

    /** Into every other four bars it grows or fades over the last two. */
    private static List<Hairpin> swells(int part) {
        if (part + 1 >= CHORDS.length || part % 2 == 0) {
            return List.of();
        }
        boolean louder = Dynamic.levelOf(DYNAMICS[part + 1]) > Dynamic.levelOf(DYNAMICS[part]);
        return List.of(new Hairpin(8, 16, louder));
    }

    /** The comets pass one after another, from bar 17 on; each holds one note of the chord. */
    static List<Clip> comet(int number) {
        List<Clip> clips = new ArrayList<>();
        for (int part = 4; part < 10; part++) {
            double late = (number - 1) * 1.5;
            int pitch = CHORDS[part][number - 1] + 12;
            Note note = new Note(late, 16 - late - 0.25 * number, pitch, 64 + 6 * number);
            clips.add(new Clip("Comet " + number, part * 16.0, 16, List.of(note)));
        }
        return clips;
    }

    /** Sentences of a few syllables, at the beginnings of the sections. */
    static List<Clip> narration() {
        int[][] sentences = {{4, 9}, {34, 11}, {66, 7}, {132, 8}, {164, 12}};
        List<Clip> clips = new ArrayList<>();
        for (int s = 0; s < sentences.length; s++) {
            List<Note> notes = new ArrayList<>();
            double beat = 0;
            for (int k = 0; k < sentences[s][1]; k++) {
                double length = 0.25 + (k * 7 + s * 3) % 4 * 0.125;
                int pitch = 48 - k % 3 - (k == sentences[s][1] - 1 ? 3 : 0);
                notes.add(new Note(beat, length * 0.85, pitch, 70 + (k * 13) % 40));
                beat += length;
            }
            clips.add(new Clip("Sentence " + (s + 1), sentences[s][0], Math.ceil(beat), notes));
        }
        return clips;
    }

    static List<Clip> drone() {
        List<Clip> clips = new ArrayList<>();
        for (int part = 0; part < CHORDS.length; part++) {
            Note low = new Note(0, 15.75, CHORDS[part][0] - 12, 70 + part % 3 * 12);
            clips.add(new Clip("Drone " + (part + 1), part * 16.0, 16, List.of(low), marks(part), swells(part)));
        }
        return clips;
    }
}
