package agogic.desk.acts;

import java.util.Optional;
import java.util.function.Function;
import javafx.event.Event;
import javafx.geometry.Point2D;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.input.ContextMenuEvent;
import javafx.scene.input.PickResult;
import javafx.scene.layout.Pane;
import javafx.scene.layout.Region;

/** Which part of the window is which thing. */
public final class Here {
    private static final Object KEY = Here.class;
    /** The mark is so wide and high, in pixels. */
    public static final double MARK = 24;

    private Here() {}

    /**
     * What is at places of a node.
     *
     * @param finder given a place of the node, or null for what has the focus in it: chooses what is there, so that acts
     *     act on it, and says what it is; null for nothing of its own
     */
    public static void on(Node node, Function<Point2D, Subject> finder) {
        node.getProperties().put(KEY, finder);
    }

    /** All of a node is one thing. */
    public static void on(Node node, Subject subject) {
        on(node, place -> subject);
    }

    /**
     * A small mark with which the menu of a thing is opened without the right button; seen while the pointer is on the
     * thing, and made when the pointer comes there first.
     *
     * @param thing what it stands on, which has said by {@link #on} what it is
     */
    public static Region mark(Node thing) {
        Pane place = new Pane();
        place.setPickOnBounds(false);
        place.visibleProperty().bind(thing.hoverProperty());
        place.setManaged(false);
        place.resize(MARK, MARK);
        place.visibleProperty().addListener((o, was, is) -> {
            if (is && place.getChildren().isEmpty()) {
                place.getChildren().add(button(thing));
            }
        });
        return place;
    }

    private static Button button(Node thing) {
        Button mark = new Button("⋯");
        mark.getStyleClass().add("here-mark");
        mark.setFocusTraversable(false);
        mark.setAccessibleText("Menu");
        mark.setManaged(false);
        mark.resize(MARK, MARK);
        on(mark, place -> of(thing, null).orElse(null));
        mark.setOnAction(e -> open(mark));
        return mark;
    }

    private static void open(Button mark) {
        Point2D at = mark.localToScene(MARK / 2, MARK);
        Point2D screen = mark.localToScreen(MARK / 2, MARK);
        PickResult picked = new PickResult(mark, at.getX(), at.getY());
        Event.fireEvent(
                mark,
                new ContextMenuEvent(
                        ContextMenuEvent.CONTEXT_MENU_REQUESTED,
                        MARK / 2,
                        MARK,
                        screen.getX(),
                        screen.getY(),
                        false,
                        picked));
    }

    /**
     * What is at a place: of the innermost part that is a thing.
     *
     * @param from the innermost part of the window there
     * @param place in the scene; null for what has the focus
     */
    public static Optional<Subject> of(Node from, Point2D place) {
        for (Node node = from; node != null; node = node.getParent()) {
            if (node.getProperties().get(KEY) instanceof Function<?, ?> finder) {
                @SuppressWarnings("unchecked")
                Subject found =
                        ((Function<Point2D, Subject>) finder).apply(place == null ? null : node.sceneToLocal(place));
                if (found != null) {
                    return Optional.of(found);
                }
            }
        }
        return Optional.empty();
    }
}
