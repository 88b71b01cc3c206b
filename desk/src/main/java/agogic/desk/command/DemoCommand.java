package agogic.desk.command;

import agogic.core.session.Session;
import agogic.desk.shots.Picture;
import agogic.desk.shots.Shots;
import agogic.desk.start.Demo;
import agogic.formats.session.SessionFile;
import java.io.IOException;
import java.nio.file.Path;
import picocli.CommandLine.Command;
import picocli.CommandLine.Option;

/** {@code demo}: the window with the demo in it, a picture of it, or its session as a file. */
@Command(name = "demo", description = "Opens the window with the demo piece, Slow Comet.")
final class DemoCommand extends FileCommand {
    @Option(
            names = "--view",
            paramLabel = "NAME",
            defaultValue = "routes",
            description =
                    "routes, catalog, fit, face, surfaces, learn, macro, plane, breath, refine, writing or stopped")
    private String view;

    @Option(names = "--shot", paramLabel = "FILE.png", description = "a picture of 1280x800, then exit")
    private Path shot;

    @Option(names = "--light", description = "the light theme")
    private boolean light;

    @Option(names = "--save", paramLabel = "FILE.agogic", description = "write the demo session, no window")
    private Path save;

    @Override
    public Answer run() throws IOException {
        if (save != null) {
            SessionFile.save(save, Demo.made());
            return new Answer().put("saved", save.toString());
        }
        Session session = Demo.session();
        Picture scene = Picture.named(view);
        if (shot != null) {
            Shots.picture(session, scene, light, shot);
            return new Answer().put("picture", shot.toString());
        }
        Shots.open(session, scene, light);
        return new Answer();
    }
}
