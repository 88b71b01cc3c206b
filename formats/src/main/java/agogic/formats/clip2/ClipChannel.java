package agogic.formats.clip2;

import agogic.core.device.Outside;
import agogic.core.midi.Program;
import agogic.core.score.Note;
import agogic.formats.bring.Controllers;
import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.Deque;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;

/** What a clip file says on one channel: notes, and each controller as values of 32 bits. */
final class ClipChannel {
    private record Sounding(double beat, int velocity) {}

    private static final class Values {
        private final Outside.Way way;
        private final int number;
        private final List<Double> beats = new ArrayList<>();
        private final List<Long> values = new ArrayList<>();

        Values(Outside.Way way, int number) {
            this.way = way;
            this.number = number;
        }
    }

    private final Map<Integer, Deque<Sounding>> sounding = new HashMap<>();
    private final List<Note> notes = new ArrayList<>();
    private final Map<Integer, Values> moves = new TreeMap<>();
    private int unknown;

    /** A channel voice message of MIDI 2.0. */
    void said(double beat, int first, int second) {
        int index = first >>> 8 & 0x7F;
        int more = first & 0x7F;
        long value = second & 0xFFFF_FFFFL;
        switch (first >>> 20 & 15) {
            case 0x8 -> off(beat, index, (int) (value >>> 25));
            case 0x9 -> on(beat, index, (int) (value >>> 25));
            case 0xA -> move(Outside.Way.KEY_PRESSURE, index, beat, value);
            case 0xB -> move(Outside.Way.CC, index, beat, value);
            case 0x2 -> move(Outside.Way.RPN, index << 7 | more, beat, value);
            case 0x3 -> move(Outside.Way.NRPN, index << 7 | more, beat, value);
            case 0xC -> {
                boolean bank = (first & 1) == 1;
                int number = second >>> 24 & 0x7F;
                int coarse = bank ? second >>> 8 & 0x7F : -1;
                int fine = bank ? second & 0x7F : -1;
                move(Outside.Way.PROGRAM, 0, beat, new Program(coarse, fine, number).code());
            }
            case 0xD -> move(Outside.Way.PRESSURE, 0, beat, value);
            case 0xE -> move(Outside.Way.BEND, 0, beat, value);
            default -> unknown++;
        }
    }

    /** A channel voice message of MIDI 1.0. */
    void old(double beat, int first) {
        int a = first >>> 8 & 0x7F;
        int b = first & 0x7F;
        switch (first >>> 20 & 15) {
            case 0x8 -> off(beat, a, b);
            case 0x9 -> {
                if (b == 0) {
                    off(beat, a, Note.USUAL_RELEASE);
                } else {
                    on(beat, a, b);
                }
            }
            case 0xA -> move(Outside.Way.KEY_PRESSURE, a, beat, Scale.up(b, 7, 32));
            case 0xB -> move(Outside.Way.CC, a, beat, Scale.up(b, 7, 32));
            case 0xC -> move(Outside.Way.PROGRAM, 0, beat, new Program(-1, -1, a).code());
            case 0xD -> move(Outside.Way.PRESSURE, 0, beat, Scale.up(a, 7, 32));
            case 0xE -> move(Outside.Way.BEND, 0, beat, Scale.up(b << 7 | a, 14, 32));
            default -> unknown++;
        }
    }

    private void on(double beat, int key, int velocity) {
        sounding.computeIfAbsent(key, k -> new ArrayDeque<>()).add(new Sounding(beat, Math.max(1, velocity)));
    }

    /** Of several notes of one key the one that began first ends first. */
    private void off(double beat, int key, int release) {
        Deque<Sounding> all = sounding.get(key);
        if (all != null && !all.isEmpty()) {
            Sounding one = all.remove();
            notes.add(
                    new Note(one.beat(), Math.max(1.0 / Words.TICKS, beat - one.beat()), key, one.velocity(), release));
        }
    }

    private void move(Outside.Way way, int number, double beat, long value) {
        Values all = moves.computeIfAbsent(way.ordinal() << 14 | number, k -> new Values(way, number));
        int last = all.beats.size() - 1;
        if (last >= 0 && all.beats.get(last) == beat) {
            // Of what is said at one moment the last counts.
            all.values.set(last, value);
            return;
        }
        all.beats.add(beat);
        all.values.add(value);
    }

    /** What still sounds ends with the clip. */
    void end(double beat, int ticks) {
        sounding.forEach((key, all) -> {
            while (!all.isEmpty()) {
                off(Math.max(beat, all.peek().beat() + 1.0 / ticks), key, Note.USUAL_RELEASE);
            }
        });
        notes.sort(Comparator.comparingDouble(Note::beat).thenComparingInt(Note::pitch));
    }

    boolean says() {
        return !notes.isEmpty()
                || !moves.isEmpty()
                || sounding.values().stream().anyMatch(d -> !d.isEmpty());
    }

    List<Note> notes() {
        return notes;
    }

    int unknown() {
        return unknown;
    }

    List<Controllers.Said> said() {
        List<Controllers.Said> all = new ArrayList<>();
        for (Values one : moves.values()) {
            double[] beats = one.beats.stream().mapToDouble(Double::doubleValue).toArray();
            boolean program = one.way == Outside.Way.PROGRAM;
            int[] codes = one.values.stream()
                    .mapToInt(v -> (int) (program ? v : v >>> 18))
                    .toArray();
            double[] places = program
                    ? new double[0]
                    : one.values.stream().mapToDouble(Scale::normalised).toArray();
            // A controller below 32 has a fine one in MIDI 1.0: it is carried there with 14 bits.
            boolean pair = one.way == Outside.Way.CC && one.number > 0 && one.number < 32 && one.number != 6;
            all.add(new Controllers.Said(pair ? Outside.Way.CC_PAIR : one.way, one.number, beats, codes, places));
        }
        return all;
    }
}
