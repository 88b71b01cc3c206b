package agogic.core.out;

import static agogic.core.Pieces.target;
import static org.assertj.core.api.Assertions.assertThat;

import agogic.core.Pieces;
import agogic.core.device.Device;
import agogic.core.device.Outside;
import agogic.core.envelope.Envelope;
import agogic.core.envelope.Point;
import agogic.core.envelope.Shape;
import agogic.core.lane.Lane;
import agogic.core.midi.Program;
import agogic.core.parameter.Parameter;
import agogic.core.score.Note;
import agogic.core.session.Loop;
import agogic.core.session.Session;
import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.Tag;
import org.junit.jupiter.api.Test;

/** What goes out through a port, by the bytes and their times. The wire: MIDI 1.0, 31,250 baud, ten bits a byte. */
class PortOutTest {
    private static final long BYTE = 320_000;
    private static final long WINDOW = 10_000_000;
    private static final int MOST = 31;

    private static Session moving(Random random, int lanes, List<Note> notes) {
        List<Parameter> parameters = Pieces.percents(lanes);
        Device device = Wired.device(random, parameters);
        Session session = Wired.playing(Pieces.of(device), "d", notes, Pieces.LENGTH);
        for (int p = 1; p <= lanes; p++) {
            double[] points = new double[2 * (2 + random.nextInt(8))];
            for (int i = 0; i < points.length; i += 2) {
                points[i] = i == 0 ? 0 : points[i - 2] + 0.2 + random.nextDouble();
                points[i + 1] = random.nextDouble();
            }
            session = Pieces.drawn(session, "p" + p, points);
        }
        return session;
    }

    private static List<Note> notes(Random random, int many) {
        List<Note> notes = new ArrayList<>();
        for (int n = 0; n < many; n++) {
            notes.add(new Note(random.nextInt(64) / 8.0, 0.05 + random.nextDouble(), 30 + random.nextInt(60), 100));
        }
        return notes;
    }

    private static void neverTooMuch(List<Wired.Sent> sent) {
        for (int from = 0; from < sent.size(); from++) {
            int bytes = 0;
            for (int i = from;
                    i < sent.size() && sent.get(i).nanos() <= sent.get(from).nanos() + WINDOW;
                    i++) {
                bytes += sent.get(i).bytes();
            }
            assertThat(bytes).as("in ten milliseconds from message " + from).isLessThanOrEqualTo(MOST);
            if (from > 0) {
                long apart = sent.get(from).nanos() - sent.get(from - 1).nanos();
                assertThat(apart).isGreaterThanOrEqualTo(sent.get(from - 1).bytes() * BYTE);
            }
        }
    }

    /** The same at length: {@code ./agogic test --long}. */
    @Tag("long")
    @Property(tries = 200)
    void theWireIsNeverAskedForMoreThanItCarriesAndAllArrivesAtLength(@ForAll long seed) {
        theWireIsNeverAskedForMoreThanItCarriesAndAllArrives(seed);
    }

    @Property(tries = 8)
    void theWireIsNeverAskedForMoreThanItCarriesAndAllArrives(@ForAll long seed) {
        Random random = new Random(seed);
        int lanes = random.nextInt(5) == 0 ? 480 : 1 + random.nextInt(100);
        Session session = moving(random, lanes, notes(random, random.nextInt(60)));
        Wired wired = new Wired(session);
        wired.run(0.2);
        assertThat(wired.sent).as("nothing has changed yet").isEmpty();
        wired.engine.play(0, 0);
        wired.run(8);
        wired.engine.stop();
        wired.run(8);
        neverTooMuch(wired.sent);
        for (Outside way : session.device("d").outside()) {
            int last = Wired.received(wired.sent, way);
            double stands = wired.engine.live().value(wired.engine.index().of(target(way.parameter())));
            assertThat(last).as(way.address()).isEqualTo(way.code(stands));
        }
        assertThat(wired.sent.stream().filter(Wired.Sent::noteOn).count())
                .as("every note that begins is ended")
                .isEqualTo(wired.sent.stream().filter(Wired.Sent::noteOff).count());
    }

