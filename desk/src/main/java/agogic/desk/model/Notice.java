package agogic.desk.model;

import agogic.desk.log.Log;
import agogic.formats.file.Told;
import java.io.IOException;
import java.util.List;
import javafx.scene.input.Clipboard;
import javafx.scene.input.ClipboardContent;

/** What the trace bar says: a word, a sentence, and what can be done about it. */
public record Notice(Kind kind, String head, String sentence, List<Act> acts) {
    static final Notice NONE =
            new Notice(Kind.PLAIN, "Ready", "Move a control. The wire lights up as far as the move gets.", List.of());

    /** How it is meant; the head word says the same. */
    public enum Kind {
        PLAIN,
        GOOD,
        STOP,
        WAIT
    }

    /** A button. */
    public record Act(String title, Runnable run) {}

    /** What is neither good nor bad. {@code head} is a few words, {@code sentence} the whole. */
    public static Notice plain(String head, String sentence) {
        return new Notice(Kind.PLAIN, head, sentence, List.of());
    }

    /** What was done. */
    public static Notice good(String head, String sentence) {
        return new Notice(Kind.GOOD, head, sentence, List.of());
    }

    /** What was not done, and why. */
    public static Notice stop(String head, String sentence) {
        return new Notice(Kind.STOP, head, sentence, List.of());
    }

    /** What should not have happened; what is known of it can be copied for a report. */
    static Notice trouble(String sentence) {
        return new Notice(
                Kind.STOP, "Trouble", sentence, List.of(new Act("Copy what happened", () -> copied(sentence))));
    }

    private static void copied(String sentence) {
        ClipboardContent content = new ClipboardContent();
        String lines;
        try {
            lines = String.join("\n", Log.last());
        } catch (IOException e) {
            lines = Told.of(e);
        }
        content.putString("Agogic " + Log.VERSION + "\n" + sentence + "\n" + lines + "\n");
        Clipboard.getSystemClipboard().setContent(content);
    }

    /** What takes a while, and goes on. */
    public static Notice wait(String head, String sentence) {
        return new Notice(Kind.WAIT, head, sentence, List.of());
    }
}
