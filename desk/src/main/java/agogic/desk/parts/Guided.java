package agogic.desk.parts;

import java.util.List;
import java.util.Optional;
import java.util.function.Supplier;
import javafx.scene.Node;
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

    /** What is pressed is at least so high, in pixels. */
    double LEAST = 24;

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

    /** A dialog leads to its page: by a link in the row of its buttons, and by F1. */
    static void link(DialogPane pane, Window owner) {
        Optional<Guided> found = of(owner);
        if (found.isEmpty() || !(pane.lookup(".button-bar") instanceof ButtonBar bar)) {
            return;
        }
        Guided guided = found.get();
        List<String> things = about(pane).orElseGet(guided::doing);
        if (about(pane).filter(List::isEmpty).isPresent()) {
            return;
        }
        Hyperlink link = link(guided, things, pane);
        ButtonBar.setButtonData(link, ButtonBar.ButtonData.LEFT);
        ButtonBar.setButtonUniformSize(link, false);
        bar.getButtons().add(link);
        pane.addEventFilter(KeyEvent.KEY_PRESSED, e -> {
            if (e.getCode() == KeyCode.F1) {
                guided.open(things, pane.getScene().getWindow());
                e.consume();
            }
        });
    }

    /** A link to the page about these. */
    static Hyperlink link(Guided guided, List<String> things, Node from) {
        Hyperlink link = new Hyperlink("Guide");
        link.getStyleClass().add("guide-link");
        link.setMinHeight(LEAST);
        String title = guided.title(things);
        link.setAccessibleText("Guide: " + title);
        Tip.on(link, "Guide: " + title + " (F1)");
        link.setOnAction(e -> {
            link.setVisited(false);
            guided.open(things, from.getScene().getWindow());
        });
        return link;
    }
}
