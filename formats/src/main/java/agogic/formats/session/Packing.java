package agogic.formats.session;

import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.InterruptedIOException;
import java.io.OutputStream;
import java.util.concurrent.ArrayBlockingQueue;
import java.util.concurrent.BlockingQueue;
import java.util.zip.ZipEntry;
import java.util.zip.ZipOutputStream;

/**
 * Packs parts into an archive in a thread of its own, while the next bytes of them are still being made. What goes wrong
 * there is thrown here, at the next call. {@link #finish} or {@link #close} ends the thread.
 */
final class Packing implements AutoCloseable {
    private static final int BLOCK = 1 << 16;
    /** So many blocks wait at the most. */
    private static final int WAITING = 16;

    private final ZipOutputStream zip;
    private final BlockingQueue<Work> work = new ArrayBlockingQueue<>(WAITING);
    private final Thread thread;
    private volatile Throwable failed;
    private final Block block = new Block();

    /** Something that is done with the archive. */
    @FunctionalInterface
    interface Work {
        void on(ZipOutputStream zip) throws IOException;
    }

    /** What ends the thread. */
    private static final Work END = zip -> {};

    /** Packs into {@code zip} from now on, which nobody else touches until it is finished. */
    Packing(ZipOutputStream zip) {
        this.zip = zip;
        thread = new Thread(this::run, "agogic-packing");
        thread.setDaemon(true);
        thread.start();
    }

    private void run() {
        try {
            for (Work next = work.take(); next != END; next = work.take()) {
                next.on(zip);
            }
        } catch (IOException | RuntimeException | Error e) {
            failed = e;
            drain();
        } catch (InterruptedException e) {
            failed = e;
        }
    }

    /** After a failure the rest is thrown away, so that nobody waits for room. */
    private void drain() {
        try {
            while (work.take() != END) {
                // Nothing of it is written any more.
                continue;
            }
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
        }
    }

    /**
     * Does this after all that was given before.
     *
     * @throws IOException what went wrong with something that was given before
     */
    void then(Work next) throws IOException {
        throwFailure();
        put(next);
    }

    private void put(Work next) throws InterruptedIOException {
        try {
            work.put(next);
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            throw new InterruptedIOException("It was interrupted before it was written.");
        }
    }

    private void throwFailure() throws IOException {
        Throwable why = failed;
        if (why instanceof IOException io) {
            throw io;
        } else if (why instanceof RuntimeException runtime) {
            throw runtime;
        } else if (why instanceof Error error) {
            throw error;
        } else if (why != null) {
            throw new IOException(why);
        }
    }

    /** A part of this name; its bytes go to what is answered, until the next one or the end. */
    OutputStream part(String name) throws IOException {
        block.send();
        then(to -> {
            ZipEntry entry = new ZipEntry(name);
            entry.setTime(0);
            to.putNextEntry(entry);
        });
        return block;
    }

    /** The part is whole. */
    void end() throws IOException {
        block.send();
        then(ZipOutputStream::closeEntry);
    }

    /** Waits until all of it is packed. */
    void finish() throws IOException {
        then(ZipOutputStream::finish);
        close();
        throwFailure();
    }

    /** Waits until the thread has ended; where the waiting is interrupted, what is left is thrown away. */
    @Override
    public void close() throws IOException {
        try {
            if (thread.isAlive()) {
                work.put(END);
            }
            thread.join();
        } catch (InterruptedException e) {
            thread.interrupt();
            Thread.currentThread().interrupt();
            throw new InterruptedIOException("It was interrupted before it was written.");
        }
    }

    /** Bytes on their way. */
    private final class Block extends OutputStream {
        private ByteArrayOutputStream bytes = new ByteArrayOutputStream(BLOCK);

        @Override
        public void write(int one) throws IOException {
            bytes.write(one);
            full();
        }

        @Override
        public void write(byte[] from, int start, int length) throws IOException {
            bytes.write(from, start, length);
            full();
        }

        private void full() throws IOException {
            if (bytes.size() >= BLOCK) {
                send();
            }
        }

        private void send() throws IOException {
            if (bytes.size() > 0) {
                ByteArrayOutputStream whole = bytes;
                bytes = new ByteArrayOutputStream(BLOCK);
                then(whole::writeTo);
            }
        }
    }
}
