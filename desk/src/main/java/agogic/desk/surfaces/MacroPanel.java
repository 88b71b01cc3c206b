package agogic.desk.surfaces;

import agogic.core.edit.macro.Travel;
import agogic.core.macro.Macro;
import agogic.core.macro.Member;
import agogic.core.session.Session;
import agogic.desk.acts.ActParts;
import agogic.desk.model.Editing;
import agogic.desk.model.Frames;
import agogic.desk.model.Notices;
import agogic.desk.model.Selection;
import agogic.desk.model.Standing;
import agogic.desk.model.Strand;
import agogic.desk.parts.Parts;
import agogic.desk.parts.Tip;
import agogic.desk.parts.TypedText;
import java.util.List;
import java.util.Optional;
import javafx.geometry.Pos;
import javafx.scene.control.Button;
import javafx.scene.control.ComboBox;
import javafx.scene.control.Label;
import javafx.scene.control.ScrollPane;
import javafx.scene.control.Slider;
import javafx.scene.control.TextField;
import javafx.scene.layout.FlowPane;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.VBox;

/** The macros: what each moves and how, how far a group can travel, and what gives it the full way. */
public final class MacroPanel extends VBox {
    private final Editing editing;
    private final Notices notices;
    private final Selection selection;
    private final Frames frames;
    private final Standing standing;
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
    private final FlowPane buttons = new FlowPane(8, 6);
    private final HBox way;
    private final HBox offset;
    private boolean filling;

    MacroPanel(
            Editing editing,
            Notices notices,
            Selection selection,
            Frames frames,
            Standing standing,
            StrandActs strands) {
        super(8);
        this.editing = editing;
        this.notices = notices;
        this.selection = selection;
        this.frames = frames;
        this.standing = standing;
        getStyleClass().add("panel");
        chooser.setId("macro-chooser");
        chooser.setAccessibleText("The macro that is shown");
        chooser.setPromptText("No macro yet");
        chooser.setMaxWidth(Double.MAX_VALUE);
        HBox.setHgrow(chooser, Priority.ALWAYS);
        chooser.setConverter(Parts.words(id -> MacroActs.macro(editing, id)
                .map(m -> m.name() + ", " + m.members().size() + (m.members().size() == 1 ? " member" : " members"))
                .orElse("")));
        chooser.setOnAction(e -> {
            if (!filling) {
                selection.macroProperty().set(chooser.getValue());
            }
        });
        Button fresh = ActParts.button("macro-new");
        HBox head = new HBox(8, chooser, fresh);
        head.setAlignment(Pos.CENTER_LEFT);
        place.setId("macro-place");
        place.setAccessibleText("Where the macro stands");
        place.setBlockIncrement(0.01);
        HBox.setHgrow(place, Priority.ALWAYS);
        place.valueProperty().addListener((o, a, b) -> {
            if (!filling) {
                shown().ifPresent(m -> standing.moveOnFace(
                        m.target(), b.doubleValue(), 1 / Math.max(10, place.getWidth()), !place.isValueChanging()));
            }
        });
        place.valueChangingProperty().addListener((o, a, is) -> {
            if (!is) {
                standing.letGo();
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
                "How far members that keep their spacing move over its full range, in percent of theirs");
        field(centre, "macro-centre", "The place at which members that keep their distances stand where they are");
        offset = new HBox(8, Parts.quiet("Distances: goes"), scale, Parts.quiet("of the range, rests at"), centre);
        offset.setAlignment(Pos.CENTER_LEFT);
        reach.setId("macro-reach");
        reach.setWrapText(true);
        reach.setMinHeight(USE_PREF_SIZE);
        warnings.setId("macro-warnings");
        warnings.getStyleClass().addAll("hand-text", "small");
        warnings.setWrapText(true);
        warnings.setMinHeight(USE_PREF_SIZE);
        fan = new FanView(editing, selection, frames, strands::open, strands::remove, strands::dragged);
        fan.setId("macro-fan");
        plot = new SpanPlot(editing, selection, frames, strands::dragged);
        plot.setId("macro-span-plot");
        scroll = new ScrollPane(fan);
        scroll.setFitToWidth(true);
        scroll.getStyleClass().add("face");
        scroll.setFocusTraversable(false);
        VBox.setVgrow(scroll, Priority.ALWAYS);
        for (String id : List.of(
                "macro-members",
                "macro-learn",
                "macro-whole",
                "macro-follow",
                "macro-socket",
                "macro-lane",
                "macro-rename",
                "macro-delete")) {
            buttons.getChildren().add(ActParts.button(id));
        }
        getChildren().addAll(head, way, offset, reach, warnings, scroll, plot, buttons);
        selection.macroProperty().addListener((o, a, b) -> show());
        show();
    }

    private void field(TextField field, String id, String words) {
        field.setId(id);
        field.getStyleClass().add("field");
        field.setPrefWidth(72);
        field.setAccessibleText(words);
        Tip.on(field, words);
        field.setOnAction(e -> typed());
    }

    private Optional<Macro> shown() {
        return MacroActs.shown(editing, selection);
    }

    FanView fan() {
        return fan;
    }

    /** Shows the chosen macro as it is now. */
    public void show() {
        filling = true;
        List<String> ids = editing.session().macros().stream().map(Macro::id).toList();
        if (shown().isEmpty() && !ids.isEmpty()) {
            selection.macroProperty().set(ids.get(0));
            filling = true;
        }
        chooser.setVisible(!ids.isEmpty());
        chooser.getItems().setAll(ids);
        chooser.setValue(shown().map(Macro::id).orElse(null));
        Macro macro = shown().orElse(null);
        for (javafx.scene.Node node : List.of(way, warnings, buttons)) {
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
        Session session = editing.session();
        TypedText.show(scale, macro.id(), MacroWords.percent(macro.scale()), centre);
        TypedText.show(centre, macro.id(), MacroWords.percent(macro.centre()), scale);
        reach.setText(MacroWords.of(session, macro));
        List<String> all = Travel.warnings(session, macro);
        warnings.setText(
                all.isEmpty() ? "" : all.get(0) + (all.size() > 1 ? " And " + (all.size() - 1) + " more such." : ""));
        warnings.setVisible(!all.isEmpty());
        warnings.setManaged(!all.isEmpty());
        Tip.on(warnings, String.join("\n", all));
        fan.show(Strand.of(macro, 0), true);
        fan.setAccessibleHelp(MacroWords.spoken(session, macro));
        setAccessibleText(MacroWords.spoken(session, macro));
    }

    /** With every frame of the window. */
    void frame() {
        shown().ifPresent(macro -> {
            if (frames.playing().value(macro.target()).isEmpty()) {
                return;
            }
            double value = standing.stands(macro.target());
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
                editing.edit(
                        "Range of " + macro.name(),
                        s -> s.with(s.macro(macro.id()).scaled(size).centred(at)));
            } catch (NumberFormatException e) {
                notices.refuse("“" + scale.getText() + "” and “" + centre.getText()
                        + "”: expected percents, such as 50 %; a range below 0 reverses it.");
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
}
