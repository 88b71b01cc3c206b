package agogic.formats.table;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import agogic.core.device.Device;
import agogic.core.edit.layer.Layers;
import agogic.core.envelope.Envelope;
import agogic.core.envelope.Point;
import agogic.core.envelope.Shape;
import agogic.core.lane.Lane;
import agogic.core.lane.Layer;
import agogic.core.parameter.Parameter;
import agogic.core.parameter.Taper;
import agogic.core.parameter.Unit;
import agogic.core.plan.Heard;
import agogic.core.route.Route;
import agogic.core.route.Span;
import agogic.core.route.Target;
import agogic.core.score.Clip;
import agogic.core.session.Loop;
import agogic.core.session.Session;
import agogic.core.session.Track;
import agogic.core.time.Lock;
import agogic.core.time.Metre;
import agogic.core.time.MetreMap;
import agogic.core.time.TempoMap;
import agogic.core.time.TempoPoint;
import agogic.core.time.Timeline;
import agogic.formats.file.FormatException;
import agogic.formats.file.SafeFile;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Random;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** What comes back as it went out changes nothing; what was changed changes that and nothing else. */
class TableBackTest {
    private static final int SEEDS = Boolean.getBoolean("agogic.long") ? 400 : 70;

    private static final Target CUT = new Target("d", "cut");
    private static final Target LEVEL = new Target("d", "level");
    private static final Target KIND = new Target("d", "kind");
    private static final List<Target> TARGETS = List.of(CUT, LEVEL, KIND);
    private static final double LENGTH = 64;

    @TempDir
    private Path folder;

    private Path table;

    @BeforeEach
    void where() {
        table = folder.resolve("lane.csv");
    }

    private static Session session(Random random) {
        List<Parameter> parameters = List.of(
                Parameter.continuous("cut", "Cutoff", "", Unit.HERTZ, Taper.LOGARITHMIC, 40, 16_000, 900),
                Parameter.continuous("level", "Level", "", Unit.DECIBEL, Taper.FADER, -60, 4, -10),
                Parameter.stepped("kind", "Kind", "", 0, "Low", "Mid", "High, and more")
                        .worth(List.of(1.0, 4.0, 9.0)));
        Timeline timeline = new Timeline(
                TempoMap.of(List.of(
                        new TempoPoint(0, 60 + random.nextInt(100), false),
                        new TempoPoint(8 + random.nextInt(20), 60 + random.nextInt(100), random.nextBoolean()),
                        new TempoPoint(50, 90, false))),
                new MetreMap(List.of(new Metre(1, 4, 4), new Metre(3, 3 + random.nextInt(5), 8))));
        List<Lane> lanes = new ArrayList<>();
        List<Route> routes = new ArrayList<>();
        for (Target target : TARGETS) {
            Parameter parameter = parameters.get(TARGETS.indexOf(target));
            Lock lock = random.nextInt(3) == 0 ? Lock.SECONDS : Lock.BEATS;
            double end = lock == Lock.BEATS ? LENGTH : timeline.secondsAt(LENGTH);
            List<Point> points = new ArrayList<>();
            double at = 0;
            int count = 1 + random.nextInt(30);
            for (int i = 0; i < count && at < end; i++) {
                Shape shape = parameter.stepped() ? Shape.HOLD : shape(random);
                points.add(new Point(at, parameter.settled(random.nextDouble()), shape, random.nextBoolean()));
                at += random.nextInt(5) == 0 ? 0 : random.nextDouble() * end / count * 2;
            }
            lanes.add(new Lane(target, lock, Envelope.of(points), List.of()));
            routes.add(Route.of("r-" + target.parameter(), null, Span.FULL, target));
        }
        return new Session(
                "Made",
                "",
                timeline,
                LENGTH,
                List.of(),
                new Loop(0, 16, false),
                List.of(new Track("t", "Track", false, 1, List.of("d"), List.of())),
                List.of(Device.of("d", "Device, one", "", parameters, 8, List.of())),
                List.of(),
                routes,
                lanes,
                List.of(),
                List.of());
    }

