package agogic.desk.command;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import agogic.core.lane.Lane;
import agogic.core.route.Route;
import agogic.core.session.Session;
import agogic.formats.session.SessionFile;
import agogic.standins.comet.SlowComet;
import com.fasterxml.jackson.databind.JsonNode;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Random;
import java.util.Set;
import java.util.TreeSet;
import javax.sound.midi.MidiEvent;
import javax.sound.midi.MidiSystem;
import javax.sound.midi.ShortMessage;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;

/** The commands as somebody outside meets them: what they refuse, what they keep, what they say. */
class OutermostTest extends CommandTest {
    private static final List<String> ALL = List.of(
            "demo", "shots", "refine", "sample", "ride", "trace", "lane", "export", "describe", "add", "fit", "check");

    private Path demo;

    @BeforeEach
    void save() {
        demo = folder.resolve("demo.agogic");
        assertThat(run("demo", "--save", demo)).isZero();
    }

    private Path file(String name, String text) throws IOException {
        return Files.writeString(folder.resolve(name), text);
    }

    private int ride(Path session, Path moves, String from, String to, String mode, Path into, Object... more) {
        List<Object> words = new ArrayList<>(List.of(
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
                mode));
        words.addAll(List.of("--out", into, "--json"));
        words.addAll(List.of(more));
        return run(words.toArray());
    }

    @Test
    void everyCommandTellsWhatItDoes() {
        for (String command : ALL) {
            assertThat(run(command, "--help")).isZero();
            assertThat(out.toString()).contains("Usage: agogic " + command).contains("--json");
            assertThat(err.toString()).isEmpty();
        }
        assertThat(run("--help")).isZero();
        assertThat(ALL).allMatch(out.toString()::contains);
        run("fit", "--help");
        assertThat(out.toString()).contains("\"sockets\"").contains("\"points\"");
    }

    @Test
    void whatIsReadIsNeverWhatIsWritten() throws IOException {
        Path ride = file("ride.csv", "seconds,value\n0,0.1\n1,0.9\n");
        Path moves = file("m.csv", "seconds,bytes\n0.5,B0 16 40\n");
        Path chart = file("box.csv", "name,kind,number,from,to,default,unit,taper,steps\nTone,cc,74,,,,,,\n");
        byte[] before = Files.readAllBytes(demo);
        cannot("is read", "refine", ride, "--tolerance", "0.1", "--out", ride);
        cannot("is read", "lane", demo, "--target", "Echo Line/Feedback", "--every", "1", "--out", demo);
        cannot("is read", "fit", demo, "--out", demo);
        cannot("is read", "export", demo, "--midi", demo);
        cannot("is read", "add", demo, chart, "--track", "Low Drone", "--out", chart);
        assertThat(ride(demo, moves, "1", "2", "touch", demo)).isEqualTo(2);
        assertThat(Files.readAllBytes(demo)).isEqualTo(before);
        assertThat(ride).hasContent("seconds,value\n0,0.1\n1,0.9\n");
    }

    @Test
    void whatCannotBeDoneIsSaidWithItsOwnName() throws Exception {
        Path env = file("e.csv", "seconds,value,shape,amount\n0,0,,\n1,1,,\n");
        Path pipe = folder.resolve("pipe.csv");
        assertThat(new ProcessBuilder("mkfifo", pipe.toString()).start().waitFor())
                .isZero();
        cannot("is a folder", "check", folder);
        cannot("is a folder", "refine", folder, "--tolerance", "0.1", "--out", folder.resolve("o.csv"));
        cannot("a pipe or a device", "refine", pipe, "--tolerance", "0.1", "--out", folder.resolve("o.csv"));
        cannot("There is no folder", "demo", "--save", folder.resolve("none/d.agogic"));
        cannot("is a folder", "demo", "--save", folder);
        cannot(
                "10,000,000 are the most",
                "lane",
                demo,
                "--target",
                "Echo Line/Feedback",
                "--every",
                "1.2e-7",
                "--out",
                folder.resolve("t.csv"));
        cannot(
                "are the most",
                "sample",
                env,
                "--every",
                "1e-9",
                "--from",
                "0",
                "--to",
                "1",
                "--out",
                folder.resolve("t.csv"));
        cannot("no position", "trace", demo, "--surface", "North Eight", "--bytes", "B0 16 40", "--at", "99999999999");
        cannot(
                "no position",
                "trace",
                demo,
                "--surface",
                "North Eight",
                "--bytes",
                "B0 16 40",
                "--at",
                "99999999999:10");
        Files.write(folder.resolve("latin.csv"), new byte[] {'s', 'e', 'c', (byte) 0xE9, '\n'});
        cannot(
                "no text in UTF-8",
                "refine",
                folder.resolve("latin.csv"),
                "--tolerance",
                "0.1",
                "--out",
                folder.resolve("o.csv"));
        assertThat(folder.resolve("t.csv")).doesNotExist();
    }

