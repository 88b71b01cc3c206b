package agogic.desk.routes;

import agogic.core.route.Route;
import agogic.core.score.Clip;
import agogic.core.score.ScoreWords;
import agogic.core.session.Session;
import agogic.core.session.Track;
import agogic.desk.acts.Here;
import agogic.desk.acts.Subject;
import agogic.desk.draw.Palette;
import agogic.desk.model.Desk;
import agogic.desk.model.Notice;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import java.util.stream.Collectors;
import javafx.css.PseudoClass;
import javafx.geometry.Insets;
import javafx.geometry.Pos;
import javafx.scene.control.Label;
import javafx.scene.control.ListView;
import javafx.scene.control.TextField;
import javafx.scene.input.KeyCode;
import javafx.scene.input.KeyEvent;
import javafx.scene.input.MouseEvent;
import javafx.scene.input.ScrollEvent;
import javafx.scene.layout.BorderPane;
import javafx.scene.layout.Pane;
import javafx.scene.layout.Region;
import javafx.scene.layout.StackPane;
import javafx.scene.shape.Line;
import javafx.scene.text.TextAlignment;

/** The rows: each a wire from hand to sound, grouped by track. */
public final class RoutesView extends BorderPane {
    private static final PseudoClass POINTED = PseudoClass.getPseudoClass("pointed");
    private static final int CLIPS_TOLD = 3;
    private static final double[] HEIGHTS = {50, 74, 118};

    private final Desk desk;
    private final ListView<RouteItem> list = new ListView<>();
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
            RouteCell cell = new RouteCell(this, desk);
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
        StackPane top = new StackPane(
                new Ruler(desk.editing(), desk.notices(), desk.selection(), desk.riding(), desk.time()), filter);
        StackPane.setAlignment(filter, Pos.BOTTOM_LEFT);
        StackPane.setMargin(filter, new Insets(0, 0, 1, 14));
        setTop(top);
        none.getStyleClass().add("quiet");
        none.setTextAlignment(TextAlignment.CENTER);
        none.setId("no-routes");
        none.setText("No route has all of these words. Esc in the filter shows all rows.");
        first = new FirstRows(desk.editing(), desk.notices(), desk.selection(), desk.learner(), bringIn);
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
            if (after instanceof RouteItem.Row row) {
                desk.selection().selectedProperty().set(row.route());
            }
        });
        list.addEventFilter(ScrollEvent.SCROLL, this::scrolled);
        list.addEventFilter(KeyEvent.KEY_PRESSED, this::pressed);
        list.addEventFilter(MouseEvent.MOUSE_EXITED, e -> point(null));
        desk.audio().seenProperty().addListener((o, a, b) -> cells.forEach(RouteCell::drawAgain));
        desk.frames().onFrame(this::frame);
        Here.on(list, place -> focused());
        select();
    }

    /** What has the focus in the list: the chosen row. */
    private Subject focused() {
        RouteItem chosen = list.getSelectionModel().getSelectedItem();
        if (chosen instanceof RouteItem.Group group && group.track() != RouteItem.MACROS) {
            desk.selection().pointTrack(group.track().id());
            return Subject.TRACK;
        }
        return chosen instanceof RouteItem.Row ? Subject.ROUTE : null;
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
        boolean empty = desk.editing().session().routes().isEmpty();
        list.setPlaceholder(empty ? first : none);
        playhead.setOpacity(empty ? 0 : 1);
        Session session = desk.editing().session();
        List<RouteItem> items = new ArrayList<>();
        RouteFilter words = RouteFilter.of(session, filter.getText());
        List<Track> groups = new ArrayList<>(session.tracks());
        if (!session.macros().isEmpty()) {
            groups.add(RouteItem.MACROS);
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
            for (String device : track == RouteItem.MACROS ? List.<String>of() : track.devices()) {
                exposed += session.device(device).taken();
                sockets += session.device(device).usable();
            }
            items.add(new RouteItem.Group(
                    track,
                    routes.size(),
                    track == RouteItem.MACROS
                            ? session.macros().size() + " macros"
                            : exposed + " of " + sockets + " sockets"));
            if (!folded.contains(track.id()) || !words.isEmpty()) {
                routes.forEach(r -> items.add(new RouteItem.Row(r.id())));
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
        for (RouteItem item : list.getItems()) {
            if (item instanceof RouteItem.Row row
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
        desk.notices()
                .say(Notice.plain("Rows", List.of("Small", "Medium", "Large").get(height) + " rows."));
    }

    String clips(Track track) {
        List<Clip> all = track.clips();
        String told = all.stream()
                .limit(CLIPS_TOLD)
                .map(c -> ". " + ScoreWords.of(c, desk.editing().timeline()))
                .collect(Collectors.joining());
        return told + (all.size() > CLIPS_TOLD ? ". " + (all.size() - CLIPS_TOLD) + " more clips" : "");
    }

    /** The track of a row as it is now. */
    Track now(RouteItem.Group group) {
        return desk.editing().session().tracks().stream()
                .filter(t -> t.id().equals(group.track().id()))
                .findFirst()
                .orElse(group.track());
    }

    void fold(Track track) {
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
    void point(RouteCell cell) {
        cells.forEach(one -> one.pseudoClassStateChanged(POINTED, one == cell));
        desk.selection().pointRoute(cell != null && cell.getItem() instanceof RouteItem.Row row ? row.route() : null);
    }

    private void pressed(KeyEvent e) {
        if (e.getCode().isNavigationKey()) {
            point(null);
            desk.selection().place(null);
        }
        // The list would take these; they belong to the transport.
        if (e.getCode() == KeyCode.HOME && !e.isControlDown()) {
            desk.riding().locate(0);
            e.consume();
        } else if (e.getCode() == KeyCode.END && !e.isControlDown()) {
            desk.riding().locate(desk.editing().session().length());
            e.consume();
        } else if (e.getCode() == KeyCode.ENTER
                && list.getSelectionModel().getSelectedItem() instanceof RouteItem.Group group) {
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

    /** How high the row of a route is. */
    double rowHeight() {
        return HEIGHTS[height];
    }

    boolean folded(Track track) {
        return folded.contains(track.id());
    }
}
