package agogic.desk.window;

import static org.assertj.core.api.Assertions.assertThat;

import agogic.core.device.Device;
import agogic.core.parameter.Parameter;
import agogic.core.parameter.Taper;
import agogic.core.parameter.Unit;
import agogic.core.route.Target;
import agogic.core.session.Session;
import agogic.standins.comet.SlowComet;
import java.util.ArrayList;
import java.util.List;
import javafx.scene.Node;
import javafx.scene.control.IndexedCell;
import javafx.scene.control.ListView;
import javafx.scene.input.KeyCode;
import org.junit.jupiter.api.Test;
import org.testfx.util.WaitForAsyncUtils;

/** The Catalog with 100,000 parameters: only the rows that are seen exist, from the first to the last. */
class ManyParametersTest extends WindowTest {
    private static final int MANY = 100_000;

    @Override
    Session session() {
        List<Parameter> parameters = new ArrayList<>();
        for (int i = 0; i < MANY; i++) {
            parameters.add(
                    Parameter.continuous("g" + i, "Grain " + i, "Grain " + i, Unit.PERCENT, Taper.LINEAR, 0, 100, 50));
        }
        return SlowComet.score().withDevice(Device.of("grains", "Grains", "", parameters, 256, List.of()));
    }

    @Test
    void theListGoesToItsEndWithAScreenfulOfRows() {
        push(KeyCode.DIGIT2);
        ListView<Target> list = lookup("#parameters").queryListView();
        assertThat(list.getItems()).hasSizeGreaterThan(MANY);
        interact(list::requestFocus);
        push(KeyCode.END);
        WaitForAsyncUtils.waitForFxEvents();
        assertThat(list.getSelectionModel().getSelectedItem()).isEqualTo(new Target("grains", "g" + (MANY - 1)));
        for (int i = 0; i < 8; i++) {
            push(KeyCode.PAGE_UP);
        }
        WaitForAsyncUtils.waitForFxEvents();
        long rows =
                from(lookup("#parameters").<Node>query()).lookup(".list-cell").queryAllAs(IndexedCell.class).stream()
                        .filter(cell -> !cell.isEmpty())
                        .count();
        assertThat(rows).isBetween(5L, 60L);
        assertThat(list.getSelectionModel().getSelectedIndex())
                .isLessThan(list.getItems().size() - 80);
    }

    @Test
    void oneAmongAHundredThousandIsFoundAndExposed() {
        push(KeyCode.DIGIT2);
        push(KeyCode.CONTROL, KeyCode.F);
        write("grain 99999");
        WaitForAsyncUtils.waitForFxEvents();
        ListView<Target> list = lookup("#parameters").queryListView();
        assertThat(list.getItems()).containsExactly(new Target("grains", "g99999"));
        push(KeyCode.ENTER);
        push(KeyCode.E);
        WaitForAsyncUtils.waitForFxEvents();
        assertThat(window().desk().session().device("grains").socketOf("g99999"))
                .isEqualTo(1);
    }
}
