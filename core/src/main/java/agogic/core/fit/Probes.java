package agogic.core.fit;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;

/**
 * Tells quickly of most pairs that one cannot follow the other: at a few times a line from where the leader is lowest to
 * where it is highest would have to pass through the room there is at every other. Whoever fails fails for certain; whoever
 * passes has to be looked at everywhere.
 */
final class Probes {
    private static final int COUNT = 48;
    /** What rounding may be off. */
    private static final double ROUNDING = 1e-9;

    private record Row(double[] value, double[] low, double[] high, int lowest, int highest) {}

    private final Map<Mover, Row> rows = new HashMap<>();

    Probes(List<Mover> movers) {
        List<Double> ends = new ArrayList<>();
        for (Mover mover : movers) {
            if (!mover.envelope().isEmpty()) {
                ends.add(mover.envelope().time(0));
                ends.add(mover.envelope().time(mover.envelope().size() - 1));
            }
        }
        double from = ends.stream().mapToDouble(t -> t).min().orElse(0);
        double to = ends.stream().mapToDouble(t -> t).max().orElse(1);
        for (Mover mover : movers) {
            rows.put(mover, row(mover, from, to));
        }
    }

    private static Row row(Mover mover, double from, double to) {
        double[] value = new double[COUNT];
        double[] low = new double[COUNT];
        double[] high = new double[COUNT];
        int lowest = 0;
        int highest = 0;
        double tolerance = Alike.tolerance(mover.parameter());
        for (int i = 0; i < COUNT; i++) {
            // Off the grid of beats, so that jumps on a beat are not met just where they are.
            double time = from + (to - from) * (i + 0.381966) / COUNT;
            value[i] = mover.envelope().isEmpty() ? 0 : mover.envelope().valueAt(time);
            double[] room = Alike.room(mover.parameter(), mover.parameter().settled(value[i]), tolerance);
            low[i] = room[0] - ROUNDING;
            high[i] = room[1] + ROUNDING;
            lowest = value[i] < value[lowest] ? i : lowest;
            highest = value[i] > value[highest] ? i : highest;
        }
        return new Row(value, low, high, lowest, highest);
    }

    /** False if {@code other} certainly does not move as a line of {@code leader}. */
    boolean mayFollow(Mover leader, Mover other) {
        Row lead = rows.get(leader);
        Row row = rows.get(other);
        double x0 = lead.value[lead.lowest];
        double way = lead.value[lead.highest] - x0;
        if (way <= ROUNDING) {
            return true;
        }
        for (int i = 0; i < COUNT; i++) {
            double u = (lead.value[i] - x0) / way;
            double least = row.low[lead.lowest] + (row.low[lead.highest] - row.low[lead.lowest]) * u;
            double most = row.high[lead.lowest] + (row.high[lead.highest] - row.high[lead.lowest]) * u;
            if (row.low[i] > most + ROUNDING || row.high[i] < least - ROUNDING) {
                return false;
            }
        }
        return true;
    }
}
