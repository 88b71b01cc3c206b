package agogic.desk.start;

import agogic.core.session.Session;
import agogic.desk.model.Beside;
import agogic.desk.parts.PathChooser;
import agogic.desk.parts.Questions;
import agogic.desk.settings.Settings;
import agogic.formats.bring.Brought;
import agogic.formats.file.Input;
import agogic.formats.session.SessionFile;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.function.BiConsumer;
import java.util.function.BooleanSupplier;
import java.util.function.Consumer;
import java.util.stream.Collectors;
import javafx.stage.Window;

/** Every way by which a piece comes into the window. What cannot be read changes nothing and is told. */
public final class Entrance {
    private static final int RECENT = 8;

    private final Window owner;
    private final BooleanSupplier mayLeave;
    private final Consumer<Opened> opener;
    private final BiConsumer<String, String> refused;
    private PathChooser chooser;
    private Consumer<List<Path>> audio;
    private BiConsumer<String, String> goesOn = (head, what) -> {};

    /**
     * An entrance into a window.
     *
     * @param mayLeave asks what is to become of what is there; true if it may go
     * @param opener shows what came
     * @param refused told what was not done and why, in words
     */
    public Entrance(
            Window owner, BooleanSupplier mayLeave, Consumer<Opened> opener, BiConsumer<String, String> refused) {
        this.owner = owner;
        this.mayLeave = mayLeave;
        this.opener = opener;
        this.refused = refused;
        chooser = PathChooser.ofSystem(owner);
    }

    /** Asks for files in another way than the system's dialogs. */
    public void askBy(PathChooser other) {
        chooser = other;
    }

    /** What goes on, where that may take a while, is told here. */
    public void telling(BiConsumer<String, String> told) {
        goesOn = told;
    }

    /** Looks through files that are to be brought in, and asks what of them is wanted. */
    private void read(List<Path> files, Beside.Work<Brought> reading, String others) {
        String names = Input.name(files.get(0)) + (files.size() == 1 ? "" : " and " + (files.size() - 1) + " more");
        goesOn.accept("Reading", names + " …");
        Beside.run(
                "agogic-file",
                reading,
                found -> {
                    goesOn.accept("Read", names + ".");
                    report(found, others);
                },
                why -> refused.accept("Not brought in", why));
    }

    /** Files of audio only are handed to this: there is a piece that they may come into. */
    public void audioTo(Consumer<List<Path>> into) {
        audio = into;
    }

    /** Asks for a session and opens it. */
    public void open() {
        chooser.toRead("Open", "Agogic session", SessionFile.ENDING).ifPresent(this::open);
    }

    /** Asks for a file of another program and brings it in. */
    public void bringIn() {
        chooser.toRead("Bring in", Bringing.kinds(), "").ifPresent(path -> open(List.of(path)));
    }

    /**
     * Opens files that came together: of several that can be brought in it is asked whether they are one piece; else the
     * first is opened, and that the others were not is told with it.
     */
    public void open(List<Path> together) {
        if (audio != null && together.stream().allMatch(Bringing::audio)) {
            audio.accept(together);
            return;
        }
        openAsPiece(together);
    }

    /** As {@link #open(List)}; also audio becomes a piece of its own. */
    public void openAsPiece(List<Path> together) {
        if (together.size() == 1 || !together.stream().allMatch(Bringing::takes)) {
            open(together.get(0), others(together.subList(1, together.size())));
            return;
        }
        String names = together.stream()
                .limit(4)
                .map(Input::name)
                .collect(Collectors.joining(", ", "", together.size() > 4 ? " and more." : "."));
        OptionalInt which = Questions.which(
                owner,
                "Bring in",
                "One piece of these " + together.size() + " files?",
                names + " As one piece their tracks stand side by side, in the time of the first."
                        + " As a piece each they are saved beside their files, and the first is opened.",
                List.of("One piece", "A piece each"));
        if (which.isEmpty()) {
            return;
        }
        if (which.getAsInt() == 0) {
            read(together, () -> Bringing.read(together), "");
        } else if (mayLeave.getAsBoolean()) {
            each(together);
        }
    }

    private void each(List<Path> together) {
        List<String> not = new ArrayList<>();
        Beside.run(
                "agogic-file",
                () -> Bringing.each(together, not::add),
                made -> {
                    String why = not.isEmpty() ? "" : " Not brought in: " + String.join(" ", not);
                    made.subList(Math.min(1, made.size()), made.size()).forEach(this::remember);
                    if (made.isEmpty()) {
                        refused.accept("Not brought in", why.strip());
                    } else {
                        opens(
                                made.get(0),
                                made.size() + (made.size() == 1 ? " piece was" : " pieces were")
                                        + " saved beside the files; this is the first." + why);
                    }
                },
                why -> refused.accept("Not brought in", why));
    }

