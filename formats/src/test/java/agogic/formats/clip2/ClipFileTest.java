package agogic.formats.clip2;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import agogic.core.device.Device;
import agogic.core.device.Outside;
import agogic.core.envelope.Envelope;
import agogic.core.envelope.Point;
import agogic.core.envelope.Shape;
import agogic.core.lane.Lane;
import agogic.core.parameter.Parameter;
import agogic.core.parameter.Taper;
import agogic.core.parameter.Unit;
import agogic.core.plan.Heard;
import agogic.core.route.Target;
import agogic.core.score.Clip;
import agogic.core.score.Note;
import agogic.core.session.Loop;
import agogic.core.session.Session;
import agogic.core.session.Timing;
import agogic.core.session.Track;
import agogic.core.time.Lock;
import agogic.core.time.MetreMap;
import agogic.core.time.TempoMap;
import agogic.core.time.TempoPoint;
import agogic.core.time.Timeline;
import agogic.formats.bring.Beginning;
import agogic.formats.file.FormatException;
import agogic.formats.midi.Fineness;
import agogic.formats.midi.Numbers;
import agogic.standins.comet.SlowComet;
import java.nio.ByteBuffer;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HexFormat;
import java.util.List;
import java.util.Random;
import java.util.Set;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import org.junit.jupiter.api.Test;

/**
 * MIDI 2.0 clip files. The bytes are checked by hand against the tables of M2-104-UM (Universal MIDI Packet), M2-115-U
 * (translation of values) and M2-116-U (clip file), from memory of the published specifications.
 */
class ClipFileTest {
    private static final Beginning BARE = Beginning.BARE;

    private static Session piece(
            Timeline timeline, double length, List<Track> tracks, List<Device> devices, List<Lane> lanes) {
        return new Session(
                "Clip",
                "",
                timeline,
                length,
                List.of(),
                new Loop(0, 4, false),
                tracks,
                devices,
                List.of(),
                List.of(),
                lanes,
                List.of(),
                List.of());
    }

    private static Device outside(String id, Outside... ways) {
        List<Parameter> all = new ArrayList<>();
        for (Outside way : ways) {
            all.add(Parameter.continuous(way.parameter(), way.parameter(), "", Unit.PERCENT, Taper.LINEAR, 0, 100, 50));
        }
        return new Device(id, id, "", all, 0, List.of(), List.of(), List.of(ways), List.of(ways), 0);
    }

    private static Timeline time(double bpm) {
        return new Timeline(TempoMap.steady(bpm), MetreMap.steady(3, 4));
    }

    private static String hex(byte[] bytes) {
        return HexFormat.of().withUpperCase().formatHex(bytes);
    }

    @Test
    void aSmallFileIsTheseBytes() {
        Device device = outside(
                "d",
                new Outside("a", Outside.Way.CC, 2, 74),
                new Outside("b", Outside.Way.NRPN, 2, 300),
                new Outside("c", Outside.Way.BEND, 2, 0));
        List<Lane> lanes = List.of(flat("a", 1), flat("b", 0.25), flat("c", 0.5));
        Clip clip = new Clip("Notes", 0, 3, List.of(new Note(1, 0.5, 60, 100, 64)));
        Session session = piece(
                time(120),
                3,
                List.of(new Track("t", "T", false, 2, List.of("d"), List.of(clip))),
                List.of(device),
                lanes);
        assertThat(hex(ClipExport.make(session).file()))
                .isEqualTo(String.join(
                        "",
                        "534D4632434C4950", // SMF2CLIP
                        "00400000", // delta clockstamp 0
                        "003003C0", // 960 ticks a quarter note
                        "00400000",
                        "F0200000000000000000000000000000", // start of clip
                        "00400000",
                        "D010000002FAF0800000000000000000", // tempo: 50,000,000 times 10 ns
                        "00400000",
                        "D0100001030208000000000000000000", // 3/4, 8 thirty-seconds
                        "00400000",
                        "40B14A00FFFFFFFF", // controller 74 of channel 2, greatest
                        "00400000",
                        "4031022C40000000", // assignable controller: bank 2, index 44, a quarter
                        "00400000",
                        "40E1000080000000", // bend, centre
                        "004003C0",
                        "40913C00C924" + "0000", // note on, velocity 100 of 7 bits in 16
                        "004001E0",
                        "40813C0080000000", // note off half a quarter later
                        "004005A0",
                        "F0210000000000000000000000000000")); // end of clip
    }

