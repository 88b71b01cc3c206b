package agogic.desk.shell;

import agogic.desk.acts.ActParts;
import agogic.desk.acts.Acts;
import agogic.desk.acts.Here;
import agogic.desk.acts.Subject;
import agogic.desk.model.Selection;
import javafx.application.Platform;
import javafx.geometry.Bounds;
import javafx.geometry.Point2D;
import javafx.scene.Node;
import javafx.scene.Parent;
import javafx.scene.control.ContextMenu;
import javafx.scene.input.ContextMenuEvent;
import javafx.stage.Stage;

/** The menu of a thing: of what the right button points at, or of what has the focus. */
final class HereMenu {
    private final Stage stage;
    private final Selection selection;
    private final Views views;
    private final Acts acts;
    /** The one that is open; null for none. */
    private ContextMenu here;

    HereMenu(Stage stage, Selection selection, Views views, Acts acts) {
        this.stage = stage;
        this.selection = selection;
        this.views = views;
        this.acts = acts;
    }

    /** Opens where a menu is asked for in {@code root}. */
    void in(Parent root) {
        root.setOnContextMenuRequested(e -> {
            if (e.isKeyboardTrigger()) {
                open();
            } else {
                pointed(root, e);
            }
            e.consume();
        });
        selection.viewProperty().addListener((o, was, is) -> close());
        Here.on(root, place -> place == null ? selected() : null);
    }

    private void pointed(Parent root, ContextMenuEvent e) {
        Node at = e.getPickResult().getIntersectedNode();
        Point2D place = new Point2D(e.getSceneX(), e.getSceneY());
        contextMenu(at == null ? root : at, place, e.getScreenX(), e.getScreenY());
    }

    /** What a key acts on while nothing in the view has the focus; null for nothing. */
    private Subject selected() {
        return switch (selection.viewProperty().get()) {
            case ROUTES -> selection.selectedRoute().isPresent() ? Subject.ROUTE : null;
            case REFINE -> selection.selectedRoute().isPresent() ? Subject.LANE : null;
            case CATALOG -> views.catalog().model().chosenProperty().get().isEmpty() ? null : Subject.PARAMETER;
            case SURFACES -> selection.handProperty().get() == null ? null : Subject.CONTROL;
            case EXPORT -> Subject.EXPORT;
        };
    }

    /** What can be done to the thing that is at a place of the scene, null for what has the focus; at a place of the screen. */
    private void contextMenu(Node from, Point2D place, double x, double y) {
        close();
        selection.menu(false);
        Subject subject = Here.of(from, place).orElse(Subject.PIECE);
        selection.menu(true);
        ContextMenu menu = new ContextMenu();
        here = menu;
        menu.setId("here-menu");
        menu.getItems().setAll(ActParts.menu(acts, selection.viewProperty().get(), subject));
        menu.getProperties().put("subject", subject);
        // Whatever is chosen from it is done first; another may be open by then.
        menu.setOnHidden(e -> Platform.runLater(() -> {
            if (here == menu) {
                here = null;
                selection.menu(false);
            }
        }));
        menu.show(stage.getScene().getRoot(), x, y);
    }

    /** One menu at a time, and none of what is not shown any more. */
    void close() {
        if (here != null) {
            here.hide();
            here = null;
            selection.menu(false);
        }
    }

    /** Of what has the focus. */
    void open() {
        Node focus = stage.getScene().getFocusOwner();
        Node at = focus == null ? stage.getScene().getRoot() : focus;
        Bounds bounds = at.localToScreen(at.getBoundsInLocal());
        contextMenu(at, null, bounds.getMinX() + 24, Math.max(stage.getY(), bounds.getMinY()) + 24);
    }
}
