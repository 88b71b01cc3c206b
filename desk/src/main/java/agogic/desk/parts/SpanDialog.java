package agogic.desk.parts;

import agogic.core.assign.SpanChange;
import agogic.core.macro.Macro;
import agogic.core.macro.Member;
import agogic.core.parameter.Parameter;
import agogic.core.parameter.Unit;
import agogic.core.route.Route;
import agogic.core.route.Span;
import agogic.core.route.Target;
import agogic.core.session.Session;
import agogic.desk.draw.Ink;
import agogic.desk.draw.Mark;
import agogic.desk.model.Editing;
import agogic.desk.model.Frames;
import agogic.desk.model.Notice;
import agogic.desk.model.Notices;
import agogic.desk.model.Selection;
import agogic.desk.model.Standing;
import agogic.desk.model.Strand;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import javafx.animation.AnimationTimer;
import javafx.application.Platform;
import javafx.event.ActionEvent;
import javafx.geometry.Insets;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.ButtonType;
import javafx.scene.control.ComboBox;
import javafx.scene.control.Dialog;
import javafx.scene.control.Label;
import javafx.scene.control.RadioButton;
import javafx.scene.control.TextField;
import javafx.scene.control.ToggleGroup;
import javafx.scene.input.MouseEvent;
import javafx.scene.layout.HBox;
import javafx.scene.layout.VBox;
import javafx.stage.Window;

/**
 * How far a control or a macro moves a parameter: from, to, in its unit; turned round; shaped; and what becomes of what was
 * recorded through it. One undo step.
 */
public final class SpanDialog extends Dialog<SpanDialog.Chosen> {
    private static final double PICTURE = 168;

    private final Frames frames;
    private final Standing standing;
    private final Session session;
    private final Parameter parameter;
    private final Target target;
    private final Strand strand;
    private final TextField from = new TextField();
    private final TextField to = new TextField();
    private final TextField amount = new TextField();
    private final TextField all = new TextField();
    private final ComboBox<Span.Curve> curve = new ComboBox<>();
    private final ToggleGroup follows = new ToggleGroup();
    private final Label wrong = new Label();
    private final Label counts = new Label();
    private final MarkView picture;
    private Span filled = Span.FULL;
    private boolean dragsFrom;

    /** The span, and what follows it. */
    record Chosen(Span span, SpanChange.Follow follow) {}

