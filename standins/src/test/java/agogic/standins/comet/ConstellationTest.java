package agogic.standins.comet;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import agogic.core.check.Check;
import agogic.core.check.Finding;
import agogic.core.device.Device;
import agogic.core.device.Exposure;
import agogic.core.fit.Fit;
import agogic.core.fit.FitPlan;
import agogic.core.fit.FitStep;
import agogic.core.parameter.Parameter;
import agogic.core.plan.Heard;
import agogic.core.route.Target;
import agogic.core.session.Session;
import java.util.ArrayList;
import java.util.List;
import java.util.Set;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** The demo's bank wants more than it has sockets, and can be made to fit in every way. */
class ConstellationTest {
    private static final String BANK = "partial-bank";
    private static final Session COMET = SlowComet.session();

    @Test
    void theBankIsAsTheScenarioSays() {
        Device bank = COMET.device(BANK);
        assertThat(bank.parameters()).hasSizeGreaterThan(700);
        assertThat(bank.sockets()).isEqualTo(128);
        assertThat(bank.usable()).isEqualTo(127);
        assertThat(bank.parameters().stream().filter(Parameter::reserved)).hasSize(1);
        assertThat(bank.taken() + bank.wanted().size()).isGreaterThan(127);
        List<Integer> switches = COMET.devices().stream()
                .flatMap(d -> d.parameters().stream())
                .filter(Parameter::stepped)
                .map(p -> p.positions().size())
                .distinct()
                .toList();
        assertThat(switches).contains(2, 3, 4).anyMatch(n -> n > 4);
    }

    /** Played before and after: every parameter's value is the same within what the plan states, over the whole piece. */
    @ParameterizedTest
    @ValueSource(strings = {"", "take back", "take back;join", "take back;share", "take back;join;share"})
    void madeToFitEverythingSoundsTheSameWithinTheStatedLoss(String off) {
        FitPlan plan = Fit.plan(COMET, BANK, off.isEmpty() ? Set.of() : Set.of(off.split(";")));
        assertThat(plan.missing()).isZero();
        Session after = plan.apply(COMET);
        Device bank = after.device(BANK);
        assertThat(bank.wanted()).isEmpty();
        assertThat(bank.taken()).isEqualTo(plan.after()).isLessThanOrEqualTo(127);
        double loss =
                plan.steps().stream().mapToDouble(FitStep::largestChange).max().orElse(0);
        Heard was = new Heard(COMET);
        Heard is = new Heard(after);
        for (Target target : moved()) {
            assertThat(bank.exposure(target.parameter())).isEqualTo(Exposure.EXPOSED);
            for (double second = 0; second < COMET.seconds(); second += 0.31) {
                assertThat(is.valueAt(target, second))
                        .as("%s at %s s", target, second)
                        .isCloseTo(was.valueAt(target, second), within(loss + 1e-9));
            }
        }
    }

    private static List<Target> moved() {
        List<Target> moved = new ArrayList<>();
        COMET.lanes().stream()
                .filter(l -> l.target().device().equals(BANK) && !l.envelope().isEmpty())
                .forEach(l -> moved.add(l.target()));
        assertThat(moved).hasSizeGreaterThan(120);
        return moved;
    }

    @Test
    void theOnlySeriousFindingIsTheLimitAndThePlanMendsIt() {
        assertThat(Check.of(COMET))
                .extracting(Finding::kind)
                .contains(Finding.Kind.OVER_LIMIT)
                .isSubsetOf(Finding.Kind.OVER_LIMIT, Finding.Kind.UNUSED, Finding.Kind.COPIES, Finding.Kind.LATE_START);
        assertThat(Check.of(COMET)).noneMatch(f -> f.kind().grade() == Finding.Grade.WRONG);
        Session after = Fit.plan(COMET, BANK, Set.of()).apply(COMET);
        assertThat(Check.of(after)).extracting(Finding::kind).doesNotContain(Finding.Kind.OVER_LIMIT);
    }

    @Test
    void appliedTwiceThereIsNothingLeftToDo() {
        Session after = Fit.plan(COMET, BANK, Set.of()).apply(COMET);
        FitPlan again = Fit.plan(after, BANK, Set.of());
        assertThat(again.steps()).isEmpty();
        assertThat(again.apply(after)).isEqualTo(after);
    }
}
