package agogic.core.assign;

import agogic.core.surface.Control;
import agogic.core.surface.Surface;
import java.util.ArrayList;
import java.util.List;

/** How the controls of a surface stand on the table: in rows of eight at most, those of one kind together. */
public final class ControlRows {
    private static final int COLUMNS = 8;

    private ControlRows() {}

    /** The rows from top to bottom; every control once, in the order of the surface. */
    public static List<List<Control>> of(Surface surface) {
        List<List<Control>> groups = new ArrayList<>();
        for (Control control : surface.controls()) {
            List<Control> last = groups.isEmpty() ? null : groups.get(groups.size() - 1);
            if (last == null || last.get(0).kind() != control.kind() || last.size() == COLUMNS) {
                groups.add(new ArrayList<>(List.of(control)));
            } else {
                last.add(control);
            }
        }
        List<List<Control>> rows = new ArrayList<>();
        for (List<Control> group : groups) {
            List<Control> last = rows.isEmpty() ? null : rows.get(rows.size() - 1);
            if (last == null || last.size() + group.size() > COLUMNS) {
                rows.add(new ArrayList<>(group));
            } else {
                last.addAll(group);
            }
        }
        return rows;
    }
}
