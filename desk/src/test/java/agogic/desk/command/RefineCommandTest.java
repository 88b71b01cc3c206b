package agogic.desk.command;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import org.junit.jupiter.api.Test;

/** What refine writes is a table that sample reads, from the first move to the last, and as far from the hand as it says. */
class RefineCommandTest extends CommandTest {
    private static final int RIDES = 25;

    private static final List<List<String>> WAYS = List.of(
            List.of(),
            List.of("--straight"),
            List.of("--held"),
            List.of("--resolution", "127"),
            List.of("--straight", "--resolution", "127"));

    private final Random random = new Random(41);

    /** Moves that stay at the ends for a while, jump, stand still and end with a move. */
    private List<double[]> ride() {
        List<double[]> moves = new ArrayList<>();
        double at = 0;
        double value = random.nextInt(3) == 0 ? random.nextInt(2) : random.nextDouble();
        double speed = 0;
        for (int i = 2 + random.nextInt(60); i > 0; i--) {
            moves.add(new double[] {at, Math.rint(value * 127) / 127});
            speed += random.nextGaussian() * 0.02;
            value = random.nextInt(20) == 0 ? random.nextDouble() : value + speed;
            speed = value < 0 || value > 1 ? 0 : speed;
            value = Math.max(0, Math.min(1, value));
            at += random.nextInt(15) == 0 ? random.nextDouble() : 0.01 + random.nextInt(10) / 1000.0;
        }
        return moves;
    }

    @Test
    void whatIsWrittenIsReadAndEndsWhereTheHandDid() throws IOException {
        for (int k = 0; k < RIDES; k++) {
            List<double[]> moves = ride();
            StringBuilder text = new StringBuilder("seconds,value\n");
            moves.forEach(m -> text.append(m[0]).append(',').append(m[1]).append('\n'));
            Path ride = Files.writeString(folder.resolve("ride.csv"), text);
            double last = moves.get(moves.size() - 1)[0];
            double ends = moves.get(moves.size() - 1)[1];
            for (List<String> way : WAYS) {
                List<Object> words = new ArrayList<>(List.of("refine", ride, "--tolerance", "0.02", "--json"));
                words.addAll(List.of("--out", folder.resolve("e.csv")));
                words.addAll(way);
                assertThat(run(words.toArray())).isZero();
                JsonNode said = new ObjectMapper().readTree(out.toString());
                assertThat(said.get("maxDeviation").asDouble()).isLessThanOrEqualTo(0.02 + 1e-9);
                List<String> table = Files.readAllLines(folder.resolve("e.csv"));
                assertThat(said.get("points").asInt()).isEqualTo(table.size() - 1);
                String[] end = table.get(table.size() - 1).split(",", -1);
                assertThat(Double.parseDouble(end[0]))
                        .as("%s of ride %d", way, k)
                        .isEqualTo(last);
                assertThat(Double.parseDouble(end[1]))
                        .as("%s of ride %d", way, k)
                        .isCloseTo(ends, within(0.02 + 0.5 / 127 + 1e-9));
                words = List.of(
                        "sample",
                        folder.resolve("e.csv"),
                        "--every",
                        "0.01",
                        "--from",
                        "0",
                        "--to",
                        last + 0.001,
                        "--out",
                        folder.resolve("t.csv"));
                assertThat(run(words.toArray()))
                        .as("%s of ride %d: %s", way, k, err)
                        .isZero();
            }
        }
    }

    private List<String> refined(Path ride, String... words) throws IOException {
        List<Object> all = new ArrayList<>(List.of("refine", ride, "--tolerance", "0.02"));
        all.addAll(List.of("--out", folder.resolve("e.csv"), "--resolution", "127"));
        all.addAll(List.of(words));
        assertThat(run(all.toArray())).as("%s", err).isZero();
        List<String> lines = Files.readAllLines(folder.resolve("e.csv"));
        return lines.subList(1, lines.size());
    }

    /** Earlier is the same envelope at other times: nothing of it is cut, nothing is fitted anew. */
    @Test
    void earlierMovesTheWholeEnvelope() throws IOException {
        for (int k = 0; k < RIDES; k++) {
            StringBuilder text = new StringBuilder("seconds,value\n");
            ride().forEach(m -> text.append(m[0]).append(',').append(m[1]).append('\n'));
            Path ride = Files.writeString(folder.resolve("ride.csv"), text);
            double earlier = Math.rint(random.nextDouble() * 100 - 20) / 1000;
            List<String> as = refined(ride);
            List<String> moved = refined(ride, "--earlier", String.valueOf(earlier));
            assertThat(moved).hasSameSizeAs(as);
            for (int i = 0; i < as.size(); i++) {
                String[] was = as.get(i).split(",", 2);
                String[] is = moved.get(i).split(",", 2);
                assertThat(Double.parseDouble(is[0])).isCloseTo(Double.parseDouble(was[0]) - earlier, within(1e-12));
                assertThat(is[1]).isEqualTo(was[1]);
            }
        }
    }

    /** No shortest rest is one of 0 s, and not the usual one. */
    @Test
    void aRestMayBeHoweverShort() throws IOException {
        Path ride = Files.writeString(
                folder.resolve("ride.csv"),
                """
                seconds,value
                0,0.5
                0.6,0.50787
                0.61,0.51575
                0.62,0.52362
                0.75,0.53150
                0.76,0.53937
                0.77,0.54724
                1.4,0.54724
                """);
        List<String> usual = refined(ride);
        assertThat(refined(ride, "--rest", "0.25")).isEqualTo(usual);
        assertThat(refined(ride, "--rest", "0")).isNotEqualTo(usual).isEqualTo(refined(ride, "--rest", "0.05"));
        assertThat(run("refine", ride, "--tolerance", "0.02", "--out", folder.resolve("e.csv"), "--earlier", "3"))
                .isNotZero();
    }
}
