package agogic.core.learn;

import agogic.core.midi.MidiSink;
import agogic.core.surface.Control;
import agogic.core.surface.Surface;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/** Listens to the ports of all surfaces at a time and knows their controls. Used by one thread. */
final class Hearing {
    /** A control that was just taken may come to rest in peace: it is not heard again before it was silent for this long. */
    private static final long PEACE_NANOS = 900_000_000L;

    private final List<Recogniser> recognisers = new ArrayList<>();
    private List<Surface> surfaces;
    private int current = -1;
    private long last;
    private int restingSurface = -1;
    private Control resting;
    private long restedAt;

    Hearing(List<Surface> surfaces) {
        this.surfaces = surfaces;
        surfaces.forEach(s -> recognisers.add(new Recogniser()));
    }

    /** The surfaces as they are now; as many as before, or more. */
    void know(List<Surface> now) {
        surfaces = now;
        while (recognisers.size() < now.size()) {
            recognisers.add(new Recogniser());
        }
    }

    MidiSink from(int surface) {
        return (status, data1, data2, nanos) -> {
            if (touches(surfaces.get(surface), status, data1)) {
                return;
            }
            if (surface == restingSurface && speaks(resting, status, data1)) {
                boolean peace = nanos - restedAt < PEACE_NANOS;
                restedAt = nanos;
                if (peace) {
                    return;
                }
                restingSurface = -1;
            }
            recognisers.get(surface).message(status, data1, data2, nanos);
            current = surface;
            last = nanos;
        };
    }

    /** True if this is only the news that a known control is touched or let go. */
    private static boolean touches(Surface surface, int status, int data1) {
        int kind = status & 0xF0;
        return (kind == 0x90 || kind == 0x80)
                && surface.controls().stream()
                        .anyMatch(c -> c.touchNote() == data1 && c.address().hears((status & 0x0F) + 1));
    }

    private static boolean speaks(Control control, int status, int data1) {
        if (!control.address().hears((status & 0x0F) + 1)) {
            return false;
        }
        boolean controller = (status & 0xF0) == 0xB0;
        List<Integer> numbers = control.address().controllers();
        return controller ? numbers.isEmpty() || numbers.contains(data1) : numbers.isEmpty();
    }

    /** The control that moves now; empty if nothing came yet. */
    Optional<HeardControl> now() {
        if (current < 0) {
            return Optional.empty();
        }
        Surface surface = surfaces.get(current);
        return recognisers
                .get(current)
                .heard()
                .map(as -> new HeardControl(current, surface, as, known(surface, as), last));
    }

    /** The control of a surface that speaks by the message that was heard. */
    private static Optional<Control> known(Surface surface, Recognised as) {
        return surface.controls().stream()
                .filter(c -> c.address().hears(as.address().channel()))
                .filter(c -> c.address().message().equals(as.address().message())
                        || c.address().controllers().stream()
                                .anyMatch(as.address().controllers()::contains))
                .findFirst();
    }

    /** What was heard is taken, or left: listens for the next. */
    void next(int surface, Control control, long nanos) {
        recognisers.forEach(Recogniser::clear);
        current = -1;
        restingSurface = surface;
        resting = control;
        restedAt = nanos;
    }

    /** What was heard is taken while another control moves already. */
    void goOn() {
        restingSurface = -1;
    }
}
