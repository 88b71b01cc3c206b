package agogic.desk.model;

import agogic.core.surface.Surface;
import agogic.core.trace.Trace;
import agogic.desk.live.MidiPorts;
import java.util.HashMap;
import java.util.List;
import java.util.Map;

/** Says when the port of a surface goes away or comes back. */
public final class PortWatch {
    private final Desk desk;
    private final Map<String, Long> lost = new HashMap<>();
    private List<MidiPorts.Port> seen = List.of();

    PortWatch(Desk desk) {
        this.desk = desk;
    }

    /** More came in than could be taken: that is said as well. */
    private void lost() {
        List<Surface> surfaces = desk.session().surfaces();
        for (int s = 0; s < surfaces.size(); s++) {
            String id = surfaces.get(s).id();
            long now = desk.engine().port(id).lost();
            long before = lost.getOrDefault(id, 0L);
            if (now > before) {
                desk.say(Notice.stop(
                        "Too much",
                        surfaces.get(s).name() + " sent more at once than could be taken: " + (now - before)
                                + " messages are lost. Each control stands where it last was."));
                lost.put(id, now);
            }
        }
    }

    /** With every frame of the window. */
    void frame() {
        lost();
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
