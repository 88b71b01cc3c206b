package agogic.standins.sound;

import agogic.core.audio.Feed;
import agogic.core.plan.PlacedAudio;
import java.util.Arrays;
import java.util.List;

/** Plays the audio clips of one track, frame by frame. Used by one thread; allocates nothing while it plays. */
final class AudioPlayer {
    /** When the clock of the piece and that of the loudspeakers are this far apart, in frames, the piece is right. */
    private static final long APART = 1_440;

    /** After a jump nothing can be there at once: so many frames are let pass. */
    private static final long JUMP = 9_600;
    /** Far from every frame of a piece. */
    private static final long NOWHERE = -1L << 40;

    /** Another clock is followed at these rates at most. */
    private static final double SLOWEST = 0.25;

    private static final double FASTEST = 4;
    /** So much of a difference in rate and place is made up in a block. */
    private static final double SOON = 0.004;

    private static final int LONGEST = (int) FASTEST * Block.FRAMES + 4;

    private final PlacedAudio[] clips;
    private final Feed feed;
    private final float[] left = new float[Block.FRAMES];
    private final float[] right = new float[Block.FRAMES];
    private long next = NOWHERE;
    private long since;
    private long late;
    /** Where it is between two frames, and how fast, while another clock leads; NaN while none does. */
    private double at = Double.NaN;

    private double speed;
    private double behind;
    private final double[] ledLeft = new double[LONGEST];
    private final double[] ledRight = new double[LONGEST];

    AudioPlayer(List<PlacedAudio> clips, Feed feed) {
        this.clips = clips.toArray(new PlacedAudio[0]);
        this.feed = feed;
    }

    boolean empty() {
        return clips.length == 0;
    }

    /** How many blocks were silent because their samples were not there yet. */
    long late() {
        return late;
    }

    /** Goes on where another one is. */
    void carryOn(AudioPlayer before) {
        next = before.next;
        late = before.late;
        since = before.since;
        at = before.at;
        speed = before.speed;
        behind = before.behind;
    }

    /** Nothing plays: the next block begins where it is told. */
    void stop() {
        next = NOWHERE;
        at = Double.NaN;
    }

    /**
     * Adds a block that begins at {@code position} seconds of the piece.
     *
     * @param rate how many seconds of the piece go by in one: 1, or what another clock says that leads
     */
    void add(double position, double rate, double[] toLeft, double[] toRight) {
        if (rate == 1) {
            at = Double.NaN;
            add(position, toLeft, toRight);
        } else {
            led(position * Block.RATE, Math.max(SLOWEST, Math.min(FASTEST, rate)), toLeft, toRight);
        }
    }

    /** As fast as another clock leads, without a gap: frame by frame it goes on, and is gently where it ought to be. */
    private void led(double asked, double rate, double[] toLeft, double[] toRight) {
        if (Double.isNaN(at)) {
            at = Math.abs(asked - next) <= APART ? next : asked;
            since = at == next ? since : 0;
            speed = rate;
            behind = 0;
        }
        if (Math.abs(asked - at) > 2 * APART) {
            at = asked;
            since = 0;
        }
        speed += (rate - speed) * SOON;
        behind += (asked - at - behind) * SOON;
        double step = Math.max(SLOWEST, Math.min(FASTEST, speed + behind / Block.RATE));
        long first = (long) Math.floor(at) - 1;
        int count = (int) ((long) Math.floor(at + step * (Block.FRAMES - 1)) - first) + 3;
        Arrays.fill(ledLeft, 0, count, 0);
        Arrays.fill(ledRight, 0, count, 0);
        for (int done = 0; done < count; done += Block.FRAMES) {
            frames(first + done, Math.min(Block.FRAMES, count - done), done, ledLeft, ledRight);
        }
        for (int i = 0; i < Block.FRAMES; i++) {
            double place = at + step * i - first;
            int k = (int) place;
            toLeft[i] += between(ledLeft, k, place - k);
            toRight[i] += between(ledRight, k, place - k);
        }
        at += step * Block.FRAMES;
        since += Block.FRAMES;
        next = Math.round(at);
    }

    /** Catmull and Rom's cubic through four frames, between those at {@code k} and after it. */
    private static double between(double[] frames, int k, double x) {
        double a = frames[k - 1];
        double b = frames[k];
        double c = frames[k + 1];
        double d = frames[k + 2];
        return b + 0.5 * x * (c - a + x * (2 * a - 5 * b + 4 * c - d + x * (3 * (b - c) + d - a)));
    }

    private void add(double position, double[] toLeft, double[] toRight) {
        long asked = Math.round(position * Block.RATE);
        // One frame behind the other, although the two clocks are not quite the same.
        boolean goesOn = Math.abs(asked - next) <= APART;
        long frame = goesOn ? next : asked;
        since = goesOn ? since + Block.FRAMES : 0;
        next = frame + Block.FRAMES;
        frames(frame, Block.FRAMES, 0, toLeft, toRight);
    }

    /** Adds so many frames of the piece, at most a block, from {@code into} on. */
    private void frames(long frame, int count, int into, double[] toLeft, double[] toRight) {
        for (PlacedAudio clip : clips) {
            if (clip.begins() < frame + count && clip.ends() > frame) {
                frames(clip, frame, count, into, toLeft, toRight);
            }
        }
    }

    private void frames(PlacedAudio clip, long frame, int count, int into, double[] toLeft, double[] toRight) {
        int from = (int) Math.max(0, clip.begins() - frame);
        int to = (int) Math.min(count, clip.ends() - frame);
        while (from < to) {
            int run = clip.run(frame + from, to - from);
            if (!feed.read(clip.file(), clip.fileFrame(frame + from), run, left, right)) {
                late += since > JUMP ? 1 : 0;
                return;
            }
            boolean even = clip.even(frame + from, run);
            for (int i = 0; i < run; i++) {
                float factor = even ? clip.factor() : clip.factorAt(frame + from + i);
                toLeft[into + from + i] += factor * left[i];
                toRight[into + from + i] += factor * right[i];
            }
            from += run;
        }
    }
}
