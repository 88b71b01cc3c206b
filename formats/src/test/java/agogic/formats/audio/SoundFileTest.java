package agogic.formats.audio;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import agogic.core.audio.AudioFile;
import agogic.core.audio.LoudnessMeter;
import agogic.formats.file.FormatException;
import java.io.IOException;
import java.nio.ByteOrder;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Random;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** WAV and AIFF files as others write them: the JDK ({@code javax.sound}), and byte by byte as the formats say. */
class SoundFileTest {
    private static final int MUTANTS = 8 * Integer.getInteger("agogic.mutants", 150);

    @TempDir
    Path folder;

    @BeforeEach
    void shelf() {
        System.setProperty(Shelf.PROPERTY, folder.resolve("shelf").toString());
    }

    private static float[][] read(Path path, long from, int count) throws IOException {
        try (SoundFile sound = SoundFile.open(path)) {
            float[][] all = new float[2][count];
            sound.read(from, count, all[0], all[1], 0);
            return all;
        }
    }

    private static void same(float[] heard, double[] written, double within) {
        for (int i = 0; i < written.length; i++) {
            assertThat((double) heard[i]).as("sample %s", i).isCloseTo(written[i], within(within));
        }
    }

    @ParameterizedTest
    @CsvSource({
        "8, false, 1",
        "16, false, 2",
        "24, false, 2",
        "32, false, 1",
        "8, true, 2",
        "16, true, 1",
        "24, true, 2",
        "32, true, 2"
    })
    void whatTheJdkWritesIsReadToTheLastStep(int bits, boolean aiff, int channels) throws IOException {
        double[][] samples = Sounds.noise(channels, 3_001, bits);
        Path path = Sounds.jdk(folder.resolve("a.x"), samples, 44_100, bits, aiff);
        double step = Math.pow(2, 1 - bits) * 0.51 + 1e-7;
        float[][] heard = read(path, 0, 3_001);
        same(heard[0], samples[0], step);
        same(heard[1], samples[channels - 1], step);
        try (SoundFile sound = SoundFile.open(path)) {
            assertThat(sound.rate()).isEqualTo(44_100);
            assertThat(sound.channels()).isEqualTo(channels);
            assertThat(sound.frames()).isEqualTo(3_001);
            assertThat(sound.kind()).isEqualTo((aiff ? "AIFF, " : "WAV, ") + bits + " bit");
            assertThat(sound.remarks()).isEmpty();
        }
    }

    @Test
    void floatingPointExtensibleLargeAndTurnedRoundAreReadToo() throws IOException {
        double[][] samples = Sounds.noise(2, 700, 3);
        List<byte[]> files = new ArrayList<>();
        for (boolean extensible : new boolean[] {false, true}) {
            for (boolean large : new boolean[] {false, true}) {
                byte[] narrow = Sounds.floating(samples, 32, ByteOrder.LITTLE_ENDIAN);
                byte[] wide = Sounds.floating(samples, 64, ByteOrder.LITTLE_ENDIAN);
                byte[] whole = Sounds.whole(samples, 24, ByteOrder.LITTLE_ENDIAN, true);
                files.add(Sounds.wav(narrow, 3, 2, 48_000, 32, extensible, large));
                files.add(Sounds.wav(wide, 3, 2, 48_000, 64, extensible, large));
                files.add(Sounds.wav(whole, 1, 2, 48_000, 24, extensible, large));
            }
        }
        files.add(Sounds.aifc(Sounds.floating(samples, 32, ByteOrder.BIG_ENDIAN), "fl32", 2, 700, 48_000, 32));
        files.add(Sounds.aifc(Sounds.floating(samples, 64, ByteOrder.BIG_ENDIAN), "FL64", 2, 700, 48_000, 64));
        files.add(Sounds.aifc(Sounds.whole(samples, 24, ByteOrder.LITTLE_ENDIAN, true), "sowt", 2, 700, 48_000, 24));
        for (byte[] bytes : files) {
            float[][] heard = read(Sounds.file(folder.resolve("b.x"), bytes), 0, 700);
            same(heard[0], samples[0], 1.3e-7);
            same(heard[1], samples[1], 1.3e-7);
        }
    }

    @Test
    void anyPartIsThatPartAndOutsideIsSilence() throws IOException {
        double[][] samples = Sounds.noise(2, 40_000, 5);
        Path path = Sounds.jdk(folder.resolve("c.wav"), samples, 48_000, 24, false);
        Random random = new Random(1);
        for (int n = 0; n < 60; n++) {
            int from = random.nextInt(44_000) - 2_000;
            int count = 1 + random.nextInt(30_000);
            float[][] heard = read(path, from, count);
            for (int i = 0; i < count; i += 97) {
                int at = from + i;
                double expected = at < 0 || at >= 40_000 ? 0 : samples[1][at];
                assertThat((double) heard[1][i]).isCloseTo(expected, within(1e-6));
            }
        }
    }

