package agogic.desk.settings;

import static org.assertj.core.api.Assertions.assertThat;

import agogic.core.edit.pass.FirstRide;
import java.nio.file.Files;
import java.nio.file.Path;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

class SettingsTest {
    @TempDir
    Path folder;

    @AfterEach
    void nowhere() {
        Settings.use(null);
    }

    @Test
    void whatIsSetIsThereAtTheNextStart() {
        Path file = folder.resolve("deep/er/settings.json");
        Settings first = Settings.use(file);
        first.put("light", true);
        first.put("autosave", 60);
        first.put("name", "with \"words\"\nand lines");
        first.put("gone", 1);
        first.remove("gone");
        first.flush();
        Settings next = Settings.use(file);
        assertThat(next.trouble()).isEmpty();
        assertThat(next.flag("light", false)).isTrue();
        assertThat(Choices.autosave()).isEqualTo(60);
        assertThat(next.text("name", "")).isEqualTo("with \"words\"\nand lines");
        assertThat(next.text("gone", "usual")).isEqualTo("usual");
        assertThat(next.under("au")).containsOnlyKeys("tosave");
    }

    @Test
    void twoProgramsKeepEachWhatWasSetInThem() {
        Path file = folder.resolve("settings.json");
        Settings one = Settings.use(file);
        Settings two = Settings.use(file);
        one.put("a", 1);
        one.put("both", "one");
        one.flush();
        two.put("b", 2);
        two.put("both", "two");
        two.flush();
        one.remove("a");
        one.flush();
        Settings next = Settings.use(file);
        assertThat(next.under(""))
                .containsEntry("b", "2")
                .containsEntry("both", "two")
                .doesNotContainKey("a");
    }

    @ParameterizedTest
    @ValueSource(strings = {"", "{", "[1, 2]", "{\"format\":\"agogic-keys\",\"version\":1}", "\u0000\u0001"})
    void whatCannotBeReadIsSetAsideAndTold(String text) throws Exception {
        Path file = folder.resolve("settings.json");
        Files.writeString(file, text);
        Settings settings = Settings.use(file);
        assertThat(settings.trouble()).contains("could not be read").contains("settings-set-aside.json");
        assertThat(folder.resolve("settings-set-aside.json")).hasContent(text);
        settings.put("light", true);
        settings.flush();
        assertThat(Settings.use(file).flag("light", false)).isTrue();
        // A second damage does not write over what was set aside first.
        Files.writeString(file, "}");
        assertThat(Settings.use(file).trouble()).contains("settings-set-aside-2.json");
    }

    @Test
    void whatIsNoSettingCountsAsUsual() {
        Settings settings = Settings.use(folder.resolve("settings.json"));
        settings.put("autosave", "often");
        settings.put("ride.tolerance", "NaN");
        settings.put("ride.steady", 31);
        settings.put("folder", folder.resolve("not there"));
        settings.put("light", "perhaps");
        assertThat(Choices.autosave()).isEqualTo(120);
        assertThat(Choices.firstRide(0)).isEqualTo(FirstRide.late(0));
        assertThat(Choices.folder()).isEmpty();
        assertThat(Choices.light()).isFalse();
        assertThat(Choices.spoken("values")).isTrue();
    }

    @Test
    void aFolderThatCannotBeWrittenIsTold() throws Exception {
        Path file = Files.writeString(folder.resolve("no folder"), "").resolve("settings.json");
        Settings settings = Settings.use(file);
        settings.put("light", true);
        settings.flush();
        assertThat(settings.trouble()).contains("could not be written");
        assertThat(settings.flag("light", false)).isTrue();
    }
}
