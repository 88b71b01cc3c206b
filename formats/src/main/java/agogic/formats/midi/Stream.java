package agogic.formats.midi;

import agogic.core.device.Outside;
import agogic.formats.bring.Controllers;
import java.util.Arrays;
import java.util.function.LongToDoubleFunction;

/** The values of one controller of one channel, in order: one a tick, the last that was said there. */
final class Stream {
    private final Outside.Way way;
    private final int number;
    private final int track;
    private long[] ticks = new long[16];
    private int[] codes = new int[16];
    private int size;

    Stream(Outside.Way way, int number, int track) {
        this.track = track;
        this.way = way;
        this.number = number;
    }

    void add(long tick, int code) {
        if (size > 0 && ticks[size - 1] == tick) {
            codes[size - 1] = code;
            return;
        }
        if (size == ticks.length) {
            ticks = Arrays.copyOf(ticks, 2 * size);
            codes = Arrays.copyOf(codes, 2 * size);
        }
        ticks[size] = tick;
        codes[size++] = code;
    }

    /** The track that was the first to say something of it. */
    int track() {
        return track;
    }

    /** The same, with beats for ticks. */
    Controllers.Said said(LongToDoubleFunction beat) {
        double[] beats = new double[size];
        for (int i = 0; i < size; i++) {
            beats[i] = beat.applyAsDouble(ticks[i]);
        }
        return new Controllers.Said(way, number, beats, Arrays.copyOf(codes, size));
    }

    Outside.Way way() {
        return way;
    }

    int number() {
        return number;
    }

    int size() {
        return size;
    }

    long tick(int i) {
        return ticks[i];
    }

    int code(int i) {
        return codes[i];
    }
}
