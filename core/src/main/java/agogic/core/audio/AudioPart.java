package agogic.core.audio;

import agogic.core.text.Text;
import agogic.core.time.Lock;
import io.soabase.recordbuilder.core.RecordBuilder;

/**
 * What of an audio file a clip plays. Audio never stretches: second {@code s} of the clip is second {@code start + s} of the
 * file, whatever the tempo.
 *
 * @param file the id of the file
 * @param from the second of the file before which nothing is heard, 0 or more
 * @param to the second of the file from which on nothing is heard
 * @param start the second of the file that lies where the clip begins; before {@code from} it is silent until there
 * @param loop true if {@code from..to} is heard again and again
 * @param gain in dB, −96 to 24
 * @param fadeIn seconds from the beginning of the clip, 0 or more: of equal power
 * @param fadeOut seconds up to the end of the clip
 * @param lock what it keeps to when the tempo changes: where it begins, in beats or in seconds
 */
@RecordBuilder
public record AudioPart(
        String file,
        double from,
        double to,
        double start,
        boolean loop,
        double gain,
        double fadeIn,
        double fadeOut,
        Lock lock)
        implements AudioPartBuilder.With {
    /** The least gain, in dB. */
    public static final double LEAST_GAIN = -96;

    /** The greatest gain, in dB. */
    public static final double GREATEST_GAIN = 24;

    /** What repeats is not shorter, in seconds. */
    public static final double SHORTEST = 0.01;

    private static final double LONGEST = 1e7;

    /** @throws IllegalArgumentException in words for people if one of these is not what it can be */
    public AudioPart {
        Text.sound("The file of an audio clip", file);
        if (!(from >= 0 && to - from >= SHORTEST / 2 && to <= LONGEST && Math.abs(start) <= LONGEST)) {
            throw new IllegalArgumentException("An audio clip plays from one second of its file to a later one.");
        }
        if (loop && to - from < SHORTEST) {
            throw new IllegalArgumentException("What an audio clip repeats is a hundredth of a second at least.");
        }
        if (!(gain >= LEAST_GAIN && gain <= GREATEST_GAIN)) {
            throw new IllegalArgumentException("The gain of an audio clip lies between −96 and 24 dB.");
        }
        if (!(fadeIn >= 0 && fadeOut >= 0 && fadeIn <= LONGEST && fadeOut <= LONGEST)) {
            throw new IllegalArgumentException("A fade takes 0 seconds or more.");
        }
    }

    /** All of a file, as it is: no gain, no fades, not repeated, kept to beats. */
    public static AudioPart of(AudioFile file) {
        return new AudioPart(file.id(), 0, file.seconds(), 0, false, 0, 0, 0, Lock.BEATS);
    }

    /** The second of the file heard {@code elapsed} seconds after the clip begins; NaN where it is silent. */
    public double at(double elapsed) {
        double at = start + elapsed;
        if (loop) {
            double length = to - from;
            double turned = at - from;
            return from + turned - length * Math.floor(turned / length);
        }
        return at >= from && at < to ? at : Double.NaN;
    }

    /**
     * As it goes on {@code elapsed} seconds later (negative: earlier): what a clip that begins there plays.
     *
     * @throws IllegalArgumentException in words for people if it would begin farther away than a file can be long
     */
    public AudioPart later(double elapsed) {
        return withStart(start + elapsed);
    }

    /**
     * Of another file.
     *
     * @throws IllegalArgumentException in words for people if half a character stands in the id
     */
    public AudioPart of(String newFile) {
        return withFile(newFile);
    }

    /**
     * So loud, in dB.
     *
     * @throws IllegalArgumentException in words for people if it is not −96 to 24 dB
     */
    public AudioPart gain(double newGain) {
        return withGain(newGain);
    }

    /**
     * Fading in and out in so many seconds.
     *
     * @throws IllegalArgumentException in words for people if they are not 0 s or more
     */
    public AudioPart fades(double in, double out) {
        return with().fadeIn(in).fadeOut(out).build();
    }

    /**
     * Repeating these seconds of the file, or, with {@code again} false, playing them once.
     *
     * @throws IllegalArgumentException in words for people if the end is not behind the beginning, or what repeats is shorter than a hundredth of a second
     */
    public AudioPart range(double newFrom, double newTo, boolean again) {
        return with().from(newFrom).to(newTo).loop(again).build();
    }

    /** Kept to beats or to seconds. */
    public AudioPart locked(Lock newLock) {
        return withLock(newLock);
    }

    /** The factor by which its samples are multiplied, without fades. */
    public double factor() {
        return gain <= LEAST_GAIN ? 0 : Math.pow(10, gain / 20);
    }
}
