package agogic.desk.export;

import agogic.core.session.Destination;
import agogic.formats.session.Destinations;
import java.io.IOException;
import java.util.List;
import java.util.prefs.Preferences;

/** The destinations that new pieces begin with, from one start to the next. */
final class KeptDestinations {
    private static final String KEY = "destinations";
    private static final Preferences KEPT = Preferences.userNodeForPackage(KeptDestinations.class);

    private KeptDestinations() {}

    /** Those that were kept; those of the program if none were, or they cannot be read. */
    static List<Destination> all() {
        String kept = KEPT.get(KEY, "");
        try {
            return kept.isEmpty() ? Destination.usual() : Destinations.of(kept);
        } catch (IOException e) {
            return Destination.usual();
        }
    }

    /**
     * Keeps them.
     *
     * @throws IllegalArgumentException in words for people if they are too many
     */
    static void keep(List<Destination> all) {
        String text = Destinations.text(all);
        if (text.length() > Preferences.MAX_VALUE_LENGTH) {
            throw new IllegalArgumentException(
                    all.size() + " destinations are more than can be kept for new pieces. Delete some first.");
        }
        KEPT.put(KEY, text);
    }
}
