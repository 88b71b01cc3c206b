package agogic.desk.shell;

import static org.assertj.core.api.Assertions.assertThat;

import agogic.core.expose.Chains;
import agogic.core.session.Session;
import agogic.core.session.Track;
import agogic.desk.acts.Act;
import agogic.desk.model.Notice;
import agogic.desk.model.View;
import agogic.desk.parts.PathChooser;
import agogic.desk.parts.Tip;
import agogic.standins.comet.SlowComet;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import java.util.concurrent.CountDownLatch;
import java.util.concurrent.locks.LockSupport;
import javafx.application.Platform;
import javafx.geometry.Bounds;
import javafx.scene.Node;
import javafx.scene.Parent;
import javafx.scene.control.ButtonBase;
import javafx.scene.control.ComboBoxBase;
import javafx.scene.control.IndexedCell;
import javafx.scene.control.Labeled;
import javafx.scene.control.ScrollBar;
import javafx.scene.control.ScrollPane;
import javafx.scene.control.TextField;
import javafx.scene.text.Text;
import javafx.stage.Stage;
import javafx.stage.Window;
import org.junit.jupiter.api.Test;

/** At every size that is meant, with names of sixty letters: nothing lies outside, nothing is cut without a tip, nothing is tiny. */
class SizesTest extends WindowTest {
    private static final String LONG = "A name that somebody wrote out in full, of sixty letters in all";
    private static final double LEAST = 24;
    private static final double SLACK = 1.5;

    private final Set<String> wrong = new TreeSet<>();

    @Override
    Session session() {
        Session demo = SlowComet.session().named(LONG);
        for (Track track : demo.tracks()) {
            demo = Chains.rename(demo, track.id(), (track.name() + " " + LONG).substring(0, 60));
        }
        return demo;
    }

    private static boolean seen(Node node) {
        for (Node n = node; n != null; n = n.getParent()) {
            if (!n.isVisible()) {
                return false;
            }
        }
        return true;
    }

    /** True for what scrolls: what is beyond its edges can be reached. */
    private static boolean scrolled(Node node) {
        for (Node n = node; n != null; n = n.getParent()) {
            if (n instanceof ScrollPane
                    || n instanceof ScrollBar
                    || n instanceof IndexedCell
                    || n.getStyleClass().contains("virtual-flow")
                    || n.getStyleClass().contains("table-view")
                    || n.getStyleClass().contains("list-view")) {
                return true;
            }
        }
        return false;
    }

    private static String called(Node node) {
        String text = node instanceof Labeled labeled ? labeled.getText() : "";
        return node.getClass().getSimpleName()
                + (node.getId() == null ? "" : " #" + node.getId())
                + (text == null || text.isBlank() ? "" : " “" + text + "”");
    }

    private static String tip(Node node) {
        for (Node n = node; n != null; n = n.getParent()) {
            if (!Tip.of(n).isEmpty()) {
                return Tip.of(n);
            }
        }
        return "";
    }

    private void look(String where, Parent root, double width, double height) {
        for (Node node : root.lookupAll("*")) {
            if (!seen(node) || node.getScene() == null || !node.isManaged() && !(node instanceof Labeled)) {
                continue;
            }
            Bounds at = node.localToScene(node.getLayoutBounds());
            boolean told = node instanceof Labeled || node instanceof TextField || node instanceof ComboBoxBase;
            boolean empty = node instanceof Labeled labeled
                    && (labeled.getText() == null || labeled.getText().isBlank())
                    && labeled.getGraphic() == null;
            if (!told || empty || at.getWidth() <= 0) {
                continue;
            }
            boolean outside = at.getMinX() < -SLACK
                    || at.getMinY() < -SLACK
                    || at.getMaxX() > width + SLACK
                    || at.getMaxY() > height + SLACK;
            if (outside && !scrolled(node)) {
                wrong.add(where + ": outside: " + called(node) + " at " + Math.round(at.getMinX()) + "–"
                        + Math.round(at.getMaxX()) + ", " + Math.round(at.getMinY()) + "–" + Math.round(at.getMaxY()));
            }
            if (node instanceof Labeled labeled
                    && labeled.getText() != null
                    && cut(labeled)
                    && tip(labeled).isEmpty()) {
                wrong.add(where + ": cut without a tip: " + called(node));
            }
            boolean pressed = node instanceof ButtonBase || node instanceof ComboBoxBase;
            if (pressed && !node.getStyleClass().contains("arrow-button") && at.getHeight() < LEAST - SLACK) {
                wrong.add(where + ": low: " + called(node) + ", " + Math.round(at.getHeight()));
            }
        }
    }

