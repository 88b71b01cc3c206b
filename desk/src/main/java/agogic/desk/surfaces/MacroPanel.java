package agogic.desk.surfaces;

import agogic.core.group.Macros;
import agogic.core.group.Travel;
import agogic.core.macro.Macro;
import agogic.core.macro.Member;
import agogic.core.parameter.Unit;
import agogic.core.parameter.ValueText;
import agogic.core.route.Span;
import agogic.core.route.Target;
import agogic.core.session.Session;
import agogic.desk.model.Desk;
import agogic.desk.model.Notice;
import agogic.desk.model.Strand;
import agogic.desk.parts.NameDialog;
import agogic.desk.parts.Parts;
import agogic.desk.parts.Questions;
import agogic.desk.parts.TargetChooser;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import javafx.geometry.Pos;
import javafx.scene.control.Button;
import javafx.scene.control.ComboBox;
import javafx.scene.control.Label;
import javafx.scene.control.ScrollPane;
import javafx.scene.control.Slider;
import javafx.scene.control.TextField;
import javafx.scene.control.Tooltip;
import javafx.scene.layout.FlowPane;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.VBox;

/** The macros: what each moves and how, how far a group can travel, and what gives it the full way. */
public final class MacroPanel extends VBox {
    private final Desk desk;
    private final ComboBox<String> chooser = new ComboBox<>();
    private final Slider place = new Slider(0, 1, 0.5);
    private final Label reads = new Label();
    private final TextField scale = new TextField();
    private final TextField centre = new TextField();
    private final Label reach = new Label();
    private final Label warnings = new Label();
    private final FanView fan;
    private final SpanPlot plot;
    private final ScrollPane scroll;
    private final FlowPane acts = new FlowPane(8, 6);
    private final HBox way;
    private final HBox offset;
    private boolean filling;

    MacroPanel(Desk desk) {
        super(8);
        this.desk = desk;
        getStyleClass().add("panel");
        chooser.setId("macro-chooser");
        chooser.setAccessibleText("The macro that is shown");
        chooser.setPromptText("No macro yet");
        chooser.setMaxWidth(Double.MAX_VALUE);
        HBox.setHgrow(chooser, Priority.ALWAYS);
        chooser.setConverter(Parts.words(id -> macro(id)
                .map(m -> m.name() + ", " + m.members().size() + (m.members().size() == 1 ? " member" : " members"))
                .orElse("")));
        chooser.setOnAction(e -> {
            if (!filling) {
                desk.selection().macroProperty().set(chooser.getValue());
            }
        });
        Button fresh = Parts.act("macro-new", "New", "", this::create);
        HBox head = new HBox(8, chooser, fresh);
        head.setAlignment(Pos.CENTER_LEFT);
        place.setId("macro-place");
        place.setAccessibleText("Where the macro stands");
        place.setBlockIncrement(0.01);
        HBox.setHgrow(place, Priority.ALWAYS);
        place.valueProperty().addListener((o, a, b) -> {
            if (!filling) {
                shown().ifPresent(
                                m -> desk.standing().moveOnFace(m.target(), b.doubleValue(), !place.isValueChanging()));
            }
        });
        place.valueChangingProperty().addListener((o, a, is) -> {
            if (!is) {
                desk.settle();
            }
        });
        reads.getStyleClass().addAll("figures", "span-text");
        reads.setMinWidth(56);
        reads.setId("macro-reads");
        way = new HBox(8, Parts.quiet("Stands at"), place, reads);
        way.setAlignment(Pos.CENTER_LEFT);
        field(
                scale,
                "macro-scale",
                "How far members that keep their distances go for its whole way: parts of their travel");
        field(centre, "macro-centre", "The place at which members that keep their distances stand where they are");
        offset = new HBox(8, Parts.quiet("Distances: goes"), scale, Parts.quiet("of the way, rests at"), centre);
        offset.setAlignment(Pos.CENTER_LEFT);
        reach.setId("macro-reach");
        reach.setWrapText(true);
        reach.setMinHeight(USE_PREF_SIZE);
        warnings.setId("macro-warnings");
        warnings.getStyleClass().addAll("hand-text", "small");
        warnings.setWrapText(true);
        warnings.setMinHeight(USE_PREF_SIZE);
        fan = new FanView(
                desk,
                s -> HandPanel.open(desk, s, getScene().getWindow()),
                s -> HandPanel.remove(desk, s),
                (s, span) -> HandPanel.dragged(desk, s, span));
        fan.setId("macro-fan");
        plot = new SpanPlot(desk, (s, span) -> HandPanel.dragged(desk, s, span));
        plot.setId("macro-span-plot");
        scroll = new ScrollPane(fan);
        scroll.setFitToWidth(true);
        scroll.getStyleClass().add("face");
        scroll.setFocusTraversable(false);
        VBox.setVgrow(scroll, Priority.ALWAYS);
        act("macro-members", "Add members…", "", this::addMembers);
        act("macro-learn", "Learn a control…", "", this::learn);
        act("macro-whole", "Give it the full way", "", this::full);
        act("macro-follow", "Distance or span", "", this::turn);
        act("macro-socket", "One socket for all", "Reaches members without a socket through one", this::reachAll);
        act("macro-lane", "Lane", "", this::lane);
        act("macro-rename", "Rename…", "", this::rename);
        act("macro-delete", "Delete", "The macro goes, with its lane and its routes", this::delete);
        getChildren().addAll(head, way, offset, reach, warnings, scroll, plot, acts);
        desk.selection().macroProperty().addListener((o, a, b) -> show());
        show();
    }

