package agogic.formats.midi;

import agogic.core.parameter.Parameter;
import agogic.core.route.Span;
import agogic.core.time.Timeline;

/** What somebody has who listens to what is sent, and how far that is from what the lane says. */
final class Listener {
    private final Timeline timeline;
    private final Span lead;
    private double has = Double.NaN;
    /** What came, as this parameter takes it; worked out once. */
    private double arrived;

    private Parameter arrivedAt;

    private double lost;
    private double lostHas;
    private double lostSays;
    private double lostAt;
    private Parameter lostOf;
    private double wrongSince = Double.NaN;
    private double late;
    private double lateAt;

    /** Somebody who has nothing yet; {@code first} is the parameter it would hear. */
    Listener(Timeline timeline, Span lead, Parameter first) {
        lostOf = first;
        this.timeline = timeline;
        this.lead = lead;
    }

    /** A value arrives, normalised as it travels. */
    void gets(double value) {
        has = value;
        arrivedAt = null;
    }

    /** How far what it has is from a value, as both travel; who has nothing yet is farther than all. */
    double behind(double value) {
        return Double.isNaN(has) ? 2 : Math.abs(value - has);
    }

    /** Compares what it has with what a parameter should be at a tick; before anything came nothing is far. */
    void compare(Parameter parameter, double says, long tick) {
        boolean nothing = Double.isNaN(has);
        if (arrivedAt != parameter && !nothing) {
            arrived = parameter.settled(lead.apply(has));
            arrivedAt = parameter;
        }
        double hears = nothing ? says : arrived;
        if (parameter.stepped()) {
            double seconds = timeline.secondsAt(SmfWriter.beat(tick));
            if (!Double.isNaN(wrongSince) && seconds - wrongSince > late) {
                late = seconds - wrongSince;
                lateAt = timeline.beatAt(wrongSince);
            }
            wrongSince = says == hears ? Double.NaN : Double.isNaN(wrongSince) ? seconds : wrongSince;
            return;
        }
        double distance = Math.abs(says - hears);
        if (distance > lost) {
            lost = distance;
            lostHas = hears;
            lostSays = says;
            lostAt = SmfWriter.beat(tick);
            lostOf = parameter;
        }
    }

    /** The farthest it is from the lane, normalised; of a switch 0. */
    double lost() {
        return lost;
    }

    /** The same in the unit of {@link #lostOf}. */
    String lostText() {
        return lostOf.printDifference(lostOf.distance(lostHas, lostSays));
    }

    double lostAt() {
        return lostAt;
    }

    /** Which parameter that is. */
    Parameter lostOf() {
        return lostOf;
    }

    /** The longest that a switch stands in another position than its lane says, in seconds. */
    double late() {
        return late;
    }

    double lateAt() {
        return lateAt;
    }
}
