package agogic.desk.surfaces;

import agogic.core.assign.SurfaceEdits;
import agogic.core.route.Hand;
import agogic.core.surface.Address;
import agogic.core.surface.Control;
import agogic.core.surface.Page;
import agogic.core.surface.Surface;
import agogic.desk.acts.Act;
import agogic.desk.acts.ActParts;
import agogic.desk.model.Editing;
import agogic.desk.model.Learner;
import agogic.desk.model.Notices;
import agogic.desk.model.Selection;
import agogic.desk.model.View;
import agogic.desk.parts.NameDialog;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.function.BooleanSupplier;
import java.util.function.Function;
import java.util.function.Predicate;
import java.util.function.Supplier;
import javafx.scene.control.Menu;
import javafx.scene.control.MenuItem;
import javafx.scene.control.RadioMenuItem;
import javafx.scene.control.SeparatorMenuItem;
import javafx.stage.Window;

/** What can be said of the chosen control itself: its name, how it speaks, which way round it is, what it shows. */
final class ControlActs {
    static final String NONE = "No control is chosen: click one, or go to it with Tab.";

    private final Editing editing;
    private final Notices notices;
    private final Selection selection;
    private final Supplier<Window> owner;
    private final List<Act> all;

    /** @param hands true while a control is what the keys are about, and no macro */
    ControlActs(
            Editing editing,
            Notices notices,
            Selection selection,
            Learner learner,
            Supplier<Window> owner,
            BooleanSupplier hands) {
        this.editing = editing;
        this.notices = notices;
        this.selection = selection;
        this.owner = owner;
        all = List.of(
                act("hand-rename", "Rename…", "Another name for the control", "N|F2", this::rename)
                        .when(hands),
                act(
                        "hand-again",
                        "Learn its message again",
                        "The next message is the control's",
                        "",
                        () -> hand().ifPresent(learner::again)),
                toggle(
                        "hand-any-channel",
                        "Heard on any channel",
                        "Listens on every channel, or on channel 1 only",
                        c -> c.address().channel() == Address.ANY,
                        c -> c.speaking(c.address().on(c.address().channel() == Address.ANY ? 1 : Address.ANY))),
                toggle(
                        "hand-turned",
                        "Reversed",
                        "Its upper end is its lower",
                        Control::turned,
                        c -> c.turned(!c.turned())),
                toggle(
                        "hand-shows",
                        "Can show values",
                        "Values are sent back to it",
                        Control::shows,
                        c -> c.showing(!c.shows())),
                act("hand-remove", "Remove the control", "The control leaves its surface", "", this::remove));
    }

    List<Act> all() {
        return all;
    }

    /** The menu of the chosen control. */
    List<MenuItem> menu() {
        List<MenuItem> items = new ArrayList<>();
        all.subList(0, all.size() - 1).forEach(act -> items.add(ActParts.item(act)));
        items.add(pages());
        items.add(new SeparatorMenuItem());
        items.add(ActParts.item(all.get(all.size() - 1)));
        return items;
    }

    private Act act(String id, String words, String about, String key, Runnable run) {
        Runnable pointed = () -> {
            if (!key.isEmpty()) {
                selection.actOnPointedHand();
            }
            if (hand().isPresent()) {
                run.run();
            } else {
                notices.refuse(NONE);
            }
        };
        return Act.of(id, words, about, key, pointed).in(View.SURFACES);
    }

    private Act toggle(
            String id, String words, String about, Predicate<Control> is, Function<Control, Control> turned) {
        return act(id, words, about, "", () -> hand().ifPresent(hand -> editing.edit(
                        words + ": " + control(hand).name(),
                        s -> SurfaceEdits.control(s, hand.surface(), turned.apply(s.control(hand))))))
                .reading(() -> (hand().filter(hand -> is.test(control(hand))).isPresent() ? "✓ " : "") + words);
    }

    private Optional<Hand> hand() {
        return Optional.ofNullable(selection.handProperty().get()).filter(editing.session()::has);
    }

    private Control control(Hand hand) {
        return editing.session().control(hand);
    }

    private void rename() {
        hand().ifPresent(hand -> NameDialog.ask(
                        owner.get(), "Name of the control", control(hand).name())
                .ifPresent(name -> editing.edit(
                        "Rename: " + control(hand).name(),
                        s -> SurfaceEdits.control(
                                s, hand.surface(), s.control(hand).named(name)))));
    }

    private void remove() {
        hand().ifPresent(hand ->
                editing.edit("Remove " + control(hand).name(), s -> SurfaceEdits.removeControl(s, hand)));
    }

    /** Which page it turns to: a choice, no act. */
    private Menu pages() {
        Menu pages = new Menu("Turns to page");
        Hand hand = hand().orElseThrow();
        Surface surface = editing.session().surface(hand.surface());
        int number = 0;
        for (Page page : surface.pages()) {
            int at = ++number;
            boolean is = page.button().filter(hand.control()::equals).isPresent();
            RadioMenuItem item = new RadioMenuItem(page.name());
            item.setSelected(is);
            item.setOnAction(e -> editing.edit(
                    control(hand).name() + " turns to page " + page.name(),
                    s -> SurfaceEdits.pageButton(
                            s, surface.id(), at, is ? Optional.empty() : Optional.of(hand.control()))));
            pages.getItems().add(item);
        }
        return pages;
    }
}