    private void field(TextField field, String id, String words) {
        field.setId(id);
        field.getStyleClass().add("field");
        field.setPrefWidth(72);
        field.setAccessibleText(words);
        field.setTooltip(new Tooltip(words));
        field.setOnAction(e -> typed());
    }

    private void act(String id, String words, String tip, Runnable run) {
        acts.getChildren().add(Parts.act(id, words, tip, run));
    }

    private Optional<Macro> macro(String id) {
        return desk.session().macros().stream().filter(m -> m.id().equals(id)).findFirst();
    }

    private Optional<Macro> shown() {
        return macro(desk.selection().macroProperty().get());
    }

    /** The span of the chosen member. */
    void span() {
        fan.chosen().ifPresent(s -> HandPanel.open(desk, s, getScene().getWindow()));
    }

    FanView fan() {
        return fan;
    }

    /** Shows the chosen macro as it is now. */
    public void show() {
        filling = true;
        List<String> ids = desk.session().macros().stream().map(Macro::id).toList();
        if (shown().isEmpty() && !ids.isEmpty()) {
            desk.selection().macroProperty().set(ids.get(0));
            filling = true;
        }
        chooser.setVisible(!ids.isEmpty());
        chooser.getItems().setAll(ids);
        chooser.setValue(shown().map(Macro::id).orElse(null));
        Macro macro = shown().orElse(null);
        for (javafx.scene.Node node : List.of(way, warnings, acts)) {
            node.setVisible(macro != null);
            node.setManaged(macro != null);
        }
        boolean offsets = macro != null && macro.members().stream().anyMatch(m -> m instanceof Member.ByOffset);
        offset.setVisible(offsets);
        offset.setManaged(offsets);
        if (macro == null) {
            reach.setText(
                    "A macro is one value that moves several parameters: each through a span of its own, or so that "
                            + "their distances are kept. K makes one; in the Catalog K makes one of what is chosen.");
            fan.show(List.of(), true);
            plot.setVisible(false);
            plot.setManaged(false);
        } else {
            show(macro);
        }
        filling = false;
    }

    private void show(Macro macro) {
        Session session = desk.session();
        scale.setText(percent(macro.scale()));
        centre.setText(percent(macro.centre()));
        reach.setText(words(session, macro));
        List<String> all = Travel.warnings(session, macro);
        warnings.setText(
                all.isEmpty() ? "" : all.get(0) + (all.size() > 1 ? " And " + (all.size() - 1) + " more such." : ""));
        warnings.setVisible(!all.isEmpty());
        warnings.setManaged(!all.isEmpty());
        warnings.setTooltip(all.isEmpty() ? null : new Tooltip(String.join("\n", all)));
        fan.show(Strand.of(macro, 0), true);
        fan.setAccessibleHelp(spoken(session, macro));
        setAccessibleText(spoken(session, macro));
    }

