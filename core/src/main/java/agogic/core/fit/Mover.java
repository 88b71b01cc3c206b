package agogic.core.fit;

import agogic.core.envelope.Envelope;
import agogic.core.envelope.Shape;
import agogic.core.lane.Lane;
import agogic.core.parameter.Parameter;
import agogic.core.time.Lock;
import agogic.core.time.Timeline;

/** A parameter with a lane: what it does over time, and when it first and last moves. */
final class Mover {
    private final Parameter parameter;
    private final Lane lane;
    private final double firstMove;
    private final double lastMove;

    Mover(Parameter parameter, Lane lane, Timeline timeline) {
        this.parameter = parameter;
        this.lane = lane;
        Envelope envelope = lane.envelope();
        double first = Double.NaN;
        double last = Double.NaN;
        for (int i = 0; i + 1 < envelope.size(); i++) {
            Shape.Kind kind = envelope.shape(i).kind();
            boolean level = envelope.value(i) == envelope.value(i + 1) && !kind.wave();
            boolean holds = kind == Shape.Kind.HOLD || envelope.time(i) == envelope.time(i + 1);
            if (!level) {
                // A held value moves where the next point is; any other way moves from its beginning on.
                first = Double.isNaN(first) ? envelope.time(holds ? i + 1 : i) : first;
                last = envelope.time(i + 1);
            }
        }
        firstMove = beat(first, timeline);
        lastMove = beat(last, timeline);
    }

    private double beat(double time, Timeline timeline) {
        return lane.lock() == Lock.BEATS || Double.isNaN(time) ? time : timeline.beatAt(time);
    }

    Parameter parameter() {
        return parameter;
    }

    String id() {
        return parameter.id();
    }

    Lane lane() {
        return lane;
    }

    Envelope envelope() {
        return lane.envelope();
    }

    /** True if its value is the same from beginning to end. */
    boolean still() {
        return Double.isNaN(firstMove);
    }

    /** When its value leaves what it was at the start, in beats; NaN if it never does. */
    double firstMove() {
        return firstMove;
    }

    /** When it has arrived at the value it keeps to the end, in beats; NaN if it never moves. */
    double lastMove() {
        return lastMove;
    }

    double low() {
        return envelope().points().stream().mapToDouble(p -> p.value()).min().orElse(0);
    }

    double high() {
        return envelope().points().stream().mapToDouble(p -> p.value()).max().orElse(1);
    }
}
