package agogic.desk.files;

import agogic.core.assign.Assigning;
import agogic.core.device.Device;
import agogic.core.device.Exposure;
import agogic.core.expose.Removing;
import agogic.core.midi.MidiScale;
import agogic.core.parameter.Offset;
import agogic.core.parameter.Parameter;
import agogic.core.play.Engine;
import agogic.core.play.Verdict;
import agogic.core.record.Punch;
import agogic.core.route.Hand;
import agogic.core.route.Into;
import agogic.core.route.Route;
import agogic.core.route.Span;
import agogic.core.route.Takeover;
import agogic.core.route.Target;
import agogic.core.route.WriteMode;
import agogic.core.session.Loop;
import agogic.core.session.Session;
import agogic.desk.live.Troubles;
import agogic.standins.comet.SlowComet;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Random;
import java.util.concurrent.locks.LockSupport;

/**
 * A person who does anything at any moment: modes, offsets, faders that say when they are touched and knobs that do not, the
 * hand on the screen, loops, punching by key, edits in the middle, a device that goes. What was written of it is told, with
 * what was heard. As a program of its own it plays until it is killed.
 */
final class RandomPlay {
    private static final String SURFACE = "north-eight";
    private static final int FIRST_FADER = 20;
    private static final int FIRST_TOUCH = 40;
    private static final int FIRST_KNOB = 102;

    private final Random random;
    private final Engine engine;
    private Session session;
    private final List<Moved> said = new ArrayList<>();
    private final boolean[] touched = new boolean[8];
    private long now;

    /** A move that was written: on which route, when in the piece, where its control was, and what was heard of it. */
    record Moved(String route, double at, double raw, double heard, long nanos) {
        /** A line of the program. */
        String line() {
            return route + " " + at + " " + raw + " " + heard + " " + nanos;
        }

        static Moved of(String line) {
            String[] part = line.split(" ");
            return new Moved(
                    part[0],
                    Double.parseDouble(part[1]),
                    Double.parseDouble(part[2]),
                    Double.parseDouble(part[3]),
                    Long.parseLong(part[4]));
        }
    }

    RandomPlay(long seed, long begins) {
        random = new Random(seed);
        now = begins;
        session = piece();
        engine = new Engine(session);
        engine.name("play");
        engine.tick(now);
        boolean loops = random.nextBoolean();
        session = session.withLoop(new Loop(4, 4 + 1 + random.nextInt(3), loops));
        engine.load(session);
        engine.punch(random.nextInt(4) == 0 ? Punch.values()[random.nextInt(3)] : Punch.OFF);
        engine.lend(random.nextInt(3) == 0);
        double from = session.timeline().secondsAt(4);
        engine.play(from - random.nextInt(2) * 0.3, from);
        engine.tick(now);
    }

    Engine engine() {
        return engine;
    }

    Session session() {
        return session;
    }

    List<Moved> said() {
        return said;
    }

    /** Some routes, each to a parameter that nothing else moves, in any mode, some as offsets. */
    private Session piece() {
        Session comet = SlowComet.score();
        List<Route> routes = new ArrayList<>();
        int knobs = 0;
        int faders = 0;
        for (Device device : comet.devices()) {
            for (Parameter parameter : device.parameters()) {
                Target target = new Target(device.id(), parameter.id());
                boolean plain = !comet.lane(target).plays()
                        && !parameter.stepped()
                        && !parameter.reserved()
                        && device.exposure(parameter.id()) != Exposure.HIDDEN
                        && comet.macros().stream().noneMatch(m -> m.members().stream()
                                .anyMatch(one -> one.target().equals(target)));
                if (plain && faders + knobs < 6) {
                    boolean fader = random.nextBoolean();
                    String control = fader ? "fader-" + ++faders : "knob-" + ++knobs;
                    double from = random.nextDouble();
                    routes.add(Route.of(
                                    "r" + routes.size(),
                                    new Hand(SURFACE, control),
                                    Span.straight(from, 1 - from / 3),
                                    target)
                            .in(WriteMode.values()[random.nextInt(4)])
                            .with(Takeover.AT_ONCE)
                            .pinned(random.nextBoolean())
                            .into(new Into(false, offsets("r" + routes.size(), parameter) && random.nextInt(2) == 0)));
                }
            }
        }
        return comet.withRoutes(routes);
    }

