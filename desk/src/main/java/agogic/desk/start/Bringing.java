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
import java.util.List;
import java.util.Locale;
import java.util.Set;
import java.util.function.Consumer;

/** What can be brought in, by the ending of its file. */
public final class Bringing {
    private static final Set<String> MIDI = Set.of("mid", "midi", "smf", "rmi", "kar");
    private static final Set<String> SCORES = Set.of("musicxml", "mxl", "xml");

    /** A MIDI 2.0 clip file. */
    private static final String CLIP = "midi2";

    private Bringing() {}

    private static String ending(Path path) {
        String name = Input.name(path).toLowerCase(Locale.ROOT);
        return name.substring(name.lastIndexOf('.') + 1);
    }

    /** True if a file is of a kind that can be brought in. */
    public static boolean takes(Path path) {
        return MIDI.contains(ending(path)) || ending(path).equals(CLIP) || SCORES.contains(ending(path)) || audio(path);
    }

    /** True if a file is audio by its ending. */
    public static boolean audio(Path path) {
        return SoundFile.named(Input.name(path));
    }

    /** Looks through a file: audio or a score by its ending, else as a MIDI file. */
    public static Brought read(Path path) throws IOException {
        if (audio(path)) {
            return new AudioBrought(Pictures.listened(path));
        }
        if (ending(path).equals(CLIP)) {
            return ClipImport.read(path);
        }
        return SCORES.contains(ending(path)) ? ScoreImport.read(path) : MidiImport.read(path);
    }

    /** Looks through several files that become one piece, in their order. */
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
