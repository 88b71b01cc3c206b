package agogic.formats.score;

import static org.assertj.core.api.Assertions.assertThat;

import agogic.core.score.Remark;
import agogic.core.session.Session;
import agogic.core.session.Track;
import agogic.formats.bring.Beginning;
import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.math.BigDecimal;
import java.math.BigInteger;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Random;
import java.util.Set;
import java.util.TreeSet;
import org.audiveris.proxymusic.Attributes;
import org.audiveris.proxymusic.BackwardForward;
import org.audiveris.proxymusic.Barline;
import org.audiveris.proxymusic.Empty;
import org.audiveris.proxymusic.Key;
import org.audiveris.proxymusic.Lyric;
import org.audiveris.proxymusic.MidiInstrument;
import org.audiveris.proxymusic.Note;
import org.audiveris.proxymusic.ObjectFactory;
import org.audiveris.proxymusic.PartName;
import org.audiveris.proxymusic.Pitch;
import org.audiveris.proxymusic.Repeat;
import org.audiveris.proxymusic.ScoreInstrument;
import org.audiveris.proxymusic.ScorePart;
import org.audiveris.proxymusic.ScorePartwise;
import org.audiveris.proxymusic.Sound;
import org.audiveris.proxymusic.Step;
import org.audiveris.proxymusic.Syllabic;
import org.audiveris.proxymusic.TextElementData;
import org.audiveris.proxymusic.Time;
import org.audiveris.proxymusic.Transpose;
import org.audiveris.proxymusic.util.Marshalling;
import org.junit.jupiter.api.Test;

/**
 * Whole scores by proxymusic, a writer that shares nothing with our reader: several parts with programs and transpositions,
 * changing metres, keys and tempos, chords, a repeat with two verses. What is expected is worked out here, while writing.
 */
class OtherScoresTest {
    private static final Step[] STEPS = Step.values();
    private static final int[] SEMITONES = {9, 11, 0, 2, 4, 5, 7};
    private static final int[][] METRES = {{4, 4}, {3, 4}, {6, 8}, {5, 8}, {2, 2}};
    private static final int TICKS = 24;

    /** What one bar has, before it is known how often it is played. */
    private static final class Bar {
        private int[] metre;
        private int fifths;
        private boolean minor;
        private double tempo;
        private final List<double[]> notes = new ArrayList<>();
        /** Where, verse, and the word of it by its number. */
        private final List<double[]> sung = new ArrayList<>();

        double length() {
            return metre[0] * 4.0 / metre[1];
        }
    }

    private final ObjectFactory factory = new ObjectFactory();

    private final Set<String> notes = new TreeSet<>();
    private final Set<String> keys = new TreeSet<>();
    private final Set<String> lyrics = new TreeSet<>();
    private final Set<String> tempos = new TreeSet<>();
    private final Set<String> programs = new TreeSet<>();

    private static String at(double beat, Object what) {
        return String.format(Locale.ROOT, "%.5f %s", beat, what);
    }

    private static String word(int part, int number) {
        return "w" + part + "x" + number;
    }

    private byte[] written(Random random) throws Exception {
        List.of(notes, keys, lyrics, tempos, programs).forEach(Set::clear);
        int bars = 4 + random.nextInt(6);
        int repeatFrom = random.nextInt(bars - 1);
        int repeatTo = repeatFrom + random.nextInt(bars - repeatFrom);
        boolean repeats = random.nextInt(4) != 0;
        List<Bar> frame = frame(random, bars);
        ScorePartwise score = factory.createScorePartwise();
        score.setPartList(factory.createPartList());
        int parts = 1 + random.nextInt(3);
        for (int p = 0; p < parts; p++) {
            part(random, score, p, frame, repeats ? repeatFrom : -1, repeats ? repeatTo : -1);
        }
        double begin = 0;
        String key = "";
        double tempo = 0;
        for (int played : order(bars, repeats ? repeatFrom : -1, repeatTo)) {
            Bar bar = frame.get(played);
            String here = bar.fifths + (bar.minor ? " minor" : " major");
            if (!here.equals(key)) {
                keys.add(at(begin, here));
                key = here;
            }
            if (bar.tempo != tempo) {
                tempos.add(at(begin, bar.tempo));
                tempo = bar.tempo;
            }
            begin += bar.length();
        }
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        Marshalling.marshal(score, out, true, 2);
        return out.toByteArray();
    }

    private static List<Integer> order(int bars, int from, int to) {
        List<Integer> order = new ArrayList<>();
        for (int i = 0; i < bars; i++) {
            order.add(i);
            if (i == to && from >= 0) {
                for (int again = from; again <= to; again++) {
                    order.add(again);
                }
            }
        }
        return order;
    }

