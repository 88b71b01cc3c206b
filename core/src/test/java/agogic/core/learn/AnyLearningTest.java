package agogic.core.learn;

import static org.assertj.core.api.Assertions.assertThat;

import agogic.core.Pieces;
import agogic.core.route.Hand;
import agogic.core.route.Route;
import agogic.core.route.Target;
import agogic.core.session.Session;
import agogic.core.surface.Address;
import agogic.core.surface.Control;
import agogic.core.surface.ControlSender;
import agogic.core.surface.Surface;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Random;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;

/** Laws of learning: the order of the hands is the order of the wires, whatever kind of control they find. */
class AnyLearningTest {
    private static final long MS = 1_000_000L;

    /** One control of every kind that can be told from its own moves. */
    private static List<Control> kinds() {
        List<Control> all = new ArrayList<>();
        all.add(new Control("a", "A", Control.Kind.KNOB, new Address.Cc(2, 70), -1));
        all.add(new Control("b", "B", Control.Kind.FADER, new Address.CcPair(2, 12), -1));
        all.add(new Control("c", "C", Control.Kind.KNOB, new Address.Nrpn(3, 777), -1));
        all.add(new Control("d", "D", Control.Kind.WHEEL, new Address.Bend(4), -1));
        all.add(new Control("e", "E", Control.Kind.PAD, new Address.Pressure(5), -1));
        all.add(new Control("f", "F", Control.Kind.KNOB, new Address.Rpn(6, 3), -1));
        all.add(new Control("g", "G", Control.Kind.FADER, new Address.Cc(2, 71), 50));
        all.add(new Control("h", "H", Control.Kind.PAD, new Address.KeyPressure(7, 64), -1));
        return all;
    }

    private static final class Hands {
        private final Learning learning;
        private final int surface;
        private final Random random;
        private long now = 1_000 * MS;

        Hands(Learning learning, int surface, Random random) {
            this.learning = learning;
            this.surface = surface;
            this.random = random;
        }

        private void send(byte[] bytes) {
            int i = 0;
            while (i < bytes.length) {
                int status = bytes[i] & 0xFF;
                boolean two = (status & 0xE0) != 0xC0;
                learning.from(surface).message(status, bytes[i + 1], two ? bytes[i + 2] : 0, now);
                i += two ? 3 : 2;
            }
        }

        void move(Control control) {
            send(ControlSender.touch(control, true));
            double from = 0.2 + 0.3 * random.nextDouble();
            for (int i = 0; i < 14; i++) {
                send(ControlSender.move(control, 0, from + i * 0.02));
                now += (5 + random.nextInt(20)) * MS;
                learning.tick(now);
            }
            send(ControlSender.touch(control, false));
        }

        void rest() {
            now += 2_000 * MS;
            learning.tick(now);
        }
    }

    @Property(tries = 60)
    void knownControlsAreTakenInTheOrderInWhichTheyMove(@ForAll long seed, @ForAll boolean resting) {
        Random random = new Random(seed);
        Session session = Pieces.of(Pieces.device(Pieces.percents(8), 8)).with(new Surface("k", "K", "K", kinds()));
        List<Control> order = new ArrayList<>(kinds());
        Collections.shuffle(order, random);
        List<Target> targets =
                Pieces.percents(8).stream().map(p -> Pieces.target(p.id())).toList();
        Learning learning = Learning.of(session, targets, s -> 1);
        Hands hands = new Hands(learning, 1, random);
        for (Control control : order) {
            hands.move(control);
            if (resting) {
                hands.rest();
            }
        }
        hands.rest();
        assertThat(learning.done()).isTrue();
        List<Route> routes = learning.draft().routes();
        for (int i = 0; i < 8; i++) {
            int place = i;
            assertThat(routes)
                    .filteredOn(r -> r.target().equals(targets.get(place)))
                    .extracting(r -> r.hand().orElseThrow())
                    .containsExactly(new Hand("k", order.get(i).id()));
        }
        assertThat(learning.before()).isSameAs(session);
    }

    @Property(tries = 60)
    void aWalkFindsWhatTheControlsAreWhateverTheirOrder(@ForAll long seed) {
        Random random = new Random(seed);
        Session session = Pieces.of(Pieces.device(Pieces.percents(1), 1)).with(new Surface("w", "W", "W", List.of()));
        List<Control> order = new ArrayList<>(kinds());
        Collections.shuffle(order, random);
        Learning walk = Learning.walk(session, "w");
        Hands hands = new Hands(walk, 1, random);
        for (Control control : order) {
            hands.move(control);
            hands.rest();
        }
        List<Control> found = walk.draft().surface("w").controls();
        assertThat(found)
                .extracting(Control::address)
                .containsExactlyElementsOf(order.stream().map(Control::address).toList());
        assertThat(found).extracting(Control::id).doesNotHaveDuplicates();
        assertThat(found)
                .filteredOn(c -> c.address().equals(new Address.Cc(2, 71)))
                .allMatch(c -> c.touchNote() == 50 && c.kind() == Control.Kind.FADER);
        // Walked once more nothing is new.
        for (Control control : order) {
            hands.move(control);
            hands.rest();
        }
        assertThat(walk.draft().surface("w").controls()).isEqualTo(found);
    }
}
