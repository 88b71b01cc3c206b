package agogic.formats.midi;

import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.util.Random;
import javax.sound.midi.InvalidMidiDataException;
import javax.sound.midi.MetaMessage;
import javax.sound.midi.MidiEvent;
import javax.sound.midi.MidiMessage;
import javax.sound.midi.MidiSystem;
import javax.sound.midi.Sequence;
import javax.sound.midi.ShortMessage;
import javax.sound.midi.Track;

/** MIDI files made up by chance and written by the JDK, who knows nothing of ours. */
final class WrittenFile {
    static final float[] DIVISIONS = {
        Sequence.PPQ, Sequence.SMPTE_24, Sequence.SMPTE_25, Sequence.SMPTE_30DROP, Sequence.SMPTE_30
    };

    final Sequence sequence;
    final byte[] bytes;

    /**
     * A file.
     *
     * @param format 0 or 1
     * @param division one of {@link #DIVISIONS}
     * @param plain true if nothing in it is lost on the way through a piece: no programs, no texts
     */
    WrittenFile(long seed, int format, float division, boolean plain) {
        Random random = new Random(seed);
        try {
            int ticks = division == Sequence.PPQ ? new int[] {24, 96, 120, 192, 480, 960}[random.nextInt(6)] : 40;
            sequence = new Sequence(division, ticks);
            int tracks = format == 0 ? 1 : 2 + random.nextInt(5);
            for (int t = 0; t < tracks; t++) {
                Track track = sequence.createTrack();
                if (t == 0) {
                    conductor(track, ticks, random, division == Sequence.PPQ);
                }
                if (t > 0 || format == 0) {
                    channel(track, format == 0 ? -1 : t - 1, ticks, random, plain);
                }
            }
            ByteArrayOutputStream out = new ByteArrayOutputStream();
            MidiSystem.write(sequence, format, out);
            bytes = out.toByteArray();
        } catch (InvalidMidiDataException e) {
            throw new IllegalStateException(e);
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    private static void conductor(Track track, int ticks, Random random, boolean metrical)
            throws InvalidMidiDataException {
        add(track, 0, meta(0x51, tempo(60 + random.nextInt(100))));
        add(track, 0, meta(0x58, new byte[] {3, 2, 24, 8}));
        for (int bar = 1; bar < 8 && metrical; bar++) {
            // A ramp as steps, and another metre on a bar line.
            add(track, 3L * bar * ticks, meta(0x51, tempo(80 + 7.3 * bar)));
        }
        if (metrical) {
            add(track, 12L * ticks, meta(0x58, new byte[] {7, 3, 24, 8}));
        }
        add(track, 3L * ticks, meta(6, "Second".getBytes(java.nio.charset.StandardCharsets.UTF_8)));
    }

    private static byte[] tempo(double bpm) {
        int micros = (int) Math.round(60e6 / bpm);
        return new byte[] {(byte) (micros >> 16), (byte) (micros >> 8), (byte) micros};
    }

    private static void channel(Track track, int only, int ticks, Random random, boolean plain)
            throws InvalidMidiDataException {
        long[] busy = new long[16];
        for (int k = 0; k < 120; k++) {
            int channel = only < 0 ? random.nextInt(16) : only;
            long at = busy[channel] + random.nextInt(ticks);
            busy[channel] = at;
            int a = random.nextInt(128);
            int b = random.nextInt(128);
            switch (random.nextInt(plain ? 8 : 10)) {
                case 0, 1, 2 -> {
                    long length = 1 + random.nextInt(2 * ticks);
                    add(track, at, new ShortMessage(0x90 | channel, a, Math.max(1, b)));
                    add(track, at + length, new ShortMessage(0x80 | channel, a, 64));
                    // Of one key on one channel one note at a time: who ends first is nobody's to say.
                    busy[channel] = at + length + 1;
                }
                case 3 -> add(track, at, new ShortMessage(0xB0 | channel, 7 + random.nextInt(5), b));
                case 4 -> {
                    add(track, at, new ShortMessage(0xB0 | channel, 1, a));
                    add(track, at, new ShortMessage(0xB0 | channel, 33, b));
                }
                case 5 -> add(track, at, new ShortMessage(0xE0 | channel, a, b));
                case 6 -> add(track, at, new ShortMessage((random.nextBoolean() ? 0xD0 : 0xA0) | channel, 60, b));
                case 7 -> {
                    int coarse = random.nextBoolean() ? 101 : 99;
                    add(track, at, new ShortMessage(0xB0 | channel, coarse, 0));
                    add(track, at, new ShortMessage(0xB0 | channel, coarse - 1, random.nextInt(3)));
                    add(track, at, new ShortMessage(0xB0 | channel, 6, a));
                    add(track, at, new ShortMessage(0xB0 | channel, 38, b));
                }
                case 8 -> add(track, at, new ShortMessage(0xC0 | channel, a, 0));
                default -> add(track, at, meta(1, new byte[random.nextInt(200)]));
            }
        }
    }

    private static MetaMessage meta(int type, byte[] data) throws InvalidMidiDataException {
        return new MetaMessage(type, data, data.length);
    }

    private static void add(Track track, long tick, MidiMessage message) {
        track.add(new MidiEvent(message, tick));
    }
}
