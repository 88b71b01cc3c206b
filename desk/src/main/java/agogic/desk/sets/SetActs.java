package agogic.desk.sets;

import agogic.core.edit.points.ShapeWords;
import agogic.core.edit.points.SnapshotWords;
import agogic.core.edit.points.Snapshots;
import agogic.core.macro.Macro;
import agogic.core.route.Hand;
import agogic.core.session.Session;
import agogic.core.snapshot.Snapshot;
import agogic.core.snapshot.SnapshotSet;
import agogic.desk.acts.Act;
import agogic.desk.model.Editing;
import agogic.desk.model.Frames;
import agogic.desk.model.Notice;
import agogic.desk.model.Notices;
import agogic.desk.model.Riding;
import agogic.desk.model.Selection;
import agogic.desk.model.Standing;
import agogic.desk.parts.ChoiceDialog;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.function.Supplier;
import javafx.stage.Window;

/** What can be done with snapshots, wherever one is. */
public final class SetActs {
    private final Editing editing;
    private final Notices notices;
    private final Selection selection;
    private final Frames frames;
    private final Riding riding;
    private final Standing standing;
    private final Supplier<SetsDrawer> drawer;
    private final Supplier<Window> window;

    /** What can be done with snapshots and their sets. */
    public SetActs(
            Editing editing,
            Notices notices,
            Selection selection,
            Frames frames,
            Riding riding,
            Standing standing,
            Supplier<SetsDrawer> drawer,
            Supplier<Window> window) {
        this.editing = editing;
        this.notices = notices;
        this.selection = selection;
        this.frames = frames;
        this.riding = riding;
        this.standing = standing;
        this.drawer = drawer;
        this.window = window;
    }

    /** All of them. */
    public List<Act> all() {
        List<Act> all = new ArrayList<>(List.of(
                Act.of("sets", "Snapshots", "Show or hide the snapshots", "Alt+S", this::turn)
                        .brief("Close"),
                Act.of(
                                "snapshot-take",
                                "Take a snapshot…",
                                "Parameters as they stand now, under a name, in a set",
                                "Alt+N",
                                this::take)
                        .brief("Take one…"),
                Act.of(
                                "snapshot-drop",
                                "Drop a snapshot…",
                                "Its values on the lanes of its parameters, at a bar: at once or over a length",
                                "Alt+D",
                                this::drop)
                        .brief("Drop one…")
                        .unless(this::whyNone),
                Act.of(
                                "snapshot-pad",
                                "Pad for a snapshot…",
                                "A button or pad of a surface starts it; the one moved last is offered",
                                "Alt+P",
                                this::pad)
                        .brief("Pad…")
                        .unless(this::whyNone),
                Act.of(
                                "snapshots-between",
                                "Between two snapshots…",
                                "A macro that goes from one to the other, ridden as any other",
                                "Alt+M",
                                this::between)
                        .brief("Between…")
                        .unless(this::whyNone),
                Act.of(
                                "set-settings",
                                "When snapshots start…",
                                "On the next beat, bar or four bars, as a jump or over a length; and its name",
                                "Alt+T",
                                this::settings)
                        .brief("When…")
                        .unless(this::whyNone),
                Act.of(
                                "snapshots-remove",
                                "Remove snapshots…",
                                "Those that are chosen go; what they wrote stays",
                                "Alt+X",
                                this::remove)
                        .unless(this::whyNone)));
        for (int i = 0; i < SetsDrawer.KEYS; i++) {
            int place = i;
            all.add(Act.of(
                            "snapshot-start-" + (i + 1),
                            "Start snapshot " + (i + 1),
                            "Starts on the beat or bar that its set has; recorded during a ride",
                            "Ctrl+" + (i + 1),
                            () -> drawer.get().start(place))
                    .untold());
        }
        all.add(Act.told(
                "snapshot-starts", "Start snapshots 1 to 8", "Start a snapshot of the shown set", "Ctrl+1 … 8"));
        return all;
    }

    private void turn() {
        boolean now = !selection.setsProperty().get();
        selection.setsProperty().set(now);
    }

    private void take() {
        new SnapshotForms.Take(editing, selection, standing, drawer.get().set(), window.get())
                .showAndWait()
                .ifPresent(made -> {
                    if (!editing.edit("Take a snapshot", s -> Snapshots.keep(s, made.set(), made.snapshot()))) {
                        return;
                    }
                    selection.setsProperty().set(true);
                    drawer.get().show(made.set());
                    editing.did(
                            "Taken",
                            made.snapshot().name() + ": " + Snapshots.spoken(editing.session(), made.snapshot()) + ".");
                });
    }

