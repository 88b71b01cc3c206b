package agogic.formats.score;

import agogic.core.score.Dynamic;
import agogic.formats.file.FormatException;
import agogic.formats.score.Xml.Element;
import java.util.List;
import java.util.Map;

/** Reads what stands above and below the staves: dynamics, hairpins, tempo, rehearsal marks. */
final class Directions {
    private static final Map<String, Double> UNITS =
            Map.of("breve", 8.0, "whole", 4.0, "half", 2.0, "quarter", 1.0, "eighth", 0.5, "16th", 0.25, "32nd", 0.125);

    private final Xml xml;
    private int jumps;

    Directions(Xml xml) {
        this.xml = xml;
    }

    /** Da capo, dal segno, coda and fine that were met. */
    int jumps() {
        return jumps;
    }

    /** A number without a sign; none if the text is another. */
    static double number(String text) {
        return text.matches("\\d{1,4}(\\.\\d{1,6})?") ? Double.parseDouble(text) : Double.NaN;
    }

    /** A direction at {@code at}; offsets in it count in {@code divisions} of a quarter note. */
    void direction(Element element, Measure measure, double at, double divisions) throws FormatException {
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
                            case "words" -> words(xml.text(in), measure, at);
                            case "metronome" -> metronome(in, measure, at);
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

    private static void words(String text, Measure measure, double at) {
        String low = text.toLowerCase(java.util.Locale.ROOT);
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
}
