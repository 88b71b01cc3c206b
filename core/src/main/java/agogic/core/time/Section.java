package agogic.core.time;

/** A named part of the piece, from {@code beat} (quarter notes) to the next section. */
public record Section(String name, double beat) {
    public Section {
        if (name.isBlank() || !(beat >= 0)) {
            throw new IllegalArgumentException("A section needs a name and a beat from 0.");
        }
    }
}
