package agogic.formats.midi;

import agogic.core.device.Device;
import agogic.core.device.Outside;
import agogic.core.device.Seat;
import agogic.core.device.Socket;
import agogic.core.envelope.Envelope;
import agogic.core.envelope.Shape;
import agogic.core.lane.Lane;
import agogic.core.macro.Macro;
import agogic.core.midi.FreeControllers;
import agogic.core.parameter.Parameter;
import agogic.core.route.Target;
import agogic.core.session.Moved;
import agogic.core.session.Session;
import agogic.core.session.TargetName;
import agogic.core.session.Track;
import agogic.core.time.Lock;
import agogic.formats.bring.Controllers;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.stream.Collectors;

/**
 * The numbers under which sockets travel as MIDI: one for each socket that carries a lane, in the order of the tracks,
 * their devices and their sockets, on the channel of the track. Numbers are {@link FreeControllers}; once a channel has
 * given out all of those, its other sockets travel as non-registered parameters, which have 16,384 numbers. Parameters
 * that travel outside keep the number they were given.
 */
public final class Numbers {
    /** The channel of devices that stand on no track. */
    private static final int HOMELESS = 16;

    private final Session session;
    private final Fineness fineness;
    private final List<Line> lines = new ArrayList<>();
    private final List<Lane> left = new ArrayList<>();
    private final Set<String> fixed = new HashSet<>();
    private final Map<Integer, Integer> pairs = new HashMap<>();
    private final Map<Integer, Integer> singles = new HashMap<>();
    private final Map<Integer, Integer> nrpns = new HashMap<>();
    private final boolean finer;
    private int spilt;
    private int coarse;
    private int couldBeFiner;

    /**
     * What travels under one number.
     *
     * @param device id of the device
     * @param socket what travels; a parameter outside sits alone on a socket of number 1 that is none of the device's
     * @param number the number a listener sees, with its channel and how fine it is
     * @param track id of the track, empty for a device that stands on none
     */
    public record Line(String device, Socket socket, Outside number, String track) {
        /** What moves under this number. */
        public List<Target> targets() {
            return socket.seats().stream()
                    .map(s -> new Target(device, s.parameter()))
                    .toList();
        }

        /** What travels here, for people. */
        String description(Session session) {
            String names = targets().stream()
                    .map(session::parameter)
                    .map(one -> one.name() + ", " + one.printRange())
                    .collect(Collectors.joining(" + "));
            return number.address() + ": "
                    + TargetName.device(session, targets().get(0)) + " · " + names;
        }
    }

    private Numbers(Session session, Fineness fineness, boolean finer) {
        this.finer = finer;
        this.session = session;
        this.fineness = fineness;
    }

    /** The numbers of everything that is sent. */
    public static Numbers of(Session session, Fineness fineness) {
        return of(session, fineness, false);
    }

    /** As {@link #of(Session, Fineness)}; {@code finer} takes the fine controller of what a file had at 7 bits, if it is free. */
    public static Numbers of(Session session, Fineness fineness, boolean finer) {
        Numbers numbers = new Numbers(session, fineness, finer);
        for (Device device : session.devices()) {
            for (Outside one : device.outside()) {
                numbers.fixed.add(Outside.key(one.way(), one.channel(), one.number()));
                if (one.way() == Outside.Way.CC_PAIR) {
                    numbers.fixed.add(Outside.key(Outside.Way.CC, one.channel(), one.number()));
                }
            }
        }
        Set<String> done = new HashSet<>();
        for (Track track : session.tracks()) {
            for (String device : track.devices()) {
                numbers.add(session.device(device), track.id(), track.channel());
                done.add(device);
            }
        }
        session.devices().stream().filter(d -> !done.contains(d.id())).forEach(d -> numbers.add(d, "", HOMELESS));
        Set<Target> sent = new HashSet<>();
        numbers.lines.forEach(line -> sent.addAll(line.targets()));
        for (Lane lane : session.lanes()) {
            boolean macro = lane.target().device().equals(Macro.DEVICE);
            if (!macro && lane.plays() && !sent.contains(lane.target())) {
                numbers.left.add(lane);
            }
        }
        return numbers;
    }

    /** All that is sent, in the order in which numbers were given. */
    public List<Line> lines() {
        return List.copyOf(lines);
    }

    /** Lanes that are not sent, because their parameter has neither a socket nor a way outside. */
    public List<Lane> left() {
        return List.copyOf(left);
    }

