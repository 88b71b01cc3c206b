package agogic.desk.catalog;

import agogic.core.device.Device;
import agogic.core.device.Face;
import agogic.core.parameter.Parameter;
import agogic.core.route.Target;
import agogic.desk.parts.Tip;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import javafx.application.Platform;
import javafx.geometry.Pos;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.control.ScrollPane;
import javafx.scene.control.ToggleButton;
import javafx.scene.layout.FlowPane;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import javafx.scene.layout.VBox;

/** The face of a device: its groups as a player expects them, and one aspect of a bank at a time. */
public final class FaceView extends ScrollPane {
    private final CatalogModel model;
    private final VBox content = new VBox(12);
    private final List<FaceControl> controls = new ArrayList<>();
    private final Map<String, Integer> aspects = new HashMap<>();
    private String shown = "";
    private List<Parameter> parameters = List.of();

    FaceView(CatalogModel model) {
        this.model = model;
        setId("face");
        getStyleClass().add("face");
        setFitToWidth(true);
        setHbarPolicy(ScrollBarPolicy.NEVER);
        content.getStyleClass().add("face-content");
        setContent(content);
        model.frames.onFrame(this::frame);
    }

    /** The control under the pointer, null if there is none. */
    Target under() {
        return controls.stream()
                .filter(FaceControl::isHover)
                .map(FaceControl::target)
                .findFirst()
                .orElse(null);
    }

    /** Puts the focus on the control of a parameter, if it is on this face. */
    void focus(Target target) {
        controls.stream().filter(c -> c.target().equals(target)).findFirst().ifPresent(FaceControl::requestFocus);
    }

    private void frame() {
        if (isVisible() && getScene() != null) {
            controls.stream().filter(c -> model.session().has(c.target())).forEach(c -> c.follow(false));
        }
    }

    /** Shows the face of the chosen device as it stands now. */
    public void show() {
        Device device = model.deviceProperty().get() == null ? null : model.device();
        if (device == null) {
            shown = "";
            controls.clear();
            content.getChildren().clear();
            return;
        }
        boolean same = shown.equals(device.id()) && ids(parameters).equals(ids(device.parameters()));
        parameters = device.parameters();
        if (same) {
            controls.forEach(FaceControl::show);
            return;
        }
        shown = device.id();
        build(device);
    }

    private static List<String> ids(List<Parameter> all) {
        return all.stream().map(Parameter::id).toList();
    }

    private void build(Device device) {
        controls.clear();
        content.getChildren().clear();
        Face face = Face.of(device);
        face.groups().stream().filter(g -> !own(g)).forEach(g -> content.getChildren()
                .add(group(device, g)));
        face.banks().forEach(bank -> content.getChildren().add(bank(device, bank)));
        face.groups().stream().filter(FaceView::own).forEach(g -> content.getChildren()
                .add(group(device, g)));
    }

    /** True for what the device keeps for itself: it stands last. */
    private static boolean own(Face.Group group) {
        return group.parameters().stream().allMatch(Parameter::reserved);
    }

    private VBox group(Device device, Face.Group group) {
        FlowPane row = new FlowPane(6, 8);
        for (Parameter parameter : group.parameters()) {
            row.getChildren().add(control(device, parameter, label(parameter, group.title()), false));
        }
        return section(group.title(), group.parameters(), device, row);
    }

    private VBox bank(Device device, Face.Bank bank) {
        String key = device.id() + bank.title();
        int aspect = Math.min(aspects.getOrDefault(key, 0), bank.aspects().size() - 1);
        FlowPane chips = new FlowPane(3, 3);
        for (int i = 0; i < bank.aspects().size(); i++) {
            int index = i;
            String id = "aspect-" + bank.aspects().get(i).toLowerCase(Locale.ROOT);
            ToggleButton button = new ToggleButton(bank.aspects().get(i));
            button.getStyleClass().addAll("pill", "chip");
            button.setSelected(i == aspect);
            button.setId(id);
            button.setAccessibleText(
                    bank.aspects().get(i) + " of all " + bank.members().size());
            button.setOnAction(e -> {
                aspects.put(key, index);
                build(model.device());
                Platform.runLater(() -> lookup("#" + id).requestFocus());
            });
            chips.getChildren().add(button);
        }
        FlowPane row = new FlowPane(1, 6);
        List<Parameter> all = bank.aspect(aspect);
        for (int m = 0; m < all.size(); m++) {
            String number = bank.members().get(m).replaceAll("\\D+", "");
            row.getChildren().add(control(device, all.get(m), number.isEmpty() ? "" + (m + 1) : number, true));
        }
        String title = bank.members().size() + " × " + bank.title() + " · "
                + bank.aspects().get(aspect);
        return section(title, all, device, chips, row);
    }

    private static String label(Parameter parameter, String group) {
        String name = parameter.name();
        return !group.isEmpty() && name.startsWith(group + " ")
                ? name.substring(group.length()).replaceAll("^[\\s·:/,.-]+", "")
                : name;
    }

    private VBox section(String title, List<Parameter> all, Device device, Region... rows) {
        Label name = new Label(title);
        name.getStyleClass().add("title");
        Region gap = new Region();
        HBox.setHgrow(gap, Priority.ALWAYS);
        int open = (int) all.stream().filter(p -> !p.reserved()).count();
        Button expose = new Button(open == 1 ? "Expose" : "Expose all " + open);
        expose.setVisible(open > 0);
        expose.getStyleClass().addAll("pill", "act", "small");
        Tip.on(expose, "Gives each of this group a socket; reserved ones are not touched");
        expose.setAccessibleText("Expose all " + open + " of " + title);
        List<Target> targets =
                all.stream().map(p -> new Target(device.id(), p.id())).toList();
        expose.setOnAction(e -> model.expose(targets, title));
        HBox head = new HBox(8, name, gap, expose);
        head.setAlignment(Pos.CENTER_LEFT);
        VBox box = new VBox(6, head);
        box.getChildren().addAll(rows);
        box.getStyleClass().add("face-group");
        return box;
    }

    private FaceControl control(Device device, Parameter parameter, String title, boolean narrow) {
        FaceControl control = new FaceControl(
                model.editing,
                model.selection,
                model.standing,
                new Target(device.id(), parameter.id()),
                title,
                narrow,
                model::choose,
                target -> model.expose(List.of(target), model.name(target)));
        controls.add(control);
        return control;
    }
}
