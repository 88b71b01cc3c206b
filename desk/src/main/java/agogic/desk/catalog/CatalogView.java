package agogic.desk.catalog;

import agogic.core.device.Device;
import agogic.core.route.Target;
import agogic.desk.live.LiveDesk;
import agogic.desk.model.Editing;
import agogic.desk.model.Frames;
import agogic.desk.model.Notices;
import agogic.desk.model.Selection;
import agogic.desk.model.Standing;
import agogic.desk.model.View;
import agogic.desk.parts.Parts;
import agogic.desk.parts.Questions;
import agogic.desk.parts.Tip;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import javafx.geometry.Insets;
import javafx.scene.Node;
import javafx.scene.control.ToggleButton;
import javafx.scene.input.KeyCode;
import javafx.scene.input.KeyEvent;
import javafx.scene.input.MouseEvent;
import javafx.scene.layout.BorderPane;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import javafx.scene.layout.StackPane;
import javafx.scene.layout.VBox;

/** All parameters of all devices: found, offered and made to fit. */
public final class CatalogView extends BorderPane {
    /** What stands below the sockets. */
    enum Side {
        PARAMETER("Parameter"),
        FIT("Make it fit"),
        FINDINGS("Findings");

        private final String title;

        Side(String title) {
            this.title = title;
        }
    }

    private final Editing editing;
    private final Selection selection;
    /** Less than this is not enough for all columns beside the panels. */
    private static final double NARROW = 1160;

    private final CatalogModel model;
    private final ToggleButton faceTab = new ToggleButton("Face");
    private final ToggleButton listTab = new ToggleButton("List");
    private final Map<Side, ToggleButton> sideTabs = new LinkedHashMap<>();
    private final Map<Side, Region> sides = new LinkedHashMap<>();
    private final SearchBar search;
    private final DeviceList devices;
    private final ParameterList parameters;
    private final FaceView face;
    private final SocketPanel sockets;
    private final ParameterPanel panel;
    private final FitPanel fit;
    private final FindingsPanel findings;
    private final StackPane middle = new StackPane();
    private boolean byMouse;
    private Optional<Device> after = Optional.empty();

    /** The catalog of one device: its parameters, its sockets, and what a host sees. */
    public CatalogView(
            Editing editing,
            Notices notices,
            Selection selection,
            Frames frames,
            Standing standing,
            LiveDesk live,
            Questions questions) {
        this.editing = editing;
        this.selection = selection;
        model = new CatalogModel(editing, notices, selection, frames, standing, live, questions);
        model.refresh();
        search = new SearchBar(selection, model, () -> showing(true), () -> {
            parameters().requestFocus();
            if (parameters().cursor() < 0) {
                parameters().choose(0);
            }
        });
        devices = new DeviceList(model);
        parameters = new ParameterList(model);
        face = new FaceView(model);
        sockets = new SocketPanel(
                selection,
                model::choose,
                (from, to) -> model.renumber(model.device().id(), from, to));
        panel = new ParameterPanel(model);
        fit = new FitPanel(model, device -> {
            after = device;
            showSockets();
        });
        findings = new FindingsPanel(model, this::found);
        setLeft(devices);
        setCenter(center());
        setRight(right());
        model.foundProperty().addListener((o, a, b) -> search.count());
        model.deviceProperty().addListener((o, a, b) -> {
            after = Optional.empty();
            showDevice();
            search.follow();
        });
        model.chosenProperty().addListener((o, a, b) -> showSockets());
        editing.sessionProperty().addListener((o, a, b) -> {
            if (isVisible()) {
                refresh();
            }
        });
        visibleProperty().addListener((o, a, is) -> {
            if (is) {
                refresh();
            }
        });
        selection.shownProperty().addListener((o, a, target) -> asked(target));
        selection.fittingProperty().addListener((o, a, device) -> fitting(device));
        addEventFilter(MouseEvent.MOUSE_MOVED, e -> pointed(true));
        addEventFilter(MouseEvent.MOUSE_PRESSED, e -> pointed(true));
        addEventFilter(KeyEvent.KEY_PRESSED, this::pressed);
        showing(true);
        side(Side.PARAMETER);
        refresh();
        // What was asked for before the view was there.
        asked(selection.shownProperty().get());
        fitting(selection.fittingProperty().get());
    }

    private void asked(Target target) {
        if (target != null) {
            showOnly(target);
            selection.shownProperty().set(null);
        }
    }

    private void fitting(String device) {
        if (device != null) {
            model.deviceProperty().set(device);
            side(Side.FIT);
        }
    }

    /** Opens the Catalog with its list, or with the face of a device. */
    public void open(boolean face) {
        selection.viewProperty().set(View.CATALOG);
        showing(!face);
    }

    /** What is shown, without its looks. */
    public CatalogModel model() {
        return model;
    }

    private Node center() {
        for (ToggleButton tab : List.of(listTab, faceTab)) {
            tab.getStyleClass().addAll("pill", "view-tab");
        }
        listTab.setId("tab-list");
        faceTab.setId("tab-face");
        Tip.on(listTab, "The parameters as a list (F)");
        Tip.on(faceTab, "The face of the chosen device (F)");
        listTab.setOnAction(e -> showing(true));
        faceTab.setOnAction(e -> showing(false));
        HBox.setHgrow(search.field(), Priority.ALWAYS);
        HBox top = new HBox(8, search.field(), listTab, faceTab);
        middle.getChildren().setAll(parameters, face);
        VBox.setVgrow(middle, Priority.ALWAYS);
        VBox box = new VBox(8, top, search, middle);
        box.setPadding(new Insets(12, 8, 8, 14));
        return box;
    }

