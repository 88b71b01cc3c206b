package agogic.formats.session;

import agogic.core.audio.AudioFile;
import agogic.core.session.Session;
import java.io.IOException;
import java.io.OutputStream;
import java.io.UncheckedIOException;
import java.security.DigestOutputStream;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.util.HexFormat;
import java.util.List;

/** What a piece is known by: the same on every machine, another one after any edit, but for its destinations. */
public final class Fingerprint {
    private Fingerprint() {}

    /**
     * SHA-256 of the piece as it is saved, without its destinations and the folders of its audio, hexadecimal. Takes as long
     * as saving it.
     */
    public static String of(Session session) {
        Session bare = session.withDestinations(List.of());
        for (AudioFile file : session.audio()) {
            bare = bare.withAudio(file.at(file.name()));
        }
        try {
            MessageDigest sha = MessageDigest.getInstance("SHA-256");
            try (OutputStream out = new DigestOutputStream(OutputStream.nullOutputStream(), sha)) {
                SessionFile.write(out, bare);
            }
            return HexFormat.of().formatHex(sha.digest());
        } catch (NoSuchAlgorithmException e) {
            throw new IllegalStateException("Every Java has SHA-256.", e);
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }
}
