package agogic.desk.refine;

import agogic.core.envelope.Envelope;
import agogic.core.envelope.EnvelopeOutline;
import agogic.core.envelope.Point;
import agogic.core.envelope.Shape;
import agogic.core.lane.Lane;
import agogic.core.lane.Stretch;
import agogic.core.parameter.Parameter;
import agogic.core.refine.Recipe;
import agogic.core.route.Route;
import agogic.core.route.Target;
import agogic.core.session.Points;
import agogic.core.session.Session;
import agogic.core.time.Lock;
import agogic.core.time.Timeline;
import agogic.core.write.Cycles;
import agogic.desk.acts.Act;
import agogic.desk.draw.Painter;
import agogic.desk.draw.Palette;
import agogic.desk.model.Desk;
import agogic.desk.model.Notice;
import agogic.desk.model.RefineModel;
import agogic.desk.model.TimeWindow;
import agogic.desk.model.View;
import agogic.desk.parts.EnvelopeMarks;
import agogic.desk.parts.Parts;
import java.util.List;
import java.util.Optional;
import java.util.OptionalDouble;
import java.util.stream.IntStream;
import javafx.geometry.Pos;
import javafx.scene.AccessibleAttribute;
import javafx.scene.AccessibleRole;
import javafx.scene.canvas.Canvas;
import javafx.scene.control.Button;
import javafx.scene.control.ComboBox;
import javafx.scene.control.Label;
import javafx.scene.control.ListCell;
import javafx.scene.control.ListView;
import javafx.scene.control.TextField;
import javafx.scene.input.KeyCode;
import javafx.scene.input.KeyEvent;
import javafx.scene.input.MouseEvent;
import javafx.scene.input.ScrollEvent;
import javafx.scene.layout.BorderPane;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import javafx.scene.layout.VBox;
import javafx.scene.shape.Line;
import javafx.scene.shape.Rectangle;
import javafx.util.StringConverter;

/** One lane, large: the ride under the envelope, the recipe beside it, the points as a list. */
public final class RefineView extends BorderPane {
    private static final double NEAR = 10;

    private final Desk desk;
    private final Plot plot = new Plot();
    private final Label title = new Label();
    private final Label subtitle = new Label();
    private final ComboBox<Integer> stretches = new ComboBox<>();
    private final Button hear = new Button();
    private final Button average = new Button();
    private final RecipePanel recipe;
    private final ListView<Integer> points = new ListView<>();
    private final Label pointTitle = new Label();
    private final TextField at = new TextField();
    private final TextField value = new TextField();
    private final ComboBox<Shape.Kind> shape = new ComboBox<>();
    private final TextField amount = new TextField();
    private static final double COARSE = 0.25;
    private static final double FINE = 0.01;
    private TimeWindow time;
    private Target target;
    private Lane lane;
    private EnvelopeOutline outline;
    private RefineModel model;
    private int stretch = -1;
    private int chosen = -1;
    private boolean filling;
    /** True while the form is for a new point: what is typed next is added, not moved. */
    private boolean adding;

    public RefineView(Desk desk) {
        this.desk = desk;
        time = new TimeWindow(desk.session().length());
        recipe = new RecipePanel(this::changeRecipe, desk::settle);
        title.getStyleClass().add("title");
        subtitle.getStyleClass().add("quiet");
        Region gap = new Region();
        HBox.setHgrow(gap, Priority.ALWAYS);
        stretches.setId("stretches");
        stretches.setAccessibleText("Which ride of this lane");
        stretches.setConverter(new StringConverter<>() {
            @Override
            public String toString(Integer index) {
                return index == null
                                || lane == null
                                || index >= lane.stretches().size()
                        ? ""
                        : name(lane.stretches().get(index));
            }

            @Override
            public Integer fromString(String text) {
                return null;
            }
        });
        stretches.setOnAction(e -> {
            if (!filling && stretches.getValue() != null) {
                stretch = stretches.getValue();
                frameStretch();
                refresh();
            }
        });
        act(hear, "hear-cycle", "Hear this cycle", () -> {
            int index = stretch;
            desk.edit("Hear " + name(lane.stretches().get(index)), s -> Cycles.choose(s, target, index));
            stretch = lane.stretches().size() - 1;
            refresh();
        });
        act(average, "average-cycles", "Average", () -> {
            List<Integer> cycles = cycles();
            desk.edit("Average of " + cycles.size() + " cycles", s -> Cycles.average(s, target, cycles));
        });
        HBox head = new HBox(12, title, subtitle, gap, hear, average, stretches);
        head.setAlignment(Pos.CENTER_LEFT);
        head.setStyle("-fx-padding: 8 16 4 20;");
        BorderPane left = new BorderPane(plot);
        left.setTop(head);
        setCenter(left);
        setRight(side());
        desk.editing().sessionProperty().addListener((o, a, b) -> refresh());
        desk.selection().selectedProperty().addListener((o, a, b) -> open());
        desk.selection().lightProperty().addListener((o, a, b) -> plot.draw());
        desk.selection().viewProperty().addListener((o, a, b) -> {
            if (b == View.REFINE) {
                open();
            }
        });
        desk.onFrame(plot::frame);
        open();
    }

