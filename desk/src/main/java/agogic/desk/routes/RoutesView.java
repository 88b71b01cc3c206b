package agogic.desk.routes;

import agogic.core.macro.Macro;
import agogic.core.route.Route;
import agogic.core.score.Clip;
import agogic.core.score.ScoreWords;
import agogic.core.session.Session;
import agogic.core.session.Track;
import agogic.desk.acts.Here;
import agogic.desk.acts.Subject;
import agogic.desk.draw.Palette;
import agogic.desk.model.AudioFiles;
import agogic.desk.model.Desk;
import agogic.desk.model.Notice;
import agogic.desk.parts.EnvelopeMarks;
import agogic.formats.audio.SoundFile;
import java.io.File;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import java.util.stream.Collectors;
import javafx.application.Platform;
import javafx.css.PseudoClass;
import javafx.geometry.Insets;
import javafx.geometry.Pos;
import javafx.scene.AccessibleRole;
import javafx.scene.control.Button;
import javafx.scene.control.ContentDisplay;
import javafx.scene.control.Label;
import javafx.scene.control.ListCell;
import javafx.scene.control.ListView;
import javafx.scene.control.TextField;
import javafx.scene.input.DragEvent;
import javafx.scene.input.KeyCode;
import javafx.scene.input.KeyEvent;
import javafx.scene.input.MouseEvent;
import javafx.scene.input.ScrollEvent;
import javafx.scene.input.TransferMode;
import javafx.scene.layout.BorderPane;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Pane;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import javafx.scene.layout.StackPane;
import javafx.scene.shape.Line;
import javafx.scene.text.TextAlignment;

/** The rows: each a wire from hand to sound, grouped by track. */
public final class RoutesView extends BorderPane {
    /** What stands in the place of a track for the macros. */
    private static final Track MACROS = new Track("macros", "Macros", false, 1, List.of(Macro.DEVICE), List.of());

    /** What a row of the list is. */
    private sealed interface Item {
        record Group(Track track, int routes, String sockets) implements Item {
            /** The same row, whatever its clips do. */
            @Override
            public boolean equals(Object other) {
                return other instanceof Group group
                        && group.routes == routes
                        && group.sockets.equals(sockets)
                        && group.track.id().equals(track.id())
                        && group.track.name().equals(track.name())
                        && group.track.devices().equals(track.devices());
            }

            @Override
            public int hashCode() {
                return track.id().hashCode();
            }
        }

        record Row(String route) implements Item {}
    }

    private static final PseudoClass POINTED = PseudoClass.getPseudoClass("pointed");
    private static final int CLIPS_TOLD = 3;
    /** What the row of a track leaves free at its edges. */
    private static final double GROUP_LEFT = 8;

    private static final double GROUP_RIGHT = 20;

    private static final double[] HEIGHTS = {50, 74, 118};
    private static final double GROUP_HEIGHT = 40;

    private final Desk desk;
    private final ListView<Item> list = new ListView<>();
    private final Line playhead = new Line();
    private final Label none = new Label();
    private final FirstRows first;
    private final TextField filter = new TextField();
    private final Set<String> folded = new HashSet<>();
    private final List<RouteCell> cells = new ArrayList<>();
    private int height = 1;

