package agogic.core.session;

import static org.assertj.core.api.Assertions.assertThat;

import agogic.core.Pieces;
import agogic.core.device.Device;
import agogic.core.play.Engine;
import agogic.core.route.Hand;
import agogic.core.route.Route;
import agogic.core.route.Span;
import agogic.core.route.Target;
import agogic.core.trace.Trace;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.IntRange;
import org.junit.jupiter.api.Test;

/** What is called alike can be told apart. */
class TargetNameTest {
    private static Device grain(String id, String name) {
        return Device.of(id, name, "kind", Pieces.percents(2), 4, List.of("p1", "p2"));
    }

    /** Two devices of one name on each of some tracks: no two have the same words. */
    @Property(tries = 20)
    void noTwoParametersHaveOneName(@ForAll @IntRange(min = 1, max = 4) int tracks) {
        List<Device> devices = new ArrayList<>();
        List<Track> chains = new ArrayList<>();
        for (int t = 0; t < tracks; t++) {
            devices.add(grain("d" + t + "0", "Grain"));
            devices.add(grain("d" + t + "1", "Grain"));
            chains.add(new Track("t" + t, "Track " + t, false, 1, List.of("d" + t + "0", "d" + t + "1"), List.of()));
        }
        Session session = Pieces.of().changed(draft -> {
            draft.devices = devices;
            draft.tracks = chains;
        });
        Set<String> names = new HashSet<>();
        for (Device device : session.devices()) {
            assertThat(names.add(TargetName.of(session, new Target(device.id(), "p1"))))
                    .as(device.id())
                    .isTrue();
        }
    }

    /** The trace of a fader on the second of two filters says which. */
    @Test
    void theTraceSaysWhose() {
        Session session = Pieces.of(grain("a", "Filter"), grain("b", "Filter"));
        session = session.with(Route.of("one", new Hand("s", "fader-2"), Span.FULL, new Target("b", "p1")));
        Engine engine = new Engine(session);
        engine.tick(0);
        engine.port(0).message(0xB0, 21, 90, 1_000_000);
        engine.tick(2_000_000);
        Optional<Trace> trace = Trace.last(session, engine.live());
        assertThat(trace.orElseThrow().sentence()).contains(" · Filter (2) · Name of p1");
    }
}
