package agogic.formats.score;

import java.util.ArrayList;
import java.util.List;

/**
 * In which order measures are played: repeats and their endings unfolded, jumps followed. After a jump back (da capo, dal
 * segno) repeats are not taken again, of endings the last counts, fine ends the piece, and to coda leads to the coda (common
 * practice).
 */
final class PlayOrder {
    private static final int MOST = 100_000;

    private final List<Measure> measures;
    private final List<Integer> order = new ArrayList<>();
    private final int segno;
    private final int coda;
    private int at;
    private int start;
    private int pass = 1;
    private List<Integer> endings = List.of();
    /** True from the jump back on, until the coda. */
    private boolean again;

    private boolean jumped;

    private PlayOrder(List<Measure> measures) {
        this.measures = measures;
        segno = place(m -> m.segno);
        coda = place(m -> m.coda);
    }

    /** The places of measures, each as often as it is played; nobody plays more than a hundred thousand. */
    static List<Integer> of(List<Measure> measures) {
        PlayOrder play = new PlayOrder(measures);
        while (play.at < measures.size() && play.order.size() < MOST && play.goesOn()) {
            // One measure after the other.
        }
        return play.order;
    }

    private interface Is {
        boolean it(Measure measure);
    }

    private int place(Is is) {
        for (int i = 0; i < measures.size(); i++) {
            if (is.it(measures.get(i))) {
                return i;
            }
        }
        return -1;
    }

    /** Plays the measure where it stands, if it is played, and goes to the next; false at the end. */
    private boolean goesOn() {
        Measure measure = measures.get(at);
        if (measure.repeatFrom && at != start) {
            start = at;
            pass = 1;
        }
        if (!measure.endings.isEmpty()) {
            endings = measure.endings;
        }
        boolean plays = endings.isEmpty() || endings.contains(again ? lastEnding() : pass);
        if (plays) {
            order.add(at);
        }
        if (plays && jumped) {
            if (again && measure.fine) {
                return false;
            }
            if (again && measure.toCoda && coda >= 0) {
                again = false;
                goTo(coda);
                return true;
            }
        }
        int turns = measure.repeatTo;
        if (plays && !again && turns > 0 && pass < turns(start, turns)) {
            pass++;
            endings = List.of();
            at = start;
            return true;
        }
        if (plays && !jumped && (measure.daCapo || measure.dalSegno)) {
            jumped = true;
            again = true;
            goTo(measure.dalSegno && segno >= 0 ? segno : 0);
            return true;
        }
        if (turns > 0 && plays && !followed(at + 1)) {
            // The repeat is over: what comes next is not repeated with it.
            start = at + 1;
            pass = 1;
        }
        boolean last = measure.endingOver;
        if (last) {
            endings = List.of();
        }
        at++;
        if (last && !followed(at) && at < measures.size() && pass > 1) {
            start = at;
            pass = 1;
        }
        return true;
    }

    private void goTo(int place) {
        at = place;
        start = place;
        pass = 1;
        endings = List.of();
    }

    /** The highest number of the endings among which it stands. */
    private int lastEnding() {
        int from = at;
        while (from > 0 && (measures.get(from).endings.isEmpty() || followsEnding(from))) {
            from--;
        }
        int most = 1;
        boolean in = false;
        for (int i = from; i < measures.size(); i++) {
            boolean begins = !measures.get(i).endings.isEmpty();
            if (!begins && !in) {
                break;
            }
            in = true;
            for (int one : measures.get(i).endings) {
                most = Math.max(most, one);
            }
            if (measures.get(i).endingOver) {
                in = false;
            }
        }
        return most;
    }

    /** True if the measure before one belongs to an ending, too. */
    private boolean followsEnding(int place) {
        for (int i = place - 1; i >= 0; i--) {
            if (measures.get(i).endingOver && i < place - 1) {
                return false;
            }
            if (!measures.get(i).endings.isEmpty()) {
                return true;
            }
            if (measures.get(i).repeatFrom) {
                return false;
            }
        }
        return false;
    }

    /** How often it is played in all: as often as it says, or as the endings need that stand one behind the other. */
    private int turns(int from, int said) {
        int most = said;
        for (int i = from; i < measures.size(); i++) {
            boolean beyond = i > at && measures.get(i).endings.isEmpty() && !inEnding(at, i);
            if (beyond) {
                break;
            }
            for (int one : measures.get(i).endings) {
                most = Math.max(most, one);
            }
        }
        return Math.min(64, most);
    }

    private boolean inEnding(int from, int to) {
        boolean in = false;
        for (int i = from + 1; i <= to; i++) {
            in |= !measures.get(i).endings.isEmpty();
            if (measures.get(i).endingOver && i < to) {
                in = false;
            }
        }
        return in;
    }

    /** True if another ending begins at this measure. */
    private boolean followed(int next) {
        return next < measures.size() && !measures.get(next).endings.isEmpty();
    }
}
