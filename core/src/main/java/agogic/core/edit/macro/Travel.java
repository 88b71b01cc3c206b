package agogic.core.edit.macro;

import agogic.core.macro.Macro;
import agogic.core.macro.Member;
import agogic.core.parameter.Parameter;
import agogic.core.route.Target;
import agogic.core.session.Resting;
import agogic.core.session.Session;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/**
 * How far a group that keeps its distances can travel before a member comes to a wall. With rests r and scale s: down
 * {@code min(r / s)}, up {@code min((1 - r) / s)}, in parts of the macro's way; a scale below 0 changes the two.
 *
 * @param down how far the macro can go down, 0 or more; may be more than its way has
 * @param up how far it can go up
 * @param lowest the member that comes to the wall first on the way down
 * @param highest the member that comes to the wall first on the way up
 * @param shift added to all rests, it makes both ways equal: {@code 0.5 - (min r + max r) / 2}
 * @param each how far each way is then
 * @param moves true if a member has a lane of its own, so that its place is not the same all the time: then the least and
 *     the greatest of the whole piece are what is told, and the macro is fitted to them instead of the resting places
 */
public record Travel(double down, double up, Target lowest, Target highest, double shift, double each, boolean moves) {
    /**
     * The reach of the members by offset; empty if the macro has none.
     *
     * @throws IllegalArgumentException in words for people if the session lacks a member
     */
    public static Optional<Travel> of(Session session, Macro macro) {
        List<Target> members = members(macro);
        if (members.isEmpty()) {
            return Optional.empty();
        }
        Target low = members.get(0);
        Target high = low;
        double least = 1;
        double most = 0;
        boolean moves = false;
        for (Target member : members) {
            if (session.parameter(member).wraps()) {
                // What goes round comes to no limit.
                continue;
            }
            Extremes own = Extremes.of(session, member);
            low = own.low() < least ? member : low;
            high = own.high() > most ? member : high;
            least = Math.min(least, own.low());
            most = Math.max(most, own.high());
            moves |= own.moves();
        }
        if (least > most) {
            return Optional.of(new Travel(
                    Double.POSITIVE_INFINITY, Double.POSITIVE_INFINITY, low, high, 0, Double.POSITIVE_INFINITY, false));
        }
        double size = Math.abs(macro.scale());
        double under = least / size;
        double over = (1 - most) / size;
        // What has a lane of its own is not shifted by where it rests.
        double shift = moves ? 0 : 0.5 - (least + most) / 2;
        double each = (1 - (most - least)) / 2 / size;
        boolean same = macro.scale() > 0;
        return Optional.of(new Travel(
                same ? under : over, same ? over : under, same ? low : high, same ? high : low, shift, each, moves));
    }

    private static List<Target> members(Macro macro) {
        return macro.members().stream()
                .filter(m -> m instanceof Member.ByOffset)
                .map(Member::target)
                .toList();
    }

    private static double rest(Session session, Target target) {
        return session.parameter(target).resting();
    }

    /** True if the macro can go its whole way without a member at the wall. */
    public boolean whole(Macro macro) {
        return down >= macro.centre() - 1e-12 && up >= 1 - macro.centre() - 1e-12;
    }

    /**
     * The group at the resting place that gives it the full way: all rests shifted alike, the macro centred, and its scale
     * so that its ends are the walls. Distances stay as they are. Members that move in steps keep their positions'
     * distances as near as steps allow.
     *
     * @throws IllegalArgumentException in words for people if the macro has no members that keep their distances, wraps round, or cannot travel at all
     */
    public static Session fullWay(Session session, String macroId) {
        Macro macro = session.macro(macroId);
        Travel travel = of(session, macro)
                .orElseThrow(() ->
                        new IllegalArgumentException(macro.name() + " has no members that keep their distances."));
        if (Double.isInfinite(travel.each())) {
            throw new IllegalArgumentException(macro.name() + " wraps round: it has no limits.");
        }
        double spread = 1 - 2 * travel.each() * Math.abs(macro.scale());
        if (spread > 1 - 1e-9) {
            throw new IllegalArgumentException(macro.name() + " cannot travel: "
                    + session.parameter(travel.lowest()).name() + " and "
                    + session.parameter(travel.highest()).name() + " lie at opposite walls.");
        }
        if (travel.moves()) {
            double size = Math.abs(macro.scale());
            double under = (macro.scale() > 0 ? travel.down() : travel.up()) * size;
            double over = (macro.scale() > 0 ? travel.up() : travel.down()) * size;
            double centre = macro.scale() > 0 ? under / (under + over) : over / (under + over);
            Macro fitted = macro.centred(centre).scaled(Math.signum(macro.scale()) * (under + over));
            return session.with(fitted.with(fitted.parameter().restingAt(centre)));
        }
        Session after = session;
        for (Target member : members(macro)) {
            after = Resting.at(after, member, Math.max(0, Math.min(1, rest(session, member) + travel.shift())));
        }
        double scale = Math.signum(macro.scale()) * (1 - spread);
        Macro centred = macro.centred(0.5).scaled(scale);
        return after.with(centred.with(centred.parameter().restingAt(0.5)));
    }

    /**
     * What does not fit together in a macro, in words: units, ranges or tapers that differ. Nothing is refused for
     * it.
     *
     * @throws IllegalArgumentException in words for people if the session lacks a member
     */
    public static List<String> warnings(Session session, Macro macro) {
        List<String> warnings = new ArrayList<>();
        List<Target> members = members(macro);
        for (int i = 1; i < members.size(); i++) {
            Parameter first = session.parameter(members.get(0));
            Parameter other = session.parameter(members.get(i));
            String why = null;
            if (first.unit() != other.unit()) {
                why = "their units differ (" + first.printRange() + "; " + other.printRange() + ")";
            } else if (!first.taper().equals(other.taper())) {
                why = "their tapers differ";
            } else if (first.from() != other.from() || first.to() != other.to()) {
                why = "their ranges differ (" + first.printRange() + "; " + other.printRange() + ")";
            }
            if (why != null) {
                warnings.add(other.name() + " and " + first.name() + ": " + why
                        + ", so the distance is kept in percent of the range, not in the unit.");
            }
        }
        for (Member member : macro.members()) {
            if (member instanceof Member.ByOffset
                    && session.parameter(member.target()).stepped()) {
                warnings.add(session.parameter(member.target()).name()
                        + " moves in steps: it keeps its distance only as near as a step.");
            }
        }
        return warnings;
    }
}
