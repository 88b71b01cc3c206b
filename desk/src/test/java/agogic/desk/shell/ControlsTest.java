package agogic.desk.shell;

import static org.assertj.core.api.Assertions.assertThat;

import agogic.core.route.Hand;
import agogic.core.route.Takeover;
import agogic.core.session.Session;
import agogic.core.surface.Address;
import agogic.core.surface.Control;
import agogic.core.surface.Page;
import agogic.desk.acts.Act;
import agogic.standins.comet.SlowComet;
import agogic.standins.surfaces.SimulatedDevices;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.CopyOnWriteArrayList;
import javafx.event.Event;
import javafx.event.EventType;
import javafx.scene.Node;
import javafx.scene.control.CheckMenuItem;
import javafx.scene.control.ComboBox;
import javafx.scene.control.Label;
import javafx.scene.control.Menu;
import javafx.scene.control.MenuButton;
import javafx.scene.control.MenuItem;
import javafx.scene.control.TextField;
import javafx.scene.input.KeyCode;
import javafx.scene.input.KeyEvent;
import javafx.scene.input.MouseButton;
import javax.sound.midi.MidiMessage;
import javax.sound.midi.Receiver;
import javax.sound.midi.Transmitter;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** What can be set about a control, a page and a surface, in the real window. */
public class ControlsTest extends WindowTest {
    @TempDir
    private Path folder;

    @Override
    Session session() {
        return SlowComet.session();
    }

    private Control control(String id) {
        return desk().editing().session().surface("north-eight").find(id);
    }

    private String spoken(String control) {
        return node("#hand-" + control).getAccessibleText();
    }

    private static List<MenuItem> all(List<MenuItem> items) {
        List<MenuItem> list = new ArrayList<>();
        for (MenuItem item : items) {
            list.add(item);
            if (item instanceof Menu menu) {
                list.addAll(all(menu.getItems()));
            }
        }
        return list;
    }

    /** What an item says: of its own, or as the table of acts has it. */
    private static String words(MenuItem item) {
        return (String) item.getProperties().getOrDefault("words", item.getText());
    }

    /** Opens a menu and does what one of its items says. */
    private void choose(String menu, String words) {
        MenuButton button = node(menu);
        interact(button::show);
        MenuItem item = all(button.getItems()).stream()
                .filter(i -> words.equals(words(i)))
                .findFirst()
                .orElseThrow(() -> new AssertionError(words + " is not in "
                        + all(button.getItems()).stream()
                                .map(ControlsTest::words)
                                .toList()));
        interact(() -> {
            button.hide();
            if (item instanceof CheckMenuItem check) {
                check.setSelected(!check.isSelected());
            }
        });
        javafx.application.Platform.runLater(item::fire);
        sleep(100);
    }

    @Test
    void howAControlTakesOverAndHowItIsSmoothed() {
        push(KeyCode.DIGIT3);
        clickOn("#hand-fader-4");
        until(() -> text("#hand-title").equals("Fader 4 → 2 things"));
        ComboBox<Takeover> takeover = node("#takeover");
        interact(() -> takeover.setValue(Takeover.CLOSING_IN));
        Hand hand = new Hand("north-eight", "fader-4");
        until(() -> desk().editing().session().routes().stream()
                .filter(r -> r.hand().filter(hand::sameControl).isPresent())
                .allMatch(r -> r.takeover() == Takeover.CLOSING_IN));
        assertThat(desk().editing().undoable()).contains("Takeover: closing in");

        clickOn("#smoothing").push(KeyCode.CONTROL, KeyCode.A).write("soon").push(KeyCode.ENTER);
        until(() -> text("#trace-sentence").contains("“soon” is no time. Expected milliseconds"));
        assertThat(this.<TextField>node("#smoothing").getText()).isEqualTo("0 ms");
        clickOn("#smoothing").push(KeyCode.CONTROL, KeyCode.A).write("40 ms").push(KeyCode.ENTER);
        until(() -> desk().editing().session().routes().stream()
                .filter(r -> r.hand().filter(hand::sameControl).isPresent())
                .allMatch(r -> r.smoothing() == 40));
    }

