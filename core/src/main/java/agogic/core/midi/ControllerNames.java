package agogic.core.midi;

import java.util.Map;

/**
 * What controllers and registered parameters are called (MIDI 1.0 Detailed Specification, tables of controllers and of
 * registered parameters; the names of 71 to 78 as General MIDI 2 has them; from memory).
 */
public final class ControllerNames {
    private static final Map<Integer, String> CONTROLLERS = Map.ofEntries(
            Map.entry(1, "Modulation"),
            Map.entry(2, "Breath"),
            Map.entry(4, "Foot"),
            Map.entry(5, "Portamento time"),
            Map.entry(7, "Volume"),
            Map.entry(8, "Balance"),
            Map.entry(10, "Pan"),
            Map.entry(11, "Expression"),
            Map.entry(12, "Effect control 1"),
            Map.entry(13, "Effect control 2"),
            Map.entry(16, "General purpose 1"),
            Map.entry(17, "General purpose 2"),
            Map.entry(18, "General purpose 3"),
            Map.entry(19, "General purpose 4"),
            Map.entry(64, "Sustain pedal"),
            Map.entry(65, "Portamento"),
            Map.entry(66, "Sostenuto"),
            Map.entry(67, "Soft pedal"),
            Map.entry(68, "Legato"),
            Map.entry(69, "Hold 2"),
            Map.entry(70, "Sound variation"),
            Map.entry(71, "Resonance"),
            Map.entry(72, "Release time"),
            Map.entry(73, "Attack time"),
            Map.entry(74, "Brightness"),
            Map.entry(75, "Decay time"),
            Map.entry(76, "Vibrato rate"),
            Map.entry(77, "Vibrato depth"),
            Map.entry(78, "Vibrato delay"),
            Map.entry(80, "General purpose 5"),
            Map.entry(81, "General purpose 6"),
            Map.entry(82, "General purpose 7"),
            Map.entry(83, "General purpose 8"),
            Map.entry(84, "Portamento control"),
            Map.entry(91, "Reverb"),
            Map.entry(92, "Tremolo"),
            Map.entry(93, "Chorus"),
            Map.entry(94, "Detune"),
            Map.entry(95, "Phaser"));
    private static final Map<Integer, String> REGISTERED = Map.of(
            0, "Bend range",
            1, "Fine tuning",
            2, "Coarse tuning",
            3, "Tuning program",
            4, "Tuning bank",
            5, "Modulation range");

    private ControllerNames() {}

    /** Of a controller 0..127; {@code CC 20} if MIDI gives it no meaning. */
    public static String controller(int number) {
        return CONTROLLERS.getOrDefault(number, "CC " + number);
    }

    /** Of a registered parameter; {@code RPN 9} if MIDI gives it no meaning. */
    public static String registered(int number) {
        return REGISTERED.getOrDefault(number, "RPN " + number);
    }

    /** True if MIDI says where a controller stands before anything is said (RP-015, General MIDI 1 and 2; by memory). */
    public static boolean known(int number) {
        return number == 1
                || number == 7
                || number == 8
                || number == 10
                || number == 11
                || number >= 64 && number <= 69
                || number >= 71 && number <= 78
                || number == 91
                || number == 93;
    }

    /**
     * Where a registered parameter stands before anything is said, as a code of 14 bits; −1 where nobody knows: bend range
     * two semitones, fine and coarse tuning in the middle (General MIDI 1).
     */
    public static int restingRegistered(int number) {
        return switch (number) {
            case 0 -> 2 << 7;
            case 1, 2 -> 64 << 7;
            default -> -1;
        };
    }

    /** Where a controller stands before anything is said, as a code of 7 bits (General MIDI 2). */
    public static int resting(int number) {
        return switch (number) {
            case 7 -> 100;
            case 8, 10, 70, 71, 72, 73, 74, 75, 76, 77, 78 -> 64;
            case 11 -> 127;
            case 91 -> 40;
            default -> 0;
        };
    }
}
