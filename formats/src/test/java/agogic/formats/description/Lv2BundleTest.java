package agogic.formats.description;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import agogic.core.device.Device;
import agogic.core.device.Exposure;
import agogic.core.device.Face;
import agogic.core.parameter.Parameter;
import agogic.core.parameter.Taper;
import agogic.core.parameter.Unit;
import agogic.formats.file.FormatException;
import java.io.IOException;
import java.net.URISyntaxException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.Timeout;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

class Lv2BundleTest {
    private static final String PREFIXES =
            """
            @prefix lv2: <http://lv2plug.in/ns/lv2core#> .
            @prefix rdfs: <http://www.w3.org/2000/01/rdf-schema#> .
            @prefix rdf: <http://www.w3.org/1999/02/22-rdf-syntax-ns#> .
            @prefix doap: <http://usefulinc.com/ns/doap#> .
            @prefix units: <http://lv2plug.in/ns/extensions/units#> .
            @prefix pprop: <http://lv2plug.in/ns/ext/port-props#> .
            @prefix pg: <http://lv2plug.in/ns/ext/port-groups#> .
            """;

    @TempDir
    Path folder;

    private static Path example(String name) throws URISyntaxException {
        return Path.of(
                Lv2BundleTest.class.getResource("/lv2/eg-" + name + ".lv2").toURI());
    }

    private Device plugin(String ports) throws IOException {
        Files.writeString(
                folder.resolve("manifest.ttl"),
                PREFIXES + "<urn:x> a lv2:Plugin ; lv2:binary <x.so> ; rdfs:seeAlso <x.ttl> .\n");
        Files.writeString(
                folder.resolve("x.ttl"),
                PREFIXES + "<urn:x> a lv2:Plugin ; doap:name \"Self-made\" ;\n lv2:port " + ports + " .\n");
        return Description.read(folder).devices().get(0);
    }

    private static String port(int index, String symbol, String more) {
        return "[ a lv2:InputPort , lv2:ControlPort ; lv2:index " + index + " ; lv2:symbol \"" + symbol
                + "\" ; lv2:name \"Port " + symbol + "\" ; " + more + " ]";
    }

    // The examples of the specification (LV2 1.18, eg-*.lv2)

    @Test
    void theAmplifierOfTheSpecification() throws Exception {
        Device amp = Description.read(example("amp")).devices().get(0);
        assertThat(amp.name()).isEqualTo("Simple Amplifier");
        assertThat(amp.parameters()).hasSize(1);
        Parameter gain = amp.parameters().get(0);
        assertThat(gain.id()).isEqualTo("gain");
        assertThat(gain.name()).isEqualTo("Gain");
        assertThat(gain.unit()).isEqualTo(Unit.DECIBEL);
        assertThat(gain.valueAt(0)).isEqualTo(-90);
        assertThat(gain.valueAt(1)).isEqualTo(24);
        assertThat(gain.valueAt(gain.resting())).isCloseTo(0, within(1e-9));
        assertThat(amp.exposure("gain")).isEqualTo(Exposure.HIDDEN);
    }

    @Test
    void writableParametersThatAreNumbersAreTakenAndTheOthersNamed() throws Exception {
        Description description = Description.read(example("params"));
        Device params = description.devices().get(0);
        assertThat(params.name()).isEqualTo("Example Parameters");
        assertThat(params.parameters())
                .extracting(Parameter::name)
                .containsExactly("bool", "double", "float", "int", "long", "spring");
        assertThat(params.find("bool").positions()).containsExactly("Off", "On");
        assertThat(description.left())
                .containsExactly(
                        "Example Parameters: path is a path, no number",
                        "Example Parameters: string is a string, no number");
    }

    @ParameterizedTest
    @CsvSource({"fifths, 1, 0", "metro, 1, 0", "midigate, 1, 0", "sampler, 1, 1", "amp, 1, 1", "params, 1, 6"})
    void everyExampleIsReadWhole(String name, int devices, int parameters) throws Exception {
        Description description = Description.read(example(name));
        assertThat(description.devices()).hasSize(devices);
        assertThat(description.devices().get(0).parameters()).hasSize(parameters);
    }

