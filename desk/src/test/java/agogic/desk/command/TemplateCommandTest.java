package agogic.desk.command;

import static org.assertj.core.api.Assertions.assertThat;

import agogic.core.device.Device;
import agogic.core.route.Target;
import agogic.core.session.Session;
import agogic.core.session.Track;
import agogic.formats.session.SessionFile;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import org.junit.jupiter.api.Test;

/** Templates by commands: from the demo's devices to a piece that has the same ones bare. */
class TemplateCommandTest extends CommandTest {
    private Path demo() throws IOException {
        Path demo = folder.resolve("demo.agogic");
        assertThat(run("demo", "--save", demo)).isZero();
        return demo;
    }

    /** The demo's devices and surfaces, with nothing exposed, named, routed or ridden. */
    private Path bare(Session demo) throws IOException {
        Session bare = demo.withSets(List.of())
                .withRoutes(List.of())
                .withLanes(List.of())
                .withMacros(List.of());
        for (Device device : demo.devices()) {
            Device plain = device.wanting(List.of()).sending(List.of());
            plain = plain.using(plain.used().stream().filter(plain::reserved).toList());
            for (var parameter : device.parameters()) {
                plain = plain.with(parameter.called(""));
            }
            bare = bare.withDevice(plain);
        }
        Path path = folder.resolve("bare.agogic");
        SessionFile.save(path, bare);
        return path;
    }

    @Test
    void everyDeviceOfTheDemoIsLaidOutInABarePieceAsItWas() throws IOException {
        Path demo = demo();
        Session home = SessionFile.open(demo);
        Path there = bare(home);
        for (Track track : home.tracks()) {
            Path template = folder.resolve(track.id() + ".json");
            Path next = folder.resolve(track.id() + ".agogic");
            assertThat(run("template", demo, "--of", track.name(), "--keep", template))
                    .as("%s", err)
                    .isZero();
            assertThat(run("template", there, "--use", template, "--on", track.name(), "--out", next))
                    .as("%s", err)
                    .isZero();
            there = next;
        }
        Session laid = SessionFile.open(there);
        for (Device device : home.devices()) {
            Device here = laid.device(device.id());
            assertThat(here.parameters()).isEqualTo(device.parameters());
            for (var socket : device.used()) {
                if (!socket.shared()) {
                    assertThat(here.used()).contains(socket);
                }
            }
            long routes = home.routes().stream()
                    .filter(r ->
                            r.target().device().equals(device.id()) && r.hand().isPresent())
                    .count();
            assertThat(laid.routes())
                    .filteredOn(r -> r.target().device().equals(device.id()))
                    .hasSize((int) routes);
        }
        // Passes over what was ridden there are drawn here as the last was; and nothing has points.
        assertThat(laid.recipes()).isNotEmpty();
        laid.recipes().forEach((target, recipe) -> assertThat(home.lane(target).layers().stream()
                        .flatMap(l -> l.stretches().stream())
                        .map(s -> s.recipe().steady()))
                .contains(recipe.steady()));
        assertThat(laid.lanes()).allMatch(l -> l.points() == 0);
    }

    @Test
    void whatIsNotFoundIsSaidAndChosen() throws IOException {
        Path demo = demo();
        Session home = SessionFile.open(demo);
        Target cutoff = new Target("filter", "cutoff");
        Path template = folder.resolve("filter.json");
        assertThat(run("template", demo, "--of", "filter", "--keep", template)).isZero();
        Device other = home.devices().stream()
                .filter(d -> !d.kind().equals(home.device("filter").kind()))
                .filter(d -> d.parameters().stream().noneMatch(p -> p.id().equals("cutoff")))
                .filter(d -> d.parameters().stream().noneMatch(p -> p.name().equals("Cutoff")))
                .findFirst()
                .orElseThrow();
        Path out1 = folder.resolve("one.agogic");
        assertThat(run("template", demo, "--use", template, "--on", other.id(), "--out", out1, "--json"))
                .isEqualTo(1);
        assertThat(json().get("missing").toString()).contains("Cutoff");
        String meant = other.parameters().stream()
                .filter(p -> !p.reserved())
                .findFirst()
                .orElseThrow()
                .id();
        assertThat(run(
                        "template",
                        demo,
                        "--use",
                        template,
                        "--on",
                        other.id(),
                        "--choose",
                        "Cutoff=" + meant,
                        "--out",
                        out1,
                        "--json"))
                .isBetween(0, 1);
        assertThat(json().get("missing").toString()).doesNotContain("Cutoff");
        assertThat(SessionFile.open(out1).routes().stream()
                        .filter(r -> r.target().equals(new Target(other.id(), meant)))
                        .map(r -> r.span())
                        .toList())
                .containsAll(home.routes().stream()
                        .filter(r -> r.target().equals(cutoff) && r.hand().isPresent())
                        .map(r -> r.span())
                        .toList());

        assertThat(run("template", demo, "--of", "nobody", "--keep", template)).isEqualTo(2);
        assertThat(run("template", demo, "--of", "filter")).isEqualTo(2);
        assertThat(err.toString()).contains("Expected --of and --keep");
        Files.writeString(template, "{\"format\": \"agogic-map\"}");
        assertThat(run("template", demo, "--use", template, "--on", "filter", "--out", out1))
                .isEqualTo(2);
        assertThat(err.toString()).contains("this is no template");
    }
}
