package agogic.core.play;

import static agogic.core.Pieces.target;
import static org.assertj.core.api.Assertions.assertThat;

import agogic.core.Pieces;
import agogic.core.assign.Assigning;
import agogic.core.record.Pass;
import agogic.core.route.Hand;
import agogic.core.route.Route;
import agogic.core.route.WriteMode;
import agogic.core.session.Session;
import agogic.core.surface.Address;
import agogic.core.surface.Control;
import agogic.core.surface.Page;
import agogic.core.surface.Surface;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.junit.jupiter.api.Test;

/** Pages while it plays. */
class PagesTest {
    private static final long MS = 1_000_000L;

    private final Engine engine;
    private long now;

    PagesTest() {
        engine = new Engine(session());
        engine.tick(0);
    }

    /** Fader 1, which touch-sensitive, moves p1 on page A, p2 on page B; Fader 2 moves p3 on all; a button turns to B. */
    private static Session session() {
        Session session = Pieces.of(Pieces.device(Pieces.percents(3), 3));
        Surface surface = session.surface("s");
        surface = surface.with(new Control("fader-1", "Fader 1", Control.Kind.FADER, new Address.Cc(1, 20), 40));
        surface = surface.with(new Control("button", "Button", Control.Kind.BUTTON, new Address.Note(1, 99), -1));
        surface = surface.paged(List.of(Page.of("A"), new Page("B", Optional.of("button"))));
        session = session.with(surface);
        session = Assigning.connect(session, new Hand("s", "fader-1", 1), target("p1"), Assigning.How.ADD);
        session = Assigning.connect(session, new Hand("s", "fader-1", 2), target("p2"), Assigning.How.ADD);
        session = Assigning.connect(session, new Hand("s", "fader-2"), target("p3"), Assigning.How.ADD);
        for (Route route : session.routes()) {
            session = session.with(route.in(WriteMode.TOUCH));
        }
        return session;
    }

    private void send(int status, int data1, int data2) {
        engine.port(0).message(status, data1, data2, now);
        tick(1);
    }

    private void tick(int milliseconds) {
        for (int i = 0; i < milliseconds; i++) {
            now += MS;
            engine.tick(now);
            engine.provide();
        }
    }

    private double value(String parameter) {
        return engine.live().value(engine.index().of(target(parameter)));
    }

    @Test
    void aControlMovesWhatItsPageSays() {
        send(0xB0, 20, 127);
        assertThat(value("p1")).isEqualTo(1);
        assertThat(value("p2")).isEqualTo(0.5);
        engine.turn(0, 2);
        tick(1);
        assertThat(engine.live().page(0)).isEqualTo(2);
        send(0xB0, 20, 0);
        assertThat(value("p1")).isEqualTo(1);
        assertThat(value("p2")).isZero();
        assertThat(engine.live().verdict(0)).isEqualTo(Verdict.OTHER_PAGE);
        send(0xB0, 21, 127);
        assertThat(value("p3")).as("on all pages").isEqualTo(1);
    }

    @Test
    void aButtonTurnsThePageOnceForEachPress() {
        send(0x90, 99, 127);
        assertThat(engine.live().page(0)).isEqualTo(2);
        engine.turn(0, 1);
        tick(1);
        send(0x80, 99, 0);
        assertThat(engine.live().page(0)).as("letting it go turns nothing").isEqualTo(1);
        send(0x90, 99, 127);
        assertThat(engine.live().page(0)).isEqualTo(2);
    }

    @Test
    void aPageThatIsNotThereIsNotTurnedTo() {
        engine.turn(0, 9);
        engine.turn(0, 0);
        engine.turn(7, 1);
        tick(1);
        assertThat(engine.live().page(0)).isEqualTo(1);
    }

    /** A hand that holds a fader while the page turns lets the old wire go: nothing more is written there. */
    @Test
    void turningThePageEndsTheTouchOfWhatIsLeft() {
        engine.play(0, 0);
        tick(100);
        send(0x90, 40, 127);
        for (int v = 64; v < 100; v++) {
            send(0xB0, 20, v);
            tick(5);
        }
        assertThat(engine.live().writing(0)).isTrue();
        engine.turn(0, 2);
        tick(2_000);
        assertThat(engine.live().writing(0)).as("the old page is let go").isFalse();
        for (int v = 100; v > 60; v--) {
            send(0xB0, 20, v);
            tick(5);
        }
        assertThat(engine.live().writing(1)).as("the new page is written").isTrue();
        send(0x80, 40, 0);
        tick(1_000);
        engine.stop();
        tick(2);
        List<Pass> passes = new ArrayList<>();
        for (List<Pass> some = engine.finishedPass(); some != null; some = engine.finishedPass()) {
            passes.addAll(some);
        }
        assertThat(passes).filteredOn(Pass::wrote).hasSize(2);
    }

    @Test
    void anEditedSessionKeepsThePage() {
        engine.turn(0, 2);
        tick(1);
        Session session = session();
        engine.load(session.with(session.routes().get(2).switched(false)));
        tick(1);
        assertThat(engine.live().page(0)).isEqualTo(2);
        // The page goes: the last one that is left counts.
        Session fewer = session.withRoutes(List.of(session.routes().get(2)))
                .with(session.surface("s").paged(List.of(Page.of("A"))));
        engine.load(fewer);
        tick(1);
        assertThat(engine.live().page(0)).isEqualTo(1);
        send(0xB0, 21, 127);
        assertThat(value("p3")).isEqualTo(1);
    }
}
