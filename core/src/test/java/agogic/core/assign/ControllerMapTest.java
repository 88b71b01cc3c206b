package agogic.core.assign;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import agogic.core.Pieces;
import agogic.core.assign.ControllerMap.Fate;
import agogic.core.assign.ControllerMap.Line;
import agogic.core.device.Device;
import agogic.core.edit.macro.Macros;
import agogic.core.macro.Macro;
import agogic.core.parameter.Parameter;
import agogic.core.play.Engine;
import agogic.core.route.Hand;
import agogic.core.route.Route;
import agogic.core.route.Span;
import agogic.core.route.Takeover;
import agogic.core.route.Target;
import agogic.core.session.Session;
import agogic.core.surface.Control;
import agogic.core.surface.Page;
import agogic.core.surface.Surface;
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
        s = s.with(first.with(Span.straight(0.8, 0.2))
                .with(Takeover.WHEN_THEY_MEET)
                .smoothed(30));
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
        assertThat(there.words()).isEqualTo("5 of 5 routes could be matched.");
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
        assertThat(cutoff.takeover()).isEqualTo(Takeover.WHEN_THEY_MEET);
        assertThat(cutoff.smoothing()).isEqualTo(30);
        assertThat(there.session().macros()).hasSize(1);
        assertThat(there.session().macros().get(0).members()).isEmpty();
    }

    /** Where the macro rested at home is not where it rests here: what stands here stands afterwards. */
    @Test
    void whatIsHeardStaysWhereItStands() {
        Session home = home();
        Macro macro = home.macros().get(0);
        home = home.with(macro.with(macro.parameter().restingAt(0.9)));
        Session other = Pieces.of(device("filter", "Filter", "cutoff", "drive"), device("echo", "Echo", "time", "mix"));
        Session there = ControllerMap.of(home, "s").applyTo(other).session();
        assertThat(there.macros().get(0).members()).hasSize(2);
        Engine before = new Engine(other);
        Engine after = new Engine(there);
        before.tick(0);
        after.tick(0);
        for (Device device : other.devices()) {
            for (Parameter parameter : device.parameters()) {
                Target target = new Target(device.id(), parameter.id());
                assertThat(after.live().value(after.index().of(target)))
                        .as("%s", target)
                        .isCloseTo(before.live().value(before.index().of(target)), within(1e-12));
            }
        }
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

    @Test
    void aSurfaceOfTheSameNameLendsItsControlsAndPages() {
        // Here the surface has another id, its faders other ids, and its second page is the first.
        Session other = Pieces.of(device("filter", "Filter", "cutoff", "drive"), device("echo", "Echo", "time", "mix"));
        List<Control> renamed = other.surface("s").controls().stream()
                .limit(2)
                .map(c -> new Control("own-" + c.id(), "Own " + c.name(), c.kind(), c.address(), -1))
                .toList();
        other = other.withSurfaces(
                List.of(new Surface("desk", "surface", "Elsewhere", renamed, List.of(Page.of("b"), Page.of("C")))));
        ControllerMap.Outcome there = ControllerMap.of(home(), "s").applyTo(other);
        Surface own = there.surface();
        assertThat(own.id()).isEqualTo("desk");
        assertThat(own.port()).isEqualTo("Elsewhere");
        assertThat(own.controls())
                .extracting(Control::id)
                .containsExactly("own-fader-1", "own-fader-2", "fader-3", "fader-4");
        assertThat(own.pages()).extracting(Page::name).containsExactly("b", "C", "A");
        assertThat(there.session().routes().get(0).hand()).contains(new Hand("desk", "own-fader-1", 1));
        assertThat(line(there, "Filter · The cutoff").from()).isEqualTo("Own Fader 1, page b");
    }

    @Test
    void macrosThatMoveMacrosGoAlongInTheirOrder() {
        Session s = Pieces.of(device("filter", "Filter", "cutoff", "drive"));
        Macro inner = Macros.fresh(s, "Inner");
        s = Macros.add(s.with(inner), inner.id(), List.of(CUTOFF), false);
        Macro outer = Macros.fresh(s, "Outer");
        s = Macros.add(s.with(outer), outer.id(), List.of(inner.target()), false);
        s = Assigning.connect(s, new Hand("s", "fader-1"), outer.target(), Assigning.How.ADD);
        ControllerMap map = ControllerMap.of(s, "s");
        assertThat(map.macros()).extracting(b -> b.macro().name()).containsExactly("Outer", "Inner");

        Session bare = s.withRoutes(List.of()).withMacros(List.of());
        ControllerMap.Outcome there = map.applyTo(bare);
        assertThat(there.matched()).isEqualTo(3);
        Macro made = there.session().macros().stream()
                .filter(m -> m.name().equals("Outer"))
                .findFirst()
                .orElseThrow();
        Target member = made.members().get(0).target();
        assertThat(there.session().parameter(member).name()).isEqualTo("Inner");
        assertThat(there.session().macroOf(CUTOFF)).map(Macro::name).contains("Inner");

        // Where the two are the other way round already, the ring is told, not closed.
        Macro first = Macros.fresh(bare, "Inner");
        Session turned = bare.with(first);
        Macro second = Macros.fresh(turned, "Outer");
        turned = Macros.add(turned.with(second), first.id(), List.of(second.target()), false);
        ControllerMap.Outcome ring = map.applyTo(turned);
        assertThat(ring.lines()).extracting(Line::fate).contains(Fate.RING);
        assertThat(ring.lines()).filteredOn(l -> l.fate() == Fate.RING).allMatch(l -> l.words()
                .contains("ring"));
    }

    @Test
    void anUnsoundMapIsRefused() {
        ControllerMap map = ControllerMap.of(home(), "s");
        ControllerMap.Tie tie = map.ties().get(0);
        assertThatThrownBy(() -> new ControllerMap(
                        map.surface(),
                        List.of(new ControllerMap.Tie("gone", 0, tie.place(), Span.FULL, Takeover.AT_ONCE, 0)),
                        List.of()))
                .hasMessageContaining("has no control “gone”");
        assertThatThrownBy(() -> new ControllerMap(
                        map.surface(),
                        List.of(new ControllerMap.Tie("fader-1", 9, tie.place(), Span.FULL, Takeover.AT_ONCE, 0)),
                        List.of()))
                .hasMessageContaining("has no page 9");
        assertThatThrownBy(() -> new ControllerMap.Bundle(map.macros().get(0).macro(), List.of()))
                .hasMessageContaining("0 names for them");
    }
}
