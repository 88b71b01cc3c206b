package agogic.desk.export;

import agogic.core.lane.Lane;
import agogic.core.midi.Wire;
import agogic.core.session.Session;
import agogic.desk.model.Beside;
import agogic.desk.model.Desk;
import agogic.desk.model.Notice;
import agogic.desk.sheet.Sheet;
import agogic.formats.audio.AudioScan;
import agogic.formats.audio.Depth;
import agogic.formats.clip2.ClipExport;
import agogic.formats.file.SafeFile;
import agogic.formats.midi.Fineness;
import agogic.formats.midi.MidiExport;
import agogic.formats.midi.MidiFile;
import agogic.standins.sound.Block;
import agogic.standins.sound.Bounce;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.EnumMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.atomic.AtomicBoolean;
import javafx.application.Platform;
import javafx.beans.property.DoubleProperty;
import javafx.beans.property.ObjectProperty;
import javafx.beans.property.SimpleDoubleProperty;
import javafx.beans.property.SimpleObjectProperty;

/** What is chosen in the Export view, what would come of it, and what is under way. */
final class ExportModel {
    private static final int BITS_OF_A_BYTE = 10;

    private final Desk desk;
    private final Beside beside = new Beside();
    private final ObjectProperty<Fineness> fineness = new SimpleObjectProperty<>(Fineness.FOURTEEN);
    private final ObjectProperty<Depth> depth = new SimpleObjectProperty<>(Depth.FLOAT);
    private final ObjectProperty<Integer> rate = new SimpleObjectProperty<>(Block.RATE);
    private final ObjectProperty<Boolean> cable = new SimpleObjectProperty<>(true);
    private final ObjectProperty<Boolean> leadIn = new SimpleObjectProperty<>(false);
    private final ObjectProperty<Boolean> loop = new SimpleObjectProperty<>(false);
    private final ObjectProperty<Looked> looked = new SimpleObjectProperty<>();
    private final ObjectProperty<ExportLine> running = new SimpleObjectProperty<>();
    private final DoubleProperty progress = new SimpleDoubleProperty();
    private final Map<ExportLine, Session> carried = new EnumMap<>(ExportLine.class);
    private final AtomicBoolean cancelled = new AtomicBoolean();

    /**
     * What the MIDI file of a session would be.
     *
     * @param load bytes of each second on the busiest port
     */
    record Looked(Session session, MidiExport.How how, MidiExport.Report report, int bytes, double[] load) {}

    ExportModel(Desk desk) {
        this.desk = desk;
    }

    ObjectProperty<Fineness> fineness() {
        return fineness;
    }

    ObjectProperty<Depth> depth() {
        return depth;
    }

    /** Frames a second of audio, one of {@link AudioOut#RATES}. */
    ObjectProperty<Integer> rate() {
        return rate;
    }

    ObjectProperty<Boolean> cable() {
        return cable;
    }

    ObjectProperty<Boolean> leadIn() {
        return leadIn;
    }

    /** True for the bars of the loop instead of the whole piece, in audio. */
    ObjectProperty<Boolean> loop() {
        return loop;
    }

    /** What the MIDI file would be; null until that is known. */
    ObjectProperty<Looked> looked() {
        return looked;
    }

    /** The line that is carried out just now; null for none. */
    ObjectProperty<ExportLine> running() {
        return running;
    }

    DoubleProperty progress() {
        return progress;
    }

    MidiExport.How how() {
        return new MidiExport.How(
                fineness.get(), cable.get() ? Optional.of(Wire.CABLE) : Optional.empty(), leadIn.get(), false);
    }

    /** Finds out beside the window what the MIDI file would be, unless that is known. */
    void look() {
        Session session = desk.session();
        MidiExport.How how = how();
        Looked known = looked.get();
        if (known != null && known.session() == session && known.how().equals(how)) {
            return;
        }
        looked.set(null);
        beside.latest(
                "agogic-export",
                () -> looked(session, how),
                looked::set,
                why -> desk.say(Notice.stop("Not known", why)));
    }

    private static Looked looked(Session session, MidiExport.How how) {
        MidiExport.Made made = MidiExport.make(session, how);
        return new Looked(session, how, made.report(), made.file().length, load(session, made.file()));
    }

