package agogic.desk.command;

import agogic.desk.log.MadeOf;
import java.util.ArrayList;
import java.util.List;
import picocli.CommandLine.IVersionProvider;

/** What {@code --version} says. */
final class VersionLines implements IVersionProvider {
    @Override
    public String[] getVersion() {
        List<String> lines = new ArrayList<>(List.of(MadeOf.program(), MadeOf.runsOn()));
        MadeOf.libraries().forEach((name, version) -> lines.add("  " + name + " " + version));
        MadeOf.notices().ifPresent(file -> lines.add("Licences: " + file));
        return lines.toArray(String[]::new);
    }
}
