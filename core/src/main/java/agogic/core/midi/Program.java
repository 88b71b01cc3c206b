package agogic.core.midi;

import java.util.List;
import java.util.OptionalInt;

/**
 * A program of a channel and the bank it is taken from, as far as one was said (MIDI 1.0: bank select is controllers 0 and
 * 32, and counts from the next program change on).
 *
 * @param coarse of the bank, 0..127; −1 if it was not said
 * @param fine of the bank, 0..127; −1 if it was not said
 * @param number of the program, 0..127
 */
public record Program(int coarse, int fine, int number) {
    private static final int EACH = 129;
    /** The sounds of General MIDI 1, in their order; by memory of the published list. */
    private static final List<String> SOUNDS = List.of(
            "Grand piano",
            "Bright piano",
            "Electric grand",
            "Honky-tonk piano",
            "Electric piano 1",
            "Electric piano 2",
            "Harpsichord",
            "Clavinet",
            "Celesta",
            "Glockenspiel",
            "Music box",
            "Vibraphone",
            "Marimba",
            "Xylophone",
            "Tubular bells",
            "Dulcimer",
            "Drawbar organ",
            "Percussive organ",
            "Rock organ",
            "Church organ",
            "Reed organ",
            "Accordion",
            "Harmonica",
            "Tango accordion",
            "Nylon guitar",
            "Steel guitar",
            "Jazz guitar",
            "Clean guitar",
            "Muted guitar",
            "Overdriven guitar",
            "Distortion guitar",
            "Guitar harmonics",
            "Acoustic bass",
            "Fingered bass",
            "Picked bass",
            "Fretless bass",
            "Slap bass 1",
            "Slap bass 2",
            "Synth bass 1",
            "Synth bass 2",
            "Violin",
            "Viola",
            "Cello",
            "Contrabass",
            "Tremolo strings",
            "Pizzicato strings",
            "Orchestral harp",
            "Timpani",
            "Strings 1",
            "Strings 2",
            "Synth strings 1",
            "Synth strings 2",
            "Choir aahs",
            "Voice oohs",
            "Synth voice",
            "Orchestra hit",
            "Trumpet",
            "Trombone",
            "Tuba",
            "Muted trumpet",
            "French horn",
            "Brass section",
            "Synth brass 1",
            "Synth brass 2",
            "Soprano sax",
            "Alto sax",
            "Tenor sax",
            "Baritone sax",
            "Oboe",
            "English horn",
            "Bassoon",
            "Clarinet",
            "Piccolo",
            "Flute",
            "Recorder",
            "Pan flute",
            "Blown bottle",
            "Shakuhachi",
            "Whistle",
            "Ocarina",
            "Square lead",
            "Sawtooth lead",
            "Calliope lead",
            "Chiff lead",
            "Charang lead",
            "Voice lead",
            "Fifths lead",
            "Bass and lead",
            "New age pad",
            "Warm pad",
            "Polysynth pad",
            "Choir pad",
            "Bowed pad",
            "Metallic pad",
            "Halo pad",
            "Sweep pad",
            "Rain",
            "Soundtrack",
            "Crystal",
            "Atmosphere",
            "Brightness",
            "Goblins",
            "Echoes",
            "Sci-fi",
            "Sitar",
            "Banjo",
            "Shamisen",
            "Koto",
            "Kalimba",
            "Bagpipe",
            "Fiddle",
            "Shanai",
            "Tinkle bell",
            "Agogo",
            "Steel drums",
            "Woodblock",
            "Taiko drum",
            "Melodic tom",
            "Synth drum",
            "Reverse cymbal",
            "Guitar fret noise",
            "Breath noise",
            "Seashore",
            "Bird tweet",
            "Telephone ring",
            "Helicopter",
            "Applause",
            "Gunshot");

    /**
     * @throws IllegalArgumentException in words for people if one of these is not what it can be
     */
    public Program {
        boolean bank = coarse >= -1 && coarse <= 127 && fine >= -1 && fine <= 127;
        if (!bank || number < 0 || number > 127) {
            throw new IllegalArgumentException("A program is 0 to 127, as are the two parts of its bank.");
        }
    }

    /** As one number: programs without a bank first, rising with bank and program. */
    public int code() {
        return ((coarse + 1) * EACH + fine + 1) * 128 + number;
    }

    /**
     * The program that a {@link #code} stands for; empty below 0, where none is said.
     *
     * @throws IllegalArgumentException in words for people if it is above the greatest code
     */
    public static Program of(int code) {
        int bank = code / 128;
        return new Program(bank / EACH - 1, bank % EACH - 1, code % 128);
    }

    /** How many messages say it: the parts of its bank, then the program. */
    public int messages() {
        return 1 + (coarse < 0 ? 0 : 1) + (fine < 0 ? 0 : 1);
    }

    /** For people, counted from 1 as devices show it: {@code 33 Acoustic bass}, {@code 1 · bank 8}. */
    public String spoken() {
        OptionalInt bank = coarse < 0 && fine < 0
                ? OptionalInt.empty()
                : OptionalInt.of(Math.max(0, coarse) * 128 + Math.max(0, fine));
        // Where a bank is chosen, the maker of the device says what its sounds are.
        return bank.isEmpty() || bank.getAsInt() == 0
                ? (number + 1) + " " + SOUNDS.get(number)
                        + (bank.isEmpty()
                                ? ""
                                : fine < 0 ? " · bank 0 coarse" : coarse < 0 ? " · bank 0 fine" : " · bank 0")
                : (number + 1) + " · bank " + (coarse < 0 ? "–" : coarse) + "/" + (fine < 0 ? "–" : fine);
    }
}
