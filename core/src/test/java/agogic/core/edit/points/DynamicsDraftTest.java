package agogic.core.edit.points;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import agogic.core.score.Dynamic;
import agogic.core.score.Hairpin;
import agogic.core.score.Loudness;
import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import org.junit.jupiter.api.Test;

/** How loud a score asks it to be. */
class DynamicsDraftTest {
    private static double at(List<Dynamic> marks, List<Hairpin> hairpins, double beat) {
        return Loudness.at(Loudness.of(marks, hairpins), beat);
    }

    @Test
    void aMarkHoldsUntilTheNext() {
        List<Dynamic> marks = List.of(new Dynamic(0, 48, "p"), new Dynamic(8, 96, "f"));
        assertThat(at(marks, List.of(), 7.99)).isEqualTo(48);
        assertThat(at(marks, List.of(), 8)).isEqualTo(96);
        assertThat(at(marks, List.of(), 100)).isEqualTo(96);
    }

    @Test
    void aHairpinLeadsToTheMarkAtItsEnd() {
        List<Dynamic> marks = List.of(new Dynamic(0, 48, "p"), new Dynamic(8, 96, "f"));
        List<Hairpin> hairpins = List.of(new Hairpin(4, 7.5, true));
        assertThat(at(marks, hairpins, 4)).isEqualTo(48);
        assertThat(at(marks, hairpins, 5.75)).isCloseTo(72, within(1e-9));
        assertThat(at(marks, hairpins, 7.5)).isEqualTo(96);
    }

    @Test
    void aHairpinToNowhereGoesAStepAndAHalf() {
        assertThat(at(List.of(new Dynamic(0, 64, "mp")), List.of(new Hairpin(2, 4, false)), 6))
                .isEqualTo(40);
        assertThat(at(List.of(), List.of(new Hairpin(2, 4, true)), 1)).isEqualTo(80);
    }

    @Test
    void marksBetweenTheHairpinsEndsAreWhereItEnds() {
        List<Dynamic> marks = List.of(new Dynamic(0, 48, "p"), new Dynamic(5, 80, "mf"));
        assertThat(at(marks, List.of(new Hairpin(4, 8, true)), 5)).isEqualTo(80);
        assertThat(at(marks, List.of(new Hairpin(4, 8, true)), 8)).isEqualTo(80);
    }

    @Property(tries = 400)
    void itIsInOrderAndInBounds(@ForAll long seed) {
        Random random = new Random(seed);
        List<Dynamic> marks = new ArrayList<>();
        List<Hairpin> hairpins = new ArrayList<>();
        for (int i = random.nextInt(8); i > 0; i--) {
            marks.add(new Dynamic(random.nextInt(20), random.nextInt(128), "x"));
        }
        for (int i = random.nextInt(5); i > 0; i--) {
            double from = random.nextInt(20);
            hairpins.add(new Hairpin(from, from + 0.5 + random.nextInt(6), random.nextBoolean()));
        }
        List<Loudness.Part> parts = Loudness.of(marks, hairpins);
        for (int i = 1; i < parts.size(); i++) {
            assertThat(parts.get(i).beat()).isGreaterThan(parts.get(i - 1).beat());
        }
        for (double beat = 0; beat < 30; beat += 0.25) {
            assertThat(Loudness.at(parts, beat)).isBetween(0.0, 127.0);
        }
    }
}
