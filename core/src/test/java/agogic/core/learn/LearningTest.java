package agogic.core.learn;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import agogic.core.Pieces;
import agogic.core.assign.Assigning;
import agogic.core.device.Device;
import agogic.core.edit.macro.Macros;
import agogic.core.macro.Macro;
import agogic.core.route.Hand;
import agogic.core.route.Route;
import agogic.core.route.Target;
import agogic.core.session.Session;
import agogic.core.surface.Address;
import agogic.core.surface.Control;
import agogic.core.surface.Page;
import agogic.core.surface.Surface;
import java.util.ArrayList;
import java.util.List;
import org.junit.jupiter.api.Test;

class LearningTest {
    private static final long MS = 1_000_000L;

    private final Session session = Pieces.of(Pieces.device(Pieces.percents(8), 8));
    private long now = 1_000 * MS;

    /** Moves a controller of surface 1 from one value to another, a message every 10 ms. */
    private void move(Learning learning, int number, int from, int to) {
        for (int v = from; v != to; v += Integer.signum(to - from)) {
            learning.from(0).message(0xB0, number, v, now);
            now += 10 * MS;
            learning.tick(now);
        }
    }

    private void rest(Learning learning) {
        now += 700 * MS;
        learning.tick(now);
        now += 1_000 * MS;
        learning.tick(now);
    }

    private static Learning of(Session session, String... parameters) {
        return Learning.of(
                session, List.of(parameters).stream().map(Pieces::target).toList(), s -> 1);
    }

    private static Hand fader(int n) {
        return new Hand("s", "fader-" + n);
    }

    private static List<String> wires(Session session) {
        return session.routes().stream()
                .map(r -> r.hand().map(Hand::control).orElse("none") + ">"
                        + r.target().parameter())
                .toList();
    }

    @Test
    void fourFadersOneAfterAnotherInOneGo() {
        Learning learning = of(session, "p1", "p2", "p3", "p4");
        for (int f = 0; f < 4; f++) {
            assertThat(learning.wanted()).contains(Pieces.target("p" + (f + 1)));
            move(learning, 20 + f, 40, 60);
            assertThat(learning.heard().orElseThrow().words())
                    .isEqualTo("Fader " + (f + 1) + ", CC " + (20 + f) + " · ch 1, 20 moves");
            rest(learning);
        }
        assertThat(learning.done()).isTrue();
        assertThat(learning.act()).isEqualTo("Learn 4 controls");
        assertThat(wires(learning.draft())).containsExactly("fader-1>p1", "fader-2>p2", "fader-3>p3", "fader-4>p4");
        assertThat(learning.before()).isSameAs(session);
    }

    @Test
    void aHandThatMovesOnHasChosen() {
        Learning learning = of(session, "p1", "p2");
        move(learning, 20, 40, 60);
        move(learning, 22, 10, 30);
        assertThat(learning.steps()).hasSize(1);
        assertThat(learning.heard().orElseThrow().control().name()).isEqualTo("Fader 3");
        rest(learning);
        assertThat(wires(learning.draft())).containsExactly("fader-1>p1", "fader-3>p2");
    }

    @Test
    void ofOneTargetTheControlMovedLastIsMeant() {
        Learning learning = of(session, "p1");
        move(learning, 20, 40, 60);
        move(learning, 22, 10, 30);
        rest(learning);
        assertThat(wires(learning.draft())).containsExactly("fader-3>p1");
    }

    @Test
    void whereAControlIsInUseThePersonDecides() {
        Session used = Pieces.routed(session, 1, "p1");
        for (Assigning.How how : Assigning.How.values()) {
            Learning learning = of(used, "p2");
            move(learning, 20, 40, 60);
            rest(learning);
            assertThat(learning.done()).isFalse();
            assertThat(learning.clash())
                    .contains(
                            "Fader 1 moves Name of p1 already. Add: it moves both. Replace: it moves only Name of p2.");
            learning.take(how, now);
            assertThat(wires(learning.draft()))
                    .isEqualTo(how == Assigning.How.ADD ? List.of("fader-1>p1", "fader-1>p2") : List.of("fader-1>p2"));
        }
        Learning left = of(used, "p2");
        move(left, 20, 40, 60);
        left.leave(now);
        assertThat(left.done()).isTrue();
        assertThat(left.draft()).isSameAs(used);
    }

    @Test
    void oneControlToFourThingsAsksEachTimeAndComesToRestInBetween() {
        Learning learning = of(session, "p1", "p2");
        move(learning, 20, 40, 60);
        now += 650 * MS;
        learning.tick(now);
        assertThat(learning.steps()).hasSize(1);
        // It trembles on for a moment: that is not meant for the next.
        learning.from(0).message(0xB0, 20, 61, now);
        learning.tick(now);
        assertThat(learning.heard()).isEmpty();
        now += 1_000 * MS;
        move(learning, 20, 61, 80);
        assertThat(learning.clash().orElseThrow()).startsWith("Fader 1 moves Name of p1 already.");
        learning.take(Assigning.How.ADD, now);
        assertThat(wires(learning.draft())).containsExactly("fader-1>p1", "fader-1>p2");
    }

