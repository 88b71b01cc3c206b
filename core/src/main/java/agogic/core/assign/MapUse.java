package agogic.core.assign;

import agogic.core.assign.ControllerMap.Bundle;
import agogic.core.assign.ControllerMap.Fate;
import agogic.core.assign.ControllerMap.Line;
import agogic.core.assign.ControllerMap.Place;
import agogic.core.assign.ControllerMap.Tie;
import agogic.core.device.Device;
import agogic.core.device.Exposure;
import agogic.core.edit.macro.Macros;
import agogic.core.macro.Macro;
import agogic.core.macro.Member;
import agogic.core.parameter.Parameter;
import agogic.core.route.Hand;
import agogic.core.route.Route;
import agogic.core.route.Target;
import agogic.core.session.Session;
import agogic.core.surface.Control;
import agogic.core.surface.Page;
import agogic.core.surface.Surface;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/** A map on its way into a session: first the surface, then the macros, then what the controls move. */
final class MapUse {
    private final ControllerMap map;
    private final List<Line> lines = new ArrayList<>();
    private final Map<String, String> macroIds = new HashMap<>();
    private final Map<String, String> controlIds = new HashMap<>();
    private final Map<Integer, Integer> pages = new HashMap<>();
    private Session session;
    private String surface;

    MapUse(Session session, ControllerMap map) {
        this.session = session;
        this.map = map;
    }

    ControllerMap.Outcome outcome() {
        placeSurface();
        map.macros().forEach(this::placeMacro);
        map.macros().forEach(this::fillMacro);
        map.ties().forEach(this::tie);
        return new ControllerMap.Outcome(session, session.surface(surface), List.copyOf(lines));
    }

    /** The surface that the session has under this id or name, else the one of the map; with all that it lacks. */
    private void placeSurface() {
        Surface wanted = map.surface();
        Optional<Surface> there = session.surfaces().stream()
                .filter(s -> s.id().equals(wanted.id()) || s.name().equalsIgnoreCase(wanted.name()))
                .findFirst();
        Surface own = there.orElse(wanted);
        for (Control control : wanted.controls()) {
            Optional<Control> same = own.controls().stream()
                    .filter(c -> c.id().equals(control.id())
                            || c.address().equals(control.address()) && c.kind() == control.kind())
                    .findFirst();
            controlIds.put(control.id(), same.map(Control::id).orElse(control.id()));
            if (same.isEmpty()) {
                own = own.with(control);
            }
        }
        pages.put(0, 0);
        List<Page> list = new ArrayList<>(own.pages());
        for (int p = 1; p <= wanted.pages().size(); p++) {
            Page page = wanted.pages().get(p - 1);
            int place = 0;
            while (place < list.size() && !list.get(place).name().equalsIgnoreCase(page.name())) {
                place++;
            }
            if (place == list.size()) {
                list.add(new Page(page.name(), page.button().map(controlIds::get)));
            }
            pages.put(p, place + 1);
        }
        own = own.paged(list);
        surface = own.id();
        session = session.with(own);
    }

    private void placeMacro(Bundle bundle) {
        Macro wanted = bundle.macro();
        Optional<Macro> there = session.macros().stream()
                .filter(m -> m.name().equalsIgnoreCase(wanted.name()))
                .findFirst();
        if (there.isPresent()) {
            macroIds.put(wanted.id(), there.get().id());
            return;
        }
        Macro fresh = Macros.fresh(session, wanted.name());
        macroIds.put(wanted.id(), fresh.id());
        // Where it rests is set by what stands here: a map moves nothing that is heard.
        session = session.with(
                new Macro(fresh.parameter().restingAt(wanted.centre()), wanted.centre(), wanted.scale(), List.of()));
    }

    private void fillMacro(Bundle bundle) {
        String id = macroIds.get(bundle.macro().id());
        for (int i = 0; i < bundle.places().size(); i++) {
            Member member = bundle.macro().members().get(i);
            Place place = bundle.places().get(i);
            String from = "Macro " + session.macro(id).name();
            Found found = find(place);
            if (found.target == null) {
                say(from, place, found.fate, found.why);
                continue;
            }
            Macro macro = session.macro(id);
            if (macro.member(found.target).isPresent()) {
                say(from, place, Fate.ALREADY, "it is a member already; its range here is kept");
                continue;
            }
            Optional<Macro> other = session.macroOf(found.target);
            if (other.isPresent()) {
                say(
                        from,
                        place,
                        Fate.IN_MACRO,
                        "here it moves with the macro " + other.get().name());
                continue;
            }
            try {
                Member here = member instanceof Member.BySpan by
                        ? new Member.BySpan(found.target, by.span())
                        : new Member.ByOffset(found.target);
                boolean first = macro.members().isEmpty();
                double stands = session.parameter(found.target).resting();
                Macro filled = macro.with(here);
                if (first && here instanceof Member.BySpan by && !by.span().closed()) {
                    double stand = Math.max(0, Math.min(1, by.span().positionOf(stands)));
                    filled = filled.with(filled.parameter().restingAt(stand));
                }
                session = session.with(filled);
                say(from, place, found.fate, found.why);
            } catch (IllegalArgumentException ring) {
                say(from, place, Fate.RING, ring.getMessage());
            }
        }
    }

