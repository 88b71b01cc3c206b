package agogic.desk.surfaces;

import agogic.core.assign.Assigning;
import agogic.core.assign.SpanChange;
import agogic.core.macro.Macro;
import agogic.core.macro.Member;
import agogic.core.route.Span;
import agogic.desk.model.Editing;
import agogic.desk.model.Frames;
import agogic.desk.model.Notice;
import agogic.desk.model.Notices;
import agogic.desk.model.Selection;
import agogic.desk.model.Standing;
import agogic.desk.model.Strand;
import agogic.desk.parts.SpanDialog;
import java.util.List;
import java.util.function.Supplier;
import javafx.stage.Window;

/** What can be done to one strand, of a control or of a macro: its span, and that it is no more. */
final class StrandActs {
    private final Editing editing;
    private final Notices notices;
    private final Selection selection;
    private final Frames frames;
    private final Standing standing;
    private final Supplier<Window> owner;

    StrandActs(
            Editing editing,
            Notices notices,
            Selection selection,
            Frames frames,
            Standing standing,
            Supplier<Window> owner) {
        this.editing = editing;
        this.notices = notices;
        this.selection = selection;
        this.frames = frames;
        this.standing = standing;
        this.owner = owner;
    }

    /** Asks for its span. */
    void open(Strand strand) {
        strand.route()
                .ifPresent(id -> SpanDialog.ask(
                        editing,
                        notices,
                        selection,
                        frames,
                        standing,
                        owner.get(),
                        editing.session().route(id)));
        strand.macro().ifPresent(id -> {
            Macro macro = editing.session().macro(id);
            if (macro.member(strand.target()).orElse(null) instanceof Member.BySpan member) {
                SpanDialog.ask(editing, notices, selection, frames, standing, owner.get(), macro, member);
            } else {
                notices.say(Notice.plain(
                        "Keeps its distance",
                        editing.session().parameter(strand.target()).name()
                                + " goes along with the others, so it has no span of its own. Y gives it one."));
            }
        });
    }

    /** Disconnects it, or takes it out of its macro. */
    void remove(Strand strand) {
        String name = editing.session().parameter(strand.target()).name();
        strand.route().ifPresent(id -> {
            if (editing.edit("Disconnect " + name, s -> Assigning.disconnect(s, id))) {
                notices.say(
                        Notice.good("Disconnected", name + " is not moved by it any more. What was recorded stays."));
            }
        });
        strand.macro()
                .ifPresent(id -> editing.edit(
                        "Take " + name + " out of "
                                + editing.session().macro(id).name(),
                        s -> s.with(s.macro(id).without(strand.target()))));
    }

    /** Its span is this, as far as it was dragged. */
    void dragged(Strand strand, Span span) {
        String act = "Span of " + editing.session().parameter(strand.target()).name();
        strand.route()
                .ifPresent(id ->
                        editing.editOn(act, List.of("span", id), s -> SpanChange.of(s, id, span, SpanChange.Follow.KEEP)
                                .session()));
        strand.macro()
                .ifPresent(id -> editing.editOn(
                        act,
                        List.of("member", id, strand.target()),
                        s -> s.with(s.macro(id).with(new Member.BySpan(strand.target(), span)))));
    }
}
