package agogic.core.edit.points;

import agogic.core.audio.LoudnessCurve;
import agogic.core.audio.LoudnessMeter;
import agogic.core.envelope.Envelope;
import agogic.core.lane.Lane;
import agogic.core.lane.Layer;
import agogic.core.lane.LayerStack;
import agogic.core.parameter.Offset;
import agogic.core.parameter.Parameter;
import agogic.core.parameter.Taper;
import agogic.core.parameter.Unit;
import agogic.core.refine.Recipe;
import agogic.core.refine.Refining;
import agogic.core.ride.Ride;
import agogic.core.route.Hand;
import agogic.core.route.Span;
import agogic.core.route.Target;
import agogic.core.session.Session;
import agogic.core.session.Writable;
import agogic.core.time.Lock;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;

/**
 * An offset of a level that brings what is heard to one loudness: phrase by phrase, so far and so fast as is allowed, and
 * held where there is only noise. Meant to be looked at, ridden over, taken back.
 */
public final class LoudnessDraft {
    /** What the layer is called; drafted again, it takes the place of the one before. */
    public static final String NAME = "Loudness";

    /** A pause longer than this parts two phrases, in steps of a tenth of a second. */
    private static final int PAUSE_STEPS = 4;

    /** How much of a phrase is heard around a moment, in steps: short-term loudness. */
    private static final int AROUND_STEPS = 30;

    private static final int ROUNDS = 4;

    /** A hand is heard so often in each step. */
    private static final int FINER = 10;

    /** How fine a computed level is, of the whole travel. */
    private static final double FINE = 1e-5;

    private LoudnessDraft() {}

    /**
     * What is wanted.
     *
     * @param target LUFS, −60 to 0
     * @param up dB that it may be made louder, 0 to 24
     * @param down dB that it may be made softer, 0 to 48
     * @param speed dB a second that the level may move, above 0
     * @param gate LUFS (momentary): what is softer is a pause, and the level is held there
     */
    public record Wanted(double target, double up, double down, double speed, double gate) {
        /**
         * What is usual for a voice: 8 dB each way, 30 dB a second, and pauses 20 dB below the target, which is in
         * LUFS.
         */
        public static Wanted of(double target) {
            return new Wanted(target, 8, 8, 30, target - 20);
        }

        /**
         * Refuses what cannot be, with words for people.
         *
         * @throws IllegalArgumentException in words for people if one of these is not what it can be
         */
        public Wanted {
            if (!(target >= -60 && target <= 0)) {
                throw new IllegalArgumentException("The target lies between −60 and 0 LUFS.");
            }
            if (!(up >= 0 && up <= 24 && down >= 0 && down <= 48)) {
                throw new IllegalArgumentException("It may be made 0 to 24 dB louder, and 0 to 48 dB softer.");
            }
            if (!(speed > 0 && speed <= 1000)) {
                throw new IllegalArgumentException("A level moves with more than 0 dB a second, at most with 1,000.");
            }
            if (!(gate >= LoudnessMeter.SILENT && gate < target)) {
                throw new IllegalArgumentException(
                        "Set the gate lower than the target: only what is louder than the gate is changed.");
            }
        }
    }

    /**
     * What came of it.
     *
     * @param session with the layer
     * @param points of the layer; 0 if it was only looked at
     * @param before how loud it was
     * @param after how loud it will be, by computation
     * @param gains dB at each step, as the layer has them
     * @param phrases from the first step of each to the one behind its last
     * @param held how many steps were stopped by an end of the level's travel
     */
    public record Drafted(
            Session session,
            int points,
            LoudnessCurve before,
            LoudnessCurve after,
            double[] gains,
            List<int[]> phrases,
            int held) {
        /** How far the loudness of phrases lies from the target, root mean square in LU, before or after. */
        public double spread(LoudnessCurve heard, double target) {
            double sum = 0;
            for (int[] phrase : phrases) {
                double one = loudness(heard, phrase) - target;
                sum += one * one;
            }
            return phrases.isEmpty() ? 0 : Math.sqrt(sum / phrases.size());
        }

        /** The loudness of a phrase, in LUFS. */
        public static double loudness(LoudnessCurve heard, int[] phrase) {
            double sum = 0;
            for (int i = phrase[0]; i < phrase[1]; i++) {
                sum += heard.energy(i);
            }
            return LoudnessCurve.loudness(sum / (phrase[1] - phrase[0]));
        }
    }

    /**
     * True if a level can be drafted: it is in dB and no switch.
     */
    public static boolean possible(Parameter parameter) {
        return parameter.unit() == Unit.DECIBEL && !parameter.stepped() && !parameter.reserved();
    }

