package agogic.core.learn;

import agogic.core.surface.Control;
import agogic.core.surface.Surface;
import java.util.Optional;

/**
 * The control that a hand moves now, while somebody listens.
 *
 * @param number place of its surface in the session
 * @param surface its surface
 * @param as what it was taken for
 * @param known the control of the surface that it is, if the surface has it already
 * @param last when its last message came, ns
 */
public record HeardControl(int number, Surface surface, Recognised as, Optional<Control> known, long last) {
    /** True if it cannot well be anything else. */
    public boolean sure() {
        return known.isPresent() || as.sure();
    }

    /** The control it is, or would be: {@code Knob 9}. */
    public Control control() {
        return known.orElseGet(() -> {
            int number = 1;
            while (taken(name(number))) {
                number++;
            }
            return as.control(name(number).toLowerCase(java.util.Locale.ROOT).replace(' ', '-'), name(number));
        });
    }

    private String name(int number) {
        String word = as.kind().spoken();
        return Character.toUpperCase(word.charAt(0)) + word.substring(1) + " " + number;
    }

    private boolean taken(String name) {
        String id = name.toLowerCase(java.util.Locale.ROOT).replace(' ', '-');
        return surface.controls().stream().anyMatch(c -> c.name().equalsIgnoreCase(name) || c.id().equals(id));
    }

    boolean same(HeardControl other) {
        return number == other.number
                && control().address().equals(other.control().address());
    }

    /** For people: {@code Knob 5, CC 34 · ch 1, 7-bit, 41 moves}. */
    public String words() {
        if (known.isPresent()) {
            Control control = known.get();
            return control.name() + ", " + control.address().spoken() + ", " + as.moves()
                    + (as.moves() == 1 ? " move" : " moves");
        }
        return "a new control, " + as.words() + (as.sure() ? "" : ". " + as.doubt());
    }
}
