package agogic.formats.session;

import static org.assertj.core.api.Assertions.assertThat;

import agogic.core.assign.Assigning;
import agogic.core.assign.ControllerMap;
import agogic.core.assign.Overlap;
import agogic.core.assign.SpanChange;
import agogic.core.assign.SurfaceEdits;
import agogic.core.check.Check;
import agogic.core.check.Finding;
import agogic.core.device.Device;
import agogic.core.device.Outside;
import agogic.core.edit.macro.Macros;
import agogic.core.edit.macro.Travel;
import agogic.core.edit.pass.PassWriter;
import agogic.core.edit.pass.Takes;
import agogic.core.envelope.Shape;
import agogic.core.expose.Adding;
import agogic.core.expose.Exposing;
import agogic.core.expose.TakingBack;
import agogic.core.fit.Fit;
import agogic.core.fit.FitPlan;
import agogic.core.lane.Lane;
import agogic.core.lane.LaneWriter;
import agogic.core.macro.Macro;
import agogic.core.parameter.Parameter;
import agogic.core.parameter.Taper;
import agogic.core.parameter.Unit;
import agogic.core.play.Engine;
import agogic.core.record.Pass;
import agogic.core.refine.Recipe;
import agogic.core.route.Hand;
import agogic.core.route.Route;
import agogic.core.route.Span;
import agogic.core.route.Takeover;
import agogic.core.route.Target;
import agogic.core.route.WriteMode;
import agogic.core.session.Destination;
import agogic.core.session.History;
import agogic.core.session.Loop;
import agogic.core.session.Points;
import agogic.core.session.Resting;
import agogic.core.session.Session;
import agogic.core.session.Track;
import agogic.core.surface.Address;
import agogic.core.surface.Control;
import agogic.core.surface.Surface;
import agogic.core.time.MetreMap;
import agogic.core.time.TempoMap;
import agogic.core.time.TempoPoint;
import agogic.core.time.Timeline;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import java.util.Random;
import java.util.Set;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/**
 * Long sequences of whatever can be done to a session, at whatever values: nothing is thrown but a refusal in words, and
 * whatever comes of it can be saved, opens, is the same, plays and can be undone.
 */
class LongEditsTest {
    private static final int SEQUENCES =
            Integer.getInteger("agogic.sequences", Boolean.getBoolean("agogic.long") ? 40 : 5);
    private static final int EDITS = 200;

    @TempDir
    private Path folder;

    private Random random;
    private long clock;

    private double edge() {
        double[] edges = {
            0,
            1,
            0.5,
            -0.0,
            Math.nextUp(1.0),
            Math.nextDown(0.0),
            1e-12,
            -1e-12,
            1 - 1e-12,
            Double.MIN_VALUE,
            2,
            -3,
            1e6,
            Double.NaN,
            Double.POSITIVE_INFINITY,
            1e-320
        };
        return random.nextInt(4) == 0 ? edges[random.nextInt(edges.length)] : random.nextDouble();
    }

    private double time() {
        double[] edges = {0, 40, 39.999, 8, 8 + 1e-12, -1, 1e9, Double.NaN};
        return random.nextInt(5) == 0 ? edges[random.nextInt(edges.length)] : random.nextInt(41) + edge() * 0.5;
    }

    private <T> T one(List<T> all) {
        if (all.isEmpty()) {
            throw new NothingThere();
        }
        return all.get(random.nextInt(all.size()));
    }

    /** There is nothing to try this edit on. */
    private static final class NothingThere extends RuntimeException {
        private static final long serialVersionUID = 1;
    }

    private Target target(Session s) {
        if (!s.macros().isEmpty() && random.nextInt(5) == 0) {
            return one(s.macros()).target();
        }
        Device device = one(s.devices());
        return new Target(device.id(), one(device.parameters()).id());
    }

    private Hand hand(Session s) {
        Surface surface = one(s.surfaces());
        return new Hand(surface.id(), one(surface.controls()).id(), random.nextInt(4));
    }

