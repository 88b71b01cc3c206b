package agogic.core.route;

/**
 * Where a route begins: a control of a surface, by their ids, on one page of it or on all.
 *
 * @param surface id of the surface
 * @param control id of the control
 * @param page 1 for the first page; 0 if it counts on every page
 */
public record Hand(String surface, String control, int page) {
    /** The surface of what is moved on the screen: the faces of devices, the places of macros, the plane. */
    public static final String SCREEN = "(screen)";

    /** @throws IllegalArgumentException in words for people if one of these is not what it can be */
    public Hand {
        if (page < 0) {
            throw new IllegalArgumentException("Pages are counted from 1, not from " + page + ".");
        }
    }

    /** The control on every page. */
    public Hand(String surface, String control) {
        this(surface, control, 0);
    }

    /** What a person moves on the screen for a target: a hand that needs no route. */
    public static Hand onScreen(Target target) {
        return new Hand(SCREEN, target.device() + "/" + target.parameter());
    }

    /**
     * The same control on another page, from 1; 0 for all pages.
     *
     * @throws IllegalArgumentException in words for people if it is below 0
     */
    public Hand on(int newPage) {
        return new Hand(surface, control, newPage);
    }

    /** True if this is the same control, on whatever page. */
    public boolean sameControl(Hand other) {
        return surface.equals(other.surface) && control.equals(other.control);
    }

    /** True if both are the same control and count at the same time. */
    public boolean meets(Hand other) {
        return sameControl(other) && (page == 0 || other.page == 0 || page == other.page);
    }

    /** For people: {@code north-eight/fader-1}, with the page if it counts on one only. */
    @Override
    public String toString() {
        return surface + "/" + control + (page == 0 ? "" : " on page " + page);
    }
}
