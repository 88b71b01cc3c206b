package agogic.core.surface;

import java.util.HashSet;
import java.util.List;
import java.util.Set;

/** A hardware controller: its name, the MIDI port it is found at, and its controls. */
public record Surface(String id, String name, String port, List<Control> controls) {
    public Surface {
        controls = List.copyOf(controls);
        Set<String> ids = new HashSet<>();
        for (Control control : controls) {
            if (!ids.add(control.id())) {
                throw new IllegalArgumentException(name + " has two controls with the id " + control.id() + ".");
            }
        }
    }

    /** The control with this id, or null if there is none. */
    public Control find(String controlId) {
        for (Control control : controls) {
            if (control.id().equals(controlId)) {
                return control;
            }
        }
        return null;
    }
}
