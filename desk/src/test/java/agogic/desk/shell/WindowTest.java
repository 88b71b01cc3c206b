package agogic.desk.shell;

import agogic.core.route.Target;
import agogic.core.session.Session;
import agogic.desk.live.TurnedClock;
import agogic.desk.model.Beside;
import agogic.desk.model.Desk;
import agogic.desk.model.View;
import agogic.desk.parts.PathChooser;
import java.io.IOException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.CountDownLatch;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.locks.LockSupport;
import java.util.function.BooleanSupplier;
import java.util.function.Predicate;
import javafx.animation.AnimationTimer;
import javafx.application.Platform;
import javafx.event.EventHandler;
import javafx.event.EventType;
import javafx.geometry.Point2D;
import javafx.scene.Node;
import javafx.scene.Scene;
import javafx.scene.control.Label;
import javafx.scene.input.InputEvent;
import javafx.scene.input.KeyCode;
import javafx.scene.input.KeyEvent;
import javafx.scene.input.MouseButton;
import javafx.scene.input.MouseEvent;
import javafx.stage.Stage;
import javafx.stage.Window;
import org.junit.jupiter.api.AfterEach;
import org.testfx.api.FxRobot;
import org.testfx.api.FxRobotInterface;
import org.testfx.framework.junit5.ApplicationTest;
import org.testfx.robot.BaseRobot;
import org.testfx.robot.Motion;
import org.testfx.service.query.PointQuery;
import org.testfx.util.NodeQueryUtils;
import org.testfx.util.WaitForAsyncUtils;

/** The real window with a session in it, on a clock that the test turns: faster than the wall's, or not at all. */
public abstract class WindowTest extends ApplicationTest {
    private static final long PATIENCE = 60_000_000_000L;
    /** So much time goes by between two looks, unless it runs faster. */
    private static final long TURN = 4_000_000L;

    private static volatile WindowTest current;

    private final TurnedClock clock = new TurnedClock();
    private DeskWindow window;

    /** What the window opens with; null for the start page. */
    abstract Session session();

    /** How much faster the transport runs. */
    int faster() {
        return 3;
    }

    @Override
    public void start(Stage first) {
        current = this;
        // Each test has a window of its own, so that what an earlier one held of its stage can go.
        Stage stage = new Stage();
        window = new DeskWindow(stage, clock, false);
        Session piece = session();
        if (piece == null) {
            window.start(false);
        } else {
            window.show(piece, null, false);
        }
        stage.show();
        stage.toFront();
    }

    @AfterEach
    void close() throws IOException {
        interact(() -> {
            window.close();
            stage().hide();
        });
        // What was being kept when it closed is written: a folder of the test may go.
        Beside.now(() -> null);
    }

    DeskWindow window() {
        return window;
    }

    Desk desk() {
        return window.desk();
    }

    /** Waits for something, while the clock goes on; between waiting it stands still, so that no hand comes late. */
    static void until(BooleanSupplier holds) {
        RuntimeException why = null;
        for (long begun = System.nanoTime(); System.nanoTime() - begun < PATIENCE; turn()) {
            try {
                if (holds.getAsBoolean()) {
                    settled();
                    return;
                }
            } catch (RuntimeException e) {
                // Looked at while the window changes, what is asked about may not be there yet.
                why = e;
            }
        }
        throw new AssertionError("It did not come to pass in a minute.", why);
    }

    /** The window has done what it was asked to until now, and what came of that. */
    private static void settled() {
        for (int i = 0; i < 3; i++) {
            WaitForAsyncUtils.waitForAsyncFx(PATIENCE / 1_000_000, () -> {});
        }
        pulsed();
    }

    /** What was changed is laid out, and rows say what they show: there was a pulse. */
    private static void pulsed() {
        CountDownLatch after = new CountDownLatch(1);
        Platform.runLater(() -> {
            new AnimationTimer() {
                @Override
                public void handle(long now) {
                    stop();
                    Platform.runLater(after::countDown);
                }
            }.start();
            Platform.requestNextPulse();
        });
        try {
            after.await(5, TimeUnit.SECONDS);
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
        }
    }

    /** The clock goes on a little, and whatever plays by it and whatever shows it have seen that. */
    private static void turn() {
        WindowTest now = current;
        now.clock.turn(TURN * now.faster());
        now.turned(now.clock.getAsLong());
        Desk desk = now.window.desk();
        for (int i = 0; i < 200 && desk != null && desk.live().ticked() < now.clock.getAsLong(); i++) {
            LockSupport.parkNanos(100_000);
        }
        WaitForAsyncUtils.waitForAsyncFx(PATIENCE / 1_000_000, () -> {});
        LockSupport.parkNanos(TURN / 2);
    }

