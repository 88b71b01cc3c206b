package agogic.desk.live;

/**
 * How often the engine looks up, and how often whoever shows it is asked to draw: often where something changes, seldom where
 * nothing does. All times in nanoseconds.
 */
final class FramePace {
    private static final long TICK = 4_000_000;

    /** While nothing plays and nothing moves; a message in a port and what is asked wake it at once. */
    private static final long IDLE_TICK = 20_000_000;

    /** After {@link #STILL} without anything: what would come by no port, and is asked by nobody, is not there. */
    private static final long STILL_TICK = 200_000_000;

    /** After so long without a change it is idle. */
    static final long AWAKE = 1_000_000_000;

    private static final long STILL = 5_000_000_000L;

    /** What a hand moves is shown at most so often. */
    private static final long FRAME = 30_000_000;

    /** What only plays, a little less. */
    private static final long PLAYING_FRAME = 50_000_000;

    /** The same for who wants less motion. */
    private static final long CALM_FRAME = 500_000_000;

    /** If nothing changes whoever shows it looks up so often: while something that came may still fade, and later. */
    private static final long SLOW_FRAME = 200_000_000;

    private static final long SLOWEST_FRAME = 2_000_000_000L;

    private static final long FADED = 15_000_000_000L;

    private FramePace() {}

    /** How long it waits until it looks up again. */
    static long tick(boolean playing, long sinceChange) {
        return playing || sinceChange <= AWAKE ? TICK : sinceChange <= STILL ? IDLE_TICK : STILL_TICK;
    }

    /**
     * How long after the last picture the next one is asked for.
     *
     * @param due true if something has changed since
     * @param sinceMove since a hand moved something
     * @param sinceChange since anything changed
     * @param calm true for who wants less motion: what moves by itself is shown twice a second, what a hand moves as ever
     */
    static long frame(boolean due, long sinceMove, long sinceChange, boolean calm) {
        if (!due) {
            return sinceChange < FADED ? SLOW_FRAME : SLOWEST_FRAME;
        }
        return sinceMove < AWAKE ? FRAME : calm ? CALM_FRAME : PLAYING_FRAME;
    }
}
