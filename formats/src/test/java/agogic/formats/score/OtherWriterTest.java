package agogic.formats.score;

import static org.assertj.core.api.Assertions.assertThat;

import agogic.core.score.Clip;
import agogic.formats.bring.Beginning;
import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.math.BigDecimal;
import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import java.util.Set;
import java.util.TreeSet;
import org.audiveris.proxymusic.Attributes;
import org.audiveris.proxymusic.Note;
import org.audiveris.proxymusic.ObjectFactory;
import org.audiveris.proxymusic.PartList;
import org.audiveris.proxymusic.PartName;
import org.audiveris.proxymusic.Pitch;
import org.audiveris.proxymusic.Rest;
import org.audiveris.proxymusic.ScorePart;
import org.audiveris.proxymusic.ScorePartwise;
import org.audiveris.proxymusic.StartStop;
import org.audiveris.proxymusic.Step;
import org.audiveris.proxymusic.Tie;
import org.audiveris.proxymusic.util.Marshalling;
import org.junit.jupiter.api.Test;

/** Scores written by proxymusic, a library that shares nothing with our reader: what was put in is what is heard. */
class OtherWriterTest {
    private static final Step[] STEPS = Step.values();
    private static final int[] SEMITONES = {9, 11, 0, 2, 4, 5, 7};

    private final ObjectFactory factory = new ObjectFactory();
    private final Set<String> expected = new TreeSet<>();

    /** Bars of 4/4 in twelfths of a quarter note, with rests, and ties over bar lines. */
    private byte[] written(long seed) throws Exception {
        Random random = new Random(seed);
        expected.clear();
        ScorePartwise score = factory.createScorePartwise();
        ScorePart described = factory.createScorePart();
        described.setId("P1");
        PartName name = factory.createPartName();
        name.setValue("Horn");
        described.setPartName(name);
        PartList list = factory.createPartList();
        list.getPartGroupOrScorePart().add(described);
        score.setPartList(list);
        ScorePartwise.Part part = factory.createScorePartwisePart();
        part.setId(described);
        score.getPart().add(part);
        double tiedFrom = -1;
        int tiedPitch = -1;
        int[] tied = null;
        for (int bar = 0; bar < 6; bar++) {
            ScorePartwise.Part.Measure measure = factory.createScorePartwisePartMeasure();
            measure.setNumber(Integer.toString(bar + 1));
            part.getMeasure().add(measure);
            List<Object> inside = measure.getNoteOrBackupOrForward();
            if (bar == 0) {
                Attributes attributes = factory.createAttributes();
                attributes.setDivisions(BigDecimal.valueOf(12));
                inside.add(attributes);
            }
            for (int at = 0; at < 48; ) {
                int length = Math.min(48 - at, 2 + random.nextInt(20));
                Note note = factory.createNote();
                note.setDuration(BigDecimal.valueOf(length));
                boolean goesOn = at == 0 && tied != null;
                if (!goesOn && random.nextInt(5) == 0) {
                    note.setRest(new Rest());
                    inside.add(note);
                    at += length;
                    continue;
                }
                int[] which =
                        goesOn ? tied : new int[] {random.nextInt(7), random.nextInt(3) - 1, 2 + random.nextInt(5)};
                Pitch pitch = factory.createPitch();
                pitch.setStep(STEPS[which[0]]);
                pitch.setAlter(BigDecimal.valueOf(which[1]));
                pitch.setOctave(which[2]);
                note.setPitch(pitch);
                int midi = 12 * (which[2] + 1) + SEMITONES[which[0]] + which[1];
                double begin = goesOn ? tiedFrom : bar * 4 + at / 12.0;
                boolean on = at + length == 48 && bar < 5 && random.nextBoolean();
                if (goesOn) {
                    note.getTie().add(tie(StartStop.STOP));
                }
                if (on) {
                    note.getTie().add(tie(StartStop.START));
                    tied = which;
                    tiedFrom = begin;
                    tiedPitch = midi;
                } else {
                    tied = null;
                    expected.add(line(midi, begin, bar * 4 + (at + length) / 12.0));
                }
                inside.add(note);
                at += length;
            }
        }
        assertThat(tiedPitch).isLessThan(128);
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        Marshalling.marshal(score, out, true, 2);
        return out.toByteArray();
    }

    private Tie tie(StartStop type) {
        Tie tie = factory.createTie();
        tie.setType(type);
        return tie;
    }

    private static String line(int pitch, double from, double to) {
        return String.format(java.util.Locale.ROOT, "%d from %.6f to %.6f", pitch, from, to);
    }

    @Test
    void whatAnotherProgramWroteIsHeard() throws Exception {
        for (int seed = 1; seed <= 12; seed++) {
            byte[] bytes = written(seed);
            ScoreImport score = ScoreImport.of(new ByteArrayInputStream(bytes), "horn.musicxml");
            Clip clip = score.piece(Set.of(), Beginning.BARE)
                    .tracks()
                    .get(0)
                    .clips()
                    .get(0);
            List<String> heard = new ArrayList<>();
            clip.notes().forEach(n -> heard.add(line(n.pitch(), n.beat(), n.beat() + n.length())));
            assertThat(new TreeSet<>(heard)).as("seed %s", seed).isEqualTo(expected);
            assertThat(clip.name()).isEqualTo("Horn");
        }
    }
}
