package agogic.formats.clip2;

import agogic.core.device.Device;
import agogic.core.device.Outside;
import agogic.core.midi.Program;
import agogic.core.score.Clip;
import agogic.core.score.Note;
import agogic.core.time.Metre;
import agogic.core.time.MetreMap;
import agogic.core.time.Section;
import agogic.core.time.TempoMap;
import agogic.core.time.Timeline;
import agogic.formats.bring.Brought;
import agogic.formats.bring.Controllers;
import agogic.formats.bring.ImportLine;
import agogic.formats.bring.PieceBuilder;
import agogic.formats.file.FormatException;
import java.io.IOException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;

/** What a MIDI 2.0 clip file has, line by line, before it becomes a piece: a track for each channel of each group. */
public final class ClipImport implements Brought {
    private static final double LONGEST = 1e6;
    private static final int CHANNELS = 16;

    private final ClipFile file;
    private final TreeMap<Double, Double> tempos = new TreeMap<>();
    private final TreeMap<Double, int[]> signatures = new TreeMap<>();
    private final Map<Integer, ClipChannel> channels = new TreeMap<>();
    private final Map<String, Integer> others = new TreeMap<>();
    private double length;
    private MetreMap metre = MetreMap.steady(4, 4);
    private TempoMap tempo = TempoMap.steady(120);
    private boolean bounded;

    private ClipImport(ClipFile file) throws FormatException {
        this.file = file;
        file.tell(this::message);
        settle();
    }

    /**
     * Looks through a file.
     *
     * @throws FormatException with what, where and what was expected, if it is none; nothing is half-read
     */
    public static ClipImport read(Path path) throws IOException {
        return new ClipImport(ClipFile.read(path));
    }

    /**
     * Looks through the bytes of a file.
     *
     * @throws FormatException with what, where and what was expected, if it is none; nothing is half-read
     */
    public static ClipImport of(byte[] bytes, String name) throws FormatException {
        return new ClipImport(ClipFile.of(bytes, name));
    }

    private void message(long tick, int[] words) throws FormatException {
        double beat = (double) tick / file.ticks();
        if (!(beat <= LONGEST)) {
            throw new FormatException(file.name() + " is longer than 1,000,000 beats.");
        }
        length = Math.max(length, beat);
        int first = words[0];
        switch (first >>> 28) {
            case 0x2 -> channel(first).old(beat, first);
            case 0x4 -> channel(first).said(beat, first, words[1]);
            case 0xD -> flex(beat, first, words[1]);
            case 0xF -> {
                // Where the clip ends.
            }
            case 0x3, 0x5 -> others.merge("System exclusive messages", 1, Integer::sum);
            case 0x1 -> others.merge("System messages", 1, Integer::sum);
            default -> others.merge("Messages of other kinds", 1, Integer::sum);
        }
    }

    private ClipChannel channel(int first) {
        int key = (first >>> 24 & 15) * CHANNELS + (first >>> 16 & 15);
        return channels.computeIfAbsent(key, k -> new ClipChannel());
    }

    private void flex(double beat, int first, int second) {
        int kind = first & 0xFFFF;
        if (kind == (Words.TEMPO & 0xFFFF)) {
            double bpm = 60 / ((second & 0xFFFF_FFFFL) / 1e8);
            double inside = Math.max(1, Math.min(1000, bpm));
            bounded |= inside != bpm;
            tempos.put(beat, inside);
        } else if (kind == (Words.METRE & 0xFFFF)) {
            signatures.put(beat, new int[] {second >>> 24, second >>> 16 & 0xFF});
        } else {
            others.merge("Texts, keys, chords and clicks", 1, Integer::sum);
        }
    }

    private void settle() throws FormatException {
        if (!tempos.isEmpty()) {
            double begin = tempos.containsKey(0.0) ? tempos.get(0.0) : 120;
            TreeMap<Double, Double> steps = new TreeMap<>(tempos);
            steps.remove(0.0);
            tempo = TempoMap.steps(begin, steps);
        }
        List<Metre> metres = new ArrayList<>();
        MetreMap sofar = MetreMap.steady(4, 4);
        for (Map.Entry<Double, int[]> one : signatures.entrySet()) {
            int beats = one.getValue()[0];
            int power = one.getValue()[1];
            if (beats < 1 || beats > 64 || power > 6) {
                others.merge("Metres that cannot be", 1, Integer::sum);
                continue;
            }
            int bar = one.getKey() < 1e-9 ? 1 : sofar.barAt(one.getKey() + 1e-6);
            metres.removeIf(m -> m.bar() >= bar);
            if (metres.isEmpty() && bar > 1) {
                metres.add(new Metre(1, 4, 4));
            }
            metres.add(new Metre(bar, beats, 1 << power));
            sofar = new MetreMap(metres);
        }
        metre = metres.isEmpty() ? metre : sofar;
        channels.values().removeIf(c -> !c.says());
        for (ClipChannel channel : channels.values()) {
            channel.end(length, file.ticks());
            if (channel.unknown() > 0) {
                others.merge("Messages of a single note, and relative ones", channel.unknown(), Integer::sum);
            }
        }
    }

