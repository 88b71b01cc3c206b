package agogic.desk.export;

import agogic.core.session.Destination;
import agogic.desk.acts.ActParts;
import agogic.desk.acts.Here;
import agogic.desk.acts.Subject;
import agogic.desk.model.Editing;
import agogic.desk.model.Selection;
import agogic.desk.parts.Parts;
import agogic.formats.midi.MidiExport;
import java.util.List;
import java.util.Locale;
import javafx.geometry.Insets;
import javafx.geometry.Pos;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.control.ListView;
import javafx.scene.control.ProgressBar;
import javafx.scene.input.KeyCode;
import javafx.scene.input.KeyEvent;
import javafx.scene.layout.BorderPane;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import javafx.scene.layout.VBox;

/** What can be carried out of the piece, line by line: what it contains, what is lost, what changed since. */
public final class ExportView extends BorderPane {
    /** How tall a line is, in pixels. */
    static final double ROW = 58;

    private static final double PLACE_ROW = 46;
    private static final double PLACES_WIDE = 206;
    private static final double NARROW = 1160;

    private final Editing editing;
    private final ExportModel model;
    private final Runnable carry;
    private final ListView<ExportLine> list = new ListView<>();
    private final ListView<Destination> places = new ListView<>();
    private final Label where = new Label();
    private final Label heading = new Label();
    private final HowPanel how;
    private final LineFace face;
    private boolean showing;
    private final Label title = new Label();
    private final Label about = new Label();
    private final VBox facts = new VBox(6);
    private final WireFace wire;
    private final HBox lessLine = new HBox(ActParts.button("export-less"));
    private final ProgressBar bar = new ProgressBar(0);
    private final HBox foot;

    /** @param carry carries the chosen line out */
    ExportView(Editing editing, Selection selection, ExportModel model, Runnable carry) {
        this.editing = editing;
        this.model = model;
        this.carry = carry;
        how = new HowPanel(model);
        face = new LineFace(editing, selection);
        places.setId("destinations");
        places.getStyleClass().add("words");
        places.setAccessibleText("Destinations");
        places.setCellFactory(view -> new PlaceCell(model));
        places.setFixedCellSize(PLACE_ROW);
        places.getSelectionModel().selectedItemProperty().addListener((o, a, b) -> {
            if (!showing && b != null) {
                model.chosen().set(b.name());
                look();
            }
        });
        list.setId("export-lines");
        list.getStyleClass().add("words");
        list.setAccessibleText("What can be exported");
        list.getItems().setAll(ExportLine.values());
        list.setCellFactory(view -> new LineCell(model, carry));
        list.getSelectionModel().selectFirst();
        list.getSelectionModel().selectedItemProperty().addListener((o, a, b) -> show());
        list.addEventFilter(KeyEvent.KEY_PRESSED, this::pressed);
        list.setFixedCellSize(ROW);
        list.setPrefHeight(ExportLine.values().length * ROW + 4);
        wire = new WireFace(editing, selection);
        lessLine.setPadding(new Insets(0, 0, 0, 112));
        bar.setMaxWidth(Double.MAX_VALUE);
        bar.setAccessibleText("How far the export is");
        bar.progressProperty().bind(model.progress());
        HBox.setHgrow(bar, Priority.ALWAYS);
        foot = new HBox(10, bar, ActParts.button("export-cancel"));
        foot.setAlignment(Pos.CENTER_LEFT);
        foot.visibleProperty().bind(model.running().isNotNull());
        foot.managedProperty().bind(foot.visibleProperty());
        setLeft(places());
        setCenter(lines());
        setRight(beside());
        model.looked().addListener((o, a, b) -> show());
        model.known().addListener((o, a, b) -> show());
        model.running().addListener((o, a, b) -> {
            if (b == null) {
                face.again();
            }
            show();
        });
        editing.sessionProperty().addListener((o, a, b) -> {
            if (isVisible()) {
                look();
            }
        });
        visibleProperty().addListener((o, a, is) -> {
            if (is) {
                look();
            }
        });
        Here.on(this, place -> Subject.EXPORT);
        look();
    }

    /** The chosen line. */
    ExportLine chosen() {
        return list.getSelectionModel().getSelectedItem();
    }

    /** Finds out anew what would go. */
    void look() {
        model.look();
        show();
    }

    private Node places() {
        Label head = new Label("Destinations");
        head.getStyleClass().add("title");
        where.getStyleClass().addAll("quiet", "small");
        where.setWrapText(true);
        where.setMinHeight(USE_PREF_SIZE);
        VBox box = new VBox(10, head, places, ActParts.button("export-all"), where, ActParts.button("destination-new"));
        box.setPadding(new Insets(12, 4, 8, 14));
        box.setPrefWidth(PLACES_WIDE);
        box.setMinWidth(PLACES_WIDE);
        places.setMaxHeight(USE_PREF_SIZE);
        places.setMinHeight(PLACE_ROW + 4);
        return box;
    }

