package agogic.core.score;

import static org.assertj.core.api.Assertions.assertThat;

import agogic.core.time.MetreMap;
import agogic.core.time.TempoMap;
import agogic.core.time.Timeline;
import java.util.List;
import org.junit.jupiter.api.Test;

/** A score read aloud. Names of marks and pitches: common practice, from memory; middle C is C 4. */
class ScoreWordsTest {
    private static final Timeline TIMELINE = new Timeline(TempoMap.steady(60), MetreMap.steady(4, 4));
    private static final Clip CLIP = new Clip(
            "Strings",
            40,
            16,
            List.of(new Note(0, 2, 60, 80), new Note(6, 2, 63, 80), new Note(6, 1, 58, 80)),
            List.of(new Dynamic(0, 48, "p"), new Dynamic(12, 96, "f")),
            List.of(new Hairpin(6, 11.5, true), new Hairpin(13, 15, false)));

    private static String at(double beat) {
        return ScoreWords.at(List.of(CLIP), TIMELINE, beat);
    }

    @Test
    void aPlaceIsReadWithItsNotesItsMarkAndWhereTheHairpinLeads() {
        assertThat(at(46)).isEqualTo("bar 12 beat 3, B flat 3, E flat 4, piano, crescendo to forte at bar 14");
        assertThat(at(40)).isEqualTo("bar 11 beat 1, C 4, piano");
        assertThat(at(42)).isEqualTo("bar 11 beat 3, no note, piano");
        assertThat(at(54)).isEqualTo("bar 14 beat 3, no note, forte, diminuendo until bar 14 beat 4");
        assertThat(at(80)).isEqualTo("bar 21 beat 1, no note");
    }

    @Test
    void eachPlaceAtWhichSomethingBeginsOnce() {
        assertThat(ScoreWords.places(List.of(CLIP))).containsExactly(40.0, 46.0, 52.0, 53.0);
    }

    @Test
    void aClipIsRead() {
        assertThat(ScoreWords.of(CLIP, TIMELINE)).isEqualTo("Clip Strings, bar 11 to bar 15, 3 notes, 2 dynamics");
        assertThat(ScoreWords.dynamic("mf")).isEqualTo("mezzo forte");
        assertThat(ScoreWords.pitch(61)).isEqualTo("C sharp 4");
    }
}
