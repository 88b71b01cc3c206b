package agogic.standins.sound;

import agogic.core.device.Device;
import agogic.core.midi.Program;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Function;
import java.util.function.Supplier;

/** The stand-in devices by their kinds. */
public final class StandIns {
    /** The channel of drums (General MIDI 1). */
    private static final int DRUMS = 10;

    private StandIns() {}

    /** An instrument of partials, with this id. */
    public static Device partialBank(String id) {
        return PartialBank.describe(id);
    }

    /** A filter of two poles, with this id. */
    public static Device twoPoleFilter(String id) {
        return TwoPoleFilter.describe(id);
    }

    /** An instrument of two drones, with this id. */
    public static Device dronePair(String id) {
        return DronePair.describe(id);
    }

    /** A chorus, with this id. */
    public static Device slowChorus(String id) {
        return SlowChorus.describe(id);
    }

    /** An echo, with this id. */
    public static Device echoLine(String id) {
        return EchoLine.describe(id);
    }

    /** A reverb, with this id. */
    public static Device longHall(String id) {
        return LongHall.describe(id);
    }

    /** Comet {@code number}'s pulses. */
    public static Device pulseClock(String id, int number) {
        return PulseClock.describe(id, number);
    }

    /** Comet {@code number}'s place under the dome. */
    public static Device domePanner(String id, int number) {
        return DomePanner.describe(id, number);
    }

    /** A strip for a voice, with this id. */
    public static Device voiceStrip(String id) {
        return VoiceStrip.describe(id);
    }

    /** Plain voices for the notes of a piece that brings no sound. */
    public static Device plainKeys(String id) {
        return PlainKeys.describe(id);
    }

    /**
     * Plain voices that resemble what a program asks for: each family of eight (General MIDI 1) has its own attack,
     * release, tone, brightness and detune; on channel 10 they are short and noisy.
     */
    public static Device plainKeys(String id, int channel, Optional<Program> program) {
        return PlainKeys.like(
                plainKeys(id),
                channel == DRUMS ? -1 : program.map(p -> p.number() / 8).orElse(0));
    }

    /** Level, place and width of a track: what audio that is brought in goes through. */
    public static Device levelPan(String id) {
        return LevelPan.describe(id);
    }

    /** All kinds by their names, sounds first; each makes a device of an id. */
    public static Map<String, Function<String, Device>> all() {
        Map<String, Function<String, Device>> all = new LinkedHashMap<>();
        all.put("Plain Keys", PlainKeys::describe);
        all.put("Partial Bank", PartialBank::describe);
        all.put("Drone Pair", DronePair::describe);
        all.put("Pulse Clock", id -> PulseClock.describe(id, 1));
        all.put("Voice Strip", VoiceStrip::describe);
        all.put("Level and Pan", LevelPan::describe);
        all.put("Four Bands", FourBands::describe);
        all.put("Compressor", Compressor::describe);
        all.put("Noise Gate", NoiseGate::describe);
        all.put("Note Echo", NoteEcho::describe);
        all.put("Two-Pole Filter", TwoPoleFilter::describe);
        all.put("Slow Chorus", SlowChorus::describe);
        all.put("Dome Panner", id -> DomePanner.describe(id, 1));
        all.put("Echo Line", EchoLine::describe);
        all.put("Long Hall", LongHall::describe);
        return all;
    }

    private static final Map<String, Supplier<Sound>> SOUNDS = Map.ofEntries(
            Map.entry(PartialBank.KIND, PartialBank::new),
            Map.entry(TwoPoleFilter.KIND, TwoPoleFilter::new),
            Map.entry(DronePair.KIND, DronePair::new),
            Map.entry(SlowChorus.KIND, SlowChorus::new),
            Map.entry(EchoLine.KIND, EchoLine::new),
            Map.entry(LongHall.KIND, LongHall::new),
            Map.entry(PulseClock.KIND, PulseClock::new),
            Map.entry(DomePanner.KIND, DomePanner::new),
            Map.entry(VoiceStrip.KIND, VoiceStrip::new),
            Map.entry(PlainKeys.KIND, PlainKeys::new),
            Map.entry(LevelPan.KIND, LevelPan::new),
            Map.entry(FourBands.KIND, FourBands::new),
            Map.entry(Compressor.KIND, Compressor::new),
            Map.entry(NoiseGate.KIND, NoiseGate::new),
            Map.entry(NoteEcho.KIND, NoteEcho::new));

    private static final Set<String> INSTRUMENTS =
            Set.of(PartialBank.KIND, DronePair.KIND, PulseClock.KIND, VoiceStrip.KIND, PlainKeys.KIND);

    /** True if a device is one of these, and sounds here. */
    public static boolean sounds(Device device) {
        return SOUNDS.containsKey(device.kind());
    }

    /** True if a device makes sound of its own from notes, and does not only change what comes in. */
    public static boolean instrument(Device device) {
        return INSTRUMENTS.contains(device.kind());
    }

    /** The sound of a device, if it has one of its own. */
    static Optional<Sound> sound(Device device) {
        return Optional.ofNullable(SOUNDS.get(device.kind())).map(Supplier::get);
    }
}
