package agogic.core.session;

import static agogic.core.Pieces.target;
import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import agogic.core.Pieces;
import agogic.core.lane.Lane;
import agogic.core.play.Engine;
import agogic.core.time.Lock;
import agogic.core.time.Metre;
import agogic.core.time.Section;
import java.util.List;
import java.util.Random;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.IntRange;
import org.junit.jupiter.api.Test;

/** Sections, tempo, metre and length: what was edited is so, and taking it away again leaves what was before. */
class TimingTest {
    private static final Session PIECE =
            Pieces.drawn(Pieces.of(Pieces.device(Pieces.percents(2), 2, "p1", "p2")), "p1", 0, 0.2, 12, 0.9);

    @Property(tries = 200)
    void tempoAndBackAgainMovesNothing(@ForAll long seed) {
        Random random = new Random(seed);
        Session session = PIECE;
        for (int i = 0; i < 3; i++) {
            session = Timing.tempo(session, 1 + random.nextInt(30), 30 + random.nextInt(200), random.nextBoolean());
        }
        double beat = 1 + random.nextInt(30) + 0.5;
        double bpm = 30 + 200 * random.nextDouble();
        Session edited = Timing.tempo(session, beat, bpm, random.nextBoolean());
        assertThat(edited.timeline().tempo().bpmAt(beat)).isCloseTo(bpm, within(1e-9));
        Session back = Timing.withoutTempo(edited, beat);
        assertThat(back.timeline()).isEqualTo(session.timeline());
        // Lanes that are locked to beats keep their beats.
        assertThat(edited.lanes()).isEqualTo(session.lanes());
    }

    @Test
    void aSectionIsNamedRenamedAndTakenAway() {
        Session two = Timing.section(Timing.section(PIECE, 16, "Second"), 0, " First ");
        assertThat(two.sections()).containsExactly(new Section("First", 0), new Section("Second", 16));
        Session renamed = Timing.section(two, 16, "Other");
        assertThat(renamed.sections()).extracting(Section::name).containsExactly("First", "Other");
        assertThat(Timing.withoutSection(renamed, 16).sections())
                .extracting(Section::name)
                .containsExactly("First");
        assertThatThrownBy(() -> Timing.withoutSection(PIECE, 4)).hasMessageContaining("No section begins at 2.1");
        assertThatThrownBy(() -> Timing.section(PIECE, 4, "  ")).isInstanceOf(IllegalArgumentException.class);
    }

    @Test
    void aMetreCountsTheBarsOtherwise() {
        Session seven = Timing.metre(PIECE, 3, 7, 8);
        assertThat(seven.timeline().metre().metreOfBar(3)).isEqualTo(new Metre(3, 7, 8));
        assertThat(seven.timeline().metre().beatOfBar(4)).isEqualTo(8 + 3.5);
        assertThat(Timing.withoutMetre(seven, 3).timeline()).isEqualTo(PIECE.timeline());
        assertThatThrownBy(() -> Timing.withoutMetre(seven, 1)).hasMessageContaining("first metre stays");
        assertThatThrownBy(() -> Timing.withoutTempo(seven, 0)).hasMessageContaining("first tempo stays");
    }

    @Test
    void theLengthIsInBars() {
        assertThat(Timing.length(PIECE, 12).length()).isEqualTo(48);
        assertThatThrownBy(() -> Timing.length(PIECE, 0)).hasMessageContaining("1 to 100,000 bars, not 0");
    }

    @Test
    void itSaysWhatStretches() {
        assertThat(Timing.stretching(PIECE))
                .isEqualTo("With the beats stretch Device · Name of p1; none stays in seconds.");
        Lane seconds =
                new Lane(target("p2"), Lock.SECONDS, PIECE.lane(target("p1")).envelope(), List.of());
        assertThat(Timing.stretching(PIECE.with(seconds)))
                .isEqualTo("With the beats stretch Device · Name of p1; in seconds stay Device · Name of p2.");
    }

    @Test
    void aSectionMovesBetweenItsNeighbours() {
        Session session = Pieces.of(Pieces.device(Pieces.percents(1), 1, "p1"));
        session = Timing.section(Timing.section(Timing.section(session, 0, "A"), 8, "B"), 16, "C");
        assertThat(Timing.moved(session, 8, 12).sections())
                .extracting(Section::beat)
                .containsExactly(0.0, 12.0, 16.0);
        Session kept = session;
        for (double to : new double[] {0, 16, 20, -1, Pieces.LENGTH}) {
            assertThatThrownBy(() -> Timing.moved(kept, 8, to)).hasMessageContaining("B stays between its neighbours");
        }
        assertThatThrownBy(() -> Timing.moved(kept, 9, 10)).hasMessageContaining("No section begins at 3.2.00");
    }

    /** A ramp from here to there, or a steady tempo after which all is as it was, in one act; in words too. */
    @Test
    void aTempoFromHereToThereIsOneAct() {
        Session ramped = TimingWords.apply(PIECE, "tempo 60 to 90 3 5");
        assertThat(ramped).isEqualTo(Timing.tempo(PIECE, 8, 16, 60, 90));
        assertThat(ramped.timeline().tempo().bpmAt(12)).isEqualTo(75);
        assertThat(ramped.timeline().tempo().bpmAt(20)).isEqualTo(90);
        Session steady = TimingWords.apply(ramped, "tempo 100 7 9");
        assertThat(steady.timeline().tempo().bpmAt(28)).isEqualTo(100);
        assertThat(steady.timeline().tempo().bpmAt(33)).isEqualTo(90);
        assertThat(TimingWords.apply(PIECE, "section Bridge 3").sections())
                .anyMatch(s -> s.name().equals("Bridge") && s.beat() == 8);
        assertThat(TimingWords.apply(PIECE, "metre 7/8 3")
                        .timeline()
                        .metre()
                        .metreOfBar(3)
                        .beatsInBar())
                .isEqualTo(7);
        assertThat(TimingWords.apply(PIECE, "loop 2 4").loop().from()).isEqualTo(4);
        assertThat(TimingWords.apply(PIECE, "length 12").length()).isEqualTo(48);
        assertThatThrownBy(() -> TimingWords.apply(PIECE, "tempo 60 to 90")).hasMessageContaining("");
        assertThatThrownBy(() -> TimingWords.apply(PIECE, "tempo 60 500")).hasMessageContaining("the piece ends");
    }

    /** The tempo changes under a stopped playhead, which stays where it is in the music. */
    @Property(tries = 60)
    void theStoppedPlayheadStaysInTheMusic(
            @ForAll @IntRange(min = 1, max = 9) int bar,
            @ForAll @IntRange(min = 40, max = 200) int bpm,
            @ForAll @IntRange(min = 40, max = 200) int end) {
        Engine engine = new Engine(PIECE);
        double beat = PIECE.timeline().position(bar + ".1");
        engine.locate(PIECE.timeline().secondsAt(beat));
        engine.tick(1_000_000);
        Session edited = Timing.tempo(PIECE, 4, 30, bpm, end);
        engine.load(edited);
        engine.tick(2_000_000);
        assertThat(edited.timeline().beatAt(engine.live().position())).isEqualTo(beat);
        Session again = Timing.tempo(edited, 0, bpm, true);
        engine.load(again);
        engine.tick(3_000_000);
        assertThat(again.timeline().beatAt(engine.live().position())).isEqualTo(beat);
    }
}
