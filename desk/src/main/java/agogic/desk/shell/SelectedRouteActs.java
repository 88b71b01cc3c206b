package agogic.desk.shell;

import agogic.core.assign.Assigning;
import agogic.core.macro.Macro;
import agogic.core.parameter.Parameter;
import agogic.core.ride.Ride;
import agogic.core.route.Route;
import agogic.core.route.Span;
import agogic.desk.acts.Act;
import agogic.desk.model.Desk;
import agogic.desk.model.Notice;
import agogic.desk.model.View;
import agogic.desk.parts.SpanDialog;
import agogic.desk.parts.ValueForm;
import java.util.ArrayList;
import java.util.List;
import java.util.function.Consumer;
import java.util.function.Supplier;
import javafx.stage.Window;

/** The acts on the selected route. */
final class SelectedRouteActs {
    private final Desk desk;
    private final Supplier<Window> window;
    private final List<Act> all = new ArrayList<>();

    SelectedRouteActs(Desk desk, Supplier<Window> window) {
        this.desk = desk;
        this.window = window;
    }

    /** All of them, in order. */
    List<Act> all() {
        routes();
        return all;
    }

    private void routes() {
        route(
                "mode",
                "Next write mode",
                "Read, Touch, Latch, Write: the next for the selected route",
                "W",
                desk.riding()::nextMode);
        route(
                "pin",
                "Keep the mode",
                "The mode stays after a pass, or no longer",
                "P",
                r -> desk.edit(r.pinned() ? "Unpin the mode" : "Pin the mode", s -> s.with(r.pinned(!r.pinned()))));
        route("rehearse", "Rehearse", "Heard and shown, but not written until you say so", "H", r -> desk.riding()
                .rehearse(r, !r.rehearse()));
        route(
                "span",
                "Span…",
                "How far its control moves it, and whether it is reversed",
                "S",
                r -> SpanDialog.ask(desk, window.get(), r));
        route(
                "type-value",
                "Type a value…",
                "Set a typed value: heard at once, recorded during a ride",
                "Ctrl+Shift+V",
                r -> new ValueForm(desk.session().parameter(r.target()), desk.stands(r.target()), window.get())
                        .showAndWait()
                        .ifPresent(v -> desk.standing().moveOnFace(r.target(), v, Ride.PRESSED, true)));
        route(
                "into",
                "Write to (timeline, clip, offset)",
                "The timeline, an offset, the clip under the playhead, an offset in it: the next of these",
                "Shift+W",
                r -> desk.riding().into(r, r.into().next()));
        route("protect", "Protect the lane", "Nothing writes it until it is opened again", "Shift+P", r -> {
            boolean guard = !desk.session().lane(r.target()).guarded();
            if (desk.edit(
                    guard ? "Protect a lane" : "Open a lane",
                    s -> s.with(s.lane(r.target()).guarded(guard)))) {
                desk.say(Notice.good(
                        guard ? "Protected" : "Open",
                        desk.session().parameter(r.target()).name()
                                + (guard ? ": nothing writes it now." : " can be written again.")));
            }
        });
        route(
                "switch",
                "Route off or on",
                "A route that is off moves nothing; what was recorded stays",
                "X",
                r -> desk.edit(r.on() ? "Route off" : "Route on", s -> s.with(r.switched(!r.on()))));
        route(
                "span-reverse",
                "Reverse the span",
                "Swaps from and to, so that the control works the other way",
                "",
                r -> span(
                        r,
                        new Span(
                                r.span().to(),
                                r.span().from(),
                                r.span().curve(),
                                r.span().amount())));
        route("span-full", "Full span", "The control moves it over all of its range", "", r -> span(r, Span.FULL));
        route("show-in-catalog", "Show in the Catalog", "Go to the parameter among all others", "Ctrl+Shift+P", r -> {
            if (r.target().device().equals(Macro.DEVICE)) {
                desk.selection().showMacro(r.target().parameter());
            } else {
                desk.selection().show(r.target());
            }
        });
        route("show-in-surfaces", "Show in Surfaces", "Go to the control on its surface", "Ctrl+Shift+H", r -> r.hand()
                .ifPresentOrElse(
                        hand -> {
                            desk.selection().viewProperty().set(View.SURFACES);
                            desk.selection().handProperty().set(hand);
                        },
                        () -> desk.refuse("No control moves this yet: M learns one.")));
        route(
                "learn-route",
                "Learn a control",
                "The control moved next moves it; Esc leaves all as it was",
                "M",
                r -> desk.learner().begin(List.of(r.target())));
        all.add(Act.of(
                        "route-disconnect",
                        "Disconnect the control",
                        "The control no longer moves it; the lane and what was recorded stay",
                        "Delete",
                        () -> desk.selection()
                                .actedRoute()
                                .ifPresentOrElse(this::disconnect, () -> desk.refuse("Select a route first.")))
                .in(View.ROUTES)
                .when(() -> desk.selection().place().filter(p -> p.point() >= 0).isEmpty())
                .unless(() -> desk.selection().selectedRoute().isEmpty() ? "no route is selected" : ""));
        all.add(Act.of(
                        "open-in-refine",
                        "Open in Refine",
                        "Go to the lane of the selected route",
                        "L",
                        () -> desk.selection().viewProperty().set(View.REFINE))
                .in(View.ROUTES));
    }

    private void span(Route route, Span span) {
        Parameter p = desk.session().parameter(route.target());
        if (desk.edit("Span of " + p.name(), s -> s.with(s.route(route.id()).with(span)))) {
            desk.did("Span", p.name() + ": from " + p.print(span.from()) + " to " + p.print(span.to()) + ".");
        }
    }

    private void disconnect(Route route) {
        String name = desk.session().parameter(route.target()).name();
        int points = desk.session().lane(route.target()).points();
        if (route.hand().isEmpty() && points > 0) {
            desk.refuse(name + " has no control. Its lane has " + points
                    + " points: L opens it, and Ctrl+Delete there deletes it completely.");
            return;
        }
        String hand = route.hand().map(desk.session()::controlName).orElse("The row");
        if (desk.edit("Disconnect " + name, s -> Assigning.disconnect(s, route.id()))) {
            desk.did(
                    "Disconnected",
                    route.hand().isEmpty()
                            ? "The row of " + name + " is gone; it had no points."
                            : hand + " moves " + name + " no longer."
                                    + (points == 0 ? "" : " Its lane stays: " + points + " points."));
        }
    }

    private void route(String id, String words, String about, String key, Consumer<Route> run) {
        Runnable whole = () -> desk.selection()
                .actedRoute()
                .ifPresentOrElse(
                        run, () -> desk.refuse("Select a route first: “" + words + "” is about the selected one."));
        all.add(Act.of(id, words, about, key, whole)
                .in(View.ROUTES, View.REFINE)
                .unless(() -> desk.selection().selectedRoute().isEmpty() ? "no route is selected" : ""));
    }
}
