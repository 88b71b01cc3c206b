package agogic.core.edit.points;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import agogic.core.device.Device;
import agogic.core.envelope.Envelope;
import agogic.core.envelope.Point;
import agogic.core.envelope.Shape;
import agogic.core.lane.Lane;
import agogic.core.lane.LayerStack;
import agogic.core.parameter.Parameter;
import agogic.core.parameter.Taper;
import agogic.core.parameter.Unit;
import agogic.core.route.Target;
import agogic.core.session.Loop;
import agogic.core.session.Session;
import agogic.core.session.Track;
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
import org.junit.jupiter.api.Test;

/** Copies on other lanes: the same by place, the same by value, and it is told what does not fit. */
class CopyingTest {
    private static final Target AZIMUTH = new Target("one", "azimuth");
    private static final Target ELEVATION = new Target("one", "elevation");
    private static final Target OTHER = new Target("two", "azimuth");
    private static final Target NARROW = new Target("two", "narrow");
    private static final Target MODE = new Target("two", "mode");

    static Session piece(Lock lock, Envelope drawn, boolean ramp) {
        Parameter azimuth = Parameter.continuous("azimuth", "Azimuth", "", Unit.DEGREES, Taper.LINEAR, -180, 180, 0);
        Parameter elevation = Parameter.continuous("elevation", "Elevation", "", Unit.DEGREES, Taper.LINEAR, 0, 80, 20);
        Parameter narrow = Parameter.continuous("narrow", "Narrow", "", Unit.DEGREES, Taper.LINEAR, -90, 90, 0);
        Parameter level = Parameter.continuous("level", "Level", "", Unit.DECIBEL, Taper.FADER, 0, 1, -6);
        Device one = Device.of("one", "Panner One", "", List.of(azimuth, elevation), 4, List.of());
        Device two = Device.of(
                "two",
                "Panner Two",
                "",
                List.of(azimuth, narrow, level, Parameter.stepped("mode", "Mode", "", 0, "Off", "On")),
                4,
                List.of());
        TempoMap tempo = ramp
                ? TempoMap.of(List.of(new TempoPoint(0, 70, true), new TempoPoint(32, 120, false)))
                : TempoMap.steady(90);
        Session bare = new Session(
                "Piece",
                "",
                new Timeline(tempo, MetreMap.steady(4, 4)),
                64,
                List.of(),
                new Loop(0, 8, false),
                List.of(new Track("t", "Track", false, 1, List.of("one", "two"), List.of())),
                List.of(one, two),
                List.of(),
                List.of(),
                List.of(),
                List.of(),
                List.of());
        return bare.with(new Lane(AZIMUTH, lock, drawn, List.of()));
    }

    private static Envelope figure(Random random) {
        List<Point> points = new ArrayList<>();
        for (double time = 0; time < 20; time += 0.3 + 2 * random.nextDouble()) {
            Shape shape = random.nextInt(3) == 0 ? Shape.HOLD : Shape.s(random.nextDouble());
            points.add(new Point(time, random.nextDouble(), shape));
        }
        return Envelope.of(points);
    }

    static double heard(Session session, Target target, double beat) {
        LayerStack stack = session.stack(session.lane(target));
        return stack.plays()
                ? stack.valueAtBeat(beat)
                : session.parameter(target).resting();
    }

    private static Copying.Order order(Target to, double at, double until, double speed, Copying.By by) {
        return new Copying.Order(AZIMUTH, to, 4, 8, at, until, speed, by, Copying.Source.KEPT);
    }

    @Property(tries = 150, seed = "31")
    void atHalfTheSpeedItIsTheSameTwiceAsLong(@ForAll long seed) {
        Random random = new Random(seed);
        Session session = piece(Lock.BEATS, figure(random), random.nextBoolean());
        double speed = List.of(0.5, 1.0, 2.0).get(random.nextInt(3));
        Session copied = Copying.copy(session, order(OTHER, 20, 40, speed, Copying.By.PLACE))
                .session();
        for (int i = 0; i < 60; i++) {
            double into = 0.001 + 3.998 * random.nextDouble();
            double was = heard(session, AZIMUTH, 4 + into);
            boolean jumps =
                    Math.abs(heard(session, AZIMUTH, 4 + into + 1e-7) - heard(session, AZIMUTH, 4 + into - 1e-7))
                            > 1e-4;
            for (double begin = 20; begin + 4 / speed <= 40 && !jumps; begin += 4 / speed) {
                assertThat(heard(copied, OTHER, begin + into / speed))
                        .as("%s into it, from %s on", into, begin)
                        .isCloseTo(was, within(1e-9));
            }
        }
        assertThat(heard(copied, OTHER, 19.9))
                .isEqualTo(session.parameter(OTHER).resting());
        assertThat(heard(copied, OTHER, 41)).isEqualTo(session.parameter(OTHER).resting());
        assertThat(copied.lane(AZIMUTH)).isEqualTo(session.lane(AZIMUTH));
    }

