package agogic.formats.audio;

import agogic.core.audio.AudioFile;
import agogic.core.audio.RateConverter;
import java.io.IOException;
import java.nio.file.Path;

/** A file as it is heard: at {@link AudioFile#HEARD}, in chunks that can be had in any order. Used by one thread at a time. */
final class Converted implements AutoCloseable {
    /** Frames of a chunk. */
    static final int CHUNK = 1 << 15;

    private final SoundFile sound;
    private final RateConverter converter;
    private float[] left = new float[0];
    private float[] right = new float[0];

    Converted(Path path) throws IOException {
        sound = SoundFile.open(path);
        converter = new RateConverter(sound.rate(), AudioFile.HEARD);
    }

    /** Frames there are, as they are heard. */
    long frames() {
        return converter.length(sound.frames());
    }

    /** How many chunks there are. */
    int chunks() {
        return (int) ((frames() + CHUNK - 1) / CHUNK);
    }

    /** The chunk with this number from 0: its left and its right frames. */
    float[][] chunk(int number) throws IOException {
        float[][] made = new float[2][CHUNK];
        long from = (long) number * CHUNK;
        int needed = converter.needed(from, CHUNK);
        if (converter.same()) {
            sound.read(from, CHUNK, made[0], made[1], 0);
            return made;
        }
        if (left.length < needed) {
            left = new float[needed];
            right = new float[needed];
        }
        sound.read(converter.first(from), needed, left, right, 0);
        converter.convert(left, from, CHUNK, made[0], 0);
        if (sound.channels() == 1) {
            made[1] = made[0];
        } else {
            converter.convert(right, from, CHUNK, made[1], 0);
        }
        return made;
    }

    /** Gives chunks by their numbers. */
    @FunctionalInterface
    interface Chunks {
        /** The chunk with this number; null if it is not there. */
        float[][] chunk(int number) throws IOException;
    }

    /** As {@link agogic.core.audio.Feed#read}, of a file of so many frames as they are heard. */
    static boolean read(Chunks chunks, long frames, long frame, int count, float[] left, float[] right)
            throws IOException {
        int done = 0;
        while (done < count) {
            long at = frame + done;
            int some;
            if (at < 0 || at >= frames) {
                some = at < 0 ? (int) Math.min(count - done, -at) : count - done;
                java.util.Arrays.fill(left, done, done + some, 0);
                java.util.Arrays.fill(right, done, done + some, 0);
            } else {
                int offset = (int) (at % CHUNK);
                some = (int) Math.min(Math.min(count - done, CHUNK - offset), frames - at);
                float[][] chunk = chunks.chunk((int) (at / CHUNK));
                if (chunk == null) {
                    return false;
                }
                System.arraycopy(chunk[0], offset, left, done, some);
                System.arraycopy(chunk[1], offset, right, done, some);
            }
            done += some;
        }
        return true;
    }

    @Override
    public void close() throws IOException {
        sound.close();
    }
}
