package agogic.desk.files;

import agogic.core.edit.pass.Finishing;
import agogic.core.edit.points.Versions;
import agogic.core.session.Session;
import agogic.core.session.Version;
import agogic.desk.model.Beside;
import agogic.desk.model.Desk;
import agogic.desk.model.Notice;
import agogic.desk.parts.PathChooser;
import agogic.desk.parts.Theme;
import agogic.desk.start.Entrance;
import agogic.desk.start.Leftover;
import agogic.desk.start.Opened;
import agogic.desk.start.Stamp;
import agogic.formats.file.Told;
import agogic.formats.session.SessionFile;
import java.io.IOException;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import java.util.function.BiConsumer;
import java.util.function.Consumer;
import java.util.function.Function;
import javafx.scene.control.Alert;
import javafx.scene.control.ButtonBar;
import javafx.scene.control.ButtonType;
import javafx.stage.Window;

/** Opening and saving. What takes time is done beside the window; errors are told in the trace bar. */
public final class Files {
    private static final int MOST_TOLD = 3;

    private final Desk desk;
    private final Window owner;
    private final Entrance entrance;
    private final Autosave autosave;
    private final MayItSend sending;
    private final Additions additions;
    private PathChooser chooser;
    private volatile Stamp stamp;

    /**
     * What opens and saves pieces, for one window.
     *
     * @param opener takes a piece that was opened
     */
    public Files(Desk desk, Window owner, Consumer<Opened> opener) {
        this.desk = desk;
        this.owner = owner;
        entrance = new Entrance(
                owner, this::mayLeave, opener, (head, why) -> desk.notices().say(Notice.stop(head, why)));
        sending = new MayItSend(desk.editing(), desk.notices(), desk.offers(), desk.live());
        additions = new Additions(
                desk.editing(), desk.notices(), desk.selection(), desk.riding(), desk.audio(), this, owner);
        entrance.audioTo(additions::audio);
        entrance.telling((head, what) -> desk.notices().say(Notice.plain(head, what)));
        chooser = PathChooser.ofSystem(owner);
        autosave = new Autosave(
                desk.editing(),
                desk.notices(),
                desk.frames(),
                desk.riding(),
                desk.passes(),
                desk.offers(),
                desk.live());
    }

    /** The piece came from this file: it is this window's now, unless another has it; what was kept of it is offered. */
    public void begin(Path file) {
        sending.ask(file);
        if (stamp == null) {
            stampNow(file);
        }
        if (!autosave.claims(file)) {
            desk.notices()
                    .say(
                            Notice.stop(
                                    "Open elsewhere",
                                    file.getFileName()
                                            + " is open in another window. Here it is to look at and to try: Ctrl+S saves it in another file."));
            return;
        }
        autosave.offer(file);
    }

    /** What the file of the piece was when it was read. */
    public void read(Stamp was) {
        stamp = was;
    }

    private void stampNow(Path file) {
        try {
            stamp = Stamp.of(file);
        } catch (IOException e) {
            // Then it is asked for when it is saved.
            stamp = null;
        }
    }

    /** What another window left is in this piece now. */
    public void replaces(Leftover left) {
        autosave.replaces(left);
    }

    /** The window shows this piece no longer. */
    public void close() {
        autosave.close();
    }

    /** Asks for files in another way than the system's dialogs. */
    public void askBy(PathChooser other) {
        chooser = other;
        entrance.askBy(other);
    }

    /** What comes into the piece from files of others. */
    public Additions additions() {
        return additions;
    }

    /** The ways by which another piece comes into the window. */
    public Entrance entrance() {
        return entrance;
    }

    /** Saves the piece where it was opened or saved last; asks where if that is nowhere. What goes wrong is told. */
    public void save() {
        if (desk.editing().fileProperty().get() == null || autosave.looksOnly()) {
            saveAs();
        } else {
            save(desk.editing().fileProperty().get());
        }
    }

    /** Asks where, and saves the piece there; nothing if nobody says where. */
    public void saveAs() {
        chooser.toWrite(
                        "Save as",
                        "Agogic session",
                        SessionFile.ENDING,
                        desk.editing().session().name())
                .ifPresent(this::save);
    }

