package agogic.core.ride;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import agogic.core.route.Hand;
import org.junit.jupiter.api.Test;

/** Kept for ever, never changed: neither by who made it nor by who reads it. */
class RideTest {
    private static final Hand HAND = new Hand("s", "fader-1");

    private static Ride ride(double[] seconds, double[] raw, double[] counted) {
        return new Ride("ride-1", HAND, 1.0 / 127, 0, 2, seconds, raw, counted);
    }

    @Test
    void keepsWhatItWasGivenWhateverBecomesOfIt() {
        double[] seconds = {0, 0.5, 0.5, 2};
        double[] raw = {0, 0.25, 0.5, 1};
        Ride ride = ride(seconds, raw, raw);
        seconds[0] = 9;
        raw[3] = 0;
        assertThat(ride.seconds(0)).isZero();
        assertThat(ride.raw(3)).isEqualTo(1);
        ride.times()[1] = 7;
        ride.countedPlaces()[1] = 7;
        assertThat(ride.seconds(1)).isEqualTo(0.5);
        assertThat(ride.counted(1)).isEqualTo(0.25);
        assertThat(ride.size()).isEqualTo(4);
        assertThat(ride.from()).isZero();
        assertThat(ride.to()).isEqualTo(2);
        assertThat(ride.resolution()).isEqualTo(1.0 / 127);
        assertThat(ride.hand()).isEqualTo(HAND);
        assertThat(ride).hasToString("Ride ride-1 of 4 moves");
    }

    @Test
    void knowsWhetherTakeoverChangedAnything() {
        double[] seconds = {0, 1};
        assertThat(ride(seconds, new double[] {0, 1}, new double[] {0, 1}).countedAsMoved())
                .isTrue();
        Ride scaled = ride(seconds, new double[] {0, 1}, new double[] {0.2, 1});
        assertThat(scaled.countedAsMoved()).isFalse();
        assertThat(scaled.raw(0)).isZero();
        assertThat(scaled.counted(0)).isEqualTo(0.2);
    }

    @Test
    void twoRidesOfTheSameMovesAreOne() {
        double[] seconds = {0, 1};
        double[] raw = {0, 1};
        Ride one = ride(seconds, raw, raw);
        Ride other = ride(seconds.clone(), raw.clone(), raw.clone());
        assertThat(one).isEqualTo(other).hasSameHashCodeAs(other);
        assertThat(one).isNotEqualTo(ride(seconds, raw, new double[] {0.1, 1}));
        assertThat(one).isNotEqualTo(new Ride("ride-2", HAND, 1.0 / 127, 0, 2, seconds, raw, raw));
        assertThat(one).isNotEqualTo("ride-1");
    }

    @Test
    void movesOutOfOrderOrOutOfRangeAreRefusedWithTheirNumber() {
        double[] ok = {0, 1};
        assertThatThrownBy(() -> ride(new double[] {1, 0}, ok, ok))
                .hasMessageContaining("Move 2 of ride ride-1 is not");
        assertThatThrownBy(() -> ride(new double[] {0, Double.NaN}, ok, ok)).hasMessageContaining("Move 2");
        assertThatThrownBy(() -> ride(ok, new double[] {0, 1.01}, ok)).hasMessageContaining("outside 0..1");
        assertThatThrownBy(() -> ride(ok, ok, new double[] {-0.1, 1})).hasMessageContaining("Move 1");
        assertThatThrownBy(() -> ride(ok, new double[] {0}, ok)).hasMessageContaining("as many times as values");
    }
}
