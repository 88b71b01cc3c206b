package agogic.formats.description;

import agogic.core.device.Device;
import agogic.core.device.Outside;
import agogic.core.parameter.Parameter;
import agogic.core.parameter.Taper;
import agogic.core.parameter.Unit;
import agogic.core.parameter.ValueText;
import agogic.formats.file.FormatException;
import agogic.formats.table.Table;
import java.io.IOException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;

/**
 * The chart of a piece of hardware: {@code name,kind,number,from,to,default,unit,taper,steps}, one controller a line.
 * Kinds are {@code cc}, {@code cc14} (a coarse and a fine controller) and {@code nrpn}; units those of parameters, ms and
 * kHz; tapers linear, logarithmic and fader (in dB, unity at 80 % of the way); steps are names between {@code |}, or how
 * many there are. A controller without a name is called by its number until somebody names it.
 */
final class Chart {
    private static final List<String> HEADER =
            List.of("name", "kind", "number", "from", "to", "default", "unit", "taper", "steps");
    private static final int MOST = 20_000;
    private static final Map<String, Double> FACTORS = Map.of("ms", 1e-3, "khz", 1e3);

    private final List<Parameter> parameters = new ArrayList<>();
    private final List<Outside> chart = new ArrayList<>();
    private final List<String> left = new ArrayList<>();
    private final Set<String> names = new HashSet<>();
    private final Set<String> ids = new HashSet<>();

    /** Controllers that somebody has, the fine ones of pairs among them, and the line that took them. */
    private final Map<Integer, String> taken = new HashMap<>();

    private Chart() {}

    static Description read(Path path) throws IOException {
        Chart chart = new Chart();
        Table.read(path, List.of(HEADER), chart::line);
        String name = String.valueOf(path.getFileName())
                .replaceAll("(?i)\\.csv$", "")
                .replace('_', ' ')
                .replace('-', ' ')
                .strip();
        if (chart.parameters.isEmpty()) {
            throw new FormatException(path.getFileName() + " has no lines below its first: it describes nothing.");
        }
        String title = name.isEmpty() ? "Hardware" : name.substring(0, 1).toUpperCase(Locale.ROOT) + name.substring(1);
        Device device = new Device(
                Description.slug(title),
                title,
                "",
                chart.parameters,
                0,
                List.of(),
                List.of(),
                List.of(),
                chart.chart,
                0);
        return new Description(List.of(device), chart.left);
    }

    private void line(Table.Line line) throws FormatException {
        if (parameters.size() >= MOST) {
            throw line.error("more than " + MOST + " controllers");
        }
        if (line.cells().size() > HEADER.size()) {
            throw line.error("there are " + line.cells().size() + " cells, expected " + HEADER.size()
                    + ": put a text with a comma in quotes");
        }
        Outside.Way way =
                switch (line.text(1).toLowerCase(Locale.ROOT)) {
                    case "cc" -> Outside.Way.CC;
                    case "cc14" -> Outside.Way.CC_PAIR;
                    case "nrpn" -> Outside.Way.NRPN;
                    default -> throw line.error("expected cc, cc14 or nrpn for “kind”, found “" + line.text(1) + "”");
                };
        double number = line.number(2, "number");
        String id = line.text(1).toLowerCase(Locale.ROOT) + "-" + (int) number;
        String name = line.text(0).isEmpty() ? "#" + (int) number : line.text(0);
        if (number != Math.rint(number) || !ids.add(id) || !names.add(name.toLowerCase(Locale.ROOT))) {
            throw line.error(
                    number != Math.rint(number)
                            ? "expected a whole number for “number”"
                            : "“" + name + "” or its number is there already");
        }
        try {
            chart.add(new Outside(id, way, 1, (int) number));
            claim(line, way, (int) number, name);
            parameters.add(parameter(line, id, name, way));
        } catch (IllegalArgumentException e) {
            throw line.error(e.getMessage().replaceAll("\\.$", ""));
        }
    }

    /** Takes the controllers of a line; MIDI 1.0 keeps some for itself, and two lines cannot have one. */
    private void claim(Table.Line line, Outside.Way way, int number, String name) throws FormatException {
        if (way == Outside.Way.NRPN) {
            if (number == 16_383) {
                throw line.error("NRPN 16383 selects none (MIDI 1.0), so nothing can be moved by it");
            }
            return;
        }
        int[] mine = way == Outside.Way.CC_PAIR ? new int[] {number, number + 32} : new int[] {number};
        for (int one : mine) {
            String kept = one == 0 || one == 32
                    ? "selects a bank"
                    : one == 6 || one == 38
                            ? "carries the data of parameter numbers"
                            : one >= 96 && one <= 101
                                    ? "belongs to parameter numbers"
                                    : one >= 120 ? "is a channel mode message" : null;
            if (kept != null) {
                throw line.error("CC " + one + " " + kept + " (MIDI 1.0), so it cannot be a parameter");
            }
            String other = taken.putIfAbsent(one, name);
            if (other != null) {
                throw line.error("CC " + one + " is taken by “" + other + "” already");
            }
        }
    }

