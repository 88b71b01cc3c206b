package agogic.core.template;

import agogic.core.assign.Assigning;
import agogic.core.device.Device;
import agogic.core.device.Exposure;
import agogic.core.device.Seat;
import agogic.core.device.Socket;
import agogic.core.expose.Exposing;
import agogic.core.lane.Layer;
import agogic.core.parameter.Parameter;
import agogic.core.refine.Recipe;
import agogic.core.route.Hand;
import agogic.core.route.Route;
import agogic.core.route.Span;
import agogic.core.route.Target;
import agogic.core.session.Session;
import agogic.core.session.TargetName;
import agogic.core.surface.Control;
import agogic.core.surface.Surface;
import agogic.core.template.Template.Entry;
import agogic.core.template.Template.Line;
import agogic.core.template.Template.Missing;
import agogic.core.template.Template.Outcome;
import agogic.core.template.Template.Part;
import agogic.core.template.Template.Tie;
import agogic.core.template.Template.Use;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.UnaryOperator;

/**
 * A template on its way into a session: names, then sockets, then routes, then recipes. What is there and not in the
 * template stays where it is; what was exposed stays exposed.
 */
final class TemplateUse {
    private final Use use;
    private final List<Line> lines = new ArrayList<>();
    private final List<Missing> missing = new ArrayList<>();
    private Session session;

    TemplateUse(Session session, Use use) {
        this.session = session;
        this.use = use;
    }

    Outcome outcome() {
        return new Outcome(session, List.copyOf(lines), List.copyOf(missing));
    }

    void say(boolean done, String words) {
        lines.add(new Line(done, words));
    }

    void lay(int place, Part part, String device) {
        Map<Entry, Target> found = new LinkedHashMap<>();
        for (Entry entry : part.entries()) {
            find(place, part, entry, session.device(device))
                    .ifPresent(p -> found.put(entry, new Target(device, p.id())));
        }
        names(found);
        shortNames(found);
        sockets(device, found);
        found.keySet().stream()
                .sorted(Comparator.comparingInt(Entry::seat))
                .forEach(entry -> join(entry, found.get(entry), found));
        if (use.routes()) {
            found.forEach((entry, target) -> entry.ties().forEach(tie -> tie(tie, target)));
        }
        found.forEach(this::recipe);
    }

    private Optional<Parameter> find(int place, Part part, Entry entry, Device device) {
        String chosen = use.chosen().get(new Template.Key(place, entry.parameter()));
        boolean kind = device.kind().equals(part.kind());
        boolean same = device.placeOf(entry.parameter()) >= 0
                && (kind || device.find(entry.parameter()).name().equalsIgnoreCase(entry.name()));
        List<Parameter> named = device.parameters().stream()
                .filter(p -> p.name().equalsIgnoreCase(entry.name()))
                .toList();
        String id = chosen != null
                ? chosen
                : same ? entry.parameter() : named.size() == 1 ? named.get(0).id() : "";
        if (device.placeOf(id) < 0) {
            boolean matters = entry.wanted()
                    || !entry.ties().isEmpty()
                    || entry.recipe().isPresent()
                    || !entry.shortName().isEmpty();
            if (matters) {
                missing.add(new Missing(place, entry, device.id()));
            }
            return Optional.empty();
        }
        Parameter found = device.find(id);
        if (found.reserved()) {
            say(false, said(new Target(device.id(), found.id())) + " is the device's own here, and was left alone.");
            return Optional.empty();
        }
        return Optional.of(found);
    }

    private String said(Target target) {
        return TargetName.of(session, target);
    }

    /** Does what can be refused; a refusal is a line. False if it was refused. */
    private boolean attempt(String what, UnaryOperator<Session> change) {
        try {
            Session after = change.apply(session);
            if (!after.equals(session)) {
                session = after;
                say(true, what + ".");
            }
            return true;
        } catch (IllegalArgumentException e) {
            say(false, what + ": " + e.getMessage());
            return false;
        }
    }

