package agogic.core.refine;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import agogic.core.Pieces;
import agogic.core.curve.Curve;
import agogic.core.curve.Reconstruction;
import agogic.core.envelope.Envelope;
import agogic.core.envelope.Point;
import agogic.core.envelope.Shape;
import agogic.core.parameter.Parameter;
import agogic.core.parameter.Steps;
import agogic.core.parameter.Taper;
import agogic.core.parameter.Unit;
import agogic.core.ride.Ride;
import agogic.core.route.Hand;
import agogic.core.route.Span;
import agogic.core.time.Lock;
import agogic.core.time.MetreMap;
import agogic.core.time.TempoMap;
import agogic.core.time.TempoPoint;
import agogic.core.time.Timeline;
import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.IntRange;
import org.junit.jupiter.api.Test;

/** From ride to envelope: what the recipe promises, on made-up hands. */
class RefiningTest {
    private static final Timeline STEADY = new Timeline(TempoMap.steady(120), MetreMap.steady(4, 4));
    private static final Parameter CUTOFF =
            Parameter.continuous("c", "Cutoff", "", Unit.HERTZ, Taper.LOGARITHMIC, 40, 16_000, 900);
    private static final Parameter VOICING = Parameter.stepped("v", "Voicing", "", 0, "A", "B", "C", "D");

    /** A hand that wanders in single codes of 7 bits, with rests. */
    private static Ride wandering(long seed, int moves, double resolution) {
        Random random = new Random(seed);
        double[] seconds = new double[moves];
        double[] places = new double[moves];
        double time = 0;
        double place = 0.5;
        double speed = 0;
        for (int i = 0; i < moves; i++) {
            time += random.nextInt(12) == 0 ? 0.2 + random.nextDouble() : 0.008 + 0.02 * random.nextDouble();
            speed = 0.9 * speed + 0.02 * random.nextGaussian();
            place = Math.max(0, Math.min(1, place + speed));
            seconds[i] = time;
            places[i] = resolution == 0 ? place : Math.rint(place / resolution) * resolution;
        }
        return ride(seconds, places, resolution);
    }

    private static Ride ride(double[] seconds, double[] places, double resolution) {
        return new Ride("r", new Hand("s", "f"), resolution, 0, seconds[seconds.length - 1], seconds, places, places);
    }

    private static Recipe recipe(Parameter parameter) {
        return Recipe.usual(parameter).starting(Recipe.Anchor.NONE);
    }

    private static Refining refining(Parameter parameter, Lock lock) {
        return new Refining(parameter, Span.FULL, STEADY, lock);
    }

    /** Bent or straight: nowhere in time outside the tolerance, and bent never has more points. */
    @Property(tries = 150)
    void bentShapesNeverLeaveTheTubeAndNeverNeedMorePoints(
            @ForAll long seed,
            @ForAll @IntRange(min = 3, max = 120) int moves,
            @ForAll @IntRange(min = 2, max = 100) int thousandths) {
        double tolerance = thousandths / 1000.0;
        Ride ride = wandering(seed, moves, 0);
        Curve curve = Reconstruction.joined(ride.times(), ride.countedPlaces());
        Refined straight = CurveRefining.refine(curve, moves, tolerance, false);
        Refined bent = CurveRefining.refine(curve, moves, tolerance, true);
        assertThat(straight.points()).isEqualTo(straight.fewest());
        assertThat(bent.points()).isLessThanOrEqualTo(bent.fewest());
        for (Envelope envelope : new Envelope[] {straight.envelope(), bent.envelope()}) {
            double[] t = curve.times();
            for (int i = 1; i < t.length; i++) {
                for (int k = 0; k <= 8; k++) {
                    double time = t[i - 1] + (t[i] - t[i - 1]) * k / 8;
                    assertThat(envelope.valueAt(time))
                            .isCloseTo(curve.valueAt(time), within(tolerance * (1 + 1e-6) + 1e-9));
                }
            }
        }
        assertThat(bent.farthestNormalised()).isLessThanOrEqualTo(tolerance * (1 + 1e-6) + 1e-9);
    }

    /** What it says is farthest is what a fine comb over the whole stretch finds, and no less. */
    @Property(tries = 60)
    void theDistanceItTellsIsHonest(@ForAll long seed) {
        distanceIsHonest(seed);
    }

    /** Of this one the farthest place is a corner between two samples. */
    @Test
    void theDistanceAtACornerIsToldToo() {
        distanceIsHonest(-5952118569434L);
    }

