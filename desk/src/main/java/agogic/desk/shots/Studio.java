package agogic.desk.shots;

import agogic.core.assign.Assigning;
import agogic.core.expose.PlayedThrough;
import agogic.core.route.Hand;
import agogic.core.route.Into;
import agogic.core.route.Route;
import agogic.core.route.Takeover;
import agogic.core.route.Target;
import agogic.core.route.WriteMode;
import agogic.core.session.Session;
import agogic.core.surface.ControlSender;
import agogic.core.surface.Surface;
import agogic.desk.model.Desk;
import agogic.desk.model.Notice;
import agogic.desk.model.View;
import agogic.desk.shell.DeskWindow;
import agogic.desk.surfaces.SurfacesView;
import agogic.standins.comet.RecordedHand;
import agogic.standins.surfaces.SimulatedDevices;
import java.io.IOException;
import java.nio.file.Path;
import java.util.List;
import java.util.function.Consumer;
import javafx.animation.KeyFrame;
import javafx.animation.Timeline;
import javafx.embed.swing.SwingFXUtils;
import javafx.geometry.Rectangle2D;
import javafx.scene.SnapshotParameters;
import javafx.scene.control.TextField;
import javafx.scene.image.WritableImage;
import javafx.scene.transform.Transform;
import javafx.stage.Stage;
import javafx.util.Duration;

/** Takes pictures of the window at work: a real window, real moves, the real clock. */
public final class Studio {
    /** One picture to be taken. */
    record Order(Picture picture, boolean light, Path file) {}

    private final Session session;
    private final List<Order> orders;
    private final Consumer<IOException> done;
    private int at;

    Studio(Session session, List<Order> orders, Consumer<IOException> done) {
        this.session = session;
        this.orders = orders;
        this.done = done;
    }

    void next() {
        if (at == orders.size()) {
            done.accept(null);
            return;
        }
        Order order = orders.get(at++);
        Stage stage = new Stage();
        DeskWindow window = new DeskWindow(stage, System::nanoTime, false);
        if (order.picture() == Picture.START) {
            window.start(order.light());
            stage.show();
            after(1, () -> shoot(stage, window, order.file()));
            return;
        }
        boolean layered = order.picture() == Picture.LAYERS || order.picture() == Picture.CLIPS;
        boolean shaped = order.picture() == Picture.SHAPES || order.picture() == Picture.SNAPSHOTS;
        Session scene;
        try {
            scene = layered
                    ? LayeredScene.of(session)
                    : shaped
                            ? ShapedScene.of(session)
                            : order.picture() == Picture.LOUDNESS ? LoudScene.of(session) : session;
        } catch (IOException e) {
            done.accept(e);
            return;
        }
        window.show(scene, null, order.light());
        stage.show();
        double wait = prepare(window, order.picture());
        after(wait, () -> {
            last(window, order.picture());
            after(0.35, () -> shoot(stage, window, order.file()));
        });
    }

    private static void after(double seconds, Runnable act) {
        new Timeline(new KeyFrame(Duration.seconds(seconds), e -> act.run())).play();
    }