    private static String percent(double part) {
        return ValueText.print(Unit.PERCENT, part * 100);
    }

    /** What a screen reader says of a macro. */
    public static String spoken(Session session, Macro macro) {
        return "Macro " + macro.name() + ", " + macro.members().size()
                + (macro.members().size() == 1 ? " member. " : " members. ") + words(session, macro);
    }

    /** How far its group can travel, in words. */
    public static String words(Session session, Macro macro) {
        if (macro.members().isEmpty()) {
            return "It moves nothing yet. B adds members.";
        }
        int unreached = Macros.unreached(session, macro).size();
        String sockets = unreached == 0
                ? ""
                : " " + unreached + (unreached == 1 ? " member sits" : " members sit") + " on no socket.";
        return Travel.of(session, macro)
                        .map(travel -> {
                            if (travel.whole(macro)) {
                                return "The whole way is free: " + percent(macro.scale())
                                        + " of the travel, distances kept.";
                            }
                            return "Down " + part(travel.down(), macro.centre()) + " until "
                                    + name(session, travel.lowest()) + " is at the wall, up "
                                    + part(travel.up(), 1 - macro.centre()) + " until "
                                    + name(session, travel.highest()) + " is. Shifted by "
                                    + percent(travel.shift()) + " it has " + percent(travel.each()) + " each way.";
                        })
                        .orElse("Each member goes through a span of its own.")
                + sockets;
    }

    private static String name(Session session, Target target) {
        return session.device(target.device()).name() + " · "
                + session.parameter(target).name();
    }

    private static String part(double reach, double way) {
        return reach >= way - 1e-12 ? "all of its " + percent(way) : percent(reach) + " of its " + percent(way);
    }

    /** With every frame of the window. */
    void frame() {
        shown().ifPresent(macro -> {
            if (!desk.engine().index().has(macro.target())) {
                return;
            }
            double value = desk.state().value(desk.engine().index().of(macro.target()));
            fan.frame(value);
            plot.below(fan, scroll);
            String text = macro.parameter().print(value);
            if (!text.equals(reads.getText())) {
                reads.setText(text);
            }
            if (!place.isValueChanging() && Math.abs(place.getValue() - value) > 1e-9) {
                filling = true;
                place.setValue(value);
                filling = false;
            }
        });
    }

    private void typed() {
        shown().ifPresent(macro -> {
            try {
                double size = number(scale);
                double at = number(centre);
                desk.edit(
                        "Way of " + macro.name(),
                        s -> s.with(s.macro(macro.id()).scaled(size).centred(at)));
            } catch (NumberFormatException e) {
                desk.refuse("“" + scale.getText() + "” and “" + centre.getText()
                        + "”: expected percents, such as 50 %; the way may go below 0 to turn it round.");
            }
            show();
        });
    }

    private static double number(TextField field) {
        return Double.parseDouble(field.getText()
                        .replace("%", "")
                        .replace('−', '-')
                        .replace(',', '.')
                        .strip())
                / 100;
    }

    // Acts

    /** A new macro without members. */
    void create() {
        Macro fresh = Macros.fresh(desk.session(), "Macro");
        desk.edit("New macro " + fresh.name(), s -> s.with(fresh));
        desk.selection().macroProperty().set(fresh.id());
        desk.say(Notice.good("Macro", fresh.name() + " is there. B adds members, M learns the control that moves it."));
    }

    void addMembers() {
        Macro macro = shown().orElse(null);
        if (macro == null) {
            desk.refuse("Make a macro first (K).");
            return;
        }
        List<Target> without =
                new ArrayList<>(macro.members().stream().map(Member::target).toList());
        without.add(macro.target());
        TargetChooser.ask(
                        desk,
                        getScene().getWindow(),
                        new TargetChooser.Words(
                                "Members",
                                "What " + macro.name() + " is to move",
                                "Each by its own span",
                                "Keep their distances"),
                        without,
                        (targets, byOffset) -> meaning(macro, targets, byOffset))
                .ifPresent(choice -> add(desk, macro, choice.targets(), choice.second()));
    }

