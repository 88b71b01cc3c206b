package agogic.formats;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import agogic.core.envelope.Envelope;
import agogic.core.envelope.Point;
import agogic.core.envelope.Shape;
import agogic.core.lane.Lane;
import agogic.core.lane.LayerStack;
import agogic.core.midi.MidiScale;
import agogic.core.midi.Wire;
import agogic.core.parameter.Parameter;
import agogic.core.session.Session;
import agogic.formats.file.FormatException;
import agogic.formats.file.SafeFile;
import agogic.formats.midi.Fineness;
import agogic.formats.midi.MidiExport;
import agogic.formats.midi.Numbers;
import agogic.formats.session.SessionFile;
import agogic.formats.table.ByteTable;
import agogic.formats.table.EnvelopeTable;
import agogic.formats.table.RideTable;
import agogic.standins.comet.SlowComet;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.HashMap;
import java.util.Map;
import java.util.Optional;
import java.util.zip.ZipEntry;
import java.util.zip.ZipFile;
import java.util.zip.ZipOutputStream;
import javax.sound.midi.MidiEvent;
import javax.sound.midi.MidiSystem;
import javax.sound.midi.Sequence;
import javax.sound.midi.ShortMessage;
import javax.sound.midi.Track;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

class FilesTest {
    private static final Session COMET = SlowComet.session();

    @TempDir
    Path folder;

    @Test
    void aSessionIsTheSameWhenItIsOpenedAgain() throws IOException {
        Path file = folder.resolve("comet.agogic");
        SessionFile.save(file, COMET);
        assertThat(SessionFile.open(file)).isEqualTo(COMET);
        byte[] first = Files.readAllBytes(file);
        SessionFile.save(file, SessionFile.open(file));
        assertThat(Files.readAllBytes(file)).isEqualTo(first);
    }

    @Test
    void aFileCutAnywhereGivesAMessage() throws IOException {
        Path file = folder.resolve("comet.agogic");
        SessionFile.save(file, COMET);
        byte[] whole = Files.readAllBytes(file);
        Path cut = folder.resolve("cut.agogic");
        for (int length = 0; length < whole.length; length += length < 200 || length > whole.length - 200 ? 1 : 997) {
            Files.write(cut, java.util.Arrays.copyOf(whole, length));
            assertThatThrownBy(() -> SessionFile.open(cut))
                    .as("cut at %s", length)
                    .isInstanceOf(FormatException.class)
                    .hasMessageContaining("cut.agogic");
        }
    }

    private Path zip(String name, String content) throws IOException {
        Path file = folder.resolve("odd.agogic");
        try (ZipOutputStream zip = new ZipOutputStream(Files.newOutputStream(file))) {
            zip.putNextEntry(new ZipEntry(name));
            zip.write(content.getBytes(StandardCharsets.UTF_8));
        }
        return file;
    }

    @Test
    void oddNamesAndWrongTypesGiveAMessageWithThePlace() throws IOException {
        assertThatThrownBy(() -> SessionFile.open(zip("../../evil.txt", "x")))
                .isInstanceOf(FormatException.class)
                .hasMessageContaining("evil.txt");
        assertThatThrownBy(() -> SessionFile.open(zip("session.json", "{\"format\": 3}")))
                .hasMessageContaining("format")
                .hasMessageContaining("expected a text, found the number 3");
        assertThatThrownBy(() -> SessionFile.open(zip("session.json", "{\"format\": ")))
                .hasMessageContaining("line 1");
        Path good = folder.resolve("good.agogic");
        SessionFile.save(good, COMET);
        String json;
        try (ZipFile opened = new ZipFile(good.toFile())) {
            json = new String(
                    opened.getInputStream(opened.getEntry("session.json")).readAllBytes(), StandardCharsets.UTF_8);
        }
        assertThatThrownBy(() -> SessionFile.open(
                        zip("session.json", json.replaceFirst("\"bpm\" : 84.0", "\"bpm\" : \"fast\""))))
                .isInstanceOf(FormatException.class)
                .hasMessageContaining("tempo[1].bpm")
                .hasMessageContaining("“fast”");
    }

    @Test
    void whatFailsWhileWritingLeavesTheOldFile() throws IOException {
        Path file = folder.resolve("kept.txt");
        Files.writeString(file, "old");
        assertThatThrownBy(() -> SafeFile.write(file, out -> {
                    out.write(new byte[100_000]);
                    throw new IOException("the disk is full");
                }))
                .hasMessage("the disk is full");
        assertThat(Files.readString(file)).isEqualTo("old");
        try (var left = Files.list(folder)) {
            assertThat(left).containsExactly(file);
        }
    }

    @Test
    void envelopesReadBackToTheLastBit() throws IOException {
        Envelope envelope = Envelope.of(
                new Point(0, 0.1),
                new Point(1 / 3.0, 0.7, Shape.bent(-0.3)),
                new Point(2, 0.2, Shape.wave(Shape.Kind.PULSE, 0.1, 4, 0.25)),
                new Point(2, 0.9, Shape.HOLD),
                new Point(3, 0.4, Shape.S));
        Envelope cut = envelope.until(2.7).from(0.6);
        for (Envelope one : new Envelope[] {envelope, cut}) {
            Path file = folder.resolve("env.csv");
            EnvelopeTable.write(file, one, false);
            assertThat(EnvelopeTable.read(file).envelope()).isEqualTo(one);
        }
    }

