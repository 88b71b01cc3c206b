package agogic.desk.settings;

import org.junit.jupiter.api.extension.BeforeAllCallback;
import org.junit.jupiter.api.extension.ExtensionContext;

/** Each class of tests begins with the settings of a new machine: those of the class before it are not its own. */
public final class NewSettings implements BeforeAllCallback {
    @Override
    public void beforeAll(ExtensionContext context) {
        Settings.use(null);
    }
}
