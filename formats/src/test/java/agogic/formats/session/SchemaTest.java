package agogic.formats.session;

import static org.assertj.core.api.Assertions.assertThat;

import agogic.core.audio.AudioFile;
import agogic.core.device.Device;
import agogic.core.edit.clip.AudioEdits;
import agogic.core.edit.clip.Clips;
import agogic.core.edit.pass.Finishing;
import agogic.core.envelope.Envelope;
import agogic.core.envelope.Point;
import agogic.core.envelope.Shape;
import agogic.core.expose.Exposing;
import agogic.core.expose.TakingBack;
import agogic.core.fit.Fit;
import agogic.core.lane.Lane;
import agogic.core.parameter.Parameter;
import agogic.core.pattern.Pattern;
import agogic.core.refine.Recipe;
import agogic.core.ride.Ride;
import agogic.core.route.Route;
import agogic.core.route.Span;
import agogic.core.route.Takeover;
import agogic.core.route.Target;
import agogic.core.route.WriteMode;
import agogic.core.score.Remark;
import agogic.core.session.Destination;
import agogic.core.session.LeftOut;
import agogic.core.session.Session;
import agogic.core.snapshot.SnapshotSet;
import agogic.core.surface.Control;
import agogic.core.time.Lock;
import agogic.standins.comet.SlowComet;
import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import com.fasterxml.jackson.databind.node.ObjectNode;
import com.networknt.schema.JsonSchema;
import com.networknt.schema.JsonSchemaFactory;
import com.networknt.schema.SpecVersion;
import com.networknt.schema.ValidationMessage;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.Set;
import java.util.TreeSet;
import java.util.stream.Collectors;
import org.junit.jupiter.api.Test;

/** The schema that ships, JSON Schema draft 2020-12, judged by an independent validator. */
class SchemaTest {
    private static final Session COMET = SlowComet.session();
    private final JsonSchema schema = JsonSchemaFactory.getInstance(SpecVersion.VersionFlag.V202012)
            .getSchema(SchemaTest.class.getResourceAsStream("session.schema.json"));

    private Set<ValidationMessage> faults(JsonNode json) {
        return schema.validate(json);
    }

    @Test
    void whatIsSavedFollowsTheSchema() {
        assertThat(faults(SessionWriter.write(COMET))).isEmpty();
        Session fitted = Fit.plan(COMET, "partial-bank", Set.of("take back")).apply(COMET);
        assertThat(faults(SessionWriter.write(fitted))).isEmpty();
    }

    @Test
    void audioFollowsTheSchemaToo() {
        AudioFile file = new AudioFile("audio-1", "voice.wav", true, 44_100, 2, 3_000_000_000L, "0123abcd", -120, -0.5);
        Clips.Made made = AudioEdits.add(COMET, COMET.tracks().get(0).id(), file, "Voice", 4);
        Session session = AudioEdits.lock(
                AudioEdits.fades(AudioEdits.gain(made.session(), made.clip(), -3), made.clip(), 1, 2),
                made.clip(),
                Lock.SECONDS);
        assertThat(faults(SessionWriter.write(Clips.loop(session, made.clip(), 64))))
                .isEmpty();
    }

    /** Exposed, routed, drawn and taken back: the saved file is that of a session in which it never was. */
    @Test
    void takingBackLeavesNothingBehindInTheFile() throws IOException {
        Target drive = new Target("filter", "drive");
        Session bare = TakingBack.of(COMET, List.of(drive)).apply(COMET);
        Session full = Exposing.expose(bare, List.of(drive)).session();
        full = full.with(Route.of("new", COMET.routes().get(0).hand().orElseThrow(), Span.FULL, drive))
                .with(Lane.drawn(drive, Envelope.of(new Point(0, 0.2), new Point(9, 0.8))));
        Session back = TakingBack.of(full, List.of(drive)).apply(full);
        ByteArrayOutputStream never = new ByteArrayOutputStream();
        ByteArrayOutputStream afterwards = new ByteArrayOutputStream();
        SessionFile.write(never, bare);
        SessionFile.write(afterwards, back);
        assertThat(afterwards.toByteArray()).isEqualTo(never.toByteArray());
        ByteArrayOutputStream between = new ByteArrayOutputStream();
        SessionFile.write(between, full);
        assertThat(between.toByteArray()).isNotEqualTo(never.toByteArray());
    }

