package agogic.desk.start;

import agogic.core.session.Session;
import agogic.formats.audio.Pictures;
import agogic.formats.audio.SoundFile;
import agogic.formats.bring.AudioBrought;
import agogic.formats.bring.Brought;
import agogic.formats.bring.Together;
import agogic.formats.clip2.ClipImport;
import agogic.formats.file.Input;
import agogic.formats.file.Told;
import agogic.formats.midi.MidiImport;
import agogic.formats.score.ScoreImport;
import agogic.formats.session.SessionFile;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.Set;
import java.util.function.Consumer;
import java.util.stream.Collectors;

/** What can be brought in, by the ending of its file. */
public final class Bringing {
    /** What looks through a file. */
    private interface Reader {
        Brought read(Path path) throws IOException;
    }

    /** A kind of files that can be brought in. */
    public enum Kind {
        MIDI(
                "MIDI file",
                "mid midi smf rmi kar",
                "notes, tempo, metre, sections, texts, and controllers as lanes",
                MidiImport::read),
        CLIP("MIDI 2.0 clip file", "midi2", "the same with values of 32 bits", ClipImport::read),
        SCORE(
                "Score (MusicXML)",
                "musicxml mxl xml",
                "notes, tempo, metre, dynamics, lyrics and keys",
                ScoreImport::read),
        AUDIO(
                "Audio",
                SoundFile.ENDINGS,
                "clips that play it; WAV and AIFF of any rate, one to eight channels",
                path -> new AudioBrought(Pictures.listened(path)));

        private final String title;
        private final List<String> endings;
        private final String about;
        private final Reader reader;

        Kind(String title, String endings, String about, Reader reader) {
            this.title = title;
            this.endings = List.of(endings.split(" "));
            this.about = about;
            this.reader = reader;
        }

        /** What it is called. */
        public String title() {
            return title;
        }

        /** The endings of its files, without dots; the usual first. */
        public List<String> endings() {
            return endings;
        }

        /** What becomes of it. */
        public String about() {
            return about;
        }
    }

    private Bringing() {}

    private static Optional<Kind> kind(Path path) {
        String name = Input.name(path).toLowerCase(Locale.ROOT);
        String ending = name.substring(name.lastIndexOf('.') + 1);
        return Arrays.stream(Kind.values())
                .filter(kind -> kind.endings().contains(ending))
                .findFirst();
    }

    /** All kinds in a line, for whoever chooses a file. */
    static String kinds() {
        return Arrays.stream(Kind.values())
                .map(kind -> kind.title() + " (." + kind.endings().get(0) + ")")
                .collect(Collectors.joining(", "));
    }

    /** True if a file is of a kind that can be brought in. */
    public static boolean takes(Path path) {
        return kind(path).isPresent();
    }

    /** True if a file is audio by its ending. */
    public static boolean audio(Path path) {
        return SoundFile.named(Input.name(path));
    }

    /**
     * Looks through a file: as its ending says, else as a MIDI file.
     *
     * @throws IOException with what, where and what was expected if it cannot be read or is none of them
     */
    public static Brought read(Path path) throws IOException {
        return kind(path).orElse(Kind.MIDI).reader.read(path);
    }

    /**
     * Looks through several files that become one piece, in their order.
     *
     * @throws IOException with what, where and what was expected if one cannot be read or is none of them
     */
    public static Brought read(List<Path> paths) throws IOException {
        List<Brought> all = new ArrayList<>();
        for (Path path : paths) {
            all.add(read(path));
        }
        return all.size() == 1 ? all.get(0) : new Together(all);
    }

    /**
     * Makes a session of each file and saves it beside it, under a name that nothing has yet; what cannot be read is told
     * and stops none of the others.
     *
     * @param told gets a sentence for each that was not made
     * @return where they are, in the order of the files
     */
    static List<Path> each(List<Path> paths, Consumer<String> told) {
        List<Path> made = new ArrayList<>();
        for (Path path : paths) {
            try {
                Session piece = read(path).piece(Set.of(), NewPiece.beginning());
                String name = Input.name(path);
                String bare = name.substring(0, name.lastIndexOf('.'));
                Path to = path.resolveSibling(bare + SessionFile.ENDING);
                for (int n = 2; Files.exists(to); n++) {
                    to = path.resolveSibling(bare + " " + n + SessionFile.ENDING);
                }
                SessionFile.save(to, piece);
                made.add(to);
            } catch (IOException | RuntimeException e) {
                told.accept(Told.of(e));
            }
        }
        return made;
    }
}
