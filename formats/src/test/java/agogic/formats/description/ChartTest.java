package agogic.formats.description;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import agogic.core.device.Device;
import agogic.core.device.Exposure;
import agogic.core.device.Outside;
import agogic.core.envelope.Envelope;
import agogic.core.envelope.Point;
import agogic.core.expose.Adding;
import agogic.core.expose.Exposing;
import agogic.core.lane.Lane;
import agogic.core.midi.MidiScale;
import agogic.core.parameter.Taper;
import agogic.core.parameter.Unit;
import agogic.core.route.Target;
import agogic.core.session.Session;
import agogic.formats.file.FormatException;
import agogic.formats.midi.Fineness;
import agogic.formats.midi.MidiExport;
import agogic.formats.midi.Numbers;
import agogic.formats.session.SessionFile;
import agogic.standins.comet.SlowComet;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import javax.sound.midi.MidiSystem;
import javax.sound.midi.ShortMessage;
import javax.sound.midi.Track;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class ChartTest {
    private static final String HEADER = "name,kind,number,from,to,default,unit,taper,steps\r\n";
    private static final String GOOD = HEADER
            + "Cutoff,cc,74,40,16k,1.2k,Hz,logarithmic,\r\n"
            + "\"Level, out\",cc14,7,-60,0,-6,dB,,\r\n"
            + "Mode,cc,20,,,Band,,,Low|Band|High\r\n"
            + "Depth,nrpn,300,0,100,50,%,linear,\r\n"
            + ",cc,21,,,,,,\r\n"
            + "Program,cc,22,,,,,,8\r\n";

    @TempDir
    Path folder;

    private Device read(String text) throws IOException {
        Path file = folder.resolve("desk-synth.csv");
        Files.writeString(file, text);
        return Description.read(file).devices().get(0);
    }

    @Test
    void everyLineIsAParameterUnderItsNumber() throws IOException {
        Device device = read(GOOD);
        assertThat(device.name()).isEqualTo("Desk synth");
        assertThat(device.parameters()).hasSize(6);
        assertThat(device.find("cc-74").taper()).isEqualTo(Taper.LOGARITHMIC);
        assertThat(device.find("cc-74").unit()).isEqualTo(Unit.HERTZ);
        assertThat(device.find("cc-74").valueAt(1)).isCloseTo(16_000, within(1e-6));
        assertThat(device.find("cc14-7").name()).isEqualTo("Level, out");
        assertThat(device.find("cc-20").positions()).containsExactly("Low", "Band", "High");
        assertThat(device.find("cc-20").valueAt(device.find("cc-20").resting())).isEqualTo(1);
        assertThat(device.find("cc-21").name()).isEqualTo("#21");
        assertThat(device.find("cc-22").positions()).hasSize(8);
        assertThat(device.chartOf("nrpn-300").orElseThrow().address()).isEqualTo("NRPN 300 · ch 1");
        assertThat(device.chartOf("cc14-7").orElseThrow().way()).isEqualTo(Outside.Way.CC_PAIR);
        assertThat(device.exposure("cc-74")).isEqualTo(Exposure.HIDDEN);
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = ';',
            value = {
                "A,knob,1,,,,,,;expected cc, cc14 or nrpn",
                "A,cc,128,,,,,,;between 0 and 127",
                "A,cc14,40,,,,,,;between 0 and 31",
                "A,cc,seven,,,,,,;expected a number for “number”, found “seven”",
                "A,cc,7.5,,,,,,;expected a whole number",
                "A,cc,7,loud,1,,,,;“from”",
                "A,cc,7,5,5,,,,;it does not move",
                "A,cc,7,0,1,9,,,;outside its range",
                "A,cc,7,0,1,,furlong,,;for “unit”",
                "A,cc,7,0,1,,,wavy,;for “taper”",
                "A,cc,7,,,,,,1;expected 2 to 128 steps",
                "A,cc,7,,,,,,One|;two or more different names",
                "A,cc,7,,,Three,,,One|Two;none of its steps",
                "A,cc,7,,,,,,,more;there are 10 cells, expected 9",
                "A,cc,0,,,,,,;CC 0 selects a bank (MIDI 1.0)",
                "A,cc14,6,,,,,,;CC 6 carries the data of parameter numbers (MIDI 1.0)",
                "A,cc,98,,,,,,;CC 98 belongs to parameter numbers (MIDI 1.0)",
                "A,cc,120,,,,,,;CC 120 is a channel mode message (MIDI 1.0)",
                "A,nrpn,16383,,,,,,;selects none",
                "A,cc14,1,,,,,,;CC 1 is taken by “Fine” already",
                "A,cc,7,0,1,,%,fader,;a fader's taper is in dB"
            })
    void whatIsWrongIsToldWithTheLine(String line, String message) {
        assertThatThrownBy(() -> read(HEADER + "Fine,cc,1,,,,,,\r\n" + line + "\r\n"))
                .isInstanceOf(FormatException.class)
                .hasMessageStartingWith("desk-synth.csv, line 3: ")
                .hasMessageContaining(message);
    }

    @Test
    void millisecondsKilohertzAndFadersAreUnderstood() throws IOException {
        Device device = read(HEADER
                + "Time,cc,70,1,500,20,ms,,\r\nTop,cc,71,1,16,4,kHz,log,\r\nOut,cc,72,-60,4,0,dB,fader,\r\n"
                + "Both,cc,73,0.5 s,2 s,1 s,ms,,\r\n");
        assertThat(device.find("cc-70").print(device.find("cc-70").resting())).isEqualTo("20 ms");
        assertThat(device.find("cc-71").to()).isEqualTo(16_000);
        assertThat(device.find("cc-71").print(device.find("cc-71").resting())).isEqualTo("4 kHz");
        assertThat(device.find("cc-72").resting()).isEqualTo(0.8);
        assertThat(device.find("cc-73").from()).isEqualTo(0.5);
    }

    /** A coarse controller takes its fine one with it (MIDI 1.0: n and n + 32). */
    @Test
    void aFineControllerOfAPairIsTaken() {
        assertThatThrownBy(() -> read(HEADER + "Wide,cc14,7,,,,,,\r\nB,cc,39,,,,,,\r\n"))
                .hasMessageContaining("line 3: CC 39 is taken by “Wide” already");
    }

    @Test
    void twiceTheSameIsToldAndAnEmptyChartToo() {
        assertThatThrownBy(() -> read(HEADER + "A,cc,1,,,,,,\r\nB,cc,1,,,,,,\r\n"))
                .hasMessageContaining("line 3");
        assertThatThrownBy(() -> read(HEADER)).hasMessageContaining("describes nothing");
        assertThatThrownBy(() -> read("name,number\r\nA,1\r\n")).hasMessageContaining("line 1: expected");
    }

    /** The whole way of a described device: added, exposed, written, saved, exported under its own number. */
    @Test
    void aDescribedDeviceIsExposedWrittenSavedAndExported() throws Exception {
        Session session = Adding.of(SlowComet.score().withLanes(List.of()), read(GOOD), "drone");
        Device added = session.devices().get(session.devices().size() - 1);
        assertThat(session.trackOf(added.id()).orElseThrow().id()).isEqualTo("drone");
        assertThat(added.chartOf("cc-74").orElseThrow().channel()).isEqualTo(2);
        Target cutoff = new Target(added.id(), "cc-74");
        session = Exposing.expose(session, List.of(cutoff)).session();
        assertThat(session.device(added.id()).exposure("cc-74")).isEqualTo(Exposure.EXPOSED);
        session = session.with(Lane.drawn(cutoff, Envelope.of(new Point(0, 0), new Point(32, 1))));
        Path file = folder.resolve("s.agogic");
        SessionFile.save(file, session);
        assertThat(SessionFile.open(file)).isEqualTo(session);

        Path midi = folder.resolve("s.mid");
        MidiExport.write(midi, session, Fineness.FOURTEEN, Optional.empty());
        int seen = 0;
        for (Track track : MidiSystem.getSequence(midi.toFile()).getTracks()) {
            for (int i = 0; i < track.size(); i++) {
                if (track.get(i).getMessage() instanceof ShortMessage m
                        && m.getCommand() == ShortMessage.CONTROL_CHANGE
                        && m.getChannel() == 1
                        && m.getData1() == 74) {
                    double beat = track.get(i).getTick() / 960.0;
                    assertThat(m.getData2()).isEqualTo(MidiScale.code7(Math.min(1, beat / 32)));
                    seen++;
                }
            }
        }
        assertThat(seen).isEqualTo(128);
    }

    @Test
    void aSecondOneGetsANameOfItsOwnAndNoFreeNumberIsTakenTwice() throws IOException {
        Device device = read(GOOD);
        Session session = Adding.of(Adding.of(SlowComet.score(), device, "drone"), device, "drone");
        assertThat(session.devices().get(session.devices().size() - 1).name()).isEqualTo("Desk synth 2");
        String id = device.id();
        Session exposed = Exposing.expose(
                        session, List.of(new Target(id, "cc-20"), new Target(id, "cc-21"), new Target(id, "cc-22")))
                .session();
        for (String one : List.of("cc-20", "cc-21", "cc-22")) {
            exposed = exposed.with(Lane.drawn(new Target(id, one), Envelope.of(new Point(0, 0), new Point(8, 1))));
        }
        List<String> addresses = Numbers.of(exposed, Fineness.SEVEN).lines().stream()
                .map(l -> l.number().address())
                .toList();
        assertThat(addresses).doesNotHaveDuplicates().contains("CC 20 · ch 2", "CC 21 · ch 2", "CC 22 · ch 2");
    }
}