    /** A single value of a port that moves evenly may have a name; one out of its range says nothing. */
    @Test
    void aSingleValueThatIsNamedKeepsItsName() throws IOException {
        Device device = plugin(port(
                0,
                "level",
                "lv2:default 0 ; lv2:minimum -60 ; lv2:maximum 12 ; units:unit units:db ; lv2:scalePoint "
                        + "[ rdfs:label \"Off\" ; rdf:value -60 ] , [ rdfs:label \"Unity\" ; rdf:value 0 ] , "
                        + "[ rdfs:label \"Beyond\" ; rdf:value 20 ]"));
        Parameter level = device.find("level");
        assertThat(level.stepped()).isFalse();
        assertThat(level.print(level.resting())).isEqualTo("Unity");
        assertThat(level.print(0)).isEqualTo("Off");
        assertThat(level.print(1)).isEqualTo("+12 dB");
        assertThat(level.parse("unity")).isEqualTo(level.normalisedOf(0));
        assertThat(level.parse("0 dB")).isEqualTo(level.normalisedOf(0));
        assertThat(level.print(level.normalisedOf(-0.1))).isEqualTo("−0.1 dB");
        assertThat(level.named()).hasSize(2);
    }

    @Test
    void whatTheDeviceCountsItsPositionsAsIsKept() throws IOException {
        Device device = plugin(String.join(
                " , ",
                port(0, "int", "lv2:default 5 ; lv2:minimum 3 ; lv2:maximum 7 ; lv2:portProperty lv2:integer"),
                port(
                        1,
                        "kind",
                        "lv2:default 10 ; lv2:minimum 2 ; lv2:maximum 50 ; lv2:portProperty lv2:enumeration ; lv2:scalePoint "
                                + "[ rdfs:label \"Low\" ; rdf:value 2 ] , [ rdfs:label \"Mid\" ; rdf:value 10 ] , "
                                + "[ rdfs:label \"High\" ; rdf:value 50 ]")));
        Parameter whole = device.find("int");
        assertThat(whole.positions()).containsExactly("3", "4", "5", "6", "7");
        assertThat(whole.worth()).containsExactly(3.0, 4.0, 5.0, 6.0, 7.0);
        assertThat(whole.nativeValueAt(whole.resting())).isEqualTo(5);
        Parameter kind = device.find("kind");
        assertThat(kind.worth()).containsExactly(2.0, 10.0, 50.0);
        assertThat(kind.print(kind.resting())).isEqualTo("Mid");
        assertThat(kind.nativeValueAt(1)).isEqualTo(50);
    }

    @Test
    void whatIsNotToBeAutomatedOrTooWideIsLeftAndSaid() throws IOException {
        Device device = plugin(String.join(
                " , ",
                port(0, "gain", "lv2:minimum 0 ; lv2:maximum 1"),
                port(1, "seed", "lv2:minimum 0 ; lv2:maximum 1 ; lv2:portProperty pprop:notAutomatic"),
                port(2, "wide", "lv2:default 0 ; lv2:minimum -3.4e38 ; lv2:maximum 3.4e38"),
                port(3, "wider", "lv2:default 0 ; lv2:minimum 0 ; lv2:maximum 1e308")));
        assertThat(device.parameters()).extracting(Parameter::id).containsExactly("gain");
    }

    /** LV2 core, lv2:sampleRate: bounds in times of the rate; port-props, rangeSteps of a logarithmic port. */
    @Test
    void rangesInTimesOfTheRateAndLogarithmicStepsAreTakenAsTheyAreMeant() throws IOException {
        Device device = plugin(
                port(0, "cut", "lv2:portProperty lv2:sampleRate ; lv2:minimum 0.0 ; lv2:maximum 0.5 ; lv2:default 0.25")
                        + " , "
                        + port(
                                1,
                                "freq",
                                "lv2:portProperty pprop:logarithmic ; pprop:rangeSteps 30 ; lv2:minimum 20.0 ; lv2:maximum 20000.0 ; "
                                        + "lv2:default 200.0"));
        Parameter cut = device.find("cut");
        assertThat(cut.valueAt(1)).isEqualTo(24_000);
        assertThat(cut.valueAt(cut.resting())).isCloseTo(12_000, within(1e-6));
        Parameter freq = device.find("freq");
        assertThat(freq.stepped()).isFalse();
        assertThat(freq.valueAt(0.5)).isCloseTo(Math.sqrt(20.0 * 20_000), within(1e-6));
    }