    private static void distanceIsHonest(long seed) {
        Ride ride = wandering(seed, 60, 1.0 / 127);
        Refined refined =
                refining(CUTOFF, Lock.SECONDS).refine(ride, recipe(CUTOFF), ride.seconds(0), ride.to(), List.of());
        double most = 0;
        double[] t = refined.raw().times();
        for (int i = 1; i < t.length; i++) {
            for (int k = 0; k <= 20; k++) {
                double time = t[i - 1] + (t[i] - t[i - 1]) * k / 20;
                most = Math.max(most, away(refined, refined.envelope().valueAt(time), time));
            }
        }
        assertThat(refined.farthest()).isGreaterThanOrEqualTo(most * (1 - 1e-3) - 0.05);
        assertThat(refined.farthest())
                .as("what is shown never exceeds “stay within”")
                .isLessThanOrEqualTo(recipe(CUTOFF).tolerance() * (1 + 1e-6));
        double at = away(refined, refined.envelope().valueAt(refined.farthestAt()), refined.farthestAt());
        double before = away(refined, refined.envelope().valueBefore(refined.farthestAt()), refined.farthestAt());
        assertThat(refined.farthest()).isCloseTo(Math.max(at, before), within(2.0));
    }

    /** How far a value is from the nearest place where the hand can have been. */
    private static double away(Refined refined, double value, double time) {
        // At a jump it can have been where it came from and where it went.
        double after = Math.nextUp(Math.nextUp(time));
        return Math.min(awayAt(refined, value, time), awayAt(refined, value, after));
    }

    private static double awayAt(Refined refined, double value, double time) {
        double low = refined.cells().lowerAt(time);
        double high = refined.cells().upperAt(time);
        return CUTOFF.distance(value, Math.max(low, Math.min(high, value)));
    }

    @Property(tries = 60)
    void aWiderToleranceNeverNeedsMorePoints(@ForAll long seed) {
        Ride ride = wandering(seed, 80, 1.0 / 127);
        int before = Integer.MAX_VALUE;
        for (double cents : new double[] {10, 50, 200, 600}) {
            Recipe recipe = recipe(CUTOFF).within(cents).bending(false).resting(60);
            // Without rests: on a rest it is level first, and the fewest only then.
            int fewest = refining(CUTOFF, Lock.BEATS)
                    .refine(ride, recipe, STEADY.beatAt(ride.seconds(0)), STEADY.beatAt(ride.to()), List.of())
                    .fewest();
            assertThat(fewest).isLessThanOrEqualTo(before);
            before = fewest;
        }
    }

    /** The fit is made in the lane's own time: at a changing tempo what is stored is what was bounded. */
    @Test
    void theToleranceHoldsInTheTimeOfTheLane() {
        Timeline ramp = new Timeline(
                TempoMap.of(List.of(new TempoPoint(0, 60, true), new TempoPoint(16, 180, false))),
                MetreMap.steady(4, 4));
        Ride ride = wandering(4, 200, 0);
        Refining refining = new Refining(CUTOFF, Span.straight(0.2, 0.9), ramp, Lock.BEATS);
        Refined refined = refining.refine(
                ride, recipe(CUTOFF).steadied(0), ramp.beatAt(ride.seconds(0)), ramp.beatAt(ride.to()), List.of());
        for (double beat = ramp.beatAt(ride.seconds(0)); beat < ramp.beatAt(ride.to()); beat += 0.003) {
            double value = refined.envelope().valueAt(beat);
            assertThat(away(refined, value, beat)).isLessThanOrEqualTo(50 * 1.0001 + 1e-6);
        }
    }

    @Test
    void pinnedPointsArePassedThroughExactly() {
        Ride ride = wandering(11, 150, 0);
        double middle = (ride.seconds(0) + ride.to()) / 2;
        Point pin = new Point(middle, 0.987, Shape.STRAIGHT, true);
        Refined refined =
                refining(CUTOFF, Lock.SECONDS).refine(ride, recipe(CUTOFF), ride.seconds(0), ride.to(), List.of(pin));
        assertThat(refined.envelope().valueAt(middle)).isEqualTo(0.987);
        assertThat(refined.envelope().points()).anyMatch(p -> p.pinned() && p.time() == middle);
    }