    /** The wire forces an age: all that changes, once each. With 512 values that is half a second. */
    @Test
    void noValueIsOlderThanTheWireForces() {
        Random random = new Random(4);
        List<Parameter> parameters = Pieces.percents(512);
        List<Outside> ways = new ArrayList<>();
        Session session = Pieces.of();
        for (int p = 0; p < 512; p++) {
            ways.add(new Outside("p" + (p + 1), Outside.Way.CC, 1 + p % 16, 40 + p / 16));
        }
        Device device = new Device("d", "Device", "", parameters, 0, List.of(), List.of(), ways, ways, 0);
        session = Pieces.of(device.through(Wired.PORT));
        for (int p = 1; p <= 512; p++) {
            session = Pieces.drawn(session, "p" + p, 0, random.nextDouble() * 0.1, 30, 0.9 + random.nextDouble() * 0.1);
        }
        Wired wired = new Wired(session);
        wired.engine.play(0, 0);
        long forced = 512 * 3 * BYTE;
        // What each receiver has was so at some moment within the last round: a rising lane tells when.
        List<int[]> history = new ArrayList<>();
        List<Long> times = new ArrayList<>();
        int[] has = new int[512];
        long[] worst = {0};
        int[] read = {0};
        wired.run(6, () -> {
            int[] codes = new int[512];
            for (int p = 0; p < 512; p++) {
                codes[p] = ways.get(p).code(wired.engine.live().value(p));
            }
            history.add(codes);
            times.add(wired.now);
            for (; read[0] < wired.sent.size(); read[0]++) {
                Wired.Sent one = wired.sent.get(read[0]);
                has[(one.data1() - 40) * 16 + (one.status() & 0x0F)] = one.data2();
            }
            if (wired.now > 2 * forced) {
                int at = history.size() - 1;
                long limit = wired.now - forced * 11 / 10;
                while (at > 0 && times.get(at) > limit) {
                    at--;
                }
                for (int p = 0; p < 512; p++) {
                    // It has at least the code of a tenth more than one round ago: the lane only rises.
                    assertThat(has[p]).as("p" + p).isGreaterThanOrEqualTo(history.get(at)[p]);
                }
                worst[0]++;
            }
        });
        assertThat(worst[0]).isGreaterThan(100);
        assertThat(wired.out.oldest()).isLessThanOrEqualTo(forced * 11 / 10);
        neverTooMuch(wired.sent);
    }

    @Property(tries = 20)
    void notesGoFirstAndAreLateByNoMoreThanAMessage(@ForAll long seed) {
        Random random = new Random(seed);
        List<Note> notes = notes(random, 40);
        Session session = moving(random, 100, notes);
        Wired wired = new Wired(session);
        wired.engine.play(0, 0);
        long start = wired.now + 4_000_000;
        wired.run(9);
        double bpm = session.timeline().tempo().points().get(0).bpm();
        List<Long> due = new ArrayList<>();
        for (Note note : notes) {
            due.add(start + Math.round(note.beat() * 60 / bpm * 1e9));
            due.add(start + Math.round((note.beat() + note.length()) * 60 / bpm * 1e9));
        }
        due.sort(Long::compare);
        List<Wired.Sent> heard =
                wired.sent.stream().filter(s -> s.noteOn() || s.noteOff()).toList();
        assertThat(heard).hasSize(due.size());
        long free = Long.MIN_VALUE;
        for (int i = 0; i < heard.size(); i++) {
            // Notes of one moment wait for each other, all of them for one message at the most.
            long latest = Math.max(due.get(i) + 3 * BYTE, free) + 3 * BYTE / 2;
            assertThat(heard.get(i).nanos()).isBetween(due.get(i) - 10, latest);
            free = heard.get(i).nanos() + 3 * BYTE;
        }
    }

