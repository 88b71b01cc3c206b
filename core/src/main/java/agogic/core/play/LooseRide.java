package agogic.core.play;

import agogic.core.midi.MessageQueue;
import agogic.core.record.Memory;
import agogic.core.record.Pass;
import agogic.core.route.Hand;
import agogic.core.route.Route;
import agogic.core.route.WriteMode;
import agogic.core.session.Loop;
import agogic.core.session.Session;
import agogic.core.surface.MoveSink;
import agogic.core.surface.Surface;
import agogic.core.surface.SurfaceDecoder;
import agogic.core.time.Timeline;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;

/**
 * Moves of one control that nothing wrote, and that can still be written. They are put through the live path once more,
 * with their route armed: what comes of it is what would have come of it then.
 */
public final class LooseRide {
    /** Moves farther apart than this, while it did not play, are two rides. */
    private static final long PAUSE_NANOS = 3_000_000_000L;

    private static final long QUIET_NANOS = 50_000_000L;

    private static final Span STOOD = new Span(false, -1, 0, 0, 0, 0);

    private final List<Memory.Entry> memory;
    private final Hand hand;
    private final int moves;
    private final long first;
    private final long last;
    private final Span span;

    /** A time in which it played, or did not; what was remembered of it comes after the entry at {@code place}. */
    private record Span(boolean playing, int place, long begins, double from, double writes, double to) {}

    private LooseRide(List<Memory.Entry> memory, Hand hand, int moves, long first, long last, Span span) {
        this.memory = memory;
        this.hand = hand;
        this.moves = moves;
        this.first = first;
        this.last = last;
        this.span = span;
    }

    /** The control. */
    public Hand hand() {
        return hand;
    }

    /** How many moves were not written. */
    public int moves() {
        return moves;
    }

    /** When the last of them came, in nanoseconds of the engine's clock. */
    public long last() {
        return last;
    }

    /** True if it played meanwhile, so that they have a place of their own. */
    public boolean played() {
        return span.playing;
    }

    /** From where in the piece its pass would have gone, in seconds, if it played. */
    public double from() {
        return span.writes;
    }

    /** Where in the piece its pass would have ended, in seconds, if it played. */
    public double to() {
        return span.to;
    }

    /**
     * All in what is remembered, the newest first.
     *
     * @param now where it stands now, in seconds of the piece: a pass that is under way goes up to here
     */
    public static List<LooseRide> in(Session session, List<Memory.Entry> memory, double now) {
        List<LooseRide> all = new ArrayList<>();
        for (Surface surface : session.surfaces()) {
            Finding finding = new Finding(surface, session.timeline(), memory, now);
            finding.look();
            all.addAll(finding.found);
        }
        all.sort(Comparator.comparingLong(LooseRide::last).reversed());
        return all;
    }

    /** Goes through what is remembered and gathers what each control of a surface did. */
    private static final class Finding implements MoveSink {
        private final Surface surface;
        private final Timeline timeline;
        private final List<Memory.Entry> memory;
        private final double now;
        private final List<LooseRide> found = new ArrayList<>();
        private final SurfaceDecoder decoder;
        private final int[] moves;
        private final long[] first;
        private final long[] last;
        private Span span = STOOD;
        private boolean written;

        Finding(Surface surface, Timeline timeline, List<Memory.Entry> memory, double now) {
            this.surface = surface;
            this.timeline = timeline;
            this.memory = memory;
            this.now = now;
            decoder = new SurfaceDecoder(surface, this);
            int n = surface.controls().size();
            moves = new int[n];
            first = new long[n];
            last = new long[n];
        }

        void look() {
            for (int i = 0; i < memory.size(); i++) {
                Memory.Entry entry = memory.get(i);
                switch (entry.kind()) {
                    case BEGINS -> {
                        end(span.to);
                        double begins = entry.secondsIn(timeline);
                        span = new Span(true, i, entry.nanos(), begins, begins, now);
                    }
                    case WRITES -> span =
                            new Span(true, span.place, span.begins, span.from, entry.secondsIn(timeline), now);
                    case ENDS -> {
                        end(entry.secondsIn(timeline));
                        span = STOOD;
                    }
                    default -> message(entry);
                }
            }
            end(now);
        }

        private void message(Memory.Entry entry) {
            if (!surface.id().equals(entry.surface())) {
                return;
            }
            written = entry.written();
            int message = entry.message();
            decoder.message(message >> 16, message >> 8 & 0x7F, message & 0x7F, entry.nanos());
            decoder.settle(entry.nanos());
        }

