package agogic.desk.surfaces;

import agogic.core.assign.Assigning;
import agogic.core.assign.Overlap;
import agogic.core.route.Hand;
import agogic.core.route.Route;
import agogic.core.route.Takeover;
import agogic.core.route.Target;
import agogic.core.session.Session;
import agogic.core.session.TargetName;
import agogic.core.snapshot.PadStart;
import agogic.core.surface.Control;
import agogic.core.surface.Surface;
import agogic.desk.acts.ActParts;
import agogic.desk.model.Editing;
import agogic.desk.model.Frames;
import agogic.desk.model.Learner;
import agogic.desk.model.Notice;
import agogic.desk.model.Notices;
import agogic.desk.model.Selection;
import agogic.desk.model.Strand;
import agogic.desk.parts.Parts;
import agogic.desk.parts.TargetChooser;
import agogic.desk.parts.Tip;
import agogic.desk.parts.TypedText;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.stream.Collectors;
import javafx.geometry.Pos;
import javafx.scene.control.ComboBox;
import javafx.scene.control.Label;
import javafx.scene.control.MenuButton;
import javafx.scene.control.ScrollPane;
import javafx.scene.control.TextField;
import javafx.scene.layout.FlowPane;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import javafx.scene.layout.VBox;

/** The chosen control: how it speaks, how it takes over, all it moves on every page; while it is learnt, what it seems to be. */
public final class HandPanel extends VBox {
    private final Editing editing;
    private final Notices notices;
    private final Selection selection;
    private final Frames frames;
    private final StrandActs strands;
    private final Learner learner;
    private final Label title = new Label();
    private final Label message = new Label();
    private final Label trouble = new Label();
    private final ComboBox<Takeover> takeover = new ComboBox<>();
    private final TextField smoothing = new TextField();
    private final MenuButton more = new MenuButton("Control");
    private final FanView fan;
    private final ScrollPane scroll;
    private final SpanPlot plot;
    private final Label empty = new Label();
    private final FlowPane acts = new FlowPane(8, 6);
    private final HBox settings;
    private boolean filling;

    HandPanel(
            Editing editing,
            Notices notices,
            Selection selection,
            Frames frames,
            Learner learner,
            StrandActs strands,
            ControlActs controlActs) {
        super(8);
        this.editing = editing;
        this.notices = notices;
        this.selection = selection;
        this.frames = frames;
        this.learner = learner;
        this.strands = strands;
        getStyleClass().add("panel");
        title.getStyleClass().add("title");
        title.setId("hand-title");
        message.getStyleClass().add("quiet");
        message.setId("hand-message");
        message.setWrapText(true);
        trouble.getStyleClass().add("ride-text");
        trouble.setId("hand-trouble");
        trouble.setWrapText(true);
        takeover.setId("takeover");
        takeover.getItems().setAll(Takeover.values());
        takeover.setAccessibleText(
                "Takeover, what happens where the hand and the value are apart: at once, when they meet, or closing in");
        takeover.setConverter(Parts.words(Takeover::spoken));
        takeover.setOnAction(e -> {
            if (!filling && takeover.getValue() != null) {
                hand().ifPresent(hand -> editing.edit(
                        "Takeover: " + takeover.getValue().spoken(),
                        s -> Assigning.takingOver(s, hand, takeover.getValue())));
            }
        });
        smoothing.setId("smoothing");
        smoothing.getStyleClass().add("field");
        smoothing.setPrefWidth(64);
        smoothing.setAccessibleText("Smoothing of its steps, in milliseconds; 0 for none");
        Tip.on(smoothing, "Smooths the steps of a 7-bit control; it always arrives exactly");
        smoothing.setOnAction(e -> typedSmoothing());
        more.getStyleClass().add("pill");
        more.setId("control-menu");
        more.setMinWidth(Region.USE_PREF_SIZE);
        more.setOnShowing(e -> more.getItems().setAll(hand().isPresent() ? controlActs.menu() : List.of()));
        Region gap = new Region();
        HBox.setHgrow(gap, Priority.ALWAYS);
        settings = new HBox(8, Parts.quiet("Takeover"), takeover, Parts.quiet("Smooth"), smoothing, gap, more);
        settings.setAlignment(Pos.CENTER_LEFT);
        fan = new FanView(editing, selection, frames, strands::open, strands::remove, strands::dragged);
        fan.setId("fan");
        scroll = new ScrollPane(fan);
        scroll.setFitToWidth(true);
        scroll.getStyleClass().add("face");
        scroll.setFocusTraversable(false);
        VBox.setVgrow(scroll, Priority.ALWAYS);
        plot = new SpanPlot(editing, selection, frames, strands::dragged);
        empty.getStyleClass().add("quiet");
        empty.setWrapText(true);
        empty.setId("hand-empty");
        for (String id : List.of("hand-connect", "hand-learn", "hand-span", "hand-page", "hand-disconnect")) {
            acts.getChildren().add(ActParts.button(id));
        }
        getChildren().addAll(title, message, settings, trouble, empty, scroll, plot, acts);
        show();
    }

