package agogic.core.session;

import static agogic.core.Pieces.target;
import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import agogic.core.Pieces;
import agogic.core.macro.Macro;
import agogic.core.macro.Member;
import agogic.core.route.Hand;
import agogic.core.route.Route;
import agogic.core.route.Span;
import agogic.core.route.Target;
import agogic.core.surface.Surface;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.junit.jupiter.api.Test;

/** A session that could not be played is never made: each refusal says what it lacks. */
class SoundSessionTest {
    private final Session session = Pieces.routed(Pieces.of(Pieces.device(Pieces.percents(3), 3)), 1, "p1");

    private static Macro moving(String id, Target... targets) {
        Macro macro = Macro.named(id, "Macro " + id);
        for (Target one : targets) {
            macro = macro.with(new Member.BySpan(one, Span.FULL));
        }
        return macro;
    }

    @Test
    void aRouteBeginsAndEndsSomewhere() {
        Route route = session.routes().get(0);
        assertThatThrownBy(() -> session.with(route.by(Optional.of(new Hand("s", "gone")))))
                .hasMessageContaining("begins at")
                .hasMessageContaining("which the session does not have.");
        assertThatThrownBy(() -> session.with(route.by(Optional.of(new Hand("s", "fader-1", 2)))))
                .hasMessageContaining("begins on page 2 of s");
        assertThatThrownBy(() -> session.with(Route.of("x", null, Span.FULL, target("gone"))))
                .hasMessageContaining("Route x moves d/gone");
        assertThatThrownBy(() -> session.with(Route.of("x", null, Span.FULL, new Target(Macro.DEVICE, "gone"))))
                .hasMessageContaining("Route x moves macros/gone");
    }

    @Test
    void aMacroMovesWhatIsThereAndNothingTwice() {
        assertThatThrownBy(() -> session.with(moving("m", target("gone"))))
                .hasMessageContaining("Macro Macro m moves d/gone");
        assertThatThrownBy(() -> session.with(moving("m", target("p1"))).with(moving("n", target("p1"))))
                .hasMessage("Name of p1 is moved by two macros. Remove it from one of them.");
        Session two = session.with(moving("m", target("p1"))).with(moving("n"));
        Session nested = two.with(moving("n", new Target(Macro.DEVICE, "m")));
        assertThat(nested.macroOf(new Target(Macro.DEVICE, "m"))).map(Macro::id).contains("n");
        assertThatThrownBy(() -> nested.with(moving("m", target("p1"), new Target(Macro.DEVICE, "n"))))
                .hasMessageContaining("A ring of macros")
                .hasMessageContaining("Remove one of them from the other.");
    }

    @Test
    void macrosAreFoundLikeAnythingElse() {
        Session with = session.with(moving("m", target("p1"), target("p2")));
        Target macro = new Target(Macro.DEVICE, "m");
        assertThat(with.has(macro)).isTrue();
        assertThat(with.has(new Target(Macro.DEVICE, "n"))).isFalse();
        assertThat(with.has(target("p3"))).isTrue();
        assertThat(with.has(new Target("gone", "p3"))).isFalse();
        assertThat(with.parameter(macro).name()).isEqualTo("Macro m");
        assertThat(with.device(Macro.DEVICE).parameters()).hasSize(1);
        assertThat(with.devices()).as("they are no device of the piece").hasSize(1);
        assertThat(Moved.all(with)).contains(target("p1"), target("p2")).doesNotContain(target("p3"));
        assertThat(Resting.at(with, macro, 0.25).macro("m").parameter().resting())
                .isEqualTo(0.25);
        assertThat(Resting.at(with, macro, 0.5)).isSameAs(with);
    }

    @Test
    void whatMovesOverTimeIsKnownThroughItsMacros() {
        Session inner = session.with(moving("m", target("p1")));
        Session outer = inner.with(moving("n", new Target(Macro.DEVICE, "m")));
        assertThat(Moved.overTime(outer, target("p1"))).isFalse();
        Session drawn = outer.with(agogic.core.lane.Lane.drawn(
                new Target(Macro.DEVICE, "n"),
                agogic.core.envelope.Envelope.of(
                        new agogic.core.envelope.Point(0, 0), new agogic.core.envelope.Point(4, 1))));
        assertThat(Moved.overTime(drawn, new Target(Macro.DEVICE, "m"))).isTrue();
        assertThat(Moved.overTime(drawn, target("p1"))).isTrue();
        assertThat(Moved.overTime(drawn, target("p2"))).isFalse();
    }

    @Test
    void thereAreThirtyTwoSurfacesAtMost() {
        List<Surface> many = new ArrayList<>();
        for (int i = 0; i < Session.MOST_SURFACES + 1; i++) {
            many.add(new Surface("x" + i, "X " + i, "P", List.of()));
        }
        Session bare = session.withRoutes(List.of());
        assertThat(bare.withSurfaces(many.subList(0, Session.MOST_SURFACES)).surfaces())
                .hasSize(32);
        assertThatThrownBy(() -> bare.withSurfaces(many)).hasMessageContaining("32 surfaces at most");
        many.set(1, many.get(0));
        assertThatThrownBy(() -> bare.withSurfaces(many.subList(0, 4))).hasMessageContaining("two of the surface");
    }
}
