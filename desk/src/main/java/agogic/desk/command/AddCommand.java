package agogic.desk.command;

import agogic.core.device.Device;
import agogic.core.expose.Adding;
import agogic.core.session.Session;
import agogic.core.session.Track;
import agogic.formats.description.Description;
import agogic.formats.session.SessionFile;
import java.io.IOException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import picocli.CommandLine.Command;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;

/** {@code add}: a described device on a track of a session. */
@Command(name = "add", description = "Adds the devices of a description at the end of a track.")
final class AddCommand extends FileCommand {
    @Parameters(index = "0", paramLabel = "SESSION", description = "the session")
    private Path session;

    @Parameters(
            index = "1..*",
            arity = "1..*",
            paramLabel = "PATH",
            description = "folders of LV2 bundles, .ttl, or charts .csv; in order")
    private List<Path> paths;

    @Option(names = "--track", required = true, paramLabel = "NAME", description = "the track they go on")
    private String track;

    @Option(names = "--out", required = true, paramLabel = "SESSION", description = "where the new session goes")
    private Path out;

    @Override
    public Answer run() throws IOException {
        apart(out, session);
        apart(out, paths.toArray(new Path[0]));
        Session opened = Pieces.open(session);
        String id = track(opened, track).id();
        Session after = opened;
        List<String> added = new ArrayList<>();
        List<String> left = new ArrayList<>();
        for (Path path : paths) {
            Description description = Description.read(path);
            left.addAll(description.left());
            for (Device device : description.devices()) {
                after = Adding.of(after, device, id);
                added.add(after.devices().get(after.devices().size() - 1).name());
            }
        }
        SessionFile.save(out, after);
        return new Answer().put("added", added).put("left", left);
    }

    /** A track, by its name or id. */
    static Track track(Session session, String text) {
        return session.tracks().stream()
                .filter(t -> t.id().equals(text) || t.name().equalsIgnoreCase(text))
                .findFirst()
                .orElseThrow(() -> new IllegalArgumentException("The session has no track “" + text + "”. It has "
                        + String.join(
                                ", ", session.tracks().stream().map(Track::name).toList())
                        + "."));
    }
}
