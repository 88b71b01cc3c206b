package agogic.desk.draw;

import java.util.Locale;

/** The colours by their roles. The tokens of the same names in {@code desk.css} say what they look like. */
public enum Ink {
    NONE,
    GROUND,
    PANEL,
    RAISED,
    WELL,
    EDGE,
    TEXT,
    QUIET,
    HAND,
    SPAN,
    SOUND,
    RIDE,
    GOOD,
    SOUND_SOFT,
    SPAN_SOFT,
    RIDE_SOFT,
    HAND_SOFT;

    /** The token in the stylesheet. */
    public String token() {
        return "-ag-" + name().toLowerCase(Locale.ROOT).replace('_', '-');
    }
}
