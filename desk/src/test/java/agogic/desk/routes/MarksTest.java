package agogic.desk.routes;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import agogic.core.device.Device;
import agogic.core.device.Socket;
import agogic.core.envelope.Envelope;
import agogic.core.envelope.EnvelopeOutline;
import agogic.core.envelope.Point;
import agogic.core.envelope.Shape;
import agogic.core.fit.Fit;
import agogic.core.lane.Lane;
import agogic.core.play.Verdict;
import agogic.core.route.Route;
import agogic.core.route.Span;
import agogic.core.route.Target;
import agogic.core.session.Session;
import agogic.core.session.Track;
import agogic.core.time.Lock;
import agogic.core.time.TempoMap;
import agogic.core.time.TempoPoint;
import agogic.core.time.Timeline;
import agogic.desk.draw.Ink;
import agogic.desk.draw.Mark;
import agogic.desk.model.TimeWindow;
import agogic.desk.parts.EnvelopeMarks;
import agogic.desk.parts.SocketMark;
import agogic.standins.comet.SlowComet;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.Set;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.EnumSource;

/** What is drawn, as data: no state is told by colour alone, and a line goes where its envelope goes. */
public class MarksTest {
    private static final Session COMET = SlowComet.session();
    private static final double WIDTH = 1_280;
    private static final double HEIGHT = 74;

    private static List<Mark> marks(Session session, Route route, RouteMarks.Now now) {
        Lane lane = session.lane(route.target());
        return RouteMarks.of(
                session,
                route,
                new EnvelopeOutline(lane.envelope()),
                null,
                now,
                new TimeWindow(session.length()),
                WIDTH,
                HEIGHT);
    }

    private static RouteMarks.Now now(Verdict verdict, boolean lit, boolean writing) {
        return new RouteMarks.Now(0.6, 0.6, 0.4, verdict, lit, true, writing);
    }

    private static String shapes(List<Mark> marks) {
        StringBuilder text = new StringBuilder();
        for (Mark mark : marks) {
            text.append(mark.getClass().getSimpleName().charAt(0));
            if (mark instanceof Mark.Words words) {
                text.append(words.text());
            }
        }
        return text.toString();
    }

    @ParameterizedTest
    @EnumSource(
            value = Verdict.class,
            names = {"WAITING", "SPAN_CLOSED", "RESERVED", "HIDDEN", "FOLLOWS", "AWAY", "READ", "ROUTE_OFF"})
    void aBrokenWireHasAMarkAtItsJointAndNotOnlyAColour(Verdict verdict) {
        Route route = COMET.routes().get(0);
        List<Mark> broken = marks(COMET, route, now(verdict, true, false));
        List<Mark> whole = marks(COMET, route, now(Verdict.HEARD_IN_READ, true, false));
        assertThat(shapes(broken)).isNotEqualTo(shapes(whole));
        assertThat(broken).anyMatch(m -> m instanceof Mark.Words w && w.text().equals("!"));
        assertThat(whole).noneMatch(m -> m instanceof Mark.Words w && w.text().equals("!"));
    }

    @Test
    void theFartherAMoveGetsTheMoreOfTheWireIsLit() {
        Map<Verdict.Joint, Integer> lit = new EnumMap<>(Verdict.Joint.class);
        Route route = COMET.routes().get(0);
        for (Verdict verdict : List.of(Verdict.ROUTE_OFF, Verdict.WAITING, Verdict.READ, Verdict.WRITTEN)) {
            int thick = 0;
            for (Mark mark : marks(COMET, route, now(verdict, true, false))) {
                thick += mark instanceof Mark.Line line && line.width() > 2.5 && line.y1() == HEIGHT / 2 ? 1 : 0;
            }
            lit.put(verdict.joint(), thick);
        }
        assertThat(lit.get(Verdict.Joint.HAND)).isLessThan(lit.get(Verdict.Joint.SPAN));
        assertThat(lit.get(Verdict.Joint.SPAN)).isLessThan(lit.get(Verdict.Joint.ENVELOPE));
        assertThat(lit.get(Verdict.Joint.ENVELOPE)).isLessThan(lit.get(Verdict.Joint.SOUND));
    }

