package agogic.core.write;

import agogic.core.lane.Lane;
import agogic.core.lane.LaneWriter;
import agogic.core.lane.Stretch;
import agogic.core.parameter.Parameter;
import agogic.core.refine.Recipe;
import agogic.core.route.Target;
import agogic.core.session.Session;
import java.util.ArrayList;
import java.util.List;
import java.util.function.Predicate;

/**
 * One recipe for many rides at once. How close it is goes over as a part of what is usual for each parameter: half of 50
 * cents is half of 1 dB. Points set by hand stay.
 */
public final class RecipeForAll {
    private final Session session;
    private final Recipe recipe;
    private final double part;

    /**
     * For the rides of a session.
     *
     * @param parameter whose recipe it is
     */
    public RecipeForAll(Session session, Parameter parameter, Recipe recipe) {
        this.session = session;
        this.recipe = recipe;
        double usual = parameter.stepped() ? 0 : parameter.usualTolerance();
        part = usual > 0 ? recipe.tolerance() / usual : 1;
    }

    /**
     * A ride, and what the recipe makes of it.
     *
     * @param stretch which of its lane
     * @param before how many points there are in its stretch now
     * @param after how many there would be
     */
    public record One(Target target, int stretch, int before, int after) {}

    /** What the recipe would make of each ride, were it the only one. */
    public List<One> each() {
        List<One> each = new ArrayList<>();
        for (Lane lane : session.lanes()) {
            for (int i = 0; i < lane.stretches().size(); i++) {
                Lane written = rewritten(lane, lane, i);
                each.add(new One(lane.target(), i, points(lane, i), points(written, i)));
            }
        }
        return each;
    }

    private static int points(Lane lane, int stretch) {
        Stretch one = lane.stretches().get(stretch);
        int first = lane.envelope().firstAtOrAfter(one.from());
        return lane.envelope().lastAtOrBefore(one.to()) - first + 1;
    }

    private Lane rewritten(Lane lane, Lane edited, int stretch) {
        Parameter own = session.parameter(lane.target());
        Recipe fits = own.stepped()
                ? recipe.within(lane.stretches().get(stretch).recipe().tolerance())
                : recipe.within(own.usualTolerance() * part);
        return new LaneWriter(own, session.timeline(), lane.lock()).rewrite(edited, stretch, fits, session::ride);
    }

    /**
     * What came of it.
     *
     * @param rides how many were written anew
     * @param before how many points their lanes had
     * @param after how many they have
     */
    public record Outcome(Session session, int rides, int before, int after) {}

    /** The session with the chosen ones of its rides by this recipe; what is told of them is not looked at. */
    public Outcome apply(Predicate<One> chosen) {
        Session edited = session;
        int rides = 0;
        int before = 0;
        int after = 0;
        for (Lane lane : session.lanes()) {
            Lane written = lane;
            for (int i = 0; i < lane.stretches().size(); i++) {
                if (chosen.test(new One(lane.target(), i, 0, 0))) {
                    written = rewritten(lane, written, i);
                    rides++;
                }
            }
            if (written != lane) {
                before += lane.envelope().size();
                after += written.envelope().size();
                edited = edited.with(written);
            }
        }
        return new Outcome(edited, rides, before, after);
    }
}
