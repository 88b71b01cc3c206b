package agogic.core.refine.links;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import agogic.core.curve.Curve;
import agogic.core.curve.Reconstruction;
import agogic.core.refine.CurveRefining;
import agogic.core.refine.RandomCurve;
import agogic.core.refine.Refined;
import agogic.core.refine.tube.Tube;
import java.io.BufferedReader;
import java.io.IOException;
import java.io.InputStreamReader;
import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.Random;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.Tag;
import net.jqwik.api.constraints.DoubleRange;
import net.jqwik.api.constraints.IntRange;
import org.junit.jupiter.api.Test;

/** Imai and Iri 1986, Suri 1986: checked against an exhaustive search on small rides. */
class FewestLinksTest {
    @Property(tries = 400)
    void neverOutsideTheTubeAnywhereInTime(
            @ForAll long seed,
            @ForAll @IntRange(min = 1, max = 300) int n,
            @ForAll @DoubleRange(max = 0.2) double tol) {
        Tube tube = Tube.around(RandomCurve.of(new Random(seed), n, 0.3), tol);
        Curve path = FewestLinks.within(tube);
        assertThat(path.times()[0]).isEqualTo(tube.time(0));
        assertThat(path.times()[path.size() - 1]).isEqualTo(tube.time(n - 1));
        for (int i = 1; i < path.size(); i++) {
            double[] t = path.times();
            double[] v = path.values();
            assertThat(t[i]).isGreaterThan(t[i - 1]);
            assertThat(tube.holdsStraight(t[i - 1], v[i - 1], t[i], v[i])).isTrue();
        }
    }

    @Property(tries = 150, seed = "1986")
    void asFewAsAnExhaustiveSearchFinds(@ForAll long seed, @ForAll @IntRange(min = 2, max = 8) int n) {
        Random random = new Random(seed);
        Tube tube = Tube.around(RandomCurve.of(random, n, 0.8), 0.02 + 0.15 * random.nextDouble());
        int fewest = FewestLinks.count(tube);
        assertThat(new ExhaustiveLinks(tube, 6).reachesWith(fewest - 1))
                .as("a path of %d links was found where %d were said to be fewest", fewest - 1, fewest)
                .isFalse();
    }

    /** The same at length: {@code ./agogic test --long}. */
    @Tag("long")
    @Property(tries = 2000)
    void exactlyAsManyAsTryingAllExtremeLinesAtLength(@ForAll long seed, @ForAll @IntRange(min = 2, max = 9) int n) {
        exactlyAsManyAsTryingAllExtremeLines(seed, n);
    }

    @Property(tries = 80, seed = "1986")
    void exactlyAsManyAsTryingAllExtremeLines(@ForAll long seed, @ForAll @IntRange(min = 2, max = 9) int n) {
        Random random = new Random(seed);
        Tube tube = Tube.around(RandomCurve.of(random, n, 0.8), 0.02 + 0.15 * random.nextDouble());
        assertThat(FewestLinks.count(tube)).isEqualTo(new ExtremeLines(tube).fewest());
    }

    /** The same at length: {@code ./agogic test --long}. */
    @Tag("long")
    @Property(tries = 600)
    void neverMorePointsThanAPathOnAGridAtLength(@ForAll long seed, @ForAll @IntRange(min = 5, max = 60) int n) {
        neverMorePointsThanAPathOnAGrid(seed, n);
    }

