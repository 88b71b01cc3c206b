package agogic.desk.catalog;

import agogic.core.device.Device;
import agogic.core.fit.Fit;
import agogic.core.fit.FitPlan;
import agogic.core.fit.FitStep;
import agogic.core.session.Session;
import agogic.desk.model.Beside;
import agogic.desk.model.Notice;
import agogic.desk.parts.Parts;
import agogic.desk.parts.Tip;
import agogic.desk.parts.WordyCell;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.Set;
import java.util.function.Consumer;
import javafx.geometry.Pos;
import javafx.scene.AccessibleRole;
import javafx.scene.control.Button;
import javafx.scene.control.CheckBox;
import javafx.scene.control.Label;
import javafx.scene.control.ListView;
import javafx.scene.control.ToggleButton;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import javafx.scene.layout.VBox;

/** The plan that makes the wanted parameters of a device go through its sockets; made beside the window. */
public final class FitPanel extends VBox {
    private final CatalogModel model;
    private final Consumer<Optional<Device>> compared;
    private final Label sentence = new Label();
    private final Label after = new Label();
    private final ListView<FitStep> steps = new ListView<>();
    private final Button apply = new Button();
    private final ToggleButton compare = new ToggleButton("Show after");
    private final Set<String> off = new HashSet<>();
    private String planned = "";
    private FitPlan plan;
    private final Beside beside = new Beside();
    /** What the plan is of, made or being made. */
    private Session planOf;

    private Set<String> planOff = Set.of();
    private String planDevice = "";

    /** {@code compared} is told the device as it would be, or nothing to show it as it is. */
    FitPanel(CatalogModel model, Consumer<Optional<Device>> compared) {
        super(8);
        this.model = model;
        this.compared = compared;
        sentence.setWrapText(true);
        sentence.setId("fit-sentence");
        sentence.setMinHeight(USE_PREF_SIZE);
        after.setId("fit-after");
        after.setWrapText(true);
        after.setMinHeight(USE_PREF_SIZE);
        steps.setId("fit-steps");
        Parts.onSpace(steps, this::toggleChosen);
        steps.getStyleClass().add("fit-steps");
        steps.setAccessibleText("Steps of the plan");
        steps.setCellFactory(view -> new StepCell());
        VBox.setVgrow(steps, Priority.ALWAYS);
        apply.setId("fit-apply");
        apply.getStyleClass().addAll("pill", "main");
        apply.setOnAction(e -> apply());
        compare.setId("fit-compare");
        compare.getStyleClass().addAll("pill", "act");
        Tip.on(compare, "The sockets as they would be afterwards");
        compare.setOnAction(e -> showCompared());
        HBox acts = new HBox(10, apply, compare);
        getChildren().addAll(sentence, steps, after, acts);
    }

    /** Makes the plan of the chosen device anew, if the session has changed since the last. */
    public void show() {
        Device device = model.deviceProperty().get() == null ? null : model.device();
        if (device == null) {
            return;
        }
        if (!device.id().equals(planned)) {
            off.clear();
            compare.setSelected(false);
        }
        planned = device.id();
        Session session = model.session();
        int needed = device.taken() + device.wanted().size();
        sentence.setText(
                needed <= device.usable()
                        ? device.name() + " has room: " + needed + " wanted, " + device.usable() + " sockets."
                        : "You want " + needed + " parameters automated; " + device.name() + " offers "
                                + device.usable() + " sockets.");
        if (needed <= device.usable()) {
            plan = null;
            planOf = null;
            beside.forget();
            steps.getItems().clear();
            after.setText("");
            apply.setVisible(false);
            compare.setVisible(false);
            showCompared();
            return;
        }
        apply.setVisible(true);
        compare.setVisible(true);
        if (session == planOf && off.equals(planOff) && device.id().equals(planDevice)) {
            return;
        }
        planOf = session;
        planOff = Set.copyOf(off);
        planDevice = device.id();
        apply.setDisable(true);
        after.setText("Planning …");
        Set<String> without = planOff;
        beside.latest("agogic-fit", () -> Fit.plan(session, device.id(), without), this::took, this::failed);
    }

    private void failed(String why) {
        plan = null;
        planOf = null;
        after.setText("No plan: " + why);
    }

