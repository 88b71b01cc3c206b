package agogic.desk.command;

import agogic.core.midi.Wire;
import agogic.core.session.LeftOut;
import agogic.core.session.Session;
import agogic.desk.sheet.Sheet;
import agogic.formats.file.SafeFile;
import agogic.formats.midi.Fineness;
import agogic.formats.midi.MidiExport;
import agogic.formats.session.SessionFile;
import java.io.IOException;
import java.nio.file.Path;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.Optional;
import picocli.CommandLine.Command;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;

/** {@code export}: the result in open formats. */
@Command(
        name = "export",
        description = "Writes the session as a Standard MIDI File, and the sheet of what every control does.")
final class ExportCommand extends FileCommand {
    @Parameters(index = "0", paramLabel = "SESSION", description = "the session")
    private Path session;

    @Option(names = "--midi", paramLabel = "F", description = "where the MIDI file goes")
    private Path midi;

    @Option(
            names = "--sheet",
            paramLabel = "F.pdf",
            description = "where the sheet goes: what every control does; each page also as a PNG beside it")
    private Path sheet;

    @Option(names = "--fine", paramLabel = "7|14|nrpn", defaultValue = "14", description = "how fine controllers are")
    private String fine;

    @Option(
            names = "--wire",
            paramLabel = "BAUD|none",
            defaultValue = "31250",
            description = "what the cable carries; 31250 is a MIDI cable")
    private String wire;

    @Option(names = "--lead-in", description = "adds a bar before the music that sets every starting value")
    private boolean leadIn;

    @Option(names = "--finer", description = "adds the fine controller to what came in at 7 bits, where it is free")
    private boolean finer;

    @Override
    public Answer run() throws IOException {
        if (midi == null && sheet == null) {
            throw new IllegalArgumentException("Say what is to be written: --midi F, --sheet F.pdf or both.");
        }
        Fineness how = fineness(fine);
        Optional<Wire> cable = wire(wire);
        apart(midi, session);
        apart(sheet, session);
        Session opened = SessionFile.open(session);
        Answer answer = new Answer();
        // All of it is made before any of it is written: what fails leaves nothing behind.
        Map<Path, SafeFile.Content> files = new LinkedHashMap<>();
        if (sheet != null) {
            Sheet.Printed printed = Sheet.print(sheet, opened);
            files.putAll(printed.files());
            answer.put("sheetPages", printed.pages());
        }
        if (midi != null) {
            MidiExport.Made made = MidiExport.make(opened, new MidiExport.How(how, cable, leadIn, finer));
            files.put(midi, out -> out.write(made.file()));
            midi(answer, opened, made.report());
        }
        SafeFile.writeAll(files);
        return answer;
    }

    private static void midi(Answer answer, Session opened, MidiExport.Report report) {
        answer.put("lanes", report.lanes())
                .put("notSent", report.left())
                .put("notes", report.notes())
                .put("controllerMessages", report.controllerMessages())
                .put("busiestSecond", report.busiestShare())
                .put("greatestLoss", report.greatestLoss())
                .put("greatestLossInUnit", report.lossText())
                .put("lossOf", report.lossOf())
                .put("lossAt", opened.timeline().printBars(report.lossBeat()))
                .put("latestSwitchMilliseconds", report.switchLate() * 1000)
                .put("latestSwitch", report.switchOf())
                .put("latestSwitchAt", opened.timeline().printBars(report.switchBeat()))
                .put("ways", report.ways())
                .put("notice", report.notice())
                .put(
                        "leftOutWhenBroughtIn",
                        opened.leftOut().stream().map(LeftOut::spoken).toList())
                .put("setupMilliseconds", report.setupSeconds() * 1000);
    }

    private static Fineness fineness(String word) {
        for (Fineness fineness : Fineness.values()) {
            if (fineness.word().equalsIgnoreCase(word)) {
                return fineness;
            }
        }
        throw new IllegalArgumentException("--fine is 7, 14 or nrpn, not “" + word + "”.");
    }

    private static Optional<Wire> wire(String word) {
        if (word.equalsIgnoreCase("none")) {
            return Optional.empty();
        }
        try {
            return Optional.of(new Wire(Double.parseDouble(word)));
        } catch (NumberFormatException e) {
            throw new IllegalArgumentException("--wire is a number of baud or none, not “" + word + "”.", e);
        }
    }
}
