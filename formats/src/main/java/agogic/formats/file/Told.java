package agogic.formats.file;

import java.nio.file.AccessDeniedException;
import java.nio.file.FileAlreadyExistsException;
import java.nio.file.FileSystemException;
import java.nio.file.InvalidPathException;
import java.nio.file.NoSuchFileException;
import java.nio.file.NotDirectoryException;

/** What went wrong, in a sentence for people, whatever it was. */
public final class Told {
    private Told() {}

    /** The sentence, on one line. */
    public static String of(Throwable wrong) {
        return sentence(wrong).replaceAll("\\s*\\R\\s*", " ");
    }

    private static String sentence(Throwable wrong) {
        if (wrong instanceof NoSuchFileException one) {
            return "There is no file " + one.getFile() + ".";
        }
        if (wrong instanceof AccessDeniedException one) {
            return one.getFile() + " may not be read or written: its owner does not let you.";
        }
        if (wrong instanceof NotDirectoryException one) {
            return one.getFile() + " is no folder.";
        }
        if (wrong instanceof FileAlreadyExistsException one) {
            return one.getFile() + " is there already.";
        }
        if (wrong instanceof FileSystemException one) {
            return one.getFile() + ": " + (one.getReason() == null ? "the system refuses it" : one.getReason()) + ".";
        }
        if (wrong instanceof InvalidPathException one) {
            return "“" + one.getInput().replaceAll("\\p{Cntrl}", "?") + "” is no name of a file.";
        }
        if (wrong instanceof OutOfMemoryError) {
            return "It needs more memory than this machine gives.";
        }
        if (wrong instanceof StackOverflowError) {
            return "It is nested too deeply.";
        }
        String message = wrong.getMessage();
        boolean words = message != null
                && message.contains(" ")
                && (wrong instanceof IllegalArgumentException || wrong instanceof java.io.IOException);
        return words
                ? message
                : "This should not have happened (" + wrong.getClass().getSimpleName()
                        + (message == null ? "" : ": " + message) + ").";
    }
}
