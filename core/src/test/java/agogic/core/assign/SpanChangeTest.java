package agogic.core.assign;

import static agogic.core.Pieces.target;
import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import agogic.core.Pieces;
import agogic.core.edit.layer.Layers;
import agogic.core.edit.pass.PassWriter;
import agogic.core.lane.Lane;
import agogic.core.midi.MidiScale;
import agogic.core.parameter.Parameter;
import agogic.core.parameter.Taper;
import agogic.core.parameter.Unit;
import agogic.core.plan.Heard;
import agogic.core.play.ScriptedPass;
import agogic.core.record.Pass;
import agogic.core.route.Span;
import agogic.core.route.WriteMode;
import agogic.core.session.History;
import agogic.core.session.Session;
import java.util.List;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.DoubleRange;
import org.junit.jupiter.api.Test;

/** Another span after something was recorded through the old one. */
class SpanChangeTest {
    private static final Span OLD = Span.straight(0.1, 0.7);
    private static final String ROUTE = "route-p1";

    /** A level from −60 to 0 dB with a drawn lane, over which fader 1 was ridden from bar 3 to 6 through {@link #OLD}. */
    private static Session ridden(WriteMode mode) {
        Parameter level = Parameter.continuous("p1", "Level", "", Unit.DECIBEL, Taper.LINEAR, -60, 0, -30);
        Session session = Pieces.of(Pieces.device(List.of(level), 4, "p1"));
        session = Pieces.drawn(Pieces.routed(session, 1, "p1"), "p1", 0, 0.9, 16, 0.2, 36, 0.95);
        session = session.with(session.route(ROUTE).with(OLD).in(mode));
        ScriptedPass pass = new ScriptedPass(session, 0);
        for (int i = 0; i <= 60; i++) {
            double place = 0.5 + 0.45 * Math.sin(i / 9.0);
            pass.add(1 + i * 0.1, new byte[] {(byte) 0xB0, 20, (byte) MidiScale.code7(place)});
        }
        return PassWriter.write(
                session, pass.run(8, 20).stream().filter(Pass::wrote).toList());
    }

    private static double heard(Session session, double seconds) {
        return new Heard(session).valueAt(target("p1"), seconds);
    }

    private static double mapped(Span span, double value) {
        return span.from() + (value - OLD.from()) / (OLD.to() - OLD.from()) * (span.to() - span.from());
    }

    @Property(tries = 60)
    void whatWasRiddenScalesExactlyAndWhatIsBesideStays(
            @ForAll @DoubleRange(min = 0, max = 0.45) double from, @ForAll @DoubleRange(min = 0.5, max = 1) double to) {
        for (WriteMode mode : List.of(WriteMode.TOUCH, WriteMode.LATCH, WriteMode.WRITE)) {
            Session before = ridden(mode);
            Span span = Span.straight(to, from);
            Session after =
                    SpanChange.of(before, ROUTE, span, SpanChange.Follow.RIDDEN).session();
            var stretch = before.lane(target("p1")).stretches().get(0);
            double let = mode == WriteMode.TOUCH ? stretch.handTo() - 0.05 : stretch.passTo();
            for (double t = stretch.from() + 1e-6; t < let; t += 0.173) {
                assertThat(heard(after, t)).isCloseTo(mapped(span, heard(before, t)), within(1e-12));
            }
            for (double t : new double[] {0, 5, stretch.from() - 1e-6, stretch.to() + 1e-6, 30, 39}) {
                assertThat(heard(after, t)).isEqualTo(heard(before, t));
            }
            assertThat(after.lane(target("p1")).envelope().size())
                    .isEqualTo(before.lane(target("p1")).envelope().size());
        }
    }

    @Test
    void keptValuesAreTheSameToTheBitAndUndoGivesAllBack() {
        Session before = ridden(WriteMode.TOUCH);
        Span span = Span.straight(0.3, 0.5);
        Session kept =
                SpanChange.of(before, ROUTE, span, SpanChange.Follow.KEEP).session();
        assertThat(kept.lane(target("p1"))).isSameAs(before.lane(target("p1")));
        assertThat(kept.route(ROUTE).span()).isEqualTo(span);
        SpanChange.Outcome follows = SpanChange.of(before, ROUTE, span, SpanChange.Follow.WHOLE);
        assertThat(follows.moved())
                .isEqualTo(before.lane(target("p1")).envelope().size());
        History history = History.of(before).after("Span", follows.session());
        assertThat(history.undo().session()).isSameAs(before);
        assertThat(heard(follows.session(), 30)).isCloseTo(mapped(span, heard(before, 30)), within(1e-12));
    }

