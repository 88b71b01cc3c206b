package agogic.desk.sets;

import agogic.core.device.Device;
import agogic.core.edit.points.Between;
import agogic.core.edit.points.ShapeWords;
import agogic.core.edit.points.SnapshotWords;
import agogic.core.edit.points.Snapshots;
import agogic.core.play.LiveState;
import agogic.core.route.Hand;
import agogic.core.route.Route;
import agogic.core.route.Target;
import agogic.core.session.Session;
import agogic.core.session.TargetName;
import agogic.core.snapshot.Snapshot;
import agogic.core.snapshot.SnapshotSet;
import agogic.core.surface.Control;
import agogic.core.surface.Surface;
import agogic.desk.model.Editing;
import agogic.desk.model.Frames;
import agogic.desk.model.Riding;
import agogic.desk.model.Selection;
import agogic.desk.model.Standing;
import agogic.desk.parts.FormDialog;
import agogic.desk.parts.Parts;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import javafx.scene.control.ComboBox;
import javafx.scene.control.TextField;
import javafx.stage.Window;

/** What is asked about snapshots. */
final class SnapshotForms {
    private SnapshotForms() {}

    /** A snapshot that was taken, and its set. */
    record Taken(String set, Snapshot snapshot) {}

    /** Asks for a name and of what it is. */
    static final class Take extends FormDialog<Taken> {
        private final Editing editing;
        private final Standing standing;
        private final TextField name;
        private final TextField set;
        private final ComboBox<String> of;
        private final List<List<Target>> targets = new ArrayList<>();

        Take(Editing editing, Selection selection, Standing standing, SnapshotSet shown, Window owner) {
            super("Take a snapshot", "Parameters as they stand now, under a name", owner);
            this.editing = editing;
            this.standing = standing;
            Session session = editing.session();
            List<String> words = new ArrayList<>();
            Optional<Route> selected = selection.selectedRoute();
            if (shown != null && !shown.snapshots().isEmpty()) {
                offer(
                        words,
                        "what " + shown.snapshots().get(0).name() + " holds",
                        shown.snapshots().get(0).values().stream()
                                .map(Snapshot.Value::target)
                                .toList());
            }
            selected.ifPresent(r -> {
                Device device = session.device(r.target().device());
                offer(
                        words,
                        "all that " + device.name() + " has a row or a socket for",
                        session.routes().stream()
                                .map(Route::target)
                                .filter(t -> t.device().equals(device.id()))
                                .toList(),
                        device.used().stream()
                                .flatMap(s -> s.seats().stream())
                                .map(seat -> new Target(device.id(), seat.parameter()))
                                .toList());
                offer(words, TargetName.of(session, r.target()), List.of(r.target()));
            });
            for (Device device : session.devices()) {
                offer(
                        words,
                        "all rows of " + device.name(),
                        session.routes().stream()
                                .map(Route::target)
                                .filter(t -> t.device().equals(device.id()))
                                .toList());
            }
            offer(
                    words,
                    "all rows",
                    session.routes().stream().map(Route::target).toList());
            int n = shown == null ? 1 : shown.snapshots().size() + 1;
            name = row("snapshot-name", "Name", "Snapshot " + n, "");
            set = row("snapshot-set", "Set", shown == null ? "Snapshots" : shown.name(), "made if there is none");
            of = choice("snapshot-of", "Of", words, words.isEmpty() ? null : words.get(0), "");
            of.setMaxWidth(380);
            done("snapshot", "Take it");
        }

        @SafeVarargs
        private void offer(List<String> words, String called, List<Target>... parts) {
            List<Target> all = Arrays.stream(parts)
                    .flatMap(List::stream)
                    .distinct()
                    .filter(t -> !editing.session().parameter(t).reserved())
                    .toList();
            if (!all.isEmpty() && !words.contains(called)) {
                words.add(called);
                targets.add(all);
            }
        }

        @Override
        protected Taken made() {
            int at = of.getItems().indexOf(of.getValue());
            if (at < 0) {
                throw new IllegalArgumentException("There is nothing to take: no parameter has a row yet.");
            }
            Session session = editing.session();
            Snapshot snapshot = Snapshots.take(session, name.getText().strip(), targets.get(at), standing::stands);
            Snapshots.keep(session, set.getText().strip(), snapshot);
            return new Taken(set.getText().strip(), snapshot);
        }
    }

    /** Asks which one comes where, in words that {@code drop} takes. */
    static final class Drop extends FormDialog<String> {
        private final Session session;
        private final ComboBox<String> which;
        private final TextField at;
        private final TextField until;
        private final TextField over;

        Drop(Editing editing, Riding riding, SnapshotSet set, Window owner) {
            super("Drop a snapshot", "Its values come on the lanes of its parameters", owner);
            session = editing.session();
            List<String> names = set.snapshots().stream().map(Snapshot::name).toList();
            which = choice("drop-which", "Snapshot", names, names.get(0), "");
            double here = Math.max(0, riding.positionBeat());
            at = row("drop-at", "At", session.timeline().printBars(here), "the playhead");
            until = row("drop-until", "Until", "", "empty: the end of the piece");
            over = row("drop-over", "Over", "", "such as 2 bars; empty: a jump");
            done("drop", "Drop it");
        }

        @Override
        protected String told() {
            String words = SnapshotWords.replaces(session, words());
            return words.substring(0, 1).toUpperCase(Locale.ROOT) + words.substring(1) + ".";
        }

