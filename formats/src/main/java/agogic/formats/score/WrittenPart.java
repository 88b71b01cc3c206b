package agogic.formats.score;

import agogic.core.midi.Program;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/** A part: its measures in the order in which they are written. */
final class WrittenPart {
    String name = "";
    int channel;
    /** Program 0..127 with its bank, or nothing; volume 0..127 and pan 0..127, −1 where they are not said. */
    Optional<Program> program = Optional.empty();

    int volume = -1;
    int pan = -1;
    /** Which key each instrument without a pitch is, by its id. */
    final Map<String, Integer> keys = new HashMap<>();
    /** Divisions of a quarter note, and by how much it sounds higher than written. */
    double divisions = 1;

    int transposed;
    final List<Measure> measures = new ArrayList<>();
}
