package agogic.desk.export;

import agogic.core.audio.AudioFile;
import agogic.core.audio.LoudnessMeter;
import agogic.core.audio.RateConverter;
import agogic.core.session.Session;
import agogic.formats.audio.Depth;
import agogic.formats.audio.WavWriter;
import agogic.formats.audio.WholeFeed;
import agogic.formats.file.FormatException;
import agogic.standins.sound.Block;
import agogic.standins.sound.Bounce;
import java.io.BufferedOutputStream;
import java.io.IOException;
import java.io.OutputStream;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.TreeMap;

/**
 * The sound of a piece, or of a range of it, as WAV files: the whole, which is the sum of its tracks without any
 * limiter, or one track or bus.
 */
public final class AudioOut {
    private static final int BUFFER = 1 << 17;
    /** So often it says how far it is. */
    private static final long TOLD_BLOCKS = 1 << 8;

    private final Session session;
    private final Depth depth;
    private final double from;
    private final long frames;

    /** The rates that can be written, in frames a second. */
    public static final List<Integer> RATES = List.of(44_100, 48_000, 88_200, 96_000);

    private final int rate;

    /**
     * What came of it.
     *
     * @param frames samples of each channel
     * @param peak the greatest absolute sample, 1 being full scale
     * @param over samples that were cut at full scale
     * @param loudness integrated, in LUFS (ITU-R BS.1770-4)
     * @param truePeak in dB of full scale
     */
    public record Told(long frames, double peak, long over, double loudness, double truePeak) {
        /** {@code −18.2 LUFS, true peak −3.1 dBTP}, with what was cut. */
        public String words() {
            String loud = loudness <= LoudnessMeter.SILENT ? "" : String.format(Locale.ROOT, "%.1f LUFS, ", loudness);
            String at = peak <= 0 ? "silent" : loud + String.format(Locale.ROOT, "true peak %.1f dBTP", truePeak);
            return at.replace('-', '−')
                    + (over == 0 ? "" : ", " + over + " samples clipped: lower a level, or write 32 bit float");
        }
    }

    /**
     * As {@link #AudioOut(Session, Depth, int, double, double)} at 48 kHz.
     *
     * @throws IllegalArgumentException in words for people if the range has no length
     */
    public AudioOut(Session session, Depth depth, double from, double to) {
        this(session, depth, Block.RATE, from, to);
    }

    /**
     * Of a session, or a range of it.
     *
     * @param rate one of {@link #RATES}
     * @param from and {@code to} seconds of the piece
     * @throws IllegalArgumentException in words for people if the range has no length, or there is no such rate
     */
    public AudioOut(Session session, Depth depth, int rate, double from, double to) {
        if (!(from >= 0 && to > from)) {
            throw new IllegalArgumentException(String.format(
                    java.util.Locale.ROOT,
                    "Audio from %.3f s to %.3f s: the end has to be behind the beginning.",
                    from,
                    to));
        }
        if (!RATES.contains(rate)) {
            throw new IllegalArgumentException(
                    "Audio is written at 44100, 48000, 88200 or 96000 Hz, not at " + rate + ".");
        }
        this.session = session;
        this.depth = depth;
        this.rate = rate;
        this.from = from;
        frames = Math.max(1, Math.round((to - from) * rate));
    }

    /** How long it is. */
    double seconds() {
        return (double) frames / rate;
    }

    /** The bytes of its file, about. */
    public long bytes() {
        return frames * 2 * depth.bytes();
    }

    /**
     * Writes the whole (−1) or a stem; the same choice twice gives the same bytes.
     *
     * @throws IOException if a file of audio cannot be read, or the disk fails; what was there is as it was
     */
    public Told write(Path path, int stem, Progress progress) throws IOException {
        return write(Map.of(stem, path), progress).get(stem);
    }

    /**
     * Writes several, all while it is played once: none is in its place before all are whole.
     *
     * @param paths where each stem goes, −1 for the whole
     * @throws IOException if a file of audio cannot be read, or the disk fails; what was there is as it was
     */
    public Map<Integer, Told> write(Map<Integer, Path> paths, Progress progress) throws IOException {
        Map<Integer, Told> told = new TreeMap<>();
        List<OutputStream> open = new ArrayList<>();
        Map<Integer, Path> parts = new TreeMap<>();
        List<AudioFile> silent = new ArrayList<>();
        try (WholeFeed feed = new WholeFeed(session.audio(), silent)) {
            if (!silent.isEmpty()) {
                throw new FormatException(silent.get(0).name() + " is not where it was ("
                        + silent.get(0).path() + "). Say where it is, or remove its clips: nothing was written.");
            }
            RateConverter converter = new RateConverter(Block.RATE, rate);
            Map<Integer, Recast> lines = new TreeMap<>();
            for (Map.Entry<Integer, Path> one : paths.entrySet()) {
                Path part = one.getValue().resolveSibling("." + one.getValue().getFileName() + ".part");
                parts.put(one.getKey(), part);
                OutputStream out = new BufferedOutputStream(Files.newOutputStream(part), BUFFER);
                open.add(out);
                lines.put(
                        one.getKey(),
                        new Recast(
                                converter,
                                new WavWriter(out, rate, depth, frames, Math.round(from * rate), session.name()),
                                rate,
                                frames));
            }
            Bounce bounce = new Bounce(session, from, feed);
            boolean more = true;
            for (long block = 0; more; block++) {
                bounce.next();
                more = false;
                for (Map.Entry<Integer, Recast> one : lines.entrySet()) {
                    more |= one.getValue().add(bounce.left(one.getKey()), bounce.right(one.getKey()));
                }
                if (block % TOLD_BLOCKS == 0) {
                    progress.at(Math.min(1, (double) block * Block.FRAMES * rate / Block.RATE / frames));
                }
            }
            for (Map.Entry<Integer, Recast> one : lines.entrySet()) {
                told.put(one.getKey(), one.getValue().end());
            }
            for (OutputStream out : open) {
                out.close();
            }
            for (Map.Entry<Integer, Path> one : parts.entrySet()) {
                Files.move(one.getValue(), paths.get(one.getKey()), StandardCopyOption.REPLACE_EXISTING);
            }
        } catch (UncheckedIOException e) {
            throw e.getCause();
        } finally {
            for (OutputStream out : open) {
                out.close();
            }
            for (Path part : parts.values()) {
                Files.deleteIfExists(part);
            }
        }
        return told;
    }
}
