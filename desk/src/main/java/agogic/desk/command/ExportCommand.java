package agogic.desk.command;

import agogic.core.audio.AudioFile;
import agogic.core.midi.Wire;
import agogic.core.session.Destination;
import agogic.core.session.LeftOut;
import agogic.core.session.Positions;
import agogic.core.session.Session;
import agogic.desk.export.AudioOut;
import agogic.desk.export.HandOver;
import agogic.desk.export.Progress;
import agogic.desk.export.SvgPicture;
import agogic.desk.sheet.Sheet;
import agogic.formats.audio.Depth;
import agogic.formats.audio.Located;
import agogic.formats.clip2.ClipExport;
import agogic.formats.file.SafeFile;
import agogic.formats.midi.Fineness;
import agogic.formats.midi.MidiExport;
import agogic.formats.midi.MidiPart;
import agogic.formats.midi.OnWire;
import agogic.formats.session.Fingerprint;
import agogic.formats.session.SessionFile;
import agogic.standins.sound.Bounce;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.EnumSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Stream;
import picocli.CommandLine.Command;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;

/** {@code export}: the result in open formats. */
@Command(
        name = "export",
        description = {
            "Writes the session in open formats: MIDI, audio and stems, tables, a picture, the sheet of what every control does,",
            "or all of it in a folder for somebody else. What is in a file already is written over."
        })
final class ExportCommand extends FileCommand {
    /** A lane on the wire: bytes, how far what is sent is off at most (normalised, and in the unit), how long it waits. */
    private record ToldWire(
            String lane,
            long bytes,
            double farthest,
            String farthestInUnit,
            String farthestAt,
            double waitsMilliseconds,
            String waitsAt) {}

    private record ToldClip(int clipNotes, int clipLanes, int clipValues, List<String> clipLeft) {}

    /** What is written in one file: full scale is 1, {@code loudness} in LUFS, {@code truePeak} in dBTP. */
    private record ToldSound(double peak, long clipped, double loudness, double truePeak) {}

    /** What a MIDI file comes to; losses are normalised, {@code busiestSecond} is a part of what the wire carries. */
    private record ToldMidi(
            int lanes,
            List<String> notSent,
            int notes,
            int controllerMessages,
            double busiestSecond,
            double greatestLoss,
            String greatestLossInUnit,
            String lossOf,
            String lossAt,
            double latestSwitchMilliseconds,
            String latestSwitch,
            String latestSwitchAt,
            Map<String, Integer> ways,
            String notice,
            List<String> leftOutWhenBroughtIn,
            double setupMilliseconds) {}

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

    @Option(names = "--clip", paramLabel = "F.midi2", description = "where the MIDI 2.0 clip file goes: 32-bit values")
    private Path clip;

    @Option(names = "--wav", paramLabel = "F.wav", description = "where the audio goes, stereo")
    private Path wav;

    @Option(names = "--stems", paramLabel = "DIR", description = "a folder for a WAV file of each track and bus")
    private Path stems;

    @Option(
            names = "--bits",
            paramLabel = "16|24|32f",
            defaultValue = "32f",
            description = "how a sample is written; 32f clips nothing")
    private String bits;

    @Option(
            names = "--rate",
            paramLabel = "44100|48000|88200|96000",
            defaultValue = "48000",
            description = "frames a second of audio")
    private int rate;

    @Option(names = "--from", paramLabel = "BAR.BEAT", description = "where audio begins")
    private String from;

    @Option(names = "--to", paramLabel = "BAR.BEAT", description = "where audio ends")
    private String to;

    @Option(
            names = "--tables",
            paramLabel = "DIR",
            description = "a folder for the points of each lane, and all lanes as heard")
    private Path tables;

    @Option(names = "--picture", paramLabel = "F.svg|F.pdf|F.png", description = "where a picture of all lanes goes")
    private Path picture;

    @Option(names = "--light", description = "the picture on a light ground")
    private boolean light;

