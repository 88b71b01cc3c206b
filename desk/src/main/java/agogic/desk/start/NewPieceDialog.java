package agogic.desk.start;

import agogic.core.session.Session;
import agogic.core.time.Metre;
import agogic.desk.parts.FormDialog;
import javafx.scene.control.TextField;
import javafx.stage.Window;

/** Asks for the name, the tempo, the metre and the length of a new piece. */
final class NewPieceDialog extends FormDialog<Session> {
    private final TextField name;
    private final TextField tempo;
    private final TextField metre;
    private final TextField bars;

    NewPieceDialog(Window owner) {
        super("New piece", "A new piece", owner);
        name = row("new-name", "Name", "Untitled", "");
        tempo = row("new-tempo", "Tempo", "120", "quarter notes a minute");
        metre = row("new-metre", "Metre", "4/4", "");
        bars = row("new-bars", "Length", "64", "bars");
        done("new", "Begin");
    }

    @Override
    protected Session made() {
        Metre typed = Metre.parse(1, metre.getText());
        return NewPiece.empty(
                name.getText(),
                number(tempo.getText(), "a tempo such as 96 or 87.5"),
                typed.beatsInBar(),
                typed.beatUnit(),
                whole(bars.getText(), "a number of bars such as 64"));
    }

    private static double number(String text, String expected) {
        try {
            double number = Double.parseDouble(text.strip().replace(',', '.').replaceAll("(?i)\\s*bpm$", ""));
            if (Double.isFinite(number)) {
                return number;
            }
        } catch (NumberFormatException e) {
            // Said below, in words.
        }
        throw new IllegalArgumentException("Expected " + expected + ", found “" + text + "”.");
    }

    private static int whole(String text, String expected) {
        double number = number(text, expected);
        if (number != Math.rint(number) || Math.abs(number) > 1e6) {
            throw new IllegalArgumentException("Expected " + expected + ", found “" + text + "”.");
        }
        return (int) number;
    }
}
