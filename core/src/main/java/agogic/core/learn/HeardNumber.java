package agogic.core.learn;

/** What one message number of one channel has sent. */
final class HeardNumber {
    final int kind;
    final int channel;
    final int number;
    final int[] values = new int[4096];
    int size;
    int first = -1;
    int fines;
    /** How many fine bytes came just before a coarse one. */
    int before;

    long last = Long.MIN_VALUE / 2;
    long since;
    boolean up;
    boolean down;

    HeardNumber(int kind, int channel, int number) {
        this.kind = kind;
        this.channel = channel;
        this.number = number;
    }

    /** It sent a value, at this time in nanoseconds. */
    void add(int value, long nanos) {
        first = first < 0 ? value : first;
        values[size % values.length] = value;
        size++;
        last = nanos;
        since++;
    }

    /** How many of its values are still known. */
    int kept() {
        return Math.min(size, values.length);
    }
}