    /** Through the door that the command uses, at five tolerances. */
    @Property(tries = 30)
    void neverMorePointsThanAPathOnAGrid(@ForAll long seed, @ForAll @IntRange(min = 5, max = 60) int n) {
        Random random = new Random(seed);
        Curve curve = RandomCurve.of(random, n, 0.1 + 0.9 * random.nextDouble());
        for (double tolerance : new double[] {0.005, 0.01, 0.03, 0.08, 0.2}) {
            GridLinks grid = new GridLinks(curve.times(), curve.values(), tolerance);
            assertThat(grid.farthest()).isLessThanOrEqualTo(tolerance + 1e-9);
            Refined straight = CurveRefining.refine(curve, n, tolerance, false);
            assertThat(straight.points()).isEqualTo(straight.fewest()).isLessThanOrEqualTo(grid.points());
            // What is shaped stays inside 0 and 1, so its fewest straight ones have to as well.
            Refined shaped = CurveRefining.refine(curve, n, tolerance, true);
            assertThat(shaped.points()).isLessThanOrEqualTo(shaped.fewest());
        }
    }

    @Property(tries = 200)
    void theClosestHasNoMoreLinks(@ForAll long seed) {
        Tube tube = Tube.around(RandomCurve.of(new Random(seed), 60, 0.2), 0.05);
        assertThat(FewestLinks.closest(tube, 5).size())
                .isLessThanOrEqualTo(FewestLinks.within(tube).size());
    }

    @Test
    void pointsOnOneLineAreOneLinkEvenWithoutTolerance() {
        double[] t = new double[1000];
        double[] v = new double[1000];
        for (int i = 0; i < t.length; i++) {
            t[i] = i * 0.37;
            v[i] = 0.1 + 0.0007 * t[i];
        }
        assertThat(FewestLinks.count(Tube.around(new Curve(t, v), 0))).isEqualTo(1);
    }

    @Test
    void withoutToleranceEachCornerStays() {
        Curve zigzag = new Curve(new double[] {0, 1, 2, 3}, new double[] {0, 1, 0, 1});
        Curve path = FewestLinks.within(Tube.around(zigzag, 0));
        assertThat(path.times()).containsExactly(0, 1, 2, 3);
        assertThat(path.values()).containsExactly(0, 1, 0, 1);
    }

    @Test
    void cornersMayLieBetweenTheMoves() {
        // Two slopes that meet between two samples: one corner suffices, but at no sample's time.
        Curve roof = new Curve(new double[] {0, 1, 2, 3}, new double[] {0.1, 0.5, 0.5, 0.1});
        Curve path = FewestLinks.within(Tube.around(roof, 0.05));
        assertThat(path.size()).isEqualTo(4);
        assertThat(FewestLinks.count(Tube.around(roof, 0.11))).isEqualTo(2);
    }

    /** A case whose path was built and checked by hand: nine points, which clipping at 0 and 1 would make ten. */
    @Test
    void nineAreEnoughForTheKeptCase() throws IOException {
        double[][] moves = table("fewest.csv");
        double[][] path = table("fewest-path.csv");
        Curve hand = Reconstruction.joined(moves[0], moves[1]);
        Curve known = new Curve(path[0], path[1]);
        for (int i = 0; i < moves[0].length; i++) {
            assertThat(known.valueAt(moves[0][i])).isCloseTo(moves[1][i], within(0.02 + 1e-9));
        }
        Refined refined = CurveRefining.refine(hand, moves[0].length, 0.02, false);
        assertThat(refined.points()).isEqualTo(path[0].length).isEqualTo(9);
        assertThat(refined.farthestNormalised()).isLessThanOrEqualTo(0.02 + 1e-9);
        assertThat(CurveRefining.refine(hand, moves[0].length, 0.02, true).points())
                .as("inside 0 and 1")
                .isLessThanOrEqualTo(10);
    }

    private static double[][] table(String name) throws IOException {
        try (BufferedReader lines = new BufferedReader(
                new InputStreamReader(FewestLinksTest.class.getResourceAsStream("/" + name), StandardCharsets.UTF_8))) {
            List<String[]> rows =
                    lines.lines().skip(1).map(line -> line.split(",")).toList();
            return new double[][] {
                rows.stream().mapToDouble(row -> Double.parseDouble(row[0])).toArray(),
                rows.stream().mapToDouble(row -> Double.parseDouble(row[1])).toArray()
            };
        }
    }
}