    private static Shape shape(Random random) {
        return switch (random.nextInt(5)) {
            case 0 -> Shape.HOLD;
            case 1 -> ShapeText.parse("bent", Double.toString(random.nextDouble() * 1.8 - 0.9));
            case 2 -> ShapeText.parse("s", "");
            case 3 -> ShapeText.parse("sine", "0.1;4");
            default -> Shape.STRAIGHT;
        };
    }

    private List<String> out(Session session, Target target) throws IOException {
        SafeFile.text(table, LaneTables.points(session, session.lane(target), 0));
        return new ArrayList<>(Files.readAllLines(table));
    }

    private TableBack.Taken back(Session session, Target target) throws IOException {
        return TableBack.read(table, session, Optional.ofNullable(target), 0, TableBack.As.RIDE);
    }

    @Test
    void pointsThatComeBackAsTheyWentChangeNothing() throws IOException {
        for (int seed = 1; seed <= SEEDS; seed++) {
            Session session = session(new Random(seed));
            for (Target target : TARGETS) {
                out(session, target);
                TableBack.Taken taken = back(session, target);
                assertThat(taken.changes()).as("seed %s", seed).isEmpty();
                assertThat(taken.session() == session).isTrue();
            }
        }
    }

    /** A protected lane takes nothing of a table, in whatever form; what is as it went is no writing. */
    @Test
    void aProtectedLaneTakesNothing() throws IOException {
        Session bare = session(new Random(5));
        Target target = TARGETS.get(0);
        Session session = bare.with(bare.lane(target).guarded(true));
        for (TableBack.As as : TableBack.As.values()) {
            // Moves are places of a hand, all else is said in the unit.
            double unit = as == TableBack.As.MOVES ? 1 : 1_000;
            Files.writeString(
                    table,
                    "seconds,value\r\n1.0," + 0.2 * unit + "\r\n2.0," + 0.9 * unit + "\r\n3.0," + 0.4 * unit + "\r\n");
            assertThatThrownBy(() -> TableBack.read(table, session, Optional.of(target), 0, as))
                    .as(as.name())
                    .hasMessageContaining("is protected");
        }
        out(session, target);
        assertThat(back(session, target).session() == session).isTrue();
    }

    @Test
    void samplesThatComeBackAsTheyWentChangeNothing() throws IOException {
        for (int seed = 1; seed <= 60; seed++) {
            Session session = session(new Random(seed));
            SafeFile.text(table, LaneTables.samples(session, TARGETS, 0.1));
            TableBack.Taken taken = back(session, null);
            assertThat(taken.changes()).as("seed %s", seed).isEmpty();
            assertThat(taken.session() == session).isTrue();
        }
    }

    /** The layer of a clip, wherever it lies, as fast as it goes: as it went it changes nothing, and a row more is a point there. */
    @Test
    void aLayerInAClipComesBack() throws IOException {
        for (int seed = 1; seed <= SEEDS; seed++) {
            Random random = new Random(seed);
            Session bare = session(random);
            double speed = random.nextInt(3) == 0 ? 1 : 0.5 + random.nextDouble();
            double cycle = random.nextInt(3) == 0 ? 0 : 8;
            Clip clip = new Clip(
                    "c",
                    "Clip",
                    random.nextInt(20) + 0.5 * random.nextInt(2),
                    12,
                    cycle == 0 ? random.nextInt(3) : random.nextInt(20) * 0.5,
                    speed,
                    cycle,
                    List.of(),
                    List.of(),
                    List.of(),
                    Optional.empty());
            Session piece = bare.with(bare.track("t").with(List.of(clip)));
            List<Point> points = new ArrayList<>();
            for (double at = random.nextDouble(); at < 8; at += 0.5 + 3 * random.nextDouble()) {
                points.add(new Point(at, random.nextDouble(), Shape.STRAIGHT));
            }
            Lane lane = piece.lane(CUT);
            Session session = piece.with(lane.with(1, Layer.of("c", false).with(Envelope.of(points))));
            SafeFile.text(table, LaneTables.points(session, session.lane(CUT), 1));
            TableBack.Taken same = TableBack.read(table, session, Optional.of(CUT), 1, TableBack.As.RIDE);
            assertThat(same.session() == session).as("seed %s", seed).isTrue();
            List<String> rows = new ArrayList<>(Files.readAllLines(table));
            String[] last = rows.get(rows.size() - 1).split(",");
            double beat = Double.parseDouble(last[1]) + 0.25;
            if (beat < 0) {
                // It lies in content that is cut off before the piece begins.
                continue;
            }
            rows.add("," + beat + ",,1000,Hz,hold,");
            Files.write(table, rows);
            Session more = TableBack.read(table, session, Optional.of(CUT), 1, TableBack.As.RIDE)
                    .session();
            Envelope now = more.lane(CUT).layer(1).envelope();
            assertThat(now.size()).as("seed %s", seed).isEqualTo(points.size() + 1);
            double there = points.get(points.size() - 1).time() + 0.25 * speed;
            assertThat(now.time(points.size())).as("seed %s", seed).isCloseTo(there, within(1e-9));
            assertThat(more.lane(CUT).layer(0)).isEqualTo(session.lane(CUT).layer(0));
        }
    }

