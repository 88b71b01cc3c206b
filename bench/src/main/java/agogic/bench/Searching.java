package agogic.bench;

import agogic.core.device.Device;
import agogic.core.parameter.Parameter;
import agogic.core.parameter.Taper;
import agogic.core.parameter.Unit;
import agogic.core.search.ParameterSearch;
import agogic.core.search.Query;
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

/** Finding parameters among 100,000: 16 ms is a frame. */
@State(Scope.Thread)
@BenchmarkMode(Mode.AverageTime)
@OutputTimeUnit(TimeUnit.MILLISECONDS)
@Fork(1)
@Warmup(iterations = 3, time = 1)
@Measurement(iterations = 4, time = 1)
public class Searching {
    private static final int PARAMETERS = 100_000;

    @Param({"decay", "grain 77 level", "hz > 2k", "wanted no envelope", "nothing like this", "e"})
    String typed;

    private Session session;
    private ParameterSearch search;

    @Setup
    public void prepare() {
        String[] aspects = {"Level", "Decay", "Pan", "Drift", "Cutoff"};
        List<Parameter> parameters = new ArrayList<>();
        for (int i = 0; i < PARAMETERS; i++) {
            String aspect = aspects[i % aspects.length];
            boolean cutoff = aspect.equals("Cutoff");
            parameters.add(Parameter.continuous(
                    "g" + i,
                    "Grain " + i / aspects.length + " · " + aspect,
                    "Grain " + i / aspects.length,
                    cutoff ? Unit.HERTZ : Unit.PERCENT,
                    cutoff ? Taper.LOGARITHMIC : Taper.LINEAR,
                    cutoff ? 40 : 0,
                    cutoff ? 1_000 + i : 100,
                    50));
        }
        session = SlowComet.session().withDevice(Device.of("grains", "Grains", "", parameters, 512, List.of()));
        search = ParameterSearch.of(session, null);
    }

    /** What happens at every letter that is typed. */
    @Benchmark
    public int[] oneLetterMore() {
        return search.find(Query.of(typed));
    }

    /** What happens after every edit: the search is made ready again. */
    @Benchmark
    public ParameterSearch afterAnEdit() {
        return ParameterSearch.of(session, search);
    }
}
