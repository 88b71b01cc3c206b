package agogic.desk.start;

import agogic.core.session.Session;
import agogic.formats.session.SessionFile;
import agogic.standins.comet.SlowComet;
import java.io.IOException;
import java.nio.file.Path;

/** The demo. */
public final class Demo {
    private Demo() {}

    /** As the build has saved it, if it did: that spares riding it again. */
    public static Session session() throws IOException {
        String made = System.getProperty("agogic.demo", "");
        return made.isEmpty() ? SlowComet.session() : SessionFile.open(Path.of(made));
    }
}
