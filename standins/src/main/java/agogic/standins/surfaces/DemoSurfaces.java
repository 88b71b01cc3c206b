package agogic.standins.surfaces;

import agogic.core.surface.Address;
import agogic.core.surface.Control;
import agogic.core.surface.Page;
import agogic.core.surface.Surface;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/** The two surfaces of the demo. Their controller numbers are ones to which MIDI 1.0 gives no meaning, or their own. */
public final class DemoSurfaces {
    private DemoSurfaces() {}

    /** Eight faders that feel the hand, eight knobs and eight buttons, all 7-bit on channel 1; two pages, the first two buttons turn. */
    public static Surface northEight() {
        return eight("Glass", "Comets");
    }

    /** The same for a piece of one's own: its pages are called by their places. */
    public static Surface plainEight() {
        return eight("First", "Second");
    }

    private static Surface eight(String first, String second) {
        List<Control> controls = new ArrayList<>();
        for (int i = 1; i <= 8; i++) {
            controls.add(new Control("knob-" + i, "Knob " + i, Control.Kind.KNOB, new Address.Cc(1, 101 + i), -1));
        }
        for (int i = 1; i <= 8; i++) {
            controls.add(
                    new Control("fader-" + i, "Fader " + i, Control.Kind.FADER, new Address.Cc(1, 19 + i), 39 + i));
        }
        for (int i = 1; i <= 8; i++) {
            controls.add(
                    new Control("button-" + i, "Button " + i, Control.Kind.BUTTON, new Address.Cc(1, 109 + i), -1));
        }
        List<Page> pages = List.of(new Page(first, Optional.of("button-1")), new Page(second, Optional.of("button-2")));
        return new Surface("north-eight", "North Eight", "North Eight", controls, pages);
    }

    /** A 14-bit ribbon, a breath sensor, two pedals and four relative encoders with rings of lights, on channel 2. */
    public static Surface breathAndRibbon() {
        List<Control> controls = new ArrayList<>();
        controls.add(new Control("ribbon", "Ribbon", Control.Kind.RIBBON, new Address.Bend(2), -1));
        controls.add(new Control("breath", "Breath", Control.Kind.BREATH, new Address.CcPair(2, 2), -1));
        controls.add(new Control("pedal-1", "Pedal 1", Control.Kind.PEDAL, new Address.Cc(2, 11), -1));
        controls.add(new Control("pedal-2", "Pedal 2", Control.Kind.PEDAL, new Address.Cc(2, 4), -1));
        for (int i = 1; i <= 4; i++) {
            Address address = new Address.Relative(2, 84 + i + (i > 3 ? 1 : 0), Address.Encoding.TWOS_COMPLEMENT);
            controls.add(new Control("encoder-" + i, "Encoder " + i, Control.Kind.ENCODER, address, -1).showing(true));
        }
        return new Surface("breath-ribbon", "Breath & Ribbon", "Breath & Ribbon", controls);
    }
}
