package agogic.core.edit.points;

import static agogic.core.Pieces.target;
import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import agogic.core.Pieces;
import agogic.core.check.Check;
import agogic.core.check.Finding;
import agogic.core.edit.layer.Difference;
import agogic.core.edit.layer.Layered;
import agogic.core.edit.macro.Macros;
import agogic.core.edit.macro.Travel;
import agogic.core.edit.pass.PassWriter;
import agogic.core.envelope.Envelope;
import agogic.core.envelope.Point;
import agogic.core.envelope.Shape;
import agogic.core.lane.Lane;
import agogic.core.lane.Layer;
import agogic.core.macro.Macro;
import agogic.core.parameter.Parameter;
import agogic.core.parameter.Taper;
import agogic.core.parameter.Unit;
import agogic.core.plan.Heard;
import agogic.core.play.ScriptedPass;
import agogic.core.route.Target;
import agogic.core.route.WriteMode;
import agogic.core.search.ParameterSearch;
import agogic.core.search.Query;
import agogic.core.session.Resting;
import agogic.core.session.Session;
import agogic.core.snapshot.Snapshot;
import agogic.core.time.Lock;
import java.util.List;
import java.util.Optional;
import org.junit.jupiter.api.Test;

/** Acts in words beside what else a piece has: macros, reserved parameters, patterns, rides that nothing uses. */
class WordsTest {
    private static final Target TARGET = Layered.TARGET;

    private static Session hertz() {
        Session session = Layered.piece(5, 1);
        return session.with(Lane.drawn(TARGET, Envelope.of(new Point(0, 0.2), new Point(40, 0.6))));
    }

    private static double heard(Session session, double beat) {
        return session.stack(session.lane(TARGET)).valueAtBeat(beat);
    }

    @Test
    void amountsIntervalsPointsAndPercent() {
        Session session = hertz();
        Parameter cutoff = session.parameter(TARGET);
        Session bent = ShapeWords.apply(session, TARGET, 0, "sweep 120 Hz to 3 kHz 3 5 bent 30 %");
        assertThat(bent.lane(TARGET).envelope().points())
                .anyMatch(p -> p.shape().equals(Shape.bent(0.3)));
        Session s = ShapeWords.apply(session, TARGET, 0, "sweep 120 Hz to 3 kHz 3 5 S 50 %");
        assertThat(s.lane(TARGET).envelope().points()).anyMatch(p -> p.shape().equals(Shape.s(0.5)));
        Session octave = ShapeWords.apply(session, TARGET, 0, "raise 1 octave 3 5");
        double before = cutoff.valueAt(heard(session, 12));
        assertThat(cutoff.valueAt(heard(octave, 12))).isCloseTo(2 * before, within(1e-6));
        Session point = ShapeWords.apply(session, TARGET, 0, "point 300 Hz at 9.3");
        assertThat(cutoff.print(heard(point, 34))).isEqualTo("300 Hz");
        Session percent = ShapeWords.apply(session, TARGET, 0, "level 30 % 3 5");
        assertThat(heard(percent, 12)).isCloseTo(0.3, within(1e-12));
        // The example of the README, on a lane in Hz; drawn to steps it stays in the range that was asked for.
        Session wave = ShapeWords.apply(session, TARGET, 0, "wave sine 1 bar 20 % to 80 % 3 7 drawn to 4 named Tide");
        for (double beat = 8.01; beat < 24; beat += 0.11) {
            assertThat(heard(wave, beat)).isBetween(0.2 - 1e-9, 0.8 + 1e-9);
        }
    }

    @Test
    void aReservedParameterIsNeverWritten() {
        Parameter own = new Parameter(
                "p1", "Own", "", "", Unit.PERCENT, Taper.LINEAR, 0, 100, 0.5, List.of(), true, List.of(), List.of());
        Session session = Pieces.of(Pieces.device(List.of(own), 2));
        for (String words : List.of("level 20 % 3 5", "sweep 10 % to 20 % 3 5", "wave sine 1 bar 20 % to 80 % 3 5")) {
            assertThatThrownBy(() -> ShapeWords.apply(session, target("p1"), 0, words))
                    .hasMessageContaining("reserved");
        }
    }

    /** Of a member that follows its macro nothing that is heard moves, and it is said why. */
    @Test
    void aMembersOwnLaneIsNotHeard() {
        Session session =
                Pieces.drawn(Pieces.wanting(2, 4, 2), "p1", 0, 0.2, 20, 0.8).with(Macro.named("m", "Veil"));
        Session member = Macros.add(session, "m", List.of(target("p1")), false);
        Session shaped = ShapeWords.apply(member, target("p1"), 0, "level 90 % 3 5");
        Difference difference = Difference.of(member, shaped, target("p1"));
        assertThat(difference.none()).isTrue();
        assertThat(difference.told(shaped, target("p1"))).contains("follows the macro Veil");
        assertThat(Difference.of(session, ShapeWords.apply(session, target("p1"), 0, "level 90 % 3 5"), target("p1"))
                        .none())
                .isFalse();
    }

    @Test
    void aLockKeepsWhatAPatternPlaced() {
        Session session = ShapeWords.apply(hertz(), TARGET, 0, "wave sine 1 bar 20 % to 80 % 3 7 named Tide");
        for (Lock lock : List.of(Lock.SECONDS, Lock.BEATS)) {
            Session locked =
                    ShapeWords.apply(session, TARGET, 0, "lock " + lock.name().toLowerCase());
            Layer layer = locked.lane(TARGET).layer(0);
            assertThat(layer.placed()).hasSize(1);
            assertThat(Difference.of(session, locked, TARGET).farthest()).isLessThan(2);
            Session changed = Patterns.keep(
                    locked, Patterns.find(locked, "Tide").orElseThrow().duty(0.3));
            assertThat(changed.lane(TARGET).layer(0).placed()).hasSize(1);
        }
    }

