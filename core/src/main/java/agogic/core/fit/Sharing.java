package agogic.core.fit;

import agogic.core.device.Device;
import agogic.core.device.Seat;
import agogic.core.device.Socket;
import agogic.core.device.Turn;
import agogic.core.route.Target;
import agogic.core.session.Resting;
import agogic.core.session.Session;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;

/**
 * Sharing sockets among parameters that never move at the same time. Each is busy from its first move to its last; that
 * is an interval, and giving each interval, in the order of their beginnings, any socket that is free again needs exactly
 * as many sockets as the greatest number that overlap (interval graphs: the chromatic number is the largest clique,
 * Golumbic, Algorithmic Graph Theory and Perfect Graphs).
 */
public final class Sharing {
    /** A jump takes the socket for so long: a value has to get through. Beats. */
    private static final double INSTANT = 1.0 / 64;

    /** The key of the one step that shares. */
    static final String KEY = "share";

    private Sharing() {}

    /**
     * The colour of each interval, counted from 0; as few colours as the greatest overlap. Intervals that only touch do
     * not overlap.
     *
     * @param from the beginnings
     * @param to the ends, each at or after its beginning
     */
    public static int[] colours(double[] from, double[] to) {
        Integer[] order = new Integer[from.length];
        for (int i = 0; i < order.length; i++) {
            order[i] = i;
        }
        java.util.Arrays.sort(
                order, Comparator.comparingDouble((Integer i) -> from[i]).thenComparingDouble(i -> to[i]));
        List<Double> busyUntil = new ArrayList<>();
        int[] colours = new int[from.length];
        for (int i : order) {
            int colour = 0;
            while (colour < busyUntil.size() && busyUntil.get(colour) > from[i]) {
                colour++;
            }
            if (colour == busyUntil.size()) {
                busyUntil.add(to[i]);
            } else {
                busyUntil.set(colour, to[i]);
            }
            colours[i] = colour;
        }
        return colours;
    }

    /**
     * As few movers as possible whose absence lets all others share {@code sockets}: going forward in time, whenever too
     * many are busy at once the one that stays busy longest leaves (the largest k-colourable part of an interval graph;
     * Carlisle and Lloyd 1995).
     */
    static List<Mover> beyond(List<Mover> movers, int sockets) {
        List<Mover> order = new ArrayList<>(movers);
        order.sort(Comparator.comparingDouble(Sharing::from));
        List<Mover> busy = new ArrayList<>();
        List<Mover> leave = new ArrayList<>();
        for (Mover mover : order) {
            busy.removeIf(b -> to(b) <= from(mover));
            busy.add(mover);
            if (busy.size() > sockets) {
                Mover longest = busy.stream()
                        .max(Comparator.comparingDouble(Sharing::to))
                        .orElseThrow();
                busy.remove(longest);
                leave.add(longest);
            }
        }
        return leave;
    }

    private static double from(Mover mover) {
        return mover.still() ? 0 : mover.firstMove();
    }

    private static double to(Mover mover) {
        return mover.still() ? 0 : Math.max(mover.lastMove(), mover.firstMove() + INSTANT);
    }

