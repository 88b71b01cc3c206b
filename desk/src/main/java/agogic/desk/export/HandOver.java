package agogic.desk.export;

import agogic.core.audio.AudioFile;
import agogic.core.clip.AudioEdits;
import agogic.core.lane.Lane;
import agogic.core.parameter.Parameter;
import agogic.core.route.Target;
import agogic.core.session.LeftOut;
import agogic.core.session.Session;
import agogic.core.session.TargetName;
import agogic.core.session.Track;
import agogic.core.time.Section;
import agogic.desk.sheet.Sheet;
import agogic.formats.audio.Depth;
import agogic.formats.clip2.ClipExport;
import agogic.formats.file.SafeFile;
import agogic.formats.midi.MidiExport;
import agogic.formats.session.SessionFile;
import agogic.formats.table.LaneTables;
import agogic.standins.sound.Bounce;
import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.security.DigestInputStream;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashSet;
import java.util.HexFormat;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import java.util.stream.Stream;

/**
 * A folder with all of a piece for somebody who has not this program: session, MIDI, tables, audio, picture, sheet, a README in
 * plain words and the SHA-256 of each file. It is made beside its place and moved there when it is whole; files that are as
 * they were stay the same files.
 */
public final class HandOver {
    private static final String README = "README.txt";
    private static final String SUMS = "SHA256SUMS";
    private static final String TABLES = "tables/";
    private static final String ALL_LANES = "all lanes.csv";
    private static final double EVERY = 0.02;

    private final Session session;
    private final MidiExport.How midi;
    private final Depth depth;
    private final boolean stems;

    /**
     * What came of it.
     *
     * @param files how many there are, the sums among them
     * @param changed those that were not there, or otherwise, before
     * @param notes what has to be said of single ones
     */
    public record Told(int files, List<String> changed, List<String> notes) {}

    /** @param stems true for a file of each track and bus beside the whole */
    public HandOver(Session session, MidiExport.How midi, Depth depth, boolean stems) {
        this.session = session;
        this.midi = midi;
        this.depth = depth;
        this.stems = stems;
    }

    /** The name of a file without what a system does not take. */
    static String safe(String name) {
        String kept = name.replaceAll("[^\\p{L}\\p{N} ._()-]", "_").strip().replaceAll("^\\.+|[. ]+$", "");
        return kept.isEmpty() ? "piece" : kept.substring(0, Math.min(80, kept.length()));
    }

    /** Writes the folder; ended on the way, the old one is as it was. */
    public Told write(Path folder, Progress progress) throws IOException {
        Path place = folder.toAbsolutePath().normalize();
        recover(place);
        if (Files.exists(place) && !Files.isDirectory(place)) {
            throw new IOException(place.getFileName() + " is a file; choose a folder.");
        }
        if (Files.isDirectory(place) && !Files.exists(place.resolve(SUMS)) && !empty(place)) {
            throw new IOException(place.getFileName()
                    + " has other files in it. Choose an empty folder, or one that was exported before.");
        }
        Path beside = place.resolveSibling("." + place.getFileName() + ".making");
        delete(beside);
        Files.createDirectories(beside);
        try {
            List<String> notes = fill(beside, progress);
            Map<String, String> sums = sums(beside);
            List<String> changed = keep(place, beside, sums);
            SafeFile.text(beside.resolve(SUMS), text -> {
                for (Map.Entry<String, String> one : sums.entrySet()) {
                    text.append(one.getValue())
                            .append("  ")
                            .append(one.getKey())
                            .append('\n');
                }
            });
            progress.at(1);
            swap(beside, place);
            return new Told(sums.size() + 1, changed, notes);
        } finally {
            delete(beside);
        }
    }

    private List<String> fill(Path into, Progress progress) throws IOException {
        List<String> notes = new ArrayList<>();
        Map<String, String> what = new LinkedHashMap<>();
        String name = safe(session.name());
        // Whoever gets the folder has not the audio where it lies here: it goes with the session.
        Session whole = session;
        for (AudioFile file : session.audio()) {
            whole = AudioEdits.carry(whole, file.id(), true);
        }
        SessionFile.save(into.resolve(name + SessionFile.ENDING), whole);
        what.put(
                name + SessionFile.ENDING,
                session.audio().isEmpty()
                        ? "the session, for Agogic"
                        : "the session, for Agogic, with its audio inside");
        MidiExport.Report report = MidiExport.write(into.resolve(name + ".mid"), session, midi);
        what.put(
                name + ".mid",
                "Standard MIDI File: " + report.notes() + " notes, " + report.lanes() + " lanes as controllers");
        if (report.greatestLoss() > 0) {
            notes.add("MIDI: farthest from its lane is " + report.lossOf() + ", by " + report.lossText() + ".");
        }
        if (!report.left().isEmpty()) {
            notes.add("MIDI: not sent, because no socket leads to them: " + String.join("; ", report.left()) + ".");
        }
        ClipExport.Made clip = ClipExport.write(into.resolve(name + ".midi2"), session);
        what.put(
                name + ".midi2",
                "MIDI 2.0 clip file: " + clip.notes() + " notes, " + clip.lanes() + " lanes with 32-bit values");
        what.putAll(tables(session, into.resolve("tables")));
        List<Lane> lanes = SvgPicture.drawn(session);
        if (!lanes.isEmpty()) {
            SafeFile.text(into.resolve("lanes.svg"), SvgPicture.of(session, lanes, true));
            what.put("lanes.svg", "all lanes as a picture");
        }
        if (!session.surfaces().isEmpty()) {
            int pages = Sheet.write(into.resolve("controls.pdf"), session);
            what.put("controls.pdf", "what every control does, " + pages + (pages == 1 ? " page" : " pages"));
        }
        audio(into, name, what, notes, progress);
        session.leftOut().forEach((LeftOut one) -> notes.add("Not in the piece: " + one.spoken() + "."));
        readme(into.resolve(README), what, notes);
        return notes;
    }

