package agogic.formats.bring;

import agogic.core.device.Device;
import agogic.core.midi.Program;
import agogic.core.surface.Surface;
import java.util.List;
import java.util.Optional;
import java.util.function.Function;

/**
 * What a piece has when it is made, besides what is brought in.
 *
 * @param instrument makes what sounds on a track with notes
 * @param strip makes what audio goes through on its track, of an id; null for nothing
 * @param surfaces with what it is ridden
 */
public record Beginning(Instrument instrument, Function<String, Device> strip, List<Surface> surfaces) {
    /** Nothing sounds, and nothing moves it. */
    public static final Beginning BARE = new Beginning((id, channel, program) -> null, id -> null, List.of());

    /** Copies its lists, so that nobody changes them later. */
    public Beginning {
        surfaces = List.copyOf(surfaces);
    }

    /** Makes what sounds on a track. */
    @FunctionalInterface
    public interface Instrument {
        /**
         * A device under this id; null for nothing.
         *
         * @param channel 1 to 16, as the notes were; on 10 the keys are drums (General MIDI 1)
         * @param program what was asked for first, if anything was
         */
        Device of(String id, int channel, Optional<Program> program);
    }
}
