package agogic.desk.sets;

import agogic.core.edit.points.Snapshots;
import agogic.core.session.Session;
import agogic.core.snapshot.Snapshot;
import agogic.core.snapshot.SnapshotSet;
import agogic.desk.acts.ActParts;
import agogic.desk.acts.Here;
import agogic.desk.acts.Subject;
import agogic.desk.live.LiveDesk;
import agogic.desk.model.Editing;
import agogic.desk.model.Frames;
import agogic.desk.model.Notice;
import agogic.desk.model.Notices;
import agogic.desk.model.Riding;
import agogic.desk.model.Selection;
import agogic.desk.parts.Parts;
import agogic.desk.parts.Tip;
import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.atomic.AtomicIntegerArray;
import java.util.function.Consumer;
import javafx.geometry.Pos;
import javafx.scene.Parent;
import javafx.scene.control.Button;
import javafx.scene.control.ComboBox;
import javafx.scene.control.ContentDisplay;
import javafx.scene.control.Label;
import javafx.scene.layout.FlowPane;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import javafx.scene.layout.VBox;

/** The snapshots of a set as pads: which waits, which came last; a press, Enter or a key starts one. */
public final class SetsDrawer extends VBox {
    /** So many pads have a key. */
    public static final int KEYS = 8;

    private static final double PAD = 160;

    private final Editing editing;
    private final Notices notices;
    private final Riding riding;
    private final LiveDesk live;
    private final Consumer<Parent> made;
    private final ComboBox<String> which = new ComboBox<>();
    private final Label about = new Label();
    private final FlowPane pads = new FlowPane(8, 8);
    private final Label none = new Label();
    private List<SnapshotSet> drawn;
    private String drawnSet;
    private long seen = -1;
    private boolean filling;

    /** @param made told what is in it when it is there */
    public SetsDrawer(
            Editing editing,
            Notices notices,
            Selection selection,
            Frames frames,
            Riding riding,
            LiveDesk live,
            Consumer<Parent> made) {
        super(6);
        this.editing = editing;
        this.notices = notices;
        this.riding = riding;
        this.live = live;
        this.made = made;
        getStyleClass().add("drawer");
        visibleProperty().bind(selection.setsProperty());
        managedProperty().bind(visibleProperty());
        visibleProperty().addListener((o, a, is) -> shown());
        editing.sessionProperty().addListener((o, a, b) -> shown());
        frames.onFrame(this::frame);
        Here.on(this, Subject.SNAPSHOT);
        shown();
    }

    /** What is in it is made when it is seen first. */
    private void shown() {
        if (isVisible() && getChildren().isEmpty()) {
            fill();
            made.accept(this);
        }
        if (isVisible()) {
            draw();
        }
    }

    private void fill() {
        Label title = new Label("Snapshots");
        title.getStyleClass().add("title");
        which.setId("sets");
        which.setAccessibleText("Which set of snapshots");
        which.setConverter(Parts.words(s -> s));
        which.managedProperty().bind(which.visibleProperty());
        which.setOnAction(e -> {
            if (!filling && which.getValue() != null) {
                drawn = null;
                draw();
            }
        });
        about.getStyleClass().addAll("quiet", "small");
        about.setMinWidth(0);
        Region gap = new Region();
        HBox.setHgrow(gap, Priority.ALWAYS);
        HBox head = new HBox(
                8,
                title,
                which,
                about,
                gap,
                ActParts.button("snapshot-take"),
                ActParts.button("snapshot-drop"),
                ActParts.button("snapshot-pad"),
                ActParts.button("set-settings"),
                ActParts.button("sets"));
        head.setAlignment(Pos.CENTER_LEFT);
        head.getChildren().forEach(n -> {
            if (n instanceof Button button) {
                button.setMinWidth(Region.USE_PREF_SIZE);
            }
        });
        none.setText("No snapshots yet. Alt+N takes one: parameters as they stand now, under a name.");
        none.getStyleClass().add("quiet");
        none.managedProperty().bind(none.visibleProperty());
        none.setId("sets-none");
        pads.setId("pads");
        getChildren().addAll(head, none, pads);
    }

    /** The set that is shown, or null if there is none. */
    SnapshotSet set() {
        List<SnapshotSet> all = editing.session().sets();
        return all.isEmpty()
                ? null
                : Snapshots.set(editing.session(), String.valueOf(which.getValue()))
                        .orElse(all.get(0));
    }

    void show(String set) {
        drawn = null;
        draw();
        which.setValue(set);
    }

