package agogic.core.play;

import agogic.core.plan.ParameterIndex;
import agogic.core.plan.Plan;
import agogic.core.route.Hand;
import agogic.core.route.Target;
import agogic.core.session.Session;
import agogic.core.surface.Surface;
import java.util.OptionalDouble;
import java.util.OptionalInt;

/**
 * What is played: a session, what it was made into for playing, and what is so of it, all of one moment. What was edited a
 * moment ago may not play yet: then the answers are empty.
 */
public record Playing(Session session, Plan plan, LiveState live) {
    /** The numbers of the parameters in {@link #live}. */
    public ParameterIndex index() {
        return plan.index();
    }

    /** What a target stands at, normalised; empty if it does not play yet, or no more. */
    public OptionalDouble value(Target target) {
        return plan.index().has(target)
                ? OptionalDouble.of(live.value(plan.index().of(target)))
                : OptionalDouble.empty();
    }

    /** The place of a route in {@link #live}; empty if it does not play yet, or no more. */
    public OptionalInt route(String id) {
        int place = session.placeOfRoute(id);
        return place < 0 ? OptionalInt.empty() : OptionalInt.of(place);
    }

    /** The place of a surface in {@link #live}; empty if it does not play yet, or no more. */
    public OptionalInt surface(String id) {
        for (int s = 0; s < session.surfaces().size(); s++) {
            if (session.surfaces().get(s).id().equals(id)) {
                return OptionalInt.of(s);
            }
        }
        return OptionalInt.empty();
    }

    /** On which page a surface is, from 1; 1 while it does not play yet. */
    public int page(String surface) {
        OptionalInt place = surface(surface);
        return place.isPresent() ? live.page(place.getAsInt()) : 1;
    }

    /** True if what is on this page of a surface counts now; 0 is all pages. */
    public boolean active(String surface, int page) {
        OptionalInt place = surface(surface);
        return place.isPresent() ? live.active(place.getAsInt(), page) : page < 2;
    }

    /** Where a control stands, 0..1; NaN if nobody moved it yet. */
    public double control(Hand hand) {
        OptionalInt place = surface(hand.surface());
        if (place.isEmpty()) {
            return Double.NaN;
        }
        Surface surface = session.surfaces().get(place.getAsInt());
        int control = surface.placeOf(hand.control());
        return control < 0 ? Double.NaN : live.control(place.getAsInt(), control);
    }
}
