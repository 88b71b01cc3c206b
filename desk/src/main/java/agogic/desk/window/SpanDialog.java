package agogic.desk.window;

import agogic.core.parameter.Parameter;
import agogic.core.route.Route;
import agogic.core.route.Span;
import agogic.desk.draw.Ink;
import agogic.desk.draw.Mark;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import javafx.event.ActionEvent;
import javafx.geometry.Insets;
import javafx.scene.control.Button;
import javafx.scene.control.ButtonType;
import javafx.scene.control.ComboBox;
import javafx.scene.control.Dialog;
import javafx.scene.control.Label;
import javafx.scene.control.TextField;
import javafx.scene.layout.HBox;
import javafx.scene.layout.VBox;
import javafx.stage.Window;
import javafx.util.StringConverter;

/** How far a control moves its parameter: from, to, in its unit; turned round; shaped. One undo step. */
final class SpanDialog extends Dialog<Span> {
    private final Parameter parameter;
    private final TextField from = new TextField();
    private final TextField to = new TextField();
    private final TextField amount = new TextField();
    private final ComboBox<Span.Curve> curve = new ComboBox<>();
    private final Label wrong = new Label();
    private final MarkView picture;

    private SpanDialog(Desk desk, Window owner, Route route) {
        parameter = desk.session().parameter(route.target());
        initOwner(owner);
        Theme.dress(this, owner);
        setTitle("Span");
        String hand = route.hand().map(h -> desk.session().control(h).name()).orElse("No control");
        setHeaderText(hand + " → " + parameter.name() + ", " + parameter.printRange());
        field(from, "span-from", "Where the parameter is with the control at its lowest");
        field(to, "span-to", "Where the parameter is with the control at its highest");
        field(amount, "span-amount", "How far it bends, −1 to 1, or how many steps");
        curve.setId("span-curve");
        curve.getItems().setAll(Span.Curve.values());
        curve.setAccessibleText("Shape of the way");
        curve.setConverter(new StringConverter<>() {
            @Override
            public String toString(Span.Curve one) {
                return one == null ? "" : one == Span.Curve.S ? "S" : one.name().toLowerCase(Locale.ROOT);
            }

            @Override
            public Span.Curve fromString(String text) {
                return null;
            }
        });
        picture = new MarkView(desk) {
            @Override
            void marks(List<Mark> marks, double width, double height) {
                span().ifPresent(span -> picture(marks, span, width, height));
            }
        };
        picture.setPrefSize(120, 120);
        picture.setMinSize(120, 120);
        picture.setMaxSize(120, 120);
        wrong.getStyleClass().add("ride-text");
        wrong.setId("span-wrong");
        wrong.setWrapText(true);
        wrong.setPrefHeight(40);
        double stands = desk.state().value(desk.engine().index().of(route.target()));
        Button round = act("span-round", "Turn round", () -> {
            String was = from.getText();
            from.setText(to.getText());
            to.setText(was);
        });
        Button fromHere = act("span-from-here", "From as it stands", () -> from.setText(parameter.print(stands)));
        Button toHere = act("span-to-here", "To as it stands", () -> to.setText(parameter.print(stands)));
        Button whole = act("span-whole", "Whole travel", () -> fill(Span.FULL));
        VBox lines = new VBox(
                7,
                RecipePanel.line("From", from),
                RecipePanel.line("To", to),
                RecipePanel.line("Shape", curve),
                RecipePanel.line("Amount", amount),
                new HBox(6, round, whole),
                new HBox(6, fromHere, toHere),
                wrong);
        lines.setPrefWidth(300);
        HBox box = new HBox(18, lines, picture);
        box.setPadding(new Insets(12));
        getDialogPane().setContent(box);
        getDialogPane().getButtonTypes().addAll(ButtonType.OK, ButtonType.CANCEL);
        getDialogPane().lookupButton(ButtonType.OK).addEventFilter(ActionEvent.ACTION, e -> {
            if (span().isEmpty()) {
                e.consume();
            }
        });
        curve.valueProperty().addListener((o, a, b) -> {
            boolean shaped = b == Span.Curve.BENT || b == Span.Curve.STEPS;
            amount.setDisable(!shaped);
            if (shaped) {
                amount.setText(b == Span.Curve.STEPS ? "4" : "0.5");
            }
            picture.draw();
        });
        fill(route.span());
        setResultConverter(button -> button == ButtonType.OK ? span().orElse(null) : null);
    }

    /** Asks for the span of a route and sets it. */
    static void ask(Desk desk, Window owner, Route route) {
        new SpanDialog(desk, owner, route)
                .showAndWait()
                .filter(s -> !s.equals(route.span()))
                .ifPresent(span -> {
                    Parameter parameter = desk.session().parameter(route.target());
                    desk.edit(
                            "Span of " + parameter.name(),
                            s -> s.with(s.route(route.id()).with(span)));
                    desk.say(Notice.good(
                            "Span",
                            parameter.name() + " goes from " + parameter.print(parameter.settled(span.from())) + " to "
                                    + parameter.print(parameter.settled(span.to())) + "."));
                });
    }

    private void field(TextField field, String id, String words) {
        field.setId(id);
        field.getStyleClass().add("field");
        field.setAccessibleText(words);
        field.textProperty().addListener((o, a, b) -> {
            if (picture != null) {
                picture.draw();
            }
        });
    }

    private static Button act(String id, String words, Runnable act) {
        Button button = new Button(words);
        button.setId(id);
        button.getStyleClass().addAll("pill", "act", "small");
        button.setOnAction(e -> act.run());
        return button;
    }

    private void fill(Span span) {
        from.setText(parameter.print(parameter.settled(span.from())));
        to.setText(parameter.print(parameter.settled(span.to())));
        curve.setValue(span.curve());
        amount.setText(span.curve() == Span.Curve.STEPS ? "" + (int) span.amount() : "" + span.amount());
        amount.setDisable(span.curve() != Span.Curve.BENT && span.curve() != Span.Curve.STEPS);
    }

    /** What is typed, if it can be understood; else it is said what is wrong. */
    private Optional<Span> span() {
        try {
            boolean shaped = curve.getValue() == Span.Curve.BENT || curve.getValue() == Span.Curve.STEPS;
            double by = shaped ? Double.parseDouble(amount.getText().strip().replace('−', '-')) : 0;
            Span span = new Span(parameter.parse(from.getText()), parameter.parse(to.getText()), curve.getValue(), by);
            wrong.setText("");
            return Optional.of(span);
        } catch (NumberFormatException e) {
            wrong.setText("“" + amount.getText() + "” is no number.");
        } catch (IllegalArgumentException e) {
            wrong.setText(e.getMessage());
        }
        return Optional.empty();
    }

    private void picture(List<Mark> marks, Span span, double width, double height) {
        marks.add(new Mark.Box(1, 1, width - 2, height - 2, 8, Ink.WELL, Ink.SPAN, 1.4));
        int n = 61;
        double[] xs = new double[n];
        double[] ys = new double[n];
        for (int i = 0; i < n; i++) {
            double x = i / (n - 1.0);
            xs[i] = 8 + x * (width - 16);
            ys[i] = height - 8 - parameter.settled(span.apply(x)) * (height - 16);
        }
        marks.add(new Mark.Path(xs, ys, Ink.SPAN, 2.2, false));
    }
}
