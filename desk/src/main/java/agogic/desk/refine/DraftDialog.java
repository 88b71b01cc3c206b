package agogic.desk.refine;

import agogic.core.parameter.Parameter;
import agogic.desk.parts.FormDialog;
import javafx.scene.control.TextField;
import javafx.stage.Window;

/** Asks between which two values the dynamics of a score go. Answers them normalised. */
final class DraftDialog extends FormDialog<double[]> {
    private final Parameter parameter;
    private final TextField soft;
    private final TextField loud;

    DraftDialog(Parameter parameter, int marks, Window owner) {
        super("Draft from dynamics", parameter.name() + " from " + marks + " marks and hairpins", owner);
        this.parameter = parameter;
        soft = row("draft-soft", "Softest, ppp", parameter.print(0.2), "");
        loud = row("draft-loud", "Loudest, fff", parameter.print(0.8), "");
        done("draft", "Draft");
    }

    @Override
    protected double[] made() {
        return new double[] {parameter.parse(soft.getText()), parameter.parse(loud.getText())};
    }
}