    @Test
    void aRideHasAnEndAndABeginning() throws IOException {
        Path into = folder.resolve("o.agogic");
        Path early = file("early.csv", "seconds,bytes\n-1000000000,B0 16 40\n");
        Path moves = file("m.csv", "seconds,bytes\n0.5,B0 16 40\n");
        assertThat(ride(demo, early, "5", "6", "touch", into)).isEqualTo(2);
        assertThat(err.toString()).contains("a count-in lasts 600 s at the most");
        assertThat(ride(demo, moves, "5", "999999", "touch", into)).isEqualTo(2);
        assertThat(err.toString()).contains("the piece ends at 49.1.00");
        assertThat(into).doesNotExist();
    }

    /** Only what moves on the page in force is written; what nothing moved is said, with exit code 1. */
    @Test
    void aRideWritesWhatMovesAndNothingElse() throws IOException {
        Path into = folder.resolve("o.agogic");
        StringBuilder bytes = new StringBuilder("seconds,bytes\n");
        for (int i = 0; i < 40; i++) {
            bytes.append(0.1 + i * 0.05).append(String.format(Locale.ROOT, ",B0 14 %02X%n", 30 + i));
        }
        Path moves = file("m.csv", bytes.toString());
        for (String mode : List.of("touch", "latch", "write")) {
            assertThat(ride(demo, moves, "5", "9", mode, into)).isZero();
            assertThat(json().get("stretches")).hasSize(1);
            assertThat(json().get("stretches").get(0).get("target").asText()).isEqualTo("filter/cutoff");
            assertThat(json().get("stretches").get(0).get("points").asInt()).isPositive();
            assertThat(changed(into)).containsExactly("filter/cutoff");
        }
        assertThat(ride(demo, moves, "5", "9", "write", into, "--target", "Echo Line/Feedback"))
                .isZero();
        assertThat(changed(into)).containsExactly("echo/feedback");
        Path still = file("still.csv", "seconds,bytes\n0.5,B0 66 40\n");
        assertThat(ride(demo, still, "5", "9", "touch", into)).isEqualTo(1);
        assertThat(json().get("why").asText()).contains("nothing is connected");
        Path none = file("none.csv", "seconds,bytes\n");
        assertThat(ride(demo, none, "5", "9", "touch", into)).isEqualTo(1);
        assertThat(json().get("why").asText()).contains("no whole message");
    }

    private Set<String> changed(Path session) throws IOException {
        Session before = SessionFile.open(demo);
        Session after = SessionFile.open(session);
        Set<String> changed = new TreeSet<>();
        for (Lane lane : after.lanes()) {
            if (!lane.equals(before.lane(lane.target()))) {
                changed.add(lane.target().toString());
            }
        }
        for (Route route : after.routes()) {
            assertThat(route).isEqualTo(before.route(route.id()));
        }
        return changed;
    }

    @Test
    void aLoopIsForPeopleWhoPlay() throws IOException {
        Session looped = SessionFile.open(demo);
        Path on = folder.resolve("loop.agogic");
        SessionFile.save(on, looped.withLoop(new agogic.core.session.Loop(64, 96, true)));
        StringBuilder bytes = new StringBuilder("seconds,bytes\n");
        for (int i = 0; i < 105; i++) {
            bytes.append(i * 0.1).append(String.format(Locale.ROOT, ",B0 14 %02X%n", i));
        }
        Path into = folder.resolve("o.agogic");
        assertThat(ride(on, file("m.csv", bytes.toString()), "23.1", "27.1", "write", into))
                .isZero();
        assertThat(json().get("stretches")).hasSize(1);
        assertThat(json().get("stretches").get(0).get("moves").asInt()).isGreaterThanOrEqualTo(105);
    }

