package agogic.desk.catalog;

import agogic.core.device.Device;
import agogic.core.device.Exposure;
import agogic.core.expose.ShortNames;
import agogic.core.expose.WhyNot;
import agogic.core.parameter.Parameter;
import agogic.core.route.Span;
import agogic.core.route.Target;
import agogic.desk.acts.ActParts;
import agogic.desk.parts.Parts;
import agogic.desk.parts.Tip;
import agogic.desk.parts.TypedText;
import java.util.List;
import java.util.Optional;
import javafx.scene.control.Button;
import javafx.scene.control.ComboBox;
import javafx.scene.control.Label;
import javafx.scene.control.TextField;
import javafx.scene.layout.FlowPane;
import javafx.scene.layout.VBox;

/** The chosen parameter: where it stands and why, its short name, its socket, and what can be done. */
public final class ParameterPanel extends VBox {
    private static final List<Integer> LIMITS = List.of(0, 8, 16);

    private final CatalogModel model;
    private final Label title = new Label();
    private final Label about = new Label();
    private final Label why = new Label();
    private final TextField name = new TextField();
    private final Button propose = new Button();
    private final TextField socket = new TextField();
    private final TextField join = new TextField();
    private final TextField along = new TextField();
    private final ComboBox<Integer> limit = new ComboBox<>();
    private final Button expose = ActParts.button("expose");
    private final Button back = ActParts.button("take-back");
    private final Button lane = ActParts.button("open-lane");
    private final Button learn = ActParts.button("learn-control");
    private final Button macro = ActParts.button("macro-of");
    private boolean filling;

    ParameterPanel(CatalogModel model) {
        super(7);
        this.model = model;
        title.getStyleClass().add("title");
        title.setId("parameter-title");
        about.getStyleClass().add("quiet");
        about.setWrapText(true);
        why.setId("why");
        why.setWrapText(true);
        why.setMinHeight(USE_PREF_SIZE);
        field(name, "short-name", "Short name, as a host shows it", () -> named(name.getText()));
        field(socket, "socket-number", "Number of its socket", this::typedSocket);
        field(join, "join-socket", "Number of a socket in use that is to move it too", this::typedJoin);
        join.setPromptText("socket number");
        field(
                along,
                "join-along",
                "Along which part of its travel the socket moves it, such as -20 dB .. 0 dB",
                this::typedJoin);
        along.setPromptText("whole travel");
        act(propose, "propose-name", "", "Use the proposed short name", () -> named(proposal()));
        limit.setId("name-limit");
        limit.getItems().setAll(LIMITS);
        limit.setAccessibleText("How many letters of a short name the host shows");
        limit.setConverter(Parts.words(letters -> letters == 0 ? "any length" : letters + " letters"));
        limit.setOnAction(e -> {
            if (!filling && limit.getValue() != null) {
                model.limit(model.device().id(), limit.getValue());
            }
        });
        FlowPane acts = new FlowPane(8, 6, expose, lane, learn, macro, back);
        getChildren()
                .addAll(
                        title,
                        about,
                        why,
                        acts,
                        Parts.line("Short name", name),
                        Parts.line("", propose),
                        Parts.line("Host shows names of", limit),
                        Parts.line("Socket", socket),
                        Parts.line("Join to socket in use", join),
                        Parts.line("Range when joined", along));
        model.chosenProperty().addListener((o, a, b) -> show());
        model.deviceProperty().addListener((o, a, b) -> show());
        show();
    }

    private static void field(TextField field, String id, String words, Runnable typed) {
        field.setId(id);
        field.getStyleClass().add("field");
        field.setAccessibleText(words);
        Tip.on(field, words);
        field.setOnAction(e -> typed.run());
    }

    private static void act(Button button, String id, String words, String tip, Runnable act) {
        button.setId(id);
        button.setText(words);
        button.getStyleClass().addAll("pill", "act");
        Tip.on(button, tip);
        button.setOnAction(e -> act.run());
    }

    private List<Target> chosen() {
        return model.chosenProperty().get();
    }

    private void first(java.util.function.Consumer<Target> act) {
        if (chosen().isEmpty()) {
            model.notices.refuse("No parameter is chosen.");
        } else {
            act.accept(chosen().get(0));
        }
    }

