package agogic.desk.start;

import agogic.formats.bring.Brought;
import agogic.formats.file.Input;
import agogic.formats.midi.MidiImport;
import agogic.formats.score.ScoreImport;
import java.io.IOException;
import java.nio.file.Path;
import java.util.Locale;
import java.util.Set;

/** What can be brought in, by the ending of its file. */
public final class Bringing {
    private static final Set<String> MIDI = Set.of("mid", "midi", "smf", "rmi", "kar");
    private static final Set<String> SCORES = Set.of("musicxml", "mxl", "xml");

    private Bringing() {}

    private static String ending(Path path) {
        String name = Input.name(path).toLowerCase(Locale.ROOT);
        return name.substring(name.lastIndexOf('.') + 1);
    }

    /** True if a file is of a kind that can be brought in. */
    public static boolean takes(Path path) {
        return MIDI.contains(ending(path)) || SCORES.contains(ending(path));
    }

    /** Looks through a file: a score by its ending, else as a MIDI file. */
    public static Brought read(Path path) throws IOException {
        return SCORES.contains(ending(path)) ? ScoreImport.read(path) : MidiImport.read(path);
    }
}