    @Test
    void anUnknownControlIsMadeAndCanBeOverruled() {
        Learning learning = of(session, "p1");
        move(learning, 74, 10, 30);
        HeardControl heard = learning.heard().orElseThrow();
        assertThat(heard.words()).isEqualTo("a new control, CC 74 · ch 1, a knob or fader, 7-bit, 20 moves");
        assertThat(heard.control().name()).isEqualTo("Knob 1");
        Recognised pedal = learning.readings().stream()
                .filter(r -> r.kind() == Control.Kind.PEDAL && r.turned())
                .findFirst()
                .orElseThrow();
        learning.overrule(pedal);
        rest(learning);
        Control made = learning.draft().surface("s").find("pedal-1");
        assertThat(made.turned()).isTrue();
        assertThat(made.address()).isEqualTo(new Address.Cc(1, 74));
        assertThat(wires(learning.draft())).containsExactly("pedal-1>p1");
        // And once more, after it was taken.
        learning.overrule(learning.readings().stream()
                .filter(r -> !r.turned() && r.kind() == Control.Kind.BUTTON)
                .findFirst()
                .orElseThrow());
        assertThat(learning.draft().surface("s").find("pedal-1").kind()).isEqualTo(Control.Kind.BUTTON);
    }

    @Test
    void whatIsUnsureWaits() {
        Learning learning = of(session, "p1");
        learning.from(0).message(0xB0, 74, 127, now);
        rest(learning);
        assertThat(learning.done()).isFalse();
        assertThat(learning.heard().orElseThrow().words()).endsWith("Let it go, or move it on.");
        learning.from(0).message(0xB0, 74, 0, now);
        rest(learning);
        assertThat(learning.done()).isTrue();
        assertThat(learning.draft().surface("s").find("button-1").kind()).isEqualTo(Control.Kind.BUTTON);
    }

    @Test
    void countsOnThePageThatTheSurfaceIsOn() {
        Session paged = session.with(session.surface("s").paged(List.of(Page.of("A"), Page.of("B"))));
        Learning learning = Learning.of(paged, List.of(Pieces.target("p1")), s -> 2);
        move(learning, 20, 40, 60);
        rest(learning);
        assertThat(learning.draft().routes()).extracting(Route::hand).contains(java.util.Optional.of(fader(1).on(2)));
    }

    @Test
    void refusesWhatNoHandMayMove() {
        Device device = Pieces.device(List.of(Pieces.percent("own").asReserved(), Pieces.percent("p")), 2);
        Session reserved = Pieces.of(device);
        assertThatThrownBy(() -> of(reserved, "own")).hasMessageContaining("reserved for the device itself");
        Macro macro = Macros.fresh(reserved, "All");
        Session member = Macros.add(reserved.with(macro), macro.id(), List.of(new Target("d", "p")), false);
        assertThatThrownBy(() -> of(member, "p")).hasMessageContaining("moves with the macro All");
        assertThatThrownBy(() -> of(reserved)).hasMessageContaining("Choose what");
    }

    @Test
    void aWalkFindsEachControlOnce() {
        Session bare = session.with(new Surface("new", "Mine", "Mine", List.of()));
        Learning walk = Learning.walk(bare, "new");
        List<String> kinds = new ArrayList<>();
        for (int number = 70; number < 73; number++) {
            for (int v = 20; v < 40; v++) {
                walk.from(1).message(0xB2, number, v, now);
                now += 10 * MS;
                walk.tick(now);
            }
        }
        rest(walk);
        for (int note : new int[] {127, 0}) {
            walk.from(1).message(0xB2, 80, note, now);
            now += 10 * MS;
        }
        rest(walk);
        // Once more the first, and one of another surface: neither is new here.
        walk.from(1).message(0xB2, 70, 50, now);
        rest(walk);
        walk.from(0).message(0xB0, 20, 50, now);
        rest(walk);
        walk.draft()
                .surface("new")
                .controls()
                .forEach(c -> kinds.add(c.name() + " " + c.address().spoken()));
        assertThat(kinds)
                .containsExactly(
                        "Knob 1 CC 70 · ch 3", "Knob 2 CC 71 · ch 3", "Knob 3 CC 72 · ch 3", "Button 1 CC 80 · ch 3");
        assertThat(walk.act()).isEqualTo("Walk Mine: 4 controls");
        assertThat(walk.draft().surface("s")).isEqualTo(session.surface("s"));
    }

    @Test
    void aControlIsLearntAnewAndMovesWhatItMoved() {
        Session tied = Pieces.routed(session, 2, "p1");
        Learning again = Learning.again(tied, fader(2));
        // Another control of the surface is not meant.
        move(again, 22, 10, 30);
        rest(again);
        assertThat(again.done()).isFalse();
        assertThatThrownBy(() -> again.take(Assigning.How.ADD, now))
                .hasMessageContaining("Fader 3 already uses this message");
        move(again, 90, 10, 30);
        rest(again);
        assertThat(again.done()).isTrue();
        assertThat(again.act()).isEqualTo("Learn Fader 2 anew");
        Control anew = again.draft().surface("s").find("fader-2");
        assertThat(anew.address()).isEqualTo(new Address.Cc(1, 90));
        assertThat(anew.name()).isEqualTo("Fader 2");
        assertThat(again.draft().routes()).isEqualTo(tied.routes());
    }
}
