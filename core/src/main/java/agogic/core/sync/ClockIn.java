package agogic.core.sync;

import agogic.core.midi.MidiSink;
import agogic.core.time.Timeline;

/**
 * What another clock says: whether it runs, and where it is at any moment, without the trembling of its messages. The
 * playing thread hands it the messages; nothing is allocated.
 */
public final class ClockIn implements MidiSink {
    /** Without a pulse for so long a clock that runs is lost. */
    public static final long LOST_NANOS = 400_000_000L;

    private static final int PULSES = 24;
    private static final int CLOCKS_OF_UNIT = 6;

    private final Steady steady = new Steady();
    private Sync.Language language = Sync.Language.CLOCK;
    /** The pulse, counted from the first that was heard, that is at {@link #start}. */
    private long zero;
    /** In clocks of a quarter note, or in quarters of frames. */
    private double start;

    private double tempo = 120;
    private boolean waits;
    private boolean running;
    private int starts;
    private int stops;
    private int places;
    /** The bits of a time code as they come, and which is to be the next. */
    private final int[] bits = new int[8];

    private int nextPiece;

    /** From now on it is heard in this language; all that was known of it is forgotten. */
    public void speaks(Sync.Language spoken) {
        language = spoken;
        steady.forget();
        running = false;
        waits = false;
        start = 0;
        nextPiece = 0;
    }

    /** As long as only one pulse is known, it is thought to have this tempo, in quarter notes a minute. */
    public void expects(double bpm) {
        tempo = bpm;
    }

    /** True if it has run long enough for its tempo to be known well. */
    public boolean settled() {
        return running && steady.count() - zero > PULSES;
    }

    @Override
    public void message(int status, int data1, int data2, long nanos) {
        if (language.code() != null) {
            if (status == 0xF1) {
                quarter(data1 >> 4 & 7, data1 & 0x0F, nanos);
            }
            return;
        }
        switch (status) {
            case 0xF8 -> {
                pulse(nanos, 60e9 / tempo / PULSES);
                if (waits) {
                    waits = false;
                    zero = steady.count() - 1;
                    running = true;
                    starts++;
                }
            }
            case 0xFA -> {
                start = 0;
                begins();
            }
            case 0xFB -> begins();
            case 0xFC -> ends();
            case 0xF2 -> {
                start = (double) (data1 | data2 << 7) * CLOCKS_OF_UNIT;
                zero = steady.count();
                places++;
            }
            default -> {
                // Nothing about time.
            }
        }
    }

    private void begins() {
        if (running) {
            ends();
            start = 0;
        }
        // It begins with the next pulse.
        waits = true;
    }

    private void ends() {
        waits = false;
        if (running) {
            running = false;
            // It would go on with the next pulse.
            start += steady.count() - zero;
            stops++;
        }
    }

    private void pulse(long nanos, double expected) {
        if (!steady.isEmpty() && nanos - steady.last() > LOST_NANOS) {
            steady.forget();
        }
        steady.pulse(nanos, expected);
    }

    /** A quarter of a frame: the eight of two frames, in their order, say which frame it was at the first of them. */
    private void quarter(int piece, int four, long nanos) {
        boolean gap = steady.isEmpty() || nanos - steady.last() > LOST_NANOS;
        pulse(nanos, 1e9 / (4 * language.code().rate()));
        if (gap) {
            nextPiece = 0;
        }
        if (piece != nextPiece) {
            nextPiece = piece == 0 ? 0 : nextPiece;
            if (piece != 0) {
                nextPiece = 0;
                return;
            }
        }
        bits[piece] = four;
        nextPiece = piece + 1 & 7;
        if (piece < 7) {
            return;
        }
        TimeCode code = TimeCode.ofCode(bits[7] >> 1);
        long frame = language.code()
                .frame(
                        bits[6] | (bits[7] & 1) << 4,
                        bits[4] | bits[5] << 4,
                        bits[2] | bits[3] << 4,
                        bits[0] | bits[1] << 4);
        if (code != language.code()) {
            // Another rate than was agreed: its numbers mean something else.
            return;
        }
        double first = 4.0 * frame;
        long at = steady.count() - 8;
        boolean elsewhere = Math.abs(start + (at - zero) - first) > 1;
        if (!running || elsewhere) {
            zero = at;
            start = first;
            starts++;
            running = true;
        }
    }

    /** Stops following what is lost, until it comes again. */
    public void giveUp() {
        ends();
        nextPiece = 0;
    }

    /** True if it runs, as far as it has said. */
    public boolean running() {
        return running;
    }

    /** How often it began to run; another number is another beginning. */
    public int starts() {
        return starts;
    }

    /** How often it stopped. */
    public int stops() {
        return stops;
    }

    /** How often it said where it stands. */
    public int places() {
        return places;
    }

    /** How many pulses were heard. */
    public long pulses() {
        return steady.count();
    }

    /** True if it should run at {@code nanos} and nothing was heard of it for too long. */
    public boolean lost(long nanos) {
        return running && nanos - steady.last() > LOST_NANOS;
    }

    /** True if it says as a time, not as a note, where it is. */
    public boolean inSeconds() {
        return language.code() != null;
    }

    /** Where it is at {@code nanos}, in seconds of a piece. */
    public double seconds(long nanos, Timeline timeline) {
        double pulses = running ? start + steady.at(nanos) - zero : start;
        return inSeconds() ? pulses / (4 * language.code().rate()) : timeline.secondsAt(pulses / PULSES);
    }
}