    @Test
    void aStaircaseOfSevenBitsVanishesWithoutMovingTheLineByMoreThanHalfAStep() {
        int n = 100;
        double[] seconds = new double[n];
        double[] places = new double[n];
        for (int i = 0; i < n; i++) {
            seconds[i] = i * 0.1;
            places[i] = (20 + i * 0.6 - i * 0.6 % 1) / 127;
        }
        Ride ride = ride(seconds, places, 1.0 / 127);
        Refined refined = refining(Pieces.percent("x"), Lock.SECONDS)
                .refine(ride, recipe(Pieces.percent("x")), 0, ride.to(), List.of());
        for (double t = 0.5; t < 9; t += 0.01) {
            assertThat(refined.envelope().valueAt(t)).isCloseTo((20 + t * 6) / 127, within(1.05 / 127));
        }
        assertThat(refined.points()).isLessThan(6);
    }

    @Test
    void endsAndJumpsStayWhereTheyAreHoweverSteadied() {
        double[] seconds = {0, 0.02, 0.04, 1, 1.02, 1.04, 2};
        double[] places = {0.1, 0.11, 0.12, 0.8, 0.81, 0.82, 0.82};
        for (double steady : new double[] {0, 0.05, 0.3}) {
            Envelope envelope = refining(Pieces.percent("x"), Lock.SECONDS)
                    .refine(
                            ride(seconds, places, 0),
                            recipe(Pieces.percent("x")).steadied(steady),
                            0,
                            2,
                            List.of())
                    .envelope();
            assertThat(envelope.valueAt(0)).isCloseTo(0.1, within(0.01));
            assertThat(envelope.valueAt(2)).isEqualTo(0.82);
            assertThat(envelope.valueBefore(1)).isEqualTo(0.12);
            assertThat(envelope.valueAt(1)).isCloseTo(0.8, within(0.01));
        }
    }

    @Test
    void aControlThatSendsNothingHasStoodStill() {
        Curve curve = Reconstruction.held(new double[] {0, 0.03, 1}, new double[] {0.2, 0.3, 0.9});
        assertThat(curve.valueAt(0.015)).isCloseTo(0.25, within(1e-12));
        assertThat(curve.valueAt(0.5)).isEqualTo(0.3);
        assertThat(curve.valueAt(0.9998)).isEqualTo(0.3);
        assertThat(curve.valueAt(1)).isEqualTo(0.9);
        Curve joined = Reconstruction.joined(new double[] {0, 0.03, 1}, new double[] {0.2, 0.3, 0.9});
        assertThat(joined.valueAt(0.515)).isCloseTo(0.6, within(1e-12));
    }

    // Switches

    /** Hold points only, each in the middle of its position, at the borders the hand crossed. */
    @Property(tries = 100)
    void aSwitchGetsHoldPointsOnly(@ForAll long seed) {
        Ride ride = wandering(seed, 80, 1.0 / 127);
        Refined refined = refining(VOICING, Lock.SECONDS)
                .refine(ride, recipe(VOICING).dwelling(0), ride.seconds(0), ride.to(), List.of());
        for (Point point : refined.envelope().points()) {
            assertThat(point.shape()).isEqualTo(Shape.HOLD);
            assertThat(point.value()).isEqualTo(Steps.middle(Steps.index(point.value(), 4), 4));
        }
        double[] t = refined.raw().times();
        for (int i = 1; i < t.length; i++) {
            double time = t[i - 1] + (t[i] - t[i - 1]) * 0.37;
            int hand = Steps.index(refined.raw().valueAt(time), 4);
            assertThat(Steps.index(refined.envelope().valueAt(time), 4))
                    .as("at %s", time)
                    .isEqualTo(hand);
        }
    }

    @Test
    void chatterShorterThanTheDwellIsLeftOut() {
        double[] seconds = {0, 1, 1.02, 1.04, 1.06, 2};
        double[] places = {0.1, 0.3, 0.1, 0.3, 0.3, 0.3};
        Ride ride = ride(seconds, places, 1.0 / 127);
        Refined without =
                refining(VOICING, Lock.SECONDS).refine(ride, recipe(VOICING).dwelling(0.06), 0, 2, List.of());
        Refined with =
                refining(VOICING, Lock.SECONDS).refine(ride, recipe(VOICING).dwelling(0), 0, 2, List.of());
        assertThat(with.points()).isGreaterThan(without.points());
        assertThat(without.envelope().points().stream().map(Point::value).distinct())
                .hasSize(2);
    }

