package agogic.core.template;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import agogic.core.Pieces;
import agogic.core.assign.Assigning;
import agogic.core.device.Device;
import agogic.core.device.Exposure;
import agogic.core.device.Socket;
import agogic.core.edit.macro.Macros;
import agogic.core.edit.points.Versions;
import agogic.core.expose.Exposing;
import agogic.core.expose.Removing;
import agogic.core.lane.Lane;
import agogic.core.lane.Layer;
import agogic.core.macro.Macro;
import agogic.core.parameter.Parameter;
import agogic.core.refine.Recipe;
import agogic.core.route.Hand;
import agogic.core.route.Route;
import agogic.core.route.Span;
import agogic.core.route.Takeover;
import agogic.core.route.Target;
import agogic.core.session.Session;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.function.UnaryOperator;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import org.junit.jupiter.api.Test;

class TemplateTest {
    private static final Template.Use ALL = new Template.Use(Map.of(), true);
    private static final int SOCKETS = 6;

    private static Device device(String id, String kind, int more) {
        List<Parameter> all = Pieces.percents(6);
        for (int i = 1; i <= more; i++) {
            all.add(Pieces.percent("x" + i));
        }
        return Device.of(id, "The " + id, kind, all, SOCKETS, List.of());
    }

    /** Does one random thing to the layout of a device, if it can be done. */
    private static Session changed(Session session, String device, Random random) {
        Device d = session.device(device);
        Target target = new Target(
                device,
                d.parameters().get(random.nextInt(d.parameters().size())).id());
        int kind = random.nextInt(7);
        UnaryOperator<Session> change = s -> switch (kind) {
            case 0, 1 -> Exposing.expose(s, List.of(target)).session();
            case 2 -> Exposing.renumber(s, device, 1 + random.nextInt(SOCKETS), 1 + random.nextInt(SOCKETS));
            case 3 -> Exposing.join(s, target, 1 + random.nextInt(SOCKETS), Span.straight(0.2, 0.7));
            case 4 -> Exposing.name(s, target, "short " + random.nextInt(9));
            case 5 -> Assigning.connect(
                    s, new Hand("s", "fader-" + (1 + random.nextInt(4))), target, Assigning.How.ADD);
            default -> s.drawing(target, Recipe.usual(s.parameter(target)).steadied(random.nextInt(9) / 10.0));
        };
        try {
            return change.apply(session);
        } catch (IllegalArgumentException refused) {
            return session;
        }
    }

    private static Session random(long seed) {
        Random random = new Random(seed);
        Session session = Pieces.of(device("a", "kind", 0), device("b", "kind", 3), device("c", "other", 0));
        for (int i = 0; i < 40; i++) {
            session = changed(session, i % 2 == 0 ? "a" : "b", random);
        }
        // A macro with members of both, and lanes that nothing may write.
        session = Macros.add(
                session.with(Macro.named("m", "Macro")),
                "m",
                List.of(new Target("a", "p1"), new Target("b", "p2"), new Target("b", "p3")),
                random.nextBoolean());
        for (String device : List.of("a", "b")) {
            Target target = new Target(device, "p" + (1 + random.nextInt(6)));
            session = session.with(Lane.empty(target).guarded(true));
        }
        return session;
    }

    @Property(tries = 300)
    void onWhatItWasMadeOfItChangesNothing(@ForAll long seed) {
        Session session = random(seed);
        for (String device : List.of("a", "b")) {
            Template.Outcome same = Template.ofDevice(session, device).onDevice(session, device, ALL);
            assertThat(same.lines()).isEmpty();
            assertThat(same.session().equals(session)).isTrue();
            assertThat(same.missing()).isEmpty();
        }
    }

    @Property(tries = 300)
    void onABareDeviceOfTheKindItComesToTheSame(@ForAll long seed) {
        Session session = random(seed);
        Device a = session.device("a");
        Session bare = Pieces.of(device("z", "kind", 0));
        Session laid = Template.ofDevice(session, "a").onDevice(bare, "z", ALL).session();

        assertThat(laid.device("z").used()).isEqualTo(a.used());
        assertThat(laid.device("z").parameters()).isEqualTo(a.parameters());
        assertThat(laid.device("z").wanted()).containsExactlyInAnyOrderElementsOf(a.wanted());
        assertThat(laid.routes())
                .extracting(Route::hand)
                .containsExactlyInAnyOrderElementsOf(session.routes().stream()
                        .filter(r -> r.target().device().equals("a"))
                        .map(Route::hand)
                        .toList());
        session.recipes().forEach((target, recipe) -> {
            if (target.device().equals("a")) {
                assertThat(laid.recipes()).containsEntry(new Target("z", target.parameter()), recipe);
            }
        });
    }