    @Test
    void whatAControlIsCanBeSaidAndUndone() {
        push(KeyCode.DIGIT3);
        clickOn("#hand-fader-6");
        Session before = desk().editing().session();
        choose("#control-menu", "Heard on any channel");
        until(() -> control("fader-6").address().channel() == Address.ANY);
        choose("#control-menu", "Reversed");
        until(() -> control("fader-6").turned());
        choose("#control-menu", "Can show values");
        until(() -> control("fader-6").shows());
        assertThat(text("#hand-message"))
                .isEqualTo("fader · CC 25 · any channel · reversed · touch-sensitive · shows values");
        // On any channel, reversed: 0 is its top.
        SimulatedDevices.at("North Eight").send(new byte[] {(byte) 0xB7, 25, 0});
        int place = desk().editing().session().surface("north-eight").placeOf("fader-6");
        until(() -> desk().frames().state().control(0, place) == 1);
        for (int i = 0; i < 3; i++) {
            push(KeyCode.CONTROL, KeyCode.Z);
        }
        until(() -> desk().editing().session() == before);

        push(KeyCode.N);
        until(() -> lookup("#name-field").tryQuery().filter(Node::isFocused).isPresent());
        push(KeyCode.CONTROL, KeyCode.A).write("Left hand").push(KeyCode.ENTER);
        until(() -> control("fader-6").name().equals("Left hand"));
        choose("#control-menu", "Comets");
        until(() -> desk().editing()
                .session()
                .surface("north-eight")
                .pages()
                .get(1)
                .button()
                .equals(Optional.of("fader-6")));
        choose("#control-menu", "Remove the control");
        until(() -> desk().editing().session().surface("north-eight").placeOf("fader-6") < 0);
        assertThat(desk().editing()
                        .session()
                        .surface("north-eight")
                        .pages()
                        .get(1)
                        .button())
                .isEmpty();
    }

    @Test
    void aControlWithARideStaysAndItsMessageIsLearntAnew() {
        push(KeyCode.DIGIT3);
        clickOn("#hand-fader-1");
        choose("#control-menu", "Remove the control");
        until(() -> text("#trace-head").equals("Not done"));
        assertThat(text("#trace-sentence"))
                .isEqualTo("Fader 1 made 1 ride of this piece, which are kept for ever. It stays with them.");
        choose("#control-menu", "Learn its message again");
        until(() -> text("#trace-sentence").equals("Move Fader 1. "));
        for (int v = 20; v < 50; v++) {
            SimulatedDevices.at("North Eight").send(new byte[] {(byte) 0xB4, 90, (byte) v});
        }
        until(() -> !desk().learner().on());
        assertThat(control("fader-1").address()).isEqualTo(new Address.Cc(5, 90));
        assertThat(text("#trace-sentence")).isEqualTo("Fader 1 sends CC 90 · ch 5 now. What it moves is as it was.");
        push(KeyCode.CONTROL, KeyCode.Z);
        until(() -> control("fader-1").address().equals(new Address.Cc(1, 20)));
    }