    @Test
    void whatTheSchemaForbidsIsSeen() {
        ObjectNode json = SessionWriter.write(COMET);
        json.put("colour", "blue");
        assertThat(faults(json)).hasSize(1);
        json.remove("colour");
        ((ObjectNode) json.get("routes").get(0)).put("mode", "scribble");
        assertThat(faults(json)).hasSize(1);
        ((ObjectNode) json.get("routes").get(0)).put("mode", "read");
        ((ObjectNode) json.get("devices").get(0).get("parameters").get(0)).put("resting", 1.5);
        assertThat(faults(json)).hasSize(1);
    }

    /** All that a session can have besides: a recipe that was told, a pass, an envelope to be made, what was left out. */
    @Test
    void whatCameLaterFollowsTheSchemaToo() throws IOException {
        Target cutoff = new Target("filter", "cutoff");
        Ride old = COMET.rides().get(0);
        double[] at = {0, 1};
        Ride ride = new Ride("of-a-pass", old.hand(), 0.01, 0, 1, at, at, at, "a-7");
        Session more = COMET.with(ride)
                .drawing(cutoff, Recipe.usual(COMET.parameter(cutoff)))
                .withLeftOut(List.of(new LeftOut("Lyrics", 12, "a piece has no words")))
                .withRemarks(List.of(
                        new Remark("", 0, Remark.Kind.KEY, "-3 minor"),
                        new Remark("track-1", 2.5, Remark.Kind.LYRIC, "la")));
        Lane lane = more.lane(cutoff);
        more = Finishing.by(more, cutoff, 0, 0, lane.stretches().get(0).recipe().steadied(0.1));
        Device filter = more.device("filter");
        more = more.withDevice(filter.with(filter.find("cutoff")
                .naming(List.of(new Parameter.Named(440, "Concert pitch"), new Parameter.Named(1_000, "Thousand")))));
        Device bank = more.devices().stream()
                .filter(d -> d.parameters().stream().anyMatch(Parameter::stepped))
                .findFirst()
                .orElseThrow();
        Parameter stepped = bank.parameters().stream()
                .filter(Parameter::stepped)
                .findFirst()
                .orElseThrow();
        List<Double> worth = new ArrayList<>();
        stepped.positions().forEach(p -> worth.add(worth.size() * 2.0));
        more = more.withDevice(bank.with(stepped.worth(worth)));
        JsonNode json = SessionWriter.write(more);
        assertThat(json.toString())
                .contains("\"worth\"", "\"named\"", "\"due\"", "\"pass\"", "\"recipes\"", "\"leftOut\"", "\"remarks\"");
        assertThat(faults(json)).isEmpty();
        Path file = Files.createTempFile("more", SessionFile.ENDING);
        SessionFile.save(file, more);
        assertThat(SessionFile.open(file)).isEqualTo(more);
        Files.delete(file);
    }

    /** A word that a session can say and the schema has not, or the other way round: a kind was added and not told. */
    @Test
    void theSchemaHasEveryWordOfEveryKind() throws IOException {
        JsonNode document = new ObjectMapper().readTree(SchemaTest.class.getResourceAsStream("session.schema.json"));
        List<Set<String>> lists = new ArrayList<>();
        for (JsonNode list : document.findValues("enum")) {
            Set<String> words = new TreeSet<>();
            list.forEach(word -> words.add(word.asText()));
            lists.add(words);
        }
        assertThat(lists)
                .contains(Arrays.stream(Destination.Part.values())
                        .map(Destination.Part::word)
                        .collect(Collectors.toCollection(TreeSet::new)));
        List<Enum<?>[]> kinds = List.of(
                Shape.Kind.values(),
                Span.Curve.values(),
                WriteMode.values(),
                Takeover.values(),
                Lock.values(),
                Control.Kind.values(),
                Pattern.Form.values(),
                Recipe.Anchor.values(),
                SnapshotSet.Start.values());
        for (Enum<?>[] all : kinds) {
            Set<String> words = new TreeSet<>();
            for (Enum<?> one : all) {
                words.add(one.name().toLowerCase(Locale.ROOT));
            }
            assertThat(lists).as(all[0].getDeclaringClass().getSimpleName()).contains(words);
        }
    }
}
