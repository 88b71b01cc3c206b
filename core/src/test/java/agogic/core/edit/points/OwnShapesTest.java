package agogic.core.edit.points;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import agogic.core.envelope.Envelope;
import agogic.core.envelope.Point;
import agogic.core.envelope.Shape;
import agogic.core.expose.Clearing;
import agogic.core.expose.Removing;
import agogic.core.expose.TakingBack;
import agogic.core.lane.Lane;
import agogic.core.pattern.Baking;
import agogic.core.pattern.Pattern;
import agogic.core.route.Target;
import agogic.core.session.Points;
import agogic.core.session.Session;
import agogic.core.session.Version;
import agogic.core.snapshot.Snapshot;
import agogic.core.snapshot.SnapshotSet;
import agogic.core.time.Lock;
import java.util.List;
import java.util.Random;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import org.junit.jupiter.api.Test;

/** Patterns, snapshots, versions and points that stay equal, as data of a session. */
class OwnShapesTest {
    private static final Target AZIMUTH = new Target("one", "azimuth");
    private static final Target ELEVATION = new Target("one", "elevation");
    private static final Target OTHER = new Target("two", "azimuth");
    private static final Target MODE = new Target("two", "mode");

    private static Session piece() {
        return CopyingTest.piece(
                Lock.BEATS, Envelope.of(new Point(0, 0.5), new Point(8, 0.7), new Point(40, 0.2)), false);
    }

    private static Session shaped(Session session, List<Target> targets, String words) {
        return ShapeWords.apply(session, targets, 0, words);
    }

    @Test
    void aPatternIsChangedWhereverItIsPlaced() {
        List<Target> pair = List.of(AZIMUTH, ELEVATION);
        Session placed = shaped(piece(), pair, "wave sine 2 bars -90° to 90° 3 7 rotation 25 % named Round");
        Session twice = shaped(placed, List.of(OTHER), "pattern round 5 9");
        assertThat(twice.patterns()).hasSize(1);
        assertThat(Patterns.places(twice, "Round")).isEqualTo(3);
        Pattern round = twice.patterns().get(0);
        assertThat(round.spoken()).isEqualTo("sine, 2 bars, 25 % to 75 %, each lane 25 % of a cycle later");
        Session wider = Patterns.keep(twice, round.with(0.5, 0.5, 0.1, 0.5, round.rotation()));
        Random random = new Random(3);
        for (int i = 0; i < 200; i++) {
            double beat = 8 + 16 * random.nextDouble();
            double cycles = (beat - 8) / 8;
            assertThat(CopyingTest.heard(wider, AZIMUTH, beat))
                    .isCloseTo(wider.patterns().get(0).value(cycles), within(1e-9));
            assertThat(CopyingTest.heard(wider, ELEVATION, beat))
                    .isCloseTo(wider.patterns().get(0).value(cycles + 0.25), within(1e-9));
        }
        assertThat(CopyingTest.heard(wider, AZIMUTH, 7.9))
                .isCloseTo(CopyingTest.heard(piece(), AZIMUTH, 7.9), within(1e-9));
        assertThat(CopyingTest.heard(wider, AZIMUTH, 24.1))
                .isCloseTo(CopyingTest.heard(piece(), AZIMUTH, 24.1), within(1e-9));

        // What a hand has changed is points from then on; the rest changes on.
        Session byHand = Points.move(wider, OTHER, 0, 0, 16, 0.9);
        assertThat(Patterns.places(byHand, "Round")).isEqualTo(2);
        Session inside = shaped(wider, List.of(OTHER), "level 10° 6 7");
        assertThat(Patterns.places(inside, "Round")).isEqualTo(2);
        Session renamed = Patterns.rename(inside, "Round", "Turn");
        assertThat(Patterns.places(renamed, "Turn")).isEqualTo(2);
        Session removed = Patterns.remove(renamed, "turn");
        assertThat(removed.patterns()).isEmpty();
        assertThat(removed.lane(AZIMUTH).envelope())
                .isEqualTo(renamed.lane(AZIMUTH).envelope());
        assertThatThrownBy(() -> shaped(removed, pair, "pattern Round 3 7")).hasMessageContaining("no pattern");
    }

