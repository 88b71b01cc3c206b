package agogic.core.fit;

import agogic.core.device.Device;
import agogic.core.device.Outside;
import agogic.core.device.Seat;
import agogic.core.device.Socket;
import agogic.core.midi.FreeControllers;
import agogic.core.parameter.Parameter;
import agogic.core.session.Session;
import agogic.core.session.Track;
import agogic.core.surface.Control;
import agogic.core.surface.Surface;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import java.util.function.UnaryOperator;

/**
 * Sends parameters outside, as MIDI controllers on numbers that are free: nobody else uses them, and MIDI 1.0 gives them
 * no meaning. A switch of up to 128 positions loses nothing in 7 bits; anything else goes in 14.
 */
final class Sending {
    private static final int CHECKS = 512;

    private Sending() {}

    /**
     * One step for each parameter that could travel outside: first those in {@code leaving}, which are in the way of
     * others, then those that lose least.
     */
    static List<FitStep> steps(Session session, Device device, List<Mover> movers, List<Mover> leaving) {
        Set<String> first = new HashSet<>();
        leaving.forEach(m -> first.add(m.id()));
        int channel = session.trackOf(device.id()).map(Track::channel).orElse(16);
        List<Mover> order = new ArrayList<>(movers);
        // What has no socket yet goes before what would lose the one it has.
        order.sort(Comparator.comparingInt((Mover m) -> first.contains(m.id()) ? 0 : 1)
                .thenComparingInt(m -> m.parameter().stepped() ? 0 : 1)
                .thenComparingInt(m -> device.socketOf(m.id()) > 0 ? 1 : 0));
        Set<Integer> taken = taken(session, channel);
        Set<Integer> nrpn = new HashSet<>();
        session.devices().forEach(d -> d.outside().stream()
                .filter(o -> o.way() == Outside.Way.NRPN && o.channel() == channel)
                .forEach(o -> nrpn.add(o.number())));
        List<FitStep> steps = new ArrayList<>();
        for (Mover mover : order) {
            steps.add(step(device, mover, outside(mover.parameter(), channel, taken, nrpn)));
        }
        return steps;
    }

    /** Controller numbers of a channel that somebody uses. */
    private static Set<Integer> taken(Session session, int channel) {
        Set<Integer> taken = new HashSet<>();
        for (Device device : session.devices()) {
            for (Outside one : device.outside()) {
                if (one.channel() == channel && one.way().controllers()) {
                    taken.add(one.number());
                    taken.add(one.way() == Outside.Way.CC_PAIR ? one.number() + 32 : one.number());
                }
            }
        }
        for (Surface surface : session.surfaces()) {
            surface.controls().stream()
                    .map(Control::address)
                    .filter(address -> address.hears(channel))
                    .forEach(address -> taken.addAll(address.controllers()));
        }
        return taken;
    }

    private static Outside outside(Parameter parameter, int channel, Set<Integer> taken, Set<Integer> nrpn) {
        if (parameter.stepped() && parameter.positions().size() <= 128) {
            for (int number : FreeControllers.single()) {
                if (taken.add(number)) {
                    return new Outside(parameter.id(), Outside.Way.CC, channel, number);
                }
            }
        } else {
            for (int number : FreeControllers.coarse()) {
                if (!taken.contains(number) && !taken.contains(number + 32)) {
                    taken.add(number);
                    taken.add(number + 32);
                    return new Outside(parameter.id(), Outside.Way.CC_PAIR, channel, number);
                }
            }
        }
        int number = 0;
        while (!nrpn.add(number)) {
            number++;
        }
        return new Outside(parameter.id(), Outside.Way.NRPN, channel, number);
    }

    private static FitStep step(Device device, Mover mover, Outside outside) {
        Parameter parameter = mover.parameter();
        double most = 0;
        double normalised = 0;
        int low = outside.code(mover.low());
        int high = outside.code(mover.high());
        for (int i = 0; i <= CHECKS && high > low; i++) {
            // Half-way between two codes is as far as a value can be from what arrives.
            int code = low + (int) ((long) (high - 1 - low) * i / CHECKS);
            double x = parameter.settled((outside.value(code) + outside.value(code + 1)) / 2);
            double below = parameter.settled(outside.value(code));
            double above = parameter.settled(outside.value(code + 1));
            boolean nearerBelow = Math.abs(x - below) <= Math.abs(x - above);
            double arrives = parameter.stepped() ? parameter.settled(outside.arriving(x)) : nearerBelow ? below : above;
            most = Math.max(most, parameter.distance(x, arrives));
            normalised = Math.max(normalised, Math.abs(x - arrives));
        }
        String cost = most <= 0
                ? "nothing: every position has a code of its own"
                : "up to " + parameter.printDifference(most) + ", half a code";
        return new FitStep(
                "outside:" + mover.id(),
                FitStep.Kind.OUTSIDE,
                1,
                device.socketOf(mover.id()) > 0 ? -1 : 0,
                parameter.label() + " can travel outside",
                "as " + outside.address(),
                cost,
                normalised,
                List.of(mover.id()),
                new Leave(device.id(), outside));
    }

    /** The edit that sends one parameter outside. */
    record Leave(String device, Outside outside) implements UnaryOperator<Session> {
        @Override
        public Session apply(Session session) {
            return send(session, device, List.of(outside));
        }
    }

    /** The session with these parameters of a device outside, all at once. */
    static Session send(Session session, String deviceId, List<Outside> leaving) {
        Device device = session.device(deviceId);
        Set<String> gone = new HashSet<>();
        leaving.forEach(o -> gone.add(o.parameter()));
        List<Outside> all = new ArrayList<>(device.outside());
        all.removeIf(o -> gone.contains(o.parameter()));
        all.addAll(leaving);
        List<Socket> used = new ArrayList<>();
        for (Socket socket : device.used()) {
            Socket left = socket;
            for (Seat seat : socket.seats()) {
                left = left != null && gone.contains(seat.parameter())
                        ? left.without(seat.parameter()).orElse(null)
                        : left;
            }
            if (left != null) {
                used.add(left);
            }
        }
        List<String> wanted =
                device.wanted().stream().filter(w -> !gone.contains(w)).toList();
        return session.withDevice(device.using(used).wanting(wanted).sending(all));
    }
}
