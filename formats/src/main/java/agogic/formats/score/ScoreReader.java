package agogic.formats.score;

import agogic.core.midi.Program;
import agogic.core.text.Text;
import agogic.formats.file.FormatException;
import agogic.formats.score.Xml.Element;
import java.io.InputStream;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/** Reads a score in MusicXML 4.0, part by part ({@code score-partwise}): what is written, measure by measure. */
final class ScoreReader {
    private static final Map<String, Integer> STEPS = Map.of("C", 0, "D", 2, "E", 4, "F", 5, "G", 7, "A", 9, "B", 11);
    private static final int MOST_NOTES = 2_000_000;

    private final Xml xml;
    private final Directions directions;
    private final Map<String, WrittenPart> parts = new LinkedHashMap<>();
    private String title = "";
    private int grace;
    private int unpitched;
    private int cues;
    private int notes;

    /** The part that is read. */
    private WrittenPart part = new WrittenPart();

    private double at;
    private double lastAt;

    private ScoreReader(Xml xml) {
        this.xml = xml;
        directions = new Directions(xml);
    }

    /** Reads a score; {@code name} is for people. */
    static ScoreReader read(InputStream in, String name) throws FormatException {
        try (Xml xml = new Xml(in, name)) {
            ScoreReader reader = new ScoreReader(xml);
            Element root = xml.next(null);
            if (root == null
                    || !root.name().equals("score-partwise") && !root.name().equals("score-timewise")) {
                throw new FormatException(name + " is no score in MusicXML: expected “score-partwise”, found "
                        + (root == null ? "nothing" : "“" + root.name() + "”") + ".");
            }
            reader.score(root);
            reader.directions.settle();
            return reader;
        }
    }

    private void score(Element root) throws FormatException {
        for (Element one = xml.next(root); one != null; one = xml.next(root)) {
            switch (one.name()) {
                case "work" -> {
                    for (Element in = xml.next(one); in != null; in = xml.next(one)) {
                        title = in.name().equals("work-title") ? xml.text(in) : title;
                    }
                }
                case "movement-title" -> title = title.isEmpty() ? xml.text(one) : title;
                case "part-list" -> {
                    for (Element in = xml.next(one); in != null; in = xml.next(one)) {
                        if (in.name().equals("score-part")) {
                            described(in);
                        }
                    }
                }
                case "measure" -> {
                    // Written measure by measure: each has all parts.
                    for (Element in = xml.next(one); in != null; in = xml.next(one)) {
                        if (in.name().equals("part")) {
                            part = parts.computeIfAbsent(in.attribute("id"), id -> new WrittenPart());
                            part.measures.add(measure(in));
                        }
                    }
                }
                case "part" -> {
                    part = parts.computeIfAbsent(one.attribute("id"), id -> new WrittenPart());
                    for (Element in = xml.next(one); in != null; in = xml.next(one)) {
                        if (in.name().equals("measure")) {
                            part.measures.add(measure(in));
                        }
                    }
                }
                default -> {
                    // Looks and credits.
                }
            }
        }
        if (parts.isEmpty()) {
            throw xml.error("the score has no part.");
        }
    }

    private void described(Element part) throws FormatException {
        WrittenPart made = parts.computeIfAbsent(part.attribute("id"), id -> new WrittenPart());
        for (Element in = xml.next(part); in != null; in = xml.next(part)) {
            if (in.name().equals("part-name")) {
                made.name = xml.text(in);
            } else if (in.name().equals("midi-instrument")) {
                instrument(in, made);
            }
        }
    }

    /** What an instrument of a part is played by. */
    private void instrument(Element element, WrittenPart made) throws FormatException {
        int bank = -1;
        int program = -1;
        for (Element midi = xml.next(element); midi != null; midi = xml.next(element)) {
            switch (midi.name()) {
                case "midi-channel" -> made.channel = within(xml.number(midi), 1, 16);
                case "midi-bank" -> bank = within(xml.number(midi), 1, 16_384) - 1;
                case "midi-program" -> program = within(xml.number(midi), 1, 128) - 1;
                case "midi-unpitched" -> made.keys.put(element.attribute("id"), within(xml.number(midi), 1, 128) - 1);
                case "volume" -> made.volume = (int) Math.round(within(xml.number(midi), 0, 100) * 1.27);
                case "pan" -> made.pan = pan(xml.number(midi));
                default -> {
                    // Names and elevations.
                }
            }
        }
        if (program >= 0 && made.program.isEmpty()) {
            made.program = Optional.of(new Program(bank < 0 ? -1 : bank >> 7, bank < 0 ? -1 : bank & 0x7F, program));
        }
    }

