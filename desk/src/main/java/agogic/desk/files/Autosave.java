package agogic.desk.files;

import agogic.core.session.Session;
import agogic.desk.model.Beside;
import agogic.desk.model.Desk;
import agogic.desk.model.Notice;
import agogic.desk.start.Kept;
import agogic.formats.session.SessionFile;
import java.io.IOException;
import java.nio.file.Path;
import java.util.List;

/** Keeps a piece by itself once it has had changes for two minutes that are not saved; what is saved is kept no longer. */
final class Autosave {
    private static final long AFTER_NANOS = 120_000_000_000L;

    private final Desk desk;
    private Session kept;
    private Path at;
    private long since = Long.MIN_VALUE;
    private boolean writing;
    private boolean told;

    Autosave(Desk desk) {
        this.desk = desk;
        desk.onFrame(this::frame);
    }

    private void frame() {
        if (!desk.editing().unsaved()) {
            since = Long.MIN_VALUE;
            drop();
            return;
        }
        Session now = desk.session();
        if (now == kept || writing) {
            since = now == kept ? Long.MIN_VALUE : since;
            return;
        }
        long nanos = desk.live().nanos();
        since = since == Long.MIN_VALUE ? nanos : since;
        if (nanos - since >= AFTER_NANOS) {
            keep(now);
        }
    }

    private void keep(Session now) {
        Path path = Kept.of(now, desk.editing().fileProperty().get());
        if (at != null && !at.equals(path)) {
            drop();
        }
        at = path;
        writing = true;
        since = Long.MIN_VALUE;
        Beside.inTurn(
                () -> {
                    Kept.keep(path, now);
                    return path;
                },
                done -> {
                    writing = false;
                    kept = now;
                    told = false;
                },
                why -> {
                    writing = false;
                    if (!told) {
                        // Once, not every two minutes: work goes on.
                        told = true;
                        desk.say(Notice.stop("Not kept", "Changes cannot be kept by themselves: " + why));
                    }
                });
    }

    /** What is kept is not needed any more. */
    private void drop() {
        Path old = at;
        at = null;
        kept = null;
        if (old != null) {
            Beside.inTurn(() -> java.nio.file.Files.deleteIfExists(old), done -> {}, why -> {});
        }
    }

    /** The piece is left on purpose: nothing of it is kept. */
    void leave() {
        Path file = desk.editing().fileProperty().get();
        Path path = Kept.of(desk.session(), file);
        at = null;
        try {
            Beside.now(() -> java.nio.file.Files.deleteIfExists(path));
        } catch (IOException e) {
            // It is offered next time, and can be left aside then.
            return;
        }
    }

    /** Offers what was kept of a file later than it was saved, because the program ended without being closed. */
    void offer(Path file) {
        Kept.laterThan(file)
                .ifPresent(later -> desk.say(new Notice(
                        Notice.Kind.WAIT,
                        "Kept",
                        "This piece has a later state, kept by itself at " + Kept.clock(later)
                                + ": the program ended before it was saved.",
                        List.of(
                                new Notice.Act("Take the later state", () -> take(later)),
                                new Notice.Act("Leave it", () -> {
                                    at = later;
                                    drop();
                                    desk.say(Notice.good("Left", "The piece is as it was saved."));
                                })))));
    }

    private void take(Path later) {
        Beside.run(
                "agogic-file",
                () -> SessionFile.open(later),
                session -> {
                    at = later;
                    desk.edit("Take what was kept", s -> session);
                    desk.say(Notice.good("Taken", "The piece is as it was kept. It is not saved yet."));
                },
                why -> desk.say(Notice.stop("Not taken", why)));
    }
}
