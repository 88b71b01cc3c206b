package agogic.core.lane;

import static agogic.core.Pieces.target;
import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import agogic.core.Pieces;
import agogic.core.envelope.Envelope;
import agogic.core.envelope.Point;
import agogic.core.envelope.Shape;
import agogic.core.refine.Recipe;
import agogic.core.refine.Refined;
import agogic.core.ride.Ride;
import agogic.core.route.Hand;
import agogic.core.route.Span;
import agogic.core.route.WriteMode;
import agogic.core.session.Session;
import java.util.HashMap;
import java.util.Map;
import java.util.Random;
import net.jqwik.api.Assume;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.IntRange;
import org.junit.jupiter.api.Test;

/** Writing and writing anew: outside the written stretch nothing changes, whatever is changed inside. */
class LaneWriterTest {
    private static final Session SESSION = Pieces.of(Pieces.device(Pieces.percents(1), 1, "p1"));
    private static final Recipe RECIPE = Recipe.usual(SESSION.parameter(target("p1")));

    private final Map<String, Ride> rides = new HashMap<>();

    private static LaneWriter writer() {
        return new LaneWriter(
                SESSION.parameter(target("p1")),
                SESSION.timeline(),
                Lane.empty(target("p1")).lock());
    }

    private Ride ride(String id, long seed, double from, double to) {
        Random random = new Random(seed);
        int n = 40;
        double[] seconds = new double[n];
        double[] places = new double[n];
        double place = random.nextDouble();
        for (int i = 0; i < n; i++) {
            seconds[i] = from + (to - from) * i / n;
            place = Math.max(0, Math.min(1, place + 0.08 * (random.nextDouble() - 0.5)));
            places[i] = Math.rint(place * 127) / 127;
        }
        Ride ride = new Ride(id, new Hand("s", "fader-1"), 1.0 / 127, from, to, seconds, places, places);
        rides.put(id, ride);
        return ride;
    }

    private Lane write(Lane lane, String id, long seed, WriteMode mode, double from, double to) {
        Ride ride = ride(id, seed, from, to);
        return writer().write(
                        lane,
                        ride,
                        new Stretch(id, Span.FULL, mode, from, to, from, to + 2, RECIPE, 0, 0, Envelope.EMPTY));
    }

    /** After a way was drawn by hand what is told is how far the line lies that is there, not the one the recipe made. */
    @Test
    void theDistanceIsThatOfTheLineThatIsThere() {
        Lane lane = write(Lane.empty(target("p1")), "a", 5, WriteMode.LATCH, 2, 10);
        Stretch stretch = lane.stretches().get(0);
        Refined before = writer().look(lane, stretch, rides.get("a"));
        assertThat(before.farthest()).isLessThanOrEqualTo(RECIPE.tolerance() + 1e-9);
        Envelope moved = lane.envelope();
        int middle = moved.lastAtOrBefore(6);
        double value = moved.value(middle);
        double other = value > 0.5 ? value - 0.3 : value + 0.3;
        Lane drawn = lane.with(moved.replacing(middle, moved.point(middle).at(moved.time(middle), other)));
        Refined after = writer().look(drawn, stretch, rides.get("a"));
        assertThat(after.farthest()).isGreaterThan(25);
        assertThat(after.farthestAt()).isCloseTo(moved.time(middle), within(1.0));
        assertThat(after.middle()).isGreaterThan(before.middle());
    }

    private static Lane drawn() {
        return Lane.drawn(
                target("p1"),
                Envelope.of(
                        new Point(0, 0.2),
                        new Point(6, 0.8, Shape.S),
                        new Point(13, 0.1, Shape.bent(0.4)),
                        new Point(30, 0.6)));
    }

    private static void sameOutside(Envelope was, Envelope is, double from, double to) {
        for (double t = 0; t <= 40; t += 0.05) {
            if (t < from - 1e-9 || t > to + 1e-9) {
                assertThat(is.valueAt(t)).as("at %s", t).isCloseTo(was.valueAt(t), within(1e-12));
            }
        }
    }

