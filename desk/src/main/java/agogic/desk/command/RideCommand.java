package agogic.desk.command;

import agogic.core.edit.layer.Layers;
import agogic.core.edit.pass.PassWriter;
import agogic.core.edit.pass.Takes;
import agogic.core.lane.Lane;
import agogic.core.lane.Layer;
import agogic.core.lane.Stretch;
import agogic.core.parameter.Parameter;
import agogic.core.play.ScriptedPass;
import agogic.core.record.Pass;
import agogic.core.refine.Refined;
import agogic.core.route.Into;
import agogic.core.route.Route;
import agogic.core.route.Target;
import agogic.core.route.WriteMode;
import agogic.core.session.Session;
import agogic.core.session.TargetName;
import agogic.core.surface.Surface;
import agogic.core.time.Timeline;
import agogic.core.trace.Trace;
import agogic.formats.file.Input;
import agogic.formats.session.SessionFile;
import agogic.formats.table.ByteTable;
import java.io.IOException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Locale;
import java.util.Set;
import picocli.CommandLine.Command;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;

/** {@code ride}: a pass with bytes played into a surface on an exact clock. */
@Command(
        name = "ride",
        description = {
            "A pass with bytes played into a surface on an exact clock.",
            "Only routes that count on the page in force and whose control moves are written; --target chooses others.",
            "Exit code 1 if nothing was written; it says why."
        })
final class RideCommand extends FileCommand {
    /** What one ride became: moves and points, how far at most and in the middle of the squares, in the difference unit. */
    private record ToldStretch(
            String target,
            String layer,
            String take,
            String ride,
            int moves,
            int points,
            int fewest,
            double farthest,
            String farthestInUnit,
            double middle,
            String middleInUnit,
            int rests,
            double fromBeat,
            double toBeat,
            String from,
            String to,
            double fromSeconds,
            double toSeconds) {}

    /** A count-in lasts no longer than this, in seconds. */
    private static final double LONGEST_LEAD = 600;

    @Parameters(index = "0", paramLabel = "SESSION", description = "the session to start from")
    private Path session;

    @Option(names = "--surface", required = true, paramLabel = "NAME", description = "the surface that is moved")
    private String surface;

    @Option(
            names = "--moves",
            required = true,
            paramLabel = "BYTES.csv",
            description = "seconds,bytes (hexadecimal); seconds count from --from, below 0 in the count-in")
    private Path moves;

    @Option(names = "--from", required = true, paramLabel = "BAR.BEAT", description = "where writing begins")
    private String from;

    @Option(names = "--to", required = true, paramLabel = "BAR.BEAT", description = "where the pass ends")
    private String to;

    @Option(names = "--mode", paramLabel = "touch|latch|write", defaultValue = "touch", description = "how it writes")
    private String mode;

    @Option(
            names = "--target",
            paramLabel = "DEVICE/PARAMETER",
            description = "write only this, whether its control moves or not; may be given several times")
    private List<String> targets = List.of();

    @Option(names = "--offset", description = "write how far the control goes, over what is there")
    private boolean offset;

    @Option(
            names = "--into",
            paramLabel = "clip|timeline",
            defaultValue = "timeline",
            description = "into the clip under the playhead, or the timeline")
    private String into;

    @Option(
            names = "--page",
            paramLabel = "PAGE",
            description = "the page of the surface that is in force, name or number")
    private String page;

    @Option(names = "--take", paramLabel = "NAME", defaultValue = "", description = "what the takes are called")
    private String take;

    @Option(names = "--out", required = true, paramLabel = "SESSION", description = "where the new session goes")
    private Path out;

