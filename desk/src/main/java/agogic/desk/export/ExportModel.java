package agogic.desk.export;

import agogic.core.session.Destination;
import agogic.core.session.Session;
import agogic.desk.model.Beside;
import agogic.desk.model.Editing;
import agogic.desk.model.Notice;
import agogic.desk.model.Notices;
import agogic.formats.midi.MidiExport;
import agogic.formats.midi.MidiPart;
import agogic.formats.midi.OnWire;
import agogic.formats.session.Fingerprint;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.EnumMap;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.atomic.AtomicBoolean;
import java.util.function.Function;
import java.util.function.UnaryOperator;
import javafx.application.Platform;
import javafx.beans.property.DoubleProperty;
import javafx.beans.property.ObjectProperty;
import javafx.beans.property.SimpleDoubleProperty;
import javafx.beans.property.SimpleObjectProperty;

/** What is chosen in the Export view, what would come of it, and what is under way. */
final class ExportModel {
    private final Editing editing;
    private final Notices notices;
    private final Beside beside = new Beside();
    private final Beside knowing = new Beside();
    private final ObjectProperty<String> chosen = new SimpleObjectProperty<>();
    private final ObjectProperty<Looked> looked = new SimpleObjectProperty<>();
    private final ObjectProperty<String> running = new SimpleObjectProperty<>();
    private final DoubleProperty progress = new SimpleDoubleProperty();
    private final Map<ExportLine, Session> carried = new EnumMap<>(ExportLine.class);
    /** What went in this window, by the names of destinations: an undo does not take that back. */
    private final Map<String, Destination> gone = new HashMap<>();

    private Path sound;
    private final AtomicBoolean cancelled = new AtomicBoolean();
    /** The piece whose fingerprint is known, and that. */
    private final ObjectProperty<Known> known = new SimpleObjectProperty<>();

    /**
     * What the MIDI file of a session would be.
     *
     * @param load bytes of each second on the busiest port
     * @param lines what each lane does on the wire, the one that loses most first
     * @param less what would lose less; empty until somebody asks
     */
    record Looked(
            Session session,
            MidiExport.How how,
            Destination.Content content,
            MidiExport.Report report,
            int bytes,
            double[] load,
            List<OnWire> lines,
            Optional<LessLost> less) {}

    /** What a piece is known by. */
    record Known(Session session, String print) {}

    ExportModel(Editing editing, Notices notices) {
        this.editing = editing;
        this.notices = notices;
    }

    /** Those of the piece; before it has its own, those that were kept for new pieces. */
    List<Destination> all() {
        return all(editing.session());
    }

    private static List<Destination> all(Session session) {
        return session.ownDestinations().isEmpty() ? KeptDestinations.all() : session.ownDestinations();
    }

    /** A step of the history: what {@code change} makes of the destinations. */
    void edit(String act, UnaryOperator<List<Destination>> change) {
        editing.edit(act, s -> s.withDestinations(change.apply(all(s))));
    }

    /** With one in the place of the one of its name. */
    private static List<Destination> with(List<Destination> all, Destination one) {
        return all.stream().map(d -> d.name().equals(one.name()) ? one : d).toList();
    }

    /** New pieces begin with these from now on. */
    void keep() {
        KeptDestinations.keep(all());
        notices.say(Notice.good("Kept", "New pieces begin with these " + all().size() + " destinations."));
    }

    /** The destination that is shown. */
    Destination destination() {
        List<Destination> all = all();
        return all.stream()
                .filter(d -> d.name().equals(chosen.get()))
                .findFirst()
                .orElse(all.get(0));
    }

    /** The name of the destination that is shown; null for the first. */
    ObjectProperty<String> chosen() {
        return chosen;
    }

    /** How things are written for the destination that is shown. */
    Destination.How choices() {
        return destination().how();
    }

    /** Writes otherwise for this destination from now on: a step of the history. */
    void choose(Destination.How how) {
        Destination now = destination();
        if (!now.how().equals(how)) {
            editing.editOn(
                    "Change " + now.name(), List.of(now.name()), s -> s.withDestinations(with(all(s), now.with(how))));
        }
    }

