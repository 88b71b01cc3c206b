package agogic.desk.export;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import agogic.core.device.Device;
import agogic.core.edit.pass.Loosening;
import agogic.core.envelope.Envelope;
import agogic.core.expose.Exposing;
import agogic.core.lane.Lane;
import agogic.core.lane.LaneWriter;
import agogic.core.lane.Stretch;
import agogic.core.midi.Wire;
import agogic.core.parameter.Parameter;
import agogic.core.parameter.Taper;
import agogic.core.parameter.Unit;
import agogic.core.plan.Heard;
import agogic.core.refine.Recipe;
import agogic.core.ride.Ride;
import agogic.core.route.Hand;
import agogic.core.route.Span;
import agogic.core.route.Target;
import agogic.core.route.WriteMode;
import agogic.core.session.Destination;
import agogic.core.session.Loop;
import agogic.core.session.Points;
import agogic.core.session.Session;
import agogic.core.session.Timing;
import agogic.core.session.Track;
import agogic.desk.start.NewPiece;
import agogic.formats.midi.Fineness;
import agogic.formats.midi.MidiExport;
import agogic.formats.midi.Numbers;
import agogic.formats.midi.OnWire;
import java.io.ByteArrayInputStream;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Random;
import java.util.TreeMap;
import javax.sound.midi.MidiSystem;
import javax.sound.midi.Sequence;
import javax.sound.midi.ShortMessage;
import org.junit.jupiter.api.Test;

/**
 * What each lane does on the wire, and what loses less, against a receiver written apart: it has the events of the file as
 * the JDK reads them, keeps what the controllers say, and is compared with the lanes at every tick.
 */
class OnWireTest {
    private static final int LANES = 12;
    /** The rides go beyond the end of the piece, which is after four: nothing jumps back within it. */
    private static final double SECONDS = 4.5;

    /** A device whose rides have a tremor: followed closely, they fill the wire. */
    private static Session trembling(long seed, int lanes, double tolerance) {
        return MADE.computeIfAbsent(List.of(seed, lanes, tolerance), asked -> madeTrembling(seed, lanes, tolerance));
    }

    /** A session is a value: one that was ridden for a test is ridden for all. */
    private static final Map<List<Number>, Session> MADE = new HashMap<>();

    private static Session madeTrembling(long seed, int lanes, double tolerance) {
        Random random = new Random(seed);
        List<Parameter> parameters = new ArrayList<>();
        List<String> ids = new ArrayList<>();
        for (int i = 0; i < lanes; i++) {
            parameters.add(Parameter.continuous("p" + i, "Part " + i, "", Unit.PERCENT, Taper.LINEAR, 0, 100, 50));
            ids.add("p" + i);
        }
        Session session = NewPiece.empty("Trembling", 120, 4, 4, 2)
                .withDevice(Device.of("d", "Device", "", parameters, lanes, ids))
                .withTracks(List.of(new Track("t", "Track", false, 1, List.of("d"), List.of())));
        int moves = (int) (SECONDS * 250);
        for (int i = 0; i < lanes; i++) {
            double[] seconds = new double[moves];
            double[] places = new double[moves];
            double slow = 0.1 + 0.3 * random.nextDouble();
            double fast = 5 + 3 * random.nextDouble();
            double phase = random.nextDouble() * 6;
            for (int k = 0; k < moves; k++) {
                seconds[k] = k / 250.0;
                double place = 0.5
                        + 0.3 * Math.sin(slow * seconds[k] + phase)
                        + 0.004 * Math.sin(2 * Math.PI * fast * seconds[k]);
                places[k] = Math.rint(place * 16383) / 16383;
            }
            Ride ride = new Ride("ride-" + i, new Hand("s", "f"), 1.0 / 16383, 0, SECONDS, seconds, places, places);
            Target target = new Target("d", "p" + i);
            Lane lane = session.lane(target);
            Recipe recipe = Recipe.usual(parameters.get(i)).steadied(0).within(tolerance);
            Stretch asked = new Stretch(
                    ride.id(), Span.FULL, WriteMode.WRITE, 0, SECONDS, 0, SECONDS, recipe, 0, 0, Envelope.EMPTY);
            LaneWriter writer = new LaneWriter(parameters.get(i), session.timeline(), lane.lock());
            session = session.with(ride).with(writer.write(lane, ride, asked));
        }
        return session;
    }

