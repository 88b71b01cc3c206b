package agogic.formats.midi;

import agogic.core.score.Remark;
import agogic.formats.bring.ImportLine;
import java.util.ArrayList;
import java.util.EnumMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import java.util.function.IntFunction;
import java.util.stream.Collectors;
import java.util.stream.IntStream;

/** What a MIDI file says at places that nothing is computed from: texts, lyrics, keys, ports, offsets. */
final class ImportedRemarks {
    /** A remark before ticks are beats. */
    private record Found(int track, long tick, Remark.Kind kind, String words) {}

    private static final Map<Remark.Kind, String> LINES = new EnumMap<>(Map.of(
            Remark.Kind.KEY, "Key signatures",
            Remark.Kind.LYRIC, "Lyrics",
            Remark.Kind.PORT, "Port numbers",
            Remark.Kind.OFFSET, "SMPTE offsets"));

    private final MidiFile file;
    private final List<Found> found = new ArrayList<>();
    private int strange;

    ImportedRemarks(MidiFile file) {
        this.file = file;
    }

    /** Takes a meta event of a track, if it is a remark. */
    void meta(int track, long tick, int type, int from, int length) {
        for (Remark.Kind kind : Remark.Kind.values()) {
            if (kind.number() == type) {
                String words = words(kind, from, length);
                if (!words.isEmpty()) {
                    found.add(new Found(track, tick, kind, words));
                } else if (!kind.text()) {
                    strange++;
                }
            }
        }
    }

    /** What it says; empty for an empty text, and for numbers that are none of its kind. */
    private String words(Remark.Kind kind, int from, int length) {
        return switch (kind) {
            case KEY -> {
                int sharps = length >= 2 ? (byte) file.at(from) : 8;
                yield Math.abs(sharps) > 7 || file.at(from + 1) > 1
                        ? ""
                        : sharps + (file.at(from + 1) == 1 ? " minor" : " major");
            }
            case PORT -> length >= 1 && file.at(from) < 128 ? Integer.toString(file.at(from)) : "";
            case OFFSET -> length < 5
                    ? ""
                    : IntStream.range(from, from + 5)
                            .mapToObj(at -> Integer.toString(file.at(at)))
                            .collect(Collectors.joining(" "));
            default -> file.text(from, length);
        };
    }

    /** How many there are that their own kind does not allow. */
    int strange() {
        return strange;
    }

    private static String line(Remark.Kind kind) {
        return LINES.getOrDefault(kind, "Texts");
    }

    private static String id(Remark.Kind kind) {
        return line(kind).toLowerCase(Locale.ROOT).replace(' ', '-');
    }

    /** A line for each kind that is there. */
    List<ImportLine> lines() {
        Map<String, Integer> counts = found.stream()
                .collect(Collectors.toMap(f -> line(f.kind()), f -> 1, Integer::sum, java.util.TreeMap::new));
        List<ImportLine> lines = new ArrayList<>();
        counts.forEach((what, count) -> lines.add(new ImportLine(
                what.toLowerCase(Locale.ROOT).replace(' ', '-'),
                what,
                count,
                what.equals("Port numbers")
                        ? "kept for the way out; here a device has its port by name"
                        : "kept at their places")));
        return lines;
    }

    /**
     * The remarks, but those of lines that are left out.
     *
     * @param tracks the id of the piece's track for each track of the file, empty for none
     */
    List<Remark> remarks(Set<String> off, ImportedTime time, IntFunction<String> tracks) {
        return found.stream()
                .filter(f -> !off.contains(id(f.kind())))
                .map(f -> new Remark(tracks.apply(f.track()), Math.max(0, time.beat(f.tick())), f.kind(), f.words()))
                .toList();
    }
}
