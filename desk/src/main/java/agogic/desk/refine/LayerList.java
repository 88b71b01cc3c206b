package agogic.desk.refine;

import agogic.core.edit.layer.Layers;
import agogic.core.lane.Lane;
import agogic.core.lane.Layer;
import agogic.core.session.Session;
import agogic.core.time.Lock;
import agogic.desk.acts.Here;
import agogic.desk.acts.Subject;
import java.util.Locale;
import java.util.stream.IntStream;
import javafx.geometry.Pos;
import javafx.scene.control.Label;
import javafx.scene.control.ListCell;
import javafx.scene.control.ListView;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;

/** The layers of a lane, the uppermost first: what each is, where it came from, whether it is heard. */
final class LayerList extends ListView<Integer> {
    private static final double ROW = 24;
    private static final int MOST = 4;

    private final Shown shown;
    private boolean filling;

    LayerList(Shown shown, Runnable changed) {
        this.shown = shown;
        setId("layers");
        getStyleClass().add("layers");
        setAccessibleText("Layers of this lane");
        setFixedCellSize(ROW);
        setCellFactory(list -> {
            LayerCell cell = new LayerCell();
            Here.on(cell, place -> look(cell.getItem(), changed));
            return cell;
        });
        Here.on(this, place -> look(null, changed));
        getSelectionModel().selectedItemProperty().addListener((o, a, b) -> {
            if (!filling && b != null && b != shown.layer()) {
                shown.show(b);
                changed.run();
            }
        });
    }

    /** The layers as they are now. */
    void refreshAll() {
        filling = true;
        int n = shown.editing().session().lane(shown.target()).layers().size();
        getItems().setAll(IntStream.range(0, n).map(i -> n - 1 - i).boxed().toList());
        getSelectionModel().select(Integer.valueOf(shown.layer()));
        scrollTo(Math.max(0, n - 1 - shown.layer() - 1));
        setPrefHeight(ROW * Math.min(MOST, n) + 4);
        setMinHeight(ROW * Math.min(MOST, n) + 4);
        filling = false;
    }

    /** A layer in words, for the eye and the ear. */
    static String spoken(Session session, Lane lane, int index) {
        Layer layer = lane.layer(index);
        return Layers.name(session, layer) + (layer.name().isEmpty() ? "" : ", " + Layers.kind(session, layer)) + ", "
                + Layers.source(layer) + ", " + points(layer) + (layer.on() ? "" : ", silenced");
    }

    private static String points(Layer layer) {
        int n = layer.envelope().size();
        return n == 1 ? "one point" : n + " points";
    }

    /** The layer of a row, or the one that is looked at, is what acts are about. */
    private Subject look(Integer index, Runnable changed) {
        if (index != null && index != shown.layer()) {
            shown.show(index);
            changed.run();
        }
        return shown.target() == null ? null : Subject.LAYER;
    }

    private final class LayerCell extends ListCell<Integer> {
        private final Label sign = new Label();
        private final Label name = new Label();
        private final Label about = new Label();
        private final Label state = new Label();
        private final HBox row;

        LayerCell() {
            Region gap = new Region();
            HBox.setHgrow(gap, Priority.ALWAYS);
            sign.setMinWidth(22);
            sign.getStyleClass().addAll("figures", "sound-text");
            about.getStyleClass().addAll("quiet", "small");
            state.getStyleClass().addAll("small", "ride-text");
            name.setMinWidth(Region.USE_PREF_SIZE);
            row = new HBox(8, sign, name, about, gap, state);
            row.setAlignment(Pos.CENTER_LEFT);
        }

        @Override
        protected void updateItem(Integer index, boolean empty) {
            super.updateItem(index, empty);
            Session session = shown.editing().session();
            boolean there = !empty
                    && index != null
                    && shown.target() != null
                    && index < session.lane(shown.target()).layers().size();
            setText(null);
            setGraphic(there ? row : null);
            if (!there) {
                setAccessibleText(null);
                return;
            }
            Lane lane = session.lane(shown.target());
            Layer layer = lane.layer(index);
            sign.setText(layer.offset() ? "±" : "=");
            name.setText(Layers.name(session, layer));
            String lock = layer.inClip()
                    ? "goes with the clip"
                    : "fixed to the " + (layer.lock() == Lock.BEATS ? "beats" : "clock");
            about.setText((layer.name().isEmpty() ? "" : Layers.kind(session, layer) + " · ") + Layers.source(layer)
                    + " · " + points(layer) + " · " + lock);
            state.setText(layer.on() ? "" : "silenced");
            name.setOpacity(layer.on() ? 1 : 0.55);
            setAccessibleText(spoken(session, lane, index).toLowerCase(Locale.ROOT));
        }
    }
}
