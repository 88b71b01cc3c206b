package agogic.formats.midi;

import agogic.core.device.Outside;
import agogic.core.time.Section;
import agogic.core.time.Timeline;
import agogic.formats.bring.Brought;
import agogic.formats.bring.Controllers;
import agogic.formats.bring.ImportLine;
import agogic.formats.bring.PieceBuilder;
import agogic.formats.file.FormatException;
import java.io.IOException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;

/** What a MIDI file has, line by line, before it becomes a piece: first the report, then the act. */
public final class MidiImport implements Brought {
    /** The meta event that names the port of a track. */
    private static final int PORT = 0x21;

    private static final int CHANNEL_PREFIX = 0x20;
    /** Sequence numbers and what one program writes for itself. */
    private static final Set<Integer> OTHERS = Set.of(0x00, 0x7F);

    private final MidiFile file;
    private final ImportedTime time;
    private final List<ImportedTrack> tracks = new ArrayList<>();
    private final List<ImportLine> lines = new ArrayList<>();
    /** What is moved, by port and channel. */
    private final Map<Integer, ChannelMoves> moves = new HashMap<>();

    private int exclusive;
    private final ImportedRemarks remarks;
    private int prefixes;
    private int others;

    private MidiImport(MidiFile file) throws FormatException {
        this.file = file;
        time = new ImportedTime(file);
        remarks = new ImportedRemarks(file);
        Pairs[] pairs = pairs();
        for (int t = 0; t < file.tracks(); t++) {
            track(t, port(t), pairs);
        }
        join(pairs);
        time.settle();
        report();
    }

    /**
     * Looks through a file.
     *
     * @throws FormatException with what, where and what was expected, if it is none; nothing is half-read
     */
    public static MidiImport read(Path path) throws IOException {
        return of(MidiFile.read(path));
    }

    /**
     * Looks through a file that was read.
     *
     * @throws FormatException with what, where and what was expected, if it is none; nothing is half-read
     */
    public static MidiImport of(MidiFile file) throws FormatException {
        return new MidiImport(file);
    }

    /** Of each channel, which of its controllers come in pairs. */
    private Pairs[] pairs() {
        Pairs[] pairs = new Pairs[16];
        Arrays.setAll(pairs, channel -> new Pairs());
        for (int t = 0; t < file.tracks(); t++) {
            file.tell(t, (tick, status, first, second) -> {
                if ((status & 0xF0) == 0xB0) {
                    pairs[status & 15].said(tick, first);
                }
            });
        }
        return pairs;
    }

    /** One address is one parameter: what several tracks say of it on one channel of one port is one ride, of the first. */
    private void join(Pairs[] pairs) {
        Set<Integer> given = new HashSet<>();
        Map<Integer, ChannelContent> channels = new HashMap<>();
        moves.forEach((key, all) -> {
            ChannelContent content = new ChannelContent(key % 16 + 1, pairs[key % 16]);
            all.tell(content);
            channels.put(key, content);
        });
        for (int t = 0; t < tracks.size(); t++) {
            for (ChannelContent content : tracks.get(t).contents()) {
                int key = tracks.get(t).port() * 16 + content.channel() - 1;
                if (channels.containsKey(key)) {
                    content.take(channels.get(key), t, given.add(key));
                }
            }
        }
    }

    /** The port of a track: the first that it names, wherever in the track that is; 0 if it names none. */
    private int port(int t) {
        int[] port = {-1};
        file.tell(t, new MidiFile.Events() {
            @Override
            public void channel(long tick, int status, int first, int second) {
                // Only what is said of the port is looked for.
            }

            @Override
            public void meta(long tick, int type, int from, int length) {
                if (type == PORT && length > 0) {
                    port[0] = port[0] < 0 ? file.at(from) : port[0];
                }
            }
        });
        return Math.max(0, port[0]);
    }

    private void track(int t, int port, Pairs[] pairs) {
        ChannelContent[] channels = new ChannelContent[16];
        String[] name = {""};
        file.tell(t, new MidiFile.Events() {
            @Override
            public void channel(long tick, int status, int first, int second) {
                int at = status & 15;
                if (channels[at] == null) {
                    channels[at] = new ChannelContent(at + 1, pairs[at]);
                }
                int kind = status & 0xF0;
                if (kind == 0x80 || kind == 0x90) {
                    channels[at].note(tick, kind, first, second);
                } else {
                    moves.computeIfAbsent(port * 16 + at, key -> new ChannelMoves())
                            .add(tick, t, kind, first, second);
                }
                time.reaches(tick);
            }

            @Override
            public void meta(long tick, int type, int from, int length) {
                time.meta(tick, type, from, length);
                time.reaches(tick);
                if (type == 3 && name[0].isEmpty()) {
                    name[0] = file.text(from, length);
                }
                remarks.meta(t, tick, type, from, length);
                prefixes += type == CHANNEL_PREFIX ? 1 : 0;
                others += OTHERS.contains(type) ? 1 : 0;
            }

            @Override
            public void exclusive(long tick, int from, int length) {
                exclusive++;
                time.reaches(tick);
            }
        });
        tracks.add(new ImportedTrack(t, name[0], port, channels));
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
                            called + " · " + Controllers.name(stream.way(), stream.number()),
                            stream.size(),
                            stream.way() == Outside.Way.PROGRAM
                                    ? "a switch with the programs of channel " + content.channel()
                                    : "a ride that moves " + address(content, stream)));
                }
                banks += content.banks();
                modes += content.modes();
                homeless += content.homeless();
            }
        }
        List<ImportLine> taken = List.copyOf(lines);
        lines.clear();
        left(banks, "Bank selections", "no program was chosen after them");
        left(modes, "Channel mode messages", "they reset or mute a device; they are nothing that moves");
        left(homeless, "Data without a number", "no parameter number was sent before it");
        left(exclusive, "System exclusive messages", "only the device they were made for knows what they mean");
        left(prefixes, "Channel prefixes", "texts belong to their track");
        left(others, "Events of one program", "only the program that wrote them knows what they mean");
        left(remarks.strange(), "Keys, ports and offsets that cannot be", "their numbers are none of their kind");
        // What is not taken is seen first.
        lines.addAll(taken);
        lines.addAll(remarks.lines());
    }

    private void left(int count, String what, String why) {
        if (count > 0) {
            lines.add(new ImportLine("", what, count, why));
        }
    }

    private static String shown(double bpm) {
        return String.format(Locale.ROOT, Math.abs(bpm - Math.rint(bpm)) < 0.005 ? "%.0f" : "%.2f", bpm);
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
    public Timeline timeline(Set<String> off) {
        return time.timeline(!off.contains("tempo"), !off.contains("metre"));
    }

    @Override
    public List<Section> sections(Set<String> off) {
        return off.contains("sections") ? List.of() : time.sections();
    }

    @Override
    public void addTo(PieceBuilder piece, Set<String> off) {
        new ImportedPiece(time, tracks, off, piece).add(remarks);
    }
}