    /** The clock has gone on: what comes from outside in its time is sent here. */
    void turned(long nanos) {}

    /** So much time goes by on the clock, in its own pace; nobody waits for that of the wall. */
    @Override
    public FxRobot sleep(long milliseconds) {
        long until = clock.getAsLong() + milliseconds * 1_000_000L * faster();
        until(() -> clock.getAsLong() >= until);
        return this;
    }

    /** A hand looks for a thing until it is there: a view is built when it is shown, which may take a while. */
    void see(String query) {
        until(() -> lookup(query).match(NodeQueryUtils.isVisible()).tryQuery().isPresent());
    }

    /** Waits until what a hand did has come to a window: a busy display delivers late, and in its own time. */
    private <E extends InputEvent> void arrives(EventType<E> type, Predicate<E> awaited, Runnable done) {
        arrives(type, awaited, 5_000, done);
    }

    private <E extends InputEvent> void arrives(
            EventType<E> type, Predicate<E> awaited, long milliseconds, Runnable done) {
        CountDownLatch came = new CountDownLatch(1);
        EventHandler<E> sees = e -> {
            if (awaited.test(e)) {
                came.countDown();
            }
        };
        List<Window> asked = new ArrayList<>();
        WaitForAsyncUtils.waitForAsyncFx(60_000, () -> {
            asked.addAll(Window.getWindows());
            asked.forEach(w -> w.addEventFilter(type, sees));
        });
        done.run();
        try {
            // What no window is meant to get, such as a key after the last was closed, is not waited for long.
            came.await(milliseconds, TimeUnit.MILLISECONDS);
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
        }
        Platform.runLater(() -> asked.forEach(w -> w.removeEventFilter(type, sees)));
        settled();
    }

    /** Presses keys and lets them go, in the order of a hand; waited for is only that they came. */
    @Override
    public FxRobot push(KeyCode... keys) {
        KeyCode last = keys[keys.length - 1];
        BaseRobot robot = robotContext().getBaseRobot();
        // A plus comes as the key it is on, whatever that is called here.
        Predicate<KeyEvent> came = e ->
                e.getCode() == last || !last.isModifierKey() && !e.getCode().isModifierKey();
        arrives(KeyEvent.KEY_PRESSED, came, () -> {
            for (KeyCode key : keys) {
                robot.pressKeyboard(key);
            }
            for (int i = keys.length - 1; i >= 0; i--) {
                robot.releaseKeyboard(keys[i]);
            }
        });
        return this;
    }

    /** Types a text into what has the focus. */
    @Override
    public FxRobot write(String text) {
        BaseRobot robot = robotContext().getBaseRobot();
        for (char c : text.toCharArray()) {
            WaitForAsyncUtils.waitForAsyncFx(60_000, () -> {
                Scene scene = Window.getWindows().stream()
                        .filter(Window::isFocused)
                        .map(Window::getScene)
                        .reduce((older, newer) -> newer)
                        .orElseGet(() -> targetWindow().getScene());
                robot.typeKeyboard(
                        scene,
                        c == '\n' ? KeyCode.ENTER : c == '\t' ? KeyCode.TAB : KeyCode.UNDEFINED,
                        String.valueOf(c));
            });
        }
        settled();
        return this;
    }

    /** Does something in the window's thread. What TestFX does waits for fixed times; here it is for what came of it. */
    @Override
    public FxRobot interact(Runnable done) {
        WaitForAsyncUtils.waitForAsyncFx(PATIENCE / 1_000_000, done);
        settled();
        return this;
    }

    /** Does something in the window's thread and waits for that only, not for what comes of it: where much is done. */
    static void now(Runnable what) {
        WaitForAsyncUtils.waitForAsyncFx(300_000, what);
    }

    /** Moves the pointer as a hand does, in a few steps, and waits until the window knows where it is. */
    private void go(Point2D to) {
        BaseRobot robot = robotContext().getBaseRobot();
        Point2D from = robot.retrieveMouse();
        int steps = (int) Math.max(1, Math.min(8, from.distance(to) / 4));
        Point2D last = new Point2D(Math.rint(to.getX()), Math.rint(to.getY()));
        boolean seen = from.distance(last) >= 1;
        arrives(MouseEvent.ANY, e -> near(e, last), seen ? 500 : 0, () -> {
            for (int i = 1; i <= steps; i++) {
                robot.moveMouse(i == steps ? last : from.interpolate(last, (double) i / steps));
            }
        });
    }