    @Test
    void aCutFileIsToldWhereItIsCut() throws IOException {
        plugin(port(0, "gain", "lv2:minimum 0 ; lv2:maximum 1"));
        Path file = folder.resolve("x.ttl");
        String whole = Files.readString(file).replace(" ;\n", "\n ;\n\n");
        Files.writeString(file, whole.substring(0, whole.lastIndexOf("lv2:symbol")));
        long lines = Files.readString(file).lines().count();
        assertThatThrownBy(() -> Description.read(folder)).hasMessageStartingWith("x.ttl, line " + lines + ": ");
    }

    @Test
    void aLinkOutOfTheBundleIsNotFollowed() throws IOException {
        plugin(port(0, "gain", "lv2:minimum 0 ; lv2:maximum 1"));
        Path outside = Files.createTempFile("outside", ".ttl");
        Files.move(folder.resolve("x.ttl"), outside, java.nio.file.StandardCopyOption.REPLACE_EXISTING);
        Files.createSymbolicLink(folder.resolve("x.ttl"), outside);
        assertThatThrownBy(() -> Description.read(folder)).hasMessageContaining("leads out of the bundle");
        Files.delete(outside);
    }

    // Everything that a port can say

    @Test
    void kindsUnitsAndStepsOfPorts() throws IOException {
        Device device = plugin(String.join(
                " , ",
                port(
                        0,
                        "cut",
                        "lv2:default 900 ; lv2:minimum 40 ; lv2:maximum 16000 ; units:unit units:hz ; lv2:portProperty pprop:logarithmic"),
                port(1, "khz", "lv2:default 1 ; lv2:minimum 0.5 ; lv2:maximum 8 ; units:unit units:khz"),
                port(2, "ms", "lv2:default 20 ; lv2:minimum 1 ; lv2:maximum 500 ; units:unit units:ms"),
                port(3, "on", "lv2:default 1 ; lv2:minimum 0 ; lv2:maximum 1 ; lv2:portProperty lv2:toggled"),
                port(4, "int", "lv2:default 3 ; lv2:minimum 1 ; lv2:maximum 8 ; lv2:portProperty lv2:integer"),
                port(5, "wide", "lv2:default 0 ; lv2:minimum -5000 ; lv2:maximum 5000 ; lv2:portProperty lv2:integer"),
                port(
                        6,
                        "wave",
                        "lv2:default 2 ; lv2:minimum 0 ; lv2:maximum 4 ; lv2:portProperty lv2:enumeration , lv2:integer ; "
                                + "lv2:scalePoint [ rdfs:label \"Saw\" ; rdf:value 2 ] , [ rdfs:label \"Sine\" ; rdf:value 0 ] , "
                                + "[ rdfs:label \"Noise\" ; rdf:value 4 ]"),
                port(
                        7,
                        "free",
                        "lv2:default 0 ; lv2:minimum 0 ; lv2:maximum 1 ; lv2:designation lv2:freeWheeling ; lv2:portProperty lv2:toggled"),
                port(8, "rough", "lv2:default 0 ; lv2:minimum 0 ; lv2:maximum 1 ; pprop:rangeSteps 5"),
                "[ a lv2:OutputPort , lv2:ControlPort ; lv2:index 9 ; lv2:symbol \"meter\" ; lv2:name \"Meter\" ]",
                "[ a lv2:InputPort , lv2:AudioPort ; lv2:index 10 ; lv2:symbol \"in\" ; lv2:name \"In\" ]"));
        assertThat(device.parameters()).hasSize(9);
        Parameter cut = device.find("cut");
        assertThat(cut.taper()).isEqualTo(Taper.LOGARITHMIC);
        assertThat(cut.valueAt(0.5)).isCloseTo(Math.sqrt(40 * 16_000), within(1e-6));
        assertThat(device.find("khz").valueAt(1)).isCloseTo(8_000, within(1e-9));
        assertThat(device.find("ms").unit()).isEqualTo(Unit.SECONDS);
        assertThat(device.find("ms").valueAt(1)).isCloseTo(0.5, within(1e-12));
        assertThat(device.find("on").positions()).containsExactly("Off", "On");
        assertThat(device.find("on").valueAt(device.find("on").resting())).isEqualTo(1);
        assertThat(device.find("int").positions()).containsExactly("1", "2", "3", "4", "5", "6", "7", "8");
        assertThat(device.find("int").valueAt(device.find("int").resting())).isEqualTo(2);
        assertThat(device.find("wide").stepped()).isFalse();
        assertThat(device.find("wave").positions()).containsExactly("Sine", "Saw", "Noise");
        assertThat(device.find("wave").valueAt(device.find("wave").resting())).isEqualTo(1);
        assertThat(device.find("free").reserved()).isTrue();
        assertThat(device.find("rough").positions()).hasSize(5);
    }

