package agogic.formats.description;

import agogic.core.device.Device;
import agogic.core.parameter.Parameter;
import agogic.core.parameter.Steps;
import agogic.core.parameter.Taper;
import agogic.core.parameter.Unit;
import agogic.formats.file.FormatException;
import agogic.formats.file.Input;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashSet;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import org.eclipse.rdf4j.model.IRI;
import org.eclipse.rdf4j.model.Resource;
import org.eclipse.rdf4j.model.Value;

/**
 * An LV2 bundle: each plugin is a device, each control input a parameter that a host can reach (LV2 core, “Control
 * Port”), each writable parameter of a number's type another (LV2 patch). Only files of the bundle are read.
 */
final class Lv2Bundle {
    /** An integer with more places than this is a slider, not a switch. */
    private static final int MOST_POSITIONS = 128;
    /** The rate at which the stand-ins run, in Hz. */
    private static final double SAMPLE_RATE = 48_000;

    private static final int MOST_PORTS = 200_000;

    private static final Map<String, Unit> UNITS = Map.ofEntries(
            Map.entry("db", Unit.DECIBEL),
            Map.entry("hz", Unit.HERTZ),
            Map.entry("khz", Unit.HERTZ),
            Map.entry("mhz", Unit.HERTZ),
            Map.entry("s", Unit.SECONDS),
            Map.entry("ms", Unit.SECONDS),
            Map.entry("min", Unit.SECONDS),
            Map.entry("pc", Unit.PERCENT),
            Map.entry("semitone12TET", Unit.SEMITONES),
            Map.entry("cent", Unit.CENTS),
            Map.entry("degree", Unit.DEGREES),
            Map.entry("bpm", Unit.BPM),
            Map.entry("coef", Unit.RATIO));
    private static final Map<String, Double> FACTORS = Map.of("khz", 1e3, "mhz", 1e6, "ms", 1e-3, "min", 60.0);

    private final Graph graph;
    private final List<String> left = new ArrayList<>();

    private Lv2Bundle(Graph graph) {
        this.graph = graph;
    }

    /** All plugins of a bundle's manifest and the files it points to. */
    static Description read(Path folder) throws IOException {
        return read(folder, folder.resolve("manifest.ttl"));
    }

    /** All plugins of one Turtle file of a bundle and the files it points to. */
    static Description read(Path folder, Path first) throws IOException {
        Graph graph = new Graph();
        graph.add(own(folder, first));
        Set<String> files = new LinkedHashSet<>();
        for (Resource plugin : graph.ofType(Lv2.PLUGIN)) {
            for (Resource more : graph.resources(plugin, Lv2.SEE_ALSO)) {
                inBundle(more).ifPresent(files::add);
            }
        }
        files.remove(String.valueOf(first.getFileName()));
        for (String file : files) {
            graph.add(own(folder, folder.resolve(file)));
        }
        Lv2Bundle bundle = new Lv2Bundle(graph);
        List<Device> devices = new ArrayList<>();
        for (Resource plugin : graph.ofType(Lv2.PLUGIN)) {
            devices.add(bundle.device(plugin));
        }
        if (devices.isEmpty()) {
            throw new FormatException(first.getFileName() + " describes no plugin: nothing in it is an lv2:Plugin.");
        }
        return new Description(devices, bundle.left);
    }

    /** The file, if it lies in the bundle itself and is no link that leads out of it. */
    private static Path own(Path folder, Path file) throws IOException {
        boolean leaves = Files.exists(file) && !file.toRealPath().startsWith(folder.toRealPath());
        if (leaves) {
            throw new FormatException(
                    Input.name(file) + " is a link that leads out of the bundle; it is not followed.");
        }
        return file;
    }

    /** The name of a file that lies in the bundle itself; nothing for anything elsewhere. */
    private static Optional<String> inBundle(Resource resource) {
        String text = resource.stringValue();
        String name = text.startsWith(Graph.BASE) ? text.substring(Graph.BASE.length()) : "";
        return name.matches("[A-Za-z0-9][A-Za-z0-9._-]*") ? Optional.of(name) : Optional.empty();
    }

