package agogic.core.edit.points;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import agogic.core.Pieces;
import agogic.core.audio.LoudnessCurve;
import agogic.core.audio.LoudnessMeter;
import agogic.core.device.Device;
import agogic.core.lane.Layer;
import agogic.core.parameter.Parameter;
import agogic.core.parameter.Taper;
import agogic.core.parameter.Unit;
import agogic.core.route.Target;
import agogic.core.session.Session;
import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import org.junit.jupiter.api.Test;

/** A level from a loudness, over made-up voices whose phrases are known: measured, not asked. */
class LoudnessDraftTest {
    private static final Target LEVEL = new Target("strip", "level");

    private static Session piece(Taper taper, double low, double high) {
        Device strip = Device.of(
                "strip",
                "Strip",
                "strip",
                List.of(Parameter.continuous("level", "Level", "Level", Unit.DECIBEL, taper, low, high, -10)),
                4,
                List.of("level"));
        return Pieces.of(strip);
    }

    /** A voice: phrases of 2.5 to 9 s and pauses of 0.8 to 3 s with noise at −62 LUFS, each phrase as loud as it likes. */
    private record Voice(LoudnessCurve heard, List<int[]> phrases) {
        static Voice of(long seed, double spread) {
            Random random = new Random(seed);
            List<Double> energy = new ArrayList<>();
            List<int[]> phrases = new ArrayList<>();
            while (energy.size() < 900) {
                for (int i = 8 + random.nextInt(22); i > 0; i--) {
                    energy.add(Math.pow(10, (-62 + 0.691 + random.nextGaussian()) / 10));
                }
                double loud = -24 + spread * (2 * random.nextDouble() - 1);
                double drift = (random.nextDouble() - 0.5) * 3;
                int length = 25 + random.nextInt(65);
                phrases.add(new int[] {energy.size(), energy.size() + length});
                for (int i = 0; i < length; i++) {
                    double syllable = 2.5 * Math.sin(i * 2.1 + seed) + random.nextGaussian();
                    energy.add(Math.pow(10, (loud + drift * i / length + syllable + 0.691) / 10));
                }
            }
            return new Voice(
                    new LoudnessCurve(
                            energy.stream().mapToDouble(Double::doubleValue).toArray()),
                    phrases);
        }
    }

    @Property(tries = 60, seed = "20")
    void phrasesComeToTheTargetAndPausesStay(@ForAll long seed) {
        Voice voice = Voice.of(seed, 6);
        Session session = piece(Taper.FADER, -60, 4);
        LoudnessDraft.Wanted wanted = LoudnessDraft.Wanted.of(-23);
        LoudnessDraft.Drafted drafted = LoudnessDraft.of(session, LEVEL, voice.heard(), wanted, 0.5);
        LoudnessCurve after = drafted.after();
        for (int[] phrase : voice.phrases()) {
            double now = LoudnessDraft.Drafted.loudness(after, phrase);
            double was = LoudnessDraft.Drafted.loudness(voice.heard(), phrase);
            boolean possible = Math.abs(-23 - was) < 7;
            if (possible) {
                assertThat(now).as("a phrase of %s LUFS", was).isCloseTo(-23, within(1.0));
            }
        }
        double[] gains = drafted.gains();
        for (int p = 0; p + 1 < voice.phrases().size(); p++) {
            for (int i = voice.phrases().get(p)[1] + 1; i + 2 < voice.phrases().get(p + 1)[0]; i++) {
                assertThat(Math.abs(gains[i + 1] - gains[i])).as("in a pause").isLessThan(0.05);
            }
        }
        for (int i = 0; i + 1 < gains.length; i++) {
            assertThat(gains[i]).isBetween(-8.51, 8.51);
        }
        assertThat(drafted.spread(after, -23)).isLessThan(drafted.spread(voice.heard(), -23));
        assertThat(drafted.points()).isLessThan(8 * voice.phrases().size());
    }

    @Test
    void itIsALayerOfItsOwnThatIsDraftedAnewAndTakenBack() {
        Session session = piece(Taper.LINEAR, -40, 20);
        Voice voice = Voice.of(5, 5);
        Session with = LoudnessDraft.of(session, LEVEL, voice.heard(), LoudnessDraft.Wanted.of(-20), 0.5)
                .session();
        assertThat(with.lane(LEVEL).layers()).extracting(Layer::name).containsExactly("", LoudnessDraft.NAME);
        assertThat(with.lane(LEVEL).layer(1).offset()).isTrue();
        assertThat(LoudnessDraft.without(with, LEVEL).lane(LEVEL).layers()).hasSize(1);
        assertThat(LoudnessDraft.without(session, LEVEL)).isSameAs(session);
        // What is heard is what was said: the level in dB is the resting one and the gain.
        LoudnessDraft.Drafted drafted =
                LoudnessDraft.of(session, LEVEL, voice.heard(), LoudnessDraft.Wanted.of(-20), 0.5);
        Parameter level = session.parameter(LEVEL);
        for (int i = 5; i < drafted.gains().length - 5; i += 7) {
            double value =
                    drafted.session().stack(drafted.session().lane(LEVEL)).valueAtSeconds((i + 0.5) / 10);
            assertThat(level.valueAt(value)).isCloseTo(-10 + drafted.gains()[i], within(0.02));
        }
    }

    @Test
    void theEndOfTheTravelIsTold() {
        Session session = piece(Taper.LINEAR, -40, -8);
        Voice voice = Voice.of(8, 1);
        LoudnessDraft.Drafted drafted =
                LoudnessDraft.of(session, LEVEL, voice.heard(), LoudnessDraft.Wanted.of(-18), 0.2);
        assertThat(drafted.held()).isPositive();
        for (double gain : drafted.gains()) {
            assertThat(gain).isLessThan(2.3);
        }
    }

    @Test
    void whatCannotBeIsRefusedInWords() {
        Session session = piece(Taper.FADER, -60, 4);
        LoudnessCurve silence = new LoudnessCurve(new double[200]);
        assertThatThrownBy(() -> LoudnessDraft.of(session, LEVEL, silence, LoudnessDraft.Wanted.of(-23), 0.5))
                .hasMessageContaining("Nothing is louder than the gate");
        assertThatThrownBy(() -> new LoudnessDraft.Wanted(3, 1, 1, 1, -40)).hasMessageContaining("target");
        assertThatThrownBy(() -> new LoudnessDraft.Wanted(-20, 1, 1, 1, -10)).hasMessageContaining("gate");
        assertThat(LoudnessMeter.SILENT).isEqualTo(silence.integrated());
    }
}
