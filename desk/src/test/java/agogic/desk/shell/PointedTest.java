package agogic.desk.shell;

import static org.assertj.core.api.Assertions.assertThat;

import agogic.core.device.Exposure;
import agogic.core.route.Target;
import agogic.core.route.WriteMode;
import agogic.core.session.Session;
import agogic.desk.catalog.ParameterRows;
import agogic.desk.model.View;
import agogic.standins.comet.SlowComet;
import javafx.geometry.Bounds;
import javafx.scene.control.DialogPane;
import javafx.scene.input.KeyCode;
import org.junit.jupiter.api.Test;

/** What is pointed at is what a key acts on, else what is focused: in the Catalog, on a face, in Routes and in Surfaces. */
class PointedTest extends WindowTest {
    @Override
    Session session() {
        return SlowComet.session();
    }

    private Exposure exposure(Target target) {
        return desk().editing().session().device(target.device()).exposure(target.parameter());
    }

    /** The pointer goes to a row of the list, 0 for the first. */
    private void pointAt(int row) {
        Bounds list = node("#parameters").localToScreen(node("#parameters").getBoundsInLocal());
        moveTo(list.getMinX() + 60, list.getMinY() + 34 * row + 14);
        moveBy(3, 2);
    }

    @Test
    void aKeyInTheCatalogActsOnWhatIsPointedAt() {
        push(KeyCode.DIGIT2);
        push(KeyCode.CONTROL, KeyCode.F);
        write("hidden level");
        ParameterRows rows = (ParameterRows) node("#parameters");
        until(() -> rows.items().size() > 4);
        Target first = rows.items().get(0);
        Target second = rows.items().get(1);
        Target third = rows.items().get(2);
        push(KeyCode.ENTER);
        until(rows::isFocused);
        pointAt(2);
        push(KeyCode.E);
        until(() -> exposure(third) != Exposure.HIDDEN);
        assertThat(exposure(first)).as("it is chosen, but not pointed at").isEqualTo(Exposure.HIDDEN);
        // The list shows at once what the edit did: what is exposed is hidden no more.
        until(() -> !rows.items().contains(third));
        push(KeyCode.CONTROL, KeyCode.Z);
        until(() -> exposure(third) == Exposure.HIDDEN && rows.items().contains(third));
        // After a key that walks, it is the row with the cursor, wherever the pointer rests.
        push(KeyCode.HOME);
        push(KeyCode.DOWN);
        until(() -> rows.cursor() == 1);
        push(KeyCode.E);
        until(() -> exposure(second) != Exposure.HIDDEN);
        assertThat(exposure(third)).isEqualTo(Exposure.HIDDEN);
    }

    @Test
    void whatIsChosenAndNotSeenIsNotActedOn() {
        push(KeyCode.DIGIT2);
        push(KeyCode.CONTROL, KeyCode.F);
        write("hidden level");
        ParameterRows rows = (ParameterRows) node("#parameters");
        until(() -> rows.items().size() > 4);
        push(KeyCode.ENTER);
        until(rows::isFocused);
        Session before = desk().editing().session();
        push(KeyCode.CONTROL, KeyCode.F);
        write("cutoff");
        until(() -> rows.items().size() < 4);
        interact(rows::requestFocus);
        moveTo(5, 5);
        push(KeyCode.DELETE);
        assertThat(desk().editing().session()).isSameAs(before);
        push(KeyCode.CONTROL, KeyCode.A);
        until(() -> window().catalog().model().chosenProperty().get().size()
                == rows.items().size());
    }

    @Test
    void aKeyInRoutesActsOnTheRowPointedAt() {
        String first = desk().editing().session().routes().get(0).id();
        String second = desk().editing().session().routes().get(1).id();
        interact(() -> desk().selection().selectedProperty().set(first));
        Bounds list = node("#routes").localToScreen(node("#routes").getBoundsInLocal());
        // Below the row of the track and the first route.
        moveTo(list.getMinX() + 500, list.getMinY() + 40 + 74 + 30);
        moveBy(2, 2);
        push(KeyCode.W);
        until(() -> desk().editing().session().route(second).mode() == WriteMode.TOUCH);
        assertThat(desk().editing().session().route(first).mode()).isEqualTo(WriteMode.READ);
        assertThat(desk().editing().undoable()).as("a mode is no step").isEmpty();
        interact(() -> node("#routes").requestFocus());
        push(KeyCode.UP);
        until(() -> desk().selection().selectedProperty().get().equals(first));
        push(KeyCode.W);
        until(() -> desk().editing().session().route(first).mode() == WriteMode.TOUCH);
    }

    @Test
    void aKeyInSurfacesActsOnTheControlPointedAt() {
        interact(() -> desk().selection().viewProperty().set(View.SURFACES));
        interact(() -> node("#hand-fader-1").requestFocus());
        moveTo("#hand-fader-3").moveBy(2, 2);
        push(KeyCode.C);
        see(".dialog-pane");
        assertThat(lookup(".dialog-pane").queryAs(DialogPane.class).getHeaderText())
                .contains("Fader 3");
        push(KeyCode.ESCAPE);
        until(() -> lookup(".dialog-pane").tryQuery().isEmpty());
    }
}
