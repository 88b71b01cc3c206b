package agogic.formats.midi;

import static org.assertj.core.api.Assertions.assertThat;

import agogic.core.device.Device;
import agogic.core.device.Outside;
import agogic.core.edit.pass.Finishing;
import agogic.core.envelope.Envelope;
import agogic.core.envelope.Point;
import agogic.core.lane.Lane;
import agogic.core.midi.Wire;
import agogic.core.parameter.Parameter;
import agogic.core.parameter.Taper;
import agogic.core.parameter.Unit;
import agogic.core.refine.Recipe;
import agogic.core.route.Target;
import agogic.core.session.Session;
import agogic.core.time.TempoMap;
import agogic.core.time.TempoPoint;
import agogic.core.time.Timeline;
import agogic.formats.bring.Beginning;
import agogic.formats.session.SessionFile;
import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Random;
import java.util.Set;
import java.util.TreeMap;
import javax.sound.midi.MetaMessage;
import javax.sound.midi.MidiMessage;
import javax.sound.midi.MidiSystem;
import javax.sound.midi.Sequence;
import javax.sound.midi.Track;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import org.junit.jupiter.api.Test;

/**
 * What sounds at each note is the same after a file came in, was saved, opened and written out again: the note with its
 * velocity and release, the program with its bank, each controller, bend and pressure that somebody said.
 *
 * <p>Files are written here byte by byte (Standard MIDI Files 1.0), and what sounds is read by the JDK's own reader.
 */
class SameMusicTest {
    private static final int[] DIVISIONS = {96, 120, 192, 240, 480, 960};

    /** Messages of one track with their ticks; those of one tick stay in their order. */
    private static final class Events {
        private final TreeMap<Long, List<byte[]>> at = new TreeMap<>();

        void add(long tick, int... bytes) {
            byte[] message = new byte[bytes.length];
            for (int i = 0; i < bytes.length; i++) {
                message[i] = (byte) bytes[i];
            }
            at.computeIfAbsent(tick, t -> new ArrayList<>()).add(message);
        }

        byte[] bytes() {
            ByteArrayOutputStream out = new ByteArrayOutputStream();
            long before = 0;
            for (Map.Entry<Long, List<byte[]>> one : at.entrySet()) {
                for (byte[] message : one.getValue()) {
                    long wait = one.getKey() - before;
                    before = one.getKey();
                    for (int shift = 21; shift > 0; shift -= 7) {
                        if (wait >> shift != 0) {
                            out.write((int) (wait >> shift & 0x7F | 0x80));
                        }
                    }
                    out.write((int) (wait & 0x7F));
                    out.writeBytes(message);
                }
            }
            out.writeBytes(new byte[] {0, (byte) 0xFF, 0x2F, 0});
            return out.toByteArray();
        }
    }

    private static byte[] file(int format, int division, List<Events> tracks) {
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        out.writeBytes(new byte[] {'M', 'T', 'h', 'd', 0, 0, 0, 6, 0, (byte) format, 0, (byte) tracks.size()});
        out.write(division >> 8);
        out.write(division);
        for (Events track : tracks) {
            byte[] bytes = track.bytes();
            out.writeBytes(new byte[] {'M', 'T', 'r', 'k'});
            out.writeBytes(
                    new byte[] {0, (byte) (bytes.length >> 16), (byte) (bytes.length >> 8), (byte) bytes.length});
            out.writeBytes(bytes);
        }
        return out.toByteArray();
    }