    private static Lane flat(String parameter, double value) {
        return new Lane(
                new Target("d", parameter), Lock.BEATS, Envelope.of(new Point(0, value, Shape.HOLD)), List.of());
    }

    /** Min-centre-max: what 7 and 14 bits say, in 16 and 32. */
    @Test
    void valuesAreScaledAsTheSpecificationSays() {
        assertThat(Scale.up(0, 7, 16)).isZero();
        assertThat(Scale.up(64, 7, 16)).isEqualTo(0x8000);
        assertThat(Scale.up(127, 7, 16)).isEqualTo(0xFFFF);
        assertThat(Scale.up(127, 7, 32)).isEqualTo(0xFFFFFFFFL);
        assertThat(Scale.up(64, 7, 32)).isEqualTo(0x80000000L);
        assertThat(Scale.up(16_383, 14, 32)).isEqualTo(0xFFFFFFFFL);
        assertThat(Scale.up(8_192, 14, 32)).isEqualTo(0x80000000L);
        for (int v = 0; v < 128; v++) {
            assertThat(Scale.up(v, 7, 16) >> 9).isEqualTo(v);
            assertThat(Scale.up(v, 7, 32) >> 25).isEqualTo(v);
        }
        assertThat(Scale.of(0)).isZero();
        assertThat(Scale.of(0.5)).isEqualTo(0x80000000L);
        assertThat(Scale.of(1)).isEqualTo(0xFFFFFFFFL);
        Random random = new Random(2);
        for (int i = 0; i < 10_000; i++) {
            double x = random.nextDouble();
            assertThat(Scale.normalised(Scale.of(x))).isCloseTo(x, within(1.0 / (1L << 32)));
        }
    }

    private static Timeline anyTime(Random random) {
        List<TempoPoint> points = new ArrayList<>(List.of(new TempoPoint(0, 40 + random.nextInt(160), false)));
        for (int i = random.nextInt(3); i > 0; i--) {
            double beat = points.get(points.size() - 1).beat() + 1 + random.nextInt(12);
            points.add(new TempoPoint(beat, 40 + random.nextInt(160), false));
        }
        return new Timeline(TempoMap.of(points), MetreMap.steady(2 + random.nextInt(5), 4));
    }

    private static Envelope anyEnvelope(Random random, double length) {
        List<Point> points = new ArrayList<>();
        double at = random.nextInt(3) == 0 ? 0 : random.nextDouble() * 2;
        for (int i = 2 + random.nextInt(6); i > 0 && at < length; i--) {
            Shape shape = List.of(Shape.HOLD, Shape.STRAIGHT, Shape.S).get(random.nextInt(3));
            double value = random.nextInt(5) == 0 ? random.nextInt(2) : random.nextDouble();
            points.add(new Point(at, value, shape));
            at += 0.05 + random.nextDouble() * length / 4;
        }
        return Envelope.of(points);
    }

