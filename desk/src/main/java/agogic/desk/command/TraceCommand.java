package agogic.desk.command;

import agogic.core.midi.MidiParser;
import agogic.core.play.Engine;
import agogic.core.route.Route;
import agogic.core.session.Positions;
import agogic.core.session.Session;
import agogic.core.surface.Control;
import agogic.core.surface.Surface;
import agogic.core.trace.Trace;
import agogic.formats.table.ByteTable;
import java.io.IOException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import picocli.CommandLine.Command;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;

/** {@code trace}: how far bytes get between the port of a surface and a value, and where they stop. */
@Command(name = "trace", description = "How far bytes get from the port of a surface to a value: each stop, and why.")
final class TraceCommand extends FileCommand {
    /**
     * Where the wire of a message stops.
     *
     * @param control null if none of the surface sent it
     * @param mends what would mend it; null if nothing does
     */
    private record Told(
            String surface,
            String control,
            String verdict,
            String head,
            String sentence,
            String mends,
            boolean heard,
            List<ToldRoute> routes) {}

    /** One route of what moved: where it stops, where the hand stands, what counts of that, and the value, normalised. */
    private record ToldRoute(
            String target,
            String verdict,
            String stopsAt,
            boolean pageCounts,
            boolean heard,
            double hand,
            Double counted,
            double value,
            String reads,
            String sentence) {}

    private static final long TICK = 1_000_000L;

    @Parameters(index = "0", paramLabel = "SESSION", description = "the session")
    private Path session;

    @Option(names = "--surface", required = true, paramLabel = "NAME", description = "the surface that sends")
    private String surface;

    @Option(names = "--bytes", required = true, paramLabel = "HEX", description = "what it sends, such as \"B0 16 40\"")
    private String bytes;

    @Option(names = "--at", paramLabel = "BAR.BEAT", description = "where the piece stands; the start if left out")
    private String at;

    @Option(names = "--page", paramLabel = "NAME", description = "the page the surface is on; the first if left out")
    private String page;

    @Option(names = "--play", description = "while it plays")
    private boolean play;

    @Override
    public Answer run() throws IOException {
        Session opened = Pieces.open(session);
        int place = RideCommand.surface(opened, surface);
        Surface one = opened.surfaces().get(place);
        Engine engine = new Engine(opened);
        long now = TICK;
        engine.tick(now);
        if (page != null) {
            engine.turn(place, page(one));
        }
        if (at != null) {
            engine.locate(opened.timeline().secondsAt(Positions.in(opened, at)));
        }
        if (play) {
            engine.play();
        }
        engine.tick(now += TICK);
        MidiParser parser = new MidiParser(engine.port(place));
        parser.accept(ByteTable.parse(bytes), now);
        engine.tick(now += TICK);
        Optional<Trace> trace = Trace.last(opened, engine.live());
        if (trace.isEmpty()) {
            throw new IllegalArgumentException(
                    "“" + bytes + "” is no whole message that moves anything: expected such as B0 16 40.");
        }
        return answer(opened, engine, place, trace.get());
    }

    private Answer answer(Session opened, Engine engine, int place, Trace trace) {
        Surface one = opened.surfaces().get(place);
        List<ToldRoute> wires = new ArrayList<>();
        int control = engine.live().lastEvent().control();
        if (control >= 0) {
            Control moved = one.controls().get(control);
            double hand = engine.live().control(place, control);
            for (int r : Trace.routesOf(opened, one, moved)) {
                wires.add(wire(opened, engine, place, r, hand));
            }
        }
        boolean heard = trace.verdict().heard() || wires.stream().anyMatch(ToldRoute::heard);
        Answer answer = new Answer()
                .tell(new Told(
                        one.name(),
                        control < 0 ? null : one.controls().get(control).name(),
                        trace.verdict().name().toLowerCase(java.util.Locale.ROOT),
                        trace.head(),
                        trace.sentence(),
                        trace.act().map(Trace.Act::spoken).orElse(null),
                        heard,
                        wires))
                .say(trace.head() + ": " + trace.sentence());
        for (ToldRoute wire : wires) {
            answer.say("  " + wire.target() + ": " + wire.sentence());
        }
        return heard ? answer : answer.fails();
    }

    private static ToldRoute wire(Session opened, Engine engine, int place, int r, double hand) {
        Route route = opened.routes().get(r);
        Trace trace = Trace.of(opened, engine.live(), r, hand);
        boolean active = engine.live().active(place, route.hand().orElseThrow().page());
        double counted = engine.live().counted(r);
        double value = engine.live().value(engine.index().of(route.target()));
        return new ToldRoute(
                route.target().toString(),
                engine.live().verdict(r).name().toLowerCase(java.util.Locale.ROOT),
                engine.live().verdict(r).joint().name().toLowerCase(java.util.Locale.ROOT),
                active,
                active && engine.live().verdict(r).heard(),
                hand,
                Double.isNaN(counted) ? null : counted,
                value,
                opened.parameter(route.target()).print(value),
                trace.sentence());
    }

    private int page(Surface one) {
        for (int p = 1; p <= one.pages().size(); p++) {
            if (one.pageName(p).equalsIgnoreCase(page)) {
                return p;
            }
        }
        throw new IllegalArgumentException(one.name() + " has no page “" + page + "”. It has "
                + String.join(", ", one.pages().stream().map(p -> p.name()).toList()) + ".");
    }
}