    private void tie(Tie tie) {
        Surface own = session.surface(surface);
        int page = pages.get(tie.page());
        Control control = own.find(controlIds.get(tie.control()));
        String from = control.name() + (own.pages().size() > 1 ? ", page " + own.pageName(page) : "");
        Found found = find(tie.place());
        if (found.target == null) {
            say(from, tie.place(), found.fate, found.why);
            return;
        }
        Hand hand = new Hand(surface, control.id(), page);
        if (Assigning.route(session, hand, found.target).isPresent()) {
            say(from, tie.place(), Fate.ALREADY, "with the span that it has here");
            return;
        }
        Optional<Macro> macro = session.macroOf(found.target);
        if (macro.isPresent()) {
            say(
                    from,
                    tie.place(),
                    Fate.IN_MACRO,
                    "here it moves with the macro " + macro.get().name());
            return;
        }
        session = Assigning.connect(session, hand, found.target, Assigning.How.ADD);
        Route route = Assigning.route(session, hand, found.target).orElseThrow();
        session = session.with(route.with(tie.span()).with(tie.takeover()).smoothed(tie.smoothing()));
        boolean macroItself = found.target.device().equals(Macro.DEVICE);
        Device device = session.device(found.target.device());
        boolean waits = !macroItself && device.exposure(found.target.parameter()) != Exposure.EXPOSED;
        if (waits) {
            say(from, tie.place(), Fate.NO_SOCKET, device.name() + " has no socket left; “Make it fit” finds one");
        } else {
            say(from, tie.place(), found.fate, found.why);
        }
    }

    private record Found(Target target, Fate fate, String why) {
        static Found not(Fate fate, String why) {
            return new Found(null, fate, why);
        }
    }

    private Found find(Place place) {
        Target meant = place.target();
        if (meant.device().equals(Macro.DEVICE)) {
            String id = macroIds.get(meant.parameter());
            return id == null
                    ? Found.not(Fate.DEVICE_MISSING, "the map does not hold this macro")
                    : new Found(new Target(Macro.DEVICE, id), Fate.TIED, "");
        }
        boolean byName = false;
        Device device = session.devices().stream()
                .filter(d -> d.id().equals(meant.device()) && d.name().equalsIgnoreCase(place.device()))
                .findFirst()
                .orElse(null);
        if (device == null) {
            List<Device> named = session.devices().stream()
                    .filter(d -> d.name().equalsIgnoreCase(place.device()))
                    .toList();
            if (named.size() > 1) {
                return Found.not(
                        Fate.SEVERAL,
                        named.size() + " devices here are called " + place.device() + ", none of them as it was there");
            }
            if (named.isEmpty()) {
                return Found.not(Fate.DEVICE_MISSING, "no device here is called " + place.device());
            }
            device = named.get(0);
            byName = true;
        }
        Parameter parameter = device.parameters().stream()
                .filter(p -> p.id().equals(meant.parameter()))
                .findFirst()
                .orElse(null);
        if (parameter == null) {
            List<Parameter> named = device.parameters().stream()
                    .filter(p -> p.name().equalsIgnoreCase(place.parameter()))
                    .toList();
            if (named.size() != 1) {
                return Found.not(
                        named.isEmpty() ? Fate.PARAMETER_MISSING : Fate.SEVERAL,
                        named.isEmpty()
                                ? device.name() + " here has no " + place.parameter()
                                : device.name() + " here has " + named.size() + " called " + place.parameter());
            }
            parameter = named.get(0);
            byName = true;
        }
        if (parameter.reserved()) {
            return Found.not(Fate.RESERVED, "here it is the device's own and must not be written");
        }
        return new Found(
                new Target(device.id(), parameter.id()),
                byName ? Fate.BY_NAME : Fate.TIED,
                byName ? device.name() + " · " + parameter.name() : "");
    }

    private void say(String from, Place place, Fate fate, String why) {
        String reason = why.isEmpty() ? "" : ": " + why;
        lines.add(new Line(
                from,
                place.said(),
                fate,
                from + " → " + place.said() + ": " + fate.spoken() + reason + (reason.endsWith(".") ? "" : ".")));
    }
}