    /** One point gets another value, goes, or comes: all that is heard outside of its neighbours is what it was. */
    @Test
    void onePointThatIsChangedChangesThatOnly() throws IOException {
        for (int seed = 1; seed <= SEEDS; seed++) {
            Random random = new Random(seed);
            Session session = session(random);
            Target target = TARGETS.get(random.nextInt(3));
            List<String> rows = out(session, target);
            Parameter parameter = session.parameter(target);
            Envelope before = session.lane(target).envelope();
            int row = 1 + random.nextInt(rows.size() - 1);
            int how = rows.size() == 2 ? 0 : random.nextInt(2);
            double value = parameter.nativeValueAt(parameter.settled(random.nextDouble()));
            if (how == 0) {
                String[] cells = rows.get(row).split(",", 5);
                cells[3] = Double.toString(value);
                rows.set(row, String.join(",", cells));
            } else {
                rows.remove(row);
            }
            Files.write(table, rows);
            Session after = back(session, target).session();
            Envelope now = after.lane(target).envelope();
            if (how == 0 && now.size() == before.size()) {
                assertThat(parameter.nativeValueAt(now.value(row - 1)))
                        .as("seed %s", seed)
                        .isEqualTo(value, within(1e-9 * Math.abs(value) + 1e-9));
                assertThat(now.time(row - 1)).isEqualTo(before.time(row - 1));
            }
            Heard was = new Heard(session);
            Heard heard = new Heard(after);
            Lane lane = session.lane(target);
            double low = row > 1 ? before.time(row - 2) : Double.NEGATIVE_INFINITY;
            double high = row < before.size() ? before.time(row) : Double.POSITIVE_INFINITY;
            for (int i = 0; i <= 400; i++) {
                double seconds = session.seconds() * i / 400;
                double time = session.timeline().laneTime(lane.lock(), seconds);
                if (time < low - 1e-9 || time > high + 1e-9) {
                    assertThat(heard.valueAt(target, seconds))
                            .as("seed %s at %s", seed, seconds)
                            .isEqualTo(was.valueAt(target, seconds), within(1e-9));
                }
            }
            for (Target other : TARGETS) {
                if (!other.equals(target)) {
                    assertThat(after.lane(other) == session.lane(other)).isTrue();
                }
            }
        }
    }

