package agogic.core.session;

import agogic.core.text.Text;
import io.soabase.recordbuilder.core.RecordBuilder;
import java.util.ArrayList;
import java.util.EnumSet;
import java.util.List;
import java.util.Locale;
import java.util.Set;

/**
 * Where a piece goes, and what of it: a set of choices with a name, carried out into one folder.
 *
 * @param name unique in the piece, for people
 * @param parts what goes, one at least
 * @param how how each of it is written
 * @param folder where it went last; empty before
 * @param carried what the piece was known by when it went last, hexadecimal; empty before
 */
@RecordBuilder
public record Destination(String name, Set<Part> parts, How how, String folder, String carried)
        implements DestinationBuilder.With {
    /** What can go. */
    public enum Part {
        SESSION("session", "Session"),
        MIDI("midi", "MIDI file"),
        MIDI_TRACKS("midi-tracks", "MIDI by track"),
        MIDI_DEVICES("midi-devices", "MIDI by device"),
        CLIP("clip", "MIDI 2.0 clip"),
        AUDIO("audio", "Audio"),
        STEMS("stems", "Stems"),
        TABLES("tables", "Tables"),
        PICTURE("picture", "Picture"),
        SHEET("sheet", "Sheet");

        private final String word;
        private final String title;

        Part(String word, String title) {
            this.word = word;
            this.title = title;
        }

        /** In files and commands. */
        public String word() {
            return word;
        }

        /** For people. */
        public String title() {
            return title;
        }

        /**
         * The part of this word.
         *
         * @throws IllegalArgumentException with those there are if there is none
         */
        public static Part of(String word) {
            for (Part part : values()) {
                if (part.word.equalsIgnoreCase(word.strip())) {
                    return part;
                }
            }
            List<String> all = new ArrayList<>();
            for (Part part : values()) {
                all.add(part.word);
            }
            throw new IllegalArgumentException(
                    "“" + word + "” is nothing that can be exported. Expected " + String.join(", ", all) + ".");
        }
    }

    /** Which of the lanes and notes go as MIDI. */
    public enum Content {
        ALL("notes and lanes"),
        LANES("lanes only"),
        NOTES("notes only");

        private final String spoken;

        Content(String spoken) {
            this.spoken = spoken;
        }

        /** The word for people. */
        public String spoken() {
            return spoken;
        }

        /** {@code lanes}. */
        public String word() {
            return name().toLowerCase(Locale.ROOT);
        }
    }

    /** How it is written. */
    @RecordBuilder
    public record How(Midi midi, Audio audio, Picture picture) implements DestinationHowBuilder.With {
        /** As most want it. */
        public static final How USUAL = new How(
                new Midi("14", true, false, Content.ALL, true),
                new Audio("24", 48_000, false, true),
                new Picture("pdf", true));
    }

    /**
     * How MIDI 1.0 is written.
     *
     * @param fine of controllers: {@code 7}, {@code 14} or {@code nrpn}
     * @param cable true if it is never more than a MIDI cable carries
     * @param leadIn true for a bar before the music that sets every value
     * @param content what goes
     * @param tempo true if the tempo goes, too; without it whoever reads the file says the tempo
     */
    @RecordBuilder
    public record Midi(String fine, boolean cable, boolean leadIn, Content content, boolean tempo)
            implements DestinationMidiBuilder.With {
        private static final List<String> FINE = List.of("7", "14", "nrpn");

        public Midi {
            one("How fine controllers are", fine, FINE);
        }
    }

    /**
     * How audio is written.
     *
     * @param bits of a sample: {@code 16}, {@code 24} or {@code 32f}
     * @param rate frames a second
     * @param loop true for the bars of the loop instead of the whole piece
     * @param lanes true if what the lanes say is heard; else every parameter rests
     */
    @RecordBuilder
    public record Audio(String bits, int rate, boolean loop, boolean lanes) implements DestinationAudioBuilder.With {
        private static final List<String> BITS = List.of("16", "24", "32f");
        private static final List<Integer> RATES = List.of(44_100, 48_000, 88_200, 96_000);

        public Audio {
            one("The bits of a sample", bits, BITS);
            one("The rate of audio", rate, RATES);
        }
    }

    /**
     * How pictures are written.
     *
     * @param format {@code svg}, {@code pdf} or {@code png}
     * @param light true for a light ground
     */
    public record Picture(String format, boolean light) {
        private static final List<String> FORMATS = List.of("svg", "pdf", "png");

        public Picture {
            one("The format of a picture", format, FORMATS);
        }
    }

    private static <T> void one(String what, T is, List<T> all) {
        if (!all.contains(is)) {
            throw new IllegalArgumentException(what + " is one of " + all + ", not “" + is + "”.");
        }
    }

    /** @throws IllegalArgumentException in words for people if one of these is not what it can be */
    public Destination {
        parts = parts.isEmpty() ? Set.of() : Set.copyOf(parts);
        Text.sound("The folder of a destination", folder);
        if (Text.sound("A destination", name).isBlank()) {
            throw new IllegalArgumentException("A destination needs a name.");
        }
        if (parts.isEmpty()) {
            throw new IllegalArgumentException(name + " is to have something in it: choose one part at least.");
        }
        if (!carried.matches("[0-9a-f]{0,128}")) {
            throw new IllegalArgumentException("What " + name + " was known by is no hexadecimal number.");
        }
    }

    /**
     * One that nothing went to yet.
     *
     * @throws IllegalArgumentException in words for people if the name is blank, or there is no part
     */
    public static Destination of(String name, How how, Part... parts) {
        return new Destination(name, Set.of(parts), how, "", "");
    }

    /** Those that a piece begins with. */
    public static List<Destination> usual() {
        How usual = How.USUAL;
        How player = usual.withMidi(usual.midi().withFine("7").withLeadIn(true));
        return List.of(
                of("To the mix", usual, Part.MIDI, Part.CLIP, Part.AUDIO, Part.STEMS),
                of("To the orchestra's player", player, Part.MIDI_TRACKS, Part.SHEET),
                new Destination("Archive", EnumSet.allOf(Part.class), usual, "", ""));
    }

    /** Its parts in the order in which they are shown. */
    public List<Part> inOrder() {
        return parts.stream().sorted().toList();
    }

    /** How a piece stands to what went of it. */
    public enum Since {
        NEVER("not exported yet"),
        SAME("up to date"),
        CHANGED("changed since");

        private final String spoken;

        Since(String spoken) {
            this.spoken = spoken;
        }

        /** The word for people. */
        public String spoken() {
            return spoken;
        }
    }

    /**
     * How a piece that is known by {@code print} (see {@code Fingerprint}) stands to what went there; another choice
     * is a change, too.
     */
    public Since since(String print) {
        boolean never = carried.isEmpty() && folder.isEmpty();
        return never ? Since.NEVER : carried.equals(print) ? Since.SAME : Since.CHANGED;
    }

    /** True if something went there. */
    public boolean went() {
        return !carried.isEmpty();
    }

    /**
     * By another name.
     *
     * @throws IllegalArgumentException in words for people if it is blank
     */
    public Destination called(String newName) {
        return withName(newName);
    }

    /**
     * With a part, or without it if it has it.
     *
     * @throws IllegalArgumentException in words for people if it would have none left
     */
    public Destination toggling(Part part) {
        Set<Part> all = EnumSet.copyOf(parts);
        if (!all.remove(part)) {
            all.add(part);
        }
        return with(all);
    }

    /**
     * With these parts.
     *
     * @throws IllegalArgumentException in words for people if there is none
     */
    public Destination with(Set<Part> newParts) {
        return with().parts(newParts).carried("").build();
    }

    /** Written so: what went there before is not what would go now. */
    public Destination with(How newHow) {
        return newHow.equals(how) ? this : new Destination(name, parts, newHow, folder, "");
    }

    /**
     * Gone to this folder, as the piece is then.
     *
     * @throws IllegalArgumentException in words for people if {@code newCarried} is no hexadecimal number
     */
    public Destination gone(String newFolder, String newCarried) {
        return with().folder(newFolder).carried(newCarried).build();
    }

    /**
     * The one of this name, in any case of letters.
     *
     * @throws IllegalArgumentException with those there are if there is none
     */
    public static Destination of(List<Destination> all, String name) {
        return all.stream()
                .filter(d -> d.name().equalsIgnoreCase(name.strip()))
                .findFirst()
                .orElseThrow(() -> new IllegalArgumentException("There is no destination “" + name + "”. Expected "
                        + String.join(
                                ", ",
                                all.stream().map(d -> "“" + d.name() + "”").toList()) + "."));
    }

    /** These destinations with this one in the place of the one of its name, or at the end. */
    List<Destination> in(List<Destination> others) {
        List<Destination> all = new ArrayList<>(others);
        int place = -1;
        for (int i = 0; i < all.size(); i++) {
            place = all.get(i).name().equals(name) ? i : place;
        }
        if (place < 0) {
            all.add(this);
        } else {
            all.set(place, this);
        }
        return all;
    }
}