    /** Names by the id of the same kind, where one of the two was given another. A chosen thing keeps its own. */
    private void names(Map<Entry, Target> found) {
        found.forEach((entry, target) -> {
            Parameter here = session.parameter(target);
            if (here.id().equals(entry.parameter()) && !here.name().equals(entry.name())) {
                attempt(said(target) + " is called " + entry.name(), s -> Exposing.rename(s, target, entry.name()));
            }
        });
    }

    /** Short names: those that change are all free first, for one may want what another had. */
    private void shortNames(Map<Entry, Target> found) {
        Map<Entry, String> before = new LinkedHashMap<>();
        found.forEach((entry, target) -> {
            String here = session.parameter(target).shortName();
            if (!entry.shortName().isEmpty() && !entry.shortName().equals(here)) {
                before.put(entry, here);
                session = Exposing.name(session, target, "");
            }
        });
        Map<Entry, String> back = new LinkedHashMap<>();
        before.forEach((entry, old) -> {
            Target target = found.get(entry);
            String what = said(target) + " is called " + entry.shortName() + " for short";
            if (!attempt(what, s -> Exposing.name(s, target, entry.shortName())) && !old.isEmpty()) {
                back.put(entry, old);
            }
        });
        back.forEach((entry, old) -> {
            Target target = found.get(entry);
            try {
                session = Exposing.name(session, target, old);
            } catch (IllegalArgumentException taken) {
                say(true, said(target) + " has no short name now: " + taken.getMessage());
            }
        });
    }

    /**
     * Those that sit alone are put on the numbers of the template. A number that something else has stays with it; what had
     * a socket has one afterwards.
     */
    private void sockets(String id, Map<Entry, Target> found) {
        Device device = session.device(id);
        Map<String, Integer> before = new LinkedHashMap<>();
        Map<String, Integer> asked = new LinkedHashMap<>();
        Map<String, Span> spans = new HashMap<>();
        List<Target> others = new ArrayList<>();
        found.forEach((entry, target) -> {
            String parameter = target.parameter();
            boolean leads = entry.wanted() && entry.seat() == 0;
            Optional<Socket> here = device.socket(parameter);
            boolean alone = here.filter(s -> s.seats().size() == 1).isPresent();
            if (leads && entry.socket() > 0 && (alone || device.exposure(parameter) != Exposure.EXPOSED)) {
                asked.put(parameter, entry.socket());
                spans.put(parameter, entry.span());
                here.ifPresent(s -> before.put(parameter, s.number()));
            } else if (leads && device.exposure(parameter) == Exposure.HIDDEN) {
                others.add(target);
            }
        });
        // What cannot have its number, for something else has it, stays where it is; then look again, for it may have
        // another's.
        Device laid = without(device, before.keySet());
        for (boolean all = false; !all; laid = without(device, before.keySet())) {
            Device now = laid;
            all = !before.keySet().removeIf(parameter -> !vacant(now, asked.get(parameter)));
        }
        for (Map.Entry<String, Integer> one : asked.entrySet()) {
            boolean exposed = laid.exposure(one.getKey()) == Exposure.EXPOSED;
            if (!exposed && vacant(laid, one.getValue())) {
                laid = laid.without(one.getKey())
                        .with(new Socket(
                                one.getValue(), List.of(new Seat(one.getKey(), spans.get(one.getKey()))), List.of()));
            }
        }
        if (!laid.used().equals(device.used())) {
            session = session.withDevice(laid);
        }
        asked.forEach((parameter, number) -> {
            Target target = new Target(id, parameter);
            if (session.device(id).socketOf(parameter) == 0) {
                Exposing.Outcome exposed = Exposing.expose(session, List.of(target));
                session = exposed.session();
            }
            told(device, target, number);
        });
        for (Target target : others) {
            session = Exposing.expose(session, List.of(target)).session();
            told(device, target, 0);
        }
    }

    private static boolean vacant(Device device, int number) {
        return number <= device.sockets() && device.used().stream().noneMatch(s -> s.number() == number);
    }

    private static Device without(Device device, Set<String> alone) {
        return device.using(device.used().stream()
                .filter(s ->
                        s.seats().size() > 1 || !alone.contains(s.seats().get(0).parameter()))
                .toList());
    }

