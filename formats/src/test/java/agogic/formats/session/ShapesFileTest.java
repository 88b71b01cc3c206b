package agogic.formats.session;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import agogic.core.edit.points.OwnShapes;
import agogic.core.edit.points.Patterns;
import agogic.core.edit.points.ShapeWords;
import agogic.core.edit.points.Snapshots;
import agogic.core.edit.points.Versions;
import agogic.core.expose.Clearing;
import agogic.core.route.Hand;
import agogic.core.route.Target;
import agogic.core.session.Points;
import agogic.core.session.Session;
import agogic.core.snapshot.Snapshot;
import agogic.formats.file.FormatException;
import agogic.standins.comet.SlowComet;
import com.networknt.schema.JsonSchemaFactory;
import com.networknt.schema.SpecVersion;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** Patterns, snapshots, versions and tied points in files; and what is deleted leaves nothing there. */
class ShapesFileTest {
    private static final Target CUTOFF = new Target("filter", "cutoff");
    private static final Target FEEDBACK = new Target("echo", "feedback");

    @TempDir
    private Path folder;

    private static Session full() {
        Session comet = SlowComet.session();
        Session shaped = ShapeWords.apply(
                comet, List.of(CUTOFF, FEEDBACK), 0, "wave sine 1 bar 400 Hz to 2 kHz 33 37 rotation 25 % named Round");
        shaped = ShapeWords.apply(shaped, CUTOFF, 0, "wave steps 2 bars 300 Hz / 900 Hz / 2 kHz 37 41 swing 60 %");
        shaped = Points.tie(shaped, CUTOFF, 0, List.of(0, 2, 4));
        Snapshot near = Snapshots.take(shaped, "Near", List.of(CUTOFF, FEEDBACK), t -> 0.3);
        shaped = Snapshots.keep(shaped, "Echo", near.on(Optional.of(new Hand("north-eight", "button-5"))));
        shaped = Versions.keep(shaped, CUTOFF, "First");
        // Another ride by the number of one that went is not that of the version.
        Session whole = Versions.keep(shaped, "All");
        return Clearing.lanes(whole, t -> t.device().equals("drone")).session();
    }

    private static byte[] bytes(Session session) throws IOException {
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        SessionFile.write(out, session);
        return out.toByteArray();
    }

    @Test
    void allOfItIsSavedAndOpens() throws IOException {
        Session full = full();
        Path file = folder.resolve("full.agogic");
        SessionFile.save(file, full);
        Session back = SessionFile.open(file);
        assertThat(back).isEqualTo(full);
        assertThat(back.versions().get(1).whole().orElseThrow().rides())
                .hasSizeGreaterThan(back.rides().size() - 1);
        assertThat(back.lane(CUTOFF).envelope().tie(2))
                .isEqualTo(back.lane(CUTOFF).envelope().tie(0))
                .isPositive();
        assertThat(JsonSchemaFactory.getInstance(SpecVersion.VersionFlag.V202012)
                        .getSchema(ShapesFileTest.class.getResourceAsStream("session.schema.json"))
                        .validate(SessionWriter.write(full)))
                .isEmpty();
        assertThat(Patterns.places(back, "Round")).isEqualTo(2);
    }

    /** A lane, a pattern, a snapshot and a version come and go: the file is that of a session that never had them. */
    @Test
    void whatIsDeletedLeavesNothingInTheFile() throws IOException {
        Target hidden = new Target("hall", "size");
        Session bare = SlowComet.session();
        Session with = ShapeWords.apply(bare, hidden, 0, "wave triangle 1 bar 20 % to 80 % 17 33 named Tide");
        with = Points.tie(with, hidden, 0, List.of(0, 1));
        with = Versions.keep(with, hidden, "Before");
        with = Snapshots.keep(with, "Set", Snapshots.take(with, "S", List.of(hidden), t -> 0.5));
        Session cleared = Clearing.lanes(with, hidden::equals).session();
        Session gone = Patterns.remove(Snapshots.remove(cleared, cleared.sets().get(0)), "Tide");
        assertThat(bytes(gone)).isEqualTo(bytes(bare));
        assertThat(bytes(with)).isNotEqualTo(bytes(bare));
        // A control: its routes, its rides; the points stay as points, and nothing names it any more.
        Hand fader = new Hand("north-eight", "fader-1");
        Session kept = Clearing.control(Versions.keep(bare, "All"), fader).session();
        assertThat(kept.versions().get(0).whole().orElseThrow())
                .isEqualTo(Clearing.control(bare, fader).session());
        Session control = Clearing.control(bare, fader).session();
        String json = SessionWriter.write(control).toString();
        assertThat(json.split("fader-1\"", -1))
                .hasSizeLessThan(SessionWriter.write(bare).toString().split("fader-1\"", -1).length);
        assertThat(control.routes())
                .noneMatch(
                        r -> r.hand().filter(h -> h.control().equals("fader-1")).isPresent());
        assertThat(control.lane(CUTOFF).envelope()).isEqualTo(bare.lane(CUTOFF).envelope());
        assertThat(control.lane(CUTOFF).stretches()).isEmpty();
    }

    @Test
    void shapesOfOnesOwnGoToOtherPieces() throws IOException {
        Path file = folder.resolve("mine.json");
        ShapesFile.save(file, OwnShapes.of(full()));
        OwnShapes read = ShapesFile.read(file);
        assertThat(read).isEqualTo(OwnShapes.of(full()));
        Session other = SlowComet.session();
        OwnShapes.Brought brought = read.into(other);
        assertThat(brought.told()).isEqualTo("2 patterns and 1 snapshot came");
        assertThat(brought.session().patterns()).isEqualTo(full().patterns());
        // Once more nothing comes twice; another by the same name gets a number.
        assertThat(read.into(brought.session()).session()).isEqualTo(brought.session());
        Session changed =
                Patterns.keep(brought.session(), read.patterns().get(0).drawnTo(5));
        assertThat(read.into(changed).session().patterns())
                .extracting(p -> p.name())
                .contains("Round", "Round 2");
        assertThatThrownBy(() -> ShapesFile.read(Files.writeString(folder.resolve("no.json"), "{\"format\":\"x\"}")))
                .isInstanceOf(FormatException.class)
                .hasMessageContaining("agogic-shapes");
        String broken = Files.readString(file).replace("\"form\" : \"sine\"", "\"form\" : \"wobble\"");
        assertThatThrownBy(() -> ShapesFile.read(Files.writeString(folder.resolve("broken.json"), broken)))
                .isInstanceOf(FormatException.class)
                .hasMessageContaining("patterns[1].form");
    }
}