    /** Saves to {@code path} beside the window; what came there since it was read is not written over unasked. */
    public void save(Path path) {
        save(path, false);
    }

    private void save(Path path, boolean over) {
        desk.editing().whole(snapshot -> save(path, over, snapshot));
    }

    private void save(Path path, boolean over, Session snapshot) {
        if (!mine(path)) {
            return;
        }
        Path from = desk.editing().fileProperty().get();
        boolean own = !over && path.equals(from);
        // One after the other, in the order in which they were asked for: the last one is what is there in the end.
        Beside.inTurn(
                () -> {
                    if (from != null && !from.equals(path)) {
                        SessionFile.takeOut(from, snapshot);
                    }
                    return written(path, snapshot, own);
                },
                done -> {
                    if (!done) {
                        changedOutside(path);
                        return;
                    }
                    desk.editing().savedTo(path, snapshot);
                    entrance.remember(path);
                    if (desk.live().ports().sends()) {
                        sending.trust(path);
                    }
                    desk.notices()
                            .say(Notice.good(
                                    "Saved", desk.editing().session().name() + " is in " + path.getFileName() + "."));
                },
                why -> desk.notices().say(Notice.stop("Not saved", why)));
    }

    /** True if no other window works on this file. */
    private boolean mine(Path path) {
        boolean mine = autosave.claims(path);
        if (!mine) {
            desk.notices()
                    .say(Notice.stop(
                            "Not saved",
                            path.getFileName()
                                    + " is open in another window: close it there, or save this in another file with"
                                    + " Ctrl+Shift+S."));
        }
        return mine;
    }

    /** Writes, unless {@code own} is a file that is not what it was; true if it did. */
    private boolean written(Path path, Session snapshot, boolean own) throws IOException {
        Stamp now = own ? Stamp.of(path) : null;
        if (now != null && stamp != null && !now.none() && !now.equals(stamp)) {
            return false;
        }
        SessionFile.save(path, snapshot);
        stamp = Stamp.of(path);
        return true;
    }

    /** Somebody else has saved there: the person says what is to become of it. */
    private void changedOutside(Path path) {
        desk.notices()
                .say(new Notice(
                        Notice.Kind.STOP,
                        "Not saved",
                        path.getFileName()
                                + " was changed by another program since it was read here. Nothing was written over.",
                        List.of(
                                new Notice.Act("Save beside it", () -> save(beside(path))),
                                new Notice.Act("Write over it", () -> save(path, true)),
                                new Notice.Act("Show what differs", () -> differs(path)))));
    }

    private static Path beside(Path path) {
        String name = path.getFileName().toString().replaceAll("\\.agogic$", "");
        Path free = path;
        for (int i = 2; java.nio.file.Files.exists(free); i++) {
            free = path.resolveSibling(name + " " + i + SessionFile.ENDING);
        }
        return free;
    }

    /** Keeps what is in the file as a version of the piece, and says how far it is from it. */
    private void differs(Path path) {
        beside(
                () -> SessionFile.open(path),
                theirs -> {
                    String name = "In " + path.getFileName();
                    Session plain = theirs.withVersions(List.of());
                    if (!desk.editing().edit("Keep what is in the file", s -> Versions.keepAs(s, plain, name))) {
                        return;
                    }
                    Version version = desk.editing()
                            .session()
                            .versions()
                            .get(desk.editing().session().versions().size() - 1);
                    List<String> told = Versions.told(desk.editing().session(), version);
                    String words = told.isEmpty()
                            ? "No lane differs."
                            : String.join("; ", told.subList(0, Math.min(MOST_TOLD, told.size())))
                                    + (told.size() > MOST_TOLD ? " and " + (told.size() - MOST_TOLD) + " more." : ".");
                    desk.notices()
                            .say(new Notice(
                                    Notice.Kind.PLAIN,
                                    "Differs",
                                    words + " What is in the file is the version “" + name + "” of this piece now.",
                                    List.of(
                                            new Notice.Act("Save beside it", () -> save(beside(path))),
                                            new Notice.Act("Write over it", () -> save(path, true)))));
                },
                "Not read");
    }

