package agogic.desk.shell;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import agogic.core.assign.Assigning;
import agogic.core.audio.LoudnessMeter;
import agogic.core.edit.clip.AudioEdits;
import agogic.core.edit.points.LoudnessDraft;
import agogic.core.lane.Layer;
import agogic.core.route.Hand;
import agogic.core.route.Into;
import agogic.core.route.Target;
import agogic.core.score.Clip;
import agogic.core.session.Session;
import agogic.core.surface.ControlSender;
import agogic.desk.Voices;
import agogic.desk.model.AudioFiles;
import agogic.desk.model.View;
import agogic.desk.start.NewPiece;
import agogic.formats.audio.Located;
import agogic.formats.audio.Shelf;
import agogic.formats.audio.SoundFile;
import agogic.standins.surfaces.SimulatedDevices;
import java.io.InputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.concurrent.atomic.AtomicBoolean;
import javafx.geometry.Bounds;
import javafx.geometry.Point2D;
import javafx.scene.Node;
import javafx.scene.Scene;
import javafx.scene.control.Label;
import javafx.scene.control.TextField;
import javafx.scene.input.ClipboardContent;
import javafx.scene.input.KeyCode;
import javafx.scene.input.MouseButton;
import javafx.scene.input.TransferMode;
import javafx.scene.layout.StackPane;
import javafx.stage.Stage;
import javafx.stage.StageStyle;
import javax.sound.sampled.AudioFileFormat;
import javax.sound.sampled.AudioFormat;
import javax.sound.sampled.AudioInputStream;
import javax.sound.sampled.AudioSystem;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.testfx.util.WaitForAsyncUtils;

/** A mix engineer's task by keys alone: a voice is brought in, made even, ridden over, carried out; then its file is gone. */
class AudioTaskTest extends WindowTest {
    @TempDir
    Path folder;

    private final String before = System.getProperty(Shelf.PROPERTY, "");

    @BeforeEach
    void shelf() {
        System.setProperty(Shelf.PROPERTY, folder.resolve("shelf").toString());
    }

    @AfterEach
    void asBefore() {
        System.setProperty(Shelf.PROPERTY, before);
    }

    @Override
    Session session() {
        return NewPiece.empty("Mix", 120, 4, 4, 8);
    }

    private Target level() {
        return new Target("strip-1", "level");
    }

    private double loudness(Path wav) throws Exception {
        try (SoundFile sound = SoundFile.open(wav)) {
            LoudnessMeter meter = new LoudnessMeter(sound.rate(), false);
            float[] left = new float[(int) sound.frames()];
            float[] right = new float[left.length];
            sound.read(0, left.length, left, right, 0);
            meter.add(left, right, left.length);
            return meter.curve().integrated();
        }
    }

    private void bringIn(Path voice) {
        askBy(voice);
        push(KeyCode.CONTROL, KeyCode.B);
        until(() -> lookup(".dialog-pane").tryQuery().isPresent());
        push(KeyCode.ENTER);
        until(() -> text("#trace-head").equals("Brought in"));
    }