    @Test
    void nothingIsDrawnOutsideTheRow() {
        for (Route route : COMET.routes()) {
            for (Mark mark : marks(COMET, route, now(Verdict.HEARD_IN_READ, true, true))) {
                if (mark instanceof Mark.Box box) {
                    assertThat(box.x()).isGreaterThanOrEqualTo(0);
                    assertThat(box.x() + box.width()).isLessThanOrEqualTo(WIDTH);
                    assertThat(box.y() + box.height()).isLessThanOrEqualTo(HEIGHT);
                } else if (mark instanceof Mark.Path path) {
                    assertThat(Arrays.stream(path.ys()).max().orElse(0)).isLessThanOrEqualTo(HEIGHT);
                    assertThat(Arrays.stream(path.ys()).min().orElse(0)).isGreaterThanOrEqualTo(0);
                }
            }
        }
    }

    @Test
    void handOversAreShownOnTheRowOfASharedParameter() {
        Session fitted =
                Fit.plan(COMET, "partial-bank", Set.of("take back", "join")).apply(COMET);
        Device bank = fitted.device("partial-bank");
        Socket shared = bank.used().stream().filter(Socket::shared).findFirst().orElseThrow();
        Target target = new Target("partial-bank", shared.seats().get(1).parameter());
        Route route = Route.of("x", null, Span.FULL, target);
        List<Mark> marks = marks(fitted.with(route), route, now(Verdict.NONE, false, false));
        assertThat(marks).anyMatch(m -> m instanceof Mark.Line line && line.dash() > 0 && line.y1() > HEIGHT - 12);
        assertThat(marks)
                .anyMatch(m -> m instanceof Mark.Line line && line.ink() == Ink.SPAN && line.x1() == line.x2());
    }

    /** A line drawn pixel by pixel goes through all that its envelope does, peaks narrower than a pixel too. */
    @Test
    void noPeakIsLostBetweenTwoPixels() {
        Random random = new Random(5);
        List<Point> points = new ArrayList<>();
        for (int i = 0; i < 5_000; i++) {
            points.add(new Point(
                    i * 0.008,
                    i == 2_503 ? 1 : 0.2 + 0.2 * random.nextDouble(),
                    i % 7 == 0 ? Shape.HOLD : Shape.STRAIGHT));
        }
        Envelope envelope = Envelope.of(points);
        EnvelopeMarks.Field field = new EnvelopeMarks.Field(100, 10, 300, 200);
        List<Mark> line = EnvelopeMarks.line(
                envelope, new EnvelopeOutline(envelope), Lock.BEATS, COMET.timeline(), 0, 40, field, 2, false);
        Mark.Path path = (Mark.Path) line.get(line.size() - 1);
        assertThat(Arrays.stream(path.ys()).min().orElseThrow()).as("the peak").isCloseTo(field.y(1), within(0.01));
        assertThat(path.xs()[0]).isBetween(100.0, 101.0);
        assertThat(path.xs()[path.xs().length - 1]).isBetween(399.0, 400.0);
    }

    @Test
    void tooManyPointsAreNotDrawnOneByOne() {
        List<Point> points = new ArrayList<>();
        for (int i = 0; i < 400; i++) {
            points.add(new Point(i * 0.4, 0.5));
        }
        Envelope envelope = Envelope.of(points);
        EnvelopeMarks.Field field = new EnvelopeMarks.Field(0, 0, 600, 100);
        TimeWindow time = new TimeWindow(160);
        assertThat(EnvelopeMarks.points(
                        envelope, time, 600 / 160.0, field, 3, i -> false, COMET.timeline(), Lock.BEATS))
                .isEmpty();
        time.show(0, 16);
        assertThat(EnvelopeMarks.points(
                        envelope, time, 600 / 16.0, field, 3, i -> i == 2, COMET.timeline(), Lock.BEATS))
                .hasSize(41);
    }