    static void add(Desk desk, Macro macro, List<Target> targets, boolean byOffset) {
        String what =
                targets.size() == 1 ? desk.session().parameter(targets.get(0)).name() : targets.size() + " members";
        desk.edit("Add " + what + " to " + macro.name(), s -> Macros.add(s, macro.id(), targets, byOffset));
    }

    private TargetChooser.Meaning meaning(Macro macro, List<Target> targets, boolean byOffset) {
        try {
            Session after = Macros.add(desk.session(), macro.id(), targets, byOffset);
            List<String> words = new ArrayList<>(Travel.warnings(after, after.macro(macro.id())));
            long routes = desk.session().routes().stream()
                    .filter(r -> targets.contains(r.target()))
                    .count();
            if (routes > 0) {
                words.add(
                        0,
                        routes + (routes == 1 ? " of them has" : " of them have")
                                + " a route of its own, which does nothing as long as the macro moves it.");
            }
            return new TargetChooser.Meaning(
                    words.isEmpty() ? words(after, after.macro(macro.id())) : String.join(" ", words), true);
        } catch (IllegalArgumentException e) {
            return new TargetChooser.Meaning(e.getMessage(), false);
        }
    }

    void learn() {
        shown().ifPresentOrElse(
                        macro -> desk.learner().begin(List.of(macro.target())),
                        () -> desk.refuse("Make a macro first (K)."));
    }

    /** The resting place that gives the group the full way. */
    void full() {
        shown().ifPresent(macro -> {
            desk.edit("Give " + macro.name() + " the full way", s -> Travel.fullWay(s, macro.id()));
            desk.say(Notice.good("Macro", words(desk.session(), desk.session().macro(macro.id()))));
        });
    }

    /** The chosen member by span instead of by offset, or the other way round. */
    void turn() {
        shown().ifPresent(macro -> fan.chosen().ifPresent(strand -> {
            Target target = strand.target();
            boolean spanned = macro.member(target).orElse(null) instanceof Member.BySpan;
            String name = desk.session().parameter(target).name();
            desk.edit(
                    spanned ? name + " keeps its distance" : name + " by a span",
                    s -> s.with(s.macro(macro.id())
                            .with(spanned ? new Member.ByOffset(target) : new Member.BySpan(target, Span.FULL))));
        }));
    }

    /** The lane of the macro itself. */
    void lane() {
        shown().ifPresent(macro -> desk.selection().openLane(macro.target()));
    }

    private void reachAll() {
        shown().ifPresent(macro -> {
            int unreached = Macros.unreached(desk.session(), macro).size();
            if (unreached == 0) {
                desk.say(Notice.plain("Reached", "All members of " + macro.name() + " sit on sockets already."));
                return;
            }
            desk.edit("Reach the members of " + macro.name(), s -> Macros.reachThroughOneSocket(s, macro.id()));
        });
    }

    /** Another name for the macro. */
    void rename() {
        shown().ifPresent(macro -> NameDialog.ask(getScene().getWindow(), "Name of the macro", macro.name())
                .ifPresent(name -> desk.edit(
                        "Rename " + macro.name(),
                        s -> s.with(s.macro(macro.id()).with(macro.parameter().named(name))))));
    }

    private void delete() {
        shown().ifPresent(macro -> {
            Session session = desk.session();
            int points = session.lane(macro.target()).envelope().size();
            long routes = session.routes().stream()
                    .filter(r -> r.target().equals(macro.target()))
                    .count();
            boolean sure = points + routes == 0
                    || Questions.over(() -> getScene().getWindow())
                            .sure(
                                    "Delete " + macro.name() + "?",
                                    "With it go " + points + " points of its lane and " + routes
                                            + (routes == 1 ? " route" : " routes")
                                            + ". Its members stay where they are.",
                                    "Delete");
            if (sure) {
                desk.edit("Delete " + macro.name(), s -> Macros.delete(s, macro.id()));
            }
        });
    }
}