    /** A line goes there, or no longer. */
    void toggle(ExportLine line) {
        Destination now = destination();
        boolean goes = now.parts().contains(line.part());
        edit(
                (goes ? "Take " : "Put ") + line.title() + (goes ? " out of " : " into ") + now.name(),
                all -> with(all, now.toggling(line.part())));
    }

    /** What the MIDI file would be; null until that is known. */
    ObjectProperty<Looked> looked() {
        return looked;
    }

    /** Goes on when more is known of the piece. */
    ObjectProperty<Known> known() {
        return known;
    }

    /** What is carried out just now; null for nothing. */
    ObjectProperty<String> running() {
        return running;
    }

    DoubleProperty progress() {
        return progress;
    }

    MidiExport.How how() {
        return HandOver.midi(choices());
    }

    /** Finds out beside the window what the MIDI file would be, unless that is known. */
    void look() {
        Session session = editing.session();
        MidiExport.How how = how();
        Destination.How choices = choices();
        print(session);
        Looked known = looked.get();
        if (known != null
                && known.how().equals(how)
                && known.content() == choices.midi().content()
                && same(known.session(), session)) {
            return;
        }
        looked.set(null);
        beside.settled(
                "agogic-export",
                () -> looked(session, how, choices),
                looked::set,
                why -> notices.say(Notice.stop("Not known", why)));
    }

    /** True if nothing but destinations is otherwise. */
    private static boolean same(Session one, Session other) {
        return one == other || one.equals(other.withDestinations(one.ownDestinations()));
    }

    /** Finds out beside the window what the piece is known by, if something went anywhere. */
    private void print(Session session) {
        Known is = known.get();
        boolean went = all(session).stream().anyMatch(d -> last(d).went());
        if (!went || is != null && is.session() == session) {
            return;
        }
        if (is != null && same(is.session(), session)) {
            known.set(new Known(session, is.print()));
            return;
        }
        knowing.settled(
                "agogic-fingerprint",
                () -> new Known(session, Fingerprint.of(session)),
                known::set,
                why -> notices.say(Notice.stop("Not known", why)));
    }

    /** As it went last, in this window or before. */
    private Destination last(Destination one) {
        Destination here = gone.get(one.name());
        boolean as =
                here != null && here.parts().equals(one.parts()) && here.how().equals(one.how());
        return as ? one.gone(here.folder(), here.carried()) : one;
    }

    private static Looked looked(Session session, MidiExport.How how, Destination.How choices) {
        Session part = MidiPart.of(session, choices.midi().content());
        MidiExport.Plot plot = MidiExport.plot(part, how);
        MidiExport.Made made = plot.made();
        return new Looked(
                session,
                how,
                choices.midi().content(),
                made.report(),
                made.file().length,
                WireLoad.of(session, made.file(), how.leadIn()),
                plot.lines(),
                Optional.empty());
    }

    /** Finds out beside the window what would lose less. */
    void lookForLess() {
        Looked found = looked.get();
        if (found == null) {
            notices.refuse("What is lost is not known yet.");
            return;
        }
        Destination.How choices = choices();
        notices.say(Notice.plain("Looking", "What loses less is tried …"));
        beside.latest(
                "agogic-export",
                () -> LessLost.of(found.session(), choices, found.report(), found.lines()),
                less -> {
                    looked.set(new Looked(
                            found.session(),
                            found.how(),
                            found.content(),
                            found.report(),
                            found.bytes(),
                            found.load(),
                            found.lines(),
                            Optional.of(less)));
                    notices.say(
                            less.mends().isEmpty()
                                    ? Notice.plain("Looked", less.words())
                                    : Notice.good("Found", less.words()));
                },
                why -> notices.say(Notice.stop("Not known", why)));
    }

    /** Does what loses less: a step of the history. */
    void mend(LessLost.Mend mend) {
        Looked found = looked.get();
        if (found == null || !same(found.session(), editing.session())) {
            notices.refuse(
                    "The piece was changed since that was tried, so it stays as it is. Press Shift+Alt+E again.");
            return;
        }
        if (mend.then() == found.session()) {
            choose(mend.how());
            editing.did(mend.words(), "Chosen for “" + destination().name() + "”: " + mend.effect() + ".");
        } else {
            if (editing.edit(mend.words(), s -> mend.then().withDestinations(s.ownDestinations()))) {
                editing.did(mend.words(), mend.effect() + ".");
            }
        }
    }