    /** A self-made bundle of 1,200 ports in groups, of every kind. */
    private static String large() {
        StringBuilder text = new StringBuilder(PREFIXES);
        for (int g = 0; g < 100; g++) {
            text.append(String.format(
                    Locale.ROOT,
                    "<urn:g%d> a pg:InputGroup ; lv2:symbol \"g%d\" ; lv2:name \"Resonator %d\" .%n",
                    g,
                    g,
                    g + 1));
        }
        text.append("<urn:big> a lv2:Plugin ; doap:name \"Twelve Hundred\" ; lv2:port\n");
        String[] kinds = {
            "lv2:default 440 ; lv2:minimum 20 ; lv2:maximum 20000 ; units:unit units:hz ; lv2:portProperty pprop:logarithmic",
            "lv2:default -6 ; lv2:minimum -60 ; lv2:maximum 6 ; units:unit units:db",
            "lv2:default 0 ; lv2:minimum 0 ; lv2:maximum 1 ; lv2:portProperty lv2:toggled",
            "lv2:default 2 ; lv2:minimum 0 ; lv2:maximum 6 ; lv2:portProperty lv2:integer",
            "lv2:default 1 ; lv2:minimum 0 ; lv2:maximum 2 ; lv2:portProperty lv2:enumeration ; lv2:scalePoint "
                    + "[ rdfs:label \"Low\" ; rdf:value 0 ] , [ rdfs:label \"Mid\" ; rdf:value 1 ] , [ rdfs:label \"High\" ; rdf:value 2 ]",
            "lv2:default 0.5 ; lv2:minimum 0.0 ; lv2:maximum 1.0"
        };
        for (int i = 0; i < 1_200; i++) {
            text.append(i == 0 ? "" : " ,\n");
            text.append("[ a lv2:InputPort , lv2:ControlPort ; lv2:index ")
                    .append(i)
                    .append(" ; lv2:symbol \"s")
                    .append(i)
                    .append("\" ; lv2:name \"Resonator ")
                    .append(i / 12 + 1)
                    .append(" · ")
                    .append(i % 12)
                    .append("\" ; pg:group <urn:g")
                    .append(i / 12)
                    .append("> ; ")
                    .append(kinds[i % 6])
                    .append(" ]");
        }
        return text.append(" .\n").toString();
    }

    private Path bundle(byte[] content) throws IOException {
        Files.writeString(
                folder.resolve("manifest.ttl"), PREFIXES + "<urn:big> a lv2:Plugin ; rdfs:seeAlso <big.ttl> .\n");
        Files.write(folder.resolve("big.ttl"), content);
        return folder;
    }

    @Test
    void twelveHundredPortsAreReadWhole() throws IOException {
        Device device = Description.read(bundle(large().getBytes(StandardCharsets.UTF_8)))
                .devices()
                .get(0);
        assertThat(device.parameters()).hasSize(1_200);
        assertThat(device.sockets()).isEqualTo(1_200);
        assertThat(device.parameters().stream().filter(Parameter::stepped)).hasSize(600);
        assertThat(device.find("s1196").group()).isEqualTo("Resonator 100");
        assertThat(device.find("s4").positions()).containsExactly("Low", "Mid", "High");
        Face face = Face.of(device);
        assertThat(face.banks()).hasSize(1);
        assertThat(face.banks().get(0).members()).hasSize(100);
    }

