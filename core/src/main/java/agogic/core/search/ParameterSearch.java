package agogic.core.search;

import agogic.core.device.Device;
import agogic.core.device.Exposure;
import agogic.core.device.Seat;
import agogic.core.device.Socket;
import agogic.core.lane.Lane;
import agogic.core.parameter.Parameter;
import agogic.core.parameter.Unit;
import agogic.core.route.Hand;
import agogic.core.route.Route;
import agogic.core.route.Target;
import agogic.core.session.Session;
import agogic.core.session.Track;
import java.util.Arrays;
import java.util.HashMap;
import java.util.HashSet;
import java.util.Locale;
import java.util.Map;
import java.util.Set;

/**
 * All parameters of a session made ready for searching: each is one line of small letters, asked word by word. The words
 * are kept when only lanes or sockets change, so that a search while editing costs no more.
 */
public final class ParameterSearch {
    /** Added to the place of what has the words in its name, but does not begin with them. */
    private static final int IN_NAME = 1 << 28;

    /** Added to the place of what has them elsewhere. */
    private static final int ELSEWHERE = 1 << 29;

    private final Target[] targets;
    private final Parameter[] parameters;
    /** Name and short name, a line break, then everything else. */
    private final String[] lines;

    private final int[] nameEnds;
    /** The socket of each parameter and what moves it, each word between two spaces; null for none. */
    private final String[] places;

    private final byte[] exposures;
    private final Set<Target> withEnvelope = new HashSet<>();
    private final Set<Target> withRoute = new HashSet<>();

    private ParameterSearch(int size) {
        targets = new Target[size];
        parameters = new Parameter[size];
        lines = new String[size];
        places = new String[size];
        nameEnds = new int[size];
        exposures = new byte[size];
    }

    /** The search of a session; {@code before}, the search of an earlier state of it or null, lends its words. */
    public static ParameterSearch of(Session session, ParameterSearch before) {
        int size = 0;
        for (Device device : session.devices()) {
            size += device.parameters().size();
        }
        ParameterSearch search = new ParameterSearch(size);
        int at = 0;
        for (Device device : session.devices()) {
            String track = session.trackOf(device.id()).map(Track::name).orElse("");
            String device2 = "\n" + device.name() + " " + track + " ";
            int start = at;
            for (Parameter parameter : device.parameters()) {
                boolean same = before != null && at < before.parameters.length && before.parameters[at] == parameter;
                search.parameters[at] = parameter;
                if (same && before.targets[at].device().equals(device.id())) {
                    search.targets[at] = before.targets[at];
                    search.lines[at] = before.lines[at];
                    search.nameEnds[at] = before.nameEnds[at];
                } else {
                    search.enter(at, device, device2, parameter);
                }
                search.exposures[at] = (byte) (parameter.reserved() ? Exposure.RESERVED : Exposure.HIDDEN).ordinal();
                at++;
            }
            search.exposures(device, start);
        }
        for (Lane lane : session.lanes()) {
            if (lane.points() > 0) {
                search.withEnvelope.add(lane.target());
            }
        }
        Map<Target, String> hands = new HashMap<>();
        for (Route route : session.routes()) {
            search.withRoute.add(route.target());
            route.hand().filter(h -> !h.surface().equals(Hand.SCREEN)).ifPresent(hand -> {
                String words = session.controlName(hand) + " "
                        + session.surface(hand.surface()).name();
                hands.merge(route.target(), words, (a, b) -> a + " " + b);
            });
        }
        for (int i = 0; i < size && !hands.isEmpty(); i++) {
            String words = hands.get(search.targets[i]);
            search.placed(i, words == null ? "" : words);
        }
        return search;
    }

    private void placed(int at, String words) {
        if (!words.isEmpty()) {
            String clean = " " + words.toLowerCase(Locale.ROOT).replaceAll("\\s+", " ") + " ";
            places[at] = places[at] == null ? clean : places[at] + clean;
        }
    }

    /** What people call a unit, besides its symbol. */
    private static String called(Unit unit) {
        return switch (unit) {
            case HERTZ -> "hz khz hertz";
            case DECIBEL -> "db decibels";
            case SECONDS -> "s ms seconds milliseconds";
            case PERCENT -> "% percent";
            case SEMITONES -> "st semitones";
            case CENTS -> "ct cents";
            case DEGREES -> "° degrees";
            case RATIO -> "× ratio";
            case BPM -> "bpm";
            default -> "";
        };
    }

    private void enter(int at, Device device, String rest, Parameter parameter) {
        targets[at] = new Target(device.id(), parameter.id());
        String name = (parameter.name() + " " + parameter.shortName()).toLowerCase(Locale.ROOT);
        nameEnds[at] = name.length();
        lines[at] = name
                + (rest + parameter.group() + " " + parameter.unit().symbol() + " "
                                + called(parameter.unit()) + " "
                                + String.join(" ", parameter.positions()))
                        .toLowerCase(Locale.ROOT);
    }

