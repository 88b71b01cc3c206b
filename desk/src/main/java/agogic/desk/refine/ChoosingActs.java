package agogic.desk.refine;

import agogic.core.edit.points.Patterns;
import agogic.core.expose.Clearing;
import agogic.core.lane.Lane;
import agogic.core.route.Hand;
import agogic.core.route.Route;
import agogic.core.route.Target;
import agogic.core.session.Loop;
import agogic.core.session.Session;
import agogic.core.session.TargetName;
import agogic.desk.acts.Act;
import agogic.desk.model.Editing;
import agogic.desk.model.Notice;
import agogic.desk.model.Notices;
import agogic.desk.model.View;
import agogic.desk.parts.ChoiceDialog;
import agogic.desk.parts.NameDialog;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Consumer;
import java.util.function.Supplier;
import java.util.stream.Stream;
import javafx.stage.Window;

/** Which points, and which lanes, are worked on together; what is taken to and from a table; and deleting completely. */
final class ChoosingActs {
    private final Supplier<RefineView> view;

    private ChoosingActs(Supplier<RefineView> view) {
        this.view = view;
    }

    static List<Act> of(Supplier<RefineView> view) {
        return new ChoosingActs(view).all();
    }

    private List<Act> all() {
        return List.of(
                act(
                        "choose-all",
                        "Choose all points",
                        "All points of the layer that is looked at",
                        "Ctrl+A",
                        shown -> shown.picked().choose("all")),
                act(
                        "choose",
                        "Choose points…",
                        "Those of a range in words: 9 17, in Shadow, loop, all. In the picture: Shift and the arrows, or a"
                                + " box drawn with Shift",
                        "Shift+G",
                        shown -> NameDialog.askNew(
                                        window(),
                                        "Which points? 9 17, in Shadow, 300 Hz in Shadow, loop or all",
                                        "loop")
                                .ifPresent(shown.picked()::choose)),
                act(
                        "points-equal",
                        "Keep the points equal",
                        "The chosen points get the value of the first and move together until one is separated",
                        "Shift+E",
                        shown -> shown.picked().tie()),
                act(
                        "point-part",
                        "Separate this point",
                        "The chosen point is on its own again",
                        "Alt+E",
                        shown -> shown.picked().part()),
                act(
                        "points-copy",
                        "Copy the points as a table",
                        "The chosen points, or all, go to the clipboard: for here, or for a spreadsheet",
                        "Ctrl+C",
                        shown -> shown.picked().copy()),
                act(
                        "points-paste",
                        "Paste points here",
                        "The points on the clipboard, from the playhead on",
                        "Ctrl+V",
                        shown -> shown.picked().paste()),
                act(
                        "lanes-with",
                        "Shape more lanes with it…",
                        "What is shaped and copied here is shaped and copied on those lanes too",
                        "Shift+X",
                        this::lanes),
                act(
                        "patterns",
                        "Patterns…",
                        "The patterns of the piece: changed wherever they are placed, renamed, taken to other pieces",
                        "Shift+Z",
                        shown -> PatternForm.ask(shown, window())),
                act(
                        "pattern-remove",
                        "Remove patterns…",
                        "What they are placed over keeps its points, as points",
                        "Alt+Z",
                        shown -> removePatterns(shown.editing(), shown.notices())),
                act(
                        "clear",
                        "Delete completely…",
                        "This lane, the loop's bars, the device's automation or a control: shows what will be deleted first",
                        "Ctrl+Delete",
                        this::clear));
    }

    private Act act(String id, String words, String about, String key, Consumer<Shown> run) {
        return Act.of(id, words, about, key, () -> {
                    Shown shown = view.get().shown();
                    if (shown.target() == null) {
                        shown.notices().refuse("Select a route first: there is no lane here.");
                    } else {
                        run.accept(shown);
                    }
                })
                .in(View.REFINE)
                .unless(() -> id.equals("point-part")
                        ? view.get().shown().whyNoPoint()
                        : id.equals("pattern-remove")
                                        && view.get()
                                                .shown()
                                                .editing()
                                                .session()
                                                .patterns()
                                                .isEmpty()
                                ? "there are no patterns"
                                : view.get().shown().whyNone());
    }

    private Window window() {
        return view.get().getScene().getWindow();
    }

    private void removePatterns(Editing editing, Notices notices) {
        List<ChoiceDialog.Choice> lines = editing.session().patterns().stream()
                .map(p -> new ChoiceDialog.Choice(
                        p.name(),
                        p.name() + ", " + p.form().spoken(),
                        Integer.toString(Patterns.places(editing.session(), p.name())),
                        "goes; its points stay, as points",
                        true))
                .toList();
        if (lines.isEmpty()) {
            notices.refuse("There are no patterns: Shift+Z makes one.");
            return;
        }
        Set<String> off = new HashSet<>();
        lines.forEach(l -> off.add(l.id()));
        new ChoiceDialog(
                        "patterns",
                        "Remove patterns",
                        "Which patterns go? Beside each in how many places it is",
                        lines,
                        "Remove",
                        left -> lines.size() - left.size() + " of " + lines.size() + " go",
                        window())
                .offering()
                .without(off)
                .showAndWait()
                .ifPresent(left -> editing.edit("Remove patterns", s -> {
                    Session after = s;
                    for (ChoiceDialog.Choice one : lines) {
                        after = left.contains(one.id()) ? after : Patterns.remove(after, one.id());
                    }
                    return after;
                }));
    }

