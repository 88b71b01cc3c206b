package agogic.formats.midi;

import agogic.core.text.Text;
import agogic.formats.file.FormatException;
import agogic.formats.file.Input;
import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.charset.CharacterCodingException;
import java.nio.charset.Charset;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/**
 * A Standard MIDI File 1.0 as it lies: checked whole when it is read, its events told from its bytes whenever they are asked
 * for, so that it takes no more room than the file. Formats 0 and 1, every division. Faults that cost nothing are remarked;
 * any other is refused with its track and byte.
 */
public final class MidiFile {
    private static final long LARGEST = 512L << 20;
    private static final int CHUNK = 8;
    private static final int MOST_TRACKS = 65_535;
    private static final String SHIFT_JIS = "Shift_JIS";
    /** Latin 1 with letters where that has controls; {@code ISO_8859_1} where it is not there. */
    private static final Charset WINDOWS =
            Charset.isSupported("windows-1252") ? Charset.forName("windows-1252") : StandardCharsets.ISO_8859_1;

    private final byte[] bytes;
    private final String name;
    private final int format;
    private final int division;
    /** Where the bytes of each track begin, and where the next thing begins. */
    private final List<int[]> tracks = new ArrayList<>();

    private final List<String> remarks = new ArrayList<>();
    private int endless;
    private int longer;

    /** Hears the events of a track in their order. Of a text or an exclusive message the place in {@link #bytes} is told. */
    public interface Events {
        /** A message of a channel: {@code status} 0x80..0xEF, {@code second} 0 where there is none. */
        void channel(long tick, int status, int first, int second);

        /** A meta event. */
        default void meta(long tick, int type, int from, int length) {}

        /** A system exclusive message, or a part of one. */
        default void exclusive(long tick, int from, int length) {}
    }

    private MidiFile(byte[] bytes, String name) throws FormatException {
        this.bytes = bytes;
        this.name = name;
        int at = begin();
        if (bytes.length - at < 14 || !named(at, "MThd")) {
            throw new FormatException(name + " is no MIDI file: expected “MThd” at its beginning.");
        }
        long length = number(at + 4, 4);
        if (length < 6 || at + CHUNK + length > bytes.length) {
            throw new FormatException(name + ": its head has " + length + " bytes, expected 6.");
        }
        format = (int) number(at + 8, 2);
        int said = (int) number(at + 10, 2);
        division = (short) number(at + 12, 2);
        if (format > 1) {
            throw new FormatException(name
                    + (format == 2
                            ? " holds patterns that stand each for itself (format 2). Expected one piece: format 0 or 1."
                            : ": there is no format " + format + " of MIDI files. Expected 0 or 1."));
        }
        int frames = -(division >> 8);
        boolean known = frames == 24 || frames == 25 || frames == 29 || frames == 30;
        if (division == 0 || division < 0 && (!known || (division & 0xFF) == 0)) {
            throw new FormatException(
                    name + ": expected ticks of a quarter note, or 24, 25, 29 or 30 frames a second.");
        }
        chunks(at + CHUNK + (int) length, said);
        if (tracks.isEmpty()) {
            throw new FormatException(name + " has no track.");
        }
        Events nobody = (tick, status, first, second) -> {};
        for (int t = 0; t < tracks.size(); t++) {
            tell(t, nobody, true);
        }
        if (endless > 0) {
            remarks.add(count(endless, "track does", "tracks do") + " not say where the end is.");
        }
        if (longer > 0) {
            remarks.add(count(longer, "track has", "tracks have") + " bytes after the end: left aside.");
        }
    }

    /**
     * Reads a file.
     *
     * @throws FormatException with what, where and what was expected, if it is none; nothing is half-read
     */
    public static MidiFile read(Path path) throws IOException {
        Path file = Input.file(path, Input.bound(LARGEST, 4), "a MIDI file");
        return of(Files.readAllBytes(file), Input.name(path));
    }

    /**
     * Reads bytes; {@code name} is for people.
     *
     * @throws FormatException with what, where and what was expected, if it is none; nothing is half-read
     */
    public static MidiFile of(byte[] bytes, String name) throws FormatException {
        return new MidiFile(bytes, name);
    }

