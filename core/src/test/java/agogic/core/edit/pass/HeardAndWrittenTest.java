package agogic.core.edit.pass;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import agogic.core.assign.SpanChange;
import agogic.core.device.Device;
import agogic.core.envelope.Envelope;
import agogic.core.envelope.Point;
import agogic.core.lane.Lane;
import agogic.core.macro.Macro;
import agogic.core.macro.Member;
import agogic.core.parameter.Parameter;
import agogic.core.parameter.Taper;
import agogic.core.parameter.Unit;
import agogic.core.plan.Heard;
import agogic.core.play.Engine;
import agogic.core.play.Verdict;
import agogic.core.record.Pass;
import agogic.core.record.Punch;
import agogic.core.route.Hand;
import agogic.core.route.Into;
import agogic.core.route.Route;
import agogic.core.route.Span;
import agogic.core.route.Takeover;
import agogic.core.route.Target;
import agogic.core.route.WriteMode;
import agogic.core.score.Clip;
import agogic.core.session.Loop;
import agogic.core.session.Session;
import agogic.core.session.Track;
import agogic.core.surface.Address;
import agogic.core.surface.Control;
import agogic.core.surface.Surface;
import agogic.core.time.MetreMap;
import agogic.core.time.TempoMap;
import agogic.core.time.TempoPoint;
import agogic.core.time.Timeline;
import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.Tag;
import org.junit.jupiter.api.Test;

/**
 * Where the hand lies still, what was heard while it was written is what is heard afterwards: through spans of every form, on
 * what goes in steps and what does not, in every mode, absolute and as an offset, on the timeline and in a clip, through a
 * macro, in turns of a loop, after a count-in, between the ends of a punch, with every takeover, with controls that can say when they
 * are touched and such that cannot.
 */
class HeardAndWrittenTest {
    private static final long MS = 1_000_000L;
    private static final Target TARGET = new Target("d", "p");
    private static final int TOUCH_NOTE = 40;
    private static final double END = 16;

    /** Longer than the way of a line of the metre, and than the way back after a touch. Seconds. */
    private static final double BESIDE = 0.4;

    private record Look(int turn, double position, double value, int code, double counted) {}

    private final List<Look> looks = new ArrayList<>();
    private Session session;
    private Session written;
    private Engine engine;
    private boolean touched;

    private static Parameter parameter(Random random) {
        return switch (random.nextInt(5)) {
            case 0 -> Parameter.stepped("p", "Mode", "", 0, "A", "B", "C", "D", "E");
            case 1 -> Parameter.stepped("p", "Bypass", "", 0, "Off", "On");
            case 2 -> Parameter.continuous("p", "Cutoff", "", Unit.HERTZ, Taper.LOGARITHMIC, 60, 12_000, 800);
            case 3 -> Parameter.continuous("p", "Fader", "", Unit.DECIBEL, Taper.FADER, 0, 1, -6);
            default -> Parameter.continuous("p", "Level", "", Unit.DECIBEL, Taper.LINEAR, -60, 6, -20);
        };
    }

    private static double place(Random random) {
        return random.nextInt(3) == 0 ? random.nextInt(2) : random.nextDouble();
    }

    private static Span span(Random random) {
        Span.Curve curve = Span.Curve.values()[random.nextInt(4)];
        double amount =
                switch (curve) {
                    case BENT -> 2 * random.nextDouble() - 1;
                    case STEPS -> 2 + random.nextInt(7);
                    default -> 0;
                };
        double from = place(random);
        double to = place(random);
        return from == to ? new Span(from, 1 - from, curve, amount) : new Span(from, to, curve, amount);
    }

    private static Session piece(Random random, boolean looped) {
        Parameter parameter = parameter(random);
        Device device = Device.of("d", "Device", "", List.of(parameter), 4, List.of("p"));
        int note = random.nextInt(4) == 0 ? TOUCH_NOTE : -1;
        Surface surface = new Surface(
                "s",
                "Surface",
                "Surface",
                List.of(new Control("fader", "Fader", Control.Kind.FADER, new Address.Cc(1, 20), note)));
        double speed = new double[] {1, 0.5, 1.5}[random.nextInt(3)];
        Clip clip = new Clip("Clip", 2, 25 + random.nextDouble(), List.of(), List.of(), List.of())
                .called("c")
                .withSpeed(speed)
                .withOffset(random.nextInt(2));
        List<TempoPoint> tempos = List.of(
                new TempoPoint(0, 70 + random.nextInt(80), random.nextBoolean()),
                new TempoPoint(9, 60 + random.nextInt(100), false));
        Session bare = new Session(
                "Piece",
                "",
                new Timeline(TempoMap.of(tempos), MetreMap.steady(4, 4)),
                60,
                List.of(),
                new Loop(2, 8 + random.nextInt(6), looped),
                List.of(new Track("t", "Track", false, 1, List.of("d"), List.of(clip))),
                List.of(device),
                List.of(surface),
                List.of(),
                List.of(),
                List.of(),
                List.of());
        boolean drawn = !parameter.stepped() && random.nextBoolean();
        return !drawn
                ? bare
                : bare.with(Lane.drawn(
                        TARGET, Envelope.of(new Point(0, 0.3), new Point(11, 0.3 + 0.4 * random.nextDouble()))));
    }

