package agogic.desk.export;

import agogic.core.audio.AudioFile;
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
 * The sound of a piece, or of a range of it, as WAV files at 48 kHz: the whole, which is the sum of its tracks without any
 * limiter, or one track or bus.
 */
public final class AudioOut {
    private static final int BUFFER = 1 << 17;
    /** So often it says how far it is: a multiple of a block. */
    private static final long TOLD_FRAMES = 1 << 14;

    private final Session session;
    private final Depth depth;
    private final double from;
    private final long frames;

    /**
     * What came of it.
     *
     * @param frames samples of each channel
     * @param peak the greatest absolute sample, 1 being full scale
     * @param over samples that were cut at full scale
     */
    public record Told(long frames, double peak, long over) {
        /** {@code peak −3.1 dBFS}, with what was cut. */
        public String words() {
            String at = peak <= 0 ? "silent" : String.format(Locale.ROOT, "peak %.1f dBFS", 20 * Math.log10(peak));
            return at.replace('-', '−')
                    + (over == 0 ? "" : ", " + over + " samples clipped: lower a level, or write 32 bit float");
        }
    }

    /** @param from and {@code to} seconds of the piece; what is not a whole block is cut off */
    public AudioOut(Session session, Depth depth, double from, double to) {
        if (!(from >= 0 && to > from)) {
            throw new IllegalArgumentException(String.format(
                    java.util.Locale.ROOT,
                    "Audio from %.3f s to %.3f s: the end has to be behind the beginning.",
                    from,
                    to));
        }
        this.session = session;
        this.depth = depth;
        this.from = from;
        frames = Math.max(1, Math.round((to - from) * Block.RATE));
    }

    /** The bytes of its file, about. */
    public long bytes() {
        return frames * 2 * depth.bytes();
    }

    /** Writes the whole (−1) or a stem; the same choice twice gives the same bytes. */
    public Told write(Path path, int stem, Progress progress) throws IOException {
        return write(Map.of(stem, path), progress).get(stem);
    }

    /**
     * Writes several, all while it is played once: none is in its place before all are whole.
     *
     * @param paths where each stem goes, −1 for the whole
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
            Map<Integer, WavWriter> writers = new TreeMap<>();
            for (Map.Entry<Integer, Path> one : paths.entrySet()) {
                Path part = one.getValue().resolveSibling("." + one.getValue().getFileName() + ".part");
                parts.put(one.getKey(), part);
                OutputStream out = new BufferedOutputStream(Files.newOutputStream(part), BUFFER);
                open.add(out);
                writers.put(
                        one.getKey(),
                        new WavWriter(out, Block.RATE, depth, frames, Math.round(from * Block.RATE), session.name()));
            }
            Bounce bounce = new Bounce(session, from, feed);
            for (long done = 0; done < frames; done += Block.FRAMES) {
                bounce.next();
                for (Map.Entry<Integer, WavWriter> one : writers.entrySet()) {
                    one.getValue().write(bounce.left(one.getKey()), bounce.right(one.getKey()), (int)
                            Math.min(Block.FRAMES, frames - done));
                }
                if (done % TOLD_FRAMES == 0) {
                    progress.at((double) done / frames);
                }
            }
            for (Map.Entry<Integer, WavWriter> one : writers.entrySet()) {
                WavWriter writer = one.getValue();
                writer.end();
                told.put(one.getKey(), new Told(frames, writer.peak(), writer.over()));
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