    /** The chosen control, if the session has it. */
    private Optional<Hand> hand() {
        Hand hand = selection.handProperty().get();
        return Optional.ofNullable(hand).filter(h -> editing.session().surfaces().stream()
                .anyMatch(s -> s.id().equals(h.surface()) && s.placeOf(h.control()) >= 0));
    }

    private Surface surface(Hand hand) {
        return editing.session().surface(hand.surface());
    }

    /** Shows the chosen control as it is now. */
    public void show() {
        filling = true;
        Hand hand = hand().orElse(null);
        visible(settings, hand != null);
        visible(acts, hand != null);
        visible(scroll, hand != null);
        visible(trouble, false);
        visible(empty, false);
        if (hand == null) {
            visible(plot, false);
            title.setText("No control chosen");
            message.setText("Click one on the drawing, or go to it with Tab.");
        } else {
            control(hand);
        }
        filling = false;
    }

    private static void visible(Region node, boolean is) {
        node.setVisible(is);
        node.setManaged(is);
    }

    private void control(Hand hand) {
        Session session = editing.session();
        Surface surface = surface(hand);
        Control control = surface.find(hand.control());
        List<Strand> all = Strand.of(session, surface, control);
        List<Strand> own = all.stream().filter(s -> s.depth() == 0).toList();
        int page = surface.turnsTo(control.id());
        String turns = page == 0 ? "" : "turns to page " + surface.pageName(page);
        title.setText(control.name()
                + (own.size() == 1
                        ? " → " + TargetName.of(session, own.get(0).target())
                        : own.isEmpty() ? "" : " → " + own.size() + " things"));
        message.setText(control.kind().spoken() + " · " + control.address().spoken()
                + (control.turned() ? " · reversed" : "")
                + (control.touchSensitive() ? " · touch-sensitive" : "")
                + (control.shows() ? " · shows values" : "")
                + (turns.isEmpty() ? "" : " · " + turns)
                + PadStart.of(session.sets(), hand).stream()
                        .map(one -> " · starts the snapshot " + one.spoken())
                        .collect(Collectors.joining()));
        List<String> conflicts = Overlap.of(session).stream()
                .filter(o -> o.kind().conflict() && o.about(hand))
                .map(Overlap::sentence)
                .toList();
        trouble.setText(String.join("\n", conflicts));
        visible(trouble, !conflicts.isEmpty());
        List<Route> routes = routes(hand);
        takeover.setDisable(routes.isEmpty());
        smoothing.setDisable(routes.isEmpty());
        takeover.setValue(routes.isEmpty() ? Takeover.AT_ONCE : routes.get(0).takeover());
        TypedText.show(
                smoothing,
                hand,
                routes.isEmpty() ? "0 ms" : Math.round(routes.get(0).smoothing()) + " ms");
        fan.show(all, false);
        visible(scroll, !all.isEmpty());
        visible(empty, all.isEmpty());
        // Otherwise the plot stays, and keeps the focus: what is not seen for a moment loses it.
        visible(plot, plot.isVisible() && !all.isEmpty());
        empty.setText(
                turns.isEmpty()
                        ? "It moves nothing yet. Connect it (C), or choose a parameter in the Catalog, press M and move it."
                        : "It " + turns + ".");
        acts.getChildren().forEach(node -> node.setDisable(!"hand-connect".equals(node.getId()) && all.isEmpty()));
    }

    private List<Route> routes(Hand hand) {
        return editing.session().routes().stream()
                .filter(r -> r.hand().filter(hand::sameControl).isPresent())
                .toList();
    }