    /** Sets the scene; returns how long it has to play, in seconds. */
    private double prepare(DeskWindow window, Picture picture) {
        Desk desk = window.desk();
        Surface north = session.surfaces().get(0);
        boolean surfaceSeen = picture.ordinal() < Picture.CATALOG.ordinal();
        for (int i = 5; i <= 8 && surfaceSeen; i++) {
            move(north, "fader-" + i, 0.2 + 0.1 * i);
        }
        if (surfaceSeen) {
            move(north, "knob-3", 0.3);
        }
        switch (picture) {
            case SURFACES, LEARN, MACRO, PLANE, BREATH -> {
                return surfaces(window, picture, north);
            }
            case REFINE -> {
                desk.selection().selectedProperty().set(route(desk, "fader-1"));
                desk.selection().viewProperty().set(View.REFINE);
                desk.selection().drawerProperty().set(false);
                desk.riding().locate(73.5);
                return 0.8;
            }
            case LOUDNESS -> {
                desk.selection().selectedProperty().set(route(desk, "fader-7"));
                desk.selection().viewProperty().set(View.REFINE);
                desk.selection().drawerProperty().set(false);
                desk.riding().locate(20);
                after(0.4, () -> {
                    window.act("layer-next");
                    window.act("loudness");
                    for (int i = 0; i < 3; i++) {
                        window.act("zoom-in");
                    }
                });
                return 9.0;
            }
            case EXPORT -> {
                desk.selection().viewProperty().set(View.EXPORT);
                desk.selection().drawerProperty().set(false);
                return 3.0;
            }
            case SHAPES -> {
                desk.selection().selectedProperty().set(route(desk, "fader-1"));
                desk.selection().viewProperty().set(View.REFINE);
                desk.selection().drawerProperty().set(false);
                desk.riding().locate(73.5);
                after(0.4, () -> {
                    window.act("version-next");
                    for (int i = 0; i < 4; i++) {
                        window.act("zoom-in");
                    }
                    TextField words = (TextField) window.root().lookup("#shape-words");
                    words.setText("sweep 1 kHz to 4.5 kHz 21 25 slow start");
                });
                return 1.0;
            }
            case SNAPSHOTS -> {
                desk.selection().selectedProperty().set(route(desk, "fader-3"));
                desk.selection().setsProperty().set(true);
                desk.riding().locate(66);
                desk.riding().play();
                after(0.2, () -> window.act("snapshot-start-2"));
                after(2.4, () -> window.act("snapshot-start-4"));
                return 3.0;
            }
            case LAYERS -> {
                desk.selection().selectedProperty().set(route(desk, "fader-1"));
                desk.selection().viewProperty().set(View.REFINE);
                desk.selection().drawerProperty().set(false);
                desk.riding().locate(73.5);
                return 0.8;
            }
            case CLIPS -> {
                desk.selection().selectedProperty().set(route(desk, "fader-1"));
                desk.selection().clipProperty().set("clip-1");
                desk.selection().drawerProperty().set(false);
                desk.riding().nextPunch();
                desk.riding().into(desk.selection().selectedRoute().orElseThrow(), new Into(false, true));
                desk.riding().locate(36);
                return 0.8;
            }
            case CATALOG -> {
                window.catalog().open(false);
                window.catalog().search("level");
                window.catalog().model().choose(new Target("partial-bank", "p12-level"));
                return 1.2;
            }
            case FIT, FACE -> {
                desk.riding().locate(66);
                desk.riding().play();
                window.catalog().open(picture == Picture.FACE);
                window.catalog()
                        .model()
                        .choose(new Target("partial-bank", picture == Picture.FACE ? "voicing" : "p09-drift"));
                if (picture == Picture.FACE) {
                    // A rack that is there, and one that is not.
                    SimulatedDevices.plug("Rack A");
                    desk.editing()
                            .edit(
                                    "Ports",
                                    s -> PlayedThrough.of(
                                            PlayedThrough.of(s, "filter", "Rack A", 3), "drone", "Rack B", 5));
                }
                if (picture == Picture.FIT) {
                    window.catalog()
                            .model()
                            .fit(window.catalog().model().device().id());
                }
                return 2.5;
            }
            case WRITING, RIDING -> {
                boolean large = picture == Picture.RIDING;
                RecordedHand hand = large ? RecordedHand.OPENING_SWEEP : RecordedHand.FEEDBACK_SWELL;
                Route route = desk.editing().session().route(route(desk, large ? "fader-1" : "fader-3"));
                desk.selection().selectedProperty().set(route.id());
                desk.riding().mode(route, WriteMode.TOUCH);
                double beat = desk.editing().timeline().metre().beatOfBar(hand.fromBar());
                desk.riding().locate(beat);
                desk.riding().rideFrom(beat);
                agogic.desk.live.HandPlayer.start(
                        hand, desk.live().engine(), desk.editing().timeline().secondsAt(beat));
                if (large) {
                    window.turnRidingView();
                }
                return 12.5;
            }
            default -> {
                desk.riding().locate(66);
                desk.riding().play();
                desk.selection()
                        .selectedProperty()
                        .set(route(desk, picture == Picture.STOPPED ? "fader-3" : "fader-1"));
                return 3.2;
            }
        }
    }