    @Test
    void pagesAreAddedNamedAndRemoved() {
        push(KeyCode.DIGIT3);
        Session before = desk().editing().session();
        choose("#surface-menu", "Add a page");
        until(() -> desk().editing().session().surface("north-eight").pages().size() == 3);
        until(() -> lookup("#page-3").tryQuery().isPresent());
        clickOn("#page-3");
        until(() -> desk().frames().state().page(0) == 3);
        assertThat(text("#trace-sentence")).isEqualTo("North Eight is on page A.");
        choose("#surface-menu", "Rename page A…");
        until(() -> lookup("#name-field").tryQuery().filter(Node::isFocused).isPresent());
        push(KeyCode.CONTROL, KeyCode.A).write("Dawn").push(KeyCode.ENTER);
        until(() -> desk().editing()
                .session()
                .surface("north-eight")
                .pages()
                .get(2)
                .name()
                .equals("Dawn"));
        // A name that is taken is refused.
        choose("#surface-menu", "Rename page Dawn…");
        until(() -> lookup("#name-field").tryQuery().filter(Node::isFocused).isPresent());
        push(KeyCode.CONTROL, KeyCode.A).write("glass").push(KeyCode.ENTER);
        until(() -> text("#trace-head").equals("Not done"));
        assertThat(text("#trace-sentence")).contains("two pages called glass");
        // The second page goes with its five wires, the third moves up.
        push(KeyCode.CONTROL, KeyCode.PAGE_UP);
        until(() -> desk().frames().state().page(0) == 2);
        choose("#surface-menu", "Remove page Comets");
        until(() -> desk().editing().session().surface("north-eight").pages().size() == 2);
        assertThat(desk().editing().session().surface("north-eight").pages())
                .extracting(Page::name)
                .containsExactly("Glass", "Dawn");
        assertThat(desk().editing().session().routes()).hasSize(before.routes().size() - 5);
        for (int i = 0; i < 3; i++) {
            push(KeyCode.CONTROL, KeyCode.Z);
        }
        until(() -> desk().editing().session() == before);
    }

    @Test
    void surfacesAreMovedToAnotherPortRenamedAndRemoved() {
        push(KeyCode.DIGIT3);
        clickOn("#surfaces-tab-breath-ribbon");
        until(() -> text("#port-state").equals("port Breath & Ribbon · connected"));
        choose("#surface-menu", "North Eight");
        until(() -> desk().editing().session().surface("breath-ribbon").port().equals("North Eight"));
        choose("#surface-menu", "Remove this surface");
        until(() -> text("#trace-head").equals("Not done"));
        assertThat(text("#trace-sentence")).contains("made 1 ride of this piece");
        push(KeyCode.CONTROL, KeyCode.Z);
        until(() -> desk().editing().session().surface("breath-ribbon").port().equals("Breath & Ribbon"));
        until(() -> text("#port-state").equals("port Breath & Ribbon · connected"));
    }

    @Test
    void theSheetIsPrintedByAKeyAndABrokenMapIsTold() throws IOException {
        Path sheet = folder.resolve("sheet.pdf");
        askBy(sheet);
        push(KeyCode.CONTROL, KeyCode.P);
        until(() -> text("#trace-head").equals("Printed"));
        assertThat(text("#trace-sentence")).isEqualTo("sheet.pdf: 3 pages, and each as a PNG beside it.");
        assertThat(Files.readAllBytes(sheet)).startsWith("%PDF".getBytes(java.nio.charset.StandardCharsets.US_ASCII));
        assertThat(folder.resolve("sheet-3.png")).exists();

        Session before = desk().editing().session();
        Path map = Files.writeString(folder.resolve("map.json"), "{\"format\": \"agogic-map\", \"version\": 1}");
        askBy(map);
        push(KeyCode.DIGIT3);
        interact(() -> window().surfaces().acts().files().useMap());
        until(() -> text("#trace-head").equals("Not read"));
        assertThat(text("#trace-sentence")).isEqualTo("map.json, surface: it is missing.");
        assertThat(desk().editing().session()).isSameAs(before);
    }