    @Test
    void allOfItThreeDecibelsLessIsOneAct() {
        Session before = ridden(WriteMode.LATCH);
        Parameter level = before.parameter(target("p1"));
        Span less = SpanChange.shifted(level, OLD, -3);
        Session after =
                SpanChange.of(before, ROUTE, less, SpanChange.Follow.WHOLE).session();
        for (double t = 0; t < 39; t += 0.37) {
            assertThat(level.valueAt(heard(after, t))).isCloseTo(level.valueAt(heard(before, t)) - 3, within(1e-9));
        }
        Lane lane = after.lane(target("p1"));
        assertThat(lane.stretches().get(0).span()).isEqualTo(less);
        // The ride can still be refined anew: it gives the same again through the new span.
        var writer = new agogic.core.lane.LaneWriter(level, after.timeline(), lane.lock());
        Lane again = writer.rewrite(lane, 0, lane.stretches().get(0).recipe(), after::ride);
        assertThat(again.envelope().valueAt(12)).isCloseTo(lane.envelope().valueAt(12), within(0.01));
    }

    @Test
    void whatWouldComeToAWallIsCounted() {
        Session before = ridden(WriteMode.LATCH);
        Parameter level = before.parameter(target("p1"));
        Span more = SpanChange.shifted(level, OLD, 12);
        SpanChange.Outcome outcome = SpanChange.of(before, ROUTE, more, SpanChange.Follow.WHOLE);
        assertThat(outcome.stopped()).as("drawn points at 0.9 and 0.95").isEqualTo(2);
        assertThatThrownBy(() -> SpanChange.shifted(level, OLD, -80)).hasMessageContaining("clipped at the limit");
    }

    @Test
    void whereTheCurveChangesTheRideIsWrittenAnew() {
        Session before = ridden(WriteMode.LATCH);
        Span bent = new Span(0.1, 0.7, Span.Curve.BENT, 0.5);
        Session after =
                SpanChange.of(before, ROUTE, bent, SpanChange.Follow.RIDDEN).session();
        for (double t = 10; t < 14; t += 0.31) {
            double place = OLD.positionOf(heard(before, t));
            assertThat(heard(after, t)).isCloseTo(bent.apply(place), within(0.03));
        }
        assertThat(heard(after, 5)).isEqualTo(heard(before, 5));
    }

    @Test
    void aDifferenceIsTypedInItsUnit() {
        assertThat(agogic.core.parameter.ValueText.parseDifference(Unit.DECIBEL, "-3 dB"))
                .isEqualTo(-3);
        assertThat(agogic.core.parameter.ValueText.parseDifference(Unit.DECIBEL, "+2"))
                .isEqualTo(2);
        assertThat(agogic.core.parameter.ValueText.parseDifference(Unit.HERTZ, "2 st"))
                .isEqualTo(200);
        assertThat(agogic.core.parameter.ValueText.parseDifference(Unit.SECONDS, "0.5 s"))
                .isEqualTo(500);
        assertThat(agogic.core.parameter.ValueText.parseDifference(Unit.SECONDS, "250"))
                .isEqualTo(250);
        assertThatThrownBy(() -> agogic.core.parameter.ValueText.parseDifference(Unit.DECIBEL, "loud"))
                .hasMessageContaining("Expected a level");
    }

    /** What else lies on the lane stays; a protected one stays as it is. */
    @Test
    void otherLayersStayAndAProtectedLaneIsNotWritten() {
        Session drawn = ridden(WriteMode.WRITE);
        Session layered = Layers.add(drawn, target("p1"), "", true);
        Span span = Span.straight(0.25, 0.5);
        for (SpanChange.Follow follow : new SpanChange.Follow[] {SpanChange.Follow.WHOLE, SpanChange.Follow.RIDDEN}) {
            Lane after = SpanChange.of(layered, ROUTE, span, follow).session().lane(target("p1"));
            assertThat(after.layers()).hasSize(2);
            assertThat(after.layer(1)).isEqualTo(layered.lane(target("p1")).layer(1));
        }
        Session guarded = layered.with(layered.lane(target("p1")).guarded(true));
        assertThatThrownBy(() -> SpanChange.of(guarded, ROUTE, span, SpanChange.Follow.WHOLE))
                .hasMessageContaining("is protected");
        assertThat(SpanChange.of(guarded, ROUTE, span, SpanChange.Follow.KEEP)
                        .session()
                        .lane(target("p1")))
                .isEqualTo(guarded.lane(target("p1")));
    }
}
