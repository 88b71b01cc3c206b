package agogic.desk.aloud;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.concurrent.locks.LockSupport;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** The system's speech command gets the words as they are, one sentence after the other. */
class SystemSpeakerTest {
    @TempDir
    Path folder;

    @Test
    void theCommandGetsTheWordsWholeAndInOrder() throws IOException {
        Path heard = folder.resolve("heard");
        SystemSpeaker speaker = new SystemSpeaker(List.of("/bin/sh", "-c", "printf '%s\\n' \"$0\" >> '" + heard + "'"));
        assertThat(speaker.whyNot()).isEmpty();
        String awkward = "-n $(echo no) “Cutoff” * 2.41 kHz; 'hold'";
        speaker.speak("first", false);
        speaker.speak("", true);
        speaker.speak(awkward, false);
        for (int i = 0;
                i < 20_000 && (!Files.exists(heard) || Files.readAllLines(heard).size() < 2);
                i++) {
            LockSupport.parkNanos(1_000_000);
        }
        assertThat(Files.readAllLines(heard)).containsExactly("first", awkward);
    }

    @Test
    void whereThereIsNoCommandItSaysWhatToInstall() {
        SystemSpeaker speaker = new SystemSpeaker(List.of());
        speaker.speak("nobody hears this", true);
        assertThat(speaker.whyNot()).contains("espeak-ng");
    }
}