    /** @param bringIn asks for a file of another program */
    public RoutesView(Desk desk, Runnable bringIn) {
        this.desk = desk;
        list.getStyleClass().add("routes-list");
        list.setId("routes");
        list.setAccessibleText("Routes");
        list.setCellFactory(view -> {
            RouteCell cell = new RouteCell();
            cells.add(cell);
            return cell;
        });
        Pane overlay = new Pane(playhead);
        overlay.setMouseTransparent(true);
        playhead.setId("playhead");
        playhead.setStrokeWidth(1.6);
        filter.setId("route-filter");
        filter.getStyleClass().addAll("field", "filter");
        filter.setPromptText("Filter the rows (Ctrl+F)");
        filter.setAccessibleText("Filter of the rows: words of track, device, parameter, control or mode; "
                + "writing, or finding for what is wrong");
        filter.setMaxWidth(RouteMarks.ENVELOPE_LEFT - 34);
        filter.textProperty().addListener((o, a, b) -> rebuild());
        filter.setOnAction(e -> list.requestFocus());
        StackPane top = new StackPane(new Ruler(desk), filter);
        StackPane.setAlignment(filter, Pos.BOTTOM_LEFT);
        StackPane.setMargin(filter, new Insets(0, 0, 1, 14));
        setTop(top);
        none.getStyleClass().add("quiet");
        none.setTextAlignment(TextAlignment.CENTER);
        none.setId("no-routes");
        none.setText("No route has all of these words. Esc in the filter shows all rows.");
        first = new FirstRows(desk, bringIn);
        setCenter(new StackPane(list, overlay));
        rebuild();
        desk.editing().sessionProperty().addListener((o, before, after) -> {
            // Rows that stay are the same cells: laying them out anew would cost a frame.
            if (!rebuild()) {
                cells.forEach(RouteCell::again);
            }
        });
        desk.riding().everythingProperty().addListener((o, a, b) -> list.refresh());
        desk.selection().selectedProperty().addListener((o, before, after) -> select());
        list.getSelectionModel().selectedItemProperty().addListener((o, before, after) -> {
            if (after instanceof Item.Row row) {
                desk.selection().selectedProperty().set(row.route());
            }
        });
        list.addEventFilter(ScrollEvent.SCROLL, this::scrolled);
        list.addEventFilter(KeyEvent.KEY_PRESSED, this::pressed);
        list.addEventFilter(MouseEvent.MOUSE_EXITED, e -> point(null));
        desk.audio().seenProperty().addListener((o, a, b) -> cells.forEach(RouteCell::drawAgain));
        desk.onFrame(this::frame);
        Here.on(list, place -> focused());
        select();
    }

    /** What has the focus in the list: the chosen row. */
    private Subject focused() {
        Item chosen = list.getSelectionModel().getSelectedItem();
        if (chosen instanceof Item.Group group && group.track() != MACROS) {
            desk.selection().pointTrack(group.track().id());
            return Subject.TRACK;
        }
        return chosen instanceof Item.Row ? Subject.ROUTE : null;
    }

    /** Puts the cursor into the filter. */
    public void typeFilter() {
        filter.requestFocus();
        filter.selectAll();
    }

    /** Esc in the filter: all rows are shown again; true if some were hidden. */
    public boolean showAll() {
        boolean hidden = filter.isFocused() && !filter.getText().isEmpty();
        if (hidden) {
            filter.clear();
        }
        return hidden;
    }

    /** Makes the rows of the session; false if they are the same as before. */
    private boolean rebuild() {
        boolean empty = desk.session().routes().isEmpty();
        list.setPlaceholder(empty ? first : none);
        playhead.setOpacity(empty ? 0 : 1);
        Session session = desk.session();
        List<Item> items = new ArrayList<>();
        RouteFilter words = RouteFilter.of(session, filter.getText());
        List<Track> groups = new ArrayList<>(session.tracks());
        if (!session.macros().isEmpty()) {
            groups.add(MACROS);
        }
        for (Track track : groups) {
            List<Route> routes = session.routes().stream()
                    .filter(r -> track.devices().contains(r.target().device()) && words.shows(track, r))
                    .toList();
            if (routes.isEmpty()) {
                continue;
            }
            int exposed = 0;
            int sockets = 0;
            for (String device : track == MACROS ? List.<String>of() : track.devices()) {
                exposed += session.device(device).taken();
                sockets += session.device(device).usable();
            }
            items.add(new Item.Group(
                    track,
                    routes.size(),
                    track == MACROS ? session.macros().size() + " macros" : exposed + " of " + sockets + " sockets"));
            if (!folded.contains(track.id()) || !words.isEmpty()) {
                routes.forEach(r -> items.add(new Item.Row(r.id())));
            }
        }
        if (!items.equals(list.getItems())) {
            list.getItems().setAll(items);
            list.refresh();
            select();
            return true;
        }
        return false;
    }

