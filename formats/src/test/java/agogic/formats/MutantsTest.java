package agogic.formats;

import static org.assertj.core.api.Assertions.assertThat;
import static org.junit.jupiter.api.Assertions.assertTimeoutPreemptively;

import agogic.formats.description.Description;
import agogic.formats.file.FormatException;
import agogic.formats.session.DemandFile;
import agogic.formats.session.SessionFile;
import agogic.formats.table.ByteTable;
import agogic.formats.table.EnvelopeTable;
import agogic.formats.table.RideTable;
import agogic.standins.comet.SlowComet;
import java.io.IOException;
import java.net.URISyntaxException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.util.List;
import java.util.Random;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** Files with random damage: something comes of them or one sentence, soon, and nothing else. */
class MutantsTest {
    private static final int MUTANTS =
            Integer.getInteger("agogic.mutants", Boolean.getBoolean("agogic.long") ? 1_000 : 60);

    @TempDir
    private Path folder;

    private Random random;

    private byte[] mutant(byte[] sound) {
        byte[] bytes = sound.clone();
        int changes = 1 + random.nextInt(4);
        for (int i = 0; i < changes && bytes.length > 2; i++) {
            int at = random.nextInt(bytes.length);
            switch (random.nextInt(6)) {
                case 0 -> bytes[at] = (byte) random.nextInt(256);
                case 1 -> bytes[at] ^= (byte) (1 << random.nextInt(8));
                case 2 -> bytes = java.util.Arrays.copyOf(bytes, at);
                case 3 -> {
                    int from = random.nextInt(bytes.length);
                    int length = Math.min(random.nextInt(60), bytes.length - Math.max(at, from));
                    System.arraycopy(bytes.clone(), from, bytes, at, Math.max(0, length));
                }
                case 4 -> bytes[at] = (byte) "\"<>[](){},.;:#@^\\\n0-9eE+".charAt(random.nextInt(23));
                default -> {
                    byte[] longer = new byte[bytes.length + 3];
                    System.arraycopy(bytes, 0, longer, 0, at);
                    System.arraycopy(bytes, at, longer, at + 3, bytes.length - at);
                    bytes = longer;
                }
            }
        }
        return bytes;
    }

    /** Reads a file. */
    private interface Reader {
        Object read(Path path) throws IOException;
    }

    private void survive(String name, byte[] sound, Reader reader) throws IOException {
        Path file = folder.resolve(name);
        for (int seed = 1; seed <= MUTANTS; seed++) {
            random = new Random(seed);
            Files.write(file, mutant(sound));
            String what = name + ", seed " + seed;
            assertTimeoutPreemptively(
                    Duration.ofSeconds(60),
                    () -> {
                        try {
                            assertThat(reader.read(file)).isNotNull();
                        } catch (FormatException told) {
                            assertThat(told.getMessage())
                                    .as(what)
                                    .contains(" ")
                                    .endsWith(".")
                                    .doesNotContain(
                                            "(null)",
                                            "Exception",
                                            "JsonReadFeature",
                                            "StreamRead",
                                            "Hand[",
                                            "Input length");
                        }
                    },
                    what);
        }
    }

    private static byte[] utf(String text) {
        return text.getBytes(StandardCharsets.UTF_8);
    }

    @Test
    void sessions() throws IOException {
        Path whole = folder.resolve("whole.agogic");
        SessionFile.save(
                whole, SlowComet.session().withDevice(SlowComet.session().device("filter")));
        survive("session.agogic", Files.readAllBytes(whole), SessionFile::open);
    }

    @Test
    void tablesAndDemands() throws IOException {
        survive("ride.csv", utf("seconds,value\r\n0,0.1\r\n0.5,\"0.2\"\r\n1,0.9\r\n"), RideTable::read);
        survive(
                "env.csv",
                utf("seconds,value,shape,amount\n0,0.5,bent,0.3\n1,1,pulse,0.1;4;0.5\n2,0,hold,\n"),
                EnvelopeTable::read);
        survive("bytes.csv", utf("seconds,bytes\n0,B0 15 7E\n1,B01540\n"), ByteTable::read);
        survive(
                "demand.json",
                utf(
                        "{\"device\": \"Rack\", \"sockets\": 2, \"parameters\": [{\"name\": \"A\", \"points\": [[0, 0.1], [8, 0.9,"
                                + " \"bent\", \"0.5\"]]}, {\"name\": \"B\", \"positions\": [\"x\", \"y\"], \"points\": []}]}"),
                DemandFile::read);
    }

    @Test
    void chartsAndBundles() throws IOException, URISyntaxException {
        survive(
                "chart.csv",
                utf("name,kind,number,from,to,default,unit,taper,steps\r\nTone,cc,74,0,100,50,%,,\r\n"
                        + "\"Level, out\",cc14,7,-60,4,0,dB,fader,\r\nMode,nrpn,300,,,b,,,a|b|c\r\n"),
                Description::read);
        Path bundles = Path.of(MutantsTest.class.getResource("/lv2").toURI());
        List<Path> all;
        try (Stream<Path> files = Files.walk(bundles)) {
            all = files.filter(f -> f.toString().endsWith(".ttl") && !f.endsWith("manifest.ttl"))
                    .sorted()
                    .toList();
        }
        assertThat(all).isNotEmpty();
        for (Path file : all) {
            survive("plugin.ttl", Files.readAllBytes(file), Description::read);
        }
    }
}
