package agogic.desk.export;

import agogic.desk.acts.ActParts;
import agogic.desk.acts.Here;
import agogic.desk.acts.Subject;
import agogic.desk.draw.Ink;
import agogic.desk.draw.Mark;
import agogic.desk.model.Desk;
import agogic.desk.parts.MarkView;
import agogic.desk.parts.Parts;
import agogic.formats.audio.AudioScan;
import agogic.formats.audio.Depth;
import agogic.formats.midi.Fineness;
import agogic.formats.midi.MidiExport;
import java.util.List;
import java.util.Locale;
import javafx.beans.property.ObjectProperty;
import javafx.geometry.Insets;
import javafx.geometry.Pos;
import javafx.scene.AccessibleRole;
import javafx.scene.Node;
import javafx.scene.control.CheckBox;
import javafx.scene.control.ComboBox;
import javafx.scene.control.ContentDisplay;
import javafx.scene.control.Label;
import javafx.scene.control.ListCell;
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
    private static final double ROW = 62;
    private static final double NARROW = 1160;

    private final Desk desk;
    private final ExportModel model;
    private final Runnable carry;
    private final ListView<ExportLine> list = new ListView<>();
    private final Label title = new Label();
    private final Label about = new Label();
    private final VBox facts = new VBox(6);
    private final Label plotTitle = new Label("Bytes a second on the wire; the line is what a MIDI cable carries");
    private final MarkView plot;
    private final ProgressBar bar = new ProgressBar(0);
    private final HBox foot;

    /** @param carry carries the chosen line out */
    ExportView(Desk desk, ExportModel model, Runnable carry) {
        this.desk = desk;
        this.model = model;
        this.carry = carry;
        list.setId("export-lines");
        list.getStyleClass().add("words");
        list.setAccessibleText("What can be exported");
        list.getItems().setAll(ExportLine.values());
        list.setCellFactory(view -> new LineCell());
        list.getSelectionModel().selectFirst();
        list.getSelectionModel().selectedItemProperty().addListener((o, a, b) -> show());
        list.addEventFilter(KeyEvent.KEY_PRESSED, this::pressed);
        list.setFixedCellSize(ROW);
        list.setPrefHeight(ExportLine.values().length * ROW + 4);
        plot = new MarkView(desk) {
            @Override
            public void marks(List<Mark> marks, double width, double height) {
                ExportView.this.load(marks, width, height);
            }
        };
        plot.setId("wire-plot");
        plot.setPrefHeight(150);
        plot.setMinHeight(110);
        plot.setAccessibleRole(AccessibleRole.TEXT);
        bar.setMaxWidth(Double.MAX_VALUE);
        bar.setAccessibleText("How far the export is");
        bar.progressProperty().bind(model.progress());
        HBox.setHgrow(bar, Priority.ALWAYS);
        foot = new HBox(10, bar, ActParts.button("export-cancel"));
        foot.setAlignment(Pos.CENTER_LEFT);
        foot.visibleProperty().bind(model.running().isNotNull());
        foot.managedProperty().bind(foot.visibleProperty());
        setCenter(lines());
        setRight(beside());
        for (ObjectProperty<?> one :
                List.of(model.fineness(), model.depth(), model.rate(), model.cable(), model.leadIn(), model.loop())) {
            one.addListener((o, a, b) -> look());
        }
        model.looked().addListener((o, a, b) -> show());
        model.running().addListener((o, a, b) -> show());
        desk.editing().sessionProperty().addListener((o, a, b) -> {
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

    private void look() {
        model.look();
        show();
    }

    private Node lines() {
        Label head = new Label("What goes out");
        head.getStyleClass().add("title");
        Region gap = new Region();
        HBox.setHgrow(gap, Priority.ALWAYS);
        HBox top = new HBox(10, head, gap, ActParts.button("export-line"), ActParts.button("export-all"));
        top.setAlignment(Pos.CENTER_LEFT);
        list.setMaxHeight(USE_PREF_SIZE);
        VBox box = new VBox(10, top, list, foot);
        box.setPadding(new Insets(12, 8, 8, 14));
        box.setMinWidth(0);
        return box;
    }

    private Node beside() {
        title.getStyleClass().add("title");
        title.setId("export-title");
        about.getStyleClass().add("quiet");
        about.setWrapText(true);
        about.setMinHeight(USE_PREF_SIZE);
        plotTitle.getStyleClass().addAll("quiet", "small");
        plotTitle.setWrapText(true);
        plotTitle.managedProperty().bind(plotTitle.visibleProperty());
        plot.managedProperty().bind(plot.visibleProperty());
        plotTitle.visibleProperty().bind(plot.visibleProperty());
        Label how = new Label("How");
        how.getStyleClass().add("title");
        VBox panel = new VBox(
                10,
                title,
                about,
                facts,
                plotTitle,
                plot,
                how,
                Parts.line(
                        "Controllers",
                        choice(
                                "export-fineness",
                                "How fine controllers are",
                                model.fineness(),
                                List.of(Fineness.values()),
                                ExportView::spoken)),
                check("export-cable", "Never more than a MIDI cable carries", model.cable()),
                check("export-lead-in", "Add a bar at the start that sets every value", model.leadIn()),
                Parts.line(
                        "Samples",
                        choice(
                                "export-depth",
                                "How a sample of audio is written",
                                model.depth(),
                                List.of(Depth.values()),
                                ExportView::spoken)),
                Parts.line(
                        "Rate",
                        choice(
                                "export-rate",
                                "How many frames a second audio has",
                                model.rate(),
                                AudioOut.RATES,
                                rate -> AudioScan.kilohertz(rate) + " kHz")),
                check("export-loop", "Audio of the loop only", model.loop()));
        panel.getStyleClass().add("panel");
        VBox box = new VBox(panel);
        box.setPadding(new Insets(12, 14, 8, 6));
        Region pane = Parts.scrolling(box);
        Parts.beside(pane, this, NARROW, 470, 400);
        return pane;
    }

    private static String spoken(Fineness fineness) {
        return switch (fineness) {
            case SEVEN -> "7-bit, 128 places";
            case FOURTEEN -> "14-bit, 16,384 places";
            case NRPN -> "NRPN, 16,384 places";
        };
    }

    private static String spoken(Depth depth) {
        return switch (depth) {
            case SIXTEEN -> "16 bit, dithered";
            case TWENTY_FOUR -> "24 bit";
            case FLOAT -> "32 bit float";
        };
    }

    private static <T> ComboBox<T> choice(
            String id,
            String words,
            ObjectProperty<T> value,
            List<T> all,
            java.util.function.Function<T, String> spoken) {
        ComboBox<T> box = new ComboBox<>();
        box.setId(id);
        box.setAccessibleText(words);
        box.setConverter(Parts.words(spoken));
        box.setMinWidth(USE_PREF_SIZE);
        box.getItems().setAll(all);
        box.valueProperty().bindBidirectional(value);
        return box;
    }

    private static CheckBox check(String id, String words, ObjectProperty<Boolean> value) {
        CheckBox box = new CheckBox(words);
        box.setId(id);
        box.setSelected(value.get());
        box.selectedProperty().addListener((o, a, b) -> value.set(b));
        return box;
    }

    private void show() {
        list.refresh();
        ExportLine line = chosen();
        if (line == null) {
            return;
        }
        title.setText(line.title());
        about.setText(line.about() + ".");
        facts.getChildren().clear();
        fact("Contains", model.contains(line), "");
        String lost = model.lost(line);
        fact("Lost", lost.isEmpty() ? "nothing" : lost, lost.isEmpty() ? "" : "hand-text");
        fact("State", model.since(line), "");
        ExportModel.Looked known = model.looked().get();
        if (line == ExportLine.MIDI && known != null) {
            MidiExport.Report report = known.report();
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
        plot.setVisible(line == ExportLine.MIDI);
        plot.setAccessibleText(known == null ? "" : plotWords(known));
        plot.draw();
    }

    private static String plotWords(ExportModel.Looked known) {
        double most = 0;
        int at = 0;
        for (int i = 0; i < known.load().length; i++) {
            at = known.load()[i] > most ? i : at;
            most = Math.max(most, known.load()[i]);
        }
        return "Bytes on the wire: at most " + Math.round(most) + " in the second from " + at + " s, a cable carries "
                + Math.round(ExportModel.most());
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

    /** The bytes of each second as columns, and what a cable carries as a line. */
    private void load(List<Mark> marks, double width, double height) {
        marks.add(new Mark.Box(0, 0, width, height, 6, Ink.WELL, Ink.EDGE, 1));
        ExportModel.Looked known = model.looked().get();
        if (known == null) {
            marks.add(new Mark.Words(width / 2, height / 2, "looking …", Ink.QUIET, 12, false, false, 0));
            return;
        }
        double most = ExportModel.most();
        double top = most;
        for (double one : known.load()) {
            top = Math.max(top, one);
        }
        double room = height - 24;
        double each = (width - 12) / known.load().length;
        for (int i = 0; i < known.load().length; i++) {
            double tall = room * known.load()[i] / (1.05 * top);
            if (tall > 0) {
                Ink ink = known.load()[i] > most ? Ink.RIDE : Ink.SOUND;
                marks.add(new Mark.Box(
                        6 + i * each, height - 18 - tall, Math.max(0.7, each - 0.6), tall, 0, ink, Ink.NONE, 0));
            }
        }
        double y = height - 18 - room * most / (1.05 * top);
        marks.add(new Mark.Line(6, y, width - 6, y, Ink.RIDE, 1.4, 4));
        marks.add(new Mark.Words(width - 8, y + 12, Math.round(most) + " bytes", Ink.RIDE, 10.5, true, false, 1));
        marks.add(new Mark.Words(6, height - 5, "0 s", Ink.QUIET, 10.5, true, false, -1));
        marks.add(new Mark.Words(
                width - 6, height - 5, Math.round(known.session().seconds()) + " s", Ink.QUIET, 10.5, true, false, 1));
    }

    private void pressed(KeyEvent e) {
        if (e.getCode() == KeyCode.ENTER) {
            carry.run();
            e.consume();
        } else if (e.getCode() == KeyCode.SPACE && !e.isShortcutDown()) {
            desk.riding().togglePlay();
            e.consume();
        }
    }

    private final class LineCell extends ListCell<ExportLine> {
        private final Label name = new Label();
        private final Label contains = new Label();
        private final Label lost = new Label();
        private final Label since = new Label();
        private final HBox row;

        LineCell() {
            name.getStyleClass().add("strong");
            contains.getStyleClass().addAll("quiet", "small");
            lost.getStyleClass().addAll("small", "hand-text");
            since.getStyleClass().add("small");
            since.setMinWidth(USE_PREF_SIZE);
            contains.setMinWidth(0);
            lost.setMinWidth(0);
            lost.managedProperty().bind(lost.textProperty().isNotEmpty());
            VBox left = new VBox(1, name, contains, lost);
            left.setAlignment(Pos.CENTER_LEFT);
            left.setMinWidth(0);
            HBox.setHgrow(left, Priority.ALWAYS);
            row = new HBox(12, left, since);
            row.setAlignment(Pos.CENTER_LEFT);
            setContentDisplay(ContentDisplay.GRAPHIC_ONLY);
            setAccessibleRole(AccessibleRole.LIST_ITEM);
            setPrefWidth(0);
            setPrefHeight(ROW);
            setOnMouseClicked(e -> {
                if (e.getClickCount() == 2 && getItem() != null) {
                    carry.run();
                }
            });
            Here.on(this, place -> {
                if (getItem() != null) {
                    list.getSelectionModel().select(getItem());
                }
                return Subject.EXPORT;
            });
        }

        @Override
        protected void updateItem(ExportLine line, boolean empty) {
            super.updateItem(line, empty);
            if (empty || line == null) {
                setGraphic(null);
                setAccessibleText(null);
                return;
            }
            boolean runs = model.running().get() == line;
            name.setText(line.title());
            contains.setText(model.contains(line));
            String loss = model.lost(line);
            lost.setText(loss.isEmpty() ? "" : "loses: " + loss);
            agogic.desk.parts.Tip.on(lost, lost.getText());
            agogic.desk.parts.Tip.on(contains, contains.getText());
            String state = runs ? "exporting …" : model.since(line);
            since.setText(state);
            since.getStyleClass().removeAll("quiet", "ride-text", "span-text");
            since.getStyleClass().add(runs ? "ride-text" : state.equals("up to date") ? "span-text" : "quiet");
            setGraphic(row);
            setAccessibleText(line.title() + ", " + contains.getText()
                    + (loss.isEmpty() ? ", nothing is lost" : ", loses " + loss) + ", " + state);
        }
    }
}
