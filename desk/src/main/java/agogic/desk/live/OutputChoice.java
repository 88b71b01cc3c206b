package agogic.desk.live;

import agogic.standins.sound.Block;
import java.util.List;

/**
 * Which audio output is wanted.
 *
 * @param name as the system calls it; empty for the one that the system has for everything
 * @param blocks how many blocks of {@link Block#FRAMES} frames wait in it at the most, 4 to 192: fewer are heard sooner
 * @param rate frames a second, one of {@link #RATES}; 0 for the first of them that it offers
 */
public record OutputChoice(String name, int blocks, int rate) {
    /** The rates that can be asked for: what is computed is 48 kHz, so that is best. */
    public static final List<Integer> RATES = List.of(48_000, 44_100, 96_000, 88_200);

    /** That of the system, with a buffer that few machines are too slow for. */
    public static final OutputChoice USUAL = new OutputChoice("", 12, 0);

    /** @throws IllegalArgumentException in words for people if one of these is not what it can be */
    public OutputChoice {
        if (blocks < 4 || blocks > 192) {
            throw new IllegalArgumentException("An audio buffer has 4 to 192 blocks, not " + blocks + ".");
        }
        if (rate != 0 && !RATES.contains(rate)) {
            throw new IllegalArgumentException("An audio output is asked for " + RATES + " frames, not " + rate + ".");
        }
    }

    /** So long a move is on its way to the loudspeaker in this buffer, in milliseconds, at the most. */
    public double milliseconds() {
        return 1000 * blocks * Block.SECONDS;
    }

    /** The rates to be tried, the best one first. */
    List<Integer> rates() {
        return rate == 0 ? RATES : List.of(rate);
    }
}
