package agogic.desk.files;

import agogic.core.session.Session;
import agogic.desk.live.LiveDesk;
import agogic.desk.model.Beside;
import agogic.desk.model.Editing;
import agogic.desk.model.Frames;
import agogic.desk.model.Notice;
import agogic.desk.model.Notices;
import agogic.desk.model.Offers;
import agogic.desk.model.Passes;
import agogic.desk.model.Riding;
import agogic.desk.settings.Choices;
import agogic.desk.start.Kept;
import agogic.desk.start.Leftover;
import agogic.desk.start.Presence;
import agogic.formats.session.PassJournal;
import java.io.IOException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;

/**
 * Keeps a piece by itself once it has had changes for two minutes that are not saved, and at once after a ride; what is saved
 * is kept no longer. What is ridden is in the {@link Journal} until what is kept, or saved, has it.
 */
final class Autosave {
    private static final double NANOS = 1e9;

    private final Editing editing;
    private final Notices notices;
    private final Riding riding;
    private final Passes passes;
    private final Offers offers;
    private final LiveDesk live;
    private final Presence presence = Presence.begin();
    private final Journal journal;
    private final List<Leftover> replaced = new ArrayList<>();
    private final List<Leftover> offered = new ArrayList<>();
    /** The passes that are in the piece, and in the journal until the piece is on the disk. */
    private final List<Integer> waiting = new ArrayList<>();

    private Session kept;
    private Path at;
    private long since = Long.MIN_VALUE;
    private boolean writing;
    private boolean told;
    private boolean rode;
    private Path claimed;

    Autosave(
            Editing editing,
            Notices notices,
            Frames frames,
            Riding riding,
            Passes passes,
            Offers offers,
            LiveDesk live) {
        this.editing = editing;
        this.notices = notices;
        this.riding = riding;
        this.passes = passes;
        this.offers = offers;
        this.live = live;
        live.engine().name(presence.id());
        journal = new Journal(live.engine().log(), presence.id(), live.troubles());
        journal.at(Kept.journal(path()));
        live.onRecorded(journal::wake);
        frames.onFrame(this::frame);
    }

    private Path file() {
        return editing.fileProperty().get();
    }

    private Path path() {
        return Kept.of(editing.session(), file(), presence.id());
    }

    private void frame() {
        journal.at(Kept.journal(path()));
        passes.taken().forEach(pass -> waiting.add(PassJournal.numberOf(pass)));
        boolean rides = riding.playing() && riding.passOpen();
        boolean begins = rides && !rode;
        rode = rides;
        boolean unsaved = editing.unsaved();
        if (begins && (unsaved || file() == null) && editing.session() != kept) {
            // A pass is written over what there is now: its journal alone would be worth little.
            keep(editing.session());
            return;
        }
        if (!unsaved && !(rides && file() == null)) {
            since = Long.MIN_VALUE;
            held(waiting);
            drop();
            return;
        }
        Session now = editing.session();
        if (now == kept || writing) {
            since = now == kept ? Long.MIN_VALUE : since;
            if (now == kept && !writing) {
                held(waiting);
            }
            return;
        }
        long nanos = live.nanos();
        since = since == Long.MIN_VALUE ? nanos : since;
        // What was ridden is kept at once, but not while it is still being ridden: the journal has it.
        if (!waiting.isEmpty() && !rides && !told || nanos - since >= NANOS * Choices.autosave()) {
            keep(now);
        }
    }

    private void held(List<Integer> passes) {
        if (!passes.isEmpty()) {
            journal.held(passes);
            passes.clear();
        }
    }

