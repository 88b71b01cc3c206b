package agogic.formats.session;

import static org.assertj.core.api.Assertions.assertThat;

import agogic.core.assign.Assigning;
import agogic.core.assign.Assignment;
import agogic.core.assign.ControllerMap;
import agogic.core.assign.Overlap;
import agogic.core.assign.SpanChange;
import agogic.core.assign.SurfaceEdits;
import agogic.core.check.Check;
import agogic.core.check.Finding;
import agogic.core.edit.macro.Macros;
import agogic.core.edit.macro.Travel;
import agogic.core.macro.Macro;
import agogic.core.play.Engine;
import agogic.core.route.Hand;
import agogic.core.route.Route;
import agogic.core.route.Span;
import agogic.core.route.Takeover;
import agogic.core.route.Target;
import agogic.core.session.History;
import agogic.core.session.Session;
import agogic.core.surface.Control;
import agogic.core.surface.Surface;
import agogic.standins.comet.SlowComet;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Random;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.Tag;

/**
 * Laws for whatever people do with hands, pages and macros: a refusal has words and changes nothing, what comes of it can
 * be saved, opened, played and undone.
 */
class AnyEditTest {
    private static final Session COMET = SlowComet.session();

    private static Target anyTarget(Session session, Random random) {
        if (!session.macros().isEmpty() && random.nextInt(4) == 0) {
            return session.macros().get(random.nextInt(session.macros().size())).target();
        }
        var device = session.devices().get(random.nextInt(session.devices().size()));
        int most = Math.min(12, device.parameters().size());
        return new Target(
                device.id(), device.parameters().get(random.nextInt(most)).id());
    }

    private static Hand anyHand(Session session, Random random) {
        Surface surface =
                session.surfaces().get(random.nextInt(session.surfaces().size()));
        Control control =
                surface.controls().get(random.nextInt(surface.controls().size()));
        return new Hand(
                surface.id(), control.id(), random.nextInt(surface.pages().size() + 1));
    }

    private static Route anyRoute(Session session, Random random) {
        return session.routes().get(random.nextInt(session.routes().size()));
    }

    private static String anySurface(Session session, Random random) {
        return session.surfaces().get(random.nextInt(session.surfaces().size())).id();
    }

    private static Span anySpan(Random random) {
        double from = random.nextDouble();
        double to = random.nextDouble();
        return switch (random.nextInt(4)) {
            case 0 -> Span.straight(from, to);
            case 1 -> new Span(from, to, Span.Curve.BENT, 2 * random.nextDouble() - 1);
            case 2 -> new Span(from, to, Span.Curve.S, 0);
            default -> new Span(from, to, Span.Curve.STEPS, 2 + random.nextInt(6));
        };
    }

    private static Session edited(Session s, Random random) {
        return switch (random.nextInt(19)) {
            case 0, 1, 2 -> Assigning.connect(
                    s,
                    anyHand(s, random),
                    anyTarget(s, random),
                    random.nextBoolean() ? Assigning.How.ADD : Assigning.How.TAKE_OVER);
            case 3 -> Assigning.disconnect(s, anyRoute(s, random).id());
            case 4 -> Assigning.onPage(s, anyRoute(s, random).id(), random.nextInt(4));
            case 5 -> Assigning.takingOver(s, anyHand(s, random), Takeover.values()[random.nextInt(3)]);
            case 6 -> SurfaceEdits.addPage(s, anySurface(s, random));
            case 7 -> SurfaceEdits.removePage(s, anySurface(s, random), 1);
            case 8 -> SurfaceEdits.removeControl(s, anyHand(s, random));
            case 9 -> SurfaceEdits.pageButton(
                    s, anySurface(s, random), 1, Optional.of(anyHand(s, random).control()));
            case 10, 11 -> {
                Macro fresh = Macros.fresh(s, "Any");
                yield Macros.add(
                        s.with(fresh),
                        fresh.id(),
                        List.of(anyTarget(s, random), anyTarget(s, random)),
                        random.nextBoolean());
            }
            case 12 -> s.macros().isEmpty()
                    ? s
                    : Macros.add(
                            s,
                            s.macros().get(random.nextInt(s.macros().size())).id(),
                            List.of(anyTarget(s, random)),
                            random.nextBoolean());
            case 13 -> s.macros().isEmpty()
                    ? s
                    : Macros.delete(s, s.macros().get(0).id());
            case 14 -> s.macros().isEmpty()
                    ? s
                    : Travel.fullWay(
                            s, s.macros().get(random.nextInt(s.macros().size())).id());
            case 15 -> s.macros().isEmpty()
                    ? s
                    : Macros.reachThroughOneSocket(
                            s, s.macros().get(random.nextInt(s.macros().size())).id());
            case 16 -> SpanChange.of(
                            s, anyRoute(s, random).id(), anySpan(random), SpanChange.Follow.values()[random.nextInt(3)])
                    .session();
            case 17 -> ControllerMap.of(s, anySurface(s, random)).applyTo(s).session();
            default -> {
                List<Finding> findings =
                        Check.of(s).stream().filter(f -> f.change().isPresent()).toList();
                yield findings.isEmpty()
                        ? s
                        : findings.get(random.nextInt(findings.size()))
                                .change()
                                .get()
                                .apply(s);
            }
        };
    }

