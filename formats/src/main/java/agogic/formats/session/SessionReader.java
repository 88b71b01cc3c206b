package agogic.formats.session;

import agogic.core.audio.AudioFile;
import agogic.core.device.Device;
import agogic.core.device.Outside;
import agogic.core.device.Seat;
import agogic.core.device.Socket;
import agogic.core.device.Turn;
import agogic.core.lane.Extent;
import agogic.core.lane.Frame;
import agogic.core.lane.Lane;
import agogic.core.lane.Layer;
import agogic.core.lane.Stretch;
import agogic.core.parameter.Parameter;
import agogic.core.parameter.Taper;
import agogic.core.parameter.Unit;
import agogic.core.pattern.Pattern;
import agogic.core.refine.Recipe;
import agogic.core.ride.Ride;
import agogic.core.route.Span;
import agogic.core.route.Target;
import agogic.core.route.WriteMode;
import agogic.core.score.Clip;
import agogic.core.score.Dynamic;
import agogic.core.score.Hairpin;
import agogic.core.score.Note;
import agogic.core.score.Remark;
import agogic.core.session.Destination;
import agogic.core.session.LeftOut;
import agogic.core.session.Loop;
import agogic.core.session.Session;
import agogic.core.session.Track;
import agogic.core.session.Version;
import agogic.core.snapshot.SnapshotSet;
import agogic.core.sync.Sync;
import agogic.core.time.Lock;
import agogic.core.time.Metre;
import agogic.core.time.MetreMap;
import agogic.core.time.Section;
import agogic.core.time.TempoMap;
import agogic.core.time.TempoPoint;
import agogic.core.time.Timeline;
import agogic.formats.file.FormatException;
import agogic.formats.table.RideTable;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/** A session from JSON; every error says where it is. */
final class SessionReader {
    private final Map<String, RideTable.Moves> moves;
    /** Before the ids of rides of a version that are not those of the piece. */
    private final String place;

    /** A reader that finds the moves of each ride by its id. */
    SessionReader(Map<String, RideTable.Moves> moves) {
        this(moves, "");
    }

    private SessionReader(Map<String, RideTable.Moves> moves, String place) {
        this.moves = moves;
        this.place = place;
    }

    Session read(Json json) throws FormatException {
        if (!json.text("format").equals(SessionFile.FORMAT)) {
            throw json.at("format").error("expected “" + SessionFile.FORMAT + "”: this is no Agogic session");
        }
        int version = json.whole("version");
        if (version < 1) {
            throw json.at("version").error("there is no version " + version + "; versions are counted from 1");
        }
        if (version > SessionFile.VERSION) {
            throw json.at("version")
                    .error("this session was saved by a newer Agogic (" + version + "); this one reads up to "
                            + SessionFile.VERSION);
        }
        if (version == 1) {
            VersionOne.session(json.node());
        }
        List<TempoPoint> tempo = json.list("tempo", SessionReader::tempo);
        List<Metre> metre =
                json.list("metre", j -> j.make(() -> new Metre(j.whole("bar"), j.whole("beats"), j.whole("unit"))));
        Json tempoPlace = json.at("tempo");
        Timeline timeline = new Timeline(
                tempoPlace.make(() -> TempoMap.of(tempo)), json.at("metre").make(() -> new MetreMap(metre)));
        Json loop = json.at("loop");
        Sync sync = json.maybe("clock").isPresent() ? sync(json.at("clock")) : Sync.OWN;
        List<Lane> lanes = json.list("lanes", SessionReader::lane);
        List<Track> tracks = json.list("tracks", SessionReader::track);
        List<AudioFile> audio = json.maybe("audio").isPresent() ? json.list("audio", AudioJson::file) : List.of();
        Session session = json.make(() -> new Session(
                json.text("name"),
                json.text("subtitle"),
                timeline,
                json.number("length"),
                json.list("sections", j -> j.make(() -> new Section(j.text("name"), j.number("beat")))),
                loop.make(() -> new Loop(loop.number("from"), loop.number("to"), loop.flag("on"))),
                // Audio is known only to a session that is there.
                audio.isEmpty() ? tracks : List.of(),
                json.list("devices", SessionReader::device),
                json.list("surfaces", SurfaceJson::read),
                json.list("routes", PartsReader::route),
                List.of(),
                json.list("rides", this::ride),
                json.maybe("macros").isPresent() ? json.list("macros", MacroJson::read) : List.of()));
        List<Pattern> patterns =
                json.maybe("patterns").isPresent() ? json.list("patterns", PatternJson::read) : List.of();
        List<SnapshotSet> sets = json.maybe("sets").isPresent() ? json.list("sets", SetJson::read) : List.of();
        Map<Target, Recipe> recipes = new HashMap<>();
        if (json.maybe("recipes").isPresent()) {
            for (Map.Entry<Target, Recipe> one : json.list("recipes", SessionReader::told)) {
                recipes.put(one.getKey(), one.getValue());
            }
        }
        List<LeftOut> leftOut = json.maybe("leftOut").isPresent()
                ? json.list(
                        "leftOut",
                        one -> one.make(() -> new LeftOut(one.text("what"), one.whole("count"), one.text("why"))))
                : List.of();
        List<Remark> remarks = json.maybe("remarks").isPresent()
                ? json.list(
                        "remarks",
                        one -> one.make(() -> new Remark(
                                one.text("track"),
                                one.number("beat"),
                                one.word("kind", Remark.Kind.class),
                                one.text("words"))))
                : List.of();
        List<Destination> destinations =
                json.maybe("destinations").isPresent() ? json.list("destinations", DestinationJson::read) : List.of();
        Session whole = json.make(() -> session.with(audio, tracks)
                .withDestinations(destinations)
                .withSync(sync)
                .withPatterns(patterns)
                .withLanes(lanes)
                .withSets(sets)
                .withRecipes(recipes)
                .withLeftOut(leftOut)
                .withRemarks(remarks));
        return json.maybe("versions").isEmpty() ? whole : versions(json.at("versions"), whole);
    }

