package agogic.desk.aloud;

import agogic.desk.settings.Choices;
import agogic.desk.settings.Settings;
import javafx.animation.Animation;
import javafx.animation.KeyFrame;
import javafx.animation.Timeline;
import javafx.beans.property.ReadOnlyBooleanProperty;
import javafx.beans.property.ReadOnlyBooleanWrapper;
import javafx.scene.Node;
import javafx.scene.Scene;
import javafx.scene.control.DialogPane;
import javafx.stage.PopupWindow;
import javafx.stage.Window;
import javafx.util.Duration;

/**
 * Says what has the focus, in whichever window of the program it is, whenever the focus or its words become others, and what
 * it is told to say. Off until somebody turns it on; then it looks ten times a second. Kept for the next start.
 */
public final class Aloud {
    private static final String KEY = "aloud";
    private static final double LOOK_MILLIS = 100;
    private static final long ANSWER_NANOS = 1_000_000_000L;

    private final Speaker speaker;
    private final ReadOnlyBooleanWrapper on = new ReadOnlyBooleanWrapper();
    private final Timeline looks;
    private String said = "";
    private String saw = "";
    /** What a dialog asks, which is said before what has the focus in it. */
    private String before = "";

    private long answered = System.nanoTime() - ANSWER_NANOS;
    private Window window;
    private Node focus;

    /** Says what happens through a speaker, once it is on. */
    public Aloud(Speaker speaker) {
        this.speaker = speaker;
        looks = new Timeline(new KeyFrame(Duration.millis(LOOK_MILLIS), e -> look()));
        looks.setCycleCount(Animation.INDEFINITE);
    }

    /** On if it was on last time and there is something that speaks. */
    public void asKept() {
        if (Settings.here().flag(KEY, false) && speaker.whyNot().isEmpty()) {
            turn();
        }
    }

    /** True while it says what happens. */
    public ReadOnlyBooleanProperty onProperty() {
        return on.getReadOnlyProperty();
    }

    /** On, or off again; what to answer, in words. */
    public String turn() {
        if (!on.get() && !speaker.whyNot().isEmpty()) {
            return speaker.whyNot();
        }
        on.set(!on.get());
        Settings.here().put(KEY, on.get());
        if (on.get()) {
            said = "";
            looks.play();
            return "What has the focus, answers and values are spoken.";
        }
        looks.stop();
        speaker.hush();
        return "Nothing is spoken any more.";
    }

    /** Speaks an answer, behind what is being said; one that follows at once takes the place of the one before. */
    public void answer(String words) {
        if (on.get() && Choices.spoken("answers")) {
            long now = System.nanoTime();
            speaker.speak(words, now - answered < ANSWER_NANOS);
            answered = now;
        }
    }

    /** Breaks off what is being said. */
    public void hush() {
        if (on.get()) {
            speaker.hush();
        }
    }

    private void look() {
        Window now = null;
        String words = "";
        for (Window one : Window.getWindows()) {
            Scene scene = one.getScene();
            if (!one.isShowing() || scene == null || scene.getRoot() == null) {
                continue;
            }
            if (one instanceof PopupWindow) {
                String line = Spoken.menu(scene.getRoot());
                if (!line.isEmpty()) {
                    words = line;
                }
            } else if (one.isFocused() && words.isEmpty()) {
                now = one;
            }
        }
        boolean menu = !words.isEmpty();
        Node owner = null;
        if (!menu && now != null) {
            owner = now.getScene().getFocusOwner();
            words = owner == null ? "" : Spoken.of(owner);
        }
        if (now != null && now != window && !menu) {
            boolean first = window == null;
            window = now;
            before = now.getScene().getRoot() instanceof DialogPane pane && !first ? Spoken.of(pane) + ". " : "";
        }
        // What runs by is not read out: only what has stood for a moment.
        boolean stands = words.equals(saw);
        saw = words;
        if (stands && !words.isEmpty() && !words.equals(said)) {
            said = words;
            boolean same = owner != null && owner == focus;
            focus = owner;
            if (!Choices.spoken(same ? "values" : "focus")) {
                return;
            }
            // An answer is heard to its end before what has the focus now.
            speaker.speak(before + words, System.nanoTime() - answered > ANSWER_NANOS);
            before = "";
        }
    }
}