        /** The span is over: each control's moves in it are a ride. */
        private void end(double to) {
            decoder.settle(Long.MAX_VALUE / 2);
            for (int c = 0; c < moves.length; c++) {
                close(c, to);
            }
        }

        private void close(int c, double to) {
            if (moves[c] > 0) {
                found.add(new LooseRide(
                        memory,
                        new Hand(surface.id(), surface.controls().get(c).id()),
                        moves[c],
                        first[c],
                        last[c],
                        new Span(span.playing, span.place, span.begins, span.from, span.writes, to)));
            }
            moves[c] = 0;
        }

        @Override
        public void moved(int control, double value, long nanos) {
            if (written) {
                return;
            }
            if (!span.playing && moves[control] > 0 && nanos - last[control] > PAUSE_NANOS) {
                close(control, 0);
            }
            first[control] = moves[control]++ == 0 ? nanos : first[control];
            last[control] = nanos;
        }

        @Override
        public double standsAt(int control) {
            return 0.5;
        }

        @Override
        public void touched(int control, boolean down, long nanos) {}

        @Override
        public void unknown(int status, int data1, int data2, long nanos) {}
    }

    /**
     * What is to be written if {@code route} had been in Touch; its control must be this one.
     *
     * @param session with the route
     * @param playhead where moves go that have no place of their own, in seconds
     */
    public List<Pass> taken(Session session, Route route, double playhead) {
        Session armed =
                session.withLoop(new Loop(session.loop().from(), session.loop().to(), false));
        for (Route one : session.routes()) {
            if (!one.id().equals(route.id()) && (one.mode().writes() || one.rehearse())) {
                armed = armed.with(one.in(WriteMode.READ).rehearsing(false));
            }
        }
        armed = armed.with(route.in(WriteMode.TOUCH).rehearsing(false));
        long length = last - first + Hands.TOUCH_NANOS + 1_000_000_000L;
        Span plays = span.playing
                ? span
                : new Span(true, memory.size(), first - 1, playhead, playhead, playhead + length * 1e-9);
        return pass(armed, plays);
    }

    private List<Pass> pass(Session armed, Span plays) {
        Engine engine = new Engine(armed);
        MessageQueue port = engine.port(hand.surface());
        long end = plays.begins + Math.round((plays.to - plays.from) * 1e9);
        long clock = Long.MIN_VALUE;
        boolean begun = false;
        for (int i = 0; i < memory.size(); i++) {
            Memory.Entry entry = memory.get(i);
            boolean within = i > plays.place;
            if (within && entry.kind() == Memory.Kind.ENDS) {
                break;
            }
            long at = entry.nanos();
            if (within && entry.playing() && at > plays.begins) {
                // Another clock may have led it, or another tempo been played: what counts is where in the music it
                // was.
                double since = entry.secondsIn(armed.timeline()) - plays.from;
                at = Math.max(clock, plays.begins + Math.round(since * 1e9));
            }
            if (entry.kind() != Memory.Kind.MESSAGE || !hand.surface().equals(entry.surface()) || at > end) {
                continue;
            }
            clock = clock == Long.MIN_VALUE ? at : clock;
            if (!begun && at > plays.begins) {
                clock = quiet(engine, clock, plays.begins - 1);
                engine.play(plays.from, plays.writes, plays.to);
                engine.tick(plays.begins);
                clock = plays.begins;
                begun = true;
            }
            clock = quiet(engine, clock, at - 1);
            int message = entry.message();
            port.message(message >> 16, message >> 8 & 0x7F, message & 0x7F, at);
            engine.tick(at);
            engine.provide();
            clock = at;
        }
        quiet(engine, clock, end + 1_000_000);
        List<Pass> all = new ArrayList<>();
        for (List<Pass> some = engine.finishedPass(); some != null; some = engine.finishedPass()) {
            all.addAll(some);
        }
        return all;
    }

    /** Lets time go by, up to {@code until}. */
    private static long quiet(Engine engine, long from, long until) {
        for (long at = from + QUIET_NANOS; at < until; at += QUIET_NANOS) {
            // Of a long silence nothing comes after its beginning.
            at = at - from > 4 * Hands.TOUCH_NANOS ? Math.max(at, until - QUIET_NANOS) : at;
            engine.tick(at);
        }
        if (until > from) {
            engine.tick(until);
        }
        return Math.max(from, until);
    }
}
