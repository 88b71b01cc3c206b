package agogic.core.learn;

import agogic.core.assign.Assigning;
import agogic.core.device.Exposure;
import agogic.core.expose.Exposing;
import agogic.core.macro.Macro;
import agogic.core.midi.MidiSink;
import agogic.core.route.Hand;
import agogic.core.route.Target;
import agogic.core.session.Session;
import agogic.core.surface.Control;
import agogic.core.surface.Surface;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.function.IntUnaryOperator;

/**
 * Tying things to hands by moving them, one after another, or finding out what controls a surface has by moving each of
 * them once. All is done in a draft: until it is kept, the session is as it was. A control is taken when it is sure what it
 * is and the hand rests or moves on; where it is in use already, a person decides. Used by one thread; time is handed in.
 */
public final class Learning {
    /** A hand that rests this long has chosen. */
    public static final long REST_NANOS = 600_000_000L;

    private final Session before;
    private final List<Target> targets;
    private final IntUnaryOperator pages;
    private final String walked;
    private final Hand again;
    private final Hearing hearing;
    private final List<Step> steps = new ArrayList<>();
    private Session draft;
    private HeardControl heard;
    private Recognised overruled;
    private Control lastNew;
    private String lastSurface;
    private List<Recognised> lastReadings = List.of();

    /**
     * What became of one target, or of one control of a walk.
     *
     * @param target what is to be moved; empty in a walk
     * @param hand the control that moves it now; empty if it was left
     */
    public record Step(Optional<Target> target, Optional<Hand> hand) {}

    private Learning(Session session, List<Target> targets, IntUnaryOperator pages, String walked, Hand again) {
        before = session;
        draft = session;
        this.targets = List.copyOf(targets);
        this.pages = pages;
        this.walked = walked;
        this.again = again;
        hearing = new Hearing(session.surfaces());
    }

    /**
     * Ties each of {@code targets} to the control that is moved next.
     *
     * @param pages the page that the surface of this number is on, 1 for the first
     * @throws IllegalArgumentException if one of them cannot be tied to a hand, with the reason
     */
    public static Learning of(Session session, List<Target> targets, IntUnaryOperator pages) {
        if (targets.isEmpty()) {
            throw new IllegalArgumentException("Choose what a control is to move first.");
        }
        if (session.surfaces().isEmpty()) {
            throw new IllegalArgumentException("The session has no surface yet: add one, then move its controls.");
        }
        for (Target target : targets) {
            Assigning.check(session, target);
        }
        return new Learning(session, targets, pages, null, null);
    }

    /**
     * Finds out what controls a surface has: move each of them once.
     *
     * @throws IllegalArgumentException in words for people if the session has no such surface
     */
    public static Learning walk(Session session, String surfaceId) {
        session.surface(surfaceId);
        return new Learning(session, List.of(), s -> 1, surfaceId, null);
    }

    /**
     * Finds out anew how one control speaks; what it moves stays.
     *
     * @throws IllegalArgumentException in words for people if the session has no such control
     */
    public static Learning again(Session session, Hand control) {
        session.control(control);
        return new Learning(session, List.of(), s -> 1, control.surface(), control.on(0));
    }

    /** The control whose message is learnt anew, if that is what is done. */
    public Optional<Hand> anew() {
        return Optional.ofNullable(again);
    }

    /** True if it only finds out what controls there are. */
    public boolean walking() {
        return walked != null && again == null;
    }

    /** Where the messages of the surface of this number go in. */
    public MidiSink from(int surface) {
        return hearing.from(surface);
    }

    /**
     * Looks what was heard up to {@code nanos} of the clock; takes what has come to rest.
     *
     * @throws IllegalArgumentException in words for people if what it takes cannot be tied any more
     */
    public void tick(long nanos) {
        HeardControl now = hearing.now().filter(this::meant).orElse(null);
        if (now != null && heard != null && !now.same(heard)) {
            if (ready(heard) && steps.size() + 1 < targets.size() + (walking() ? Integer.MAX_VALUE - 1 : 0)) {
                // The hand moved on: what it had moved is taken, and what it moves is heard on.
                keep(heard, Assigning.How.ADD);
                hearing.goOn();
                now = hearing.now().filter(this::meant).orElse(null);
            }
            overruled = null;
        }
        heard = now == null || overruled == null
                ? now
                : new HeardControl(now.number(), now.surface(), overruled, Optional.empty(), now.last());
        if (heard != null && nanos - heard.last() >= REST_NANOS && ready(heard)) {
            take(Assigning.How.ADD, nanos);
        }
    }

    /** True if one control is learnt anew, and what is heard now is another that speaks for itself already. */
    public boolean another() {
        return heard != null && another(heard);
    }

    private boolean another(HeardControl one) {
        return again != null
                && one.known().filter(c -> !c.id().equals(again.control())).isPresent();
    }

    private boolean meant(HeardControl one) {
        return walked == null || one.surface().id().equals(walked);
    }

    private boolean ready(HeardControl one) {
        return one.sure() && clash(one).isEmpty() && !another(one);
    }

    /** What is heard now, as it is taken for. */
    public Optional<HeardControl> heard() {
        return Optional.ofNullable(heard);
    }

    /** What is to be tied next; empty when all is, or in a walk. */
    public Optional<Target> wanted() {
        return steps.size() < targets.size() ? Optional.of(targets.get(steps.size())) : Optional.empty();
    }

