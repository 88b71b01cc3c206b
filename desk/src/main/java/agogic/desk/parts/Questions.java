package agogic.desk.parts;

import java.util.List;
import java.util.Optional;
import java.util.OptionalInt;
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

    /** Asks in a dialog which of several acts is meant: its place; empty for none of them. */
    static OptionalInt which(Window owner, String title, String question, String more, List<String> acts) {
        List<ButtonType> buttons = acts.stream()
                .map(act -> new ButtonType(act, ButtonBar.ButtonData.OK_DONE))
                .toList();
        Alert alert = new Alert(Alert.AlertType.CONFIRMATION, more, buttons.toArray(new ButtonType[0]));
        alert.getButtonTypes().add(ButtonType.CANCEL);
        alert.setTitle(title);
        alert.setHeaderText(question);
        alert.initOwner(owner);
        Theme.dress(alert, owner);
        alert.getDialogPane().setPrefWidth(560);
        for (int i = 0; i < acts.size(); i++) {
            alert.getDialogPane().lookupButton(buttons.get(i)).setId("which-" + i);
        }
        int place = alert.showAndWait().map(buttons::indexOf).orElse(-1);
        return place < 0 ? OptionalInt.empty() : OptionalInt.of(place);
    }
}
