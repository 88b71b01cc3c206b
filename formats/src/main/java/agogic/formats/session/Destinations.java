package agogic.formats.session;

import agogic.core.session.Destination;
import agogic.formats.file.FormatException;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.util.List;

/** Destinations as a text of their own, for pieces to come. */
public final class Destinations {
    private static final String WHAT = "the destinations that were kept";

    private Destinations() {}

    /** Without where they went: a new piece went nowhere. */
    public static String text(List<Destination> all) {
        return PartsWriter.list(all, one -> DestinationJson.write(one.gone("", "")))
                .toString();
    }

    /**
     * What a text says.
     *
     * @throws FormatException if it says no destinations, with what is wrong
     */
    public static List<Destination> of(String text) throws IOException {
        Json json = new Json(WHAT, Tree.parse(WHAT, text.getBytes(StandardCharsets.UTF_8)));
        List<Destination> all = json.list(DestinationJson::read);
        if (all.isEmpty()) {
            throw new FormatException(WHAT + " are none.");
        }
        return all;
    }
}
