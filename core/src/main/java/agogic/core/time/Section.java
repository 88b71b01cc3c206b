package agogic.core.time;

import agogic.core.text.Text;

/** A named part of the piece, from {@code beat} (quarter notes) to the next section. */
public record Section(String name, double beat) {
    /** @throws IllegalArgumentException in words for people if one of these is not what it can be */
    public Section {
        if (Text.sound("A section", name).isBlank() || !(beat >= 0 && beat <= 1e6)) {
            throw new IllegalArgumentException("A section needs a name and a beat from 0 to 1,000,000.");
        }
    }
}