    @Option(names = "--folder", paramLabel = "DIR", description = "a folder with all of it, for somebody else")
    private Path folder;

    @Option(
            names = "--content",
            paramLabel = "all|lanes|notes",
            defaultValue = "all",
            description = "what goes as MIDI 1.0")
    private String content;

    @Option(
            names = "--destination",
            paramLabel = "NAME",
            description =
                    "only what goes to this destination of the session, as it says; its folder, unless --folder says another")
    private String destination;

    @Option(
            names = "--out",
            paramLabel = "SESSION",
            description = "the session that knows what went to the destination")
    private Path out;

    @Override
    public Answer run() throws IOException {
        if (destination == null
                && Stream.of(midi, clip, sheet, wav, stems, tables, picture, folder)
                        .allMatch(Objects::isNull)) {
            throw new IllegalArgumentException(
                    "Say what is to be written: --midi F, --clip F.midi2, --wav F, --stems DIR, --tables DIR, --picture F, --sheet F.pdf, --destination NAME or --folder DIR.");
        }
        if (out != null && destination == null) {
            throw new IllegalArgumentException("--out keeps what went to a destination: --destination says which.");
        }
        Fineness how = Fineness.of(fine);
        Optional<Wire> cable = wire(wire);
        apart(midi, session);
        apart(sheet, session);
        Session opened = Pieces.open(session);
        Answer answer = new Answer();
        if (destination != null && folder == null) {
            String known = Destination.of(opened.destinations(), destination).folder();
            if (known.isEmpty()) {
                throw new IllegalArgumentException(
                        "Nothing went to “" + destination + "” yet: --folder says where it goes.");
            }
            folder = Path.of(known);
        }
        // All of it is made before any of it is written: what fails leaves nothing behind.
        Map<Path, SafeFile.Content> files = new LinkedHashMap<>();
        if (sheet != null) {
            Sheet.Printed printed = Sheet.print(sheet, opened);
            files.putAll(printed.files());
            answer.put("sheetPages", printed.pages());
        }
        if (midi != null) {
            Session part = MidiPart.of(opened, content(content));
            MidiExport.How asked = new MidiExport.How(how, cable, leadIn, finer);
            // What each lane does on the wire is told in JSON only, so only then it is looked for.
            MidiExport.Plot plot = inJson()
                    ? MidiExport.plot(part, asked)
                    : new MidiExport.Plot(MidiExport.make(part, asked), List.of());
            files.put(midi, stream -> stream.write(plot.made().file()));
            midi(answer, opened, plot.made().report());
            answer.detail(
                    "onTheWire",
                    plot.lines().stream().map(line -> onWire(opened, line)).toList());
        }
        apart(clip, session);
        if (clip != null) {
            ClipExport.Made made = ClipExport.make(opened);
            files.put(clip, stream -> stream.write(made.file()));
            answer.tell(new ToldClip(made.notes(), made.lanes(), made.values(), made.left()));
        }
        apart(wav, session);
        apart(picture, session);
        Depth depth = Depth.of(bits);
        if (picture != null) {
            String name = String.valueOf(picture.getFileName()).toLowerCase(java.util.Locale.ROOT);
            String format = name.endsWith(".pdf") ? "pdf" : name.endsWith(".png") ? "png" : "svg";
            byte[] drawn = SvgPicture.bytes(opened, SvgPicture.drawn(opened), light, format);
            files.put(picture, stream -> stream.write(drawn));
        }
        SafeFile.writeAll(files);
        if (wav != null || stems != null) {
            audio(answer, opened, depth);
        }
        if (tables != null) {
            answer.put("tables", HandOver.tables(opened, tables).size());
        }
        if (folder != null) {
            folder(answer, opened, new MidiExport.How(how, cable, leadIn, finer), depth);
        }
        return answer;
    }

