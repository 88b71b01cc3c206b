package agogic.formats.bring;

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
import agogic.core.time.Lock;
import agogic.core.time.Timeline;
import java.util.ArrayList;
import java.util.List;
import java.util.SortedSet;
import java.util.TreeSet;

/**
 * What a file says by MIDI besides notes: each controller as the ride of a parameter of an outside device, which holds each
 * value until the next until somebody cleans it; programs as a switch. Until it says something, it stands where the standard
 * says (RP-015, General MIDI); of what nobody knows the first value is all there is.
 */
public final class Controllers {
    /** The surface whose hand such rides have: there is none of this id in a session. */
    private static final String FROM_FILE = "midi-file";

    private static final String GROUP = "MIDI";

    /** How fine a controller of MIDI 2.0 is, of its travel. */
    private static final double FINEST = 1.0 / (1L << 32);

    private final Timeline timeline;
    private final List<Lane> lanes = new ArrayList<>();
    private final List<Ride> rides = new ArrayList<>();
    private final List<Route> routes = new ArrayList<>();

    /**
     * What is said by one way.
     *
     * @param beats when, in quarter notes, rising
     * @param codes what, one for each of them
     * @param places what, as finer normalised values, one for each; none where the codes are all there is
     */
    public record Said(Outside.Way way, int number, double[] beats, int[] codes, double[] places) {
        /** Of codes only. */
        public Said(Outside.Way way, int number, double[] beats, int[] codes) {
            this(way, number, beats, codes, new double[0]);
        }

        private double place(int i, Outside by, Parameter of) {
            return places.length > 0 ? places[i] : by.value(of, codes[i]);
        }
    }

    /** Makes lanes in the time of this piece. */
    public Controllers(Timeline timeline) {
        this.timeline = timeline;
    }

    /** True of a device that was made here, of what a file moved. */
    public static boolean made(Device device) {
        return device.kind().isEmpty()
                && device.sockets() == 0
                && device.parameters().stream().allMatch(p -> p.group().equals(GROUP));
    }

    /** What is moved by a way is called so. */
    public static String name(Outside.Way way, int number) {
        return switch (way) {
            case CC, CC_PAIR -> ControllerNames.controller(number);
            case RPN -> ControllerNames.registered(number);
            case NRPN -> "NRPN " + number;
            case BEND -> "Pitch bend";
            case PROGRAM -> "Program";
            case PRESSURE -> "Pressure";
            case KEY_PRESSURE -> "Pressure of key " + number;
        };
    }

    /** The id of the parameter that is moved by a way. */
    public static String id(Outside.Way way, int number) {
        return switch (way) {
            case CC -> "cc-" + number;
            case CC_PAIR -> "cc14-" + number;
            case NRPN -> "nrpn-" + number;
            case RPN -> "rpn-" + number;
            case KEY_PRESSURE -> "key-pressure-" + number;
            case PRESSURE -> "pressure";
            case BEND -> "bend";
            case PROGRAM -> "program";
        };
    }

    /**
     * An outside device with a parameter for each way; it gets a lane and a route for each of them.
     *
     * @throws IllegalArgumentException in words for people if an id or a name is blank, or the channel not 1 to 16
     */
    public Device device(String id, String name, int channel, List<Said> said) {
        List<Said> ordered = new ArrayList<>();
        // The program is chosen before anything is moved.
        said.forEach(one -> ordered.add(one.way() == Outside.Way.PROGRAM ? 0 : ordered.size(), one));
        List<Parameter> parameters = new ArrayList<>();
        List<Outside> outside = new ArrayList<>();
        for (Said one : ordered) {
            Parameter parameter = parameter(one);
            parameters.add(parameter);
            outside.add(new Outside(parameter.id(), one.way(), channel, one.number()));
        }
        // What moves is seen before what is chosen once.
        for (boolean programs : new boolean[] {false, true}) {
            for (int i = 0; i < ordered.size(); i++) {
                if (programs == (ordered.get(i).way() == Outside.Way.PROGRAM)) {
                    lane(new Target(id, parameters.get(i).id()), parameters.get(i), outside.get(i), ordered.get(i));
                }
            }
        }
        return new Device(id, name, "", parameters, 0, List.of(), List.of(), outside, outside, 0);
    }

