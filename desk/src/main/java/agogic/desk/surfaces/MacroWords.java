package agogic.desk.surfaces;

import agogic.core.edit.macro.Macros;
import agogic.core.edit.macro.Travel;
import agogic.core.macro.Macro;
import agogic.core.parameter.Unit;
import agogic.core.parameter.ValueText;
import agogic.core.session.Session;
import agogic.core.session.TargetName;

/** What is said of a macro. */
public final class MacroWords {
    private MacroWords() {}

    static String percent(double part) {
        return ValueText.print(Unit.PERCENT, part * 100);
    }

    /** What a screen reader says of a macro. */
    public static String spoken(Session session, Macro macro) {
        return "Macro " + macro.name() + ", " + macro.members().size()
                + (macro.members().size() == 1 ? " member. " : " members. ") + of(session, macro);
    }

    /** How far its group can travel, in words. */
    public static String of(Session session, Macro macro) {
        if (macro.members().isEmpty()) {
            return "It moves nothing yet. B adds members.";
        }
        int unreached = Macros.unreached(session, macro).size();
        String sockets = unreached == 0
                ? ""
                : " " + unreached + (unreached == 1 ? " member sits" : " members sit") + " on no socket.";
        return Travel.of(session, macro)
                        .map(travel -> {
                            if (travel.whole(macro)) {
                                return "The full range is free"
                                        + (travel.moves() ? ", whatever the members' own lanes do" : "") + ": "
                                        + percent(macro.scale()) + " of the travel, distances kept.";
                            }
                            return "Down " + part(travel.down(), macro.centre()) + " until "
                                    + TargetName.of(session, travel.lowest()) + " is at the limit, up "
                                    + part(travel.up(), 1 - macro.centre()) + " until "
                                    + TargetName.of(session, travel.highest()) + " is"
                                    + (travel.moves()
                                            ? ", by what their own lanes do. U fits the macro to them."
                                            : ". Shifted by " + percent(travel.shift()) + " it has "
                                                    + percent(travel.each()) + " each way.");
                        })
                        .orElse("Each member goes through a span of its own.")
                + sockets;
    }

    private static String part(double reach, double way) {
        return reach >= way - 1e-12 ? "all of its " + percent(way) : percent(reach) + " of its " + percent(way);
    }
}
