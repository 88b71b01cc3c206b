package agogic.core.score;

import agogic.core.time.Timeline;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.TreeSet;

/** A score in words, for those who do not see it: {@code bar 12 beat 3, E flat 4, piano, crescendo to forte at bar 14}. */
public final class ScoreWords {
    /** Names of the twelve pitches; those between by their usual one in flats and sharps (common practice). */
    private static final String[] PITCHES = {
        "C", "C sharp", "D", "E flat", "E", "F", "F sharp", "G", "A flat", "A", "B flat", "B"
    };

    private static final String[][] DYNAMICS = {
        {"ppp", "pianississimo"},
        {"pp", "pianissimo"},
        {"p", "piano"},
        {"mp", "mezzo piano"},
        {"mf", "mezzo forte"},
        {"f", "forte"},
        {"ff", "fortissimo"},
        {"fff", "fortississimo"},
        {"sfz", "sforzato"},
        {"fp", "forte piano"}
    };

    private static final int MOST_NOTES = 6;
    private static final double HAIR = 1e-6;

    private ScoreWords() {}

    /** A pitch with its octave, the middle C being {@code C 4}. */
    public static String pitch(int pitch) {
        return PITCHES[pitch % 12] + " " + (pitch / 12 - 1);
    }

    /** A mark in full: {@code mezzo forte}; one that has no word of its own as it is written. */
    public static String dynamic(String mark) {
        for (String[] one : DYNAMICS) {
            if (one[0].equals(mark)) {
                return one[1];
            }
        }
        return mark;
    }

    /** The beats of the piece at which something begins, in order, each once. */
    public static List<Double> places(List<Clip> clips) {
        TreeSet<Double> places = new TreeSet<>();
        for (Clip clip : clips) {
            clip.notes().forEach(n -> places.add(clip.beat() + n.beat()));
            clip.dynamics().forEach(d -> places.add(clip.beat() + d.beat()));
            clip.hairpins().forEach(h -> places.add(clip.beat() + h.from()));
        }
        return List.copyOf(places);
    }

    /** What is there at a beat of the piece: the notes that sound, the mark that holds, the hairpin that goes on. */
    public static String at(List<Clip> clips, Timeline timeline, double beat) {
        List<String> words = new ArrayList<>();
        words.add(timeline.speakBars(beat));
        TreeSet<Integer> sounding = new TreeSet<>();
        Dynamic mark = null;
        double markAt = Double.NEGATIVE_INFINITY;
        String hairpin = "";
        for (Clip clip : clips) {
            double at = beat - clip.beat();
            if (at < -HAIR || at >= clip.length() - HAIR) {
                continue;
            }
            for (Note note : clip.notes()) {
                if (note.beat() <= at + HAIR && at < note.beat() + note.length() - HAIR) {
                    sounding.add(note.pitch());
                }
            }
            for (Dynamic one : clip.dynamics()) {
                if (one.beat() <= at + HAIR && clip.beat() + one.beat() >= markAt) {
                    mark = one;
                    markAt = clip.beat() + one.beat();
                }
            }
            for (Hairpin one : clip.hairpins()) {
                if (one.from() <= at + HAIR && at < one.to() - HAIR) {
                    hairpin = hairpin(clip, one, timeline);
                }
            }
        }
        if (sounding.isEmpty()) {
            words.add("no note");
        } else {
            sounding.stream().limit(MOST_NOTES).map(ScoreWords::pitch).forEach(words::add);
            if (sounding.size() > MOST_NOTES) {
                words.add((sounding.size() - MOST_NOTES) + " more");
            }
        }
        if (mark != null) {
            words.add(dynamic(mark.mark()));
        }
        if (!hairpin.isEmpty()) {
            words.add(hairpin);
        }
        return String.join(", ", words);
    }

    /** {@code crescendo to forte at bar 14}. */
    private static String hairpin(Clip clip, Hairpin hairpin, Timeline timeline) {
        String way = hairpin.louder() ? "crescendo" : "diminuendo";
        return clip.dynamics().stream()
                .filter(d -> d.beat() > hairpin.from() + HAIR && d.beat() <= hairpin.to() + 1 + HAIR)
                .min(Comparator.comparingDouble(Dynamic::beat))
                .map(d -> way + " to " + dynamic(d.mark()) + " at " + place(timeline, clip.beat() + d.beat()))
                .orElse(way + " until " + place(timeline, clip.beat() + hairpin.to()));
    }

    /** {@code bar 14}, and the beat where it is not the first. */
    private static String place(Timeline timeline, double beat) {
        int bar = timeline.metre().barAt(beat + HAIR);
        boolean line = Math.abs(timeline.metre().beatOfBar(bar) - beat) < HAIR;
        return line ? "bar " + bar : timeline.speakBars(beat);
    }

    /** A clip in words: {@code Clip Partials, bar 1 to bar 9, 32 notes, 4 dynamics}. */
    public static String of(Clip clip, Timeline timeline) {
        int n = clip.notes().size();
        int d = clip.dynamics().size();
        return "Clip " + clip.name() + ", " + place(timeline, clip.beat()) + " to "
                + place(timeline, clip.beat() + clip.length()) + ", " + n + (n == 1 ? " note" : " notes")
                + (d == 0 ? "" : ", " + d + (d == 1 ? " dynamic" : " dynamics"));
    }
}
