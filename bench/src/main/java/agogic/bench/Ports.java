package agogic.bench;

import agogic.core.play.Engine;
import agogic.core.route.Hand;
import agogic.core.route.Route;
import agogic.core.route.Span;
import agogic.core.route.Target;
import agogic.core.session.Session;
import agogic.core.surface.Address;
import agogic.core.surface.Control;
import agogic.core.surface.Surface;
import agogic.standins.comet.SlowComet;
import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.TimeUnit;
import org.openjdk.jmh.annotations.Benchmark;
import org.openjdk.jmh.annotations.BenchmarkMode;
import org.openjdk.jmh.annotations.Fork;
import org.openjdk.jmh.annotations.Measurement;
import org.openjdk.jmh.annotations.Mode;
import org.openjdk.jmh.annotations.OutputTimeUnit;
import org.openjdk.jmh.annotations.Scope;
import org.openjdk.jmh.annotations.Setup;
import org.openjdk.jmh.annotations.State;
import org.openjdk.jmh.annotations.Warmup;

/**
 * Ten ports, each with as many messages as a MIDI cable carries (31,250 baud, ten bits a byte: with running status one in
 * 0.64 ms), for a minute of simulated time. Run it with {@code -prof gc} to see what is allocated a minute.
 */
@State(Scope.Thread)
@BenchmarkMode(Mode.SingleShotTime)
@OutputTimeUnit(TimeUnit.MILLISECONDS)
@Fork(1)
@Warmup(iterations = 3)
@Measurement(iterations = 5)
public class Ports {
    private static final int PORTS = 10;
    private static final long MESSAGE = 640_000;
    private static final long TICK = 1_000_000;
    private static final long MINUTE = 60_000_000_000L;

    private Engine engine;
    private long clock;
    private int routes;

    @Setup
    public void prepare() {
        Session session = SlowComet.score();
        session = session.withRoutes(List.of()).withMacros(List.of()).withLanes(List.of());
        List<Surface> surfaces = new ArrayList<>();
        List<Route> all = new ArrayList<>();
        for (int p = 0; p < PORTS; p++) {
            List<Control> controls = new ArrayList<>();
            for (int c = 0; c < 8; c++) {
                controls.add(new Control("c" + c, "C" + c, Control.Kind.KNOB, new Address.Cc(1, 20 + c), -1));
                Target target = new Target("partial-bank", String.format("p%02d-level", 1 + (8 * p + c) % 64));
                all.add(Route.of("r" + p + "-" + c, new Hand("s" + p, "c" + c), Span.FULL, target));
            }
            surfaces.add(new Surface("s" + p, "S" + p, "S" + p, controls));
        }
        routes = all.size();
        engine = new Engine(session.withSurfaces(surfaces).withRoutes(all));
        engine.tick(0);
    }

    /** A minute at full speed on all ports; fails if one message is lost. */
    @Benchmark
    public long aMinuteOfTenPortsAtFullWireSpeed() {
        int before = 0;
        for (int r = 0; r < routes; r++) {
            before += engine.live().moves(r);
        }
        long end = clock + MINUTE;
        long sent = 0;
        long next = clock;
        while (clock < end) {
            clock += TICK;
            for (; next < clock; next += MESSAGE) {
                for (int p = 0; p < PORTS; p++) {
                    engine.port(p).message(0xB0, 20 + (int) (sent & 7), (int) (sent >> 3 & 0x7F), next);
                }
                sent++;
            }
            engine.tick(clock);
        }
        long heard = -before;
        for (int r = 0; r < routes; r++) {
            heard += engine.live().moves(r);
        }
        for (int p = 0; p < PORTS; p++) {
            if (engine.port(p).lost() > 0) {
                throw new IllegalStateException(
                        "Port " + p + " lost " + engine.port(p).lost() + " messages.");
            }
        }
        if (heard != sent * PORTS) {
            throw new IllegalStateException(sent * PORTS + " messages were sent, " + heard + " were heard.");
        }
        return heard;
    }
}
