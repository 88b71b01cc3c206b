package agogic.formats.score;

import agogic.core.score.Dynamic;
import agogic.formats.file.FormatException;
import agogic.formats.score.Xml.Element;
import java.util.ArrayList;
import java.util.Collections;
import java.util.IdentityHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/** Reads what stands above and below the staves: dynamics, hairpins, tempo, rehearsal marks. */
final class Directions {
    private static final Map<String, Double> UNITS =
            Map.of("breve", 8.0, "whole", 4.0, "half", 2.0, "quarter", 1.0, "eighth", 0.5, "16th", 0.25, "32nd", 0.125);

    /** So long before it goes down again a pedal is up, in quarter notes. */
    private static final double LIFTED = 1.0 / 16;

    private final Xml xml;
    private final Map<String, Integer> wordsLeft = new TreeMap<>();
    /** Coda signs that nobody says of whether one goes from there or to there. */
    private final List<Measure> codas = new ArrayList<>();

    private boolean toCodaSaid;

    Directions(Xml xml) {
        this.xml = xml;
    }

    /** Words that ask for another tempo and do not say which, as often as they stand there. */
    Map<String, Integer> wordsLeft() {
        return wordsLeft;
    }

    /** Of two coda signs and nothing said the first is where one goes from. */
    void settle() {
        if (!toCodaSaid && codas.size() > 1) {
            codas.get(0).toCoda = true;
            codas.get(0).coda = false;
        }
    }

    /** A number without a sign; none if the text is another. */
    static double number(String text) {
        return text.matches("\\d{1,4}(\\.\\d{1,6})?") ? Double.parseDouble(text) : Double.NaN;
    }

