package agogic.formats.midi;

import java.util.Arrays;

/**
 * Which controllers of a channel come in pairs, a coarse and a fine one (MIDI 1.0: n and n + 32), and in which order. The
 * coarse byte resets the fine one; some programs write the fine one first nevertheless, and mean both.
 */
final class Pairs {
    private static final int NONE = -1;

    private final boolean[] said = new boolean[128];
    /** When one of a pair said something last, and which. */
    private final long[] at = new long[32];

    private final boolean[] wasFine = new boolean[32];
    private final int[] fineBefore = new int[32];
    private final int[] fineAfter = new int[32];

    Pairs() {
        Arrays.fill(at, NONE);
    }

    /** A controller says something. */
    void said(long tick, int number) {
        said[number] = true;
        if (number >= 64) {
            return;
        }
        int pair = number & 31;
        boolean fine = number >= 32;
        if (at[pair] == tick && wasFine[pair] != fine) {
            fineBefore[pair] += fine ? 0 : 1;
            fineAfter[pair] += fine ? 1 : 0;
        }
        at[pair] = tick;
        wasFine[pair] = fine;
    }

    /** True if a controller 1..31 comes with its fine one. */
    boolean paired(int number) {
        return number > 0 && number < 32 && number != 6 && said[number] && said[number + 32];
    }

    /** True if its fine byte comes first, most of the times that both come together. */
    boolean fineFirst(int number) {
        return fineBefore[number] > fineAfter[number];
    }
}