    @Test
    void manyMessagesAtOneMomentAreAllPlayed() throws IOException {
        StringBuilder bytes = new StringBuilder("seconds,bytes\n");
        for (int i = 0; i < 6_667; i++) {
            bytes.append("1").append(String.format(Locale.ROOT, ",B0 14 %02X%n", i % 128));
        }
        bytes.append("2,B0 14 07\n");
        Path into = folder.resolve("o.agogic");
        assertThat(ride(demo, file("m.csv", bytes.toString()), "5", "9", "touch", into))
                .isZero();
        assertThat(json().get("stretches").get(0).get("moves").asInt()).isGreaterThanOrEqualTo(6_668);
    }

    /** Rides to a control's ends: values a hair outside 0..1 were stored and refused on reading. */
    @Test
    void whatIsRiddenToTheEndsOpens() throws IOException {
        Path into = folder.resolve("o.agogic");
        for (int seed = 1; seed <= 12; seed++) {
            Random random = new Random(seed);
            StringBuilder bytes = new StringBuilder("seconds,bytes\n");
            double at = 0;
            int code = random.nextInt(128);
            for (int i = 0; i < 60; i++) {
                at += 0.01 + random.nextDouble() * (random.nextInt(6) == 0 ? 1.2 : 0.06);
                code = switch (random.nextInt(4)) {
                    case 0 -> random.nextBoolean() ? 0 : 127;
                    case 1 -> random.nextInt(128);
                    default -> Math.max(0, Math.min(127, code + random.nextInt(9) - 4));
                };
                bytes.append(at).append(String.format(Locale.ROOT, ",B0 %02X %02X%n", 20 + seed % 3, code));
            }
            Path moves = file("m.csv", bytes.toString());
            String mode = List.of("touch", "latch", "write").get(seed % 3);
            assertThat(ride(demo, moves, "18.1", "26.1", mode, into))
                    .as("seed %s", seed)
                    .isZero();
            assertThat(SessionFile.open(into).rides()).as("seed %s", seed).isNotEmpty();
        }
        Path known = file(
                "known.csv",
                "seconds,bytes\n1.7281,B0 15 7E\n2.9003,B0 15 75\n3.4117,B0 15 7F\n4.002,B0 15 00\n5.1,B0 15 7F\n");
        assertThat(ride(demo, known, "18.1", "23.1", "write", into)).isZero();
        assertThat(run("check", into)).isZero();
    }

    @Test
    void refinedEnvelopesStayInsideAtTheEnds() throws IOException {
        Path into = folder.resolve("e.csv");
        for (int seed = 1; seed <= 60; seed++) {
            Random random = new Random(seed);
            StringBuilder rows = new StringBuilder("seconds,value\n");
            double at = 0;
            for (int i = 0; i < 25; i++) {
                at += 0.05 + random.nextDouble();
                double value = random.nextInt(3) == 0 ? random.nextInt(2) : random.nextDouble();
                rows.append(at).append(',').append(value).append('\n');
            }
            Path moves = file("r.csv", rows.toString());
            assertThat(run("refine", moves, "--tolerance", 0.002 + random.nextDouble() * 0.2, "--out", into))
                    .isZero();
            for (String line :
                    Files.readAllLines(into).subList(1, Files.readAllLines(into).size())) {
                assertThat(Double.parseDouble(line.split(",")[1]))
                        .as("seed %s", seed)
                        .isBetween(0.0, 1.0);
            }
        }
    }

