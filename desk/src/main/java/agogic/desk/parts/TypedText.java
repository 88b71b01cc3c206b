package agogic.desk.parts;

import java.util.Arrays;
import java.util.Objects;
import javafx.event.ActionEvent;
import javafx.scene.control.TextField;

/**
 * The text of a field that shows something of the piece and in which a person types: what is typed and not entered yet stays,
 * as long as the same thing is shown, whatever else changes in the piece.
 */
public final class TypedText {
    private static final Object OF = new Object();
    private static final Object TEXT = new Object();

    private TypedText() {}

    /**
     * Shows a text, unless the person types another.
     *
     * @param of what it is shown of; null for nothing
     * @param with fields that are entered together with it: the person may be in one of them
     */
    public static void show(TextField field, Object of, String text, TextField... with) {
        if (!field.getProperties().containsKey(TEXT)) {
            // Comes before what is done with it.
            field.addEventHandler(ActionEvent.ACTION, e -> entered(field, with));
        }
        boolean within = field.isFocused() || Arrays.stream(with).anyMatch(TextField::isFocused);
        boolean typed = within
                && field.getProperties().containsKey(TEXT)
                && Objects.equals(of, field.getProperties().get(OF))
                && !field.getText().equals(field.getProperties().get(TEXT));
        field.getProperties().put(OF, of);
        field.getProperties().put(TEXT, text);
        if (!typed) {
            field.setText(text);
        }
    }

    private static void entered(TextField field, TextField... with) {
        field.getProperties().put(TEXT, field.getText());
        for (TextField one : with) {
            one.getProperties().put(TEXT, one.getText());
        }
    }
}
