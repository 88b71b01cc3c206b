package agogic.desk.export;

import agogic.desk.draw.Ink;
import agogic.desk.draw.Mark;
import agogic.desk.model.Editing;
import agogic.desk.model.Selection;
import agogic.desk.parts.MarkView;
import agogic.desk.parts.Parts;
import agogic.formats.midi.OnWire;
import java.util.List;
import java.util.Locale;
import javafx.scene.AccessibleRole;
import javafx.scene.control.Label;
import javafx.scene.control.ListCell;
import javafx.scene.control.ListView;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.VBox;

/**
 * What goes over the wire, second by second: how many bytes beside what a cable carries, and how far what is sent is from
 * the lanes. Below, lane by lane, how much of the wire each takes and how far it is off; the chosen one stands out above.
 */
final class WireFace extends VBox {
    private static final double TALL = 104;
    private static final double EDGE = 6;
    private static final double FOOT = 18;
    private static final double ROW = 26;
    private static final int ROWS = 5;
    /** Waiting for less than this is not told, in seconds. */
    private static final double TOLD_WAIT = 0.001;

    private final Editing editing;
    private final MarkView load;
    private final MarkView away;
    private final Label loadTitle = Parts.small("Bytes a second on the wire; the line is what a MIDI cable carries");
    private final Label awayTitle = Parts.small("");
    private final Label listTitle = Parts.small("");
    private final ListView<OnWire> lanes = new ListView<>();
    private ExportModel.Looked known;
    private double allBytes;

    WireFace(Editing editing, Selection selection) {
        super(4);
        this.editing = editing;
        load = new MarkView(selection) {
            @Override
            public void marks(List<Mark> marks, double width, double height) {
                WireFace.this.load(marks, width, height);
            }
        };
        load.setId("wire-plot");
        away = new MarkView(selection) {
            @Override
            public void marks(List<Mark> marks, double width, double height) {
                WireFace.this.away(marks, width, height);
            }
        };
        away.setId("away-plot");
        for (MarkView plot : List.of(load, away)) {
            plot.setPrefHeight(TALL);
            plot.setMinHeight(TALL);
            plot.setAccessibleRole(AccessibleRole.TEXT);
        }
        lanes.setId("wire-lanes");
        lanes.getStyleClass().add("words");
        lanes.setAccessibleText("Lanes on the wire, the farthest off first");
        lanes.setFixedCellSize(ROW);
        lanes.setCellFactory(view -> new LaneCell());
        lanes.getSelectionModel().selectedItemProperty().addListener((o, a, b) -> {
            load.draw();
            away.draw();
            words();
        });
        getChildren().setAll(loadTitle, load, awayTitle, away, listTitle, lanes);
    }

    /** Shows what was found out; null while that is looked for. */
    void show(ExportModel.Looked looked) {
        if (known != looked) {
            OnWire before = chosen();
            known = looked;
            List<OnWire> all = looked == null ? List.of() : looked.lines();
            allBytes = all.stream().mapToDouble(OnWire::allBytes).sum();
            lanes.getItems().setAll(all);
            double tall = Math.max(1, Math.min(ROWS, all.size())) * ROW + 4;
            lanes.setPrefHeight(tall);
            lanes.setMinHeight(tall);
            all.stream()
                    .filter(l -> before != null && l.targets().equals(before.targets()))
                    .findFirst()
                    .ifPresentOrElse(lanes.getSelectionModel()::select, lanes.getSelectionModel()::selectFirst);
        }
        boolean any = known == null || !known.lines().isEmpty();
        for (var node : List.of(awayTitle, away, listTitle, lanes)) {
            node.setVisible(any);
            node.setManaged(any);
        }
        words();
        load.draw();
        away.draw();
    }

    private OnWire chosen() {
        return lanes.getSelectionModel().getSelectedItem();
    }

    private void words() {
        OnWire one = chosen();
        load.setAccessibleText(known == null ? "" : plotWords(known));
        if (known == null || one == null) {
            awayTitle.setText("How far what is sent is from the lanes");
            listTitle.setText("");
            return;
        }
        String farthest = one.loss() > 0
                ? "at most " + one.lossText() + ", at " + editing.timeline().printBars(one.lossBeat())
                : "nowhere";
        awayTitle.setText(
                "How far what is sent is from the lane: " + one.name() + " " + farthest + "; the others behind it");
        away.setAccessibleText(awayTitle.getText());
        String waits = one.waited() > TOLD_WAIT
                ? String.format(
                        Locale.ROOT,
                        ". It waits for the wire for up to %.0f ms, at %s",
                        1000 * one.waited(),
                        editing.timeline().printBars(one.waitedBeat()))
                : "";
        listTitle.setText("How much of what the lanes take of the wire, and how far off at most" + waits);
    }

    private static String plotWords(ExportModel.Looked known) {
        double most = 0;
        int at = 0;
        for (int i = 0; i < known.load().length; i++) {
            at = known.load()[i] > most ? i : at;
            most = Math.max(most, known.load()[i]);
        }
        return "Bytes on the wire: at most " + Math.round(most) + " a second from "
                + Math.round(at * OnWire.step(known.session().seconds())) + " s on, a cable carries "
                + Math.round(WireLoad.most());
    }

