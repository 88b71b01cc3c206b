package agogic.formats.midi;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import agogic.core.edit.pass.RecipeForAll;
import agogic.core.envelope.Envelope;
import agogic.core.lane.Lane;
import agogic.core.lane.LaneWriter;
import agogic.core.lane.LayerStack;
import agogic.core.lane.Stretch;
import agogic.core.parameter.Parameter;
import agogic.core.refine.Recipe;
import agogic.core.ride.Ride;
import agogic.core.route.Hand;
import agogic.core.route.Span;
import agogic.core.route.WriteMode;
import agogic.core.session.Session;
import agogic.core.session.Timing;
import agogic.formats.bring.Beginning;
import java.io.ByteArrayOutputStream;
import java.util.List;
import java.util.Set;
import javax.sound.midi.MidiEvent;
import javax.sound.midi.MidiSystem;
import javax.sound.midi.Sequence;
import javax.sound.midi.ShortMessage;
import javax.sound.midi.Track;
import org.junit.jupiter.api.Test;

/** Controllers of a file that are cleaned: outside their events they say what they said, which is no resting value. */
class CleanedControllersTest {
    private static Session brought() throws Exception {
        Sequence sequence = new Sequence(Sequence.PPQ, 480, 1);
        Track track = sequence.getTracks()[0];
        for (int k = 0; k < 64; k++) {
            track.add(new MidiEvent(new ShortMessage(ShortMessage.NOTE_ON, 0, 60, 90), 480L * k));
            track.add(new MidiEvent(new ShortMessage(ShortMessage.NOTE_OFF, 0, 60, 0), 480L * k + 240));
        }
        // An expression that fades out, a pedal, and a bend sent every 42 ms; all begin late and end early.
        for (int k = 0; k <= 200; k++) {
            int fades = 120 - k / 2;
            track.add(new MidiEvent(new ShortMessage(ShortMessage.CONTROL_CHANGE, 0, 11, fades), 1_920 + 40L * k));
            int bends = (int) Math.round(8_192 + 6_000 * Math.sin(2 * Math.PI * (k + 3) / 96.0));
            track.add(new MidiEvent(
                    new ShortMessage(ShortMessage.PITCH_BEND, 0, bends & 127, bends >> 7), 1_920 + 40L * k));
        }
        for (int k = 0; k < 9; k++) {
            int pressed = k % 2 == 0 ? 127 : 0;
            track.add(new MidiEvent(new ShortMessage(ShortMessage.CONTROL_CHANGE, 0, 64, pressed), 2_000 + 900L * k));
        }
        return of(sequence);
    }

    private static Session of(Sequence sequence) throws Exception {
        ByteArrayOutputStream bytes = new ByteArrayOutputStream();
        MidiSystem.write(sequence, 0, bytes);
        return MidiImport.of(MidiFile.of(bytes.toByteArray(), "cleaned.mid")).piece(Set.of(), Beginning.BARE);
    }

    @Test
    void outsideItsEventsAControllerSaysWhatItSaid() throws Exception {
        Session before = brought();
        Lane any = before.lanes().get(0);
        Recipe recipe = Recipe.usual(before.parameter(any.target()));
        Session after = new RecipeForAll(before, before.parameter(any.target()), recipe)
                .apply(one -> true)
                .session();
        assertThat(before.lanes()).hasSize(3);
        for (Lane lane : before.lanes()) {
            String name = before.parameter(lane.target()).name();
            for (double beat = 0; beat < before.length(); beat += 0.0371) {
                boolean outside = beat < 4 || beat > 21;
                assertThat(LayerStack.valueAt(after.lane(lane.target()), beat, before.parameter(lane.target())))
                        .as("%s at beat %s", name, beat)
                        .isCloseTo(
                                LayerStack.valueAt(lane, beat, before.parameter(lane.target())),
                                within(outside ? 1e-9 : 0.04));
            }
            assertThat(after.lane(lane.target()).points()).as(name).isLessThanOrEqualTo(14);
        }
    }