    @Test
    void noTwoStatesOfASocketLookAlikeWithoutTheirColour() {
        Map<SocketMark, String> drawn = new EnumMap<>(SocketMark.class);
        for (SocketMark mark : SocketMark.values()) {
            List<Mark> marks = new ArrayList<>();
            mark.draw(marks, 0, 0, 20);
            StringBuilder text = new StringBuilder();
            for (Mark one : marks) {
                if (one instanceof Mark.Box box) {
                    boolean full = box.fill() != Ink.NONE
                            && box.fill() != Ink.WELL
                            && !box.fill().name().endsWith("SOFT");
                    text.append("box").append(box.width()).append(full).append(box.line() > 0);
                } else if (one instanceof Mark.Line line) {
                    text.append("line")
                            .append(line.x1())
                            .append(line.y1())
                            .append(line.x2())
                            .append(line.y2());
                } else if (one instanceof Mark.Disc disc) {
                    text.append("disc").append(disc.radius()).append(disc.fill() != Ink.NONE);
                }
            }
            drawn.put(mark, text.toString());
            assertThat(mark.word()).isNotBlank();
        }
        // An unused socket and a free one are told apart by their ground and by their words.
        drawn.remove(SocketMark.FREE);
        assertThat(drawn.values()).doesNotHaveDuplicates();
        assertThat(Arrays.stream(SocketMark.values()).map(SocketMark::word)).doesNotHaveDuplicates();
    }

    @Test
    void theFilterOfTheRows() {
        Track glass = COMET.tracks().get(0);
        Route first = COMET.routes().get(0);
        assertThat(RouteFilter.of(COMET, "").shows(glass, first)).isTrue();
        assertThat(RouteFilter.of(COMET, "GLASS fader").shows(glass, first)).isTrue();
        assertThat(RouteFilter.of(COMET, "glass fader drone").shows(glass, first))
                .isFalse();
        assertThat(RouteFilter.of(COMET, "north eight read").shows(glass, first))
                .isTrue();
        assertThat(RouteFilter.of(COMET, "writing").shows(glass, first)).isFalse();
        assertThat(RouteFilter.of(COMET, "finding").shows(glass, first)).isFalse();
        assertThat(RouteFilter.of(COMET, " ").isEmpty()).isTrue();
    }

    @Test
    void theWindowOfTimeStaysInThePiece() {
        TimeWindow time = new TimeWindow(192);
        time.zoom(0.25, 96);
        assertThat(time.to() - time.from()).isCloseTo(48, within(1e-9));
        assertThat(time.x(96, 0, 100)).isCloseTo(50, within(1e-9));
        time.scroll(-1_000);
        assertThat(time.from()).isZero();
        time.scroll(1_000);
        assertThat(time.to()).isEqualTo(192);
        time.zoom(1e-9, 180);
        assertThat(time.to() - time.from()).isGreaterThanOrEqualTo(0.5);
        time.zoom(1e9, 3);
        assertThat(time.from()).isZero();
        assertThat(time.to()).isEqualTo(192);
        assertThat(time.beat(time.x(77, 10, 500), 10, 500)).isCloseTo(77, within(1e-9));
    }

    /** In the ruler no number of a bar and no tempo stands over another, however close they are. */
    @Test
    void numbersAndTemposOfTheRulerDoNotLieOverEachOther() {
        Random random = new Random(14);
        for (int round = 0; round < 50; round++) {
            List<TempoPoint> points = new ArrayList<>(List.of(new TempoPoint(0, 100, false)));
            for (int beat = 4; beat < 192; beat += 4 * (1 + random.nextInt(12))) {
                points.add(new TempoPoint(beat, 60 + random.nextInt(100), random.nextBoolean()));
            }
            Session session = COMET.withTimeline(
                    new Timeline(TempoMap.of(points), COMET.timeline().metre()));
            TimeWindow time = new TimeWindow(session.length());
            double from = random.nextInt(100);
            time.show(from, from + 8 + random.nextInt(180));
            List<Mark.Words> words = Ruler.marks(session, time, 320, 560).stream()
                    .filter(Mark.Words.class::isInstance)
                    .map(Mark.Words.class::cast)
                    .filter(w -> w.y() == 41)
                    .toList();
            for (Mark.Words one : words) {
                double ends = one.x() + 7 * one.text().length();
                assertThat(words)
                        .filteredOn(other -> other != one && other.x() < ends && other.x() >= one.x())
                        .as("%s in round %s", one, round)
                        .isEmpty();
            }
        }
    }
}