    private Device device(Resource plugin) throws FormatException {
        String name = graph.text(plugin, Lv2.DOAP_NAME)
                .orElseThrow(() -> new FormatException(
                        graph.place(plugin) + ": the plugin " + plugin.stringValue() + " has no doap:name."));
        Map<Integer, Resource> ports = new TreeMap<>();
        for (Resource port : graph.resources(plugin, Lv2.PORT)) {
            boolean control = graph.is(port, Lv2.TYPE, Lv2.INPUT) && graph.is(port, Lv2.TYPE, Lv2.CONTROL);
            if (!control) {
                continue;
            }
            int index = graph.number(port, Lv2.INDEX)
                    .orElseThrow(() -> new FormatException(graph.place(port) + ": a port has no lv2:index."))
                    .intValue();
            if (ports.put(index, port) != null) {
                throw new FormatException(graph.place(port) + ": two ports have the lv2:index " + index + ".");
            }
            if (ports.size() > MOST_PORTS) {
                throw new FormatException(graph.place(port) + ": more than " + MOST_PORTS + " ports.");
            }
        }
        List<Parameter> parameters = new ArrayList<>();
        Set<String> symbols = new HashSet<>();
        for (Resource port : ports.values()) {
            String symbol = graph.text(port, Lv2.SYMBOL)
                    .orElseThrow(() -> new FormatException(graph.place(port) + ": a port has no lv2:symbol."));
            if (!symbols.add(symbol)) {
                throw new FormatException(graph.place(port) + ": two ports have the lv2:symbol “" + symbol + "”.");
            }
            String called = graph.text(port, Lv2.NAME).orElse(symbol);
            add(name, port, symbol, called, parameters);
        }
        List<Resource> writable = new ArrayList<>(graph.resources(plugin, Lv2.WRITABLE));
        writable.sort(Comparator.comparing(Value::stringValue));
        for (Resource one : writable) {
            writable(name, one, symbols, parameters);
        }
        return Device.of(Description.slug(name), name, "", parameters, parameters.size(), List.of());
    }

    private void writable(String device, Resource one, Set<String> symbols, List<Parameter> parameters)
            throws FormatException {
        String label = graph.text(one, Lv2.LABEL)
                .or(() -> graph.text(one, Lv2.NAME))
                .orElse(one.stringValue().replaceAll(".*[#/]", ""));
        String range = graph.all(one, Lv2.RANGE).stream()
                .map(Value::stringValue)
                .findFirst()
                .orElse(Lv2.ATOM + "Float");
        String type = range.startsWith(Lv2.ATOM) ? range.substring(Lv2.ATOM.length()) : range;
        boolean number = Set.of("Float", "Double", "Int", "Long", "Bool").contains(type);
        if (!number || !(one instanceof IRI)) {
            left.add(device + ": " + label + " is a "
                    + type.replaceAll(".*[#/]", "").toLowerCase(java.util.Locale.ROOT) + ", no number");
            return;
        }
        String symbol = one.stringValue().replaceAll(".*[#/]", "");
        for (int n = 2; !symbols.add(symbol); n++) {
            symbol = one.stringValue().replaceAll(".*[#/]", "") + "-" + n;
        }
        if (type.equals("Bool")) {
            parameters.add(Parameter.stepped(symbol, label, "", 0, "Off", "On"));
        } else {
            add(device, one, symbol, label, parameters);
        }
    }

    /** Adds what can be automated; what cannot is told. */
    private void add(String device, Resource port, String symbol, String called, List<Parameter> parameters)
            throws FormatException {
        if (graph.is(port, Lv2.PROPERTY, Lv2.NOT_AUTOMATIC)) {
            left.add(device + ": " + called + " is not to be automated, says its description");
            return;
        }
        double from = graph.number(port, Lv2.MINIMUM).orElse(0.0) * times(port);
        double to = graph.number(port, Lv2.MAXIMUM).orElse(0.0) * times(port);
        if (Math.max(Math.abs(from), Math.abs(to)) > Parameter.WIDEST) {
            left.add(device + ": " + called + " has a range too wide to be moved through (" + from + " to " + to + ")");
            return;
        }
        try {
            parameters.add(parameter(port, symbol, called));
        } catch (IllegalArgumentException e) {
            throw new FormatException(graph.place(port) + ": " + e.getMessage(), e);
        }
    }

    /** The range of some ports is said in times of the sample rate (LV2 core, {@code lv2:sampleRate}). */
    private double times(Resource port) {
        return graph.is(port, Lv2.PROPERTY, Lv2.SAMPLE_RATE) ? SAMPLE_RATE : 1;
    }

