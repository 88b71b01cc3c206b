package agogic.desk.window;

import agogic.core.session.Session;
import agogic.desk.sheet.Sheet;
import agogic.formats.file.SafeFile;
import agogic.standins.comet.SlowComet;
import java.io.IOException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.concurrent.CountDownLatch;
import java.util.concurrent.atomic.AtomicReference;
import java.util.stream.Stream;
import javafx.application.Platform;
import javafx.stage.Stage;

/** Starts the window, for a person or for a picture. */
public final class Launch {
    /** What a picture shows. */
    public enum Picture {
        ROUTES,
        REFINE,
        WRITING,
        STOPPED,
        CATALOG,
        FIT,
        FACE,
        SURFACES,
        LEARN,
        MACRO,
        PLANE,
        BREATH;

        /** The picture of this name. */
        public static Picture named(String name) {
            for (Picture picture : values()) {
                if (picture.name().equalsIgnoreCase(name)) {
                    return picture;
                }
            }
            throw new IllegalArgumentException(
                    "There is no view “" + name
                            + "”. Expected routes, catalog, fit, face, surfaces, learn, macro, plane, breath, refine, writing or stopped.");
        }
    }

    private Launch() {}

    /** Opens the window and returns when it is closed. Without a session it is the demo. */
    public static void window(Session session, Picture view, boolean light) {
        run(session == null ? SlowComet.session() : session, null, view, light);
    }

    /** Opens the window with a session from a file. */
    public static void file(Path path, Session session) {
        run(session, path, Picture.ROUTES, false);
    }

    private static void run(Session session, Path path, Picture view, boolean light) {
        CountDownLatch closed = new CountDownLatch(1);
        Platform.startup(() -> {
            Stage stage = new Stage();
            DeskWindow window = new DeskWindow(stage, System::nanoTime, true);
            window.show(session, path, light);
            switch (view) {
                case REFINE -> window.desk().viewProperty().set(Desk.View.REFINE);
                case CATALOG, FIT, FACE -> window.catalog().open(view);
                case SURFACES, LEARN, BREATH -> window.desk().viewProperty().set(Desk.View.SURFACES);
                case MACRO, PLANE -> {
                    window.desk().viewProperty().set(Desk.View.SURFACES);
                    window.surfaces().side(view == Picture.MACRO ? SurfacesView.Side.MACROS : SurfacesView.Side.PLANE);
                }
                default -> window.desk().viewProperty().set(Desk.View.ROUTES);
            }
            stage.setOnHidden(e -> {
                window.close();
                closed.countDown();
            });
            stage.show();
        });
        await(closed);
        Platform.exit();
    }

    /** Makes one picture of 1280x800. */
    public static void picture(Session session, Picture picture, boolean light, Path file) throws IOException {
        take(session, List.of(new Studio.Order(picture, light, file)));
    }

    /** All pictures of the documentation; returns their names. */
    public static List<String> allPictures(Path folder) throws IOException {
        List<Studio.Order> orders = new ArrayList<>();
        for (Picture picture : Picture.values()) {
            String name = picture.name().toLowerCase(Locale.ROOT);
            orders.add(new Studio.Order(picture, false, folder.resolve(name + ".png")));
        }
        orders.add(new Studio.Order(Picture.ROUTES, true, folder.resolve("routes-light.png")));
        orders.add(new Studio.Order(Picture.REFINE, true, folder.resolve("refine-light.png")));
        orders.add(new Studio.Order(Picture.CATALOG, true, folder.resolve("catalog-light.png")));
        orders.add(new Studio.Order(Picture.SURFACES, true, folder.resolve("surfaces-light.png")));
        take(SlowComet.session(), orders);
        byte[] sheet = Sheet.firstPicture(SlowComet.session());
        SafeFile.write(folder.resolve("sheet.png"), out -> out.write(sheet));
        return Stream.concat(orders.stream().map(o -> o.file().getFileName().toString()), Stream.of("sheet.png"))
                .toList();
    }

    private static void take(Session session, List<Studio.Order> orders) throws IOException {
        CountDownLatch done = new CountDownLatch(1);
        AtomicReference<IOException> failed = new AtomicReference<>();
        Platform.startup(() -> {
            Platform.setImplicitExit(false);
            new Studio(session, orders, error -> {
                        failed.set(error);
                        done.countDown();
                    })
                    .next();
        });
        await(done);
        Platform.exit();
        if (failed.get() != null) {
            throw failed.get();
        }
    }

    private static void await(CountDownLatch latch) {
        try {
            latch.await();
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
        }
    }
}
