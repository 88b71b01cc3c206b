package agogic.desk.command;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import agogic.core.audio.LoudnessMeter;
import agogic.core.session.Session;
import agogic.desk.Voices;
import agogic.formats.audio.Shelf;
import agogic.formats.session.SessionFile;
import com.fasterxml.jackson.databind.JsonNode;
import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.zip.ZipFile;
import javax.sound.sampled.AudioInputStream;
import javax.sound.sampled.AudioSystem;
import javax.sound.sampled.UnsupportedAudioFileException;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;

/** Audio from file to file by commands: brought in, cut and faded, its level drafted, carried out; read by the JDK. */
class AudioCommandsTest extends CommandTest {
    private final String before = System.getProperty(Shelf.PROPERTY, "");

    @BeforeEach
    void shelf() {
        System.setProperty(Shelf.PROPERTY, folder.resolve("shelf").toString());
    }

    @AfterEach
    void asBefore() {
        System.setProperty(Shelf.PROPERTY, before);
    }

    /** The samples of a 24 bit file, left and right, as the JDK reads them. */
    private static double[][] heard(Path wav) throws IOException, UnsupportedAudioFileException {
        try (AudioInputStream in = AudioSystem.getAudioInputStream(wav.toFile())) {
            assertThat(in.getFormat().getSampleSizeInBits()).isEqualTo(24);
            ByteBuffer bytes = ByteBuffer.wrap(in.readAllBytes()).order(ByteOrder.LITTLE_ENDIAN);
            double[][] all = new double[2][bytes.capacity() / 6];
            for (int i = 0; i < all[0].length; i++) {
                for (int c = 0; c < 2; c++) {
                    int at = 6 * i + 3 * c;
                    int value = bytes.get(at + 2) << 16 | (bytes.get(at + 1) & 0xFF) << 8 | bytes.get(at) & 0xFF;
                    all[c][i] = value / 8_388_608.0;
                }
            }
            return all;
        }
    }

    @Test
    void aVoiceIsBroughtInMadeEvenAndCarriedOut() throws Exception {
        Path voice = Voices.uneven(folder.resolve("voice.wav"), 24, 3);
        done("import", voice, "--out", in("a"), "--json");
        JsonNode line = json().get("lines").get(0);
        assertThat(line.get("becomes").asText()).contains("WAV, 16 bit, 44.1 kHz, mono, 0:24.000");
        Session session = SessionFile.open(in("a"));
        assertThat(session.routes()).hasSize(1);
        String level = "Level and Pan · voice/Level";
        done("loudness", in("a"), "--target", level, "--to", "-26", "--out", in("b"), "--json");
        JsonNode draft = json();
        List<double[]> phrases = new ArrayList<>();
        draft.get("phrases")
                .forEach(p -> phrases.add(new double[] {
                    p.get("from").asDouble(),
                    p.get("to").asDouble(),
                    p.get("after").asDouble()
                }));
        assertThat(phrases).hasSizeGreaterThan(3);
        phrases.forEach(p -> assertThat(p[2]).isCloseTo(-26, within(1.0)));
        Path wav = folder.resolve("even.wav");
        done("export", in("b"), "--wav", wav, "--bits", "24");
        double[][] samples = heard(wav);
        for (double[] phrase : phrases) {
            // Measured anew, in the file, by its samples alone.
            LoudnessMeter meter = new LoudnessMeter(48_000, false);
            int from = (int) (phrase[0] * 48_000);
            int count = (int) Math.min(samples[0].length - from, (phrase[1] - phrase[0]) * 48_000);
            double[] left = java.util.Arrays.copyOfRange(samples[0], from, from + count);
            double[] right = java.util.Arrays.copyOfRange(samples[1], from, from + count);
            meter.add(left, right, count);
            assertThat(meter.curve().integrated()).isCloseTo(-26, within(1.2));
        }
        done("loudness", in("b"), "--json");
        assertThat(json().get("loudness")).hasSize(2);
        cannot(
                "is no level in dB",
                "loudness",
                in("a"),
                "--target",
                "Level and Pan · voice/Pan",
                "--to",
                "-20",
                "--out",
                in("c"));
        cannot("--to, the loudness in LUFS", "loudness", in("a"), "--target", level, "--out", in("c"));
        cannot(
                "Set the gate lower than the target",
                "loudness",
                in("a"),
                "--target",
                level,
                "--to",
                "-40",
                "--gate",
                "-30",
                "--out",
                in("c"));
    }

