package agogic.core.expose;

import static agogic.core.Pieces.target;
import static org.assertj.core.api.Assertions.assertThat;

import agogic.core.Pieces;
import agogic.core.envelope.Envelope;
import agogic.core.lane.Lane;
import agogic.core.lane.LaneWriter;
import agogic.core.lane.Stretch;
import agogic.core.refine.Recipe;
import agogic.core.ride.Ride;
import agogic.core.route.Hand;
import agogic.core.route.Span;
import agogic.core.route.WriteMode;
import agogic.core.session.Session;
import java.util.List;
import org.junit.jupiter.api.Test;

class TakingBackTest {
    private static Session ridden(Session session, String parameter, String ride) {
        double[] seconds = {2, 2.02, 2.04};
        double[] places = {0.2, 0.3, 0.4};
        Ride moves = new Ride(ride, new Hand("s", "fader-1"), 1.0 / 127, 2, 4, seconds, places, places);
        Lane lane = session.lane(target(parameter));
        LaneWriter writer = new LaneWriter(session.parameter(lane.target()), session.timeline(), lane.lock());
        Recipe recipe = Recipe.usual(session.parameter(lane.target()));
        Stretch asked = new Stretch(ride, Span.FULL, WriteMode.WRITE, 2, 4, 2, 4, recipe, 0, 0, Envelope.EMPTY);
        return session.with(moves).with(writer.write(lane, moves, asked));
    }

    @Test
    void afterwardsItIsAsIfItHadNeverBeenExposed() {
        Session bare = Pieces.of(Pieces.device(Pieces.percents(3), 4, "p2"));
        Session full = Exposing.expose(bare, List.of(target("p1"))).session();
        full = Pieces.routed(full, 1, "p1");
        full = Pieces.drawn(full, "p1", 0, 0.5, 8, 0.7);
        full = ridden(full, "p1", "ride-1");
        TakingBack taking = TakingBack.of(full, List.of(target("p1")));
        assertThat(taking.points()).isEqualTo(full.lane(target("p1")).envelope().size());
        assertThat(taking.rides()).containsExactly("ride-1");
        assertThat(taking.routes()).hasSize(1);
        assertThat(taking.inWords(full))
                .isEqualTo("its socket, " + taking.points() + " points, ride 1, the route from Fader 1");
        assertThat(taking.apply(full)).isEqualTo(bare);
    }

    @Test
    void aRideThatWroteAnotherLaneTooStays() {
        Session full = Pieces.of(Pieces.device(Pieces.percents(2), 4, "p1", "p2"));
        full = ridden(ridden(full, "p1", "ride-1"), "p2", "ride-1");
        TakingBack taking = TakingBack.of(full, List.of(target("p1")));
        assertThat(taking.rides()).isEmpty();
        assertThat(taking.apply(full).rides()).hasSize(1);
        assertThat(taking.apply(full).lane(target("p1")).envelope().isEmpty()).isTrue();
        assertThat(taking.apply(full).lane(target("p2"))).isEqualTo(full.lane(target("p2")));
    }

    @Test
    void whatMovedWithItIsWantedAgain() {
        Session session = Pieces.of(Pieces.device(Pieces.percents(3), 4, "p1"));
        session = Exposing.join(session, target("p2"), 1, Span.FULL);
        TakingBack taking = TakingBack.of(session, List.of(target("p1")));
        assertThat(taking.others()).containsExactly(target("p2"));
        assertThat(taking.inWords(session)).contains("the socket of Name of p2, which it moves");
        Session after = taking.apply(session);
        assertThat(after.device(Pieces.DEVICE).wanted()).containsExactly("p2");
        Session both =
                TakingBack.of(session, List.of(target("p1"), target("p2"))).apply(session);
        assertThat(both).isEqualTo(Pieces.of(Pieces.device(Pieces.percents(3), 4)));
    }

    @Test
    void whatHasNothingLosesOnlyItsSocket() {
        Session session = Pieces.of(Pieces.device(Pieces.percents(2), 4, "p1"));
        assertThat(TakingBack.of(session, List.of(target("p1"))).inWords(session))
                .isEqualTo("only its socket");
    }
}
