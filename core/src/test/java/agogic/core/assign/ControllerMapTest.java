package agogic.core.assign;

import static org.assertj.core.api.Assertions.assertThat;

import agogic.core.Pieces;
import agogic.core.assign.ControllerMap.Fate;
import agogic.core.assign.ControllerMap.Line;
import agogic.core.device.Device;
import agogic.core.macro.Macro;
import agogic.core.macro.Macros;
import agogic.core.parameter.Parameter;
import agogic.core.route.Hand;
import agogic.core.route.Route;
import agogic.core.route.Span;
import agogic.core.route.Takeover;
import agogic.core.route.Target;
import agogic.core.session.Session;
import agogic.core.surface.Page;
import java.util.List;
import org.junit.jupiter.api.Test;

class ControllerMapTest {
    private static final Target CUTOFF = new Target("filter", "cutoff");

    private static Device device(String id, String name, String... parameters) {
        return Device.of(
                id,
                name,
                "",
                List.of(parameters).stream()
                        .map(p -> Parameter.continuous(
                                p,
                                "The " + p,
                                "",
                                agogic.core.parameter.Unit.PERCENT,
                                agogic.core.parameter.Taper.LINEAR,
                                0,
                                100,
                                50))
                        .toList(),
                4,
                List.of());
    }

    /** Fader 1 on page B moves the filter, Fader 2 the echo, Fader 3 a macro over both devices' other parameters. */
    private static Session home() {
        Session s = Pieces.of(device("filter", "Filter", "cutoff", "drive"), device("echo", "Echo", "time", "mix"));
        s = s.with(s.surface("s").paged(List.of(Page.of("A"), Page.of("B"))));
        s = Assigning.connect(s, new Hand("s", "fader-1", 2), CUTOFF, Assigning.How.ADD);
        Route first = s.routes().get(0);
        s = s.with(first.with(Span.straight(0.8, 0.2)).with(Takeover.PICKUP).smoothed(30));
        s = Assigning.connect(s, new Hand("s", "fader-2"), new Target("echo", "time"), Assigning.How.ADD);
        Macro macro = Macros.fresh(s, "Wash");
        s = s.with(macro);
        s = Macros.add(s, macro.id(), List.of(new Target("filter", "drive"), new Target("echo", "mix")), true);
        return Assigning.connect(s, new Hand("s", "fader-3"), macro.target(), Assigning.How.ADD);
    }

    private static Line line(ControllerMap.Outcome outcome, String what) {
        return outcome.lines().stream()
                .filter(l -> l.what().equals(what))
                .findFirst()
                .orElseThrow();
    }

    @Test
    void comesToTheSameInASessionWithAllDevices() {
        Session home = home();
        Session empty = home.withRoutes(List.of()).withMacros(List.of()).withSurfaces(List.of());
        ControllerMap.Outcome there = ControllerMap.of(home, "s").applyTo(empty);

        assertThat(there.lines()).hasSize(5).allMatch(l -> l.fate() == Fate.TIED);
        assertThat(there.words()).isEqualTo("5 of 5 assignments could be matched.");
        assertThat(there.session().routes()).isEqualTo(home.routes());
        assertThat(there.session().macros()).isEqualTo(home.macros());
        assertThat(there.session().surfaces()).isEqualTo(home.surfaces());
    }

    @Test
    void saysOfEachAssignmentWhatBecameOfItWhereDevicesAreMissing() {
        Session other = Pieces.of(device("vcf", "Filter", "cutoff"), device("x", "Hall", "size"));
        ControllerMap.Outcome there = ControllerMap.of(home(), "s").applyTo(other);

        assertThat(there.lines()).hasSize(5);
        assertThat(line(there, "Filter · The cutoff").fate()).isEqualTo(Fate.BY_NAME);
        assertThat(line(there, "Echo · The time").fate()).isEqualTo(Fate.DEVICE_MISSING);
        assertThat(line(there, "Echo · The time").words())
                .isEqualTo("Fader 2, page all → Echo · The time: no such device: no device here is called Echo.");
        assertThat(line(there, "Filter · The drive").fate()).isEqualTo(Fate.PARAMETER_MISSING);
        assertThat(line(there, "Echo · The mix").fate()).isEqualTo(Fate.DEVICE_MISSING);
        assertThat(there.matched()).isEqualTo(2);

        Route cutoff = there.session().routes().get(0);
        assertThat(cutoff.target()).isEqualTo(new Target("vcf", "cutoff"));
        assertThat(cutoff.hand()).contains(new Hand("s", "fader-1", 2));
        assertThat(cutoff.span()).isEqualTo(Span.straight(0.8, 0.2));
        assertThat(cutoff.takeover()).isEqualTo(Takeover.PICKUP);
        assertThat(cutoff.smoothing()).isEqualTo(30);
        assertThat(there.session().macros()).hasSize(1);
        assertThat(there.session().macros().get(0).members()).isEmpty();
    }

    @Test
    void usedTwiceItChangesNothingMore() {
        ControllerMap map = ControllerMap.of(home(), "s");
        Session once = map.applyTo(home()).session();
        ControllerMap.Outcome twice = map.applyTo(once);

        assertThat(once).isEqualTo(home());
        assertThat(twice.session()).isEqualTo(once);
        assertThat(twice.lines()).filteredOn(l -> l.fate() == Fate.ALREADY).hasSize(5);
    }

    @Test
    void leavesOutWhatIsReservedAndWhatMovesWithAnotherMacro() {
        Session other = Pieces.of(device("filter", "Filter", "cutoff", "drive"), device("echo", "Echo", "mix"));
        Device echo = other.device("echo");
        other = other.withDevice(Device.of(
                "echo",
                "Echo",
                "",
                List.of(Pieces.percent("time").asReserved(), echo.parameters().get(0)),
                4,
                List.of()));
        Macro own = Macros.fresh(other, "Own");
        other = Macros.add(other.with(own), own.id(), List.of(CUTOFF), false);
        ControllerMap.Outcome there = ControllerMap.of(home(), "s").applyTo(other);

        assertThat(line(there, "Filter · The cutoff").fate()).isEqualTo(Fate.IN_MACRO);
        assertThat(line(there, "Echo · The time").fate()).isEqualTo(Fate.RESERVED);
        assertThat(there.lines()).hasSize(5);
    }

    @Test
    void severalDevicesOfOneNameAreNotGuessedAt() {
        Session other = Pieces.of(device("f1", "Filter", "cutoff"), device("f2", "Filter", "cutoff"));
        ControllerMap.Outcome there = ControllerMap.of(home(), "s").applyTo(other);
        assertThat(line(there, "Filter · The cutoff").fate()).isEqualTo(Fate.SEVERAL);
        assertThat(there.session().routes()).extracting(Route::target).noneMatch(t -> t.parameter()
                .equals("cutoff"));
    }

    @Test
    void whatFindsNoSocketIsTiedAndWaits() {
        Device full = Device.of(
                "filter",
                "Filter",
                "",
                List.of(device("filter", "Filter", "cutoff").parameters().get(0), Pieces.percent("other")),
                1,
                List.of("other"));
        ControllerMap.Outcome there = ControllerMap.of(home(), "s").applyTo(Pieces.of(full));
        assertThat(line(there, "Filter · The cutoff").fate()).isEqualTo(Fate.NO_SOCKET);
    }
}