        @Override
        protected String made() {
            String words = words();
            ShapeWords.apply(session, List.of(), 0, "drop " + words);
            return words;
        }

        private String words() {
            return which.getValue() + " " + at.getText().strip()
                    + (until.getText().isBlank()
                            ? ""
                            : " until " + until.getText().strip())
                    + (over.getText().isBlank() ? "" : " over " + over.getText().strip());
        }
    }

    /** Asks between which two a macro is to go. */
    static final class BetweenTwo extends FormDialog<Between.Outcome> {
        private final Editing editing;
        private final SnapshotSet set;
        private final ComboBox<String> first;
        private final ComboBox<String> second;
        private final TextField name;

        BetweenTwo(Editing editing, SnapshotSet set, Window owner) {
            super(
                    "Between two snapshots",
                    "A macro goes from the first to the second, each value by its own taper",
                    owner);
            this.editing = editing;
            this.set = set;
            List<String> names = set.snapshots().stream().map(Snapshot::name).toList();
            first = choice("between-first", "From", names, names.get(0), "");
            second = choice("between-second", "To", names, names.get(1), "");
            name = row("between-name", "Macro", "", "leave empty for both names");
            done("between", "Make it");
        }

        private Snapshot of(ComboBox<String> box) {
            return set.snapshots().stream()
                    .filter(s -> s.name().equals(box.getValue()))
                    .findFirst()
                    .orElseThrow();
        }

        @Override
        protected String told() {
            Between.Outcome made = made();
            int n = made.session().macro(made.macro()).members().size();
            return n
                    + (n == 1 ? " parameter moves with the macro." : " parameters move with the macro.")
                    + (made.left().isEmpty() ? "" : " Left out: " + String.join("; ", made.left()) + ".");
        }

        @Override
        protected Between.Outcome made() {
            // Of the piece as it is then: what was ridden while this was asked is in it.
            return Between.of(editing.session(), of(first), of(second), name.getText());
        }
    }

    /** A snapshot and what starts it. */
    record OnPad(Snapshot snapshot, Optional<Hand> pad) {}

    /** Asks which pad starts which one; the control that was moved last is offered. */
    static final class Pad extends FormDialog<OnPad> {
        private final SnapshotSet set;
        private final ComboBox<String> which;
        private final ComboBox<String> control;
        private final List<Optional<Hand>> hands = new ArrayList<>(List.of(Optional.empty()));

        Pad(Editing editing, Frames frames, SnapshotSet set, Window owner) {
            super("Pad for a snapshot", "What starts it, besides its key", owner);
            this.set = set;
            Session session = editing.session();
            List<String> names = set.snapshots().stream().map(Snapshot::name).toList();
            String first = set.snapshots().stream()
                    .filter(s -> s.pad().isEmpty())
                    .map(Snapshot::name)
                    .findFirst()
                    .orElse(names.get(0));
            which = choice("pad-which", "Snapshot", names, first, "");
            List<String> words = new ArrayList<>(List.of("no pad"));
            for (Surface surface : session.surfaces()) {
                for (Control one : surface.controls()) {
                    words.add(one.name() + " of " + surface.name());
                    hands.add(Optional.of(new Hand(surface.id(), one.id())));
                }
            }
            LiveState.LastEvent last = frames.state().lastEvent();
            int moved = 0;
            if (last != null
                    && last.control() >= 0
                    && last.surface() < session.surfaces().size()) {
                Surface surface = session.surfaces().get(last.surface());
                moved = hands.indexOf(Optional.of(new Hand(
                        surface.id(), surface.controls().get(last.control()).id())));
            }
            control = choice("pad-control", "Control", words, words.get(Math.max(0, moved)), "moved last");
            done("pad", "So be it");
        }

        @Override
        protected OnPad made() {
            Snapshot snapshot = set.snapshots().stream()
                    .filter(s -> s.name().equals(which.getValue()))
                    .findFirst()
                    .orElseThrow();
            return new OnPad(snapshot, hands.get(control.getItems().indexOf(control.getValue())));
        }
    }

    /** Asks for the name of a set, when its snapshots come and how long they take. */
    static final class Settings extends FormDialog<SnapshotSet> {
        private final SnapshotSet set;
        private final TextField name;
        private final ComboBox<String> start;
        private final TextField over;

        Settings(SnapshotSet set, Window owner) {
            super("When snapshots start", "What happens when a snapshot of " + set.name() + " is started", owner);
            this.set = set;
            List<String> starts = Arrays.stream(SnapshotSet.Start.values())
                    .map(SnapshotSet.Start::spoken)
                    .toList();
            start = choice("set-start", "It comes", starts, set.start().spoken(), "while it plays");
            over = row("set-over", "Over", Parts.number(set.over()), "beats; 0 is a jump");
            name = row("set-name", "Name of the set", set.name(), "");
            done("set", "Set it");
        }

        @Override
        protected SnapshotSet made() {
            double beats;
            try {
                beats = Double.parseDouble(
                        over.getText().replace(',', '.').replace("beats", "").strip());
            } catch (NumberFormatException e) {
                throw new IllegalArgumentException("“" + over.getText() + "” is no number of beats, such as 4.");
            }
            SnapshotSet.Start when = SnapshotSet.Start.values()[start.getItems().indexOf(start.getValue())];
            return set.named(name.getText().strip()).starting(when, beats);
        }
    }
}