    private static Parameter parameter(Said said) {
        String id = id(said.way(), said.number());
        String name = name(said.way(), said.number());
        if (said.way() == Outside.Way.BEND) {
            return Parameter.continuous(id, name, GROUP, Unit.PERCENT, Taper.LINEAR, -100, 100, 0);
        }
        if (said.way() == Outside.Way.PROGRAM) {
            return programs(id, name, said);
        }
        double top = said.way().seven() ? 127 : MidiScale.TOP_14;
        return Parameter.continuous(
                id, name, GROUP, Unit.PLAIN, Taper.CODES, 0, top, Math.max(0, resting(said.way(), said.number())));
    }

    /** The programs that a channel goes through, as a switch; its first position says none. */
    private static Parameter programs(String id, String name, Said said) {
        SortedSet<Integer> codes = new TreeSet<>();
        for (int code : said.codes()) {
            codes.add(code);
        }
        List<String> positions = new ArrayList<>(List.of("As the device is"));
        List<Double> worth = new ArrayList<>(List.of(-1.0));
        codes.forEach(code -> {
            positions.add(Program.of(code).spoken());
            worth.add((double) code);
        });
        return Parameter.stepped(id, name, GROUP, 0, positions.toArray(String[]::new))
                .worth(worth);
    }

    /** Where a way stands before it says anything, as a code; −1 where nobody knows. */
    private static int resting(Outside.Way way, int number) {
        return switch (way) {
            case CC -> ControllerNames.known(number) ? ControllerNames.resting(number) : -1;
            case CC_PAIR -> ControllerNames.known(number) ? ControllerNames.resting(number) << 7 : -1;
            case RPN -> ControllerNames.restingRegistered(number);
            case NRPN -> -1;
            case BEND -> MidiScale.CENTRE_14;
            default -> 0;
        };
    }

    private void lane(Target target, Parameter parameter, Outside way, Said said) {
        int n = said.beats().length;
        List<Point> points = new ArrayList<>(n + 1);
        boolean program = said.way() == Outside.Way.PROGRAM;
        int rests = resting(said.way(), said.number());
        if (said.beats()[0] > 0 && (program || rests >= 0)) {
            points.add(new Point(0, program ? parameter.resting() : way.value(rests), Shape.HOLD));
        }
        double[] seconds = new double[n];
        double[] places = new double[n];
        for (int i = 0; i < n; i++) {
            double beat = said.beats()[i];
            places[i] = said.place(i, way, parameter);
            seconds[i] = Math.max(i > 0 ? seconds[i - 1] : 0, timeline.secondsAt(beat));
            points.add(new Point(beat, places[i], program || i + 1 < n ? Shape.HOLD : Shape.STRAIGHT));
        }
        // Seen among the routes, without a hand until it gets one.
        route(target);
        if (program) {
            lanes.add(new Lane(target, Lock.BEATS, Envelope.of(points), List.of()));
            return;
        }
        double codes = said.way().seven() ? 1.0 / 127 : 1.0 / MidiScale.TOP_14;
        double step = said.places().length > 0 ? FINEST : codes;
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

    /** The lanes of all devices that were made so far. */
    public List<Lane> lanes() {
        return lanes;
    }

    /** The rides of all devices that were made so far. */
    public List<Ride> rides() {
        return rides;
    }

    /** A route to this, that no hand moves yet. */
    void route(Target target) {
        routes.add(Route.of("route-" + (routes.size() + 1), null, Span.FULL, target));
    }

    /** The routes of all devices that were made so far, the order being that of the file. */
    public List<Route> routes() {
        return routes;
    }
}
