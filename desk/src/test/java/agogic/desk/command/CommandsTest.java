package agogic.desk.command;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import com.fasterxml.jackson.databind.JsonNode;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import org.junit.jupiter.api.Test;

class CommandsTest extends CommandTest {
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
    void fitSaysWhatItDoesAndWritesTheSessionThatFits() throws Exception {
        Path demo = folder.resolve("demo.agogic");
        assertThat(run("demo", "--save", demo)).isZero();
        Path fitted = folder.resolve("fitted.agogic");
        assertThat(run("fit", demo, "--json", "--out", fitted)).isZero();
        assertThat(json().get("fits").asBoolean()).isTrue();
        JsonNode bank = json().get("devices").get(0);
        assertThat(bank.get("device").asText()).isEqualTo("Partial Bank");
        assertThat(bank.get("needed").asInt()).isEqualTo(142);
        assertThat(bank.get("usable").asInt()).isEqualTo(127);
        int saved = 0;
        for (JsonNode step : bank.get("steps")) {
            saved += step.get("saves").asInt();
            assertThat(step.get("cost").asText()).isNotBlank();
        }
        assertThat(bank.get("after").asInt()).isEqualTo(142 - saved);
        assertThat(bank.get("sockets")).hasSize(bank.get("after").asInt() + 1);
        // Made to fit, there is nothing left to do, and what is heard is the same.
        assertThat(run("fit", fitted)).isZero();
        assertThat(out.toString()).contains("Everything that is wanted has a socket already");
        List<Double> was = lane(demo, "Partial Bank/Partial 9 · Drift");
        assertThat(lane(fitted, "Partial Bank/Partial 9 · Drift"))
                .hasSameSizeAs(was)
                .usingElementComparator((a, b) -> Math.abs(a - b) < 1e-9 ? 0 : 1)
                .isEqualTo(was);
    }

    private List<Double> lane(Path session, String target) throws Exception {
        Path table = folder.resolve("lane.csv");
        assertThat(run("lane", session, "--target", target, "--every", "0.5", "--out", table))
                .isZero();
        return Files.readAllLines(table).stream()
                .skip(1)
                .map(line -> Double.valueOf(line.split(",")[1]))
                .toList();
    }

    @Test
    void aDemandThatCannotFitSaysByHowManyAndExitsWithOne() throws Exception {
        Path demand = Files.writeString(
                folder.resolve("demand.json"),
                """
                {"device": "Rack", "sockets": 2, "parameters": [
                  {"name": "A", "points": [[0, 0.1], [8, 0.9], [9, 0.3]]},
                  {"name": "B", "points": [[0, 0.9], [3, 0.1], [9, 0.7]]},
                  {"name": "C", "points": [[1, 0.2], [7, 0.8], [8, 0.1]]},
                  {"name": "D", "points": [[2, 0.5], [4, 0.1], [11, 0.8]]}]}
                """);
        assertThat(run("fit", demand, "--without", "send outside", "--without", "share", "--without", "join", "--json"))
                .isEqualTo(1);
        assertThat(json().get("devices").get(0).get("missing").asInt()).isEqualTo(2);
        assertThat(run("fit", demand)).isZero();
        assertThat(out.toString())
                .contains("Rack: 4 wanted, 2 sockets")
                .contains("fits: 4 parameters through 2 of 2 sockets");
        assertThat(run("fit", demand, "--without", "magic")).isEqualTo(2);
        assertThat(err.toString()).contains("no kind of step");
    }

    @Test
    void checkFindsWhatIsWrong() throws Exception {
        Path demo = folder.resolve("demo.agogic");
        assertThat(run("demo", "--save", demo)).isZero();
        assertThat(run("check", demo, "--json")).as("doubtful is not wrong").isZero();
        JsonNode findings = json().get("findings");
        assertThat(findings.findValuesAsText("grade"))
                .contains("doubtful", "to know")
                .doesNotContain("wrong");
        assertThat(findings.findValuesAsText("kind")).contains("over_limit", "unused");
        assertThat(findings.findValuesAsText("mend")).contains("Make it fit", "Take them back");
        assertThat(run("--json", "check", demo)).isZero();
        assertThat(json().get("findings")).isEqualTo(findings);
        assertThat(run("check", demo)).isZero();
        assertThat(out.toString())
                .contains("Partial Bank offers 127 sockets; 142 are wanted, 15 too many. → Make it fit");
        assertThat(run("check", folder.resolve("none.agogic"))).isEqualTo(2);
    }

