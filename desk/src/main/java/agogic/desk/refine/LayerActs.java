package agogic.desk.refine;

import agogic.core.edit.layer.Difference;
import agogic.core.edit.layer.Layers;
import agogic.core.edit.pass.Takes;
import agogic.core.lane.Lane;
import agogic.core.session.Loop;
import agogic.core.session.Session;
import agogic.core.session.Writable;
import agogic.desk.acts.Act;
import agogic.desk.model.Notice;
import agogic.desk.model.View;
import agogic.desk.parts.NameDialog;
import java.util.List;
import java.util.function.Consumer;
import java.util.function.Supplier;
import javafx.stage.Window;

/** What can be done with the layers and the takes of the lane that Refine shows. */
final class LayerActs {
    private final Supplier<RefineView> view;

    private LayerActs(Supplier<RefineView> view) {
        this.view = view;
    }

    static List<Act> of(Supplier<RefineView> view) {
        return new LayerActs(view).all();
    }

    private List<Act> all() {
        return List.of(
                act("layer-next", "Next layer", "The next layer of this lane is looked at", "Shift+L", this::next)
                        .repeating(),
                act(
                        "layer-add",
                        "New layer…",
                        "An offset or an absolute layer, on the timeline or in a clip",
                        "Shift+O",
                        this::add),
                act("layer-off", "Silence the layer", "It is not heard, or is heard again", "Shift+S", this::silence),
                act(
                        "layer-alone",
                        "Hear the layer alone",
                        "All others are silenced; again: all are heard",
                        "Alt+L",
                        this::alone),
                act("layer-name", "Name the layer…", "A name of your own for it", "F2|Shift+B", this::call),
                act(
                        "layer-convert",
                        "Make the layer into…",
                        "To a clip or the timeline, absolute or an offset, one with others; says first what would move",
                        "Shift+C",
                        this::convert),
                act(
                        "layer-remove",
                        "Remove the layer",
                        "Its points go; its rides are kept",
                        "Shift+Delete",
                        this::remove),
                act(
                                "take-next",
                                "Next take",
                                "The next of the takes of this layer is looked at",
                                "Shift+K",
                                this::nextTake)
                        .repeating(),
                act(
                                "take-count",
                                "Use this take",
                                "It lies over the others and is heard; they stay",
                                "Shift+T",
                                this::count)
                        .brief("Use it"),
                act("take-name", "Name this take…", "A name of your own for it", "Shift+M", this::nameTake),
                act(
                        "take-part",
                        "The loop's bars from this take",
                        "This take is active between the loop's ends; elsewhere nothing changes",
                        "Shift+Y",
                        this::part),
                act(
                                "take-average",
                                "Average of the takes",
                                "Add a take: the average of all over this stretch",
                                "Shift+V",
                                this::average)
                        .brief("Average"));
    }

    private Act act(String id, String words, String about, String key, Consumer<Shown> run) {
        return Act.of(id, words, about, key, () -> {
                    Shown shown = view.get().shown();
                    if (shown.target() == null) {
                        shown.notices().refuse("Select a route first: its lane has the layers.");
                    } else {
                        run.accept(shown);
                    }
                })
                .in(View.REFINE)
                .unless(() -> id.startsWith("take-")
                        ? view.get().shown().whyNoTake()
                        : view.get().shown().whyNone());
    }

    private Window window() {
        return view.get().getScene().getWindow();
    }

    private static String name(Shown shown) {
        return Layers.name(shown.editing().session(), shown.seen().layer());
    }

    private void next(Shown shown) {
        int n = shown.editing().session().lane(shown.target()).layers().size();
        look(shown, (shown.layer() + 1) % n);
    }

    private void look(Shown shown, int layer) {
        shown.show(layer);
        view.get().refresh();
        Lane lane = shown.editing().session().lane(shown.target());
        shown.notices()
                .say(Notice.plain("Layer", LayerList.spoken(shown.editing().session(), lane, shown.layer()) + "."));
    }

    private void add(Shown shown) {
        new LayerDialogs.New(shown.editing().session(), shown.target(), window())
                .showAndWait()
                .ifPresent(where -> shown.editing()
                        .edit("New layer", s -> Layers.add(s, shown.target(), where.clip(), where.offset())));
    }

    private void silence(Shown shown) {
        boolean on = !shown.seen().layer().on();
        int layer = shown.layer();
        if (shown.editing()
                .edit(
                        on ? "Hear the layer" : "Silence the layer",
                        s -> Layers.switched(s, shown.target(), layer, on))) {
            shown.notices().say(Notice.good(on ? "Heard" : "Silenced", name(shown) + "."));
        }
    }

