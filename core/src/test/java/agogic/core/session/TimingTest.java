package agogic.core.session;

import static agogic.core.Pieces.target;
import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import agogic.core.Pieces;
import agogic.core.lane.Lane;
import agogic.core.time.Lock;
import agogic.core.time.Metre;
import agogic.core.time.Section;
import java.util.List;
import java.util.Random;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
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
        assertThat(Timing.stretching(PIECE)).isEqualTo("One lane stretches with the beats; none stays in seconds.");
        Lane seconds =
                new Lane(target("p2"), Lock.SECONDS, PIECE.lane(target("p1")).envelope(), List.of());
        assertThat(Timing.stretching(PIECE.with(seconds)))
                .isEqualTo("One lane stretches with the beats; in seconds stay Name of p2.");
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
}
