package agogic.desk.shell;

import static org.assertj.core.api.Assertions.assertThat;

import agogic.core.device.Device;
import agogic.core.parameter.Parameter;
import agogic.core.parameter.Taper;
import agogic.core.parameter.Unit;
import agogic.core.route.Target;
import agogic.core.session.Session;
import agogic.desk.catalog.ParameterRows;
import agogic.standins.comet.SlowComet;
import java.util.ArrayList;
import java.util.List;
import javafx.scene.input.KeyCode;
import org.junit.jupiter.api.Test;

/** The Catalog with 100,000 parameters: only the rows that are seen exist, from the first to the last. */
public class ManyParametersTest extends WindowTest {
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
        ParameterRows list = node("#parameters");
        int size = list.items().size();
        assertThat(size).isGreaterThan(MANY);
        interact(list::requestFocus);
        push(KeyCode.END);
        until(() -> list.cursor() == size - 1);
        assertThat(list.getAccessibleText())
                .startsWith("Grain " + (MANY - 1) + ", Grains, ")
                .endsWith(", row " + size + " of " + size);
        for (int i = 0; i < 8; i++) {
            push(KeyCode.PAGE_UP);
        }
        until(() -> list.cursor() < size - 80);
        assertThat(list.drawn()).isBetween(5, 40);
        push(KeyCode.HOME);
        until(() -> list.cursor() == 0);
        push(KeyCode.SHIFT, KeyCode.DOWN);
        until(() -> window().catalog().model().chosenProperty().get().size() == 2);
    }

    @Test
    void oneAmongAHundredThousandIsFoundAndExposed() {
        push(KeyCode.DIGIT2);
        push(KeyCode.CONTROL, KeyCode.F);
        write("grain 99999");
        ParameterRows list = node("#parameters");
        until(() -> list.items().equals(List.of(new Target("grains", "g99999"))));
        push(KeyCode.ENTER);
        push(KeyCode.E);
        until(() -> desk().editing().session().device("grains").socketOf("g99999") == 1);
    }
}