    private void draw() {
        Session session = editing.session();
        if (session.sets() == drawn) {
            return;
        }
        filling = true;
        drawn = session.sets();
        String kept = which.getValue();
        List<String> names = drawn.stream().map(SnapshotSet::name).toList();
        which.getItems().setAll(names);
        which.setValue(names.contains(kept) ? kept : names.isEmpty() ? null : names.get(0));
        which.setVisible(names.size() > 1 || !names.isEmpty());
        filling = false;
        SnapshotSet set = set();
        drawnSet = set == null ? null : set.name();
        none.setVisible(set == null || set.snapshots().isEmpty());
        pads.getChildren().clear();
        about.setText(set == null ? "" : words(set));
        if (set != null) {
            for (int i = 0; i < set.snapshots().size(); i++) {
                pads.getChildren().add(pad(set, i));
            }
        }
        seen = -1;
        frame();
    }

    /** {@code come on the next bar, as a jump}. */
    static String words(SnapshotSet set) {
        return "come " + set.start().spoken()
                + (set.over() == 0 ? ", as a jump" : ", over " + Parts.number(set.over()) + " beats");
    }

    private Button pad(SnapshotSet set, int place) {
        Snapshot one = set.snapshots().get(place);
        Label name = new Label(one.name());
        name.setMaxWidth(PAD - 20);
        Label state = new Label();
        state.setId("pad-state-" + (place + 1));
        state.getStyleClass().addAll("small", "hand-text");
        state.setMaxWidth(PAD - 20);
        Button pad = new Button();
        pad.setId("pad-" + (place + 1));
        pad.getStyleClass().addAll("pad");
        pad.setGraphic(new VBox(2, name, state));
        pad.setContentDisplay(ContentDisplay.GRAPHIC_ONLY);
        pad.setAlignment(Pos.CENTER_LEFT);
        pad.setPrefWidth(PAD);
        pad.setOnAction(e -> start(place));
        Tip.on(pad, Snapshots.spoken(editing.session(), one));
        return pad;
    }

    /** Starts a snapshot of the shown set, 0 for the first. */
    void start(int place) {
        SnapshotSet set = set();
        if (set == null || place >= set.snapshots().size()) {
            notices.refuse("There is no snapshot " + (place + 1) + ". Alt+N takes one.");
            return;
        }
        if (editing.hearsOther()) {
            editing.hear(null);
        }
        live.engine().start(editing.session().sets().indexOf(set), place, live.nanos());
        Snapshot one = set.snapshots().get(place);
        notices.say(
                riding.playing() && set.start() != SnapshotSet.Start.AT_ONCE
                        ? Notice.plain(
                                "Started", one.name() + " comes " + set.start().spoken() + ".")
                        : Notice.good("Started", one.name() + ": " + Snapshots.spoken(editing.session(), one) + "."));
    }

    private void frame() {
        SnapshotSet set = isVisible() ? set() : null;
        if (set == null
                || !set.name().equals(drawnSet)
                || pads.getChildren().size() != set.snapshots().size()) {
            return;
        }
        int place = editing.session().sets().indexOf(set);
        AtomicIntegerArray started = live.engine().started();
        if (2 * place + 1 >= started.length()) {
            return;
        }
        long now = (long) started.get(2 * place) << 32 | started.get(2 * place + 1);
        if (now == seen) {
            return;
        }
        seen = now;
        for (int i = 0; i < pads.getChildren().size(); i++) {
            tell((Button) pads.getChildren().get(i), set.snapshots().get(i), i, started, place);
        }
    }

    private void tell(Button pad, Snapshot one, int i, AtomicIntegerArray started, int place) {
        boolean waits = started.get(2 * place) == i + 1;
        boolean on = started.get(2 * place + 1) == i + 1;
        List<String> parts = new ArrayList<>();
        if (waits) {
            parts.add("▸ waits");
        } else if (on) {
            parts.add("● on");
        }
        if (i < KEYS) {
            parts.add("Ctrl+" + (i + 1));
        }
        one.pad().ifPresent(hand -> parts.add(editing.session().controlName(hand)));
        Label state = (Label) pad.lookup("#pad-state-" + (i + 1));
        if (state == null) {
            state = (Label) ((VBox) pad.getGraphic()).getChildren().get(1);
        }
        state.setText(String.join(" · ", parts));
        pad.getStyleClass().removeAll("waits", "on");
        if (waits || on) {
            pad.getStyleClass().add(waits ? "waits" : "on");
        }
        pad.setAccessibleText(one.name() + (waits ? ", waits" : on ? ", on" : "") + ", "
                + Snapshots.spoken(editing.session(), one)
                + one.pad()
                        .map(h -> ", started by " + editing.session().controlName(h))
                        .orElse(""));
    }
}
