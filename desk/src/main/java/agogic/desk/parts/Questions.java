package agogic.desk.parts;

import java.util.Optional;
import java.util.function.Supplier;
import javafx.scene.control.Alert;
import javafx.scene.control.ButtonBar;
import javafx.scene.control.ButtonType;
import javafx.stage.Window;

/** Asks a person before something goes or changes that cannot be seen. */
public interface Questions {
    /** True if {@code act} is to be done. */
    boolean sure(String question, String whatGoes, String act);

    /** Asks in a dialog over a window. */
    static Questions over(Supplier<Window> owner) {
        return (question, whatGoes, act) -> {
            ButtonType yes = new ButtonType(act, ButtonBar.ButtonData.OK_DONE);
            Alert alert = new Alert(Alert.AlertType.CONFIRMATION, whatGoes, yes, ButtonType.CANCEL);
            alert.setTitle(act);
            alert.setHeaderText(question);
            alert.initOwner(owner.get());
            Theme.dress(alert, owner.get());
            alert.getDialogPane().setPrefWidth(520);
            Optional<ButtonType> answer = alert.showAndWait();
            return answer.isPresent() && answer.get() == yes;
        };
    }
}