    private static Session any(Random random) {
        List<Track> tracks = new ArrayList<>();
        List<Device> devices = new ArrayList<>();
        List<Lane> lanes = new ArrayList<>();
        double length = 12 + 4 * random.nextInt(6);
        for (int t = 0; t < 1 + random.nextInt(3); t++) {
            int channel = t * 3 + 1 + random.nextInt(3);
            List<Outside> ways = new ArrayList<>();
            ways.add(new Outside("p0", Outside.Way.CC, channel, 64 + random.nextInt(30)));
            ways.add(new Outside("p1", Outside.Way.CC_PAIR, channel, 7 + random.nextInt(8)));
            ways.add(new Outside("p2", Outside.Way.NRPN, channel, random.nextInt(16_000)));
            ways.add(new Outside("p3", Outside.Way.BEND, channel, 0));
            ways.add(new Outside("p4", Outside.Way.PRESSURE, channel, 0));
            Device device = outside("d" + t, ways.toArray(new Outside[0]));
            devices.add(device);
            for (Outside way : ways) {
                if (random.nextInt(4) > 0) {
                    Lock lock = random.nextBoolean() ? Lock.BEATS : Lock.SECONDS;
                    lanes.add(new Lane(
                            new Target(device.id(), way.parameter()), lock, anyEnvelope(random, length), List.of()));
                }
            }
            List<Note> notes = new ArrayList<>();
            for (int n = random.nextInt(30); n > 0; n--) {
                double beat = random.nextInt(40) / 4.0 + (random.nextBoolean() ? 0 : random.nextDouble() / 4);
                notes.add(new Note(
                        beat,
                        0.01 + random.nextDouble() * 2,
                        40 + random.nextInt(40),
                        1 + random.nextInt(127),
                        random.nextInt(128)));
            }
            tracks.add(new Track(
                    "t" + t,
                    "Track " + t,
                    false,
                    channel,
                    List.of(device.id()),
                    List.of(new Clip("Notes", 0, length, notes))));
        }
        return piece(anyTime(random), length, tracks, devices, lanes);
    }

    private static List<double[]> notes(Session session, int channel, boolean onTicks) {
        List<double[]> all = new ArrayList<>();
        for (Track track : session.tracks()) {
            for (Clip clip : track.channel() == channel ? track.clips() : List.<Clip>of()) {
                for (Note note : clip.notes()) {
                    double on = onTicks ? Math.round(note.beat() * 960) / 960.0 : note.beat();
                    all.add(new double[] {on, note.pitch(), note.velocity()});
                }
            }
        }
        all.sort(Comparator.<double[]>comparingDouble(n -> n[0])
                .thenComparingDouble(n -> n[1])
                .thenComparingDouble(n -> n[2]));
        return all;
    }

    @Property(tries = 10, seed = "2")
    void anySessionComesBackWithinHalfATickAndAPartInFourThousandMillion(@ForAll long seed) throws Exception {
        Session session = any(new Random(seed));
        byte[] bytes = ClipExport.make(session).file();
        assertThat(ClipExport.make(session).file()).as("twice the same").isEqualTo(bytes);
        Session back = ClipImport.of(bytes, "any.midi2").piece(Set.of(), BARE);
        for (int bar = 1; bar < 4; bar++) {
            assertThat(back.timeline().metre().beatOfBar(bar))
                    .isEqualTo(session.timeline().metre().beatOfBar(bar));
        }
        for (double beat = 0; beat < session.length(); beat += 1.7) {
            assertThat(back.timeline().secondsAt(beat))
                    .isCloseTo(session.timeline().secondsAt(beat), within(1e-5));
        }
        for (Track track : session.tracks()) {
            List<double[]> was = notes(session, track.channel(), true);
            List<double[]> is = notes(back, track.channel(), false);
            assertThat(is).hasSameSizeAs(was);
            for (int i = 0; i < was.size(); i++) {
                assertThat(is.get(i)).containsExactly(was.get(i), within(1e-9));
            }
        }
        Heard heard = new Heard(session);
        for (Numbers.Line line : Numbers.of(session, Fineness.SEVEN).lines()) {
            same(session, heard, back, line);
        }
    }