    private String name(int key) {
        int group = key / CHANNELS;
        return (group > 0 ? "Group " + (group + 1) + " · " : "") + "Channel " + (key % CHANNELS + 1);
    }

    @Override
    public List<ImportLine> lines() {
        List<ImportLine> lines = new ArrayList<>();
        others.forEach((what, count) -> lines.add(new ImportLine("", what, count, "nothing here is moved by them")));
        if (!tempos.isEmpty()) {
            lines.add(new ImportLine(
                    "tempo",
                    tempos.size() == 1 ? "Tempo" : "Tempos",
                    tempos.size(),
                    String.format(
                            java.util.Locale.ROOT,
                            "from %.2f bpm",
                            tempo.points().get(0).bpm())));
        }
        if (!signatures.isEmpty()) {
            Metre first = metre.metres().get(0);
            lines.add(new ImportLine(
                    "metre", "Metre", signatures.size(), "from " + first.beatsInBar() + "/" + first.beatUnit()));
        }
        channels.forEach((key, channel) -> {
            if (!channel.notes().isEmpty()) {
                lines.add(new ImportLine(
                        "notes-" + key,
                        name(key) + " · notes",
                        channel.notes().size(),
                        "a clip on the track " + name(key)));
            }
            channel.said()
                    .forEach(said -> lines.add(new ImportLine(
                            id(key, said),
                            name(key) + " · " + Controllers.name(said.way(), said.number()),
                            said.beats().length,
                            said.way() == Outside.Way.PROGRAM
                                    ? "a switch with the programs of the channel"
                                    : "a ride of 32-bit values")));
        });
        return lines;
    }

    private static String id(int key, Controllers.Said said) {
        return "moves-" + key + "-" + Controllers.id(said.way(), said.number());
    }

    @Override
    public List<String> remarks() {
        return bounded ? List.of("Tempos below 1 and above 1000 bpm are brought there.") : List.of();
    }

    @Override
    public int bars() {
        return metre.barAt(end() - 1e-6);
    }

    /** The end of the last bar that something reaches into. */
    private double end() {
        int bar = metre.barAt(Math.max(0, length - 1e-6));
        return metre.beatOfBar(bar + 1);
    }

    @Override
    public String title() {
        return file.name().replaceAll("(?i)\\.midi2$", "");
    }

    @Override
    public Timeline timeline(Set<String> off) {
        return new Timeline(
                off.contains("tempo") ? TempoMap.steady(120) : tempo,
                off.contains("metre") ? MetreMap.steady(4, 4) : metre);
    }

    @Override
    public List<Section> sections(Set<String> off) {
        return List.of();
    }

    @Override
    public void addTo(PieceBuilder piece, Set<String> off) {
        double ends = end();
        piece.reaches(ends);
        channels.forEach((key, channel) -> {
            boolean notes = !channel.notes().isEmpty() && !off.contains("notes-" + key);
            List<Controllers.Said> said = channel.said().stream()
                    .filter(s -> !off.contains(id(key, s)))
                    .toList();
            if (!notes && said.isEmpty()) {
                return;
            }
            int number = piece.channel(key % CHANNELS + 1);
            String midi = piece.nextId() + "-midi";
            List<Device> more = said.isEmpty()
                    ? List.of()
                    : List.of(piece.controllers().device(midi, name(key) + " · MIDI", number, said));
            Optional<Program> program = said.stream()
                    .filter(one -> one.way() == Outside.Way.PROGRAM)
                    .map(one -> Program.of(one.codes()[0]))
                    .findFirst();
            List<Note> all = channel.notes();
            Optional<Clip> clip = notes ? Optional.of(new Clip(name(key), 0, ends, all)) : Optional.empty();
            piece.track(name(key), number, clip, program, more);
        });
    }
}
