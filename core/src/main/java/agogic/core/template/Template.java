package agogic.core.template;

import agogic.core.device.Device;
import agogic.core.device.Exposure;
import agogic.core.device.Seat;
import agogic.core.device.Socket;
import agogic.core.lane.Lane;
import agogic.core.lane.Layer;
import agogic.core.parameter.Parameter;
import agogic.core.refine.Recipe;
import agogic.core.route.Hand;
import agogic.core.route.Route;
import agogic.core.route.Span;
import agogic.core.route.Takeover;
import agogic.core.route.Target;
import agogic.core.session.Session;
import agogic.core.session.Track;
import agogic.core.surface.Surface;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/**
 * How one device, or each device of one track, is laid out: what its parameters are called, which of them are exposed and
 * on which sockets, what controls move them, and how passes over them are drawn. It is kept to be used on other devices of
 * the kind, on other tracks, in other sessions. It holds no values and no points: using it moves nothing that is heard.
 *
 * @param name of the device or track it was made of
 * @param parts one a device, in the order of the track
 */
public record Template(String name, List<Part> parts) {
    /** @throws IllegalArgumentException in words for people if one of these is not what it can be */
    public Template {
        parts = List.copyOf(parts);
        if (parts.isEmpty()) {
            throw new IllegalArgumentException(name + " has no device: there is nothing to keep as a template.");
        }
    }

    /** What is laid out of one device. */
    public record Part(String device, String kind, List<Entry> entries) {
        /** Copies its list, so that nobody changes it later. */
        public Part {
            entries = List.copyOf(entries);
        }
    }

    /**
     * One parameter that is not the device's own.
     *
     * @param parameter its id
     * @param name what it is called
     * @param shortName its short name, empty if it has none
     * @param wanted true if it is exposed, or waits to be
     * @param socket the socket it sits on, 0 if on none
     * @param seat its place on a joined socket, 0 for the one that leads it
     * @param span along which a joined socket moves it; whole if it sits alone
     * @param recipe how a pass over it is drawn, if it was ridden or told so
     * @param closeness how close that is, as a part of what is usual for the parameter
     * @param ties what moves it
     */
    public record Entry(
            String parameter,
            String name,
            String shortName,
            boolean wanted,
            int socket,
            int seat,
            Span span,
            Optional<Recipe> recipe,
            double closeness,
            List<Tie> ties) {
        /**
         * @throws IllegalArgumentException in words for people if one of these is not what it can be
         */
        public Entry {
            ties = List.copyOf(ties);
            if (socket < 0 || seat < 0 || !(closeness >= 0) || Double.isInfinite(closeness)) {
                throw new IllegalArgumentException(name + ": a socket, a seat and a closeness are 0 or more.");
            }
        }
    }

    /** One control that moves it: by ids and by names; {@code page} is empty for all pages, {@code smoothing} in ms. */
    public record Tie(
            Hand hand, String surface, String control, String page, Span span, Takeover takeover, double smoothing) {}

    /**
     * The template of one device.
     *
     * @throws IllegalArgumentException in words for people if the session has no such device
     */
    public static Template ofDevice(Session session, String device) {
        return new Template(session.device(device).name(), List.of(part(session, session.device(device))));
    }

    /**
     * The template of all devices of a track.
     *
     * @throws IllegalArgumentException if it has none
     */
    public static Template ofTrack(Session session, Track track) {
        return new Template(
                track.name(),
                track.devices().stream()
                        .map(d -> part(session, session.device(d)))
                        .toList());
    }

    private static Part part(Session session, Device device) {
        List<Entry> entries = new ArrayList<>();
        for (Parameter parameter : device.parameters()) {
            if (!parameter.reserved()) {
                entries.add(entry(session, device, parameter));
            }
        }
        return new Part(device.name(), device.kind(), entries);
    }

    private static Entry entry(Session session, Device device, Parameter parameter) {
        Target target = new Target(device.id(), parameter.id());
        // Who has a shared socket when belongs to the piece: of those that share, the first has it here.
        Optional<Socket> socket =
                device.socket(parameter.id()).filter(s -> !s.shared() || s.seatOf(parameter.id()) == 0);
        int seat = socket.map(s -> s.seatOf(parameter.id())).orElse(0);
        Optional<Recipe> recipe = lastRecipe(session, target);
        double usual = parameter.usualTolerance();
        List<Tie> ties = new ArrayList<>();
        for (Route route : session.routes()) {
            if (route.target().equals(target)) {
                route.hand().filter(session::has).ifPresent(hand -> ties.add(tie(session, route, hand)));
            }
        }
        return new Entry(
                parameter.id(),
                parameter.name(),
                parameter.shortName(),
                device.exposure(parameter.id()) != Exposure.HIDDEN,
                socket.map(Socket::number).orElse(0),
                seat,
                socket.map(s -> s.seats().get(seat)).map(Seat::span).orElse(Span.FULL),
                recipe,
                recipe.isEmpty() || parameter.stepped() || !(usual > 0)
                        ? 1
                        : recipe.get().tolerance() / usual,
                ties);
    }

