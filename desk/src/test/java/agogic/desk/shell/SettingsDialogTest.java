package agogic.desk.shell;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import agogic.core.session.Session;
import agogic.desk.acts.Act;
import agogic.desk.acts.Acts;
import agogic.desk.acts.OwnKeys;
import agogic.desk.acts.Stroke;
import agogic.desk.model.View;
import agogic.desk.settings.Choices;
import agogic.desk.settings.Settings;
import agogic.formats.file.FormatException;
import agogic.standins.comet.SlowComet;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Random;
import javafx.scene.control.CheckBox;
import javafx.scene.control.ComboBox;
import javafx.scene.control.Label;
import javafx.scene.control.ListView;
import javafx.scene.control.TextField;
import javafx.scene.input.KeyCode;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** Settings by keys alone, and keys that a person chose. */
class SettingsDialogTest extends WindowTest {
    @TempDir
    Path folder;

    @Override
    Session session() {
        return SlowComet.session();
    }

    @AfterEach
    void usualAgain() {
        Settings.use(null);
    }

    private void open(String part) {
        push(KeyCode.CONTROL, KeyCode.COMMA);
        until(() -> lookup("#settings-parts").tryQuery().isPresent());
        ListView<?> parts = (ListView<?>) node("#settings-parts");
        until(parts::isFocused);
        while (!part.equals(parts.getSelectionModel().getSelectedItem())) {
            push(KeyCode.DOWN);
        }
    }

    private void leave() {
        push(KeyCode.ESCAPE);
        until(() -> lookup("#settings-parts").tryQuery().isEmpty());
    }

    private String told() {
        return ((Label) node("#settings-keys-told")).getText();
    }

    private Act act(String id) {
        return window().acts().act(id);
    }

    @Test
    void whatIsChosenCountsAtOnceAndAtTheNextStart() {
        Settings.use(folder.resolve("settings.json"));
        open("Look");
        ComboBox<?> theme = (ComboBox<?>) node("#settings-theme");
        interact(theme::requestFocus);
        push(KeyCode.DOWN);
        until(() -> desk().selection().lightProperty().get());
        interact(node("#settings-motion")::requestFocus);
        push(KeyCode.SPACE);
        until(Choices::lessMotion);
        interact(node("#settings-parts")::requestFocus);
        leave();
        open("First rides");
        interact(node("#settings-tolerance")::requestFocus);
        push(KeyCode.DOWN);
        until(() -> Choices.wider() == 2);
        interact(node("#settings-parts")::requestFocus);
        leave();
        open("Sound");
        boolean before = desk().listening().keyboards();
        interact(node("#settings-keyboards")::requestFocus);
        push(KeyCode.SPACE);
        until(() -> desk().listening().keyboards() != before);
        interact(() -> ((CheckBox) node("#settings-keyboards")).setSelected(before));
        interact(node("#settings-parts")::requestFocus);
        leave();
        Settings.here().flush();
        Settings next = Settings.use(folder.resolve("settings.json"));
        assertThat(next.under(""))
                .containsEntry("light", "true")
                .containsEntry("motion.less", "true")
                .containsEntry("ride.tolerance", "2.0");
    }

    @Test
    void aKeyIsChosenByPressingIt() {
        Settings.use(folder.resolve("settings.json"));
        Acts acts = window().acts();
        open("Keys");
        interact(() -> {
            ((TextField) node("#settings-keys-search")).setText("loop the");
            node("#settings-keys").requestFocus();
        });
        Act loop =
                (Act) ((ListView<?>) node("#settings-keys")).getSelectionModel().getSelectedItem();
        String usual = loop.key();
        push(KeyCode.ENTER);
        until(() -> told().startsWith("Press the new key"));
        push(KeyCode.ESCAPE);
        until(() -> told().equals("It stays as it is."));
        push(KeyCode.ENTER);
        // The key of another act is refused, and says whose it is.
        push(KeyCode.CONTROL, KeyCode.S);
        until(() -> told().contains("Ctrl+S is the key of “Save”"));
        assertThat(loop.key()).isEqualTo(usual);
        push(KeyCode.ENTER);
        push(KeyCode.F7);
        until(() -> loop.key().equals("F7"));
        assertThat(told()).isEqualTo("F7 does “" + loop.words() + "” from now on.");
        push(KeyCode.ESCAPE);
        until(() -> lookup("#settings-parts").tryQuery().isEmpty());
        Session before = desk().editing().session();
        push(KeyCode.F7);
        until(() -> !desk().editing().session().equals(before)
                || desk().notices().lastProperty().get() != null);
        // At the next start it counts again; what is usual comes back by one press.
        Settings.here().flush();
        Settings.use(folder.resolve("settings.json"));
        assertThat(new OwnKeys(acts).asKept()).isEmpty();
        assertThat(loop.key()).isEqualTo("F7");
        interact(() -> assertThat(new OwnKeys(acts).allUsual()).isEqualTo(1));
        assertThat(loop.key()).isEqualTo(usual);
    }

