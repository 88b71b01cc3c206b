package agogic.formats.session;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import agogic.core.device.Device;
import agogic.core.ride.Ride;
import agogic.core.session.Session;
import agogic.formats.file.FormatException;
import agogic.standins.comet.SlowComet;
import java.io.IOException;
import java.io.InputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Arrays;
import java.util.List;
import java.util.concurrent.TimeUnit;
import java.util.zip.ZipEntry;
import java.util.zip.ZipFile;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

class DamageTest {
    @TempDir
    Path folder;

    private static final Session SMALL = small();

    /** A session of less than a kilobyte: nothing but a timeline and a short ride. */
    private static Session small() {
        Session comet = SlowComet.session();
        Ride ride = new Ride(
                "short",
                comet.rides().get(0).hand(),
                127,
                1,
                3,
                new double[] {1, 1.5, 2.25},
                new double[] {0.25, 0.5, 0.125},
                new double[] {0.25, 0.5, 0.125});
        return new Session(
                "Small",
                "",
                comet.timeline(),
                comet.length(),
                comet.sections(),
                comet.loop(),
                List.of(),
                List.<Device>of(),
                List.of(),
                List.of(),
                List.of(),
                List.of(ride),
                List.of());
    }

    @Test
    void cutAtEveryByteItGivesAMessage() throws IOException {
        Path file = folder.resolve("small.agogic");
        SessionFile.save(file, SMALL);
        byte[] whole = Files.readAllBytes(file);
        assertThat(SessionFile.open(file)).isEqualTo(SMALL);
        Path cut = folder.resolve("cut.agogic");
        for (int length = 0; length < whole.length; length++) {
            Files.write(cut, Arrays.copyOf(whole, length));
            assertThatThrownBy(() -> SessionFile.open(cut))
                    .as("cut at %s of %s", length, whole.length)
                    .isInstanceOf(FormatException.class)
                    .hasMessageContaining("cut.agogic");
        }
    }

    @Test
    void aByteThatTurnedIsNeverOpenedAsSomethingElse() throws IOException {
        Path file = folder.resolve("small.agogic");
        SessionFile.save(file, SMALL);
        byte[] whole = Files.readAllBytes(file);
        Path turned = folder.resolve("turned.agogic");
        int refused = 0;
        for (int i = 0; i < whole.length; i++) {
            byte[] bytes = whole.clone();
            bytes[i] ^= 0x55;
            Files.write(turned, bytes);
            try {
                // Times and versions of the container say nothing about the session.
                assertThat(SessionFile.open(turned)).as("byte %s", i).isEqualTo(SMALL);
            } catch (FormatException e) {
                refused++;
            }
        }
        long content;
        try (ZipFile zip = new ZipFile(file.toFile())) {
            content = zip.stream().mapToLong(ZipEntry::getCompressedSize).sum();
        }
        assertThat(refused).isGreaterThanOrEqualTo((int) content);
    }

    /** Saves two sessions over one another until it is ended from outside. */
    public static final class Saving {
        private Saving() {}

        public static void main(String[] args) throws IOException {
            Path file = Path.of(args[0]);
            Session one = SlowComet.session();
            Session two = SlowComet.score();
            SessionFile.save(file, one);
            System.out.println("saving");
            while (true) {
                SessionFile.save(file, two);
                SessionFile.save(file, one);
            }
        }
    }

    @Test
    void endedWhileItSavesItLeavesAWholeFile() throws Exception {
        Path file = folder.resolve("kept.agogic");
        Session one = SlowComet.session();
        Session two = SlowComet.score();
        for (int round = 0; round < (Boolean.getBoolean("agogic.long") ? 40 : 1); round++) {
            Process process = new ProcessBuilder(
                            Path.of(System.getProperty("java.home"), "bin", "java")
                                    .toString(),
                            "-cp",
                            System.getProperty("java.class.path"),
                            Saving.class.getName(),
                            file.toString())
                    .redirectError(ProcessBuilder.Redirect.DISCARD)
                    .start();
            try (InputStream out = process.getInputStream()) {
                assertThat(out.read()).isEqualTo('s');
                // Not a measurement: somewhere in the middle of one of many saves.
                process.waitFor(20L + 37L * (round % 9), TimeUnit.MILLISECONDS);
            } finally {
                process.destroyForcibly().waitFor();
            }
            assertThat(SessionFile.open(file)).isIn(one, two);
        }
    }
}
