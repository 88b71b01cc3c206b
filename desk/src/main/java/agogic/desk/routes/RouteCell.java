package agogic.desk.routes;

import agogic.core.session.Track;
import agogic.desk.acts.Here;
import agogic.desk.acts.Subject;
import agogic.desk.model.AudioFiles;
import agogic.desk.model.Desk;
import agogic.desk.parts.EnvelopeMarks;
import agogic.formats.audio.SoundFile;
import java.io.File;
import java.nio.file.Path;
import java.util.List;
import javafx.application.Platform;
import javafx.geometry.Pos;
import javafx.scene.AccessibleRole;
import javafx.scene.control.Button;
import javafx.scene.control.ContentDisplay;
import javafx.scene.control.Label;
import javafx.scene.control.ListCell;
import javafx.scene.input.DragEvent;
import javafx.scene.input.MouseEvent;
import javafx.scene.input.TransferMode;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;

/** A row of Routes: a wire, or a track with its clips. */
final class RouteCell extends ListCell<RouteItem> {
    /** What the row of a track leaves free at its edges. */
    private static final double GROUP_LEFT = 8;

    private static final double GROUP_RIGHT = 20;
    private static final double GROUP_HEIGHT = 40;

    private final RoutesView view;
    private final Desk desk;
    private final RouteRow row;
    private final Button fold = new Button();
    private final Label name = new Label();
    private final Label chain = new Label();
    private final Label count = new Label();
    private final HBox group = new HBox();
    private final ClipBar clips;
    private String read = "";

    RouteCell(RoutesView view, Desk desk) {
        this.view = view;
        this.desk = desk;
        row = new RouteRow(desk);
        clips = new ClipBar(desk.editing(), desk.selection(), desk.time(), desk.audio());
        Region gap = new Region();
        HBox.setHgrow(gap, Priority.ALWAYS);
        fold.getStyleClass().add("fold");
        fold.setFocusTraversable(false);
        name.getStyleClass().add("title");
        chain.getStyleClass().add("quiet");
        count.getStyleClass().add("quiet");
        group.getStyleClass().add("group-row");
        group.setAlignment(Pos.CENTER_LEFT);
        HBox left = new HBox(8, fold, name, chain);
        left.setAlignment(Pos.CENTER_LEFT);
        left.setMinWidth(RouteMarks.ENVELOPE_LEFT - GROUP_LEFT);
        left.setMaxWidth(RouteMarks.ENVELOPE_LEFT - GROUP_LEFT);
        name.setMinWidth(Region.USE_PREF_SIZE);
        HBox right = new HBox(gap, count);
        right.setAlignment(Pos.CENTER_RIGHT);
        right.setMinWidth(RouteMarks.SOUND_WIDTH - GROUP_RIGHT);
        right.setMaxWidth(RouteMarks.SOUND_WIDTH - GROUP_RIGHT);
        HBox.setHgrow(clips, Priority.ALWAYS);
        group.getChildren().addAll(left, clips, right);
        Here.on(group, place -> track());
        setContentDisplay(ContentDisplay.GRAPHIC_ONLY);
        setAccessibleRole(AccessibleRole.LIST_ITEM);
        row.prefWidthProperty().bind(widthProperty());
        setOnDragOver(e -> {
            if (!audio(e).isEmpty() && trackHere() != null) {
                e.acceptTransferModes(TransferMode.COPY);
                e.consume();
            }
        });
        setOnDragDropped(this::dropped);
        addEventFilter(MouseEvent.MOUSE_MOVED, e -> view.point(this));
        setPrefWidth(0);
    }