    // What is wrong or hostile

    @Test
    @Timeout(60)
    void cutOffAnywhereItGivesAMessageWithFileAndLineOrIsWhole() throws IOException {
        byte[] whole = large().getBytes(StandardCharsets.UTF_8);
        int messages = 0;
        for (int length = 0; length < whole.length - 2; length += Boolean.getBoolean("agogic.long") ? 997 : 19_001) {
            try {
                Description.read(bundle(Arrays.copyOf(whole, length)));
            } catch (FormatException e) {
                assertThat(e.getMessage()).matches("(?s)(big|manifest)\\.ttl, line \\d+: .+");
                messages++;
            }
        }
        assertThat(messages).isGreaterThan(6);
    }

    @ParameterizedTest
    @ValueSource(strings = {"[", "(", "<urn:a> <urn:b> [ <urn:c> "})
    @Timeout(60)
    void hostileNestingGivesAMessage(String opening) throws IOException {
        String deep = (opening.startsWith("<") ? "" : "<urn:a> <urn:b> ") + opening.repeat(200_000);
        assertThatThrownBy(() -> Description.read(bundle(deep.getBytes(StandardCharsets.UTF_8))))
                .isInstanceOf(FormatException.class)
                .hasMessageContaining("big.ttl, line ");
    }

    @Test
    @Timeout(60)
    void moreThanADescriptionCanSayIsRefusedBeforeItFillsTheMemory() throws IOException {
        StringBuilder text = new StringBuilder("<urn:a> <urn:b> 0");
        for (int i = 1; i < 1_100_000; i++) {
            text.append(',').append(i);
        }
        byte[] bytes = text.append(" .").toString().getBytes(StandardCharsets.UTF_8);
        assertThatThrownBy(() -> Description.read(bundle(bytes)))
                .isInstanceOf(FormatException.class)
                .hasMessageContaining("says more than 300000 things");
    }

    @Test
    void filesOutsideTheBundleAreNotRead() throws IOException {
        Path secret = Files.createDirectories(folder.resolve("elsewhere")).resolve("secret.ttl");
        Files.writeString(secret, PREFIXES + "<urn:x> doap:name \"Stolen\" .");
        Path inside = Files.createDirectories(folder.resolve("inside"));
        for (String elsewhere :
                List.of("../elsewhere/secret.ttl", secret.toUri().toString(), "http://example.org/x.ttl")) {
            Files.writeString(
                    inside.resolve("manifest.ttl"),
                    PREFIXES + "<urn:x> a lv2:Plugin ; rdfs:seeAlso <" + elsewhere + "> .\n");
            assertThatThrownBy(() -> Description.read(inside))
                    .isInstanceOf(FormatException.class)
                    .hasMessageContaining("has no doap:name");
        }
    }

    @Test
    void wrongPortsAreToldWithFileAndLine() {
        assertThatThrownBy(() -> plugin(port(0, "a", "lv2:minimum \"loud\"")))
                .hasMessageStartingWith("x.ttl, line ")
                .hasMessageContaining("expected a number for “minimum”, found “loud”");
        assertThatThrownBy(() -> plugin(port(0, "a", "lv2:minimum 5 ; lv2:maximum 5")))
                .hasMessageContaining("“Port a” goes from 5.0 to 5.0");
        assertThatThrownBy(() -> plugin(port(0, "a", "lv2:default 0") + " , " + port(1, "a", "lv2:default 0")))
                .hasMessageContaining("two ports have the lv2:symbol “a”");
        assertThatThrownBy(() -> plugin(port(3, "a", "lv2:default 0") + " , " + port(3, "b", "lv2:default 0")))
                .hasMessageContaining("two ports have the lv2:index 3");
        assertThatThrownBy(() -> plugin("[ a lv2:InputPort , lv2:ControlPort ; lv2:index 0 ]"))
                .hasMessageContaining("has no lv2:symbol");
        assertThatThrownBy(() -> Description.read(folder.resolve("nothing.lv2")))
                .hasMessageContaining("There is no file");
    }
}
