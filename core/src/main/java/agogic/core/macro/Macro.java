package agogic.core.macro;

import agogic.core.device.Device;
import agogic.core.parameter.Parameter;
import agogic.core.parameter.Taper;
import agogic.core.parameter.Unit;
import agogic.core.route.Target;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;

/**
 * One value that moves several parameters. It is a parameter itself, of a device called {@link #DEVICE}: routes lead to it,
 * it has a lane, other macros may move it.
 *
 * @param parameter its own value: 0..100 %
 * @param centre m0: the place, 0..1, at which members by offset stand where they would without it
 * @param scale s: how far members by offset go, in parts of their travel, for the whole way of the macro; −4..4, not 0
 * @param members what it moves, none twice
 */
public record Macro(Parameter parameter, double centre, double scale, List<Member> members) {
    /** The id of the device whose parameters the macros of a session are. */
    public static final String DEVICE = "macros";

    /** @throws IllegalArgumentException in words for people if one of these is not what it can be */
    public Macro {
        members = List.copyOf(members);
        // All macros go the same way; only their names and where they rest are their own.
        parameter = own(parameter.id(), parameter.name())
                .called(parameter.shortName())
                .restingAt(parameter.resting());
        if (!(centre >= 0 && centre <= 1)) {
            throw new IllegalArgumentException(
                    parameter.name() + ": its centre lies between 0 and 1, not at " + centre + ".");
        }
        if (!(Math.abs(scale) <= 4) || scale == 0) {
            throw new IllegalArgumentException(
                    parameter.name() + ": its scale lies between -4 and 4 and is not 0; it is " + scale + ".");
        }
        Set<Target> seen = new HashSet<>();
        for (Member member : members) {
            if (!seen.add(member.target())) {
                throw new IllegalArgumentException(parameter.name() + " moves " + member.target() + " twice.");
            }
        }
    }

    /**
     * A macro without members that stands in the middle.
     *
     * @throws IllegalArgumentException in words for people if the id or the name is blank
     */
    public static Macro named(String id, String name) {
        return new Macro(own(id, name), 0.5, 1, List.of());
    }

    private static Parameter own(String id, String name) {
        return Parameter.continuous(id, name, "Macros", Unit.PERCENT, Taper.LINEAR, 0, 100, 50);
    }

    /** What names it in its session. */
    public String id() {
        return parameter.id();
    }

    /** Its name for people. */
    public String name() {
        return parameter.name();
    }

    /** The macro as what a route or another macro moves. */
    public Target target() {
        return new Target(DEVICE, parameter.id());
    }

    /** As this parameter; of that only its names and where it rests count. */
    public Macro with(Parameter newParameter) {
        return new Macro(newParameter, centre, scale, members);
    }

    /**
     * With these members, one a target.
     *
     * @throws IllegalArgumentException in words for people if a parameter is moved twice
     */
    public Macro with(List<Member> newMembers) {
        return new Macro(parameter, centre, scale, newMembers);
    }

    /**
     * With members by offset going {@code newScale} of their travel for its whole way.
     *
     * @throws IllegalArgumentException in words for people if it is 0, or not −4 to 4
     */
    public Macro scaled(double newScale) {
        return new Macro(parameter, centre, newScale, members);
    }

    /**
     * That rests at this place of its own travel, 0..1.
     *
     * @throws IllegalArgumentException in words for people if it is not 0 to 1
     */
    public Macro centred(double newCentre) {
        return new Macro(parameter, newCentre, scale, members);
    }

    /** With this member in the place of the one of its target, or at the end. */
    public Macro with(Member member) {
        List<Member> list = new ArrayList<>(members);
        for (int i = 0; i < list.size(); i++) {
            if (list.get(i).target().equals(member.target())) {
                list.set(i, member);
                return with(list);
            }
        }
        list.add(member);
        return with(list);
    }

    /** Without the member that moves {@code target}. */
    public Macro without(Target target) {
        return with(members.stream().filter(m -> !m.target().equals(target)).toList());
    }

    /** The member that moves {@code target}, if one does. */
    public Optional<Member> member(Target target) {
        return members.stream().filter(m -> m.target().equals(target)).findFirst();
    }

    /**
     * Normalised value of a member with the macro at {@code m}, 0..1.
     *
     * @param rest where the member would stand without the macro
     */
    public double value(Member member, double m, double rest) {
        if (member instanceof Member.BySpan absolute) {
            return absolute.span().apply(m);
        }
        return Math.max(0, Math.min(1, rest + scale * (m - centre)));
    }

    /** As {@link #value(Member, double, double)} of a parameter; of one whose travel goes round there is no limit. */
    public double value(Member member, double m, double rest, Parameter parameter) {
        if (member instanceof Member.ByOffset && parameter.wraps()) {
            double to = rest + scale * (m - centre);
            // Where it does not leave the travel the upper end stays the upper end.
            return to >= 0 && to <= 1 ? to : to - Math.floor(to);
        }
        return value(member, m, rest);
    }

    /**
     * All macros of a session as one device, each on a place of its own.
     *
     * @throws IllegalArgumentException in words for people if two have one id
     */
    public static Device device(List<Macro> macros) {
        List<Parameter> all = macros.stream().map(Macro::parameter).toList();
        return Device.of(
                DEVICE,
                "Macro",
                "macro",
                all,
                all.size(),
                all.stream().map(Parameter::id).toList());
    }
}
