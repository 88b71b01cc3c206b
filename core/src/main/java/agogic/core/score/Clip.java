package agogic.core.score;

import agogic.core.text.Text;
import java.util.List;

/** Notes that belong together: from {@code beat} of the piece, {@code length} quarter notes long. */
public record Clip(String name, double beat, double length, List<Note> notes) {
    public Clip {
        notes = List.copyOf(notes);
        Text.sound("A clip", name);
        if (!(beat >= 0 && beat <= 1e6) || !(length > 0 && length <= 1e6)) {
            throw new IllegalArgumentException(
                    "The clip " + name + " needs a beat from 0 and a length, at most 1,000,000 beats each.");
        }
    }
}