    /** The session without an earlier draft of this level: what is to be measured; the same if there is none. */
    public static Session without(Session session, Target target) {
        Lane lane = session.lane(target);
        List<Layer> left = new ArrayList<>(lane.layers());
        left.removeIf(LoudnessDraft::drafted);
        return left.size() == lane.layers().size() ? session : session.with(lane.of(left));
    }

    private static boolean drafted(Layer layer) {
        return layer.offset()
                && !layer.inClip()
                && layer.name().equals(NAME)
                && layer.stretches().isEmpty();
    }

    /**
     * Drafts.
     *
     * @param session without an earlier draft ({@link #without})
     * @param heard how loud what the level acts on is now, from the beginning of the piece on
     * @param tolerance in dB, of the envelope
     * @throws IllegalArgumentException if it is no level, or nothing is above the gate, with words for people
     */
    public static Drafted of(Session session, Target target, LoudnessCurve heard, Wanted wanted, double tolerance) {
        Writable.lane(session, target);
        Drafted looked = look(session, target, heard, wanted);
        Parameter parameter = session.parameter(target);
        Envelope envelope = envelope(session, parameter, looked.gains(), tolerance);
        double[] drawn = new double[looked.gains().length];
        for (int i = 0; i < drawn.length; i++) {
            double amount = Offset.amount(envelope.valueAt((i + 0.5) * LoudnessCurve.STEP));
            drawn[i] = amount * reach(parameter);
        }
        Layer layer = new Layer(NAME, "", true, true, Lock.SECONDS, envelope, List.of(), List.of());
        Lane lane = session.lane(target);
        Session with = session.with(lane.with(lane.layers().size(), layer));
        return new Drafted(with, envelope.size(), heard, heard.louder(drawn), drawn, looked.phrases(), looked.held());
    }

    /**
     * As {@link #of}, at once and without points: what would come of it, before any tolerance.
     *
     * @throws IllegalArgumentException in words for people if the target is no level, or nothing is loud enough to be measured
     */
    public static Drafted look(Session session, Target target, LoudnessCurve heard, Wanted wanted) {
        Parameter parameter = session.parameter(target);
        if (!possible(parameter)) {
            throw new IllegalArgumentException(
                    parameter.name() + " is no level in dB: a loudness can be drafted for one that is.");
        }
        List<int[]> phrases = phrases(heard, wanted.gate());
        if (phrases.isEmpty()) {
            throw new IllegalArgumentException(
                    "Nothing is louder than the gate: there is no phrase to bring to a loudness. Lower the gate.");
        }
        double[] wants = wants(heard, phrases, wanted);
        double[] gains = slewed(phrases, wants, wanted.speed(), heard.steps());
        for (int round = 0; round < ROUNDS; round++) {
            evened(heard, phrases, wants, gains, wanted);
            gains = slewed(phrases, wants, wanted.speed(), heard.steps());
        }
        int held = bounded(session, target, gains);
        return new Drafted(session, 0, heard, heard.louder(gains), gains, phrases, held);
    }

    /**
     * The session with the layer of a draft that was made of another one, in the place of an earlier one.
     *
     * @throws IllegalArgumentException in words for people if the lane is protected
     */
    public static Session with(Session session, Target target, Drafted drafted) {
        Session plain = without(session, target);
        Lane made = drafted.session().lane(target);
        Lane lane = Writable.lane(plain, target);
        return plain.with(
                lane.with(lane.layers().size(), made.layer(made.layers().size() - 1)));
    }

    /** The stretches that are louder than the gate; a short pause parts nothing. */
    static List<int[]> phrases(LoudnessCurve heard, double gate) {
        List<int[]> all = new ArrayList<>();
        int[] open = null;
        for (int i = 0; i < heard.steps(); i++) {
            if (LoudnessCurve.loudness(heard.energy(i)) <= gate) {
                continue;
            }
            if (open == null || i - open[1] > PAUSE_STEPS) {
                open = new int[] {i, i + 1};
                all.add(open);
            }
            open[1] = i + 1;
        }
        return all;
    }

    /** What each step of a phrase wants, in dB: by what is heard of the phrase around it, within the limits. */
    private static double[] wants(LoudnessCurve heard, List<int[]> phrases, Wanted wanted) {
        double[] wants = new double[heard.steps()];
        for (int[] phrase : phrases) {
            int length = phrase[1] - phrase[0];
            int width = Math.min(AROUND_STEPS, length);
            for (int i = phrase[0]; i < phrase[1]; i++) {
                // At its ends a phrase is heard as it is a little inside: a syllable alone moves nothing.
                int from = Math.max(phrase[0], Math.min(i - width / 2, phrase[1] - width));
                double sum = 0;
                int count = 0;
                for (int k = from; k < from + width; k++) {
                    if (LoudnessCurve.loudness(heard.energy(k)) > wanted.gate()) {
                        sum += heard.energy(k);
                        count++;
                    }
                }
                double loud = LoudnessCurve.loudness(sum / Math.max(1, count));
                wants[i] = Math.max(-wanted.down(), Math.min(wanted.up(), wanted.target() - loud));
            }
        }
        return wants;
    }