    @Test
    void aVoiceIsBroughtInMadeEvenRiddenOverAndCarriedOut() throws Exception {
        Path voice = Voices.uneven(folder.resolve("Voice.wav"), 14, 11);
        bringIn(voice);
        assertThat(text("#trace-sentence"))
                .contains("Voice.wav: WAV, 16 bit, 44.1 kHz, mono, 0:14.000", "LUFS", "dBTP");
        assertThat(desk().editing().session().audio()).hasSize(1);
        assertThat(desk().editing().session().parameter(level()).name()).isEqualTo("Level");
        interact(() -> desk().selection().selectedProperty().set(routeOf(level())));
        push(KeyCode.DIGIT4);
        until(() -> desk().selection().viewProperty().get() == View.REFINE);
        until(() -> node("#score").isVisible());
        assertThat(node("#score").getAccessibleText()).isEqualTo("Audio: Voice");
        push(KeyCode.ALT, KeyCode.O);
        until(() -> text("#trace-head").equals("Loudness")
                && text("#trace-sentence").contains("LUFS, range"));
        // All together is as loud as the only track; the key of the track takes its place, and again puts it away.
        String alone = text("#trace-sentence").replaceFirst("^[^:]*: ", "");
        interact(() -> window().act("loudness-all"));
        until(() -> text("#trace-sentence").startsWith("All together: "));
        assertThat(text("#trace-sentence")).endsWith(alone);
        push(KeyCode.ALT, KeyCode.O);
        until(() -> text("#trace-sentence").startsWith("Voice: "));
        push(KeyCode.SHIFT, KeyCode.ALT, KeyCode.O);
        until(() -> lookup("#loudness-target").tryQuery().isPresent());
        interact(() -> ((TextField) node("#loudness-target")).setText("−23"));
        Node told = node("#loudness-trouble");
        until(() -> ((javafx.scene.control.Label) told).getText().contains("from −23.0 LUFS"));
        push(KeyCode.ENTER);
        until(() -> text("#trace-head").equals("Drafted"));
        assertThat(desk().editing().session().lane(level()).layers())
                .extracting(Layer::name)
                .containsExactly("", LoudnessDraft.NAME);
        // Ridden over by an offset of a hand's own.
        interact(() -> desk().editing().edit("Connect", s -> {
            Hand hand = new Hand(
                    s.surfaces().get(0).id(),
                    s.surfaces().get(0).controls().get(8).id());
            return Assigning.connect(s, hand, level(), Assigning.How.ADD);
        }));
        interact(() -> desk().selection().selectedProperty().set(routeOf(level())));
        push(KeyCode.SHIFT, KeyCode.W);
        until(() -> desk().editing().session().route(routeOf(level())).into().equals(new Into(false, true)));
        int rides = desk().editing().session().rides().size();
        interact(() -> desk().selection().selectedProperty().set(routeOf(level())));
        push(KeyCode.SHIFT, KeyCode.R);
        until(() -> desk().frames().state().playing() && desk().riding().positionBeat() > 1);
        Hand hand = desk().editing().session().route(routeOf(level())).hand().orElseThrow();
        for (int i = 0; i <= 20; i++) {
            double place = 0.5 + i / 60.0;
            sleep(30);
            interact(() -> SimulatedDevices.at(
                            desk().editing().session().surface(hand.surface()).port())
                    .send(ControlSender.move(desk().editing().session().control(hand), 0, place)));
        }
        push(KeyCode.SPACE);
        until(() -> desk().editing().session().rides().size() > rides);
        assertThat(desk().editing().session().lane(level()).layers().size()).isGreaterThanOrEqualTo(3);
        push(KeyCode.CONTROL, KeyCode.Z);
        until(() -> desk().editing().session().rides().size() == rides);
        // Carried out: the file says how loud it has become.
        Path wav = folder.resolve("Even.wav");
        askBy(wav);
        push(KeyCode.DIGIT5);
        until(() -> desk().selection().viewProperty().get() == View.EXPORT);
        interact(() -> node("#export-lines").requestFocus());
        for (int i = 0; i < 4; i++) {
            push(KeyCode.DOWN);
        }
        push(KeyCode.E);
        until(() -> Files.exists(wav) && text("#trace-sentence").contains("Even.wav"));
        assertThat(loudness(wav)).isCloseTo(-23, within(1.5));
    }

    @Test
    void aFileThatIsGoneIsToldAndFoundAndReplaced() throws Exception {
        Path voice = Voices.uneven(folder.resolve("Voice.wav"), 3, 2);
        bringIn(voice);
        String clip = desk().editing().session().tracks().stream()
                .flatMap(t -> t.clips().stream())
                .findFirst()
                .orElseThrow()
                .id();
        Path moved = Files.createDirectories(folder.resolve("elsewhere")).resolve("Voice.wav");
        Files.move(voice, moved);
        interact(() -> desk().audio().lookAgain());
        until(() -> desk().audio().state("audio-1") == Located.State.GONE);
        until(() -> text("#trace-sentence").contains("Voice.wav is not where it was"));
        interact(() -> desk().selection().clipProperty().set(clip));
        askBy(moved);
        push(KeyCode.SHIFT, KeyCode.ALT, KeyCode.C);
        until(() -> text("#trace-head").equals("Found"));
        assertThat(desk().editing().session().audio("audio-1").path()).isEqualTo(moved.toString());
        Path other = Voices.uneven(folder.resolve("Other.wav"), 5, 9);
        askBy(other);
        push(KeyCode.SHIFT, KeyCode.ALT, KeyCode.C);
        until(() -> text("#trace-head").equals("Replaced"));
        assertThat(desk().editing().session().audio()).extracting(a -> a.name()).containsExactly("Other.wav");
        assertThat(AudioEdits.part(desk().editing().session(), clip).to()).isCloseTo(5, within(1e-6));
        // What is dropped on a row of a track goes there, one after the other.
        interact(() -> desk().audio()
                .bring(
                        List.of(moved, other),
                        AudioFiles.Where.THERE,
                        desk().editing()
                                .session()
                                .trackOfClip(clip)
                                .orElseThrow()
                                .id(),
                        16));
        until(() -> desk().editing()
                        .session()
                        .trackOfClip(clip)
                        .orElseThrow()
                        .clips()
                        .size()
                == 3);
        push(KeyCode.CONTROL, KeyCode.Z);
        until(() -> desk().editing()
                        .session()
                        .trackOfClip(clip)
                        .orElseThrow()
                        .clips()
                        .size()
                == 1);
    }

