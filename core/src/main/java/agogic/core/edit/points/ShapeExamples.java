package agogic.core.edit.points;

import java.util.List;

/** What {@link ShapeWords} understand, by examples. */
public final class ShapeExamples {
    /** What the words can be, one line an act: for a person who looks for them, and for errors. */
    public static final List<String> ACTS = List.of(
            "sweep 120 Hz to 3 kHz 27 33 slow start",
            "level -6 dB 9 17",
            "level 75 % of span 9 17",
            "raise -2 dB 9 17",
            "scale 50 % about -12 dB 9 17",
            "tilt 0 to 10 % 9 17",
            "mirror time 9 17",
            "mirror value about 50 % 9 17",
            "move 1 bar 9 17",
            "stretch 9 13 to 9 17",
            "grid 1/4 9 17",
            "steps 5 9 17",
            "thin 0.5 dB 9 17",
            "erase 100 ms 0.2 dB 9 17",
            "switch Off 33 37",
            "wave sine 1 bar 20 % to 80 % 17 25",
            "wave steps 1 bar 0 % / 50 % / 100 % 17 25 swing 60 % named Stairs",
            "wave own 2 bars of 9 11 17 25",
            "pattern Stairs 17 25",
            "drop Near 33 over 1 bar",
            "equal 9 17",
            "point 300 Hz at 9.3",
            "raise 1 octave 9 17",
            "sweep 120 Hz to 3 kHz 27 33 bent 30 %",
            "copy 9 13 to 33",
            "repeat 9 13 to 41",
            "copy 9 11 along Dawn",
            "copy 9 11 along clips Glass A",
            "lock seconds");

    private ShapeExamples() {}
}
