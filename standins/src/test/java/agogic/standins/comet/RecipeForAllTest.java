package agogic.standins.comet;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import agogic.core.edit.pass.RecipeForAll;
import agogic.core.lane.Lane;
import agogic.core.parameter.Parameter;
import agogic.core.refine.Recipe;
import agogic.core.route.Target;
import agogic.core.session.Session;
import java.util.List;
import org.junit.jupiter.api.Test;

class RecipeForAllTest {
    private static final Target CUTOFF = new Target("filter", "cutoff");
    private static final Target DETUNE = new Target("drone", "detune");

    private final Session session = SlowComet.session();
    private final Parameter cutoff = session.parameter(CUTOFF);

    @Test
    void everyRideIsAsBroadInItsOwnUnit() {
        Recipe broad = Recipe.usual(cutoff).within(4 * cutoff.usualTolerance());
        RecipeForAll.Outcome all = new RecipeForAll(session, cutoff, broad).apply(one -> true);
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
        Session again =
                new RecipeForAll(session, cutoff, same).apply(one -> true).session();
        assertThat(again.lanes()).isEqualTo(session.lanes());
        assertThat(new RecipeForAll(SlowComet.score(), cutoff, same)
                        .apply(one -> true)
                        .rides())
                .isZero();
    }

    @Test
    void whatIsToldOfEachRideComesTrueForThoseThatAreChosen() {
        RecipeForAll many =
                new RecipeForAll(session, cutoff, Recipe.usual(cutoff).within(4 * cutoff.usualTolerance()));
        List<RecipeForAll.One> each = many.each();
        assertThat(each).hasSize(2);
        for (RecipeForAll.One told : each) {
            RecipeForAll.Outcome one = many.apply(o -> o.target().equals(told.target()));
            assertThat(one.rides()).isEqualTo(1);
            assertThat(one.after() - one.before()).isEqualTo(told.after() - told.before());
            for (Lane lane : session.lanes()) {
                if (!lane.target().equals(told.target())) {
                    assertThat(one.session().lane(lane.target())).isSameAs(lane);
                }
            }
        }
    }
}
