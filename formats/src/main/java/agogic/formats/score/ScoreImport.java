package agogic.formats.score;

import agogic.core.device.Device;
import agogic.core.device.Outside;
import agogic.core.score.Clip;
import agogic.core.score.Remark;
import agogic.core.text.Text;
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
import agogic.formats.file.Input;
import java.io.BufferedInputStream;
import java.io.EOFException;
import java.io.IOException;
import java.io.InputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.zip.ZipException;

/** A score in MusicXML 4.0 (W3C Music Notation Community Group), plain or compressed, looked through and made a piece of. */
public final class ScoreImport implements Brought {
    private static final long LARGEST = 256L << 20;
    private static final double LONGEST = 1e6;

    private final String file;
    private final ScoreReader score;
    private final List<Integer> order;
    private final double[] begins;
    private final List<PlayedPart> parts = new ArrayList<>();
    private final List<String> remarks = new ArrayList<>();
    private final TreeMap<Double, Double> tempos = new TreeMap<>();
    private final List<Section> sections = new ArrayList<>();
    private final TreeMap<Double, String> keys = new TreeMap<>();
    private final MetreMap metre;
    private final List<ImportLine> lines;

    private ScoreImport(ScoreReader score, String file) throws FormatException {
        this.score = score;
        this.file = file;
        List<Measure> first = merged();
        order = PlayOrder.of(first);
        begins = new double[order.size() + 1];
        List<Metre> metres = new ArrayList<>();
        int beats = 4;
        int unit = 4;
        // In force at each written measure.
        int[][] written = new int[first.size()][];
        for (int i = 0; i < first.size(); i++) {
            Measure measure = first.get(i);
            boolean known = measure.beats >= 1
                    && measure.beats <= 64
                    && measure.unit >= 1
                    && measure.unit <= 32
                    && Integer.bitCount(measure.unit) == 1;
            beats = known ? measure.beats : beats;
            unit = known ? measure.unit : unit;
            written[i] = new int[] {beats, unit};
        }
        // As it is where a measure begins, if nothing jumps there.
        String[] inForce = new String[first.size()];
        double[] pace = new double[first.size()];
        String key = "";
        double bpm = Double.NaN;
        for (int i = 0; i < first.size(); i++) {
            inForce[i] = key;
            pace[i] = bpm;
            bpm = first.get(i).tempos.stream()
                    .max(Comparator.comparingDouble(Measure.Tempo::at))
                    .map(Measure.Tempo::bpm)
                    .orElse(bpm);
            for (Measure.Key one : first.get(i).keys) {
                key = one.words();
            }
        }
        boolean odd = false;
        for (int k = 0; k < order.size(); k++) {
            Measure measure = first.get(order.get(k));
            int[] now = written[order.get(k)];
            double whole = now[0] * 4.0 / now[1];
            double length = measure.filled > 0 ? measure.filled : whole;
            Metre bar = Measure.metre(k + 1, now, whole, length);
            odd |= Math.abs(bar.quartersInBar() - length) > 1e-9;
            begins[k + 1] = begins[k] + bar.quartersInBar();
            Metre last = metres.isEmpty() ? null : metres.get(metres.size() - 1);
            boolean other = last == null || last.beatsInBar() != bar.beatsInBar() || last.beatUnit() != bar.beatUnit();
            if (other) {
                metres.add(bar);
            }
        }
        if (!(begins[order.size()] <= LONGEST)) {
            throw new FormatException(file + " is longer than 1,000,000 quarter notes.");
        }
        metre = new MetreMap(metres.isEmpty() ? List.of(new Metre(1, 4, 4)) : metres);
        for (WrittenPart part : score.parts()) {
            parts.add(new PlayedPart(part.measures, order, begins));
        }
        for (int k = 0; k < order.size(); k++) {
            Measure measure = first.get(order.get(k));
            if (k > 0 && order.get(k) != order.get(k - 1) + 1 && !Double.isNaN(pace[order.get(k)])) {
                // After a jump the music goes on as it is written there.
                tempos.put(begins[k], pace[order.get(k)]);
            }
            for (Measure.Tempo one : measure.tempos) {
                tempos.put(begins[k] + one.at(), one.bpm());
            }
            if (!inForce[order.get(k)].isEmpty()) {
                keys.put(begins[k], inForce[order.get(k)]);
            }
            for (Measure.Key one : measure.keys) {
                keys.put(begins[k] + one.at(), one.words());
            }
            if (!measure.rehearsal.isEmpty()) {
                sections.add(new Section(measure.rehearsal, begins[k]));
            }
        }
        onlyChanges(tempos);
        onlyChanges(keys);
        if (odd) {
            remarks.add("A measure is fuller or emptier than any metre: its bar line lies beside.");
        }
        if (order.size() != first.size()) {
            remarks.add("Repeats and jumps are unfolded: " + first.size() + " measures are written, " + order.size()
                    + " are played.");
        }
        lines = List.copyOf(report());
    }

