package agogic.desk;

import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.nio.file.Path;
import java.util.Random;
import javax.sound.sampled.AudioFileFormat;
import javax.sound.sampled.AudioFormat;
import javax.sound.sampled.AudioInputStream;
import javax.sound.sampled.AudioSystem;

/** Made-up voices, unevenly loud, in files that the JDK writes. */
public final class Voices {
    public static final int RATE = 44_100;

    private Voices() {}

    /** Phrases of 2.5 to 5 s at levels 6 dB to each side, between pauses with a little noise; about {@code seconds} long. */
    public static Path uneven(Path path, double seconds, long seed) throws IOException {
        Random random = new Random(seed);
        int total = (int) (seconds * RATE);
        double[] samples = new double[total];
        for (int i = 0; i < total; i++) {
            samples[i] = 0.0005 * random.nextGaussian();
        }
        int at = RATE / 2;
        while (at < total) {
            int length = (int) (RATE * (2.5 + 2.5 * random.nextDouble()));
            double level = 0.16 * Math.pow(10, (12 * random.nextDouble() - 6) / 20);
            for (int i = 0; i < length && at + i < total; i++) {
                double t = (double) i / RATE;
                double edge = Math.min(1, Math.min(i, length - i) / (0.02 * RATE));
                double syllable = 0.6 + 0.4 * Math.sin(2 * Math.PI * 3.5 * t);
                double tone = Math.sin(2 * Math.PI * 140 * t)
                        + 0.6 * Math.sin(2 * Math.PI * 560 * t)
                        + 0.4 * Math.sin(2 * Math.PI * 1_400 * t);
                samples[at + i] += edge * level * syllable * tone / 1.2;
            }
            at += length + (int) (RATE * (0.8 + random.nextDouble()));
        }
        return write(path, samples);
    }

    /** One channel, 16 bit. */
    public static Path write(Path path, double[] samples) throws IOException {
        byte[] bytes = new byte[2 * samples.length];
        for (int i = 0; i < samples.length; i++) {
            int value = (int) Math.round(32_767 * Math.max(-1, Math.min(1, samples[i])));
            bytes[2 * i] = (byte) value;
            bytes[2 * i + 1] = (byte) (value >> 8);
        }
        AudioFormat format = new AudioFormat(RATE, 16, 1, true, false);
        AudioSystem.write(
                new AudioInputStream(new ByteArrayInputStream(bytes), format, samples.length),
                AudioFileFormat.Type.WAVE,
                path.toFile());
        return path;
    }
}
