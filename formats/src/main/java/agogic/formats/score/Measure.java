package agogic.formats.score;

import agogic.core.score.Dynamic;
import java.util.ArrayList;
import java.util.List;

/** A measure of a part as it is written; times are quarter notes from its beginning. */
final class Measure {
    /** A note; {@code voice} tells ties apart. */
    record Written(double at, double length, int pitch, double loud, String voice, boolean tieFrom, boolean tieTo) {}

    /** The beginning or the end of a hairpin. */
    record Wedge(double at, String kind, String number) {}

    /** A tempo in quarter notes a minute. */
    record Tempo(double at, double bpm) {}

    final List<Written> notes = new ArrayList<>();
    final List<Dynamic> dynamics = new ArrayList<>();
    final List<Wedge> wedges = new ArrayList<>();
    final List<Tempo> tempos = new ArrayList<>();
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
}
