package agogic.desk.shell;

import agogic.desk.model.Selection;
import agogic.desk.riding.RidingView;
import java.util.function.Supplier;
import javafx.scene.Node;
import javafx.scene.layout.BorderPane;

/** Puts the riding view over everything but the trace bar, and takes it away again. */
final class RidingLayer {
    private final Selection selection;
    private final Supplier<RidingView> making;
    private final BorderPane root;
    private final Node views;
    private final Node transport;
    private RidingView view;
    private boolean drawer;

    RidingLayer(Selection selection, Supplier<RidingView> making, BorderPane root) {
        this.selection = selection;
        this.making = making;
        this.root = root;
        views = root.getCenter();
        transport = root.getTop();
        // Whoever goes to a view leaves this one.
        selection.viewProperty().addListener((o, was, is) -> leave());
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
        view = view == null ? making.get() : view;
        root.setTop(null);
        root.setCenter(view);
        views.setVisible(false);
        drawer = selection.drawerProperty().get();
        selection.drawerProperty().set(false);
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
        selection.drawerProperty().set(drawer || selection.drawerProperty().get());
        root.requestFocus();
        return true;
    }
}
