package agogic.formats.midi;

import agogic.core.device.Device;
import agogic.core.device.Outside;
import agogic.core.envelope.Envelope;
import agogic.core.envelope.Point;
import agogic.core.envelope.Shape;
import agogic.core.lane.Lane;
import agogic.core.lane.Stretch;
import agogic.core.midi.ControllerNames;
import agogic.core.midi.MidiScale;
import agogic.core.midi.Program;
import agogic.core.parameter.Parameter;
import agogic.core.parameter.Taper;
import agogic.core.parameter.Unit;
import agogic.core.refine.Recipe;
import agogic.core.ride.Ride;
import agogic.core.route.Hand;
import agogic.core.route.Route;
import agogic.core.route.Span;
import agogic.core.route.Target;
import agogic.core.route.WriteMode;
import agogic.core.score.Clip;
import agogic.core.score.Note;
import agogic.core.session.Session;
import agogic.core.time.Lock;
import agogic.core.time.Section;
import agogic.core.time.Timeline;
import agogic.formats.bring.Beginning;
import agogic.formats.bring.PieceBuilder;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.SortedSet;
import java.util.TreeSet;

/**
 * Makes a piece of what a MIDI file says: a track with a clip where there are notes; each controller as the ride of a
 * parameter of an outside device, which holds each value until the next until somebody cleans it.
 */
final class ImportedPiece {
    /** The surface whose hand imported rides have: there is none of this id in a session. */
    private static final String FROM_FILE = "midi-file";

    private final String title;
    private final ImportedTime time;
    private final List<ImportedTrack> sources;
    private final Set<String> off;
    private final PieceBuilder piece;
    private final Timeline timeline;
    private final double length;
    private final List<Lane> lanes = new ArrayList<>();
    private final List<Ride> rides = new ArrayList<>();
    private final List<Route> routes = new ArrayList<>();

    ImportedPiece(String title, ImportedTime time, List<ImportedTrack> sources, Set<String> off, Beginning add) {
        this.title = title;
        this.time = time;
        this.sources = sources;
        this.off = off;
        piece = new PieceBuilder(add);
        timeline = time.timeline(!off.contains("tempo"), !off.contains("metre"));
        length = time.length(timeline.metre());
    }

    Session session() {
        for (ImportedTrack source : sources) {
            for (ChannelContent content : source.contents()) {
                track(source, content);
            }
        }
        List<Section> sections = off.contains("sections") ? List.of() : time.sections();
        return piece.piece(title, timeline, length, sections, routes, lanes, rides);
    }

    private void track(ImportedTrack source, ChannelContent content) {
        boolean notes = content.notes() > 0 && !off.contains(source.notesId(content));
        List<Stream> streams = new ArrayList<>();
        content.streams().forEach(one -> {
            if (one.size() > 0 && !off.contains(source.streamId(content, one))) {
                // The program is chosen before anything is moved.
                streams.add(one.way() == Outside.Way.PROGRAM ? 0 : streams.size(), one);
            }
        });
        if (!notes && streams.isEmpty()) {
            return;
        }
        String midi = piece.nextId() + "-midi";
        String name = source.name(content);
        List<Device> more =
                streams.isEmpty() ? List.of() : List.of(outside(midi, name + " · MIDI", content.channel(), streams));
        piece.track(name, content.channel(), notes ? Optional.of(clip(name, content)) : Optional.empty(), more);
        // What moves is seen before what is chosen once.
        streams.stream().filter(one -> one.way() != Outside.Way.PROGRAM).forEach(one -> lane(midi, one));
        streams.stream().filter(one -> one.way() == Outside.Way.PROGRAM).forEach(one -> lane(midi, one));
    }

    private Clip clip(String name, ChannelContent content) {
        List<Note> notes = new ArrayList<>();
        for (int i = 0; i < content.notes(); i++) {
            double on = time.beat(content.on(i));
            double off = content.off(i) < 0 ? length : time.beat(content.off(i));
            notes.add(new Note(
                    on, Math.max(shortest(on), off - on), content.key(i), content.velocity(i), content.release(i)));
        }
        return new Clip(name, 0, length, notes);
    }

    /** A note that ends when it begins is a tick of our own long. */
    private static double shortest(double on) {
        return Math.max(1.0 / SmfWriter.TICKS, Math.ulp(on));
    }

    private static Device outside(String id, String name, int channel, List<Stream> streams) {
        List<Parameter> parameters = new ArrayList<>();
        List<Outside> outside = new ArrayList<>();
        for (Stream stream : streams) {
            Parameter parameter = parameter(stream);
            parameters.add(parameter);
            outside.add(new Outside(parameter.id(), stream.way(), channel, stream.number()));
        }
        return new Device(id, name, "", parameters, 0, List.of(), List.of(), outside, outside, 0);
    }