    /** A random file: what is moved never lies on the tick of a note behind it. */
    private static byte[] random(Random random, int stepsOfAQuarter) {
        int format = random.nextInt(2);
        int division = DIVISIONS[random.nextInt(DIVISIONS.length)];
        int step = division / stepsOfAQuarter;
        List<Events> tracks = new ArrayList<>();
        int count = format == 0 ? 1 : 1 + random.nextInt(4);
        for (int t = 0; t < count; t++) {
            tracks.add(new Events());
        }
        boolean[] fineFirst = new boolean[16];
        for (int channel = 0; channel < 16; channel++) {
            fineFirst[channel] = random.nextBoolean();
        }
        int[] channels = {random.nextInt(16), random.nextInt(16), random.nextInt(16)};
        int steps = 60 + random.nextInt(200);
        // Of each channel so many tracks play; a moment belongs to one of them.
        for (int i = 0; i < steps; i++) {
            Events track = tracks.get(random.nextInt(count));
            long tick = (long) i * step;
            int channel = channels[random.nextInt(channels.length)];
            for (int k = random.nextInt(3); k > 0; k--) {
                say(random, track, tick, channel, fineFirst[channel]);
            }
            if (random.nextInt(3) > 0) {
                int key = 30 + random.nextInt(60);
                int length = step * (1 + random.nextInt(8)) - 1;
                track.add(tick, 0x90 | channel, key, 1 + random.nextInt(127));
                if (random.nextBoolean()) {
                    track.add(tick + length, 0x80 | channel, key, random.nextInt(128));
                } else {
                    track.add(tick + length, 0x90 | channel, key, 0);
                }
            }
        }
        return file(format, division, tracks);
    }

    private static void say(Random random, Events track, long tick, int channel, boolean fineFirst) {
        int value = random.nextInt(128);
        int fine = random.nextInt(128);
        int control = 0xB0 | channel;
        switch (random.nextInt(9)) {
            case 0 -> track.add(tick, 0xC0 | channel, value);
            case 1 -> {
                track.add(tick, control, 0, random.nextInt(3));
                if (channel % 2 == 0) {
                    track.add(tick, control, 32, random.nextInt(3));
                }
                track.add(tick, 0xC0 | channel, value);
            }
            case 2 -> track.add(tick, 0xE0 | channel, fine, value);
            case 3 -> track.add(tick, 0xD0 | channel, value);
            case 4 -> {
                boolean registered = random.nextBoolean();
                track.add(tick, control, registered ? 101 : 99, 0);
                track.add(tick, control, registered ? 100 : 98, random.nextInt(3));
                track.add(tick, control, 6, value);
                track.add(tick, control, 38, fine);
            }
            case 5 -> {
                // A pair, in the order of its channel.
                if (fineFirst) {
                    track.add(tick, control, 34, fine);
                    track.add(tick, control, 2, value);
                } else {
                    track.add(tick, control, 2, value);
                    track.add(tick, control, 34, fine);
                }
            }
            default -> {
                int[] numbers = {1, 7, 10, 11, 20, 64, 74, 84, 91};
                track.add(tick, control, numbers[random.nextInt(numbers.length)], value);
            }
        }
    }