    @Test
    void namesWithCommasKeepTheirCells() throws IOException {
        Path chart = file(
                "odd.csv",
                "name,kind,number,from,to,default,unit,taper,steps\r\n\"Mode, main\",cc,70,,,\"A, B\",,,\"A, B|C\"\r\nTone,cc,71,20,20000,1.2k,Hz,log,\r\n");
        Path into = folder.resolve("with.agogic");
        assertThat(run("add", demo, chart, "--track", "Low Drone", "--out", into, "--json"))
                .isZero();
        assertThat(json().get("added").get(0).asText()).isEqualTo("Odd");
        Path table = folder.resolve("t.csv");
        assertThat(run("lane", into, "--target", "Odd/Mode, main", "--every", "40", "--out", table))
                .isZero();
        assertThat(Files.readAllLines(table).get(0)).isEqualTo("seconds,value,number,unit");
        assertThat(Files.readAllLines(table).get(1)).isEqualTo("0.0,0.25,0.0,\"A, B\"");
        assertThat(run("lane", into, "--target", "Odd/Tone", "--every", "40", "--out", table))
                .isZero();
        String[] cells = Files.readAllLines(table).get(1).split(",");
        assertThat(Double.parseDouble(cells[2])).isCloseTo(1200, within(1e-9));
        assertThat(cells[3]).isEqualTo("Hz");
        cannot("It has", "add", demo, chart, "--track", "Nowhere", "--out", into);
    }

    @Test
    void aTouchIsAMessageAndTakeoverSaysWhatIsReached() throws IOException {
        assertThat(run("trace", demo, "--surface", "North Eight", "--bytes", "90 28 7F", "--json"))
                .isZero();
        assertThat(json().get("verdict").asText()).isEqualTo("touched");
        assertThat(json().get("sentence").asText()).startsWith("Fader 1 is held");
        assertThat(run("trace", demo, "--surface", "North Eight", "--page", "Comets", "--bytes", "B0 16 40", "--json"))
                .isEqualTo(1);
        for (JsonNode wire : json().get("routes")) {
            if (!wire.get("pageCounts").asBoolean()) {
                assertThat(wire.get("sentence").asText()).contains("does nothing on page Comets");
            }
        }
    }

    /** What everything stands at in the beginning comes before the first note; a switch's lateness is told in time. */
    @Test
    void anExportBeginsWithWhatEverythingStandsAt() throws Exception {
        Path midi = folder.resolve("o.mid");
        assertThat(run("export", demo, "--midi", midi, "--fine", "7", "--json")).isZero();
        assertThat(json().get("notice").asText()).contains("travel as NRPN");
        // A step is sent at its moment, although the cable is busy with ways.
        assertThat(json().get("latestSwitchMilliseconds").asDouble()).isLessThan(1);
        assertThat(json().get("greatestLossInUnit").asText()).doesNotContain("position");
        assertThat(json().get("busiestSecond").asDouble()).isLessThanOrEqualTo(1.001);
        Map<String, Long> first = new HashMap<>();
        for (var track : MidiSystem.getSequence(midi.toFile()).getTracks()) {
            for (int i = 0; i < track.size(); i++) {
                MidiEvent event = track.get(i);
                if (event.getMessage() instanceof ShortMessage m && m.getCommand() == ShortMessage.CONTROL_CHANGE) {
                    first.putIfAbsent(m.getChannel() + "." + m.getData1(), event.getTick());
                }
            }
        }
        assertThat(first).isNotEmpty();
        assertThat(first.values()).allMatch(tick -> tick == 0);
    }

    @Test
    void aLongPieceIsExportedSoon() throws IOException {
        Session piece = SlowComet.session();
        Session longer = new Session(
                piece.name(),
                "",
                piece.timeline(),
                1e6,
                List.of(),
                piece.loop(),
                piece.tracks(),
                piece.devices(),
                piece.surfaces(),
                piece.routes(),
                piece.lanes(),
                piece.rides(),
                piece.macros());
        Path file = folder.resolve("long.agogic");
        SessionFile.save(file, longer);
        assertThat(run("export", file, "--midi", folder.resolve("l.mid"))).isZero();
    }

    @Test
    void aFailedExportLeavesNothingBehind() {
        Path sheet = folder.resolve("sheet.pdf");
        cannot("There is no folder", "export", demo, "--sheet", sheet, "--midi", folder.resolve("none/o.mid"));
        assertThat(sheet).doesNotExist();
        assertThat(folder.resolve("sheet-1.png")).doesNotExist();
        cannot("7, 14 or nrpn", "export", demo, "--sheet", sheet, "--midi", folder.resolve("o.mid"), "--fine", "9");
        assertThat(sheet).doesNotExist();
    }
}
