package agogic.desk.command;

import agogic.core.lane.Stretch;
import agogic.core.play.ScriptedPass;
import agogic.core.route.Route;
import agogic.core.route.Target;
import agogic.core.route.WriteMode;
import agogic.core.session.Session;
import agogic.core.surface.Surface;
import agogic.core.time.Timeline;
import agogic.core.write.Pass;
import agogic.core.write.PassWriter;
import agogic.formats.session.SessionFile;
import agogic.formats.table.ByteTable;
import java.io.IOException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import picocli.CommandLine.Command;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;

/** {@code ride}: a pass with bytes played into a surface on an exact clock. */
@Command(
        name = "ride",
        description = "A pass with bytes played into a surface on an exact clock, on all routes of that surface.")
final class RideCommand extends FileCommand {
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

    @Option(names = "--offset", description = "write an offset layer (this version writes absolute ones only)")
    private boolean offset;

    @Option(names = "--into", paramLabel = "clip|timeline", defaultValue = "timeline", description = "which layer")
    private String into;

    @Option(names = "--out", required = true, paramLabel = "SESSION", description = "where the new session goes")
    private Path out;

    @Override
    Answer run() throws IOException {
        if (offset || !into.equals("timeline")) {
            throw new IllegalArgumentException(
                    "This version writes absolute values into the timeline layer; --offset and --into clip are not there yet.");
        }
        WriteMode how = mode(mode);
        Session before = SessionFile.open(session);
        int place = surface(before, surface);
        Timeline timeline = before.timeline();
        double start = timeline.secondsAt(position(timeline, from));
        double end = timeline.secondsAt(position(timeline, to));
        if (end <= start) {
            throw new IllegalArgumentException("The pass ends at " + to + ", before it begins at " + from + ".");
        }
        Session armed = before;
        String id = before.surfaces().get(place).id();
        for (Route route : before.routes()) {
            if (route.hand().filter(h -> h.surface().equals(id)).isPresent()) {
                armed = armed.with(route.in(how));
            }
        }
        ScriptedPass script = new ScriptedPass(armed, place);
        for (ByteTable.Entry entry : ByteTable.read(moves)) {
            script.add(entry.seconds(), entry.bytes());
        }
        List<Pass> passes = script.run(start, end).stream().filter(Pass::wrote).toList();
        Session after = PassWriter.write(armed, passes);
        for (Route route : before.routes()) {
            after = after.with(after.route(route.id()).in(route.mode()));
        }
        SessionFile.save(out, after);
        return answer(before, after, passes);
    }

    private static Answer answer(Session before, Session after, List<Pass> passes) {
        List<Map<String, Object>> written = new ArrayList<>();
        for (Pass pass : passes) {
            Target target = after.route(pass.route()).target();
            int already = before.lane(target).stretches().size();
            for (Stretch stretch : after.lane(target)
                    .stretches()
                    .subList(already, after.lane(target).stretches().size())) {
                Map<String, Object> one = new LinkedHashMap<>();
                one.put("target", target.toString());
                one.put("ride", stretch.ride());
                one.put("moves", pass.seconds().length);
                one.put("fromBeat", stretch.from());
                one.put("toBeat", stretch.to());
                one.put("from", after.timeline().printBars(stretch.from()));
                one.put("to", after.timeline().printBars(stretch.to()));
                one.put("fromSeconds", after.timeline().secondsAt(stretch.from()));
                one.put("toSeconds", after.timeline().secondsAt(stretch.to()));
                written.add(one);
            }
        }
        return new Answer().put("stretches", written);
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
        throw new IllegalArgumentException(
                "The session has no surface “" + name + "”. It has " + String.join(", ", known) + ".");
    }

    /** A position in beats. */
    static double position(Timeline timeline, String text) {
        return timeline.parse(text)
                .orElseThrow(() -> new IllegalArgumentException(
                        "“" + text + "” is no position. Expected " + Timeline.expected() + "."));
    }
}