    /** What sounds: for each note, in order, the state of its channel. */
    private static List<String> heard(byte[] file) throws Exception {
        Sequence sequence = MidiSystem.getSequence(new ByteArrayInputStream(file));
        record One(double beat, int track, int place, MidiMessage message) {}
        List<One> all = new ArrayList<>();
        Track[] tracks = sequence.getTracks();
        for (int t = 0; t < tracks.length; t++) {
            for (int i = 0; i < tracks[t].size(); i++) {
                all.add(new One(
                        tracks[t].get(i).getTick() / (double) sequence.getResolution(),
                        t,
                        i,
                        tracks[t].get(i).getMessage()));
            }
        }
        // What is moved at a moment counts for the notes of that moment; a note ends before another begins.
        all.sort(Comparator.comparingDouble(One::beat)
                .thenComparingInt(one -> rank(one.message().getMessage()))
                .thenComparingInt(One::track)
                .thenComparingInt(One::place));
        int[][] controls = new int[16][256];
        int[] selected = new int[16];
        boolean[] registered = new boolean[16];
        int[][] state = new int[16][4];
        for (int c = 0; c < 16; c++) {
            Arrays.fill(controls[c], -1);
            Arrays.fill(state[c], -1);
            selected[c] = -1;
        }
        List<Map<Integer, Integer>> numbers = new ArrayList<>();
        for (int c = 0; c < 16; c++) {
            numbers.add(new TreeMap<>());
        }
        Map<Integer, List<Integer>> sounding = new HashMap<>();
        List<String> notes = new ArrayList<>();
        List<double[]> begun = new ArrayList<>();
        List<String> ends = new ArrayList<>();
        for (One one : all) {
            byte[] bytes = one.message().getMessage();
            int status = bytes[0] & 0xFF;
            if (status >= 0xF0) {
                continue;
            }
            int c = status & 15;
            int a = bytes[1] & 0x7F;
            int b = bytes.length > 2 ? bytes[2] & 0x7F : 0;
            int kind = status & 0xF0;
            boolean off = kind == 0x80 || kind == 0x90 && b == 0;
            if (off) {
                List<Integer> on = sounding.getOrDefault(c * 128 + a, new ArrayList<>());
                if (!on.isEmpty()) {
                    int note = on.remove(0);
                    ends.set(note, round(one.beat()) + "/" + (kind == 0x80 ? b : 64));
                }
            } else if (kind == 0x90) {
                sounding.computeIfAbsent(c * 128 + a, k -> new ArrayList<>()).add(notes.size());
                begun.add(new double[] {one.beat()});
                ends.add("never");
                notes.add(round(one.beat()) + " ch " + c + " key " + a + " vel " + b + " program "
                        + Arrays.toString(state[c]) + " cc " + said(controls[c]) + " numbers " + numbers.get(c));
            } else if (kind == 0xC0) {
                // The bank counts from the program change on.
                state[c][0] = a;
                state[c][1] = controls[c][0] < 0 && controls[c][32] < 0 ? -1 : controls[c][0] * 1000 + controls[c][32];
            } else if (kind == 0xD0) {
                state[c][2] = a;
            } else if (kind == 0xE0) {
                state[c][3] = b << 7 | a;
            } else if (kind == 0xB0) {
                controls[c][a] = b;
                if (a == 2) {
                    // Who reads it waits for the fine byte of the moment; alone it resets that.
                    controls[c][a] = b;
                }
                if (a >= 98 && a <= 101) {
                    registered[c] = a >= 100;
                    int low = Math.max(0, selected[c]);
                    selected[c] = a % 2 == 1 ? b << 7 | low & 0x7F : low & ~0x7F | b;
                } else if ((a == 6 || a == 38) && selected[c] >= 0) {
                    int key = selected[c] + (registered[c] ? 20_000 : 0);
                    int old = numbers.get(c).getOrDefault(key, 0);
                    numbers.get(c).put(key, a == 6 ? b << 7 : old & ~0x7F | b);
                }
            }
        }
        for (int i = 0; i < notes.size(); i++) {
            notes.set(i, notes.get(i) + " until " + ends.get(i));
        }
        notes.sort(Comparator.naturalOrder());
        return notes;
    }

    private static int rank(byte[] message) {
        int kind = message[0] & 0xF0;
        boolean off = kind == 0x80 || kind == 0x90 && message[2] == 0;
        return off ? 0 : kind == 0x90 ? 2 : 1;
    }

    private static String round(double beat) {
        return String.format(java.util.Locale.ROOT, "%09.4f", beat);
    }

    /** All controllers that were said; not those by which others are said. */
    private static String said(int[] controls) {
        StringBuilder said = new StringBuilder();
        Set<Integer> ways = Set.of(0, 32, 6, 38, 98, 99, 100, 101);
        for (int i = 0; i < 128; i++) {
            if (controls[i] >= 0 && !ways.contains(i)) {
                said.append(i).append('=').append(controls[i]).append(' ');
            }
        }
        return said.toString();
    }

    private static byte[] throughUs(byte[] file, Fineness fineness, Optional<Wire> wire) throws Exception {
        Session piece = MidiImport.of(MidiFile.of(file, "made.mid")).piece(Set.of(), Beginning.BARE);
        Path kept = Files.createTempFile("same-music", SessionFile.ENDING);
        SessionFile.save(kept, piece);
        Session opened = SessionFile.open(kept);
        Files.delete(kept);
        return MidiExport.make(opened, fineness, wire).file();
    }

    /** Both say the same of each note; the first that differs is shown. */
    private static void same(List<String> out, List<String> in) {
        for (int i = 0; i < Math.min(in.size(), out.size()); i++) {
            assertThat(out.get(i)).as("note %s", i + 1).isEqualTo(in.get(i));
        }
        assertThat(out).hasSameSizeAs(in);
    }