    /** A span in steps holds the values that are heard through it, wherever it begins and ends. */
    @Property(tries = 60)
    void aSteppedSpanHoldsWhatIsHeardThroughIt(@ForAll long seed) {
        Random random = new Random(seed);
        Ride ride = wandering(seed, 60, 1.0 / 127);
        Span span = new Span(random.nextDouble(), random.nextDouble(), Span.Curve.STEPS, 2 + random.nextInt(7));
        Refined refined = new Refining(CUTOFF, span, STEADY, Lock.SECONDS)
                .refine(ride, recipe(CUTOFF).dwelling(0), ride.seconds(0), ride.to(), List.of());
        assertThat(refined.envelope().points()).allMatch(p -> p.shape().equals(Shape.HOLD));
        for (int i = 0; i < ride.size(); i++) {
            assertThat(refined.envelope().valueAt(ride.seconds(i)))
                    .as("at %s", ride.seconds(i))
                    .isEqualTo(span.apply(ride.counted(i)));
        }
        assertThat(refined.farthest()).isZero();
    }

    /** Two moves at one moment after a stillness, as a snapshot makes them: what was held until then stays held. */
    @Test
    void whatJumpsAtOneMomentWasHeldUntilThen() {
        Ride ride = ride(new double[] {0, 2.75, 2.75, 4}, new double[] {0.1, 0.1, 0.9, 0.9}, Ride.PRESSED);
        Refined refined = refining(VOICING, Lock.SECONDS).refine(ride, recipe(VOICING), 0, 4, List.of());
        assertThat(refined.envelope().valueAt(2.7)).isEqualTo(0.125);
        assertThat(refined.envelope().valueAt(2.75)).isEqualTo(0.875);
        assertThat(refined.points()).isEqualTo(3);
    }

    /** What goes from place to place is at none of them while it goes: only what was left out, or set by hand, is beside it. */
    @Test
    void whatIsHeldIsNowhereBesideAHandThatWentFromPlaceToPlace() {
        double[] seconds = {0, 0.5, 1.2, 1.9, 2.6};
        Ride pedal = ride(seconds, new double[] {0, 1, 0, 1, 0}, 1.0 / 127);
        Refined held = refining(CUTOFF, Lock.SECONDS).refine(pedal, recipe(CUTOFF), 0, 3, List.of());
        assertThat(held.points()).isEqualTo(6);
        assertThat(held.farthest()).isZero();
        Point pin = new Point(1, 0.5, Shape.STRAIGHT, true, 0);
        Refined set = refining(CUTOFF, Lock.SECONDS).refine(pedal, recipe(CUTOFF), 0, 3, List.of(pin));
        assertThat(set.farthestNormalised()).isEqualTo(0.5);
        assertThat(set.farthestAt()).isEqualTo(1);
        Ride chatters = ride(new double[] {0, 1, 1.02, 1.04, 2}, new double[] {0.1, 0.3, 0.1, 0.3, 0.3}, 1.0 / 127);
        Refined quiet =
                refining(VOICING, Lock.SECONDS).refine(chatters, recipe(VOICING).dwelling(0.06), 0, 2, List.of());
        assertThat(quiet.farthest()).isEqualTo(1);
    }

    @Test
    void movingEarlierShiftsTheWholeHand() {
        Ride ride = wandering(31, 100, 0);
        Recipe plain = recipe(CUTOFF).steadied(0).within(1);
        Refining refining = refining(CUTOFF, Lock.SECONDS);
        Refined now = refining.refine(ride, plain, ride.seconds(0), ride.to() - 0.2, List.of());
        Refined earlier = refining.refine(ride, plain.earlier(0.05), ride.seconds(0), ride.to() - 0.2, List.of());
        for (double t = ride.seconds(0) + 0.1; t < ride.to() - 0.4; t += 0.01) {
            assertThat(earlier.raw().valueAt(t)).isCloseTo(now.raw().valueAt(t + 0.05), within(1e-9));
        }
    }

    @Test
    void oneMoveAloneIsAnEnvelopeToo() {
        Ride ride = ride(new double[] {1}, new double[] {0.4}, 1.0 / 127);
        Refined refined = refining(CUTOFF, Lock.SECONDS).refine(ride, recipe(CUTOFF), 1, 3, List.of());
        assertThat(refined.envelope().valueAt(2)).isEqualTo(0.4);
        assertThat(refined.moves()).isEqualTo(1);
    }

    @Test
    void theCurveItself() {
        List<Double> times = new ArrayList<>();
        Curve curve = new Curve(new double[] {0, 1, 3}, new double[] {0, 1, 0});
        for (double time : curve.between(0.5, 2).times()) {
            times.add(time);
        }
        assertThat(times).containsExactly(0.5, 1.0, 2.0);
        assertThat(curve.between(0.5, 2).valueAt(2)).isEqualTo(0.5);
        assertThat(curve.shifted(1).valueAt(2)).isEqualTo(1);
        assertThat(curve.valueAt(-5)).isZero();
        assertThat(curve.valueAt(9)).isZero();
    }
}
