package agogic.standins.sound;

import agogic.core.audio.Feed;
import agogic.core.play.Engine;
import agogic.core.session.Arming;
import agogic.core.session.Session;
import agogic.core.session.Track;
import java.util.Arrays;
import java.util.function.Predicate;

/**
 * Plays a session block by block, faster than any clock: each track and bus for itself, and the whole as their sum, without
 * the limiter that listening has. The same session gives the same samples to the last bit.
 */
public final class Bounce {
    private final Engine engine;
    private final Mixer mixer;
    private final double[] left = new double[Block.FRAMES];
    private final double[] right = new double[Block.FRAMES];
    private long block;

    /** Begins at {@code from} seconds of a piece without audio, or with silence for it. */
    public Bounce(Session session, double from) {
        this(session, from, Feed.NONE);
    }

    /** Begins at {@code from} seconds of the piece; the samples of its audio clips come from {@code feed}. */
    public Bounce(Session session, double from, Feed feed) {
        this(session, from, feed, t -> true);
    }

    /** As {@link #Bounce(Session, double, Feed)}, of some tracks and buses only. */
    Bounce(Session session, double from, Feed feed, Predicate<Track> only) {
        engine = new Engine(Arming.none(session));
        mixer = new Mixer(session, feed, only);
        engine.play(from, from);
    }

    /** Makes the next {@link Block#FRAMES} frames. */
    public void next() {
        engine.tick(Math.round(block++ * Block.SECONDS * 1e9));
        mixer.block(engine.live(), left, right);
        Arrays.fill(left, 0);
        Arrays.fill(right, 0);
        for (int stem = 0; stem < mixer.stems(); stem++) {
            double[] l = mixer.left(stem);
            double[] r = mixer.right(stem);
            for (int i = 0; i < Block.FRAMES; i++) {
                left[i] += l[i];
                right[i] += r[i];
            }
        }
    }

    /** How many stems there are. */
    public int stems() {
        return mixer.stems();
    }

    /** The track or bus of a stem. */
    public Track track(int stem) {
        return mixer.track(stem);
    }

    /** The left channel of the last block: of a stem, or of the whole for −1. Overwritten by the next. */
    public double[] left(int stem) {
        return stem < 0 ? left : mixer.left(stem);
    }

    /** The right channel, as {@link #left}. */
    public double[] right(int stem) {
        return stem < 0 ? right : mixer.right(stem);
    }
}