    private Span span() {
        double amount = random.nextInt(3) == 0 ? edge() : 2 + random.nextInt(5);
        return new Span(edge(), edge(), Span.Curve.values()[random.nextInt(4)], amount);
    }

    private Shape shape() {
        Shape.Kind kind = Shape.Kind.values()[random.nextInt(Shape.Kind.values().length)];
        return new Shape(kind, edge(), 1 + random.nextInt(9), 0.25 + 0.5 * random.nextDouble(), 0, 1);
    }

    private Recipe recipe() {
        return new Recipe(
                edge() / 10,
                edge() / 10,
                edge() * 3,
                Recipe.Anchor.values()[random.nextInt(3)],
                Recipe.Anchor.values()[random.nextInt(3)],
                edge(),
                random.nextBoolean(),
                edge() / 4,
                edge());
    }

    private Pass pass(Session s) {
        Route route = one(s.routes());
        if (route.hand().isEmpty()) {
            route = route.by(Optional.of(hand(s)));
        }
        route = route.in(WriteMode.values()[1 + random.nextInt(3)]);
        int n = 1 + random.nextInt(60);
        double from = random.nextInt(30);
        double to = from + 0.5 + 8 * random.nextDouble();
        double[] seconds = new double[n];
        double[] places = new double[n];
        for (int i = 0; i < n; i++) {
            seconds[i] = from - 1 + (to - from + 1) * random.nextDouble();
            places[i] = random.nextInt(128) / 127.0;
        }
        Arrays.sort(seconds);
        double first = Math.max(from, seconds[0]);
        Pass.Touch touch = new Pass.Touch(first, Math.max(first, first + (to - first) * random.nextDouble()));
        return new Pass(
                route,
                random.nextBoolean() ? 1 / 127.0 : 0,
                false,
                from,
                to,
                seconds,
                places,
                places,
                List.of(touch),
                random.nextDouble(),
                Pass.End.values()[random.nextInt(4)]);
    }