    /** Where it begins: some programs put a MIDI file into a RIFF file. */
    private int begin() {
        if (bytes.length < 20 || !named(0, "RIFF") || !named(8, "RMID")) {
            return 0;
        }
        remarks.add("It lies in a RIFF file, whose other parts are left aside.");
        for (int at = 12; at >= 12 && at + CHUNK <= bytes.length; ) {
            if (named(at, "data")) {
                return at + CHUNK;
            }
            long length = Integer.reverseBytes((int) number(at + 4, 4)) & 0xFFFFFFFFL;
            at = (int) Math.min(Integer.MAX_VALUE, at + CHUNK + length + (length & 1));
        }
        return 0;
    }

    private void chunks(int begin, int said) throws FormatException {
        int at = begin;
        int strange = 0;
        boolean riff = begin > 14 && named(0, "RIFF");
        while (bytes.length - at >= CHUNK) {
            long length = number(at + 4, 4);
            boolean track = named(at, "MTrk");
            if (at + CHUNK + length > bytes.length) {
                if (track) {
                    throw new FormatException(
                            name + ", track " + (tracks.size() + 1) + ", byte " + at + ": it says that "
                                    + length + " bytes follow, " + (bytes.length - at - CHUNK)
                                    + " are there. The file was cut off: copy it again.");
                }
                break;
            }
            if (track) {
                if (tracks.size() == MOST_TRACKS) {
                    throw new FormatException(name + " has more than " + MOST_TRACKS + " tracks.");
                }
                tracks.add(new int[] {at + CHUNK, (int) (at + CHUNK + length)});
            } else {
                strange++;
            }
            at += CHUNK + (int) length;
        }
        if (strange > 0) {
            remarks.add((strange == 1 ? "A part" : strange + " parts") + " of a kind that is not known: left aside.");
        }
        if (at < bytes.length && !riff) {
            remarks.add((bytes.length - at) + " bytes after its end: left aside.");
        }
        if (said != tracks.size()) {
            remarks.add("It says that it has " + said + " tracks; it has " + tracks.size() + ".");
        }
        if (format == 0 && tracks.size() > 1) {
            remarks.add("Format 0 has one track; all " + tracks.size() + " are read.");
        }
    }

    private boolean named(int at, String four) {
        for (int i = 0; i < 4; i++) {
            if (bytes[at + i] != four.charAt(i)) {
                return false;
            }
        }
        return true;
    }

    private long number(int at, int length) {
        long number = 0;
        for (int i = 0; i < length; i++) {
            number = number << 8 | bytes[at + i] & 0xFF;
        }
        return number;
    }

    /** Tells all events of a track, counted from 0. */
    public void tell(int track, Events to) {
        try {
            tell(track, to, false);
        } catch (FormatException e) {
            throw new IllegalStateException(e);
        }
    }