    private static MidiExport.How cable(Fineness fine) {
        return MidiExport.How.of(fine, Optional.of(Wire.CABLE));
    }

    /** The farthest that who reads the file is from each lane, in each second: looked at just before and at every tick. */
    private static double[][] received(Session session, byte[] file, Fineness fine) throws Exception {
        Sequence sequence = MidiSystem.getSequence(new ByteArrayInputStream(file));
        TreeMap<Long, List<ShortMessage>> events = new TreeMap<>();
        for (var track : sequence.getTracks()) {
            for (int i = 0; i < track.size(); i++) {
                if (track.get(i).getMessage() instanceof ShortMessage message) {
                    events.computeIfAbsent(track.get(i).getTick(), t -> new ArrayList<>())
                            .add(message);
                }
            }
        }
        List<Numbers.Line> lines = Numbers.of(session, fine).lines();
        Heard heard = new Heard(session);
        int[] controllers = new int[128];
        long end = Math.round(session.length() * sequence.getResolution());
        double[][] away = new double[lines.size()][(int) session.seconds() + 1];
        for (long tick = 0; tick <= end; tick++) {
            for (ShortMessage message : events.getOrDefault(tick, List.of())) {
                if (message.getCommand() == ShortMessage.CONTROL_CHANGE) {
                    controllers[message.getData1()] = message.getData2();
                }
            }
            double seconds = session.timeline().secondsAt((double) tick / sequence.getResolution());
            int second = Math.min((int) seconds, away[0].length - 1);
            for (int i = 0; i < lines.size(); i++) {
                int number = lines.get(i).number().number();
                double has = fine == Fineness.SEVEN
                        ? centred(controllers[number], 64)
                        : centred(controllers[number] * 128 + controllers[number + 32], 8192);
                double says = heard.valueAt(lines.get(i).targets().get(0), seconds);
                away[i][second] = Math.max(away[i][second], Math.abs(has - says));
            }
        }
        return away;
    }

    /** The middle code is the middle of the travel; above it, MIDI 2.0 scales by repeated bits, which is 1e-5 beside this. */
    private static double centred(int code, int middle) {
        return code <= middle ? 0.5 * code / middle : 0.5 + 0.5 * (code - middle) / (middle - 1);
    }

    @Test
    void everySecondOfEveryLaneIsAsFarOffAsWhoReadsTheFileIs() throws Exception {
        Session steady = trembling(3, LANES, 0.3);
        Session ramped = Timing.tempo(steady, 2, 6, 90, 150);
        asFarOffAsRead(steady, Fineness.SEVEN, Fineness.FOURTEEN);
        asFarOffAsRead(ramped.withLoop(new Loop(0, 4, true)), Fineness.FOURTEEN);
    }

    private static void asFarOffAsRead(Session session, Fineness... finenesses) throws Exception {
        for (Fineness fine : finenesses) {
            MidiExport.Plot plot = MidiExport.plot(session, cable(fine));
            double[][] received = received(session, plot.made().file(), fine);
            List<Numbers.Line> lines = Numbers.of(session, fine).lines();
            double farthest = 0;
            double bytes = 0;
            for (OnWire told : plot.lines()) {
                double[] there = null;
                for (int i = 0; i < lines.size(); i++) {
                    there = lines.get(i).targets().equals(told.targets()) ? received[i] : there;
                }
                assertThat(told.away()).hasSameSizeAs(there);
                for (int k = 0; k < there.length; k++) {
                    // It is sampled: never more than there is, and hardly less.
                    assertThat(told.away()[k]).as("%s %s", told.name(), k).isLessThanOrEqualTo(there[k] + 5e-5);
                    assertThat(told.away()[k])
                            .as("%s %s", told.name(), k)
                            .isCloseTo(there[k], within(0.15 * there[k] + 5e-5));
                    farthest = Math.max(farthest, there[k]);
                }
                bytes += told.allBytes();
            }
            assertThat(plot.made().report().greatestLoss()).isCloseTo(farthest, within(5e-5));
            assertThat(plot.lines().get(0).loss()).isCloseTo(farthest, within(5e-5));
            assertThat(plot.lines()).extracting(OnWire::loss).isSortedAccordingTo((a, b) -> Double.compare(b, a));
            int messages = plot.made().report().controllerMessages();
            assertThat(bytes).isBetween(2.0 * messages, 3.0 * messages);
            assertThat(plot.made().file())
                    .as("looking changes nothing")
                    .isEqualTo(MidiExport.make(session, cable(fine)).file());
        }
    }

