package agogic.formats.audio;

import agogic.core.audio.AudioFile;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.InvalidPathException;
import java.nio.file.Path;

/**
 * Where the audio file of a piece is.
 *
 * @param path where it should be; null if that is no place on this system
 * @param state whether it is there
 */
public record Located(Path path, State state) {
    /** How it is with a file. */
    public enum State {
        /** It is there, and the one that was brought in. */
        THERE,
        /** There is none at its place. */
        GONE,
        /** There is another one at its place. */
        CHANGED
    }

    /** Looks for a file at its place, and then on the shelf of what pieces carry inside. */
    public static Located of(AudioFile file) {
        Path path;
        try {
            path = Path.of(file.path());
        } catch (InvalidPathException e) {
            return new Located(null, State.GONE);
        }
        State state = state(path, file);
        if (state != State.THERE && file.inside()) {
            Path carried = Shelf.place(file);
            return state(carried, file) == State.THERE ? new Located(carried, State.THERE) : new Located(path, state);
        }
        return new Located(path, state);
    }

    private static State state(Path path, AudioFile file) {
        if (!Files.isRegularFile(path)) {
            return State.GONE;
        }
        if (Shelf.isKnown(path, file)) {
            return State.THERE;
        }
        try (SoundFile sound = SoundFile.open(path)) {
            boolean same = sound.frames() == file.frames()
                    && sound.rate() == file.rate()
                    && sound.channels() == file.channels()
                    && sound.digest().equals(file.digest());
            if (same) {
                Shelf.know(path, file);
            }
            return same ? State.THERE : State.CHANGED;
        } catch (IOException e) {
            return State.CHANGED;
        }
    }

    /** What is wrong with a file that is not there as it was, for people. */
    public String words(AudioFile file) {
        return file.name()
                + (state == State.GONE
                        ? " is not where it was: its clips are silent."
                        : " is not the one that was brought in: another file has its name.");
    }

    /** True if it can be heard: also another version of it, which is told. */
    public boolean there() {
        return state == State.THERE || state == State.CHANGED && readable();
    }

    private boolean readable() {
        try (SoundFile sound = SoundFile.open(path)) {
            return sound.frames() > 0;
        } catch (IOException e) {
            return false;
        }
    }
}
