package agogic.formats.midi;

import java.io.ByteArrayOutputStream;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;

/** Standard MIDI File 1.0, format 1: chunks, variable-length quantities, running status. */
final class SmfWriter {
    /** Ticks of a quarter note. */
    static final int TICKS = 960;

    /** The beat of a tick, in quarter notes. */
    static double beat(long tick) {
        return (double) tick / TICKS;
    }

    /** The tick that is nearest to a beat. */
    static long tick(double beat) {
        return Math.round(beat * TICKS);
    }

    private static final long FARTHEST = 0x0FFFFFFF;

    private final List<byte[]> tracks = new ArrayList<>();

    /** One event of a track; of several at one tick the lower order, 0 to 3, comes first. */
    record Event(long tick, int order, byte[] bytes) {}

    void track(List<Event> events, long end) {
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        long tick = 0;
        int running = 0;
        for (int place : inOrder(events)) {
            Event event = events.get(place);
            tick = waited(out, tick, event.tick());
            writeQuantity(out, event.tick() - tick);
            tick = event.tick();
            int status = event.bytes()[0] & 0xFF;
            boolean repeats = status == running && status < 0xF0;
            out.write(event.bytes(), repeats ? 1 : 0, event.bytes().length - (repeats ? 1 : 0));
            running = status < 0xF0 ? status : 0;
        }
        tick = waited(out, tick, end);
        writeQuantity(out, Math.max(0, end - tick));
        out.writeBytes(new byte[] {(byte) 0xFF, 0x2F, 0});
        tracks.add(out.toByteArray());
    }

    /** The places of events by their ticks, then by their orders, then as they are: sorted as numbers, which is quick. */
    private static int[] inOrder(List<Event> events) {
        long[] keys = new long[events.size()];
        for (int i = 0; i < keys.length; i++) {
            keys[i] = (events.get(i).tick() << 2 | events.get(i).order()) << 28 | i;
        }
        Arrays.sort(keys);
        return Arrays.stream(keys).mapToInt(key -> (int) (key & 0xFFFFFFF)).toArray();
    }

    /** A distance is at most {@link #FARTHEST}: where an event is farther away, empty texts stand between. */
    private static long waited(ByteArrayOutputStream out, long from, long to) {
        long at = from;
        for (; to - at > FARTHEST; at += FARTHEST) {
            writeQuantity(out, FARTHEST);
            out.writeBytes(text(1, ""));
        }
        return at;
    }

    byte[] file() {
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        out.writeBytes("MThd".getBytes(StandardCharsets.US_ASCII));
        writeInt(out, 6);
        out.writeBytes(new byte[] {0, 1, (byte) (tracks.size() >> 8), (byte) tracks.size(), TICKS >> 8, (byte) TICKS});
        for (byte[] track : tracks) {
            out.writeBytes("MTrk".getBytes(StandardCharsets.US_ASCII));
            writeInt(out, track.length);
            out.writeBytes(track);
        }
        return out.toByteArray();
    }

    private static void writeInt(ByteArrayOutputStream out, int value) {
        out.writeBytes(new byte[] {(byte) (value >> 24), (byte) (value >> 16), (byte) (value >> 8), (byte) value});
    }

    /** A variable-length quantity: seven bits a byte, all but the last with the top bit set. 0..0x0FFFFFFF. */
    static void writeQuantity(ByteArrayOutputStream out, long value) {
        if (value < 0 || value > FARTHEST) {
            throw new IllegalArgumentException("A MIDI file cannot hold a distance of " + value + " ticks.");
        }
        for (int shift = 21; shift > 0; shift -= 7) {
            if (value >> shift != 0) {
                out.write((int) (value >> shift & 0x7F | 0x80));
            }
        }
        out.write((int) (value & 0x7F));
    }

    static byte[] meta(int type, byte[] data) {
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        out.write(0xFF);
        out.write(type);
        writeQuantity(out, data.length);
        out.writeBytes(data);
        return out.toByteArray();
    }

    static byte[] text(int type, String text) {
        return meta(type, text.getBytes(StandardCharsets.UTF_8));
    }

    static byte[] message(int... bytes) {
        byte[] made = new byte[bytes.length];
        for (int i = 0; i < bytes.length; i++) {
            made[i] = (byte) bytes[i];
        }
        return made;
    }
}
