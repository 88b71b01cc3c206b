package agogic.desk.shell;

import agogic.core.assign.Assigning;
import agogic.core.macro.Macro;
import agogic.core.parameter.Parameter;
import agogic.core.ride.Ride;
import agogic.core.route.Route;
import agogic.core.route.Span;
import agogic.desk.acts.Act;
import agogic.desk.model.Editing;
import agogic.desk.model.Frames;
import agogic.desk.model.Learner;
import agogic.desk.model.Notice;
import agogic.desk.model.Notices;
import agogic.desk.model.Riding;
import agogic.desk.model.Selection;
import agogic.desk.model.Standing;
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
    private final Editing editing;
    private final Notices notices;
    private final Selection selection;
    private final Frames frames;
    private final Riding riding;
    private final Standing standing;
    private final Learner learner;
    private final Supplier<Window> window;
    private final List<Act> all = new ArrayList<>();

    SelectedRouteActs(
            Editing editing,
            Notices notices,
            Selection selection,
            Frames frames,
            Riding riding,
            Standing standing,
            Learner learner,
            Supplier<Window> window) {
        this.editing = editing;
        this.notices = notices;
        this.selection = selection;
        this.frames = frames;
        this.riding = riding;
        this.standing = standing;
        this.learner = learner;
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
                riding::nextMode);
        route(
                "pin",
                "Keep the mode",
                "The mode stays after a pass, or no longer",
                "P",
                r -> editing.edit(r.pinned() ? "Unpin the mode" : "Pin the mode", s -> s.with(r.pinned(!r.pinned()))));
        route(
                "rehearse",
                "Rehearse",
                "Heard and shown, but not written until you say so",
                "H",
                r -> riding.rehearse(r, !r.rehearse()));
        route(
                "span",
                "Span…",
                "How far its control moves it, and whether it is reversed",
                "S",
                r -> SpanDialog.ask(editing, notices, selection, frames, standing, window.get(), r));
        route(
                "type-value",
                "Type a value…",
                "Set a typed value: heard at once, recorded during a ride",
                "Ctrl+Shift+V",
                r -> new ValueForm(editing.session().parameter(r.target()), standing.stands(r.target()), window.get())
                        .showAndWait()
                        .ifPresent(v -> standing.moveOnFace(r.target(), v, Ride.PRESSED, true)));
        route(
                "into",
                "Write to (timeline, clip, offset)",
                "The timeline, an offset, the clip under the playhead, an offset in it: the next of these",
                "Shift+W",
                r -> riding.into(r, r.into().next()));
        route("protect", "Protect the lane", "Nothing writes it until it is opened again", "Shift+P", r -> {
            boolean guard = !editing.session().lane(r.target()).guarded();
            if (editing.edit(
                    guard ? "Protect a lane" : "Open a lane",
                    s -> s.with(s.lane(r.target()).guarded(guard)))) {
                notices.say(Notice.good(
                        guard ? "Protected" : "Open",
                        editing.session().parameter(r.target()).name()
                                + (guard ? ": nothing writes it now." : " can be written again.")));
            }
        });
        route(
                "switch",
                "Route off or on",
                "A route that is off moves nothing; what was recorded stays",
                "X",
                r -> editing.edit(r.on() ? "Route off" : "Route on", s -> s.with(r.switched(!r.on()))));
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
                selection.showMacro(r.target().parameter());
            } else {
                selection.show(r.target());
            }
        });
        route("show-in-surfaces", "Show in Surfaces", "Go to the control on its surface", "Ctrl+Shift+H", r -> r.hand()
                .ifPresentOrElse(
                        hand -> {
                            selection.viewProperty().set(View.SURFACES);
                            selection.handProperty().set(hand);
                        },
                        () -> notices.refuse("No control moves this yet: M learns one.")));
        route(
                "learn-route",
                "Learn a control",
                "The control moved next moves it; Esc leaves all as it was",
                "M",
                r -> learner.begin(List.of(r.target())));
        all.add(Act.of(
                        "route-disconnect",
                        "Disconnect the control",
                        "The control no longer moves it; the lane and what was recorded stay",
                        "Delete",
                        () -> selection
                                .actedRoute()
                                .ifPresentOrElse(this::disconnect, () -> notices.refuse("Select a route first.")))
                .in(View.ROUTES)
                .when(() -> selection.place().filter(p -> p.point() >= 0).isEmpty())
                .unless(() -> selection.selectedRoute().isEmpty() ? "no route is selected" : ""));
        all.add(Act.of("open-in-refine", "Open in Refine", "Go to the lane of the selected route", "L", () -> selection
                        .viewProperty()
                        .set(View.REFINE))
                .in(View.ROUTES));
    }

    private void span(Route route, Span span) {
        Parameter p = editing.session().parameter(route.target());
        if (editing.edit("Span of " + p.name(), s -> s.with(s.route(route.id()).with(span)))) {
            editing.did("Span", p.name() + ": from " + p.print(span.from()) + " to " + p.print(span.to()) + ".");
        }
    }

    private void disconnect(Route route) {
        String name = editing.session().parameter(route.target()).name();
        int points = editing.session().lane(route.target()).points();
        if (route.hand().isEmpty() && points > 0) {
            notices.refuse(name + " has no control. Its lane has " + points
                    + " points: L opens it, and Ctrl+Delete there deletes it completely.");
            return;
        }
        String hand = route.hand().map(editing.session()::controlName).orElse("The row");
        if (editing.edit("Disconnect " + name, s -> Assigning.disconnect(s, route.id()))) {
            editing.did(
                    "Disconnected",
                    route.hand().isEmpty()
                            ? "The row of " + name + " is gone; it had no points."
                            : hand + " moves " + name + " no longer."
                                    + (points == 0 ? "" : " Its lane stays: " + points + " points."));
        }
    }

    private void route(String id, String words, String about, String key, Consumer<Route> run) {
        Runnable whole = () -> selection
                .actedRoute()
                .ifPresentOrElse(
                        run, () -> notices.refuse("Select a route first: “" + words + "” is about the selected one."));
        all.add(Act.of(id, words, about, key, whole)
                .in(View.ROUTES, View.REFINE)
                .unless(() -> selection.selectedRoute().isEmpty() ? "no route is selected" : ""));
    }
}