    @Test
    void moreChannelsAreFolded() throws IOException {
        double[][] six = Sounds.noise(6, 50, 9);
        float[][] heard = read(Sounds.jdk(folder.resolve("d.wav"), six, 48_000, 24, false), 0, 50);
        double[][] four = Sounds.noise(4, 50, 10);
        float[][] other = read(Sounds.jdk(folder.resolve("e.wav"), four, 48_000, 24, false), 0, 50);
        for (int i = 0; i < 50; i++) {
            // ITU-R BS.775: centre and surround with 3 dB less.
            double left = six[0][i] + Math.sqrt(0.5) * (six[2][i] + six[4][i]);
            assertThat((double) heard[0][i]).isCloseTo(left, within(1e-5));
            assertThat((double) other[1][i]).isCloseTo((four[1][i] + four[3][i]) / 2, within(1e-6));
        }
    }

    /** Five channels are as loud as EBU Tech 3341 says of its sixth signal, whatever they are folded to. */
    @Test
    void howLoudManyChannelsAreCountsEachOfThem() throws IOException {
        double[] levels = {-28, -28, -24, -30, -30};
        double[][] five = new double[levels.length][48_000 * 3];
        for (int c = 0; c < levels.length; c++) {
            for (int i = 0; i < five[c].length; i++) {
                five[c][i] = Math.pow(10, levels[c] / 20) * Math.sin(2 * Math.PI * i / 48);
            }
        }
        AudioScan scan = AudioScan.of(Sounds.jdk(folder.resolve("s.wav"), five, 48_000, 24, false), part -> {});
        assertThat(scan.file().loudness()).isCloseTo(-23, within(0.1));
        assertThat(scan.file().truePeak()).isCloseTo(-24, within(0.2));
    }

    @Test
    void whatIsUnusualIsToldAndWhatIsNotAudioIsRefusedWithItsPlace() throws IOException {
        double[][] samples = Sounds.noise(1, 4_800, 2);
        byte[] whole = Files.readAllBytes(Sounds.jdk(folder.resolve("f.wav"), samples, 48_000, 16, false));
        try (SoundFile cut = SoundFile.open(Sounds.file(folder.resolve("g.wav"), Arrays.copyOf(whole, 4_844)))) {
            assertThat(cut.frames()).isEqualTo(2_400);
            assertThat(cut.remarks()).containsExactly("it is cut off: of 0.1 s it says it has, 0.1 s are there");
        }
        byte[] killed = whole.clone();
        Arrays.fill(killed, 40, 44, (byte) 0);
        try (SoundFile open = SoundFile.open(Sounds.file(folder.resolve("h.wav"), killed))) {
            assertThat(open.frames()).isEqualTo(4_800);
            assertThat(open.remarks()).containsExactly("it does not say how long it is: all to its end was taken");
        }
        refused("no.wav", "Hello, this is text.".getBytes(), "is no WAV or AIFF file: it begins with 48 65 6C 6C");
        refused("empty.wav", new byte[0], "has 0 bytes");
        byte[] adpcm = whole.clone();
        adpcm[20] = 17;
        refused("packed.wav", adpcm, "byte 20: its samples are of format 17 with 16 bit");
        refused("none.wav", Sounds.wav(new byte[0], 1, 1, 48_000, 16, false, false), "has no samples");
        byte[] odd = whole.clone();
        Arrays.fill(odd, 24, 28, (byte) -1);
        refused("rate.wav", odd, "a rate of 4294967295 Hz");
        assertThatThrownBy(() -> SoundFile.open(folder)).isInstanceOf(FormatException.class);
        assertThatThrownBy(() -> SoundFile.open(folder.resolve("nowhere.wav"))).isInstanceOf(FormatException.class);
    }

    private void refused(String name, byte[] bytes, String why) throws IOException {
        Path path = Sounds.file(folder.resolve(name), bytes);
        assertThatThrownBy(() -> SoundFile.open(path))
                .isInstanceOf(FormatException.class)
                .hasMessageContaining(name)
                .hasMessageContaining(why);
    }

