package agogic.desk.export;

import agogic.core.session.Destination;
import agogic.desk.settings.Settings;
import agogic.formats.session.Destinations;
import java.io.IOException;
import java.util.List;

/** The destinations that new pieces begin with, from one start to the next. */
final class KeptDestinations {
    private static final String KEY = "destinations";

    private KeptDestinations() {}

    /** Those that were kept; those of the program if none were, or they cannot be read. */
    static List<Destination> all() {
        String kept = Settings.here().text(KEY, "");
        try {
            return kept.isEmpty() ? Destination.usual() : Destinations.of(kept);
        } catch (IOException e) {
            return Destination.usual();
        }
    }

    /** Keeps them. */
    static void keep(List<Destination> all) {
        Settings.here().put(KEY, Destinations.text(all));
    }
}
