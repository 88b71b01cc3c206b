package agogic.bench;

import java.io.IOException;
import org.openjdk.jmh.Main;

/** Runs the benchmarks, with the profiler of allocation; further words are those of JMH. */
public final class Bench {
    private Bench() {}

    public static void main(String[] words) throws IOException {
        Main.main(words.length > 0 ? words : new String[] {"-prof", "gc"});
    }
}