    private static boolean cut(Labeled labeled) {
        return labeled.getChildrenUnmodifiable().stream()
                .filter(Text.class::isInstance)
                .map(t -> ((Text) t).getText())
                .anyMatch(t -> t.endsWith("…") && !labeled.getText().endsWith("…"));
    }

    private void settle() {
        for (int i = 0; i < 3; i++) {
            now(() -> {
                desk().frame();
                window().root().applyCss();
                window().root().layout();
            });
        }
        interact(() -> {});
    }

    private void lookAtViews(int width, int height) {
        sized(width, height);
        for (View view : View.values()) {
            now(() -> {
                desk().selection().viewProperty().set(view);
                desk().notices()
                        .say(new Notice(
                                Notice.Kind.STOP,
                                "Not written",
                                "A sentence that is long: " + LONG + " → " + LONG
                                        + " — heard, not written: this route is in Read.",
                                List.of(
                                        new Notice.Act("Connect it to " + LONG, () -> {}),
                                        new Notice.Act("Show route", () -> {}),
                                        new Notice.Act("Write what I just played", () -> {}))));
            });
            settle();
            atSize(
                    width,
                    height,
                    () -> look(width + "x" + height + " " + view.title(), window().root(), width, height));
        }
    }

    /**
     * Large text is a window of fewer units: 1920x1080 at 150 % is 1280x720, 2560x1440 at 200 % too, and where less than the
     * least size is left the window scrolls.
     */
    @Test
    void everyViewAtEverySize() {
        // What is shown only at times is shown.
        now(() -> desk().riding().nextPunch());
        int[][] sizes = Boolean.getBoolean("agogic.long")
                ? new int[][] {{1024, 640}, {1280, 720}, {1280, 800}, {1366, 768}, {1920, 1080}, {2560, 1440}}
                : new int[][] {{1024, 640}, {1280, 720}, {2560, 1440}};
        for (int[] size : sizes) {
            lookAtViews(size[0], size[1]);
        }
        now(() -> window().catalog().open(true));
        settle();
        atSize(2560, 1440, () -> look("face", window().root(), 2560, 1440));
        assertThat(wrong).isEmpty();
    }

    @Test
    void everyDialogFitsTheSmallestScreen() {
        now(() -> window().files().askBy(new PathChooser() {
            @Override
            public Optional<Path> toRead(String title, String kind, String ending) {
                return Optional.empty();
            }

            @Override
            public Optional<Path> toWrite(String title, String kind, String ending, String name) {
                return Optional.empty();
            }
        }));
        for (View view : View.values()) {
            for (Act act : window().acts().all()) {
                boolean own = act.views().contains(view) && (view == View.ROUTES || act.special());
                if (!own || !act.words().endsWith("…") && !act.id().equals("keys")) {
                    continue;
                }
                now(() -> desk().selection().viewProperty().set(view));
                open(act, view);
            }
        }
        assertThat(wrong).isEmpty();
    }

    private void open(Act act, View view) {
        CountDownLatch done = new CountDownLatch(1);
        Platform.runLater(() -> {
            window().acts().perform(act);
            done.countDown();
        });
        List<Window> dialogs = new ArrayList<>();
        while (done.getCount() > 0 || !dialogs.isEmpty()) {
            now(() -> {
                dialogs.clear();
                Window.getWindows().stream()
                        .filter(w -> w != stage() && w instanceof Stage && w.isShowing())
                        .forEach(dialogs::add);
            });
            if (dialogs.isEmpty()) {
                LockSupport.parkNanos(500_000);
                if (done.getCount() == 0) {
                    return;
                }
                continue;
            }
            Window dialog = dialogs.get(0);
            // Laid out and measured once it has stood for a pulse.
            interact(() -> {});
            now(() -> {
                Parent root = dialog.getScene().getRoot();
                String where = "dialog of " + act.id();
                if (dialog.getWidth() > 1024 || dialog.getHeight() > 640) {
                    wrong.add(where + " is " + Math.round(dialog.getWidth()) + "x" + Math.round(dialog.getHeight()));
                }
                look(
                        where,
                        root,
                        dialog.getScene().getWidth(),
                        dialog.getScene().getHeight());
                dialog.hide();
            });
        }
    }
}