    private static int within(double number, int least, int most) {
        return (int) Math.max(least, Math.min(most, Math.rint(number)));
    }

    /** −90 is left, 90 is right; what is behind is as far to its side as before. */
    private static int pan(double degrees) {
        double folded = degrees > 90 ? 180 - degrees : degrees < -90 ? -180 - degrees : degrees;
        return folded <= 0 ? (int) Math.round(64 + folded / 90 * 64) : (int) Math.round(64 + folded / 90 * 63);
    }

    private Measure measure(Element element) throws FormatException {
        Measure measure = new Measure();
        at = 0;
        lastAt = 0;
        for (Element one = xml.next(element); one != null; one = xml.next(element)) {
            switch (one.name()) {
                case "attributes" -> attributes(one, measure);
                case "note" -> note(one, measure);
                case "backup", "forward" -> {
                    double by = 0;
                    for (Element in = xml.next(one); in != null; in = xml.next(one)) {
                        by = in.name().equals("duration") ? xml.number(in) / part.divisions : by;
                    }
                    at = Math.max(0, at + (one.name().equals("backup") ? -by : by));
                    measure.filled = Math.max(measure.filled, at);
                }
                case "direction" -> directions.direction(one, measure, at, part.divisions);
                case "sound" -> directions.sound(one, measure, at);
                case "barline" -> barline(one, measure);
                default -> {
                    // Print and looks.
                }
            }
        }
        return measure;
    }

    private void attributes(Element element, Measure measure) throws FormatException {
        WrittenKey key = null;
        for (Element one = xml.next(element); one != null; one = xml.next(element)) {
            switch (one.name()) {
                case "divisions" -> {
                    part.divisions = xml.number(one);
                    if (!(part.divisions >= 0.01 && part.divisions <= 1e6)) {
                        throw xml.error(
                                "expected 1 to 1,000,000 divisions of a quarter note, found " + part.divisions + ".");
                    }
                }
                case "time" -> {
                    for (Element in = xml.next(one); in != null; in = xml.next(one)) {
                        if (in.name().equals("beats")) {
                            int sum = 0;
                            for (String part : xml.text(in).split("\\+")) {
                                sum += part.strip().matches("\\d{1,3}") ? Integer.parseInt(part.strip()) : 0;
                            }
                            measure.beats = sum;
                        } else if (in.name().equals("beat-type")) {
                            measure.unit = (int) xml.number(in);
                        }
                    }
                }
                case "key" -> {
                    double fifths = Double.NaN;
                    String mode = "major";
                    for (Element in = xml.next(one); in != null; in = xml.next(one)) {
                        fifths = in.name().equals("fifths") ? xml.number(in) : fifths;
                        mode = in.name().equals("mode") && xml.text(in).equals("minor") ? "minor" : mode;
                    }
                    // A key of single accidentals says no fifths.
                    if (Math.abs(fifths) <= 7 && fifths == Math.rint(fifths)) {
                        key = new WrittenKey((int) fifths, mode);
                    }
                }
                case "transpose" -> {
                    int by = 0;
                    for (Element in = xml.next(one); in != null; in = xml.next(one)) {
                        by += in.name().equals("chromatic")
                                ? (int) xml.number(in)
                                : in.name().equals("octave-change") ? 12 * (int) xml.number(in) : 0;
                    }
                    part.transposed = by;
                }
                default -> {
                    // Clefs and staves.
                }
            }
        }
        if (key != null) {
            measure.keys.add(new Measure.Key(at, key.sounding(part.transposed)));
        }
    }

