package agogic.core.session;

import java.util.List;

/** Notes that belong together: from {@code beat} of the piece, {@code length} quarter notes long. */
public record Clip(String name, double beat, double length, List<Note> notes) {
    public Clip {
        notes = List.copyOf(notes);
        if (!(beat >= 0) || !(length > 0)) {
            throw new IllegalArgumentException("The clip " + name + " needs a beat from 0 and a length.");
        }
    }
}
