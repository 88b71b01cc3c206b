package agogic.desk.files;

import agogic.core.play.Engine;
import agogic.core.route.Target;
import agogic.desk.live.Troubles;
import agogic.standins.comet.SlowComet;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.concurrent.locks.LockSupport;

/** A program of its own that rides until it is killed, and says of each move when it was made. */
final class Ridden {
    static final Target CUTOFF = new Target("filter", "cutoff");
    static final double STEP = 1e-5;

    private Ridden() {}

    /** Rides, with a journal in the file that is named. */
    public static void main(String[] arguments) {
        Engine engine = new Engine(SlowComet.score());
        engine.tick(System.nanoTime());
        engine.lend(true);
        engine.play(0, 0);
        engine.tick(System.nanoTime());
        new Journal(engine, new Troubles(System::nanoTime)).begin(Path.of(arguments[0]));
        // A ride has a count-in, in which its journal is opened; then the hand comes.
        while (!Files.exists(Path.of(arguments[0]))
                || Path.of(arguments[0]).toFile().length() == 0) {
            LockSupport.parkNanos(5_000_000L);
        }
        StringBuilder line = new StringBuilder();
        for (int i = 1; ; i++) {
            engine.hand(CUTOFF, i * STEP, STEP, true, System.nanoTime());
            engine.tick(System.nanoTime());
            engine.provide();
            line.setLength(0);
            System.out.println(line.append(i).append(' ').append(System.nanoTime()));
            System.out.flush();
            LockSupport.parkNanos(2_000_000);
        }
    }
}
