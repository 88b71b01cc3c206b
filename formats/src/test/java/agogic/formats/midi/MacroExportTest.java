package agogic.formats.midi;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import agogic.core.device.Outside;
import agogic.core.envelope.Envelope;
import agogic.core.envelope.Point;
import agogic.core.lane.Lane;
import agogic.core.macro.Macro;
import agogic.core.midi.MidiScale;
import agogic.core.plan.Heard;
import agogic.core.route.Target;
import agogic.core.session.Session;
import agogic.standins.comet.SlowComet;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import javax.sound.midi.MidiEvent;
import javax.sound.midi.MidiSystem;
import javax.sound.midi.Sequence;
import javax.sound.midi.ShortMessage;
import javax.sound.midi.Track;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** A macro is nothing outside of Agogic: what goes out are its members, as they are heard. */
class MacroExportTest {
    private static final Target GLOW = new Target(Macro.DEVICE, "afterglow");

    @TempDir
    Path folder;

    private static Session ridden() {
        Session session = SlowComet.score().withLanes(List.of());
        return session.with(Lane.drawn(GLOW, Envelope.of(new Point(0, 0), new Point(32, 1), new Point(64, 0.2))));
    }

    @Test
    void itsMembersTravelUnderTheirOwnNumbersAndItDoesNot() {
        List<Target> sent = Numbers.of(ridden(), Fineness.SEVEN).lines().stream()
                .flatMap(l -> l.targets().stream())
                .toList();
        assertThat(sent)
                .contains(
                        new Target("hall", "mix"),
                        new Target("chorus", "mix"),
                        new Target("drone", "width"),
                        new Target("drone", "octave"))
                .doesNotContain(GLOW);
        // The other macro stands still, and so do its members.
        assertThat(sent).noneMatch(t -> t.device().startsWith("panner"));
    }

    /** javax.sound.midi of the JDK as the second reader. */
    @Test
    void whatIsSentIsWhatIsHeard() throws Exception {
        Session session = ridden();
        Target width = new Target("drone", "width");
        Numbers.Line line = Numbers.of(session, Fineness.SEVEN).lines().stream()
                .filter(l -> l.targets().contains(width))
                .findFirst()
                .orElseThrow();
        assertThat(line.number().way()).isEqualTo(Outside.Way.CC);
        Path file = folder.resolve("glow.mid");
        MidiExport.write(file, session, Fineness.SEVEN, Optional.empty());
        Sequence sequence = MidiSystem.getSequence(file.toFile());
        Heard heard = new Heard(session);
        int checked = 0;
        for (Track track : sequence.getTracks()) {
            for (int i = 0; i < track.size(); i++) {
                MidiEvent event = track.get(i);
                boolean controller = event.getMessage() instanceof ShortMessage m
                        && m.getCommand() == ShortMessage.CONTROL_CHANGE
                        && m.getChannel() + 1 == line.number().channel()
                        && m.getData1() == line.number().number();
                if (controller) {
                    double seconds = session.timeline().secondsAt(event.getTick() / 960.0);
                    double sent = MidiScale.normalised7(((ShortMessage) event.getMessage()).getData2());
                    assertThat(sent).isCloseTo(heard.valueAt(width, seconds), within(0.5 / 63 + 1e-9));
                    checked++;
                }
            }
        }
        assertThat(checked).isGreaterThan(60);
    }
}