    /** What counts for all parts, from whichever says it: measures with repeats, tempos, metres and their lengths. */
    private List<Measure> merged() {
        List<Measure> all = new ArrayList<>();
        for (WrittenPart part : score.parts()) {
            for (int i = 0; i < part.measures.size(); i++) {
                if (i == all.size()) {
                    all.add(new Measure());
                }
                Measure to = all.get(i);
                Measure from = part.measures.get(i);
                to.also(from);
            }
        }
        return all;
    }

    /**
     * Looks through a file: {@code .mxl} is compressed.
     *
     * @throws FormatException with what, where and what was expected, if it is none; nothing is half-read
     */
    public static ScoreImport read(Path path) throws IOException {
        Path found = Input.file(path, LARGEST, "a score");
        String name = Input.name(path);
        try (InputStream file = new BufferedInputStream(Files.newInputStream(found))) {
            if (name.toLowerCase(Locale.ROOT).endsWith(".mxl")) {
                try (InputStream inside = Compressed.score(found, name)) {
                    return of(inside, name);
                }
            }
            return of(file, name);
        } catch (ZipException | EOFException e) {
            throw new FormatException(name + " is no whole compressed score. Copy it again, or export it again.", e);
        } catch (FormatException e) {
            throw e;
        } catch (IllegalArgumentException e) {
            throw new FormatException(name + ": " + e.getMessage(), e);
        }
    }

    /**
     * Looks through a plain score.
     *
     * @throws FormatException with what, where and what was expected, if it is none; nothing is half-read
     */
    public static ScoreImport of(InputStream in, String name) throws FormatException {
        return new ScoreImport(ScoreReader.read(in, name), name);
    }

    private String name(int part) {
        String name = Text.seen(score.parts().get(part).name);
        return name.isEmpty() ? "Part " + (part + 1) : name;
    }

    @Override
    public List<ImportLine> lines() {
        return lines;
    }

    private List<ImportLine> report() {
        List<ImportLine> lines = new ArrayList<>();
        // What is not taken is seen first.
        left(lines, score.grace(), "Grace notes", "they have no length of their own");
        left(lines, score.cues(), "Cue notes", "another part plays them");
        left(lines, score.unpitched(), "Notes without a pitch", "the score does not say which key they are");
        score.wordsLeft()
                .forEach((word, count) -> left(
                        lines,
                        count,
                        "Tempo words: " + word,
                        "the score does not say how fast: set the tempo there (in the transport bar)"));
        if (!tempos.isEmpty()) {
            lines.add(new ImportLine(
                    "tempo",
                    tempos.size() == 1 ? "Tempo" : "Tempos",
                    tempos.size(),
                    String.format(
                            Locale.ROOT, "from %.0f bpm", tempos.firstEntry().getValue())));
        }
        Metre bar = metre.metres().get(0);
        lines.add(new ImportLine(
                "metre", "Metres", metre.metres().size(), "from " + bar.beatsInBar() + "/" + bar.beatUnit()));
        if (!sections.isEmpty()) {
            lines.add(new ImportLine(
                    "sections",
                    "Rehearsal marks",
                    sections.size(),
                    "sections: " + sections.get(0).name()));
        }
        kept(lines, keys.size(), "Key signatures");
        kept(lines, parts.stream().mapToInt(p -> p.syllables().size()).sum(), "Lyrics");
        for (int p = 0; p < parts.size(); p++) {
            PlayedPart part = parts.get(p);
            String called = name(p);
            lines.add(new ImportLine(
                    "notes-" + (p + 1), called + " · notes", part.notes().size(), "a clip on the track " + called));
            for (Controllers.Said one : said(p)) {
                lines.add(new ImportLine(
                        saidId(p, one),
                        called + " · " + Controllers.name(one.way(), one.number()),
                        one.beats().length,
                        one.way() == Outside.Way.PROGRAM
                                ? "a switch with the program of channel " + channel(p)
                                : "a ride that moves "
                                        + new Outside("x", one.way(), channel(p), one.number()).address()));
            }
            int marks = part.dynamics().size() + part.hairpins().size();
            if (marks > 0) {
                lines.add(new ImportLine(
                        "dynamics-" + (p + 1),
                        called + " · dynamics",
                        marks,
                        counted(part.dynamics().size(), "mark") + " and "
                                + counted(part.hairpins().size(), "hairpin") + " of the clip"));
            }
        }
        return lines;
    }

