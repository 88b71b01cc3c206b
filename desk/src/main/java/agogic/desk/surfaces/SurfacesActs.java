package agogic.desk.surfaces;

import agogic.desk.acts.Act;
import agogic.desk.files.Files;
import agogic.desk.model.Editing;
import agogic.desk.model.Frames;
import agogic.desk.model.Learner;
import agogic.desk.model.Notices;
import agogic.desk.model.Selection;
import agogic.desk.model.Standing;
import agogic.desk.model.Strand;
import agogic.desk.model.View;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.function.Consumer;
import java.util.function.Supplier;
import javafx.stage.Window;

/** What can be done in Surfaces, on the view that is made when it is first shown. */
public final class SurfacesActs {
    private final Supplier<SurfacesView> view;
    private final Notices notices;
    private final Selection selection;
    private final SurfaceActs files;
    private final SurfaceMenu menu;
    private final ControlActs control;
    private final MacroActs macros;
    private final StrandActs strands;

    /** What can be done with surfaces and their controls. */
    public SurfacesActs(
            Editing editing,
            Notices notices,
            Selection selection,
            Frames frames,
            Standing standing,
            Learner learner,
            Files files,
            Supplier<Window> owner,
            Supplier<SurfacesView> view) {
        this.view = view;
        this.notices = notices;
        this.selection = selection;
        this.files = new SurfaceActs(editing, notices, selection, learner, files, owner);
        menu = new SurfaceMenu(
                editing,
                notices,
                frames,
                learner,
                this.files,
                () -> Optional.ofNullable(view.get().surface()),
                owner);
        control = new ControlActs(editing, notices, selection, learner, owner, this::hands);
        strands = new StrandActs(editing, notices, selection, frames, standing, owner);
        macros = new MacroActs(editing, notices, selection, learner, strands, owner, this::member, () -> view.get()
                .side(SurfacesView.Side.MACROS));
    }

    private boolean hands() {
        return view.get().side() != SurfacesView.Side.MACROS;
    }

    private Optional<Strand> member() {
        return view.get().macros().fan().chosen();
    }

    /** What can be done to one strand of a control or a macro. */
    StrandActs strands() {
        return strands;
    }

    /** Surfaces that come and go, and their maps in files. */
    public SurfaceActs files() {
        return files;
    }

    SurfaceMenu menu() {
        return menu;
    }

    ControlActs control() {
        return control;
    }

    /** Those of the table. */
    public List<Act> all() {
        List<Act> all = new ArrayList<>();
        all.add(act(
                "filter-table",
                "Filter the table",
                "Words of what is shown in the table",
                "Ctrl+F",
                SurfacesView::typeFilter));
        all.add(act("page-back", "Page before", "The page before", "Ctrl+Page Up", v -> v.turnBy(-1)));
        all.add(act("page-on", "Page after", "The page after", "Ctrl+Page Down", v -> v.turnBy(1)));
        all.add(act(
                "beside",
                "Next panel beside it",
                "Control, macros or plane beside the drawing",
                "F",
                SurfacesView::nextSide));
        all.add(hand("hand-connect", "Connect…", "Choose what the control moves", "C", HandPanel::connect));
        all.add(hand("hand-learn", "Learn a control…", "Another control for what is chosen", "M", HandPanel::learn)
                .when(this::hands));
        all.add(hand("hand-span", "Span…", "How far it goes, and whether it is reversed", "S", HandPanel::span)
                .when(this::hands));
        all.add(hand(
                "hand-page",
                "Active on page",
                "Steps through the pages; after the last, all of them",
                "Q",
                HandPanel::nextPage));
        all.add(hand("hand-lane", "Lane", "What it has over time", "L", HandPanel::lane)
                .when(this::hands));
        all.add(hand("hand-disconnect", "Disconnect", "The control no longer moves it", "Delete", HandPanel::disconnect)
                .when(this::hands));
        all.addAll(control.all());
        all.addAll(macros.all(() -> !hands()));
        all.addAll(menu.all());
        return all;
    }

    private Act act(String id, String words, String about, String key, Consumer<SurfacesView> run) {
        return Act.of(id, words, about, key, () -> run.accept(view.get())).in(View.SURFACES);
    }

    private Act hand(String id, String words, String about, String key, Consumer<HandPanel> run) {
        return act(id, words, about, key, v -> {
            selection.actOnPointedHand();
            String why = id.equals("hand-connect") ? "" : v.hand().whyNothing();
            if (why.isEmpty()) {
                run.accept(v.hand());
            } else {
                notices.refuse(why);
            }
        });
    }
}