    private void tell(int track, Events to, boolean remark) throws FormatException {
        int at = tracks.get(track)[0];
        int end = tracks.get(track)[1];
        long tick = 0;
        int running = 0;
        boolean over = false;
        while (at < end && !over) {
            // How long it waits: seven bits a byte, at most four bytes.
            int one = bytes[at++];
            int wait = one & 0x7F;
            for (int k = 1; one < 0; k++) {
                if (at >= end || k == 4) {
                    throw broken(track, at, "a time that does not end");
                }
                one = bytes[at++];
                wait = wait << 7 | one & 0x7F;
            }
            tick += wait;
            if (at >= end) {
                break;
            }
            int status = bytes[at] & 0xFF;
            if (status < 0x80) {
                status = running;
                if (status == 0) {
                    throw broken(track, at, "a data byte without the status it belongs to");
                }
            } else {
                at++;
            }
            if (status < 0xF0) {
                running = status;
                boolean two = status < 0xC0 || status >= 0xE0;
                if (at + (two ? 2 : 1) > end) {
                    throw broken(track, at, "a message that is cut off");
                }
                int first = bytes[at++];
                int second = two ? bytes[at++] : 0;
                if ((first | second) < 0) {
                    throw broken(track, at - 1, "a status byte where a data byte was expected");
                }
                to.channel(tick, status, first, second);
                continue;
            }
            if (status != 0xF0 && status != 0xF7 && status != 0xFF) {
                throw broken(track, at - 1, String.format("%X, which is sent on wires and not kept in files", status));
            }
            int type = 0;
            if (status == 0xFF) {
                if (at >= end) {
                    throw broken(track, at, "a text that is cut off");
                }
                type = bytes[at++];
                if (type < 0) {
                    throw broken(track, at - 1, "a text of a kind above 127");
                }
            }
            long length = 0;
            one = -1;
            for (int k = 0; one < 0; k++) {
                if (at >= end || k == 4) {
                    throw broken(track, at, "a length that does not end");
                }
                one = bytes[at++];
                length = length << 7 | one & 0x7F;
            }
            if (at + length > end) {
                throw broken(track, at, length + " bytes that should follow, and " + (end - at) + " that do");
            }
            if (status == 0xFF) {
                over = type == 0x2F;
                to.meta(tick, type, at, (int) length);
            } else {
                to.exclusive(tick, at, (int) length);
            }
            at += (int) length;
        }
        endless += remark && !over ? 1 : 0;
        longer += remark && at < end ? 1 : 0;
    }

    private static String count(int n, String one, String many) {
        return n + " " + (n == 1 ? one : many);
    }

    private FormatException broken(int track, int at, String found) {
        return new FormatException(name + ", track " + (track + 1) + ", byte " + at + ": found " + found
                + ". Nothing was read; export it again where it was made.");
    }

    /** Its name, for people. */
    public String name() {
        return name;
    }

    /** How many tracks it has, 1 or more. */
    public int tracks() {
        return tracks.size();
    }

    /** Faults that cost nothing, for people. */
    public List<String> remarks() {
        return List.copyOf(remarks);
    }

    /** True if its ticks are parts of seconds and not of quarter notes. */
    public boolean inSeconds() {
        return division < 0;
    }

    /** Ticks of a quarter note; of a second if it is {@link #inSeconds} (29 frames are 29.97: 30,000/1,001). */
    public double ticks() {
        if (division > 0) {
            return division;
        }
        int frames = -(division >> 8);
        return (frames == 29 ? 30_000 / 1_001.0 : frames) * (division & 0xFF);
    }

    /** A byte of it, 0..255. */
    public int at(int place) {
        return bytes[place] & 0xFF;
    }

    /**
     * A text in it: UTF-8 where it is that, Shift JIS where it is that and reads as Japanese, else as Windows writes Latin
     * letters; without characters that nobody sees.
     */
    public String text(int from, int length) {
        return Text.seen(decoded(StandardCharsets.UTF_8, from, length)
                .or(() -> Charset.isSupported(SHIFT_JIS)
                        ? decoded(Charset.forName(SHIFT_JIS), from, length).filter(MidiFile::japanese)
                        : Optional.empty())
                .orElseGet(() -> new String(bytes, from, length, WINDOWS)));
    }

    private Optional<String> decoded(Charset charset, int from, int length) {
        try {
            return Optional.of(charset.newDecoder()
                    .decode(ByteBuffer.wrap(bytes, from, length))
                    .toString());
        } catch (CharacterCodingException e) {
            return Optional.empty();
        }
    }

    /**
     * True if the letters of a text make sense as Japanese: with kana, whose first byte is a control code in Latin texts, or
     * of ideographs alone. An accented letter with the one behind it would be an ideograph among Latin letters.
     */
    private static boolean japanese(String text) {
        boolean kana = text.chars().anyMatch(c -> c >= 0x3040 && c <= 0x30FF);
        boolean latin = text.chars().anyMatch(c -> c < 0x80 && Character.isLetter(c) || c >= 0xFF61 && c <= 0xFF9F);
        long ideographs = text.chars().filter(Character::isIdeographic).count();
        return kana || !latin && ideographs >= 2;
    }
}