    /** What takes long says how far it is, and is ended by its button; then nothing came in. */
    @Test
    void listeningToALongFileIsCancelled() throws Exception {
        AudioFormat format = new AudioFormat(44_100, 8, 1, false, false);
        long frames = 44_100L * 1_200;
        Path path = folder.resolve("Long.wav");
        AudioSystem.write(
                new AudioInputStream(new NoiseStream(frames), format, frames),
                AudioFileFormat.Type.WAVE,
                path.toFile());
        interact(() -> desk().audio().bring(List.of(path), AudioFiles.Where.EACH, null, 0));
        until(() -> text("#trace-sentence").matches("Long.wav: \\d+ %"));
        interact(() -> desk().notices().lastProperty().get().acts().get(0).run().run());
        until(() -> text("#trace-head").equals("Cancelled"));
        assertThat(desk().editing().session().audio()).isEmpty();
    }

    /** Made while it is read: noise of one byte each. */
    private static final class NoiseStream extends InputStream {
        private long left;
        private int noise = 7;

        NoiseStream(long bytes) {
            left = bytes;
        }

        @Override
        public int read() {
            noise = noise * 1_664_525 + 1_013_904_223;
            return left-- > 0 ? noise >>> 24 : -1;
        }
    }

    /** A small window beside ours, from which files are dragged as from a folder of the system. */
    private Stage folderWindow(Path file, AtomicBoolean dragging) {
        Stage[] made = new Stage[1];
        interact(() -> {
            Label label = new Label(file.getFileName().toString());
            label.setId("file");
            label.setOnDragDetected(e -> {
                ClipboardContent content = new ClipboardContent();
                content.putFiles(List.of(file.toFile()));
                label.startDragAndDrop(TransferMode.COPY).setContent(content);
                dragging.set(true);
                e.consume();
            });
            label.setOnDragDone(e -> dragging.set(false));
            Stage stage = new Stage(StageStyle.UNDECORATED);
            stage.setScene(new Scene(new StackPane(label), 160, 60));
            stage.setX(1080);
            stage.setY(620);
            stage.setAlwaysOnTop(true);
            stage.show();
            made[0] = stage;
        });
        return made[0];
    }

    /** Takes the file out of its window; again, if another window lay over it or the press was not seen as a drag. */
    private void dragFrom(Stage from, AtomicBoolean dragging) {
        until(() -> {
            if (!dragging.get()) {
                release(MouseButton.PRIMARY);
                interact(from::toFront);
                drag("#file");
                moveBy(20, 6);
                WaitForAsyncUtils.waitForFxEvents();
            }
            return dragging.get();
        });
    }

    @Test
    void aFileIsDroppedOnTheWindowAndOnARow() throws Exception {
        Path voice = Voices.uneven(folder.resolve("Voice.wav"), 3, 2);
        AtomicBoolean dragging = new AtomicBoolean();
        Stage from = folderWindow(voice, dragging);
        dragFrom(from, dragging);
        dropTo("#routes");
        until(() -> lookup(".dialog-pane").tryQuery().isPresent());
        push(KeyCode.ENTER);
        until(() -> text("#trace-head").equals("Brought in"));
        assertThat(desk().editing().session().audio()).hasSize(1);
        assertThat(text("#trace-sentence")).contains("Voice.wav: WAV, 16 bit, 44.1 kHz, mono");
        // On the row of its track once more: there, where it was dropped.
        Node row = lookup("#routes .list-cell").queryAll().stream()
                .filter(n ->
                        // One cell measures the others and is never seen.
                        n.isVisible()
                                && n.getParent().isVisible()
                                && String.valueOf(n.getAccessibleText()).contains("Level"))
                .findFirst()
                .orElseThrow();
        dragFrom(from, dragging);
        // It is where it will be once a frame was laid out without moving it.
        Bounds[] seen = {null};
        until(() -> {
            Bounds last = seen[0];
            seen[0] = row.localToScreen(row.getBoundsInLocal());
            return seen[0].getWidth() > 100 && seen[0].equals(last);
        });
        Bounds bounds = seen[0];
        dropTo(new Point2D(bounds.getMinX() + 0.6 * bounds.getWidth(), bounds.getCenterY()));
        until(() -> clips().size() == 2);
        double beat = clips().get(1).beat();
        assertThat(beat).isBetween(4.0, 28.0);
        assertThat(beat).isEqualTo(Math.rint(beat));
        assertThat(desk().editing().session().audio()).hasSize(1);
        // The window from which it was taken has the keys now: they go back to ours.
        interact(() -> {
            from.close();
            lookup("#routes").query().getScene().getWindow().requestFocus();
        });
        until(() -> lookup("#routes").query().getScene().getWindow().isFocused());
        push(KeyCode.CONTROL, KeyCode.Z);
        until(() -> clips().size() == 1);
    }

    private List<Clip> clips() {
        return desk().editing().session().trackOf("strip-1").orElseThrow().clips();
    }
}
