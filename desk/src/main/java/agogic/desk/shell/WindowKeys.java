package agogic.desk.shell;

import agogic.desk.acts.Act;
import agogic.desk.acts.Acts;
import agogic.desk.aloud.Aloud;
import agogic.desk.model.Learner;
import agogic.desk.model.Selection;
import agogic.desk.parts.Parts;
import java.util.EnumSet;
import java.util.Optional;
import java.util.Set;
import java.util.function.Supplier;
import javafx.scene.Node;
import javafx.scene.Parent;
import javafx.scene.control.ButtonBase;
import javafx.scene.control.ComboBoxBase;
import javafx.scene.control.ListView;
import javafx.scene.control.TableView;
import javafx.scene.control.TextInputControl;
import javafx.scene.input.KeyCode;
import javafx.scene.input.KeyEvent;
import javafx.stage.Stage;

/** What keys do in a window: acts, but for what a field, a learn or the riding view means by them. */
final class WindowKeys {
    private final Stage stage;
    private final Selection selection;
    private final Learner learner;
    private final Views views;
    private final Acts acts;
    private final RidingLayer riding;
    private final HereMenu menus;
    private final Supplier<Aloud> aloud;
    /** Keys that are down. A key that is held down comes again and again. */
    private final Set<KeyCode> held = EnumSet.noneOf(KeyCode.class);

    private boolean acted;

    WindowKeys(
            Stage stage,
            Selection selection,
            Learner learner,
            Views views,
            Acts acts,
            RidingLayer riding,
            HereMenu menus,
            Supplier<Aloud> aloud) {
        this.stage = stage;
        this.selection = selection;
        this.learner = learner;
        this.views = views;
        this.acts = acts;
        this.riding = riding;
        this.menus = menus;
        this.aloud = aloud;
    }

    /** From now on keys that come to {@code root} do something. */
    void in(Parent root, Runnable list) {
        root.addEventHandler(KeyEvent.KEY_PRESSED, this::key);
        root.addEventFilter(KeyEvent.KEY_PRESSED, this::undoing);
        // A key that was an act is no letter: what it moved the focus to must not get it.
        root.addEventFilter(KeyEvent.KEY_PRESSED, e -> {
            boolean again = !held.add(e.getCode());
            if (again && !typing() && !repeats(e)) {
                // A held key does an act once.
                e.consume();
                return;
            }
            acted = false;
            learning(e);
            if (!e.isConsumed()) {
                ahead(e);
            }
        });
        root.addEventFilter(KeyEvent.KEY_RELEASED, e -> held.remove(e.getCode()));
        root.addEventFilter(KeyEvent.KEY_TYPED, e -> {
            if (acted) {
                e.consume();
            }
            acted = false;
        });
        root.addEventHandler(KeyEvent.KEY_TYPED, e -> {
            if ("?".equals(e.getCharacter()) && !typing()) {
                list.run();
            }
        });
    }

    /** No key is down any more: another window has them now. */
    void letGo() {
        held.clear();
    }

    /** True for keys that are meant to repeat while they are held: moving, scrolling, nudging, zooming. */
    private boolean repeats(KeyEvent e) {
        Optional<Act> act = of(e);
        if (act.isPresent()) {
            return act.get().repeats();
        }
        return switch (e.getCode()) {
            case UP,
                    DOWN,
                    LEFT,
                    RIGHT,
                    KP_UP,
                    KP_DOWN,
                    KP_LEFT,
                    KP_RIGHT,
                    PAGE_UP,
                    PAGE_DOWN,
                    TAB,
                    SHIFT,
                    CONTROL,
                    ALT,
                    META -> true;
            default -> false;
        };
    }

    /** What a key does: under the riding view what counts everywhere goes before what can only be refused there. */
    private Optional<Act> of(KeyEvent e) {
        Optional<Act> everywhere = riding.shown() ? acts.everywhere(e) : Optional.empty();
        return everywhere.isPresent()
                ? everywhere
                : acts.of(selection.viewProperty().get(), e);
    }

    private boolean typing() {
        Node focus = stage.getScene().getFocusOwner();
        return focus instanceof TextInputControl;
    }

    /**
     * Lists, tables and choices, and what scrolls, take keys that they have nothing to do with: these are acts before they get
     * there. A list keeps the keys that walk in it, and Enter; a choice those that open it, a button Space.
     */
    private void ahead(KeyEvent e) {
        Node focus = stage.getScene().getFocusOwner();
        KeyCode code = e.getCode();
        boolean chooses = focus instanceof ComboBoxBase<?>;
        boolean list = focus instanceof ListView<?> || focus instanceof TableView<?> || chooses;
        boolean bare = !e.isShortcutDown() && !e.isAltDown();
        if (focus == null || typing() || chooses && ((ComboBoxBase<?>) focus).isShowing()) {
            return;
        }
        boolean walks = bare && (code.isNavigationKey() || code == KeyCode.ENTER || code == KeyCode.ESCAPE);
        boolean opens = chooses && (code == KeyCode.UP || code == KeyCode.DOWN);
        boolean space = code == KeyCode.SPACE && bare && !e.isShiftDown();
        boolean presses = space && (chooses || focus instanceof ButtonBase || Parts.ownSpace(focus));
        if ((list || space) && !walks && !opens && !presses && of(e).isPresent()) {
            key(e);
        }
    }

    private void key(KeyEvent e) {
        if (typing()) {
            if (e.getCode() == KeyCode.ESCAPE && !learner.on() && !views.showAll()) {
                stage.getScene().getRoot().requestFocus();
                e.consume();
            }
            // A field has the letters; what belongs to a view is not meant by somebody who types.
            boolean view =
                    of(e).filter(Act::special).isPresent() && e.getCode().isLetterKey() && e.getCode() != KeyCode.F;
            if (view || !e.isShortcutDown() && !e.getCode().isFunctionKey()) {
                return;
            }
        }
        if (e.getCode() == KeyCode.ESCAPE) {
            aloud.get().hush();
        }
        if (e.getCode() == KeyCode.ESCAPE && riding.leave()) {
            e.consume();
            return;
        }
        Optional<Act> act = of(e);
        acted = act.isPresent();
        act.ifPresent(a -> {
            e.consume();
            acts.perform(a);
            if (!"here".equals(a.id())) {
                menus.close();
            }
        });
    }

    /** A field in which nothing can be undone lets the piece be undone. */
    private void undoing(KeyEvent e) {
        if (stage.getScene().getFocusOwner() instanceof TextInputControl field && e.isShortcutDown()) {
            String id = of(e).map(Act::id).orElse("");
            if ("undo".equals(id) && !field.isUndoable() || "redo".equals(id) && !field.isRedoable()) {
                acts.act(id).run().run();
                acted = true;
                e.consume();
            }
        }
    }

    /** While something is learnt, Enter and Esc mean that, whatever has the focus. */
    private void learning(KeyEvent e) {
        boolean choosing = stage.getScene().getFocusOwner() instanceof ComboBoxBase<?> box && box.isShowing();
        if (!learner.on() || choosing || typing()) {
            return;
        }
        if (e.getCode() == KeyCode.ENTER) {
            learner.keep();
        } else if (e.getCode() == KeyCode.ESCAPE) {
            learner.cancel();
        } else {
            return;
        }
        acted = true;
        e.consume();
    }
}
