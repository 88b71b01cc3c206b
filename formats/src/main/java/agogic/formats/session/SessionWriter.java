package agogic.formats.session;

import agogic.core.device.Device;
import agogic.core.device.Outside;
import agogic.core.device.Seat;
import agogic.core.device.Socket;
import agogic.core.envelope.Envelope;
import agogic.core.envelope.Point;
import agogic.core.envelope.Shape;
import agogic.core.lane.Frame;
import agogic.core.lane.Lane;
import agogic.core.lane.Layer;
import agogic.core.lane.Stretch;
import agogic.core.parameter.Parameter;
import agogic.core.parameter.Taper;
import agogic.core.refine.Recipe;
import agogic.core.ride.Ride;
import agogic.core.route.Hand;
import agogic.core.route.Into;
import agogic.core.route.Route;
import agogic.core.route.Span;
import agogic.core.route.Target;
import agogic.core.score.Clip;
import agogic.core.score.Note;
import agogic.core.session.Session;
import agogic.core.session.Track;
import agogic.core.session.Version;
import agogic.core.sync.Sync;
import agogic.core.time.Metre;
import agogic.core.time.Section;
import agogic.core.time.TempoPoint;
import com.fasterxml.jackson.core.JsonGenerator;
import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.JsonSerializable;
import com.fasterxml.jackson.databind.SerializerProvider;
import com.fasterxml.jackson.databind.jsontype.TypeSerializer;
import com.fasterxml.jackson.databind.node.ArrayNode;
import com.fasterxml.jackson.databind.node.JsonNodeFactory;
import com.fasterxml.jackson.databind.node.ObjectNode;
import com.fasterxml.jackson.databind.node.TextNode;
import java.io.IOException;
import java.util.Comparator;
import java.util.EnumMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.function.Function;

/** A session as JSON. */
final class SessionWriter {
    /** A layer that is fixed to the piece. */
    static final String TIMELINE = "timeline";

    /** A layer that goes with a clip. */
    static final String CLIP = "clip";

    /** A layer that says the values themselves. */
    static final String ABSOLUTE = "absolute";

    /** A layer that adds to the values. */
    static final String OFFSET = "offset";

    private static final JsonNodeFactory JSON = JsonNodeFactory.instance;

    /** An envelope of more points is written without a tree. */
    private static final int MANY = 10_000;

    /** The word of each shape: one for all points that have it. */
    private static final Map<Shape.Kind, TextNode> KINDS = new EnumMap<>(Shape.Kind.class);

    static {
        for (Shape.Kind kind : Shape.Kind.values()) {
            KINDS.put(kind, TextNode.valueOf(word(kind)));
        }
    }

    private SessionWriter() {}

    static ObjectNode write(Session session) {
        ObjectNode json = JSON.objectNode();
        json.put("format", SessionFile.FORMAT);
        json.put("version", SessionFile.VERSION);
        json.put("name", session.name());
        json.put("subtitle", session.subtitle());
        json.put("length", session.length());
        json.set("tempo", list(session.timeline().tempo().points(), SessionWriter::tempo));
        json.set("metre", list(session.timeline().metre().metres(), SessionWriter::metre));
        json.set("sections", list(session.sections(), SessionWriter::section));
        json.set(
                "loop",
                object().put("from", session.loop().from())
                        .put("to", session.loop().to())
                        .put("on", session.loop().on()));
        if (!session.sync().equals(Sync.OWN)) {
            json.set("clock", sync(session.sync()));
        }
        json.set("tracks", list(session.tracks(), SessionWriter::track));
        json.set("devices", list(session.devices(), SessionWriter::device));
        json.set("surfaces", list(session.surfaces(), SurfaceJson::write));
        json.set("macros", list(session.macros(), MacroJson::write));
        json.set("routes", list(session.routes(), SessionWriter::route));
        json.set("lanes", list(session.lanes(), SessionWriter::lane));
        json.set("rides", list(session.rides(), SessionWriter::ride));
        more(json, "patterns", list(session.patterns(), PatternJson::write));
        more(json, "sets", list(session.sets(), SetJson::write));
        more(json, "recipes", list(told(session), SessionWriter::told));
        more(json, "leftOut", list(session.leftOut(), one -> object().put("what", one.what())
                .put("count", one.count())
                .put("why", one.why())));
        more(json, "versions", list(session.versions(), SessionWriter::version));
        return json;
    }

