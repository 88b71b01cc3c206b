package agogic.desk.shell;

import static org.assertj.core.api.Assertions.assertThat;

import agogic.core.session.Session;
import agogic.desk.model.View;
import agogic.standins.comet.SlowComet;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import java.util.TreeSet;
import javafx.geometry.BoundingBox;
import javafx.geometry.Bounds;
import javafx.geometry.Rectangle2D;
import javafx.scene.Node;
import javafx.scene.Parent;
import javafx.scene.Scene;
import javafx.scene.SnapshotParameters;
import javafx.scene.canvas.Canvas;
import javafx.scene.control.ToggleButton;
import javafx.scene.image.PixelReader;
import javafx.scene.image.WritableImage;
import javafx.scene.paint.Color;
import org.junit.jupiter.api.Test;

/**
 * Wherever the focus can be it is seen: with it a thing has other pixels than without, and of those at least so many stand
 * 3:1 against what was there (WCAG 2.2, 2.4.13, written from memory).
 */
class FocusSeenTest extends WindowTest {
    private static final double CONTRAST = 3;
    private static final int LEAST = 20;
    private static final double AROUND = 4;

    private final Set<String> wrong = new TreeSet<>();
    private final Set<String> looked = new HashSet<>();

    @Override
    Session session() {
        return SlowComet.session();
    }

    private void laid() {
        desk().frame();
        window().root().applyCss();
        window().root().layout();
    }

    private List<Node> reached(Parent root) {
        List<Node> all = new ArrayList<>();
        Bounds whole = new BoundingBox(
                0, 0, root.getScene().getWidth(), root.getScene().getHeight());
        for (Node node : Reach.focusable(root)) {
            if (node.getBoundsInLocal().getWidth() > 0) {
                Bounds at = node.localToScene(node.getBoundsInLocal());
                if (whole.contains(at)) {
                    all.add(node);
                }
            }
        }
        return all;
    }

    private WritableImage picture(Rectangle2D part) {
        SnapshotParameters parameters = new SnapshotParameters();
        parameters.setViewport(part);
        return window().root().snapshot(parameters, null);
    }

    private static double light(double part) {
        return part <= 0.04045 ? part / 12.92 : Math.pow((part + 0.055) / 1.055, 2.4);
    }

    private static double luminance(Color c) {
        return 0.2126 * light(c.getRed()) + 0.7152 * light(c.getGreen()) + 0.0722 * light(c.getBlue());
    }

    private static int stand(WritableImage without, WritableImage with) {
        PixelReader a = without.getPixelReader();
        PixelReader b = with.getPixelReader();
        int count = 0;
        for (int y = 0; y < without.getHeight(); y++) {
            for (int x = 0; x < without.getWidth(); x++) {
                if (a.getArgb(x, y) != b.getArgb(x, y)) {
                    double one = luminance(a.getColor(x, y));
                    double two = luminance(b.getColor(x, y));
                    if ((Math.max(one, two) + 0.05) / (Math.min(one, two) + 0.05) >= CONTRAST) {
                        count++;
                    }
                }
            }
        }
        return count;
    }

    /** One of each kind is looked at: what has the same class and styles is drawn the same. */
    private boolean alike(String where, Node node) {
        boolean selected = node instanceof ToggleButton toggle && toggle.isSelected();
        return !looked.add(where.split(" ")[0]
                + node.getClass()
                + node.getStyleClass()
                + selected
                + (node.getClass() == Canvas.class ? node.getId() : ""));
    }

    private void look(String where, Node node) {
        if (alike(where, node)) {
            return;
        }
        Scene scene = window().root().getScene();
        Bounds at = node.localToScene(node.getBoundsInLocal());
        double x = Math.max(0, at.getMinX() - AROUND);
        double y = Math.max(0, at.getMinY() - AROUND);
        Rectangle2D part = new Rectangle2D(
                x,
                y,
                Math.min(scene.getWidth(), at.getMaxX() + AROUND) - x,
                Math.min(scene.getHeight(), at.getMaxY() + AROUND) - y);
        window().root().requestFocus();
        laid();
        WritableImage without = picture(part);
        node.requestFocus();
        laid();
        if (!node.isFocused()) {
            // It hands the focus on to something inside of it.
            return;
        }
        int stands = stand(without, picture(part));
        if (stands < LEAST) {
            wrong.add(where + ": " + node.getClass().getSimpleName() + " #" + node.getId() + " " + node.getStyleClass()
                    + " shows its focus by " + stands);
        }
    }

    private void lookAt(String theme) {
        for (View view : View.values()) {
            now(() -> {
                desk().selection().viewProperty().set(view);
                laid();
            });
            interact(() -> {});
            now(() -> reached(window().root()).forEach(n -> look(theme + " " + view.title(), n)));
        }
        now(() -> {
            window().catalog().open(true);
            laid();
        });
        interact(() -> {});
        now(() -> reached(window().root()).forEach(n -> look(theme + " face", n)));
    }

    @Test
    void ofEverythingInEveryViewInBothThemes() {
        lookAt("dark");
        interact(() -> desk().selection().lightProperty().set(true));
        lookAt("light");
        assertThat(wrong).isEmpty();
    }
}