    /** How long the code that a lane wants is not the one that was sent, until one is: by the events of the file. */
    @Test
    void nothingIsLaterThanTold() throws Exception {
        Session session = trembling(3, LANES, 0.3);
        MidiExport.Plot plot = MidiExport.plot(session, cable(Fineness.FOURTEEN));
        Sequence sequence =
                MidiSystem.getSequence(new ByteArrayInputStream(plot.made().file()));
        Heard heard = new Heard(session);
        double longest = 0;
        for (Numbers.Line line : Numbers.of(session, Fineness.FOURTEEN).lines()) {
            TreeMap<Long, Integer> sent = new TreeMap<>();
            int coarse = 0;
            for (var track : sequence.getTracks()) {
                for (int i = 0; i < track.size(); i++) {
                    if (track.get(i).getMessage() instanceof ShortMessage m
                            && m.getCommand() == ShortMessage.CONTROL_CHANGE) {
                        coarse = m.getData1() == line.number().number() ? m.getData2() : coarse;
                        if (m.getData1() == line.number().number() + 32) {
                            sent.put(track.get(i).getTick(), coarse * 128 + m.getData2());
                        }
                    }
                }
            }
            Target target = line.targets().get(0);
            long since = -1;
            double waited = 0;
            int has = -1;
            for (long tick = 0; tick <= sent.lastKey(); tick++) {
                double seconds = session.timeline().secondsAt((double) tick / sequence.getResolution());
                int wants = line.number().code(session.parameter(target), heard.valueAt(target, seconds));
                if (sent.containsKey(tick)) {
                    double begun = since < 0
                            ? seconds
                            : session.timeline().secondsAt((double) since / sequence.getResolution());
                    waited = tick > 0 ? Math.max(waited, seconds - begun) : 0;
                    has = sent.get(tick);
                    since = -1;
                } else if (wants == has) {
                    since = -1;
                } else if (since < 0) {
                    since = tick;
                }
            }
            OnWire told = plot.lines().stream()
                    .filter(l -> l.targets().equals(line.targets()))
                    .findFirst()
                    .orElseThrow();
            assertThat(waited).as(told.name()).isLessThanOrEqualTo(told.waited() + 0.002);
            longest = Math.max(longest, waited);
        }
        assertThat(longest).isGreaterThan(0.01);
        double most = plot.lines().stream().mapToDouble(OnWire::waited).max().orElse(0);
        assertThat(most).isCloseTo(longest, within(0.1 * longest));
        assertThat(MidiExport.plot(session, MidiExport.How.of(Fineness.FOURTEEN, Optional.empty()))
                        .lines())
                .allMatch(line -> line.waited() == 0);
    }

    @Test
    void looserRecipesLoseWhatIsTold() throws Exception {
        Session session = trembling(5, LANES, 0.2);
        Destination.How how = Destination.usual().get(0).how();
        how = how.withMidi(how.midi().withFine("14").withCable(true));
        MidiExport.Plot plot = MidiExport.plot(session, HandOver.midi(how));
        LessLost less = LessLost.of(session, how, plot.made().report(), plot.lines());
        LessLost.Mend looser = less.mends().stream()
                .filter(m -> m.words().contains("the tolerance of"))
                .findFirst()
                .orElseThrow(() -> new AssertionError(less.words()));
        assertThat(looser.how()).isEqualTo(how);
        byte[] file = MidiExport.make(looser.then(), HandOver.midi(how)).file();
        double before = farthest(received(session, plot.made().file(), Fineness.FOURTEEN));
        double after = farthest(received(looser.then(), file, Fineness.FOURTEEN));
        assertThat(after).isLessThan(0.9 * before);
        String told = looser.effect();
        double percent = Double.parseDouble(told.replaceAll("then up to ([0-9.]+) %.*", "$1"));
        assertThat(100 * after).isCloseTo(percent, within(0.006 * percent + 0.006));
        String[] points =
                told.replaceAll(".*; (\\d+) points become (\\d+)", "$1 $2").split(" ");
        assertThat(Integer.parseInt(points[0]) - Integer.parseInt(points[1]))
                .isEqualTo(points(session) - points(looser.then()));
        assertThat(looser.then().rides().equals(session.rides()))
                .as("what was ridden stays")
                .isTrue();
    }