    @Override
    public Answer run() throws IOException {
        if (!into.equals("timeline") && !into.equals("clip")) {
            throw new IllegalArgumentException("--into is clip or timeline, not “" + into + "”.");
        }
        apart(out, session, moves);
        WriteMode how = mode(mode);
        Session before = Pieces.open(session);
        int place = surface(before, surface);
        Timeline timeline = before.timeline();
        double start = timeline.secondsAt(timeline.position(from));
        double end = timeline.secondsAt(timeline.position(to));
        if (end <= start) {
            throw new IllegalArgumentException("The pass ends at " + to + ", before it begins at " + from + ".");
        }
        if (end > before.seconds() + 1e-6) {
            throw new IllegalArgumentException(
                    "The pass ends at " + to + ", but the piece ends at " + timeline.printBars(before.length()) + ".");
        }
        List<ByteTable.Entry> entries = ByteTable.read(moves);
        if (!entries.isEmpty() && entries.get(0).seconds() < -LONGEST_LEAD) {
            throw new IllegalArgumentException(
                    Input.name(moves) + " begins " + -entries.get(0).seconds() + " s before the pass; a count-in lasts "
                            + (int) LONGEST_LEAD + " s at the most.");
        }
        Set<String> chosen = chosen(before, place, entries, start, end);
        Session armed = into(armed(before, chosen, how), chosen);
        ScriptedPass script = script(armed, place, entries);
        List<Pass> passes = script.run(start, end).stream().filter(Pass::wrote).toList();
        PassWriter.Outcome outcome = PassWriter.outcome(armed, passes);
        Session after = outcome.session();
        for (Route route : before.routes()) {
            after = after.with(after.route(route.id()).in(route.mode()).into(route.into()));
        }
        after = named(before, after);
        SessionFile.save(out, after);
        long late = entries.stream().filter(e -> e.seconds() > end - start).count();
        Answer answer = new Answer();
        List<ToldStretch> written = written(before, after, passes, answer);
        answer.put("stretches", written).put("notPlayedAfterTheEnd", late);
        if (late > 0) {
            answer.say(late + " entries of " + moves.getFileName()
                    + " come after the end of the pass and were not played.");
        }
        outcome.loose().forEach(answer::say);
        if (written.isEmpty()) {
            String why = outcome.loose().isEmpty() ? why(armed, script, chosen) : String.join(" ", outcome.loose());
            return answer.put("why", why).say("Nothing was written: " + why).fails();
        }
        return answer;
    }

    private static String why(Session armed, ScriptedPass script, Set<String> chosen) {
        if (chosen.isEmpty()) {
            return script.last()
                    .flatMap(live -> Trace.last(armed, live))
                    .map(Trace::sentence)
                    .orElse("no whole message came while it played.");
        }
        return "no control of what was chosen moved while it played.";
    }

    /** The ids of the routes that are to be written: those of the targets asked for, else those whose control moves. */
    private Set<String> chosen(Session before, int place, List<ByteTable.Entry> entries, double start, double end) {
        String id = before.surfaces().get(place).id();
        Set<String> own = new HashSet<>();
        for (Route route : before.routes()) {
            if (route.hand().filter(h -> h.surface().equals(id)).isPresent()) {
                own.add(route.id());
            }
        }
        Set<String> chosen = new HashSet<>();
        if (!targets.isEmpty()) {
            for (String target : targets) {
                Target wanted = LaneCommand.target(before, target);
                boolean any = false;
                for (Route route : before.routes()) {
                    if (own.contains(route.id()) && route.target().equals(wanted)) {
                        chosen.add(route.id());
                        any = true;
                    }
                }
                if (!any) {
                    throw new IllegalArgumentException(
                            "No control of " + before.surfaces().get(place).name() + " leads to " + target + ".");
                }
            }
            return chosen;
        }
        // Played once to see which controls move on the page that is in force then.
        for (Pass pass :
                script(armed(before, own, WriteMode.TOUCH), place, entries).run(start, end)) {
            if (pass.wrote()) {
                chosen.add(pass.route().id());
            }
        }
        return chosen;
    }

    private static Session armed(Session session, Set<String> routes, WriteMode mode) {
        return session.withRoutes(session.routes().stream()
                .map(r -> r.in(routes.contains(r.id()) ? mode : WriteMode.READ).rehearsing(false))
                .toList());
    }

    private Session into(Session armed, Set<String> chosen) {
        Into layer = new Into(into.equals("clip"), offset);
        return armed.withRoutes(armed.routes().stream()
                .map(r -> chosen.contains(r.id()) ? r.into(layer) : r)
                .toList());
    }

    /** With the name of the take on all stretches that are new. */
    private Session named(Session before, Session after) {
        Session named = after;
        for (Lane lane : after.lanes()) {
            for (int k = 0; k < lane.layers().size() && !take.isBlank(); k++) {
                for (int i = old(before, lane, k); i < lane.layer(k).stretches().size(); i++) {
                    named = Takes.rename(named, lane.target(), k, i, take);
                }
            }
        }
        return named;
    }