    private Node lines() {
        heading.getStyleClass().add("title");
        Region gap = new Region();
        HBox.setHgrow(gap, Priority.ALWAYS);
        HBox top = new HBox(10, heading, gap, ActParts.button("destination-part"), ActParts.button("export-line"));
        top.setAlignment(Pos.CENTER_LEFT);
        list.setMaxHeight(USE_PREF_SIZE);
        VBox box = new VBox(10, top, list, foot);
        box.setPadding(new Insets(12, 8, 8, 8));
        box.setMinWidth(0);
        return box;
    }

    private Node beside() {
        title.getStyleClass().add("title");
        title.setId("export-title");
        about.getStyleClass().add("quiet");
        about.setWrapText(true);
        about.setMinHeight(USE_PREF_SIZE);
        wire.managedProperty().bind(wire.visibleProperty());
        VBox panel = new VBox(10, title, about, facts, wire, face, how);
        panel.getStyleClass().add("panel");
        VBox box = new VBox(panel);
        box.setPadding(new Insets(12, 14, 8, 6));
        Region pane = Parts.scrolling(box);
        Parts.beside(pane, this, NARROW, 470, 400);
        return pane;
    }

    private void show() {
        Destination now = model.destination();
        showing = true;
        List<Destination> all = model.all();
        if (!places.getItems().equals(all)) {
            places.getItems().setAll(all);
            places.setPrefHeight(all.size() * PLACE_ROW + 4);
        }
        places.getSelectionModel().select(now);
        showing = false;
        places.refresh();
        how.show();
        heading.setText("What goes " + lower(now.name()));
        where.setText(model.folder(now).map(f -> "Goes to " + f + ".").orElse("The folder is asked for."));
        list.refresh();
        ExportLine line = chosen();
        if (line == null) {
            return;
        }
        title.setText(line.title());
        about.setText(line.about() + ".");
        facts.getChildren().clear();
        fact("Contains", model.words().contains(line), "");
        String lost = model.words().lost(line);
        boolean looking = line.part() == Destination.Part.MIDI && model.looked().get() == null;
        fact("Lost", looking ? "looking …" : lost.isEmpty() ? "nothing" : lost, lost.isEmpty() ? "" : "hand-text");
        fact("State", model.since(line), "");
        ExportModel.Looked known = model.looked().get();
        if (line == ExportLine.MIDI && known != null) {
            MidiExport.Report report = known.report();
            if (report.greatestLoss() > 0) {
                fact("Farthest", "at " + editing.timeline().printBars(report.lossBeat()), "");
            }
            if (report.greatestLoss() > 0 && known.less().isEmpty()) {
                less();
            }
            known.less().ifPresent(this::less);
            fact("Busiest second", Math.round(100 * report.busiestShare()) + " % of the wire", "");
            if (report.switchLate() > 0) {
                fact(
                        "Latest switch",
                        String.format(Locale.ROOT, "%s, by %.1f ms", report.switchOf(), 1000 * report.switchLate()),
                        "");
            }
            if (!report.notice().isEmpty()) {
                fact("To know", report.notice(), "");
            }
        }
        if (!facts.getChildren().contains(lessLine)) {
            // It stays in the window, so that its button is dressed with the others.
            facts.getChildren().add(lessLine);
        }
        boolean asked = known != null && known.less().isPresent();
        lessLine.setVisible(line == ExportLine.MIDI
                && known != null
                && !asked
                && known.report().greatestLoss() > 0);
        lessLine.setManaged(lessLine.isVisible());
        face.show(line, model.sound());
        face.setVisible(!face.getChildren().isEmpty());
        face.setManaged(face.isVisible());
        wire.setVisible(line == ExportLine.MIDI);
        wire.show(known);
    }

    /** What would lose less is tried when somebody asks: it takes as long as an export. */
    private void less() {
        facts.getChildren().add(lessLine);
    }

    /** What loses less, each with what would be lost then, and what was tried for nothing. */
    private void less(LessLost less) {
        for (LessLost.Mend mend : less.mends()) {
            Button button = Parts.act("export-mend", mend.words(), "", () -> model.mend(mend));
            button.setAccessibleText(mend.words() + ": " + mend.effect());
            button.setMinWidth(USE_PREF_SIZE);
            besides(new VBox(2, button, Parts.small(mend.effect())));
        }
        if (less.mends().isEmpty()) {
            besides(new VBox(Parts.small(less.words())));
        }
    }

    private void besides(VBox line) {
        line.setPadding(new Insets(0, 0, 0, 112));
        facts.getChildren().add(line);
    }

    private void fact(String name, String words, String style) {
        Label label = new Label(name);
        label.getStyleClass().add("quiet");
        label.setMinWidth(104);
        Label text = new Label(words);
        text.setWrapText(true);
        text.setMinHeight(USE_PREF_SIZE);
        if (!style.isEmpty()) {
            text.getStyleClass().add(style);
        }
        HBox.setHgrow(text, Priority.ALWAYS);
        facts.getChildren().add(new HBox(8, label, text));
    }

    /** {@code To the mix} within a sentence; a name of another kind stays, with where it goes before it. */
    private static String lower(String name) {
        return name.startsWith("To ") ? "t" + name.substring(1) : "to “" + name + "”";
    }

    private void pressed(KeyEvent e) {
        if (e.getCode() == KeyCode.ENTER) {
            carry.run();
            e.consume();
        }
    }
}