    /** The same piece, whatever the seed chose. */
    static Session piece(long seed) {
        return new RandomPlay(seed, 0).session;
    }

    /** Something happens, {@code nanos} later. */
    void step(long nanos) {
        now += nanos;
        int what = random.nextInt(100);
        if (what < 70) {
            move();
        } else if (what < 80) {
            int fader = random.nextInt(8);
            touched[fader] = !touched[fader];
            engine.port(SURFACE).message(touched[fader] ? 0x90 : 0x80, FIRST_TOUCH + fader, 100, now);
        } else if (what < 86) {
            onScreen();
        } else if (what < 92) {
            edit();
        } else if (what < 94) {
            engine.punchNow();
        } else if (what < 96) {
            engine.locate(session.timeline().secondsAt(4 + random.nextInt(3)));
        } else if (what < 97) {
            engine.stop();
        } else {
            engine.play();
        }
        engine.tick(now);
        engine.provide();
    }

    private void move() {
        Route route = session.routes().get(random.nextInt(session.routes().size()));
        String control = route.hand().map(Hand::control).orElse("");
        int number = control.charAt(control.length() - 1) - '1';
        int code = random.nextInt(128);
        int controller = (control.startsWith("fader") ? FIRST_FADER : FIRST_KNOB) + number;
        engine.port(SURFACE).message(0xB0, controller, code, now);
        engine.tick(now);
        int place = session.placeOfRoute(route.id());
        if (engine.live().verdict(place) == Verdict.WRITTEN) {
            double heard = engine.live().value(engine.index().of(route.target()));
            said.add(new Moved(
                    route.id(), engine.live().position(), MidiScale.normalised7(code), heard, System.nanoTime()));
        }
    }

    /** What the hand on the screen moves is no offset, so that it is known what lies beneath one. */
    private static boolean offsets(String route, Parameter parameter) {
        return odd(route) && Offset.adds(parameter);
    }

    private static boolean odd(String route) {
        return (route.charAt(route.length() - 1) - '0') % 2 == 1;
    }

    private void onScreen() {
        Route route = session.routes().get(random.nextInt(session.routes().size()));
        if (odd(route.id())) {
            return;
        }
        if (random.nextInt(3) == 0) {
            engine.letGo(now);
        } else {
            engine.hand(route.target(), random.nextDouble(), 1e-3, random.nextBoolean(), now);
        }
    }

    private void edit() {
        Route route = session.routes().get(random.nextInt(session.routes().size()));
        session = switch (random.nextInt(7)) {
            case 0 -> session.with(route.in(WriteMode.values()[random.nextInt(4)]));
            case 1 -> session.with(route.rehearsing(random.nextInt(3) == 0));
            case 2 -> session.with(route.into(
                    new Into(false, offsets(route.id(), session.parameter(route.target())) && random.nextBoolean())));
            case 3 -> session.routes().size() > 2 ? Assigning.disconnect(session, route.id()) : session;
            case 4 -> session.routes().size() > 2 && random.nextInt(3) == 0
                    ? without(route.target().device())
                    : session;
            case 5 -> session.withLoop(new Loop(4, 4 + 1 + random.nextInt(3), random.nextBoolean()));
            default -> session.with(route.pinned(random.nextBoolean()));
        };
        engine.load(session);
    }

    /** Without a device, unless nothing would be left to be moved. */
    private Session without(String device) {
        Session less = Removing.device(session, device).apply(session);
        return less.routes().isEmpty() ? session : less;
    }

    /** Plays with a journal in the file that is named, and says what was written, until it is killed. */
    public static void main(String[] arguments) {
        RandomPlay play = new RandomPlay(Long.parseLong(arguments[1]), System.nanoTime());
        Journal journal = new Journal(play.engine.log(), "play", new Troubles(System::nanoTime));
        journal.at(Path.of(arguments[0]));
        while (!journal.ready()) {
            LockSupport.parkNanos(1_000_000);
        }
        int told = 0;
        while (true) {
            play.step(Math.max(1, System.nanoTime() - play.now));
            journal.wake();
            for (; told < play.said.size(); told++) {
                System.out.println(
                        String.format(Locale.ROOT, "%s", play.said.get(told).line()));
            }
            System.out.flush();
            LockSupport.parkNanos(2_000_000);
        }
    }
}