    private void keep(Session now) {
        Path path = path();
        if (at != null && !at.equals(path)) {
            drop();
        }
        at = path;
        writing = true;
        since = Long.MIN_VALUE;
        List<Integer> has = new ArrayList<>(waiting);
        waiting.clear();
        List<Leftover> old = List.copyOf(replaced);
        replaced.clear();
        Beside.inTurn(
                () -> {
                    Kept.keep(path, now);
                    for (Leftover one : old) {
                        one.drop();
                    }
                    return path;
                },
                done -> {
                    writing = false;
                    kept = now;
                    told = false;
                    held(has);
                },
                why -> {
                    writing = false;
                    waiting.addAll(0, has);
                    replaced.addAll(old);
                    if (!told) {
                        // Once, not every two minutes: work goes on.
                        told = true;
                        notices.say(Notice.stop("Not kept", "Changes cannot be kept by themselves: " + why));
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
        // If what was to come does not come after all, it is kept anew.
        Path path = path();
        at = null;
        kept = null;
        passes.taken().forEach(pass -> waiting.add(PassJournal.numberOf(pass)));
        held(waiting);
        journal.settle();
        try {
            Beside.now(() -> java.nio.file.Files.deleteIfExists(path));
        } catch (IOException e) {
            // It is offered next time, and can be left aside then.
            return;
        }
    }

    /** The window shows this piece no longer. What was kept and not left on purpose stays. */
    void close() {
        journal.close();
        presence.end();
    }

    /** True if no other window works on this file; this one does from now on. */
    boolean claims(Path file) {
        boolean mine = presence.claim(file);
        claimed = mine ? file : null;
        return mine;
    }

    /** True if another window works on the file of this piece, so that this one only looks at it. */
    boolean looksOnly() {
        return file() != null && !file().equals(claimed);
    }

    /** What another window left is in this piece now: it goes when this is kept. */
    void replaces(Leftover left) {
        replaced.add(left);
        keep(editing.session());
    }

    /** Offers what was kept of a file and not saved, because the program ended without being closed; one after the other. */
    void offer(Path file) {
        Beside.run(
                "agogic-file",
                () -> {
                    List<Leftover> all = new ArrayList<>();
                    for (Leftover one : Kept.of(file)) {
                        if (nothing(one, file)) {
                            one.drop();
                        } else {
                            all.add(one);
                        }
                    }
                    return all;
                },
                all -> {
                    offered.addAll(all);
                    show();
                },
                why -> notices.say(Notice.stop("Not looked for", "What was kept cannot be looked for: " + why)));
    }

    private static boolean nothing(Leftover one, Path file) {
        try {
            return one.look(file).nothing();
        } catch (IOException e) {
            // It is told when it is to be taken.
            return false;
        }
    }

    private void show() {
        if (offered.isEmpty()) {
            offers.none();
            return;
        }
        Leftover one = offered.get(0);
        Path file = file();
        Beside.run(
                "agogic-file",
                () -> one.look(file),
                found -> offer(one, found),
                why -> offers.offer(
                        offered.size(),
                        new Notice(
                                Notice.Kind.STOP,
                                "Kept",
                                "What was kept at " + one.clock() + " cannot be read: " + why,
                                List.of(new Notice.Act("Leave it", () -> refuse(one))))));
    }

    private void offer(Leftover one, Leftover.Found found) {
        String words = "This piece has a later state, saved automatically at " + one.clock()
                + ": the program ended before it was saved."
                + (found.words().isEmpty() ? "" : " " + found.words());
        offers.offer(
                offered.size(),
                new Notice(
                        Notice.Kind.WAIT,
                        "Kept",
                        words,
                        List.of(
                                new Notice.Act("Take the later state", () -> take(one)),
                                new Notice.Act("Leave it", () -> refuse(one)))));
    }

    private void refuse(Leftover one) {
        offered.remove(one);
        Beside.inTurn(
                () -> {
                    one.drop();
                    return one;
                },
                done -> notices.say(Notice.good("Left", "The piece is as it was saved.")),
                why -> notices.say(Notice.stop("Not left", "What was kept is still there: " + why)));
        show();
    }

    private void take(Leftover one) {
        Path file = file();
        Session before = editing.session();
        Beside.run(
                "agogic-file",
                () -> one.look(file),
                found -> {
                    if (editing.session() != before || riding.playing()) {
                        notices.refuse("The piece was changed meanwhile: it is offered again when it is still.");
                        return;
                    }
                    offered.remove(one);
                    if (!editing.edit("Take what was kept", s -> found.session())) {
                        return;
                    }
                    int rides = found.rides();
                    notices.say(Notice.good(
                            "Taken",
                            "The piece is as it was kept"
                                    + (rides == 1 ? ", with one ride more" : "")
                                    + (rides > 1 ? ", with " + rides + " rides more" : "")
                                    + ". It is not saved yet; undo has what was there before."));
                    replaces(one);
                    show();
                },
                why -> notices.say(Notice.stop("Not taken", "What was kept cannot be read: " + why)));
    }
}