    /** The step that shares, if it saves a socket. */
    static Optional<FitStep> step(Session session, Device device, List<Mover> movers) {
        int n = movers.size();
        double[] from = new double[n];
        double[] to = new double[n];
        for (int i = 0; i < n; i++) {
            Mover mover = movers.get(i);
            from[i] = from(mover);
            to[i] = to(mover);
        }
        int[] colours = colours(from, to);
        int sockets = 0;
        for (int colour : colours) {
            sockets = Math.max(sockets, colour + 1);
        }
        if (n - sockets < 1) {
            return Optional.empty();
        }
        List<List<Mover>> groups = new ArrayList<>();
        for (int g = 0; g < sockets; g++) {
            List<Mover> group = new ArrayList<>();
            for (int i = 0; i < n; i++) {
                if (colours[i] == g) {
                    group.add(movers.get(i));
                }
            }
            group.sort(Comparator.comparingDouble(m -> m.still() ? -1 : m.firstMove()));
            groups.add(group);
        }
        Set<Integer> bars = new TreeSet<>();
        for (List<Mover> group : groups) {
            for (Turn turn : turns(group)) {
                if (turn.beat() > 0) {
                    bars.add(session.timeline().metre().barAt(turn.beat() + 1e-9));
                }
            }
        }
        List<String> ids = groups.stream()
                .filter(g -> g.size() > 1)
                .flatMap(List::stream)
                .map(Mover::id)
                .toList();
        int shared = (int) groups.stream().filter(g -> g.size() > 1).count();
        return Optional.of(new FitStep(
                KEY,
                FitStep.Kind.SHARE,
                n - sockets,
                shared - seated(device, ids),
                ids.size() + " never move at the same time",
                "share " + shared + (shared == 1 ? " socket" : " sockets") + ", handed over " + bars(bars),
                "nothing, but each can be moved by hand only while it has its socket",
                0,
                ids,
                s -> apply(s, device.id(), groups)));
    }

    private static String bars(Set<Integer> bars) {
        if (bars.isEmpty()) {
            return "once, before the start";
        }
        List<String> first =
                bars.stream().limit(6).map(b -> Integer.toString(b)).toList();
        return (bars.size() == 1 ? "in bar " : "in bars ")
                + String.join(", ", first)
                + (bars.size() > 6 ? String.format(Locale.ROOT, " and %d more", bars.size() - 6) : "");
    }

    /** Who has the socket when: each from its first move on. Whoever stands still has it never; its value is set once. */
    private static List<Turn> turns(List<Mover> group) {
        List<Turn> turns = new ArrayList<>();
        for (int seat = 0; seat < group.size(); seat++) {
            Mover mover = group.get(seat);
            if (!mover.still()) {
                turns.add(new Turn(turns.isEmpty() ? 0 : mover.firstMove(), seat));
            }
        }
        return turns.isEmpty() ? List.of(new Turn(0, 0)) : turns;
    }

    private static Session apply(Session session, String deviceId, List<List<Mover>> groups) {
        Device device = session.device(deviceId);
        List<List<Mover>> order = new ArrayList<>(groups);
        order.removeIf(g -> g.size() < 2);
        // Groups that have a socket keep it and free others; groups of the wanted come last.
        order.sort(Comparator.comparingInt(
                g -> seated(device, g.stream().map(Mover::id).toList()) > 0 ? 0 : 1));
        Session after = session;
        for (List<Mover> group : order) {
            List<Seat> seats = group.stream().map(m -> Seat.of(m.id())).toList();
            after = together(after, deviceId, seats, turns(group));
            for (Mover mover : group) {
                // Until its first turn a parameter rests where its lane begins.
                after = Resting.at(
                        after,
                        new Target(deviceId, mover.id()),
                        mover.envelope().value(0));
            }
        }
        return after;
    }

    /** How many of these parameters sit on a socket. */
    static int seated(Device device, List<String> ids) {
        return (int) ids.stream().filter(id -> device.socketOf(id) > 0).count();
    }

    /** With these seats on one socket: the lowest that one of them has, else a free one. */
    static Session together(Session session, String deviceId, List<Seat> seats, List<Turn> turns) {
        Device device = session.device(deviceId);
        int number = Integer.MAX_VALUE;
        for (Seat seat : seats) {
            int its = device.socketOf(seat.parameter());
            number = its > 0 ? Math.min(number, its) : number;
        }
        for (Seat seat : seats) {
            device = device.without(seat.parameter());
        }
        number = number == Integer.MAX_VALUE ? device.free() : number;
        if (number == 0) {
            throw new IllegalArgumentException(
                    device.name() + " has no free socket for " + seats.size() + " parameters that go together.");
        }
        return session.withDevice(device.with(new Socket(number, seats, turns)));
    }
}