    @Override
    protected void updateItem(RouteItem item, boolean empty) {
        super.updateItem(item, empty);
        if (empty || item == null) {
            setGraphic(null);
            setAccessibleText(null);
        } else if (measures()) {
            // How high a row is does not hang on what is in it; that one was measured does not lay out the window
            // anew.
            setManaged(false);
            setGraphic(null);
            setAccessibleText(null);
            setPrefHeight(item instanceof RouteItem.Group ? GROUP_HEIGHT : view.rowHeight());
        } else if (item instanceof RouteItem.Group header) {
            boolean shut = view.folded(header.track());
            fold.setText(shut ? "▸" : "▾");
            fold.setOnAction(e -> view.fold(header.track()));
            fold.setAccessibleText((shut ? "Unfold " : "Fold ") + header.track().name());
            name.setText(header.track().name());
            chain.setText(
                    header.track() == RouteItem.MACROS
                            ? "one value for several parameters"
                            : String.join(
                                    " → ",
                                    header.track().devices().stream()
                                            .map(d -> desk.editing()
                                                    .session()
                                                    .device(d)
                                                    .name())
                                            .toList()));
            count.setText(header.routes() + (header.routes() == 1 ? " route · " : " routes · ") + header.sockets());
            clips.show(view.now(header));
            setGraphic(group);
            setPrefHeight(GROUP_HEIGHT);
            setAccessibleText("Track " + header.track().name() + ", " + count.getText() + (shut ? ", folded" : "")
                    + view.clips(view.now(header)));
        } else if (item instanceof RouteItem.Row one) {
            if (shows()) {
                setGraphic(row);
                setPrefHeight(view.rowHeight());
                row.setPrefHeight(view.rowHeight());
                row.show(desk.editing().session().route(one.route()));
                setAccessibleText(row.spoken());
            }
        }
    }

    /** True for the cell by which the list measures rows that it does not show: its parent is never seen. */
    private boolean measures() {
        return getParent() != null && !getParent().isVisible();
    }

    /** Files of audio that are dragged over it; none if anything else is. */
    private List<Path> audio(DragEvent e) {
        List<Path> files = e.getDragboard().hasFiles()
                ? e.getDragboard().getFiles().stream().map(File::toPath).toList()
                : List.of();
        boolean all = files.stream().allMatch(f -> SoundFile.named(String.valueOf(f.getFileName())));
        return all ? files : List.of();
    }

    /** The id of the track that this row is of; null for none. */
    private String trackHere() {
        if (getItem() instanceof RouteItem.Group one) {
            return one.track() == RouteItem.MACROS ? null : one.track().id();
        }
        return shows()
                ? desk.editing()
                        .session()
                        .trackOf(desk.editing()
                                .session()
                                .route(((RouteItem.Row) getItem()).route())
                                .target()
                                .device())
                        .map(Track::id)
                        .orElse(null)
                : null;
    }

    /** Audio dropped on a row goes on its track, where it was dropped. */
    private void dropped(DragEvent e) {
        List<Path> files = audio(e);
        String track = trackHere();
        if (files.isEmpty() || track == null) {
            return;
        }
        EnvelopeMarks.Field field = RouteMarks.field(getWidth(), getHeight());
        double beat = Math.max(0, desk.time().beat(e.getX(), field.left(), field.width()));
        double at =
                e.getX() < field.left() ? 0 : desk.editing().timeline().metre().nearestBeat(beat);
        e.setDropCompleted(true);
        e.consume();
        Platform.runLater(() -> desk.audio().bring(files, AudioFiles.Where.THERE, track, at));
    }

    /** The track of this row, for the menu that is about to be opened. */
    private Subject track() {
        boolean real = getItem() instanceof RouteItem.Group one && one.track() != RouteItem.MACROS;
        if (real) {
            desk.selection().pointTrack(((RouteItem.Group) getItem()).track().id());
        }
        return real ? Subject.TRACK : Subject.PIECE;
    }

    /** True for a row whose route is in the session. */
    private boolean shows() {
        return getItem() instanceof RouteItem.Row one
                && desk.editing().session().placeOfRoute(one.route()) >= 0;
    }

    /** More is known of what is drawn in it. */
    void drawAgain() {
        row.frame();
        clips.draw();
    }

    /** Shows the same row as it is in the session now. */
    void again() {
        if (getGraphic() == null || !isVisible()) {
            return;
        }
        if (shows() && row.showAgain(desk.editing().session().route(((RouteItem.Row) getItem()).route()))) {
            setAccessibleText(row.spoken());
        } else if (getItem() instanceof RouteItem.Group) {
            updateItem(getItem(), false);
        }
    }

    void frame() {
        if (getGraphic() == row && isVisible()) {
            row.frame();
            if (isSelected() && !row.reads().equals(read)) {
                // Who hears the window hears the chosen row as it is now.
                read = row.reads();
                setAccessibleText(row.spoken());
            }
        } else if (getGraphic() == group && isVisible()) {
            clips.draw();
        }
    }
}
