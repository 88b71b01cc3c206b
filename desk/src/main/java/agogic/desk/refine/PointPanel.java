package agogic.desk.refine;

import agogic.core.envelope.Envelope;
import agogic.core.envelope.Point;
import agogic.core.envelope.Shape;
import agogic.core.lane.Lane;
import agogic.core.parameter.Parameter;
import agogic.core.session.Points;
import agogic.core.time.Timeline;
import agogic.desk.acts.ActParts;
import agogic.desk.acts.Here;
import agogic.desk.acts.Subject;
import agogic.desk.model.Editing;
import agogic.desk.model.Notice;
import agogic.desk.model.Notices;
import agogic.desk.model.Riding;
import agogic.desk.parts.Fold;
import agogic.desk.parts.Parts;
import agogic.desk.parts.TypedText;
import agogic.formats.table.ShapeText;
import java.util.List;
import java.util.Locale;
import java.util.OptionalDouble;
import java.util.stream.IntStream;
import javafx.scene.control.Button;
import javafx.scene.control.ComboBox;
import javafx.scene.control.ListCell;
import javafx.scene.control.ListView;
import javafx.scene.control.TextField;
import javafx.scene.input.KeyCode;
import javafx.scene.input.KeyEvent;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.VBox;

/** The points of a lane as a list, and the chosen one as numbers to type. */
final class PointPanel extends VBox {
    private final Editing editing;
    private final Notices notices;
    private final Riding riding;
    private final Shown shown;
    private final PointEdits edits;
    private final ListView<Integer> points = new ListView<>();
    private final VBox body = new VBox(6);
    private final Fold head = new Fold("fold-points", "Points", List.of(body));
    private final TextField at = new TextField();
    private final TextField value = new TextField();
    private final ComboBox<Shape.Kind> shape = new ComboBox<>();
    private final TextField amount = new TextField();
    private boolean filling;
    /** True while the form is for a new point: what is typed next is added, not moved. */
    private boolean adding;

    PointPanel(Shown shown) {
        super(6);
        this.shown = shown;
        edits = new PointEdits(shown);
        editing = shown.editing();
        notices = shown.notices();
        riding = shown.riding();
        points.setId("points");
        points.getStyleClass().add("points");
        points.setAccessibleText("Points");
        points.setPrefHeight(120);
        VBox.setVgrow(points, Priority.ALWAYS);
        points.setCellFactory(view -> new PointCell());
        points.getSelectionModel().selectedItemProperty().addListener((o, a, b) -> {
            if (!filling && b != null) {
                shown.choose(b);
            }
        });
        points.addEventHandler(KeyEvent.KEY_PRESSED, this::pointKey);
        Here.on(points, place -> shown.any() ? Subject.POINT : null);
        shape.getItems().setAll(Shape.Kind.values());
        shape.setId("point-shape");
        shape.setAccessibleText("Segment to the next point");
        shape.setConverter(Parts.words(Shape.Kind::spoken));
        shape.setOnAction(e -> typedShape());
        field(at, "point-at", "Position of the point: bar.beat.hundredths or time", this::typedPoint);
        field(value, "point-value", "Value of the point, in its unit", this::typedPoint);
        field(amount, "point-amount", "How far it bends, -1 to 1; for a wave depth;periods;duty", this::typedShape);
        Button add = ActParts.button("add-typed");
        Button delete = ActParts.button("delete-point");
        HBox buttons = new HBox(8, add, delete);
        VBox.setVgrow(body, Priority.ALWAYS);
        body.getChildren()
                .setAll(
                        Parts.line("At", at),
                        Parts.line("Value", value),
                        Parts.line("To next", shape),
                        Parts.line("Amount", amount),
                        buttons,
                        points);
        getChildren().setAll(head, body);
    }

    /** The list of the points as they are now. */
    void refresh() {
        filling = true;
        points.getItems()
                .setAll(IntStream.range(0, shown.lane().envelope().size())
                        .boxed()
                        .toList());
        points.refresh();
        filling = false;
    }

    void typePlace() {
        head.setSelected(true);
        at.requestFocus();
    }

    private static void field(TextField field, String id, String words, Runnable typed) {
        field.setId(id);
        field.getStyleClass().add("field");
        field.setAccessibleText(words);
        field.setPromptText("");
        field.setOnAction(e -> typed.run());
    }

    /** The form shows the chosen point, or none. */
    void show() {
        int point = shown.chosen();
        Lane lane = shown.lane();
        filling = true;
        adding = false;
        boolean any = shown.any();
        Parameter parameter = shown.parameter();
        head.heads(any ? "Point " + (point + 1) + " of " + lane.envelope().size() : "Points");
        if (any) {
            Point one = lane.envelope().point(point);
            List<Object> of = List.of(shown.target(), shown.layer(), one.time(), one.value());
            TypedText.show(at, of, editing.timeline().printBars(shown.beat(one.time())), value);
            TypedText.show(value, of, parameter.print(one.value()), at);
            shape.setValue(one.shape().kind());
            TypedText.show(amount, List.of(of, one.shape()), amountText(one.shape()));
            points.getSelectionModel().select(point);
            points.scrollTo(Math.max(0, point - 2));
        } else {
            points.getSelectionModel().clearSelection();
            List<Object> of = List.of(shown.target(), shown.layer());
            TypedText.show(at, of, editing.timeline().printBars(Math.max(0, riding.positionBeat())), value);
            TypedText.show(value, of, lane.envelope().isEmpty() ? parameter.print(parameter.resting()) : "", at);
            shape.setValue(null);
            TypedText.show(amount, of, "");
        }
        boolean steps = parameter.stepped();
        shape.setDisable(!any || steps);
        amount.setDisable(!any || steps || one(point).kind().numbers() == 0);
        filling = false;
    }

