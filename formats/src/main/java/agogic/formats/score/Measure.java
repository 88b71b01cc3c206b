package agogic.formats.score;

import agogic.core.score.Dynamic;
import agogic.core.time.Metre;
import java.util.ArrayList;
import java.util.IdentityHashMap;
import java.util.List;
import java.util.Map;

/** A measure of a part as it is written; times are quarter notes from its beginning. */
final class Measure {
    /** A note; {@code voice} tells ties apart. */
    record Written(
            double at,
            double length,
            int pitch,
            double loud,
            String voice,
            int staff,
            boolean tieFrom,
            boolean tieTo) {}

    /** The sustain pedal goes down or up. */
    record Pedal(double at, boolean down) {}

    /** The beginning or the end of a hairpin. */
    record Wedge(double at, String kind, String number) {}

    /** A tempo in quarter notes a minute. */
    record Tempo(double at, double bpm) {}

    /** A syllable of a verse, from 1; with what joins it to the next. */
    record Syllable(double at, int verse, String text) {}

    /** A key by its sharps, flats below 0, as it sounds; {@code words} as a remark has them. */
    record Key(double at, String words) {}

    final List<Syllable> syllables = new ArrayList<>();
    final List<Key> keys = new ArrayList<>();
    final List<Written> notes = new ArrayList<>();
    final List<Dynamic> dynamics = new ArrayList<>();
    /** Of each mark that is for one staff which that is. */
    final Map<Dynamic, Integer> staves = new IdentityHashMap<>();

    final List<Wedge> wedges = new ArrayList<>();
    final List<Tempo> tempos = new ArrayList<>();
    final List<Pedal> pedals = new ArrayList<>();
    /** Jumps: where they lead to, where they go from. Each counts at the measure's beginning or its end, as its kind does. */
    boolean segno;

    boolean coda;
    boolean toCoda;
    boolean fine;
    boolean daCapo;
    boolean dalSegno;
    /** What it is called from here on, by a rehearsal mark; empty for nothing. */
    String rehearsal = "";
    /** Beats and their unit; 0 where they stay. */
    int beats;

    int unit;
    /** As far as its notes and rests go. */
    double filled;

    boolean repeatFrom;
    /** How often it is played in all up to here, 0 for no repeat. */
    int repeatTo;

    /** The endings it belongs to from here on, empty for none; and whether the last of them ends here. */
    List<Integer> endings = List.of();

    boolean endingOver;

    /** What another part says of the same measure counts, too: repeats and jumps, tempos, its metre and its length. */
    void also(Measure from) {
        filled = Math.max(filled, from.filled);
        beats = beats == 0 ? from.beats : beats;
        unit = unit == 0 ? from.unit : unit;
        repeatFrom |= from.repeatFrom;
        repeatTo = Math.max(repeatTo, from.repeatTo);
        endings = endings.isEmpty() ? from.endings : endings;
        endingOver |= from.endingOver;
        segno |= from.segno;
        coda |= from.coda;
        toCoda |= from.toCoda;
        fine |= from.fine;
        daCapo |= from.daCapo;
        dalSegno |= from.dalSegno;
        rehearsal = rehearsal.isEmpty() ? from.rehearsal : rehearsal;
        tempos.addAll(from.tempos);
        if (keys.isEmpty()) {
            keys.addAll(from.keys);
        }
    }

    /** The metre of one bar: of what is in it, if that is a metre; so a short first bar is one. */
    static Metre metre(int number, int[] now, double whole, double length) {
        if (Math.abs(length - whole) < 1e-9) {
            return new Metre(number, now[0], now[1]);
        }
        for (int unit = now[1]; unit <= 32; unit *= 2) {
            double beats = length * unit / 4;
            if (Math.abs(beats - Math.rint(beats)) < 1e-9 && beats >= 1 && beats <= 64) {
                return new Metre(number, (int) Math.rint(beats), unit);
            }
        }
        return new Metre(number, now[0], now[1]);
    }
}