    private boolean well(List<Mark> marks, double width, double height) {
        marks.add(new Mark.Box(0, 0, width, height, EDGE, Ink.WELL, Ink.EDGE, 1));
        if (known == null) {
            marks.add(new Mark.Words(width / 2, height / 2, "looking …", Ink.QUIET, 12, false, false, 0));
        }
        return known != null;
    }

    private void seconds(List<Mark> marks, double width, double height) {
        marks.add(new Mark.Words(EDGE, height - 5, "0 s", Ink.QUIET, 10.5, true, false, -1));
        String last = Math.round(known.session().seconds()) + " s";
        marks.add(new Mark.Words(width - EDGE, height - 5, last, Ink.QUIET, 10.5, true, false, 1));
    }

    /** The bytes of each second as columns, those of the chosen lane within them, and what a cable carries as a line. */
    private void load(List<Mark> marks, double width, double height) {
        if (!well(marks, width, height)) {
            return;
        }
        double most = WireLoad.most();
        double top = most;
        for (double one : known.load()) {
            top = Math.max(top, one);
        }
        double room = height - FOOT - 20;
        double[] all = known.load();
        // The bar before the music is in the file's seconds, not in those of the lanes.
        int before = Math.max(0, all.length - (chosen() == null ? all.length : chosen().bytes().length));
        for (int i = 0; i < all.length; i++) {
            column(marks, i, all[i] * room / top, all[i] > most ? Ink.RIDE : Ink.SOUND, width, height);
        }
        for (int i = 0; chosen() != null && i < chosen().bytes().length; i++) {
            column(marks, i + before, chosen().bytes()[i] * room / top, Ink.TEXT, width, height);
        }
        double y = height - FOOT - room * most / top;
        marks.add(new Mark.Line(EDGE, y, width - EDGE, y, Ink.RIDE, 1.4, 4));
        marks.add(new Mark.Words(width - 8, y - 4, Math.round(most) + " bytes", Ink.RIDE, 10.5, true, false, 1));
        seconds(marks, width, height);
    }

    private void column(List<Mark> marks, int second, double tall, Ink ink, double width, double height) {
        double each = (width - 2 * EDGE) / known.load().length;
        if (tall > 0) {
            marks.add(new Mark.Box(
                    EDGE + second * each, height - FOOT - tall, Math.max(0.7, each - 0.6), tall, 0, ink, Ink.NONE, 0));
        }
    }

    /** How far each lane is off in each second, the farthest as columns, that of the chosen one within them. */
    private void away(List<Mark> marks, double width, double height) {
        if (!well(marks, width, height) || known.lines().isEmpty()) {
            return;
        }
        int seconds = known.lines().get(0).away().length;
        int before = Math.max(0, known.load().length - seconds);
        double[] farthest = new double[seconds];
        double top = 0;
        for (OnWire line : known.lines()) {
            for (int i = 0; i < seconds; i++) {
                farthest[i] = Math.max(farthest[i], line.away()[i]);
                top = Math.max(top, farthest[i]);
            }
        }
        if (top == 0) {
            marks.add(new Mark.Words(width / 2, height / 2, "nothing is off", Ink.QUIET, 12, false, false, 0));
            return;
        }
        double room = height - 24;
        for (int i = 0; i < seconds; i++) {
            column(marks, i + before, room * farthest[i] / top, Ink.EDGE, width, height);
        }
        OnWire one = chosen();
        for (int i = 0; one != null && i < seconds; i++) {
            column(marks, i + before, room * one.away()[i] / top, Ink.HAND, width, height);
        }
        String most = String.format(Locale.ROOT, "%.2g %% of the travel", 100 * top);
        marks.add(new Mark.Words(width - 8, 14, most, Ink.QUIET, 10.5, true, false, 1));
        seconds(marks, width, height);
    }

    private final class LaneCell extends ListCell<OnWire> {
        private final Label name = new Label();
        private final Label share = new Label();
        private final Label off = new Label();
        private final HBox row = new HBox(8, name, share, off);

        LaneCell() {
            name.setMinWidth(0);
            name.setMaxWidth(Double.MAX_VALUE);
            HBox.setHgrow(name, Priority.ALWAYS);
            share.setMinWidth(44);
            share.getStyleClass().addAll("quiet", "small");
            off.setMinWidth(96);
            off.getStyleClass().addAll("small", "figures");
            setPrefWidth(0);
        }

        @Override
        protected void updateItem(OnWire item, boolean empty) {
            super.updateItem(item, empty);
            if (empty || item == null || known == null) {
                setGraphic(null);
                return;
            }
            name.setText(item.name());
            share.setText(allBytes > 0 ? Math.round(100 * item.allBytes() / allBytes) + " %" : "0 %");
            off.setText(item.loss() > 0 ? item.lossText() : "not off");
            setAccessibleText(name.getText() + ", takes " + share.getText() + " of what the lanes take, "
                    + (item.loss() > 0 ? "at most " + item.lossText() + " off" : "not off"));
            setGraphic(row);
        }
    }
}