    /**
     * What a phrase wants, once more: since nothing moves in the pause before it, its beginning is still as loud as the phrase
     * before wanted, and the rest makes up for that.
     */
    private static void evened(
            LoudnessCurve heard, List<int[]> phrases, double[] wants, double[] gains, Wanted wanted) {
        LoudnessCurve now = heard.louder(gains);
        for (int[] phrase : phrases) {
            double off = wanted.target() - Drafted.loudness(now, phrase);
            for (int i = phrase[0]; i < phrase[1]; i++) {
                wants[i] = Math.max(-wanted.down(), Math.min(wanted.up(), wants[i] + off));
            }
        }
    }

    /** As fast as is allowed inside phrases, and held in pauses: before the first as it begins. */
    private static double[] slewed(List<int[]> phrases, double[] wants, double speed, int steps) {
        double[] gains = new double[steps];
        double now = wants[phrases.get(0)[0]];
        double most = speed * LoudnessCurve.STEP;
        int next = 0;
        for (int i = 0; i < steps; i++) {
            while (next < phrases.size() && i >= phrases.get(next)[1]) {
                next++;
            }
            if (next < phrases.size() && i >= phrases.get(next)[0]) {
                now += Math.max(-most, Math.min(most, wants[i] - now));
            }
            gains[i] = now;
        }
        return gains;
    }

    /** dB that the whole of an offset moves the level by. */
    private static double reach(Parameter parameter) {
        return parameter.taper() instanceof Taper.Fader ? Offset.FADER_DB : parameter.to() - parameter.from();
    }

    /** Cuts gains where the level comes to an end of its travel; how many were. */
    private static int bounded(Session session, Target target, double[] gains) {
        Parameter parameter = session.parameter(target);
        LayerStack stack = session.stack(session.lane(target));
        int held = 0;
        for (int i = 0; i < gains.length; i++) {
            double value = stack.plays() ? stack.valueAtSeconds((i + 0.5) * LoudnessCurve.STEP) : parameter.resting();
            double here = Double.isNaN(value) ? parameter.resting() : value;
            double room = parameter.valueAt(1) - parameter.valueAt(here);
            if (Double.isFinite(room) && gains[i] > room) {
                gains[i] = room;
                held++;
            }
        }
        return held;
    }

    /** The points of the gains, by a recipe, as if a hand had ridden them: level where nothing moves. */
    private static Envelope envelope(Session session, Parameter parameter, double[] gains, double tolerance) {
        double reach = reach(parameter);
        double[] seconds = new double[gains.length * FINER];
        double[] values = new double[gains.length * FINER];
        int moves = 0;
        for (int i = 0; i < seconds.length; i++) {
            // From the middle of one step to that of the next.
            double place = Math.max(0, Math.min(gains.length - 1, (i + 0.5) / FINER - 0.5));
            int step = (int) place;
            double next = gains[Math.min(gains.length - 1, step + 1)];
            double gain = gains[step] + (next - gains[step]) * (place - step);
            double value = Math.max(0, Math.min(1, Offset.kept(gain / reach)));
            if (moves == 0 || value != values[moves - 1]) {
                seconds[moves] = i * LoudnessCurve.STEP / FINER;
                values[moves++] = value;
            }
        }
        double[] at = Arrays.copyOf(seconds, moves);
        double[] to = Arrays.copyOf(values, moves);
        double end = gains.length * LoudnessCurve.STEP;
        Ride ride = new Ride("draft", new Hand("draft", "loudness"), FINE, 0, end, at, to, to);
        Parameter scale = Offset.scale(parameter);
        Recipe recipe = Recipe.usual(scale)
                .within(tolerance)
                .steadied(0)
                .earlier(0)
                .starting(Recipe.Anchor.NONE)
                .easing(0);
        return new Refining(scale, Span.FULL, session.timeline(), Lock.SECONDS)
                .refine(ride, recipe, 0, end, List.of())
                .envelope();
    }

    /** The tolerance of the usual recipe of a level, in dB. */
    public static double usual(Parameter parameter) {
        return Recipe.usual(parameter).tolerance();
    }
}