    /** What is cut, moved, faded and made softer is heard so, sample for sample. */
    @Test
    void clipsAreHeardAsTheWordsSay() throws Exception {
        double[] ramp = new double[44_100 * 4];
        for (int i = 0; i < ramp.length; i++) {
            ramp[i] = 0.5 * Math.sin(2 * Math.PI * 300 * i / 44_100.0);
        }
        Path tone = Voices.write(folder.resolve("tone.wav"), ramp);
        done("new", "--name", "Made", "--tempo", "120", "--bars", "8", "--out", in("n"));
        done("audio", in("n"), "--file", tone, "--at", "2", "--out", in("a"), "--json");
        assertThat(json().get("audio").get(0).get("state").asText()).isEqualTo("there");
        done(
                "clip",
                in("a"),
                "--clip",
                "tone",
                "--do",
                "gain -6 dB",
                "--do",
                "fade in 0.5 s",
                "--do",
                "fade out 1 s",
                "--do",
                "cut 3",
                "--out",
                in("b"));
        Path wav = folder.resolve("out.wav");
        done("export", in("b"), "--wav", wav, "--bits", "24");
        double[][] samples = heard(wav);
        double gain = Math.pow(10, -6 / 20.0);
        for (int i = 0; i < samples[0].length; i += 37) {
            double t = (double) i / 48_000 - 2;
            double fade = t < 0 || t >= 4
                    ? 0
                    : t < 0.5 ? Math.sin(Math.PI / 2 * t / 0.5) : t > 3 ? Math.sin(Math.PI / 2 * (4 - t) / 1) : 1;
            double expected = fade * gain * 0.5 * Math.sin(2 * Math.PI * 300 * t);
            if (Math.abs(t) > 0.005 && Math.abs(t - 4) > 0.005) {
                assertThat(samples[0][i]).as("at %s s", t).isCloseTo(expected, within(2e-4));
            }
        }
        cannot("never stretches", "clip", in("a"), "--clip", "tone", "--do", "stretch 4 bars", "--out", in("x"));
        cannot("is no number of dB", "clip", in("a"), "--clip", "tone", "--do", "gain loud", "--out", in("x"));
        cannot("do not fit into it", "clip", in("a"), "--clip", "tone", "--do", "fade in 9 s", "--out", in("x"));
        done("time", in("b"), "--do", "tempo 60 at 1", "--out", in("c"));
        Session slower = SessionFile.open(in("c"));
        double seconds = slower.tracks().stream()
                .flatMap(t -> t.clips().stream())
                .mapToDouble(c -> c.seconds(slower.timeline()))
                .sum();
        assertThat(seconds).isCloseTo(4, within(1e-6));
    }

    /** A folder for somebody else has all that is heard in its session, also where the files of this machine are not. */
    @Test
    void aHandOverFolderHasItsAudioInside() throws Exception {
        Path voice = Voices.uneven(folder.resolve("voice.wav"), 3, 4);
        done("import", voice, "--out", in("a"));
        Path whole = folder.resolve("whole");
        done("export", in("a"), "--folder", whole);
        assertThat(whole.resolve("README.txt")).content().contains("with its audio inside", "voice.midi2");
        done("export", in("a"), "--wav", folder.resolve("one.wav"), "--bits", "24");
        Files.delete(voice);
        done("check", whole.resolve("voice.agogic"));
        done("export", whole.resolve("voice.agogic"), "--wav", folder.resolve("two.wav"), "--bits", "24");
        assertThat(Files.readAllBytes(folder.resolve("two.wav")))
                .isEqualTo(Files.readAllBytes(folder.resolve("one.wav")));
    }

    @Test
    void audioThatIsGoneIsToldAndNothingIsWritten() throws Exception {
        Path one = Voices.uneven(folder.resolve("one.wav"), 3, 1);
        Path two = Voices.uneven(folder.resolve("two.wav"), 4, 2);
        done("import", one, "--audio", two, "--out", in("a"));
        assertThat(SessionFile.open(in("a")).tracks()).hasSize(2);
        Files.delete(two);
        cannot("two.wav is not where it was", "export", in("a"), "--wav", folder.resolve("x.wav"));
        assertThat(folder.resolve("x.wav")).doesNotExist();
        assertThat(run("check", in("a"))).isEqualTo(1);
        assertThat(out.toString()).contains("two.wav is not where it was: its clips are silent");
        done("audio", in("a"), "--out", in("b"));
        assertThat(out.toString()).contains("two.wav is not at");
        cannot("is no WAV or AIFF file", "audio", in("a"), "--file", in("a"), "--out", in("c"));
    }

    /** The narrator is spoken where he is not yet, the same each time, and goes with the file to where nothing is. */
    @Test
    void theDemoHasItsNarratorInside() throws Exception {
        done("demo", "--save", in("a"));
        Path spoken = folder.resolve("shelf").resolve("audio").resolve("Narration.wav");
        byte[] bytes = Files.readAllBytes(spoken);
        Files.delete(spoken);
        done("demo", "--save", in("b"));
        assertThat(spoken).hasBinaryContent(bytes);
        assertThat(in("b")).hasSameBinaryContentAs(in("a"));
        // Where the shelf of this machine is, the file does not say.
        try (ZipFile zip = new ZipFile(in("a").toFile())) {
            String json =
                    new String(zip.getInputStream(zip.getEntry("session.json")).readAllBytes(), StandardCharsets.UTF_8);
            assertThat(json).contains("\"shelf:audio/Narration.wav\"").doesNotContain(folder.toString());
        }
        System.setProperty(Shelf.PROPERTY, folder.resolve("other").toString());
        Files.delete(spoken);
        done("check", in("a"));
        assertThat(out.toString()).doesNotContain("Narration.wav");
        Session session = SessionFile.open(in("a"));
        assertThat(session.audio()).hasSize(1);
        assertThat(Shelf.place(session.audio().get(0))).hasBinaryContent(bytes);
        assertThat(session.track("narration").clips().stream()
                        .filter(c -> c.audio().isPresent()))
                .hasSize(11);
    }
}