    /** Only if there are any: pieces without them are as they were. */
    private static void more(ObjectNode json, String name, ArrayNode all) {
        if (!all.isEmpty()) {
            json.set(name, all);
        }
    }

    /** What was told of first passes, in one order. */
    private static List<Map.Entry<Target, Recipe>> told(Session session) {
        return session.recipes().entrySet().stream()
                .sorted(Comparator.comparing(e -> e.getKey().toString()))
                .toList();
    }

    private static ObjectNode told(Map.Entry<Target, Recipe> one) {
        ObjectNode json = target(one.getKey());
        json.set("recipe", recipe(one.getValue()));
        return json;
    }

    private static ObjectNode version(Version version) {
        ObjectNode json = object().put("name", version.name());
        version.lane().ifPresent(lane -> json.set("lane", lane(lane)));
        version.whole().ifPresent(whole -> json.set("whole", write(whole)));
        return json;
    }

    private static ObjectNode sync(Sync sync) {
        return object().put("role", sync.role().name().toLowerCase(Locale.ROOT))
                .put("language", sync.language().name().toLowerCase(Locale.ROOT))
                .put("port", sync.port())
                .put("goesOn", sync.goesOn());
    }

    static ObjectNode object() {
        return JSON.objectNode();
    }

    static <T> ArrayNode list(List<T> all, Function<T, ObjectNode> one) {
        ArrayNode array = JSON.arrayNode(all.size());
        all.forEach(each -> array.add(one.apply(each)));
        return array;
    }

    private static ArrayNode texts(List<String> all) {
        ArrayNode array = JSON.arrayNode(all.size());
        all.forEach(array::add);
        return array;
    }

    static String word(Enum<?> word) {
        return word.name().toLowerCase(Locale.ROOT);
    }

    private static ObjectNode tempo(TempoPoint point) {
        return object().put("beat", point.beat()).put("bpm", point.bpm()).put("ramp", point.ramp());
    }

    private static ObjectNode metre(Metre metre) {
        return object().put("bar", metre.bar()).put("beats", metre.beatsInBar()).put("unit", metre.beatUnit());
    }

    private static ObjectNode section(Section section) {
        return object().put("name", section.name()).put("beat", section.beat());
    }

    private static ObjectNode track(Track track) {
        ObjectNode json = object().put("id", track.id())
                .put("name", track.name())
                .put("bus", track.bus())
                .put("channel", track.channel());
        json.set("devices", texts(track.devices()));
        json.set("clips", list(track.clips(), SessionWriter::clip));
        return json;
    }

    private static ObjectNode clip(Clip clip) {
        ObjectNode json = object().put("id", clip.id())
                .put("name", clip.name())
                .put("beat", clip.beat())
                .put("length", clip.length());
        if (clip.offset() != 0 || clip.speed() != 1 || clip.cycle() != 0) {
            json.put("offset", clip.offset()).put("speed", clip.speed()).put("cycle", clip.cycle());
        }
        ArrayNode notes = json.putArray("notes");
        for (Note note : clip.notes()) {
            ArrayNode cells = notes.addArray()
                    .add(note.beat())
                    .add(note.length())
                    .add(note.pitch())
                    .add(note.velocity());
            if (note.release() != Note.USUAL_RELEASE) {
                cells.add(note.release());
            }
        }
        if (!clip.dynamics().isEmpty()) {
            ArrayNode marks = json.putArray("dynamics");
            clip.dynamics().forEach(one -> marks.addObject()
                    .put("beat", one.beat())
                    .put("level", one.level())
                    .put("mark", one.mark()));
        }
        if (!clip.hairpins().isEmpty()) {
            ArrayNode ways = json.putArray("hairpins");
            clip.hairpins().forEach(one -> ways.addObject()
                    .put("from", one.from())
                    .put("to", one.to())
                    .put("louder", one.louder()));
        }
        return json;
    }