    private static void act(Button button, String id, String words, Runnable act) {
        button.setId(id);
        button.setText(words);
        button.getStyleClass().addAll("pill", "act");
        button.managedProperty().bind(button.visibleProperty());
        button.setVisible(false);
        button.setMinWidth(Region.USE_PREF_SIZE);
        button.setOnAction(e -> act.run());
    }

    /** The rides of the loop of which the shown one is a cycle. */
    private List<Integer> cycles() {
        return stretch < 0 ? List.of() : Cycles.of(desk.session(), lane, stretch);
    }

    private String name(Stretch one) {
        Timeline timeline = desk.timeline();
        double from = lane.lock() == Lock.BEATS ? one.from() : timeline.beatAt(one.from());
        double to = lane.lock() == Lock.BEATS ? one.to() : timeline.beatAt(one.to());
        return "Ride " + one.ride().replaceAll("\\D", "") + " · " + timeline.printBars(from) + " – "
                + timeline.printBars(to);
    }

    private VBox side() {
        points.setId("points");
        points.getStyleClass().add("points");
        points.setAccessibleText("Points");
        points.setPrefHeight(120);
        VBox.setVgrow(points, Priority.ALWAYS);
        points.setCellFactory(view -> new PointCell());
        points.getSelectionModel().selectedItemProperty().addListener((o, a, b) -> {
            if (!filling && b != null) {
                choose(b);
            }
        });
        points.addEventHandler(KeyEvent.KEY_PRESSED, this::pointKey);
        pointTitle.getStyleClass().add("title");
        shape.getItems().setAll(Shape.Kind.values());
        shape.setId("point-shape");
        shape.setAccessibleText("Way to the next point");
        shape.setConverter(new StringConverter<>() {
            @Override
            public String toString(Shape.Kind kind) {
                return kind == null ? "" : kind.spoken();
            }

            @Override
            public Shape.Kind fromString(String text) {
                return null;
            }
        });
        shape.setOnAction(e -> typedShape());
        field(at, "point-at", "Position of the point: bar.beat.hundredths or time", this::typedPoint);
        field(value, "point-value", "Value of the point, in its unit", this::typedPoint);
        field(amount, "point-amount", "How far it bends, -1 to 1; for a wave depth;periods;duty", this::typedShape);
        Button add = new Button();
        act(add, "add-point", "Add a point", this::addTyped);
        add.setVisible(true);
        Button delete = new Button();
        act(delete, "delete-point", "Delete", this::deleteChosen);
        delete.setVisible(true);
        HBox buttons = new HBox(8, add, delete);
        Region rule = new Region();
        rule.getStyleClass().add("rule");
        VBox panel = new VBox(
                6,
                recipe,
                rule,
                pointTitle,
                Parts.line("At", at),
                Parts.line("Value", value),
                Parts.line("To next", shape),
                Parts.line("Amount", amount),
                buttons,
                points);
        panel.getStyleClass().add("panel");
        panel.setPrefWidth(296);
        panel.setMinWidth(296);
        BorderPane holder = new BorderPane(panel);
        holder.setStyle("-fx-padding: 10 14 10 6;");
        return new VBox(holder) {
            {
                VBox.setVgrow(holder, Priority.ALWAYS);
            }
        };
    }

