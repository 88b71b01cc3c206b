package agogic.desk.start;

import agogic.formats.file.Told;
import java.io.IOException;
import java.nio.channels.FileChannel;
import java.nio.channels.FileLock;
import java.nio.channels.OverlappingFileLockException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardOpenOption;
import java.security.SecureRandom;
import java.util.HashMap;
import java.util.HexFormat;
import java.util.Map;
import java.util.UUID;

/**
 * A window that shows a piece, known to all others on this machine as long as it lives: by a name that cannot come again,
 * and a lock that the system lets go of when its process ends, however it ends.
 */
public final class Presence {
    private static final int BYTES = 6;
    private static final SecureRandom RANDOM = new SecureRandom();
    /** The locks of this process: looking at the file of one of them would let go of it. */
    private static final Map<Path, FileChannel> OWN = new HashMap<>();

    private final String id;
    private Path lock;
    private Path claimed;

    private Presence(String id) {
        this.id = id;
    }

    /** A new one. Where no lock can be made it is one that others do not see. */
    public static Presence begin() {
        byte[] bytes = new byte[BYTES];
        RANDOM.nextBytes(bytes);
        Presence made = new Presence(HexFormat.of().formatHex(bytes));
        Path path = lockOf(made.id);
        made.lock = take(path) ? path : null;
        return made;
    }

    /** Twelve letters and digits. */
    public String id() {
        return id;
    }

    /** True if the window with this name is still there. */
    static boolean alive(String id) {
        return held(lockOf(id));
    }

    /** This window works on a file from now on, and on no other; true unless another window, of another process, does. */
    public boolean claim(Path file) {
        Path wanted = file == null ? null : lockOf("file-" + UUID.nameUUIDFromBytes(real(file)));
        if (wanted != null && wanted.equals(claimed)) {
            return true;
        }
        letGo(claimed);
        claimed = wanted != null && take(wanted) ? wanted : null;
        return claimed != null || wanted == null || !held(wanted);
    }

    private static byte[] real(Path file) {
        Path path = file.toAbsolutePath().normalize();
        try {
            path = file.toRealPath();
        } catch (IOException e) {
            // It is not there yet.
            return path.toString().getBytes(StandardCharsets.UTF_8);
        }
        return path.toString().getBytes(StandardCharsets.UTF_8);
    }

    /** The window is gone. */
    public void end() {
        letGo(claimed);
        letGo(lock);
        claimed = null;
        lock = null;
    }

    private static Path lockOf(String name) {
        return Kept.folder().resolve("live").resolve(name);
    }

    private static synchronized boolean take(Path path) {
        if (OWN.containsKey(path)) {
            // Two windows of one process: the first has it.
            return false;
        }
        try {
            Files.createDirectories(path.toAbsolutePath().getParent());
            FileChannel channel = FileChannel.open(path, StandardOpenOption.CREATE, StandardOpenOption.WRITE);
            FileLock lock = channel.tryLock();
            if (lock == null) {
                channel.close();
                return false;
            }
            OWN.put(path, channel);
            return true;
        } catch (IOException | OverlappingFileLockException e) {
            System.err.println("agogic: this window has no lock: " + Told.of(e));
            return false;
        }
    }

    private static synchronized void letGo(Path path) {
        FileChannel channel = path == null ? null : OWN.remove(path);
        if (channel != null) {
            try {
                Files.deleteIfExists(path);
                channel.close();
            } catch (IOException e) {
                System.err.println("agogic: " + Told.of(e));
            }
        }
    }

    private static synchronized boolean held(Path path) {
        if (OWN.containsKey(path)) {
            return true;
        }
        if (!Files.exists(path)) {
            return false;
        }
        try (FileChannel channel = FileChannel.open(path, StandardOpenOption.WRITE)) {
            FileLock lock = channel.tryLock();
            if (lock != null) {
                // Nobody holds it: its process is gone.
                Files.deleteIfExists(path);
                return false;
            }
            return true;
        } catch (IOException | OverlappingFileLockException e) {
            return false;
        }
    }
}