    private void lanes(Shown shown) {
        Session session = shown.editing().session();
        Map<String, Target> others = new LinkedHashMap<>();
        // Those of its own device first: they are what goes together most often.
        Stream.concat(
                        session.routes().stream().map(Route::target),
                        session.lanes().stream().map(Lane::target))
                .filter(t -> !t.equals(shown.target()))
                .sorted(Comparator.comparing(
                        t -> !t.device().equals(shown.target().device())))
                .forEach(t -> others.put(t.toString(), t));
        List<ChoiceDialog.Choice> lines = others.entrySet().stream()
                .map(e -> new ChoiceDialog.Choice(
                        e.getKey(),
                        TargetName.of(session, e.getValue()),
                        session.lane(e.getValue()).points() + " points",
                        "shaped with " + session.parameter(shown.target()).name(),
                        !session.parameter(e.getValue()).reserved()))
                .toList();
        Set<String> off = new HashSet<>(others.keySet());
        shown.also().forEach(t -> off.remove(t.toString()));
        new ChoiceDialog(
                        "lanes",
                        "Lanes that are shaped together",
                        "What is done to " + TargetName.of(session, shown.target()) + " is done to these too",
                        lines,
                        "Work on these",
                        left -> (lines.size() - left.size() + 1) + " of " + (lines.size() + 1) + " lanes",
                        window())
                .without(off)
                .showAndWait()
                .ifPresent(left -> {
                    shown.also().clear();
                    others.forEach((id, target) -> {
                        if (!left.contains(id)) {
                            shown.also().add(target);
                        }
                    });
                    view.get().compared();
                    shown.notices()
                            .say(Notice.good(
                                    "Lanes",
                                    shown.also().isEmpty()
                                            ? "Only this one."
                                            : String.join(
                                                            ", ",
                                                            shown.lanes().stream()
                                                                    .map(t -> TargetName.of(session, t))
                                                                    .toList())
                                                    + " are shaped together."));
                });
    }

    /** One thing that can be deleted completely. */
    private record Whole(String id, String what, Clearing clearing) {}

    private void clear(Shown shown) {
        Session session = shown.editing().session();
        Loop loop = session.loop();
        List<Target> lanes = shown.lanes();
        List<Whole> all = new ArrayList<>();
        String name = lanes.size() == 1 ? TargetName.of(session, shown.target()) : "These " + lanes.size() + " lanes";
        all.add(new Whole(
                "range",
                name + ", " + shown.editing().timeline().printBars(loop.from()) + " to "
                        + shown.editing().timeline().printBars(loop.to()),
                Clearing.range(session, lanes, loop.from(), loop.to())));
        all.add(new Whole("lane", name + ", all of it", Clearing.lanes(session, lanes::contains)));
        String device = shown.target().device();
        all.add(new Whole("device", "All lanes of " + session.device(device).name(), Clearing.device(session, device)));
        Optional<Hand> hand = shown.selection().selectedRoute().flatMap(Route::hand);
        hand.filter(session::has)
                .ifPresent(h -> all.add(
                        new Whole("control", "What " + session.controlName(h) + " did", Clearing.control(session, h))));
        List<ChoiceDialog.Choice> lines = all.stream()
                .map(w -> new ChoiceDialog.Choice(
                        w.id(),
                        w.what(),
                        "",
                        w.clearing().nothing()
                                ? session.lanes().stream().anyMatch(Lane::guarded)
                                        ? "nothing to delete that is not protected"
                                        : "nothing to delete"
                                : w.clearing().inWords() + " go",
                        !w.clearing().nothing()))
                .toList();
        Set<String> off = new HashSet<>();
        all.forEach(w -> off.add(w.id()));
        new ChoiceDialog(
                        "clear",
                        "Delete completely",
                        "Space takes what is to go; nothing of it is left, and one undo brings it back",
                        lines,
                        "Delete",
                        left -> left.size() == lines.size()
                                ? "Nothing is taken"
                                : lines.size() - left.size() + " taken",
                        window())
                .offering()
                .without(off)
                .showAndWait()
                .ifPresent(left -> gone(
                        shown.editing(),
                        all.stream().filter(w -> !left.contains(w.id())).toList(),
                        lanes,
                        device,
                        hand));
    }

    private static void gone(
            Editing editing, List<Whole> taken, List<Target> lanes, String device, Optional<Hand> hand) {
        if (taken.isEmpty()) {
            return;
        }
        Loop loop = editing.session().loop();
        Session before = editing.session();
        editing.edit("Delete completely", s -> {
            Session after = s;
            for (Whole one : taken) {
                Session from = after;
                after = switch (one.id()) {
                    case "range" -> Clearing.range(from, lanes, loop.from(), loop.to())
                            .session();
                    case "lane" -> Clearing.lanes(from, lanes::contains).session();
                    case "device" -> Clearing.device(from, device).session();
                    default -> hand.map(h -> Clearing.control(from, h).session())
                            .orElse(from);
                };
            }
            return after;
        });
        if (editing.session() != before) {
            editing.did(
                    "Deleted",
                    String.join(
                                    "; ",
                                    taken.stream()
                                            .map(w -> w.what() + ": "
                                                    + w.clearing().inWords())
                                            .toList())
                            + ".");
        }
    }
}
