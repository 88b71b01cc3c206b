package agogic.desk.catalog;

import agogic.core.device.Device;
import agogic.core.route.Target;
import agogic.core.session.Session;
import agogic.desk.draw.Ink;
import agogic.desk.draw.Mark;
import agogic.desk.model.Selection;
import agogic.desk.parts.MarkView;
import agogic.desk.parts.SocketMark;
import java.util.List;
import java.util.function.BiConsumer;
import java.util.function.Consumer;
import javafx.geometry.Pos;
import javafx.scene.control.Label;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import javafx.scene.layout.VBox;

/** The sockets of the chosen device, how many are taken, and what their marks mean. */
final class SocketPanel extends VBox {
    private static final List<SocketMark> LEGEND = List.of(
            SocketMark.EXPOSED,
            SocketMark.IDLE,
            SocketMark.JOINED,
            SocketMark.SHARED,
            SocketMark.RESERVED,
            SocketMark.FREE);

    private final SocketGrid grid;
    private final Label title = new Label();
    private final Label count = new Label();

    /**
     * Sockets.
     *
     * @param chosen takes what was chosen
     * @param renumbered takes the number that one had, and the one it is to have
     */
    SocketPanel(Selection selection, Consumer<Target> chosen, BiConsumer<Integer, Integer> renumbered) {
        super(8);
        grid = new SocketGrid(selection, chosen, renumbered);
        title.getStyleClass().add("title");
        count.getStyleClass().add("quiet");
        Region gap = new Region();
        HBox.setHgrow(gap, Priority.ALWAYS);
        HBox head = new HBox(8, title, gap, count);
        head.setAlignment(Pos.BASELINE_LEFT);
        MarkView legend = new MarkView(selection) {
            @Override
            public void marks(List<Mark> marks, double width, double height) {
                double x = 0;
                for (SocketMark mark : LEGEND) {
                    mark.draw(marks, x, 3, 10);
                    marks.add(new Mark.Words(x + 14, 12, mark.word(), Ink.QUIET, 11, false, false, -1));
                    x += 24 + 5.2 * mark.word().length();
                }
            }
        };
        legend.setPrefHeight(16);
        legend.setMinHeight(16);
        getChildren().addAll(head, grid, legend);
        setMinHeight(USE_PREF_SIZE);
        getStyleClass().add("panel");
    }

    /** There is no device. */
    void none() {
        grid.none();
        title.setText("No device yet");
        count.setText("Ctrl+Shift+I adds one");
    }

    /**
     * Shows the sockets of a device.
     *
     * @param planned true if that is how they would be
     * @param target what is chosen; null for nothing
     */
    void show(Session session, Device device, boolean planned, Target target) {
        grid.show(session, device, target);
        title.setText((planned ? "After the plan: " : "Sockets of ") + device.name());
        count.setText(device.taken() + " of " + device.usable() + " taken");
    }
}
