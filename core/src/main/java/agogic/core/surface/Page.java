package agogic.core.surface;

import agogic.core.text.Text;
import java.util.Optional;

/**
 * A page of a surface: a set of routes of which one at a time counts.
 *
 * @param name for people
 * @param button id of the control that turns to it, if one does
 */
public record Page(String name, Optional<String> button) {
    /** @throws IllegalArgumentException in words for people if one of these is not what it can be */
    public Page {
        if (Text.sound("A page", name).isBlank()) {
            throw new IllegalArgumentException("A page needs a name.");
        }
    }

    /**
     * A page that no control turns to.
     *
     * @throws IllegalArgumentException in words for people if the name is blank
     */
    public static Page of(String name) {
        return new Page(name, Optional.empty());
    }
}