    /** Puts the cursor into the short name, with the proposal to be typed over. */
    void typeName() {
        if (chosen().isEmpty()) {
            model.notices.refuse("No parameter is chosen. Choose the one to be named.");
            return;
        }
        if (name.getText().isEmpty()) {
            name.setText(proposal());
        }
        name.requestFocus();
        name.selectAll();
    }

    private String proposal() {
        Target target = chosen().get(0);
        return ShortNames.propose(
                model.session().device(target.device()), model.session().parameter(target));
    }

    private void named(String text) {
        first(target -> model.name(target, text));
        show();
    }

    private void typedSocket() {
        first(target -> {
            int from = model.session().device(target.device()).socketOf(target.parameter());
            Integer to = number(socket.getText());
            if (to == null) {
                model.notices.refuse("“" + socket.getText() + "” is no socket number.");
            } else if (from == 0) {
                model.notices.refuse("It has no socket yet. Expose it first, or join it to one in use.");
            } else if (from != to) {
                model.renumber(target.device(), from, to);
            }
        });
        show();
    }

    private void typedJoin() {
        first(target -> {
            Integer to = number(join.getText());
            if (to == null) {
                model.notices.refuse("“" + join.getText() + "” is no socket number.");
            } else {
                span(target).ifPresent(span -> model.join(target, to, span));
            }
        });
        join.clear();
        show();
    }

    /** The part of its travel that was typed, in its unit; the whole if none was. */
    private Optional<Span> span(Target target) {
        String text = along.getText().strip();
        if (text.isEmpty()) {
            return Optional.of(Span.FULL);
        }
        String[] ends = text.split("\\s*\\.\\.\\s*", -1);
        Parameter parameter = model.session().parameter(target);
        try {
            if (ends.length == 2) {
                return Optional.of(Span.straight(parameter.parse(ends[0]), parameter.parse(ends[1])));
            }
            model.notices.refuse(
                    "“" + text + "” is no part of a travel. Expected two values with .. between them, such as "
                            + parameter.print(0) + " .. " + parameter.print(1) + ".");
        } catch (IllegalArgumentException e) {
            model.notices.refuse(e.getMessage());
        }
        return Optional.empty();
    }

    private static Integer number(String text) {
        return text.strip().matches("\\d{1,6}") ? Integer.valueOf(text.strip()) : null;
    }

    /** Shows what is chosen as it stands now. */
    public void show() {
        filling = true;
        List<Target> chosen = chosen();
        boolean one = chosen.size() == 1;
        boolean any = !chosen.isEmpty();
        Device device = model.deviceProperty().get() == null ? null : model.device();
        name.setDisable(!one);
        socket.setDisable(!one);
        join.setDisable(!one);
        along.setDisable(!one);
        propose.setDisable(!one);
        lane.setDisable(!one);
        expose.setDisable(!any);
        learn.setDisable(!any);
        macro.setVisible(chosen.size() > 1);
        macro.setManaged(chosen.size() > 1);
        limit.setDisable(device == null);
        limit.setValue(device == null ? null : device.nameLimit());
        if (!one) {
            title.setText(any ? chosen.size() + " parameters" : "No parameter chosen");
            about.setText(
                    any ? "An act is done to all of them." : "Choose one in the list, in the sockets or on the face.");
            why.setText("");
            name.clear();
            socket.clear();
            propose.setText("No name to propose");
            back.setDisable(!any);
            filling = false;
            return;
        }
        Target target = chosen.get(0);
        Device its = model.session().device(target.device());
        Parameter parameter = its.find(target.parameter());
        title.setText(parameter.name());
        about.setText(its.name()
                + model.session().trackOf(its.id()).map(t -> " · " + t.name()).orElse("") + " · "
                + parameter.printRange()
                + (parameter.stepped() ? " · " + parameter.positions().size() + " steps" : ""));
        why.setText(WhyNot.sentence(model.session(), target));
        TypedText.show(name, target, parameter.shortName());
        propose.setText("Use “" + proposal() + "”");
        int number = its.socketOf(target.parameter());
        TypedText.show(socket, target, number > 0 ? Integer.toString(number) : "");
        Exposure exposure = its.exposure(target.parameter());
        expose.setDisable(exposure == Exposure.EXPOSED || exposure == Exposure.RESERVED);
        back.setDisable(exposure == Exposure.HIDDEN || exposure == Exposure.RESERVED);
        lane.setDisable(exposure == Exposure.RESERVED);
        filling = false;
    }
}