    /** What is said of lines as they are now. */
    LineWords words() {
        return new LineWords(editing.session(), choices(), looked.get());
    }

    /** What changed since a line was carried out last, in words. */
    String since(ExportLine line) {
        Session then = carried.get(line);
        Destination.Since since = then == null
                ? Destination.Since.NEVER
                : same(then, editing.session()) ? Destination.Since.SAME : Destination.Since.CHANGED;
        return since.spoken();
    }

    /** What changed since all of a destination was carried out last, in words. */
    String since(Destination one) {
        Destination last = last(one);
        Known is = known.get();
        boolean looking = last.went() && (is == null || is.session() != editing.session());
        return looking
                ? "looking …"
                : last.since(is == null ? "none" : is.print()).spoken();
    }

    /** Ends what is under way; nothing of it is left. */
    void cancel() {
        if (running.get() == null) {
            notices.refuse("Nothing is being exported.");
            return;
        }
        cancelled.set(true);
        notices.say(Notice.wait("Cancelling", running.get() + " ends; nothing of it is left."));
    }

    /** Why nothing can be carried out now; empty if it can. */
    String whyNot() {
        return running.get() == null ? "" : running.get() + " is being exported";
    }

    /** The folder to which a destination went last; empty if it went to none, or that is gone. */
    Optional<Path> folder(Destination one) {
        String folder = last(one).folder();
        return folder.isEmpty()
                ? Optional.empty()
                : Optional.of(Path.of(folder)).filter(f -> Files.isDirectory(f));
    }

    /** The audio that was exported last, alone or to the destination that is shown. */
    Optional<Path> sound() {
        return Optional.ofNullable(sound)
                .or(() -> folder(destination())
                        .map(f -> f.resolve(HandOver.safe(editing.session().name()) + ".wav")))
                .filter(f -> Files.isRegularFile(f));
    }

    /** Carries a line out, beside the window. */
    void carryOut(Session session, ExportLine line, Path path) {
        Destination now = destination();
        carry(line.title(), path, () -> new LineOut(session, now.how(), this::at).write(line, path), words -> {
            carried.put(line, session);
            sound = line == ExportLine.AUDIO ? path : sound;
            return words;
        });
    }

    /** Carries all of a destination out into a folder, beside the window; only what changed is written anew. */
    void carryOut(Session session, Destination one, Path folder) {
        carry(
                one.name(),
                folder,
                () -> {
                    HandOver.Told told = new HandOver(session, one).write(folder, this::at);
                    return new Went(told, Fingerprint.of(session));
                },
                went -> {
                    Destination last =
                            one.gone(folder.toAbsolutePath().normalize().toString(), went.print());
                    gone.put(one.name(), last);
                    sound = null;
                    known.set(new Known(session, went.print()));
                    editing.remember(s -> all(s).contains(one) ? s.withDestinations(with(all(s), last)) : s);
                    for (ExportLine line : ExportLine.values()) {
                        if (one.parts().contains(line.part())) {
                            carried.put(line, session);
                        }
                    }
                    look();
                    return LineOut.words(folder, went.told());
                });
    }

    private record Went(HandOver.Told told, String print) {}

    private <T> void carry(String what, Path path, Beside.Work<T> work, Function<T, String> done) {
        running.set(what);
        cancelled.set(false);
        progress.set(0);
        notices.say(Notice.wait("Exporting", what + " to " + path.getFileName() + " …"));
        Beside.run(
                "agogic-export",
                work,
                result -> {
                    String words = done.apply(result);
                    progress.set(1);
                    running.set(null);
                    notices.say(Notice.good("Exported", words));
                },
                why -> {
                    progress.set(0);
                    running.set(null);
                    notices.say(
                            cancelled.get()
                                    ? Notice.plain("Cancelled", "Nothing was written.")
                                    : Notice.stop("Not exported", why));
                });
    }

    private void at(double part) throws IOException {
        if (cancelled.get()) {
            throw new Progress.Cancelled();
        }
        Platform.runLater(() -> progress.set(part));
    }
}
