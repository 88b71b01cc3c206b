package agogic.core.score;

import agogic.core.text.Text;
import java.util.List;

/**
 * Notes that belong together: from {@code beat} of the piece, {@code length} quarter notes long.
 *
 * @param dynamics marks that say how loud
 * @param hairpins ways from mark to mark
 */
public record Clip(
        String name, double beat, double length, List<Note> notes, List<Dynamic> dynamics, List<Hairpin> hairpins) {
    public Clip {
        notes = List.copyOf(notes);
        dynamics = List.copyOf(dynamics);
        hairpins = List.copyOf(hairpins);
        Text.sound("A clip", name);
        if (!(beat >= 0 && beat <= 1e6) || !(length > 0 && length <= 1e6)) {
            throw new IllegalArgumentException(
                    "The clip " + name + " needs a beat from 0 and a length, at most 1,000,000 beats each.");
        }
    }

    /** A clip whose score says nothing of how loud it is. */
    public Clip(String name, double beat, double length, List<Note> notes) {
        this(name, beat, length, notes, List.of(), List.of());
    }
}
