package agogic.core.edit.layer;

import agogic.core.lane.LayerStack;
import agogic.core.macro.Macro;
import agogic.core.macro.Member;
import agogic.core.parameter.Parameter;
import agogic.core.route.Target;
import agogic.core.session.Session;
import java.util.Optional;
import java.util.TreeSet;

/**
 * How far what is heard of a lane moved between two sessions.
 *
 * @param farthest in the difference unit of the parameter, 0 or more
 * @param beat where that is
 */
public record Difference(double farthest, double beat) {
    private static final int LOOKS = 16;
    private static final int ROUNDS = 3;
    private static final int MOST = 200_000;
    private static final double JUST = 1e-7;
    /** Less than this is rounding, normalised. */
    private static final double ROUNDING = 1e-9;

    /**
     * Between {@code before} and {@code after}, over the whole piece: at all points and between them.
     *
     * @throws IllegalArgumentException in words for people if one of the sessions has no such target
     */
    public static Difference of(Session before, Session after, Target target) {
        if (unheard(after, target).isPresent()) {
            return new Difference(0, 0);
        }
        LayerStack one = before.stack(before.lane(target));
        LayerStack other = after.stack(after.lane(target));
        Parameter parameter = before.parameter(target);
        TreeSet<Double> beats = new TreeSet<>();
        beats.add(0.0);
        beats.add(before.length());
        ends(one, beats);
        ends(other, beats);
        Difference greatest = new Difference(0, 0);
        double last = Double.NaN;
        double around = 0;
        for (double beat : beats) {
            // Just after it begins to just before it ends: a jump may be off by a rounding of its time.
            double from = last + JUST;
            double to = beat - JUST;
            for (int i = 0; i <= LOOKS && to > from; i++) {
                double at = from + (to - from) * i / LOOKS;
                Difference here = at(one, other, at, parameter);
                if (here.farthest > greatest.farthest) {
                    greatest = here;
                    around = (beat - last) / LOOKS;
                }
            }
            last = beat;
        }
        for (int round = 0; round < ROUNDS && !greatest.none(); round++, around /= LOOKS) {
            double middle = greatest.beat;
            for (int i = -LOOKS; i <= LOOKS; i++) {
                double at = middle + around * i / LOOKS;
                Double edge = beats.floor(at + JUST / 2);
                if (at < 0 || edge != null && at - edge < JUST / 2) {
                    continue;
                }
                Difference here = at(one, other, at, parameter);
                greatest = here.farthest > greatest.farthest ? here : greatest;
            }
        }
        return greatest;
    }

    private static Difference at(LayerStack one, LayerStack other, double beat, Parameter parameter) {
        double a = heard(one, beat, parameter);
        double b = heard(other, beat, parameter);
        return new Difference(Math.abs(a - b) <= ROUNDING ? 0 : parameter.distance(a, b), beat);
    }

    private static double heard(LayerStack stack, double beat, Parameter parameter) {
        return stack.plays() ? parameter.settled(stack.valueAtBeat(beat)) : parameter.resting();
    }

    private static void ends(LayerStack stack, TreeSet<Double> beats) {
        int way = -1;
        while (beats.size() < MOST && !Double.isInfinite(stack.endBeat(way))) {
            beats.add(stack.endBeat(way++));
        }
    }

    /**
     * Why what the lane of a target says is not heard, whatever it says; empty if it is.
     *
     * @throws IllegalArgumentException in words for people if the session has no such target
     */
    public static Optional<String> unheard(Session session, Target target) {
        String name = session.parameter(target).name();
        Optional<Macro> macro = session.macroOf(target).filter(m -> m.members().stream()
                .anyMatch(one -> one instanceof Member.BySpan && one.target().equals(target)));
        if (macro.isPresent()) {
            return Optional.of(name + " follows the macro " + macro.get().name() + ", not its own lane");
        }
        return session.device(target.device())
                .leaderOf(target.parameter())
                .map(leader -> name + " follows "
                        + session.device(target.device()).find(leader).name() + ", not its own lane");
    }

    /** True if nothing moved, but for rounding. */
    public boolean none() {
        return farthest == 0;
    }

    /**
     * In words: {@code nothing that is heard moved}, or how far it did, and where.
     *
     * @throws IllegalArgumentException in words for people if the session has no such target
     */
    public String told(Session session, Target target) {
        return none()
                ? "nothing that is heard moved" + why(session, target)
                : "what is heard moved" + by(session, target);
    }

    /**
     * The same of what is not done yet: {@code nothing that is heard moves}.
     *
     * @throws IllegalArgumentException in words for people if the session has no such target
     */
    public String would(Session session, Target target) {
        return none()
                ? "nothing that is heard moves" + why(session, target)
                : "what is heard moves" + by(session, target);
    }

    private static String why(Session session, Target target) {
        return unheard(session, target).map(w -> ": " + w).orElse("");
    }

    private String by(Session session, Target target) {
        return " by " + session.parameter(target).printDifference(farthest) + " at the most, at "
                + session.timeline().printBars(beat);
    }
}