    private Session edited(Session s) {
        return switch (random.nextInt(59)) {
            case 0, 1 -> Assigning.connect(s, hand(s), target(s), Assigning.How.values()[random.nextInt(2)]);
            case 2 -> Assigning.disconnect(s, one(s.routes()).id());
            case 3 -> Assigning.onPage(s, one(s.routes()).id(), random.nextInt(6) - 1);
            case 4 -> Assigning.takingOver(s, hand(s), Takeover.values()[random.nextInt(3)]);
            case 5 -> Assigning.smoothing(s, hand(s), edge() * 100);
            case 6 -> SurfaceEdits.addPage(s, one(s.surfaces()).id());
            case 7 -> SurfaceEdits.removePage(s, one(s.surfaces()).id(), random.nextInt(5) - 1);
            case 8 -> SurfaceEdits.renamePage(s, one(s.surfaces()).id(), random.nextInt(5) - 1, name());
            case 9 -> SurfaceEdits.pageButton(
                    s, one(s.surfaces()).id(), random.nextInt(5) - 1, Optional.of(hand(s).control()));
            case 10 -> SurfaceEdits.removeControl(s, hand(s));
            case 11 -> SurfaceEdits.remove(s, one(s.surfaces()).id());
            case 12 -> SurfaceEdits.control(
                    s,
                    one(s.surfaces()).id(),
                    new Control(
                            "c" + random.nextInt(6),
                            name(),
                            Control.Kind.values()[random.nextInt(9)],
                            new Address.Cc(random.nextInt(18), random.nextInt(130)),
                            random.nextInt(130) - 2));
            case 13, 14 -> {
                Macro fresh = Macros.fresh(s, name());
                yield Macros.add(s.with(fresh), fresh.id(), List.of(target(s), target(s)), random.nextBoolean());
            }
            case 15 -> Macros.add(s, one(s.macros()).id(), List.of(target(s)), random.nextBoolean());
            case 16 -> Macros.delete(s, one(s.macros()).id());
            case 17 -> Travel.fullWay(s, one(s.macros()).id());
            case 18 -> Macros.reachThroughOneSocket(s, one(s.macros()).id());
            case 19 -> s.with(one(s.macros()).centred(edge()).scaled(edge() * 4));
            case 20 -> SpanChange.of(s, one(s.routes()).id(), span(), SpanChange.Follow.values()[random.nextInt(3)])
                    .session();
            case 21 -> {
                Route route = one(s.routes());
                Span shifted = SpanChange.shifted(s.parameter(route.target()), route.span(), edge() * 10);
                yield SpanChange.of(s, route.id(), shifted, SpanChange.Follow.WHOLE)
                        .session();
            }
            case 22 -> ControllerMap.of(s, one(s.surfaces()).id()).applyTo(s).session();
            case 23 -> {
                List<Finding> mends =
                        Check.of(s).stream().filter(f -> f.change().isPresent()).toList();
                yield mends.isEmpty() ? s : one(mends).change().get().apply(s);
            }
            case 24 -> Exposing.expose(s, List.of(target(s), target(s))).session();
            case 25 -> Exposing.join(s, target(s), random.nextInt(8), span());
            case 26 -> Exposing.renumber(s, one(s.devices()).id(), random.nextInt(8), random.nextInt(8));
            case 27 -> Exposing.rename(s, target(s), name());
            case 28 -> Exposing.name(s, target(s), name());
            case 29 -> TakingBack.of(s, List.of(target(s))).apply(s);
            case 30, 31 -> Points.add(s, target(s), time(), edge());
            case 32 -> Points.move(s, target(s), random.nextInt(9) - 1, time(), edge());
            case 33 -> Points.shape(s, target(s), random.nextInt(9) - 1, shape());
            case 34 -> Points.delete(s, target(s), random.nextInt(9) - 1);
            case 35, 36, 37 -> PassWriter.write(s, List.of(pass(s)));
            case 38 -> {
                List<Lane> ridden =
                        s.lanes().stream().filter(l -> !l.stretches().isEmpty()).toList();
                Lane lane = one(ridden);
                LaneWriter writer = new LaneWriter(s.parameter(lane.target()), s.timeline(), lane.lock());
                int index = random.nextInt(lane.stretches().size());
                yield s.with(writer.rewrite(lane, index, recipe(), s::ride));
            }
            case 39 -> {
                List<Lane> ridden =
                        s.lanes().stream().filter(l -> !l.stretches().isEmpty()).toList();
                Lane lane = one(ridden);
                int index = random.nextInt(lane.stretches().size());
                yield random.nextBoolean()
                        ? Takes.choose(s, lane.target(), 0, index)
                        : Takes.average(s, lane.target(), 0, Takes.of(s, lane, index));
            }
            case 40 -> s.withLoop(new Loop(time(), time(), random.nextBoolean()));
            case 41 -> s.withTimeline(new Timeline(
                    TempoMap.of(List.of(
                            new TempoPoint(0, 30 + edge() * 200, random.nextBoolean()),
                            new TempoPoint(time(), 30 + edge() * 200, random.nextBoolean()))),
                    MetreMap.steady(1 + random.nextInt(7), 4)));
            case 42 -> Resting.at(s, target(s), edge());
            case 43, 44, 45, 46, 47, 48, 49 -> new AnyLayerEdit(random, this::time).of(s, target(s));
            case 50, 51, 52, 53, 54, 55 -> new AnyShapeEdit(random).of(s, target(s), this::hand);
            case 56, 57 -> {
                Destination one = one(s.destinations());
                yield switch (random.nextInt(5)) {
                    case 0 -> s.with(one.toggling(Destination.Part.values()[random.nextInt(10)]));
                    case 1 -> s.with(one.called(name()));
                    case 2 -> s.with(one.with(one.how()
                            .withMidi(one.how()
                                    .midi()
                                    .withCable(random.nextBoolean())
                                    .withFine("nrpn"))));
                    case 3 -> s.with(one.gone("/somewhere/" + random.nextInt(3), Fingerprint.of(s)));
                    default -> s.withDestinations(s.destinations().stream()
                            .filter(d -> random.nextBoolean())
                            .toList());
                };
            }
            default -> {
                FitPlan plan = Fit.plan(s, one(s.devices()).id(), Set.of());
                yield random.nextBoolean()
                        ? plan.apply(s)
                        : s.devices().size() < 6
                                ? Adding.of(s, hardware(), one(s.tracks()).id())
                                : s;
            }
        };
    }

