package agogic.desk.model;

import agogic.core.play.Verdict;
import agogic.core.route.Hand;
import agogic.core.route.Route;
import agogic.core.trace.Trace;
import agogic.desk.log.Log;
import agogic.formats.file.Told;
import java.io.IOException;
import java.util.EnumSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
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

    /** After these what was done can be written afterwards. */
    private static final Set<Verdict> LOOSE =
            EnumSet.of(Verdict.HEARD_IN_READ, Verdict.READ, Verdict.NOT_PLAYING, Verdict.WAITING, Verdict.NO_ROUTE);

    public static Notice plain(String head, String sentence) {
        return new Notice(Kind.PLAIN, head, sentence, List.of());
    }

    public static Notice good(String head, String sentence) {
        return new Notice(Kind.GOOD, head, sentence, List.of());
    }

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

    public static Notice wait(String head, String sentence) {
        return new Notice(Kind.WAIT, head, sentence, List.of());
    }

    public static Notice of(Trace trace, Desk desk) {
        Kind kind =
                switch (trace.verdict()) {
                    case WRITTEN -> Kind.GOOD;
                    case WAITING, LEAD_IN, REHEARSED, HEARD_IN_READ -> Kind.WAIT;
                    case NONE, TOUCHED -> Kind.PLAIN;
                    default -> Kind.STOP;
                };
        List<Act> acts = new java.util.ArrayList<>();
        trace.act().ifPresent(act -> acts.add(new Act(Mending.spoken(desk, trace), () -> Mending.of(desk, trace))));
        trace.route().ifPresent(route -> {
            if (!route.id().equals(desk.selection().selectedProperty().get())) {
                acts.add(new Act("Show route", () -> {
                    desk.selection().viewProperty().set(View.ROUTES);
                    desk.selection().selectedProperty().set(route.id());
                }));
            }
        });
        if (LOOSE.contains(trace.verdict())) {
            Optional<Hand> hand = trace.hand().or(() -> trace.route().flatMap(Route::hand));
            hand.ifPresent(h -> acts.add(new Act("Write what I just played", () -> Afterwards.newest(desk, h))));
        }
        return new Notice(kind, trace.head(), trace.sentence(), List.copyOf(acts));
    }
}
