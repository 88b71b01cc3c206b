package agogic.core.write;

import agogic.core.curve.Curve;
import agogic.core.curve.Reconstruction;
import agogic.core.envelope.Envelope;
import agogic.core.lane.Lane;
import agogic.core.lane.LaneWriter;
import agogic.core.lane.Stretch;
import agogic.core.ride.Ride;
import agogic.core.route.Target;
import agogic.core.session.Session;
import java.util.ArrayList;
import java.util.List;
import java.util.TreeSet;

/** A loop gives one ride a cycle, written one on top of the other: choosing among them, and their average. */
public final class Cycles {
    private static final double SAME = 1e-6;

    private Cycles() {}

    /**
     * The places of the stretches that are cycles of one loop with stretch {@code index}, itself among them, in the
     * order in which they lie. A pass may have begun or ended within the loop.
     */
    public static List<Integer> of(Session session, Lane lane, int index) {
        Stretch one = lane.stretches().get(index);
        List<Integer> cycles = new ArrayList<>();
        for (int i = 0; i < lane.stretches().size(); i++) {
            Stretch other = lane.stretches().get(i);
            boolean sameLoop = Math.abs(other.passFrom() - one.passFrom()) < SAME
                    || Math.abs(other.passTo() - one.passTo()) < SAME;
            boolean sameHand = session.ride(other.ride())
                    .hand()
                    .equals(session.ride(one.ride()).hand());
            boolean together = other.passFrom() < one.passTo() && one.passFrom() < other.passTo();
            if (i == index || sameLoop && sameHand && together) {
                cycles.add(i);
            }
        }
        return cycles;
    }

    /** The session with stretch {@code index} of a lane on top: what its hand did is heard. */
    public static Session choose(Session session, Target target, int index) {
        Lane lane = session.lane(target);
        return session.with(writer(session, lane).raise(lane, index, session::ride));
    }

    /**
     * The session with a ride more on top: at each time the mean of where the control counted in these cycles. Before a
     * cycle's first move its first place counts, after its last move its last.
     */
    public static Session average(Session session, Target target, List<Integer> cycles) {
        if (cycles.size() < 2) {
            throw new IllegalArgumentException("An average needs two cycles or more; there is one. Ride in a loop.");
        }
        Lane lane = session.lane(target);
        List<Curve> curves = new ArrayList<>();
        TreeSet<Double> times = new TreeSet<>();
        Stretch last = lane.stretches().get(cycles.get(cycles.size() - 1));
        double handFrom = last.handFrom();
        double handTo = last.handTo();
        double passFrom = last.passFrom();
        double passTo = last.passTo();
        for (int cycle : cycles) {
            Stretch one = lane.stretches().get(cycle);
            Ride ride = session.ride(one.ride());
            Curve curve = Reconstruction.held(ride.times(), ride.countedPlaces());
            curves.add(curve);
            for (double time : curve.times()) {
                times.add(time);
            }
            handFrom = Math.min(handFrom, one.handFrom());
            handTo = Math.max(handTo, one.handTo());
            passFrom = Math.min(passFrom, one.passFrom());
            passTo = Math.max(passTo, one.passTo());
        }
        double[] seconds = new double[times.size()];
        double[] places = new double[times.size()];
        int i = 0;
        for (double time : times) {
            double sum = 0;
            for (Curve curve : curves) {
                sum += curve.valueAt(time);
            }
            seconds[i] = time;
            places[i++] = sum / curves.size();
        }
        Ride first = session.ride(last.ride());
        Ride mean = new Ride(
                PassWriter.freshRideId(session),
                first.hand(),
                first.resolution(),
                passFrom,
                passTo,
                seconds,
                places,
                places);
        Stretch asked = new Stretch(
                mean.id(),
                last.span(),
                last.mode(),
                handFrom,
                handTo,
                passFrom,
                passTo,
                last.recipe(),
                0,
                0,
                Envelope.EMPTY);
        return session.with(mean).with(writer(session, lane).write(lane, mean, asked));
    }

    private static LaneWriter writer(Session session, Lane lane) {
        return new LaneWriter(session.parameter(lane.target()), session.timeline(), lane.lock());
    }
}
