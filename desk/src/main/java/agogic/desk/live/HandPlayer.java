package agogic.desk.live;

import agogic.core.play.Engine;
import agogic.formats.file.Told;
import agogic.standins.comet.RecordedHand;
import agogic.standins.surfaces.SimulatedDevice;
import agogic.standins.surfaces.SimulatedDevices;
import java.util.List;
import java.util.concurrent.locks.LockSupport;

/** Moves a simulated surface as a recorded hand did, in time with the transport, through the same port as a real hand. */
public final class HandPlayer {
    private static final long STEP_NANOS = 400_000;
    private static final double AFTER = 0.6;

    private HandPlayer() {}

    /** Plays {@code hand} from {@code start} seconds of the piece on, then stops the transport. Ends if that stops. */
    public static void start(RecordedHand hand, Engine engine, double start) {
        Thread thread = new Thread(() -> run(hand, engine, start), "agogic-hand");
        thread.setUncaughtExceptionHandler((t, e) -> System.err.println("agogic: The recorded hand: " + Told.of(e)));
        thread.setDaemon(true);
        thread.start();
    }

    private static void run(RecordedHand hand, Engine engine, double start) {
        SimulatedDevice device = SimulatedDevices.at(hand.surface().port());
        List<RecordedHand.Bytes> bytes = hand.bytes();
        boolean began = false;
        int next = 0;
        double end = bytes.get(bytes.size() - 1).seconds() + AFTER;
        for (int waited = 0; began || waited < 20_000; waited++) {
            double at = engine.live().position() - start;
            if (engine.live().playing()) {
                began = true;
                while (next < bytes.size() && bytes.get(next).seconds() <= at) {
                    device.send(bytes.get(next++).bytes());
                }
                if (at >= end) {
                    engine.stop();
                    return;
                }
            } else if (began) {
                return;
            }
            LockSupport.parkNanos(STEP_NANOS);
        }
    }
}
