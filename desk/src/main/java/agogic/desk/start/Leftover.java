package agogic.desk.start;

import agogic.core.edit.pass.PassWriter;
import agogic.core.record.Pass;
import agogic.core.session.Session;
import agogic.core.session.TargetName;
import agogic.core.time.MetreMap;
import agogic.desk.live.LiveDesk;
import agogic.desk.settings.Choices;
import agogic.formats.file.Told;
import agogic.formats.session.PassJournal;
import agogic.formats.session.SessionFile;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.FileTime;
import java.util.ArrayList;
import java.util.List;

/**
 * What a window that is gone has left: a piece as it was kept, a journal of passes, or both. It stays until somebody takes
 * or refuses it.
 *
 * @param kept where the piece was kept; it may not be there
 * @param name the name of the piece
 * @param id the name of the window
 */
public record Leftover(Path kept, String name, String id) {
    private static final int MOST_NAMED = 3;

    /**
     * What is in it.
     *
     * @param session the piece with all that was ridden
     * @param rides how many rides it has that its file has not
     * @param words what is in it, for people: which rides, and what could not be read
     * @param nothing true if it has nothing that the file has not
     */
    public record Found(Session session, int rides, String words, boolean nothing) {}

    private Path journal() {
        return Kept.journal(kept);
    }

    /** When it was written last. */
    public FileTime when() {
        FileTime piece = Kept.time(kept);
        FileTime passes = Kept.time(journal());
        return piece.compareTo(passes) >= 0 ? piece : passes;
    }

    /** When it was written last, for people. */
    public String clock() {
        return Kept.clock(when());
    }

    /**
     * Looks into it.
     *
     * @param file where the piece was saved; null if it never was
     * @throws IOException if there is nothing in it that can be read
     */
    public Found look(Path file) throws IOException {
        List<String> told = new ArrayList<>();
        Session saved = file != null && Files.exists(file) ? SessionFile.open(file) : null;
        Session base = saved;
        if (Files.exists(kept)) {
            try {
                base = SessionFile.open(kept);
            } catch (IOException e) {
                if (saved == null) {
                    throw e;
                }
                told.add("What was kept beside it cannot be read: " + Told.of(e));
            }
        }
        if (base == null) {
            throw new IOException("The piece of these rides is not there: " + kept.getFileName() + " is missing.");
        }
        List<Pass> passes = passes(told);
        Session before = saved == null ? base : saved;
        List<Pass> missing = PassWriter.missing(base, passes);
        PassWriter.Outcome outcome =
                PassWriter.recovered(Choices.firstRide(LiveDesk.keptLatency()).of(base, missing), missing);
        told.addAll(0, rides(before, base, missing));
        told.addAll(outcome.loose());
        int more = outcome.session().rides().size() - before.rides().size();
        boolean nothing = told.isEmpty() && saved != null && outcome.session().equals(saved);
        return new Found(outcome.session(), Math.max(0, more), String.join(" ", told), nothing);
    }

    private List<Pass> passes(List<String> told) {
        if (!Files.exists(journal())) {
            return List.of();
        }
        try {
            PassJournal.Read read = PassJournal.read(journal());
            if (read.damaged() > 0) {
                told.add(
                        read.damaged() == 1
                                ? "A line of the journal is damaged and left out."
                                : read.damaged() + " lines of the journal are damaged and left out.");
            }
            return read.passes();
        } catch (IOException e) {
            told.add("What was ridden last cannot be read: " + Told.of(e));
            return List.of();
        }
    }

    /** Which rides are in it that the file has not. */
    private static List<String> rides(Session before, Session base, List<Pass> passes) {
        List<String> all = new ArrayList<>();
        base.rides().stream()
                .filter(ride -> !before.hasRide(ride.id()))
                .map(ride -> base.controlName(ride.hand()) + ", " + bars(base, ride.from(), ride.to()))
                .forEach(all::add);
        for (Pass pass : passes) {
            String name = base.has(pass.route().target())
                    ? TargetName.of(base, pass.route().target())
                    : "a parameter that is gone";
            all.add(name + ", " + bars(base, pass.from(), pass.to()) + ", " + pass.seconds().length + " moves");
        }
        if (all.isEmpty()) {
            return List.of();
        }
        String first = String.join("; ", all.subList(0, Math.min(MOST_NAMED, all.size())));
        int more = all.size() - MOST_NAMED;
        return List.of("It has " + (all.size() == 1 ? "a ride" : all.size() + " rides") + " more: " + first
                + (more > 0 ? " and " + more + " more." : "."));
    }

    private static String bars(Session session, double from, double to) {
        MetreMap metre = session.timeline().metre();
        int first = metre.barAt(session.timeline().beatAt(from) + 1e-6);
        int last = metre.barAt(Math.max(0, session.timeline().beatAt(to) - 1e-6));
        return last > first ? "bars " + first + "–" + last : "bar " + first;
    }

    /**
     * Nobody wants it any more.
     *
     * @throws IOException if it cannot be deleted
     */
    public void drop() throws IOException {
        Files.deleteIfExists(kept);
        Files.deleteIfExists(journal());
    }
}
