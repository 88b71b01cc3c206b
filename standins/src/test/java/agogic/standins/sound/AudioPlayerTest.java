package agogic.standins.sound;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import agogic.core.assign.AudioTracks;
import agogic.core.audio.AudioFile;
import agogic.core.audio.Feed;
import agogic.core.plan.PlacedAudio;
import agogic.core.session.Session;
import agogic.standins.comet.SlowComet;
import java.util.List;
import java.util.function.IntToDoubleFunction;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** A sine of 441 Hz from the beginning of the piece, by its own clock and by that of another. */
class AudioPlayerTest {
    private static final double HERTZ = 441;
    private static final int BLOCKS = 15_000;

    private static double sine(long frame) {
        return frame < 0 ? 0 : 0.5 * Math.sin(2 * Math.PI * HERTZ * frame / Block.RATE);
    }

    private static AudioPlayer player() {
        AudioFile file = new AudioFile("tone", "tone.wav", false, 48_000, 1, 48_000L * 120, "0a".repeat(32), -20, -6);
        Session piece = AudioTracks.each(SlowComet.score(), List.of(file), 0, StandIns::levelPan);
        Feed feed = (id, frame, count, left, right) -> {
            for (int i = 0; i < count; i++) {
                left[i] = (float) sine(frame + i);
                right[i] = left[i];
            }
            return true;
        };
        return new AudioPlayer(
                PlacedAudio.of(
                        piece,
                        piece.tracks().stream()
                                .filter(t -> t.clips().stream()
                                        .anyMatch(c -> c.audio().isPresent()))
                                .findFirst()
                                .orElseThrow()),
                feed);
    }

    /** All that is heard, where the engine tells the position every so many blocks only. */
    private static double[] heard(AudioPlayer player, int told, IntToDoubleFunction rate) {
        double[] all = new double[BLOCKS * Block.FRAMES];
        double[] left = new double[Block.FRAMES];
        double[] right = new double[Block.FRAMES];
        double position = 2;
        double known = position;
        for (int b = 0; b < BLOCKS; b++) {
            known = b % told == 0 ? position : known;
            java.util.Arrays.fill(left, 0);
            player.add(known, rate.applyAsDouble(b), left, right);
            System.arraycopy(left, 0, all, b * Block.FRAMES, Block.FRAMES);
            position += Block.SECONDS * rate.applyAsDouble(b);
        }
        return all;
    }

    /** The greatest difference between a sample and what a sine of that frequency would have there, from its neighbours. */
    private static double bend(double[] samples, int from, double hertz) {
        double next = 2 * Math.cos(2 * Math.PI * hertz / Block.RATE);
        double worst = 0;
        for (int i = from + 1; i < samples.length - 1; i++) {
            worst = Math.max(worst, Math.abs(samples[i - 1] + samples[i + 1] - next * samples[i]));
        }
        return worst;
    }

    @Test
    void byItsOwnClockItIsTheFileToTheLastBit() {
        double[] heard = heard(player(), 3, b -> 1);
        for (int i = 0; i < heard.length; i++) {
            assertThat(heard[i]).isEqualTo((float) sine(96_000 + i));
        }
    }

    @ParameterizedTest
    @ValueSource(doubles = {0.5, 0.97, 0.999, 1.001, 1.03, 1.8})
    void byAnotherClockItIsAsMuchFasterWithoutAGap(double rate) {
        double[] heard = heard(player(), 3, b -> rate);
        assertThat(bend(heard, 0, HERTZ * rate)).isLessThan(2e-3);
        int crossings = 0;
        for (int i = 1; i < heard.length; i++) {
            crossings += heard[i - 1] < 0 && heard[i] >= 0 ? 1 : 0;
        }
        double seconds = heard.length / (double) Block.RATE;
        assertThat(crossings / seconds).isCloseTo(HERTZ * rate, within(0.5));
    }

    /** A clock that trembles, goes slower and faster, and ends: nowhere is a gap, and from its end on it is the file again. */
    @Test
    void aClockThatWandersAndEnds() {
        double[] heard =
                heard(player(), 2, b -> b > BLOCKS - 500 ? 1 : 1.02 + 0.02 * Math.sin(b / 700.0) + 0.01 * (b % 2));
        assertThat(bend(heard, 0, HERTZ * 1.02)).isLessThan(4e-3);
    }
}
