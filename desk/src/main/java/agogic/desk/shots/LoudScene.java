package agogic.desk.shots;

import agogic.core.edit.points.LoudnessDraft;
import agogic.core.route.Target;
import agogic.core.session.Session;
import agogic.desk.loudness.TrackLoudness;
import java.io.IOException;

/** The demo with the narrator's level drafted from loudness. */
final class LoudScene {
    private static final Target LEVEL = new Target("voice", "level");
    private static final double LOUD = -24;

    private LoudScene() {}

    static Session of(Session demo) throws IOException {
        double tolerance = LoudnessDraft.usual(demo.parameter(LEVEL));
        return TrackLoudness.draft(demo, LEVEL, LoudnessDraft.Wanted.of(LOUD), tolerance)
                .drafted()
                .session();
    }
}
