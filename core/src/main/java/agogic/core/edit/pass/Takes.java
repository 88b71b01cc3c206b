package agogic.core.edit.pass;

import agogic.core.curve.Curve;
import agogic.core.curve.Reconstruction;
import agogic.core.edit.layer.Layers;
import agogic.core.envelope.Envelope;
import agogic.core.lane.Lane;
import agogic.core.lane.Layer;
import agogic.core.lane.Stretch;
import agogic.core.ride.Ride;
import agogic.core.route.Target;
import agogic.core.session.Session;
import agogic.core.session.Writable;
import agogic.core.time.LaneTime;
import java.util.ArrayList;
import java.util.List;
import java.util.TreeSet;

/**
 * Rides over the same stretch of one layer lie one on top of the other, and the uppermost counts: choosing among them, taking
 * a part of one, their average, their names. A loop gives one a cycle.
 */
public final class Takes {
    private static final double SAME = 1e-6;

    private Takes() {}

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

    /** The places of all takes that share time with stretch {@code index}, itself among them, in their order. */
    public static List<Integer> over(Lane lane, int index) {
        Stretch one = lane.stretches().get(index);
        List<Integer> takes = new ArrayList<>();
        for (int i = 0; i < lane.stretches().size(); i++) {
            if (i == index || lane.stretches().get(i).overlaps(one)) {
                takes.add(i);
            }
        }
        return takes;
    }

    /** True if nothing lies over stretch {@code index}: it is what counts there. */
    public static boolean counts(Lane lane, int index) {
        return over(lane, index).stream().allMatch(i -> i <= index);
    }

    /**
     * The session with stretch {@code index} of a layer on top: what its hand did is heard.
     *
     * @throws IllegalArgumentException in words for people if there is no such layer, or the lane is protected
     */
    public static Session choose(Session session, Target target, int layer, int index) {
        Writable.lane(session, target);
        return Layers.edited(session, target, layer, (writer, one) -> writer.raise(one, index, session::ride));
    }

    /**
     * The session with a part of stretch {@code index} of a layer on top, exact at both edges.
     *
     * @param from where the part begins, in time of the layer
     * @param to where it ends
     * @throws IllegalArgumentException if the hand had nothing there
     */
    public static Session part(Session session, Target target, int layer, int index, double from, double to) {
        Layer one = session.lane(target).layer(layer);
        Stretch whole = one.stretches().get(index);
        double first = Math.max(from, whole.from());
        double last = Math.min(to, whole.to());
        if (!(last - first > SAME)) {
            throw new IllegalArgumentException("That take says nothing there: it goes from "
                    + position(session, one, whole, whole.from()) + " to "
                    + position(session, one, whole, whole.to()) + ".");
        }
        LaneTime time = whole.time(session.timeline(), one.lock());
        Stretch part = whole.part(time.seconds(first), time.seconds(last)).inWhole();
        Writable.lane(session, target);
        return Layers.edited(
                session, target, layer, (writer, lane) -> writer.write(lane, session.ride(whole.ride()), part));
    }

    private static String position(Session session, Layer layer, Stretch stretch, double time) {
        double seconds = stretch.time(session.timeline(), layer.lock()).seconds(time);
        return session.timeline().printBars(session.timeline().beatAt(seconds));
    }

    /**
     * The session with another name for a take; none if it is empty.
     *
     * @param layer from 0
     * @param index the place of the take among the stretches of the layer, from 0
     */
    public static Session rename(Session session, Target target, int layer, int index, String name) {
        Lane lane = session.lane(target);
        List<Stretch> stretches = new ArrayList<>(lane.layer(layer).stretches());
        stretches.set(index, stretches.get(index).named(name.strip()));
        Layer renamed = lane.layer(layer).with(lane.layer(layer).envelope(), stretches);
        return session.with(lane.with(layer, renamed));
    }

    /**
     * The session with a ride more on top: at each time the mean of where the control counted in these cycles. Before a
     * cycle's first move its first place counts, after its last move its last.
     *
     * @throws IllegalArgumentException in words for people if there are fewer than two
     */
    public static Session average(Session session, Target target, int layer, List<Integer> cycles) {
        if (cycles.size() < 2) {
            throw new IllegalArgumentException("An average needs two cycles or more; there is one. Ride in a loop.");
        }
        Lane lane = session.lane(target).only(layer);
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
        Stretch framed = last.frame().map(asked::in).orElse(asked);
        Writable.lane(session, target);
        return Layers.edited(session.with(mean), target, layer, (writer, one) -> writer.write(one, mean, framed));
    }
}