    /** Opens a session, or looks through a file of another kind and asks what of it is wanted: by its ending. */
    public void open(Path path) {
        open(path, "");
    }

    /** The same; {@code others} is said with it. */
    private void open(Path path, String others) {
        if (Bringing.takes(path)) {
            read(List.of(path), () -> Bringing.read(path), others);
            return;
        }
        if (mayLeave.getAsBoolean()) {
            opens(path, others);
        }
    }

    /** Opens a session in the place of what may be left; {@code others} is said with it. */
    private void opens(Path path, String others) {
        Beside.run(
                "agogic-file",
                () -> Opened.of(path),
                opened -> {
                    remember(path);
                    opener.accept(opened.saying(others));
                },
                why -> refused.accept("Not opened", why));
    }

    /** Shows a piece that was never saved and that a window which is gone left behind. */
    public void openKept(Leftover left) {
        String when = left.clock();
        Beside.run(
                "agogic-file",
                () -> left.look(null),
                found -> opener.accept(new Opened(
                        found.session(),
                        null,
                        found.session().name() + " is as it was kept at " + when + ". It is not saved yet."
                                + (found.words().isEmpty() ? "" : " " + found.words()),
                        Optional.of(left),
                        Optional.empty())),
                why -> refused.accept("Not opened", why));
    }

    private void report(Brought found, String others) {
        ImportReport.of(found, owner).showAndWait().ifPresent(off -> {
            if (mayLeave.getAsBoolean()) {
                Beside.run(
                        "agogic-file",
                        () -> found.piece(off, NewPiece.beginning()),
                        session -> opener.accept(new Opened(session, null, said(session) + others)),
                        why -> refused.accept("Not brought in", why));
            }
        });
    }

    /** What is said of files that came with one and were not opened. */
    private static String others(List<Path> left) {
        if (left.isEmpty()) {
            return "";
        }
        String first = Input.name(left.get(0)) + (left.size() == 1 ? "" : " and " + (left.size() - 1) + " more");
        return " Not opened: " + first + ". A piece is made of one file: bring in one at a time.";
    }

    private static String said(Session session) {
        int notes = session.tracks().stream()
                .flatMap(t -> t.clips().stream())
                .mapToInt(c -> c.notes().size())
                .sum();
        int moves = session.rides().stream().mapToInt(r -> r.size()).sum();
        String rides = session.rides().isEmpty()
                ? ""
                : " and " + session.rides().size() + (session.rides().size() == 1 ? " ride of " : " rides of ") + moves
                        + " moves";
        int files = session.audio().size();
        String heard = files == 0 ? "" : files == 1 ? "one audio file" : files + " audio files";
        String what = notes == 0 && files > 0 ? heard : notes + " notes" + (files > 0 ? ", " + heard : "");
        return session.name() + ": " + what + rides + ". It is not saved yet.";
    }

    /** Asks what a new piece is to be, and shows it. */
    public void newPiece() {
        if (mayLeave.getAsBoolean()) {
            new NewPieceDialog(owner)
                    .showAndWait()
                    .ifPresent(session -> opener.accept(
                            new Opened(session, null, session.name() + " was made. It is not saved yet.")));
        }
    }

    /** Shows the demo. */
    public void demo() {
        if (mayLeave.getAsBoolean()) {
            Beside.run(
                    "agogic-file",
                    Demo::session,
                    session -> opener.accept(new Opened(session, null, "")),
                    why -> refused.accept("Not opened", why));
        }
    }

    /** The files opened or saved last, newest first. */
    public List<Path> recent() {
        List<Path> list = new ArrayList<>();
        for (String line : Settings.here().text("recent", "").split("\n")) {
            // What was moved or deleted meanwhile is not offered.
            if (!line.isBlank() && java.nio.file.Files.exists(Path.of(line))) {
                list.add(Path.of(line));
            }
        }
        return list;
    }

    /** Keeps in mind that this file was opened or saved. */
    public void remember(Path path) {
        List<Path> list = recent();
        Path whole = path.toAbsolutePath();
        list.remove(whole);
        list.add(0, whole);
        StringBuilder text = new StringBuilder();
        list.stream().limit(RECENT).forEach(p -> text.append(p).append('\n'));
        Settings.here().put("recent", text);
    }
}
