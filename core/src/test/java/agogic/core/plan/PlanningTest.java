package agogic.core.plan;

import static agogic.core.Pieces.target;
import static org.assertj.core.api.Assertions.assertThat;

import agogic.core.Pieces;
import agogic.core.play.Engine;
import agogic.core.route.Span;
import agogic.core.route.WriteMode;
import agogic.core.session.Points;
import agogic.core.session.Session;
import org.junit.jupiter.api.Test;

/** What an edit did not touch is the same in the next plan; what it touched is not. */
class PlanningTest {
    private final Session first = Pieces.drawn(
            Pieces.routed(
                    Pieces.routed(
                            Pieces.routed(
                                    Pieces.of(Pieces.device(Pieces.percents(4), 4, "p1", "p2", "p3", "p4")), 1, "p1"),
                            2,
                            "p2"),
                    1,
                    "p3"),
            "p2",
            0,
            0.2,
            8,
            0.8);
    private final Plan before = Plan.of(first);

    private int p(String parameter) {
        return before.index.of(target(parameter));
    }

    @Test
    void anEditedRouteAloneIsAnother() {
        Plan after = before.after(first.with(first.route("route-p1").with(new Span(0.2, 0.4, Span.Curve.STRAIGHT, 0))));
        assertThat(after.index).isSameAs(before.index);
        assertThat(after.moving).isSameAs(before.moving);
        assertThat(after.lanes).isSameAs(before.lanes);
        assertThat(after.routes.get(0)).isNotSameAs(before.routes.get(0));
        assertThat(after.routes.get(1)).isSameAs(before.routes.get(1));
        assertThat(after.routes.get(2)).isSameAs(before.routes.get(2));
        assertThat(after.routesOf[p("p1")]).containsExactly(0);
        assertThat(before.routes.get(0).route()).isEqualTo(first.route("route-p1"));
        assertThat(after.routesOfControl[0][0]).as("both on Fader 1").containsExactly(0, 2);
        assertThat(after.route("route-p1")).isSameAs(after.routes.get(0));
    }

    @Test
    void aMovedPointChangesItsLaneOnly() {
        Plan after = before.after(Points.move(first, target("p2"), 0, 0, 0.6));
        assertThat(after.lanes[p("p2")]).isNotSameAs(before.lanes[p("p2")]);
        assertThat(after.lanes[p("p2")].valueAtBeat(0)).isEqualTo(0.6);
        assertThat(before.lanes[p("p2")].valueAtBeat(0)).isEqualTo(0.2);
        assertThat(after.routes).containsExactlyElementsOf(before.routes);
    }

    @Test
    void aLaneThatBeginsToSaySomethingMovesItsParameter() {
        Session with = Pieces.drawn(first, "p4", 0, 0.5, 4, 1);
        Plan after = before.after(with);
        assertThat(before.moving).doesNotContain(p("p4"));
        assertThat(after.moving).contains(p("p4"));
        assertThat(after.routes).as("routes are as they were").containsExactlyElementsOf(before.routes);
        Plan empty = after.after(Points.delete(Points.delete(with, target("p4"), 0), target("p4"), 0));
        assertThat(empty.moving).doesNotContain(p("p4"));
        assertThat(empty.lanes[p("p4")]).isNull();
    }

    @Test
    void aHandThatHoldsGoesOnThroughEditsOfSomethingElse() {
        Engine engine = new Engine(first);
        engine.tick(0);
        // Past the value, so that they meet, and on.
        engine.port(0).message(0xB0, 20, 60, 500_000);
        engine.port(0).message(0xB0, 20, 70, 800_000);
        engine.port(0).message(0xB0, 20, 90, 1_000_000);
        engine.tick(1_000_000);
        double stands = engine.live().value(p("p1"));
        double counted = engine.live().counted(0);
        assertThat(stands).isBetween(0.6, 90 / 127.0);
        Session edited = first;
        for (int i = 0; i < 20; i++) {
            edited = i % 2 == 0
                    ? edited.with(edited.route("route-p2").in(WriteMode.TOUCH))
                    : Pieces.drawn(edited, "p4", 0, 0.1, 1 + i, 0.9);
            engine.load(edited);
            if (i % 3 == 0) {
                engine.tick((2 + i) * 1_000_000L);
            }
        }
        engine.tick(60_000_000);
        assertThat(engine.live().value(p("p1"))).isEqualTo(stands);
        assertThat(engine.live().counted(0)).isEqualTo(counted);
    }
}