    /** Bytes of each second, as a cable gets them: a status that stays is sent once (running status). */
    private static double[] load(Session session, byte[] bytes) {
        double[] load = new double[(int) Math.ceil(session.seconds()) + 1];
        List<long[]> events = new ArrayList<>();
        try {
            MidiFile file = MidiFile.of(bytes, "export");
            for (int t = 0; t < file.tracks(); t++) {
                file.tell(t, (tick, status, first, second) -> events.add(new long[] {tick, status}));
            }
            events.sort(Comparator.comparingLong(e -> e[0]));
            long running = 0;
            for (long[] event : events) {
                double at = session.timeline().secondsAt(event[0] / file.ticks());
                long kind = event[1] & 0xF0;
                double size = kind == 0xC0 || kind == 0xD0 ? 1 : 2;
                load[(int) Math.max(0, Math.min(load.length - 1, at))] += size + (event[1] == running ? 0 : 1);
                running = event[1];
            }
        } catch (IOException e) {
            throw new IllegalStateException(e);
        }
        return load;
    }

    /** What a cable carries in a second, in bytes. */
    static double most() {
        return Wire.CABLE.baud() / BITS_OF_A_BYTE;
    }

    private double from() {
        return loop.get() ? desk.timeline().secondsAt(desk.session().loop().from()) : 0;
    }

    private double to() {
        return loop.get()
                ? desk.timeline().secondsAt(desk.session().loop().to())
                : desk.session().seconds();
    }

    /** What a line would contain, in words. */
    String contains(ExportLine line) {
        Session session = desk.session();
        int lanes = SvgPicture.drawn(session).size();
        AudioOut audio = new AudioOut(session, depth.get(), rate.get(), from(), to());
        String each = size(audio.bytes());
        Looked known = looked.get();
        return switch (line) {
            case MIDI -> known == null
                    ? "looking …"
                    : known.report().notes() + " notes, " + known.report().lanes() + " lanes, " + size(known.bytes());
            case CLIP -> known == null
                    ? "looking …"
                    : known.report().notes() + " notes, " + known.report().lanes() + " lanes, 32-bit values";
            case AUDIO -> String.format(
                    Locale.ROOT, "%.1f s, %s kHz stereo, %s", to() - from(), AudioScan.kilohertz(rate.get()), each);
            case STEMS -> session.tracks().size() + " files of " + each;
            case TABLES -> lanes + (lanes == 1 ? " lane" : " lanes");
            case PICTURE -> lanes + (lanes == 1 ? " lane" : " lanes") + " with ruler and sections";
            case SHEET -> session.surfaces().stream()
                            .mapToInt(s -> s.pages().size())
                            .sum() + " pages";
            case FOLDER -> "session, MIDI 1.0 and 2.0, audio, stems, tables, picture, sheet";
        };
    }

    /** What is lost on the way, in words; empty for nothing. */
    String lost(ExportLine line) {
        Looked known = looked.get();
        if (line == ExportLine.PICTURE
                || line == ExportLine.TABLES
                || line == ExportLine.SHEET
                || known == null && (line == ExportLine.MIDI || line == ExportLine.CLIP)) {
            return "";
        }
        if (line == ExportLine.CLIP) {
            int left = known.report().left().size();
            return left == 0 ? "" : left + " lanes are on no socket, so they are not sent";
        }
        if (line == ExportLine.MIDI || line == ExportLine.FOLDER && known != null) {
            MidiExport.Report report = known.report();
            List<String> parts = new ArrayList<>();
            if (report.greatestLoss() > 0) {
                parts.add("up to " + report.lossText() + " beside its lane: " + report.lossOf());
            }
            if (!report.left().isEmpty()) {
                parts.add(report.left().size() + " lanes are on no socket, so they are not sent");
            }
            return String.join("; ", parts);
        }
        return depth.get() == Depth.SIXTEEN ? "16 bit with dither" : "";
    }

    /** What changed since a line was carried out last, in words. */
    String since(ExportLine line) {
        Session then = carried.get(line);
        return then == null ? "not exported yet" : then == desk.session() ? "up to date" : "changed since";
    }

