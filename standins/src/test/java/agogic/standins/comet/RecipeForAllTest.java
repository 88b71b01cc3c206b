package agogic.standins.comet;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import agogic.core.lane.Lane;
import agogic.core.parameter.Parameter;
import agogic.core.refine.Recipe;
import agogic.core.route.Target;
import agogic.core.session.Session;
import agogic.core.write.RecipeForAll;
import org.junit.jupiter.api.Test;

class RecipeForAllTest {
    private static final Target CUTOFF = new Target("filter", "cutoff");
    private static final Target DETUNE = new Target("drone", "detune");

    private final Session session = SlowComet.session();
    private final Parameter cutoff = session.parameter(CUTOFF);

    @Test
    void everyRideIsAsBroadInItsOwnUnit() {
        Recipe broad = Recipe.usual(cutoff).within(4 * cutoff.usualTolerance());
        RecipeForAll.Outcome all = RecipeForAll.apply(session, cutoff, broad);
        assertThat(all.rides()).isEqualTo(2);
        for (Target target : new Target[] {CUTOFF, DETUNE}) {
            Lane lane = all.session().lane(target);
            double usual = session.parameter(target).usualTolerance();
            assertThat(lane.stretches().get(0).recipe().tolerance()).isCloseTo(4 * usual, within(1e-12));
        }
        int before = session.lane(CUTOFF).envelope().size()
                + session.lane(DETUNE).envelope().size();
        int after = all.session().lane(CUTOFF).envelope().size()
                + all.session().lane(DETUNE).envelope().size();
        assertThat(all.before()).isEqualTo(before);
        assertThat(all.after()).isEqualTo(after).isLessThan(before);
    }

    @Test
    void whatWasDrawnStaysAndTheSameRecipeChangesNothing() {
        Recipe same = session.lane(CUTOFF).stretches().get(0).recipe();
        Session again = RecipeForAll.apply(session, cutoff, same).session();
        assertThat(again.lanes()).isEqualTo(session.lanes());
        assertThat(RecipeForAll.apply(SlowComet.score(), cutoff, same).rides()).isZero();
    }
}