    private static Session withMacro(Session session, Member member) {
        return session.withMacros(List.of(Macro.named("m", "Macro").with(List.of(member))));
    }

    /** The same at length: {@code ./agogic test --long}. */
    @Tag("long")
    @Property(tries = 2000)
    void whatWasHeardAtLength(@ForAll long seed) {
        whatWasHeardIsWhatIsWritten(seed);
    }

    @Property(tries = 60)
    void whatWasHeardIsWhatIsWritten(@ForAll long seed) {
        Random random = new Random(seed);
        session = piece(random, random.nextBoolean());
        boolean macro = random.nextInt(3) == 0;
        if (macro) {
            boolean spanned = random.nextBoolean();
            session =
                    withMacro(session, spanned ? new Member.BySpan(TARGET, span(random)) : new Member.ByOffset(TARGET));
        }
        Target target = macro ? new Target(Macro.DEVICE, "m") : TARGET;
        Route route = Route.of("r", new Hand("s", "fader"), span(random), target)
                .in(WriteMode.values()[1 + random.nextInt(3)])
                .with(Takeover.values()[random.nextInt(3)])
                .into(new Into(!macro && random.nextInt(3) == 0, random.nextBoolean()));
        session = session.with(route);
        ride(random);
        Heard heard = new Heard(written);
        Clip clip = session.tracks().get(0).clips().get(0);
        for (Look look : looks) {
            double beat = session.timeline().beatAt(look.position);
            boolean outside = beat < clip.beat() + 0.5 || beat > clip.end() - 0.5;
            if (route.into().clip() && outside) {
                continue;
            }
            assertThat(heard.valueAt(TARGET, look.position))
                    .as("at %s s, turn %s, %s, %s", look.position, look.turn, session.parameter(TARGET), route)
                    .isCloseTo(look.value, within(near(route, macro, look.code)));
        }
    }

    /** What was ridden follows another span, wherever it lies, as if it had been ridden through that. */
    @Property(tries = 40)
    void anotherSpanIsHeardAsIfItHadBeenRiddenSo(@ForAll long seed) {
        Random random = new Random(seed);
        session = piece(random, random.nextBoolean());
        Route route = Route.of("r", new Hand("s", "fader"), span(random), TARGET)
                .in(WriteMode.values()[1 + random.nextInt(3)])
                .into(new Into(random.nextBoolean(), false));
        session = session.with(route);
        ride(random);
        Span other = span(random);
        if (random.nextBoolean()) {
            other = new Span(
                    other.from(), other.to(), route.span().curve(), route.span().amount());
        }
        SpanChange.Outcome outcome = SpanChange.of(written, "r", other, SpanChange.Follow.RIDDEN);
        Heard heard = new Heard(outcome.session());
        Parameter parameter = session.parameter(TARGET);
        Clip clip = session.tracks().get(0).clips().get(0);
        boolean narrow = Math.abs(route.span().to() - route.span().from()) < 0.1;
        for (Look look : looks) {
            double beat = session.timeline().beatAt(look.position);
            boolean outside = beat < clip.beat() + 0.5 || beat > clip.end() - 0.5;
            if (route.into().clip() && outside || Double.isNaN(look.counted)) {
                continue;
            }
            // Points go along with the ends of a span: what was near in a narrow one is less near in a wide one.
            boolean exact = parameter.stepped() || other.curve() == Span.Curve.STEPS;
            assertThat(heard.valueAt(TARGET, look.position))
                    .as("at %s s, turn %s, %s, %s to %s", look.position, look.turn, parameter, route, other)
                    .isCloseTo(
                            parameter.settled(other.apply(look.counted)), within(exact ? 1e-9 : narrow ? 0.5 : 0.15));
        }
    }

    /** How far a value may be from that of a code of which only the cell is known; nothing where values go in steps. */
    private double near(Route route, boolean macro, int code) {
        Parameter parameter = session.parameter(TARGET);
        boolean apart = macro || route.into().offset();
        if (parameter.stepped() && apart) {
            // What moves it is no switch: it may lie a hair beside a border.
            return 1.0 / parameter.positions().size() + 1e-9;
        }
        Span span = route.span();
        if (parameter.stepped() || span.curve() == Span.Curve.STEPS && !apart) {
            return 1e-9;
        }
        double low = span.apply(Math.max(0, (code - 0.5) / 127));
        double high = span.apply(Math.min(1, (code + 0.5) / 127));
        // And the usual tolerance; closing in, a cell is as wide as the way that is left.
        return Math.abs(high - low) + (apart || route.takeover() != Takeover.AT_ONCE ? 0.05 : 0.012);
    }

