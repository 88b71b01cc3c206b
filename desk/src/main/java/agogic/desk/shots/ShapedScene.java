package agogic.desk.shots;

import agogic.core.edit.points.ShapeWords;
import agogic.core.edit.points.Snapshots;
import agogic.core.edit.points.Versions;
import agogic.core.route.Hand;
import agogic.core.route.Target;
import agogic.core.session.Session;
import agogic.core.snapshot.Snapshot;
import java.util.List;
import java.util.Optional;

/** The demo with exact shapes: a kept version, a pattern, snapshots of the echo on four buttons. */
final class ShapedScene {
    private static final Target CUTOFF = new Target("filter", "cutoff");
    private static final Target FEEDBACK = new Target("echo", "feedback");
    private static final Target TONE = new Target("echo", "tone");
    private static final Target MIX = new Target("echo", "mix");
    private static final String[] NAMES = {"still", "near", "far", "farthest"};

    private ShapedScene() {}

    static Session of(Session demo) {
        Session kept = Versions.keep(demo, CUTOFF, "As ridden");
        Session shaped =
                ShapeWords.apply(kept, CUTOFF, 0, "wave sine 1 bar 500 Hz to 2 kHz 17 21 swing 60 % named Tide");
        for (int i = 0; i < NAMES.length; i++) {
            double far = i / 3.0;
            Snapshot one = Snapshots.take(
                    shaped,
                    NAMES[i],
                    List.of(FEEDBACK, TONE, MIX),
                    t -> t.equals(FEEDBACK) ? 0.7 * far : t.equals(TONE) ? 0.8 - 0.5 * far : 0.2 + 0.5 * far);
            shaped = Snapshots.keep(shaped, "Echo", one.on(Optional.of(new Hand("north-eight", "button-" + (5 + i)))));
        }
        return shaped;
    }
}
