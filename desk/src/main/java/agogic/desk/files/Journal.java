package agogic.desk.files;

import agogic.core.record.Event;
import agogic.core.record.EventLog;
import agogic.core.record.Source;
import agogic.desk.live.Troubles;
import agogic.formats.session.PassJournal;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Collection;
import java.util.HashSet;
import java.util.Queue;
import java.util.Set;
import java.util.concurrent.ConcurrentLinkedQueue;
import java.util.concurrent.locks.LockSupport;

/**
 * A thread of its own follows the log of the recorder and has what was ridden on the disk, no more than some hundredths of a
 * second behind. A pass stays there until {@link #held} says that it is safe elsewhere: nobody has to say when one begins.
 */
final class Journal implements EventLog.Sink {
    private static final long EVERY_MILLIS = 8;
    /** The disk takes its time: it is asked for it less often. */
    private static final long FORCED_NANOS = 40_000_000L;

    private static final long LEAVING_MILLIS = 2000;

    private final EventLog log;
    private final EventLog.Reader reader;
    private final String name;
    private final Troubles troubles;
    private final Thread thread;
    private final Queue<Integer> held = new ConcurrentLinkedQueue<>();
    private volatile Path wanted;
    private volatile boolean closed;
    private volatile boolean ready;
    private volatile boolean clean = true;

    /** The thread's own. */
    private Path path;

    private PassJournal file;
    /** The passes that are under way. */
    private final Set<Integer> open = new HashSet<>();
    /** Those of them that are only tried. */
    private final Set<Integer> tried = new HashSet<>();
    /** The passes with moves that are not safe elsewhere. */
    private final Set<Integer> here = new HashSet<>();

    private boolean broken;
    private boolean unforced;
    private long forced;

    /**
     * A journal of all passes in a log.
     *
     * @param name what the names of the passes begin with
     */
    Journal(EventLog log, String name, Troubles troubles) {
        this.log = log;
        this.name = name;
        this.troubles = troubles;
        reader = log.reader();
        file = new PassJournal(name);
        thread = new Thread(this::run, "agogic-journal");
        thread.setDaemon(true);
        thread.start();
    }

    /** Where it is written from now on; what is written elsewhere moves there. */
    void at(Path where) {
        if (!where.equals(wanted)) {
            wanted = where;
            wake();
        }
    }

    /** Something happened. Allocates nothing. */
    void wake() {
        LockSupport.unpark(thread);
    }

    /** These passes are safe elsewhere. */
    void held(Collection<Integer> passes) {
        clean = false;
        held.addAll(passes);
        wake();
    }

    /** Waits a little while until nothing is in it any more. */
    void settle() {
        for (int i = 0; i < LEAVING_MILLIS && !clean; i++) {
            LockSupport.parkNanos(1_000_000);
        }
    }

    /** All that writes is loaded before the first move comes. */
    private void prepare() {
        try {
            PassJournal.tried();
        } catch (IOException | RuntimeException e) {
            troubles.tell("The journal of the pass", e);
        }
    }

    /** True once the first move is written as fast as the last. */
    boolean ready() {
        return ready;
    }

    private void run() {
        prepare();
        ready = true;
        while (!closed) {
            try {
                if (held.isEmpty() && reader.place() == log.count() && (wanted == null || wanted.equals(path))) {
                    LockSupport.park();
                }
                log.provide();
                reader.read(this);
                write();
                force();
                Thread.sleep(EVERY_MILLIS);
            } catch (IOException | RuntimeException | OutOfMemoryError e) {
                failed(e);
            } catch (InterruptedException e) {
                closed = true;
            }
        }
        try {
            reader.read(this);
            write();
        } catch (IOException | RuntimeException e) {
            troubles.tell("The journal of the pass", e);
        }
        release();
    }

    /** Riding goes on; what is ridden is in memory as ever, and the next pass is tried anew. */
    private void failed(Throwable e) {
        troubles.tell("The journal of the pass", e);
        release();
        file = new PassJournal(name);
        here.clear();
        broken = true;
    }

    private void release() {
        try {
            file.close();
        } catch (IOException e) {
            troubles.tell("The journal of the pass", e);
        }
    }

    private void write() throws IOException {
        for (Integer pass = held.poll(); pass != null; pass = held.poll()) {
            here.remove(pass);
            file.held(pass);
        }
        if (broken) {
            file.forget();
            broken = !open.isEmpty();
            return;
        }
        move();
        if (!here.isEmpty() && path != null && !file.opened()) {
            Path parent = path.toAbsolutePath().getParent();
            if (parent != null) {
                Files.createDirectories(parent);
            }
            file.open(path);
        }
        if (here.isEmpty() && open.isEmpty()) {
            boolean was = file.opened();
            file.close();
            file = new PassJournal(name);
            if (was) {
                Files.deleteIfExists(path);
            }
        }
        file.flush();
        unforced |= file.opened();
        clean = here.isEmpty();
    }

    private void force() throws IOException {
        long now = System.nanoTime();
        boolean quiet = reader.place() == log.count();
        if (unforced && (quiet || now - forced >= FORCED_NANOS)) {
            file.force();
            unforced = false;
            forced = now;
        }
    }

    private void move() throws IOException {
        Path to = wanted;
        if (to == null || to.equals(path)) {
            return;
        }
        Path from = path;
        path = to;
        if (file.opened()) {
            file.flush();
            file.close();
            Files.move(from, to);
            file = new PassJournal(name);
            file.open(to);
        }
    }

    @Override
    public void event(Event what, int pass, double at, double a, double b, Source source) {
        file.event(what, pass, at, a, b, source);
        switch (what) {
            case BEGAN -> {
                open.add(pass);
                if (source.rehearsed()) {
                    tried.add(pass);
                }
            }
            case MOVED -> {
                if (!tried.contains(pass)) {
                    here.add(pass);
                }
            }
            case ENDED -> over(pass);
            case DROPPED -> {
                over(pass);
                here.remove(pass);
            }
            default -> {
                // Nothing that matters to where it is written.
            }
        }
    }

    private void over(int pass) {
        open.remove(pass);
        tried.remove(pass);
    }

    /** The window is gone: its thread ends, and what is not safe elsewhere stays. */
    void close() {
        closed = true;
        wake();
        try {
            thread.join(LEAVING_MILLIS);
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
        }
    }
}