    @Test
    void stepsAndOwnPointsAreCyclesToo() {
        Session steps =
                shaped(piece(), List.of(OTHER), "wave steps 1 bar -180° / 0° / 180° / 90° 3 5 named Stairs swing 60 %");
        assertThat(CopyingTest.heard(steps, OTHER, 8.5)).isEqualTo(0);
        assertThat(CopyingTest.heard(steps, OTHER, 9.1)).isEqualTo(0);
        assertThat(CopyingTest.heard(steps, OTHER, 9.3)).isEqualTo(0.5);
        assertThat(CopyingTest.heard(steps, OTHER, 14.5)).isEqualTo(1);
        Session mode = shaped(piece(), List.of(MODE), "wave pulse 1 bar Off to On 3 5");
        assertThat(mode.lane(MODE).envelope().points())
                .allMatch(p -> p.shape().kind() == Shape.Kind.HOLD)
                .hasSizeBetween(4, 8);
        Session own = shaped(piece(), List.of(OTHER), "level 20° 1 17");
        own = shaped(own, List.of(AZIMUTH), "wave own 1 bar of 2 4 9 11 named Mine");
        for (double into = 0; into < 4; into += 0.17) {
            assertThat(CopyingTest.heard(own, AZIMUTH, 36 + into))
                    .isCloseTo(CopyingTest.heard(piece(), AZIMUTH, 4 + into * 2), within(1e-9));
        }
        for (String wrong : new String[] {
            "wave sine 17 25",
            "wave sine 1 bar 17 25",
            "wave blob 1 bar 0° to 9° 17 25",
            "wave steps 1 bar / 17 25",
            "wave own 1 bar 17 25",
            "pattern 17 25",
            "wave sine 0 bars 0° to 9° 17 25"
        }) {
            assertThatThrownBy(() -> shaped(piece(), List.of(AZIMUTH), wrong))
                    .as(wrong)
                    .isInstanceOf(IllegalArgumentException.class);
        }
    }

    @Property(tries = 60, seed = "41")
    void aPatternInSecondsAndAtATempoRampIsNear(@ForAll long seed) {
        Random random = new Random(seed);
        Session session = CopyingTest.piece(
                Lock.values()[random.nextInt(2)], Envelope.of(new Point(0, 0.5), new Point(9, 0.1)), true);
        Session placed = shaped(session, List.of(AZIMUTH), "wave triangle 0.7 Hz -170° to 100° 2 6 named T");
        Pattern pattern = placed.patterns().get(0);
        for (int i = 0; i < 60; i++) {
            double beat = 4 + 16 * random.nextDouble();
            double cycles = Baking.cycles(pattern.rate(), placed.timeline(), Lock.BEATS, 4, beat);
            assertThat(CopyingTest.heard(placed, AZIMUTH, beat))
                    .isCloseTo(pattern.value(cycles), within(Baking.TOLERANCE));
        }
    }

