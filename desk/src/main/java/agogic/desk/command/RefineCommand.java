package agogic.desk.command;

import agogic.core.curve.Reconstruction;
import agogic.core.envelope.Envelope;
import agogic.core.envelope.Point;
import agogic.core.parameter.Parameter;
import agogic.core.parameter.Taper;
import agogic.core.parameter.Unit;
import agogic.core.refine.CurveRefining;
import agogic.core.refine.Recipe;
import agogic.core.refine.Refined;
import agogic.core.refine.Refining;
import agogic.core.ride.Ride;
import agogic.core.route.Hand;
import agogic.core.route.Span;
import agogic.core.time.Lock;
import agogic.core.time.MetreMap;
import agogic.core.time.TempoMap;
import agogic.core.time.Timeline;
import agogic.formats.table.EnvelopeTable;
import agogic.formats.table.RideTable;
import java.io.IOException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import picocli.CommandLine.Command;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;

/** {@code refine}: from a table of moves to the envelope with the fewest points. */
@Command(
        name = "refine",
        description = "From a ride (seconds,value) to the envelope with the fewest points within a tolerance.")
final class RefineCommand extends FileCommand {
    @Parameters(index = "0", paramLabel = "RIDE.csv", description = "moves: seconds,value (0..1)")
    private Path ride;

    @Option(names = "--tolerance", required = true, paramLabel = "X", description = "normalised, 0..1")
    private double tolerance;

    @Option(names = "--out", required = true, paramLabel = "ENV.csv", description = "where the envelope goes")
    private Path out;

    @Option(names = "--held", description = "a control that sent nothing for 40 ms stood still")
    private boolean held;

    @Option(
            names = "--resolution",
            paramLabel = "STEPS",
            description = "steps of the whole travel that the control can tell, such as 127; 0 if it is not known")
    private double resolution;

    @Option(
            names = "--rest",
            paramLabel = "SECONDS",
            description = "a stillness of so long is level (0.25); 0: however short")
    private Double rest;

    @Option(names = "--steady", paramLabel = "SECONDS", description = "width of the steadying, 0 for none")
    private double steady;

    @Option(
            names = "--earlier",
            paramLabel = "SECONDS",
            description = "how much earlier the envelope is put: all of it, as it is")
    private double earlier;

    @Option(names = "--straight", description = "straight links only, no bent shapes")
    private boolean straight;

    @Override
    public Answer run() throws IOException {
        if (!(tolerance >= 0 && tolerance <= 1)) {
            throw new IllegalArgumentException("--tolerance lies between 0 and 1, not at " + tolerance + ".");
        }
        if (!(resolution >= 0 && resolution <= 1e9) || rest != null && !(rest >= 0 && rest <= 60)) {
            throw new IllegalArgumentException(
                    "--resolution is a number of steps, 0 or more; --rest lies between 0 and 60 s.");
        }
        if (!(Math.abs(earlier) <= 1)) {
            throw new IllegalArgumentException("--earlier lies between -1 and 1 s, not at " + earlier + ".");
        }
        apart(out, ride);
        RideTable.Moves moves = RideTable.read(ride);
        Refined refined = resolution > 0 || rest != null || steady > 0
                ? asHand(moves)
                : CurveRefining.inside(
                        held
                                ? List.of(Reconstruction.held(moves.seconds(), moves.values()))
                                : Reconstruction.pieces(moves.seconds(), moves.values()),
                        moves.seconds().length,
                        tolerance,
                        !straight);
        Envelope envelope = refined.envelope();
        double last = moves.seconds()[moves.seconds().length - 1];
        int more = 0;
        if (envelope.size() > 1 && envelope.time(envelope.size() - 1) > last) {
            // It ends with the last move.
            boolean there = envelope.time(envelope.size() - 2) >= last;
            more = there ? 1 : 0;
            List<Point> points = new ArrayList<>(envelope.points());
            Point end = points.remove(points.size() - 1);
            if (!there) {
                points.add(new Point(last, end.value(), end.shape()));
            }
            envelope = Envelope.of(points);
        }
        EnvelopeTable.write(out, envelope.mapped(1, -earlier), false);
        return new Answer()
                .tell(new Told(
                        refined.moves(),
                        envelope.size(),
                        refined.fewest() - more,
                        refined.farthestNormalised(),
                        refined.middle()));
    }

    /**
     * What came of it.
     *
     * @param maxDeviation normalised
     * @param rmsDeviation normalised
     */
    private record Told(int moves, int points, int fewest, double maxDeviation, double rmsDeviation) {}

    /** So long the last move of a table is in force, in seconds. */
    private static final double MOMENT = 1e-6;

    /** As a pass would be: moves are codes of a control, between which it was somewhere in their cells. */
    private Refined asHand(RideTable.Moves moves) {
        double[] seconds = moves.seconds();
        double[] values = moves.values();
        Parameter travel = Parameter.continuous("x", "Travel", "", Unit.PLAIN, Taper.LINEAR, 0, 1, 0);
        Timeline timeline = new Timeline(TempoMap.steady(60), MetreMap.steady(4, 4));
        double first = seconds[0];
        // What was sent last was sent before the end.
        double last = seconds[seconds.length - 1] + MOMENT;
        double step = resolution > 0 ? 1 / resolution : 0;
        Ride made = new Ride("ride-1", new Hand("table", "moves"), step, first, last, seconds, values, values);
        Recipe recipe = Recipe.usual(travel)
                .within(tolerance)
                .bending(!straight)
                .steadied(steady)
                .resting(rest == null ? Recipe.REST : rest);
        Refining refining = new Refining(travel, Span.FULL, timeline, Lock.SECONDS);
        return refining.refine(made, recipe, first, last, List.of());
    }
}
