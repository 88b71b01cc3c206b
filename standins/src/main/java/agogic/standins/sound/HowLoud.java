package agogic.standins.sound;

import agogic.core.audio.Feed;
import agogic.core.audio.LoudnessCurve;
import agogic.core.audio.LoudnessMeter;
import agogic.core.session.Session;
import java.util.function.DoubleConsumer;

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
        Bounce bounce = new Bounce(session, 0, feed, t -> !alone || t.id().equals(track));
        int stem = -1;
        for (int i = 0; i < bounce.stems() && !track.isEmpty(); i++) {
            stem = bounce.track(i).id().equals(track) ? i : stem;
        }
        LoudnessMeter meter = new LoudnessMeter(Block.RATE);
        long blocks = (long) Math.ceil(session.seconds() / Block.SECONDS);
        for (long block = 0; block < blocks; block++) {
            bounce.next();
            meter.add(bounce.left(stem), bounce.right(stem), Block.FRAMES);
            if (block % TOLD_BLOCKS == 0) {
                progress.accept((double) block / blocks);
            }
        }
        return new HowLoud(meter.curve(), meter.truePeak());
    }
}
