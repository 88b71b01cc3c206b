package agogic.core.audio;

import agogic.core.text.Text;
import io.soabase.recordbuilder.core.RecordBuilder;

/**
 * A file of audio that a piece uses. Its samples stay where they lie.
 *
 * @param id unique within the session
 * @param path where it lies on this machine
 * @param inside true if the file of the piece carries it with it
 * @param rate frames a second, 1,000 to 768,000
 * @param channels as they are in the file, 1 to 64; heard are two
 * @param frames how many there are of each channel, above 0
 * @param digest what its content is known by again, hexadecimal
 * @param loudness integrated, in LUFS (ITU-R BS.1770-4); {@link LoudnessMeter#SILENT} if nothing is above the gate
 * @param truePeak in dB of full scale (ITU-R BS.1770-4, annex 2); {@link LoudnessMeter#SILENT} if it is silent
 */
@RecordBuilder
public record AudioFile(
        String id,
        String path,
        boolean inside,
        int rate,
        int channels,
        long frames,
        String digest,
        double loudness,
        double truePeak)
        implements AudioFileBuilder.With {
    /** The rate at which everything sounds, in frames a second. */
    public static final int HEARD = 48_000;

    private static final int LEAST_RATE = 1_000;
    private static final int GREATEST_RATE = 768_000;
    private static final int MOST_CHANNELS = 64;
    private static final long MOST_FRAMES = 1L << 40;

    /** @throws IllegalArgumentException in words for people if one of these is not what it can be */
    public AudioFile {
        Text.sound("The id of an audio file", id);
        Text.sound("The place of an audio file", path);
        if (!digest.matches("[0-9a-f]{8,128}")) {
            throw new IllegalArgumentException("The digest of the audio file " + path + " is no hexadecimal number.");
        }
        boolean sized = rate >= LEAST_RATE
                && rate <= GREATEST_RATE
                && channels >= 1
                && channels <= MOST_CHANNELS
                && frames >= 1
                && frames <= MOST_FRAMES;
        if (!sized) {
            throw new IllegalArgumentException("The audio file " + path
                    + " needs a rate of 1,000 to 768,000 Hz, 1 to 64 channels and a length, not " + rate + " Hz, "
                    + channels + " channels and " + frames + " frames.");
        }
        if (!Double.isFinite(loudness) || !Double.isFinite(truePeak)) {
            throw new IllegalArgumentException("How loud the audio file " + path + " is has to be a number.");
        }
    }

    /** How long it is, in seconds. */
    public double seconds() {
        return (double) frames / rate;
    }

    /** Its name without folders, for people. */
    public String name() {
        int slash = Math.max(path.lastIndexOf('/'), path.lastIndexOf('\\'));
        return path.substring(slash + 1);
    }

    /** Its name without folders and ending: what a track of it is called. */
    public String title() {
        String whole = name();
        int dot = whole.lastIndexOf('.');
        String bare = (dot > 0 ? whole.substring(0, dot) : whole).strip();
        return bare.isEmpty() ? "Audio" : bare;
    }

    /**
     * Lying elsewhere.
     *
     * @throws IllegalArgumentException in words for people if half a character stands in the place
     */
    public AudioFile at(String newPath) {
        return withPath(newPath);
    }

    /**
     * By another id.
     *
     * @throws IllegalArgumentException in words for people if half a character stands in the id
     */
    public AudioFile called(String newId) {
        return withId(newId);
    }

    /** Carried in the file of the piece, or not. */
    public AudioFile carried(boolean newInside) {
        return withInside(newInside);
    }
}