    private static boolean near(MouseEvent event, Point2D place) {
        return (event.getEventType() == MouseEvent.MOUSE_MOVED || event.getEventType() == MouseEvent.MOUSE_DRAGGED)
                && place.distance(event.getScreenX(), event.getScreenY()) < 1.5;
    }

    @Override
    public FxRobot moveTo(PointQuery place, Motion motion) {
        go(place.query());
        // What moved under the pointer meanwhile is followed.
        go(place.query());
        return this;
    }

    @Override
    public FxRobot moveBy(double x, double y, Motion motion) {
        go(robotContext().getBaseRobot().retrieveMouse().add(x, y));
        return this;
    }

    @Override
    public FxRobot press(MouseButton... buttons) {
        arrives(MouseEvent.MOUSE_PRESSED, e -> true, 1_000, () -> robotContext()
                .getMouseRobot()
                .pressNoWait(buttons));
        return this;
    }

    @Override
    public FxRobot release(MouseButton... buttons) {
        if (robotContext().getMouseRobot().getPressedButtons().isEmpty()) {
            return this;
        }
        arrives(MouseEvent.MOUSE_RELEASED, e -> true, 1_000, () -> robotContext()
                .getMouseRobot()
                .releaseNoWait(buttons));
        return this;
    }

    @Override
    public FxRobot clickOn(MouseButton... buttons) {
        return press(buttons).release(buttons);
    }

    @Override
    public FxRobot moveTo(String query, Motion motion) {
        see(query);
        return super.moveTo(query, motion);
    }

    @Override
    public FxRobotInterface clickOn(String query, MouseButton... buttons) {
        see(query);
        moveTo(point(query), Motion.DEFAULT);
        return press(buttons).release(buttons);
    }

    /** A thing that is there, or will be in a moment. */
    <T extends Node> T node(String query) {
        if (!Platform.isFxApplicationThread()) {
            see(query);
        }
        return lookup(query).query();
    }

    /** The id of the first route to a target. */
    String routeOf(Target target) {
        return desk().editing().session().routes().stream()
                .filter(r -> r.target().equals(target))
                .findFirst()
                .orElseThrow()
                .id();
    }

    Stage stage() {
        return (Stage) window.root().getScene().getWindow();
    }

    /**
     * Gives the window a size inside, and waits until it has kept it: a display that is still busy with the one before may
     * give that once more, and is asked again then.
     */
    void sized(int width, int height) {
        long[] since = {0, 0};
        until(() -> {
            long now = System.nanoTime();
            boolean has = Math.abs(stage().getScene().getWidth() - width) < 1
                    && Math.abs(stage().getScene().getHeight() - height) < 1;
            if (has) {
                since[0] = since[0] == 0 ? now : since[0];
            } else {
                since[0] = 0;
                if (now - since[1] > 300_000_000L) {
                    since[1] = now;
                    WaitForAsyncUtils.waitForAsyncFx(PATIENCE / 1_000_000, () -> {
                        // What is the size already in the window's own opinion would not be asked for.
                        stage().setWidth(width + 16);
                        stage().setHeight(height + 20);
                        stage().setWidth(width);
                        stage().setHeight(height);
                    });
                }
            }
            return has && now - since[0] > 50_000_000L;
        });
    }

    /**
     * Looks at the window while it has this size: laid out, and measured in the same moment. A display may still give it
     * an older size between two moments; then it is asked and looked at again.
     */
    void atSize(int width, int height, Runnable look) {
        for (boolean[] looked = {false}; !looked[0]; ) {
            sized(width, height);
            now(() -> {
                Scene scene = stage().getScene();
                scene.getRoot().applyCss();
                scene.getRoot().layout();
                if (Math.abs(scene.getWidth() - width) < 1 && Math.abs(scene.getHeight() - height) < 1) {
                    look.run();
                    looked[0] = true;
                }
            });
        }
    }

    /** Shows the lane of a target in Refine. */
    void refine(Target target) {
        interact(() -> {
            desk().selection().selectedProperty().set(routeOf(target));
            desk().selection().viewProperty().set(View.REFINE);
        });
    }

    String text(String id) {
        return lookup(id).queryAs(Label.class).getText();
    }

    /** Whenever the window asks for a file, it gets this one. */
    void askBy(Path path) {
        PathChooser chooser = new PathChooser() {
            @Override
            public Optional<Path> toRead(String title, String kind, String ending) {
                return Optional.of(path);
            }

            @Override
            public Optional<Path> toWrite(String title, String kind, String ending, String name) {
                return Optional.of(path);
            }
        };
        interact(() -> {
            if (window.desk() == null) {
                window.begin().askBy(chooser);
            } else {
                window.files().askBy(chooser);
            }
        });
    }
}