    private SpanDialog(
            Editing editing,
            Selection selection,
            Frames frames,
            Standing standing,
            Window owner,
            Strand strand,
            String hand) {
        this.frames = frames;
        this.standing = standing;
        this.strand = strand;
        session = editing.session();
        target = strand.target();
        parameter = session.parameter(target);
        initOwner(owner);
        Theme.dress(this, owner);
        setTitle("Span");
        setHeaderText(hand + " → " + parameter.name() + ", " + parameter.printRange());
        field(from, "span-from", "Where the parameter is with the control at its lowest");
        field(to, "span-to", "Where the parameter is with the control at its highest");
        field(amount, "span-amount", "How far it bends, −1 to 1, or how many steps");
        field(all, "span-all", "Moves both ends by as much: a difference such as -3 dB");
        all.setPromptText(
                parameter.stepped()
                        ? "steps have none"
                        : "such as " + parameter.printDifference(parameter.unit() == Unit.HERTZ ? -100 : -3));
        all.setDisable(parameter.stepped());
        shapes();
        picture = new MarkView(selection) {
            @Override
            public void marks(List<Mark> marks, double width, double height) {
                marks.add(new Mark.Box(1, 1, width - 2, height - 2, 8, Ink.WELL, Ink.SPAN, 1.4));
                span().ifPresent(span ->
                        SpanMarks.square(marks, parameter, span, 10, 10, width - 20, strand.input(frames.playing())));
            }
        };
        picture.setPrefSize(PICTURE, PICTURE);
        picture.setMinSize(PICTURE, PICTURE);
        picture.setMaxSize(PICTURE, PICTURE);
        picture.addEventHandler(MouseEvent.MOUSE_PRESSED, e -> {
            dragsFrom = e.getX() < PICTURE / 2;
            drag(e);
        });
        picture.addEventHandler(MouseEvent.MOUSE_DRAGGED, this::drag);
        wrong.getStyleClass().add("ride-text");
        wrong.setId("span-wrong");
        wrong.setWrapText(true);
        wrong.setPrefHeight(40);
        HBox box = new HBox(18, lines(), new VBox(10, picture, live()));
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
            changed();
        });
        fill(strand.span().orElse(Span.FULL));
        setResultConverter(button -> button == ButtonType.OK
                ? span().map(s -> new Chosen(s, follow())).orElse(null)
                : null);
    }

    /** Asks for the span of a route and sets it. */
    public static void ask(
            Editing editing,
            Notices notices,
            Selection selection,
            Frames frames,
            Standing standing,
            Window owner,
            Route route) {
        Strand strand =
                new Strand(Optional.of(route.id()), Optional.empty(), route.target(), Optional.of(route.span()), 0, "");
        String hand = route.hand().map(h -> editing.session().control(h).name()).orElse("No control");
        new SpanDialog(editing, selection, frames, standing, owner, strand, hand)
                .showAndWait()
                .filter(c -> !c.span().equals(route.span()))
                .ifPresent(c -> set(editing, notices, route, c));
    }

    /** Asks for the span of a member of a macro and sets it. */
    public static void ask(
            Editing editing,
            Notices notices,
            Selection selection,
            Frames frames,
            Standing standing,
            Window owner,
            Macro macro,
            Member.BySpan member) {
        Strand strand = new Strand(
                Optional.empty(), Optional.of(macro.id()), member.target(), Optional.of(member.span()), 0, "");
        Parameter parameter = editing.session().parameter(member.target());
        new SpanDialog(editing, selection, frames, standing, owner, strand, macro.name())
                .showAndWait()
                .filter(c -> !c.span().equals(member.span()))
                .ifPresent(c -> {
                    if (editing.edit(
                            "Span of " + parameter.name(),
                            s -> s.with(s.macro(macro.id()).with(new Member.BySpan(member.target(), c.span()))))) {
                        notices.say(said(parameter, c.span(), ""));
                    }
                });
    }

    private static void set(Editing editing, Notices notices, Route route, Chosen chosen) {
        Parameter parameter = editing.session().parameter(route.target());
        SpanChange.Outcome[] outcome = new SpanChange.Outcome[1];
        editing.edit("Span of " + parameter.name(), s -> {
            outcome[0] = SpanChange.of(s, route.id(), chosen.span(), chosen.follow());
            return outcome[0].session();
        });
        if (outcome[0] != null) {
            String points = outcome[0].moved() == 0
                    ? ""
                    : " " + outcome[0].moved() + (outcome[0].moved() == 1 ? " point follows" : " points follow")
                            + (outcome[0].stopped() == 0
                                    ? "."
                                    : ", " + outcome[0].stopped() + " are clipped at the limit.");
            notices.say(said(parameter, chosen.span(), points));
        }
    }

    private static Notice said(Parameter parameter, Span span, String points) {
        return Notice.good(
                "Span",
                parameter.name() + " goes from " + parameter.print(parameter.settled(span.from())) + " to "
                        + parameter.print(parameter.settled(span.to())) + "." + points);
    }

    private Node lines() {
        double stands = standing.stands(target);
        Button round = Parts.act("span-round", "Turn round", "", () -> {
            String was = from.getText();
            from.setText(to.getText());
            to.setText(was);
        });
        Button fromHere =
                Parts.act("span-from-here", "From as it stands", "", () -> from.setText(parameter.print(stands)));
        Button toHere = Parts.act("span-to-here", "To as it stands", "", () -> to.setText(parameter.print(stands)));
        Button whole = Parts.act("span-whole", "Whole travel", "", () -> fill(Span.FULL));
        Button shift = Parts.act("span-shift", "Move both", "", this::shift);
        shift.setDisable(parameter.stepped());
        all.setOnAction(e -> {
            shift();
            e.consume();
        });
        VBox lines = new VBox(
                7,
                Parts.line("From", from),
                Parts.line("To", to),
                Parts.line("Shape", curve),
                Parts.line("Amount", amount),
                new HBox(6, round, whole),
                new HBox(6, fromHere, toHere),
                Parts.line("All of it by", all),
                new HBox(6, shift));
        int points = session.lane(target).points();
        if (strand.route().isPresent() && points > 0) {
            Label head = new Label("What was recorded");
            head.getStyleClass().add("strong");
            lines.getChildren().add(head);
            for (SpanChange.Follow follow : SpanChange.Follow.values()) {
                RadioButton one = new RadioButton(follow.spoken());
                one.setId("span-follow-" + follow.name().toLowerCase(Locale.ROOT));
                one.setUserData(follow);
                one.setToggleGroup(follows);
                one.setSelected(follow == SpanChange.Follow.KEEP);
                lines.getChildren().add(one);
            }
            counts.setId("span-counts");
            counts.getStyleClass().addAll("quiet", "small");
            lines.getChildren().add(counts);
            follows.selectedToggleProperty().addListener((o, a, b) -> changed());
        }
        lines.getChildren().add(wrong);
        lines.setPrefWidth(310);
        return lines;
    }

    private Node live() {
        Label text = new Label();
        text.getStyleClass().addAll("figures", "small");
        text.setId("span-live");
        AnimationTimer timer = new AnimationTimer() {
            @Override
            public void handle(long now) {
                double in = strand.input(frames.playing());
                String words = span().map(s -> (Double.isNaN(in) ? "not moved yet" : Math.round(in * 100) + " %")
                                + (Double.isNaN(in) ? "" : " → " + parameter.print(parameter.settled(s.apply(in)))))
                        .orElse("");
                if (!words.equals(text.getText())) {
                    text.setText(words);
                    picture.draw();
                }
            }
        };
        setOnShown(e -> {
            timer.start();
            // After the dialog gave the focus to its button: what is typed is for the field.
            Platform.runLater(() -> {
                from.requestFocus();
                from.selectAll();
            });
        });
        setOnHidden(e -> timer.stop());
        return text;
    }

    private void shapes() {
        curve.setId("span-curve");
        curve.getItems().setAll(Span.Curve.values());
        curve.setAccessibleText("Curve");
        curve.setConverter(
                Parts.words(one -> one == Span.Curve.S ? "S" : one.name().toLowerCase(Locale.ROOT)));
    }

    private void shift() {
        try {
            double difference = parameter.parseDifference(all.getText());
            span().ifPresent(span -> fill(SpanChange.shifted(parameter, span, difference)));
            all.clear();
            if (follow() == SpanChange.Follow.KEEP) {
                // All of it means what was recorded as well.
                follows.getToggles().stream()
                        .filter(t -> t.getUserData() == SpanChange.Follow.WHOLE)
                        .forEach(follows::selectToggle);
            }
        } catch (IllegalArgumentException e) {
            wrong.setText(e.getMessage());
        }
    }

    private void drag(MouseEvent e) {
        double value = Math.max(0, Math.min(1, (PICTURE - 10 - e.getY()) / (PICTURE - 20)));
        (dragsFrom ? from : to).setText(parameter.print(parameter.settled(value)));
    }

    private SpanChange.Follow follow() {
        return follows.getSelectedToggle() == null
                ? SpanChange.Follow.KEEP
                : (SpanChange.Follow) follows.getSelectedToggle().getUserData();
    }

    private void field(TextField field, String id, String words) {
        field.setId(id);
        field.getStyleClass().add("field");
        field.setAccessibleText(words);
        field.textProperty().addListener((o, a, b) -> changed());
    }

    private void changed() {
        if (picture == null) {
            return;
        }
        picture.draw();
        if (strand.route().isPresent() && counts.getId() != null) {
            counts.setText(span().map(this::moving).orElse(""));
        }
    }

    /** How many points would move; why none can, where that is so. */
    private String moving(Span span) {
        try {
            SpanChange.Outcome outcome = SpanChange.of(session, strand.route().orElseThrow(), span, follow());
            int n = outcome.moved();
            return n == 0
                    ? "No point moves."
                    : n
                            + (n == 1 ? " point moves" : " points move")
                            + (outcome.stopped() == 0 ? "." : ", " + outcome.stopped() + " are clipped at the limit.");
        } catch (IllegalArgumentException e) {
            return e.getMessage();
        }
    }

    private void fill(Span span) {
        filled = span;
        from.setText(parameter.print(parameter.settled(span.from())));
        to.setText(parameter.print(parameter.settled(span.to())));
        curve.setValue(span.curve());
        amount.setText(span.curve() == Span.Curve.STEPS ? "" + (int) span.amount() : "" + span.amount());
        amount.setDisable(span.curve() != Span.Curve.BENT && span.curve() != Span.Curve.STEPS);
    }

    /** What is typed, if it can be understood; else it is said what is wrong. An end that reads as it was is as it was. */
    private Optional<Span> span() {
        try {
            boolean shaped = curve.getValue() == Span.Curve.BENT || curve.getValue() == Span.Curve.STEPS;
            double by = shaped ? Double.parseDouble(amount.getText().strip().replace('−', '-')) : 0;
            Span span = new Span(end(from), end(to), curve.getValue(), by);
            wrong.setText("");
            return Optional.of(span);
        } catch (NumberFormatException e) {
            wrong.setText("“" + amount.getText() + "” is no number.");
        } catch (IllegalArgumentException e) {
            wrong.setText(e.getMessage());
        }
        return Optional.empty();
    }

    /** An end that reads as one that was filled in is that one, to the last bit. */
    private double end(TextField field) {
        for (double exact : new double[] {filled.from(), filled.to()}) {
            if (field.getText().equals(parameter.print(parameter.settled(exact)))) {
                return exact;
            }
        }
        return parameter.parse(field.getText());
    }
}