    /** Lines of {@code before} whose number is another one, or none, in this plan: what a listener would have to learn. */
    public List<Line> changedSince(Numbers before) {
        Map<List<Target>, Outside> now = new HashMap<>();
        lines.forEach(line -> now.put(line.targets(), line.number()));
        return before.lines.stream()
                .filter(line -> !sameNumber(line.number(), now.get(line.targets())))
                .toList();
    }

    private static boolean sameNumber(Outside a, Outside b) {
        return b != null && a.address().equals(b.address());
    }

    private void add(Device device, String track, int channel) {
        for (Socket socket : device.used()) {
            if (!device.reserved(socket) && carries(device, socket)) {
                lines.add(new Line(device.id(), socket, next(socket.seats().get(0), channel), track));
            }
        }
        for (Outside one : device.outside()) {
            Socket alone = Socket.of(1, one.parameter());
            if (carries(device, alone)) {
                lines.add(new Line(device.id(), alone, fine(device, one), track));
            }
        }
    }

    /** How many sockets travel by number because no controller is free for them. */
    int spilt() {
        return spilt;
    }

    /** How many controllers of a file stay at 7 bits. */
    int coarse() {
        return coarse;
    }

    /** How many of those have a fine controller that is free. */
    public int couldBeFiner() {
        return couldBeFiner;
    }

    /** A controller of a file, with its fine one where that is asked for and free. */
    private Outside fine(Device device, Outside one) {
        if (!Controllers.made(device) || one.way() != Outside.Way.CC) {
            return one;
        }
        int number = one.number();
        boolean free = number > 0
                && number < 32
                && number != 6
                && !fixed.contains(Outside.key(Outside.Way.CC, one.channel(), number + 32));
        if (free && finer) {
            return new Outside(one.parameter(), Outside.Way.CC_PAIR, one.channel(), number);
        }
        coarse++;
        couldBeFiner += free ? 1 : 0;
        return one;
    }

    private boolean carries(Device device, Socket socket) {
        return socket.seats().stream().anyMatch(s -> Moved.overTime(session, new Target(device.id(), s.parameter())));
    }

    private Outside next(Seat seat, int channel) {
        if (fineness != Fineness.NRPN) {
            int pair = next(pairs, FreeControllers.coarse(), Outside.Way.CC, channel);
            if (pair >= 0) {
                Outside.Way way = fineness == Fineness.SEVEN ? Outside.Way.CC : Outside.Way.CC_PAIR;
                return new Outside(seat.parameter(), way, channel, pair);
            }
            if (fineness == Fineness.SEVEN) {
                int single = next(singles, FreeControllers.single(), Outside.Way.CC, channel);
                if (single >= 0) {
                    return new Outside(seat.parameter(), Outside.Way.CC, channel, single);
                }
            }
        }
        spilt++;
        int number = nrpns.merge(channel, 1, Integer::sum) - 1;
        while (fixed.contains(Outside.key(Outside.Way.NRPN, channel, number))) {
            number = nrpns.merge(channel, 1, Integer::sum) - 1;
        }
        return new Outside(seat.parameter(), Outside.Way.NRPN, channel, number);
    }

    /** The next of these numbers that nobody has on this channel, −1 if all are gone. */
    private int next(Map<Integer, Integer> given, int[] numbers, Outside.Way way, int channel) {
        for (int place = given.getOrDefault(channel, 0); place < numbers.length; place++) {
            if (!fixed.contains(Outside.key(way, channel, numbers[place]))) {
                given.put(channel, place + 1);
                return numbers[place];
            }
        }
        given.put(channel, numbers.length);
        return -1;
    }

    /** Before this tick nobody has said anything of what a file had: nothing is sent of it. 0 for what was made here. */
    public static long speaks(Session session, Line line) {
        return Controllers.made(session.device(line.device())) ? firstSaid(session, line) : 0;
    }

    /** Where the first point is that somebody set or rode: a first point at rest only says where it stands until then. */
    private static long firstSaid(Session session, Line line) {
        Lane lane = session.lane(line.targets().get(0));
        if (lane.layers().size() != 1 || lane.envelope().isEmpty()) {
            return 0;
        }
        Parameter parameter = session.parameter(line.targets().get(0));
        Envelope envelope = lane.envelope();
        boolean rests = envelope.size() > 1
                && envelope.shape(0).kind() == Shape.Kind.HOLD
                && line.number().code(parameter, envelope.value(0))
                        == line.number().code(parameter, parameter.resting())
                && lane.stretches().stream().noneMatch(s -> s.from() <= envelope.time(0));
        double time = envelope.time(rests ? 1 : 0);
        return SmfWriter.tick(
                lane.lock() == Lock.BEATS ? time : session.timeline().beatAt(time));
    }
}
