package agogic.formats.audio;

import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Random;
import javax.sound.sampled.AudioFileFormat;
import javax.sound.sampled.AudioFormat;
import javax.sound.sampled.AudioInputStream;
import javax.sound.sampled.AudioSystem;

/** Audio files for tests, written by the JDK where it can, else byte by byte as the formats say. */
final class Sounds {
    private Sounds() {}

    /** Samples of each channel, −1 to 1, the same for the same numbers. */
    static double[][] noise(int channels, int frames, long seed) {
        Random random = new Random(seed);
        double[][] all = new double[channels][frames];
        for (double[] one : all) {
            for (int i = 0; i < frames; i++) {
                one[i] = 1.6 * random.nextDouble() - 0.8;
            }
        }
        return all;
    }

    /** By the JDK: WAV or AIFF of whole numbers. */
    static Path jdk(Path path, double[][] samples, int rate, int bits, boolean aiff) throws IOException {
        boolean signed = aiff || bits > 8;
        AudioFormat format = new AudioFormat(rate, bits, samples.length, signed, aiff);
        byte[] bytes = whole(samples, bits, aiff ? ByteOrder.BIG_ENDIAN : ByteOrder.LITTLE_ENDIAN, signed);
        AudioInputStream in = new AudioInputStream(new ByteArrayInputStream(bytes), format, samples[0].length);
        AudioSystem.write(in, aiff ? AudioFileFormat.Type.AIFF : AudioFileFormat.Type.WAVE, path.toFile());
        return path;
    }

    static byte[] whole(double[][] samples, int bits, ByteOrder order, boolean signed) {
        int width = bits / 8;
        double full = Math.pow(2, bits - 1);
        byte[] bytes = new byte[samples.length * samples[0].length * width];
        int at = 0;
        for (int i = 0; i < samples[0].length; i++) {
            for (double[] channel : samples) {
                long value = Math.round(Math.max(-full, Math.min(full - 1, channel[i] * full)));
                value = signed ? value : value + 128;
                for (int b = 0; b < width; b++) {
                    int place = order == ByteOrder.LITTLE_ENDIAN ? b : width - 1 - b;
                    bytes[at + b] = (byte) (value >> (8 * place));
                }
                at += width;
            }
        }
        return bytes;
    }

    static byte[] floating(double[][] samples, int bits, ByteOrder order) {
        ByteBuffer buffer = ByteBuffer.allocate(samples.length * samples[0].length * bits / 8)
                .order(order);
        for (int i = 0; i < samples[0].length; i++) {
            for (double[] channel : samples) {
                if (bits == 32) {
                    buffer.putFloat((float) channel[i]);
                } else {
                    buffer.putDouble(channel[i]);
                }
            }
        }
        return buffer.array();
    }

    /** A WAV file of these samples, with chunks before and behind them that nobody asked for. */
    static byte[] wav(byte[] data, int tag, int channels, int rate, int bits, boolean extensible, boolean large) {
        ByteBuffer out = ByteBuffer.allocate(data.length + 400).order(ByteOrder.LITTLE_ENDIAN);
        int format = extensible ? 40 : 16;
        out.put(ascii(large ? "RF64" : "RIFF")).putInt(large ? -1 : 1_000).put(ascii("WAVE"));
        if (large) {
            out.put(ascii("ds64"))
                    .putInt(28)
                    .putLong(1_000)
                    .putLong(data.length)
                    .putLong(0)
                    .putInt(0);
        }
        out.put(ascii("junk")).putInt(3).put(new byte[4]);
        out.put(ascii("fmt ")).putInt(format).putShort((short) (extensible ? 0xFFFE : tag));
        out.putShort((short) channels).putInt(rate).putInt(rate * channels * bits / 8);
        out.putShort((short) (channels * bits / 8)).putShort((short) bits);
        if (extensible) {
            out.putShort((short) 22)
                    .putShort((short) bits)
                    .putInt(0)
                    .putShort((short) tag)
                    .put(new byte[14]);
        }
        out.put(ascii("data")).putInt(large ? -1 : data.length).put(data);
        if (data.length % 2 == 1) {
            out.put((byte) 0);
        }
        out.put(ascii("LIST")).putInt(4).put(ascii("INFO"));
        byte[] all = new byte[out.position()];
        out.flip().get(all);
        return all;
    }

    /** An AIFC file of these samples. */
    static byte[] aifc(byte[] data, String type, int channels, int frames, int rate, int bits) {
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        ByteBuffer head = ByteBuffer.allocate(12 + 8 + 24 + 16).order(ByteOrder.BIG_ENDIAN);
        head.put(ascii("FORM")).putInt(1_000).put(ascii("AIFC"));
        head.put(ascii("COMM"))
                .putInt(24)
                .putShort((short) channels)
                .putInt(frames)
                .putShort((short) bits);
        int exponent = Math.getExponent((double) rate);
        head.putShort((short) (16_383 + exponent)).putLong((long) rate << (63 - exponent));
        head.put(ascii(type)).putShort((short) 0);
        head.put(ascii("SSND")).putInt(data.length + 8).putInt(0).putInt(0);
        out.writeBytes(head.array());
        out.writeBytes(data);
        return out.toByteArray();
    }

    static byte[] ascii(String text) {
        return text.getBytes(StandardCharsets.US_ASCII);
    }

    static Path file(Path path, byte[] bytes) throws IOException {
        return Files.write(path, bytes);
    }
}