    private String name() {
        String[] names = {"", " ", "Any", "any", "Ä ö", "a,b", "\"q\"", "\uD83C\uDF0C", "half \uD800", "x\ny", "macros"
        };
        return names[random.nextInt(names.length)];
    }

    private static Device hardware() {
        Parameter level = Parameter.continuous("cc-7", "Volume", "", Unit.PLAIN, Taper.LINEAR, 0, 127, 100);
        return new Device(
                "box",
                "Box",
                "",
                List.of(level),
                0,
                List.of(),
                List.of(),
                List.of(),
                List.of(new Outside("cc-7", Outside.Way.CC, 1, 7)),
                0);
    }

    static Session first() {
        List<Parameter> all = List.of(
                Parameter.continuous("cutoff", "Cutoff", "Filter", Unit.HERTZ, Taper.LOGARITHMIC, 120, 8000, 800),
                Parameter.continuous("shift", "Shift", "Filter", Unit.HERTZ, Taper.LINEAR, -1000, 1000, 0),
                Parameter.continuous("low", "Low", "Filter", Unit.HERTZ, Taper.LINEAR, 0, 500, 20),
                Parameter.continuous("level", "Level", "Out", Unit.DECIBEL, Taper.FADER, -70, 3.9, 0),
                Parameter.continuous("time", "Time", "Echo", Unit.SECONDS, new Taper.Power(3), 0.001, 4, 0.3),
                Parameter.continuous("down", "Down", "", Unit.PERCENT, Taper.LINEAR, 100, 0, 40),
                Parameter.stepped("kind", "Kind", "", 1, "Low", "Band", "High", "Off"),
                Parameter.stepped("on", "On", "", 0, "Off", "On"),
                Parameter.continuous("keep", "Keep", "", Unit.PLAIN, Taper.LINEAR, 0, 1, 0.5)
                        .asReserved());
        Device device = Device.of("d", "Device", "", all, 6, List.of("cutoff", "level", "kind", "keep"));
        Device other = Device.of("e", "Other", "", all.subList(0, 8), 2, List.of("cutoff"));
        List<Control> controls = new ArrayList<>();
        for (int c = 0; c < 6; c++) {
            controls.add(new Control("c" + c, "Fader " + c, Control.Kind.FADER, new Address.Cc(1, 20 + c), c - 1));
        }
        Session session = new Session(
                "Piece",
                "",
                new Timeline(TempoMap.steady(90), MetreMap.steady(4, 4)),
                40,
                List.of(),
                new Loop(0, 8, false),
                List.of(new Track("t", "Track", false, 1, List.of("d", "e"), AnyLayerEdit.clips())),
                List.of(device, other),
                List.of(new Surface("s", "Surface", "Surface", controls), new Surface("z", "Second", "Z", controls)),
                List.of(),
                List.of(),
                List.of(),
                List.of());
        session = Assigning.connect(session, new Hand("s", "c0"), new Target("d", "cutoff"), Assigning.How.ADD);
        session = Assigning.connect(session, new Hand("s", "c1"), new Target("d", "level"), Assigning.How.ADD);
        return Assigning.connect(session, new Hand("z", "c2"), new Target("e", "shift"), Assigning.How.ADD);
    }

