package agogic.desk.files;

import agogic.core.play.Engine;
import agogic.core.play.Underway;
import agogic.desk.live.Troubles;
import agogic.formats.session.PassJournal;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.concurrent.locks.LockSupport;

/** While a pass runs, a thread of its own has what was ridden on the disk, no more than some hundredths of a second behind. */
final class Journal {
    private static final long EVERY_NANOS = 30_000_000L;

    private final Engine engine;
    private final Troubles troubles;
    private volatile Path wanted;
    private volatile Path written;
    private volatile boolean closed;
    private Thread thread;

    Journal(Engine engine, Troubles troubles) {
        this.engine = engine;
        this.troubles = troubles;
    }

    /** True while a pass is written down. */
    boolean runs() {
        return wanted != null;
    }

    /** A pass begins: it is written to {@code path}. */
    void begin(Path path) {
        wanted = path;
        if (thread == null || closed) {
            closed = false;
            thread = new Thread(this::run, "agogic-journal");
            thread.setDaemon(true);
            thread.start();
        }
        LockSupport.unpark(thread);
    }

    /** What was ridden is safe elsewhere: the journal goes. */
    void end() {
        wanted = null;
        LockSupport.unpark(thread);
    }

    private void run() {
        while (!closed) {
            Path path = wanted;
            if (path == null) {
                LockSupport.park();
                continue;
            }
            try {
                write(path);
            } catch (IOException | RuntimeException e) {
                // Riding goes on; what is ridden is in memory as ever.
                troubles.tell("The journal of the pass", e);
                while (path.equals(wanted)) {
                    LockSupport.park();
                }
            }
            try {
                Files.deleteIfExists(path);
            } catch (IOException e) {
                troubles.tell("The journal of the pass", e);
            }
            written = null;
        }
    }

    private void write(Path path) throws IOException {
        Path parent = path.toAbsolutePath().getParent();
        if (parent != null) {
            Files.createDirectories(parent);
        }
        try (PassJournal journal = new PassJournal(path)) {
            Underway underway = new Underway(engine);
            while (path.equals(wanted)) {
                underway.tell(journal);
                journal.flush();
                written = path;
                LockSupport.parkNanos(EVERY_NANOS);
            }
        }
    }

    /** The piece is left: the journal goes, and its thread ends. Waits for it a little while. */
    void close() {
        end();
        for (int i = 0; i < 200 && written != null; i++) {
            LockSupport.parkNanos(1_000_000);
        }
        closed = true;
        LockSupport.unpark(thread);
    }
}