    private Parameter parameter(Resource port, String symbol, String name) throws FormatException {
        Optional<String> unitName = graph.all(port, Lv2.UNIT).stream()
                .map(Value::stringValue)
                .filter(v -> v.startsWith(Lv2.UNITS))
                .map(v -> v.substring(Lv2.UNITS.length()))
                .findFirst();
        Unit unit = unitName.map(u -> UNITS.getOrDefault(u, Unit.PLAIN)).orElse(Unit.PLAIN);
        double factor = unitName.map(u -> FACTORS.getOrDefault(u, 1.0)).orElse(1.0);
        boolean toggled = graph.is(port, Lv2.PROPERTY, Lv2.TOGGLED);
        double times = times(port);
        double least = graph.number(port, Lv2.MINIMUM).orElse(0.0);
        double from = least * times;
        double to = graph.number(port, Lv2.MAXIMUM).orElse(least < 1 ? 1.0 : least + 1) * times;
        double rests = graph.number(port, Lv2.DEFAULT).map(one -> one * times).orElse(Math.max(from, Math.min(to, 0)));
        if (!(from < to) && !toggled) {
            throw new FormatException(graph.place(port) + ": “" + name + "” goes from " + from + " to " + to
                    + "; expected a lv2:minimum below its lv2:maximum.");
        }
        String group = group(port);
        Parameter made;
        List<String> positions = toggled ? List.of("Off", "On") : positions(port, from, to);
        if (!positions.isEmpty()) {
            int at = toggled ? (rests > 0 ? 1 : 0) : place(port, from, to, rests, positions.size());
            made = Parameter.stepped(symbol, name, group, at, positions.toArray(new String[0]));
            made = toggled ? made : made.worth(worth(port, from, to, positions.size()));
        } else {
            boolean logarithmic = graph.is(port, Lv2.PROPERTY, Lv2.LOGARITHMIC) && from * to > 0;
            made = Parameter.continuous(
                    symbol,
                    name,
                    group,
                    unit,
                    logarithmic ? Taper.LOGARITHMIC : Taper.LINEAR,
                    from * factor,
                    to * factor,
                    rests * factor);
            List<Parameter.Named> named = new ArrayList<>();
            scalePoints(port).forEach((value, label) -> named.add(new Parameter.Named(value * times * factor, label)));
            made = made.naming(named);
        }
        made = graph.text(port, Lv2.SHORT_NAME).map(made::called).orElse(made);
        // The host itself says when time runs freely; nobody else writes it.
        return graph.is(port, Lv2.DESIGNATION, Lv2.FREE_WHEELING) ? made.asReserved() : made;
    }

    private String group(Resource port) {
        for (Resource group : graph.resources(port, Lv2.GROUP)) {
            return graph.text(group, Lv2.NAME)
                    .or(() -> graph.text(group, Lv2.LABEL))
                    .orElse(group.stringValue().replaceAll(".*[#/]", ""));
        }
        return "";
    }

    /** The names of the positions, if it moves in steps. */
    private List<String> positions(Resource port, double from, double to) throws FormatException {
        Map<Double, String> points = scalePoints(port);
        if (graph.is(port, Lv2.PROPERTY, Lv2.ENUMERATION) && points.size() >= 2) {
            return List.copyOf(points.values());
        }
        boolean integer = graph.is(port, Lv2.PROPERTY, Lv2.INTEGER);
        if (!integer && graph.is(port, Lv2.PROPERTY, Lv2.LOGARITHMIC)) {
            // Its steps are for a knob that is turned by keys, and lie along a travel that is no line.
            return List.of();
        }
        double steps = integer
                ? Math.rint(to - from) + 1
                : graph.number(port, Lv2.RANGE_STEPS).orElse(0.0);
        if (!(steps >= 2 && steps <= MOST_POSITIONS)) {
            return List.of();
        }
        List<String> names = new ArrayList<>();
        for (int i = 0; i < steps; i++) {
            double value = from + (to - from) * i / (steps - 1);
            String plain = value == Math.rint(value) ? Long.toString((long) value) : Float.toString((float) value);
            names.add(points.getOrDefault(value, plain));
        }
        return new HashSet<>(names).size() == names.size() ? names : List.of();
    }

    /** What the device counts each position as: the values of an enumeration, or even steps through the range. */
    private List<Double> worth(Resource port, double from, double to, int count) throws FormatException {
        if (graph.is(port, Lv2.PROPERTY, Lv2.ENUMERATION)) {
            List<Double> values = List.copyOf(scalePoints(port).keySet());
            if (values.size() == count) {
                return values;
            }
        }
        List<Double> values = new ArrayList<>();
        for (int i = 0; i < count; i++) {
            values.add(from + (to - from) * i / (count - 1));
        }
        return values;
    }

    private Map<Double, String> scalePoints(Resource port) throws FormatException {
        Map<Double, String> points = new TreeMap<>();
        for (Resource point : graph.resources(port, Lv2.SCALE_POINT)) {
            Optional<Double> value = graph.number(point, Lv2.VALUE);
            Optional<String> label = graph.text(point, Lv2.LABEL);
            if (value.isEmpty() || label.isEmpty()) {
                throw new FormatException(
                        graph.place(point) + ": a lv2:scalePoint needs an rdfs:label and an rdf:value.");
            }
            points.put(value.get(), label.get());
        }
        return points;
    }

    private int place(Resource port, double from, double to, double rests, int count) throws FormatException {
        if (graph.is(port, Lv2.PROPERTY, Lv2.ENUMERATION)) {
            List<Double> values = List.copyOf(scalePoints(port).keySet());
            int nearest = 0;
            for (int i = 1; i < values.size(); i++) {
                nearest = Math.abs(values.get(i) - rests) < Math.abs(values.get(nearest) - rests) ? i : nearest;
            }
            return Math.min(nearest, count - 1);
        }
        double x = Math.max(0, Math.min(1, (rests - from) / (to - from)));
        return Math.min(count - 1, Steps.index(x * (count - 1) / count + 0.5 / count, count));
    }
}