    private static void field(TextField field, String id, String words, Runnable typed) {
        field.setId(id);
        field.getStyleClass().add("field");
        field.setAccessibleText(words);
        field.setPromptText("");
        field.setOnAction(e -> typed.run());
    }

    /** Shows the lane of the selected route. */
    private void open() {
        Optional<Route> route = desk.selection().selectedRoute();
        if (route.isEmpty()) {
            return;
        }
        Target now = route.get().target();
        boolean other = !now.equals(target);
        target = now;
        Lane shown = desk.session().lane(target);
        if (other) {
            stretch = shown.stretches().size() - 1;
            chosen = -1;
            lane = shown;
            frameStretch();
        } else if (stretch >= shown.stretches().size() || stretch < 0) {
            stretch = shown.stretches().size() - 1;
            lane = shown;
            frameStretch();
        }
        refresh();
    }

    /** Shows the bars of the stretch, or the whole piece. */
    private void frameStretch() {
        if (stretch < 0) {
            time.show(0, desk.session().length());
            return;
        }
        Stretch one = lane.stretches().get(stretch);
        Timeline timeline = desk.timeline();
        double from = lane.lock() == Lock.BEATS ? one.from() : timeline.beatAt(one.from());
        double to = lane.lock() == Lock.BEATS ? one.to() : timeline.beatAt(one.to());
        double start = timeline.metre().beatOfBar(timeline.metre().barAt(from + 1e-6));
        double end = timeline.metre().beatOfBar(timeline.metre().barAt(to - 1e-6) + 1);
        double air = (end - start) * 0.015;
        time.show(start - air, end + air);
    }

    private void refresh() {
        Session session = desk.session();
        // What was shown may have gone, with a macro or by undoing: there is nothing to refine then.
        boolean gone = target != null && !session.has(target);
        setDisable(gone);
        if (gone) {
            title.setText("No lane chosen");
            subtitle.setText("Select a route in Routes.");
            return;
        }
        if (target == null) {
            return;
        }
        filling = true;
        Lane before = lane;
        lane = session.lane(target);
        if (before == null || lane.stretches().size() > before.stretches().size()) {
            stretch = lane.stretches().size() - 1;
            frameStretch();
        }
        stretch = Math.min(stretch, lane.stretches().size() - 1);
        Parameter parameter = session.parameter(target);
        title.setText(parameter.name());
        subtitle.setText(session.device(target.device()).name() + " · "
                + session.trackOf(target.device()).map(t -> t.name()).orElse("") + " · " + parameter.printRange());
        outline = new EnvelopeOutline(lane.envelope());
        model = stretch < 0
                ? null
                : new RefineModel(session, target, lane.stretches().get(stretch));
        stretches.setVisible(!lane.stretches().isEmpty());
        stretches
                .getItems()
                .setAll(IntStream.range(0, lane.stretches().size()).boxed().toList());
        stretches.setValue(stretch < 0 ? null : stretch);
        List<Integer> cycles = cycles();
        hear.setVisible(cycles.size() > 1 && stretch != cycles.get(cycles.size() - 1));
        average.setVisible(cycles.size() > 1);
        average.setText("Average of " + cycles.size() + " cycles");
        recipe.show(parameter, model, session);
        chosen = Math.min(chosen, lane.envelope().size() - 1);
        List<Integer> all = IntStream.range(0, lane.envelope().size()).boxed().toList();
        points.getItems().setAll(all);
        points.refresh();
        filling = false;
        choose(chosen);
    }

    private void changeRecipe(String act, Recipe changed) {
        if (stretch >= 0 && !filling) {
            int index = stretch;
            desk.editOn(act, List.of(act, target, index), s -> RefineModel.rewrite(s, target, index, changed));
        }
    }

