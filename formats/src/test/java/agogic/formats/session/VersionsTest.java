package agogic.formats.session;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import agogic.core.envelope.Shape;
import agogic.core.lane.Lane;
import agogic.core.route.Takeover;
import agogic.core.route.Target;
import agogic.core.session.Session;
import agogic.formats.file.FormatException;
import agogic.standins.comet.SlowComet;
import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import com.fasterxml.jackson.databind.node.ArrayNode;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.io.InputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Map;
import java.util.zip.ZipFile;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.DoubleRange;
import net.jqwik.api.constraints.IntRange;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** Files of versions before this one. */
class VersionsTest {
    @TempDir
    private Path folder;

    /** The demo as version 1 saved it. */
    @Test
    void aFileOfVersionOneOpensAndIsHeardTheSame() throws Exception {
        Path old = folder.resolve("old.agogic");
        try (InputStream in = VersionsTest.class.getResourceAsStream("/demo-of-version-1.agogic")) {
            Files.copy(in, old);
        }
        Session read = SessionFile.open(old);
        assertThat(read.lanes()).hasSizeGreaterThan(20);
        assertThat(read.lanes().stream().filter(l -> !l.stretches().isEmpty())).isNotEmpty();
        for (Lane lane : SlowComet.session().lanes()) {
            if (!lane.stretches().isEmpty()) {
                // What a ride becomes is another recipe's matter; that of the file is what counts.
                continue;
            }
            Lane same = read.lane(lane.target());
            for (int i = 0; i < 200; i++) {
                double time = i * 0.9;
                assertThat(same.envelope().isEmpty() ? 0 : same.envelope().valueAt(time))
                        .as(lane.target() + " at " + time)
                        .isEqualTo(
                                lane.envelope().isEmpty() ? 0 : lane.envelope().valueAt(time));
            }
        }
        JsonNode written = new ObjectMapper().readTree(entry(old, "session.json"));
        int ridden = 0;
        for (JsonNode lane : written.get("lanes")) {
            Target target = new Target(
                    lane.at("/target/device").asText(),
                    lane.at("/target/parameter").asText());
            Lane same = read.lane(target);
            ridden += same.stretches().isEmpty() ? 0 : 1;
            assertThat(same.envelope().size()).isEqualTo(lane.get("points").size());
            for (int i = 0; i < same.envelope().size(); i++) {
                JsonNode point = lane.get("points").get(i);
                assertThat(same.envelope().time(i)).isEqualTo(point.get(0).asDouble());
                assertThat(same.envelope().value(i)).isEqualTo(point.get(1).asDouble());
                assertThat(same.envelope().shape(i).kind().name())
                        .isEqualToIgnoringCase(point.get(2).asText());
            }
        }
        assertThat(ridden).isPositive();
        Path now = folder.resolve("now.agogic");
        SessionFile.save(now, read);
        assertThat(SessionFile.open(now)).isEqualTo(read);
    }

    private static byte[] entry(Path zip, String name) throws Exception {
        try (ZipFile file = new ZipFile(zip.toFile())) {
            return file.getInputStream(file.getEntry(name)).readAllBytes();
        }
    }

    @Test
    void takeoverHasTheWordsThatPeopleSee() throws Exception {
        Session comet = SlowComet.session();
        ObjectNode json = SessionWriter.write(comet);
        json.put("version", 1);
        ArrayNode routes = (ArrayNode) json.get("routes");
        String[] words = {"jump", "pickup", "scaled"};
        for (int i = 0; i < words.length; i++) {
            ((ObjectNode) routes.get(i)).put("takeover", words[i]);
        }
        VersionOne.session(json);
        for (Takeover takeover : Takeover.values()) {
            assertThat(routes.get(takeover.ordinal()).get("takeover").asText())
                    .isEqualTo(takeover.spoken().replace(' ', '_'));
        }
    }

    /** A layer of a kind that is not known, or two of a kind that there is once, is not read as less than it is. */
    @Test
    void whatANewerOneMakesIsRefusedInWords() {
        ObjectNode json = SessionWriter.write(SlowComet.session());
        ObjectNode layer = (ObjectNode) json.get("lanes").get(0).get("layers").get(0);
        layer.put("way", "scaled");
        ((ArrayNode) json.get("rides")).removeAll();
        assertThatThrownBy(() -> new SessionReader(Map.of()).read(new Json("x", json)))
                .isInstanceOf(FormatException.class)
                .hasMessageContaining("lanes[1].layers[1]")
                .hasMessageContaining("newer Agogic");
        layer.put("way", "absolute");
        ((ArrayNode) json.get("lanes").get(0).get("layers")).add(layer.deepCopy());
        json.remove("rides");
        json.putArray("rides");
        for (var lane : json.get("lanes")) {
            for (var one : lane.get("layers")) {
                ((ObjectNode) one).putArray("stretches");
            }
        }
        assertThatThrownBy(() -> new SessionReader(Map.of()).read(new Json("x", json)))
                .isInstanceOf(FormatException.class)
                .hasMessageContaining("one absolute layer");
    }

    /** The numbers of a shape are numbers, and make the same shape again. */
    @Property
    void numbersOfAShapeMakeItAgain(
            @ForAll @IntRange(max = 7) int kind,
            @ForAll @DoubleRange(min = -1, max = 1) double amount,
            @ForAll @IntRange(min = 1, max = 64) int count,
            @ForAll @DoubleRange(min = 0.01, max = 0.99) double duty,
            @ForAll @DoubleRange(min = 0, max = 0.5) double from,
            @ForAll @DoubleRange(min = 0.6, max = 1) double to) {
        Shape.Kind one = Shape.Kind.values()[kind];
        double[] own = one == Shape.Kind.BENT
                ? new double[] {amount}
                : one == Shape.Kind.PULSE
                        ? new double[] {Math.abs(amount), count, duty}
                        : one.wave() ? new double[] {Math.abs(amount), count} : new double[0];
        Shape whole = ShapeNumbers.shape(one, own);
        assertThat(ShapeNumbers.of(whole)).isEqualTo(own);
        double[] part = java.util.Arrays.copyOf(own, own.length + 2);
        part[own.length] = from;
        part[own.length + 1] = to;
        Shape cut = ShapeNumbers.shape(one, part);
        assertThat(ShapeNumbers.shape(one, ShapeNumbers.of(cut))).isEqualTo(cut);
    }

    @Test
    void whatIsNoShapeIsToldWithItsPlace() {
        ObjectNode json = SessionWriter.write(SlowComet.session());
        JsonNode points = json.get("lanes").get(0).get("layers").get(0).get("points");
        ArrayNode numbers = (ArrayNode) points.get(0).get(3);
        numbers.add(1).add(2).add(3).add(4).add(5).add(6);
        assertThatThrownBy(() -> new SessionReader(Map.of()).read(new Json("x", json)))
                .isInstanceOf(FormatException.class)
                .hasMessageContaining("points[1]")
                .hasMessageContaining("numbers");
    }
}
