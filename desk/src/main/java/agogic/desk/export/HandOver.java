package agogic.desk.export;

import agogic.core.audio.AudioFile;
import agogic.core.device.Device;
import agogic.core.edit.clip.AudioEdits;
import agogic.core.lane.Lane;
import agogic.core.midi.Wire;
import agogic.core.parameter.Parameter;
import agogic.core.route.Target;
import agogic.core.session.Destination;
import agogic.core.session.LeftOut;
import agogic.core.session.Session;
import agogic.core.session.TargetName;
import agogic.core.session.Track;
import agogic.core.session.Version;
import agogic.core.time.Section;
import agogic.core.time.Timeline;
import agogic.desk.sheet.Sheet;
import agogic.formats.audio.AudioScan;
import agogic.formats.audio.Depth;
import agogic.formats.clip2.ClipExport;
import agogic.formats.file.SafeFile;
import agogic.formats.midi.Fineness;
import agogic.formats.midi.MidiExport;
import agogic.formats.midi.MidiPart;
import agogic.formats.session.SessionFile;
import agogic.formats.table.LaneTables;
import agogic.standins.sound.Bounce;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;

/**
 * A folder with all of a piece for somebody who has not this program: session, MIDI, tables, audio, picture, sheet, a README in
 * plain words and the SHA-256 of each file. It is made beside its place and moved there when it is whole; files that are as
 * they were stay the same files.
 */
public final class HandOver {
    private static final String README = "README.txt";
    private static final String TABLES = "tables/";
    private static final String ALL_LANES = "all lanes.csv";
    private static final String BY_TRACK = "midi by track/";
    private static final String BY_DEVICE = "midi by device/";
    private static final double EVERY = 0.02;

    private final Session session;
    private final MidiExport.How midi;
    private final Destination destination;
    private final Depth depth;

    /**
     * What came of it.
     *
     * @param files how many there are, the sums among them
     * @param changed those that were not there, or otherwise, before
     * @param notes what has to be said of single ones
     */
    public record Told(int files, List<String> changed, List<String> notes) {}

    /** What of a session a destination has, as it says. */
    public HandOver(Session session, Destination destination) {
        this(session, destination, midi(destination.how()));
    }

    /** The same, with MIDI written in another way than it says. */
    public HandOver(Session session, Destination destination, MidiExport.How midi) {
        this.session = session;
        this.destination = destination;
        this.midi = midi;
        depth = depth(destination.how());
    }

    /** How MIDI is written. */
    static MidiExport.How midi(Destination.How how) {
        return new MidiExport.How(
                Fineness.of(how.midi().fine()),
                how.midi().cable() ? Optional.of(Wire.CABLE) : Optional.empty(),
                how.midi().leadIn(),
                false,
                how.midi().tempo());
    }

    /** How a sample of audio is written. */
    static Depth depth(Destination.How how) {
        return Depth.of(how.audio().bits());
    }

    /** The range of a piece that goes as audio. */
    static AudioOut audio(Session session, Destination.How how) {
        Timeline timeline = session.timeline();
        // Without lanes every parameter rests.
        return new AudioOut(
                how.audio().lanes() ? session : session.withLanes(List.of()),
                depth(how),
                how.audio().rate(),
                how.audio().loop() ? timeline.secondsAt(session.loop().from()) : 0,
                how.audio().loop() ? timeline.secondsAt(session.loop().to()) : session.seconds());
    }

    /**
     * The session, and each version of the whole of it, with its audio inside: whoever gets it has not the files where they
     * lie here. Where it went stays here.
     */
    static Session carrying(Session session) {
        List<Version> versions = new ArrayList<>(session.versions());
        versions.replaceAll(
                v -> v.whole().map(w -> Version.of(v.name(), alone(w))).orElse(v));
        return alone(session).withVersions(versions);
    }