    /** A scroll wheel, the keys and the mouse move a drawn control alike. */
    @Test
    void aDrawnControlIsMovedInEveryWay() {
        push(KeyCode.DIGIT3);
        int place = desk().editing().session().surface("north-eight").placeOf("knob-6");
        moveTo("#hand-knob-6");
        press(MouseButton.PRIMARY).moveBy(0, -30).release(MouseButton.PRIMARY);
        until(() -> desk().frames().state().control(0, place) > 0);
        double dragged = desk().frames().state().control(0, place);
        scroll(2, javafx.geometry.VerticalDirection.UP);
        until(() -> desk().frames().state().control(0, place) != dragged);
        push(KeyCode.END);
        until(() -> desk().frames().state().control(0, place) == 1);
        push(KeyCode.PAGE_DOWN);
        until(() -> desk().frames().state().control(0, place) < 0.95);
        push(KeyCode.HOME);
        until(() -> desk().frames().state().control(0, place) == 0);
        int button = desk().editing().session().surface("north-eight").placeOf("button-2");
        clickOn("#hand-button-2");
        until(() -> desk().frames().state().control(0, button) == 0
                && desk().frames().state().page(0) == 2);
        assertThat(text("#trace-sentence"))
                .isEqualTo("Button 2 turns North Eight to page Comets; it is on page Comets.");
        until(() -> spoken("button-2").equals("Button 2, turns to page Comets, on"));
        assertThat(spoken("button-1")).isEqualTo("Button 1, turns to page Glass, off");
        see("#hand-button-1");
        interact(() -> lookup("#hand-button-1").query().requestFocus());
        push(KeyCode.ENTER);
        until(() -> desk().frames().state().page(0) == 1);
    }

    /** The list of keys has all of them, fits on the smallest screen that is meant and is narrowed by words. */
    @Test
    void theListOfKeysFitsOnTheScreenAndIsSearched() {
        push(KeyCode.SHIFT, KeyCode.SLASH);
        see("#keys-list");
        javafx.stage.Window dialog = node(".dialog-pane").getScene().getWindow();
        assertThat(dialog.getHeight()).isLessThan(640);
        assertThat(dialog.getWidth()).isLessThan(1024);
        String told = keys();
        for (Act act : window().acts().all()) {
            boolean start = act.id().startsWith("snapshot-start-");
            assertThat(start || act.key().isEmpty() || told.contains(act.words()))
                    .as(act.words())
                    .isTrue();
        }
        assertThat(told).contains("Start snapshots 1 to 8");
        clickOn("#keys-search").write("clip copy");
        until(() -> !keys().contains("Play or stop") && keys().contains("Copy the clip"));
        interact(() -> this.<javafx.scene.control.TextField>node("#keys-search").setText("no such words"));
        until(() -> lookup("#keys-none").tryQuery().isPresent());
        push(KeyCode.ESCAPE);
        until(() -> !dialog.isShowing());
    }

    private String keys() {
        StringBuilder all = new StringBuilder();
        lookup("#keys-list .label").queryAllAs(Label.class).forEach(l -> all.append(l.getText())
                .append('\n'));
        return all.toString();
    }

    /** Key after key is one touch, as of a control that cannot tell of it; it ends some time after the last one. */
    @Test
    void keyAfterKeyIsOneTouch() {
        Control fader = control("fader-7");
        List<Integer> touches = new CopyOnWriteArrayList<>();
        List<Integer> moves = new CopyOnWriteArrayList<>();
        Transmitter from = SimulatedDevices.at(
                        desk().editing().session().surface("north-eight").port())
                .getTransmitter();
        from.setReceiver(new Receiver() {
            @Override
            public void send(MidiMessage message, long at) {
                byte[] bytes = message.getMessage();
                boolean touch = (bytes[0] & 0xF0) <= 0x90 && bytes[1] == fader.touchNote();
                (touch ? touches : moves).add((int) bytes[2]);
            }

            @Override
            public void close() {}
        });
        Node drawn = node("#control-fader-7");
        interact(() -> {
            drawn.requestFocus();
            for (int i = 0; i < 6; i++) {
                Event.fireEvent(drawn, key(KeyEvent.KEY_PRESSED));
                Event.fireEvent(drawn, key(KeyEvent.KEY_RELEASED));
            }
        });
        until(() -> touches.size() > 1);
        assertThat(touches).containsExactly(127, 0);
        assertThat(moves).isNotEmpty();
        from.close();
    }

    private static KeyEvent key(EventType<KeyEvent> type) {
        return new KeyEvent(type, "", "", KeyCode.DOWN, false, false, false, false);
    }
}