    @Test
    void aLoopIsHeardAgainAndStoppingEndsWhatSounds() {
        List<Note> notes = List.of(new Note(0, 1, 60, 90), new Note(1.5, 1, 64, 90), new Note(2, 1, 67, 90));
        Device device =
                new Device("d", "Device", "", Pieces.percents(1), 0, List.of(), List.of(), List.of(), List.of(), 0);
        Session session = Wired.playing(Pieces.of(device.through(Wired.PORT)), "d", notes, 8)
                .withLoop(new Loop(0, 2, true));
        Wired wired = new Wired(session);
        wired.engine.play(0, 0);
        double beat = session.timeline().secondsAt(1);
        wired.run(5.9 * beat);
        wired.engine.stop();
        wired.run(0.1);
        long ons = wired.sent.stream().filter(Wired.Sent::noteOn).count();
        assertThat(ons).isEqualTo(6);
        assertThat(wired.sent.stream().filter(s -> s.noteOn() && s.data1() == 67))
                .isEmpty();
        assertThat(wired.sent.stream().filter(Wired.Sent::noteOff).count()).isEqualTo(ons);
        assertThat(wired.sent.get(wired.sent.size() - 1).noteOff()).isTrue();
    }

    @Test
    void panicEndsAllOnTheChannelsThatWereUsed() {
        Device device =
                new Device("d", "Device", "", Pieces.percents(1), 0, List.of(), List.of(), List.of(), List.of(), 0);
        Session session =
                Wired.playing(Pieces.of(device.through(Wired.PORT)), "d", List.of(new Note(0, 30, 60, 90)), 40);
        Wired wired = new Wired(session);
        wired.engine.play(0, 0);
        wired.run(0.5);
        wired.out.panic();
        wired.run(0.5);
        assertThat(wired.sent.stream().filter(Wired.Sent::noteOff).map(Wired.Sent::data1))
                .hasSize(128)
                .contains(60);
        assertThat(wired.sent).anyMatch(s -> s.status() == 0xB0 && s.data1() == 123);
        assertThat(wired.sent).noneMatch(s -> (s.status() & 0x0F) != 0);
        neverTooMuch(wired.sent);
    }

    @Test
    void whatStandsIsNotSentUntilItIsMovedOrPlays() {
        Device device = Wired.device(new Random(1), Pieces.percents(3));
        Session session = Pieces.of(device);
        Wired wired = new Wired(session);
        wired.run(0.1);
        assertThat(wired.sent).isEmpty();
        wired.engine.hand(target("p2"), 0.9, 0, false, 0);
        wired.run(0.1);
        Outside way = device.outside().get(1);
        assertThat(Wired.received(wired.sent, way)).isEqualTo(way.code(0.9));
        assertThat(Wired.received(wired.sent, device.outside().get(0))).isEqualTo(-1);
        int before = wired.sent.size();
        wired.engine.load(session.withDevice(device.through("Another")));
        wired.run(0.1);
        wired.engine.hand(target("p2"), 0.1, 0, false, 0);
        wired.run(0.1);
        assertThat(wired.sent).as("it plays through another port now").hasSize(before);
    }

    /** A program goes out behind its bank, as far as that was said; the position that says none sends nothing. */
    @Test
    void aProgramGoesOutBehindItsBank() {
        Program bank = new Program(8, -1, 32);
        Parameter program = Parameter.stepped("p1", "Program", "", 0, "As the device is", "Bass", "Other bass")
                .worth(List.of(-1.0, (double) new Program(-1, -1, 40).code(), (double) bank.code()));
        Outside way = new Outside("p1", Outside.Way.PROGRAM, 5, 0);
        Device device =
                new Device("d", "Device", "", List.of(program), 0, List.of(), List.of(), List.of(way), List.of(), 0);
        Session session = Pieces.of(device.through(Wired.PORT));
        Envelope switches = Envelope.of(
                new Point(0, program.resting(), Shape.HOLD),
                new Point(2, 0.5, Shape.HOLD),
                new Point(4, 5.0 / 6, Shape.HOLD));
        Wired wired = new Wired(session.with(Lane.drawn(target("p1"), switches)));
        wired.engine.play(0, 0);
        wired.run(1.9);
        assertThat(wired.sent).isEmpty();
        wired.run(4);
        assertThat(wired.sent)
                .extracting(
                        sent -> sent.status() + " " + sent.data1() + " " + (sent.status() < 0xC0 ? sent.data2() : 0))
                .containsExactly("196 40 0", "180 0 8", "196 32 0");
    }
}