    private String whyNone() {
        SnapshotSet set = drawer.get().set();
        return set == null || set.snapshots().isEmpty() ? "there are no snapshots" : "";
    }

    private boolean none() {
        SnapshotSet set = drawer.get().set();
        boolean none = set == null || set.snapshots().isEmpty();
        if (none) {
            notices.refuse("There are no snapshots yet: Alt+N takes one.");
        }
        return none;
    }

    private void drop() {
        if (none()) {
            return;
        }
        new SnapshotForms.Drop(editing, riding, drawer.get().set(), window.get())
                .showAndWait()
                .ifPresent(words -> {
                    Session before = editing.session();
                    if (editing.edit("Drop " + words, s -> ShapeWords.apply(s, List.of(), 0, "drop " + words))) {
                        editing.did("Dropped", words + ": " + SnapshotWords.replaces(before, words) + ".");
                    }
                });
    }

    private void between() {
        if (none()) {
            return;
        }
        SnapshotSet set = drawer.get().set();
        if (set.snapshots().size() < 2) {
            notices.refuse("Two snapshots are needed: Alt+N takes another.");
            return;
        }
        new SnapshotForms.BetweenTwo(editing, set, window.get()).showAndWait().ifPresent(made -> {
            if (!editing.edit("Macro between two snapshots", s -> made.session())) {
                return;
            }
            selection.showMacro(made.macro());
            Macro macro = editing.session().macro(made.macro());
            notices.say(Notice.good(
                    "Macro",
                    macro.name() + " moves " + macro.members().size()
                            + " parameters; it is at the first. M learns its control."
                            + (made.left().isEmpty() ? "" : " Left out: " + String.join("; ", made.left()) + ".")));
        });
    }

    private void pad() {
        if (none()) {
            return;
        }
        SnapshotSet set = drawer.get().set();
        new SnapshotForms.Pad(editing, frames, set, window.get()).showAndWait().ifPresent(made -> {
            if (!editing.edit(
                    "Pad for " + made.snapshot().name(), s -> Snapshots.on(s, set, made.snapshot(), made.pad()))) {
                return;
            }
            Optional<Hand> pad = made.pad();
            notices.say(Notice.good(
                    "Pad",
                    pad.isEmpty()
                            ? made.snapshot().name() + " is started by no pad any more."
                            : editing.session().controlName(pad.get()) + " starts "
                                    + made.snapshot().name() + "."));
        });
    }

    private void settings() {
        SnapshotSet set = drawer.get().set();
        if (set == null) {
            notices.refuse("There is no set yet: Alt+N takes a snapshot, and makes one.");
            return;
        }
        new SnapshotForms.Settings(set, window.get()).showAndWait().ifPresent(changed -> {
            if (!editing.edit("When snapshots start", s -> Snapshots.keep(s, set.name(), changed))) {
                return;
            }
            drawer.get().show(changed.name());
            notices.say(Notice.good("Set", changed.name() + ": its snapshots " + SetsDrawer.words(changed) + "."));
        });
    }

    private void remove() {
        if (none()) {
            return;
        }
        SnapshotSet set = drawer.get().set();
        List<ChoiceDialog.Choice> lines = set.snapshots().stream()
                .map(s -> new ChoiceDialog.Choice(
                        s.name(),
                        s.name(),
                        s.values().size() + (s.values().size() == 1 ? " value" : " values"),
                        "goes; what it wrote stays",
                        true))
                .toList();
        Set<String> off = new HashSet<>();
        lines.forEach(l -> off.add(l.id()));
        new ChoiceDialog(
                        "snapshots",
                        "Remove snapshots",
                        "Which snapshots of " + set.name() + " go?",
                        lines,
                        "Remove",
                        left -> lines.size() - left.size() + " of " + lines.size() + " go",
                        window.get())
                .offering()
                .without(off)
                .showAndWait()
                .ifPresent(left -> editing.edit("Remove snapshots", s -> {
                    List<Snapshot> stay = set.snapshots().stream()
                            .filter(one -> left.contains(one.name()))
                            .toList();
                    return stay.isEmpty() ? Snapshots.remove(s, set) : Snapshots.keep(s, set.with(stay));
                }));
    }
}
