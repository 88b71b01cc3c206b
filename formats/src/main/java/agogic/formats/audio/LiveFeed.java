package agogic.formats.audio;

import agogic.core.audio.AudioFile;
import agogic.core.audio.Feed;
import agogic.core.plan.PlacedAudio;
import agogic.core.session.Session;
import agogic.core.session.Track;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.concurrent.atomic.AtomicReferenceArray;

/**
 * The samples of a piece's files for what is heard now. One thread reads ahead of where it plays ({@link #ahead}); another
 * takes what is there ({@link #read}), and never waits: what is not there yet is silence.
 */
public final class LiveFeed implements Feed, AutoCloseable {
    /** So far ahead it is read, in frames. */
    private static final long AHEAD = 3L * Converted.CHUNK;
    /** Behind the place so much is kept: a little is heard again when it is stopped and begun. */
    private static final long BEHIND = Converted.CHUNK;

    private volatile Map<String, Open> files = Map.of();
    private volatile List<AudioFile> followed = List.of();
    private Session placed;
    private List<PlacedAudio> clips = List.of();

    private static final class Open implements Converted.Chunks {
        private final AudioFile file;
        private final Converted converted;
        private final long frames;
        private final AtomicReferenceArray<float[][]> chunks;
        private final boolean[] wanted;

        Open(AudioFile file, Converted converted) {
            this.file = file;
            this.converted = converted;
            frames = converted.frames();
            chunks = new AtomicReferenceArray<>(converted.chunks());
            wanted = new boolean[converted.chunks()];
        }

        @Override
        public float[][] chunk(int number) {
            return chunks.get(number);
        }
    }

    @Override
    public boolean read(String file, long frame, int count, float[] left, float[] right) {
        Open open = files.get(file);
        if (open == null) {
            // It is not there: that is told on its row, and not with every block.
            java.util.Arrays.fill(left, 0, count, 0);
            java.util.Arrays.fill(right, 0, count, 0);
            return true;
        }
        try {
            return Converted.read(open, open.frames, frame, count, left, right);
        } catch (IOException e) {
            // What is in memory is not read: this does not happen.
            throw new UncheckedIOException(e);
        }
    }

    /** True if a piece has audio: else nothing has to be read. */
    public boolean needed(Session session) {
        return !session.audio().isEmpty() || !followed.isEmpty();
    }

    /**
     * Reads what is wanted first and is not there, one chunk. By one thread only.
     *
     * @param session the piece as it is now
     * @param moments where it plays, and where it may jump to, in seconds
     * @return true if there may be more to read
     * @throws IOException if a file cannot be read; the others go on
     */
    public boolean ahead(Session session, double... moments) throws IOException {
        if (session.audio() != followed) {
            follow(session.audio());
        }
        if (placed != session) {
            List<PlacedAudio> all = new ArrayList<>();
            for (Track track : session.tracks()) {
                all.addAll(PlacedAudio.of(session, track));
            }
            clips = all;
            placed = session;
        }
        for (Open open : files.values()) {
            java.util.Arrays.fill(open.wanted, false);
        }
        Open first = null;
        int number = -1;
        long best = Long.MAX_VALUE;
        for (double moment : moments) {
            long frame = Math.round(moment * AudioFile.HEARD);
            for (PlacedAudio clip : clips) {
                Open open = files.get(clip.file());
                long to = Math.min(frame + AHEAD, clip.ends());
                long after;
                for (long at = Math.max(frame - BEHIND, clip.begins()); open != null && at < to; at = after) {
                    after = next(clip, at);
                    int chunk = chunk(open, clip.fileFrame(at));
                    if (chunk < 0) {
                        continue;
                    }
                    open.wanted[chunk] = true;
                    // What lies behind is kept, and not read.
                    boolean missing = after > frame && open.chunks.get(chunk) == null;
                    if (missing && Math.max(0, at - frame) < best) {
                        first = open;
                        number = chunk;
                        best = Math.max(0, at - frame);
                    }
                }
            }
        }
        drop();
        if (first == null) {
            return false;
        }
        first.chunks.set(number, first.converted.chunk(number));
        return true;
    }

    /** The frame of the piece at which a clip comes to another chunk of its file. */
    private static long next(PlacedAudio clip, long at) {
        int rest = Converted.CHUNK - (int) Math.floorMod(clip.fileFrame(at), (long) Converted.CHUNK);
        return at + clip.run(at, rest);
    }

    private static int chunk(Open open, long frame) {
        return frame < 0 || frame >= open.frames ? -1 : (int) (frame / Converted.CHUNK);
    }

    /** Chunks that nobody wants go: memory stays bounded however long the files are. */
    private void drop() {
        for (Open open : files.values()) {
            for (int c = 0; c < open.wanted.length; c++) {
                if (!open.wanted[c] && open.chunks.get(c) != null) {
                    open.chunks.set(c, null);
                }
            }
        }
    }

    private void follow(List<AudioFile> audio) throws IOException {
        Map<String, Open> now = new HashMap<>();
        IOException failed = null;
        for (AudioFile file : audio) {
            Open old = files.get(file.id());
            if (old != null
                    && old.file.digest().equals(file.digest())
                    && old.file.path().equals(file.path())) {
                now.put(file.id(), old);
                continue;
            }
            try {
                Located place = Located.of(file);
                if (place.there()) {
                    now.put(file.id(), new Open(file, new Converted(place.path())));
                }
            } catch (IOException e) {
                failed = e;
            }
        }
        Map<String, Open> before = files;
        files = Map.copyOf(now);
        followed = audio;
        for (Open open : before.values()) {
            if (!now.containsValue(open)) {
                open.converted.close();
            }
        }
        if (failed != null) {
            throw failed;
        }
    }

    /** Looks for its files anew: one that was gone may be there again. */
    public void again() {
        followed = List.of();
    }

    @Override
    public void close() throws IOException {
        follow(List.of());
    }
}