    private void folder(Answer answer, Session opened, MidiExport.How how, Depth depth) throws IOException {
        HandOver.Told told;
        if (destination == null) {
            Set<Destination.Part> parts =
                    EnumSet.complementOf(EnumSet.of(Destination.Part.MIDI_TRACKS, Destination.Part.MIDI_DEVICES));
            Destination.How all = new Destination.How(
                    new Destination.Midi(fine, true, leadIn, content(content), true),
                    new Destination.Audio(depth.word(), rate, false, true),
                    new Destination.Picture("svg", true));
            told = new HandOver(opened, new Destination("Everything", parts, all, "", ""), how)
                    .write(folder, Progress.UNSEEN);
        } else {
            Destination one = Destination.of(opened.destinations(), destination);
            told = new HandOver(opened, one).write(folder, Progress.UNSEEN);
            if (out != null) {
                String place = folder.toAbsolutePath().normalize().toString();
                SessionFile.save(out, opened.with(one.gone(place, Fingerprint.of(opened))));
            }
        }
        answer.tell(told);
    }

    static Destination.Content content(String word) {
        for (Destination.Content one : Destination.Content.values()) {
            if (one.word().equalsIgnoreCase(word)) {
                return one;
            }
        }
        throw new IllegalArgumentException("--content is all, lanes or notes, not “" + word + "”.");
    }

    private void audio(Answer answer, Session opened, Depth depth) throws IOException {
        double begins = from == null ? 0 : opened.timeline().secondsAt(Positions.in(opened, from));
        double ends = to == null ? opened.seconds() : opened.timeline().secondsAt(Positions.in(opened, to));
        Map<Integer, Path> paths = new LinkedHashMap<>();
        List<String> names = new ArrayList<>();
        if (wav != null) {
            paths.put(-1, wav);
        }
        if (stems != null) {
            Files.createDirectories(stems);
            Bounce bounce = new Bounce(opened, begins);
            for (int stem = 0; stem < bounce.stems(); stem++) {
                paths.put(stem, stems.resolve(HandOver.stemName(stem, bounce.track(stem))));
                names.add(bounce.track(stem).name());
            }
        }
        AudioOut sound = new AudioOut(opened, depth, rate, begins, ends);
        Map<Integer, AudioOut.Told> told = sound.write(paths, Progress.UNSEEN);
        List<String> others = opened.audio().stream()
                .filter(file -> Located.of(file).state() == Located.State.CHANGED)
                .map(AudioFile::name)
                .toList();
        if (!others.isEmpty()) {
            answer.put("anotherFileOfItsName", others);
        }
        AudioOut.Told first = told.values().iterator().next();
        answer.put("frames", first.frames()).put("stems", names);
        if (wav != null) {
            AudioOut.Told whole = told.get(-1);
            answer.tell(new ToldSound(whole.peak(), whole.over(), whole.loudness(), whole.truePeak()));
        }
    }

    private static void midi(Answer answer, Session opened, MidiExport.Report report) {
        answer.tell(new ToldMidi(
                report.lanes(),
                report.left(),
                report.notes(),
                report.controllerMessages(),
                report.busiestShare(),
                report.greatestLoss(),
                report.lossText(),
                report.lossOf(),
                opened.timeline().printBars(report.lossBeat()),
                report.switchLate() * 1000,
                report.switchOf(),
                opened.timeline().printBars(report.switchBeat()),
                report.ways(),
                report.notice(),
                opened.leftOut().stream().map(LeftOut::spoken).toList(),
                report.setupSeconds() * 1000));
    }

    /** One lane on the wire: how much it takes, how far what is sent is off, how long it waits. */
    private static ToldWire onWire(Session opened, OnWire line) {
        return new ToldWire(
                line.name(),
                Math.round(line.allBytes()),
                line.loss(),
                line.lossText(),
                opened.timeline().printBars(line.lossBeat()),
                line.waited() * 1000,
                opened.timeline().printBars(line.waitedBeat()));
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
