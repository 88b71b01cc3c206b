package agogic.core.plan;

import agogic.core.device.Device;
import agogic.core.device.Outside;
import agogic.core.device.Socket;
import agogic.core.device.Turn;
import agogic.core.route.Span;
import agogic.core.route.Target;
import agogic.core.session.Session;
import java.util.ArrayList;
import java.util.List;

/**
 * How a value reaches a parameter whose way is not a socket of its own: it follows another one, it has its socket only
 * for a while, or it travels outside in so many bits. Allocates nothing while it plays.
 */
public final class Reach {
    private final int leader;
    private final Span lead;
    private final Span span;
    private final double[] from;
    private final double[] to;
    private final Outside outside;

    private Reach(int leader, Span lead, Span span, double[] from, double[] to, Outside outside) {
        this.leader = leader;
        this.lead = lead;
        this.span = span;
        this.from = from;
        this.to = to;
        this.outside = outside;
    }

    /** The ways of all parameters, null for the plain ones. */
    public static Reach[] all(Session session, ParameterIndex index) {
        Reach[] all = new Reach[index.size()];
        for (Device device : session.devices()) {
            for (Socket socket : device.used()) {
                for (int s = 0; s < socket.seats().size(); s++) {
                    int p = index.of(
                            new Target(device.id(), socket.seats().get(s).parameter()));
                    if (socket.shared()) {
                        all[p] = turns(socket, s);
                    } else if (socket.joined()) {
                        Target first =
                                new Target(device.id(), socket.seats().get(0).parameter());
                        Span lead = socket.seats().get(0).span();
                        int leader = s == 0 ? -1 : index.of(first);
                        all[p] = new Reach(leader, lead, socket.seats().get(s).span(), null, null, null);
                    }
                }
            }
            for (Outside one : device.outside()) {
                all[index.of(new Target(device.id(), one.parameter()))] = new Reach(-1, null, null, null, null, one);
            }
        }
        return all;
    }

    private static Reach turns(Socket socket, int seat) {
        List<double[]> mine = new ArrayList<>();
        List<Turn> turns = socket.turns();
        for (int i = 0; i < turns.size(); i++) {
            if (turns.get(i).seat() == seat) {
                double end = i + 1 < turns.size() ? turns.get(i + 1).beat() : Double.POSITIVE_INFINITY;
                // A count-in before the first beat belongs to whoever begins.
                mine.add(new double[] {
                    i == 0 ? Double.NEGATIVE_INFINITY : turns.get(i).beat(), end
                });
            }
        }
        double[] from = mine.stream().mapToDouble(m -> m[0]).toArray();
        double[] to = mine.stream().mapToDouble(m -> m[1]).toArray();
        return new Reach(-1, null, null, from, to, null);
    }

    /** True if it goes with another parameter on a joined socket. */
    public boolean follows() {
        return leader >= 0;
    }

    /** The number of the parameter that it goes with, if it {@link #follows}. */
    public int leader() {
        return leader;
    }

    /** True if it has its socket only in turns. */
    public boolean shares() {
        return from != null;
    }

    /**
     * When the socket last carried this parameter's value, up to {@code beat}, in quarter notes; NaN if it did not
     * yet.
     */
    public double lastSent(double beat) {
        double last = Double.NaN;
        for (int i = 0; i < from.length && from[i] <= beat; i++) {
            last = beat < to[i] ? beat : to[i];
        }
        return last;
    }

    /** When this parameter has its socket again after {@code beat}, in quarter notes; infinite if it never does. */
    public double next(double beat) {
        for (double one : from) {
            if (one > beat) {
                return one;
            }
        }
        return Double.POSITIVE_INFINITY;
    }

    /** The normalised value that arrives when {@code x} is sent, or when the leader stands at {@code x}. */
    public double arriving(double x) {
        if (follows()) {
            return span.apply(lead.positionOf(x));
        }
        if (lead != null) {
            double low = Math.min(lead.from(), lead.to());
            double high = Math.max(lead.from(), lead.to());
            return Math.max(low, Math.min(high, x));
        }
        return outside != null ? outside.arriving(x) : x;
    }
}