    @Test
    void aSnapshotIsDroppedOrReached() {
        Session session = piece();
        Snapshot far = Snapshots.take(session, "Far", List.of(AZIMUTH, OTHER, MODE), t -> t.equals(MODE) ? 0.9 : 0.8);
        session = Snapshots.keep(session, "Echo", far);
        assertThat(Snapshots.spoken(session, far)).isEqualTo("Azimuth 108°, Azimuth 108°, Mode On");
        Session dropped = shaped(session, List.of(AZIMUTH), "drop far 5 until 9");
        assertThat(CopyingTest.heard(dropped, AZIMUTH, 15.999)).isCloseTo(0.7 - 0.5 * 7.999 / 32, within(1e-9));
        assertThat(CopyingTest.heard(dropped, AZIMUTH, 16)).isEqualTo(0.8);
        assertThat(CopyingTest.heard(dropped, OTHER, 31.9)).isEqualTo(0.8);
        assertThat(CopyingTest.heard(dropped, OTHER, 32)).isEqualTo(0.5);
        assertThat(dropped.parameter(MODE).print(CopyingTest.heard(dropped, MODE, 16)))
                .isEqualTo("On");
        Session reached = shaped(session, List.of(AZIMUTH), "drop echo/far 5 over 2 bars");
        assertThat(CopyingTest.heard(reached, OTHER, 20)).isCloseTo(0.65, within(1e-9));
        assertThat(reached.parameter(MODE).print(CopyingTest.heard(reached, MODE, 16)))
                .isEqualTo("On");
        assertThat(CopyingTest.heard(reached, AZIMUTH, 24)).isEqualTo(0.8);
        Session guarded = session.with(session.lane(AZIMUTH).guarded(true));
        assertThatThrownBy(() -> shaped(guarded, List.of(OTHER), "drop Far 5")).hasMessageContaining("protected");
        assertThatThrownBy(() -> shaped(guarded, List.of(OTHER), "drop Near 5")).hasMessageContaining("There are: Far");
        // Taken again it is changed, not doubled.
        Session again = Snapshots.keep(session, "echo", Snapshots.take(session, "far", List.of(OTHER), t -> 0.1));
        assertThat(again.sets()).hasSize(1);
        assertThat(again.sets().get(0).snapshots()).hasSize(1);
        assertThat(again.sets().get(0).start()).isEqualTo(SnapshotSet.Start.BAR);
        // What its parameters were on has gone: so has that part of it.
        Session removed = Removing.device(again, "two").apply(again);
        assertThat(removed.sets().get(0).snapshots()).isEmpty();
    }

    @Test
    void aVersionIsHeardToldAndBroughtBack() {
        Session session = Versions.keep(piece(), AZIMUTH, "First");
        Session whole = Versions.keep(session, "All of it");
        Session changed = shaped(whole, List.of(AZIMUTH), "level 90° 3 5");
        assertThat(Versions.of(changed, AZIMUTH)).hasSize(2);
        assertThat(Versions.of(changed, OTHER)).hasSize(1);
        Version first = changed.versions().get(0);
        assertThat(Versions.told(changed, first)).hasSize(1);
        assertThat(Versions.told(changed, first).get(0))
                .startsWith("Panner One · Azimuth is up to ")
                .contains("apart, at ");
        assertThat(Versions.told(changed, changed.versions().get(1))).isEqualTo(Versions.told(changed, first));
        assertThat(Versions.heard(changed, first).lane(AZIMUTH)).isEqualTo(piece().lane(AZIMUTH));
        Session back = Versions.back(changed, changed.versions().get(1));
        assertThat(back.lanes()).isEqualTo(piece().lanes());
        assertThat(back.versions()).hasSize(2);
        assertThat(Versions.told(back, first)).isEmpty();
        assertThat(Versions.remove(back, first).versions()).hasSize(1);
        // A clip and a pattern that a version had may be gone: the rest of it fits.
        Session with = shaped(session, List.of(AZIMUTH), "wave sine 1 bar 0° to 90° 3 5 named W");
        with = Patterns.remove(Versions.keep(with, AZIMUTH, "Waved"), "W");
        Version waved = with.versions().get(1);
        assertThat(Versions.back(with, waved).lane(AZIMUTH).layer().placed()).isEmpty();
        // Its device has gone: so have the versions of its lanes.
        assertThat(Removing.device(whole, "one").apply(whole).versions()).hasSize(1);
    }

