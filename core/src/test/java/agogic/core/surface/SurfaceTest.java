package agogic.core.surface;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import agogic.core.assign.ControlRows;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.IntRange;
import net.jqwik.api.constraints.Size;
import org.junit.jupiter.api.Test;

class SurfaceTest {
    private static Control control(int n, Control.Kind kind) {
        return new Control("c" + n, "Control " + n, kind, new Address.Cc(1, n), -1);
    }

    private static Surface of(Control... controls) {
        return new Surface("s", "Surface", "Port", List.of(controls));
    }

    @Test
    void aSurfaceWithoutPagesHasOne() {
        Surface surface = of(control(1, Control.Kind.KNOB));
        assertThat(surface.pages()).containsExactly(Page.of("A"));
        assertThat(surface.pageName(0)).isEqualTo("all");
        assertThat(surface.pageName(1)).isEqualTo("A");
        assertThatThrownBy(() -> surface.find("none")).hasMessage(surface.name() + " has no control “none”.");
        assertThat(surface.placeOf("none")).isEqualTo(-1);
    }

    @Test
    void aControlIsPutInThePlaceOfItsId() {
        Surface surface = of(control(1, Control.Kind.KNOB), control(2, Control.Kind.FADER));
        Surface turned = surface.with(control(1, Control.Kind.KNOB).turned(true));
        assertThat(turned.controls()).hasSize(2);
        assertThat(turned.find("c1").turned()).isTrue();
        assertThat(turned.placeOf("c1")).isZero();
        assertThat(surface.with(control(3, Control.Kind.PAD)).placeOf("c3")).isEqualTo(2);
        assertThat(surface.at("Elsewhere").port()).isEqualTo("Elsewhere");
        assertThat(surface.called("t", "Table").name()).isEqualTo("Table");
    }

    @Test
    void whatIsUnsoundIsRefusedInWords() {
        Control one = control(1, Control.Kind.KNOB);
        assertThatThrownBy(() -> of(one, one)).hasMessage("Surface has two controls with the id c1.");
        assertThatThrownBy(() -> new Surface("", "S", "P", List.of())).hasMessageContaining("needs an id and a name");
        assertThatThrownBy(() -> of(one).paged(List.of(Page.of("A"), Page.of("a"))))
                .hasMessageContaining("two pages called a");
        assertThatThrownBy(() -> of(one).paged(List.of(new Page("A", Optional.of("gone")))))
                .hasMessageContaining("is turned to by gone, which it does not have");
        assertThatThrownBy(() -> Page.of(" ")).hasMessageContaining("needs a name");
        assertThatThrownBy(() -> new Control("c", " ", Control.Kind.PAD, new Address.Bend(1), -1))
                .hasMessageContaining("needs an id and a name");
        assertThatThrownBy(() -> new Control("c", "C", Control.Kind.PAD, new Address.Bend(1), 128))
                .hasMessageContaining("touch note lies between 0 and 127");
    }

    @Test
    void whatTheHandFindsHasAWord() {
        for (Control.Kind kind : Control.Kind.values()) {
            assertThat(kind.spoken()).isEqualTo(kind.spoken().toLowerCase(java.util.Locale.ROOT));
            assertThat(kind.travels() && kind.presses()).as(kind.spoken()).isFalse();
        }
        assertThat(Control.Kind.FADER.travels()).isTrue();
        assertThat(Control.Kind.PAD.presses()).isTrue();
        assertThat(Control.Kind.ENCODER.travels() || Control.Kind.ENCODER.presses())
                .isFalse();
    }

    /** As they stand on the table: every control once, in its order, eight in a row at most, one kind together. */
    @Property
    void rowsHoldEveryControlOnceInItsOrder(@ForAll @Size(max = 60) List<@IntRange(max = 8) Integer> kinds) {
        List<Control> controls = new ArrayList<>();
        for (int i = 0; i < kinds.size(); i++) {
            controls.add(control(i, Control.Kind.values()[kinds.get(i)]));
        }
        Surface surface = new Surface("s", "S", "P", controls);
        List<List<Control>> rows = ControlRows.of(surface);
        List<Control> told = new ArrayList<>();
        rows.forEach(told::addAll);
        assertThat(told).isEqualTo(controls);
        assertThat(rows).allMatch(r -> !r.isEmpty() && r.size() <= 8);
        for (int r = 1; r < rows.size(); r++) {
            // A row ends only where the next group would not have fitted.
            List<Control> row = rows.get(r);
            Control.Kind first = row.get(0).kind();
            int group = 1;
            while (group < row.size() && row.get(group).kind() == first) {
                group++;
            }
            assertThat(rows.get(r - 1).size() + group).isGreaterThan(8);
        }
    }
}
