package agogic.core.out;

import agogic.core.device.Outside;
import agogic.core.midi.MidiSink;
import agogic.core.midi.Program;
import agogic.core.midi.Wire;
import agogic.core.play.LiveState;
import agogic.core.play.Playing;
import agogic.core.play.Run;
import agogic.core.session.Session;

/**
 * What goes out through one port: notes first, then the values that changed, whichever has waited longest, each as it is
 * when the wire is free for it. Never more goes out than the wire carries. One thread calls it; nothing is allocated but
 * when another session comes.
 */
public final class PortOut {
    private static final int NONE = -1;
    private static final int SUSTAIN = 64;
    private static final int ALL_SOUND_OFF = 120;
    private static final int ALL_NOTES_OFF = 123;

    private final String port;
    private final MidiSink sink;
    private final Pace pace;
    private final NotePlayer notes = new NotePlayer();

    private Playing playing;
    private Session session;
    private Lines lines;
    /** The messages of the value that is on its way. */
    private final int[] group = new int[4];

    private int groupSize;
    private int groupAt;
    /** The parameter number each channel was told last; −1 for none. */
    private final int[] addressed = new int[16];

    /** Where the panic stands: so many of its messages are out. */
    private int panicked = NONE;

    private final boolean[] panicChannels = new boolean[16];
    private long oldest;
    private final ClockOut clock = new ClockOut();

    /** What goes out through {@code port}, at the pace of {@code wire}, to {@code sink}. */
    public PortOut(String port, Wire wire, MidiSink sink) {
        this.port = port;
        this.sink = sink;
        pace = new Pace(wire);
        forgetAddresses();
    }

    /** The name of the port. */
    public String port() {
        return port;
    }

    private void forgetAddresses() {
        java.util.Arrays.fill(addressed, NONE);
    }

    /** The port was opened anew: nobody knows what the receiver has. */
    public void opened() {
        forgetAddresses();
        if (lines != null) {
            lines.forget();
        }
    }

    /** Sends the clock as well from now on, or no longer. */
    public void sendClock(boolean on) {
        clock.send(on);
    }

    /** Ends all that sounds, on every channel that anything was sent on, as soon as the wire carries it. */
    public void panic() {
        panicked = 0;
    }

    /** The longest that a value has waited for the wire so far, in nanoseconds. */
    public long oldest() {
        return oldest;
    }

    /** Ends the notes that sound, at once: before the port is let go. */
    public void silence(long nanos) {
        notes.play(NoteList.EMPTY);
        for (int message = notes.due(); message != NONE; message = notes.due()) {
            sink.message(message >> 16 & 0xFF, message >> 8 & 0x7F, message & 0x7F, nanos);
        }
        session = null;
    }

    private void follow(Playing now) {
        playing = now;
        Session before = session;
        session = now.session();
        lines = new Lines(session, port, now.index(), lines);
        boolean sameNotes = before != null
                && before.tracks() == session.tracks()
                && before.devices() == session.devices()
                && before.timeline() == session.timeline();
        if (!sameNotes) {
            notes.play(NoteList.of(session, port));
        }
    }

    /**
     * Sends what is due at {@code nanos}.
     *
     * @return when it wants to be asked again, in nanoseconds; the greatest number if only a change gives it something
     */
    public long tick(Playing now, Run run, long nanos) {
        if (now != playing) {
            follow(now);
        }
        LiveState live = now.live();
        notes.follow(run, nanos);
        clock.follow(now.session(), run, nanos);
        lines.look(live, nanos);
        while (true) {
            int message = urgent();
            boolean value = message == NONE;
            if (value) {
                message = value(live, nanos);
            }
            if (message == NONE) {
                return Math.min(notes.nextDue(), clock.nextDue());
            }
            long free = pace.freeFor(size(message), nanos);
            if (free > nanos) {
                hold(message, value);
                return free;
            }
            pace.take(size(message), nanos);
            sink.message(message >> 16 & 0xFF, message >> 8 & 0x7F, message & 0x7F, nanos);
            if (value) {
                groupAt++;
            }
        }
    }

    /** What had to wait for the wire, besides values: −1 if nothing does. */
    private int held = NONE;