    private static Parameter parameter(Stream stream) {
        String id = ImportedTrack.parameterId(stream);
        String name = MidiImport.named(stream);
        if (stream.way() == Outside.Way.BEND) {
            return Parameter.continuous(id, name, "MIDI", Unit.PERCENT, Taper.LINEAR, -100, 100, 0);
        }
        if (stream.way() == Outside.Way.PROGRAM) {
            return programs(id, name, stream);
        }
        double top = stream.way().seven() ? 127 : MidiScale.TOP_14;
        return Parameter.continuous(id, name, "MIDI", Unit.PLAIN, Taper.CODES, 0, top, Math.max(0, resting(stream)));
    }

    /** The programs that a channel goes through, as a switch; its first position says none. */
    private static Parameter programs(String id, String name, Stream stream) {
        SortedSet<Integer> codes = new TreeSet<>();
        for (int i = 0; i < stream.size(); i++) {
            codes.add(stream.code(i));
        }
        List<String> positions = new ArrayList<>(List.of("As the device is"));
        List<Double> worth = new ArrayList<>(List.of(-1.0));
        codes.forEach(code -> {
            positions.add(Program.of(code).spoken());
            worth.add((double) code);
        });
        return Parameter.stepped(id, name, "MIDI", 0, positions.toArray(String[]::new))
                .worth(worth);
    }

    /** Where a stream stands before it says anything, as a code; −1 where nobody knows. */
    private static int resting(Stream stream) {
        return switch (stream.way()) {
            case CC -> ControllerNames.known(stream.number()) ? ControllerNames.resting(stream.number()) : -1;
            case CC_PAIR -> ControllerNames.known(stream.number()) ? ControllerNames.resting(stream.number()) << 7 : -1;
            case RPN -> ControllerNames.restingRegistered(stream.number());
            case NRPN -> -1;
            case BEND -> MidiScale.CENTRE_14;
            default -> 0;
        };
    }

    private void lane(String device, Stream stream) {
        Parameter parameter = parameter(stream);
        Outside way = new Outside(parameter.id(), stream.way(), 1, stream.number());
        int n = stream.size();
        List<Point> points = new ArrayList<>(n + 1);
        boolean program = stream.way() == Outside.Way.PROGRAM;
        // Until it says something it stands where the standard says; of what nobody knows the first value is all there
        // is.
        if (time.beat(stream.tick(0)) > 0 && (program || resting(stream) >= 0)) {
            points.add(new Point(0, program ? parameter.resting() : way.value(resting(stream)), Shape.HOLD));
        }
        double[] seconds = new double[n];
        double[] places = new double[n];
        for (int i = 0; i < n; i++) {
            double beat = time.beat(stream.tick(i));
            places[i] = way.value(parameter, stream.code(i));
            seconds[i] = Math.max(i > 0 ? seconds[i - 1] : 0, timeline.secondsAt(beat));
            points.add(new Point(beat, places[i], program || i + 1 < n ? Shape.HOLD : Shape.STRAIGHT));
        }
        Target target = new Target(device, parameter.id());
        // Seen among the routes, without a hand until it gets one.
        routes.add(Route.of("route-" + (routes.size() + 1), null, Span.FULL, target));
        if (program) {
            lanes.add(new Lane(target, Lock.BEATS, Envelope.of(points), List.of()));
            return;
        }
        double step = stream.way().seven() ? 1.0 / 127 : 1.0 / MidiScale.TOP_14;
        Ride ride = new Ride(
                "ride-" + (rides.size() + 1),
                new Hand(FROM_FILE, parameter.id()),
                step,
                seconds[0],
                seconds[n - 1],
                seconds,
                places,
                places);
        rides.add(ride);
        List<Stretch> stretches = List.of();
        if (seconds[n - 1] > seconds[0]) {
            stretches = List.of(new Stretch(
                    ride.id(),
                    Span.FULL,
                    WriteMode.WRITE,
                    seconds[0],
                    seconds[n - 1],
                    seconds[0],
                    seconds[n - 1],
                    Recipe.usual(parameter).starting(Recipe.Anchor.NONE),
                    points.get(points.size() - n).time(),
                    points.get(points.size() - 1).time(),
                    Envelope.EMPTY));
        }
        lanes.add(new Lane(target, Lock.BEATS, Envelope.of(points), stretches));
    }
}
