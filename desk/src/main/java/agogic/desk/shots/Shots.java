package agogic.desk.shots;

import agogic.core.session.Session;
import agogic.desk.guide.Guide;
import agogic.desk.model.View;
import agogic.desk.sheet.Sheet;
import agogic.desk.shell.Launch;
import agogic.desk.start.Demo;
import agogic.desk.surfaces.SurfacesView;
import agogic.formats.file.SafeFile;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.EnumSet;
import java.util.List;
import java.util.Locale;
import java.util.Set;
import java.util.concurrent.CountDownLatch;
import java.util.concurrent.atomic.AtomicReference;
import java.util.stream.Stream;
import javafx.application.Platform;

/** Pictures of the window, each of a scene. */
public final class Shots {
    private Shots() {}

    /** Opens the window on the scene of a picture and returns when it is closed. */
    public static void open(Session session, Picture scene, boolean light) {
        if (scene == Picture.START) {
            Launch.window(null, null, light, window -> {});
            return;
        }
        Launch.window(session, null, light, window -> {
            switch (scene) {
                case REFINE, LAYERS, SHAPES -> window.desk()
                        .selection()
                        .viewProperty()
                        .set(View.REFINE);
                case CATALOG, FIT, FACE -> window.catalog().open(scene == Picture.FACE);
                case SURFACES, LEARN, BREATH -> window.desk()
                        .selection()
                        .viewProperty()
                        .set(View.SURFACES);
                case EXPORT -> window.desk().selection().viewProperty().set(View.EXPORT);
                case MACRO, PLANE -> {
                    window.desk().selection().viewProperty().set(View.SURFACES);
                    window.surfaces().side(scene == Picture.MACRO ? SurfacesView.Side.MACROS : SurfacesView.Side.PLANE);
                }
                default -> window.desk().selection().viewProperty().set(View.ROUTES);
            }
            if (scene == Picture.RIDING) {
                window.turnRidingView();
            }
            if (scene == Picture.FIT) {
                window.catalog().model().fit(window.catalog().model().device().id());
            }
        });
    }

    /**
     * Makes one picture of 1280x800.
     *
     * @throws IOException if the file cannot be written
     */
    public static void picture(Session session, Picture picture, boolean light, Path file) throws IOException {
        take(session, List.of(new Studio.Order(picture, light, file)));
    }

    /** Those that show the light theme. */
    private static final Set<Picture> LIGHT = EnumSet.of(Picture.SNAPSHOTS, Picture.LOUDNESS);

    /**
     * All pictures of the documentation; returns their names.
     *
     * @throws IOException if the folder cannot be written
     */
    public static List<String> allPictures(Path folder) throws IOException {
        List<Studio.Order> orders = new ArrayList<>();
        for (Picture picture : Picture.values()) {
            if (picture == Picture.STOPPED
                    || picture == Picture.BREATH
                    || picture == Picture.PLANE
                    || picture == Picture.CLIPS) {
                continue;
            }
            String name = picture.name().toLowerCase(Locale.ROOT);
            orders.add(new Studio.Order(picture, LIGHT.contains(picture), folder.resolve(name + ".png")));
        }
        orders.add(new Studio.Order(Picture.ROUTES, true, folder.resolve("routes-light.png")));
        Session demo = Demo.made();
        take(demo, orders);
        byte[] sheet = Sheet.firstPicture(demo);
        SafeFile.write(folder.resolve("sheet.png"), out -> out.write(sheet));
        return Stream.concat(orders.stream().map(o -> o.file().getFileName().toString()), Stream.of("sheet.png"))
                .toList();
    }

    /**
     * Routes, with everything drawn twice as large, as at a text size of 200 %; returns its name.
     *
     * @throws IOException if the folder cannot be written
     */
    public static List<String> large(Path folder) throws IOException {
        for (String system : List.of("gtk", "win")) {
            System.setProperty("glass." + system + ".uiScale", "2.00");
        }
        take(Demo.made(), List.of(new Studio.Order(Picture.ROUTES, false, folder.resolve("large.png"))));
        return List.of("large.png");
    }

    /**
     * The picture of each page of the guide, taken while its steps are followed; returns their names.
     *
     * @throws IOException if the folder cannot be written
     */
    public static List<String> guide(Path folder) throws IOException {
        Session demo = Demo.made();
        List<String> names = new ArrayList<>();
        keptElsewhere(() -> {
            Launch.toolkit(() -> Platform.setImplicitExit(false));
            try {
                for (Guide.Page page : new Guide().pages()) {
                    boolean has = page.lines().stream().anyMatch(line -> line.kind() == Guide.Kind.PICTURE);
                    if (has) {
                        names.add(new Followed(page, folder).take(demo));
                    }
                }
            } finally {
                Platform.exit();
            }
        });
        return names;
    }

    private static void take(Session session, List<Studio.Order> orders) throws IOException {
        keptElsewhere(() -> take(session, orders, new CountDownLatch(1)));
    }

    /** What takes pictures. */
    private interface Taking {
        void take() throws IOException;
    }

    /** What is ridden for a picture is nobody's work: it is kept where it is thrown away. */
    private static void keptElsewhere(Taking taking) throws IOException {
        Path kept = Files.createTempDirectory("agogic-pictures");
        System.setProperty("agogic.kept", kept.toString());
        try {
            taking.take();
        } finally {
            try (Stream<Path> all = Files.walk(kept)) {
                all.sorted(Comparator.reverseOrder())
                        .forEach(path -> path.toFile().delete());
            }
        }
    }

    private static void take(Session session, List<Studio.Order> orders, CountDownLatch done) throws IOException {
        AtomicReference<IOException> failed = new AtomicReference<>();
        Launch.toolkit(() -> {
            Platform.setImplicitExit(false);
            new Studio(session, orders, error -> {
                        failed.set(error);
                        done.countDown();
                    })
                    .next();
        });
        Launch.await(done);
        Platform.exit();
        if (failed.get() != null) {
            throw failed.get();
        }
    }
}
