package agogic.core.expose;

import agogic.core.device.Device;
import agogic.core.device.Exposure;
import agogic.core.device.Outside;
import agogic.core.device.Seat;
import agogic.core.device.Socket;
import agogic.core.macro.Macro;
import agogic.core.parameter.Parameter;
import agogic.core.route.Span;
import agogic.core.route.Target;
import agogic.core.session.Session;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;

/** Edits of what a host can reach. Each is a function of a session; refusals are told in words. */
public final class Exposing {
    private Exposing() {}

    /**
     * What exposing came to.
     *
     * @param session after it
     * @param exposed how many got a socket
     * @param wanted how many found none free, and wait
     * @param already how many were exposed before
     * @param reserved how many are the device's own and were left alone
     */
    public record Outcome(Session session, int exposed, int wanted, int already, int reserved) {}

    /**
     * Gives each target a socket of its own as long as there are free ones; the others are wanted.
     *
     * @throws IllegalArgumentException in words for people if the session has no such device
     */
    public static Outcome expose(Session session, List<Target> targets) {
        Map<String, Device> changed = new LinkedHashMap<>();
        int exposed = 0;
        int waiting = 0;
        int already = 0;
        int reserved = 0;
        for (Target target : targets) {
            Device device = changed.containsKey(target.device())
                    ? changed.get(target.device())
                    : session.device(target.device());
            Exposure now = device.exposure(target.parameter());
            if (now == Exposure.RESERVED) {
                reserved++;
            } else if (now == Exposure.EXPOSED) {
                already++;
            } else if (device.chartOf(target.parameter()).isPresent()) {
                changed.put(device.id(), outside(device, target.parameter()));
                exposed++;
            } else if (device.free() > 0) {
                changed.put(device.id(), onSocket(device, target.parameter()));
                exposed++;
            } else {
                waiting++;
                if (now != Exposure.WANTED) {
                    changed.put(device.id(), want(device, target.parameter()));
                }
            }
        }
        Session after = session;
        for (Device device : changed.values()) {
            after = after.withDevice(device);
        }
        return new Outcome(after, exposed, waiting, already, reserved);
    }

    private static Device onSocket(Device device, String parameter) {
        return device.without(parameter).with(Socket.of(device.free(), parameter));
    }

    private static Device outside(Device device, String parameter) {
        List<Outside> all = new ArrayList<>(device.outside());
        all.add(device.chartOf(parameter).orElseThrow());
        return device.without(parameter).sending(all);
    }

    private static Device want(Device device, String parameter) {
        List<String> wanted = new ArrayList<>(device.wanted());
        wanted.add(parameter);
        return device.wanting(wanted);
    }

    /**
     * Joins a parameter to a socket that is in use: one value then moves all that sit there, each along its own span and
     * by its own steps.
     *
     * @throws IllegalArgumentException if it is reserved, the socket is shared, reserved or empty, or it has points or
     *     routes of its own
     */
    public static Session join(Session session, Target target, int number, Span span) {
        Device device = session.device(target.device());
        Parameter parameter = session.parameter(target);
        Socket socket = device.used().stream()
                .filter(s -> s.number() == number)
                .findFirst()
                .orElseThrow(() -> new IllegalArgumentException("Socket " + number + " of " + device.name()
                        + " carries nothing yet: expose it there instead."));
        if (parameter.reserved() || device.reserved(socket)) {
            throw new IllegalArgumentException((parameter.reserved() ? parameter.name() : "Socket " + number)
                    + " is reserved for the device itself.");
        }
        if (socket.shared()) {
            throw new IllegalArgumentException(
                    "Socket " + number + " is handed from one parameter to the next; nothing can be joined to it.");
        }
        if (socket.seatOf(target.parameter()) >= 0) {
            return session;
        }
        boolean points = session.laneIfAny(target).filter(l -> l.points() > 0).isPresent();
        boolean routed = session.routes().stream().anyMatch(r -> r.target().equals(target));
        if (points || routed) {
            throw new IllegalArgumentException(parameter.name() + " has " + (points ? "points" : "a route")
                    + " of its own, but on a joined socket one value moves all. Take it back first.");
        }
        List<Seat> seats = new ArrayList<>(socket.seats());
        seats.add(new Seat(target.parameter(), span));
        return session.withDevice(device.without(target.parameter()).with(new Socket(number, seats, List.of())));
    }

    /**
     * Gives a socket another number; what had that number gets the old one.
     *
     * @throws IllegalArgumentException if there is no such number, or a reserved parameter holds one of the two
     */
    public static Session renumber(Session session, String deviceId, int from, int to) {
        Device device = session.device(deviceId);
        if (to < 1 || to > device.sockets()) {
            throw new IllegalArgumentException(
                    device.name() + " has sockets 1 to " + device.sockets() + ", no socket " + to + ".");
        }
        List<Socket> list = new ArrayList<>();
        for (Socket socket : device.used()) {
            boolean moves = socket.number() == from || socket.number() == to;
            if (moves && device.reserved(socket)) {
                throw new IllegalArgumentException("Socket " + socket.number() + " is reserved and stays where it is.");
            }
            list.add(moves ? socket.numbered(socket.number() == from ? to : from) : socket);
        }
        return session.withDevice(device.using(list));
    }

    /**
     * Gives a parameter another name: one whose name said nothing.
     *
     * @throws IllegalArgumentException if the name is empty, or another parameter of the device has it
     */
    public static Session rename(Session session, Target target, String newName) {
        Device device = session.device(target.device());
        String name = newName.strip();
        boolean taken = device.parameters().stream()
                .anyMatch(p -> !p.id().equals(target.parameter()) && p.name().equalsIgnoreCase(name));
        if (name.isEmpty() || taken) {
            throw new IllegalArgumentException(
                    name.isEmpty() ? "A parameter needs a name." : device.name() + " has a “" + name + "” already.");
        }
        return changed(session, target, session.parameter(target).named(name));
    }

    /** True if the name of a parameter is only a number, such as {@code #17}. */
    public static boolean saysNothing(String name) {
        return name.matches("[#\\s]*\\d*");
    }

    /**
     * Gives a parameter a short name.
     *
     * @throws IllegalArgumentException if it is longer than the host shows, or another parameter of the device has it
     */
    public static Session name(Session session, Target target, String shortName) {
        Device device = session.device(target.device());
        String name = shortName.strip();
        if (device.nameLimit() > 0 && name.length() > device.nameLimit()) {
            throw new IllegalArgumentException(
                    "“" + name + "” has " + name.length() + " letters; the host shows " + device.nameLimit() + ". “"
                            + ShortNames.propose(device, session.parameter(target)) + "” would fit.");
        }
        for (Parameter other : device.parameters()) {
            boolean same = !name.isEmpty()
                    && !other.id().equals(target.parameter())
                    && other.shortName().equalsIgnoreCase(name);
            if (same) {
                throw new IllegalArgumentException("“" + name + "” is the short name of " + other.name() + " already.");
            }
        }
        return changed(session, target, session.parameter(target).called(name));
    }

    private static Session changed(Session session, Target target, Parameter parameter) {
        return target.device().equals(Macro.DEVICE)
                ? session.with(session.macro(target.parameter()).with(parameter))
                : session.withDevice(session.device(target.device()).with(parameter));
    }
}
