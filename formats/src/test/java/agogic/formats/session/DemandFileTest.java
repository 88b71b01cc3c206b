package agogic.formats.session;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import agogic.core.device.Device;
import agogic.core.fit.Fit;
import agogic.core.fit.FitPlan;
import agogic.core.session.Session;
import agogic.formats.file.FormatException;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Set;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class DemandFileTest {
    @TempDir
    Path folder;

    private Session read(String text) throws IOException {
        Path file = folder.resolve("demand.json");
        Files.writeString(file, text);
        return DemandFile.read(file);
    }

    @Test
    void aDemandBecomesADeviceThatWants() throws IOException {
        Session session = read(
                """
                {"device": "Rack", "sockets": 3, "reserved": 1, "parameters": [
                  {"name": "A", "unit": "decibel", "from": -60, "to": 0, "points": [[0, 0.1], [8, 0.9]]},
                  {"name": "B", "points": [[8, 0.2, "s"], [16, 0.7]]},
                  {"name": "C", "positions": ["Off", "Low", "High"], "points": [[0, 0.2, "hold"], [20, 0.8]]},
                  {"name": "D", "points": []}
                ]}
                """);
        Device rack = session.device(DemandFile.DEVICE);
        assertThat(rack.usable()).isEqualTo(2);
        assertThat(rack.taken()).isEqualTo(2);
        assertThat(rack.wanted()).containsExactly("p3", "p4");
        assertThat(session.lanes()).hasSize(3);
        assertThat(rack.find("p3").positions()).containsExactly("Off", "Low", "High");
        FitPlan plan = Fit.plan(session, DemandFile.DEVICE, Set.of());
        assertThat(plan.needed()).isEqualTo(4);
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            quoteCharacter = '~',
            value = {
                "{ | line 1",
                "[] | expected an object, found a list",
                "{\"sockets\": 2} | parameters: it is missing",
                "{\"sockets\": -1, \"parameters\": []} | sockets: expected 0 to",
                "{\"sockets\": 2, \"reserved\": 3, \"parameters\": []} | no more reserved than there are",
                "{\"sockets\": 2, \"parameters\": [{\"name\": \"A\", \"points\": [[0, 2]]}]} | parameters[1].points[1]",
                "{\"sockets\": 2, \"parameters\": [{\"name\": \"A\", \"points\": [[4, 0], [0, 0]]}]} | parameters[1].points",
                "{\"sockets\": 2, \"parameters\": [{\"name\": 7, \"points\": []}]} | expected a text, found the number 7",
                "{\"sockets\": 2, \"parameters\": [{\"name\": \"A\", \"unit\": \"mile\", \"points\": []}]} | expected one of hertz"
            })
    void whatIsWrongIsToldWithThePlace(String text, String message) {
        assertThatThrownBy(() -> read(text))
                .isInstanceOf(FormatException.class)
                .hasMessageStartingWith("demand.json")
                .hasMessageContaining(message);
    }
}
