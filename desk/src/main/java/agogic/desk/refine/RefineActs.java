package agogic.desk.refine;

import agogic.desk.acts.Act;
import agogic.desk.model.View;
import agogic.desk.parts.SegmentShapes;
import java.util.ArrayList;
import java.util.List;
import java.util.function.Consumer;
import java.util.function.Supplier;

/** What can be done in Refine, on the view that is made when it is first shown. */
public final class RefineActs {
    private static final double COARSE = 0.25;
    private static final double FINE = 0.01;
    private static final double AMOUNT = 0.05;

    private final Supplier<RefineView> view;

    private RefineActs(Supplier<RefineView> view) {
        this.view = view;
    }

    /** Those of the table. */
    public static List<Act> of(Supplier<RefineView> view) {
        return new RefineActs(view).all();
    }

    private List<Act> all() {
        List<Act> all = new ArrayList<>(List.of(
                act(
                        "add-point",
                        "Add a point",
                        "A point at the playhead, where the lane stands there",
                        "N",
                        shown -> new PointEdits(shown).addAtPlayhead()),
                pointed("delete-point", "Delete the point", "The chosen point goes", "Delete", shown -> new PointEdits(
                                        shown)
                                .deleteChosen())
                        .brief("Delete"),
                pointed(
                                "point-earlier",
                                "Point earlier",
                                "The chosen point a quarter beat earlier",
                                "Alt+←",
                                shown -> new PointEdits(shown).shift(-COARSE))
                        .repeating(),
                pointed(
                                "point-later",
                                "Point later",
                                "The chosen point a quarter beat later",
                                "Alt+→",
                                shown -> new PointEdits(shown).shift(COARSE))
                        .repeating(),
                pointed(
                                "point-bit-earlier",
                                "Point a little earlier",
                                "The chosen point a hundredth of a beat earlier",
                                "Shift+Alt+←",
                                shown -> new PointEdits(shown).shift(-FINE))
                        .repeating(),
                pointed(
                                "point-bit-later",
                                "Point a little later",
                                "The chosen point a hundredth of a beat later",
                                "Shift+Alt+→",
                                shown -> new PointEdits(shown).shift(FINE))
                        .repeating(),
                pointed(
                                "amount-more",
                                "Stronger curve",
                                "The segment after the chosen point bends more",
                                "Alt+↑",
                                shown -> new PointEdits(shown).more(AMOUNT))
                        .repeating(),
                pointed(
                                "amount-less",
                                "Weaker curve",
                                "The segment after the chosen point bends less",
                                "Alt+↓",
                                shown -> new PointEdits(shown).more(-AMOUNT))
                        .repeating(),
                Act.told("points", "In the picture: last, next point", "Goes from point to point", "← →")
                        .in(View.REFINE),
                Act.of(
                                "add-typed",
                                "Add the typed point",
                                "What stands in the form becomes a point",
                                "Ctrl+Enter",
                                () -> view.get().addTyped())
                        .brief("Add a point")
                        .in(View.REFINE)));
        for (Recipes one : Recipes.values()) {
            all.add(act(one.id(), one.words() + " recipe", one.about(), one.key(), shown -> new ShownActs(shown)
                            .recipe(one))
                    .unless(() -> view.get().shown().stretch() < 0 ? "no ride is shown" : "")
                    .brief(one.words()));
        }
        all.add(act(
                        "recipe-all",
                        "This recipe for many rides…",
                        "The rides of the piece by the recipe that is shown, each as close in its own unit: all, or those chosen",
                        "Shift+U",
                        shown -> new ShownActs(shown)
                                .recipeForMany(view.get().getScene().getWindow()))
                .brief("Many rides…"));
        all.add(act(
                "draft",
                "Draft from dynamics…",
                "Points from the dynamics and hairpins of the score, to be ridden over",
                "Shift+D",
                shown -> new ShownActs(shown).draft(view.get().getScene().getWindow())));
        all.add(act(
                "loudness",
                "Measure loudness",
                "The track is played through; its loudness over time is drawn behind the lane, or put away",
                "Alt+O",
                shown -> shown.loudness().toggle(shown.target())));
        all.add(act(
                "loudness-all",
                "Measure loudness of all",
                "All tracks together are played through; their loudness is drawn behind every lane, or put away",
                "",
                shown -> shown.loudness().toggleAll()));
        all.add(act(
                "draft-loudness",
                "Draft from loudness…",
                "An offset of a level that brings phrases to one loudness, to be ridden over or taken back",
                "Shift+Alt+O",
                shown -> LoudnessForm.ask(
                        shown.editing(),
                        shown.notices(),
                        shown.loudness(),
                        shown.target(),
                        view.get().getScene().getWindow())));
        all.add(act(
                "carry",
                "Move this lane to another parameter…",
                "What it has over time goes to another parameter or controller, every number kept",
                "Ctrl+Shift+L",
                shown -> new ShownActs(shown).carry(view.get().getScene().getWindow())));
        all.add(Act.of(
                        "shape",
                        "Shape a range…",
                        "Exact edits in words: sweep, level, raise, scale, mirror, move, copy and more",
                        "Shift+F",
                        () -> view.get().typeShape())
                .in(View.REFINE));
        all.add(act(
                "copy-range",
                "Copy a range…",
                "To another lane or its own, as fast or slower, once or up to a bar",
                "Ctrl+Shift+D",
                shown -> CopyForm.ask(
                        shown.editing(),
                        shown.notices(),
                        shown.riding(),
                        shown.target() == null ? java.util.Collections.singletonList(null) : shown.lanes(),
                        view.get().getScene().getWindow())));
        all.addAll(ChoosingActs.of(view));
        all.addAll(Comparing.of(view));
        all.addAll(LayerActs.of(view));
        for (SegmentShapes way : SegmentShapes.ALL) {
            all.add(pointed(
                    "way-" + way.id(),
                    way.title(),
                    "How the value goes on from the chosen point",
                    way.key(),
                    shown -> new PointEdits(shown).go(way)));
        }
        return all;
    }

    private Act act(String id, String words, String about, String key, Consumer<Shown> run) {
        return Act.of(id, words, about, key, () -> run.accept(view.get().shown()))
                .in(View.REFINE)
                .unless(() -> view.get().shown().whyNone());
    }

    /** An act on the chosen point, or the chosen ones. */
    private Act pointed(String id, String words, String about, String key, Consumer<Shown> run) {
        return act(id, words, about, key, run).unless(() -> view.get().shown().whyNoPoint());
    }
}
