package agogic.core.edit.points;

import static agogic.core.Pieces.target;
import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import agogic.core.Pieces;
import agogic.core.device.Exposure;
import agogic.core.lane.Lane;
import agogic.core.parameter.Parameter;
import agogic.core.session.Session;
import java.util.List;
import java.util.Random;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import org.junit.jupiter.api.Test;

/** A lane goes to another parameter and back, and is what it was. */
class CarryingTest {
    private static Session piece(Random random) {
        double[] points = new double[2 * (1 + random.nextInt(20))];
        for (int i = 0; i < points.length; i += 2) {
            points[i] = i == 0 ? random.nextDouble() : points[i - 2] + random.nextDouble();
            points[i + 1] = random.nextInt(3) == 0 ? random.nextInt(2) : random.nextInt(128) / 127.0;
        }
        return Pieces.drawn(Pieces.wanting(4, 2, 1), "p1", points);
    }

    @Property(tries = 200)
    void thereAndBackItIsWhatItWas(@ForAll long seed, @ForAll boolean keeps) {
        Session before = piece(new Random(seed));
        Lane lane = before.lane(target("p1"));
        Session there = Carrying.carry(before, target("p1"), target("p3"), keeps);
        assertThat(there.lane(target("p3")).layers()).isEqualTo(lane.layers());
        assertThat(there.lane(target("p1")).plays()).isEqualTo(keeps);
        Session back = Carrying.carry(there, target("p3"), target("p1"), false);
        assertThat(back.lanes()).isEqualTo(before.lanes());
    }

    @Test
    void whatNobodyAskedForIsExposedAndWhatSwitchesSwitches() {
        Parameter steps = Parameter.stepped("s", "Switch", "", 0, "off", "half", "on");
        List<Parameter> all = List.of(Pieces.percent("p1"), steps);
        Session session = Pieces.drawn(Pieces.of(Pieces.device(all, 2, "p1")), "p1", 0, 0.1, 4, 0.6, 8, 1);
        Session carried = Carrying.carry(session, target("p1"), target("s"), true);
        assertThat(carried.device("d").exposure("s")).isEqualTo(Exposure.EXPOSED);
        Lane lane = carried.lane(target("s"));
        assertThat(lane.envelope().value(1)).isEqualTo(steps.settled(0.6));
        assertThat(lane.envelope().valueAt(6)).isEqualTo(steps.settled(0.6));
        assertThat(Carrying.told(session, target("p1"), target("s"), true))
                .startsWith("3 points are copied to Device · Switch, place for place");
    }

    @Test
    void whatCannotBeCarriedIsRefusedInWords() {
        Session session = piece(new Random(1));
        assertThatThrownBy(() -> Carrying.carry(session, target("p2"), target("p1"), false))
                .hasMessageContaining("has no points");
        assertThatThrownBy(() -> Carrying.carry(session, target("p1"), target("p1"), false))
                .hasMessageContaining("already");
    }
}