    /** Each value of the file is that of its tick; between them it is never farther than a tick's way and a 16,384th. */
    private static void same(Session session, Heard heard, Session back, Numbers.Line line) {
        Target target = line.targets().get(0);
        Outside way = line.number();
        Lane lane = back.lanes().stream()
                .filter(l -> {
                    Outside other = back.device(l.target().device()).outside().stream()
                            .filter(o -> o.parameter().equals(l.target().parameter()))
                            .findFirst()
                            .orElseThrow();
                    boolean kind = other.way() == way.way()
                            || Set.of(other.way(), way.way()).equals(Set.of(Outside.Way.CC, Outside.Way.CC_PAIR));
                    return kind && other.channel() == way.channel() && other.number() == way.number();
                })
                .findFirst()
                .orElseThrow();
        Envelope envelope = lane.envelope();
        for (int i = 0; i < envelope.size(); i++) {
            double seconds = session.timeline().secondsAt(envelope.time(i));
            boolean rests = i == 0 && envelope.time(0) == 0 && envelope.size() > 1;
            if (!rests) {
                assertThat(envelope.value(i)).isCloseTo(heard.saidAt(target, seconds), within(1.0 / (1L << 31)));
            }
        }
        for (double beat = 0.001; beat < session.length() - 0.01; beat += 0.13) {
            double at = Math.floor(beat * 960) / 960;
            double value = envelope.valueAt(beat);
            double before = heard.saidAt(target, session.timeline().secondsAt(at));
            assertThat(value).as("at %s", beat).isCloseTo(before, within(6.2e-5));
        }
    }

    @Test
    void theDemoGoesOutAndComesIn() throws Exception {
        Session demo = Timing.length(SlowComet.session(), 6);
        ClipExport.Made made = ClipExport.make(demo);
        assertThat(made.lanes()).isGreaterThan(5);
        ClipImport in = ClipImport.of(made.file(), "comet.midi2");
        assertThat(in.title()).isEqualTo("comet");
        assertThat(in.bars()).isEqualTo(6);
        int notes = in.lines().stream()
                .filter(line -> line.id().startsWith("notes-"))
                .mapToInt(line -> line.count())
                .sum();
        assertThat(notes).isEqualTo(made.notes());
    }

    @Test
    void mutantsAreReadOrRefusedWithTheirPlace() throws Exception {
        byte[] sound = ClipExport.make(any(new Random(77))).file();
        Random random = new Random(7);
        int refused = 0;
        for (int n = 0; n < Integer.getInteger("agogic.mutants", Boolean.getBoolean("agogic.long") ? 1_000 : 90); n++) {
            byte[] bytes = sound.clone();
            for (int c = 1 + random.nextInt(4); c > 0; c--) {
                bytes[random.nextInt(random.nextBoolean() ? 200 : bytes.length)] = (byte) random.nextInt(256);
            }
            if (random.nextInt(3) == 0) {
                bytes = java.util.Arrays.copyOf(bytes, random.nextInt(bytes.length));
            }
            try {
                ClipImport.of(bytes, "m.midi2").piece(Set.of(), BARE);
            } catch (FormatException e) {
                refused++;
                assertThat(e).hasMessageContaining("m.midi2");
            }
        }
        assertThat(refused).isPositive();
    }

    @Test
    void whatIsWrongIsSaidWithItsByte() {
        byte[] sound = ClipExport.make(any(new Random(5))).file();
        assertThatThrownBy(() -> ClipImport.of(new byte[] {'M', 'T', 'h', 'd'}, "a.midi2"))
                .hasMessage("a.midi2 is no MIDI 2.0 clip file: it does not begin with SMF2CLIP.");
        assertThatThrownBy(() -> ClipImport.of(java.util.Arrays.copyOf(sound, 14), "a.midi2"))
                .hasMessage("a.midi2, byte 12: the file ends in the middle of a message.");
        byte[] zero = sound.clone();
        ByteBuffer.wrap(zero).putInt(12, 0x00300000);
        assertThatThrownBy(() -> ClipImport.of(zero, "a.midi2"))
                .hasMessage("a.midi2, byte 12: a quarter note has 0 ticks.");
        byte[] twice = sound.clone();
        ByteBuffer.wrap(twice).putInt(12, 0x00400000);
        assertThatThrownBy(() -> ClipImport.of(twice, "a.midi2"))
                .hasMessageContaining("byte 12: a time follows a time");
    }
}