    private void hold(int message, boolean value) {
        if (!value) {
            held = message;
        }
    }

    /** The next message that goes before all values. */
    private int urgent() {
        int message = held;
        held = NONE;
        if (message == NONE) {
            message = clock.due();
        }
        if (message == NONE) {
            message = notes.due();
            if (message != NONE) {
                panicChannels[message >> 16 & 0x0F] = true;
            }
        }
        if (message == NONE && panicked >= 0) {
            message = ofPanic();
        }
        return message;
    }

    /** The next message of the panic: for each channel three controllers, then all keys. */
    private int ofPanic() {
        for (; panicked < 16 * 131; panicked++) {
            int channel = panicked / 131;
            int step = panicked % 131;
            if (panicChannels[channel]) {
                panicked++;
                int controller = step == 0 ? SUSTAIN : step == 1 ? ALL_NOTES_OFF : ALL_SOUND_OFF;
                return step < 3
                        ? (0xB0 | channel) << 16 | controller << 8
                        : (0x80 | channel) << 16 | step - 3 << 8 | 64;
            }
        }
        panicked = NONE;
        return NONE;
    }

    /** The next message of the value that is on its way, or of the one that has waited longest. */
    private int value(LiveState live, long nanos) {
        if (groupAt < groupSize) {
            return group[groupAt];
        }
        // Which value goes next is only asked when it can go: until then it may become another.
        if (!lines.anyWaits()) {
            return NONE;
        }
        if (pace.freeFor(3, nanos) > nanos) {
            return WAITS;
        }
        int line = lines.next(live);
        if (line < 0) {
            return NONE;
        }
        oldest = Math.max(oldest, nanos - lines.since(line));
        begin(line, lines.wanted(line, live));
        return group[0];
    }

    /** Stands for a value that is not chosen yet: three bytes. */
    private static final int WAITS = 0xB00000;

    private void begin(int line, int code) {
        Outside way = lines.way(line);
        int before = lines.sent(line);
        int channel = way.channel() - 1;
        int control = (0xB0 | channel) << 16;
        panicChannels[channel] = true;
        groupAt = 0;
        groupSize = 0;
        switch (way.way()) {
            case CC -> add(control | way.number() << 8 | code);
            case KEY_PRESSURE -> add((0xA0 | channel) << 16 | way.number() << 8 | code);
            case PRESSURE -> add((0xD0 | channel) << 16 | code << 8);
            case BEND -> add((0xE0 | channel) << 16 | (code & 0x7F) << 8 | code >> 7);
            case CC_PAIR -> {
                // The coarse byte resets the fine one, so the fine one always follows; alone it may go by itself.
                if (before < 0 || before >> 7 != code >> 7) {
                    add(control | way.number() << 8 | code >> 7);
                }
                add(control | way.number() + 32 << 8 | code & 0x7F);
            }
            case PROGRAM -> {
                Program program = Program.of(code);
                if (program.coarse() >= 0) {
                    add(control | program.coarse());
                }
                if (program.fine() >= 0) {
                    add(control | 32 << 8 | program.fine());
                }
                add((0xC0 | channel) << 16 | program.number() << 8);
            }
            case NRPN, RPN -> {
                boolean registered = way.way() == Outside.Way.RPN;
                int number = way.number() | (registered ? 1 << 14 : 0);
                if (addressed[channel] != number) {
                    add(control | (registered ? 101 : 99) << 8 | way.number() >> 7);
                    add(control | (registered ? 100 : 98) << 8 | way.number() & 0x7F);
                    addressed[channel] = number;
                }
                add(control | 6 << 8 | code >> 7);
                add(control | 38 << 8 | code & 0x7F);
            }
        }
        lines.sent(line, code);
    }

    private void add(int message) {
        group[groupSize++] = message;
    }

    /** How many bytes a message has on the wire; without running status, so that every receiver understands it. */
    private static int size(int message) {
        int status = message >> 16 & 0xFF;
        return switch (status & 0xF0) {
            case 0xC0, 0xD0 -> 2;
            case 0xF0 -> status == 0xF2 ? 3 : status == 0xF1 ? 2 : 1;
            default -> 3;
        };
    }
}
