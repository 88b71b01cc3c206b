package agogic.desk.surfaces;

import agogic.core.edit.macro.Macros;
import agogic.core.edit.macro.Travel;
import agogic.core.macro.Macro;
import agogic.core.macro.Member;
import agogic.core.route.Span;
import agogic.core.route.Target;
import agogic.core.session.Session;
import agogic.desk.acts.Act;
import agogic.desk.model.Editing;
import agogic.desk.model.Learner;
import agogic.desk.model.Notice;
import agogic.desk.model.Notices;
import agogic.desk.model.Selection;
import agogic.desk.model.Strand;
import agogic.desk.model.View;
import agogic.desk.parts.NameDialog;
import agogic.desk.parts.Questions;
import agogic.desk.parts.TargetChooser;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.function.BooleanSupplier;
import java.util.function.Supplier;
import javafx.stage.Window;

/** What can be done with the macro that is shown. */
final class MacroActs {
    private final Editing editing;
    private final Notices notices;
    private final Selection selection;
    private final Learner learner;
    private final StrandActs strands;
    private final Supplier<Window> owner;
    private final Supplier<Optional<Strand>> member;
    private final Runnable showing;

    /**
     * The acts.
     *
     * @param member the chosen member
     * @param showing shows the macros, if something else is shown
     */
    MacroActs(
            Editing editing,
            Notices notices,
            Selection selection,
            Learner learner,
            StrandActs strands,
            Supplier<Window> owner,
            Supplier<Optional<Strand>> member,
            Runnable showing) {
        this.editing = editing;
        this.notices = notices;
        this.selection = selection;
        this.strands = strands;
        this.learner = learner;
        this.owner = owner;
        this.member = member;
        this.showing = showing;
    }

    /** Those of the table; {@code groups} holds while the macros are shown. */
    List<Act> all(BooleanSupplier groups) {
        return List.of(
                any("macro-new", "New macro", "A new macro", "K", this::create).brief("New"),
                any("macro-members", "Add members…", "Choose what it is to move", "B", this::addMembers),
                any(
                        "macro-whole",
                        "Centre for full range",
                        "Shifts all resting values together, so that none is clipped at a limit",
                        "U",
                        this::full),
                any(
                        "macro-follow",
                        "Keep spacing or set ranges",
                        "The chosen member keeps its distance, or has a span",
                        "Y",
                        this::turn),
                any(
                        "macro-socket",
                        "Use one shared socket",
                        "Reaches members without a socket through one",
                        "J",
                        this::reachAll),
                act(
                                "macro-learn",
                                "Learn a control for the macro…",
                                "The control that moves the macro",
                                "M",
                                this::learn)
                        .brief("Learn a control…")
                        .when(groups)
                        .unless(this::whyNone),
                act("macro-span", "Span of the member…", "How far the chosen member goes", "S", this::span)
                        .when(groups)
                        .unless(() ->
                                whyNone().isEmpty() && member.get().isEmpty() ? "no member is chosen" : whyNone()),
                act("macro-rename", "Rename the macro…", "Another name for the macro", "N|F2", this::rename)
                        .brief("Rename…")
                        .when(groups)
                        .unless(this::whyNone),
                act("macro-lane", "Lane of the macro", "What the macro has over time", "L", this::lane)
                        .brief("Lane")
                        .when(groups)
                        .unless(this::whyNone),
                act(
                                "macro-delete",
                                "Delete the macro",
                                "The macro goes, with its lane and its routes",
                                "Shift+Delete",
                                this::delete)
                        .brief("Delete")
                        .when(groups)
                        .unless(this::whyNone));
    }

    private String whyNone() {
        return shown(editing, selection).isEmpty() ? "there is no macro" : "";
    }

    private static Act act(String id, String words, String about, String key, Runnable run) {
        return Act.of(id, words, about, key, run).in(View.SURFACES);
    }

    private Act any(String id, String words, String about, String key, Runnable run) {
        return act(id, words, about, key, () -> {
            showing.run();
            if (!id.equals("macro-new") && shown(editing, selection).isEmpty()) {
                notices.refuse("Make a macro first (K).");
            } else if (id.equals("macro-follow") && member.get().isEmpty()) {
                notices.refuse("No member is chosen: B adds members.");
            } else {
                run.run();
            }
        });
    }

    static Optional<Macro> macro(Editing editing, String id) {
        return editing.session().macros().stream()
                .filter(m -> m.id().equals(id))
                .findFirst();
    }

    /** The macro that is shown, if there is one. */
    static Optional<Macro> shown(Editing editing, Selection selection) {
        return macro(editing, selection.macroProperty().get());
    }

    /** The span of the chosen member. */
    private void span() {
        member.get().ifPresent(strands::open);
    }

    /** A new macro without members. */
    private void create() {
        Macro fresh = Macros.fresh(editing.session(), "Macro");
        if (!editing.edit("New macro " + fresh.name(), s -> s.with(fresh))) {
            return;
        }
        selection.macroProperty().set(fresh.id());
        notices.say(
                Notice.good("Macro", fresh.name() + " was made. B adds members, M learns the control that moves it."));
    }

