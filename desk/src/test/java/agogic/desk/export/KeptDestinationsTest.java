package agogic.desk.export;

import static org.assertj.core.api.Assertions.assertThat;

import agogic.core.session.Destination;
import agogic.desk.settings.Settings;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** New pieces begin with what was kept, also at the next start; what cannot be read counts as never kept. */
class KeptDestinationsTest {
    @TempDir
    Path folder;

    @AfterEach
    void nowhere() {
        Settings.use(null);
    }

    @Test
    void asManyAsOneLikesComeBack() {
        Settings.use(folder.resolve("settings.json"));
        assertThat(KeptDestinations.all()).isEqualTo(Destination.usual());
        List<Destination> many = new ArrayList<>();
        Destination one = Destination.usual().get(0);
        for (int i = 0; i < 60; i++) {
            Destination.How how = one.how().withMidi(one.how().midi().withFine(i % 2 == 0 ? "7" : "nrpn"));
            many.add(new Destination("To place " + i, one.parts(), how, "", ""));
        }
        KeptDestinations.keep(many);
        assertThat(KeptDestinations.all()).isEqualTo(many);
        Settings.here().flush();
        Settings.use(folder.resolve("settings.json"));
        assertThat(KeptDestinations.all()).isEqualTo(many);
        Settings.here().put("destinations", "[{]");
        assertThat(KeptDestinations.all()).isEqualTo(Destination.usual());
    }
}
