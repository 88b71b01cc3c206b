package agogic.core.edit.pass;

import agogic.core.edit.layer.Layers;
import agogic.core.lane.Lane;
import agogic.core.lane.Layer;
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
 * cents is half of 1 dB. Points set by hand
 * stay, and so do lanes that are protected.
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
     * @param layer which of its lane
     * @param stretch which of that
     * @param before how many points there are in its stretch now
     * @param after how many there would be
     */
    public record One(Target target, int layer, int stretch, int before, int after) {}

    /** What the recipe would make of each ride, were it the only one. */
    public List<One> each() {
        List<One> each = new ArrayList<>();
        for (Lane lane : session.lanes()) {
            for (int k = 0; k < lane.layers().size() && !lane.guarded(); k++) {
                for (int i = 0; i < lane.layer(k).stretches().size(); i++) {
                    Layer written =
                            rewritten(session, lane, k, i).lane(lane.target()).layer(k);
                    each.add(new One(lane.target(), k, i, points(lane.layer(k), i), points(written, i)));
                }
            }
        }
        return each;
    }

    private static int points(Layer layer, int stretch) {
        Stretch one = layer.stretches().get(stretch);
        int first = layer.envelope().firstAtOrAfter(one.from());
        return layer.envelope().lastAtOrBefore(one.to()) - first + 1;
    }

    private Session rewritten(Session edited, Lane lane, int layer, int stretch) {
        Layer one = lane.layer(layer);
        Parameter own = one.scale(session.parameter(lane.target()));
        Recipe fits = own.stepped()
                ? recipe.within(one.stretches().get(stretch).recipe().tolerance())
                : recipe.within(own.usualTolerance() * part);
        return rewritten(edited, session, lane.target(), layer, stretch, fits);
    }

    /** {@code edited} with one of its rides, which {@code rides} has, by another recipe. */
    static Session rewritten(Session edited, Session rides, Target target, int layer, int stretch, Recipe recipe) {
        return Layers.edited(edited, target, layer, (writer, it) -> writer.rewrite(it, stretch, recipe, rides::ride));
    }

    /**
     * What came of it.
     *
     * @param rides how many were written anew
     * @param before how many points their lanes had
     * @param after how many they have
     */
    public record Outcome(Session session, int rides, int before, int after) {}

    /**
     * The session with the chosen ones of its rides by this recipe; what is told of them is not looked at. Rides of
     * protected lanes stay.
     */
    public Outcome apply(Predicate<One> chosen) {
        Session edited = session;
        int rides = 0;
        int before = 0;
        int after = 0;
        for (Lane lane : session.lanes()) {
            Session written = edited;
            for (int k = 0; k < lane.layers().size() && !lane.guarded(); k++) {
                for (int i = 0; i < lane.layer(k).stretches().size(); i++) {
                    if (chosen.test(new One(lane.target(), k, i, 0, 0))) {
                        written = rewritten(written, lane, k, i);
                        rides++;
                    }
                }
            }
            if (written != edited) {
                before += lane.points();
                after += written.lane(lane.target()).points();
                edited = written;
            }
        }
        return new Outcome(edited, rides, before, after);
    }
}
