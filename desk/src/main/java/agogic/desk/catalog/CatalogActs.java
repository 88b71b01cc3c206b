package agogic.desk.catalog;

import agogic.core.device.Device;
import agogic.core.edit.macro.Macros;
import agogic.core.macro.Macro;
import agogic.core.parameter.Parameter;
import agogic.core.route.Target;
import agogic.core.session.Session;
import agogic.desk.acts.Act;
import agogic.desk.model.Editing;
import agogic.desk.model.Learner;
import agogic.desk.model.Notice;
import agogic.desk.model.Notices;
import agogic.desk.model.Selection;
import agogic.desk.model.View;
import java.util.List;
import java.util.function.Consumer;
import java.util.function.Supplier;

/** What can be done in the Catalog. */
public final class CatalogActs {
    private final Editing editing;
    private final Notices notices;
    private final Selection selection;
    private final Learner learner;
    private final Supplier<CatalogView> view;

    /** What can be done to the parameters that are chosen in the catalog. */
    public CatalogActs(
            Editing editing, Notices notices, Selection selection, Learner learner, Supplier<CatalogView> view) {
        this.editing = editing;
        this.notices = notices;
        this.selection = selection;
        this.learner = learner;
        this.view = view;
    }

    /** All of them. */
    public List<Act> all() {
        return List.of(
                act("expose", "Expose", "Give it a socket, so that it can be automated", "E", v -> {
                    List<Target> all = v.acted();
                    v.model().expose(all, v.words());
                }),
                act("open-lane", "Open its lane", "Give it a lane and show it in Refine", "L", v -> chosen(v).stream()
                        .limit(1)
                        .forEach(v.model()::lane)),
                act(
                        "learn-control",
                        "Learn a control…",
                        "Move a control to assign it; several chosen, one after another",
                        "M",
                        v -> {
                            List<Target> all = chosen(v);
                            if (!all.isEmpty()) {
                                learner.begin(all);
                            }
                        }),
                act("short-name", "Name it", "Set its short name", "N|F2", v -> {
                    if (!chosen(v).isEmpty()) {
                        v.typeName();
                    }
                }),
                act("face", "List or face", "The list of parameters, or the face of the device", "F", v -> {
                            v.turn();
                            notices.say(Notice.plain(
                                    v.faced() ? "Face" : "List",
                                    v.faced()
                                            ? "The parameters of "
                                                    + v.model().device().name() + " as controls."
                                            : "The parameters as a list."));
                        })
                        .unless(this::whyNoDevice),
                act("fit", "Make it fit", "Arrange what is wanted on the sockets there are", "X", v -> {
                            Device device = v.model().device();
                            v.model().fit(device.id());
                            int needed = device.taken() + device.wanted().size();
                            notices.say(Notice.plain(
                                    "Make it fit",
                                    needed > device.usable()
                                            ? "The plan for " + device.name() + " is below the sockets."
                                            : device.name() + " has room: " + needed + " wanted, " + device.usable()
                                                    + " sockets."));
                        })
                        .unless(this::whyNoDevice),
                act(
                        "macro-of",
                        "Make a macro of it",
                        "A macro that moves what is chosen",
                        "K",
                        v -> macroOf(v, v.acted())),
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
                            selection.viewProperty().set(View.CATALOG);
                            view.get().typeSearch();
                        })
                        .in(View.CATALOG, View.REFINE));
    }

    private Act act(String id, String words, String about, String key, Consumer<CatalogView> run) {
        return Act.of(id, words, about, key, () -> run.accept(view.get())).in(View.CATALOG);
    }

    private String whyNoDevice() {
        return editing.session().devices().isEmpty() ? "there is no device" : "";
    }

    /** What an act is done to; nothing, and said, if nothing is chosen. */
    private List<Target> chosen(CatalogView view) {
        List<Target> all = view.acted();
        if (all.isEmpty()) {
            notices.refuse("No parameter is chosen. Choose one in the list, in the sockets or on the face.");
        }
        return all;
    }

    /** A macro of what is chosen: parameters of one kind keep their distances, others get spans of their own. */
    private void macroOf(CatalogView view, List<Target> targets) {
        if (targets.isEmpty()) {
            notices.refuse("Choose what the macro is to move first.");
            return;
        }
        Session session = editing.session();
        Macro fresh = Macros.fresh(session, targets.size() == 1 ? view.model().name(targets.get(0)) : "Macro");
        Parameter first = session.parameter(targets.get(0));
        boolean alike = targets.size() > 1
                && targets.stream()
                        .map(session::parameter)
                        .allMatch(p -> p.unit() == first.unit()
                                && p.from() == first.from()
                                && p.to() == first.to()
                                && !p.stepped());
        editing.edit("Macro of " + view.words(), s -> Macros.add(s.with(fresh), fresh.id(), targets, alike));
        if (editing.session().macros().stream().anyMatch(m -> m.id().equals(fresh.id()))) {
            selection.showMacro(fresh.id());
            notices.say(Notice.good(
                    "Macro",
                    fresh.name() + " moves " + targets.size()
                            + (alike ? " members that keep their distances." : " members, each by its own span.")
                            + " M learns the control that moves it."));
        }
    }
}
