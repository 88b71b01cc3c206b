package agogic.desk.catalog;

import agogic.core.group.Macros;
import agogic.core.macro.Macro;
import agogic.core.parameter.Parameter;
import agogic.core.route.Target;
import agogic.core.session.Session;
import agogic.desk.acts.Act;
import agogic.desk.model.Desk;
import agogic.desk.model.Notice;
import agogic.desk.model.View;
import java.util.List;
import java.util.function.Consumer;
import java.util.function.Supplier;

/** What can be done in the Catalog. */
public final class CatalogActs {
    private final Desk desk;
    private final Supplier<CatalogView> view;

    private CatalogActs(Desk desk, Supplier<CatalogView> view) {
        this.desk = desk;
        this.view = view;
    }

    /** The acts of the Catalog, on the view that is made when it is first shown. */
    public static List<Act> of(Desk desk, Supplier<CatalogView> view) {
        return new CatalogActs(desk, view).all();
    }

    private List<Act> all() {
        return List.of(
                act("expose", "Expose", "Give a socket to what is under the pointer, focused or chosen", "E", v -> {
                    List<Target> all = v.acted();
                    v.model().expose(all, v.words());
                }),
                act("open-lane", "Lane", "Give it a lane and go there", "L", v -> v.acted().stream()
                        .limit(1)
                        .forEach(v.model()::lane)),
                act(
                        "learn-control",
                        "Learn a control…",
                        "The control moved next moves it; several chosen, one after another",
                        "M",
                        v -> desk.learner().begin(v.acted())),
                act("short-name", "Name it", "Give it a short name", "N|F2", CatalogView::typeName),
                act(
                        "face",
                        "List or face",
                        "The list of parameters, or the face of the device",
                        "F",
                        CatalogView::turn),
                act("fit", "Make it fit", "Arrange what is wanted on the sockets there are", "X", v -> v.model()
                        .fit(v.model().device().id())),
                act("macro-of", "Macro of it", "A macro that moves what is chosen", "K", v -> macroOf(v, v.acted())),
                act(
                        "take-back",
                        "Take back…",
                        "Deletes it with everything on it; shows the list first",
                        "Delete",
                        v -> v.model().takeBack(v.acted())),
                Act.told(
                                "socket-arrows",
                                "On a socket: another number",
                                "Moves a parameter to another socket",
                                "Ctrl+arrows")
                        .in(View.CATALOG),
                Act.of("search", "Search", "Search the parameters of all devices", "Ctrl+F", () -> {
                            desk.selection().viewProperty().set(View.CATALOG);
                            view.get().typeSearch();
                        })
                        .in(View.CATALOG, View.REFINE));
    }

    private Act act(String id, String words, String about, String key, Consumer<CatalogView> run) {
        return Act.of(id, words, about, key, () -> run.accept(view.get())).in(View.CATALOG);
    }

    /** A macro of what is chosen: parameters of one kind keep their distances, others get spans of their own. */
    private void macroOf(CatalogView view, List<Target> targets) {
        if (targets.isEmpty()) {
            desk.refuse("Choose what the macro is to move first.");
            return;
        }
        Session session = desk.session();
        Macro fresh = Macros.fresh(session, targets.size() == 1 ? view.model().name(targets.get(0)) : "Macro");
        Parameter first = session.parameter(targets.get(0));
        boolean alike = targets.size() > 1
                && targets.stream()
                        .map(session::parameter)
                        .allMatch(p -> p.unit() == first.unit()
                                && p.from() == first.from()
                                && p.to() == first.to()
                                && !p.stepped());
        desk.edit("Macro of " + view.words(), s -> Macros.add(s.with(fresh), fresh.id(), targets, alike));
        if (desk.session().macros().stream().anyMatch(m -> m.id().equals(fresh.id()))) {
            desk.selection().showMacro(fresh.id());
            desk.say(Notice.good(
                    "Macro",
                    fresh.name() + " moves " + targets.size()
                            + (alike ? " members that keep their distances." : " members, each by its own span.")
                            + " M learns the control that moves it."));
        }
    }
}
