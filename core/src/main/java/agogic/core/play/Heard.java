package agogic.core.play;

import agogic.core.lane.Lane;
import agogic.core.macro.Macro;
import agogic.core.macro.Member;
import agogic.core.parameter.Parameter;
import agogic.core.route.Target;
import agogic.core.session.Session;
import java.util.HashMap;
import java.util.Map;

/**
 * What is heard of a session when nobody touches anything: the value of every parameter at any time, as it arrives at
 * the device. That is its lane, except where it follows another parameter on a joined socket, where its socket is with
 * somebody else for the moment, and where it travels as a MIDI code. The same rules as the {@link Engine}'s, without a
 * clock.
 */
public final class Heard {
    private final Session session;
    private final ParameterIndex index;
    private final Reach[] reaches;
    private final Map<Target, Macro> movers = new HashMap<>();

    public Heard(Session session) {
        this.session = session;
        index = new ParameterIndex(session);
        reaches = Reach.all(session, index);
        for (Macro macro : session.macros()) {
            macro.members().forEach(member -> movers.put(member.target(), macro));
        }
    }

    /** The normalised value of a parameter at {@code seconds} from the start of the piece. */
    public double valueAt(Target target, double seconds) {
        Parameter parameter = session.parameter(target);
        Reach reach = reaches[index.of(target)];
        if (reach == null) {
            return said(target, seconds);
        }
        if (reach.follows()) {
            return parameter.settled(reach.arriving(said(index.target(reach.leader()), seconds)));
        }
        if (reach.shares()) {
            double sent = reach.lastSent(session.timeline().beatAt(seconds));
            return Double.isNaN(sent)
                    ? session.parameter(target).resting()
                    : said(target, Math.min(seconds, session.timeline().secondsAt(sent)));
        }
        return parameter.settled(reach.arriving(said(target, seconds)));
    }

    /** What its lane says, or where it stands without one, moved by its macro. */
    private double said(Target target, double seconds) {
        Lane lane = session.lane(target);
        Parameter parameter = session.parameter(target);
        double own = lane.envelope().isEmpty()
                ? parameter.resting()
                : lane.valueAt(session.timeline().laneTime(lane.lock(), seconds), parameter);
        Macro macro = movers.get(target);
        if (macro == null) {
            return own;
        }
        Member member = macro.member(target).orElseThrow();
        return parameter.settled(macro.value(member, said(macro.target(), seconds), own));
    }
}