    private Parameter parameter(Table.Line line, String id, String name, Outside.Way way) throws FormatException {
        List<String> steps = steps(line);
        if (!steps.isEmpty()) {
            int rests = line.text(5).isEmpty() ? 0 : steps.indexOf(line.text(5));
            if (rests < 0) {
                throw line.error("the default of “" + name + "” is none of its steps: expected one of "
                        + String.join(", ", steps) + ", found “" + line.text(5) + "”");
            }
            return Parameter.stepped(id, name, "", rests, steps.toArray(new String[0]));
        }
        Unit unit = unit(line);
        double top = way == Outside.Way.CC ? 127 : 16_383;
        double from = line.text(3).isEmpty() ? 0 : value(line, 3, "from", unit);
        double to = line.text(4).isEmpty() ? top : value(line, 4, "to", unit);
        if (from == to) {
            throw line.error("“" + name + "” goes from " + from + " to " + to + ": it does not move");
        }
        double rests = line.text(5).isEmpty() ? from : value(line, 5, "default", unit);
        if (rests < Math.min(from, to) || rests > Math.max(from, to)) {
            throw line.error("the default of “" + name + "” lies outside its range");
        }
        boolean codes =
                unit == Unit.PLAIN && line.text(3).isEmpty() && line.text(4).isEmpty();
        Taper taper = codes && line.text(7).isEmpty() ? Taper.CODES : taper(line);
        if (taper instanceof Taper.Fader && unit != Unit.DECIBEL) {
            throw line.error("a fader's taper is in dB; the unit of “" + name + "” is not");
        }
        if (taper instanceof Taper.Fader
                && !(line.text(3).isEmpty() && line.text(4).isEmpty())) {
            left.add(name + ": a fader goes from −∞ dB to its own top, "
                    + Parameter.continuous(id, name, "", unit, taper, from, to, rests)
                            .print(1)
                    + "; the range in the chart (line " + line.number() + ") is not used");
        }
        return Parameter.continuous(id, name, "", unit, taper, from, to, rests);
    }

    private static double value(Table.Line line, int column, String name, Unit unit) throws FormatException {
        try {
            String text = line.text(column);
            boolean bare = text.matches("[+\\-−]?[0-9.,]+(e[+-]?\\d+)?");
            double factor = bare ? FACTORS.getOrDefault(line.text(6).toLowerCase(Locale.ROOT), 1.0) : 1;
            return ValueText.parse(unit, text) * factor;
        } catch (IllegalArgumentException e) {
            throw line.error("“" + name + "”: " + e.getMessage().replaceAll("\\.$", ""));
        }
    }

    private static List<String> steps(Table.Line line) throws FormatException {
        String text = line.text(8);
        if (text.isEmpty()) {
            return List.of();
        }
        if (text.matches("\\d+")) {
            int count = text.length() > 4 ? 0 : Integer.parseInt(text);
            if (count < 2 || count > 128) {
                throw line.error("expected 2 to 128 steps, found " + text);
            }
            List<String> names = new ArrayList<>();
            for (int i = 1; i <= count; i++) {
                names.add(Integer.toString(i));
            }
            return names;
        }
        List<String> names = new ArrayList<>();
        for (String one : text.split("\\|", -1)) {
            names.add(one.strip());
        }
        if (names.size() < 2 || names.contains("") || new HashSet<>(names).size() < names.size()) {
            throw line.error("expected two or more different names between |, found “" + text + "”");
        }
        return names;
    }

    private static Unit unit(Table.Line line) throws FormatException {
        String text = line.text(6);
        if (text.isEmpty()) {
            return Unit.PLAIN;
        }
        if (text.equalsIgnoreCase("ms")) {
            return Unit.SECONDS;
        }
        if (text.equalsIgnoreCase("khz")) {
            return Unit.HERTZ;
        }
        for (Unit unit : Unit.values()) {
            if (unit != Unit.POSITIONS
                    && !unit.symbol().isEmpty()
                    && unit.symbol().equalsIgnoreCase(text)) {
                return unit;
            }
        }
        throw line.error("expected Hz, kHz, dB, s, ms, %, st, ct, °, × or bpm for “unit”, found “" + text + "”");
    }

    private static Taper taper(Table.Line line) throws FormatException {
        String text = line.text(7).toLowerCase(Locale.ROOT);
        return switch (text) {
            case "", "linear", "lin" -> Taper.LINEAR;
            case "logarithmic", "log" -> Taper.LOGARITHMIC;
            case "fader" -> Taper.FADER;
            default -> throw line.error("expected linear, logarithmic or fader for “taper”, found “" + text + "”");
        };
    }
}
