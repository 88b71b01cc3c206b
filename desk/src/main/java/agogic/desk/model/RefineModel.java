package agogic.desk.model;

import agogic.core.edit.layer.Layers;
import agogic.core.lane.Stretch;
import agogic.core.refine.Refined;
import agogic.core.ride.Ride;
import java.util.Optional;

/** One stretch of a layer with its ride and what came of it. */
public final class RefineModel {
    private final SeenLayer seen;
    private final Stretch stretch;
    private final Refined refined;

    private RefineModel(SeenLayer seen, Stretch stretch, Refined refined) {
        this.seen = seen;
        this.stretch = stretch;
        this.refined = refined;
    }

    /** Works it out, which may take a while: not in the window's thread. */
    public static RefineModel of(SeenLayer seen, Stretch stretch) {
        return new RefineModel(
                seen,
                stretch,
                Layers.writer(seen.session(), seen.target(), seen.index())
                        .look(seen.lane(), stretch, seen.session().ride(stretch.ride())));
    }

    /** The same, if somebody worked it out a while ago. */
    public static Optional<RefineModel> known(SeenLayer seen, Stretch stretch) {
        return Layers.writer(seen.session(), seen.target(), seen.index())
                .known(seen.lane(), stretch, seen.session().ride(stretch.ride()))
                .map(refined -> new RefineModel(seen, stretch, refined));
    }

    /** The ride as it lies in its lane. */
    public Stretch stretch() {
        return stretch;
    }

    /** What the hand did. */
    public Ride ride() {
        return seen.session().ride(stretch.ride());
    }

    /** What came of it. */
    public Refined refined() {
        return refined;
    }

    /** Beats of the piece at a time of the lane. */
    public double beat(double laneTime) {
        return seen.beat(laneTime);
    }
}