    /** Five turns of a slow sine in 1,440 events: a point a half wave and one more, with what the file says at both ends. */
    @Test
    void aSlowSineHasAPointForEachHalfWave() throws Exception {
        Sequence sequence = new Sequence(Sequence.PPQ, 480, 1);
        for (int k = 0; k < 1_440; k++) {
            int value = (int) Math.round(64 + 63 * Math.cos(2 * Math.PI * 5 * k / 1_440));
            sequence.getTracks()[0].add(
                    new MidiEvent(new ShortMessage(ShortMessage.CONTROL_CHANGE, 0, 1, value), 960 + 20L * k));
        }
        Session before = of(sequence);
        Lane was = before.lanes().get(0);
        Parameter parameter = before.parameter(was.target());
        Envelope cleaned = new RecipeForAll(before, parameter, Recipe.usual(parameter))
                .apply(one -> true)
                .session()
                .lane(was.target())
                .envelope();
        assertThat(was.points()).isEqualTo(1_441);
        assertThat(cleaned.size()).isLessThanOrEqualTo(12 + 1);
        assertThat(cleaned.valueAt(2)).isEqualTo(was.envelope().valueAt(2));
        assertThat(cleaned.point(cleaned.size() - 1).value())
                .isEqualTo(was.envelope().point(1_440).value());
        assertThat(cleaned.point(cleaned.size() - 2).time())
                .isLessThan(cleaned.point(cleaned.size() - 1).time());
    }

    /** A hand that rides over its beginning, its middle or its end, at one tempo and over a ramp, changes nothing of that. */
    @Test
    void norDoesItWhereAHandRodeOverIt() throws Exception {
        Session steady = brought();
        Session ramped = Timing.tempo(steady, 2, 18, 90, 150);
        double[][] ranges = {{1, 3}, {4, 6}, {8.5, 12}, {1, 13}};
        for (Session piece : List.of(steady, ramped)) {
            for (double[] range : ranges) {
                for (Lane lane : piece.lanes()) {
                    double[] seconds = {range[0] + 0.2, range[0] + 0.5, range[0] + 0.8, range[0] + 1.1};
                    double[] places = {0.3, 0.5, 0.55, 0.5};
                    Ride ride = new Ride(
                            "ride-over", new Hand("s", "f"), 1.0 / 127, range[0], range[1], seconds, places, places);
                    Parameter parameter = piece.parameter(lane.target());
                    double from = piece.timeline().beatAt(range[0] + 0.2);
                    double to = piece.timeline().beatAt(range[1]);
                    Stretch asked = new Stretch(
                            ride.id(),
                            Span.FULL,
                            WriteMode.TOUCH,
                            range[0],
                            range[1],
                            range[0] + 0.2,
                            range[1],
                            Recipe.usual(parameter).starting(Recipe.Anchor.NONE),
                            from,
                            to,
                            Envelope.EMPTY);
                    Session ridden = piece.with(ride)
                            .with(new LaneWriter(parameter, piece.timeline(), lane.lock()).write(lane, ride, asked));
                    Session after = new RecipeForAll(ridden, parameter, Recipe.usual(parameter))
                            .apply(one -> true)
                            .session();
                    Lane was = ridden.lane(lane.target());
                    double ends = was.allStretches().stream()
                            .mapToDouble(Stretch::to)
                            .max()
                            .orElseThrow();
                    double begins = was.allStretches().stream()
                            .mapToDouble(Stretch::from)
                            .min()
                            .orElseThrow();
                    for (double beat = 0; beat < piece.length(); beat += 0.0371) {
                        if (beat < begins - 1e-6 || beat > ends + 1e-6) {
                            assertThat(LayerStack.valueAt(after.lane(lane.target()), beat, parameter))
                                    .as("%s over %s to %s at beat %s", parameter.name(), range[0], range[1], beat)
                                    .isCloseTo(LayerStack.valueAt(was, beat, parameter), within(1e-9));
                        }
                    }
                }
            }
        }
    }
}