    private static ObjectNode device(Device device) {
        ObjectNode json = object().put("id", device.id())
                .put("name", device.name())
                .put("kind", device.kind())
                .put("sockets", device.sockets());
        json.set("parameters", list(device.parameters(), SessionWriter::parameter));
        json.set("used", list(device.used(), SessionWriter::socket));
        json.set("wanted", texts(device.wanted()));
        json.set("outside", list(device.outside(), SessionWriter::outside));
        json.set("chart", list(device.chart(), SessionWriter::outside));
        json.put("nameLimit", device.nameLimit());
        if (!device.port().isEmpty()) {
            json.put("port", device.port());
        }
        return json;
    }

    private static ObjectNode socket(Socket socket) {
        ObjectNode json = object().put("number", socket.number());
        ArrayNode seats = json.putArray("seats");
        for (Seat seat : socket.seats()) {
            ObjectNode one = seats.addObject().put("parameter", seat.parameter());
            if (!seat.span().equals(Span.FULL)) {
                one.set("span", span(seat.span()));
            }
        }
        if (socket.shared()) {
            ArrayNode turns = json.putArray("turns");
            socket.turns().forEach(t -> turns.addArray().add(t.beat()).add(t.seat()));
        }
        return json;
    }

    private static ObjectNode outside(Outside outside) {
        return object().put("parameter", outside.parameter())
                .put("way", word(outside.way()))
                .put("channel", outside.channel())
                .put("number", outside.number());
    }

    private static ObjectNode parameter(Parameter parameter) {
        ObjectNode json = object().put("id", parameter.id())
                .put("name", parameter.name())
                .put("shortName", parameter.shortName())
                .put("group", parameter.group())
                .put("unit", word(parameter.unit()))
                .put("from", parameter.from())
                .put("to", parameter.to())
                .put("resting", parameter.resting());
        Taper taper = parameter.taper();
        if (taper instanceof Taper.Fader fader) {
            json.put("taper", "fader").put("amount", fader.unity());
        } else if (taper instanceof Taper.Power power) {
            json.put("taper", "power").put("amount", power.exponent());
        } else {
            json.put(
                    "taper",
                    taper instanceof Taper.Logarithmic
                            ? "logarithmic"
                            : taper instanceof Taper.Codes ? "codes" : "linear");
        }
        if (parameter.stepped()) {
            json.set("positions", texts(parameter.positions()));
        }
        if (parameter.reserved()) {
            json.put("reserved", true);
        }
        if (!parameter.worth().isEmpty()) {
            ArrayNode worth = json.putArray("worth");
            parameter.worth().forEach(worth::add);
        }
        return json;
    }

    static ObjectNode target(Target target) {
        return object().put("device", target.device()).put("parameter", target.parameter());
    }

    static ObjectNode span(Span span) {
        return object().put("from", span.from())
                .put("to", span.to())
                .put("curve", word(span.curve()))
                .put("amount", span.amount());
    }

    static ObjectNode route(Route route) {
        ObjectNode json = object().put("id", route.id());
        route.hand().ifPresent(hand -> hand(json.putObject("hand"), hand));
        json.set("span", span(route.span()));
        json.set("target", target(route.target()));
        json.put("mode", word(route.mode()))
                .put("pinned", route.pinned())
                .put("rehearse", route.rehearse())
                .put("takeover", word(route.takeover()))
                .put("smoothing", route.smoothing())
                .put("on", route.on());
        if (!route.into().equals(Into.TIMELINE)) {
            json.putObject("into")
                    .put("clip", route.into().clip())
                    .put("offset", route.into().offset());
        }
        return json;
    }

    static void hand(ObjectNode json, Hand hand) {
        json.put("surface", hand.surface()).put("control", hand.control());
        if (hand.page() > 0) {
            json.put("page", hand.page());
        }
    }

    private static ObjectNode lane(Lane lane) {
        ObjectNode json = object();
        json.set("target", target(lane.target()));
        json.set("layers", list(lane.layers(), SessionWriter::layer));
        if (lane.guarded()) {
            json.put("guarded", true);
        }
        return json;
    }

