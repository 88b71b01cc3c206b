package agogic.formats.audio;

import agogic.core.audio.AudioFile;
import agogic.core.audio.Feed;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.util.ArrayDeque;
import java.util.Deque;
import java.util.HashMap;
import java.util.List;
import java.util.Map;

/**
 * The samples of a piece's files for what is carried out: it reads when it is asked, and waits for the disk. A file that is
 * not there is silent; it is told beforehand. Used by one thread.
 */
public final class WholeFeed implements Feed, AutoCloseable {
    private static final int KEPT = 4;

    private final Map<String, Open> files = new HashMap<>();

    private static final class Open implements Converted.Chunks {
        private final Converted converted;
        private final Map<Integer, float[][]> chunks = new HashMap<>();
        private final Deque<Integer> order = new ArrayDeque<>();

        Open(Converted converted) {
            this.converted = converted;
        }

        @Override
        public float[][] chunk(int number) throws IOException {
            float[][] chunk = chunks.get(number);
            if (chunk == null) {
                chunk = converted.chunk(number);
                chunks.put(number, chunk);
                order.add(number);
                if (order.size() > KEPT) {
                    chunks.remove(order.remove());
                }
            }
            return chunk;
        }
    }

    /**
     * Opens the files of a piece.
     *
     * @param missing gets those that are not there
     * @throws FormatException with what, where and what was expected, if it is none; nothing is half-read
     */
    public WholeFeed(List<AudioFile> audio, List<AudioFile> missing) throws IOException {
        try {
            for (AudioFile file : audio) {
                Located place = Located.of(file);
                if (place.there()) {
                    files.put(file.id(), new Open(new Converted(place.path())));
                } else {
                    missing.add(file);
                }
            }
        } catch (IOException | RuntimeException e) {
            close();
            throw e;
        }
    }

    @Override
    public boolean read(String file, long frame, int count, float[] left, float[] right) {
        Open open = files.get(file);
        if (open == null) {
            return false;
        }
        try {
            return Converted.read(open, open.converted.frames(), frame, count, left, right);
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    @Override
    public void close() throws IOException {
        for (Open open : files.values()) {
            open.converted.close();
        }
        files.clear();
    }
}
