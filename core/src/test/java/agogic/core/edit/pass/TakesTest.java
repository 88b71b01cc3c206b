package agogic.core.edit.pass;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatIllegalArgumentException;
import static org.assertj.core.api.Assertions.within;

import agogic.core.envelope.Envelope;
import agogic.core.lane.Lane;
import agogic.core.lane.LaneWriter;
import agogic.core.lane.LayerStack;
import agogic.core.lane.Stretch;
import agogic.core.refine.Recipe;
import agogic.core.ride.Ride;
import agogic.core.route.Hand;
import agogic.core.route.Span;
import agogic.core.route.WriteMode;
import agogic.core.session.Session;
import java.util.List;
import org.junit.jupiter.api.Test;

class TakesTest {
    private static final double[] SECONDS = {2.0, 2.03, 2.06, 3.5, 3.53};

    private static Session written(Session session, String id, double... places) {
        Ride ride = new Ride(id, new Hand("s", "fader"), 1.0 / 16383, 2, 4, SECONDS, places, places);
        Lane lane = session.lane(PassTest.LEVEL);
        Recipe recipe =
                Recipe.usual(session.parameter(PassTest.LEVEL)).steadied(0).earlier(0);
        Stretch asked = new Stretch(id, Span.FULL, WriteMode.WRITE, 2, 4, 2, 4, recipe, 0, 0, Envelope.EMPTY);
        LaneWriter writer = new LaneWriter(session.parameter(PassTest.LEVEL), session.timeline(), lane.lock());
        return session.with(ride).with(writer.write(lane, ride, asked));
    }

    static Session twoCycles() {
        Session first = written(PassTest.session(WriteMode.READ, PassTest.DRAWN), "ride-1", 0.2, 0.3, 0.4, 0.5, 0.6);
        return written(first, "ride-2", 0.4, 0.5, 0.6, 0.7, 0.8);
    }

    private static double at(Session session, double seconds) {
        Lane lane = session.lane(PassTest.LEVEL);
        return LayerStack.valueAt(
                lane, session.timeline().laneTime(lane.lock(), seconds), session.parameter(PassTest.LEVEL));
    }

    @Test
    void theLastCycleIsHeardAndEachCanBeChosen() {
        Session two = twoCycles();
        Lane lane = two.lane(PassTest.LEVEL);
        assertThat(Takes.of(two, lane, 1)).containsExactly(0, 1);
        assertThat(at(two, 3)).isCloseTo(0.6, within(0.02));
        Session first = Takes.choose(two, PassTest.LEVEL, 0, 0);
        assertThat(at(first, 3)).isCloseTo(0.4, within(0.02));
        Session again = Takes.choose(first, PassTest.LEVEL, 0, 0);
        assertThat(again.lane(PassTest.LEVEL)).isEqualTo(lane);
    }

    @Test
    void theAverageLiesHalfWay() {
        Session two = twoCycles();
        Session mean = Takes.average(two, PassTest.LEVEL, 0, List.of(0, 1));
        assertThat(at(mean, 3)).isCloseTo(0.5, within(0.02));
        assertThat(mean.lane(PassTest.LEVEL).stretches()).hasSize(3);
        assertThat(at(mean, 1.9)).isEqualTo(at(two, 1.9));
        assertThat(at(mean, 4.1)).isEqualTo(at(two, 4.1));
    }

    @Test
    void oneCycleHasNoAverage() {
        assertThatIllegalArgumentException()
                .isThrownBy(() -> Takes.average(twoCycles(), PassTest.LEVEL, 0, List.of(1)))
                .withMessageContaining("two cycles");
    }
}
