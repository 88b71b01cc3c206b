package agogic.core.plan;

import agogic.core.audio.AudioFile;
import agogic.core.audio.AudioPart;
import agogic.core.score.Clip;
import agogic.core.session.Session;
import agogic.core.session.Track;
import agogic.core.time.Timeline;
import java.util.ArrayList;
import java.util.List;

/**
 * The audio of one clip where it lies in the piece: in whole frames at {@link AudioFile#HEARD}, so that clips that were cut
 * out of one another go on without a seam.
 */
public final class PlacedAudio {
    private static final double RATE = AudioFile.HEARD;

    private final String clip;
    private final AudioPart part;
    private final long begins;
    private final long ends;
    /** The frame of the piece at which the file begins. */
    private final long anchor;

    private final long first;
    private final long last;
    private final double fadeIn;
    private final double fadeOut;
    private final float factor;

    private PlacedAudio(Clip clip, AudioPart part, Timeline timeline) {
        this.clip = clip.id();
        this.part = part;
        double from = timeline.secondsAt(clip.beat());
        begins = Math.round(from * RATE);
        ends = Math.round(timeline.secondsAt(clip.end()) * RATE);
        anchor = Math.round((from - part.start()) * RATE);
        first = Math.round(part.from() * RATE);
        last = Math.round(part.to() * RATE);
        fadeIn = part.fadeIn() * RATE;
        fadeOut = part.fadeOut() * RATE;
        factor = (float) part.factor();
    }

    /** All of a track, in the order of its clips. */
    public static List<PlacedAudio> of(Session session, Track track) {
        List<PlacedAudio> all = new ArrayList<>();
        for (Clip clip : track.clips()) {
            clip.audio().ifPresent(part -> all.add(new PlacedAudio(clip, part, session.timeline())));
        }
        return all;
    }

    /** The id of the clip. */
    public String clip() {
        return clip;
    }

    /** The id of the file. */
    public String file() {
        return part.file();
    }

    /** The frame of the piece with which it begins. */
    public long begins() {
        return begins;
    }

    /** The frame of the piece with which it sounds no more. */
    public long ends() {
        return ends;
    }

    /** The frame of the file (at the rate that is heard) at a frame of the piece; it may lie outside what is heard. */
    public long fileFrame(long frame) {
        long plain = frame - anchor;
        if (!part.loop()) {
            return plain;
        }
        double length = (part.to() - part.from()) * RATE;
        double turned = plain - part.from() * RATE;
        long at = Math.round(part.from() * RATE + turned - length * Math.floor(turned / length));
        return at >= last ? first : at;
    }

    /** How many frames from {@code frame} of the piece on lie one behind the other in the file, {@code most} at the most. */
    public int run(long frame, int most) {
        long at = fileFrame(frame);
        return part.loop() ? (int) Math.max(1, Math.min(most, last - at)) : most;
    }

    /** True if a frame of the file is heard. */
    public boolean hears(long fileFrame) {
        return fileFrame >= first && fileFrame < last;
    }

    /** True if neither a fade nor an edge of what is heard lies in these frames of the piece: then all have {@link #factor}. */
    public boolean even(long frame, int count) {
        long at = fileFrame(frame);
        return hears(at) && hears(at + count - 1) && frame >= begins + fadeIn && frame + count <= ends - fadeOut;
    }

    /** The factor of all samples, without fades. */
    public float factor() {
        return factor;
    }

    /** The factor at a frame of the piece, with fades; the fades are of equal power. */
    public float factorAt(long frame) {
        if (frame < begins || frame >= ends || !hears(fileFrame(frame))) {
            return 0;
        }
        double fade = 1;
        if (frame < begins + fadeIn) {
            fade *= Math.sin(Math.PI / 2 * (frame - begins) / fadeIn);
        }
        if (frame > ends - fadeOut) {
            fade *= Math.sin(Math.PI / 2 * (ends - frame) / fadeOut);
        }
        return (float) (factor * fade);
    }
}