    private static String size(long bytes) {
        return bytes < 1_000_000
                ? Math.max(1, Math.round(bytes / 1000.0)) + " kB"
                : String.format(Locale.ROOT, "%.1f MB", bytes / 1e6);
    }

    /** Ends what is under way; nothing of it is left. */
    void cancel() {
        if (running.get() == null) {
            desk.refuse("Nothing is being exported.");
            return;
        }
        cancelled.set(true);
        desk.say(Notice.wait("Cancelling", running.get().title() + " ends; nothing of it is left."));
    }

    /** Why nothing can be carried out now; empty if it can. */
    String whyNot() {
        return running.get() == null ? "" : running.get().title() + " is being exported";
    }

    /** Carries a line out, beside the window. */
    void carryOut(ExportLine line, Path path) {
        Session session = desk.session();
        running.set(line);
        cancelled.set(false);
        progress.set(0);
        desk.say(Notice.wait("Exporting", line.title() + " to " + path.getFileName() + " …"));
        MidiExport.How how = how();
        Depth bits = depth.get();
        AudioOut audio = new AudioOut(session, bits, rate.get(), from(), to());
        Beside.run(
                "agogic-export",
                () -> written(line, path, session, how, bits, audio),
                words -> {
                    running.set(null);
                    carried.put(line, session);
                    progress.set(1);
                    desk.say(Notice.good("Exported", words));
                },
                why -> {
                    running.set(null);
                    progress.set(0);
                    desk.say(
                            cancelled.get()
                                    ? Notice.plain("Cancelled", "Nothing was written.")
                                    : Notice.stop("Not exported", why));
                });
    }

    private void at(double part) throws IOException {
        if (cancelled.get()) {
            throw new Progress.Cancelled();
        }
        Platform.runLater(() -> progress.set(part));
    }

    private String written(ExportLine line, Path path, Session session, MidiExport.How how, Depth bits, AudioOut audio)
            throws IOException {
        String name = String.valueOf(path.getFileName());
        switch (line) {
            case MIDI -> {
                MidiExport.Report report = MidiExport.write(path, session, how);
                return name + ": " + report.notes() + " notes, " + report.lanes() + " lanes"
                        + (report.greatestLoss() > 0
                                ? "; farthest from its lane: " + report.lossOf() + ", by " + report.lossText()
                                : "")
                        + ". " + report.notice();
            }
            case CLIP -> {
                ClipExport.Made made = ClipExport.write(path, session);
                return name + ": " + made.notes() + " notes, " + made.lanes() + " lanes in " + made.values()
                        + " values."
                        + (made.left().isEmpty()
                                ? ""
                                : " Not in it: " + made.left().get(0)
                                        + (made.left().size() > 1
                                                ? " and " + (made.left().size() - 1) + " more."
                                                : "."));
            }
            case AUDIO -> {
                return name + ": " + audio.write(path, -1, this::at).words() + ".";
            }
            case STEMS -> {
                Files.createDirectories(path);
                Map<Integer, Path> paths = new LinkedHashMap<>();
                Bounce bounce = new Bounce(session, 0);
                for (int stem = 0; stem < bounce.stems(); stem++) {
                    paths.put(stem, path.resolve(HandOver.stemName(stem, bounce.track(stem))));
                }
                audio.write(paths, this::at);
                return name + ": " + paths.size() + " stems.";
            }
            case TABLES -> {
                return name + ": " + HandOver.tables(session, path).size() + " tables.";
            }
            case PICTURE -> {
                List<Lane> lanes = SvgPicture.drawn(session);
                SafeFile.text(
                        path,
                        SvgPicture.of(
                                session, lanes, desk.selection().lightProperty().get()));
                return name + ": " + lanes.size() + " lanes.";
            }
            case SHEET -> {
                int pages = Sheet.write(path, session);
                return name + ": " + pages + (pages == 1 ? " page" : " pages") + ", and each as a PNG beside it.";
            }
            default -> {
                HandOver.Told told = new HandOver(session, how, bits, true).write(path, this::at);
                return name + ": " + told.files() + " files, " + told.changed().size() + " of them new or changed."
                        + (told.notes().isEmpty()
                                ? ""
                                : " To know: " + told.notes().get(0));
            }
        }
    }
}
