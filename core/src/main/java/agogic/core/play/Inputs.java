package agogic.core.play;

import agogic.core.midi.Keys;
import agogic.core.midi.MessageQueue;
import agogic.core.midi.MidiSink;
import agogic.core.surface.MoveSink;
import agogic.core.surface.Surface;
import agogic.core.surface.SurfaceDecoder;
import java.util.List;
import java.util.Map;
import java.util.concurrent.ConcurrentHashMap;
import java.util.function.IntFunction;

/** Where messages come in: a queue for each surface ever played, by its id, and a decoder for each that plays now. */
final class Inputs {
    private static final int CAPACITY = 4096;

    private final Map<String, MessageQueue> ports = new ConcurrentHashMap<>();
    private final Map<String, MessageQueue> taps = new ConcurrentHashMap<>();
    private final IntFunction<MoveSink> moves;
    private final Came came;
    private final Taken taken;
    private final MessageQueue keys = new MessageQueue(CAPACITY);
    private volatile boolean listening;

    /** The same by the places of the surfaces in the session that plays. */
    private MessageQueue[] queues = {};

    private SurfaceDecoder[] decoders = {};
    /** One sink a surface that follows the controls and hands the messages on. */
    private MidiSink[] tees = {};

    /** One sink a surface that tells that a message came, and hands it on. */
    private MidiSink[] told = {};

    /** Is told of each message before it moves anything. */
    interface Came {
        void message(String surface, int status, int data1, int data2, long nanos);
    }

    /** Says whether anything is done with what a control sends, by the places of its surface and itself. */
    interface Taken {
        boolean control(int surface, int control);
    }

    /** Inputs that hand what a surface's controls do to the sink of its place. */
    Inputs(IntFunction<MoveSink> moves, Came came, Taken taken) {
        this.moves = moves;
        this.came = came;
        this.taken = taken;
    }

    /** Notes and the sustain pedal of controls that nothing is done with, and of none. */
    MessageQueue keys() {
        return keys;
    }

    /** What a keyboard plays is nothing that moves anything: whoever makes sound has it. */
    private void played(int surface, int status, int data1, int data2, long nanos) {
        if (!Keys.isKey(status, data1)) {
            return;
        }
        int control = decoders[surface].controlOf(status, data1);
        if (control == SurfaceDecoder.TOUCHES || control >= 0 && taken.control(surface, control)) {
            return;
        }
        keys.message(status, data1, data2, nanos);
    }

    MessageQueue port(String surface) {
        return ports.computeIfAbsent(surface, id -> new MessageQueue(CAPACITY));
    }

    MessageQueue tap(String surface) {
        return taps.computeIfAbsent(surface, id -> new MessageQueue(CAPACITY));
    }

    void listen(boolean on) {
        listening = on;
    }

    boolean listening() {
        return listening;
    }

    /** A decoder and a queue for each surface that plays now; those of a surface that was there before stay. */
    void connect(List<Surface> old, List<Surface> surfaces) {
        int n = surfaces.size();
        SurfaceDecoder[] made = new SurfaceDecoder[n];
        queues = new MessageQueue[n];
        tees = new MidiSink[n];
        told = new MidiSink[n];
        for (int s = 0; s < n; s++) {
            String id = surfaces.get(s).id();
            boolean there = old.stream().anyMatch(o -> o.id().equals(id));
            boolean kept = s < old.size() && old.get(s).equals(surfaces.get(s));
            made[s] = kept ? decoders[s] : new SurfaceDecoder(surfaces.get(s), moves.apply(s));
            queues[s] = port(id);
            if (!there) {
                // What came while the surface was not in the session is nothing that moves anything.
                queues[s].clear();
            }
            MessageQueue tap = tap(id);
            int place = s;
            told[s] = (status, data1, data2, nanos) -> {
                came.message(id, status, data1, data2, nanos);
                decoders[place].message(status, data1, data2, nanos);
                played(place, status, data1, data2, nanos);
            };
            tees[s] = (status, data1, data2, nanos) -> {
                tap.message(status, data1, data2, nanos);
                decoders[place].message(status, data1, data2, nanos);
            };
        }
        decoders = made;
    }

    /** Hands on what came up to {@code until}, in nanoseconds. */
    void drain(long until) {
        drain(until, until);
    }

    /** The same at the moment {@code now}: what came after {@code until} waits, however long ago that is. */
    void drain(long until, long now) {
        boolean tapped = listening;
        for (int s = 0; s < decoders.length; s++) {
            queues[s].drain(until, now, tapped ? tees[s] : told[s]);
            decoders[s].settle(until);
        }
    }
}
