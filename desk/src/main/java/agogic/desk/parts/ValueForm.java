package agogic.desk.parts;

import agogic.core.parameter.Parameter;
import javafx.scene.control.TextField;
import javafx.stage.Window;

/** Asks for a value of a parameter, in its unit. */
public final class ValueForm extends FormDialog<Double> {
    private final Parameter parameter;
    private final TextField value;

    /** Over a window, with the value that stands. */
    public ValueForm(Parameter parameter, double stands, Window owner) {
        super("Value", parameter.name() + ", " + parameter.printRange(), owner);
        this.parameter = parameter;
        value = row("typed-value", "Value", parameter.print(stands), "");
        done("value", "Move it there");
    }

    @Override
    protected Double made() {
        return parameter.parse(value.getText());
    }
}
