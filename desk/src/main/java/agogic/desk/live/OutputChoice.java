package agogic.desk.live;

import agogic.standins.sound.Block;

/**
 * Which audio output is wanted.
 *
 * @param name as the system calls it; empty for the one that the system has for everything
 * @param blocks how many blocks of {@link Block#FRAMES} frames wait in it at the most, 4 to 192: fewer are heard sooner
 */
public record OutputChoice(String name, int blocks) {
    /** That of the system, with a buffer that few machines are too slow for. */
    public static final OutputChoice USUAL = new OutputChoice("", 12);

    public OutputChoice {
        if (blocks < 4 || blocks > 192) {
            throw new IllegalArgumentException("An audio buffer has 4 to 192 blocks, not " + blocks + ".");
        }
    }

    /** So long a move is on its way to the loudspeaker in this buffer, in milliseconds, at the most. */
    public double milliseconds() {
        return 1000 * blocks * Block.SECONDS;
    }
}
