package agogic.desk.model;

import agogic.core.device.Device;
import agogic.core.play.Following;
import agogic.core.route.Route;
import agogic.core.surface.Surface;
import agogic.core.sync.Sync;
import agogic.core.trace.Trace;
import agogic.desk.live.LiveDesk;
import agogic.desk.live.PortState;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.function.Function;

/** Says when the port of a surface goes away or comes back. */
public final class PortWatch {
    private final Editing editing;
    private final LiveDesk live;
    private final Notices notices;
    private final Function<Trace, Notice> mending;
    private final Map<String, Long> lost = new HashMap<>();
    private List<PortState> seen = List.of();
    private List<PortState> outputs = List.of();
    private Following.State clock = Following.State.OWN;

    PortWatch(Editing editing, LiveDesk live, Notices notices, Function<Trace, Notice> mending) {
        this.editing = editing;
        this.live = live;
        this.notices = notices;
        this.mending = mending;
    }

    /** More came in than could be taken: that is said as well. */
    private void lost() {
        List<Surface> surfaces = editing.session().surfaces();
        for (int s = 0; s < surfaces.size(); s++) {
            String id = surfaces.get(s).id();
            long now = live.engine().port(id).lost();
            long before = lost.getOrDefault(id, 0L);
            if (now > before) {
                notices.say(Notice.stop(
                        "Too much",
                        surfaces.get(s).name() + " sent more at once than could be taken: " + (now - before)
                                + " messages are lost. Each control stands where it last was."));
                lost.put(id, now);
            }
        }
    }

    private void outputs() {
        List<PortState> before = outputs;
        outputs = live.ports().playedThrough();
        if (outputs.equals(before)) {
            return;
        }
        for (PortState port : outputs) {
            boolean wasOpen = before.stream().anyMatch(p -> p.name().equals(port.name()) && p.open());
            boolean wasShut = before.stream().anyMatch(p -> p.name().equals(port.name()) && !p.open());
            String who = editing.session().devices().stream()
                    .filter(d -> d.port().equals(port.name()))
                    .map(Device::name)
                    .reduce((a, b) -> a + ", " + b)
                    .orElse("The clock");
            if (wasOpen && !port.open()) {
                notices.say(new Notice(
                        Notice.Kind.STOP,
                        "Port closed",
                        who + " is no longer sent: the port “" + port.name() + "” is " + port.state() + ".",
                        List.of(new Notice.Act(Trace.Act.LOOK_AGAIN.spoken(), live.ports()::again))));
            } else if (wasShut && port.open()) {
                notices.say(Notice.good("Plugged in", who + " plays through “" + port.name() + "” again."));
            }
        }
    }

    private void clock() {
        Following.State before = clock;
        clock = live.engine().following();
        if (clock == before) {
            return;
        }
        Sync sync = editing.session().sync();
        if (clock == Following.State.LOST) {
            notices.say(Notice.stop(
                    "Clock lost",
                    "Nothing is heard any more of the clock on “" + sync.port() + "”: the piece "
                            + (sync.goesOn() ? "goes on by itself." : "has stopped.")));
        } else if (clock == Following.State.RUNNING) {
            notices.say(Notice.good("Follows", "The piece plays by the clock on “" + sync.port() + "”."));
        }
    }

    /** What was heard but does not go out because the port of its device is not open says so. */
    Trace sent(Trace trace) {
        Route route = trace.route().orElse(null);
        if (route == null
                || !trace.verdict().heard()
                || !editing.session().hasDevice(route.target().device())) {
            return trace;
        }
        Device device = editing.session().device(route.target().device());
        if (device.port().isEmpty()) {
            return trace;
        }
        PortState port = live.ports().output(device.port());
        return port.open() ? trace : Trace.unsent(trace, device, port.state());
    }

    /** With every frame of the window. */
    void frame() {
        lost();
        outputs();
        clock();
        List<PortState> now = live.ports().ports();
        if (now == seen) {
            return;
        }
        List<PortState> before = seen;
        seen = now;
        for (PortState port : now) {
            boolean wasOpen = before.stream().anyMatch(p -> p.surface().equals(port.surface()) && p.open());
            boolean wasShut = before.stream().anyMatch(p -> p.surface().equals(port.surface()) && !p.open());
            Surface surface = editing.session().surfaces().stream()
                    .filter(s -> s.id().equals(port.surface()))
                    .findFirst()
                    .orElse(null);
            if (surface != null && wasOpen && !port.open()) {
                notices.say(mending.apply(Trace.closed(surface, port.state())));
            } else if (surface != null && wasShut && port.open()) {
                notices.say(Notice.good("Plugged in", surface.name() + " is heard again."));
            }
        }
    }
}
