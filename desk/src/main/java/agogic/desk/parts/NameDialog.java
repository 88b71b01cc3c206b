package agogic.desk.parts;

import java.util.Optional;
import javafx.scene.control.TextInputDialog;
import javafx.stage.Window;

/** Asks for a name. */
public final class NameDialog {
    private NameDialog() {}

    /** A name that is not blank and another than it was; empty if none was given. */
    public static Optional<String> ask(Window owner, String header, String was) {
        TextInputDialog ask = new TextInputDialog(was);
        ask.setTitle("Name");
        ask.setHeaderText(header);
        ask.initOwner(owner);
        Theme.dress(ask, owner);
        ask.getEditor().setId("name-field");
        return ask.showAndWait().map(String::strip).filter(n -> !n.isEmpty() && !n.equals(was));
    }
}
