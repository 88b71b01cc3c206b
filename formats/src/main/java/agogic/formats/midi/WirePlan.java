package agogic.formats.midi;

import agogic.core.midi.Wire;
import agogic.core.plan.Heard;
import agogic.core.session.Session;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.NavigableMap;
import java.util.Optional;
import java.util.PriorityQueue;
import java.util.TreeMap;
import java.util.concurrent.CancellationException;

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
    /** All of them, by when their codes change next. */
    private final PriorityQueue<Sender> changing = new PriorityQueue<>(Comparator.comparingLong(Sender::due));

    private final Waiting waiting;
    /** How many send by number on each channel 1..16: one alone need not say its number again. */
    private final int[] addressedOnChannel = new int[17];

    /** Steps of one moment are sent there although the wire is busy, up to so many seconds of it. */
    private static final double BURST = 0.05;

    /** After so many ticks it is asked whether all this is still wanted. */
    private static final int MANY = (1 << 12) - 1;

    private double notesLate;
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
            addressedOnChannel[line.number().channel()] += line.number().way().numbered() ? 1 : 0;
        }
        waiting = new Waiting(senders.size());
    }

    /** As it is, keeping what is sent. */
    WirePlan keeping() {
        senders.forEach(Sender::keeps);
        return this;
    }

    /**
     * Sends everything up to the end; what stands at the beginning so many seconds before it.
     *
     * @throws CancellationException if its thread was interrupted meanwhile
     */
    WirePlan run(double leadSeconds) {
        for (Sender sender : senders) {
            sender.refresh(0);
        }
        setUp(leadSeconds);
        for (Sender sender : senders) {
            sender.foresee(0);
            changing.add(sender);
        }
        int ticks = 0;
        for (long tick = 0; tick <= end; tick = next(tick)) {
            if ((++ticks & MANY) == 0 && Thread.currentThread().isInterrupted()) {
                throw new CancellationException("It is not wanted any more.");
            }
            Integer bytes = noteBytes.get(tick);
            double seconds = session.timeline().secondsAt(SmfWriter.beat(tick));
            while (!changing.isEmpty() && changing.peek().due() <= tick) {
                Sender sender = changing.poll();
                sender.refresh(tick);
                if (sender.wants() && sender.steps() && wireFree - seconds < BURST) {
                    // It belongs to this moment, before the notes that begin here.
                    int size = transmit(sender, tick);
                    wire.ifPresent(w -> take(seconds, w.seconds(size)));
                    sender.foresee(tick);
                    changing.add(sender);
                } else if (sender.wants()) {
                    // While it waits, what it would send is asked when the wire is free.
                    sender.waitsFrom(tick);
                    waiting.add(sender);
                } else {
                    sender.foresee(tick);
                    changing.add(sender);
                }
            }
            if (bytes != null && wire.isPresent()) {
                notesLate = Math.max(notesLate, wireFree - seconds);
                take(seconds, wire.get().seconds(bytes));
                running = 0;
            }
            boolean free = wire.isEmpty() || wireFree <= seconds;
            if (free && !waiting.isEmpty()) {
                send(tick, seconds);
            }
            for (int i = 0; i < waiting.size(); i++) {
                waiting.get(i).judgeWaiting(tick);
            }
        }
        for (Sender sender : senders) {
            sender.refresh(end);
        }
        for (int i = 0; i < waiting.size(); i++) {
            waiting.get(i).judge(end);
        }
        return this;
    }

    private void setUp(double leadSeconds) {
        double from = session.timeline().secondsAt(0) - leadSeconds;
        for (Sender sender : senders) {
            if (sender.wants()) {
                int size = transmit(sender, 0);
                wire.ifPresent(w -> take(Math.max(from, wireFree), w.seconds(size)));
                setup += wire.map(w -> w.seconds(size)).orElse(0.0);
            }
            sender.isSetUp();
        }
    }

    /** Sends what the wire carries now, the farthest behind first. */
    private void send(long tick, double seconds) {
        for (int i = waiting.size() - 1; i >= 0; i--) {
            if (waiting.get(i).uncertain(tick)) {
                look(i, tick);
            }
        }
        while ((wire.isEmpty() || wireFree <= seconds) && !waiting.isEmpty()) {
            int farthest = wire.isEmpty() ? 0 : waiting.farthest(tick);
            if (!waiting.get(farthest).knownAt(tick)) {
                look(farthest, tick);
                continue;
            }
            int size = transmit(waiting.get(farthest), tick);
            waiting.get(farthest).waited(tick);
            leave(farthest, tick);
            wire.ifPresent(w -> take(seconds, w.seconds(size)));
        }
    }

    /** Takes the value of the one at this place; it waits no longer if that came back to what was sent. */
    private void look(int place, long tick) {
        Sender sender = waiting.get(place);
        sender.judgeBefore(tick);
        sender.refresh(tick);
        waiting.looked(place);
        if (!sender.wants()) {
            leave(place, tick);
        }
    }

    /** The waiting one at this place waits no longer: it is looked at when its code changes next. */
    private void leave(int place, long tick) {
        Sender sender = waiting.remove(place);
        sender.foresee(tick);
        changing.add(sender);
    }

    private int transmit(Sender sender, long tick) {
        int size = sender.send(tick, running, addressedOnChannel[sender.number().channel()] == 1);
        running = sender.status();
        return size;
    }

    private long next(long tick) {
        long next = changing.isEmpty() ? Long.MAX_VALUE : changing.peek().due();
        Long note = noteBytes.higherKey(tick);
        next = note == null ? next : Math.min(next, note);
        if (!waiting.isEmpty()) {
            double free = session.timeline().beatAt(wireFree) * SmfWriter.TICKS;
            next = Math.min(next, (long) Math.ceil(free - 1e-9));
        }
        return Math.max(tick + 1, next);
    }

    private void take(double seconds, double time) {
        double begins = Math.max(wireFree, seconds);
        wireFree = begins + time;
        long now = (long) Math.floor(begins);
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

    /** The longest that notes wait on the wire for what is sent before them at their moment, in seconds. */
    double notesLate() {
        return notesLate;
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
                        case NRPN -> "NRPN";
                        case RPN -> "RPN";
                        case BEND -> "pitch bend";
                        case PROGRAM -> "programs";
                        default -> "pressure";
                    };
            ways.merge(way, 1, Integer::sum);
        }
        return ways;
    }
}