    /** Whatever is chosen, no two acts that meet have one key unless they had it before; and files of keys come back. */
    @Test
    void noKeyBecomesThatOfTwoActs() throws Exception {
        Settings.use(null);
        Acts acts = window().acts();
        OwnKeys own = new OwnKeys(acts);
        List<Act> all = acts.all();
        List<String> keys = all.stream()
                .flatMap(a -> a.keys().stream().map(Stroke::spoken))
                .distinct()
                .toList();
        Random random = new Random(5);
        int taken = 0;
        for (int i = 0; i < 400; i++) {
            Act act = all.get(random.nextInt(all.size()));
            String key = random.nextInt(4) == 0
                    ? ""
                    : random.nextInt(3) == 0
                            ? "Ctrl+Alt+F" + (1 + random.nextInt(12))
                            : keys.get(random.nextInt(keys.size()));
            try {
                own.set(act, key);
                taken++;
            } catch (IllegalArgumentException e) {
                assertThat(e.getMessage()).endsWith(".");
            }
        }
        assertThat(taken).isBetween(50, 350);
        for (Act one : all) {
            for (Act other : all) {
                boolean meet = one != other
                        && one.special() == other.special()
                        && one.views().stream().anyMatch(other.views()::contains);
                for (Stroke stroke : meet ? one.keys() : List.<Stroke>of()) {
                    boolean both =
                            other.keys().stream().anyMatch(k -> k.spoken().equals(stroke.spoken()));
                    boolean before = OwnKeys.usual(one).contains(stroke.spoken())
                            && OwnKeys.usual(other).contains(stroke.spoken());
                    assertThat(!both || before)
                            .as(one.id() + " " + other.id() + " " + stroke.spoken())
                            .isTrue();
                }
            }
        }
        List<String> chosen = all.stream().map(Act::key).toList();
        Path file = folder.resolve("mine.agogic-keys");
        assertThat(own.write(file)).isPositive();
        own.allUsual();
        assertThat(all.stream().noneMatch(OwnKeys::own)).isTrue();
        assertThat(own.read(file)).isEmpty();
        assertThat(all.stream().map(Act::key).toList()).isEqualTo(chosen);
        Files.writeString(
                file,
                "{\"format\":\"agogic-keys\",\"version\":1,\"keys\":"
                        + "{\"save\":\"Ctrl+O\",\"none\":\"F5\",\"undo\":\"Ctrl+Nothing\",\"light\":\"Tab\"}}");
        assertThat(own.read(file))
                .hasSize(4)
                .anyMatch(w -> w.contains("Ctrl+O is the key of “Open…”"))
                .anyMatch(w -> w.contains("There is no act “none”"))
                .anyMatch(w -> w.contains("“Nothing” is no key"))
                .anyMatch(w -> w.contains("Tab always goes on"));
        assertThat(act("save").key()).isEqualTo("Ctrl+S");
        Files.writeString(file, "{\"keys\":{}}");
        assertThatThrownBy(() -> own.read(file))
                .isInstanceOf(FormatException.class)
                .hasMessageContaining("is no file of keys");
        own.allUsual();
        assertThat(desk().selection().viewProperty().get()).isEqualTo(View.ROUTES);
    }
}
