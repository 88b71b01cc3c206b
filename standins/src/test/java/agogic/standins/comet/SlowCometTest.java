package agogic.standins.comet;

import static org.assertj.core.api.Assertions.assertThat;

import agogic.core.lane.Lane;
import agogic.core.lane.LaneWriter;
import agogic.core.lane.Stretch;
import agogic.core.refine.Refined;
import agogic.core.route.Target;
import agogic.core.session.Session;
import org.junit.jupiter.api.Test;

class SlowCometTest {
    @Test
    void theOpeningSweepIsOneCleanEnvelopeThatStartsOnTheBar() {
        Session session = SlowComet.session();
        Target cutoff = new Target("filter", "cutoff");
        Lane lane = session.lane(cutoff);
        assertThat(lane.stretches()).hasSize(1);
        Stretch stretch = lane.stretches().get(0);
        assertThat(stretch.from()).isEqualTo(64.0);
        LaneWriter writer = new LaneWriter(session.parameter(cutoff), session.timeline(), lane.lock());
        Refined refined = writer.look(lane, stretch, session.ride(stretch.ride()));
        assertThat(refined.moves()).isGreaterThan(100);
        assertThat(refined.points()).isLessThan(30);
    }
}
