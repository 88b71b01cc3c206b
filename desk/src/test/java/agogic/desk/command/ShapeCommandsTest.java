package agogic.desk.command;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import agogic.core.lane.LayerStack;
import agogic.core.route.Target;
import agogic.core.session.Session;
import agogic.formats.session.SessionFile;
import java.io.IOException;
import java.nio.file.Path;
import org.junit.jupiter.api.Test;

/** Patterns and snapshots through the outermost door. */
class ShapeCommandsTest extends CommandTest {
    private Path demo() {
        Path demo = folder.resolve("demo.agogic");
        assertThat(run("demo", "--save", demo)).isZero();
        return demo;
    }

    private static double heard(Session session, String device, String parameter, double beat) {
        LayerStack stack = session.stack(session.lane(new Target(device, parameter)));
        return stack.valueAtBeat(beat);
    }

    /** Two axes go round: a quarter of a cycle apart, together a circle. */
    @Test
    void aPatternOnTwoLanesIsACircle() throws IOException {
        Path out = folder.resolve("round.agogic");
        assertThat(run(
                        "shape", demo(),
                        "--target", "Dome Panner 1/Azimuth",
                        "--target", "Dome Panner 1/Elevation",
                        "--do", "wave sine 2 bars -144° to 144° in Comet rotation 25 % named Round",
                        "--out", out))
                .as(err.toString())
                .isZero();
        Session session = SessionFile.open(out);
        assertThat(session.patterns()).hasSize(1);
        for (double beat = 64.1; beat < 128; beat += 0.37) {
            double x = heard(session, "panner-1", "azimuth", beat) - 0.5;
            double y = heard(session, "panner-1", "elevation", beat) - 0.5;
            assertThat(x * x + y * y).isCloseTo(0.16, within(1e-9));
        }
        Path slower = folder.resolve("slower.agogic");
        assertThat(run(
                        "shape", out,
                        "--target", "Dome Panner 2/Azimuth",
                        "--do", "pattern round 33 41",
                        "--do", "thin 1° in Shadow",
                        "--out", slower))
                .as(err.toString())
                .isZero();
        assertThat(run("check", slower)).isLessThan(2);
        assertThat(run(
                        "shape",
                        out,
                        "--target",
                        "Dome Panner 2/Azimuth",
                        "--do",
                        "pattern Square 33 41",
                        "--out",
                        slower))
                .isEqualTo(2);
        assertThat(err.toString()).contains("There are: Round");
    }

    @Test
    void aSnapshotIsTakenAndDropped() throws IOException {
        Path out = folder.resolve("snap.agogic");
        assertThat(run(
                        "snapshot",
                        demo(),
                        "--take",
                        "Far",
                        "--set",
                        "Echo",
                        "--target",
                        "Echo Line/Feedback",
                        "--value",
                        "60 %",
                        "--target",
                        "Echo Line/Tone",
                        "--value",
                        "900 Hz",
                        "--drop",
                        "Far 33 until 37",
                        "--out",
                        out))
                .as(err.toString())
                .isZero();
        Session session = SessionFile.open(out);
        assertThat(session.sets().get(0).snapshots().get(0).name()).isEqualTo("Far");
        var feedback = session.parameter(new Target("echo", "feedback"));
        assertThat(feedback.print(heard(session, "echo", "feedback", 128))).isEqualTo("60 %");
        assertThat(feedback.print(heard(session, "echo", "feedback", 143.9999))).isEqualTo("60 %");
        assertThat(feedback.print(heard(session, "echo", "feedback", 127.9999))).isNotEqualTo("60 %");
        assertThat(run("snapshot", out, "--drop", "Near 33", "--out", folder.resolve("x.agogic")))
                .isEqualTo(2);
        assertThat(err.toString()).contains("There are: Far");
        assertThat(run("snapshot", out, "--out", folder.resolve("x.agogic"))).isEqualTo(2);
    }

    /** What one place has, all clips of a name and all sections of a name have too, each filled. */
    @Test
    void aFigureGoesAlongClipsAndSections() throws IOException {
        Path out = folder.resolve("along.agogic");
        assertThat(run(
                        "shape", demo(),
                        "--target", "Two-Pole Filter/Cutoff",
                        "--do", "wave triangle 2 bars 300 Hz to 2 kHz 1 3",
                        "--do", "copy 1 3 along clips Glass C",
                        "--do", "copy 1 3 along Dawn",
                        "--out", out))
                .as(err.toString())
                .isZero();
        Session session = SessionFile.open(out);
        session.tracks().get(0).clips().stream()
                .filter(c -> c.name().equals("Glass C"))
                .forEach(c -> {
                    for (double into = 0.1; into < c.length(); into += 0.73) {
                        assertThat(heard(session, "filter", "cutoff", c.beat() + into))
                                .isCloseTo(heard(session, "filter", "cutoff", into % 8), within(1e-9));
                    }
                });
        assertThat(heard(session, "filter", "cutoff", 162))
                .isCloseTo(heard(session, "filter", "cutoff", 2), within(1e-9));
        assertThat(run(
                        "shape",
                        out,
                        "--target",
                        "Two-Pole Filter/Cutoff",
                        "--do",
                        "copy 1 3 along Night",
                        "--out",
                        folder.resolve("x")))
                .isEqualTo(2);
        assertThat(err.toString()).contains("along Dawn");
    }
}
