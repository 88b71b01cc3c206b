package agogic.desk.parts;

import java.util.Optional;
import javafx.scene.control.TextInputDialog;
import javafx.stage.Window;

/** Asks for a name. */
public final class NameDialog {
    private NameDialog() {}

    /** A name that is not blank and another than it was; empty if none was given. */
    public static Optional<String> ask(Window owner, String header, String was) {
        return askNew(owner, header, was).filter(n -> !n.equals(was));
    }

    /** A name that is not blank for something new, the suggested one if nothing else is typed; empty if none was given. */
    public static Optional<String> askNew(Window owner, String header, String suggested) {
        TextInputDialog ask = new TextInputDialog(suggested);
        ask.setTitle("Name");
        ask.setHeaderText(header);
        ask.initOwner(owner);
        Theme.dress(ask, owner);
        ask.getEditor().setId("name-field");
        return ask.showAndWait().map(String::strip).filter(n -> !n.isEmpty());
    }
}