    private Node right() {
        HBox tabs = new HBox(2);
        for (Side side : Side.values()) {
            ToggleButton tab = new ToggleButton(side.title);
            tab.getStyleClass().addAll("pill", "view-tab");
            tab.setId("side-" + side.name().toLowerCase(Locale.ROOT));
            tab.setOnAction(e -> side(side));
            sideTabs.put(side, tab);
            tab.setMinWidth(Region.USE_PREF_SIZE);
            tabs.getChildren().add(tab);
        }
        sides.put(Side.PARAMETER, panel);
        sides.put(Side.FIT, fit);
        sides.put(Side.FINDINGS, findings);
        StackPane stack = new StackPane(panel, fit, findings);
        VBox.setVgrow(stack, Priority.ALWAYS);
        VBox below = new VBox(6, tabs, stack);
        below.getStyleClass().add("panel");
        VBox.setVgrow(below, Priority.ALWAYS);
        VBox box = new VBox(10, sockets, below);
        box.setPadding(new Insets(12, 14, 8, 6));
        Parts.beside(devices, this, NARROW, 232, 180);
        Region pane = Parts.scrolling(box);
        Parts.beside(pane, this, NARROW, 432, 352);
        return pane;
    }

    private void side(Side chosen) {
        sides.forEach((side, region) -> {
            region.setVisible(side == chosen);
            region.setManaged(side == chosen);
        });
        sideTabs.forEach((side, tab) -> tab.setSelected(side == chosen));
        showSide();
    }

    private void showSide() {
        panel.show();
        if (fit.isVisible()) {
            fit.show();
        }
        findings.show();
    }

    private void found(int number) {
        sideTabs.get(Side.FINDINGS).setText(Side.FINDINGS.title + (number == 0 ? "" : " " + number));
    }

    /** Shows the list, or the face of the chosen device. */
    private void showing(boolean list) {
        parameters.setVisible(list);
        search.setVisible(list);
        search.setManaged(list);
        face.setVisible(!list);
        listTab.setSelected(list);
        faceTab.setSelected(!list);
        if (!list) {
            face.show();
        }
    }

    /** Puts the cursor into the short name of what a key acts on. */
    void typeName() {
        acted();
        side(Side.PARAMETER);
        panel.typeName();
    }

    /** True while the face of a device is shown. */
    boolean faced() {
        return face.isVisible();
    }

    /** The list instead of the face, or the other way round. */
    void turn() {
        showing(!listTab.isSelected());
        if (face.isVisible()) {
            model.chosenProperty().get().stream().limit(1).forEach(face::focus);
        }
    }

    private void showOnly(Target target) {
        search.words("");
        model.choose(target);
        side(Side.PARAMETER);
    }

    private void refresh() {
        model.refresh();
        // The same rows may stand otherwise now: on another socket, with another name.
        parameters.again();
        devices.show();
        showDevice();
    }

    private void showDevice() {
        if (model.deviceProperty().get() == null) {
            face.show();
            sockets.none();
            panel.show();
            return;
        }
        if (face.isVisible()) {
            face.show();
        }
        showSockets();
        showSide();
        search.count();
    }

    private void showSockets() {
        if (model.deviceProperty().get() == null) {
            return;
        }
        Device device =
                after.filter(d -> d.id().equals(model.deviceProperty().get())).orElse(model.device());
        boolean planned = device != model.device();
        List<Target> chosen = model.chosenProperty().get();
        sockets.show(editing.session(), device, planned, chosen.isEmpty() ? null : chosen.get(0));
    }

    // Keys

    /** Searches as if somebody had typed it. */
    public void search(String words) {
        search.words(words);
    }

    /** The keys go into the search, all of it chosen. */
    public void typeSearch() {
        search.type();
    }

    /** The pointer moved last, or a key that goes from one thing to another did. */
    private void pointed(boolean pointer) {
        if (pointer != byMouse) {
            byMouse = pointer;
            parameters.rows().pointed(pointer);
        }
    }

    private void pressed(KeyEvent e) {
        if (e.getCode().isNavigationKey() || e.getCode() == KeyCode.TAB) {
            pointed(false);
        }
        boolean inList = parameters.rows().isFocused();
        if (e.getCode() == KeyCode.ENTER && inList) {
            model.expose(model.chosenProperty().get(), words());
            e.consume();
        } else if (e.getCode() == KeyCode.ENTER
                && e.getTarget() instanceof javafx.scene.control.ListView<?> list
                && "findings".equals(list.getId())) {
            findings.mendChosen();
            e.consume();
        } else if (e.getCode() == KeyCode.DOWN && search.typing()) {
            parameters.rows().requestFocus();
            e.consume();
        }
    }

    /** Esc in the search: it is emptied; true if it was not empty. */
    public boolean showAll() {
        return search.clear();
    }

    private ParameterRows parameters() {
        return parameters.rows();
    }

    /** What a key acts on: what is under the pointer if the pointer moved last, else what is focused or chosen. */
    List<Target> acted() {
        if (byMouse) {
            Target under = face.isVisible() ? face.under() : parameters.rows().under();
            List<Target> chosen = model.chosenProperty().get();
            if (under != null && !chosen.contains(under)) {
                model.choose(under);
                return List.of(under);
            }
        }
        List<Target> chosen = new ArrayList<>(model.chosenProperty().get());
        if (!face.isVisible() && parameters.rows().isFocused()) {
            // What is chosen and not among the results is not seen: nothing is done to it.
            chosen.retainAll(new HashSet<>(model.foundProperty().get()));
        }
        return chosen;
    }

    String words() {
        List<Target> all = model.chosenProperty().get();
        return all.size() == 1 ? model.name(all.get(0)) : all.size() + " parameters";
    }
}