    @Property(tries = 80)
    void nothingOutsideTheStretchChangesNotEvenWhenItsRecipeDoes(
            @ForAll long seed,
            @ForAll @IntRange(min = 0, max = 20) int begin,
            @ForAll @IntRange(min = 1, max = 10) int length) {
        Lane lane = drawn();
        WriteMode mode = seed % 2 == 0 ? WriteMode.TOUCH : WriteMode.LATCH;
        Lane written = write(lane, "ride-1", seed, mode, begin + 0.3, begin + length + 0.1);
        Stretch stretch = written.stretches().get(0);
        sameOutside(lane.envelope(), written.envelope(), stretch.from(), stretch.to());
        Recipe other = RECIPE.within(0.2 + (seed & 7))
                .steadied(0.06)
                .bending(seed % 3 == 0)
                .easing(0.5);
        Lane anew = writer().rewrite(written, 0, other, rides::get);
        Stretch again = anew.stretches().get(0);
        sameOutside(
                lane.envelope(),
                anew.envelope(),
                Math.min(stretch.from(), again.from()),
                Math.max(stretch.to(), again.to()));
        // Back to the first recipe, it is the first envelope.
        Lane back = writer().rewrite(anew, 0, RECIPE, rides::get);
        for (double t = 0; t <= 40; t += 0.05) {
            assertThat(back.envelope().valueAt(t)).isCloseTo(written.envelope().valueAt(t), within(1e-9));
        }
    }

    /** A recipe lower down changes what lies under later rides; what they wrote stays on top. */
    @Property(tries = 60)
    void laterRidesStayOnTop(@ForAll long seed) {
        Lane lane = write(drawn(), "ride-1", seed, WriteMode.LATCH, 4.2, 12);
        lane = write(lane, "ride-2", seed + 1, WriteMode.LATCH, 8.1, 16);
        Lane anew = writer().rewrite(lane, 0, RECIPE.within(8), rides::get);
        Stretch top = lane.stretches().get(1);
        for (double t = top.from(); t < top.to(); t += 0.05) {
            assertThat(anew.envelope().valueAt(t)).isCloseTo(lane.envelope().valueAt(t), within(1e-9));
        }
        assertThat(anew.stretches()).hasSize(2);
        assertThat(anew.stretches().get(0).recipe().tolerance()).isEqualTo(8);
    }

    @Property(tries = 40)
    void raisedItIsHeardAndRaisingBackIsAsBefore(@ForAll long seed) {
        Lane lane = write(drawn(), "ride-1", seed, WriteMode.LATCH, 4.0, 12);
        Lane below = lane;
        lane = write(lane, "ride-2", seed + 1, WriteMode.LATCH, 4.0, 12);
        Lane raised = writer().raise(lane, 0, rides::get);
        for (double t = 4; t < 12; t += 0.05) {
            assertThat(raised.envelope().valueAt(t)).isCloseTo(below.envelope().valueAt(t), within(1e-9));
        }
        Lane back = writer().raise(raised, 0, rides::get);
        for (double t = 0; t < 40; t += 0.05) {
            assertThat(back.envelope().valueAt(t)).isCloseTo(lane.envelope().valueAt(t), within(1e-9));
        }
    }

    @Test
    void pointsSetByHandStayWhenTheRecipeChanges() {
        Lane lane = write(drawn(), "ride-1", 5, WriteMode.LATCH, 4.0, 12);
        Envelope pinned = lane.envelope().with(new Point(9, 0.93, Shape.STRAIGHT, true));
        Lane anew = writer().rewrite(lane.with(pinned, lane.stretches()), 0, RECIPE.within(5), rides::get);
        assertThat(anew.envelope().valueAt(9)).isEqualTo(0.93);
        assertThat(anew.envelope().points()).anyMatch(p -> p.pinned() && p.time() == 9);
    }

    /** A way that was drawn by hand is heard as it was drawn, whatever the recipe; the rest follows the recipe. */
    @Property(tries = 25)
    void aWayDrawnByHandStaysWhenTheRecipeChanges(@ForAll long seed) {
        Random random = new Random(seed);
        Lane lane = write(drawn(), "ride-1", seed, WriteMode.LATCH, 4.0, 12);
        Envelope ridden = lane.envelope();
        int first = ridden.firstAtOrAfter(lane.stretches().get(0).from() + 0.01);
        int last = ridden.lastAtOrBefore(lane.stretches().get(0).to() - 0.01);
        Assume.that(last > first);
        int way = first + random.nextInt(last - first);
        Shape shape = random.nextBoolean() ? Shape.s(1.6 * random.nextDouble() - 0.8) : Shape.bent(0.6);
        Envelope changed = ridden.replacing(way, ridden.point(way).with(shape).pinned(true))
                .replacing(way + 1, ridden.point(way + 1).pinned(true));
        Lane anew = lane.with(changed, lane.stretches());
        for (double within : new double[] {5, 0.3, 1}) {
            anew = writer().rewrite(anew, 0, RECIPE.within(within), rides::get);
            for (int k = 0; k < 200; k++) {
                double time = changed.time(way) + (changed.time(way + 1) - changed.time(way)) * k / 200;
                assertThat(anew.envelope().valueAt(time)).isCloseTo(changed.valueAt(time), within(1e-9));
            }
        }
        assertThat(anew.envelope().points().stream().filter(Point::pinned)).hasSize(2);
    }

