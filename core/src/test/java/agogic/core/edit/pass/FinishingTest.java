package agogic.core.edit.pass;

import static agogic.core.Pieces.target;
import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import agogic.core.Pieces;
import agogic.core.lane.Lane;
import agogic.core.lane.Stretch;
import agogic.core.record.Pass;
import agogic.core.route.Hand;
import agogic.core.route.Into;
import agogic.core.route.Route;
import agogic.core.route.Span;
import agogic.core.route.Target;
import agogic.core.route.WriteMode;
import agogic.core.session.Session;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Random;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.Tag;

/** What was ridden lies in its lane at once, as it was ridden, and what is made of it later is what would have been written. */
class FinishingTest {
    private static final Target ONE = target("p1");

    private static Pass pass(Random random, Route route) {
        int n = 1 + random.nextInt(80);
        double from = random.nextInt(20);
        double to = from + 1 + 8 * random.nextDouble();
        double[] seconds = new double[n];
        double[] places = new double[n];
        double place = random.nextDouble();
        for (int i = 0; i < n; i++) {
            seconds[i] = from - 0.3 + (to - from + 0.3) * random.nextDouble();
            place = Math.max(0, Math.min(1, place + random.nextGaussian() / 20));
            places[i] = Math.round(place * 127) / 127.0;
        }
        Arrays.sort(seconds);
        double first = Math.max(from, seconds[0]);
        double last = first + (to - first) * random.nextDouble();
        return new Pass(
                route,
                1 / 127.0,
                false,
                from,
                to,
                seconds,
                places,
                places,
                List.of(new Pass.Touch(first, last)),
                0.5,
                Pass.End.TURNED);
    }

    private static Session piece(Random random) {
        Session bare = Pieces.wanting(4, 4, 3);
        return random.nextBoolean() ? bare : Pieces.drawn(bare, "p1", 0, 0.2, 12, 0.9, 30, 0.4);
    }

    private static Route route(Random random, boolean offset) {
        return Route.of("a", new Hand("s", "fader-1"), Span.straight(random.nextDouble(), random.nextDouble()), ONE)
                .in(WriteMode.values()[1 + random.nextInt(3)])
                .into(new Into(false, offset));
    }

    private static double heard(Session session, double beat) {
        return session.stack(session.lane(ONE)).valueAtBeat(beat);
    }

    /** The same at length: {@code ./agogic test --long}. */
    @Tag("long")
    @Property(tries = 1500)
    void whatIsMadeLaterIsWhatWouldHaveBeenWrittenAtLength(@ForAll Random random) {
        whatIsMadeLaterIsWhatWouldHaveBeenWritten(random);
    }

    @Property(tries = 40, seed = "27")
    void whatIsMadeLaterIsWhatWouldHaveBeenWritten(@ForAll Random random) {
        boolean offset = random.nextInt(4) == 0;
        Session start = piece(random);
        Session at = start;
        Session later = start;
        for (int i = 0; i < 1 + random.nextInt(3); i++) {
            List<Pass> passes = new ArrayList<>();
            for (int k = 0; k < 1 + random.nextInt(2); k++) {
                passes.add(pass(random, route(random, offset)));
            }
            at = PassWriter.write(at, passes);
            later = PassWriter.ridden(later, passes).session();
            assertThat(Finishing.due(later)).isTrue();
            // Sometimes there is time in between.
            later = random.nextBoolean() ? Finishing.finished(later) : later;
        }
        Session made = Finishing.finished(later);
        assertThat(Finishing.due(made)).isFalse();
        assertThat(Finishing.finished(made)).isSameAs(made);
        assertThat(made.rides()).isEqualTo(at.rides());
        Lane wanted = at.lane(ONE);
        Lane lane = made.lane(ONE);
        assertThat(lane.stretches().size()).isEqualTo(wanted.stretches().size());
        for (int i = 0; i < lane.stretches().size(); i++) {
            Stretch one = lane.stretches().get(i);
            assertThat(one.from()).isEqualTo(wanted.stretches().get(i).from());
            assertThat(one.to()).isEqualTo(wanted.stretches().get(i).to());
        }
        for (double beat = 0; beat < 32; beat += 0.0371) {
            assertThat(heard(made, beat)).as("at beat %s", beat).isCloseTo(heard(at, beat), within(1e-9));
        }
    }

    @Property(tries = 100, seed = "28")
    void untilThenItIsHeardAsItWasRidden(@ForAll Random random) {
        Session start = piece(random);
        Route route = route(random, false).in(WriteMode.WRITE);
        Pass pass = pass(random, route);
        Session ridden = PassWriter.ridden(start, List.of(pass)).session();
        Stretch stretch = ridden.lane(ONE).stretches().get(0);
        for (int i = 0; i + 1 < pass.seconds().length; i++) {
            double middle = (pass.seconds()[i] + pass.seconds()[i + 1]) / 2
                    - stretch.recipe().shift();
            if (middle > pass.from() && middle < pass.to() && pass.seconds()[i + 1] > pass.seconds()[i]) {
                double beat = ridden.timeline().beatAt(middle);
                double value = route.span().apply(pass.counted()[i]);
                assertThat(heard(ridden, beat)).isCloseTo(value, within(1e-9));
            }
        }
        // Before and after it nothing is another than it was.
        for (double beat = 0; beat < 32; beat += 0.05) {
            double seconds = ridden.timeline().secondsAt(beat);
            if (seconds < pass.from() - 1e-6 || seconds > pass.to() + 1e-6) {
                double before = start.lane(ONE).plays() ? heard(start, beat) : pass.standing();
                assertThat(heard(ridden, beat)).isCloseTo(before, within(1e-9));
            }
        }
    }
}
