package agogic.desk.start;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.NoSuchFileException;
import java.nio.file.Path;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.util.HexFormat;

/**
 * What a file was when this window read or wrote it, so that nothing that came there since is written over unasked.
 *
 * @param digest SHA-256 of its bytes; empty if it is not there
 */
public record Stamp(String digest) {
    private static final Stamp NONE = new Stamp("");

    /**
     * What a file is now.
     *
     * @throws IOException if the file is there and cannot be read
     */
    public static Stamp of(Path file) throws IOException {
        try {
            return new Stamp(digest(Files.readAllBytes(file)));
        } catch (NoSuchFileException e) {
            return NONE;
        }
    }

    /** SHA-256 of some bytes, in hexadecimal digits. */
    static String digest(byte[] bytes) {
        try {
            return HexFormat.of().formatHex(MessageDigest.getInstance("SHA-256").digest(bytes));
        } catch (NoSuchAlgorithmException e) {
            throw new IllegalStateException("Every Java has SHA-256.", e);
        }
    }

    /** True if the file is not there: nothing can be lost by writing it. */
    public boolean none() {
        return digest.isEmpty();
    }
}