    private void select() {
        String id = desk.selection().selectedProperty().get();
        for (Item item : list.getItems()) {
            if (item instanceof Item.Row row
                    && row.route().equals(id)
                    && list.getSelectionModel().getSelectedItem() != item) {
                list.getSelectionModel().select(item);
                int at = list.getItems().indexOf(item);
                boolean seen = cells.stream()
                        .anyMatch(c ->
                                c.getItem() == item && c.getBoundsInParent().getMinY() >= 0);
                if (!seen) {
                    list.scrollTo(Math.max(0, at - 1));
                }
            }
        }
    }

    /** The next of the three row heights. */
    public void nextHeight() {
        height = (height + 1) % HEIGHTS.length;
        list.refresh();
        desk.say(Notice.plain("Rows", List.of("Small", "Medium", "Large").get(height) + " rows."));
    }

    private String clips(Track track) {
        List<Clip> all = track.clips();
        String told = all.stream()
                .limit(CLIPS_TOLD)
                .map(c -> ". " + ScoreWords.of(c, desk.timeline()))
                .collect(Collectors.joining());
        return told + (all.size() > CLIPS_TOLD ? ". " + (all.size() - CLIPS_TOLD) + " more clips" : "");
    }

    /** The track of a row as it is now. */
    private Track now(Item.Group group) {
        return desk.session().tracks().stream()
                .filter(t -> t.id().equals(group.track().id()))
                .findFirst()
                .orElse(group.track());
    }

    private void fold(Track track) {
        if (!folded.remove(track.id())) {
            folded.add(track.id());
        }
        rebuild();
        list.refresh();
    }

    private void scrolled(ScrollEvent e) {
        double left = RouteMarks.ENVELOPE_LEFT;
        double width = list.getWidth() - left - RouteMarks.SOUND_WIDTH;
        if (e.isShortcutDown()) {
            double amount = e.getDeltaY() != 0 ? e.getDeltaY() : e.getDeltaX();
            desk.time().zoom(Math.pow(0.998, amount), desk.time().beat(e.getX(), left, width));
            e.consume();
        } else if (e.isShiftDown() || Math.abs(e.getDeltaX()) > Math.abs(e.getDeltaY())) {
            double amount = e.getDeltaX() != 0 ? e.getDeltaX() : e.getDeltaY();
            desk.time().scroll(-amount / width * (desk.time().to() - desk.time().from()));
            e.consume();
        }
    }

    /** The pointer moved onto a row, which is marked: a key acts on it. Null for none, or where a key walked since. */
    private void point(RouteCell cell) {
        cells.forEach(one -> one.pseudoClassStateChanged(POINTED, one == cell));
        desk.selection().pointRoute(cell != null && cell.getItem() instanceof Item.Row row ? row.route() : null);
    }

    private void pressed(KeyEvent e) {
        if (e.getCode().isNavigationKey()) {
            point(null);
            desk.selection().place(null);
        }
        // The list would take these; they belong to the transport.
        if (e.getCode() == KeyCode.SPACE && !e.isShortcutDown() && !e.isShiftDown() && !e.isAltDown()) {
            desk.riding().togglePlay();
            e.consume();
        } else if (e.getCode() == KeyCode.HOME && !e.isControlDown()) {
            desk.riding().locate(0);
            e.consume();
        } else if (e.getCode() == KeyCode.END && !e.isControlDown()) {
            desk.riding().locate(desk.session().length());
            e.consume();
        } else if (e.getCode() == KeyCode.ENTER
                && list.getSelectionModel().getSelectedItem() instanceof Item.Group group) {
            fold(group.track());
            e.consume();
        }
    }

