package agogic.core.time;

import java.util.ArrayList;
import java.util.List;

/** Bars and beats: where each bar begins in quarter notes, and positions as bar.beat.hundredths. */
public record MetreMap(List<Metre> metres) {
    /** @throws IllegalArgumentException in words for people if one of these is not what it can be */
    public MetreMap {
        metres = List.copyOf(metres);
        if (metres.isEmpty() || metres.get(0).bar() != 1) {
            throw new IllegalArgumentException("The metre map needs a first metre at bar 1.");
        }
        for (int i = 1; i < metres.size(); i++) {
            if (metres.get(i).bar() <= metres.get(i - 1).bar()) {
                throw new IllegalArgumentException("Metre " + (i + 1) + " does not come after metre " + i + ".");
            }
        }
    }

    /**
     * The same metre throughout.
     *
     * @throws IllegalArgumentException in words for people if there is no such metre
     */
    public static MetreMap steady(int beatsInBar, int beatUnit) {
        return new MetreMap(List.of(new Metre(1, beatsInBar, beatUnit)));
    }

    /** Quarter notes from the start at the bar line that begins {@code bar}; bar 0 and below lie before the piece. */
    public double beatOfBar(int bar) {
        double beat = 0;
        for (int i = 0; i < metres.size(); i++) {
            Metre metre = metres.get(i);
            boolean last = i + 1 == metres.size() || bar < metres.get(i + 1).bar();
            if (last) {
                return beat + (bar - metre.bar()) * metre.quartersInBar();
            }
            beat += (metres.get(i + 1).bar() - metre.bar()) * metre.quartersInBar();
        }
        throw new AssertionError("the last metre reaches on for ever");
    }

    /** The metre in force at {@code bar}. */
    public Metre metreOfBar(int bar) {
        Metre found = metres.get(0);
        for (Metre metre : metres) {
            if (metre.bar() <= bar) {
                found = metre;
            }
        }
        return found;
    }

    /** The bar in which {@code beat} lies, counted from 1. */
    public int barAt(double beat) {
        double start = 0;
        for (int i = 0; ; i++) {
            Metre metre = metres.get(i);
            double next = i + 1 == metres.size()
                    ? Double.POSITIVE_INFINITY
                    : beatOfBar(metres.get(i + 1).bar());
            if (beat < next) {
                return metre.bar() + (int) Math.floor((beat - start) / metre.quartersInBar() + 1e-12);
            }
            start = next;
        }
    }

    /** The nearest bar line, in quarter notes. */
    public double nearestBarLine(double beat) {
        int bar = barAt(beat);
        double before = beatOfBar(bar);
        double after = beatOfBar(bar + 1);
        return beat - before <= after - beat ? before : after;
    }

    /** The nearest beat of the metre in force, in quarter notes. */
    public double nearestBeat(double beat) {
        int bar = barAt(beat);
        double start = beatOfBar(bar);
        double unit = metreOfBar(bar).quartersInBeat();
        return start + Math.rint((beat - start) / unit) * unit;
    }

    /** Every bar line from {@code from} up to and with {@code to}, both in quarter notes. */
    public List<Integer> barsBetween(double from, double to) {
        List<Integer> bars = new ArrayList<>();
        int bar = barAt(from);
        if (beatOfBar(bar) < from) {
            bar++;
        }
        for (; beatOfBar(bar) <= to && bars.size() < 100_000; bar++) {
            bars.add(bar);
        }
        return bars;
    }

    /** Position as {@code bar.beat.hundredths}, each beat being that of the metre: {@code 17.3.02}. */
    public String print(double beat) {
        // Rounded to hundredths first, so that 16.99999 is bar 17 and not 16.4.100.
        int bar = barAt(beat + 1e-9);
        Metre metre = metreOfBar(bar);
        long hundredths = Math.round((beat - beatOfBar(bar)) / metre.quartersInBeat() * 100);
        if (hundredths >= metre.beatsInBar() * 100L) {
            bar++;
            hundredths = 0;
        }
        return bar + "." + (hundredths / 100 + 1) + "." + Timeline.digits(hundredths % 100, 2);
    }
}
