package agogic.desk.shell;

import agogic.desk.live.LiveDesk;
import agogic.desk.parts.FormDialog;
import java.util.Locale;
import javafx.scene.control.TextField;
import javafx.stage.Window;

/** Asks how long sound is on its way: seconds. */
final class LatencyForm extends FormDialog<Double> {
    private static final double MOST = 1_000;
    private final TextField latency;

    LatencyForm(LiveDesk live, Window owner) {
        super("Latency", "How much later than it is made sound is heard: a hand that follows it is as late.", owner);
        latency = row(
                "latency",
                "Latency",
                String.format(Locale.ROOT, "%.0f ms", 1000 * live.latency()),
                "“Measure the latency” finds it; 0 turns it off");
        done("latency", "Use it");
    }

    @Override
    protected Double made() {
        double milliseconds = typed(latency, "latency in milliseconds");
        if (milliseconds < 0 || milliseconds > MOST) {
            throw new IllegalArgumentException("A latency is 0 to 1000 ms, not " + plain(latency) + ".");
        }
        return milliseconds / 1000;
    }

    @Override
    protected String told() {
        return made() == 0
                ? "Rides are put where the hand was."
                : String.format(
                        Locale.ROOT,
                        "The first ride of a lane is put %.0f ms earlier; Refine shows it.",
                        1000 * made());
    }
}
