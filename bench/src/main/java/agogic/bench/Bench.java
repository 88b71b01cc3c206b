package agogic.bench;

import java.io.IOException;
import org.openjdk.jmh.Main;

/** Runs the benchmarks, with the profiler of allocation; further words are those of JMH. {@code Hands} is no time but a table: how good envelopes are. */
public final class Bench {
    private Bench() {}

    public static void main(String[] words) throws IOException {
        if (words.length > 0 && words[0].equals("Hands")) {
            int hands = words.length > 1 ? Integer.parseInt(words[1]) : 20;
            Hands.print(hands, words.length > 2 ? Long.parseLong(words[2]) : 1);
            return;
        }
        Main.main(words.length > 0 ? words : new String[] {"-prof", "gc"});
    }
}