    @Test
    void onAnEmptyLaneARideIsAllThereIs() {
        Lane lane = write(Lane.empty(target("p1")), "ride-1", 5, WriteMode.TOUCH, 4.0, 12);
        assertThat(lane.envelope().time(0)).isEqualTo(lane.stretches().get(0).from());
        assertThat(lane.envelope().isEmpty()).isFalse();
        assertThat(lane.stretchAt(8)).contains(lane.stretches().get(0));
        assertThat(lane.stretchAt(30)).isEmpty();
    }

    private static void same(Envelope was, Envelope is, String what) {
        for (double t = 0.003; t < 40; t += 0.0137) {
            if (Math.abs(was.valueAt(t) - is.valueAt(t)) > 1e-9) {
                // Just at a jump the times of both may differ by a rounding.
                assertThat(is.valueAt(t + 1e-6)).as("%s at %s", what, t).isCloseTo(was.valueAt(t + 1e-6), within(1e-9));
            }
        }
    }

    private static Recipe other(Random random) {
        return switch (random.nextInt(6)) {
            case 0 -> RECIPE.within(RECIPE.tolerance() * 4);
            case 1 -> RECIPE.withStartOn(Recipe.Anchor.NONE).withEndOn(Recipe.Anchor.BAR);
            case 2 -> RECIPE.withEaseBack(0);
            case 3 -> RECIPE.withEaseBack(1.5);
            case 4 -> RECIPE.earlier(0.3);
            default -> RECIPE.withBent(false);
        };
    }

    /** Rides one over the other: another recipe for any of them and the first one again leave what was. */
    @Property(tries = 60)
    void aRecipeThereAndBackLeavesWhatWas(@ForAll long seed) {
        Random random = new Random(seed);
        Lane lane = random.nextBoolean() ? drawn() : Lane.empty(target("p1"));
        int many = 3 + random.nextInt(6);
        for (int i = 0; i < many; i++) {
            double from = 0.5 * random.nextInt(24) + (random.nextBoolean() ? 0 : random.nextDouble());
            double to = from + (random.nextInt(5) == 0 ? 0.05 : 1 + 5 * random.nextDouble());
            lane = write(lane, "r" + i, seed + i, WriteMode.values()[1 + random.nextInt(3)], from, to);
        }
        for (int i = 0; i < many; i++) {
            Lane again = writer().rewrite(lane, i, RECIPE, rides::get);
            same(lane.envelope(), again.envelope(), "again " + i);
            Lane changed = writer().rewrite(lane, i, other(random), rides::get);
            Lane back = writer().rewrite(changed, i, RECIPE, rides::get);
            same(lane.envelope(), back.envelope(), "back " + i);
        }
    }

    /** A pass whose hand came in the last moment lies at one moment only: it takes nothing with it when its recipe changes. */
    @Test
    void whatLiesAtOneMomentTakesNothingWithIt() {
        Lane lane = drawn();
        Ride ride = ride("late", 3, 5.9, 6);
        Stretch late = new Stretch("late", Span.FULL, WriteMode.TOUCH, 6, 6, 2, 6, RECIPE, 0, 0, Envelope.EMPTY);
        Lane written = writer().write(lane, ride, late);
        assertThat(written.stretches().get(0).to())
                .isEqualTo(written.stretches().get(0).from());
        Lane once = writer().rewrite(written, 0, RECIPE.within(3), rides::get);
        Lane twice = writer().rewrite(once, 0, RECIPE, rides::get);
        same(lane.envelope(), twice.envelope(), "twice");
        assertThat(twice.envelope().size()).isEqualTo(written.envelope().size());
    }
}