    private static Session alone(Session session) {
        Session whole = session.withDestinations(
                session.ownDestinations().stream().map(d -> d.gone("", "")).toList());
        for (AudioFile file : session.audio()) {
            whole = AudioEdits.carry(whole, file.id(), true);
        }
        return whole;
    }

    private boolean has(Destination.Part part) {
        return destination.parts().contains(part);
    }

    /** The name of a file without what a system does not take. */
    static String safe(String name) {
        String kept = name.replaceAll("[^\\p{L}\\p{N} ._()-]", "_").strip().replaceAll("^\\.+|[. ]+$", "");
        return kept.isEmpty() ? "piece" : kept.substring(0, Math.min(80, kept.length()));
    }

    /**
     * Writes the folder; ended on the way, the old one is as it was.
     *
     * @throws IOException if the folder cannot be written; the one that was there is as it was
     */
    public Told write(Path folder, Progress progress) throws IOException {
        List<String> notes = new ArrayList<>();
        WholeFolder.Made made = WholeFolder.write(folder, into -> {
            notes.addAll(fill(into, progress));
            progress.at(1);
        });
        return new Told(made.files(), made.changed(), notes);
    }

    private List<String> fill(Path into, Progress progress) throws IOException {
        List<String> notes = new ArrayList<>();
        Map<String, String> what = new LinkedHashMap<>();
        String name = safe(session.name());
        if (has(Destination.Part.SESSION)) {
            SessionFile.save(into.resolve(name + SessionFile.ENDING), carrying(session));
            what.put(
                    name + SessionFile.ENDING,
                    session.audio().isEmpty()
                            ? "the session, for Agogic"
                            : "the session, for Agogic, with its audio inside");
        }
        midi(into, name, what, notes);
        if (has(Destination.Part.CLIP)) {
            ClipExport.Made clip = ClipExport.write(into.resolve(name + ".midi2"), session);
            what.put(
                    name + ".midi2",
                    "MIDI 2.0 clip file: " + clip.notes() + " notes, " + clip.lanes() + " lanes with 32-bit values");
        }
        List<Lane> lanes = SvgPicture.drawn(session);
        if (has(Destination.Part.TABLES)) {
            what.putAll(tables(session, into.resolve("tables")));
        }
        if (has(Destination.Part.PICTURE) && !lanes.isEmpty()) {
            Destination.How how = destination.how();
            byte[] picture = SvgPicture.bytes(
                    session, lanes, how.picture().light(), how.picture().format());
            SafeFile.write(into.resolve("lanes." + how.picture().format()), out -> out.write(picture));
            what.put("lanes." + how.picture().format(), "all lanes as a picture");
        }
        if (lanes.isEmpty() && (has(Destination.Part.PICTURE) || has(Destination.Part.TABLES))) {
            notes.add("No lane has anything in it, so there is no picture and no table.");
        }
        if (has(Destination.Part.SHEET)) {
            sheet(into, what, notes);
        }
        if (has(Destination.Part.AUDIO) || has(Destination.Part.STEMS)) {
            audio(into, name, what, notes, progress);
        }
        session.leftOut().forEach((LeftOut one) -> notes.add("Not in the piece: " + one.spoken() + "."));
        readme(into.resolve(README), what, notes);
        return notes;
    }

    private void sheet(Path into, Map<String, String> what, List<String> notes) throws IOException {
        if (session.surfaces().stream().allMatch(s -> s.controls().isEmpty())) {
            notes.add("No surface has a control, so there is no sheet.");
            return;
        }
        int pages = Sheet.write(into.resolve("controls.pdf"), session);
        what.put("controls.pdf", "what every control does, " + pages + (pages == 1 ? " page" : " pages"));
        for (int page = 1; page <= pages; page++) {
            what.put("controls-" + page + ".png", "page " + page + " of it as a picture");
        }
    }