    private static List<Bar> frame(Random random, int bars) {
        List<Bar> frame = new ArrayList<>();
        Bar last = null;
        for (int b = 0; b < bars; b++) {
            Bar bar = new Bar();
            boolean first = last == null;
            bar.metre = first || random.nextInt(4) == 0 ? METRES[random.nextInt(METRES.length)] : last.metre;
            boolean same = !first && random.nextInt(3) != 0;
            bar.fifths = same ? last.fifths : random.nextInt(15) - 7;
            bar.minor = same ? last.minor : random.nextBoolean();
            bar.tempo = !first && random.nextInt(3) != 0 ? last.tempo : 40 + random.nextInt(160);
            frame.add(bar);
            last = bar;
        }
        return frame;
    }

    private void part(Random random, ScorePartwise score, int p, List<Bar> frame, int from, int to) {
        ScorePart described = factory.createScorePart();
        described.setId("P" + p);
        PartName name = factory.createPartName();
        name.setValue("Part " + p);
        described.setPartName(name);
        int program = random.nextInt(128);
        ScoreInstrument instrument = factory.createScoreInstrument();
        instrument.setId("I" + p);
        instrument.setInstrumentName("Any");
        described.getScoreInstrument().add(instrument);
        MidiInstrument midi = factory.createMidiInstrument();
        midi.setId(instrument);
        midi.setMidiProgram(program + 1);
        described.getMidiDeviceAndMidiInstrument().add(midi);
        programs.add(p + " " + program);
        score.getPartList().getPartGroupOrScorePart().add(described);
        ScorePartwise.Part part = factory.createScorePartwisePart();
        part.setId(described);
        score.getPart().add(part);
        // The first part is written as it sounds, so that it says in which key the piece is.
        int higher = p == 0 ? 0 : List.of(0, -2, -3, 12).get(random.nextInt(4));
        int words = 0;
        for (int b = 0; b < frame.size(); b++) {
            Bar bar = frame.get(b);
            Bar before = b == 0 ? null : frame.get(b - 1);
            bar.notes.clear();
            bar.sung.clear();
            ScorePartwise.Part.Measure measure = factory.createScorePartwisePartMeasure();
            measure.setNumber(Integer.toString(b + 1));
            part.getMeasure().add(measure);
            List<Object> inside = measure.getNoteOrBackupOrForward();
            inside.add(attributes(bar, before, higher));
            if (b == from) {
                inside.add(repeat(BackwardForward.FORWARD));
            }
            if (p == 0 && (before == null || before.tempo != bar.tempo)) {
                Sound sound = factory.createSound();
                sound.setTempo(BigDecimal.valueOf(bar.tempo));
                inside.add(sound);
            }
            int whole = (int) Math.round(bar.length() * TICKS);
            for (int t = 0; t < whole; ) {
                int length = Math.min(whole - t, 3 + random.nextInt(40));
                int[] which = {random.nextInt(7), random.nextInt(3) - 1, 3 + random.nextInt(3)};
                Note one = note(which, length);
                boolean rest = random.nextInt(6) == 0;
                if (rest) {
                    one.setPitch(null);
                    one.setRest(factory.createRest());
                } else {
                    bar.notes.add(new double[] {t, length, sounding(which) + higher});
                    if (random.nextInt(2) == 0) {
                        words = sing(one, bar, t, words, b >= from && b <= to, random.nextInt(3));
                    }
                }
                inside.add(one);
                if (!rest && random.nextInt(4) == 0) {
                    int[] more = {which[0], which[1], which[2] + 1};
                    Note chord = note(more, length);
                    chord.setChord(new Empty());
                    inside.add(chord);
                    bar.notes.add(new double[] {t, length, sounding(more) + higher});
                }
                t += length;
            }
            if (b == to && from >= 0) {
                inside.add(repeat(BackwardForward.BACKWARD));
            }
        }
        expect(p, frame, from, to);
    }

    /** A note sings a word: inside of a repeat another one the second time, or the same. */
    private int sing(Note note, Bar bar, int tick, int words, boolean twice, int how) {
        int verses = twice && how > 0 ? 2 : 1;
        for (int verse = 1; verse <= verses; verse++) {
            Lyric lyric = factory.createLyric();
            lyric.setNumber(Integer.toString(verse));
            TextElementData text = factory.createTextElementData();
            text.setValue(word(0, words));
            lyric.getElisionAndSyllabicAndText().add(how == 2 ? Syllabic.BEGIN : Syllabic.SINGLE);
            lyric.getElisionAndSyllabicAndText().add(text);
            note.getLyric().add(lyric);
            bar.sung.add(new double[] {tick, verse, words++, how == 2 ? 1 : 0});
        }
        return words;
    }

