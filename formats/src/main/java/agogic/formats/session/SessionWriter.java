package agogic.formats.session;

import agogic.core.device.Device;
import agogic.core.device.Outside;
import agogic.core.device.Seat;
import agogic.core.device.Socket;
import agogic.core.lane.Frame;
import agogic.core.lane.Lane;
import agogic.core.lane.Layer;
import agogic.core.lane.Stretch;
import agogic.core.parameter.Parameter;
import agogic.core.parameter.Taper;
import agogic.core.refine.Recipe;
import agogic.core.ride.Ride;
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
import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.node.ArrayNode;
import com.fasterxml.jackson.databind.node.JsonNodeFactory;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.util.Comparator;
import java.util.List;
import java.util.Locale;
import java.util.Map;

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

    private SessionWriter() {}

    static ObjectNode write(Session session) {
        ObjectNode json = PartsWriter.object();
        json.put("format", SessionFile.FORMAT);
        json.put("version", SessionFile.VERSION);
        json.put("name", session.name());
        json.put("subtitle", session.subtitle());
        json.put("length", session.length());
        json.set("tempo", PartsWriter.list(session.timeline().tempo().points(), SessionWriter::tempo));
        json.set("metre", PartsWriter.list(session.timeline().metre().metres(), SessionWriter::metre));
        json.set("sections", PartsWriter.list(session.sections(), SessionWriter::section));
        json.set(
                "loop",
                PartsWriter.object()
                        .put("from", session.loop().from())
                        .put("to", session.loop().to())
                        .put("on", session.loop().on()));
        if (!session.sync().equals(Sync.OWN)) {
            json.set("clock", sync(session.sync()));
        }
        json.set("tracks", PartsWriter.list(session.tracks(), SessionWriter::track));
        json.set("devices", PartsWriter.list(session.devices(), SessionWriter::device));
        json.set("surfaces", PartsWriter.list(session.surfaces(), SurfaceJson::write));
        json.set("macros", PartsWriter.list(session.macros(), MacroJson::write));
        json.set("routes", PartsWriter.list(session.routes(), PartsWriter::route));
        json.set("lanes", PartsWriter.list(session.lanes(), SessionWriter::lane));
        json.set("rides", PartsWriter.list(session.rides(), SessionWriter::ride));
        more(json, "patterns", PartsWriter.list(session.patterns(), PatternJson::write));
        more(json, "sets", PartsWriter.list(session.sets(), SetJson::write));
        more(json, "recipes", PartsWriter.list(told(session), SessionWriter::told));
        more(json, "leftOut", PartsWriter.list(session.leftOut(), one -> PartsWriter.object()
                .put("what", one.what())
                .put("count", one.count())
                .put("why", one.why())));
        more(json, "remarks", PartsWriter.list(session.remarks(), one -> PartsWriter.object()
                .put("track", one.track())
                .put("beat", one.beat())
                .put("kind", one.kind().name().toLowerCase(Locale.ROOT))
                .put("words", one.words())));
        more(json, "audio", PartsWriter.list(session.audio(), AudioJson::write));
        more(json, "destinations", PartsWriter.list(session.ownDestinations(), DestinationJson::write));
        more(json, "versions", PartsWriter.list(session.versions(), SessionWriter::version));
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
        ObjectNode json = PartsWriter.target(one.getKey());
        json.set("recipe", PartsWriter.recipe(one.getValue()));
        return json;
    }

    private static ObjectNode version(Version version) {
        ObjectNode json = PartsWriter.object().put("name", version.name());
        version.lane().ifPresent(lane -> json.set("lane", lane(lane)));
        version.whole().ifPresent(whole -> json.set("whole", write(whole)));
        return json;
    }

    private static ObjectNode sync(Sync sync) {
        return PartsWriter.object()
                .put("role", sync.role().name().toLowerCase(Locale.ROOT))
                .put("language", sync.language().name().toLowerCase(Locale.ROOT))
                .put("port", sync.port())
                .put("goesOn", sync.goesOn());
    }

    private static ArrayNode texts(List<String> all) {
        ArrayNode array = JsonNodeFactory.instance.arrayNode(all.size());
        all.forEach(array::add);
        return array;
    }

    private static ObjectNode tempo(TempoPoint point) {
        return PartsWriter.object()
                .put("beat", point.beat())
                .put("bpm", point.bpm())
                .put("ramp", point.ramp());
    }

    private static ObjectNode metre(Metre metre) {
        return PartsWriter.object()
                .put("bar", metre.bar())
                .put("beats", metre.beatsInBar())
                .put("unit", metre.beatUnit());
    }

    private static ObjectNode section(Section section) {
        return PartsWriter.object().put("name", section.name()).put("beat", section.beat());
    }

    private static ObjectNode track(Track track) {
        ObjectNode json = PartsWriter.object()
                .put("id", track.id())
                .put("name", track.name())
                .put("bus", track.bus())
                .put("channel", track.channel());
        json.set("devices", texts(track.devices()));
        json.set("clips", PartsWriter.list(track.clips(), SessionWriter::clip));
        return json;
    }

    private static JsonNode notes(List<Note> all) {
        if (all.size() > PartsWriter.MANY) {
            return JsonNodeFactory.instance.pojoNode(new ManyRows(all.size(), (i, row) -> {
                Note note = all.get(i);
                row.number(note.beat());
                row.number(note.length());
                row.whole(note.pitch());
                row.whole(note.velocity());
                if (note.release() != Note.USUAL_RELEASE) {
                    row.whole(note.release());
                }
            }));
        }
        ArrayNode notes = JsonNodeFactory.instance.arrayNode(all.size());
        for (Note note : all) {
            ArrayNode cells = notes.addArray()
                    .add(note.beat())
                    .add(note.length())
                    .add(note.pitch())
                    .add(note.velocity());
            if (note.release() != Note.USUAL_RELEASE) {
                cells.add(note.release());
            }
        }
        return notes;
    }

    private static ObjectNode clip(Clip clip) {
        ObjectNode json = PartsWriter.object()
                .put("id", clip.id())
                .put("name", clip.name())
                .put("beat", clip.beat())
                .put("length", clip.length());
        if (clip.offset() != 0 || clip.speed() != 1 || clip.cycle() != 0) {
            json.put("offset", clip.offset()).put("speed", clip.speed()).put("cycle", clip.cycle());
        }
        json.set("notes", notes(clip.notes()));
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
        clip.audio().ifPresent(part -> json.set("audio", AudioJson.write(part)));
        return json;
    }

    private static ObjectNode device(Device device) {
        ObjectNode json = PartsWriter.object()
                .put("id", device.id())
                .put("name", device.name())
                .put("kind", device.kind())
                .put("sockets", device.sockets());
        json.set("parameters", PartsWriter.list(device.parameters(), SessionWriter::parameter));
        json.set("used", PartsWriter.list(device.used(), SessionWriter::socket));
        json.set("wanted", texts(device.wanted()));
        json.set("outside", PartsWriter.list(device.outside(), SessionWriter::outside));
        json.set("chart", PartsWriter.list(device.chart(), SessionWriter::outside));
        json.put("nameLimit", device.nameLimit());
        if (!device.port().isEmpty()) {
            json.put("port", device.port());
        }
        return json;
    }

    private static ObjectNode socket(Socket socket) {
        ObjectNode json = PartsWriter.object().put("number", socket.number());
        ArrayNode seats = json.putArray("seats");
        for (Seat seat : socket.seats()) {
            ObjectNode one = seats.addObject().put("parameter", seat.parameter());
            if (!seat.span().equals(Span.FULL)) {
                one.set("span", PartsWriter.span(seat.span()));
            }
        }
        if (socket.shared()) {
            ArrayNode turns = json.putArray("turns");
            socket.turns().forEach(t -> turns.addArray().add(t.beat()).add(t.seat()));
        }
        return json;
    }

    private static ObjectNode outside(Outside outside) {
        return PartsWriter.object()
                .put("parameter", outside.parameter())
                .put("way", PartsWriter.word(outside.way()))
                .put("channel", outside.channel())
                .put("number", outside.number());
    }

    private static ObjectNode parameter(Parameter parameter) {
        ObjectNode json = PartsWriter.object()
                .put("id", parameter.id())
                .put("name", parameter.name())
                .put("shortName", parameter.shortName())
                .put("group", parameter.group())
                .put("unit", PartsWriter.word(parameter.unit()))
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
        if (!parameter.named().isEmpty()) {
            ArrayNode named = json.putArray("named");
            parameter
                    .named()
                    .forEach(one -> named.addObject().put("value", one.value()).put("name", one.name()));
        }
        return json;
    }

    private static ObjectNode lane(Lane lane) {
        ObjectNode json = PartsWriter.object();
        json.set("target", PartsWriter.target(lane.target()));
        json.set("layers", PartsWriter.list(lane.layers(), SessionWriter::layer));
        if (lane.guarded()) {
            json.put("guarded", true);
        }
        return json;
    }

    private static ObjectNode layer(Layer layer) {
        ObjectNode json = PartsWriter.object()
                .put("place", layer.inClip() ? CLIP : TIMELINE)
                .put("way", layer.offset() ? OFFSET : ABSOLUTE)
                .put("lock", PartsWriter.word(layer.lock()));
        if (layer.inClip()) {
            json.put("clip", layer.clip());
        }
        if (!layer.name().isEmpty()) {
            json.put("name", layer.name());
        }
        if (!layer.on()) {
            json.put("on", false);
        }
        json.set("points", PartsWriter.points(layer.envelope()));
        json.set("stretches", PartsWriter.list(layer.stretches(), SessionWriter::stretch));
        if (!layer.drawn().isEmpty()) {
            ArrayNode drawn = json.putArray("drawn");
            layer.drawn().forEach(one -> drawn.addArray().add(one.from()).add(one.to()));
        }
        more(json, "patterns", PartsWriter.list(layer.placed(), PatternJson::write));
        return json;
    }

    private static ObjectNode stretch(Stretch stretch) {
        ObjectNode json =
                PartsWriter.object().put("ride", stretch.ride()).put("mode", PartsWriter.word(stretch.mode()));
        json.set("span", PartsWriter.span(stretch.span()));
        json.put("handFrom", stretch.handFrom())
                .put("handTo", stretch.handTo())
                .put("passFrom", stretch.passFrom())
                .put("passTo", stretch.passTo())
                .put("from", stretch.from())
                .put("to", stretch.to());
        json.set("recipe", PartsWriter.recipe(stretch.recipe()));
        json.set("under", PartsWriter.points(stretch.under()));
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
        ObjectNode json = PartsWriter.object();
        json.set("tempo", PartsWriter.list(frame.tempo().points(), SessionWriter::tempo));
        return json.put("beat", frame.beat()).put("offset", frame.offset()).put("speed", frame.speed());
    }

    private static ObjectNode ride(Ride ride) {
        ObjectNode json = PartsWriter.object().put("id", ride.id());
        PartsWriter.hand(json.putObject("hand"), ride.hand());
        if (!ride.pass().isEmpty()) {
            json.put("pass", ride.pass());
        }
        return json.put("resolution", ride.resolution())
                .put("from", ride.from())
                .put("to", ride.to());
    }
}