    private Session versions(Json json, Session session) throws FormatException {
        int[] k = new int[1];
        List<Version> versions = json.list(one -> {
            String rides = SessionFile.versionPlace(++k[0]);
            boolean ofLane = one.maybe("lane").isPresent();
            return ofLane
                    ? one.make(() -> Version.of(one.text("name"), lane(one.at("lane"))))
                    : one.make(
                            () -> Version.of(one.text("name"), new SessionReader(moves, rides).read(one.at("whole"))));
        });
        return json.make(() -> session.withVersions(versions));
    }

    private static Sync sync(Json json) throws FormatException {
        return json.make(() -> new Sync(
                json.word("role", Sync.Role.class),
                json.word("language", Sync.Language.class),
                json.text("port"),
                json.flag("goesOn")));
    }

    private static Track track(Json json) throws FormatException {
        return json.make(() -> new Track(
                json.text("id"),
                json.text("name"),
                json.flag("bus"),
                json.whole("channel"),
                json.list("devices", Json::text),
                json.list("clips", SessionReader::clip)));
    }

    private static Clip clip(Json json) throws FormatException {
        boolean whole = json.maybe("speed").isEmpty();
        return json.make(() -> new Clip(
                json.maybe("id").isPresent() ? json.text("id") : "",
                json.text("name"),
                json.number("beat"),
                json.number("length"),
                whole ? 0 : json.number("offset"),
                whole ? 1 : json.number("speed"),
                whole ? 0 : json.number("cycle"),
                json.at("notes").rows(0, SessionReader::note),
                json.maybe("dynamics").isPresent() ? json.list("dynamics", SessionReader::dynamic) : List.of(),
                json.maybe("hairpins").isPresent() ? json.list("hairpins", SessionReader::hairpin) : List.of(),
                json.maybe("audio").isPresent() ? Optional.of(AudioJson.part(json.at("audio"))) : Optional.empty()));
    }

    private static Dynamic dynamic(Json json) throws FormatException {
        return json.make(() -> new Dynamic(json.number("beat"), json.number("level"), json.text("mark")));
    }

    private static Hairpin hairpin(Json json) throws FormatException {
        return json.make(() -> new Hairpin(json.number("from"), json.number("to"), json.flag("louder")));
    }

    private static Note note(Cells cells) throws FormatException {
        int size = cells.size();
        if (size != 4 && size != 5) {
            throw cells.error("a note is beat, length, pitch and velocity, and its release where one is said");
        }
        int pitch = (int) Math.rint(cells.number(2));
        int velocity = (int) Math.rint(cells.number(3));
        int release = size == 5 ? (int) Math.rint(cells.number(4)) : Note.USUAL_RELEASE;
        double beat = cells.number(0);
        double length = cells.number(1);
        return cells.make(() -> new Note(beat, length, pitch, velocity, release));
    }

    private static Device device(Json json) throws FormatException {
        return json.make(() -> new Device(
                json.text("id"),
                json.text("name"),
                json.text("kind"),
                json.list("parameters", SessionReader::parameter),
                json.whole("sockets"),
                json.list("used", SessionReader::socket),
                json.list("wanted", Json::text),
                json.list("outside", SessionReader::outside),
                json.list("chart", SessionReader::outside),
                json.whole("nameLimit"),
                json.maybe("port").isPresent() ? json.text("port") : ""));
    }

    private static Socket socket(Json json) throws FormatException {
        Optional<Json> turns = json.maybe("turns");
        List<Turn> handedOver = turns.isPresent() ? turns.get().list(SessionReader::turn) : List.of();
        return json.make(() -> new Socket(json.whole("number"), json.list("seats", SessionReader::seat), handedOver));
    }

    private static Seat seat(Json json) throws FormatException {
        Optional<Json> span = json.maybe("span");
        return new Seat(json.text("parameter"), span.isPresent() ? PartsReader.span(span.get()) : Span.FULL);
    }

    private static Turn turn(Json json) throws FormatException {
        Cells cells = json.cells(2);
        return json.make(() -> new Turn(cells.number(0), (int) Math.rint(cells.number(1))));
    }

    private static Outside outside(Json json) throws FormatException {
        return json.make(() -> new Outside(
                json.text("parameter"),
                json.word("way", Outside.Way.class),
                json.whole("channel"),
                json.whole("number")));
    }