    /** How the last pass into the values themselves was drawn; else what was told for the first. */
    private static Optional<Recipe> lastRecipe(Session session, Target target) {
        Optional<Recipe> last = Optional.empty();
        for (Layer layer : session.laneIfAny(target).map(Lane::layers).orElse(List.of())) {
            if (!layer.offset() && !layer.stretches().isEmpty()) {
                last = Optional.of(
                        layer.stretches().get(layer.stretches().size() - 1).recipe());
            }
        }
        return last.or(() -> Optional.ofNullable(session.recipes().get(target)));
    }

    private static Tie tie(Session session, Route route, Hand hand) {
        Surface surface = session.surface(hand.surface());
        return new Tie(
                hand,
                surface.name(),
                surface.find(hand.control()).name(),
                hand.page() == 0 ? "" : surface.pageName(hand.page()),
                route.span(),
                route.takeover(),
                route.smoothing());
    }

    /** One line of what became of a template: whether it was done, and the words. */
    public record Line(boolean done, String words) {}

    /**
     * A parameter of the template that was not found: a person chooses which is meant.
     *
     * @param part the place of its device in the template
     * @param entry the parameter
     * @param device the device on which it was looked for
     */
    public record Missing(int part, Entry entry, String device) {
        /** Under which it is told what is meant. */
        public Key key() {
            return new Key(part, entry.parameter());
        }
    }

    /** One parameter of the template: the place of its device, and its id there. */
    public record Key(int part, String parameter) {}

    /** The session with the template, what was done, and what was not found. */
    public record Outcome(Session session, List<Line> lines, List<Missing> missing) {
        /** For people: {@code 12 done, 1 not; 2 parameters were not found.} */
        public String words() {
            long done = lines.stream().filter(Line::done).count();
            long not = lines.size() - done;
            String absent =
                    missing.size() + (missing.size() == 1 ? " parameter was" : " parameters were") + " not found.";
            if (lines.isEmpty()) {
                return missing.isEmpty() ? "All of it is so already." : "Nothing would change; " + absent;
            }
            return done + " done" + (not > 0 ? ", " + not + " not" : "") + (missing.isEmpty() ? "." : "; " + absent);
        }
    }

    /**
     * How it is to be used.
     *
     * @param chosen which parameter is meant by one that is not found
     * @param routes true if controls are connected as well
     */
    public record Use(Map<Key, String> chosen, boolean routes) {
        public Use {
            chosen = Map.copyOf(chosen);
        }
    }

    /**
     * The session with this template used on one device: by the part of its kind, or by the only one.
     *
     * @throws IllegalArgumentException if the template is of several devices, and none or more than one is of its kind
     */
    public Outcome onDevice(Session session, String device, Use use) {
        Device on = session.device(device);
        List<Integer> fits = new ArrayList<>();
        for (int k = 0; k < parts.size(); k++) {
            if (parts.size() == 1 || parts.get(k).kind().equals(on.kind())) {
                fits.add(k);
            }
        }
        if (fits.size() != 1) {
            throw new IllegalArgumentException("The template of " + name + " lays out " + parts.size() + " devices, "
                    + (fits.isEmpty() ? "none" : fits.size() + " of them") + " of the kind of " + on.name()
                    + ". Use it on a track.");
        }
        TemplateUse using = new TemplateUse(session, use);
        using.lay(fits.get(0), parts.get(fits.get(0)), device);
        return using.outcome();
    }

    /** The session with this template used on a track: each part on the next device of its kind; what has none is told. */
    public Outcome onTrack(Session session, Track track, Use use) {
        TemplateUse using = new TemplateUse(session, use);
        List<String> left = new ArrayList<>(track.devices());
        for (int k = 0; k < parts.size(); k++) {
            Part part = parts.get(k);
            Optional<String> found = first(session, left, part, true).or(() -> first(session, left, part, false));
            if (found.isEmpty()) {
                using.say(false, part.device() + ": " + track.name() + " has no other device of its kind.");
            } else {
                left.remove(found.get());
                using.lay(k, part, found.get());
            }
        }
        return using.outcome();
    }

    private static Optional<String> first(Session session, List<String> devices, Part part, boolean byName) {
        return devices.stream()
                .filter(d -> session.device(d).kind().equals(part.kind()))
                .filter(d -> !byName || session.device(d).name().equalsIgnoreCase(part.device()))
                .findFirst();
    }
}
