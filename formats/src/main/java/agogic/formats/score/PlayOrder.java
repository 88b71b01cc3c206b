package agogic.formats.score;

import java.util.ArrayList;
import java.util.List;

/** In which order measures are played: repeats and their endings unfolded. */
final class PlayOrder {
    private static final int MOST = 100_000;

    private PlayOrder() {}

    /** The places of measures, each as often as it is played; nobody plays more than a hundred thousand. */
    static List<Integer> of(List<Measure> measures) {
        List<Integer> order = new ArrayList<>();
        int start = 0;
        int pass = 1;
        List<Integer> endings = List.of();
        for (int at = 0; at < measures.size() && order.size() < MOST; ) {
            Measure measure = measures.get(at);
            if (measure.repeatFrom && at != start) {
                start = at;
                pass = 1;
            }
            if (!measure.endings.isEmpty()) {
                endings = measure.endings;
            }
            boolean plays = endings.isEmpty() || endings.contains(pass);
            if (plays) {
                order.add(at);
            }
            boolean last = measure.endingOver;
            int turns = measure.repeatTo;
            if (plays && turns > 0 && pass < turns(measures, start, at, turns)) {
                pass++;
                endings = List.of();
                at = start;
                continue;
            }
            if (turns > 0 && plays && !followed(measures, at)) {
                // The repeat is over: what comes next is not repeated with it.
                start = at + 1;
                pass = 1;
            }
            if (last) {
                endings = List.of();
            }
            at++;
            if (last && !followedAt(measures, at) && at < measures.size() && pass > 1) {
                start = at;
                pass = 1;
            }
        }
        return order;
    }

    /** How often it is played in all: as often as it says, or as the endings need that stand one behind the other. */
    private static int turns(List<Measure> measures, int start, int at, int said) {
        int most = said;
        for (int i = start; i < measures.size(); i++) {
            boolean beyond = i > at && measures.get(i).endings.isEmpty() && !inEnding(measures, at, i);
            if (beyond) {
                break;
            }
            for (int one : measures.get(i).endings) {
                most = Math.max(most, one);
            }
        }
        return Math.min(64, most);
    }

    private static boolean inEnding(List<Measure> measures, int from, int to) {
        boolean in = false;
        for (int i = from + 1; i <= to; i++) {
            in |= !measures.get(i).endings.isEmpty();
            if (measures.get(i).endingOver && i < to) {
                in = false;
            }
        }
        return in;
    }

    /** True if another ending begins right after this measure. */
    private static boolean followed(List<Measure> measures, int at) {
        return followedAt(measures, at + 1);
    }

    private static boolean followedAt(List<Measure> measures, int next) {
        return next < measures.size() && !measures.get(next).endings.isEmpty();
    }
}
