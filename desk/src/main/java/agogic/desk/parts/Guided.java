package agogic.desk.parts;

import java.util.List;
import java.util.Optional;
import java.util.function.Supplier;
import javafx.scene.Node;
import javafx.scene.Scene;
import javafx.scene.control.ButtonBar;
import javafx.scene.control.DialogPane;
import javafx.scene.control.Hyperlink;
import javafx.scene.input.KeyCode;
import javafx.scene.input.KeyEvent;
import javafx.stage.Stage;
import javafx.stage.Window;

/** The guide of a window, for the dialogs over it and for what in it has a page. */
public interface Guided {
    /**
     * What a node is about may be said by a supplier of words under this name in its properties. None: it needs no page.
     */
    String ABOUT = "agogic-about";

    /** What is being done: things and acts, what is nearest first. */
    List<String> doing();

    /** The title of the page about the first of these that has one; if none has, of the page about everything. */
    String title(List<String> things);

    /** Opens that page. */
    void open(List<String> things, Window over);

    /** Says what a node is about. */
    static void about(Node node, Supplier<List<String>> things) {
        node.getProperties().put(ABOUT, things);
    }

    /** What a node, or what it is within, says that it is about. */
    static Optional<List<String>> about(Node from) {
        for (Node node = from; node != null; node = node.getParent()) {
            if (node.getProperties().get(ABOUT) instanceof Supplier<?> things && things.get() instanceof List<?> said) {
                return Optional.of(said.stream().map(String::valueOf).toList());
            }
        }
        return Optional.empty();
    }

    /** The guide of a window, of what it stands over else. */
    static Optional<Guided> of(Window window) {
        for (Window one = window; one != null; one = one instanceof Stage stage ? stage.getOwner() : null) {
            if (one.getProperties().get(Guided.class) instanceof Guided guided) {
                return Optional.of(guided);
            }
        }
        return Optional.empty();
    }

    /** Windows over this one, and what is in it, have this guide. */
    default void over(Window window) {
        window.getProperties().put(Guided.class, this);
    }

    /** The guide of the window in which a node is; empty while it is in none. */
    private static Optional<Guided> of(Node node) {
        return Optional.ofNullable(node.getScene()).map(Scene::getWindow).flatMap(Guided::of);
    }

    /** A dialog leads to its page: by a link in the row of its buttons, and by F1. */
    static void link(DialogPane pane, Window owner) {
        Optional<Guided> guided = of(owner);
        if (guided.isEmpty() || !(pane.lookup(".button-bar") instanceof ButtonBar bar)) {
            return;
        }
        Optional<List<String>> said = about(pane);
        if (said.filter(List::isEmpty).isPresent()) {
            return;
        }
        List<String> things = said.orElseGet(guided.get()::doing);
        Hyperlink link = link(pane, () -> things);
        named(link, guided.get(), things);
        ButtonBar.setButtonData(link, ButtonBar.ButtonData.LEFT);
        ButtonBar.setButtonUniformSize(link, false);
        bar.getButtons().add(link);
        pane.addEventFilter(KeyEvent.KEY_PRESSED, e -> {
            if (e.getCode() == KeyCode.F1) {
                link.fire();
                e.consume();
            }
        });
    }

    /** A link from a node to the page about these, asked for when it is pressed. */
    static Hyperlink link(Node from, Supplier<List<String>> things) {
        Hyperlink link = new Hyperlink("Guide");
        link.getStyleClass().add("guide-link");
        link.setOnAction(e -> {
            link.setVisited(false);
            of(from).ifPresent(guide -> guide.open(things.get(), from.getScene().getWindow()));
        });
        return link;
    }

    /** Says which page a link leads to from now on. */
    static void named(Hyperlink link, Node from, List<String> things) {
        of(from).ifPresent(guide -> named(link, guide, things));
    }

    private static void named(Hyperlink link, Guided guide, List<String> things) {
        String title = "Guide: " + guide.title(things);
        link.setAccessibleText(title);
        Tip.on(link, title + " (F1)");
    }
}
