package agogic.desk.shell;

import agogic.desk.model.Desk;
import agogic.desk.riding.RidingView;
import javafx.scene.Node;
import javafx.scene.layout.BorderPane;

/** Puts the riding view over everything but the trace bar, and takes it away again. */
final class RidingLayer {
    private final Desk desk;
    private final BorderPane root;
    private final Node views;
    private final Node transport;
    private RidingView view;
    private boolean drawer;

    RidingLayer(Desk desk, BorderPane root) {
        this.desk = desk;
        this.root = root;
        views = root.getCenter();
        transport = root.getTop();
        // Whoever goes to a view leaves this one.
        desk.selection().viewProperty().addListener((o, was, is) -> leave());
    }

    boolean shown() {
        return view != null && root.getCenter() == view;
    }

    /** Shows it, or leaves it. */
    void turn() {
        if (shown()) {
            leave();
            return;
        }
        view = view == null ? new RidingView(desk) : view;
        root.setTop(null);
        root.setCenter(view);
        views.setVisible(false);
        drawer = desk.selection().drawerProperty().get();
        desk.selection().drawerProperty().set(false);
        view.setVisible(true);
        view.refresh();
        view.getCenter().requestFocus();
    }

    /** Leaves it, if it is shown; true if it was. */
    boolean leave() {
        if (!shown()) {
            return false;
        }
        view.setVisible(false);
        views.setVisible(true);
        root.setCenter(views);
        root.setTop(transport);
        desk.selection()
                .drawerProperty()
                .set(drawer || desk.selection().drawerProperty().get());
        root.requestFocus();
        return true;
    }
}
