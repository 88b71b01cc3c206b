package agogic.desk.command;

import agogic.core.assign.Assigning;
import agogic.core.parameter.Parameter;
import agogic.core.route.Hand;
import agogic.core.route.Route;
import agogic.core.route.Span;
import agogic.core.route.Takeover;
import agogic.core.route.Target;
import agogic.core.session.Session;
import agogic.core.session.TargetName;
import agogic.core.surface.Control;
import agogic.core.surface.Surface;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import picocli.CommandLine.Command;
import picocli.CommandLine.Option;

/** {@code connect}: a route from a control to a parameter. */
@Command(
        name = "connect",
        description = {
            "A route from a control to a parameter. What is connected already stays, unless --replace is given:",
            "then the control moves nothing else, and nothing else moves the parameter."
        })
final class ConnectCommand extends EditCommand {
    @Option(
            names = "--control",
            required = true,
            paramLabel = "SURFACE/CONTROL",
            description = "by names or ids, such as \"North Eight/Fader 1\"")
    private String control;

    @Option(names = "--target", required = true, paramLabel = "DEVICE/PARAMETER", description = "what it moves")
    private String target;

    @Option(names = "--from", paramLabel = "VALUE", description = "the value at the bottom of the control")
    private String from;

    @Option(names = "--to", paramLabel = "VALUE", description = "the value at its top")
    private String to;

    @Option(names = "--page", paramLabel = "PAGE", description = "only on this page of the surface, name or number")
    private String page;

    @Option(
            names = "--takeover",
            paramLabel = "HOW",
            description = "“at once”, “when they meet” or “closing in”; at once if not given")
    private String takeover;

    @Option(names = "--replace", description = "in the place of what is connected already")
    private boolean replace;

    @Override
    Session edited(Session before, Answer answer) {
        Target to = LaneCommand.target(before, target);
        Hand hand = hand(before);
        Session after = Assigning.connect(before, hand, to, replace ? Assigning.How.TAKE_OVER : Assigning.How.ADD);
        Route route = Assigning.route(after, hand, to).orElseThrow();
        route = takeover == null ? route : route.with(takeover());
        after = after.with(route.with(span(after.parameter(to), route.span())));
        String name = TargetName.of(after, to);
        answer.put("route", route.id()).put("control", after.controlName(hand)).put("target", to.toString());
        answer.say(after.controlName(hand) + " moves " + name + ".");
        for (Route other : Assigning.othersOfTarget(after, hand, to)) {
            answer.say(after.controlName(other.hand().orElseThrow()) + " moves it, too.");
        }
        return after;
    }

    private Span span(Parameter parameter, Span now) {
        double first = from == null ? now.from() : parameter.parse(from);
        double last = to == null ? now.to() : parameter.parse(to);
        return new Span(first, last, now.curve(), now.amount());
    }

    private Takeover takeover() {
        List<String> known = new ArrayList<>();
        for (Takeover one : Takeover.values()) {
            if (one.spoken().equalsIgnoreCase(takeover.strip())) {
                return one;
            }
            known.add("“" + one.spoken() + "”");
        }
        throw new IllegalArgumentException(
                "Expected " + String.join(", ", known) + " for --takeover, not “" + takeover + "”.");
    }

    private Hand hand(Session session) {
        int slash = control.indexOf('/');
        if (slash < 0) {
            throw new IllegalArgumentException("“" + control + "” is no control. Expected SURFACE/CONTROL.");
        }
        Surface surface = session.surfaces()
                .get(RideCommand.surface(session, control.substring(0, slash).strip()));
        String name = control.substring(slash + 1).strip();
        Control found = surface.controls().stream()
                .filter(c -> c.id().equals(name) || c.name().equalsIgnoreCase(name))
                .findFirst()
                .orElseThrow(() -> new IllegalArgumentException(surface.name() + " has no control “" + name
                        + "”. It has "
                        + String.join(
                                ", ",
                                surface.controls().stream().map(Control::name).toList()) + "."));
        return new Hand(surface.id(), found.id(), page == null ? 0 : page(surface));
    }

    private int page(Surface surface) {
        for (int p = 1; p <= surface.pages().size(); p++) {
            if (surface.pageName(p).toLowerCase(Locale.ROOT).equals(page.toLowerCase(Locale.ROOT))
                    || page.equals(String.valueOf(p))) {
                return p;
            }
        }
        throw new IllegalArgumentException(surface.name() + " has no page “" + page + "”. It has "
                + surface.pages().size() + ".");
    }
}