    private void note(Element element, Measure measure) throws FormatException {
        boolean chord = false;
        boolean little = false;
        boolean cue = false;
        boolean tieFrom = false;
        boolean tieTo = false;
        List<Measure.Syllable> sung = new ArrayList<>();
        double length = 0;
        int pitch = -1;
        boolean percussion = false;
        String instrument = "";
        int staff = 1;
        String voice = "1";
        for (Element one = xml.next(element); one != null; one = xml.next(element)) {
            switch (one.name()) {
                case "chord" -> chord = true;
                case "grace" -> little = true;
                case "cue" -> cue = true;
                case "duration" -> length = xml.number(one) / part.divisions;
                case "voice" -> voice = xml.text(one);
                case "staff" -> staff = within(xml.number(one), 1, 16);
                case "instrument" -> instrument = one.attribute("id");
                case "pitch" -> pitch = pitch(one);
                case "unpitched" -> percussion = true;
                case "tie" -> {
                    tieTo |= one.attribute("type").equals("stop");
                    tieFrom |= one.attribute("type").equals("start");
                }
                case "lyric" -> {
                    String text = syllable(one);
                    if (!text.isEmpty()) {
                        double verse = Directions.number(one.attribute("number"));
                        sung.add(new Measure.Syllable(
                                chord ? lastAt : at, Double.isNaN(verse) ? 1 : within(verse, 1, 99), text));
                    }
                }
                case "notations" -> {
                    for (Element in = xml.next(one); in != null; in = xml.next(one)) {
                        if (in.name().equals("dynamics")) {
                            directions.marks(in, measure, chord ? lastAt : at);
                        }
                    }
                }
                default -> {
                    // Stems, beams, dots.
                }
            }
        }
        if (little) {
            grace++;
            return;
        }
        measure.syllables.addAll(sung);
        double begins = chord ? lastAt : at;
        if (percussion && pitch < 0) {
            // Of one instrument it is that one, even where the note does not say so.
            Integer key = part.keys.size() == 1 && instrument.isEmpty()
                    ? part.keys.values().iterator().next()
                    : part.keys.get(instrument);
            pitch = key == null ? -1 : key;
            unpitched += key == null ? 1 : 0;
        }
        cues += cue ? 1 : 0;
        if (pitch >= 0 && !cue && length > 0) {
            if (++notes > MOST_NOTES) {
                throw xml.error("the score has more than " + MOST_NOTES + " notes.");
            }
            double loud = Directions.number(element.attribute("dynamics"));
            measure.notes.add(new Measure.Written(begins, length, pitch, loud, voice, staff, tieFrom, tieTo));
        }
        if (!chord) {
            lastAt = at;
            at += Math.max(0, length);
            measure.filled = Math.max(measure.filled, at);
        }
    }

    /** A syllable as Standard MIDI Files have it (RP-017): a hyphen where the word goes on, a space where it ends. */
    private String syllable(Element element) throws FormatException {
        StringBuilder text = new StringBuilder();
        boolean goesOn = false;
        for (Element one = xml.next(element); one != null; one = xml.next(element)) {
            switch (one.name()) {
                case "text" -> text.append(xml.text(one));
                case "elision" -> text.append(' ');
                case "syllabic" -> {
                    String syllabic = xml.text(one);
                    goesOn = syllabic.equals("begin") || syllabic.equals("middle");
                }
                default -> {
                    // Lines that go on, and laughter.
                }
            }
        }
        String said = Text.seen(text.toString());
        return said.isEmpty() ? "" : said + (goesOn ? "-" : " ");
    }

    private int pitch(Element element) throws FormatException {
        int step = 0;
        double alter = 0;
        int octave = 4;
        for (Element one = xml.next(element); one != null; one = xml.next(element)) {
            switch (one.name()) {
                case "step" -> step = STEPS.getOrDefault(xml.text(one), 0);
                case "alter" -> alter = xml.number(one);
                case "octave" -> octave = (int) xml.number(one);
                default -> {
                    // Nothing else says how high.
                }
            }
        }
        return Math.max(0, Math.min(127, 12 * (octave + 1) + step + (int) Math.rint(alter) + part.transposed));
    }

    private void barline(Element element, Measure measure) throws FormatException {
        for (Element in = xml.next(element); in != null; in = xml.next(element)) {
            if (in.name().equals("repeat")) {
                double times = Directions.number(in.attribute("times"));
                if (in.attribute("direction").equals("forward")) {
                    measure.repeatFrom = true;
                } else {
                    measure.repeatTo = Double.isNaN(times) ? 2 : (int) Math.max(2, Math.min(64, times));
                }
            } else if (in.name().equals("ending")) {
                if (in.attribute("type").equals("start")) {
                    List<Integer> numbers = new ArrayList<>();
                    for (String one : in.attribute("number").split("[,\\s]+")) {
                        if (one.matches("\\d{1,2}")) {
                            numbers.add(Integer.parseInt(one));
                        }
                    }
                    measure.endings = numbers.isEmpty() ? List.of(1) : numbers;
                } else {
                    measure.endingOver = true;
                }
            }
        }
    }

    String title() {
        return title;
    }

    List<WrittenPart> parts() {
        return List.copyOf(parts.values());
    }

    int grace() {
        return grace;
    }

    int unpitched() {
        return unpitched;
    }

    /** Little notes of another part, for the eye. */
    int cues() {
        return cues;
    }

    /** Words that ask for another tempo and do not say which, as often as they stand there. */
    Map<String, Integer> wordsLeft() {
        return directions.wordsLeft();
    }
}