    private void choose(int point) {
        filling = true;
        adding = false;
        chosen = point;
        boolean any = point >= 0 && point < lane.envelope().size();
        desk.riding().here(any ? beat(lane.envelope().time(point)) : Double.NaN);
        Parameter parameter = desk.session().parameter(target);
        pointTitle.setText(
                any ? "Point " + (point + 1) + " of " + lane.envelope().size() : "Points");
        if (any) {
            Point one = lane.envelope().point(point);
            at.setText(desk.timeline().printBars(beat(one.time())));
            value.setText(parameter.print(one.value()));
            shape.setValue(one.shape().kind());
            amount.setText(amountText(one.shape()));
            points.getSelectionModel().select(point);
            points.scrollTo(Math.max(0, point - 2));
        } else {
            points.getSelectionModel().clearSelection();
            at.setText(desk.timeline().printBars(Math.max(0, desk.riding().positionBeat())));
            value.setText(lane.envelope().isEmpty() ? parameter.print(parameter.resting()) : "");
            shape.setValue(null);
            amount.setText("");
        }
        boolean steps = parameter.stepped();
        shape.setDisable(!any || steps);
        amount.setDisable(
                !any || steps || one(point).kind().ordinal() < 2 || one(point).kind() == Shape.Kind.S);
        filling = false;
        plot.setAccessibleText(any ? spoken(point) : spoken());
        plot.notifyAccessibleAttributeChanged(AccessibleAttribute.TEXT);
        plot.draw();
    }

    private Shape one(int point) {
        return point >= 0 && point < lane.envelope().size() ? lane.envelope().shape(point) : Shape.STRAIGHT;
    }

    private static String amountText(Shape shape) {
        return agogic.formats.table.ShapeText.amount(shape);
    }

    private double beat(double laneTime) {
        return lane.lock() == Lock.BEATS ? laneTime : desk.timeline().beatAt(laneTime);
    }

    /** {@code point 5 of 14, bar 20 beat 2, 2.41 kHz, hold}. */
    private String spoken(int point) {
        Envelope envelope = lane.envelope();
        return "point " + (point + 1) + " of " + envelope.size() + ", "
                + desk.timeline().speakBars(beat(envelope.time(point))) + ", "
                + desk.session().parameter(target).print(envelope.value(point)) + ", "
                + envelope.shape(point).kind().spoken() + (envelope.pinned(point) ? ", pinned" : "");
    }

    /** The whole picture in words: what is shown, and how far the points are from the hand. */
    private String spoken() {
        Parameter parameter = desk.session().parameter(target);
        Envelope envelope = lane.envelope();
        String lies = envelope.isEmpty()
                ? "no points"
                : envelope.size() + " points from "
                        + desk.timeline().speakBars(beat(envelope.time(0))) + " to "
                        + desk.timeline().speakBars(beat(envelope.time(envelope.size() - 1)));
        String hand = model == null
                ? ", drawn by hand"
                : ", ride " + model.ride().number() + ", farthest from the hand "
                        + parameter.printDifference(model.refined().farthest()) + " at "
                        + desk.timeline().speakBars(beat(model.refined().farthestAt()));
        return parameter.name() + ", " + lies + hand;
    }

    private OptionalDouble typedTime() {
        OptionalDouble beats = desk.timeline().parse(at.getText());
        mark(at, beats.isEmpty());
        if (beats.isEmpty()) {
            desk.refuse("“" + at.getText() + "” is no position. Expected " + Timeline.expected() + ".");
            return beats;
        }
        return lane.lock() == Lock.BEATS
                ? beats
                : OptionalDouble.of(desk.timeline().secondsAt(beats.getAsDouble()));
    }

