package agogic.desk.command;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import agogic.core.plan.Heard;
import agogic.core.route.Route;
import agogic.core.route.Takeover;
import agogic.core.route.Target;
import agogic.core.session.Session;
import agogic.formats.session.SessionFile;
import agogic.standins.comet.SlowComet;
import com.fasterxml.jackson.databind.JsonNode;
import java.io.FileOutputStream;
import java.io.IOException;
import java.io.PrintWriter;
import java.io.StringWriter;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import org.junit.jupiter.api.Test;

/** A piece made from nothing by commands alone, and commands at the edges of what they take and where they write. */
class ScriptedPieceTest extends CommandTest {
    private Path file(String name, String text) throws IOException {
        return Files.writeString(folder.resolve(name), text);
    }

    private Path chart(String name, String control, int number) throws IOException {
        return file(
                name + ".csv",
                "name,kind,number,from,to,default,unit,taper,steps\n" + control + ",cc," + number + ",0,100,50,%,,\n");
    }

    @Test
    void aPieceIsMadeByAScript() throws IOException {
        done(
                "new",
                "--name",
                "Scripted",
                "--tempo",
                "96",
                "--metre",
                "3/4",
                "--bars",
                "32",
                "--track",
                "Bells",
                "--out",
                in("a"));
        done(
                "add",
                in("a"),
                chart("warm", "Warmth", 74),
                chart("cold", "Chill", 75),
                "--track",
                "Bells",
                "--out",
                in("b"));
        done(
                "time",
                in("b"),
                "--do",
                "tempo 96 to 120 9 17",
                "--do",
                "metre 4/4 17",
                "--do",
                "section Bridge 17",
                "--out",
                in("c"));
        done("clip", in("c"), "--track", "Bells", "--clip", "Toll", "--from", "5", "--until", "9", "--out", in("d"));
        done("clip", in("d"), "--clip", "Toll", "--do", "repeat 17", "--do", "rename Tolling", "--out", in("e"));
        Session before = SessionFile.open(in("e"));
        String surface = before.surfaces().get(0).name();
        String fader = before.surfaces().get(0).controls().get(0).name();
        done(
                "connect",
                in("e"),
                "--control",
                surface + "/" + fader,
                "--target",
                "Warm/Warmth",
                "--from",
                "20 %",
                "--to",
                "80 %",
                "--takeover",
                "when they meet",
                "--out",
                in("f"));
        Session made = SessionFile.open(in("f"));
        assertThat(made.timeline().tempo().bpmAt(36)).isEqualTo(108);
        assertThat(made.sections()).anyMatch(s -> s.name().equals("Bridge") && s.beat() == 48);
        assertThat(made.trackOf(made.devices().get(1).id()).orElseThrow().clips())
                .hasSize(3);
        Route route = made.routes().get(0);
        assertThat(route.takeover()).isEqualTo(Takeover.WHEN_THEY_MEET);
        assertThat(route.span().from()).isCloseTo(0.2, within(1e-12));
        done("shape", in("f"), "--target", "Warm/Warmth", "--do", "point 70 % at 3.2", "--out", in("g"));
        cannot(
                "no track",
                "clip",
                in("g"),
                "--track",
                "Brass",
                "--clip",
                "X",
                "--from",
                "1",
                "--until",
                "2",
                "--out",
                in("h"));
        cannot("There are 2 clips", "clip", in("g"), "--clip", "Toll", "--do", "move 3", "--out", in("h"));
        cannot("the piece ends at", "time", in("g"), "--do", "section Late 500", "--out", in("h"));
        cannot(
                "no control",
                "connect",
                in("g"),
                "--control",
                surface + "/Lever",
                "--target",
                "Warm/Warmth",
                "--out",
                in("h"));
        assertThat(in("h")).doesNotExist();
    }

    /** Each piece of a clip that was cut has its own notes and tells its own count; nothing that is heard moves. */
    @Test
    void aCutClipTellsWhatEachPieceHas() throws IOException {
        done("demo", "--save", in("demo"));
        Session demo = SessionFile.open(in("demo"));
        var clip = demo.tracks().stream()
                .flatMap(t -> t.clips().stream())
                .filter(c -> c.cycle() == 0 && c.notes().size() > 8 && c.length() >= 16)
                .findFirst()
                .orElseThrow();
        int bar = demo.timeline().metre().barAt(clip.beat() + clip.length() / 2);
        done("clip", in("demo"), "--clip", clip.id(), "--do", "cut " + bar, "--json", "--out", in("cut"));
        Session cut = SessionFile.open(in("cut"));
        double line = demo.timeline().metre().beatOfBar(bar);
        for (var piece : cut.tracks().stream().flatMap(t -> t.clips().stream()).toList()) {
            if (piece.name().equals(clip.name()) && piece.beat() >= clip.beat() && piece.end() <= clip.end()) {
                long heard = clip.notes().stream()
                        .map(n -> clip.beatOf(n.beat()))
                        .filter(at -> at >= piece.beat() - 1e-9 && at < piece.end() - 1e-9)
                        .count();
                assertThat((long) piece.notes().size()).isBetween(heard, heard + 8);
                assertThat(piece.notes().size()).isLessThan(clip.notes().size());
                assertThat(piece.beat() < line).isEqualTo(piece.end() <= line);
            }
        }
    }

    @Test
    void whatCannotBeWrittenIsSaid() throws IOException {
        done("demo", "--save", in("demo"));
        StringWriter errors = new StringWriter();
        try (PrintWriter full = new PrintWriter(new FileOutputStream("/dev/full"), true, StandardCharsets.UTF_8)) {
            assertThat(Commands.run(
                            full,
                            new PrintWriter(errors, true),
                            "check",
                            in("demo").toString()))
                    .isEqualTo(2);
        }
        assertThat(errors.toString()).contains("could not be written");
    }

