package agogic.desk.shell;

import agogic.core.play.LooseRide;
import agogic.desk.model.Afterwards;
import agogic.desk.model.Notices;
import agogic.desk.parts.ChoiceDialog;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import javafx.stage.Window;

/** Shows what hands did and nothing wrote, the newest first and taken already, and writes what is chosen. */
final class TakeAfterwards {
    private static final int MOST = 40;

    private TakeAfterwards() {}

    static void ask(Afterwards afterwards, Notices notices, Window owner) {
        List<LooseRide> rides = afterwards.rides();
        rides = rides.subList(0, Math.min(MOST, rides.size()));
        if (rides.isEmpty()) {
            notices.refuse("No hand did anything in the last ten minutes that is not written already.");
            return;
        }
        List<ChoiceDialog.Choice> lines = new ArrayList<>();
        Set<String> off = new HashSet<>();
        boolean first = true;
        for (int i = 0; i < rides.size(); i++) {
            LooseRide ride = rides.get(i);
            boolean can = afterwards.can(ride);
            lines.add(new ChoiceDialog.Choice(
                    Integer.toString(i),
                    afterwards.what(ride),
                    ride.moves() + (ride.moves() == 1 ? " move" : " moves"),
                    afterwards.where(ride),
                    can));
            if (can && !first) {
                off.add(Integer.toString(i));
            }
            first &= !can;
        }
        long possible = rides.stream().filter(afterwards::can).count();
        List<LooseRide> all = rides;
        new ChoiceDialog(
                        "loose",
                        "Write what I just played",
                        "What hands did in the last ten minutes, and nothing wrote",
                        lines,
                        "Write it",
                        left -> (possible - left.size()) + " of " + all.size() + " are written, in Touch",
                        owner)
                .without(off)
                .showAndWait()
                .ifPresent(left -> {
                    List<LooseRide> chosen = new ArrayList<>();
                    for (int i = 0; i < all.size(); i++) {
                        if (!left.contains(Integer.toString(i)) && afterwards.can(all.get(i))) {
                            chosen.add(all.get(i));
                        }
                    }
                    afterwards.take(chosen);
                });
    }
}
