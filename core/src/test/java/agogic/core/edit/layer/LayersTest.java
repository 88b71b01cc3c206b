package agogic.core.edit.layer;

import static agogic.core.edit.layer.Layered.TARGET;
import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import agogic.core.envelope.Envelope;
import agogic.core.envelope.Point;
import agogic.core.lane.Extent;
import agogic.core.lane.Lane;
import agogic.core.lane.Layer;
import agogic.core.lane.LayerStack;
import agogic.core.score.Clip;
import agogic.core.session.Session;
import agogic.core.time.Lock;
import agogic.core.time.MetreMap;
import agogic.core.time.TempoMap;
import agogic.core.time.Timeline;
import com.sun.management.ThreadMXBean;
import java.lang.management.ManagementFactory;
import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import java.util.TreeSet;
import java.util.function.Supplier;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.Tag;
import net.jqwik.api.constraints.IntRange;

/** What is heard of layers, against section 8 written out anew; and what conversions leave of it. */
class LayersTest {
    /** Beats all over the piece, away from places where something jumps by less than rounding. */
    private static List<Double> beats(Session session, long seed) {
        Random random = new Random(seed);
        TreeSet<Double> jumps = new TreeSet<>();
        LayerStack stack = session.stack(session.lane(TARGET));
        for (int way = -1; !Double.isInfinite(stack.endBeat(way)); way++) {
            jumps.add(stack.endBeat(way));
        }
        List<Double> beats = new ArrayList<>();
        for (int i = 0; i < 400; i++) {
            beats.add(random.nextDouble() * Layered.LENGTH);
        }
        for (double jump : jumps) {
            beats.add(Math.max(0, jump - 1e-7));
            beats.add(jump + 1e-7);
        }
        beats.removeIf(b -> {
            Double near = jumps.floor(b + 3e-8);
            return near != null && near > b - 3e-8;
        });
        return beats;
    }

    @Property(tries = 300, seed = "13")
    void whatIsHeardIsWhatSectionEightSays(@ForAll long seed, @ForAll @IntRange(max = 3) int kind) {
        Session session = Layered.piece(seed, kind);
        LayerStack stack = session.stack(session.lane(TARGET));
        List<Double> beats = beats(session, seed);
        for (double beat : beats) {
            double told = stack.plays()
                    ? stack.valueAtBeat(beat)
                    : session.parameter(TARGET).resting();
            assertThat(told).as("at %s", beat).isCloseTo(Layered.heard(session, beat), within(1e-9));
        }
    }

    /** Nothing is allocated when playing, whatever there is of layers. */
    @Property(tries = 20, seed = "16")
    void playingLayersAllocatesNothing(@ForAll long seed, @ForAll @IntRange(max = 3) int kind) {
        Session session = Layered.piece(seed, kind);
        LayerStack stack = session.stack(session.lane(TARGET));
        var threads = (ThreadMXBean) ManagementFactory.getThreadMXBean();
        double sum = 0;
        long before = 0;
        // The first time round what reads and counts is warmed up.
        for (int round = 0; round < 2; round++) {
            before = threads.getCurrentThreadAllocatedBytes();
            for (int i = 0; i < 20_000; i++) {
                double seconds = i * 0.003;
                sum += stack.plays() ? stack.valueAt(seconds, seconds * 1.4) : 0;
            }
        }
        assertThat(threads.getCurrentThreadAllocatedBytes() - before).isLessThan(2_000);
        assertThat(sum).isGreaterThanOrEqualTo(0);
    }

    private interface Conversion {
        Converting.Outcome of(Session session);
    }

    /** Converts, if that can be done, and looks that nothing moved farther than was told. */
    private static void holds(Session session, long seed, Conversion conversion) {
        Converting.Outcome outcome;
        try {
            outcome = conversion.of(session);
        } catch (IllegalArgumentException e) {
            assertThat(e).hasMessageEndingWith(".");
            return;
        }
        var parameter = session.parameter(TARGET);
        for (double beat : beats(session, seed)) {
            double before = Layered.heard(session, beat);
            double after = Layered.heard(outcome.session(), beat);
            double moved = Math.abs(after - before);
            if (moved > 1e-9) {
                assertThat(parameter.distance(before, after))
                        .as("at %s, told %s", beat, outcome.difference())
                        .isLessThanOrEqualTo(outcome.difference().farthest() * 1.05 + parameter.travel() * 2e-4);
            }
        }
    }

    /** The same at length: {@code ./agogic test --long}. */
    @Tag("long")
    @Property(tries = 2000)
    void conversionsMoveNothingThatTheyDoNotTellAtLength(@ForAll long seed, @ForAll @IntRange(max = 3) int kind) {
        conversionsMoveNothingThatTheyDoNotTell(seed, kind);
    }