    @Property(tries = 60)
    void whatSoundsAtEachNoteIsTheSame(@ForAll long seed) throws Exception {
        Random random = new Random(seed);
        byte[] file = random(random, 24);
        Fineness fineness = Fineness.values()[random.nextInt(Fineness.values().length)];
        same(heard(throughUs(file, fineness, Optional.empty())), heard(file));
    }

    /** On a cable as well, as long as it carries what is asked of it: what is set at a moment comes before its notes. */
    @Property(tries = 40)
    void onACableToo(@ForAll long seed) throws Exception {
        byte[] file = random(new Random(seed), 6);
        same(heard(throughUs(file, Fineness.SEVEN, Optional.of(new Wire(31_250)))), heard(file));
    }

    private static Session piece(Events... tracks) throws Exception {
        byte[] file = file(1, 480, List.of(tracks));
        return MidiImport.of(MidiFile.of(file, "made.mid")).piece(Set.of(), Beginning.BARE);
    }

    private static double heardAt(Session piece, String parameter, double beat) {
        Lane lane = piece.lanes().stream()
                .filter(l -> l.target().parameter().equals(parameter))
                .findFirst()
                .orElseThrow();
        // As a code: what is between two is nearer to one of them.
        return Math.rint(
                piece.parameter(lane.target()).valueAt(piece.stack(lane).valueAtBeat(beat)));
    }

    /** Volume is 100 and expression 127 until somebody says otherwise, however late that is (RP-015, General MIDI). */
    @Test
    void beforeItsFirstValueAControllerStandsWhereTheStandardSays() throws Exception {
        Events track = new Events();
        for (int i = 0; i < 16; i++) {
            track.add(480L * i, 0x90, 60, 90);
            track.add(480L * i + 400, 0x80, 60, 64);
        }
        track.add(480 * 16, 0xB0, 11, 0);
        track.add(480 * 18, 0xB0, 11, 50);
        track.add(480 * 16, 0xB0, 7, 3);
        track.add(480 * 16, 0xB0, 20, 9);
        track.add(480 * 16, 0xE0, 0, 0);
        Session piece = piece(track);
        assertThat(heardAt(piece, "cc-11", 15.9)).isEqualTo(127);
        assertThat(heardAt(piece, "cc-11", 16)).isEqualTo(0);
        assertThat(heardAt(piece, "cc-7", 8)).isEqualTo(100);
        assertThat(heardAt(piece, "bend", 8)).isEqualTo(0);
        assertThat(heardAt(piece, "cc-20", 8)).as("nobody knows").isEqualTo(9);
        // Cleaned, it is still there, and nothing comes before it.
        Target expression = piece.lanes().stream()
                .map(Lane::target)
                .filter(t -> t.parameter().equals("cc-11"))
                .findFirst()
                .orElseThrow();
        Recipe recipe = piece.lane(expression).stretches().get(0).recipe();
        Session cleaned = Finishing.finished(Finishing.by(piece, expression, 0, 0, recipe.steadied(0.2)));
        assertThat(heardAt(cleaned, "cc-11", 15.99)).isEqualTo(127);
        String out = String.join(
                "\n",
                heard(MidiExport.make(cleaned, Fineness.SEVEN, Optional.empty()).file()));
        assertThat(out.lines().limit(16)).allMatch(note -> note.contains(" cc  numbers"));
    }

    /** Two tracks on one channel that move one controller move one parameter. */
    @Test
    void oneAddressIsOneParameter() throws Exception {
        Events one = new Events();
        one.add(0, 0xB3, 7, 40);
        one.add(960, 0xB3, 7, 50);
        one.add(0, 0x93, 60, 90);
        one.add(480, 0x83, 60, 10);
        Events two = new Events();
        two.add(480, 0xB3, 7, 30);
        two.add(480, 0x93, 64, 90);
        two.add(960, 0x83, 64, 20);
        Session piece = piece(one, two);
        assertThat(piece.lanes()).hasSize(1);
        assertThat(heardAt(piece, "cc-7", 0.5)).isEqualTo(40);
        assertThat(heardAt(piece, "cc-7", 1.5)).isEqualTo(30);
        assertThat(heardAt(piece, "cc-7", 2)).isEqualTo(50);
    }

