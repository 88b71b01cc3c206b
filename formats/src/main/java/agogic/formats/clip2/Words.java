package agogic.formats.clip2;

import java.io.ByteArrayOutputStream;

/** Collects the words of a clip file, each big-endian, with the time between its messages. */
final class Words {
    /** Ticks of a quarter note. */
    static final int TICKS = 960;

    static final byte[] HEAD = {'S', 'M', 'F', '2', 'C', 'L', 'I', 'P'};

    /** The longest time that one clockstamp says. */
    static final int MOST_TICKS = (1 << 20) - 1;

    static final int NOOP = 0;
    static final int CLOCKSTAMP = 0x0040_0000;
    static final int TICKS_PER_QUARTER = 0x0030_0000;
    static final int START = 0xF020_0000;
    static final int END = 0xF021_0000;
    static final int TEMPO = 0xD010_0000;
    static final int METRE = 0xD010_0001;

    private final ByteArrayOutputStream out = new ByteArrayOutputStream();
    private long now;

    Words() {
        out.writeBytes(HEAD);
        word(CLOCKSTAMP);
        word(TICKS_PER_QUARTER | TICKS);
        word(CLOCKSTAMP);
        message(START, 0, 0, 0);
    }

    private void word(int word) {
        out.write(word >>> 24);
        out.write(word >>> 16);
        out.write(word >>> 8);
        out.write(word);
    }

    private void message(int... words) {
        for (int one : words) {
            word(one);
        }
    }

    /** A message at a tick, not before the last. */
    void at(long tick, int... words) {
        long wait = tick - now;
        while (wait > MOST_TICKS) {
            word(CLOCKSTAMP | MOST_TICKS);
            word(NOOP);
            wait -= MOST_TICKS;
        }
        word(CLOCKSTAMP | (int) wait);
        message(words);
        now = tick;
    }

    /** The whole file, which ends at this tick. */
    byte[] end(long tick) {
        at(Math.max(now, tick), END, 0, 0, 0);
        return out.toByteArray();
    }
}
