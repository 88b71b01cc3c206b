package agogic.desk.start;

import agogic.core.audio.AudioFile;
import agogic.core.session.Session;
import agogic.formats.audio.AudioScan;
import agogic.formats.audio.Shelf;
import agogic.formats.file.SafeFile;
import agogic.formats.session.SessionFile;
import agogic.standins.comet.Narration;
import agogic.standins.comet.SlowComet;
import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.FileTime;
import javax.sound.sampled.AudioFileFormat;
import javax.sound.sampled.AudioFormat;
import javax.sound.sampled.AudioInputStream;
import javax.sound.sampled.AudioSystem;

/** The demo: the piece with its narrator, whose audio is spoken where it is not yet on the shelf. */
public final class Demo {
    private static final double FULL = 32_767;

    /** The narrator as it was looked through last, and of which state of its file that is true. */
    private static volatile Spoken spoken;

    private record Spoken(FileTime of, AudioFile file) {}

    private Demo() {}

    /**
     * As the build has saved it, if it did: that spares riding it, and speaking, again.
     *
     * @throws IOException if what the build saved cannot be read, or the narrator not be kept
     */
    public static Session session() throws IOException {
        String saved = System.getProperty("agogic.demo", "");
        return saved.isEmpty() ? made() : SessionFile.open(Path.of(saved));
    }

    /** True for a piece that is the demo, or was and is called so still. */
    public static boolean is(Session session) {
        return session.name().equals(SlowComet.NAME);
    }

    /**
     * As it is made here and now.
     *
     * @throws IOException if the narrator cannot be kept
     */
    public static Session made() throws IOException {
        return Narration.into(SlowComet.session(), narration());
    }

    /** The narrator's file, kept inside the piece when it is saved. */
    private static AudioFile narration() throws IOException {
        Path path = Shelf.folder().resolve("audio").resolve(Narration.FILE);
        if (!Files.exists(path)) {
            Files.createDirectories(path.getParent());
            byte[] samples = sixteen(Narration.spoken());
            AudioFormat format = new AudioFormat(AudioFile.HEARD, 16, 1, true, false);
            SafeFile.write(
                    path,
                    out -> AudioSystem.write(
                            new AudioInputStream(new ByteArrayInputStream(samples), format, samples.length / 2),
                            AudioFileFormat.Type.WAVE,
                            out));
        }
        FileTime written = Files.getLastModifiedTime(path);
        Spoken known = spoken;
        if (known == null
                || !known.of().equals(written)
                || !known.file().path().equals(path.toAbsolutePath().normalize().toString())) {
            known = new Spoken(
                    written,
                    AudioScan.of(path, part -> {}).file().called("narration").carried(true));
            spoken = known;
        }
        return known.file();
    }

    private static byte[] sixteen(float[] samples) {
        byte[] bytes = new byte[2 * samples.length];
        for (int i = 0; i < samples.length; i++) {
            int value = (int) Math.rint(Math.max(-1, Math.min(1, samples[i])) * FULL);
            bytes[2 * i] = (byte) value;
            bytes[2 * i + 1] = (byte) (value >> 8);
        }
        return bytes;
    }
}