    private void midi(Path into, String name, Map<String, String> what, List<String> notes) throws IOException {
        Session wanted = MidiPart.of(session, destination.how().midi().content());
        if (has(Destination.Part.MIDI)) {
            MidiExport.Report report = MidiExport.write(into.resolve(name + ".mid"), wanted, midi);
            what.put(name + ".mid", "Standard MIDI File: " + words(report));
            notes(report, "MIDI", notes);
        }
        if (has(Destination.Part.MIDI_TRACKS)) {
            Files.createDirectories(into.resolve(BY_TRACK));
            for (int t = 0; t < session.tracks().size(); t++) {
                Track track = session.tracks().get(t);
                String file = BY_TRACK + numbered(t, track.name()) + ".mid";
                MidiExport.Report report =
                        MidiExport.write(into.resolve(file), MidiPart.of(wanted, wanted.track(track.id())), midi);
                what.put(file, (track.bus() ? "the bus " : "the track ") + track.name() + ": " + words(report));
                notes(report, "MIDI of " + track.name(), notes);
            }
        }
        if (has(Destination.Part.MIDI_DEVICES)) {
            Files.createDirectories(into.resolve(BY_DEVICE));
            int number = 0;
            for (Device device : session.devices()) {
                Session one = MidiPart.of(wanted, device);
                MidiExport.Made made = MidiExport.make(one, midi);
                if (made.report().lanes() > 0) {
                    String file = BY_DEVICE + numbered(number++, device.name()) + ".mid";
                    SafeFile.write(into.resolve(file), out -> out.write(made.file()));
                    what.put(file, "the lanes of " + device.name() + ": " + words(made.report()));
                    notes(made.report(), "MIDI of " + device.name(), notes);
                }
            }
        }
    }

    private static String words(MidiExport.Report report) {
        return report.notes() + " notes, " + report.lanes() + " lanes as controllers";
    }

    private static void notes(MidiExport.Report report, String of, List<String> notes) {
        if (report.greatestLoss() > 0) {
            notes.add(of + ": farthest from its lane is " + report.lossOf() + ", by " + report.lossText() + ".");
        }
        if (!report.left().isEmpty()) {
            notes.add(of + ": not sent, because no socket leads to them: " + String.join("; ", report.left()) + ".");
        }
    }

    /**
     * Writes the points of each layer that has some, and all lanes as heard; what each file of the folder is.
     *
     * @throws IOException if the folder cannot be written
     */
    public static Map<String, String> tables(Session session, Path folder) throws IOException {
        Map<String, String> what = new LinkedHashMap<>();
        List<Target> targets = new ArrayList<>();
        Set<String> taken = new HashSet<>();
        for (Lane lane : SvgPicture.drawn(session)) {
            Files.createDirectories(folder);
            targets.add(lane.target());
            for (int layer = 0; layer < lane.layers().size(); layer++) {
                if (lane.layer(layer).envelope().isEmpty()) {
                    continue;
                }
                String base = safe(SvgPicture.name(session, lane).replace(" · ", " - ")
                        + (layer == 0 ? "" : " layer " + (layer + 1)));
                String file = base;
                for (int n = 2; !taken.add(file.toLowerCase(Locale.ROOT)); n++) {
                    file = base + " " + n;
                }
                SafeFile.text(folder.resolve(file + ".csv"), LaneTables.points(session, lane, layer));
                what.put(TABLES + file + ".csv", "the points of " + TargetName.of(session, lane.target()));
            }
        }
        if (!targets.isEmpty()) {
            SafeFile.text(folder.resolve(ALL_LANES), LaneTables.samples(session, targets, EVERY));
            what.put(TABLES + ALL_LANES, "what is heard of all lanes, 50 rows a second");
        }
        return what;
    }