    private void ride(Random random) {
        begin();
        int starts = random.nextInt(3);
        if (starts == 0) {
            engine.play();
        } else if (starts == 1) {
            double from = session.timeline().secondsAt(4);
            engine.play(from - 1.8, from);
        } else {
            engine.punch(Punch.RANGE);
            engine.play();
        }
        Control control = session.surfaces().get(0).controls().get(0);
        int code = random.nextInt(128);
        int to = code;
        double next = BESIDE + random.nextDouble();
        double look = Double.NaN;
        double lets = Double.NaN;
        double last = 0;
        int turn = 0;
        long now = 0;
        while (now < END * 1000) {
            now++;
            double second = now / 1000.0;
            if (second >= next) {
                if (code == to) {
                    to = (code + 20 + random.nextInt(89)) % 128;
                    touch(control, true, now);
                }
                code += Integer.signum(to - code) * Math.min(Math.abs(to - code), 1 + random.nextInt(3));
                engine.port(0).message(0xB0, 20, code, now * MS - 1);
                boolean there = code == to;
                next = second + (there ? 0.45 + random.nextDouble() : 0.01);
                look = there ? second + 0.2 : Double.NaN;
                lets = there && random.nextBoolean() ? second + BESIDE : Double.NaN;
            }
            if (second >= lets) {
                touch(control, false, now);
            }
            engine.tick(now * MS);
            engine.provide();
            double position = engine.live().position();
            turn += position < last ? 1 : 0;
            last = position;
            if (engine.live().writing(0)) {
                int current = turn;
                looks.removeIf(l -> l.turn < current && Math.abs(l.position - position) < BESIDE);
            }
            if (second >= look) {
                look = Double.NaN;
                boolean turns = Math.abs(session.timeline().beatAt(position)
                                - session.loop().to())
                        < 0.6;
                if (engine.live().writing(0) && !turns && second < END - BESIDE) {
                    looks.add(new Look(
                            turn, position, heard(), code, engine.live().counted(0)));
                }
            }
            take();
        }
        engine.stop();
        engine.tick((now + 1) * MS);
        take();
    }

    private void begin() {
        looks.clear();
        written = session;
        touched = false;
        engine = new Engine(session);
        engine.tick(0);
    }

    private double heard() {
        return engine.live().value(engine.index().of(TARGET));
    }

    private void touch(Control control, boolean down, long now) {
        if (control.touchSensitive() && touched != down) {
            touched = down;
            engine.port(0).message(down ? 0x90 : 0x80, TOUCH_NOTE, down ? 127 : 0, now * MS - 2);
        }
    }

    /** What ended is written at once, and played from then on, as by the program. */
    private void take() {
        for (List<Pass> some = engine.finishedPass(); some != null; some = engine.finishedPass()) {
            PassWriter.Outcome outcome = PassWriter.outcome(written, some);
            assertThat(outcome.loose()).noneMatch(words -> words.contains("could not"));
            written = outcome.session();
            engine.load(written);
        }
    }

    /** A hand that moves nothing writes nothing, whatever its mode, and if it only touches its control. */
    @Test
    void whatNobodyCanMoveIsNotWrittenOver() {
        Random random = new Random(5);
        Session free = piece(random, false)
                .with(new Surface(
                        "s",
                        "Surface",
                        "Surface",
                        List.of(new Control("fader", "Fader", Control.Kind.FADER, new Address.Cc(1, 20), TOUCH_NOTE))));
        Device device = free.devices().get(0);
        List<Session> closed = List.of(
                withMacro(free, new Member.BySpan(TARGET, Span.straight(0.1, 0.6))),
                withMacro(free, new Member.ByOffset(TARGET)),
                free.withDevice(device.using(List.of())),
                free.withDevice(device.with(device.find("p").withReserved(true))));
        for (WriteMode mode : List.of(WriteMode.TOUCH, WriteMode.LATCH, WriteMode.WRITE)) {
            for (Session one : closed) {
                Route route = Route.of("r", new Hand("s", "fader"), Span.FULL, TARGET);
                nothingIsWritten(one.with(route.in(mode)));
            }
            Route moves =
                    Route.of("r", new Hand("s", "fader"), Span.FULL, TARGET).in(mode);
            nothingIsWritten(free.with(moves.switched(false)));
            nothingIsWritten(free.with(moves.with(Span.straight(0.4, 0.4))));
        }
    }

    private void nothingIsWritten(Session one) {
        session = one;
        begin();
        engine.play();
        Control control = session.surfaces().get(0).controls().get(0);
        for (long now = 1; now < 3000; now++) {
            if (now == 500) {
                touch(control, true, now);
            } else if (now > 600 && now < 1200 && now % 10 == 0) {
                engine.port(0).message(0xB0, 20, (int) (now / 10), now * MS - 1);
            } else if (now == 1500) {
                touch(control, false, now);
            }
            engine.tick(now * MS);
            engine.provide();
            assertThat(engine.live().writing(0)).isFalse();
            assertThat(engine.live().verdict(0)).isNotEqualTo(Verdict.WRITTEN);
        }
        engine.stop();
        engine.tick(3000 * MS);
        take();
        assertThat(written.lanes()).isEqualTo(one.lanes());
        assertThat(written.rides()).isEmpty();
    }
}