    @Test
    void aProtectedLaneIsNotLoosened() {
        Session session = trembling(5, 2, 0.2);
        List<Target> both = session.lanes().stream().map(Lane::target).toList();
        Session guarded = session.with(session.lane(both.get(0)).guarded(true));
        Session then = Loosening.of(guarded, both, 8);
        assertThat(Loosening.rides(guarded, both)).isEqualTo(1);
        assertThat(then.lane(both.get(0)).equals(guarded.lane(both.get(0)))).isTrue();
        assertThat(then.lane(both.get(1)).points())
                .isLessThan(guarded.lane(both.get(1)).points());
    }

    @Test
    void whatDoesNotHelpIsSaidAndNotOffered() {
        // One lane alone never fills the wire: there is nothing to loosen; the time of one message is all.
        Session session = trembling(7, 1, 0.2);
        Destination.How how = Destination.usual().get(0).how();
        how = how.withMidi(how.midi().withFine("14").withCable(true));
        MidiExport.Plot plot = MidiExport.plot(session, HandOver.midi(how));
        LessLost less = LessLost.of(session, how, plot.made().report(), plot.lines());
        assertThat(less.mends()).extracting(LessLost.Mend::words).containsExactly("More than a cable carries");
        assertThat(plot.made().report().greatestLoss()).isLessThan(1e-3);
        // At 7 bits, finer ones are what helps.
        Destination.How coarse = how.withMidi(how.midi().withFine("7"));
        MidiExport.Plot rough = MidiExport.plot(session, HandOver.midi(coarse));
        assertThat(LessLost.of(session, coarse, rough.made().report(), rough.lines())
                        .mends())
                .extracting(LessLost.Mend::words)
                .contains("Controllers of 14 bits");
    }

    @Test
    void aTrackThatSharesItsChannelGoesToOneOfItsOwnWhereThatLosesLess() {
        Session one = trembling(11, 20, 1);
        Device other = one.device("d").named("e", "Other");
        Session both = one.withDevice(other)
                .withTracks(
                        List.of(one.tracks().get(0), new Track("u", "Other track", false, 1, List.of("e"), List.of())));
        for (Lane lane : one.lanes()) {
            both = both.with(new Lane(new Target("e", lane.target().parameter()), lane.layers()));
        }
        Destination.How how = Destination.usual().get(0).how();
        how = how.withMidi(how.midi().withFine("14").withCable(false));
        MidiExport.Plot plot = MidiExport.plot(both, HandOver.midi(how));
        LessLost less = LessLost.of(both, how, plot.made().report(), plot.lines());
        // Without a limit nothing is lost by number, so nothing is gained by another channel.
        assertThat(less.mends()).extracting(LessLost.Mend::words).isEmpty();
        Destination.How wired = how.withMidi(how.midi().withCable(true));
        MidiExport.Plot full = MidiExport.plot(both, HandOver.midi(wired));
        LessLost there = LessLost.of(both, wired, full.made().report(), full.lines());
        assertThat(there.mends()).extracting(LessLost.Mend::words).contains("Other track on channel 2");
    }

    /** A piece of many hours has no more parts than one of an hour, and what they say is all there is. */
    @Test
    void aPieceOfManyHoursIsLookedAtInParts() {
        Target target = new Target("track-1-sound", "tone");
        Session session = NewPiece.empty("Hours", 20, 4, 4, 2_000);
        session = Exposing.expose(session, List.of(target)).session();
        session = Points.add(Points.add(session, target, 0, 0.1), target, 7_999, 0.9);
        MidiExport.Plot plot = MidiExport.plot(session, cable(Fineness.FOURTEEN));
        OnWire line = plot.lines().get(0);
        assertThat(session.seconds()).isGreaterThan(20_000);
        assertThat(line.bytes().length).isLessThan(4_100);
        assertThat(line.away()).hasSameSizeAs(line.bytes());
        int messages = plot.made().report().controllerMessages();
        assertThat(line.allBytes()).isBetween(2.0 * messages, 3.0 * messages);
        assertThat(line.loss()).isGreaterThan(0).isLessThan(1e-4);
        double[] load = WireLoad.of(session, plot.made().file(), true);
        assertThat(load.length).isLessThan(4_100);
    }

    private static int points(Session session) {
        return session.lanes().stream().mapToInt(Lane::points).sum();
    }

    private static double farthest(double[][] away) {
        double most = 0;
        for (double[] lane : away) {
            for (double one : lane) {
                most = Math.max(most, one);
            }
        }
        return most;
    }
}
