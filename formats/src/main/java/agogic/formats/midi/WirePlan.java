package agogic.formats.midi;

import agogic.core.device.Outside;
import agogic.core.midi.Wire;
import agogic.core.play.Heard;
import agogic.core.session.Session;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.NavigableMap;
import java.util.Optional;
import java.util.TreeMap;

/**
 * Who sends when. A code is sent at the tick where it changes. With a wire, never more is asked of it than it carries:
 * where all together would, the one that is farthest from what was last sent goes first. What everything stands at in the
 * beginning is sent at tick 0, before the first note; it takes its time of the wire like everything else.
 */
final class WirePlan {
    private final Session session;
    private final Optional<Wire> wire;
    private final NavigableMap<Long, Integer> noteBytes;
    private final long end;
    private final List<Sender> senders = new ArrayList<>();
    /** How many send by number on each channel 1..16: one alone need not say its number again. */
    private final int[] addressedOnChannel = new int[17];

    private double wireFree = Double.NEGATIVE_INFINITY;
    private int running;
    private long second = Long.MIN_VALUE;
    private double busyNow;
    private double busiest;
    private double setup;

    /** A plan for these lines beside notes that take so many bytes at their ticks. */
    WirePlan(
            Session session,
            List<Numbers.Line> lines,
            Optional<Wire> wire,
            NavigableMap<Long, Integer> noteBytes,
            long end) {
        this.session = session;
        this.wire = wire;
        this.noteBytes = noteBytes;
        this.end = end;
        Heard heard = new Heard(session);
        for (Numbers.Line line : lines) {
            senders.add(new Sender(session, heard, line, end));
            addressedOnChannel[line.number().channel()] += line.number().way() == Outside.Way.NRPN ? 1 : 0;
        }
    }

    static double beat(long tick) {
        return (double) tick / SmfWriter.TICKS;
    }

    static long tick(double beat) {
        return Math.round(beat * SmfWriter.TICKS);
    }

    /** Sends everything up to the end. */
    WirePlan run() {
        for (Sender sender : senders) {
            sender.look(0);
        }
        setUp();
        long tick = 0;
        while (tick <= end) {
            Integer bytes = noteBytes.get(tick);
            double seconds = session.timeline().secondsAt(beat(tick));
            if (bytes != null && wire.isPresent()) {
                take(seconds, wire.get().seconds(bytes));
                running = 0;
            }
            boolean anyWants = false;
            for (Sender sender : senders) {
                if (sender.due() <= tick || sender.wants()) {
                    sender.look(tick);
                }
                anyWants |= sender.wants();
            }
            if (anyWants) {
                anyWants = send(tick, seconds);
            }
            tick = next(tick, anyWants);
        }
        for (Sender sender : senders) {
            sender.look(end);
        }
        return this;
    }

    private void setUp() {
        double from = session.timeline().secondsAt(0);
        for (Sender sender : senders) {
            if (sender.wants()) {
                int size = transmit(sender, 0);
                wire.ifPresent(w -> take(Math.max(from, wireFree), w.seconds(size)));
                setup += wire.map(w -> w.seconds(size)).orElse(0.0);
            }
        }
    }

    /** Sends what the wire carries now; true if somebody has to wait. */
    private boolean send(long tick, double seconds) {
        if (wire.isEmpty()) {
            // Without a limit nobody waits for anybody.
            for (Sender sender : senders) {
                if (sender.wants()) {
                    transmit(sender, tick);
                }
            }
            return false;
        }
        while (wireFree <= seconds) {
            Sender farthest = null;
            for (Sender sender : senders) {
                if (sender.wants() && (farthest == null || sender.behind() > farthest.behind())) {
                    farthest = sender;
                }
            }
            if (farthest == null) {
                return false;
            }
            take(seconds, wire.get().seconds(transmit(farthest, tick)));
        }
        return true;
    }

    private int transmit(Sender sender, long tick) {
        int size = sender.send(tick, running, addressedOnChannel[sender.number().channel()] == 1);
        running = 0xB0 | sender.number().channel() - 1;
        return size;
    }

    private long next(long tick, boolean anyWants) {
        long next = Long.MAX_VALUE;
        for (Sender sender : senders) {
            next = Math.min(next, sender.due());
        }
        Long note = noteBytes.higherKey(tick);
        next = note == null ? next : Math.min(next, note);
        if (anyWants) {
            double free = session.timeline().beatAt(wireFree) * SmfWriter.TICKS;
            next = Math.min(next, (long) Math.ceil(free - 1e-9));
        }
        return Math.max(tick + 1, next);
    }

    private void take(double seconds, double time) {
        wireFree = Math.max(wireFree, seconds) + time;
        long now = (long) Math.floor(seconds);
        if (now != second) {
            second = now;
            busyNow = 0;
        }
        busyNow += time;
        busiest = Math.max(busiest, busyNow);
    }

    List<Sender> senders() {
        return senders;
    }

    /** The share of the wire that the busiest second takes. */
    double busiest() {
        return busiest;
    }

    /** How long what everything stands at in the beginning takes on the wire, in seconds. */
    double setup() {
        return setup;
    }

    /** How many travel by each way, in the words of {@link Fineness}. */
    Map<String, Integer> ways() {
        Map<String, Integer> ways = new TreeMap<>();
        for (Sender sender : senders) {
            String way =
                    switch (sender.number().way()) {
                        case CC -> "7-bit controllers";
                        case CC_PAIR -> "14-bit controllers";
                        default -> "NRPN";
                    };
            ways.merge(way, 1, Integer::sum);
        }
        return ways;
    }
}