    /** A wave near the top stays inside; hexadecimal digits are no numbers; a word that begins with @ is that word. */
    @Test
    void numbersAndWordsAreTakenAsTheyStand() throws IOException {
        Path wave = file("w.csv", "seconds,value,shape,amount\n0,0.9,sine,0.3;4\n1,0.05,,\n");
        Path out = folder.resolve("o.csv");
        done("sample", wave, "--every", "0.01", "--from", "0", "--to", "1", "--out", out);
        for (String line : Files.readAllLines(out).subList(1, 100)) {
            assertThat(Double.parseDouble(line.substring(line.indexOf(',') + 1)))
                    .isBetween(0.0, 1.0);
        }
        cannot("no number", "sample", wave, "--every", "0x1p-3", "--from", "0", "--to", "1", "--out", out);
        Path ride = file("r.csv", "seconds,value\n0,0x1p-2\n1,0.5\n");
        cannot("expected a number", "refine", ride, "--tolerance", "0.1", "--out", out);
        file("words", "demo");
        cannot("@", "check", "@" + folder.resolve("words"));
    }

    @Test
    void snapshotsSayWhatTheyReplace() throws IOException {
        done("demo", "--save", in("demo"));
        String cutoff = "Two-Pole Filter/Cutoff";
        done(
                "snapshot",
                in("demo"),
                "--take",
                "Near",
                "--set",
                "A",
                "--target",
                cutoff,
                "--value",
                "400 Hz",
                "--out",
                in("one"));
        done(
                "snapshot",
                in("one"),
                "--take",
                "Near",
                "--set",
                "B",
                "--target",
                cutoff,
                "--value",
                "900 Hz",
                "--out",
                in("two"));
        cannot("A/Near, B/Near", "snapshot", in("two"), "--drop", "Near 33", "--out", in("three"));
        done("snapshot", in("two"), "--drop", "B/Near 17", "--out", in("three"));
        assertThat(out.toString()).contains("points on 1 lane", "to the end of the piece");
        done("snapshot", in("two"), "--take", "near", "--set", "A", "--target", "Echo Line/Mix", "--out", in("three"));
        assertThat(out.toString()).contains("its 1 value is replaced");
        cannot("behind the end", "snapshot", in("two"), "--drop", "B/Near 500", "--out", in("three"));
        cannot("behind the end", "trace", in("two"), "--surface", "North Eight", "--bytes", "B0 16 40", "--at", "60.1");
        cannot(
                "behind the end",
                "copy",
                in("two"),
                "--target",
                cutoff,
                "--from",
                "17",
                "--until",
                "25",
                "--at",
                "45",
                "--out",
                in("three"));
    }

    /** One control on two routes of which one stops: the trace tells both, and something is heard. */
    @Test
    void aTraceOfTwoRoutesHoldsIfOneIsHeard() throws IOException {
        done("demo", "--save", in("demo"));
        Session demo = SessionFile.open(in("demo"));
        Route cutoff = demo.route("route-filter-cutoff");
        String control = demo.surface(cutoff.hand().orElseThrow().surface()).name() + "/"
                + demo.controlName(cutoff.hand().orElseThrow());
        done("connect", in("demo"), "--control", control, "--target", "Two-Pole Filter/Drive", "--out", in("two"));
        Session two = SessionFile.open(in("two"));
        SessionFile.save(in("off"), two.with(two.route("route-filter-cutoff").switched(false)));
        assertThat(run("trace", in("off"), "--surface", "North Eight", "--bytes", "B0 16 40", "--json"))
                .isZero();
        JsonNode routes = json().get("routes");
        assertThat(routes).hasSize(2);
        assertThat(routes.findValuesAsText("heard")).contains("true", "false");
    }

    /** What an export wrote changes nothing; what a person wrote changes what it says, in whichever form is asked for. */
    @Test
    void tablesComeBack() throws IOException {
        Session demo = SlowComet.session();
        SessionFile.save(in("demo"), demo);
        done("export", in("demo"), "--tables", folder.resolve("tables"));
        String cutoff = "Two-Pole Filter/Cutoff";
        Path points = folder.resolve("tables").resolve("Two-Pole Filter - Cutoff.csv");
        done("take", in("demo"), points, "--target", cutoff, "--out", in("same"));
        assertThat(out.toString()).contains("nothing changes");
        assertThat(SessionFile.open(in("same"))).isEqualTo(demo);
        Path table = file("hz.csv", "seconds,value\n10,500 Hz\n11,2 kHz\n12,500 Hz\n");
        for (String form : List.of("ride", "points", "Steps")) {
            done("take", in("demo"), table, "--target", cutoff, "--as", form, "--out", in(form));
            Session taken = SessionFile.open(in(form));
            Target target = new Target("filter", "cutoff");
            assertThat(taken.parameter(target).valueAt(new Heard(taken).valueAt(target, 11)))
                    .isCloseTo(2_000, within(80.0));
            assertThat(taken.rides().size() - demo.rides().size()).isEqualTo(form.equals("ride") ? 1 : 0);
        }
        cannot("--as is ride, points, steps or moves", "take", in("demo"), table, "--target", cutoff, "--as", "loop");
        cannot("no lane is called", "take", in("demo"), file("x.csv", "seconds,colour\n1,2\n"));
        cannot("--layer needs --target", "take", in("demo"), table, "--layer", "1");
    }
}
