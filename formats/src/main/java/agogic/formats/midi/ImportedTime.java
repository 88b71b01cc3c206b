package agogic.formats.midi;

import agogic.core.time.Metre;
import agogic.core.time.MetreMap;
import agogic.core.time.Section;
import agogic.core.time.TempoMap;
import agogic.core.time.Timeline;
import agogic.formats.file.FormatException;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;

/** Tempo, metre and sections of a MIDI file, and its ticks as beats. */
final class ImportedTime {
    private static final double USUAL_BPM = 120;
    private static final double LONGEST = 1e6;
    private static final int MOST = 50_000;

    private final MidiFile file;
    private final TreeMap<Long, Integer> micros = new TreeMap<>();
    private final TreeMap<Long, int[]> signatures = new TreeMap<>();
    private final TreeMap<Long, String> markers = new TreeMap<>();
    private final List<String> remarks = new ArrayList<>();
    private long last;
    private TempoMap tempo = TempoMap.steady(USUAL_BPM);
    private MetreMap metre = MetreMap.steady(4, 4);
    private List<Section> sections = List.of();

    ImportedTime(MidiFile file) {
        this.file = file;
    }

    /** Something is heard or said at this tick. */
    void reaches(long tick) {
        last = Math.max(last, tick);
    }

    void meta(long tick, int type, int from, int length) {
        if (type == 0x51 && length >= 3) {
            micros.put(tick, Math.max(1, file.at(from) << 16 | file.at(from + 1) << 8 | file.at(from + 2)));
        } else if (type == 0x58 && length >= 2) {
            signatures.put(tick, new int[] {file.at(from), file.at(from + 1)});
        } else if (type == 0x06) {
            markers.merge(tick, file.text(from, length), (a, b) -> a.equals(b) ? a : a + " · " + b);
        }
    }

    /** Makes the maps of what was said. */
    void settle() throws FormatException {
        if (micros.size() > MOST || signatures.size() > MOST || markers.size() > MOST) {
            throw new FormatException(
                    file.name() + " changes its tempo, its metre or its section more than " + MOST + " times.");
        }
        tempo = tempos();
        double end = beat(last);
        if (!(end <= LONGEST)) {
            throw new FormatException(
                    file.name() + " is " + Math.round(end) + " beats long. Expected 1,000,000 at most.");
        }
        metre = new MetreMap(metres());
        List<Section> all = new ArrayList<>();
        for (Map.Entry<Long, String> one : markers.entrySet()) {
            String name = one.getValue().isEmpty() ? "Section " + (all.size() + 1) : one.getValue();
            all.add(new Section(name, beat(one.getKey())));
        }
        sections = all;
    }

    private TempoMap tempos() {
        TreeMap<Double, Double> steps = new TreeMap<>();
        boolean bounded = false;
        double second = 0;
        double beat = 0;
        double before = USUAL_BPM;
        for (Map.Entry<Long, Integer> one : micros.entrySet()) {
            double at = one.getKey() / file.ticks();
            beat = file.inSeconds() ? beat + (at - second) * before / 60 : at;
            second = at;
            double bpm = 60e6 / one.getValue();
            before = Math.max(1, Math.min(1000, bpm));
            bounded |= before != bpm;
            if (beat <= LONGEST) {
                steps.put(beat, before);
            }
        }
        if (bounded) {
            remarks.add("A tempo beyond 1 to 1000 bpm is brought back to that.");
        }
        return TempoMap.steps(USUAL_BPM, steps);
    }

    private List<Metre> metres() {
        List<Metre> all = new ArrayList<>();
        all.add(new Metre(1, 4, 4));
        double start = 0;
        boolean strange = false;
        boolean between = false;
        for (Map.Entry<Long, int[]> one : signatures.entrySet()) {
            int beats = one.getValue()[0];
            int power = one.getValue()[1];
            if (beats < 1 || beats > 64 || power > 5) {
                strange = true;
                continue;
            }
            Metre before = all.get(all.size() - 1);
            double bars = (beat(one.getKey()) - start) / before.quartersInBar();
            int whole = (int) Math.ceil(bars - 1e-3);
            between |= whole - bars > 1e-3;
            Metre metre = new Metre(before.bar() + whole, beats, 1 << power);
            if (whole == 0) {
                all.set(all.size() - 1, metre);
            } else {
                start += whole * before.quartersInBar();
                all.add(metre);
            }
        }
        if (strange) {
            remarks.add("A metre that cannot be played (no beats, more than 64, or shorter than 32nds) is left out.");
        }
        if (between) {
            remarks.add("A metre that begins inside a bar begins at the next bar line.");
        }
        return all;
    }

    /** Quarter notes from the beginning. */
    double beat(long tick) {
        double at = tick / file.ticks();
        return file.inSeconds() ? tempo.beatAt(at) : at;
    }

    Timeline timeline(boolean withTempo, boolean withMetre) {
        TempoMap steady = TempoMap.steady(tempo.points().get(0).bpm());
        return new Timeline(withTempo ? tempo : steady, withMetre ? metre : MetreMap.steady(4, 4));
    }

    /** The whole length in quarter notes: up to a bar line, one bar at least. */
    double length(MetreMap bars) {
        double end = beat(last);
        int bar = bars.barAt(end);
        double begin = bars.beatOfBar(bar);
        return end - begin < 1e-9 && bar > 1 ? begin : bars.beatOfBar(bar + 1);
    }

    int tempoCount() {
        return micros.size();
    }

    int metreCount() {
        return signatures.size();
    }

    TempoMap tempo() {
        return tempo;
    }

    MetreMap metre() {
        return metre;
    }

    List<Section> sections() {
        return sections;
    }

    List<String> remarks() {
        return remarks;
    }
}
