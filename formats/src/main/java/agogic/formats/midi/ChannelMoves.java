package agogic.formats.midi;

import java.util.Arrays;

/** All that is said on one channel besides notes, by whichever track: a channel has one state. */
final class ChannelMoves {
    private long[] ticks = new long[16];
    /** Of each message its track, kind and two data bytes. */
    private long[] messages = new long[16];

    private int size;
    private long first = -1;
    private boolean several;

    void add(long tick, int track, int kind, int a, int b) {
        if (size == ticks.length) {
            ticks = Arrays.copyOf(ticks, 2 * size);
            messages = Arrays.copyOf(messages, 2 * size);
        }
        several |= first >= 0 && first != track;
        first = first < 0 ? track : first;
        ticks[size] = tick;
        messages[size++] = (long) track << 32 | (long) kind << 16 | (long) a << 8 | b;
    }

    /** Tells all of it in the order of time; at one moment the earlier track first. */
    void tell(ChannelContent to) {
        Integer[] order = null;
        if (several) {
            order = new Integer[size];
            Arrays.setAll(order, i -> i);
            Arrays.sort(order, (i, k) -> Long.compare(ticks[i], ticks[k]));
        }
        for (int i = 0; i < size; i++) {
            int at = order == null ? i : order[i];
            long message = messages[at];
            to.moved(ticks[at], (int) (message >> 32), (int) (message >> 16 & 0xFF), (int) (message >> 8 & 0xFF), (int)
                    (message & 0xFF));
        }
    }
}
