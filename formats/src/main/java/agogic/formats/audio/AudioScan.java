package agogic.formats.audio;

import agogic.core.audio.AudioFile;
import agogic.core.audio.LoudnessMeter;
import java.io.IOException;
import java.nio.file.Path;
import java.util.List;
import java.util.Locale;
import java.util.function.DoubleConsumer;

/**
 * A file of audio that was listened to once from its beginning to its end: how loud it is, and its picture.
 *
 * @param file as a piece knows it; its id is empty
 * @param kind {@code WAV, 24 bit}
 * @param peaks its picture
 * @param range of its loudness in LU (EBU Tech 3342)
 * @param remarks what was unusual, in words for people
 */
public record AudioScan(AudioFile file, String kind, Peaks peaks, double range, List<String> remarks) {
    private static final int BLOCK = 1 << 14;

    /**
     * Listens to a file.
     *
     * @param progress is told how much of it was heard, 0 to 1; may throw to end it
     * @throws FormatException with what, where and what was expected, if it is none; nothing is half-read
     */
    public static AudioScan of(Path path, DoubleConsumer progress) throws IOException {
        try (SoundFile sound = SoundFile.open(path)) {
            // How loud it is counts by the channels of the file, its picture by the two that are heard.
            boolean many = sound.channels() > 2;
            LoudnessMeter meter = LoudnessMeter.of(sound.rate(), sound.channels());
            float[][] channels = new float[many ? sound.channels() : 0][BLOCK];
            Peaks.Maker peaks = new Peaks.Maker(sound.frames());
            boolean one = sound.channels() == 1;
            each(sound, (left, right, count, frame) -> {
                if (many) {
                    sound.read(frame, count, channels);
                    meter.add(channels, count);
                } else {
                    meter.add(left, one ? null : right, count);
                }
                peaks.add(left, right, count);
                progress.accept((double) frame / sound.frames());
            });
            AudioFile file = new AudioFile(
                    "",
                    path.toAbsolutePath().normalize().toString(),
                    false,
                    sound.rate(),
                    sound.channels(),
                    sound.frames(),
                    sound.digest(),
                    hundredths(meter.curve().integrated()),
                    hundredths(meter.truePeak()));
            return new AudioScan(file, sound.kind(), peaks.made(), meter.curve().range(), sound.remarks());
        }
    }

    /**
     * Only the picture of a file that is known.
     *
     * @throws FormatException with what, where and what was expected, if it is none; nothing is half-read
     */
    public static Peaks peaks(Path path) throws IOException {
        try (SoundFile sound = SoundFile.open(path)) {
            Peaks.Maker peaks = new Peaks.Maker(sound.frames());
            each(sound, (left, right, count, frame) -> peaks.add(left, right, count));
            return peaks.made();
        }
    }

    /** Gets the frames of a file, some at a time. */
    @FunctionalInterface
    private interface Heard {
        void block(float[] left, float[] right, int count, long frame) throws IOException;
    }

    private static void each(SoundFile sound, Heard heard) throws IOException {
        float[] left = new float[BLOCK];
        float[] right = new float[BLOCK];
        for (long frame = 0; frame < sound.frames(); frame += BLOCK) {
            int count = (int) Math.min(BLOCK, sound.frames() - frame);
            sound.read(frame, count, left, right, 0);
            heard.block(left, right, count, frame);
        }
    }

    private static double hundredths(double value) {
        return Math.rint(value * 100) / 100;
    }

    /** {@code WAV, 24 bit, 44.1 kHz, stereo, 3:12.500, −18.3 LUFS, true peak −1.2 dBTP}. */
    public String words() {
        String channels = file.channels() == 1
                ? "mono"
                : file.channels() == 2 ? "stereo" : file.channels() + " channels, folded to two";
        return String.format(
                        Locale.ROOT,
                        "%s, %s kHz, %s, %s, %s",
                        kind,
                        kilohertz(file.rate()),
                        channels,
                        clock(file.seconds()),
                        loud(file))
                .replace('-', '−');
    }

    /** {@code −18.3 LUFS, true peak −1.2 dBTP}. */
    public static String loud(AudioFile file) {
        String loudness = file.loudness() <= LoudnessMeter.SILENT
                ? "nothing above the gate"
                : String.format(Locale.ROOT, "%.1f LUFS", file.loudness());
        String peak = file.truePeak() <= LoudnessMeter.SILENT
                ? "silent"
                : String.format(Locale.ROOT, "true peak %.1f dBTP", file.truePeak());
        return (loudness + ", " + peak).replace('-', '−');
    }

    /** {@code 44.1}. */
    public static String kilohertz(int rate) {
        return rate % 1000 == 0 ? "" + rate / 1000 : "" + rate / 1000.0;
    }

    private static String clock(double seconds) {
        return String.format(Locale.ROOT, "%d:%06.3f", (int) (seconds / 60), seconds % 60);
    }
}