    /** What is to be tied, in order; nothing in a walk. */
    public List<Target> targets() {
        return targets;
    }

    /** What became of each, in order. */
    public List<Step> steps() {
        return List.copyOf(steps);
    }

    /** True when there is nothing more to be tied. A walk goes on until the person says so. */
    public boolean done() {
        return again != null ? !steps.isEmpty() : !walking() && wanted().isEmpty();
    }

    /** What adding and taking over would each mean, if what is heard is in use already. */
    public Optional<String> clash() {
        return heard == null ? Optional.empty() : clash(heard);
    }

    private Optional<String> clash(HeardControl one) {
        Target target = wanted().orElse(null);
        if (target == null || one.known().isEmpty()) {
            return target == null
                    ? Optional.empty()
                    : Assigning.clash(with(one), hand(one), target)
                            .filter(words -> !Assigning.othersOfTarget(with(one), hand(one), target)
                                    .isEmpty());
        }
        return Assigning.clash(draft, hand(one), target);
    }

    private Hand hand(HeardControl one) {
        int page = one.surface().pages().size() > 1 ? pages.applyAsInt(one.number()) : 0;
        return new Hand(one.surface().id(), one.control().id(), page);
    }

    private Session with(HeardControl one) {
        Surface surface = draft.surface(one.surface().id());
        return one.known().isPresent() ? draft : draft.with(surface.with(one.control()));
    }

    /**
     * Takes what is heard. {@code nanos}: now.
     *
     * @throws IllegalArgumentException in words for people if nothing was moved yet
     */
    public void take(Assigning.How how, long nanos) {
        if (heard == null) {
            throw new IllegalArgumentException("Nothing was moved yet.");
        }
        HeardControl one = heard;
        keep(one, how);
        hearing.next(one.number(), one.control(), nanos);
        heard = null;
        overruled = null;
    }

    private void keep(HeardControl one, Assigning.How how) {
        if (again != null) {
            keepAgain(one);
            return;
        }
        Control control = one.control();
        boolean fresh = one.known().isEmpty();
        Hand hand = hand(one);
        Session more = with(one);
        if (walking()) {
            if (fresh) {
                steps.add(new Step(Optional.empty(), Optional.of(hand)));
            }
        } else {
            Target target = wanted().orElseThrow();
            boolean hidden = !target.device().equals(Macro.DEVICE)
                    && more.device(target.device()).exposure(target.parameter()) == Exposure.HIDDEN;
            // What is to be moved is to be reached as well.
            more = hidden ? Exposing.expose(more, List.of(target)).session() : more;
            more = Assigning.connect(more, hand, target, how);
            steps.add(new Step(Optional.of(target), Optional.of(hand)));
        }
        draft = more;
        hearing.know(draft.surfaces());
        if (fresh) {
            lastNew = control;
            lastSurface = one.surface().id();
            lastReadings = one.as().readings();
        }
    }

    private void keepAgain(HeardControl one) {
        if (another(one)) {
            throw new IllegalArgumentException(
                    one.control().name() + " already uses this message. Move the control you mean.");
        }
        if (one.known().isEmpty()) {
            Control old = draft.control(again);
            Recognised as = one.as();
            int touch = as.touchNote() >= 0 ? as.touchNote() : old.touchNote();
            Control anew = new Control(old.id(), old.name(), as.kind(), as.address(), touch, as.turned(), old.shows());
            draft = draft.with(draft.surface(again.surface()).with(anew));
        }
        steps.add(new Step(Optional.empty(), Optional.of(again)));
    }

    /** Leaves what is wanted now without a hand, and what is heard aside. */
    public void leave(long nanos) {
        if (heard != null) {
            hearing.next(heard.number(), heard.control(), nanos);
        }
        wanted().ifPresent(target -> steps.add(new Step(Optional.of(target), Optional.empty())));
        heard = null;
        overruled = null;
    }

    /** What the control heard now, or else the one taken last, could be as well; the first is what it is taken for. */
    public List<Recognised> readings() {
        return heard != null ? heard.as().readings() : lastReadings;
    }

    /** The person knows better what the control is: the one heard now, or else the one taken last. */
    public void overrule(Recognised reading) {
        if (heard != null) {
            overruled = reading;
            heard = new HeardControl(heard.number(), heard.surface(), reading, Optional.empty(), heard.last());
            return;
        }
        if (lastNew != null) {
            Control made = reading.control(lastNew.id(), lastNew.name());
            draft = draft.with(draft.surface(lastSurface).with(made));
            lastNew = made;
            lastReadings = reading.readings();
            hearing.know(draft.surfaces());
        }
    }

    /** The session with all that was taken so far. */
    public Session draft() {
        return draft;
    }

    /** The draft, and the new control that is heard now as if it were taken: what is to be drawn. */
    public Session shown() {
        return heard == null || again != null ? draft : with(heard);
    }

    /** The session as it was. */
    public Session before() {
        return before;
    }

    /** How many were tied, or found. */
    public int taken() {
        return (int) steps.stream().filter(s -> s.hand().isPresent()).count();
    }

    /** What it comes to, as one act. */
    public String act() {
        int n = taken();
        if (again != null) {
            return "Learn " + before.control(again).name() + " anew";
        }
        if (walking()) {
            return "Walk " + before.surface(walked).name() + ": " + n + (n == 1 ? " control" : " controls");
        }
        return n == 1
                ? "Learn a control for " + before.parameter(targets.get(0)).name()
                : "Learn " + n + " controls";
    }
}