    /** How many stretches a layer had before. */
    private static int old(Session before, Lane lane, int layer) {
        List<Layer> layers = before.lane(lane.target()).layers();
        return layer < layers.size() ? layers.get(layer).stretches().size() : 0;
    }

    private ScriptedPass script(Session session, int place, List<ByteTable.Entry> entries) {
        ScriptedPass script =
                new ScriptedPass(session, place).page(page(session.surfaces().get(place)));
        entries.forEach(entry -> script.add(entry.seconds(), entry.bytes()));
        return script;
    }

    /** The number of the page that is asked for; the first if none is. */
    private int page(Surface surface) {
        if (page == null) {
            return 1;
        }
        for (int i = 0; i < surface.pages().size(); i++) {
            if (surface.pages().get(i).name().equalsIgnoreCase(page) || page.equals(String.valueOf(i + 1))) {
                return i + 1;
            }
        }
        throw new IllegalArgumentException(surface.name() + " has no page “" + page + "”. It has "
                + surface.pages().size() + ".");
    }

    private static List<ToldStretch> written(Session before, Session after, List<Pass> passes, Answer answer) {
        List<ToldStretch> written = new ArrayList<>();
        Set<Target> targets = new LinkedHashSet<>();
        for (Pass pass : passes) {
            targets.add(pass.route().target());
        }
        for (Target target : targets) {
            Lane lane = after.lane(target);
            for (int k = 0; k < lane.layers().size(); k++) {
                for (int i = old(before, lane, k); i < lane.layer(k).stretches().size(); i++) {
                    ToldStretch one =
                            told(after, target, k, lane.layer(k).stretches().get(i));
                    written.add(one);
                    answer.say(TargetName.of(after, target)
                            + (k == 0 ? "" : " (" + one.layer() + ")") + ", " + one.from()
                            + " to " + one.to() + ": " + one.moves() + " moves → " + one.points()
                            + " points, never more than " + one.farthestInUnit() + " from the hand.");
                }
            }
        }
        return written;
    }

    private static ToldStretch told(Session after, Target target, int k, Stretch stretch) {
        Layer layer = after.lane(target).layer(k);
        Parameter scale = layer.scale(after.parameter(target));
        Refined refined =
                Layers.writer(after, target, k).look(after.lane(target).only(k), stretch, after.ride(stretch.ride()));
        Timeline timeline = after.timeline();
        double fromSeconds = stretch.time(timeline, layer.lock()).seconds(stretch.from());
        double toSeconds = stretch.time(timeline, layer.lock()).seconds(stretch.to());
        return new ToldStretch(
                target.toString(),
                Layers.name(after, layer),
                stretch.name(),
                stretch.ride(),
                after.ride(stretch.ride()).size(),
                refined.points(),
                refined.fewest(),
                refined.farthest(),
                scale.printDifference(refined.farthest()),
                refined.middle(),
                scale.printDifference(refined.middle()),
                refined.rests().size(),
                timeline.beatAt(fromSeconds),
                timeline.beatAt(toSeconds),
                timeline.printBars(timeline.beatAt(fromSeconds)),
                timeline.printBars(timeline.beatAt(toSeconds)),
                fromSeconds,
                toSeconds);
    }

    private static WriteMode mode(String word) {
        for (WriteMode mode : WriteMode.values()) {
            if (mode.writes() && mode.name().toLowerCase(Locale.ROOT).equals(word.toLowerCase(Locale.ROOT))) {
                return mode;
            }
        }
        throw new IllegalArgumentException("--mode is touch, latch or write, not “" + word + "”.");
    }

    /** The place of a surface in a session, by its name or id. */
    static int surface(Session session, String name) {
        List<String> known = new ArrayList<>();
        for (int s = 0; s < session.surfaces().size(); s++) {
            Surface one = session.surfaces().get(s);
            if (one.name().equalsIgnoreCase(name) || one.id().equals(name)) {
                return s;
            }
            known.add(one.name());
        }
        throw new IllegalArgumentException("The session has no surface “" + name + "”. It has "
                + (known.isEmpty() ? "none" : String.join(", ", known)) + ".");
    }
}