    private void expect(int p, List<Bar> frame, int from, int to) {
        double begin = 0;
        int[] times = new int[frame.size()];
        for (int played : order(frame.size(), from, to)) {
            Bar bar = frame.get(played);
            int time = ++times[played];
            for (double[] note : bar.notes) {
                notes.add(at(begin + note[0] / TICKS, p + ": " + (int) note[2] + " for " + at(note[1] / TICKS, "")));
            }
            int verses = bar.sung.stream().mapToInt(s -> (int) s[1]).max().orElse(1);
            for (double[] sung : bar.sung) {
                if ((int) sung[1] == Math.min(time, verses)) {
                    lyrics.add(at(begin + sung[0] / TICKS, p + word(0, (int) sung[2]) + (sung[3] == 1 ? "-" : " ")));
                }
            }
            begin += bar.length();
        }
    }

    private static int sounding(int[] which) {
        return 12 * (which[2] + 1) + SEMITONES[which[0]] + which[1];
    }

    private Note note(int[] which, int length) {
        Pitch pitch = factory.createPitch();
        pitch.setStep(STEPS[which[0]]);
        pitch.setAlter(BigDecimal.valueOf(which[1]));
        pitch.setOctave(which[2]);
        Note note = factory.createNote();
        note.setPitch(pitch);
        note.setDuration(BigDecimal.valueOf(length));
        return note;
    }

    private Attributes attributes(Bar bar, Bar before, int higher) {
        Attributes attributes = factory.createAttributes();
        if (before == null) {
            attributes.setDivisions(BigDecimal.valueOf(TICKS));
            if (higher != 0) {
                Transpose transpose = factory.createTranspose();
                transpose.setChromatic(BigDecimal.valueOf(higher));
                attributes.getTranspose().add(transpose);
            }
        }
        if (before == null || before.fifths != bar.fifths || before.minor != bar.minor) {
            Key key = factory.createKey();
            key.setFifths(BigInteger.valueOf(bar.fifths));
            key.setMode(bar.minor ? "minor" : "major");
            attributes.getKey().add(key);
        }
        if (before == null || before.metre != bar.metre) {
            Time time = factory.createTime();
            time.getTimeSignature().add(factory.createTimeBeats(Integer.toString(bar.metre[0])));
            time.getTimeSignature().add(factory.createTimeBeatType(Integer.toString(bar.metre[1])));
            attributes.getTime().add(time);
        }
        return attributes;
    }

    private Barline repeat(BackwardForward way) {
        Repeat repeat = factory.createRepeat();
        repeat.setDirection(way);
        Barline barline = factory.createBarline();
        barline.setRepeat(repeat);
        return barline;
    }

    @Test
    void whatTwentyScoresSayIsInThePiece() throws Exception {
        for (int seed = 1; seed <= 20; seed++) {
            byte[] bytes = written(new Random(seed));
            ScoreImport look = ScoreImport.of(new ByteArrayInputStream(bytes), "made.musicxml");
            Session piece = look.piece(Set.of(), Beginning.BARE);
            Set<String> heard = new TreeSet<>();
            for (int p = 0; p < piece.tracks().size(); p++) {
                Track track = piece.tracks().get(p);
                int part = p;
                track.clips()
                        .get(0)
                        .notes()
                        .forEach(n -> heard.add(at(n.beat(), part + ": " + n.pitch() + " for " + at(n.length(), ""))));
            }
            assertThat(heard).as("notes of seed %s", seed).isEqualTo(notes);
            Set<String> inKeys = new TreeSet<>();
            Set<String> sung = new TreeSet<>();
            for (Remark one : piece.remarks()) {
                if (one.kind() == Remark.Kind.KEY) {
                    inKeys.add(at(one.beat(), one.words()));
                } else {
                    int part = Integer.parseInt(one.track().replaceAll("\\D", "")) - 1;
                    sung.add(at(one.beat(), part + one.words()));
                }
            }
            assertThat(inKeys).as("keys of seed %s", seed).isEqualTo(keys);
            assertThat(sung).as("lyrics of seed %s", seed).isEqualTo(lyrics);
            Set<String> paced = new TreeSet<>();
            piece.timeline().tempo().points().forEach(t -> paced.add(at(t.beat(), t.bpm())));
            assertThat(paced).as("tempos of seed %s", seed).isEqualTo(tempos);
            assertThat(programsOf(piece)).as("programs of seed %s", seed).isEqualTo(programs);
        }
    }

    /** What each track's program switch stands at. */
    private static Set<String> programsOf(Session piece) {
        Set<String> all = new TreeSet<>();
        for (int p = 0; p < piece.tracks().size(); p++) {
            for (String id : piece.tracks().get(p).devices()) {
                int part = p;
                piece.device(id).parameters().stream()
                        .filter(one -> one.id().equals("program"))
                        .forEach(one -> all.add(part + " "
                                + (Integer.parseInt(one.positions()
                                                .get(one.positions().size() - 1)
                                                .replaceAll("^(\\d+).*", "$1"))
                                        - 1)));
            }
        }
        return all;
    }
}
