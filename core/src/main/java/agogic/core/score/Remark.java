package agogic.core.score;

import agogic.core.text.Text;
import java.util.Arrays;
import java.util.Locale;
import java.util.regex.Pattern;

/**
 * Something that a file says at a place and that nothing here is computed from: kept, and written out again.
 *
 * @param track the id of the track it belongs to; empty for the piece
 * @param beat where, in quarter notes from the beginning, 0 or more
 * @param kind what it is
 * @param words what it says: of a key {@code -3 minor} (flats are below 0, major or minor), of a port its number 0 to 127, of
 *     an offset {@code hours minutes seconds frames hundredths} as the bytes of SMPTE 12M, else a text
 */
public record Remark(String track, double beat, Kind kind, String words) {
    /** What a remark is, with its number among the meta events of a Standard MIDI File 1.0. */
    public enum Kind {
        TEXT(0x01, "text"),
        COPYRIGHT(0x02, "copyright"),
        INSTRUMENT(0x04, "instrument"),
        LYRIC(0x05, "lyric"),
        CUE(0x07, "cue"),
        PROGRAM(0x08, "program name"),
        DEVICE(0x09, "device name"),
        PORT(0x21, "port"),
        OFFSET(0x54, "SMPTE offset"),
        KEY(0x59, "key");

        private final int number;
        private final String spoken;

        Kind(int number, String spoken) {
            this.number = number;
            this.spoken = spoken;
        }

        /** Its number among the meta events. */
        public int number() {
            return number;
        }

        /** What it is called. */
        public String spoken() {
            return spoken;
        }

        /** True if it is a text and no numbers. */
        public boolean text() {
            return number < 0x10;
        }
    }

    private static final Pattern OF_A_KEY = Pattern.compile("-?[0-7] (major|minor)");
    private static final Pattern OF_A_PORT = Pattern.compile("\\d{1,2}|1[01]\\d|12[0-7]");
    private static final Pattern OF_AN_OFFSET = Pattern.compile("\\d{1,3}( \\d{1,3}){4}");

    /** @throws IllegalArgumentException in words for people if one of these is not what it can be */
    public Remark {
        Text.sound("A remark", words);
        boolean holds =
                switch (kind) {
                    case KEY -> OF_A_KEY.matcher(words).matches();
                    case PORT -> OF_A_PORT.matcher(words).matches();
                    case OFFSET -> OF_AN_OFFSET.matcher(words).matches()
                            && Arrays.stream(words.split(" ")).allMatch(n -> Integer.parseInt(n) < 256);
                    default -> !words.isEmpty();
                };
        if (!holds || !(beat >= 0) || Double.isInfinite(beat)) {
            throw new IllegalArgumentException(
                    String.format(Locale.ROOT, "A %s cannot say “%s” at beat %s.", kind.spoken(), words, beat));
        }
    }
}
