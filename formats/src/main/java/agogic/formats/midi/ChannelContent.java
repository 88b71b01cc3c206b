package agogic.formats.midi;

import agogic.core.device.Outside;
import agogic.core.midi.Program;
import agogic.core.score.Note;
import java.util.Arrays;
import java.util.HashMap;
import java.util.Map;
import java.util.TreeMap;

/**
 * What a track of a MIDI file says on one channel: notes, and each controller as one value, however many messages it takes
 * (MIDI 1.0: a coarse and a fine controller; a parameter number and its data; pitch bend).
 */
final class ChannelContent {
    private static final int NONE = 16_383;
    private static final int COARSE = 6;
    private static final int FINE = 38;

    private final int channel;
    private final Pairs pairs;
    private final Map<Integer, Stream> streams = new TreeMap<>();
    private final int[] coarse = new int[32];
    private final Map<Integer, Integer> data = new HashMap<>();
    private int selected = NONE;
    private boolean registered;

    /** Notes: on tick, off tick, key and velocity. */
    private long[] ons = new long[16];

    private long[] offs = new long[16];
    private byte[] keys = new byte[16];
    private byte[] velocities = new byte[16];
    private int notes;
    /** Of each key the first note that sounds, and after each note the next of the same key; −1 for none. */
    private final int[] first = new int[128];

    private final int[] last = new int[128];
    private int[] next = new int[16];

    private byte[] releases = new byte[16];
    private int saying;
    /** What was said something of last. */
    private Stream before;

    private int bankCoarse = -1;
    private int bankFine = -1;
    /** Bank selections that no program has used yet. */
    private int banks;

    private int modes;
    private int homeless;

    /** @param pairs which controllers below 32 come with their fine ones, and in which order */
    ChannelContent(int channel, Pairs pairs) {
        this.channel = channel;
        this.pairs = pairs;
        Arrays.fill(first, -1);
        Arrays.fill(last, -1);
    }

    /** A note of this channel begins, or ends where it is let go or its velocity is 0. */
    void note(long tick, int kind, int key, int velocity) {
        if (kind == 0x90 && velocity > 0) {
            on(tick, key, velocity);
        } else {
            off(tick, key, kind == 0x80 ? velocity : Note.USUAL_RELEASE);
        }
    }

    /** Any other message of this channel, said by a track. */
    void moved(long tick, int track, int kind, int a, int b) {
        saying = track;
        switch (kind) {
            case 0xA0 -> stream(Outside.Way.KEY_PRESSURE, a).add(tick, b);
            case 0xB0 -> controller(tick, a, b);
            case 0xC0 -> {
                stream(Outside.Way.PROGRAM, 0).add(tick, new Program(bankCoarse, bankFine, a).code());
                banks = 0;
            }
            case 0xD0 -> stream(Outside.Way.PRESSURE, 0).add(tick, a);
            default -> stream(Outside.Way.BEND, 0).add(tick, b << 7 | a);
        }
    }

    private Stream stream(Outside.Way way, int number) {
        if (before == null || before.way() != way || before.number() != number) {
            before = streams.computeIfAbsent(way.ordinal() << 14 | number, key -> new Stream(way, number, saying));
        }
        return before;
    }

    private void controller(long tick, int number, int value) {
        if (number == 0 || number == 32) {
            bankCoarse = number == 0 ? value : bankCoarse;
            bankFine = number == 32 ? value : bankFine;
            banks++;
        } else if (number == COARSE || number == FINE || number == 96 || number == 97) {
            data(tick, number, value);
        } else if (number >= 98 && number <= 101) {
            select(number, value);
        } else if (number >= 120) {
            modes++;
        } else if (number < 32 && pairs.paired(number)) {
            // The coarse byte resets the fine one, but where it always comes after it.
            coarse[number] = value << 7 | (pairs.fineFirst(number) ? coarse[number] & 0x7F : 0);
            stream(Outside.Way.CC_PAIR, number).add(tick, coarse[number]);
        } else if (number > 32 && number < 64 && pairs.paired(number - 32)) {
            coarse[number - 32] = coarse[number - 32] & ~0x7F | value;
            stream(Outside.Way.CC_PAIR, number - 32).add(tick, coarse[number - 32]);
        } else {
            stream(Outside.Way.CC, number).add(tick, value);
        }
    }

    private void select(int number, int value) {
        boolean nowRegistered = number >= 100;
        if (nowRegistered != registered) {
            selected = NONE;
            registered = nowRegistered;
        }
        selected = (number & 1) == 1 ? value << 7 | selected & 0x7F : selected & ~0x7F | value;
    }

    private void data(long tick, int number, int value) {
        if (selected == NONE) {
            homeless++;
            return;
        }
        int at = selected + (registered ? NONE + 1 : 0);
        int before = data.getOrDefault(at, 0);
        int now =
                switch (number) {
                    case COARSE -> value << 7;
                    case FINE -> before & ~0x7F | value;
                    case 96 -> Math.min(NONE, before + 1);
                    default -> Math.max(0, before - 1);
                };
        data.put(at, now);
        stream(registered ? Outside.Way.RPN : Outside.Way.NRPN, selected).add(tick, now);
    }

    private void on(long tick, int key, int velocity) {
        if (notes == ons.length) {
            ons = Arrays.copyOf(ons, 2 * notes);
            offs = Arrays.copyOf(offs, 2 * notes);
            keys = Arrays.copyOf(keys, 2 * notes);
            velocities = Arrays.copyOf(velocities, 2 * notes);
            next = Arrays.copyOf(next, 2 * notes);
            releases = Arrays.copyOf(releases, 2 * notes);
        }
        ons[notes] = tick;
        offs[notes] = -1;
        keys[notes] = (byte) key;
        velocities[notes] = (byte) velocity;
        releases[notes] = Note.USUAL_RELEASE;
        next[notes] = -1;
        if (first[key] < 0) {
            first[key] = notes;
        } else {
            next[last[key]] = notes;
        }
        last[key] = notes++;
    }

    /** Of several notes of one key the one that began first ends first. */
    private void off(long tick, int key, int release) {
        int note = first[key];
        if (note >= 0) {
            offs[note] = tick;
            releases[note] = (byte) release;
            first[key] = next[note];
        }
    }

    int channel() {
        return channel;
    }

    Iterable<Stream> streams() {
        return streams.values();
    }

    int notes() {
        return notes;
    }

    long on(int note) {
        return ons[note];
    }

    /** When it ends; −1 if nobody says. */
    long off(int note) {
        return offs[note];
    }

    int key(int note) {
        return keys[note];
    }

    int velocity(int note) {
        return velocities[note];
    }

    /** How fast the key of a note is let go, 0..127. */
    int release(int note) {
        return releases[note];
    }

    /** Bank selections after which no program came. */
    int banks() {
        return banks;
    }

    /** Takes what a track was the first to say of all that is moved on its channel; one of them takes what cannot be kept. */
    void take(ChannelContent all, int track, boolean rest) {
        all.streams.forEach((key, stream) -> {
            if (stream.track() == track) {
                streams.put(key, stream);
            }
        });
        if (rest) {
            banks = all.banks;
            modes = all.modes;
            homeless = all.homeless;
        }
    }

    int modes() {
        return modes;
    }

    /** Data that came without a parameter number. */
    int homeless() {
        return homeless;
    }

    /** True if something of it can be taken. */
    boolean says() {
        return notes > 0 || !streams.isEmpty();
    }
}
