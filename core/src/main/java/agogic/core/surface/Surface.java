package agogic.core.surface;

import agogic.core.text.Text;
import io.soabase.recordbuilder.core.RecordBuilder;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Set;

/**
 * A hardware controller.
 *
 * @param id unique within the session
 * @param name for people
 * @param port the MIDI port it is found at
 * @param controls what can be moved, in the order in which it is drawn
 * @param pages its pages, one at least
 */
@RecordBuilder
public record Surface(String id, String name, String port, List<Control> controls, List<Page> pages)
        implements SurfaceBuilder.With {
    /** @throws IllegalArgumentException in words for people if one of these is not what it can be */
    public Surface {
        controls = List.copyOf(controls);
        pages = pages.isEmpty() ? List.of(Page.of("A")) : List.copyOf(pages);
        Text.sound("The port of a surface", port);
        if (Text.sound("The id of a surface", id).isBlank()
                || Text.sound("A surface", name).isBlank()) {
            throw new IllegalArgumentException("A surface needs an id and a name.");
        }
        Set<String> ids = new HashSet<>();
        for (Control control : controls) {
            if (!ids.add(control.id())) {
                throw new IllegalArgumentException(name + " has two controls with the id " + control.id() + ".");
            }
        }
        Set<String> names = new HashSet<>();
        for (Page page : pages) {
            if (!names.add(page.name().toLowerCase(java.util.Locale.ROOT))) {
                throw new IllegalArgumentException(name + " has two pages called " + page.name() + ".");
            }
            if (page.button().isPresent() && !ids.contains(page.button().get())) {
                throw new IllegalArgumentException(name + ": page " + page.name() + " is turned to by "
                        + page.button().get() + ", which it does not have.");
            }
        }
    }

    /**
     * A surface of one page.
     *
     * @throws IllegalArgumentException in words for people if the id or the name is blank, or two controls have one
     *     id
     */
    public Surface(String id, String name, String port, List<Control> controls) {
        this(id, name, port, controls, List.of());
    }

    /**
     * The control with this id; {@link #placeOf} says whether there is one.
     *
     * @throws IllegalArgumentException in words for people if there is none
     */
    public Control find(String controlId) {
        int place = placeOf(controlId);
        if (place < 0) {
            throw new IllegalArgumentException(name + " has no control “" + controlId + "”.");
        }
        return controls.get(place);
    }

    /** The place of a control among all, −1 if there is none with this id. */
    public int placeOf(String controlId) {
        for (int i = 0; i < controls.size(); i++) {
            if (controls.get(i).id().equals(controlId)) {
                return i;
            }
        }
        return -1;
    }

    /** With this control in the place of the one with its id, or at the end. */
    public Surface with(Control control) {
        List<Control> list = new ArrayList<>(controls);
        int place = placeOf(control.id());
        if (place < 0) {
            list.add(control);
        } else {
            list.set(place, control);
        }
        return withControls(list);
    }

    /**
     * With these pages.
     *
     * @throws IllegalArgumentException in words for people if two have one name, or one is turned to by what the
     *     surface does not have
     */
    public Surface paged(List<Page> newPages) {
        return withPages(newPages);
    }

    /**
     * At another port.
     *
     * @throws IllegalArgumentException in words for people if half a character stands in it
     */
    public Surface at(String newPort) {
        return withPort(newPort);
    }

    /**
     * Under another id and name.
     *
     * @throws IllegalArgumentException in words for people if one of them is blank
     */
    public Surface called(String newId, String newName) {
        return with().id(newId).name(newName).build();
    }

    /** The page to which a control turns, 1 for the first; 0 if it turns to none. */
    public int turnsTo(String controlId) {
        for (int page = 1; page <= pages.size(); page++) {
            if (pages.get(page - 1).button().filter(controlId::equals).isPresent()) {
                return page;
            }
        }
        return 0;
    }

    /** The name of page {@code number}, 1 for the first; 0 are all pages. */
    public String pageName(int number) {
        return number == 0 ? "all" : pages.get(number - 1).name();
    }
}