    private void alone(Shown shown) {
        boolean already = Layers.aloneAlready(shown.editing().session().lane(shown.target()), shown.layer());
        int layer = shown.layer();
        if (shown.editing()
                .edit(
                        already ? "Hear all layers" : "Hear a layer alone",
                        s -> Layers.alone(s, shown.target(), layer))) {
            shown.notices()
                    .say(Notice.good(already ? "All heard" : "Alone", already ? "All layers." : name(shown) + "."));
        }
    }

    private void named(Shown shown, int layer, String name) {
        shown.editing().edit("Name the layer", s -> Layers.rename(s, shown.target(), layer, name));
    }

    private void call(Shown shown) {
        NameDialog.ask(window(), "Name of the layer", shown.seen().layer().name())
                .ifPresent(name -> named(shown, shown.layer(), name));
    }

    private void convert(Shown shown) {
        if (shown.lane().guarded()) {
            shown.notices().refuse(Writable.why(shown.editing().session(), shown.target()));
            return;
        }
        List<LayerDialogs.Conversion> all =
                LayerDialogs.conversions(shown.editing().session(), shown.target(), shown.layer());
        if (all.isEmpty()) {
            shown.notices().refuse("That layer says nothing yet: there is nothing to be made of it.");
            return;
        }
        new LayerDialogs.Become(shown.editing().session(), shown.target(), shown.layer(), all, window())
                .showAndWait()
                .ifPresent(chosen -> {
                    String told =
                            chosen.outcome().difference().told(shown.editing().session(), shown.target());
                    // Of the piece as it is by now: what was ridden while this was asked is in it.
                    if (shown.editing().edit("Make a layer " + chosen.words(), s -> chosen.way()
                            .apply(s)
                            .session())) {
                        shown.notices().say(Notice.good("Done", "It is " + chosen.words() + " now: " + told + "."));
                    }
                });
    }

    private void remove(Shown shown) {
        int layer = shown.layer();
        String gone = name(shown) + ", " + shown.lane().envelope().size() + " points";
        if (shown.editing().edit("Remove a layer", s -> Layers.remove(s, shown.target(), layer))) {
            shown.notices().say(Notice.good("Removed", gone + ". Its rides are kept."));
        }
    }

    private boolean none(Shown shown) {
        if (shown.stretch() < 0) {
            shown.notices().refuse("This layer has no takes: its points were drawn.");
        }
        return shown.stretch() < 0;
    }

    private void nextTake(Shown shown) {
        if (!none(shown)) {
            shown.lookAt((shown.stretch() + 1) % shown.lane().stretches().size());
            view.get().refresh();
            shown.notices()
                    .say(Notice.plain(
                            "Take", shown.name(shown.lane().stretches().get(shown.stretch())) + compared(shown)));
        }
    }

    /** How a take stands to what is heard: it counts, or how far what is heard would move if it did. */
    private static String compared(Shown shown) {
        if (Takes.counts(shown.lane(), shown.stretch())) {
            return ", it is active.";
        }
        Session now = shown.editing().session();
        Session chosen = Takes.choose(now, shown.target(), shown.layer(), shown.stretch());
        return ", another take is active; with this one "
                + Difference.of(now, chosen, shown.target()).would(now, shown.target()) + ".";
    }

    private void count(Shown shown) {
        if (none(shown)) {
            return;
        }
        if (Takes.counts(shown.lane(), shown.stretch())) {
            shown.notices().refuse("This take is active already.");
            return;
        }
        int index = shown.stretch();
        int layer = shown.layer();
        String name = shown.name(shown.lane().stretches().get(index));
        if (!shown.editing().edit("Use a take", s -> Takes.choose(s, shown.target(), layer, index))) {
            return;
        }
        shown.stretch(
                Takes.over(shown.lane(), index).stream().reduce((a, b) -> b).orElse(index));
        view.get().refresh();
        shown.notices().say(Notice.good("Active", name + ". The others stay."));
    }

    private void nameTake(Shown shown) {
        if (!none(shown)) {
            int index = shown.stretch();
            int layer = shown.layer();
            NameDialog.ask(
                            window(),
                            "Name of the take",
                            shown.lane().stretches().get(index).name())
                    .ifPresent(name -> shown.editing()
                            .edit("Name a take", s -> Takes.rename(s, shown.target(), layer, index, name)));
        }
    }

    private void part(Shown shown) {
        if (none(shown)) {
            return;
        }
        int index = shown.stretch();
        int layer = shown.layer();
        Loop loop = shown.editing().session().loop();
        double from = shown.seen().time(loop.from());
        double to = shown.seen().time(loop.to());
        shown.editing().edit("A part of a take", s -> Takes.part(s, shown.target(), layer, index, from, to));
    }

    private void average(Shown shown) {
        if (!none(shown)) {
            List<Integer> takes = shown.cycles();
            int layer = shown.layer();
            shown.editing()
                    .edit("Average of " + takes.size() + " takes", s -> Takes.average(s, shown.target(), layer, takes));
        }
    }
}