    @Test
    void describeTellsOfAChartAndOfWhatIsWrongWithIt() throws Exception {
        Path chart = Files.writeString(
                folder.resolve("small-box.csv"),
                "name,kind,number,from,to,default,unit,taper,steps\r\nTone,cc,74,0,100,50,%,,\r\n,cc,75,,,,,,\r\n");
        assertThat(run("describe", chart, "--json")).isZero();
        JsonNode device = json().get("devices").get(0);
        assertThat(device.get("name").asText()).isEqualTo("Small box");
        assertThat(device.get("parameters").findValuesAsText("address"))
                .containsExactly("CC 74 · ch 1", "CC 75 · ch 1");
        assertThat(run("describe", chart)).isZero();
        assertThat(out.toString()).contains("Tone, 0 % – 100 %, CC 74 · ch 1").contains("#75");
        Files.writeString(chart, "name,kind,number,from,to,default,unit,taper,steps\r\nTone,cc,200,,,,,,\r\n");
        assertThat(run("describe", chart)).isEqualTo(2);
        assertThat(err.toString().strip().lines()).hasSize(1);
        assertThat(err.toString()).contains("small-box.csv, line 2");
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

    @Test
    void traceTellsEachStopOfTheWire() throws Exception {
        Path demo = folder.resolve("demo.agogic");
        assertThat(run("demo", "--save", demo)).isZero();
        assertThat(run("trace", demo, "--surface", "North Eight", "--bytes", "B0 16 40", "--json"))
                .isZero();
        assertThat(json().get("control").asText()).isEqualTo("Fader 3");
        assertThat(json().get("verdict").asText()).isEqualTo("heard_in_read");
        JsonNode wires = json().get("routes");
        assertThat(wires).hasSize(2);
        assertThat(wires.get(0).get("reads").asText()).isEqualTo("32 %");
        assertThat(wires.get(1).get("stopsAt").asText()).isEqualTo("hand");
        assertThat(wires.get(1).get("pageCounts").asBoolean()).isFalse();

        // On its second page the fader waits to be met; on another channel and without a control nothing is heard.
        assertThat(run("trace", demo, "--surface", "North Eight", "--page", "Comets", "--bytes", "B0 16 7F", "--json"))
                .isEqualTo(1);
        assertThat(json().get("sentence").asText())
                .isEqualTo("Fader 3 has to meet the value at 25 %; the hand is at 100 % — the wire stops at the span.");
        assertThat(run("trace", demo, "--surface", "north-eight", "--bytes", "B5 16 40"))
                .isEqualTo(1);
        assertThat(out.toString()).contains("Fader 3 sends this message, but on channel 1");
        assertThat(run("trace", demo, "--surface", "north-eight", "--bytes", "0xB0,0x16"))
                .isEqualTo(2);
        assertThat(run("trace", demo, "--surface", "north-eight", "--bytes", "B0 XY"))
                .isEqualTo(2);
        assertThat(err.toString()).contains("“XY” is no byte");
        assertThat(run("trace", demo, "--surface", "north-eight", "--page", "Z", "--bytes", "B0 16 40"))
                .isEqualTo(2);
        assertThat(err.toString()).contains("It has Glass, Comets.");
    }

    @Test
    void theSheetIsAPdfAndAPictureOfEachPage() throws Exception {
        Path demo = folder.resolve("demo.agogic");
        assertThat(run("demo", "--save", demo)).isZero();
        Path sheet = folder.resolve("sheet.pdf");
        assertThat(run("export", demo, "--sheet", sheet, "--json")).isZero();
        assertThat(json().get("sheetPages").asInt()).isEqualTo(3);
        assertThat(json().has("lanes")).isFalse();
        assertThat(sheet).isNotEmptyFile();
        for (int page = 1; page <= 3; page++) {
            assertThat(folder.resolve("sheet-" + page + ".png")).isNotEmptyFile();
        }
        assertThat(run("export", demo)).isEqualTo(2);
        assertThat(err.toString()).contains("Say what is to be written");
    }

    /** A macro is ridden as anything else; what it moves follows, as heard. */
    @Test
    void aMacroIsRiddenAndItsMembersFollow() throws Exception {
        Path demo = folder.resolve("demo.agogic");
        Path ridden = folder.resolve("ridden.agogic");
        assertThat(run("demo", "--save", demo)).isZero();
        StringBuilder bytes = new StringBuilder("seconds,bytes\n-0.5,90 2C 7F\n");
        for (int i = 0; i <= 120; i++) {
            bytes.append(i * 0.02).append(String.format(",B0 18 %02X\n", i));
        }
        Path moves = Files.writeString(folder.resolve("moves.csv"), bytes);
        assertThat(run(
                        "ride",
                        demo,
                        "--surface",
                        "North Eight",
                        "--moves",
                        moves,
                        "--from",
                        "20",
                        "--to",
                        "21",
                        "--out",
                        ridden,
                        "--json"))
                .isZero();
        JsonNode stretches = json().get("stretches");
        assertThat(stretches).hasSize(1);
        assertThat(stretches.get(0).get("target").asText()).isEqualTo("macros/afterglow");

        List<Double> glow = lane(ridden, "macros/afterglow");
        List<Double> width = lane(ridden, "drone/width");
        assertThat(width).isNotEqualTo(lane(demo, "drone/width"));
        for (int row = 0; row < width.size(); row++) {
            // Width goes from 100 % down to 20 % while the macro goes up: turned round, straight.
            assertThat(width.get(row)).isCloseTo(1 - 0.8 * glow.get(row), within(1e-9));
        }
    }
}
