package agogic.formats.score;

import agogic.core.score.Dynamic;
import agogic.formats.file.FormatException;
import agogic.formats.score.Xml.Element;
import java.io.InputStream;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;

/** Reads a score in MusicXML 4.0, part by part ({@code score-partwise}): what is written, measure by measure. */
final class ScoreReader {
    private static final Map<String, Integer> STEPS = Map.of("C", 0, "D", 2, "E", 4, "F", 5, "G", 7, "A", 9, "B", 11);
    private static final Map<String, Double> UNITS =
            Map.of("breve", 8.0, "whole", 4.0, "half", 2.0, "quarter", 1.0, "eighth", 0.5, "16th", 0.25, "32nd", 0.125);
    private static final int MOST_NOTES = 2_000_000;

    /** A part: its measures in the order in which they are written. */
    static final class Part {
        String name = "";
        int channel;
        final List<Measure> measures = new ArrayList<>();
    }

    private final Xml xml;
    private final Map<String, Part> parts = new LinkedHashMap<>();
    private String title = "";
    private int grace;
    private int unpitched;
    private int lyrics;
    private int jumps;
    private int notes;

    /** Of the part that is read: divisions of a quarter note, and by how much it sounds higher than written. */
    private double divisions = 1;

    private int transposed;
    private double at;
    private double lastAt;

    private ScoreReader(Xml xml) {
        this.xml = xml;
    }

