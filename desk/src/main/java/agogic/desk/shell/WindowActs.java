package agogic.desk.shell;

import agogic.desk.acts.Act;
import agogic.desk.acts.Acts;
import agogic.desk.acts.FindAct;
import agogic.desk.acts.Here;
import agogic.desk.acts.KeyList;
import agogic.desk.acts.Subject;
import agogic.desk.aloud.Aloud;
import agogic.desk.model.Desk;
import agogic.desk.model.Notice;
import agogic.desk.model.View;
import agogic.desk.parts.Guided;
import agogic.desk.sets.SetActs;
import agogic.desk.sets.SetsDrawer;
import java.util.ArrayList;
import java.util.List;
import java.util.function.Supplier;
import javafx.scene.Node;
import javafx.stage.Stage;
import javafx.stage.WindowEvent;

/** What is done to the window itself: going, looking, finding, reading aloud, leaving. */
final class WindowActs {
    private static final double QUARTER = 0.25;

    private final Stage stage;
    private final Desk desk;
    private final Views views;
    private final Supplier<Acts> acts;
    private final GuideLinks guide;
    private final Supplier<Aloud> aloud;

    /** @param acts all acts of the window, when they are there */
    WindowActs(Stage stage, Desk desk, Views views, Supplier<Acts> acts, GuideLinks guide, Supplier<Aloud> aloud) {
        this.stage = stage;
        this.desk = desk;
        this.views = views;
        this.acts = acts;
        this.guide = guide;
        this.aloud = aloud;
    }

    /**
     * All of them.
     *
     * @param go lets a position be typed
     * @param menu opens the menu of what has the focus
     * @param riding shows the riding view, or leaves it
     * @param leave goes to the start page
     */
    List<Act> all(Runnable go, TraceBar trace, SetsDrawer sets, Runnable menu, Runnable riding, Runnable leave) {
        List<Act> own = new ArrayList<>();
        own.add(Act.of("go", "Go to…", "Type a position to go to", "G", go));
        own.add(Act.of(
                "answer-1",
                "Do the first suggestion",
                "What the bar at the foot offers first",
                "A",
                () -> trace.act(0)));
        own.add(Act.of(
                "answer-2",
                "Do the second suggestion",
                "What the bar at the foot offers second",
                "Shift+A",
                () -> trace.act(1)));
        own.add(Act.of(
                "answer-3",
                "Do the third suggestion",
                "What the bar at the foot offers third",
                "Alt+A",
                () -> trace.act(2)));
        own.add(Act.of(
                "write-rehearsal",
                "Write the rehearsal",
                "Writes what was only rehearsed, as one step",
                "Alt+R",
                () -> desk.passes().writeRehearsal()));
        own.add(Act.of("asked", "What was asked", "Says again what waits for an answer", "Alt+K", () -> desk.offers()
                .tell()));
        own.add(Act.of(
                "drop-rehearsal", "Drop the rehearsal", "Discards what was only rehearsed", "", () -> desk.passes()
                        .dropRehearsal()));
        own.add(Act.of(
                "find-act", "Find an act…", "Find an act by its words, and do it", ".|Ctrl+Space", this::findAct));
        own.add(Act.of("here", "Menu of what is here", "As the right button of the mouse", "Shift+F10|Menu", menu));
        own.add(Act.of(
                "settings",
                "Settings…",
                "Look, sound, first rides, files, keys and what is read aloud: for all pieces",
                "Ctrl+,",
                () -> SettingsDialog.of(
                                desk.notices(),
                                desk.selection(),
                                desk.listening(),
                                desk.live(),
                                acts.get(),
                                aloud.get(),
                                stage)
                        .show()));
        own.add(Act.of("guide", "Guide", "What people want to do, step by step", "F1", this::guide));
        own.add(Act.of("keys", "Keys", "The list of keys", "Shift+F1", this::keys));
        own.add(Act.of("start-page", "Start page", "Close this piece and go to the start page", "Ctrl+W", leave));
        own.add(Act.of(
                "quit", "Quit", "Close the window; asks about changes that are not saved", "Ctrl+Q", this::quit));
        own.add(Act.of(
                        "aloud",
                        "Speak aloud",
                        "Reads out the focus, answers and values",
                        "Ctrl+Shift+A",
                        () -> desk.notices()
                                .say(Notice.plain("Aloud", aloud.get().turn())))
                .reading(() -> (aloud.get().onProperty().get() ? "✓ " : "") + "Speak aloud"));
        own.add(Act.of(
                "full-screen",
                "Full screen",
                "The window fills the screen, or no longer",
                "F11",
                () -> stage.setFullScreen(!stage.isFullScreen())));
        own.add(Act.of(
                "riding-view",
                "Riding view",
                "What is ridden, large, with its score and nothing else; again, or Esc: back",
                "Z",
                riding));
        own.addAll(new SetActs(
                        desk.editing(),
                        desk.notices(),
                        desk.selection(),
                        desk.frames(),
                        desk.riding(),
                        desk.standing(),
                        () -> sets,
                        () -> stage)
                .all());
        own.add(Act.told("keys-key", "This list", "The list of keys", "?"));
        own.add(over("zoom-in", "Zoom in", "+", () -> views.refine().zoom(0.7), () -> zoom(0.7))
                .repeating());
        own.add(over("zoom-out", "Zoom out", "−", () -> views.refine().zoom(1.4), () -> zoom(1.4))
                .repeating());
        own.add(over("whole", "Show everything", "0", () -> views.refine().showAll(), () -> desk.time()
                .show(0, desk.editing().session().length())));
        own.add(over(
                        "scroll-back",
                        "Scroll back",
                        "Ctrl+←",
                        () -> views.refine().scroll(-QUARTER),
                        () -> scroll(-QUARTER))
                .repeating());
        own.add(over("scroll-on", "Scroll on", "Ctrl+→", () -> views.refine().scroll(QUARTER), () -> scroll(QUARTER))
                .repeating());
        return own;
    }

