package agogic.core.edit.macro;

import agogic.core.device.Device;
import agogic.core.device.Exposure;
import agogic.core.device.Seat;
import agogic.core.device.Socket;
import agogic.core.macro.Macro;
import agogic.core.macro.Member;
import agogic.core.parameter.Parameter;
import agogic.core.route.Span;
import agogic.core.route.Target;
import agogic.core.session.Session;
import agogic.core.session.Writable;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.stream.Collectors;

/** Edits of macros, and what they reach. */
public final class Macros {
    private Macros() {}

    /**
     * A new macro without members, under a name that no other has.
     *
     * @throws IllegalArgumentException in words for people if the name is blank
     */
    public static Macro fresh(Session session, String wanted) {
        String name = wanted;
        for (int n = 2; taken(session, name); n++) {
            name = wanted + " " + n;
        }
        int number = 1;
        while (hasId(session, "macro-" + number)) {
            number++;
        }
        return Macro.named("macro-" + number, name);
    }

    private static boolean taken(Session session, String name) {
        return session.macros().stream().anyMatch(m -> m.name().equalsIgnoreCase(name));
    }

    private static boolean hasId(Session session, String id) {
        return session.macros().stream().anyMatch(m -> m.id().equals(id));
    }

    /**
     * Makes targets members of a macro. Those whose own way a macro of offsets can keep, keep their distances; by span
     * they go the whole of their travel, or that of the route they had.
     *
     * @throws IllegalArgumentException if one is reserved, moved by another macro already, or would close a ring
     */
    public static Session add(Session session, String macroId, List<Target> targets, boolean byOffset) {
        Macro macro = session.macro(macroId);
        for (Target target : targets) {
            Parameter parameter = session.parameter(target);
            if (parameter.reserved()) {
                throw new IllegalArgumentException(parameter.name() + " is reserved for the device itself.");
            }
            Span span = session.routes().stream()
                    .filter(r -> r.target().equals(target))
                    .map(r -> r.span())
                    .findFirst()
                    .orElse(Span.FULL);
            macro = macro.with(byOffset ? new Member.ByOffset(target) : new Member.BySpan(target, span));
        }
        return session.with(macro);
    }

    /**
     * Without a macro: its lane, its routes and its place in other macros go with it.
     *
     * @throws IllegalArgumentException if its lane is protected
     */
    public static Session delete(Session session, String macroId) {
        Target target = session.macro(macroId).target();
        Writable.going(session, target::equals);
        Session after = session.withRoutes(session.routes().stream()
                        .filter(r -> !r.target().equals(target))
                        .toList())
                .withLanes(session.lanes().stream()
                        .filter(l -> !l.target().equals(target))
                        .toList());
        return after.withMacros(after.macros().stream()
                .filter(m -> !m.id().equals(macroId))
                .map(m -> m.without(target))
                .toList());
    }

    /** Members that no host can reach: they sit on no socket. */
    public static List<Target> unreached(Session session, Macro macro) {
        return macro.members().stream()
                .map(Member::target)
                .filter(t -> !t.device().equals(Macro.DEVICE))
                .filter(t -> session.device(t.device()).exposure(t.parameter()) != Exposure.EXPOSED)
                .toList();
    }

    /**
     * Gives the members that sit on no socket one socket a device, which all of them share: one value that the macro moves
     * reaches them all. Where a member has a socket already, the others join it.
     *
     * @throws IllegalArgumentException if a device has no socket left for it, or a member cannot share one
     */
    public static Session reachThroughOneSocket(Session session, String macroId) {
        Macro macro = session.macro(macroId);
        Session after = session;
        Map<String, List<Target>> byDevice =
                unreached(session, macro).stream().collect(Collectors.groupingBy(Target::device));
        for (Map.Entry<String, List<Target>> one : byDevice.entrySet()) {
            Device device = after.device(one.getKey());
            List<Seat> seats = new ArrayList<>();
            int number = device.free();
            for (Member member : macro.members()) {
                Socket own = device.socket(member.target().parameter())
                        .filter(s -> member.target().device().equals(device.id()) && !s.shared() && !s.joined())
                        .orElse(null);
                if (own != null) {
                    number = own.number();
                    seats.add(new Seat(member.target().parameter(), straight(after, macro, member)));
                    break;
                }
            }
            if (number <= 0) {
                throw new IllegalArgumentException(device.name() + " has no socket left. “Make it fit” finds one.");
            }
            Device changed = device;
            for (Target target : one.getValue()) {
                seats.add(new Seat(
                        target.parameter(),
                        straight(after, macro, macro.member(target).orElseThrow())));
                changed = changed.without(target.parameter());
            }
            int place = number;
            List<Socket> used = new ArrayList<>(
                    changed.used().stream().filter(s -> s.number() != place).toList());
            used.add(new Socket(place, seats, List.of()));
            after = after.withDevice(changed.using(used));
        }
        return after;
    }

    /** The way of a member over that of the macro, as a span. */
    private static Span straight(Session session, Macro macro, Member member) {
        if (member instanceof Member.BySpan absolute) {
            return absolute.span();
        }
        double rest = session.parameter(member.target()).resting();
        return Span.straight(macro.value(member, 0, rest), macro.value(member, 1, rest));
    }
}