    @Property(tries = 300)
    void whatIsThereStaysAndTwiceIsAsOnce(@ForAll long seed) {
        Session session = random(seed);
        Template template = Template.ofDevice(session, "a");
        Session laid = template.onDevice(session, "b", ALL).session();
        Device before = session.device("b");
        Device after = laid.device("b");

        for (Parameter parameter : before.parameters()) {
            if (before.exposure(parameter.id()) == Exposure.EXPOSED) {
                assertThat(after.exposure(parameter.id())).isEqualTo(Exposure.EXPOSED);
            }
            if (parameter.id().startsWith("x")) {
                assertThat(after.socketOf(parameter.id())).isEqualTo(before.socketOf(parameter.id()));
                assertThat(after.find(parameter.id())).isEqualTo(parameter);
            }
        }
        assertThat(after.used()).extracting(Socket::number).doesNotHaveDuplicates();
        assertThat(laid.device("a")).isEqualTo(session.device("a"));
        assertThat(laid.device("c")).isEqualTo(session.device("c"));
        assertThat(laid.lanes()).isEqualTo(session.lanes());
        assertThat(laid.macros()).isEqualTo(session.macros());
        assertThat(laid.routes()).containsAll(session.routes());
        Template.Outcome again = template.onDevice(laid, "b", ALL);
        assertThat(again.lines()).noneMatch(Template.Line::done);
        assertThat(again.session().equals(laid)).isTrue();
    }

    @Test
    void whatIsNotFoundIsAskedFor() {
        Session session = Pieces.of(device("a", "kind", 1), device("c", "other", 0));
        session = Exposing.expose(session, List.of(new Target("a", "x1"))).session();
        session = Assigning.connect(session, new Hand("s", "fader-2"), new Target("a", "x1"), Assigning.How.ADD);
        session = session.with(
                session.routes().get(0).with(Span.straight(0.9, 0.1)).with(Takeover.WHEN_THEY_MEET));
        Template template = Template.ofDevice(session, "a");

        Template.Outcome first = template.onDevice(session, "c", ALL);
        assertThat(first.session()).isEqualTo(session);
        assertThat(first.missing()).hasSize(1);
        assertThat(first.words()).isEqualTo("Nothing would change; 1 parameter was not found.");
        Template.Key key = first.missing().get(0).key();

        Template.Outcome chosen = template.onDevice(session, "c", new Template.Use(Map.of(key, "p3"), true));
        assertThat(chosen.missing()).isEmpty();
        assertThat(chosen.session().device("c").socketOf("p3")).isEqualTo(1);
        // What was chosen and is not there is missing still.
        assertThat(template.onDevice(session, "c", new Template.Use(Map.of(key, "gone"), true))
                        .missing())
                .isEqualTo(first.missing());
        assertThat(chosen.session().parameter(new Target("c", "p3")).name()).isEqualTo("Name of p3");
        Route route = chosen.session().routes().get(1);
        assertThat(route.target()).isEqualTo(new Target("c", "p3"));
        assertThat(route.span()).isEqualTo(Span.straight(0.9, 0.1));
        assertThat(route.takeover()).isEqualTo(Takeover.WHEN_THEY_MEET);
        assertThat(chosen.lines()).extracting(Template.Line::words).anyMatch(w -> w.contains("as it moves The a"));

        Session unconnected = template.onDevice(session, "c", new Template.Use(Map.of(key, "p3"), false))
                .session();
        assertThat(unconnected.routes()).hasSize(1);
    }

    @Test
    void aTrackIsLaidOutDeviceByDevice() {
        Session session = Pieces.of(device("a", "kind", 0), device("c", "other", 0));
        session = Exposing.expose(session, List.of(new Target("a", "p2"), new Target("c", "p4")))
                .session();
        Template template = Template.ofTrack(session, session.tracks().get(0));
        Session there = Pieces.of(device("c2", "other", 0), device("q", "third", 0));
        Template.Outcome outcome = template.onTrack(there, there.tracks().get(0), ALL);
        assertThat(outcome.session().device("c2").socketOf("p4")).isEqualTo(1);
        assertThat(outcome.session().device("q")).isEqualTo(there.device("q"));
        assertThat(outcome.lines()).extracting(Template.Line::words).anyMatch(w -> w.startsWith("The a: Strings has"));
        assertThatThrownBy(() -> template.onDevice(there, "q", ALL)).hasMessageContaining("Use it on a track");
        assertThatThrownBy(() -> new Template("Nothing", List.of())).hasMessageContaining("no device");
    }

    /** A told recipe beside a first pass, an offset layer, a ride that is there, a device that goes, and a version. */
    @Test
    void aToldRecipeMeetsPassesLayersDevicesAndVersions() {
        Session session = Pieces.of(device("a", "kind", 0), device("b", "kind", 0));
        Target own = new Target("a", "p1");
        Target there = new Target("b", "p1");
        Recipe told = Recipe.usual(session.parameter(own)).steadied(0.4);
        Session laid = Template.ofDevice(session.drawing(own, told), "a")
                .onDevice(session, "b", ALL)
                .session();
        assertThat(laid.nextRecipe(there, laid.lane(there).layer())).isEqualTo(told);
        assertThat(laid.nextRecipe(there, Layer.of("", true)).steady())
                .isEqualTo(Recipe.usual(session.parameter(there)).steady());
        assertThat(laid.nextRecipe(own, laid.lane(own).layer())).isEqualTo(Recipe.usual(session.parameter(own)));
        assertThat(Removing.device(laid, "b").apply(laid).recipes()).isEmpty();
        Session kept = Versions.keep(laid, "Then");
        Session bare = kept.withRecipes(Map.of());
        assertThat(Versions.back(bare, bare.versions().get(0)).recipes()).isEqualTo(laid.recipes());
    }
}
