package agogic.formats.bring;

import agogic.core.device.Device;
import agogic.core.surface.Surface;
import java.util.List;
import java.util.function.Function;

/**
 * What a piece has when it is made, besides what is brought in.
 *
 * @param instrument makes what sounds on a track with notes, under this id; null for nothing
 * @param surfaces with what it is ridden
 */
public record Beginning(Function<String, Device> instrument, List<Surface> surfaces) {
    /** Nothing sounds, and nothing moves it. */
    public static final Beginning BARE = new Beginning(id -> null, List.of());

    public Beginning {
        surfaces = List.copyOf(surfaces);
    }
}