    private void frame() {
        if (getScene() == null || !isVisible()) {
            return;
        }
        for (RouteCell cell : cells) {
            cell.frame();
        }
        double width = list.getWidth() - RouteMarks.ENVELOPE_LEFT - RouteMarks.SOUND_WIDTH - scrollBarWidth();
        double x = Math.rint(desk.time().x(desk.riding().positionBeat(), RouteMarks.ENVELOPE_LEFT, width)) + 0.5;
        boolean seen = x >= RouteMarks.ENVELOPE_LEFT - 1 && x <= RouteMarks.ENVELOPE_LEFT + width + 1;
        playhead.setVisible(seen);
        playhead.setStroke(Palette.of(desk.selection().lightProperty().get()).of(agogic.desk.draw.Ink.TEXT));
        playhead.setStartX(x);
        playhead.setEndX(x);
        playhead.setEndY(list.getHeight());
    }

    private double scrollBarWidth() {
        // The list measures by a cell that is never laid out: the widest is one that is seen.
        double widest = cells.stream().mapToDouble(Region::getWidth).max().orElse(0);
        return widest <= 0 ? 0 : Math.max(0, list.getWidth() - widest);
    }

    private final class RouteCell extends ListCell<Item> {
        private final RouteRow row = new RouteRow(desk);
        private final Button fold = new Button();
        private final Label name = new Label();
        private final Label chain = new Label();
        private final Label count = new Label();
        private final HBox group = new HBox();
        private final ClipBar clips = new ClipBar(desk);
        private String read = "";

        RouteCell() {
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
            addEventFilter(MouseEvent.MOUSE_MOVED, e -> point(this));
            setPrefWidth(0);
        }

        @Override
        protected void updateItem(Item item, boolean empty) {
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
                setPrefHeight(item instanceof Item.Group ? GROUP_HEIGHT : HEIGHTS[height]);
            } else if (item instanceof Item.Group header) {
                boolean shut = folded.contains(header.track().id());
                fold.setText(shut ? "▸" : "▾");
                fold.setOnAction(e -> fold(header.track()));
                fold.setAccessibleText(
                        (shut ? "Unfold " : "Fold ") + header.track().name());
                name.setText(header.track().name());
                chain.setText(
                        header.track() == MACROS
                                ? "one value for several parameters"
                                : String.join(
                                        " → ",
                                        header.track().devices().stream()
                                                .map(d ->
                                                        desk.session().device(d).name())
                                                .toList()));
                count.setText(header.routes() + (header.routes() == 1 ? " route · " : " routes · ") + header.sockets());
                clips.show(now(header));
                setGraphic(group);
                setPrefHeight(GROUP_HEIGHT);
                setAccessibleText("Track " + header.track().name() + ", " + count.getText() + (shut ? ", folded" : "")
                        + clips(now(header)));
            } else if (item instanceof Item.Row one) {
                if (shows()) {
                    setGraphic(row);
                    setPrefHeight(HEIGHTS[height]);
                    row.setPrefHeight(HEIGHTS[height]);
                    row.show(desk.session().route(one.route()));
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
            if (getItem() instanceof Item.Group one) {
                return one.track() == MACROS ? null : one.track().id();
            }
            return shows()
                    ? desk.session()
                            .trackOf(desk.session()
                                    .route(((Item.Row) getItem()).route())
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
            double at = e.getX() < field.left() ? 0 : desk.timeline().metre().nearestBeat(beat);
            e.setDropCompleted(true);
            e.consume();
            Platform.runLater(() -> desk.audio().bring(files, AudioFiles.Where.THERE, track, at));
        }

        /** The track of this row, for the menu that is about to be opened. */
        private Subject track() {
            boolean real = getItem() instanceof Item.Group one && one.track() != MACROS;
            if (real) {
                desk.selection().pointTrack(((Item.Group) getItem()).track().id());
            }
            return real ? Subject.TRACK : Subject.PIECE;
        }

        /** True for a row whose route is in the session. */
        private boolean shows() {
            return getItem() instanceof Item.Row one && desk.session().placeOfRoute(one.route()) >= 0;
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
            if (shows() && row.showAgain(desk.session().route(((Item.Row) getItem()).route()))) {
                setAccessibleText(row.spoken());
            } else if (getItem() instanceof Item.Group) {
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
}
