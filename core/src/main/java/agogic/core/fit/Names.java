package agogic.core.fit;

import agogic.core.device.Device;
import java.util.List;

/** The names of a few parameters, and how many more there are. */
final class Names {
    private static final int MOST = 4;

    private Names() {}

    static String some(Device device, List<String> ids) {
        List<String> names =
                ids.stream().limit(MOST).map(id -> device.find(id).label()).toList();
        return String.join(", ", names) + (ids.size() > MOST ? " and " + (ids.size() - MOST) + " more" : "");
    }
}
