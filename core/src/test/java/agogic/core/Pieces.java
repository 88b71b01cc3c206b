package agogic.core;

import agogic.core.device.Device;
import agogic.core.envelope.Envelope;
import agogic.core.envelope.Point;
import agogic.core.lane.Lane;
import agogic.core.parameter.Parameter;
import agogic.core.parameter.Taper;
import agogic.core.parameter.Unit;
import agogic.core.route.Hand;
import agogic.core.route.Route;
import agogic.core.route.Span;
import agogic.core.route.Target;
import agogic.core.session.Loop;
import agogic.core.session.Session;
import agogic.core.session.Track;
import agogic.core.surface.Address;
import agogic.core.surface.Control;
import agogic.core.surface.Surface;
import agogic.core.time.MetreMap;
import agogic.core.time.TempoMap;
import agogic.core.time.Timeline;
import java.util.ArrayList;
import java.util.List;

/** Small sessions to try things on: one device, one surface, 60 bpm, ten bars. */
public final class Pieces {
    public static final String DEVICE = "d";
    public static final double LENGTH = 40;

    private Pieces() {}

    public static Target target(String parameter) {
        return new Target(DEVICE, parameter);
    }

    /** A parameter from 0 to 100 %, called by its id. */
    public static Parameter percent(String id) {
        return Parameter.continuous(id, "Name of " + id, "", Unit.PERCENT, Taper.LINEAR, 0, 100, 50);
    }

    /** Parameters p1 to pn. */
    public static List<Parameter> percents(int n) {
        List<Parameter> all = new ArrayList<>();
        for (int i = 1; i <= n; i++) {
            all.add(percent("p" + i));
        }
        return all;
    }

    public static Session of(Device... devices) {
        List<Control> controls = new ArrayList<>();
        for (int c = 1; c <= 4; c++) {
            controls.add(new Control("fader-" + c, "Fader " + c, Control.Kind.FADER, new Address.Cc(1, 19 + c), -1));
        }
        return new Session(
                "Piece",
                "",
                new Timeline(TempoMap.steady(60), MetreMap.steady(4, 4)),
                LENGTH,
                List.of(),
                new Loop(0, 8, false),
                List.of(new Track(
                        "t",
                        "Strings",
                        false,
                        1,
                        List.of(devices).stream().map(Device::id).toList(),
                        List.of())),
                List.of(devices),
                List.of(new Surface("s", "Surface", "Surface", controls)),
                List.of(),
                List.of(),
                List.of(),
                List.of());
    }

    public static Device device(List<Parameter> parameters, int sockets, String... exposed) {
        return Device.of(DEVICE, "Device", "", parameters, sockets, List.of(exposed));
    }

    /** A session of one device with p1 to pn, of which the first {@code exposed} sit on sockets and the others are wanted. */
    public static Session wanting(int n, int sockets, int exposed) {
        List<Parameter> all = percents(n);
        String[] first = all.stream().limit(exposed).map(Parameter::id).toArray(String[]::new);
        List<String> others = all.stream().skip(exposed).map(Parameter::id).toList();
        return of(device(all, sockets, first).wanting(others));
    }

    /** With a lane of straight ways: beat, value, beat, value, … */
    public static Session drawn(Session session, String parameter, double... points) {
        List<Point> list = new ArrayList<>();
        for (int i = 0; i < points.length; i += 2) {
            list.add(new Point(points[i], points[i + 1]));
        }
        return session.with(Lane.drawn(target(parameter), Envelope.of(list)));
    }

    /** With a route from a fader. */
    public static Session routed(Session session, int fader, String parameter) {
        return session.with(
                Route.of("route-" + parameter, new Hand("s", "fader-" + fader), Span.FULL, target(parameter)));
    }
}
