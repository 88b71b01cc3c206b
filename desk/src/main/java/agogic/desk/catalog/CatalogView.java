package agogic.desk.catalog;

import agogic.core.device.Device;
import agogic.core.group.Macros;
import agogic.core.macro.Macro;
import agogic.core.parameter.Parameter;
import agogic.core.route.Target;
import agogic.core.session.Session;
import agogic.desk.acts.Act;
import agogic.desk.draw.Ink;
import agogic.desk.draw.Mark;
import agogic.desk.model.Desk;
import agogic.desk.model.Notice;
import agogic.desk.model.View;
import agogic.desk.parts.MarkView;
import agogic.desk.parts.Questions;
import agogic.desk.parts.SocketMark;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import javafx.geometry.Insets;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.control.TextField;
import javafx.scene.control.ToggleButton;
import javafx.scene.control.Tooltip;
import javafx.scene.input.KeyCode;
import javafx.scene.input.KeyEvent;
import javafx.scene.input.MouseEvent;
import javafx.scene.layout.BorderPane;
import javafx.scene.layout.FlowPane;
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

    private static final List<SocketMark> LEGEND = List.of(
            SocketMark.EXPOSED,
            SocketMark.IDLE,
            SocketMark.JOINED,
            SocketMark.SHARED,
            SocketMark.RESERVED,
            SocketMark.FREE);
    private static final List<String> CHIPS =
            List.of("exposed", "wanted", "hidden", "steps", "has envelope", "no envelope", "no route");

    private final Desk desk;
    private final CatalogModel model;
    private final TextField search = new TextField();
    private final Label count = new Label();
    private final ToggleButton here = new ToggleButton("This device only");
    private final ToggleButton faceTab = new ToggleButton("Face");
    private final ToggleButton listTab = new ToggleButton("List");
    private final Button exposeAll = new Button();
    private final Map<String, ToggleButton> chips = new LinkedHashMap<>();
    private final Map<Side, ToggleButton> sideTabs = new LinkedHashMap<>();
    private final Map<Side, Region> sides = new LinkedHashMap<>();
    private final DeviceList devices;
    private final ParameterList parameters;
    private final FaceView face;
    private final SocketGrid sockets;
    private final Label socketsTitle = new Label();
    private final Label socketsCount = new Label();
    private final ParameterPanel panel;
    private final FitPanel fit;
    private final FindingsPanel findings;
    private final StackPane middle = new StackPane();
    private final List<Node> listOnly = new ArrayList<>();
    private boolean byMouse;
    private Optional<Device> after = Optional.empty();

    public CatalogView(Desk desk, Questions questions) {
        this.desk = desk;
        model = new CatalogModel(desk, questions);
        model.refresh();
        devices = new DeviceList(model);
        parameters = new ParameterList(model);
        face = new FaceView(model);
        sockets = new SocketGrid(
                desk, model::choose, (from, to) -> model.renumber(model.device().id(), from, to));
        panel = new ParameterPanel(model);
        fit = new FitPanel(model, device -> {
            after = device;
            showSockets();
        });
        findings = new FindingsPanel(model, this::found);
        setLeft(devices);
        setCenter(center());
        setRight(right());
        model.foundProperty().addListener((o, a, b) -> showCount());
        model.deviceProperty().addListener((o, a, b) -> {
            after = Optional.empty();
            showDevice();
            if (here.isSelected()) {
                model.searchEverywhere(false);
            }
        });
        model.chosenProperty().addListener((o, a, b) -> showSockets());
        desk.editing().sessionProperty().addListener((o, a, b) -> {
            if (isVisible()) {
                refresh();
            }
        });
        visibleProperty().addListener((o, a, is) -> {
            if (is) {
                refresh();
            }
        });
        desk.selection().shownProperty().addListener((o, a, target) -> {
            if (target != null) {
                showOnly(target);
                desk.selection().shownProperty().set(null);
            }
        });
        desk.selection().fittingProperty().addListener((o, a, device) -> {
            if (device != null) {
                model.deviceProperty().set(device);
                side(Side.FIT);
            }
        });
        addEventFilter(MouseEvent.MOUSE_MOVED, e -> byMouse = true);
        addEventFilter(KeyEvent.KEY_PRESSED, this::pressed);
        showing(true);
        side(Side.PARAMETER);
        refresh();
    }

    /** Opens the Catalog with its list, or with the face of a device. */
    public void open(boolean face) {
        desk.selection().viewProperty().set(View.CATALOG);
        showing(!face);
    }

    public CatalogModel model() {
        return model;
    }

    private Node center() {
        search.setId("search");
        search.getStyleClass().addAll("field", "search");
        search.setPromptText("Search: any words, a unit, a range such as “Hz > 2k”");
        search.setAccessibleText("Search the parameters: words in any order, units, a range such as Hz over 2 k");
        search.textProperty().addListener((o, a, b) -> {
            model.typedProperty().set(b);
            chips.forEach((word, chip) ->
                    chip.setSelected((" " + b.toLowerCase(Locale.ROOT) + " ").contains(" " + word + " ")));
            showing(true);
        });
        search.setOnAction(e -> {
            parameters.rows().requestFocus();
            if (parameters.rows().cursor() < 0) {
                parameters.rows().choose(0);
            }
        });
        count.setId("found");
        count.getStyleClass().add("quiet");
        FlowPane line = new FlowPane(6, 6);
        for (String word : CHIPS) {
            ToggleButton chip = new ToggleButton(word);
            chip.getStyleClass().addAll("pill", "chip");
            chip.setId("chip-" + word.replace(' ', '-'));
            chip.setAccessibleText("Only what is " + word);
            chip.setOnAction(e -> toggle(word));
            chips.put(word, chip);
            line.getChildren().add(chip);
        }
        here.getStyleClass().addAll("pill", "chip");
        here.setId("here");
        here.setOnAction(e -> model.searchEverywhere(!here.isSelected()));
        for (ToggleButton tab : List.of(listTab, faceTab)) {
            tab.getStyleClass().addAll("pill", "view-tab");
        }
        listTab.setId("tab-list");
        faceTab.setId("tab-face");
        listTab.setTooltip(new Tooltip("The parameters as a list (F)"));
        faceTab.setTooltip(new Tooltip("The face of the chosen device (F)"));
        listTab.setOnAction(e -> showing(true));
        faceTab.setOnAction(e -> showing(false));
        exposeAll.setId("expose-all");
        exposeAll.getStyleClass().addAll("pill", "act", "small");
        exposeAll.setOnAction(e -> model.expose(
                model.foundProperty().get(),
                search.getText().isBlank()
                        ? "All parameters"
                        : "“" + search.getText().strip() + "”"));
        HBox.setHgrow(search, Priority.ALWAYS);
        HBox top = new HBox(8, search, listTab, faceTab);
        Region gap = new Region();
        HBox.setHgrow(gap, Priority.ALWAYS);
        HBox counts = new HBox(8, count, gap, here, exposeAll);
        counts.setAlignment(javafx.geometry.Pos.CENTER_LEFT);
        listOnly.addAll(List.of(line, counts));
        middle.getChildren().setAll(parameters, face);
        VBox.setVgrow(middle, Priority.ALWAYS);
        VBox box = new VBox(8, top, line, counts, middle);
        box.setPadding(new Insets(12, 8, 8, 14));
        return box;
    }

    private Node right() {
        socketsTitle.getStyleClass().add("title");
        socketsCount.getStyleClass().add("quiet");
        Region gap = new Region();
        HBox.setHgrow(gap, Priority.ALWAYS);
        HBox head = new HBox(8, socketsTitle, gap, socketsCount);
        head.setAlignment(javafx.geometry.Pos.BASELINE_LEFT);
        MarkView legend = new MarkView(desk) {
            @Override
            public void marks(List<Mark> marks, double width, double height) {
                double x = 0;
                for (SocketMark mark : LEGEND) {
                    mark.draw(marks, x, 3, 10);
                    marks.add(new Mark.Words(x + 14, 12, mark.word(), Ink.QUIET, 11, false, false, -1));
                    x += 24 + 5.2 * mark.word().length();
                }
            }
        };
        legend.setPrefHeight(16);
        legend.setMinHeight(16);
        VBox grid = new VBox(8, head, sockets, legend);
        grid.getStyleClass().add("panel");
        HBox tabs = new HBox(2);
        for (Side side : Side.values()) {
            ToggleButton tab = new ToggleButton(side.title);
            tab.getStyleClass().addAll("pill", "view-tab");
            tab.setId("side-" + side.name().toLowerCase(Locale.ROOT));
            tab.setOnAction(e -> side(side));
            sideTabs.put(side, tab);
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
        VBox box = new VBox(10, grid, below);
        box.setPadding(new Insets(12, 14, 8, 6));
        box.setPrefWidth(432);
        box.setMinWidth(432);
        box.setMaxWidth(432);
        return box;
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
        listOnly.forEach(node -> {
            node.setVisible(list);
            node.setManaged(list);
        });
        face.setVisible(!list);
        listTab.setSelected(list);
        faceTab.setSelected(!list);
        if (!list) {
            face.show();
        }
    }

    private void toggle(String word) {
        String text = " " + search.getText().strip() + " ";
        boolean there = text.toLowerCase(Locale.ROOT).contains(" " + word + " ");
        String changed =
                there ? text.replaceFirst("(?i) " + java.util.regex.Pattern.quote(word) + " ", " ") : text + word;
        search.setText(changed.strip());
    }

    private void showOnly(Target target) {
        search.clear();
        model.choose(target);
        side(Side.PARAMETER);
    }

    private void refresh() {
        model.refresh();
        devices.show();
        showDevice();
    }

    private void showDevice() {
        if (model.deviceProperty().get() == null) {
            return;
        }
        if (face.isVisible()) {
            face.show();
        }
        showSockets();
        showSide();
        showCount();
    }

    private void showSockets() {
        if (model.deviceProperty().get() == null) {
            return;
        }
        Device device =
                after.filter(d -> d.id().equals(model.deviceProperty().get())).orElse(model.device());
        boolean planned = device != model.device();
        List<Target> chosen = model.chosenProperty().get();
        sockets.show(desk.session(), device, chosen.isEmpty() ? null : chosen.get(0));
        socketsTitle.setText((planned ? "After the plan: " : "Sockets of ") + device.name());
        socketsCount.setText(device.taken() + " of " + device.usable() + " taken");
    }

    private void showCount() {
        int found = model.foundProperty().get().size();
        boolean blank = search.getText().isBlank();
        int touched = desk.selection().touched().size();
        count.setText(found + " of " + model.size()
                + (blank && touched > 0 ? " · last touched first" : blank ? "" : " · all words, in any order"));
        boolean device = blank && here.isSelected();
        exposeAll.setText(device ? "Expose all of " + model.device().name() : "Expose all " + found);
        exposeAll.setDisable(found == 0 || blank && !device);
    }

    // Keys

    /** Searches as if somebody had typed it. */
    public void search(String words) {
        search.setText(words);
    }

    public void typeSearch() {
        search.requestFocus();
        search.selectAll();
    }

    private void pressed(KeyEvent e) {
        byMouse = false;
        boolean inList = parameters.rows().isFocused();
        if (e.getCode() == KeyCode.SPACE
                && !(e.getTarget() instanceof TextField)
                && !(e.getTarget() instanceof Button)) {
            if (e.getTarget() instanceof javafx.scene.control.ListView<?> list && "fit-steps".equals(list.getId())) {
                fit.toggleChosen();
            } else if (e.getTarget() instanceof ToggleButton) {
                return;
            } else {
                desk.riding().togglePlay();
            }
            e.consume();
        } else if (e.getCode() == KeyCode.ENTER && inList) {
            model.expose(model.chosenProperty().get(), words());
            e.consume();
        } else if (e.getCode() == KeyCode.ENTER
                && e.getTarget() instanceof javafx.scene.control.ListView<?> list
                && "findings".equals(list.getId())) {
            findings.mendChosen();
            e.consume();
        } else if (e.getCode() == KeyCode.DOWN && search.isFocused()) {
            parameters.rows().requestFocus();
            e.consume();
        }
    }

    /** Esc in the search: it is emptied; true if it was not empty. */
    public boolean showAll() {
        boolean typed = search.isFocused() && !search.getText().isEmpty();
        if (typed) {
            search.clear();
        }
        return typed;
    }

    /** What a key acts on: what is under the pointer if the pointer moved last, else what is focused or chosen. */
    private List<Target> acted() {
        if (byMouse) {
            Target under = face.isVisible() ? face.under() : parameters.rows().under();
            List<Target> chosen = model.chosenProperty().get();
            if (under != null && !chosen.contains(under)) {
                model.choose(under);
                return List.of(under);
            }
        }
        return new ArrayList<>(model.chosenProperty().get());
    }

    private String words() {
        List<Target> all = model.chosenProperty().get();
        return all.size() == 1 ? model.name(all.get(0)) : all.size() + " parameters";
    }

    /** A macro of what is chosen: parameters of one kind keep their distances, others get spans of their own. */
    private void macroOf(List<Target> targets) {
        if (targets.isEmpty()) {
            desk.refuse("Choose what the macro is to move first.");
            return;
        }
        Session session = desk.session();
        Macro fresh = Macros.fresh(session, targets.size() == 1 ? model.name(targets.get(0)) : "Macro");
        Parameter first = session.parameter(targets.get(0));
        boolean alike = targets.size() > 1
                && targets.stream()
                        .map(session::parameter)
                        .allMatch(p -> p.unit() == first.unit()
                                && p.from() == first.from()
                                && p.to() == first.to()
                                && !p.stepped());
        desk.edit("Macro of " + words(), s -> Macros.add(s.with(fresh), fresh.id(), targets, alike));
        if (desk.session().macros().stream().anyMatch(m -> m.id().equals(fresh.id()))) {
            desk.selection().showMacro(fresh.id());
            desk.say(Notice.good(
                    "Macro",
                    fresh.name() + " moves " + targets.size()
                            + (alike ? " members that keep their distances." : " members, each by its own span.")
                            + " M learns the control that moves it."));
        }
    }

    /** What can be done here. */
    public List<Act> acts() {
        return List.of(
                act("expose", "Expose", "Give a socket to what is under the pointer, focused or chosen", "E", () -> {
                    List<Target> all = acted();
                    model.expose(all, words());
                }),
                act("open-lane", "Lane", "Give it a lane and go there", "L", () -> acted().stream()
                        .limit(1)
                        .forEach(model::lane)),
                act(
                        "learn-control",
                        "Learn a control…",
                        "The control moved next moves it; several chosen, one after another",
                        "M",
                        () -> desk.learner().begin(acted())),
                act("short-name", "Name it", "Give it a short name", "N", () -> {
                    acted();
                    side(Side.PARAMETER);
                    panel.typeName();
                }),
                act("face", "List or face", "The list of parameters, or the face of the device", "F", () -> {
                    showing(!listTab.isSelected());
                    if (face.isVisible()) {
                        model.chosenProperty().get().stream().limit(1).forEach(face::focus);
                    }
                }),
                act(
                        "fit",
                        "Make it fit",
                        "Arrange what is wanted on the sockets there are",
                        "X",
                        () -> model.fit(model.device().id())),
                act("macro-of", "Macro of it", "A macro that moves what is chosen", "K", () -> macroOf(acted())),
                act(
                        "take-back",
                        "Take back…",
                        "Everything that belongs to it goes, after it was told",
                        "Delete",
                        () -> model.takeBack(acted())),
                Act.told(
                                "socket-arrows",
                                "On a socket: another number",
                                "Moves a parameter to another socket",
                                "Ctrl+arrows")
                        .in(View.CATALOG));
    }

    private static Act act(String id, String words, String about, String key, Runnable run) {
        return Act.of(id, words, about, key, run).in(View.CATALOG);
    }
}