    /** A direction at {@code at}; offsets in it count in {@code divisions} of a quarter note. */
    void direction(Element element, Measure measure, double at, double divisions) throws FormatException {
        // Two staves may have the same mark at the same moment: it is told apart by which one it is.
        Set<Dynamic> before = Collections.newSetFromMap(new IdentityHashMap<>());
        before.addAll(measure.dynamics);
        int wedges = measure.wedges.size();
        int tempos = measure.tempos.size();
        double offset = 0;
        String said = "";
        int staff = 0;
        boolean sounds = false;
        for (Element one = xml.next(element); one != null; one = xml.next(element)) {
            switch (one.name()) {
                case "direction-type" -> {
                    for (Element in = xml.next(one); in != null; in = xml.next(one)) {
                        switch (in.name()) {
                            case "dynamics" -> marks(in, measure, at);
                            case "wedge" -> measure.wedges.add(
                                    new Measure.Wedge(at, in.attribute("type"), in.attribute("number")));
                            case "rehearsal" -> measure.rehearsal = xml.text(in);
                            case "words" -> {
                                String text = xml.text(in);
                                said += " " + text;
                                words(text, measure, at);
                            }
                            case "segno" -> measure.segno = true;
                            case "coda" -> {
                                measure.coda = true;
                                codas.add(measure);
                            }
                            case "pedal" -> pedal(in.attribute("type"), measure, at);
                            case "metronome" -> metronome(in, measure, at);
                            default -> {
                                // Looks.
                            }
                        }
                    }
                }
                case "offset" -> offset = xml.number(one) / divisions;
                case "sound" -> {
                    sounds = true;
                    sound(one, measure, at);
                }
                case "staff" -> staff = (int) xml.number(one);
                default -> {
                    // Voices.
                }
            }
        }
        jump(said.strip(), measure);
        if (!sounds && measure.tempos.size() == tempos) {
            tempoWords(said);
        }
        for (Dynamic one : measure.dynamics) {
            if (staff > 0 && !before.contains(one)) {
                measure.staves.put(one, staff);
            }
        }
        if (offset != 0) {
            double moved = Math.max(0, at + offset);
            int of = staff;
            measure.dynamics.replaceAll(d -> {
                Dynamic here = before.contains(d) ? d : new Dynamic(moved, d.level(), d.mark());
                if (of > 0 && here != d) {
                    measure.staves.put(here, of);
                }
                return here;
            });
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

    /** The marks of dynamics in an element. */
    void marks(Element dynamics, Measure measure, double when) throws FormatException {
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

    /** What stands there in words: where one jumps, from where, and where the piece ends. */
    private void jump(String said, Measure measure) {
        String low = said.toLowerCase(Locale.ROOT).replaceAll("\\s+", " ");
        if (low.matches("(d\\. ?c\\.?|da capo|dc)( .*|)")) {
            measure.daCapo = true;
        } else if (low.matches("(d\\. ?s\\.?|dal segno|ds)( .*|)")) {
            measure.dalSegno = true;
        } else if (low.matches("(to coda|al coda|alla coda)( .*|)")) {
            measure.toCoda = true;
            measure.coda = false;
            toCodaSaid = true;
        } else if (low.matches("fine\\.?")) {
            measure.fine = true;
        }
    }

    private static final Pattern TEMPO = Pattern.compile(
            "\\b(rit|ritard|ritardando|rall|rallentando|accel|accelerando|a tempo|tempo primo|stringendo|allargando|"
                    + "largo|larghetto|lento|adagio|andante|andantino|moderato|allegretto|allegro|vivace|presto|"
                    + "meno mosso|pi\u00f9 mosso|piu mosso)\\b");

    private void tempoWords(String said) {
        Matcher found = TEMPO.matcher(said.toLowerCase(Locale.ROOT));
        if (found.find()) {
            wordsLeft.merge(found.group(1), 1, Integer::sum);
        }
    }

    private static void pedal(String type, Measure measure, double at) {
        switch (type) {
            case "start", "resume" -> measure.pedals.add(new Measure.Pedal(at, true));
            case "stop", "discontinue" -> measure.pedals.add(new Measure.Pedal(at, false));
            case "change" -> {
                // Up and down at one moment: up a little before.
                measure.pedals.add(new Measure.Pedal(Math.max(0, at - LIFTED), false));
                measure.pedals.add(new Measure.Pedal(at, true));
            }
            default -> {
                // A line goes on.
            }
        }
    }

    private static void words(String text, Measure measure, double at) {
        String low = text.toLowerCase(Locale.ROOT);
        if (low.startsWith("cresc") || low.startsWith("dim") || low.startsWith("decresc")) {
            measure.wedges.add(new Measure.Wedge(at, low.startsWith("cresc") ? "crescendo" : "diminuendo", "words"));
        }
    }

    private void metronome(Element element, Measure measure, double at) throws FormatException {
        double unit = 1;
        double dots = 1;
        double number = Double.NaN;
        for (Element in = xml.next(element); in != null; in = xml.next(element)) {
            switch (in.name()) {
                case "beat-unit" -> unit = UNITS.getOrDefault(xml.text(in), 1.0);
                case "beat-unit-dot" -> dots = 1.5;
                case "per-minute" -> number = aboutSo(xml.text(in));
                default -> {
                    // Looks.
                }
            }
        }
        tempo(measure, at, number * unit * dots);
    }

    /** A number in words such as {@code c. 80}; of two, as in {@code 88-92}, the middle. */
    static double aboutSo(String text) {
        Matcher numbers = Pattern.compile("\\d{1,4}(?:[.,]\\d{1,6})?").matcher(text);
        if (!numbers.find()) {
            return Double.NaN;
        }
        double first = Double.parseDouble(numbers.group().replace(',', '.'));
        String between = text.substring(numbers.end());
        return between.matches("\\s*[-\u2013\u2014]\\s*\\d.*") && numbers.find()
                ? (first + Double.parseDouble(numbers.group().replace(',', '.'))) / 2
                : first;
    }

    /** What is said to sound from {@code when} on. */
    void sound(Element element, Measure measure, double when) {
        // What is said to sound counts before what is written.
        double bpm = number(element.attribute("tempo"));
        if (bpm > 0) {
            measure.tempos.removeIf(t -> t.at() == when);
            tempo(measure, when, bpm);
        }
        double loud = number(element.attribute("dynamics"));
        if (!Double.isNaN(loud)) {
            double level = Math.min(127, 0.9 * loud);
            String mark = measure.dynamics.stream()
                    .filter(d -> d.beat() == when)
                    .findFirst()
                    .map(Dynamic::mark)
                    .orElse(Math.round(loud) + " %");
            measure.dynamics.removeIf(d -> d.beat() == when);
            measure.dynamics.add(new Dynamic(when, level, mark));
        }
        measure.daCapo |= !element.attribute("dacapo").isEmpty();
        measure.dalSegno |= !element.attribute("dalsegno").isEmpty();
        measure.segno |= !element.attribute("segno").isEmpty();
        measure.fine |= !element.attribute("fine").isEmpty();
        if (!element.attribute("tocoda").isEmpty()) {
            measure.toCoda = true;
            measure.coda = false;
            toCodaSaid = true;
        }
        measure.coda |= !element.attribute("coda").isEmpty();
    }

    private static void tempo(Measure measure, double when, double bpm) {
        boolean said = measure.tempos.stream().anyMatch(t -> t.at() == when);
        if (bpm > 0 && !said) {
            measure.tempos.add(new Measure.Tempo(when, Math.max(1, Math.min(1000, bpm))));
        }
    }
}
