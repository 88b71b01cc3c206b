package agogic.desk.parts;

import agogic.desk.settings.Choices;
import java.io.File;
import java.nio.file.Path;
import java.util.Optional;
import javafx.stage.FileChooser;
import javafx.stage.Window;

/** Asks a person for a file; nothing if they would rather not. */
public interface PathChooser {
    /** A file that is there. {@code ending} with its dot; any file if it is empty. */
    Optional<Path> toRead(String title, String kind, String ending);

    /** A file that is to be written, with {@code ending} unless another was typed. */
    Optional<Path> toWrite(String title, String kind, String ending, String name);

    /** A folder or file as the system's own dialogs ask for it. */
    static PathChooser ofSystem(Window owner) {
        return new PathChooser() {
            @Override
            public Optional<Path> toRead(String title, String kind, String ending) {
                return Optional.ofNullable(chooser(title, kind, ending).showOpenDialog(owner))
                        .map(File::toPath);
            }

            @Override
            public Optional<Path> toWrite(String title, String kind, String ending, String name) {
                FileChooser chooser = chooser(title, kind, ending);
                chooser.setInitialFileName(name + ending);
                return Optional.ofNullable(chooser.showSaveDialog(owner))
                        .map(File::toPath)
                        .map(path -> {
                            String typed = String.valueOf(path.getFileName());
                            return typed.contains(".") ? path : path.resolveSibling(typed + ending);
                        });
            }
        };
    }

    private static FileChooser chooser(String title, String kind, String ending) {
        FileChooser chooser = new FileChooser();
        chooser.setTitle(title);
        Choices.folder().ifPresent(folder -> chooser.setInitialDirectory(folder.toFile()));
        chooser.getExtensionFilters().add(new FileChooser.ExtensionFilter(kind, "*" + ending));
        return chooser;
    }
}