    /** The same at length: {@code ./agogic test --long}. */
    @Tag("long")
    @Property(tries = 200)
    void whateverIsDoneCanBeSavedOpenedPlayedAndUndoneAtLength(@ForAll long seed) throws IOException {
        whateverIsDoneCanBeSavedOpenedPlayedAndUndone(seed);
    }

    @Property(tries = 15)
    void whateverIsDoneCanBeSavedOpenedPlayedAndUndone(@ForAll long seed) throws IOException {
        Random random = new Random(seed);
        History history = History.of(COMET);
        List<Session> been = new ArrayList<>(List.of(COMET));
        for (int i = 0; i < 25; i++) {
            Session now = history.session();
            try {
                Session next = edited(now, random);
                history = history.after("Edit " + i, next);
                if (next != now) {
                    been.add(next);
                }
            } catch (IllegalArgumentException refusal) {
                assertThat(refusal.getMessage())
                        .as("a refusal has words")
                        .contains(" ")
                        .endsWith(".");
            }
        }
        assertThat(been.size()).as("most of it can be done").isGreaterThan(6);
        Session after = history.session();
        Path file = Files.createTempFile("any", SessionFile.ENDING);
        SessionFile.save(file, after);
        Session opened = SessionFile.open(file);
        Files.delete(file);
        assertThat(opened.routes()).isEqualTo(after.routes());
        assertThat(opened.macros()).isEqualTo(after.macros());
        assertThat(opened.surfaces()).isEqualTo(after.surfaces());
        assertThat(opened.lanes()).isEqualTo(after.lanes());
        plays(after, random);
        told(after);
        for (int i = been.size() - 1; i > 0; i--) {
            assertThat(history.session()).isSameAs(been.get(i));
            assertThat(history.undoable()).isPresent();
            history = history.undo();
            assertThat(history.session()).isSameAs(been.get(i - 1));
        }
    }

    private static void plays(Session session, Random random) {
        Engine engine = new Engine(session);
        engine.play();
        for (int tick = 0; tick < 60; tick++) {
            for (int s = 0; s < session.surfaces().size(); s++) {
                engine.port(s).message(0xB0 | s, 20 + random.nextInt(100), random.nextInt(128), tick * 1_000_000L);
            }
            engine.tick(tick * 1_000_000L);
        }
        for (int p = 0; p < engine.index().size(); p++) {
            assertThat(engine.live().value(p)).isBetween(0.0, 1.0);
        }
    }

    /** Every wire is told once in the table, every overlap has words, and nothing is left of what went. */
    private static void told(Session session) {
        long wires = session.routes().stream().filter(r -> r.hand().isPresent()).count();
        List<Assignment> all = Assignment.of(session);
        assertThat(all.stream().filter(a -> a.route().isPresent()).count()).isEqualTo(wires);
        assertThat(all.stream()
                        .map(Assignment::route)
                        .filter(Optional::isPresent)
                        .distinct()
                        .count())
                .isEqualTo(wires);
        assertThat(Overlap.of(session)).allMatch(o -> o.sentence().endsWith("."));
        for (Macro macro : session.macros()) {
            assertThat(macro.members()).allMatch(m -> session.has(m.target()));
        }
    }
}