    @Property(tries = 80, seed = "32")
    void byValueItIsTheSameWhereItFitsAndItIsToldWhereNot(@ForAll long seed) {
        Random random = new Random(seed);
        Session session = piece(Lock.BEATS, figure(random), false);
        Copying.Outcome outcome = Copying.copy(session, order(NARROW, 30, 0, 1, Copying.By.UNIT));
        double most = 0;
        for (double into = 0.01; into < 4; into += 0.017) {
            double degrees = session.parameter(AZIMUTH).valueAt(heard(session, AZIMUTH, 4 + into));
            boolean jumps =
                    Math.abs(heard(session, AZIMUTH, 4 + into + 1e-7) - heard(session, AZIMUTH, 4 + into - 1e-7))
                            > 1e-4;
            double now = session.parameter(NARROW).valueAt(heard(outcome.session(), NARROW, 30 + into));
            most = Math.max(most, Math.abs(degrees) - 90);
            if (!jumps) {
                assertThat(now).isCloseTo(Math.max(-90, Math.min(90, degrees)), within(0.05));
            }
        }
        assertThat(outcome.clamped()).isGreaterThanOrEqualTo(Math.max(0, most) - 0.01);
        if (outcome.clamped() == 0) {
            assertThat(most).isLessThanOrEqualTo(0.001);
        }
    }

    @Property(tries = 60, seed = "33")
    void intoALaneInSecondsItIsTheSameToATenThousandth(@ForAll long seed) {
        Random random = new Random(seed);
        Session session = piece(Lock.BEATS, figure(random), true)
                .with(new Lane(OTHER, Lock.SECONDS, Envelope.of(new Point(0, 0.3)), List.of()));
        Session copied =
                Copying.copy(session, order(OTHER, 12, 0, 1, Copying.By.PLACE)).session();
        for (double into = 0.01; into < 4; into += 0.037) {
            boolean jumps =
                    Math.abs(heard(session, AZIMUTH, 4 + into + 1e-6) - heard(session, AZIMUTH, 4 + into - 1e-6))
                            > 1e-3;
            if (!jumps) {
                assertThat(heard(copied, OTHER, 12 + into)).isCloseTo(heard(session, AZIMUTH, 4 + into), within(2e-4));
            }
        }
    }

    @Test
    void theSourceIsKeptSilencedOrDeleted() {
        Envelope line = Envelope.of(new Point(0, 0.2), new Point(5, 0.9), new Point(7, 0.1), new Point(10, 0.5));
        Session session = piece(Lock.BEATS, line, false);
        Session silenced = Copying.copy(
                        session,
                        new Copying.Order(AZIMUTH, OTHER, 4, 8, 4, 0, 1, Copying.By.PLACE, Copying.Source.SILENCED))
                .session();
        assertThat(heard(silenced, AZIMUTH, 6))
                .isEqualTo(session.parameter(AZIMUTH).resting());
        assertThat(heard(silenced, AZIMUTH, 9)).isCloseTo(line.valueAt(9), within(1e-12));
        Session deleted = Copying.copy(
                        session,
                        new Copying.Order(AZIMUTH, OTHER, 4, 8, 4, 0, 1, Copying.By.PLACE, Copying.Source.DELETED))
                .session();
        assertThat(heard(deleted, AZIMUTH, 6)).isCloseTo((line.valueAt(4) + line.valueAt(8)) / 2, within(1e-12));
        assertThat(heard(deleted, AZIMUTH, 3.9)).isCloseTo(line.valueAt(3.9), within(1e-12));
        assertThat(heard(deleted, AZIMUTH, 8.1)).isCloseTo(line.valueAt(8.1), within(1e-12));
        assertThat(heard(deleted, OTHER, 6)).isCloseTo(line.valueAt(6), within(1e-12));
    }

    @Test
    void aSwitchStepsAndWhatCannotBeIsSaid() {
        Session session = piece(Lock.BEATS, Envelope.of(new Point(4, 0.1), new Point(8, 0.9)), false);
        Session stepped =
                Copying.copy(session, order(MODE, 4, 0, 1, Copying.By.PLACE)).session();
        assertThat(stepped.lane(MODE).envelope().points())
                .allMatch(p -> p.shape().kind() == Shape.Kind.HOLD);
        assertThatThrownBy(() -> Copying.copy(session, order(new Target("two", "level"), 4, 0, 1, Copying.By.UNIT)))
                .hasMessageContaining("no unit together");
        Copying.Order empty = new Copying.Order(ELEVATION, OTHER, 4, 8, 4, 0, 1, Copying.By.PLACE, Copying.Source.KEPT);
        assertThatThrownBy(() -> Copying.copy(session, empty)).hasMessageContaining("no points");
        assertThatThrownBy(() -> order(OTHER, 4, 0, 100, Copying.By.PLACE)).hasMessageContaining("64");
        Copying.Order one = order(OTHER, 20, 0, 1, Copying.By.PLACE);
        assertThat(Copying.told(session, one, Copying.copy(session, one)))
                .contains("also on")
                .contains("6.1.00");
    }
}
