package agogic.formats.session;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import agogic.core.assign.ControllerMap;
import agogic.core.macro.Macro;
import agogic.core.macro.Member;
import agogic.core.route.Span;
import agogic.core.route.Takeover;
import agogic.core.route.Target;
import agogic.core.surface.Address;
import agogic.core.surface.Control;
import agogic.core.surface.Page;
import agogic.core.surface.Surface;
import agogic.formats.file.FormatException;
import agogic.standins.comet.SlowComet;
import com.fasterxml.jackson.databind.node.ObjectNode;
import com.networknt.schema.JsonSchema;
import com.networknt.schema.JsonSchemaFactory;
import com.networknt.schema.SpecVersion;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

class MapFileTest {
    @TempDir
    Path dir;

    /** A control for every way of speaking there is. */
    private static Surface everything() {
        List<Address> addresses = new ArrayList<>(List.of(
                new Address.Cc(1, 20),
                new Address.CcPair(16, 3),
                new Address.Rpn(2, 1),
                new Address.Nrpn(Address.ANY, 16_000),
                new Address.Bend(4),
                new Address.Pressure(5),
                new Address.KeyPressure(6, 60),
                new Address.Note(Address.ANY, 61)));
        for (Address.Encoding encoding : Address.Encoding.values()) {
            addresses.add(new Address.Relative(1, 70 + encoding.ordinal(), encoding));
        }
        List<Control> controls = new ArrayList<>();
        for (int i = 0; i < addresses.size(); i++) {
            controls.add(new Control(
                    "c" + i,
                    "Control " + i,
                    Control.Kind.values()[i % Control.Kind.values().length],
                    addresses.get(i),
                    i % 2 == 0 ? -1 : i,
                    i % 3 == 0,
                    i % 4 == 0));
        }
        return new Surface(
                "own", "Our own", "Port 3", controls, List.of(new Page("A", Optional.of("c0")), Page.of("Wash")));
    }

    private static ControllerMap map() {
        Target target = new Target("filter", "cutoff");
        ControllerMap.Place place = new ControllerMap.Place(target, "Filter", "Cutoff");
        Macro macro = Macro.named("macro-1", "Comet")
                .with(new Member.BySpan(target, new Span(0.9, 0.1, Span.Curve.BENT, 0.4)))
                .with(new Member.ByOffset(new Target("filter", "drive")));
        return new ControllerMap(
                everything(),
                List.of(new ControllerMap.Tie(
                        "c1", 2, place, new Span(0.25, 0.5, Span.Curve.STRAIGHT, 0), Takeover.CLOSING_IN, 12.5)),
                List.of(new ControllerMap.Bundle(macro, List.of(place, place))));
    }

    @Test
    void isTheSameAfterTheWayThroughAFile() throws IOException {
        Path file = dir.resolve("map.json");
        MapFile.save(file, map());
        assertThat(MapFile.read(file)).isEqualTo(map());
    }

    @Test
    void aSurfaceAloneIsAMapWithoutTies() throws IOException {
        Path file = dir.resolve("surface.json");
        MapFile.save(file, everything());
        assertThat(MapFile.read(file)).isEqualTo(new ControllerMap(everything(), List.of(), List.of()));
    }

    /** JSON Schema draft 2020-12, judged by an independent validator. */
    @Test
    void followsTheSchemaThatShips() {
        JsonSchema schema = JsonSchemaFactory.getInstance(SpecVersion.VersionFlag.V202012)
                .getSchema(MapFileTest.class.getResourceAsStream("map.schema.json"));
        assertThat(schema.validate(MapFile.write(map()))).isEmpty();
        ControllerMap comet = ControllerMap.of(SlowComet.score(), "north-eight");
        assertThat(schema.validate(MapFile.write(comet))).isEmpty();
        ObjectNode broken = MapFile.write(map());
        broken.remove("surface");
        assertThat(schema.validate(broken)).hasSize(1);
    }

    @Test
    void saysWhatIsWrongAndWhere() throws IOException {
        Path file = dir.resolve("map.json");
        MapFile.save(file, map());
        String good = Files.readString(file);
        broken(file, good.replace("\"c1\",\n    \"page\"", "\"c99\",\n    \"page\""), "has no control “c99”");
        broken(file, good.replace("\"closing_in\"", "\"soon\""), "ties[1].takeover: expected one of at_once");
        broken(file, good.replace("agogic-map", "something"), "no map of a surface");
        broken(file, good.replace("\"version\" : 2", "\"version\" : 9"), "newer Agogic");
        broken(file, good.substring(0, good.length() / 2), "this is no JSON");
        broken(file, good.replace("\"number\" : 16000", "\"number\" : 20000"), "surface.controls[4].address");
    }

    /** A map of version 1 has other words for takeover. */
    @Test
    void aMapOfVersionOneIsRead() throws IOException {
        Path file = dir.resolve("map.json");
        MapFile.save(file, map());
        String now = Files.readString(file);
        String old = now.replace("\"version\" : 2", "\"version\" : 1")
                .replace("at_once", "jump")
                .replace("when_they_meet", "pickup")
                .replace("closing_in", "scaled");
        assertThat(old).isNotEqualTo(now);
        Files.writeString(file, old);
        assertThat(MapFile.read(file)).isEqualTo(map());
    }

    private static void broken(Path file, String text, String said) throws IOException {
        Files.writeString(file, text);
        assertThatThrownBy(() -> MapFile.read(file))
                .isInstanceOf(FormatException.class)
                .hasMessageContaining(said);
    }
}