    @Test
    void mutantsAreReadOrRefusedWithOneMessage() throws IOException {
        double[][] samples = Sounds.noise(2, 400, 8);
        List<byte[]> seeds = List.of(
                Files.readAllBytes(Sounds.jdk(folder.resolve("m.wav"), samples, 48_000, 16, false)),
                Files.readAllBytes(Sounds.jdk(folder.resolve("m.aif"), samples, 44_100, 24, true)),
                Sounds.wav(Sounds.floating(samples, 32, ByteOrder.LITTLE_ENDIAN), 3, 2, 96_000, 32, true, true),
                Sounds.aifc(Sounds.floating(samples, 64, ByteOrder.BIG_ENDIAN), "fl64", 2, 400, 8_000, 64));
        Random random = new Random(10);
        Path path = folder.resolve("mutant.wav");
        float[] left = new float[512];
        float[] right = new float[512];
        int opened = 0;
        for (int n = 0; n < MUTANTS; n++) {
            byte[] mutant = seeds.get(n % seeds.size()).clone();
            int changes = 1 + random.nextInt(4);
            for (int c = 0; c < changes; c++) {
                mutant[random.nextInt(random.nextBoolean() ? 120 : mutant.length)] = (byte) random.nextInt(256);
            }
            if (random.nextInt(4) == 0) {
                mutant = Arrays.copyOf(mutant, random.nextInt(mutant.length));
            }
            Files.write(path, mutant);
            try (SoundFile sound = SoundFile.open(path)) {
                opened++;
                sound.read(sound.frames() - 200, 512, left, right, 0);
                sound.digest();
                for (float sample : left) {
                    assertThat(sample).isBetween(-20_000f, 20_000f);
                }
            } catch (FormatException e) {
                assertThat(e).hasMessageContaining("mutant.wav");
                assertThat(e.getMessage().lines()).hasSize(1);
            }
        }
        assertThat(opened).isBetween(MUTANTS / 5, MUTANTS - MUTANTS / 100);
    }

    @Test
    void aScanSaysHowLoudItIsAndDrawsWhatIsThere() throws IOException {
        double[][] samples = new double[1][48_000 * 6];
        for (int i = 0; i < samples[0].length; i++) {
            samples[0][i] = 0.5 * Math.sin(2 * Math.PI * 997 * i / 48_000) * (i < 144_000 ? 1 : 0.1);
        }
        Path path = Sounds.jdk(folder.resolve("tone.wav"), samples, 48_000, 24, false);
        AudioScan scan = AudioScan.of(path, part -> {});
        LoudnessMeter meter = new LoudnessMeter(48_000);
        meter.add(samples[0], null, samples[0].length);
        assertThat(scan.file().loudness()).isCloseTo(meter.curve().integrated(), within(0.01));
        assertThat(scan.words())
                .as("27 blocks of −9.0 LUFS, and three on the edge")
                .isEqualTo("WAV, 24 bit, 48 kHz, mono, 0:06.000, −9.3 LUFS, true peak −6.0 dBTP");
        scan.peaks().write(folder.resolve("tone.peaks"));
        Peaks again = Peaks.read(folder.resolve("tone.peaks"), scan.file().frames());
        Random random = new Random(6);
        double[] part = new double[3];
        for (int n = 0; n < 300; n++) {
            int from = random.nextInt(280_000);
            int to = from + 1 + random.nextInt(287_999 - from);
            assertThat(again.between(from, to, part)).isTrue();
            double most = 0;
            for (int i = from; i < to; i++) {
                most = Math.max(most, samples[0][i]);
            }
            // At least what is there, and nothing that is not near.
            assertThat(part[1]).isBetween(most - 1e-4, 0.5 + 1e-4);
            assertThat(part[0]).isBetween(-0.5 - 1e-4, 1e-4);
            assertThat(part[2]).isLessThanOrEqualTo(Math.max(part[1], -part[0]) + 1e-4);
        }
        assertThat(again.between(-50, 0, part)).isFalse();
        again.between(200_000, 240_000, part);
        assertThat(part[2]).isCloseTo(0.05 * Math.sqrt(0.5), within(1e-3));
        assertThatThrownBy(() -> Peaks.read(folder.resolve("tone.peaks"), 7)).isInstanceOf(FormatException.class);
    }

    @Test
    void aFileIsKnownAgainAndAnotherInItsPlaceIsNot() throws IOException {
        Path path = Sounds.jdk(folder.resolve("take.wav"), Sounds.noise(2, 48_000, 1), 48_000, 16, false);
        AudioFile file = AudioScan.of(path, part -> {}).file().called("audio-1");
        assertThat(Located.of(file).state()).isEqualTo(Located.State.THERE);
        Sounds.jdk(path, Sounds.noise(2, 48_000, 2), 48_000, 16, false);
        assertThat(Located.of(file).state()).isEqualTo(Located.State.CHANGED);
        assertThat(Located.of(file).there()).isTrue();
        Files.delete(path);
        assertThat(Located.of(file).state()).isEqualTo(Located.State.GONE);
        assertThat(Located.of(file).there()).isFalse();
    }
}
