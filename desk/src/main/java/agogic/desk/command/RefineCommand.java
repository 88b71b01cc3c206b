package agogic.desk.command;

import agogic.core.refine.Curve;
import agogic.core.refine.Reconstruction;
import agogic.core.refine.Refined;
import agogic.core.refine.Refining;
import agogic.formats.table.EnvelopeTable;
import agogic.formats.table.RideTable;
import java.io.IOException;
import java.nio.file.Path;
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

    @Option(names = "--straight", description = "straight links only, no bent shapes")
    private boolean straight;

    @Override
    public Answer run() throws IOException {
        if (!(tolerance >= 0 && tolerance <= 1)) {
            throw new IllegalArgumentException("--tolerance lies between 0 and 1, not at " + tolerance + ".");
        }
        apart(out, ride);
        RideTable.Moves moves = RideTable.read(ride);
        Curve curve = held
                ? Reconstruction.held(moves.seconds(), moves.values())
                : Reconstruction.joined(moves.seconds(), moves.values());
        Refined refined = Refining.refine(curve, moves.seconds().length, tolerance, !straight);
        EnvelopeTable.write(out, refined.envelope(), false);
        return new Answer()
                .put("moves", refined.moves())
                .put("points", refined.points())
                .put("fewest", refined.fewest())
                .put("maxDeviation", refined.farthestNormalised());
    }
}