    /** A table made elsewhere: what it says is heard at its times; before and behind it all is as it was. */
    @ParameterizedTest
    @CsvSource({"POINTS", "STEPS", "RIDE"})
    void aTableOfSamplesIsHeard(TableBack.As as) throws IOException {
        for (int seed = 1; seed <= 40; seed++) {
            Random random = new Random(seed);
            Session session = session(random);
            List<String> rows = new ArrayList<>(List.of("seconds,value"));
            List<double[]> wanted = new ArrayList<>();
            double begin = 2 + random.nextDouble();
            for (int i = 0; i < 60; i++) {
                double hertz = 400 + 300 * Math.sin(i / 9.0 + seed);
                rows.add(begin + i * 0.05 + "," + hertz);
                wanted.add(new double[] {begin + i * 0.05, hertz});
            }
            Files.write(table, rows);
            TableBack.Taken taken = TableBack.read(table, session, Optional.of(CUT), 0, as);
            Heard heard = new Heard(taken.session());
            Heard was = new Heard(session);
            Parameter parameter = session.parameter(CUT);
            for (int i = 1; i + 1 < wanted.size(); i++) {
                double hertz = parameter.valueAt(heard.valueAt(CUT, wanted.get(i)[0] + 1e-9));
                double cents = 1200 * Math.log(hertz / wanted.get(i)[1]) / Math.log(2);
                // A ride keeps its usual tolerance.
                assertThat(Math.abs(cents))
                        .as("seed %s, row %s", seed, i)
                        .isLessThan(as == TableBack.As.RIDE ? 60 : 0.1);
            }
            for (double at : new double[] {0, 1, begin - 0.3, begin + 3.6, begin + 8}) {
                assertThat(heard.valueAt(CUT, at))
                        .as("seed %s at %s", seed, at)
                        .isEqualTo(was.valueAt(CUT, at), within(1e-9));
            }
            assertThat(taken.session().rides().size()).isEqualTo(as == TableBack.As.RIDE ? 1 : 0);
        }
    }

    /** What is heard of several layers is of none of them; the points of one come back as ever. */
    @Test
    void samplesOfALayeredLaneAreRefusedAndItsPointsAreNot() throws IOException {
        Session plain = session(new Random(5));
        Session session = Layers.add(plain, CUT, "", true);
        Files.writeString(table, "seconds,value\n2,900\n3,950\n");
        assertThatThrownBy(() -> back(session, CUT))
                .isInstanceOf(FormatException.class)
                .hasMessageContaining("Cutoff has layers");
        out(session, CUT);
        assertThat(back(session, CUT).changes()).isEmpty();
    }

    @Test
    void whatIsWrongIsSaidWithItsPlace() throws IOException {
        Session session = session(new Random(3));
        wrong(session, "", "is empty");
        wrong(session, "colour,value\n1,2\n", "line 1: expected a column “seconds”, “beat” or “bar”");
        wrong(session, "seconds,value,value\n1,2,3\n", "line 1, column 3: “value” stands there twice");
        wrong(session, "seconds,value\n", "no rows");
        wrong(session, "seconds,value\n1,loud\n", "line 2: column “value”");
        wrong(session, "seconds,value\n1,900\n0.5,800\n", "line 3: this row comes before");
        wrong(session, "seconds,value\n1,99000\n", "line 2: column “value”: Cutoff goes from 40 Hz to 16 kHz");
        wrong(session, "seconds,value\n-1,900\n", "line 2: column “seconds”: “-1” is not within the piece");
        wrong(session, "seconds,value\n1e9,900\n", "is not within the piece");
        wrong(session, "seconds,value\none,900\n", "line 2: expected a number for “seconds”");
        wrong(session, "seconds,other\n1,900\n", "line 1, column 2: no lane is called “other”");
        wrong(session, "seconds,value,shape,amount\n1,900,loop,\n", "line 2: column “shape” or “amount”");
        wrong(session, "seconds,beat,value,shape,amount\n1,60,900,,\n", "say different places");
        wrong(session, "seconds,value,shape,amount\n,900,,\n", "expected a place in “seconds”, “beat” or “bar”");
        wrong(session, "bar,value,shape,amount\nnowhere,900,,\n", "column “bar”: expected a place such as 17.3.02");
        wrong(session, "seconds,value,shape,amount\n2,900,,\n1,900,,\n", "line 3: this point comes before");
        assertThatThrownBy(() -> {
                    Files.writeString(table, "seconds,value,shape,amount\n2,900,,\n");
                    back(session, null);
                })
                .isInstanceOf(FormatException.class)
                .hasMessageContaining("say of which");
    }

    private void wrong(Session session, String text, String said) throws IOException {
        Files.writeString(table, text);
        assertThatThrownBy(() -> back(session, CUT))
                .as(text)
                .isInstanceOf(FormatException.class)
                .hasMessageContaining(said)
                .hasMessageContaining("lane.csv");
    }
}
