package agogic.desk.acts;

import java.util.Optional;
import java.util.function.Function;
import javafx.geometry.Point2D;
import javafx.scene.Node;

/** Which part of the window is which thing. */
public final class Here {
    private static final Object KEY = Here.class;

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
