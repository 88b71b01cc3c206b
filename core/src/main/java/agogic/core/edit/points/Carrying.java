package agogic.core.edit.points;

import agogic.core.device.Exposure;
import agogic.core.expose.Exposing;
import agogic.core.lane.Lane;
import agogic.core.lane.Layer;
import agogic.core.macro.Macro;
import agogic.core.parameter.Parameter;
import agogic.core.route.Target;
import agogic.core.session.Session;
import agogic.core.session.TargetName;
import agogic.core.session.Writable;
import java.util.List;

/** Takes what one parameter has over time to another: a controller becomes a parameter, and a parameter a controller. */
public final class Carrying {
    private Carrying() {}

    /**
     * With the lane of {@code from} on {@code to}: the same points at the same times, the same rides with their codes. What
     * {@code to} had is replaced; it is exposed if it was not.
     *
     * @param keeps true if {@code from} keeps its lane as well
     * @throws IllegalArgumentException if there is nothing to carry or it cannot be carried there, in words for people
     */
    public static Session carry(Session session, Target from, Target to, boolean keeps) {
        Lane lane = session.lane(from);
        if (!lane.plays()) {
            throw new IllegalArgumentException(TargetName.of(session, from) + " has no points to be carried.");
        }
        if (from.equals(to)) {
            throw new IllegalArgumentException("It is on that parameter already: choose another.");
        }
        Parameter parameter = session.parameter(to);
        if (parameter.reserved()) {
            throw new IllegalArgumentException(
                    TargetName.of(session, to) + " is reserved for the device itself and is never written.");
        }
        Writable.lane(session, to);
        if (!keeps) {
            Writable.lane(session, from);
        }
        List<Layer> layers = lane.layers().stream()
                .map(layer -> parameter.stepped() && !layer.offset()
                        ? layer.with(layer.envelope().held(parameter::settled))
                        : layer)
                .toList();
        Session after = session;
        if (!to.device().equals(Macro.DEVICE)
                && session.device(to.device()).exposure(to.parameter()) == Exposure.HIDDEN) {
            after = Exposing.expose(session, List.of(to)).session();
        }
        after = after.with(new Lane(to, layers));
        return keeps
                ? after
                : after.withLanes(after.lanes().stream()
                        .filter(l -> !l.target().equals(from))
                        .toList());
    }

    /**
     * What carrying would do, in a sentence.
     *
     * @throws IllegalArgumentException in words for people if there is nothing to carry or it cannot be carried there
     */
    public static String told(Session session, Target from, Target to, boolean keeps) {
        carry(session, from, to, keeps);
        Lane lane = session.lane(from);
        int points = lane.points();
        int rides = lane.allStretches().size();
        int old = session.lane(to).points();
        return points + (points == 1 ? " point" : " points")
                + (rides == 0 ? "" : rides == 1 ? " and one ride" : " and " + rides + " rides")
                + (keeps ? " are copied to " : " go to ") + TargetName.of(session, to)
                + ", place for place of the travel: " + session.parameter(from).printRange() + " becomes "
                + session.parameter(to).printRange() + "."
                + (old == 0 ? "" : " Its own " + old + (old == 1 ? " point goes." : " points go."));
    }
}
