package agogic.desk.refine;

import agogic.core.edit.points.Versions;
import agogic.core.session.Version;
import agogic.desk.acts.Act;
import agogic.desk.model.Notice;
import agogic.desk.model.View;
import agogic.desk.parts.NameDialog;
import java.util.List;
import java.util.function.Consumer;
import java.util.function.Supplier;

/** Compares the lane that is shown with versions of it that were kept, and with its ride: seen, heard, told, brought back. */
final class Comparing {
    private final Supplier<RefineView> view;

    private Comparing(Supplier<RefineView> view) {
        this.view = view;
    }

    static List<Act> of(Supplier<RefineView> view) {
        Comparing all = new Comparing(view);
        return List.of(
                all.act(
                        "version-keep",
                        "Keep a version of this lane…",
                        "As it is now, under a name, to compare with it later",
                        "Ctrl+U",
                        shown -> all.keep(shown, false)),
                all.act(
                        "version-keep-all",
                        "Keep a version of the piece…",
                        "All of it as it is now, under a name",
                        "Ctrl+Shift+U",
                        shown -> all.keep(shown, true)),
                all.act(
                                "version-next",
                                "Compare with the next version",
                                "It lies behind the lane as small dashes: each version, the ride itself, nothing",
                                "Shift+H",
                                all::next)
                        .repeating(),
                all.act(
                        "version-hear",
                        "Hear the other version",
                        "What it is compared with is heard in its place, from the same position; again: as it is",
                        "Alt+H",
                        all::hear),
                all.act(
                        "version-back",
                        "Bring the version back",
                        "The lane, or the piece, becomes what was kept",
                        "Alt+U",
                        all::back),
                all.act(
                        "version-remove",
                        "Remove the version",
                        "It is not kept any more; the lane stays as it is",
                        "Alt+Delete",
                        all::remove));
    }

    private Act act(String id, String words, String about, String key, Consumer<Shown> run) {
        boolean needsOther =
                List.of("version-hear", "version-back", "version-remove").contains(id);
        return Act.of(id, words, about, key, () -> {
                    Shown shown = view.get().shown();
                    if (shown.target() == null) {
                        shown.notices().refuse("Select a route first: versions are of its lane.");
                    } else {
                        run.accept(shown);
                    }
                })
                .in(View.REFINE)
                .unless(() -> needsOther && view.get().shown().compared() == null
                        ? "it is compared with nothing yet: Shift+H chooses a version"
                        : view.get().shown().whyNone());
    }

    private void keep(Shown shown, boolean whole) {
        int n = shown.editing().session().versions().size() + 1;
        NameDialog.askNew(view.get().getScene().getWindow(), "Name of the version", "Version " + n)
                .ifPresent(called -> {
                    if (shown.editing()
                            .edit(
                                    "Keep a version",
                                    s -> whole ? Versions.keep(s, called) : Versions.keep(s, shown.target(), called))) {
                        shown.notices()
                                .say(Notice.good(
                                        "Kept",
                                        called + (whole ? ", all of the piece." : ", this lane.")
                                                + " Shift+H compares."));
                    }
                });
    }

    private void next(Shown shown) {
        List<Compared> all = Compared.others(shown);
        if (all.isEmpty()) {
            shown.notices().refuse("Nothing to compare with: Ctrl+U keeps this lane as it is now.");
            return;
        }
        int at = -1;
        for (int i = 0; i < all.size(); i++) {
            at = shown.compared() != null
                            && all.get(i).name().equals(shown.compared().name())
                    ? i
                    : at;
        }
        show(shown, at + 1 < all.size() ? all.get(at + 1) : null);
    }

    private void show(Shown shown, Compared other) {
        asItIs(shown);
        Compared.with(shown, other);
        view.get().compared();
        shown.notices()
                .say(
                        other == null
                                ? Notice.plain("Compared", "with nothing.")
                                : Notice.plain("Compared", "with " + other.name() + ": " + Compared.told(shown) + "."));
    }

    private static boolean none(Shown shown) {
        if (shown.compared() == null) {
            shown.notices().refuse("It is compared with nothing yet: Shift+H chooses a version.");
        }
        return shown.compared() == null;
    }

    private void hear(Shown shown) {
        if (none(shown)) {
            return;
        }
        boolean other = !shown.editing().hearsOther();
        if (other && shown.riding().passOpen()) {
            shown.notices().refuse("Something is being written: it is compared when the ride is over.");
            return;
        }
        shown.editing().hear(other ? shown.compared().session() : null);
        view.get().compared();
        shown.notices()
                .say(
                        other
                                ? Notice.plain(
                                        "Other version", shown.compared().name() + " is heard now. Alt+H: as it is.")
                                : Notice.good("As it is", "The piece as it is now is heard."));
    }

    private static void asItIs(Shown shown) {
        if (shown.editing().hearsOther()) {
            shown.editing().hear(null);
        }
    }

    private static Version version(Shown shown) {
        if (none(shown)) {
            return null;
        }
        if (shown.compared().version().isEmpty()) {
            shown.notices().refuse("The ride itself stays as it was moved: choose a version with Shift+H.");
        }
        return shown.compared().version().orElse(null);
    }

    private void back(Shown shown) {
        Version version = version(shown);
        if (version != null) {
            asItIs(shown);
            if (shown.editing().edit("Bring back " + version.name(), s -> Versions.back(s, version))) {
                shown.editing().did("Brought back", version.name() + ".");
            }
        }
    }

    private void remove(Shown shown) {
        Version version = version(shown);
        if (version != null) {
            asItIs(shown);
            if (shown.editing().edit("Remove " + version.name(), s -> Versions.remove(s, version))) {
                shown.notices()
                        .say(Notice.good("Removed", "The version " + version.name() + ". The lane stays as it is."));
            }
        }
    }
}
