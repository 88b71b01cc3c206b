package agogic.core.refine;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import agogic.core.envelope.Envelope;
import agogic.core.ride.Ride;
import agogic.core.route.Hand;
import java.util.ArrayList;
import java.util.List;
import java.util.function.DoubleUnaryOperator;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

/** A control that looks now and then tells late where its hand is: the envelope is not late. */
class LateControlTest {
    /** What a control of 128 codes sends that looks every so many seconds; {@code again}: also what has not changed. */
    private static Ride seen(DoubleUnaryOperator path, double first, double every, double to, boolean again) {
        List<Double> times = new ArrayList<>();
        List<Double> codes = new ArrayList<>();
        double last = -1;
        for (int i = 0; first + i * every < to; i++) {
            double code = Math.rint(127 * path.applyAsDouble(first + i * every)) / 127;
            if (again || code != last) {
                times.add(first + i * every);
                codes.add(code);
                last = code;
            }
        }
        double[] seconds = times.stream().mapToDouble(t -> t).toArray();
        double[] places = codes.stream().mapToDouble(c -> c).toArray();
        return new Ride("ride-1", new Hand("s", "f"), 1.0 / 127, 0, to, seconds, places, places);
    }

    /** How far an envelope is ahead of a path where that moves, in seconds: the shift at which they are nearest. */
    private static double ahead(Envelope envelope, double[] path) {
        double slopes = 0;
        double both = 0;
        for (int i = 100; i < path.length - 100; i++) {
            double slope = (path[i + 1] - path[i - 1]) * 500;
            slopes += slope * slope;
            both += slope * (envelope.valueAt(i / 1000.0) - path[i]);
        }
        return both / slopes;
    }

    @ParameterizedTest
    @CsvSource({"0.008, false", "0.008, true", "0.012, false", "0.02, false", "0.02, true"})
    void isMadeGood(double every, boolean again) {
        double sum = 0;
        int hands = 8;
        for (int seed = 1; seed <= hands; seed++) {
            MadeHand hand = new MadeHand(seed, 0.35, 1.5, 0);
            DoubleUnaryOperator path = t -> hand.path[(int) Math.rint(Math.min(t, MadeHand.SECONDS) * 1000)];
            Ride ride = seen(path, 0.003, every, MadeHand.SECONDS, again);
            Refined refined = MadeHandsTest.refined(ride, 1, true, MadeHand.SECONDS);
            assertThat(refined.farthest()).isLessThanOrEqualTo(1 + 1e-6);
            assertThat(ride.size()).isGreaterThan(100);
            sum += ahead(refined.envelope(), hand.path);
        }
        // Half an interval late is what is sent, in the middle.
        assertThat(sum / hands).isCloseTo(0, within(every / 10));
    }

    /** When a wave turns is told as roughly: its crests are no rests all the same. */
    @ParameterizedTest
    @CsvSource({"5.28358, 62.9, 18.66, 0.1596", "5.06648, 58.9, 28, 0.1161"})
    void theCrestsOfAWaveAreNoRests(double period, double amplitude, double periods, double phase) {
        double to = period * periods;
        Ride ride = MadeHandsTest.wave(period, amplitude, to, phase, 20);
        Refined refined = MadeHandsTest.refined(ride, 1, true, to);
        assertThat(refined.points()).isLessThanOrEqualTo((int) (1.25 * (2 * periods + 6)));
        assertThat(refined.farthest()).isLessThanOrEqualTo(1 + 1e-6);
    }

    /** A ramp at one pace sends evenly as well, but at the moments when it is at its borders. */
    @ParameterizedTest
    @ValueSource(doubles = {0.01, 0.03, 0.1})
    void aRampIsNotTakenForIt(double each) {
        int n = 60;
        double[] seconds = new double[n];
        double[] places = new double[n];
        for (int i = 0; i < n; i++) {
            seconds[i] = i * each;
            places[i] = (20.0 + i) / 127;
        }
        double to = n * each;
        Ride ride = new Ride("ride-1", new Hand("s", "f"), 1.0 / 127, 0, to, seconds, places, places);
        Envelope envelope = MadeHandsTest.refined(ride, 1, true, to).envelope();
        for (int i = 5; i < n - 5; i++) {
            assertThat(127 * envelope.valueAt(seconds[i])).isCloseTo(19.5 + i, within(0.1));
        }
    }
}