    private void exposures(Device device, int start) {
        for (Socket socket : device.used()) {
            for (Seat seat : socket.seats()) {
                int at = start + device.placeOf(seat.parameter());
                expose(at, Exposure.EXPOSED);
                placed(at, "#" + socket.number() + " socket " + socket.number());
            }
        }
        device.outside().forEach(o -> expose(start + device.placeOf(o.parameter()), Exposure.EXPOSED));
        device.wanted().forEach(w -> expose(start + device.placeOf(w), Exposure.WANTED));
    }

    private void expose(int at, Exposure exposure) {
        if (!parameters[at].reserved()) {
            exposures[at] = (byte) exposure.ordinal();
        }
    }

    /** How many parameters there are. */
    public int size() {
        return targets.length;
    }

    /** Of the parameter at a place of all that can be found, from 0. */
    public Target target(int i) {
        return targets[i];
    }

    /** Of the parameter at a place of all that can be found, from 0. */
    public Parameter parameter(int i) {
        return parameters[i];
    }

    /** Of the parameter at a place of all that can be found, from 0. */
    public Exposure exposure(int i) {
        return Exposure.values()[exposures[i]];
    }

    /**
     * The places of the parameters that answer {@code query}: first those whose name begins with its first word, then
     * those that have all words in their names, then the rest; each in the order of the session.
     */
    public int[] find(Query query) {
        String[] words = query.words().toArray(new String[0]);
        int[] found = new int[targets.length];
        int n = 0;
        for (int i = 0; i < targets.length; i++) {
            int rank = rank(i, words);
            if (rank >= 0 && states(i, query) && inRange(i, query)) {
                found[n++] = rank | i;
            }
        }
        int[] result = Arrays.copyOf(found, n);
        if (words.length > 0) {
            Arrays.sort(result);
        }
        for (int k = 0; k < n; k++) {
            result[k] &= IN_NAME - 1;
        }
        return result;
    }

    /** −1 if a word is nowhere; else lower is better. */
    private int rank(int i, String[] words) {
        if (words.length == 0) {
            return 0;
        }
        String line = lines[i];
        int inName = 0;
        for (int w = 0; w < words.length; w++) {
            String word = words[w];
            int at = line.indexOf(word);
            if (at < 0) {
                // Of “fader 3” the number is that of the fader; one that stands alone is looked for in names only.
                if (Character.isDigit(word.charAt(0))) {
                    return -1;
                }
                boolean numbered = w + 1 < words.length && Character.isDigit(words[w + 1].charAt(0));
                if (!placed(places[i], numbered ? word + " " + words[++w] : word)) {
                    return -1;
                }
            }
            inName += at >= 0 && at < nameEnds[i] ? 1 : 0;
        }
        boolean starts = line.startsWith(words[0]);
        return starts && inName == words.length ? 0 : inName == words.length ? IN_NAME : ELSEWHERE;
    }

    /** True if a word begins one of those of a place; a number has to be the whole of it. */
    private static boolean placed(String place, String word) {
        if (place == null) {
            return false;
        }
        boolean number = Character.isDigit(word.charAt(word.length() - 1));
        return place.contains(number ? " " + word + " " : " " + word);
    }

    private boolean states(int i, Query query) {
        for (Query.State state : query.states()) {
            boolean holds =
                    switch (state) {
                        case EXPOSED -> exposures[i] == Exposure.EXPOSED.ordinal();
                        case WANTED -> exposures[i] == Exposure.WANTED.ordinal();
                        case HIDDEN -> exposures[i] == Exposure.HIDDEN.ordinal();
                        case RESERVED -> exposures[i] == Exposure.RESERVED.ordinal();
                        case STEPS -> parameters[i].stepped();
                        case ENVELOPE -> withEnvelope.contains(targets[i]);
                        case NO_ENVELOPE -> !withEnvelope.contains(targets[i]);
                        case ROUTE -> withRoute.contains(targets[i]);
                        case NO_ROUTE -> !withRoute.contains(targets[i]);
                        case NO_NAME -> parameters[i].shortName().isEmpty();
                    };
            if (!holds) {
                return false;
            }
        }
        return true;
    }

    private boolean inRange(int i, Query query) {
        if (query.range().isEmpty()) {
            return true;
        }
        Query.Range range = query.range().get();
        Parameter parameter = parameters[i];
        if (parameter.stepped() || range.unit().isPresent() && range.unit().get() != parameter.unit()) {
            return false;
        }
        double a = parameter.valueAt(0);
        double b = parameter.valueAt(1);
        return range.above() ? Math.max(a, b) > range.value() : Math.min(a, b) < range.value();
    }
}
