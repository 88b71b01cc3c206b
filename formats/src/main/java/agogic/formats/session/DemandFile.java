package agogic.formats.session;

import agogic.core.device.Device;
import agogic.core.envelope.Envelope;
import agogic.core.envelope.Point;
import agogic.core.lane.Lane;
import agogic.core.parameter.Parameter;
import agogic.core.parameter.Taper;
import agogic.core.parameter.Unit;
import agogic.core.route.Target;
import agogic.core.session.Loop;
import agogic.core.session.Session;
import agogic.core.session.Track;
import agogic.core.time.MetreMap;
import agogic.core.time.TempoMap;
import agogic.core.time.Timeline;
import agogic.formats.file.FormatException;
import agogic.formats.table.ShapeText;
import java.io.IOException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/**
 * A demand on sockets without a session: {@code {"device", "sockets", "reserved", "parameters": [{"name", "unit",
 * "from", "to", "positions", "points": [[beat, value, shape, amount], …]}]}}. Values are normalised; unit, from, to and
 * positions may be left out (percent, 0 to 100), shape and amount too (straight). Sockets are used up in the order of
 * the parameters, reserved ones from the top; what finds none is wanted.
 */
public final class DemandFile {
    /** The id of the device in the session that a demand becomes. */
    public static final String DEVICE = "device";

    private static final long LARGEST = 64L << 20;
    private static final int MOST_SOCKETS = 100_000;

    private DemandFile() {}

    /**
     * Reads a demand as a session of one device.
     *
     * @throws FormatException with the place of what is wrong
     */
    public static Session read(Path path) throws IOException {
        return session(Json.open(path, LARGEST, "demand"));
    }

    private record Wanted(Parameter parameter, Envelope envelope) {}

    private static Session session(Json json) throws FormatException {
        int sockets = json.whole("sockets");
        int reserved = json.maybe("reserved").isPresent() ? json.whole("reserved") : 0;
        if (sockets < 0 || sockets > MOST_SOCKETS || reserved < 0 || reserved > sockets) {
            throw json.at("sockets")
                    .error("expected 0 to " + MOST_SOCKETS + " sockets, and no more reserved than there are");
        }
        String title = json.maybe("device").isPresent() ? json.text("device") : "Device";
        List<Wanted> all = new ArrayList<>();
        List<Wanted> wanted = json.list("parameters", one -> wanted(one, all.size() + 1, all));
        List<Parameter> parameters = new ArrayList<>();
        List<String> exposed = new ArrayList<>();
        List<String> waiting = new ArrayList<>();
        double length = 4;
        for (Wanted one : wanted) {
            parameters.add(one.parameter());
            (exposed.size() < sockets - reserved ? exposed : waiting)
                    .add(one.parameter().id());
            Envelope envelope = one.envelope();
            length = envelope.isEmpty() ? length : Math.max(length, envelope.time(envelope.size() - 1));
        }
        for (int r = 1; r <= reserved; r++) {
            parameters.add(Parameter.stepped("reserved-" + r, "Reserved " + r, "", 0, "Off", "On")
                    .asReserved());
            exposed.add("reserved-" + r);
        }
        Device bare = Device.of(DEVICE, title, "", parameters, sockets, exposed);
        Device device = json.make(() -> bare.wanting(waiting));
        List<Lane> lanes = wanted.stream()
                .filter(w -> !w.envelope().isEmpty())
                .map(w -> Lane.drawn(new Target(DEVICE, w.parameter().id()), w.envelope()))
                .toList();
        double bars = Math.ceil(length / 4) * 4;
        return new Session(
                title,
                "",
                new Timeline(TempoMap.steady(120), MetreMap.steady(4, 4)),
                bars,
                List.of(),
                new Loop(0, bars, false),
                List.of(new Track("track", title, false, 1, List.of(DEVICE), List.of())),
                List.of(device),
                List.of(),
                List.of(),
                lanes,
                List.of(),
                List.of());
    }

    private static Wanted wanted(Json json, int number, List<Wanted> all) throws FormatException {
        String id = "p" + number;
        String name = json.text("name");
        Optional<Json> positions = json.maybe("positions");
        Parameter parameter;
        if (positions.isPresent()) {
            String[] names = positions.get().list(Json::text).toArray(new String[0]);
            parameter = json.make(() -> Parameter.stepped(id, name, "", 0, names));
        } else {
            Unit unit = json.maybe("unit").isPresent() ? json.word("unit", Unit.class) : Unit.PERCENT;
            double from = json.maybe("from").isPresent() ? json.number("from") : 0;
            double to = json.maybe("to").isPresent() ? json.number("to") : 100;
            parameter = json.make(() -> Parameter.continuous(id, name, "", unit, Taper.LINEAR, from, to, from));
        }
        Json list = json.at("points");
        List<Point> points = list.list(DemandFile::point);
        Wanted one = new Wanted(parameter, list.make(() -> points.isEmpty() ? Envelope.EMPTY : Envelope.of(points)));
        all.add(one);
        return one;
    }

    private static Point point(Json json) throws FormatException {
        Cells cells = json.cells(2);
        String shape = cells.size() > 2 ? cells.text(2) : "";
        String amount = cells.size() > 3 ? cells.text(3) : "";
        return json.make(() -> new Point(cells.number(0), cells.normalised(1), ShapeText.parse(shape, amount)));
    }
}
