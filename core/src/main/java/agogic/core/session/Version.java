package agogic.core.session;

import agogic.core.lane.Lane;
import agogic.core.text.Text;
import java.util.List;
import java.util.Optional;

/**
 * A lane or a whole session as it was, kept under a name to be compared with.
 *
 * @param name unique among the versions of one lane, or of the whole
 * @param lane of a version of a lane; else empty
 * @param whole of a version of all; it has no versions of its own
 */
public record Version(String name, Optional<Lane> lane, Optional<Session> whole) {
    /** @throws IllegalArgumentException in words for people if one of these is not what it can be */
    public Version {
        Text.sound("The name of a version", name);
        if (name.isBlank()) {
            throw new IllegalArgumentException("A version needs a name.");
        }
        if (lane.isPresent() == whole.isPresent()) {
            throw new IllegalArgumentException("A version is one of a lane or of the whole piece.");
        }
        whole = whole.map(s -> s.versions().isEmpty() ? s : s.withVersions(List.of()));
    }

    /**
     * A lane that was kept, by a name that is not blank.
     *
     * @throws IllegalArgumentException in words for people if the name is blank
     */
    public static Version of(String name, Lane lane) {
        return new Version(name, Optional.of(lane), Optional.empty());
    }

    /**
     * A whole session that was kept, by a name that is not blank.
     *
     * @throws IllegalArgumentException in words for people if the name is blank
     */
    public static Version of(String name, Session whole) {
        return new Version(name, Optional.empty(), Optional.of(whole));
    }
}
