package agogic.desk.window;

import agogic.core.surface.Surface;
import agogic.core.trace.Trace;
import agogic.desk.live.MidiPorts;
import java.util.List;

/** Says when the port of a surface goes away or comes back. */
final class PortWatch {
    private final Desk desk;
    private List<MidiPorts.Port> seen = List.of();

    PortWatch(Desk desk) {
        this.desk = desk;
    }

    /** With every frame of the window. */
    void frame() {
        List<MidiPorts.Port> now = desk.live().ports().ports();
        if (now == seen) {
            return;
        }
        List<MidiPorts.Port> before = seen;
        seen = now;
        for (MidiPorts.Port port : now) {
            boolean wasOpen = before.stream().anyMatch(p -> p.surface().equals(port.surface()) && p.open());
            boolean wasShut = before.stream().anyMatch(p -> p.surface().equals(port.surface()) && !p.open());
            Surface surface = desk.session().surfaces().stream()
                    .filter(s -> s.id().equals(port.surface()))
                    .findFirst()
                    .orElse(null);
            if (surface != null && wasOpen && !port.open()) {
                desk.say(Notice.of(Trace.closed(surface, port.state()), desk));
            } else if (surface != null && wasShut && port.open()) {
                desk.say(Notice.good("Plugged in", surface.name() + " is heard again."));
            }
        }
    }
}