    private void told(Device before, Target target, int number) {
        Device after = session.device(target.device());
        int is = after.socketOf(target.parameter());
        if (after.exposure(target.parameter()) == Exposure.WANTED) {
            say(false, said(target) + " waits: no socket is free; “Make it fit” finds one.");
        } else if (is != before.socketOf(target.parameter())
                || before.exposure(target.parameter()) != after.exposure(target.parameter())) {
            String other = number > 0 && is > 0 && is != number
                    ? number > after.sockets()
                            ? "; there is no socket " + number
                            : "; socket " + number + " has something else"
                    : "";
            say(true, said(target) + (is > 0 ? " is on socket " + is : " is exposed") + other + ".");
        }
    }

    /** What sat beside another on a joined socket does so again. */
    private void join(Entry entry, Target target, Map<Entry, Target> found) {
        if (!entry.wanted() || entry.seat() == 0) {
            return;
        }
        Device device = session.device(target.device());
        if (device.exposure(target.parameter()) == Exposure.EXPOSED) {
            return;
        }
        int socket = found.entrySet().stream()
                .filter(e -> e.getKey().socket() == entry.socket() && e.getKey().seat() == 0)
                .mapToInt(e -> device.socketOf(e.getValue().parameter()))
                .findFirst()
                .orElse(0);
        if (socket == 0) {
            say(false, said(target) + ": what it was joined with has no socket here.");
            return;
        }
        attempt(said(target) + " is joined to socket " + socket, s -> Exposing.join(s, target, socket, entry.span()));
    }

    private void tie(Tie tie, Target target) {
        Optional<Hand> found = hand(tie);
        if (found.isEmpty()) {
            say(
                    false,
                    tie.control() + " → " + said(target) + ": there is no " + tie.control() + " of " + tie.surface()
                            + (tie.page().isEmpty() ? "" : " with a page " + tie.page()) + " here.");
            return;
        }
        Hand hand = found.get();
        if (Assigning.route(session, hand, target).isPresent()) {
            return;
        }
        List<Route> others = Assigning.othersOfHand(session, hand, target);
        String too = others.isEmpty()
                ? ""
                : ", as it moves "
                        + String.join(
                                " and ",
                                others.stream()
                                        .map(r -> said(r.target()))
                                        .distinct()
                                        .toList());
        attempt(session.controlName(hand) + " moves " + said(target) + too, s -> {
            Session with = Assigning.connect(s, hand, target, Assigning.How.ADD);
            Route route = Assigning.route(with, hand, target).orElseThrow();
            return with.with(route.with(tie.span()).with(tie.takeover()).smoothed(tie.smoothing()));
        });
    }

    private Optional<Hand> hand(Tie tie) {
        for (Surface surface : session.surfaces()) {
            if (!surface.name().equalsIgnoreCase(tie.surface())) {
                continue;
            }
            Optional<Control> control = surface.controls().stream()
                    .filter(c -> c.name().equalsIgnoreCase(tie.control()))
                    .findFirst();
            int page = 0;
            for (int p = 1; p <= surface.pages().size(); p++) {
                page = page == 0 && surface.pageName(p).equalsIgnoreCase(tie.page()) ? p : page;
            }
            if (control.isPresent() && (tie.page().isEmpty() || page > 0)) {
                return Optional.of(new Hand(surface.id(), control.get().id(), page));
            }
        }
        return Optional.empty();
    }

    /** How the first pass is drawn. Rides that are there keep their own, and the next pass is drawn as the last of them. */
    private void recipe(Entry entry, Target target) {
        boolean ridden = session.laneIfAny(target)
                .filter(l -> l.layers().stream().map(Layer::stretches).anyMatch(s -> !s.isEmpty()))
                .isPresent();
        if (entry.recipe().isEmpty() || ridden) {
            return;
        }
        Parameter parameter = session.parameter(target);
        Recipe recipe = entry.recipe()
                .get()
                .within(parameter.stepped() ? 0 : Math.min(1e6, entry.closeness() * parameter.usualTolerance()));
        attempt(
                "The first pass over " + said(target) + " is drawn by the recipe of " + entry.name(),
                s -> s.drawing(target, recipe));
    }
}