    private void addMembers() {
        Macro macro = shown(editing, selection).orElse(null);
        if (macro == null) {
            notices.refuse("Make a macro first (K).");
            return;
        }
        List<Target> without =
                new ArrayList<>(macro.members().stream().map(Member::target).toList());
        without.add(macro.target());
        TargetChooser.ask(
                        editing,
                        notices,
                        selection,
                        owner.get(),
                        new TargetChooser.Words(
                                "Members",
                                "What " + macro.name() + " is to move",
                                "Each by its own span",
                                "Keep their distances"),
                        without,
                        (targets, byOffset) -> meaning(macro, targets, byOffset))
                .ifPresent(choice -> add(editing, macro, choice.targets(), choice.second()));
    }

    static void add(Editing editing, Macro macro, List<Target> targets, boolean byOffset) {
        String what = targets.size() == 1
                ? editing.session().parameter(targets.get(0)).name()
                : targets.size() + " members";
        editing.edit("Add " + what + " to " + macro.name(), s -> Macros.add(s, macro.id(), targets, byOffset));
    }

    private TargetChooser.Meaning meaning(Macro macro, List<Target> targets, boolean byOffset) {
        try {
            Session after = Macros.add(editing.session(), macro.id(), targets, byOffset);
            List<String> words = new ArrayList<>(Travel.warnings(after, after.macro(macro.id())));
            long routes = editing.session().routes().stream()
                    .filter(r -> targets.contains(r.target()))
                    .count();
            if (routes > 0) {
                words.add(
                        0,
                        routes + (routes == 1 ? " of them has" : " of them have")
                                + " a route of its own, which does nothing as long as the macro moves it.");
            }
            return new TargetChooser.Meaning(
                    words.isEmpty() ? MacroWords.of(after, after.macro(macro.id())) : String.join(" ", words), true);
        } catch (IllegalArgumentException e) {
            return new TargetChooser.Meaning(e.getMessage(), false);
        }
    }

    private void learn() {
        shown(editing, selection)
                .ifPresentOrElse(
                        macro -> learner.begin(List.of(macro.target())),
                        () -> notices.refuse("Make a macro first (K)."));
    }

    /** The resting place that gives the group the full way. */
    private void full() {
        shown(editing, selection).ifPresent(macro -> {
            if (editing.edit("Centre " + macro.name() + " for full range", s -> Travel.fullWay(s, macro.id()))) {
                notices.say(Notice.good(
                        "Macro",
                        MacroWords.of(editing.session(), editing.session().macro(macro.id()))));
            }
        });
    }

    /** The chosen member by span instead of by offset, or the other way round. */
    private void turn() {
        shown(editing, selection).ifPresent(macro -> member.get().ifPresent(strand -> {
            Target target = strand.target();
            boolean spanned = macro.member(target).orElse(null) instanceof Member.BySpan;
            String name = editing.session().parameter(target).name();
            editing.edit(
                    spanned ? name + " keeps its distance" : name + " by a span",
                    s -> s.with(s.macro(macro.id())
                            .with(spanned ? new Member.ByOffset(target) : new Member.BySpan(target, Span.FULL))));
        }));
    }

    /** The lane of the macro itself. */
    private void lane() {
        shown(editing, selection).ifPresent(macro -> selection.openLane(macro.target()));
    }

    private void reachAll() {
        shown(editing, selection).ifPresent(macro -> {
            int unreached = Macros.unreached(editing.session(), macro).size();
            if (unreached == 0) {
                notices.say(Notice.plain("Reached", "All members of " + macro.name() + " sit on sockets already."));
                return;
            }
            editing.edit("Reach the members of " + macro.name(), s -> Macros.reachThroughOneSocket(s, macro.id()));
        });
    }

    /** Another name for the macro. */
    private void rename() {
        shown(editing, selection).ifPresent(macro -> NameDialog.ask(owner.get(), "Name of the macro", macro.name())
                .ifPresent(name -> editing.edit(
                        "Rename " + macro.name(),
                        s -> s.with(s.macro(macro.id()).with(macro.parameter().named(name))))));
    }

    private void delete() {
        shown(editing, selection).ifPresent(macro -> {
            Session session = editing.session();
            if (notices.tried(() -> Macros.delete(session, macro.id())).isEmpty()) {
                return;
            }
            int points = session.lane(macro.target()).points();
            long routes = session.routes().stream()
                    .filter(r -> r.target().equals(macro.target()))
                    .count();
            boolean sure = points + routes == 0
                    || Questions.over(owner)
                            .sure(
                                    "Delete " + macro.name() + "?",
                                    "With it go " + points + " points of its lane and " + routes
                                            + (routes == 1 ? " route" : " routes")
                                            + ". Its members stay where they are.",
                                    "Delete");
            if (sure) {
                editing.edit("Delete " + macro.name(), s -> Macros.delete(s, macro.id()));
            }
        });
    }
}
