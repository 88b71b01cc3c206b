package agogic.desk.command;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import agogic.core.edit.pass.Finishing;
import agogic.core.refine.Recipe;
import agogic.core.route.Target;
import agogic.core.session.Session;
import agogic.formats.session.SessionFile;
import agogic.standins.comet.SlowComet;
import com.fasterxml.jackson.databind.JsonNode;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import org.junit.jupiter.api.Test;

/** Layers and shapes through the outermost door: the commands and their files. */
class LayerCommandsTest extends CommandTest {
    private static final String CUTOFF = "Two-Pole Filter/Cutoff";

    private Path demo() {
        Path demo = folder.resolve("demo.agogic");
        assertThat(run("demo", "--save", demo)).isZero();
        return demo;
    }

    /** A piece that was kept before its envelopes were made is taken with them: what is sent of it is what would be. */
    @Test
    void whatIsStillToBeMadeIsMadeFirst() throws IOException {
        Target cutoff = new Target("filter", "cutoff");
        Session demo = SlowComet.session();
        Recipe looser = demo.lane(cutoff).stretches().get(0).recipe().within(0.05);
        Session due = Finishing.by(demo, cutoff, 0, 0, looser);
        assertThat(Finishing.due(due)).isTrue();
        Path kept = folder.resolve("due.agogic");
        Path made = folder.resolve("made.agogic");
        SessionFile.save(kept, due);
        SessionFile.save(made, Finishing.finished(due));
        assertThat(values(kept)).isEqualTo(values(made)).isNotEqualTo(values(demo()));
    }

    /** The first fader, from one code to another in so many seconds. */
    private Path hand(int from, int to, double begin, double seconds) throws IOException {
        StringBuilder bytes = new StringBuilder("seconds,bytes\n");
        int step = Integer.signum(to - from);
        for (int code = from; code != to + step; code += step) {
            double at = begin + seconds * Math.abs(code - from) / Math.abs(to - from);
            bytes.append(at).append(String.format(",B0 14 %02X%n", code));
        }
        return Files.writeString(folder.resolve("hand-" + from + "-" + to + ".csv"), bytes);
    }

    private double[] values(Path session, String... more) throws IOException {
        Path table = folder.resolve("table.csv");
        Object[] words = new Object[8 + more.length];
        Object[] first = {"lane", session, "--target", CUTOFF, "--every", "0.1", "--out", table};
        System.arraycopy(first, 0, words, 0, 8);
        System.arraycopy(more, 0, words, 8, more.length);
        assertThat(run(words)).as(err.toString()).isZero();
        List<String> rows = Files.readAllLines(table);
        return rows.subList(1, rows.size()).stream()
                .mapToDouble(r -> Double.parseDouble(r.split(",")[1]))
                .toArray();
    }

    private Path ride(Path session, Path moves, String from, String to, String... more) {
        Path out = folder.resolve("ridden-" + System.nanoTime() + ".agogic");
        Object[] words = new Object[15 + more.length];
        Object[] first = {
            "ride",
            session,
            "--surface",
            "North Eight",
            "--moves",
            moves,
            "--from",
            from,
            "--to",
            to,
            "--mode",
            "latch",
            "--json",
            "--out",
            out
        };
        System.arraycopy(first, 0, words, 0, 15);
        System.arraycopy(more, 0, words, 15, more.length);
        assertThat(run(words)).as(err.toString()).isZero();
        return out;
    }

    @Test
    void anOffsetKeepsTheShapeAndIsReadAlone() throws IOException {
        Path demo = demo();
        Path down = ride(demo, hand(80, 60, 1, 2), "17.1", "25.1", "--offset", "--take", "Darker");
        JsonNode stretch = json().get("stretches").get(0);
        assertThat(stretch.get("layer").asText()).isEqualTo("Offset on the timeline");
        assertThat(stretch.get("take").asText()).isEqualTo("Darker");
        double[] before = values(demo);
        double[] after = values(down);
        // From bar 19 to bar 24 the hand lies still: 84 bpm, so 4 beats are 2.857 s.
        double difference = after[550] - before[550];
        assertThat(difference).isNegative();
        for (int i = 520; i < 680; i++) {
            assertThat(after[i] - before[i]).as("at %s s", i * 0.1).isCloseTo(difference, within(1e-9));
        }
        for (int i = 0; i < 450; i++) {
            assertThat(after[i]).isEqualTo(before[i]);
        }
        double[] alone = values(down, "--layer", "Offset on the timeline");
        assertThat(alone[550]).isCloseTo(0.5 + difference / 2, within(1e-9));
        assertThat(run(
                        "lane",
                        down,
                        "--target",
                        CUTOFF,
                        "--every",
                        "1",
                        "--layer",
                        "9",
                        "--out",
                        folder.resolve("x.csv")))
                .isEqualTo(2);
        assertThat(err.toString()).contains("has no layer “9”");
    }

    @Test
    void aRideIntoAClipLeavesTheTimeline() throws IOException {
        Path demo = demo();
        Path ridden = ride(demo, hand(40, 90, 1, 4), "5.1", "9.1", "--into", "clip");
        assertThat(json().get("stretches").get(0).get("layer").asText()).startsWith("Absolute in the clip Glass B");
        double[] timeline = values(demo);
        double[] after = values(ridden);
        double[] base = values(ridden, "--layer", "1");
        assertThat(base).containsExactly(timeline);
        assertThat(after[200]).isNotCloseTo(timeline[200], within(0.01));
        assertThat(after[300]).isEqualTo(timeline[300]);
    }

    @Test
    void aSweepAndASwitchInWords() throws IOException {
        Path demo = demo();
        Path swept = folder.resolve("swept.agogic");
        assertThat(run(
                        "shape",
                        demo,
                        "--target",
                        CUTOFF,
                        "--do",
                        "sweep 120 Hz to 3 kHz 27 33",
                        "--json",
                        "--out",
                        swept))
                .as(err.toString())
                .isZero();
        assertThat(json().get("shaped").get(0).get("points").asInt()).isPositive();
        double[] before = values(demo);
        double[] after = values(swept);
        double from = 26 * 4 * 60 / 84.0;
        double to = 32 * 4 * 60 / 84.0;
        for (int i = 0; i < after.length; i++) {
            double at = i * 0.1;
            if (at < from || at >= to) {
                assertThat(after[i]).as("at %s", at).isCloseTo(before[i], within(1e-12));
            } else {
                // Straight on a logarithmic taper of 40 Hz to 16 kHz: exponential in Hz (W3C Web Audio, exponential
                // ramp).
                double hertz = 120 * Math.pow(3000.0 / 120, (at - from) / (to - from));
                assertThat(after[i]).as("at %s", at).isCloseTo(Math.log(hertz / 40) / Math.log(400), within(1e-9));
            }
        }
        Path switched = folder.resolve("switched.agogic");
        assertThat(run("shape", swept, "--target", "Partial Bank/Voicing", "--do", "switch Bell 33", "--out", switched))
                .as(err.toString())
                .isZero();
        assertThat(run("shape", swept, "--target", CUTOFF, "--do", "sweep 120 Hz to 3 kHz", "--out", switched))
                .isEqualTo(2);
        assertThat(err.toString()).contains("Where?");
    }
}