    /** A fine byte that always comes first belongs to the coarse one behind it. */
    @Test
    void fineBytesThatComeFirstAreKept() throws Exception {
        Events track = new Events();
        track.add(0, 0x90, 60, 90);
        track.add(480 * 130, 0x80, 60, 64);
        for (int i = 0; i < 120; i++) {
            track.add(480L * i, 0xB0, 33, (i * 37 + 5) % 128);
            track.add(480L * i, 0xB0, 1, i);
        }
        Session piece = piece(track);
        for (int i = 0; i < 120; i++) {
            assertThat(heardAt(piece, "cc14-1", i)).isEqualTo(i * 128 + (i * 37 + 5) % 128);
        }
    }

    /** A program with its bank is a switch that says what it is; before the first there is none. */
    @Test
    void programsAreASwitch() throws Exception {
        Events track = new Events();
        track.add(0, 0x90, 60, 90);
        track.add(480, 0xC0, 32);
        track.add(960, 0xB0, 0, 8);
        track.add(960, 0xC0, 32);
        track.add(1920, 0x80, 60, 64);
        track.add(1920, 0xB0, 1, 64);
        Session piece = piece(track);
        Lane lane = piece.lanes().get(1);
        Parameter program = piece.parameter(lane.target());
        assertThat(program.positions()).containsExactly("As the device is", "33 Acoustic bass", "33 · bank 8/–");
        List<String> heard = new ArrayList<>();
        for (double beat : new double[] {0, 0.99, 1, 1.99, 2, 3.9}) {
            heard.add(program.print(piece.stack(lane).valueAtBeat(beat)));
        }
        assertThat(heard)
                .containsExactly(
                        "As the device is",
                        "As the device is",
                        "33 Acoustic bass",
                        "33 Acoustic bass",
                        "33 · bank 8/–",
                        "33 · bank 8/–");
    }

    /** With a lead-in everything is set in the bar before the first, and all the music is a bar later. */
    @Test
    void aLeadInSetsEverythingBeforeTheMusic() throws Exception {
        Events track = new Events();
        track.add(0, 0xC0, 5);
        for (int number : new int[] {7, 10, 20, 21, 22, 74}) {
            track.add(0, 0xB0, number, number);
        }
        track.add(0, 0x90, 60, 90);
        track.add(960, 0xB0, 7, 90);
        track.add(1920, 0x80, 60, 64);
        Session piece = piece(track);
        MidiExport.Made made =
                MidiExport.make(piece, new MidiExport.How(Fineness.FOURTEEN, Optional.of(Wire.CABLE), true, false));
        Sequence out = MidiSystem.getSequence(new ByteArrayInputStream(made.file()));
        List<Long> set = new ArrayList<>();
        List<Long> notes = new ArrayList<>();
        for (Track one : out.getTracks()) {
            for (int i = 0; i < one.size(); i++) {
                int kind = one.get(i).getMessage().getStatus() & 0xF0;
                if (kind == 0x90) {
                    notes.add(one.get(i).getTick());
                } else if (kind == 0xB0 || kind == 0xC0) {
                    set.add(one.get(i).getTick());
                }
            }
        }
        long bar = 4 * 960;
        assertThat(notes).containsExactly(bar);
        assertThat(set).containsExactly(0L, 0L, 0L, 0L, 0L, 0L, 0L, bar + 2 * 960);
        assertThat(made.report().notice())
                .contains("6 lanes stay at 7 bits")
                .contains("5 of them can be carried finer");
        MidiExport.Made finer =
                MidiExport.make(piece, new MidiExport.How(Fineness.FOURTEEN, Optional.empty(), false, true));
        assertThat(finer.report().ways()).containsEntry("14-bit controllers", 5);
    }

