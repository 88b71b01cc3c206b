package agogic.formats.midi;

import agogic.core.device.Outside;
import agogic.core.midi.ControllerNames;
import agogic.core.session.Session;
import agogic.formats.bring.Beginning;
import agogic.formats.bring.Brought;
import agogic.formats.bring.ImportLine;
import agogic.formats.file.FormatException;
import java.io.IOException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Set;

/** What a MIDI file has, line by line, before it becomes a piece: first the report, then the act. */
public final class MidiImport implements Brought {
    private final MidiFile file;
    private final ImportedTime time;
    private final List<ImportedTrack> tracks = new ArrayList<>();
    private final List<ImportLine> lines = new ArrayList<>();
    private int exclusive;
    private int lyrics;
    private int texts;
    private int keys;

    private MidiImport(MidiFile file) throws FormatException {
        this.file = file;
        time = new ImportedTime(file);
        for (int t = 0; t < file.tracks(); t++) {
            track(t);
        }
        time.settle();
        report();
    }

    /** Looks through a file. */
    public static MidiImport read(Path path) throws IOException {
        return of(MidiFile.read(path));
    }

    /** Looks through a file that was read. */
    public static MidiImport of(MidiFile file) throws FormatException {
        return new MidiImport(file);
    }

    private void track(int t) {
        boolean[][] said = new boolean[16][128];
        file.tell(t, (tick, status, first, second) -> said[status & 15][first] |= (status & 0xF0) == 0xB0);
        ChannelContent[] channels = new ChannelContent[16];
        String[] name = {""};
        file.tell(t, new MidiFile.Events() {
            @Override
            public void channel(long tick, int status, int first, int second) {
                int at = status & 15;
                if (channels[at] == null) {
                    channels[at] = new ChannelContent(at + 1, pairs(said[at]));
                }
                channels[at].message(tick, status & 0xF0, first, second);
                time.reaches(tick);
            }

            @Override
            public void meta(long tick, int type, int from, int length) {
                time.meta(tick, type, from, length);
                time.reaches(tick);
                if (type == 3 && name[0].isEmpty()) {
                    name[0] = file.text(from, length);
                }
                lyrics += type == 5 ? 1 : 0;
                keys += type == 0x59 ? 1 : 0;
                texts += type == 1 || type == 2 || type == 4 || type >= 7 && type <= 9 ? 1 : 0;
            }

            @Override
            public void exclusive(long tick, int from, int length) {
                exclusive++;
                time.reaches(tick);
            }
        });
        tracks.add(new ImportedTrack(t, name[0], channels));
    }

    private static boolean[] pairs(boolean[] said) {
        boolean[] pairs = new boolean[32];
        for (int n = 1; n < 32; n++) {
            pairs[n] = n != 6 && said[n] && said[n + 32];
        }
        return pairs;
    }

    private void report() {
        if (time.tempoCount() > 0) {
            double bpm = time.tempo().points().get(0).bpm();
            boolean one = time.tempo().points().size() == 1;
            lines.add(new ImportLine(
                    "tempo",
                    one ? "Tempo" : "Tempos",
                    time.tempoCount(),
                    one ? shown(bpm) + " bpm" : "steps, the first " + shown(bpm) + " bpm"));
        }
        if (time.metreCount() > 0) {
            var first = time.metre().metres().get(0);
            lines.add(new ImportLine(
                    "metre",
                    time.metre().metres().size() == 1 ? "Metre" : "Metres",
                    time.metreCount(),
                    "from " + first.beatsInBar() + "/" + first.beatUnit()));
        }
        if (!time.sections().isEmpty()) {
            lines.add(new ImportLine(
                    "sections",
                    "Markers",
                    time.sections().size(),
                    "sections: " + time.sections().get(0).name()
                            + (time.sections().size() > 1 ? " and others" : "")));
        }
        int programs = 0;
        int banks = 0;
        int modes = 0;
        int homeless = 0;
        for (ImportedTrack track : tracks) {
            for (ChannelContent content : track.contents()) {
                String called = track.name(content);
                if (content.notes() > 0) {
                    lines.add(new ImportLine(
                            track.notesId(content),
                            called + " · notes",
                            content.notes(),
                            "a clip on the track " + called));
                }
                for (Stream stream : content.streams()) {
                    lines.add(new ImportLine(
                            track.streamId(content, stream),
                            called + " · " + named(stream),
                            stream.size(),
                            "a ride that moves " + address(content, stream)));
                }
                programs += content.programs();
                banks += content.banks();
                modes += content.modes();
                homeless += content.homeless();
            }
        }
        left(programs, "Program changes", "a piece has no programs: choose the sound on the device");
        left(banks, "Bank selections", "a piece has no programs: choose the sound on the device");
        left(modes, "Channel mode messages", "they reset or mute a device; they are nothing that moves");
        left(homeless, "Data without a number", "nobody said which parameter it is for");
        left(exclusive, "System exclusive messages", "only the device they were made for knows what they mean");
        left(keys, "Key signatures", "a piece has no keys");
        left(lyrics, "Lyrics", "a piece has no words");
        left(texts, "Texts", "they are for the program that wrote them");
    }

    private void left(int count, String what, String why) {
        if (count > 0) {
            lines.add(new ImportLine("", what, count, why));
        }
    }

    private static String shown(double bpm) {
        return String.format(Locale.ROOT, Math.abs(bpm - Math.rint(bpm)) < 0.005 ? "%.0f" : "%.2f", bpm);
    }

    static String named(Stream stream) {
        return switch (stream.way()) {
            case CC, CC_PAIR -> ControllerNames.controller(stream.number());
            case RPN -> ControllerNames.registered(stream.number());
            case NRPN -> "NRPN " + stream.number();
            case BEND -> "Pitch bend";
            case PRESSURE -> "Pressure";
            default -> "Pressure of key " + stream.number();
        };
    }

    private static String address(ChannelContent content, Stream stream) {
        return new Outside("x", stream.way(), content.channel(), stream.number()).address();
    }

    @Override
    public List<ImportLine> lines() {
        return List.copyOf(lines);
    }

    @Override
    public List<String> remarks() {
        List<String> all = new ArrayList<>(file.remarks());
        all.addAll(time.remarks());
        return all;
    }

    @Override
    public int bars() {
        return time.metre().barAt(time.length(time.metre()) - 1e-6);
    }

    @Override
    public String title() {
        String first = tracks.get(0).given();
        boolean conductor =
                tracks.size() > 1 && tracks.get(0).contents().stream().noneMatch(c -> c.notes() > 0);
        return conductor && !first.isEmpty() ? first : file.name().replaceAll("(?i)\\.(midi?|smf|rmi|kar)$", "");
    }

    @Override
    public Session piece(Set<String> off, Beginning add) {
        return new ImportedPiece(title(), time, tracks, off, add).session();
    }
}
