package agogic.desk.export;

import agogic.core.midi.Wire;
import agogic.core.session.Session;
import agogic.formats.midi.MidiFile;
import agogic.formats.midi.OnWire;
import java.io.IOException;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;

/** How busy a MIDI file keeps a cable. */
final class WireLoad {
    private static final int BITS_OF_A_BYTE = 10;

    private WireLoad() {}

    /** Bytes a second, of each second (of very long pieces of each part), as a cable gets them: a status that stays is sent once (running status). */
    static double[] of(Session session, byte[] bytes, boolean leadIn) {
        // The bar before the music goes at the tempo with which that begins.
        double lead = leadIn ? session.timeline().metre().beatOfBar(2) : 0;
        double slow = 60 / session.timeline().tempo().points().get(0).bpm();
        double step = OnWire.step(session.seconds());
        double[] load = new double[(int) Math.ceil((session.seconds() + lead * slow) / step) + 1];
        List<long[]> events = new ArrayList<>();
        try {
            MidiFile file = MidiFile.of(bytes, "export");
            for (int t = 0; t < file.tracks(); t++) {
                file.tell(t, (tick, status, first, second) -> events.add(new long[] {tick, status}));
            }
            events.sort(Comparator.comparingLong(e -> e[0]));
            long running = 0;
            for (long[] event : events) {
                double beat = event[0] / file.ticks() - lead;
                double at = lead * slow
                        + (beat < 0 ? beat * slow : session.timeline().secondsAt(beat));
                long kind = event[1] & 0xF0;
                double size = kind == 0xC0 || kind == 0xD0 ? 1 : 2;
                load[(int) Math.max(0, Math.min(load.length - 1, at / step))] +=
                        (size + (event[1] == running ? 0 : 1)) / step;
                running = event[1];
            }
        } catch (IOException e) {
            throw new IllegalStateException(e);
        }
        return load;
    }

    /** What a cable carries in a second, in bytes. */
    static double most() {
        return Wire.CABLE.baud() / BITS_OF_A_BYTE;
    }
}