    /** Asks what is to become of unsaved changes; true if the session may be left. */
    public boolean mayLeave() {
        boolean may = asked();
        if (may) {
            autosave.leave();
        }
        return may;
    }

    private boolean asked() {
        desk.editing().takenIn();
        // A ride goes on while it is asked: who cancels has lost nothing of it.
        boolean riding = desk.riding().playing() && desk.riding().passOpen();
        Optional<String> tried = desk.passes().rehearsed();
        if (!desk.editing().unsaved() && tried.isEmpty() && !riding) {
            return true;
        }
        ButtonType save = new ButtonType("Save", ButtonBar.ButtonData.YES);
        ButtonType leave = new ButtonType("Leave without saving", ButtonBar.ButtonData.NO);
        Alert alert = new Alert(
                Alert.AlertType.CONFIRMATION,
                (desk.editing().unsaved() ? desk.editing().session().name() + " has changes that are not saved." : "")
                        + (riding ? " A ride is going on; it ends here, and what was written is kept." : "")
                        + tried.map(name ->
                                        " What was rehearsed on " + name + " is not written: cancel, then A writes it.")
                                .orElse(""),
                save,
                leave,
                ButtonType.CANCEL);
        alert.setHeaderText("Save the changes?");
        alert.initOwner(owner);
        Theme.dress(alert, owner);
        Optional<ButtonType> answer = alert.showAndWait();
        if (answer.isPresent() && (answer.get() == save || answer.get() == leave)) {
            desk.passes().endPass();
        }
        if (answer.isPresent() && answer.get() == save) {
            Path path = desk.editing().fileProperty().get();
            if (path == null) {
                path = chooser.toWrite(
                                "Save as",
                                "Agogic session",
                                SessionFile.ENDING,
                                desk.editing().session().name())
                        .orElse(null);
            }
            return path != null && saved(path);
        }
        return answer.isPresent() && answer.get() == leave;
    }

    /** Saves before the piece is left; true once it is in its file. */
    private boolean saved(Path path) {
        try {
            Session last = desk.editing().session();
            if (!mine(path)) {
                return false;
            }
            boolean own = path.equals(desk.editing().fileProperty().get());
            if (!Beside.now(() -> written(path, Finishing.finished(last), own))) {
                changedOutside(path);
                return false;
            }
            desk.editing().savedTo(path);
            entrance.remember(path);
            return true;
        } catch (IOException e) {
            desk.notices().refuse(Told.of(e));
            return false;
        }
    }

    /** Writes something to a file. */
    @FunctionalInterface
    public interface Writer {
        void write(Path path) throws IOException;
    }

    /** Reads something from a file. */
    @FunctionalInterface
    public interface Reader<T> {
        T read(Path path) throws IOException;
    }

    /** Asks which file is to be read. */
    public Optional<Path> which(String title, String kind, String ending) {
        return chooser.toRead(title, kind, ending);
    }

    /** Asks where something goes; {@code ending} with its dot, empty for a folder of this name. */
    public Optional<Path> where(String title, String kind, String ending, String name) {
        return chooser.toWrite(title, kind, ending, name);
    }

    /** Asks for a JSON file and writes it beside the window; {@code said} tells what is in it. */
    public void save(String title, String name, Writer writer, Function<Path, String> said) {
        chooser.toWrite(title, "JSON", ".json", name)
                .ifPresent(path -> beside(
                        () -> {
                            writer.write(path);
                            return path;
                        },
                        done -> desk.notices().say(Notice.good("Saved", said.apply(done))),
                        "Not saved"));
    }

    /** Asks for a file and reads it beside the window. */
    public <T> void read(String title, String kind, String ending, Reader<T> reader, BiConsumer<Path, T> use) {
        chooser.toRead(title, kind, ending)
                .ifPresent(path -> beside(() -> reader.read(path), what -> use.accept(path, what), "Not read"));
    }

    <T> void beside(Beside.Work<T> work, Consumer<T> done, String failed) {
        Beside.run("agogic-file", work, done, why -> desk.notices().say(Notice.stop(failed, why)));
    }
}
