package agogic.desk.command;

import agogic.desk.shots.Shots;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import picocli.CommandLine.Command;
import picocli.CommandLine.Option;

/** {@code shots}: all pictures of the documentation anew. */
@Command(name = "shots", description = "All pictures of docs/screenshots anew; --guide: those of the guide.")
final class ShotsCommand extends FileCommand {
    @Option(names = "--into", paramLabel = "FOLDER", defaultValue = "docs/screenshots", description = "where they go")
    private Path folder;

    @Option(names = "--large", description = "only the one that is drawn twice as large")
    private boolean large;

    @Option(names = "--guide", description = "those of docs/guide, taken while the steps of its pages are followed")
    private boolean guide;

    @Override
    public Answer run() throws IOException {
        if (guide) {
            Path pictures = Path.of("docs/guide/pictures");
            Files.createDirectories(pictures);
            return new Answer().put("pictures", Shots.guide(pictures));
        }
        Files.createDirectories(folder);
        if (large) {
            return new Answer().put("pictures", Shots.large(folder));
        }
        return new Answer().put("pictures", Shots.allPictures(folder));
    }
}