    private static ObjectNode layer(Layer layer) {
        ObjectNode json = object().put("place", layer.inClip() ? CLIP : TIMELINE)
                .put("way", layer.offset() ? OFFSET : ABSOLUTE)
                .put("lock", word(layer.lock()));
        if (layer.inClip()) {
            json.put("clip", layer.clip());
        }
        if (!layer.name().isEmpty()) {
            json.put("name", layer.name());
        }
        if (!layer.on()) {
            json.put("on", false);
        }
        json.set("points", points(layer.envelope()));
        json.set("stretches", list(layer.stretches(), SessionWriter::stretch));
        if (!layer.drawn().isEmpty()) {
            ArrayNode drawn = json.putArray("drawn");
            layer.drawn().forEach(one -> drawn.addArray().add(one.from()).add(one.to()));
        }
        more(json, "patterns", list(layer.placed(), PatternJson::write));
        return json;
    }

    /** The points of an envelope; of a long one they are made when they are written, and are no tree. */
    static JsonNode points(Envelope envelope) {
        if (envelope.size() > MANY) {
            return JSON.pojoNode(new ManyPoints(envelope));
        }
        ArrayNode array = JSON.arrayNode(envelope.size());
        envelope.points().forEach(point -> array.add(point(point)));
        return array;
    }

    private static ArrayNode point(Point point) {
        ArrayNode one = JSON.arrayNode(4).add(point.time()).add(point.value());
        one.add(KINDS.get(point.shape().kind()));
        ArrayNode numbers = one.addArray();
        for (double number : ShapeNumbers.of(point.shape())) {
            numbers.add(number);
        }
        if (point.pinned() || point.tie() != 0) {
            one.add(point.pinned());
        }
        if (point.tie() != 0) {
            one.add(point.tie());
        }
        return one;
    }

    private static final class ManyPoints extends JsonSerializable.Base {
        private final Envelope envelope;

        ManyPoints(Envelope envelope) {
            this.envelope = envelope;
        }

        @Override
        public void serialize(JsonGenerator to, SerializerProvider with) throws IOException {
            to.writeStartArray(envelope, envelope.size());
            for (Point point : envelope.points()) {
                point(point).serialize(to, with);
            }
            to.writeEndArray();
        }

        @Override
        public void serializeWithType(JsonGenerator to, SerializerProvider with, TypeSerializer type)
                throws IOException {
            serialize(to, with);
        }
    }

    static ObjectNode recipe(Recipe recipe) {
        return object().put("shift", recipe.shift())
                .put("steady", recipe.steady())
                .put("tolerance", recipe.tolerance())
                .put("startOn", word(recipe.startOn()))
                .put("endOn", word(recipe.endOn()))
                .put("easeBack", recipe.easeBack())
                .put("bent", recipe.bent())
                .put("dwell", recipe.dwell())
                .put("rest", recipe.rest());
    }

    private static ObjectNode stretch(Stretch stretch) {
        ObjectNode json = object().put("ride", stretch.ride()).put("mode", word(stretch.mode()));
        json.set("span", span(stretch.span()));
        json.put("handFrom", stretch.handFrom())
                .put("handTo", stretch.handTo())
                .put("passFrom", stretch.passFrom())
                .put("passTo", stretch.passTo())
                .put("from", stretch.from())
                .put("to", stretch.to());
        json.set("recipe", recipe(stretch.recipe()));
        json.set("under", points(stretch.under()));
        stretch.frame().ifPresent(frame -> json.set("frame", frame(frame)));
        if (!stretch.name().isEmpty()) {
            json.put("name", stretch.name());
        }
        if (stretch.due()) {
            json.put("due", true);
        }
        return json;
    }

    private static ObjectNode frame(Frame frame) {
        ObjectNode json = object();
        json.set("tempo", list(frame.tempo().points(), SessionWriter::tempo));
        return json.put("beat", frame.beat()).put("offset", frame.offset()).put("speed", frame.speed());
    }

    private static ObjectNode ride(Ride ride) {
        ObjectNode json = object().put("id", ride.id());
        hand(json.putObject("hand"), ride.hand());
        if (!ride.pass().isEmpty()) {
            json.put("pass", ride.pass());
        }
        return json.put("resolution", ride.resolution())
                .put("from", ride.from())
                .put("to", ride.to());
    }
}
