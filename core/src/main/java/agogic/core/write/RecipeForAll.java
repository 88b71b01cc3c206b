package agogic.core.write;

import agogic.core.lane.Lane;
import agogic.core.lane.LaneWriter;
import agogic.core.parameter.Parameter;
import agogic.core.refine.Recipe;
import agogic.core.session.Session;

/** One recipe for the rides of all lanes at once. */
public final class RecipeForAll {
    private RecipeForAll() {}

    /**
     * What came of it.
     *
     * @param rides how many were written anew
     * @param before how many points their lanes had
     * @param after how many they have
     */
    public record Outcome(Session session, int rides, int before, int after) {}

    /**
     * The session with all its rides by the recipe of one of them. How close it is goes over as a part of what is usual for
     * each parameter: half of 50 cents is half of 1 dB. Points set by hand stay.
     *
     * @param parameter whose recipe it is
     */
    public static Outcome apply(Session session, Parameter parameter, Recipe recipe) {
        double usual = parameter.stepped() ? 0 : parameter.usualTolerance();
        double part = usual > 0 ? recipe.tolerance() / usual : 1;
        Session edited = session;
        int rides = 0;
        int before = 0;
        int after = 0;
        for (Lane lane : session.lanes()) {
            Parameter own = session.parameter(lane.target());
            LaneWriter writer = new LaneWriter(own, session.timeline(), lane.lock());
            Lane written = lane;
            for (int i = 0; i < lane.stretches().size(); i++) {
                Recipe fits = own.stepped()
                        ? recipe.within(lane.stretches().get(i).recipe().tolerance())
                        : recipe.within(own.usualTolerance() * part);
                written = writer.rewrite(written, i, fits, session::ride);
                rides++;
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
