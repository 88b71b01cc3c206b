package agogic.bench;

import agogic.core.device.Device;
import agogic.core.envelope.Envelope;
import agogic.core.envelope.Point;
import agogic.core.expose.Adding;
import agogic.core.lane.Lane;
import agogic.core.lane.Layer;
import agogic.core.parameter.Parameter;
import agogic.core.parameter.Taper;
import agogic.core.parameter.Unit;
import agogic.core.play.Engine;
import agogic.core.route.Route;
import agogic.core.route.Span;
import agogic.core.route.Target;
import agogic.core.session.Session;
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
import org.openjdk.jmh.annotations.Param;
import org.openjdk.jmh.annotations.Scope;
import org.openjdk.jmh.annotations.Setup;
import org.openjdk.jmh.annotations.State;
import org.openjdk.jmh.annotations.Warmup;

/** What an edit of one route costs, the engine's taking it included: at 4,000 routes at most three times that at 40. */
@State(Scope.Thread)
@BenchmarkMode(Mode.AverageTime)
@OutputTimeUnit(TimeUnit.MICROSECONDS)
@Fork(1)
@Warmup(iterations = 3, time = 1)
@Measurement(iterations = 4, time = 1)
public class Editing {
    @Param({"40", "4000"})
    private int routes;

    /** How many layers each lane has. */
    @Param({"1", "3"})
    private int layers;

    private Session session;
    private Engine engine;
    private String edited;
    private boolean on;

    @Setup
    public void prepare() {
        Session comet = SlowComet.score();
        Session bare = comet.withRoutes(List.of()).withLanes(List.of());
        List<Route> all = new ArrayList<>();
        List<Lane> lanes = new ArrayList<>();
        List<Parameter> parameters = new ArrayList<>();
        for (int i = 0; i < routes; i++) {
            parameters.add(Parameter.continuous("x" + i, "X " + i, "Bench", Unit.PERCENT, Taper.LINEAR, 0, 100, 50));
            Target target = new Target("bench", "x" + i);
            all.add(Route.of("r" + i, null, Span.FULL, target));
            Lane lane = Lane.drawn(target, Envelope.of(new Point(0, 0.2), new Point(9, 0.8)));
            for (int k = 1; k < layers; k++) {
                String clip = k == 1 ? "" : bare.tracks().get(0).clips().get(0).id();
                Envelope some = Envelope.of(new Point(0, 0.45), new Point(9, 0.55));
                lane = lane.with(k, Layer.of(clip, true).with(some));
            }
            lanes.add(lane);
        }
        Device device = Device.of("bench", "Bench", "effect", parameters, routes, List.of());
        session = Adding.of(bare, device, bare.tracks().get(0).id())
                .withRoutes(all)
                .withLanes(lanes);
        engine = new Engine(session);
        engine.tick(0);
        edited = "r" + routes / 2;
    }

    /** Switches one route off or on, and has the engine take it. */
    @Benchmark
    public Session edit() {
        on = !on;
        session = session.with(session.route(edited).switched(on));
        engine.load(session);
        return session;
    }
}
