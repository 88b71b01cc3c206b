package agogic.core.time;

import java.util.Locale;
import java.util.OptionalDouble;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * Tempo and metre together: the one place that turns positions into each other. Beats are quarter notes, seconds count
 * from the start of the piece.
 */
public record Timeline(TempoMap tempo, MetreMap metre) {
    private static final Pattern BARS = Pattern.compile("(-?\\d{1,6})(?:[.:|/ ](\\d{1,4})(?:[.:|/ ](\\d{1,3}))?)?");
    private static final Pattern CLOCK = Pattern.compile("(\\d{1,6}):(\\d{1,2}(?:\\.\\d{1,12})?)");
    private static final Pattern SECONDS = Pattern.compile("(-?\\d{1,12}(?:\\.\\d{1,12})?)\\s*(ms|s|sec|seconds|min)");

    /** Seconds from the beginning at a beat, in quarter notes; before the beginning both lie below 0. */
    public double secondsAt(double beat) {
        return tempo.secondsAt(beat);
    }

    /** The beat, in quarter notes, at seconds from the beginning. */
    public double beatAt(double seconds) {
        return tempo.beatAt(seconds);
    }

    /** The time of a lane fixed by {@code lock}, in beats or seconds, at {@code seconds} of the piece. */
    public double laneTime(Lock lock, double seconds) {
        return lock == Lock.BEATS ? tempo.beatAt(seconds) : seconds;
    }

    /** Seconds of the piece at {@code time} of a lane fixed by {@code lock}. */
    public double secondsOfLane(Lock lock, double time) {
        return lock == Lock.BEATS ? tempo.secondsAt(time) : time;
    }

    /** The time of a lane fixed by {@code lock} at a beat of the piece. */
    public double laneTimeOfBeat(Lock lock, double beat) {
        return lock == Lock.BEATS ? beat : tempo.secondsAt(beat);
    }

    /** The beat of the piece at {@code time} of a lane fixed by {@code lock}. */
    public double beatOfLane(Lock lock, double time) {
        return lock == Lock.BEATS ? time : tempo.beatAt(time);
    }

    /** {@code 17.3.02}. */
    /** As {@link #printBars}; before the start of the piece the beats that are left, to a tenth: {@code –2.5}. */
    public String printPlace(double beat) {
        return beat < -1e-9
                ? "–" + String.format(Locale.ROOT, "%.1f", Math.ceil(-beat * 10 - 1e-9) / 10)
                : printBars(beat);
    }

    /** A beat as people write places: bar, beat, hundredths. */
    public String printBars(double beat) {
        return metre.print(beat);
    }

    /** {@code 0:46.607}. */
    public static String printClock(double seconds) {
        long millis = Math.round(Math.abs(seconds) * 1000);
        String sign = seconds < 0 && millis > 0 ? "−" : "";
        return sign + millis / 60_000 + ":" + digits(millis / 1000 % 60, 2) + "." + digits(millis % 1000, 3);
    }

    /** A whole number of at least so many digits. It is asked for at every picture while something plays. */
    static String digits(long number, int least) {
        String text = Long.toString(number);
        return text.length() < least ? "0".repeat(least - text.length()) + text : text;
    }

    /** {@code bar 20 beat 2}, with hundredths only where there are any: for people who listen instead of look. */
    public String speakBars(double beat) {
        String[] parts = printBars(beat).split("\\.");
        return "bar " + parts[0] + " beat " + parts[1] + (parts[2].equals("00") ? "" : " and " + parts[2]);
    }

    /**
     * A position as people type it, in beats: {@code 17}, {@code 17.3}, {@code 17.3.02}, {@code 17 3 02} (bars),
     * {@code 0:46.6}, {@code 46.6 s}, {@code 900 ms} (time). Empty if it is none of these.
     */
    public OptionalDouble parse(String text) {
        String clean = text.strip().toLowerCase(Locale.ROOT).replace('−', '-').replace(',', '.');
        Matcher seconds = SECONDS.matcher(clean);
        if (seconds.matches()) {
            double unit =
                    switch (seconds.group(2)) {
                        case "ms" -> 0.001;
                        case "min" -> 60;
                        default -> 1;
                    };
            return OptionalDouble.of(beatAt(Double.parseDouble(seconds.group(1)) * unit));
        }
        Matcher clock = CLOCK.matcher(clean);
        if (clock.matches()) {
            return OptionalDouble.of(
                    beatAt(Integer.parseInt(clock.group(1)) * 60 + Double.parseDouble(clock.group(2))));
        }
        Matcher bars =
                BARS.matcher(clean.startsWith("bar ") ? clean.substring(4).strip() : clean);
        if (!bars.matches() || bars.group(1).length() > 6) {
            return OptionalDouble.empty();
        }
        int bar = Integer.parseInt(bars.group(1));
        Metre inForce = metre.metreOfBar(bar);
        int beat = bars.group(2) == null ? 1 : Integer.parseInt(bars.group(2));
        if (bar < 1 || beat < 1 || beat > inForce.beatsInBar()) {
            return OptionalDouble.empty();
        }
        String fraction = bars.group(3);
        double hundredths = fraction == null ? 0 : Integer.parseInt(fraction) / Math.pow(10, fraction.length());
        return OptionalDouble.of(metre.beatOfBar(bar) + (beat - 1 + hundredths) * inForce.quartersInBeat());
    }

    /**
     * As {@link #parse}.
     *
     * @throws IllegalArgumentException with what was expected, for people, if it is no position
     */
    public double position(String text) {
        return parse(text)
                .orElseThrow(() ->
                        new IllegalArgumentException("“" + text + "” is no position. Expected " + expected() + "."));
    }

    /** What {@link #parse} takes, in words for an error. */
    public static String expected() {
        return "a position such as 17.3.02 (bar.beat.hundredths), 0:46.6 or 46.6 s";
    }
}