    /** Reads a score; {@code name} is for people. */
    static ScoreReader read(InputStream in, String name) throws FormatException {
        try (Xml xml = new Xml(in, name)) {
            ScoreReader reader = new ScoreReader(xml);
            Element root = xml.next(null);
            if (root == null || !root.name().equals("score-partwise")) {
                throw new FormatException(name
                        + (root != null && root.name().equals("score-timewise")
                                ? " is written measure by measure (score-timewise). Export it part by part (score-partwise)."
                                : " is no score in MusicXML: expected “score-partwise”, found "
                                        + (root == null ? "nothing" : "“" + root.name() + "”") + "."));
            }
            reader.score(root);
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
                case "part" -> {
                    divisions = 1;
                    transposed = 0;
                    Part part = parts.computeIfAbsent(one.attribute("id"), id -> new Part());
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
        Part made = parts.computeIfAbsent(part.attribute("id"), id -> new Part());
        for (Element in = xml.next(part); in != null; in = xml.next(part)) {
            if (in.name().equals("part-name")) {
                made.name = xml.text(in);
            } else if (in.name().equals("midi-instrument")) {
                for (Element midi = xml.next(in); midi != null; midi = xml.next(in)) {
                    if (midi.name().equals("midi-channel")) {
                        made.channel = (int) Math.max(1, Math.min(16, xml.number(midi)));
                    }
                }
            }
        }
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
                        by = in.name().equals("duration") ? xml.number(in) / divisions : by;
                    }
                    at = Math.max(0, at + (one.name().equals("backup") ? -by : by));
                    measure.filled = Math.max(measure.filled, at);
                }
                case "direction" -> direction(one, measure);
                case "sound" -> sound(one, measure, at);
                case "barline" -> barline(one, measure);
                default -> {
                    // Print and looks.
                }
            }
        }
        return measure;
    }

    private void attributes(Element element, Measure measure) throws FormatException {
        for (Element one = xml.next(element); one != null; one = xml.next(element)) {
            switch (one.name()) {
                case "divisions" -> {
                    divisions = xml.number(one);
                    if (!(divisions > 0)) {
                        throw xml.error("expected more than 0 divisions of a quarter note.");
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
                case "transpose" -> {
                    int by = 0;
                    for (Element in = xml.next(one); in != null; in = xml.next(one)) {
                        by += in.name().equals("chromatic")
                                ? (int) xml.number(in)
                                : in.name().equals("octave-change") ? 12 * (int) xml.number(in) : 0;
                    }
                    transposed = by;
                }
                default -> {
                    // Clefs and keys.
                }
            }
        }
    }

    private void note(Element element, Measure measure) throws FormatException {
        boolean chord = false;
        boolean little = false;
        boolean cue = false;
        boolean tieFrom = false;
        boolean tieTo = false;
        double length = 0;
        int pitch = -1;
        boolean percussion = false;
        String voice = "1";
        for (Element one = xml.next(element); one != null; one = xml.next(element)) {
            switch (one.name()) {
                case "chord" -> chord = true;
                case "grace" -> little = true;
                case "cue" -> cue = true;
                case "duration" -> length = xml.number(one) / divisions;
                case "voice" -> voice = xml.text(one);
                case "pitch" -> pitch = pitch(one);
                case "unpitched" -> percussion = true;
                case "tie" -> {
                    tieTo |= one.attribute("type").equals("stop");
                    tieFrom |= one.attribute("type").equals("start");
                }
                case "lyric" -> lyrics++;
                case "notations" -> {
                    for (Element in = xml.next(one); in != null; in = xml.next(one)) {
                        if (in.name().equals("dynamics")) {
                            marks(in, measure, chord ? lastAt : at);
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
        double begins = chord ? lastAt : at;
        if (pitch >= 0 && !cue && length > 0) {
            if (++notes > MOST_NOTES) {
                throw xml.error("the score has more than " + MOST_NOTES + " notes.");
            }
            double loud = number(element.attribute("dynamics"));
            measure.notes.add(new Measure.Written(begins, length, pitch, loud, voice, tieFrom, tieTo));
        }
        unpitched += percussion ? 1 : 0;
        if (!chord) {
            lastAt = at;
            at += Math.max(0, length);
            measure.filled = Math.max(measure.filled, at);
        }
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
        return Math.max(0, Math.min(127, 12 * (octave + 1) + step + (int) Math.rint(alter) + transposed));
    }

    private static double number(String text) {
        return text.matches("\\d{1,4}(\\.\\d{1,6})?") ? Double.parseDouble(text) : Double.NaN;
    }

    private void direction(Element element, Measure measure) throws FormatException {
        List<Dynamic> before = List.copyOf(measure.dynamics);
        int wedges = measure.wedges.size();
        int tempos = measure.tempos.size();
        double offset = 0;
        for (Element one = xml.next(element); one != null; one = xml.next(element)) {
            switch (one.name()) {
                case "direction-type" -> {
                    for (Element in = xml.next(one); in != null; in = xml.next(one)) {
                        switch (in.name()) {
                            case "dynamics" -> marks(in, measure, at);
                            case "wedge" -> measure.wedges.add(
                                    new Measure.Wedge(at, in.attribute("type"), in.attribute("number")));
                            case "rehearsal" -> measure.rehearsal = xml.text(in);
                            case "words" -> words(xml.text(in), measure);
                            case "metronome" -> metronome(in, measure);
                            default -> {
                                // Pedals and looks.
                            }
                        }
                    }
                }
                case "offset" -> offset = xml.number(one) / divisions;
                case "sound" -> sound(one, measure, at);
                default -> {
                    // Voices and staves.
                }
            }
        }
        if (offset != 0) {
            double moved = Math.max(0, at + offset);
            measure.dynamics.replaceAll(d -> before.contains(d) ? d : new Dynamic(moved, d.level(), d.mark()));
            for (int i = wedges; i < measure.wedges.size(); i++) {
                Measure.Wedge old = measure.wedges.get(i);
                measure.wedges.set(i, new Measure.Wedge(moved, old.kind(), old.number()));
            }
            for (int i = tempos; i < measure.tempos.size(); i++) {
                measure.tempos.set(
                        i, new Measure.Tempo(moved, measure.tempos.get(i).bpm()));
            }
        }
    }

    private void marks(Element dynamics, Measure measure, double when) throws FormatException {
        for (Element in = xml.next(dynamics); in != null; in = xml.next(dynamics)) {
            String mark = in.name().equals("other-dynamics") ? xml.text(in) : in.name();
            // What begins loud and goes on soft is soft.
            String counts = mark.equals("fp") || mark.equals("sfp") ? "p" : mark.equals("sfpp") ? "pp" : mark;
            double level = Dynamic.levelOf(counts);
            if (!Double.isNaN(level)) {
                measure.dynamics.add(new Dynamic(when, level, mark));
            }
        }
    }

    private void words(String text, Measure measure) {
        String low = text.toLowerCase(java.util.Locale.ROOT);
        if (low.startsWith("cresc") || low.startsWith("dim") || low.startsWith("decresc")) {
            measure.wedges.add(new Measure.Wedge(at, low.startsWith("cresc") ? "crescendo" : "diminuendo", "words"));
        }
    }

    private void metronome(Element element, Measure measure) throws FormatException {
        double unit = 1;
        double dots = 1;
        double number = Double.NaN;
        for (Element in = xml.next(element); in != null; in = xml.next(element)) {
            switch (in.name()) {
                case "beat-unit" -> unit = UNITS.getOrDefault(xml.text(in), 1.0);
                case "beat-unit-dot" -> dots = 1.5;
                case "per-minute" -> {
                    String digits = xml.text(in).replaceAll("[^0-9.]", "");
                    number = number(digits);
                }
                default -> {
                    // Looks.
                }
            }
        }
        tempo(measure, at, number * unit * dots);
    }

    private void sound(Element element, Measure measure, double when) {
        // What is said to sound counts before what is written.
        double bpm = number(element.attribute("tempo"));
        if (bpm > 0) {
            measure.tempos.removeIf(t -> t.at() == when);
            tempo(measure, when, bpm);
        }
        double loud = number(element.attribute("dynamics"));
        if (!Double.isNaN(loud)) {
            double level = Math.min(127, 0.9 * loud);
            boolean marked = measure.dynamics.stream().anyMatch(d -> d.beat() == when);
            String mark = marked
                    ? measure.dynamics.stream()
                            .filter(d -> d.beat() == when)
                            .findFirst()
                            .orElseThrow()
                            .mark()
                    : Math.round(loud) + " %";
            measure.dynamics.removeIf(d -> d.beat() == when);
            measure.dynamics.add(new Dynamic(when, level, mark));
        }
        for (String jump : new String[] {"dacapo", "dalsegno", "tocoda", "fine"}) {
            jumps += element.attribute(jump).isEmpty() ? 0 : 1;
        }
    }

    private static void tempo(Measure measure, double when, double bpm) {
        boolean said = measure.tempos.stream().anyMatch(t -> t.at() == when);
        if (bpm > 0 && !said) {
            measure.tempos.add(new Measure.Tempo(when, Math.max(1, Math.min(1000, bpm))));
        }
    }

    private void barline(Element element, Measure measure) throws FormatException {
        for (Element in = xml.next(element); in != null; in = xml.next(element)) {
            if (in.name().equals("repeat")) {
                double times = number(in.attribute("times"));
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

    List<Part> parts() {
        return List.copyOf(parts.values());
    }

    int grace() {
        return grace;
    }

    int unpitched() {
        return unpitched;
    }

    int lyrics() {
        return lyrics;
    }

    /** Da capo, dal segno, coda and fine: they are not followed. */
    int jumps() {
        return jumps;
    }
}