    /** With every frame of the window. */
    void frame() {
        hand().ifPresent(hand -> {
            fan.frame(frames.playing().control(hand));
            plot.below(fan, scroll);
        });
    }

    private void typedSmoothing() {
        hand().ifPresent(hand -> {
            try {
                String text = smoothing.getText().replace("ms", "").strip();
                double milliseconds = Double.parseDouble(text.replace(',', '.'));
                editing.edit(
                        "Smooth " + editing.session().control(hand).name(),
                        s -> Assigning.smoothing(s, hand, milliseconds));
            } catch (NumberFormatException e) {
                notices.refuse(
                        "“" + smoothing.getText() + "” is no time. Expected milliseconds, such as 40 ms; 0 for none.");
            }
            show();
        });
    }

    // Acts

    void connect() {
        if (hand().isEmpty()) {
            notices.refuse("Choose a control on the drawing first.");
            return;
        }
        Hand bare = hand().get();
        Surface surface = surface(bare);
        int page = surface.pages().size() > 1 ? frames.playing().page(surface.id()) : 0;
        Hand hand = bare.on(page);
        String name = surface.find(hand.control()).name();
        TargetChooser.ask(
                        editing,
                        notices,
                        selection,
                        getScene().getWindow(),
                        new TargetChooser.Words("Connect", "What " + name + " is to move", "Add", "Replace"),
                        List.of(),
                        (targets, second) -> meaning(hand, targets))
                .ifPresent(choice -> {
                    Assigning.How how = choice.second() ? Assigning.How.TAKE_OVER : Assigning.How.ADD;
                    String what = choice.targets().size() == 1
                            ? editing.session()
                                    .parameter(choice.targets().get(0))
                                    .name()
                            : choice.targets().size() + " things";
                    if (editing.edit(
                            "Connect " + name + " to " + what, s -> connected(s, hand, choice.targets(), how))) {
                        notices.say(Notice.good("Connected", name + " moves " + what + " now."));
                    }
                });
    }

    private static Session connected(Session session, Hand hand, List<Target> targets, Assigning.How how) {
        Session after = session;
        for (int i = 0; i < targets.size(); i++) {
            // The first takes the control over; the others come beside it.
            after = Assigning.connect(after, hand, targets.get(i), i == 0 ? how : Assigning.How.ADD);
        }
        return after;
    }

    private TargetChooser.Meaning meaning(Hand hand, List<Target> targets) {
        List<String> words = new ArrayList<>();
        for (Target target : targets) {
            try {
                Assigning.check(editing.session(), target);
                Assigning.clash(editing.session(), hand, target).ifPresent(words::add);
            } catch (IllegalArgumentException e) {
                return new TargetChooser.Meaning(e.getMessage(), false);
            }
        }
        return new TargetChooser.Meaning(words.isEmpty() ? "Nothing conflicts." : String.join(" ", words), true);
    }

    void learn() {
        fan.chosen()
                .ifPresentOrElse(
                        strand -> learner.begin(List.of(strand.target())),
                        () -> notices.refuse(
                                "Choose what is to be moved: a route here, or parameters in the Catalog."));
    }

    /** The lane of what is chosen. */
    void lane() {
        fan.chosen().ifPresent(s -> selection.openLane(s.target()));
    }

    /** Why nothing can be done to what the control moves; empty if it moves something. */
    String whyNothing() {
        return selection.handProperty().get() == null
                ? ControlActs.NONE
                : fan.chosen().isEmpty() ? "This control moves nothing yet: C connects it." : "";
    }

    void disconnect() {
        fan.chosen().ifPresent(strands::remove);
    }

    /** The span of the chosen strand. */
    void span() {
        fan.chosen().ifPresent(strands::open);
    }

    /** The chosen strand counts on the next page, or on all. */
    void nextPage() {
        fan.chosen().flatMap(Strand::route).ifPresent(id -> {
            Hand hand = editing.session().route(id).hand().orElseThrow();
            Surface surface = surface(hand);
            int next = (hand.page() + 1) % (surface.pages().size() + 1);
            if (editing.edit("On page " + surface.pageName(next), s -> Assigning.onPage(s, id, next))) {
                notices.say(Notice.good("Page", "It is active on page " + surface.pageName(next) + " now."));
            }
        });
    }

    /** For tests and screen readers: the strands. */
    public FanView fan() {
        return fan;
    }
}
