package agogic.standins.sound;

import agogic.core.audio.Feed;
import agogic.core.audio.LoudnessCurve;
import agogic.core.audio.LoudnessMeter;
import agogic.core.session.Session;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.function.DoubleConsumer;
import java.util.function.Predicate;

/**
 * How loud a piece, a track or a bus is: it is played, faster than any clock, and measured.
 *
 * @param curve over time, from the beginning of the piece
 * @param truePeak in dB of full scale
 */
public record HowLoud(LoudnessCurve curve, double truePeak) {
    private static final long TOLD_BLOCKS = 1 << 10;

    /**
     * Measures.
     *
     * @param track the id of a track or bus; empty for all together
     * @param feed the samples of its audio clips
     * @param progress is told how far it is, 0 to 1; may throw to end it
     */
    public static HowLoud of(Session session, String track, Feed feed, DoubleConsumer progress) {
        // Of a track that is no bus the others need not be played.
        boolean alone = !track.isEmpty() && !session.track(track).bus();
        Map<String, HowLoud> all = measured(
                session,
                new Bounce(session, 0, feed, t -> !alone || t.id().equals(track)),
                id -> id.equals(track),
                progress);
        return all.get(track);
    }

    /** How loud all together (by an empty name) and each track and bus are, played once; as {@link #of}. */
    public static Map<String, HowLoud> each(Session session, Feed feed, DoubleConsumer progress) {
        return measured(session, new Bounce(session, 0, feed), id -> true, progress);
    }

    private static Map<String, HowLoud> measured(
            Session session, Bounce bounce, Predicate<String> asked, DoubleConsumer progress) {
        Map<String, LoudnessMeter> meters = new LinkedHashMap<>();
        List<Integer> stems = new ArrayList<>();
        for (int stem = -1; stem < bounce.stems(); stem++) {
            String id = stem < 0 ? "" : bounce.track(stem).id();
            if (asked.test(id)) {
                meters.put(id, new LoudnessMeter(Block.RATE));
                stems.add(stem);
            }
        }
        long blocks = (long) Math.ceil(session.seconds() / Block.SECONDS);
        for (long block = 0; block < blocks; block++) {
            bounce.next();
            int place = 0;
            for (LoudnessMeter meter : meters.values()) {
                int stem = stems.get(place++);
                meter.add(bounce.left(stem), bounce.right(stem), Block.FRAMES);
            }
            if (block % TOLD_BLOCKS == 0) {
                progress.accept((double) block / blocks);
            }
        }
        Map<String, HowLoud> all = new LinkedHashMap<>();
        meters.forEach((id, meter) -> all.put(id, new HowLoud(meter.curve(), meter.truePeak())));
        return all;
    }
}
