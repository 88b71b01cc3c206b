package agogic.standins.sound;

import agogic.core.audio.Feed;
import agogic.core.plan.PlacedAudio;
import java.util.List;

/** Plays the audio clips of one track, frame by frame. Used by one thread; allocates nothing while it plays. */
final class AudioPlayer {
    /** When the clock of the piece and that of the loudspeakers are this far apart, in frames, the piece is right. */
    private static final long APART = 1_440;

    /** After a jump nothing can be there at once: so many frames are let pass. */
    private static final long JUMP = 9_600;
    /** Far from every frame of a piece. */
    private static final long NOWHERE = -1L << 40;

    private final PlacedAudio[] clips;
    private final Feed feed;
    private final float[] left = new float[Block.FRAMES];
    private final float[] right = new float[Block.FRAMES];
    private long next = NOWHERE;
    private long since;
    private long late;

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
    }

    /** Nothing plays: the next block begins where it is told. */
    void stop() {
        next = NOWHERE;
    }

    /** Adds a block that begins at {@code position} seconds of the piece. */
    void add(double position, double[] toLeft, double[] toRight) {
        long asked = Math.round(position * Block.RATE);
        // One frame behind the other, although the two clocks are not quite the same.
        boolean goesOn = Math.abs(asked - next) <= APART;
        long frame = goesOn ? next : asked;
        since = goesOn ? since + Block.FRAMES : 0;
        next = frame + Block.FRAMES;
        for (PlacedAudio clip : clips) {
            if (clip.begins() < frame + Block.FRAMES && clip.ends() > frame) {
                add(clip, frame, toLeft, toRight);
            }
        }
    }

    private void add(PlacedAudio clip, long frame, double[] toLeft, double[] toRight) {
        int from = (int) Math.max(0, clip.begins() - frame);
        int to = (int) Math.min(Block.FRAMES, clip.ends() - frame);
        while (from < to) {
            int run = clip.run(frame + from, to - from);
            if (!feed.read(clip.file(), clip.fileFrame(frame + from), run, left, right)) {
                late += since > JUMP ? 1 : 0;
                return;
            }
            boolean even = clip.even(frame + from, run);
            for (int i = 0; i < run; i++) {
                float factor = even ? clip.factor() : clip.factorAt(frame + from + i);
                toLeft[from + i] += factor * left[i];
                toRight[from + i] += factor * right[i];
            }
            from += run;
        }
    }
}