    /** What another reader makes of a ramp's steps is nowhere more than half a tick beside the ramp, which the notice says. */
    @Property(tries = 60)
    void aTempoRampIsNowhereFarFromItsSteps(@ForAll long seed) throws Exception {
        Random random = new Random(seed);
        List<TempoPoint> points = new ArrayList<>();
        for (int i = 0; i < 4; i++) {
            points.add(new TempoPoint(i * 4 * (1 + random.nextInt(3)) * 1.0 + i, 30 + random.nextInt(250), i < 3));
        }
        points.sort(Comparator.comparingDouble(TempoPoint::beat));
        Events track = new Events();
        track.add(0, 0x90, 60, 90);
        track.add(480 * 60, 0x80, 60, 64);
        Session piece = piece(track);
        Session ramped = piece.withTimeline(
                new Timeline(TempoMap.of(points), piece.timeline().metre()));
        MidiExport.Made made = MidiExport.make(ramped, Fineness.SEVEN, Optional.empty());
        assertThat(made.report().notice())
                .contains("Tempo ramps are written as")
                .contains("at most half a tick beside them");
        TreeMap<Long, Integer> micros = new TreeMap<>();
        Sequence out = MidiSystem.getSequence(new ByteArrayInputStream(made.file()));
        for (int i = 0; i < out.getTracks()[0].size(); i++) {
            if (out.getTracks()[0].get(i).getMessage() instanceof MetaMessage meta && meta.getType() == 0x51) {
                byte[] data = meta.getData();
                micros.put(
                        out.getTracks()[0].get(i).getTick(),
                        (data[0] & 0xFF) << 16 | (data[1] & 0xFF) << 8 | data[2] & 0xFF);
            }
        }
        double second = 0;
        for (long tick = 0; tick < 960 * 50; tick++) {
            double beat = tick / 960.0;
            double off = ramped.timeline().beatAt(second) - beat;
            assertThat(Math.abs(off)).as("at beat %s", beat).isLessThan(0.501 / 960);
            second += micros.floorEntry(tick).getValue() * 1e-6 / 960;
        }
    }

    /** What a chart describes and somebody drew is set at the beginning, although its first point comes later. */
    @Test
    void aDrawnLaneOfAChartIsSetAtTheBeginning() throws Exception {
        Events track = new Events();
        track.add(0, 0x90, 60, 90);
        track.add(480 * 20, 0x80, 60, 64);
        track.add(0, 0xB0, 20, 3);
        Session piece = piece(track);
        Device old = piece.devices().get(0);
        Parameter drive = Parameter.continuous("drive", "Drive", "", Unit.PERCENT, Taper.LINEAR, 0, 100, 0);
        Device chart = new Device(
                old.id(),
                "Box",
                "",
                List.of(drive),
                0,
                List.of(),
                List.of(),
                List.of(new Outside("drive", Outside.Way.CC, 1, 20)),
                List.of(),
                0);
        Target target = new Target(old.id(), "drive");
        Session drawn = piece.withRoutes(List.of())
                .withLanes(List.of())
                .withDevice(chart)
                .with(Lane.drawn(target, Envelope.of(new Point(8, 0.5), new Point(12, 1))));
        Sequence out = MidiSystem.getSequence(new ByteArrayInputStream(
                MidiExport.make(drawn, Fineness.SEVEN, Optional.empty()).file()));
        long first = Long.MAX_VALUE;
        for (Track one : out.getTracks()) {
            for (int i = 0; i < one.size(); i++) {
                boolean control = (one.get(i).getMessage().getStatus() & 0xF0) == 0xB0;
                first = control ? Math.min(first, one.get(i).getTick()) : first;
            }
        }
        assertThat(first).isZero();
    }

    /** A port that is named behind the first controllers of its track is that of all of them. */
    @Test
    void aPortThatIsNamedLateLosesNothing() throws Exception {
        Events one = new Events();
        one.add(0, 0xB0, 7, 40);
        one.add(0, 0xFF, 0x21, 1, 3);
        one.add(480, 0xB0, 7, 50);
        one.add(0, 0x90, 60, 90);
        one.add(960, 0x80, 60, 64);
        Events other = new Events();
        other.add(240, 0xB0, 7, 99);
        Session piece = piece(one, other);
        assertThat(piece.lanes()).as("of two ports two").hasSize(2);
        assertThat(heardAt(piece, "cc-7", 0.75)).isEqualTo(40);
        assertThat(heardAt(piece, "cc-7", 1)).isEqualTo(50);
    }
}