    private static double surfaces(DeskWindow window, Picture picture, Surface north) {
        Desk desk = window.desk();
        desk.selection().viewProperty().set(View.SURFACES);
        for (int i = 1; i <= 8; i++) {
            move(north, "fader-" + i, 0.25 + 0.08 * (i * 5 % 8));
            move(north, "knob-" + i, 0.15 + 0.1 * (i * 3 % 8));
        }
        desk.selection().handProperty().set(new Hand("north-eight", "fader-5"));
        if (picture == Picture.SURFACES) {
            // A conflict, as it happens: Knob 4 moves what Fader 3 moves; and Fader 4 waits for pickup.
            desk.editing()
                    .edit(
                            "Connect",
                            s -> Assigning.connect(
                                    s,
                                    new Hand("north-eight", "knob-4"),
                                    new Target("echo", "feedback"),
                                    Assigning.How.ADD));
            desk.editing()
                    .edit(
                            "Pickup",
                            s -> Assigning.takingOver(s, new Hand("north-eight", "fader-4"), Takeover.WHEN_THEY_MEET));
        } else if (picture == Picture.MACRO) {
            desk.selection().macroProperty().set("drift");
            window.surfaces().side(SurfacesView.Side.MACROS);
        } else if (picture == Picture.BREATH) {
            Surface breath = desk.editing().session().surfaces().get(1);
            desk.selection().handProperty().set(new Hand("breath-ribbon", "encoder-1"));
            desk.riding().locate(66);
            desk.riding().play();
            move(breath, "ribbon", 0.7);
            move(breath, "breath", 0.4);
            SimulatedDevices.at(breath.port()).send(ControlSender.move(breath.find("encoder-1"), 0, 0.25));
            SimulatedDevices.at(breath.port()).send(ControlSender.move(breath.find("encoder-2"), 0, 0.1));
        } else if (picture == Picture.PLANE) {
            window.surfaces().side(SurfacesView.Side.PLANE);
        } else if (picture == Picture.LEARN) {
            desk.learner()
                    .begin(List.of(
                            new Target("hall", "size"),
                            new Target("hall", "pre-delay"),
                            new Target("echo", "mix"),
                            new Target("chorus", "rate"),
                            new Target("drone", "tone")));
        }
        return picture == Picture.LEARN ? 1.0 : 2.0;
    }

    private void last(DeskWindow window, Picture picture) {
        Surface north = session.surfaces().get(0);
        if (picture == Picture.STOPPED) {
            move(north, "fader-3", 0.62);
        } else if (picture == Picture.ROUTES) {
            move(north, "knob-6", 0.71);
        } else if (picture == Picture.SURFACES) {
            move(north, "fader-4", 0.62);
            move(north, "fader-5", 0.68);
        } else if (picture == Picture.LEARN) {
            for (int i = 0; i < 12; i++) {
                move(north, "knob-1", 0.3 + 0.02 * i);
            }
            after(0.1, () -> {
                for (int i = 0; i < 12; i++) {
                    move(north, "fader-1", 0.3 + 0.02 * i);
                }
            });
        } else if (picture == Picture.REFINE) {
            window.desk()
                    .notices()
                    .say(Notice.good(
                            "Ready", "Change the recipe: the envelope follows at once, the ride stays as it is."));
        }
    }

    private static void move(Surface surface, String control, double value) {
        SimulatedDevices.at(surface.port()).send(ControlSender.move(surface.find(control), 0, value));
    }

    private static String route(Desk desk, String control) {
        return desk.editing().session().routes().stream()
                .filter(r -> r.hand().filter(h -> h.control().equals(control)).isPresent())
                .findFirst()
                .orElseThrow()
                .id();
    }

    private void shoot(Stage stage, DeskWindow window, Path file) {
        try {
            // As many pixels as the screen has, also where everything is drawn larger.
            double scale = stage.getOutputScaleX();
            SnapshotParameters asSeen = new SnapshotParameters();
            asSeen.setTransform(Transform.scale(scale, scale));
            asSeen.setViewport(new Rectangle2D(
                    0,
                    0,
                    scale * stage.getScene().getWidth(),
                    scale * stage.getScene().getHeight()));
            WritableImage image = scale == 1
                    ? stage.getScene().snapshot(null)
                    : stage.getScene().getRoot().snapshot(asSeen, null);
            java.io.ByteArrayOutputStream bytes = new java.io.ByteArrayOutputStream();
            javax.imageio.ImageIO.write(SwingFXUtils.fromFXImage(image, null), "png", bytes);
            agogic.formats.file.SafeFile.write(file, out -> bytes.writeTo(out));
        } catch (IOException e) {
            done.accept(e);
            return;
        }
        window.close();
        stage.close();
        next();
    }
}