    @Property(tries = 200, seed = "42")
    void tiedPointsStayEqual(@ForAll long seed) {
        Random random = new Random(seed);
        Session session = shaped(piece(), List.of(AZIMUTH), "wave triangle 1 bar -90° to 120° 1 9");
        session = Points.add(session, AZIMUTH, 3.3, 0.9);
        session = Points.add(session, AZIMUTH, 17.3, 0.1);
        session = Points.tie(session, AZIMUTH, 0, List.of(1, 3, 5));
        for (int i = 0; i < 30; i++) {
            int n = session.lane(AZIMUTH).envelope().size();
            int point = random.nextInt(n);
            Session before = session;
            Envelope points = session.lane(AZIMUTH).envelope();
            session = switch (random.nextInt(6)) {
                case 0 -> Points.move(session, AZIMUTH, point, points.time(point), random.nextDouble());
                case 1 -> shaped(session, List.of(AZIMUTH), "copy 1 3 to 5");
                case 2 -> shaped(session, List.of(AZIMUTH), "raise 20° 2 4");
                case 3 -> n > 4 ? Points.delete(session, AZIMUTH, point) : session;
                case 4 -> points.tie(point) == 0 ? session : Points.part(session, AZIMUTH, 0, point);
                default -> n < 2
                        ? session
                        : Points.tie(session, AZIMUTH, 0, List.of(point, (point + 1 + random.nextInt(n - 1)) % n));
            };
            Envelope after = session.lane(AZIMUTH).envelope();
            for (int a = 0; a < after.size(); a++) {
                int mates = 0;
                for (int b = 0; b < after.size(); b++) {
                    if (after.tie(a) != 0 && after.tie(a) == after.tie(b)) {
                        assertThat(after.value(a)).isEqualTo(after.value(b));
                        mates++;
                    }
                }
                assertThat(mates).as("%s from %s", after, before.lane(AZIMUTH)).isNotEqualTo(1);
            }
        }
    }

    @Test
    void deletingCompletelyIsListedAndLeavesNothing() {
        Session bare = piece().withLanes(List.of());
        Session full = Versions.keep(piece(), AZIMUTH, "First");
        full = shaped(full, List.of(AZIMUTH, ELEVATION), "wave sine 1 bar -45° to 45° 3 5 named W");
        Clearing lane = Clearing.lanes(full, AZIMUTH::equals);
        assertThat(lane.inWords()).matches("\\d+ points, 1 place of a pattern, 1 version");
        assertThat(lane.session().laneIfAny(AZIMUTH)).isEmpty();
        Clearing device = Clearing.device(full, "one");
        assertThat(Patterns.remove(device.session(), "W")).isEqualTo(bare);
        Clearing range = Clearing.range(full, List.of(AZIMUTH), 4, 20);
        for (double beat : new double[] {0, 3.9, 20.1, 33, 50}) {
            assertThat(CopyingTest.heard(range.session(), AZIMUTH, beat))
                    .isCloseTo(CopyingTest.heard(full, AZIMUTH, beat), within(1e-9));
        }
        assertThat(CopyingTest.heard(range.session(), AZIMUTH, 12))
                .isCloseTo(CopyingTest.heard(full, AZIMUTH, 3.9999999), within(1e-6));
        assertThat(Clearing.range(full, List.of(AZIMUTH), 0, 64)
                        .session()
                        .lane(AZIMUTH)
                        .points())
                .isZero();
        assertThat(Clearing.lanes(bare, AZIMUTH::equals).nothing()).isTrue();
        // Taking a parameter back takes its versions and its values in snapshots along, in versions of the whole too.
        Session kept = Snapshots.keep(
                Versions.keep(full, "All"), "Set", Snapshots.take(full, "S", List.of(AZIMUTH), t -> 0.5));
        Session taken = TakingBack.of(kept, List.of(AZIMUTH)).apply(kept);
        assertThat(taken.versions()).hasSize(1);
        assertThat(taken.versions().get(0).whole().orElseThrow().laneIfAny(AZIMUTH))
                .isEqualTo(java.util.Optional.<Lane>empty());
        assertThat(taken.sets().get(0).snapshots()).isEmpty();
    }
}
