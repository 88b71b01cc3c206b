package agogic.desk.surfaces;

import agogic.core.parameter.Parameter;
import agogic.core.route.Span;
import agogic.core.session.Session;
import agogic.desk.draw.Ink;
import agogic.desk.draw.Mark;
import agogic.desk.model.Editing;
import agogic.desk.model.Frames;
import agogic.desk.model.Selection;
import agogic.desk.model.Strand;
import agogic.desk.parts.MarkView;
import agogic.desk.parts.SpanMarks;
import java.util.List;
import java.util.Objects;
import java.util.Optional;
import java.util.function.BiConsumer;
import javafx.scene.AccessibleRole;
import javafx.scene.control.ScrollPane;
import javafx.scene.input.KeyCode;
import javafx.scene.input.KeyEvent;
import javafx.scene.input.MouseEvent;

/**
 * The span of one strand, large: the control's way across, the parameter's travel up, with the live input and output on
 * it. Its ends can be dragged; with the keys, up and down move the upper end of the control's way, with Shift the lower.
 */
public final class SpanPlot extends MarkView {
    private final Editing editing;
    private final Selection selection;
    private final Frames frames;
    static final double HEIGHT = 190;

    private static final double LEFT = 88;
    private static final double RIGHT = 84;
    private static final double PAD = 16;
    private static final double STEP = 0.01;

    private final BiConsumer<Strand, Span> dragged;
    private Strand strand;
    private boolean dragsFrom;
    private int signature;

    SpanPlot(Editing editing, Selection selection, Frames frames, BiConsumer<Strand, Span> dragged) {
        super(selection);
        this.editing = editing;
        this.selection = selection;
        this.frames = frames;
        this.dragged = dragged;
        getStyleClass().add("plot");
        setId("span-plot");
        setFocusTraversable(true);
        setAccessibleRole(AccessibleRole.SLIDER);
        setMinHeight(HEIGHT);
        setPrefHeight(HEIGHT);
        setMaxHeight(HEIGHT);
        addEventHandler(MouseEvent.MOUSE_PRESSED, e -> {
            requestFocus();
            editing.settle();
            dragsFrom = e.getX() < LEFT + (getWidth() - LEFT - RIGHT) / 2;
        });
        addEventHandler(MouseEvent.MOUSE_DRAGGED, e -> {
            double to = (getHeight() - PAD - e.getY()) / (getHeight() - 2 * PAD);
            end(dragsFrom, Math.max(0, Math.min(1, to)));
        });
        addEventHandler(MouseEvent.MOUSE_RELEASED, e -> editing.settle());
        addEventHandler(KeyEvent.KEY_PRESSED, this::key);
    }

    /** Shows the span of the strand that is chosen in a fan, where there is room for it below. */
    void below(FanView fan, ScrollPane scroll) {
        Optional<Strand> chosen = fan.chosen()
                .filter(s -> s.span().isPresent() && editing.session().has(s.target()));
        double room = scroll.getHeight() + (isVisible() ? HEIGHT : 0);
        boolean shows = chosen.isPresent() && scroll.isVisible() && room > fan.getPrefHeight() + HEIGHT;
        setVisible(shows);
        setManaged(shows);
        if (shows) {
            show(chosen.get());
        }
    }

    /** Shows the span of this strand; it has one. */
    public void show(Strand shown) {
        if (!Objects.equals(shown, strand)) {
            strand = shown;
            signature = 0;
        }
        frame();
    }

    /** With every frame of the window. */
    void frame() {
        if (strand == null) {
            return;
        }
        double input = input();
        int now = Objects.hash(
                strand,
                input,
                getWidth(),
                isFocused(),
                selection.lightProperty().get());
        if (now != signature) {
            signature = now;
            setAccessibleText(spoken(input));
            draw();
        }
    }

    private double input() {
        return strand.input(frames.playing());
    }

    private String spoken(double input) {
        Parameter parameter = editing.session().parameter(strand.target());
        Span span = strand.span().orElse(Span.FULL);
        return "Span of " + parameter.name() + ", " + strand.range(editing.session())
                + (Double.isNaN(input)
                        ? ", not moved yet"
                        : ", at " + Math.round(input * 100) + " % it reads "
                                + parameter.print(parameter.settled(span.apply(input))));
    }

    private void key(KeyEvent e) {
        boolean up = e.getCode() == KeyCode.UP;
        if (!up && e.getCode() != KeyCode.DOWN || e.isShortcutDown() || strand == null) {
            return;
        }
        Span span = strand.span().orElse(Span.FULL);
        Parameter parameter = editing.session().parameter(strand.target());
        double step = parameter.stepped() ? 1.0 / parameter.positions().size() : STEP;
        double old = e.isShiftDown() ? span.from() : span.to();
        end(e.isShiftDown(), Math.max(0, Math.min(1, old + (up ? step : -step))));
        e.consume();
    }

    private void end(boolean from, double to) {
        strand.span()
                .ifPresent(span -> dragged.accept(
                        strand, new Span(from ? to : span.from(), from ? span.to() : to, span.curve(), span.amount())));
    }

    @Override
    public void marks(List<Mark> marks, double width, double height) {
        Session session = editing.session();
        if (strand == null || strand.span().isEmpty() || !session.has(strand.target())) {
            return;
        }
        Parameter parameter = session.parameter(strand.target());
        Span span = strand.span().get();
        double w = width - LEFT - RIGHT;
        double h = height - 2 * PAD;
        marks.add(new Mark.Box(LEFT, PAD, w, h, 8, Ink.WELL, Ink.SPAN, 1.2));
        int lines = parameter.stepped() ? parameter.positions().size() : 4;
        for (int i = 1; i < lines; i++) {
            double y = PAD + h - i * h / lines;
            marks.add(new Mark.Line(LEFT + 4, y, LEFT + w - 4, y, Ink.RAISED, 1, 0));
        }
        marks.add(SpanMarks.curve(parameter, span, LEFT, PAD, w, h, 2.6));
        double low = PAD + h - parameter.settled(span.from()) * h;
        double high = PAD + h - parameter.settled(span.to()) * h;
        marks.add(new Mark.Disc(LEFT, low, 6, Ink.PANEL, Ink.SPAN, 2.2, 0));
        marks.add(new Mark.Disc(LEFT + w, high, 6, Ink.PANEL, Ink.SPAN, 2.2, 0));
        String from = parameter.print(parameter.settled(span.from()));
        marks.add(new Mark.Words(LEFT - 12, clear(low, height), from, Ink.TEXT, 12, true, false, 1));
        String to = parameter.print(parameter.settled(span.to()));
        marks.add(new Mark.Words(LEFT + w + 12, clear(high, height), to, Ink.TEXT, 12, true, false, -1));
        double input = input();
        if (!Double.isNaN(input)) {
            double x = LEFT + input * w;
            double y = PAD + h - parameter.settled(span.apply(input)) * h;
            marks.add(new Mark.Line(x, PAD + 2, x, PAD + h - 2, Ink.HAND, 1.2, 3));
            marks.add(new Mark.Line(LEFT + 2, y, x, y, Ink.SOUND, 1.2, 3));
            marks.add(new Mark.Disc(x, y, 4.5, Ink.HAND, Ink.NONE, 0, 0));
            String reads = parameter.print(parameter.settled(span.apply(input)));
            if (Math.abs(y - low) > 18) {
                marks.add(new Mark.Words(LEFT - 12, clear(y, height), reads, Ink.SOUND, 12, true, false, 1));
            }
        }
    }

    private static double clear(double y, double height) {
        return Math.max(14, Math.min(height - 6, y + 4));
    }
}
