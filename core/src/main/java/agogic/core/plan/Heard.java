package agogic.core.plan;

import agogic.core.lane.Lane;
import agogic.core.lane.LayerStack;
import agogic.core.macro.Macro;
import agogic.core.macro.Member;
import agogic.core.parameter.Parameter;
import agogic.core.route.Target;
import agogic.core.session.Session;

/**
 * What is heard of a session when nobody touches anything: the value of every parameter at any time, as it arrives at
 * the device. That is its lane, except where it follows another parameter on a joined socket, where its socket is with
 * somebody else for the moment, and where it travels as a MIDI code. The same rules as those of playing, without a
 * clock.
 */
public final class Heard {
    private final Session session;
    private final ParameterIndex index;
    private final Reach[] reaches;
    /** What each lane says, null where none does. */
    private final LayerStack[] lanes;

    private final Macro[] movers;
    private final Member[] members;

    /** What is heard of this session, whole, by nobody's hand. */
    public Heard(Session session) {
        this.session = session;
        index = new ParameterIndex(session);
        reaches = Reach.all(session, index);
        lanes = new LayerStack[index.size()];
        for (Lane lane : session.lanes()) {
            if (lane.plays()) {
                lanes[index.of(lane.target())] = session.stack(lane);
            }
        }
        movers = new Macro[index.size()];
        members = new Member[index.size()];
        for (Macro macro : session.macros()) {
            for (Member member : macro.members()) {
                movers[index.of(member.target())] = macro;
                members[index.of(member.target())] = member;
            }
        }
    }

    /**
     * The normalised value of a parameter at {@code seconds} from the start of the piece.
     *
     * @throws IllegalArgumentException in words for people if the session has no such target
     */
    public double valueAt(Target target, double seconds) {
        int p = index.of(target);
        Parameter parameter = index.parameter(p);
        Reach reach = reaches[p];
        if (reach == null) {
            return said(p, seconds);
        }
        if (reach.follows()) {
            return parameter.settled(reach.arriving(said(reach.leader(), seconds)));
        }
        if (reach.shares()) {
            double sent = reach.lastSent(session.timeline().beatAt(seconds));
            return Double.isNaN(sent)
                    ? parameter.resting()
                    : said(p, Math.min(seconds, session.timeline().secondsAt(sent)));
        }
        return parameter.settled(reach.arriving(said(p, seconds)));
    }

    /**
     * What is said of a parameter at {@code seconds}, before it travels: no code makes it coarser, no socket is with
     * another.
     *
     * @throws IllegalArgumentException in words for people if the session has no such target
     */
    public double saidAt(Target target, double seconds) {
        return said(index.of(target), seconds);
    }

    /**
     * Up to when the value of a parameter certainly stays what it is at {@code seconds}; {@code seconds} itself while
     * it may move. Hand-overs of a shared socket are not looked at.
     *
     * @throws IllegalArgumentException in words for people if the session has no such target
     */
    public double stillUntil(Target target, double seconds) {
        int p = index.of(target);
        Reach reach = reaches[p];
        return still(reach != null && reach.follows() ? reach.leader() : p, seconds);
    }

    private double still(int p, double seconds) {
        double until = lanes[p] == null ? Double.POSITIVE_INFINITY : lanes[p].stillUntil(seconds);
        return movers[p] == null ? until : Math.min(until, still(index.of(movers[p].target()), seconds));
    }

    /** What its lane says, or where it stands without one, moved by its macro. */
    private double said(int p, double seconds) {
        Parameter parameter = index.parameter(p);
        double own = lanes[p] == null ? parameter.resting() : parameter.settled(lanes[p].valueAtSeconds(seconds));
        Macro macro = movers[p];
        return macro == null
                ? own
                : parameter.settled(macro.value(members[p], said(index.of(macro.target()), seconds), own, parameter));
    }
}
