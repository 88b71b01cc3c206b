package agogic.formats.midi;

import java.util.ArrayList;
import java.util.List;

/**
 * Those that have something to send and no wire yet. How far each can be behind is asked of all of them whenever the wire is
 * free, many thousand times a second of a piece: it lies beside them in rows of numbers.
 */
final class Waiting {
    private final List<Sender> all = new ArrayList<>();
    private final double[] behind;
    private final double[] steepest;
    private final long[] taken;

    /** Nobody yet, with room for so many. */
    Waiting(int most) {
        behind = new double[most];
        steepest = new double[most];
        taken = new long[most];
    }

    int size() {
        return all.size();
    }

    boolean isEmpty() {
        return all.isEmpty();
    }

    Sender get(int place) {
        return all.get(place);
    }

    void add(Sender sender) {
        all.add(sender);
        looked(all.size() - 1);
    }

    /** The one at this place has taken its value anew. */
    void looked(int place) {
        Sender sender = all.get(place);
        behind[place] = sender.behind();
        steepest[place] = sender.steepest();
        taken[place] = sender.taken();
    }

    /** The one at this place waits no longer; the last one stands there then. */
    Sender remove(int place) {
        int last = all.size() - 1;
        Sender gone = all.get(place);
        all.set(place, all.get(last));
        behind[place] = behind[last];
        steepest[place] = steepest[last];
        taken[place] = taken[last];
        all.remove(last);
        return gone;
    }

    /** Which may be the farthest behind at a tick: as far as it was, and what its lane can have gone since at the most. */
    int farthest(long tick) {
        int farthest = 0;
        double most = -1;
        for (int i = 0; i < all.size(); i++) {
            double bound = taken[i] == tick ? behind[i] : behind[i] + steepest[i] * (tick - taken[i]) + 1e-9;
            if (bound > most) {
                farthest = i;
                most = bound;
            }
        }
        return farthest;
    }
}
