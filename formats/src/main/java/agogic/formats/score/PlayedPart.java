package agogic.formats.score;

import agogic.core.score.Dynamic;
import agogic.core.score.Hairpin;
import agogic.core.score.Loudness;
import agogic.core.score.Note;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.IdentityHashMap;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;

/** A part as it is played: repeats unfolded, tied notes one, marks where they count. */
final class PlayedPart {
    /** Notes and ties meet if they lie no farther apart, in quarter notes. */
    private static final double TOGETHER = 1e-6;

    private static final double USUAL = 80;

    private final List<Measure.Written> notes = new ArrayList<>();
    private final List<Dynamic> dynamics = new ArrayList<>();
    private final List<Hairpin> hairpins = new ArrayList<>();
    /** Of each voice and pitch the place of the note that goes on. */
    private final Map<String, Integer> tied = new HashMap<>();

    /** Of each mark that is for one staff which that is. */
    private final Map<Dynamic, Integer> staves = new IdentityHashMap<>();

    private final List<Measure.Syllable> syllables = new ArrayList<>();
    private final TreeMap<Double, Integer> pedals = new TreeMap<>();
    private final Map<String, Measure.Wedge> open = new HashMap<>();
    private final double end;

    /**
     * A part.
     *
     * @param order which of its measures is played when
     * @param begins when each of them begins, in quarter notes, and at last the end
     */
    PlayedPart(List<Measure> measures, List<Integer> order, double[] begins) {
        end = begins[begins.length - 1];
        int[] times = new int[measures.size()];
        for (int k = 0; k < order.size(); k++) {
            if (order.get(k) < measures.size()) {
                Measure measure = measures.get(order.get(k));
                measure(measure, begins[k]);
                sung(measure, begins[k], ++times[order.get(k)]);
            }
        }
        dynamics.sort((a, b) -> Double.compare(a.beat(), b.beat()));
        open.values().forEach(wedge -> close(wedge, next(wedge.at())));
    }

    private void measure(Measure measure, double begin) {
        for (Measure.Written one : measure.notes) {
            double at = begin + one.at();
            String key = one.voice() + "/" + one.pitch();
            Integer before = one.tieTo() ? tied.remove(key) : null;
            if (one.tieTo() && (before == null || !meets(before, at))) {
                // A tie may lead from one voice into another.
                before = tied.entrySet().stream()
                        .filter(e -> e.getKey().endsWith("/" + one.pitch()) && meets(e.getValue(), at))
                        .findFirst()
                        .map(e -> tied.remove(e.getKey()))
                        .orElse(before);
            }
            boolean goesOn = before != null && meets(before, at);
            int place = goesOn ? before : notes.size();
            if (goesOn) {
                Measure.Written first = notes.get(before);
                notes.set(
                        before,
                        new Measure.Written(
                                first.at(),
                                at + one.length() - first.at(),
                                first.pitch(),
                                first.loud(),
                                "",
                                first.staff(),
                                false,
                                false));
            } else {
                notes.add(
                        new Measure.Written(at, one.length(), one.pitch(), one.loud(), "", one.staff(), false, false));
            }
            if (one.tieFrom()) {
                tied.put(key, place);
            }
        }
        for (Dynamic one : measure.dynamics) {
            Dynamic here = new Dynamic(begin + one.beat(), one.level(), one.mark());
            dynamics.add(here);
            Integer staff = measure.staves.get(one);
            if (staff != null) {
                staves.put(here, staff);
            }
        }
        for (Measure.Pedal one : measure.pedals) {
            pedals.put(begin + one.at(), one.down() ? 127 : 0);
        }
        for (Measure.Wedge one : measure.wedges) {
            Measure.Wedge here = new Measure.Wedge(begin + one.at(), one.kind(), one.number());
            Measure.Wedge before = open.remove(one.number());
            if (before != null) {
                close(before, one.kind().equals("stop") ? here.at() : next(before.at()));
            }
            if (one.kind().equals("crescendo") || one.kind().equals("diminuendo")) {
                open.put(one.number(), here);
            }
        }
    }

    /** The verse of this time; where there are fewer verses than times, the last of them. */
    private void sung(Measure measure, double begin, int time) {
        int verse = measure.syllables.stream()
                .mapToInt(Measure.Syllable::verse)
                .filter(v -> v <= time)
                .max()
                .orElse(time);
        for (Measure.Syllable one : measure.syllables) {
            if (one.verse() == verse) {
                syllables.add(new Measure.Syllable(begin + one.at(), verse, one.text()));
            }
        }
    }

    /** What is sung, verse by verse as it is played, in quarter notes from the beginning. */
    List<Measure.Syllable> syllables() {
        return syllables;
    }

    /** True if a note ends where another begins. */
    private boolean meets(int note, double at) {
        return Math.abs(notes.get(note).at() + notes.get(note).length() - at) < TOGETHER;
    }

    /** Where the next mark after a beat stands; a bar of four on where none does. */
    private double next(double beat) {
        double next = Math.min(end, beat + 4);
        boolean found = false;
        for (Dynamic one : dynamics) {
            if (one.beat() > beat + TOGETHER && (!found || one.beat() < next)) {
                next = one.beat();
                found = true;
            }
        }
        return next;
    }

    private void close(Measure.Wedge wedge, double to) {
        if (to > wedge.at()) {
            hairpins.add(new Hairpin(wedge.at(), to, wedge.kind().equals("crescendo")));
        }
    }

    /** Its notes, each as loud as it says itself or as the marks ask. */
    List<Note> notes() {
        // Marks of one staff count for that one, if the other has marks of its own; else for both, as of a piano.
        boolean apart = staves.values().stream().distinct().count() > 1;
        Map<Integer, List<Loudness.Part>> each = new HashMap<>();
        List<Note> all = new ArrayList<>();
        for (Measure.Written one : notes) {
            List<Loudness.Part> loudness = each.computeIfAbsent(
                    apart ? one.staff() : 0,
                    staff -> Loudness.of(
                            dynamics.stream()
                                    .filter(d -> staff == 0 || staves.getOrDefault(d, staff) == (int) staff)
                                    .toList(),
                            hairpins));
            double level = !Double.isNaN(one.loud())
                    ? 0.9 * one.loud()
                    : loudness.isEmpty() ? USUAL : Loudness.at(loudness, one.at());
            int velocity = (int) Math.max(1, Math.min(127, Math.round(level)));
            all.add(new Note(one.at(), one.length(), one.pitch(), velocity));
        }
        return all;
    }

    /** The sustain pedal: where it goes down (127) and up (0). */
    TreeMap<Double, Integer> pedals() {
        return pedals;
    }

    List<Dynamic> dynamics() {
        return dynamics;
    }

    List<Hairpin> hairpins() {
        return hairpins;
    }
}