    private void audio(Path into, String name, Map<String, String> what, List<String> notes, Progress progress)
            throws IOException {
        AudioOut audio = audio(session, destination.how());
        Map<Integer, String> files = new LinkedHashMap<>();
        Map<Integer, String> names = new LinkedHashMap<>();
        if (has(Destination.Part.AUDIO)) {
            files.put(-1, name + ".wav");
            names.put(-1, destination.how().audio().loop() ? "the loop" : "the whole");
        }
        if (has(Destination.Part.STEMS)) {
            Files.createDirectories(into.resolve("stems"));
            Bounce bounce = new Bounce(session, 0);
            for (int stem = 0; stem < bounce.stems(); stem++) {
                Track track = bounce.track(stem);
                files.put(stem, "stems/" + stemName(stem, track));
                names.put(stem, (track.bus() ? "the bus " : "the track ") + track.name());
            }
        }
        String form = AudioScan.kilohertz(destination.how().audio().rate()) + " kHz, "
                + (depth == Depth.FLOAT ? "32 bit float" : depth.word() + " bit");
        Map<Integer, Path> paths = new LinkedHashMap<>();
        files.forEach((stem, file) -> paths.put(stem, into.resolve(file)));
        audio.write(paths, progress).forEach((stem, told) -> {
            what.put(files.get(stem), names.get(stem) + " as audio, " + form + ", " + told.words());
            if (told.over() > 0) {
                notes.add(files.get(stem) + ": " + told.words() + ".");
            }
        });
    }

    /** {@code 03 Comet 1.wav}. */
    public static String stemName(int stem, Track track) {
        return numbered(stem, track.name()) + ".wav";
    }

    private static String numbered(int place, String name) {
        return String.format(Locale.ROOT, "%02d ", place + 1) + safe(name);
    }

    private void readme(Path path, Map<String, String> what, List<String> notes) throws IOException {
        SafeFile.text(path, text -> {
            text.append(session.name()).append("\n\n");
            text.append(String.format(
                    Locale.ROOT,
                    "%d bars, %.1f seconds, from %.2f quarter notes a minute%s.%n%n",
                    session.timeline().metre().barAt(session.length() - 1e-6),
                    session.seconds(),
                    session.timeline().tempo().points().get(0).bpm(),
                    session.timeline().tempo().points().size() > 1 ? ", which changes" : ""));
            text.append("What is here\n");
            long tables =
                    what.keySet().stream().filter(f -> f.startsWith(TABLES)).count() - 1;
            for (Map.Entry<String, String> one : what.entrySet()) {
                if (!one.getKey().startsWith(TABLES) || one.getKey().equals(TABLES + ALL_LANES)) {
                    text.append("  ")
                            .append(one.getKey())
                            .append(": ")
                            .append(one.getValue())
                            .append('\n');
                }
            }
            if (tables > 0) {
                text.append("  ").append(TABLES).append("DEVICE - PARAMETER.csv: the points of a lane, ");
                text.append(Long.toString(tables)).append(tables == 1 ? " table\n" : " tables\n");
            }
            text.append("  ").append(README).append(": this text\n");
            text.append("  ").append(WholeFolder.SUMS).append(": the SHA-256 of each file\n");
            if (!session.sections().isEmpty()) {
                text.append("\nSections\n");
                for (Section section : session.sections()) {
                    text.append("  bar ")
                            .append(Integer.toString(session.timeline().metre().barAt(section.beat() + 1e-6)));
                    text.append(": ").append(section.name()).append('\n');
                }
            }
            List<Lane> lanes = SvgPicture.drawn(session);
            if (!lanes.isEmpty()) {
                text.append("\nLanes, with their ranges\n");
                for (Lane lane : lanes) {
                    Parameter parameter = session.parameter(lane.target());
                    text.append("  ")
                            .append(TargetName.of(session, lane.target()))
                            .append(": ");
                    text.append(parameter.printRange())
                            .append(", ")
                            .append(Integer.toString(lane.points()))
                            .append(" points\n");
                }
            }
            if (!notes.isEmpty()) {
                text.append("\nTo know\n");
                for (String note : notes) {
                    text.append("  ").append(note).append('\n');
                }
            }
        });
    }
}