    /** A ride whose whole stretch was drawn over is told by the check, and comes back by its one act. */
    @Test
    void aRideThatNothingUsesIsFoundAndPutBack() {
        Session session = Pieces.routed(Pieces.wanting(2, 4, 2), 1, "p1");
        session = session.with(session.route("route-p1").in(WriteMode.TOUCH));
        ScriptedPass pass = new ScriptedPass(session, 0);
        for (int i = 0; i < 100; i++) {
            pass.add(1 + i * 0.05, new byte[] {(byte) 0xB0, 20, (byte) i});
        }
        Session ridden = PassWriter.write(session, pass.run(4, 20));
        assertThat(loose(ridden)).isEmpty();
        Session over = ShapeWords.apply(ridden, target("p1"), 0, "level 50 % all");
        Finding finding = loose(over).orElseThrow();
        assertThat(finding.sentence()).contains("no lane uses it");
        assertThat(finding.mend()).contains("Name of p1");
        Session back = finding.change().orElseThrow().apply(over);
        assertThat(loose(back)).isEmpty();
        double was = ridden.stack(ridden.lane(target("p1"))).valueAtBeat(8);
        assertThat(back.stack(back.lane(target("p1"))).valueAtBeat(8)).isCloseTo(was, within(0.02));
    }

    private static Optional<Finding> loose(Session session) {
        return Check.of(session).stream()
                .filter(f -> f.kind() == Finding.Kind.LOOSE_RIDE)
                .findFirst();
    }

    /** Members with lanes of their own: how far the group can go is told by what they do in the whole piece. */
    @Test
    void aGroupKnowsTheLanesOfItsMembers() {
        Session session =
                Pieces.drawn(Pieces.wanting(3, 4, 3), "p1", 0, 0.2, 20, 0.9).with(Macro.named("m", "Drift"));
        session = Macros.add(session, "m", List.of(target("p1"), target("p2")), true);
        Travel travel = Travel.of(session, session.macro("m")).orElseThrow();
        assertThat(travel.moves()).isTrue();
        assertThat(travel.up()).isCloseTo(0.1, within(1e-9));
        assertThat(travel.down()).isCloseTo(0.2, within(1e-9));
        assertThat(travel.whole(session.macro("m"))).isFalse();
        Session fitted = Travel.fullWay(session, "m");
        Travel after = Travel.of(fitted, fitted.macro("m")).orElseThrow();
        assertThat(after.whole(fitted.macro("m"))).isTrue();
    }

    /** A fader from one snapshot to another: each value by its own taper, a switch in the middle. */
    @Test
    void aMacroGoesBetweenTwoSnapshots() {
        Parameter tone = Parameter.continuous("h", "Tone", "", Unit.HERTZ, Taper.LOGARITHMIC, 20, 20_000, 440);
        Parameter mode = Parameter.stepped("m", "Mode", "", 0, "A", "B", "C", "D");
        Session session = Pieces.of(Pieces.device(List.of(tone, mode, Pieces.percent("p1")), 3, "h", "m", "p1"));
        List<Target> both = List.of(target("h"), target("m"));
        Snapshot near = Snapshots.take(session, "Near", both, t -> t.equals(target("h")) ? 0.2 : 0.1);
        Snapshot far = Snapshots.take(session, "Far", both, t -> 0.9);
        Between.Outcome made = Between.of(session, near, far, "");
        Macro macro = made.session().macro(made.macro());
        assertThat(macro.name()).isEqualTo("Near to Far");
        for (double m : new double[] {0, 0.25, 0.49, 0.51, 1}) {
            Heard heard = new Heard(Resting.at(made.session(), macro.target(), m));
            assertThat(heard.valueAt(target("h"), 0)).isCloseTo(0.2 + 0.7 * m, within(1e-9));
            assertThat(mode.print(heard.valueAt(target("m"), 0))).isEqualTo(m < 0.5 ? "A" : "D");
        }
        assertThatThrownBy(() -> Between.of(made.session(), near, far, ""))
                .hasMessageContaining("moves with the macro");
        assertThatThrownBy(() -> Between.of(session, near, near, "")).hasMessageContaining("Choose two");
    }

    @Test
    void searchKnowsUnitsSocketsAndControls() {
        Parameter time = Parameter.continuous("t", "Delay", "", Unit.SECONDS, Taper.LINEAR, 0, 2, 1);
        Parameter tone = Parameter.continuous("h", "Tone", "", Unit.HERTZ, Taper.LOGARITHMIC, 20, 20_000, 440);
        Session session = Pieces.of(Pieces.device(List.of(time, tone, Pieces.percent("p1")), 3, "t", "h", "p1"));
        session = Pieces.routed(session, 3, "p1");
        ParameterSearch search = ParameterSearch.of(session, null);
        for (String words : List.of("ms", "seconds", "#1", "socket 1")) {
            assertThat(names(search, words)).as(words).containsExactly("Delay");
        }
        assertThat(names(search, "hertz")).containsExactly("Tone");
        assertThat(names(search, "fader 3")).containsExactly("Name of p1");
        assertThat(names(search, "fader 4")).isEmpty();
        assertThat(names(search, "socket 3")).containsExactly("Name of p1");
    }

    private static List<String> names(ParameterSearch search, String words) {
        return java.util.Arrays.stream(search.find(Query.of(words)))
                .mapToObj(i -> search.parameter(i).name())
                .toList();
    }
}