    /** Writes the points of each layer that has some, and all lanes as heard; what each file of the folder is. */
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
        AudioOut audio = new AudioOut(session, depth, 0, session.seconds());
        Map<Integer, String> files = new LinkedHashMap<>();
        Map<Integer, String> names = new LinkedHashMap<>();
        files.put(-1, name + ".wav");
        names.put(-1, "the whole");
        if (stems) {
            Files.createDirectories(into.resolve("stems"));
            Bounce bounce = new Bounce(session, 0);
            for (int stem = 0; stem < bounce.stems(); stem++) {
                Track track = bounce.track(stem);
                files.put(stem, "stems/" + stemName(stem, track));
                names.put(stem, (track.bus() ? "the bus " : "the track ") + track.name());
            }
        }
        String form = "48 kHz, " + (depth == Depth.FLOAT ? "32 bit float" : depth.word() + " bit");
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
        return String.format(Locale.ROOT, "%02d ", stem + 1) + safe(track.name()) + ".wav";
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
            text.append("  ").append(SUMS).append(": the SHA-256 of each file\n");
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

    private static Map<String, String> sums(Path folder) throws IOException {
        Map<String, String> sums = new TreeMap<>();
        try (Stream<Path> files = Files.walk(folder)) {
            for (Path file : (Iterable<Path>) files.filter(Files::isRegularFile)::iterator) {
                sums.put(folder.relativize(file).toString().replace('\\', '/'), digest(file));
            }
        }
        return sums;
    }

    static String digest(Path file) throws IOException {
        try (InputStream in = Files.newInputStream(file)) {
            MessageDigest sha = MessageDigest.getInstance("SHA-256");
            try (DigestInputStream through = new DigestInputStream(in, sha)) {
                through.transferTo(java.io.OutputStream.nullOutputStream());
            }
            return HexFormat.of().formatHex(sha.digest());
        } catch (NoSuchAlgorithmException e) {
            throw new IOException("This Java has no SHA-256.", e);
        }
    }

    /** Files that are as they were are taken from the old folder, with their times; the names of all others. */
    private static List<String> keep(Path old, Path fresh, Map<String, String> sums) throws IOException {
        List<String> changed = new ArrayList<>();
        for (Map.Entry<String, String> one : sums.entrySet()) {
            Path before = old.resolve(one.getKey());
            if (Files.isRegularFile(before) && digest(before).equals(one.getValue())) {
                Files.copy(
                        before,
                        fresh.resolve(one.getKey()),
                        StandardCopyOption.REPLACE_EXISTING,
                        StandardCopyOption.COPY_ATTRIBUTES);
            } else {
                changed.add(one.getKey());
            }
        }
        return changed;
    }

    private static Path aside(Path place) {
        return place.resolveSibling("." + place.getFileName() + ".before");
    }

    /** Ended between two moves, the old folder lies aside: it goes back. */
    private static void recover(Path place) throws IOException {
        Path before = aside(place);
        if (Files.isDirectory(before)) {
            if (Files.exists(place)) {
                delete(before);
            } else {
                Files.move(before, place);
            }
        }
    }

    private static void swap(Path fresh, Path place) throws IOException {
        Path before = aside(place);
        if (Files.exists(place)) {
            Files.move(place, before);
        }
        try {
            Files.move(fresh, place);
        } catch (IOException e) {
            recover(place);
            throw e;
        }
        delete(before);
    }

    private static boolean empty(Path folder) throws IOException {
        try (Stream<Path> inside = Files.list(folder)) {
            return inside.findAny().isEmpty();
        }
    }

    private static void delete(Path folder) throws IOException {
        if (!Files.exists(folder)) {
            return;
        }
        try (Stream<Path> all = Files.walk(folder)) {
            all.sorted(Comparator.reverseOrder()).forEach(one -> {
                try {
                    Files.delete(one);
                } catch (IOException e) {
                    throw new UncheckedIOException(e);
                }
            });
        } catch (UncheckedIOException e) {
            throw e.getCause();
        }
    }
}