    private Shape one(int point) {
        return shown.any() ? shown.lane().envelope().shape(point) : Shape.STRAIGHT;
    }

    private static String amountText(Shape shape) {
        // Of a bent one and an S four digits: more is not seen, and stays as it is while nobody types.
        return shape.drawable() && shape.amount() != 0
                ? String.format(Locale.ROOT, "%.4f", shape.amount()).replaceAll("0+$", "")
                : ShapeText.amount(shape);
    }

    private OptionalDouble typedTime() {
        OptionalDouble beats = editing.timeline().parse(at.getText());
        mark(at, beats.isEmpty());
        if (beats.isEmpty()) {
            notices.refuse("“" + at.getText() + "” is no position. Expected " + Timeline.expected() + ".");
            return beats;
        }
        return OptionalDouble.of(shown.seen().time(beats.getAsDouble()));
    }

    private OptionalDouble typedValue() {
        try {
            OptionalDouble typed = OptionalDouble.of(shown.parameter().parse(value.getText()));
            mark(value, false);
            return typed;
        } catch (IllegalArgumentException e) {
            mark(value, true);
            notices.refuse(e.getMessage());
            return OptionalDouble.empty();
        }
    }

    private static void mark(TextField field, boolean wrong) {
        field.getStyleClass().remove("wrong");
        if (wrong) {
            field.getStyleClass().add("wrong");
        }
    }

    private void typedPoint() {
        if (shown.chosen() < 0 || adding) {
            addTyped();
            return;
        }
        OptionalDouble time2 = typedTime();
        OptionalDouble to = typedValue();
        if (time2.isPresent() && to.isPresent()) {
            Parameter parameter = shown.parameter();
            Point old = shown.lane().envelope().point(shown.chosen());
            // What was not typed anew stays exact, not as rounded for the eye.
            boolean sameTime =
                    editing.timeline().printBars(shown.beat(old.time())).equals(at.getText());
            boolean sameValue = parameter.print(old.value()).equals(value.getText());
            double newTime = sameTime ? old.time() : time2.getAsDouble();
            double newValue = sameValue ? old.value() : to.getAsDouble();
            int point = shown.chosen();
            if (editing.edit(
                    "Set point " + (point + 1),
                    s -> Points.move(s, shown.target(), shown.layer(), point, newTime, newValue))) {
                notices.say(Notice.good(
                        "Set",
                        ShownWords.point(
                                        shown,
                                        Math.min(point, shown.lane().envelope().size() - 1)) + "."));
            }
        }
    }

    void addTyped() {
        OptionalDouble time2 = typedTime();
        OptionalDouble to = time2.isPresent() ? typedValue() : OptionalDouble.empty();
        if (time2.isPresent() && to.isPresent()) {
            edits.add(time2.getAsDouble(), to.getAsDouble());
            adding = true;
            head.heads("New point, after " + (shown.chosen() + 1) + " of "
                    + shown.lane().envelope().size());
            at.requestFocus();
            at.selectAll();
        }
    }

    private void typedShape() {
        if (filling || shown.chosen() < 0 || shape.getValue() == null) {
            return;
        }
        Shape.Kind kind = shape.getValue();
        Shape now = shown.lane().envelope().shape(shown.chosen());
        if (kind == now.kind() && amount.getText().equals(amountText(now))) {
            return;
        }
        try {
            String text = amount.getText();
            boolean fits = shown.lane().envelope().shape(shown.chosen()).kind() == kind && !text.isBlank();
            String usual = kind == Shape.Kind.BENT
                    ? "0.5"
                    : kind == Shape.Kind.PULSE ? "0.1;4;0.5" : kind.wave() ? "0.1;4" : "";
            Shape made = ShapeText.parse(kind.name(), fits ? text : usual);
            int point = shown.chosen();
            editing.edit("Segment: " + kind.spoken(), s -> Points.shape(s, shown.target(), shown.layer(), point, made));
            mark(amount, false);
        } catch (IllegalArgumentException e) {
            mark(amount, true);
            notices.refuse("The amount was not understood: " + e.getMessage() + ".");
        }
    }

    private void pointKey(KeyEvent e) {
        if (e.isShortcutDown() || e.isShiftDown() || e.isAltDown()) {
            return;
        }
        if (e.getCode() == KeyCode.DELETE || e.getCode() == KeyCode.BACK_SPACE) {
            edits.deleteChosen();
            e.consume();
        } else if (e.getCode() == KeyCode.ENTER) {
            at.requestFocus();
            e.consume();
        }
    }

    private final class PointCell extends ListCell<Integer> {
        @Override
        protected void updateItem(Integer index, boolean empty) {
            super.updateItem(index, empty);
            if (empty || index == null || index >= shown.lane().envelope().size()) {
                setText(null);
                setAccessibleText(null);
                return;
            }
            Envelope envelope = shown.lane().envelope();
            Parameter parameter = shown.parameter();
            setText(String.format(
                    "%2d %-8s %8s %s%s",
                    index + 1,
                    editing.timeline().printBars(shown.beat(envelope.time(index))),
                    parameter.print(envelope.value(index)),
                    envelope.shape(index).kind().spoken().replace(" wave", ""),
                    (envelope.pinned(index) ? " ●" : "") + (envelope.tie(index) == 0 ? "" : " =")));
            setAccessibleText(ShownWords.point(shown, index));
        }
    }
}