    private static String saidId(int part, Controllers.Said one) {
        return "moves-" + (part + 1) + "-" + Controllers.id(one.way(), one.number());
    }

    private int channel(int part) {
        int said = score.parts().get(part).channel;
        return said > 0 ? said : part % 16 + 1;
    }

    /** What a part says besides its notes: its program, how loud and where it is, its pedal. */
    private List<Controllers.Said> said(int p) {
        WrittenPart part = score.parts().get(p);
        List<Controllers.Said> all = new ArrayList<>();
        part.program.ifPresent(program -> all.add(at(Outside.Way.PROGRAM, 0, program.code())));
        if (part.volume >= 0) {
            all.add(at(Outside.Way.CC, 7, part.volume));
        }
        if (part.pan >= 0) {
            all.add(at(Outside.Way.CC, 10, part.pan));
        }
        TreeMap<Double, Integer> pedals = parts.get(p).pedals();
        if (!pedals.isEmpty()) {
            all.add(new Controllers.Said(
                    Outside.Way.CC,
                    64,
                    pedals.keySet().stream().mapToDouble(beat -> beat).toArray(),
                    pedals.values().stream().mapToInt(code -> code).toArray()));
        }
        return all;
    }

    private static Controllers.Said at(Outside.Way way, int number, int code) {
        return new Controllers.Said(way, number, new double[] {0}, new int[] {code});
    }

    private static String counted(int n, String what) {
        return n + " " + what + (n == 1 ? "" : "s");
    }

    /** What is said again says nothing. */
    private static <T> void onlyChanges(TreeMap<Double, T> all) {
        Object[] last = {null};
        all.values().removeIf(one -> {
            boolean again = one.equals(last[0]);
            last[0] = one;
            return again;
        });
    }

    private static void kept(List<ImportLine> lines, int count, String what) {
        if (count > 0) {
            String id = what.toLowerCase(Locale.ROOT).replace(' ', '-');
            lines.add(new ImportLine(id, what, count, "kept at their places"));
        }
    }

    private static void left(List<ImportLine> lines, int count, String what, String why) {
        if (count > 0) {
            lines.add(new ImportLine("", what, count, why));
        }
    }

    @Override
    public List<String> remarks() {
        return List.copyOf(remarks);
    }

    @Override
    public int bars() {
        return Math.max(1, order.size());
    }

    @Override
    public String title() {
        String title = Text.seen(score.title());
        return title.isEmpty() ? file.replaceAll("(?i)\\.(musicxml|mxl|xml)$", "") : title;
    }

    @Override
    public Timeline timeline(Set<String> off) {
        return new Timeline(
                off.contains("tempo") ? TempoMap.steady(120) : TempoMap.steps(120, tempos),
                off.contains("metre") ? MetreMap.steady(4, 4) : metre);
    }

    @Override
    public List<Section> sections(Set<String> off) {
        return off.contains("sections") ? List.of() : sections;
    }

    @Override
    public void addTo(PieceBuilder piece, Set<String> off) {
        double end = begins[begins.length - 1];
        double length = end > 0 ? end : piece.timeline().metre().beatOfBar(2);
        piece.reaches(length);
        List<Remark> said = new ArrayList<>();
        if (!off.contains("key-signatures")) {
            keys.forEach((beat, key) -> said.add(new Remark("", beat, Remark.Kind.KEY, key)));
        }
        for (int p = 0; p < parts.size(); p++) {
            if (off.contains("notes-" + (p + 1))) {
                continue;
            }
            PlayedPart part = parts.get(p);
            int number = p;
            String track = piece.nextId();
            int channel = piece.channel(channel(p));
            if (!off.contains("lyrics")) {
                part.syllables().forEach(s -> said.add(new Remark(track, s.at(), Remark.Kind.LYRIC, s.text())));
            }
            List<Controllers.Said> moved = said(p).stream()
                    .filter(one -> !off.contains(saidId(number, one)))
                    .toList();
            List<Device> more = moved.isEmpty()
                    ? List.of()
                    : List.of(piece.controllers().device(track + "-midi", name(p) + " · MIDI", channel, moved));
            boolean marks = !off.contains("dynamics-" + (p + 1));
            Clip clip = new Clip(
                    name(p),
                    0,
                    length,
                    part.notes().stream().filter(n -> n.beat() < length).toList(),
                    marks ? part.dynamics() : List.of(),
                    marks ? part.hairpins() : List.of());
            boolean asked = moved.stream().anyMatch(one -> one.way() == Outside.Way.PROGRAM);
            piece.track(
                    name(p), channel, Optional.of(clip), asked ? score.parts().get(p).program : Optional.empty(), more);
        }
        piece.remark(said);
    }
}