    private static Parameter parameter(Json json) throws FormatException {
        Optional<Json> positions = json.maybe("positions");
        boolean reserved = json.maybe("reserved").isPresent() && json.flag("reserved");
        List<String> names = positions.isPresent() ? positions.get().list(Json::text) : List.of();
        return json.make(() -> new Parameter(
                json.text("id"),
                json.text("name"),
                json.text("shortName"),
                json.text("group"),
                json.word("unit", Unit.class),
                taper(json),
                json.number("from"),
                json.number("to"),
                json.number("resting"),
                names,
                reserved,
                json.maybe("worth").isPresent() ? json.list("worth", Json::number) : List.of(),
                json.maybe("named").isPresent() ? json.list("named", SessionReader::named) : List.of()));
    }

    private static Parameter.Named named(Json json) throws FormatException {
        return json.make(() -> new Parameter.Named(json.number("value"), json.text("name")));
    }

    private static Taper taper(Json json) throws FormatException {
        String taper = json.text("taper");
        return switch (taper) {
            case "linear" -> Taper.LINEAR;
            case "logarithmic" -> Taper.LOGARITHMIC;
            case "codes" -> Taper.CODES;
            case "fader" -> new Taper.Fader(json.number("amount"));
            case "power" -> new Taper.Power(json.number("amount"));
            default -> throw json.at("taper")
                    .error("expected linear, logarithmic, codes, fader or power, found “" + taper + "”");
        };
    }

    private static Lane lane(Json json) throws FormatException {
        boolean guarded = json.maybe("guarded").isPresent() && json.flag("guarded");
        return json.make(() ->
                new Lane(PartsReader.target(json.at("target")), json.list("layers", SessionReader::layer), guarded));
    }

    private static Layer layer(Json json) throws FormatException {
        String place = json.text("place");
        String way = json.text("way");
        boolean known = place.equals(SessionWriter.TIMELINE) || place.equals(SessionWriter.CLIP);
        if (!known || !way.equals(SessionWriter.ABSOLUTE) && !way.equals(SessionWriter.OFFSET)) {
            throw json.error("expected an absolute or offset layer of the timeline or a clip, found " + way + " of the "
                    + place + "; it needs a newer Agogic");
        }
        return json.make(() -> new Layer(
                json.maybe("name").isPresent() ? json.text("name") : "",
                place.equals(SessionWriter.CLIP) ? json.text("clip") : "",
                way.equals(SessionWriter.OFFSET),
                json.maybe("on").isEmpty() || json.flag("on"),
                json.word("lock", Lock.class),
                PartsReader.envelope(json.at("points")),
                json.list("stretches", SessionReader::stretch),
                json.maybe("drawn").isPresent() ? json.list("drawn", SessionReader::extent) : List.of(),
                json.maybe("patterns").isPresent() ? json.list("patterns", PatternJson::placed) : List.of()));
    }

    private static Extent extent(Json json) throws FormatException {
        Cells cells = json.cells(2);
        return json.make(() -> new Extent(cells.number(0), cells.number(1)));
    }

    private static TempoPoint tempo(Json json) throws FormatException {
        return json.make(() -> new TempoPoint(json.number("beat"), json.number("bpm"), json.flag("ramp")));
    }

    private static Frame frame(Json json) throws FormatException {
        List<TempoPoint> tempo = json.list("tempo", SessionReader::tempo);
        return json.make(
                () -> new Frame(TempoMap.of(tempo), json.number("beat"), json.number("offset"), json.number("speed")));
    }

    private static Stretch stretch(Json json) throws FormatException {
        Json recipe = json.at("recipe");
        return json.make(() -> new Stretch(
                json.text("ride"),
                PartsReader.span(json.at("span")),
                json.word("mode", WriteMode.class),
                json.number("handFrom"),
                json.number("handTo"),
                json.number("passFrom"),
                json.number("passTo"),
                PartsReader.recipe(recipe),
                json.number("from"),
                json.number("to"),
                PartsReader.envelope(json.at("under")),
                json.maybe("frame").isPresent() ? Optional.of(frame(json.at("frame"))) : Optional.empty(),
                json.maybe("name").isPresent() ? json.text("name") : "",
                json.maybe("due").isPresent() && json.flag("due")));
    }

    private static Map.Entry<Target, Recipe> told(Json json) throws FormatException {
        return Map.entry(PartsReader.target(json), PartsReader.recipe(json.at("recipe")));
    }

    private Ride ride(Json json) throws FormatException {
        String id = json.text("id");
        RideTable.Moves table = moves.getOrDefault(place + id, moves.get(id));
        if (table == null) {
            throw json.error("the moves of this ride are missing; expected them in " + SessionFile.rideEntry(id));
        }
        return json.make(() -> new Ride(
                id,
                PartsReader.hand(json.at("hand")),
                json.number("resolution"),
                json.number("from"),
                json.number("to"),
                table.seconds(),
                table.values(),
                table.counted(),
                json.maybe("pass").isPresent() ? json.text("pass") : ""));
    }
}
