package agogic.desk.model;

import agogic.core.trace.Trace;
import java.util.List;

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

    public static Notice plain(String head, String sentence) {
        return new Notice(Kind.PLAIN, head, sentence, List.of());
    }

    public static Notice good(String head, String sentence) {
        return new Notice(Kind.GOOD, head, sentence, List.of());
    }

    public static Notice stop(String head, String sentence) {
        return new Notice(Kind.STOP, head, sentence, List.of());
    }

    static Notice wait(String head, String sentence) {
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
        trace.act().ifPresent(act -> acts.add(new Act(act.spoken(), () -> Mending.of(desk, trace))));
        trace.route().ifPresent(route -> {
            if (!route.id().equals(desk.selection().selectedProperty().get())) {
                acts.add(new Act("Show route", () -> {
                    desk.selection().viewProperty().set(View.ROUTES);
                    desk.selection().selectedProperty().set(route.id());
                }));
            }
        });
        return new Notice(kind, trace.head(), trace.sentence(), List.copyOf(acts));
    }
}
