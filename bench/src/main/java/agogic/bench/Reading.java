package agogic.bench;

import agogic.formats.midi.MidiFile;
import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.util.concurrent.TimeUnit;
import javax.sound.midi.MidiEvent;
import javax.sound.midi.MidiSystem;
import javax.sound.midi.Sequence;
import javax.sound.midi.ShortMessage;
import javax.sound.midi.Track;
import org.openjdk.jmh.annotations.Benchmark;
import org.openjdk.jmh.annotations.BenchmarkMode;
import org.openjdk.jmh.annotations.Fork;
import org.openjdk.jmh.annotations.Measurement;
import org.openjdk.jmh.annotations.Mode;
import org.openjdk.jmh.annotations.OutputTimeUnit;
import org.openjdk.jmh.annotations.Scope;
import org.openjdk.jmh.annotations.Setup;
import org.openjdk.jmh.annotations.State;
import org.openjdk.jmh.annotations.Warmup;

/** Reading a MIDI file of a million events, beside the JDK's reader. */
@State(Scope.Thread)
@BenchmarkMode(Mode.AverageTime)
@OutputTimeUnit(TimeUnit.MILLISECONDS)
@Fork(1)
@Warmup(iterations = 2, time = 1)
@Measurement(iterations = 3, time = 1)
public class Reading {
    private static final int EVENTS = 1_000_000;

    private byte[] bytes;

    @Setup
    public void prepare() throws Exception {
        Sequence sequence = new Sequence(Sequence.PPQ, 480);
        Track track = sequence.createTrack();
        for (int i = 0; i < EVENTS; i++) {
            int status = i % 5 == 0 ? 0x90 : 0xB0;
            track.add(new MidiEvent(new ShortMessage(status | i & 3, 20 + i % 60, i % 128), 7L * i));
        }
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        MidiSystem.write(sequence, 0, out);
        bytes = out.toByteArray();
        long before = used();
        MidiFile file = MidiFile.of(bytes, "bench.mid");
        System.out.println();
        System.out.printf(
                "# a file of %.1f MB takes %.1f MB besides%n", bytes.length / 1e6, Math.max(0, used() - before) / 1e6);
        System.out.println("# tracks: " + file.tracks());
    }

    private static long used() {
        System.gc();
        return Runtime.getRuntime().totalMemory() - Runtime.getRuntime().freeMemory();
    }

    /** Checked whole, and every event told once. */
    @Benchmark
    public long ours() throws Exception {
        MidiFile file = MidiFile.of(bytes, "bench.mid");
        long[] sum = new long[1];
        file.tell(0, (tick, status, first, second) -> sum[0] += tick + status + first + second);
        return sum[0];
    }

    /** The JDK's reader. */
    @Benchmark
    public Sequence jdk() throws Exception {
        return MidiSystem.getSequence(new ByteArrayInputStream(bytes));
    }
}