    private OptionalDouble typedValue() {
        try {
            OptionalDouble typed =
                    OptionalDouble.of(desk.session().parameter(target).parse(value.getText()));
            mark(value, false);
            return typed;
        } catch (IllegalArgumentException e) {
            mark(value, true);
            desk.refuse(e.getMessage());
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
        if (chosen < 0 || adding) {
            addTyped();
            return;
        }
        OptionalDouble time2 = typedTime();
        OptionalDouble to = typedValue();
        if (time2.isPresent() && to.isPresent()) {
            Parameter parameter = desk.session().parameter(target);
            Point old = lane.envelope().point(chosen);
            // What was not typed anew stays exact, not as rounded for the eye.
            boolean sameTime = desk.timeline().printBars(beat(old.time())).equals(at.getText());
            boolean sameValue = parameter.print(old.value()).equals(value.getText());
            double newTime = sameTime ? old.time() : time2.getAsDouble();
            double newValue = sameValue ? old.value() : to.getAsDouble();
            int point = chosen;
            desk.edit("Set point " + (point + 1), s -> Points.move(s, target, point, newTime, newValue));
            desk.say(Notice.good("Set", spoken(Math.min(point, lane.envelope().size() - 1)) + "."));
        }
    }

    private void addTyped() {
        OptionalDouble time2 = typedTime();
        OptionalDouble to = time2.isPresent() ? typedValue() : OptionalDouble.empty();
        if (time2.isPresent() && to.isPresent()) {
            add(time2.getAsDouble(), to.getAsDouble());
            adding = true;
            pointTitle.setText("New point, after " + (chosen + 1) + " of "
                    + lane.envelope().size());
            at.requestFocus();
            at.selectAll();
        }
    }

    /** Adds a point, or moves the one that stands there, and shows it. */
    private void add(double laneTime, double to) {
        int before = lane.envelope().size();
        desk.edit("Add a point", s -> Points.add(s, target, laneTime, to));
        choose(lane.envelope().lastAtOrBefore(laneTime + Points.SAME));
        if (chosen < 0) {
            return;
        }
        boolean fresh = lane.envelope().size() > before;
        desk.say(Notice.good(fresh ? "Added" : "Set", spoken(chosen) + "."));
        reveal(beat(lane.envelope().time(chosen)));
    }

    /** Brings a place into view, if it is not. */
    private void reveal(double beat) {
        double width = time.to() - time.from();
        if (beat < time.from() || beat > time.to()) {
            time.show(beat - width / 2, beat + width / 2);
        }
        plot.draw();
    }

    /** Zooms about the chosen point, or the playhead. */
    public void zoom(double factor) {
        boolean any = lane != null && chosen >= 0 && chosen < lane.envelope().size();
        double about = any ? beat(lane.envelope().time(chosen)) : desk.riding().positionBeat();
        boolean seen = about >= time.from() && about <= time.to();
        time.zoom(factor, seen ? about : (time.from() + time.to()) / 2);
        plot.draw();
    }

    /** Shows the whole piece; again: the stretch. */
    public void showAll() {
        boolean all = time.from() <= 0 && time.to() >= desk.session().length();
        if (all && lane != null) {
            frameStretch();
        } else {
            time.show(0, desk.session().length());
        }
        plot.draw();
    }

    private void typedShape() {
        if (filling || chosen < 0 || shape.getValue() == null) {
            return;
        }
        Shape.Kind kind = shape.getValue();
        try {
            String text = amount.getText();
            boolean fits = lane.envelope().shape(chosen).kind() == kind && !text.isBlank();
            String usual = kind == Shape.Kind.BENT
                    ? "0.5"
                    : kind == Shape.Kind.PULSE ? "0.1;4;0.5" : kind.wave() ? "0.1;4" : "";
            Shape made = agogic.formats.table.ShapeText.parse(kind.name(), fits ? text : usual);
            int point = chosen;
            desk.edit("Way: " + kind.spoken(), s -> Points.shape(s, target, point, made));
            mark(amount, false);
        } catch (IllegalArgumentException e) {
            mark(amount, true);
            desk.refuse("The amount was not understood: " + e.getMessage() + ".");
        }
    }

    private void deleteChosen() {
        if (chosen >= 0) {
            int point = chosen;
            String gone = spoken(point);
            desk.edit("Delete point " + (point + 1), s -> Points.delete(s, target, point));
            desk.say(new Notice(
                    Notice.Kind.GOOD, "Deleted", gone + ".", List.of(new Notice.Act("Undo", desk.editing()::undo))));
        } else {
            desk.refuse("No point is chosen. Choose one in the list or with the arrow keys in the picture.");
        }
    }

    /** What can be done here. */
    public List<Act> acts() {
        return List.of(
                act(
                        "add-point",
                        "Add a point",
                        "A point at the playhead, where the lane stands there",
                        "N",
                        this::addAtPlayhead),
                act("delete-point", "Delete the point", "The chosen point goes", "Delete", this::deleteChosen),
                act(
                                "point-earlier",
                                "Point earlier",
                                "The chosen point a quarter beat earlier",
                                "Alt+←",
                                () -> shift(-COARSE))
                        .repeating(),
                act("point-later", "Point later", "The chosen point a quarter beat later", "Alt+→", () -> shift(COARSE))
                        .repeating(),
                act(
                                "point-bit-earlier",
                                "Point a little earlier",
                                "The chosen point a hundredth of a beat earlier",
                                "Shift+Alt+←",
                                () -> shift(-FINE))
                        .repeating(),
                act(
                                "point-bit-later",
                                "Point a little later",
                                "The chosen point a hundredth of a beat later",
                                "Shift+Alt+→",
                                () -> shift(FINE))
                        .repeating(),
                Act.told("points", "In the picture: last, next point", "Walks the points", "← →")
                        .in(View.REFINE));
    }

    private static Act act(String id, String words, String about, String key, Runnable run) {
        return Act.of(id, words, about, key, run).in(View.REFINE);
    }

    private void addAtPlayhead() {
        if (lane == null) {
            desk.refuse("Select a route first: there is no lane here.");
            return;
        }
        double beat =
                Math.max(0, Math.min(desk.session().length(), desk.riding().positionBeat()));
        double time2 = desk.timeline().laneTime(lane.lock(), desk.timeline().secondsAt(beat));
        double stands = lane.envelope().isEmpty()
                ? desk.session().parameter(target).resting()
                : lane.envelope().valueAt(time2);
        add(time2, stands);
    }

    /** Moves the chosen point in time, by so many beats. */
    private void shift(double beats) {
        if (chosen < 0 || lane == null || chosen >= lane.envelope().size()) {
            desk.refuse("No point is chosen. Choose one in the list or with the arrow keys in the picture.");
            return;
        }
        int point = chosen;
        Point one = lane.envelope().point(point);
        double beat = Math.max(0, Math.min(desk.session().length(), beat(one.time()) + beats));
        double time2 = desk.timeline().laneTime(lane.lock(), desk.timeline().secondsAt(beat));
        desk.editOn(
                "Move point " + (point + 1),
                List.of("point", target, point),
                s -> Points.move(s, target, point, time2, one.value()));
        desk.say(Notice.good("Moved", spoken(Math.min(point, lane.envelope().size() - 1)) + "."));
    }

    /** Scrolls in time by a part of what is seen. */
    public void scroll(double part) {
        time.scroll(part * (time.to() - time.from()));
        plot.draw();
    }

    private void pointKey(KeyEvent e) {
        if (e.getCode() == KeyCode.DELETE || e.getCode() == KeyCode.BACK_SPACE) {
            deleteChosen();
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
            if (empty || index == null || index >= lane.envelope().size()) {
                setText(null);
                setAccessibleText(null);
                return;
            }
            Envelope envelope = lane.envelope();
            Parameter parameter = desk.session().parameter(target);
            setText(String.format(
                    "%2d %-8s %8s %s%s",
                    index + 1,
                    desk.timeline().printBars(beat(envelope.time(index))),
                    parameter.print(envelope.value(index)),
                    envelope.shape(index).kind().spoken(),
                    envelope.pinned(index) ? " ●" : ""));
            setAccessibleText(spoken(index));
        }
    }

    /** The picture: focusable, its points moved with the arrow keys or the mouse. */
    private final class Plot extends Region {
        private final Canvas canvas = new Canvas();
        private final Line playhead = new Line();
        private int dragged = -1;

        Plot() {
            getStyleClass().add("plot");
            setId("plot");
            setFocusTraversable(true);
            setAccessibleRole(AccessibleRole.TEXT);
            playhead.setMouseTransparent(true);
            getChildren().addAll(canvas, playhead);
            setClip(new Rectangle(10, 10) {
                {
                    widthProperty().bind(Plot.this.widthProperty());
                    heightProperty().bind(Plot.this.heightProperty());
                }
            });
            addEventHandler(MouseEvent.MOUSE_PRESSED, this::pressed);
            addEventHandler(MouseEvent.MOUSE_DRAGGED, this::moved);
            addEventHandler(MouseEvent.MOUSE_RELEASED, e -> {
                dragged = -1;
                desk.settle();
            });
            addEventHandler(KeyEvent.KEY_PRESSED, this::key);
            addEventHandler(ScrollEvent.SCROLL, this::scroll);
        }

        private RefineMarks marks() {
            return new RefineMarks(desk.session(), lane, model, time, outline, getWidth() - 4, getHeight() - 4);
        }

        @Override
        protected void layoutChildren() {
            canvas.setWidth(getWidth());
            canvas.setHeight(getHeight());
            draw();
        }

        void draw() {
            if (getWidth() > 0 && lane != null && !RefineView.this.isDisabled()) {
                Painter.paint(
                        canvas.getGraphicsContext2D(),
                        getWidth(),
                        getHeight(),
                        marks().all(chosen),
                        Palette.of(desk.selection().lightProperty().get()));
            }
        }

        void frame() {
            if (lane == null || getWidth() <= 0 || !RefineView.this.isVisible() || RefineView.this.isDisabled()) {
                return;
            }
            EnvelopeMarks.Field field = marks().field();
            double x = time.x(desk.riding().positionBeat(), field.left(), field.width());
            playhead.setVisible(x >= field.left() && x <= field.left() + field.width());
            playhead.setStroke(
                    Palette.of(desk.selection().lightProperty().get()).of(agogic.desk.draw.Ink.TEXT));
            playhead.setStrokeWidth(1.4);
            playhead.setStartX(Math.rint(x) + 0.5);
            playhead.setEndX(Math.rint(x) + 0.5);
            playhead.setStartY(field.top());
            playhead.setEndY(field.top() + field.height());
        }

        private void pressed(MouseEvent e) {
            requestFocus();
            RefineMarks marks = marks();
            EnvelopeMarks.Field field = marks.field();
            int near = -1;
            double nearest = NEAR;
            for (int i = 0; i < lane.envelope().size(); i++) {
                double distance = Math.hypot(
                        marks.x(lane.envelope().time(i)) - e.getX(),
                        marks.y(lane.envelope().value(i)) - e.getY());
                if (distance < nearest) {
                    nearest = distance;
                    near = i;
                }
            }
            if (near >= 0) {
                dragged = near;
                choose(near);
            } else if (e.getClickCount() == 2 && e.getY() >= field.top() && e.getY() <= field.top() + field.height()) {
                double time2 = marks.laneTimeAt(e.getX());
                double to = marks.valueAt(e.getY());
                add(time2, to);
            } else if (e.getY() < field.top()) {
                desk.riding().locate(time.beat(e.getX(), field.left(), field.width()));
            }
        }

        private void moved(MouseEvent e) {
            if (dragged >= 0) {
                RefineMarks marks = marks();
                double time2 = marks.laneTimeAt(e.getX());
                double to = marks.valueAt(e.getY());
                int point = dragged;
                desk.editOn(
                        "Move point " + (point + 1),
                        List.of("point", target, point),
                        s -> Points.move(s, target, point, time2, to));
            }
        }

        private void key(KeyEvent e) {
            if (e.isShortcutDown() || e.isAltDown() || lane.envelope().isEmpty()) {
                return;
            }
            boolean handled = true;
            int last = lane.envelope().size() - 1;
            switch (e.getCode()) {
                case RIGHT -> choose(Math.min(last, chosen + 1));
                case LEFT -> choose(Math.max(0, chosen - 1));
                case UP -> nudge(e.isShiftDown() ? 0.001 : 0.01);
                case DOWN -> nudge(e.isShiftDown() ? -0.001 : -0.01);
                case DELETE, BACK_SPACE -> deleteChosen();
                case ENTER -> at.requestFocus();
                default -> handled = false;
            }
            if (handled) {
                e.consume();
            }
        }

        private void nudge(double by) {
            if (chosen >= 0) {
                int point = chosen;
                Point one = lane.envelope().point(point);
                Parameter parameter = desk.session().parameter(target);
                double step = parameter.stepped()
                        ? Math.signum(by) / parameter.positions().size()
                        : by;
                desk.editOn(
                        "Move point " + (point + 1),
                        List.of("point", target, point),
                        s -> Points.move(s, target, point, one.time(), one.value() + step));
            }
        }

        private void scroll(ScrollEvent e) {
            EnvelopeMarks.Field field = marks().field();
            if (e.isShiftDown() || Math.abs(e.getDeltaX()) > Math.abs(e.getDeltaY())) {
                double moved = e.getDeltaX() != 0 ? e.getDeltaX() : e.getDeltaY();
                time.scroll(-moved / field.width() * (time.to() - time.from()));
            } else {
                time.zoom(Math.pow(0.998, e.getDeltaY()), time.beat(e.getX(), field.left(), field.width()));
            }
            draw();
            e.consume();
        }
    }
}
