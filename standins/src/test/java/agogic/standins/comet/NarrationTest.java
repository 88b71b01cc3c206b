package agogic.standins.comet;

import static org.assertj.core.api.Assertions.assertThat;

import agogic.core.audio.AudioFile;
import agogic.core.audio.AudioPart;
import agogic.core.score.Clip;
import agogic.core.session.Session;
import java.util.List;
import org.junit.jupiter.api.Test;

class NarrationTest {
    private static final int RATE = AudioFile.HEARD;

    /** Each clip plays one sentence whole, with silence around it; the loudest is more than 8 dB above the softest. */
    @Test
    void theNarratorSpeaksInSentencesUnevenlyLoud() {
        float[] spoken = Narration.spoken();
        AudioFile file =
                new AudioFile("narration", "/n.wav", true, RATE, 1, spoken.length, "0123456789abcdef", -23, -3);
        Session piece = Narration.into(SlowComet.score(), file);
        List<Clip> said = piece.track("narration").clips().stream()
                .filter(c -> c.audio().isPresent())
                .toList();
        double softest = 0;
        double loudest = -200;
        double covered = 0;
        for (Clip clip : said) {
            AudioPart part = clip.audio().orElseThrow();
            double loud = level(spoken, part.from(), part.to());
            softest = Math.min(softest, loud);
            loudest = Math.max(loudest, loud);
            covered += part.to() - part.from();
            assertThat(level(spoken, part.from() - 0.1, part.from())).isLessThan(-60);
            double seconds =
                    piece.timeline().secondsAt(clip.end()) - piece.timeline().secondsAt(clip.beat());
            assertThat(seconds).isBetween(part.to() - part.from() - 1e-6, part.to() - part.from() + 1e-6);
        }
        assertThat(loudest - softest).isBetween(8.0, 20.0);
        assertThat(covered).isGreaterThan(0.7 * spoken.length / RATE);
        float most = 0;
        for (float sample : spoken) {
            most = Math.max(most, Math.abs(sample));
        }
        assertThat(most).isBetween(0.2f, 0.9f);
    }

    /** Root mean square in dB of full scale. */
    private static double level(float[] samples, double from, double to) {
        double sum = 0;
        int begin = (int) (from * RATE);
        int end = (int) (to * RATE);
        for (int i = begin; i < end; i++) {
            sum += samples[i] * samples[i];
        }
        return 10 * Math.log10(sum / (end - begin) + 1e-20);
    }
}
