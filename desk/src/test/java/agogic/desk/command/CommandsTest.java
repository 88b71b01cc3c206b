package agogic.desk.command;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import java.io.PrintWriter;
import java.io.StringWriter;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

class CommandsTest {
    @TempDir
    Path folder;

    private final StringWriter out = new StringWriter();
    private final StringWriter err = new StringWriter();

    private int run(Object... words) {
        out.getBuffer().setLength(0);
        err.getBuffer().setLength(0);
        String[] texts = new String[words.length];
        for (int i = 0; i < words.length; i++) {
            texts[i] = words[i].toString();
        }
        return Commands.run(new PrintWriter(out, true), new PrintWriter(err, true), texts);
    }

    private JsonNode json() throws Exception {
        return new ObjectMapper().readTree(out.toString());
    }

    @Test
    void refineThenSampleStaysWithinTheTolerance() throws Exception {
        StringBuilder ride = new StringBuilder("seconds,value\n");
        for (int i = 0; i <= 400; i++) {
            ride.append(i * 0.01)
                    .append(',')
                    .append(0.5 + 0.3 * Math.sin(i * 0.02))
                    .append('\n');
        }
        Path moves = Files.writeString(folder.resolve("ride.csv"), ride);
        Path envelope = folder.resolve("env.csv");
        assertThat(run("refine", moves, "--tolerance", "0.01", "--out", envelope, "--json"))
                .isZero();
        assertThat(json().get("moves").asInt()).isEqualTo(401);
        assertThat(json().get("points").asInt())
                .isLessThanOrEqualTo(json().get("fewest").asInt());
        assertThat(json().get("maxDeviation").asDouble()).isLessThanOrEqualTo(0.01 + 1e-9);
        Path table = folder.resolve("table.csv");
        assertThat(run("sample", envelope, "--every", "0.01", "--from", "0", "--to", "4", "--out", table))
                .isZero();
        List<String> rows = Files.readAllLines(table);
        assertThat(rows).hasSize(402);
        for (int i = 0; i <= 400; i++) {
            double value = Double.parseDouble(rows.get(i + 1).split(",")[1]);
            assertThat(value).isCloseTo(0.5 + 0.3 * Math.sin(i * 0.02), within(0.01 + 1e-9));
        }
    }

    @Test
    void rideThenLaneChangesNothingOutsideTheWrittenStretch() throws Exception {
        Path demo = folder.resolve("demo.agogic");
        assertThat(run("demo", "--save", demo)).isZero();
        StringBuilder bytes = new StringBuilder("seconds,bytes\n-0.5,90 2A 7F\n");
        for (int i = 0; i < 60; i++) {
            bytes.append(i * 0.03).append(String.format(",B0 16 %02X%n", 20 + i));
        }
        bytes.append("2.2,80 2A 00\n");
        Path moves = Files.writeString(folder.resolve("moves.csv"), bytes);
        Path ridden = folder.resolve("ridden.agogic");
        assertThat(run(
                        "ride",
                        demo,
                        "--surface",
                        "North Eight",
                        "--moves",
                        moves,
                        "--from",
                        "5.1",
                        "--to",
                        "9.1",
                        "--out",
                        ridden,
                        "--json"))
                .isZero();
        JsonNode stretch = json().get("stretches").get(0);
        assertThat(stretch.get("from").asText()).isEqualTo("5.1.00");
        double from = stretch.get("fromSeconds").asDouble();
        double to = stretch.get("toSeconds").asDouble();
        Path before = folder.resolve("before.csv");
        Path after = folder.resolve("after.csv");
        for (Path[] pair : new Path[][] {{demo, before}, {ridden, after}}) {
            assertThat(run("lane", pair[0], "--target", "Echo Line/Feedback", "--every", "0.01", "--out", pair[1]))
                    .isZero();
        }
        List<String> was = Files.readAllLines(before);
        List<String> is = Files.readAllLines(after);
        for (int i = 1; i < was.size(); i++) {
            double at = Double.parseDouble(was.get(i).split(",")[0]);
            double old = Double.parseDouble(was.get(i).split(",")[1]);
            double now = Double.parseDouble(is.get(i).split(",")[1]);
            if (at < from || at > to) {
                assertThat(now).isCloseTo(old, within(1e-12));
            } else if (at > from + 0.1 && at < from + 1.7) {
                // Fader 3 reaches 0..65 % of a range of 0..95 %.
                double code = 20 + Math.floor((at - from) / 0.03);
                assertThat(now).isCloseTo(code / 127 * 65 / 95, within(0.03));
            }
        }
        Path midi = folder.resolve("out.mid");
        assertThat(run("export", ridden, "--midi", midi, "--fine", "nrpn", "--json"))
                .isZero();
        assertThat(json().get("lanes").asInt()).isPositive();
    }

    @Test
    void whatCannotBeDoneIsOneLineAndExitCodeTwo() throws Exception {
        Path none = folder.resolve("none.csv");
        assertThat(run("refine", none, "--tolerance", "0.01", "--out", folder.resolve("e.csv")))
                .isEqualTo(2);
        assertThat(err.toString().strip().lines()).hasSize(1);
        assertThat(err.toString()).contains("There is no file");
        assertThat(folder.resolve("e.csv")).doesNotExist();
        assertThat(run("refine", none)).isEqualTo(2);
        assertThat(run("nonsense")).isEqualTo(2);
        Path odd = Files.writeString(folder.resolve("odd.agogic"), "no session");
        assertThat(run("lane", odd, "--target", "a/b", "--every", "1", "--out", folder.resolve("t.csv")))
                .isEqualTo(2);
        assertThat(err.toString()).contains("no whole Agogic session");
    }
}
