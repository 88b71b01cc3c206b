package agogic.core.record;

import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Queue;

/**
 * Makes passes of events, wherever the events come from: from the log of a recorder, or from a file. One thread uses it.
 * Events of a pass whose beginning it was not told are none of it.
 */
public final class Transcript implements EventLog.Sink {
    /** A pass that is under way goes on a little after what happened last, so that a touch at its end is a part of it. */
    private static final double MOMENT = 0.001;

    private final String name;
    private final Map<Integer, Told> open = new LinkedHashMap<>();
    private List<Pass> ended = new ArrayList<>();
    private final Queue<List<Pass>> finished = new ArrayDeque<>();

    /**
     * A transcript.
     *
     * @param name what comes before the number of a pass in its {@link Pass#id}; empty for passes without one
     */
    public Transcript(String name) {
        this.name = name;
    }

    /** Numbers in a row that grows. */
    private static final class Row {
        private double[] numbers = new double[32];
        private int size;

        void add(double number) {
            if (size == numbers.length) {
                numbers = Arrays.copyOf(numbers, 2 * size);
            }
            numbers[size++] = number;
        }

        void last(double number) {
            if (size > 0) {
                numbers[size - 1] = number;
            }
        }

        double[] copy() {
            return Arrays.copyOf(numbers, size);
        }
    }

    /** What is told of one pass. */
    private final class Told {
        private final int number;
        private final Source source;
        private final double from;
        private double standing;
        private double finest = Double.POSITIVE_INFINITY;
        private final Row seconds = new Row();
        private final Row raw = new Row();
        private final Row counted = new Row();
        private final Row touched = new Row();
        private final Row released = new Row();
        private final Row yielded = new Row();
        private final Row says = new Row();

        Told(int number, Source source, double from) {
            this.number = number;
            this.source = source;
            this.from = from;
            standing = source.resting();
        }

        void tell(Event what, double at, double a, double b) {
            switch (what) {
                case STOOD -> standing = a;
                case FINER -> finest = Math.min(finest, a);
                case TOUCHED -> {
                    touched.add(at);
                    released.add(Double.POSITIVE_INFINITY);
                }
                case RELEASED -> released.last(at);
                case MOVED -> {
                    seconds.add(at);
                    raw.add(a);
                    counted.add(b);
                }
                case RESTATED -> {
                    Arrays.fill(raw.numbers, 0, raw.size, a);
                    Arrays.fill(counted.numbers, 0, counted.size, a);
                }
                case YIELDED -> {
                    yielded.add(at);
                    says.add(Double.POSITIVE_INFINITY);
                }
                case SAYS -> says.last(at);
                default -> throw new IllegalArgumentException(what + " is no event within a pass.");
            }
        }

        /** As far as it is told: up to a moment after its last move, or after a hand was let go. */
        double told() {
            double to = seconds.size == 0 ? from : Math.max(from, seconds.numbers[seconds.size - 1]);
            for (int i = 0; i < touched.size; i++) {
                double last = released.numbers[i];
                to = Math.max(to, Double.isInfinite(last) ? touched.numbers[i] : last);
            }
            return to + MOMENT;
        }

        Pass pass(double to, Pass.End end) {
            boolean latches = source.route().passMode() == agogic.core.route.WriteMode.LATCH;
            List<Pass.Touch> touches = new ArrayList<>();
            for (int i = 0; i < touched.size; i++) {
                double first = touched.numbers[i];
                double last = Math.min(to, released.numbers[i]);
                if ((latches || last >= from) && first < to) {
                    touches.add(new Pass.Touch(first, Math.max(first, last)));
                }
            }
            List<Pass.Touch> others = new ArrayList<>();
            for (int i = 0; i < yielded.size; i++) {
                double last = Math.min(to, says.numbers[i]);
                if (yielded.numbers[i] < last) {
                    others.add(new Pass.Touch(yielded.numbers[i], last));
                }
            }
            return new Pass(
                    source.route(),
                    Double.isInfinite(finest) ? source.resolution() : finest,
                    source.rehearsed(),
                    from,
                    to,
                    seconds.copy(),
                    raw.copy(),
                    counted.copy(),
                    touches,
                    others,
                    standing,
                    end,
                    name.isEmpty() ? "" : name + "-" + number);
        }
    }

    @Override
    public void event(Event what, int pass, double at, double a, double b, Source source) {
        switch (what) {
            case BEGAN -> open.put(pass, new Told(pass, source, at));
            case DROPPED -> open.remove(pass);
            case ENDED -> {
                Told told = open.remove(pass);
                if (told != null) {
                    ended.add(told.pass(at, Pass.End.values()[(int) a]));
                }
            }
            case CLOSED -> close();
            default -> {
                Told told = open.get(pass);
                if (told != null) {
                    told.tell(what, at, a, b);
                }
            }
        }
    }

    private void close() {
        if (!ended.isEmpty()) {
            finished.add(List.copyOf(ended));
            ended = new ArrayList<>();
        }
    }

    /** The next passes that ended together, or null if there are none more. */
    public List<Pass> finished() {
        return finished.poll();
    }

    /** The passes that are under way, as far as they are told; those of which nobody knows yet when they write are none. */
    public List<Pass> underWay() {
        List<Pass> all = new ArrayList<>();
        for (Told told : open.values()) {
            if (Double.isFinite(told.from)) {
                all.add(told.pass(told.told(), Pass.End.STOPPED));
            }
        }
        return all;
    }

    /** All passes that were not asked for yet, and those that are under way; nothing more is to be told. */
    public List<Pass> all() {
        close();
        List<Pass> all = new ArrayList<>();
        for (List<Pass> some = finished(); some != null; some = finished()) {
            all.addAll(some);
        }
        all.addAll(underWay());
        return all;
    }
}