    @Property(tries = 70, seed = "14")
    void conversionsMoveNothingThatTheyDoNotTell(@ForAll long seed, @ForAll @IntRange(max = 3) int kind) {
        Session session = Layered.piece(seed, kind);
        Lane lane = session.lane(TARGET);
        Clip clip = session.tracks().get(0).clips().get(0);
        holds(session, seed, s -> Converting.flatten(s, TARGET));
        holds(session, seed, s -> Converting.toOffset(s, TARGET));
        for (int i = 0; i < lane.layers().size(); i++) {
            int layer = i;
            holds(session, seed, s -> Converting.toClip(s, TARGET, layer, clip.id()));
            holds(session, seed, s -> Converting.toTimeline(s, TARGET, layer));
            holds(session, seed, s -> Converting.toAbsolute(s, TARGET, layer));
            holds(
                    session,
                    seed,
                    s -> Converting.merge(s, TARGET, layer, lane.layers().size() - 1));
            holds(session, seed, s -> Converting.lock(s, TARGET, layer, Lock.SECONDS));
            holds(session, seed, s -> Converting.lock(s, TARGET, layer, Lock.BEATS));
        }
    }

    @Property(tries = 200, seed = "15")
    void whereShapesCanSayItNothingMoves(@ForAll long seed) {
        // One tempo, clips apart that do not repeat, an absolute layer in beats, one level offset: all can be said.
        Session session = Pieces.plain(seed);
        int clip = Layers.absoluteOf(session.lane(TARGET), "c0");
        List<Supplier<Converting.Outcome>> all = List.of(
                () -> Converting.toTimeline(session, TARGET, clip),
                () -> Converting.toClip(session, TARGET, 0, "c1"),
                () -> Converting.flatten(session, TARGET),
                () -> Converting.lock(session, TARGET, 0, Lock.SECONDS),
                () -> {
                    Session there = Converting.toClip(session, TARGET, 0, "c1").session();
                    return Converting.toTimeline(there, TARGET, Layers.absoluteOf(there.lane(TARGET), "c1"));
                },
                () -> {
                    // A clip's absolute layer would be moved by the offset too: not here.
                    Session one = Layers.remove(Layers.remove(session, TARGET, 2), TARGET, 1);
                    Session there = Converting.toOffset(one, TARGET).session();
                    return Converting.toAbsolute(
                            there, TARGET, there.lane(TARGET).layers().size() - 1);
                });
        for (int i = 0; i < all.size(); i++) {
            Converting.Outcome outcome = all.get(i).get();
            assertThat(outcome.difference().none())
                    .as("conversion %s: %s", i, outcome.difference())
                    .isTrue();
        }
    }

    @Property(tries = 50)
    void aLayerIsHeardAloneAndThenAllAreAgain(@ForAll long seed) {
        Session session = Layered.piece(seed, 0);
        int layers = session.lane(TARGET).layers().size();
        Session alone = Layers.alone(session, TARGET, layers - 1);
        assertThat(alone.lane(TARGET).layers().stream().filter(Layer::on)).hasSize(1);
        Session all = Layers.alone(alone, TARGET, layers - 1);
        assertThat(all.lane(TARGET).layers()).allMatch(Layer::on);
        assertThatThrownBy(() -> Layers.add(session, TARGET, "", false)).hasMessageContaining("offset");
    }

    /** Pieces of which every conversion can be said. */
    private static final class Pieces {
        static Session plain(long seed) {
            Random random = new Random(seed);
            Session any = Layered.piece(seed, 0);
            List<Clip> clips = List.of(
                    new Clip("One", 4, 8, List.of()).called("c0"),
                    new Clip("Two", 16 + random.nextInt(8), 6 + random.nextDouble() * 8, List.of()).called("c1"));
            Session bare = Layered.session(
                    new Timeline(TempoMap.steady(60 + random.nextInt(90)), MetreMap.steady(4, 4)),
                    Layered.parameter(0),
                    clips);
            Layer base = any.lane(TARGET).layer();
            var envelope = base.envelope().isEmpty() ? Layered.envelope(random, 40) : base.envelope();
            Layer inClip =
                    Layer.of("c0", false).with(Layered.envelope(random, 8)).drawn(List.of(new Extent(0, 8)));
            Layer offset = Layer.of("", true).with(Envelope.of(new Point(0, 0.52)));
            return bare.with(new Lane(TARGET, List.of(new Layer(Lock.BEATS, envelope, List.of()), inClip, offset)));
        }
    }
}