    @Test
    void whateverIsDoneTwoHundredTimes() throws IOException {
        List<String> wrong = new ArrayList<>();
        for (int seed = 1; seed <= SEQUENCES; seed++) {
            random = new Random(seed);
            History history = History.of(first());
            List<Session> been = new ArrayList<>(List.of(history.session()));
            Engine followed = new Engine(history.session());
            for (int i = 0; i < EDITS; i++) {
                Session now = history.session();
                try {
                    history = history.after("Edit " + i, edited(now));
                } catch (IllegalArgumentException refusal) {
                    String why = String.valueOf(refusal.getMessage());
                    boolean words = why.contains(" ")
                            && why.endsWith(".")
                            && !why.matches(".*(\\w+\\[\\w+=|Exception|null|[Bb]ound must).*");
                    if (!words) {
                        wrong.add("seed " + seed + ", edit " + i + ": “" + why + "” " + where(refusal));
                    }
                } catch (NothingThere nothing) {
                    // Another edit, another time.
                } catch (RuntimeException e) {
                    wrong.add("seed " + seed + ", edit " + i + ": " + e + " " + where(e));
                }
                if (history.session() != now) {
                    been.add(history.session());
                    followed.load(history.session());
                    if (i % 3 == 0) {
                        wrong.addAll(asFresh(followed, history.session(), "seed " + seed + ", edit " + i));
                    }
                    if (i % 10 == 0) {
                        wrong.addAll(opens(history.session(), "seed " + seed + ", edit " + i));
                    }
                }
            }
            wrong.addAll(opens(history.session(), "seed " + seed));
            plays(history.session());
            Overlap.of(history.session());
            for (int i = been.size() - 1; i > 0; i--) {
                assertThat(history.session()).isSameAs(been.get(i));
                history = history.undo();
                followed.load(history.session());
                if (i % 7 == 0) {
                    wrong.addAll(asFresh(followed, history.session(), "seed " + seed + ", undone to " + i));
                }
            }
            assertThat(history.session()).isSameAs(been.get(0));
        }
        assertThat(wrong.stream().limit(12)).isEmpty();
    }

    private static String where(RuntimeException e) {
        return Arrays.stream(e.getStackTrace())
                .filter(t -> t.getClassName().startsWith("agogic"))
                .limit(3)
                .toList()
                .toString();
    }

    private List<String> opens(Session session, String when) {
        Path file = folder.resolve("any.agogic");
        try {
            SessionFile.save(file, session);
            return SessionFile.open(file).equals(session) ? List.of() : List.of(when + ": not the same");
        } catch (IOException e) {
            return List.of(when + ": " + e.getMessage());
        } finally {
            try {
                Files.deleteIfExists(file);
            } catch (IOException e) {
                // The folder goes with the test.
            }
        }
    }

    /** An engine that came here edit by edit says what one says that knows nothing else. */
    private List<String> asFresh(Engine followed, Session session, String when) {
        Engine fresh = new Engine(session);
        for (double seconds : new double[] {0, 3.7, 19.2}) {
            clock += 1_000_000;
            followed.locate(seconds);
            fresh.locate(seconds);
            followed.tick(clock);
            fresh.tick(clock);
            for (int p = 0; p < fresh.index().size(); p++) {
                double value = followed.live().value(p);
                if (value != fresh.live().value(p)) {
                    return List.of(when + ": " + fresh.index().target(p) + " is " + value + " at " + seconds
                            + " s, not " + fresh.live().value(p));
                }
            }
        }
        return List.of();
    }

    private void plays(Session session) {
        Engine engine = new Engine(session);
        engine.play();
        for (int tick = 0; tick < 1000; tick++) {
            for (int s = 0; s < session.surfaces().size(); s++) {
                engine.port(s).message(0xB0, 20 + random.nextInt(8), random.nextInt(128), tick * 1_000_000L);
            }
            engine.tick(tick * 1_000_000L);
        }
        for (int p = 0; p < engine.index().size(); p++) {
            assertThat(engine.live().value(p)).isBetween(0.0, 1.0);
        }
    }
}
