package agogic.desk.refine;

import static org.assertj.core.api.Assertions.assertThat;

import agogic.core.envelope.Envelope;
import agogic.core.envelope.EnvelopeOutline;
import agogic.core.lane.Lane;
import agogic.core.lane.Layer;
import agogic.core.lane.Stretch;
import agogic.core.refine.Recipe;
import agogic.core.ride.Ride;
import agogic.core.route.Hand;
import agogic.core.route.Span;
import agogic.core.route.Target;
import agogic.core.route.WriteMode;
import agogic.core.session.Session;
import agogic.core.time.Lock;
import agogic.desk.draw.Ink;
import agogic.desk.draw.Mark;
import agogic.desk.model.SeenLayer;
import agogic.desk.model.TimeWindow;
import agogic.standins.comet.SlowComet;
import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;

/** The takes of a lane under its picture. */
class TakesMarksTest {
    private static final Target CUTOFF = new Target("filter", "cutoff");
    private static final Session COMET = SlowComet.session();

    /** However many lie over one bar, each has a box of its own that no other lies over. */
    @Property(tries = 100)
    void takesOfOneBarDoNotLieOverEachOther(@ForAll long seed) {
        Random random = new Random(seed);
        List<Stretch> takes = new ArrayList<>();
        for (int i = 0; i <= random.nextInt(9); i++) {
            double from = random.nextInt(30);
            double to = from + 1 + random.nextInt(20);
            takes.add(new Stretch(
                            "ride-" + i,
                            Span.FULL,
                            WriteMode.TOUCH,
                            from,
                            to,
                            from,
                            to,
                            Recipe.usual(COMET.parameter(CUTOFF)),
                            from,
                            to,
                            Envelope.EMPTY)
                    .named("Take".repeat(random.nextInt(9))));
        }
        Layer layer = new Layer("", "", false, true, Lock.BEATS, Envelope.EMPTY, takes, List.of());
        Session with = COMET;
        for (Stretch take : takes) {
            double[] at = {0, 1};
            with = with.with(new Ride(take.ride(), new Hand("north-eight", "fader-1"), 0.01, 0, 1, at, at, at));
        }
        Session session = with.with(new Lane(CUTOFF, List.of(layer)));
        RefineMarks marks = new RefineMarks(
                new SeenLayer(session, CUTOFF, 0),
                null,
                new TimeWindow(60),
                new EnvelopeOutline(Envelope.EMPTY),
                1_200,
                560);
        List<Mark> all = marks.all(-1, i -> false, null, null, null);
        List<Mark.Box> boxes = all.stream()
                .filter(Mark.Box.class::isInstance)
                .map(Mark.Box.class::cast)
                .filter(box -> box.fill() == Ink.RIDE_SOFT)
                .toList();

        assertThat(boxes).hasSameSizeAs(takes);
        for (int a = 0; a < boxes.size(); a++) {
            Mark.Box one = boxes.get(a);
            assertThat(one.y() + one.height()).isLessThanOrEqualTo(560);
            for (Mark.Box other : boxes.subList(a + 1, boxes.size())) {
                boolean over = one.x() < other.x() + other.width()
                        && other.x() < one.x() + one.width()
                        && one.y() < other.y() + other.height()
                        && other.y() < one.y() + one.height();
                assertThat(over).as("%s over %s", one, other).isFalse();
            }
        }
        // What is said of a take lies in its box: a letter is about half as wide as it is large.
        for (Mark mark : all) {
            if (mark instanceof Mark.Words words && words.text().matches("(Take|Ride ).*") && words.x() > 20) {
                assertThat(boxes)
                        .anyMatch(box -> box.x() < words.x()
                                && box.y() < words.y()
                                && words.y() < box.y() + box.height()
                                && words.x() + 0.5 * words.size() * words.text().length() < box.x() + box.width());
            }
        }
    }
}
