package agogic.core.play;

import agogic.core.record.Memory;
import agogic.core.time.Timeline;
import java.util.List;

/** What came in during the last minutes, if it is to be remembered. Written by the engine's thread, which never waits for it. */
final class Remembering {
    private final Present present;
    private final Transport transport;
    private volatile Memory memory;

    Remembering(Present present, Transport transport) {
        this.present = present;
        this.transport = transport;
    }

    /** From now on it remembers; what it knew is forgotten. */
    void begin() {
        memory = new Memory();
    }

    /** What came in during the last minutes before {@code now}; nothing if it does not remember. */
    List<Memory.Entry> entries(long now) {
        Memory kept = memory;
        return kept == null ? List.of() : kept.entries(now);
    }

    /** A message came into the port of a surface. */
    void came(String surface, int status, int data1, int data2, long nanos) {
        Memory kept = memory;
        if (kept != null) {
            int message = status << 16 | data1 << 8 | data2;
            kept.add(
                    Memory.Kind.MESSAGE, surface, message, nanos, transport.at(nanos), timeline(), transport.playing());
        }
    }

    /** What came last was written. */
    void wrote() {
        Memory kept = memory;
        if (kept != null) {
            kept.written();
        }
    }

    private Timeline timeline() {
        return present.plan.session().timeline();
    }

    /** Something else happened, at this place of the piece, in seconds. */
    void mark(Memory.Kind kind, double seconds, long nanos) {
        Memory kept = memory;
        if (kept != null) {
            kept.add(kind, null, 0, nanos, seconds, timeline(), transport.playing());
        }
    }
}