    private void took(FitPlan made) {
        plan = made;
        List<FitStep> all = new ArrayList<>(made.steps());
        all.addAll(made.offered());
        steps.getItems().setAll(all);
        int count = made.steps().size();
        double most =
                made.steps().stream().mapToDouble(FitStep::largestChange).max().orElse(0);
        after.setText(
                made.missing() > 0
                        ? "It does not fit: " + made.missing()
                                + (made.missing() == 1 ? " socket is" : " sockets are")
                                + " missing. Switch more steps on, or take something back."
                        : "After: " + made.after() + " of " + made.usable() + " sockets, nothing dropped, "
                                + (most < 1e-9
                                        ? "no value changes."
                                        : String.format(Locale.ROOT, "the largest change is %.2g of a travel.", most)));
        apply.setDisable(made.missing() > 0);
        apply.setText(count == 1 ? "Apply this step" : "Apply all " + count);
        showCompared();
    }

    private void showCompared() {
        boolean shows = compare.isSelected() && plan != null && plan.missing() == 0;
        compare.setText(compare.isSelected() ? "Show before" : "Show after");
        compared.accept(shows ? Optional.of(plan.apply(planOf).device(planned)) : Optional.empty());
    }

    private void apply() {
        if (plan == null || planOf != model.session()) {
            model.notices.refuse("The session has changed since; the plan is being made again.");
            show();
            return;
        }
        FitPlan now = plan;
        String name = model.device().name();
        int moved = now.steps().stream().mapToInt(s -> s.parameters().size()).sum();
        compare.setSelected(false);
        model.editing.edit("Make " + name + " fit", now::apply);
        model.notices.say(new Notice(
                Notice.Kind.GOOD,
                "Fits",
                name + ": " + now.through() + " parameters go through " + now.after() + " of " + now.usable()
                        + " sockets; " + moved + " were rearranged.",
                List.of(new Notice.Act("Undo", model.editing::undo))));
    }

    private final class StepCell extends WordyCell<FitStep> {
        private final CheckBox on = new CheckBox();
        private final Label title = new Label();
        private final Label detail = new Label();
        private final Label cost = new Label();
        private final Label saves = new Label();
        private final HBox box = new HBox(8);

        StepCell() {
            super(AccessibleRole.CHECK_BOX);
            title.getStyleClass().add("strong");
            for (Label quiet : List.of(detail, cost)) {
                quiet.getStyleClass().addAll("quiet", "small");
                quiet.setWrapText(true);
            }
            saves.getStyleClass().addAll("figures", "span-text", "large");
            saves.setMinWidth(USE_PREF_SIZE);
            VBox words = new VBox(1, title, detail, cost);
            HBox.setHgrow(words, Priority.ALWAYS);
            on.setFocusTraversable(false);
            on.setOnAction(e -> toggle());
            box.getChildren().addAll(on, words, saves);
            box.setAlignment(Pos.CENTER_LEFT);
        }

        private void toggle() {
            FitStep step = getItem();
            if (step != null && !off.remove(step.key())) {
                off.add(step.key());
            }
            FitPanel.this.show();
        }

        private boolean taken(FitStep step) {
            return plan != null && plan.steps().contains(step);
        }

        @Override
        public Region show(FitStep step) {
            boolean taken = taken(step);
            boolean switchedOff = off.contains(step.key());
            on.setSelected(taken);
            on.setDisable(!taken && !switchedOff);
            title.setText(step.title() + (taken || switchedOff ? "" : " (not needed)"));
            detail.setText(step.detail());
            cost.setText("costs " + step.cost());
            saves.setText("−" + step.saves());
            saves.setOpacity(taken ? 1 : 0.55);
            return box;
        }

        @Override
        public String spoken(FitStep step) {
            String state = taken(step) ? ", on" : off.contains(step.key()) ? ", off" : ", not needed";
            return step.title() + ", " + step.detail() + ", saves " + step.saves() + ", costs " + step.cost() + state;
        }
    }

    /** Switches the chosen step on or off, as a press of its box does. */
    private void toggleChosen() {
        FitStep step = steps.getSelectionModel().getSelectedItem();
        if (step == null || plan == null) {
            return;
        }
        if (!off.remove(step.key()) && plan.steps().contains(step)) {
            off.add(step.key());
        }
        show();
    }
}