    @Test
    void tablesWithWordsForNumbersSayTheLine() throws IOException {
        Path file = folder.resolve("ride.csv");
        Files.writeString(file, "seconds,value\r\n0,0.5\r\nsoon,0.6\r\n");
        assertThatThrownBy(() -> RideTable.read(file))
                .hasMessage("ride.csv, line 3: expected a number for “seconds”, found “soon”.");
        Files.writeString(file, "seconds,value\n0,0.5\n1,1.5\n");
        assertThatThrownBy(() -> RideTable.read(file))
                .hasMessageContaining("line 3")
                .hasMessageContaining("between 0 and 1");
        Files.writeString(file, "time,level\n0,0.5\n");
        assertThatThrownBy(() -> RideTable.read(file))
                .hasMessageContaining("line 1")
                .hasMessageContaining("seconds,value");
        Files.writeString(file, "seconds,bytes\n0,B0 1G\n");
        assertThatThrownBy(() -> ByteTable.read(file)).hasMessageContaining("hexadecimal");
        Files.writeString(file, "seconds,value,shape,amount\n0,0.5,wobbly,\n");
        assertThatThrownBy(() -> EnvelopeTable.read(file)).hasMessageContaining("wobbly");
        assertThatThrownBy(() -> RideTable.read(folder.resolve("none.csv"))).hasMessageContaining("There is no file");
    }

    /** javax.sound.midi of the JDK as the second reader; controllers as MIDI 1.0 pairs them (n and n + 32). */
    @Test
    void exportedControllersAreWithinHalfACodeOfTheLaneAtEachEvent() throws Exception {
        for (Fineness fineness : new Fineness[] {Fineness.SEVEN, Fineness.FOURTEEN}) {
            Path file = folder.resolve("comet.mid");
            MidiExport.write(file, COMET, fineness, Optional.of(Wire.CABLE));
            Sequence sequence = MidiSystem.getSequence(file.toFile());
            Map<String, Lane> lanes = lanesByNumber(fineness);
            int checked = 0;
            for (Track track : sequence.getTracks()) {
                int[] last = new int[16 * 128];
                for (int i = 0; i < track.size(); i++) {
                    MidiEvent event = track.get(i);
                    if (!(event.getMessage() instanceof ShortMessage m)
                            || m.getCommand() != ShortMessage.CONTROL_CHANGE) {
                        continue;
                    }
                    int channel = m.getChannel() + 1;
                    int base = m.getChannel() * 128;
                    int number = m.getData1();
                    last[base + number] = m.getData2();
                    Lane lane;
                    boolean fine = true;
                    double read;
                    if (number == 38) {
                        lane = lanes.get("NRPN " + (last[base + 99] << 7 | last[base + 98]) + " · ch " + channel);
                        read = MidiScale.normalised14(last[base + 6] << 7 | m.getData2());
                    } else if (lanes.containsKey("CC " + number + " · ch " + channel)) {
                        lane = lanes.get("CC " + number + " · ch " + channel);
                        read = MidiScale.normalised7(m.getData2());
                        fine = false;
                    } else if (number >= 32 && number < 64) {
                        lane = lanes.get("CC " + (number - 32) + "+" + number + " · ch " + channel);
                        read = MidiScale.normalised14(last[base + number - 32] << 7 | m.getData2());
                    } else {
                        continue;
                    }
                    Parameter parameter = COMET.parameter(lane.target());
                    double value = LayerStack.valueAt(lane, event.getTick() / 960.0, parameter);
                    assertThat(read)
                            .isCloseTo(value, within((fine ? 0.5 / 16382 : halfCode(m.getData2(), value)) + 1e-12));
                    checked++;
                }
            }
            assertThat(checked).isGreaterThan(500);
        }
    }

    /** Half the way from a 7-bit code to its neighbour on the side of {@code value}; they are not all equally far. */
    private static double halfCode(int code, double value) {
        double at = MidiScale.normalised7(code);
        int neighbour = Math.max(0, Math.min(127, code + (value > at ? 1 : -1)));
        return Math.abs(MidiScale.normalised7(neighbour) - at) / 2;
    }

    private static Map<String, Lane> lanesByNumber(Fineness fineness) {
        Map<String, Lane> lanes = new HashMap<>();
        for (Numbers.Line line : Numbers.of(COMET, fineness).lines()) {
            lanes.put(line.number().address(), COMET.lane(line.targets().get(0)));
        }
        return lanes;
    }

    /** MIDI 1.0: 31,250 baud, ten bits a byte. */
    @Test
    void aCableIsNeverAskedForMoreThanItCarries() throws IOException {
        MidiExport.Report report =
                MidiExport.write(folder.resolve("a.mid"), COMET, Fineness.FOURTEEN, Optional.of(Wire.CABLE));
        assertThat(report.busiestShare()).isLessThanOrEqualTo(1.001);
        assertThat(report.notes())
                .isEqualTo(COMET.tracks().stream()
                        .flatMap(t -> t.clips().stream())
                        .mapToInt(c -> c.notes().size())
                        .sum());
        assertThat(Wire.CABLE.seconds(3)).isCloseTo(0.00096, within(1e-12));
        assertThat(Wire.CABLE.seconds(2)).isCloseTo(0.00064, within(1e-12));
    }
}