    /** An act on the time that is seen: in Refine its own, else that of the rows. */
    private Act over(String id, String words, String key, Runnable inRefine, Runnable inRoutes) {
        return Act.of(id, words, words + ": the bars that are seen", key, () -> {
                    if (desk.selection().viewProperty().get() == View.REFINE) {
                        inRefine.run();
                    } else {
                        inRoutes.run();
                    }
                    desk.notices().say(Notice.plain("Shown", views.shownBars() + "."));
                })
                .in(View.ROUTES, View.REFINE);
    }

    private void zoom(double factor) {
        desk.time().zoom(factor, desk.riding().positionBeat());
    }

    private void scroll(double part) {
        desk.time().scroll(part * (desk.time().to() - desk.time().from()));
    }

    private void quit() {
        stage.fireEvent(new WindowEvent(stage, WindowEvent.WINDOW_CLOSE_REQUEST));
    }

    private void findAct() {
        FindAct.ask(acts.get(), desk.selection().viewProperty().get(), stage).ifPresent(acts.get()::perform);
    }

    /** The list of keys. */
    void keys() {
        Node focus = stage.getScene().getFocusOwner();
        Subject first = Here.of(focus, null).orElse(Subject.PLAYING);
        desk.selection().menu(false);
        KeyList.dialog(acts.get(), desk.selection().viewProperty().get(), first, stage)
                .show();
    }

    /** The guide opens at the page about what has the focus, or about the view. */
    private void guide() {
        desk.selection().menu(false);
        Node focus = stage.getScene().getFocusOwner();
        List<String> things = new ArrayList<>(Guided.about(focus).orElse(List.of()));
        Here.of(focus, null).ifPresent(subject -> things.add(subject.words()));
        things.add(desk.selection().viewProperty().get().title());
        guide.open(things, stage);
    }
}
