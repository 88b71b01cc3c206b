package agogic.desk.files;

import agogic.core.session.Session;
import agogic.desk.model.Beside;
import agogic.desk.model.Desk;
import agogic.desk.model.Notice;
import agogic.desk.start.Kept;
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
    private final Journal journal;
    private boolean ending;

    Autosave(Desk desk) {
        this.desk = desk;
        journal = new Journal(desk.engine(), desk.live().troubles());
        desk.onFrame(this::frame);
    }

    private Path path() {
        return Kept.of(desk.session(), desk.editing().fileProperty().get());
    }

    private void frame() {
        boolean rides = desk.riding().playing() && desk.riding().passOpen();
        if (rides && !journal.runs()) {
            // A pass is written over what there is now.
            if (desk.editing().unsaved() && desk.session() != kept) {
                keep(desk.session());
            }
            journal.begin(Kept.journal(path()));
        }
        if (journal.runs()) {
            if (!rides && !writing && !ending) {
                ending = true;
                ended();
            }
            return;
        }
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

    /** The pass is over: once what came of it is kept, the journal goes. */
    private void ended() {
        if (desk.editing().unsaved() && desk.session() != kept) {
            keep(desk.session());
        }
        Beside.inTurn(
                () -> true,
                done -> {
                    ending = false;
                    journal.end();
                },
                why -> ending = false);
    }

    private void keep(Session now) {
        Path path = path();
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
            Beside.inTurn(
                    () -> java.nio.file.Files.deleteIfExists(old)
                            | java.nio.file.Files.deleteIfExists(Kept.journal(old)),
                    done -> {},
                    why -> {});
        }
    }

    /** The piece is left on purpose: nothing of it is kept. */
    void leave() {
        // If what was to come does not come after all, it is kept anew.
        Path path = path();
        at = null;
        kept = null;
        journal.close();
        try {
            Beside.now(() -> java.nio.file.Files.deleteIfExists(path));
        } catch (IOException e) {
            // It is offered next time, and can be left aside then.
            return;
        }
    }

    /** Offers what was kept of a file later than it was saved, because the program ended without being closed. */
    void offer(Path file) {
        Path later = Kept.laterThan(file).orElse(null);
        if (later == null) {
            return;
        }
        Path path = path();
        Beside.run(
                "agogic-file",
                () -> Kept.recovered(file, path),
                session -> desk.say(new Notice(
                        Notice.Kind.WAIT,
                        "Kept",
                        "This piece has a later state, kept by itself at " + Kept.clock(later)
                                + ": the program ended before it was saved.",
                        List.of(
                                new Notice.Act("Take the later state", () -> take(session, path)),
                                new Notice.Act("Leave it", () -> {
                                    at = path;
                                    drop();
                                    desk.say(Notice.good("Left", "The piece is as it was saved."));
                                })))),
                why -> desk.say(Notice.stop("Not taken", "What was kept cannot be read: " + why)));
    }

    private void take(Session session, Path path) {
        int rides = session.rides().size() - desk.session().rides().size();
        at = path;
        desk.edit("Take what was kept", s -> session);
        desk.say(Notice.good(
                "Taken",
                "The piece is as it was kept" + (rides == 1 ? ", with one ride more" : "")
                        + (rides > 1 ? ", with " + rides + " rides more" : "") + ". It is not saved yet."));
        keep(session);
    }
}
