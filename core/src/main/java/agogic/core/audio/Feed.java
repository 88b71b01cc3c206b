package agogic.core.audio;

/** The samples of a piece's audio files at {@link AudioFile#HEARD}, as they are asked for. */
public interface Feed {
    /** No file: silence. */
    Feed NONE = (file, frame, count, left, right) -> false;

    /**
     * Puts {@code count} frames of a file into {@code left} and {@code right}, from their beginning; silence before and
     * after the file. Never waits and never allocates where it is heard live.
     *
     * @param file the id of the file
     * @param frame the first frame, at {@link AudioFile#HEARD}; may be negative
     * @return false if they are not there (yet, or any more): then nothing was put
     */
    boolean read(String file, long frame, int count, float[] left, float[] right);
}
