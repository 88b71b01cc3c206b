package agogic.desk.surfaces;

import agogic.core.macro.Macro;
import agogic.core.parameter.Parameter;
import agogic.core.play.Playing;
import agogic.core.route.Span;
import agogic.core.session.Session;
import agogic.desk.acts.Here;
import agogic.desk.acts.Subject;
import agogic.desk.draw.Ink;
import agogic.desk.draw.Mark;
import agogic.desk.model.Editing;
import agogic.desk.model.Frames;
import agogic.desk.model.Selection;
import agogic.desk.model.Strand;
import agogic.desk.parts.MarkView;
import agogic.desk.parts.SpanMarks;
import java.util.ArrayList;
import java.util.List;
import java.util.Objects;
import java.util.Optional;
import java.util.function.BiConsumer;
import java.util.function.Consumer;
import javafx.scene.AccessibleRole;
import javafx.scene.input.KeyCode;
import javafx.scene.input.KeyEvent;
import javafx.scene.input.MouseButton;
import javafx.scene.input.MouseEvent;

/**
 * One control or macro as a line that fans out to what it moves: for each its span as a small curve with the live input and
 * output on it, and its value. One strand has the cursor; ends of spans can be dragged.
 */
public final class FanView extends MarkView {
    private final Editing editing;
    private final Selection selection;
    private final Frames frames;
    static final double ROW = 58;

    private static final double HUB = 26;
    private static final double BOX_X = 92;
    private static final double BOX = 44;
    private static final double SOUND_X = 154;
    private static final double SOUND = 32;
    private static final double TEXT_X = 196;
    private static final double INSET = 18;

    private final Consumer<Strand> opened;
    private final Consumer<Strand> removed;
    private final BiConsumer<Strand, Span> dragged;
    private List<Strand> strands = List.of();
    private String hub = "";
    private double hubValue = Double.NaN;
    private boolean hubIsMacro;
    private int cursor;
    private int dragging = -1;
    private boolean dragsFrom;
    private int signature;

    /**
     * A view of strands.
     *
     * @param opened what Enter or pressing twice does
     * @param removed what Delete does
     * @param dragged another span for a strand, while it is dragged
     */
    FanView(
            Editing editing,
            Selection selection,
            Frames frames,
            Consumer<Strand> opened,
            Consumer<Strand> removed,
            BiConsumer<Strand, Span> dragged) {
        super(selection);
        this.editing = editing;
        this.selection = selection;
        this.frames = frames;
        this.opened = opened;
        this.removed = removed;
        this.dragged = dragged;
        getStyleClass().add("plot");
        setFocusTraversable(true);
        setAccessibleRole(AccessibleRole.LIST_ITEM);
        addEventHandler(MouseEvent.MOUSE_PRESSED, this::pressed);
        addEventHandler(MouseEvent.MOUSE_DRAGGED, this::moved);
        addEventHandler(MouseEvent.MOUSE_RELEASED, e -> {
            dragging = -1;
            editing.settle();
        });
        addEventHandler(KeyEvent.KEY_PRESSED, this::key);
        Here.on(this, place -> {
            int row = place == null ? cursor : row(place.getY());
            if (row < 0 || row >= strands.size()) {
                return null;
            }
            cursor = row;
            frame(hubValue);
            return strands.get(row).macro().isPresent() ? Subject.MEMBER : Subject.CONTROL;
        });
    }

    /** Shows these; {@code name} is written in the hub. */
    public void show(List<Strand> newStrands, boolean macro) {
        Strand old = chosen().orElse(null);
        strands = newStrands;
        hubIsMacro = macro;
        int same = -1;
        for (int i = 0; i < strands.size() && old != null; i++) {
            boolean alike = strands.get(i).target().equals(old.target())
                    && strands.get(i).route().equals(old.route());
            same = alike ? i : same;
        }
        cursor = same >= 0 ? same : Math.max(0, Math.min(cursor, strands.size() - 1));
        double height = Math.max(ROW, strands.size() * ROW) + 8;
        setMinHeight(height);
        setPrefHeight(height);
        signature = 0;
        frame(hubValue);
    }

    /** The strand with the cursor. */
    public Optional<Strand> chosen() {
        return cursor >= 0 && cursor < strands.size() ? Optional.of(strands.get(cursor)) : Optional.empty();
    }

    /** Draws anew if something changed; {@code value} is where the hub stands, 0..1. */
    void frame(double value) {
        Session session = editing.session();
        Playing playing = frames.playing();
        hubValue = value;
        int now = Objects.hash(
                value, cursor, getWidth(), session, selection.lightProperty().get());
        for (Strand strand : strands) {
            now = 31 * now
                    + Objects.hash(
                            value(playing, session, strand),
                            strand.input(playing),
                            strand.counts(session, playing),
                            strand);
        }
        if (now != signature) {
            signature = now;
            hub = Double.isNaN(value) ? "?" : "" + Math.round(value * 100);
            tell();
            draw();
        }
    }

    private static double value(Playing playing, Session session, Strand strand) {
        return playing.value(strand.target())
                .orElseGet(() -> session.parameter(strand.target()).resting());
    }

    private void tell() {
        Session session = editing.session();
        String text = chosen().filter(s -> has(session, s))
                .map(s -> s.spoken(session, session.parameter(s.target()).print(value(frames.playing(), session, s)))
                        + ", " + (cursor + 1) + " of " + strands.size())
                .orElse("Nothing is moved");
        if (!text.equals(getAccessibleText())) {
            setAccessibleText(text);
        }
    }

    private static boolean has(Session session, Strand strand) {
        return strand.macro().isEmpty()
                || session.macros().stream()
                        .anyMatch(m -> m.id().equals(strand.macro().get()));
    }

    private int row(double y) {
        int at = (int) ((y - 4) / ROW);
        return at >= 0 && at < strands.size() ? at : -1;
    }

    private double box(int i) {
        return BOX_X + strands.get(i).depth() * INSET;
    }

    private void pressed(MouseEvent e) {
        if (e.getButton() != MouseButton.PRIMARY) {
            return;
        }
        requestFocus();
        editing.settle();
        int row = row(e.getY());
        if (row >= 0) {
            cursor = row;
            double x = e.getX() - box(row);
            if (e.getClickCount() == 2) {
                opened.accept(strands.get(row));
            } else if (x >= 0 && x <= BOX && strands.get(row).span().isPresent()) {
                dragging = row;
                dragsFrom = x < BOX / 2;
            }
        }
        frame(hubValue);
        e.consume();
    }

    private void moved(MouseEvent e) {
        if (dragging >= 0 && dragging < strands.size()) {
            Strand strand = strands.get(dragging);
            double top = 4 + dragging * ROW + (ROW - BOX) / 2;
            double to = Math.max(0, Math.min(1, (top + BOX - 5 - e.getY()) / (BOX - 10)));
            strand.span()
                    .ifPresent(span -> dragged.accept(
                            strand,
                            new Span(
                                    dragsFrom ? to : span.from(),
                                    dragsFrom ? span.to() : to,
                                    span.curve(),
                                    span.amount())));
        }
    }

    private void key(KeyEvent e) {
        if (e.isShortcutDown() || e.isAltDown()) {
            return;
        }
        int to =
                switch (e.getCode()) {
                    case UP -> cursor - 1;
                    case DOWN -> cursor + 1;
                    case HOME -> 0;
                    case END -> strands.size() - 1;
                    default -> -2;
                };
        if (to != -2) {
            cursor = Math.max(0, Math.min(strands.size() - 1, to));
            frame(hubValue);
            e.consume();
        } else if (e.getCode() == KeyCode.ENTER) {
            chosen().ifPresent(opened);
            e.consume();
        } else if (e.getCode() == KeyCode.DELETE) {
            chosen().ifPresent(removed);
            e.consume();
        }
    }

    @Override
    public void marks(List<Mark> marks, double width, double height) {
        Session session = editing.session();
        if (strands.isEmpty()) {
            return;
        }
        double middle = 4 + strands.size() * ROW / 2;
        double hubY = Math.min(middle, Math.max(HUB + 6, Math.min(middle, 4 + 2.5 * ROW)));
        for (int i = 0; i < strands.size(); i++) {
            if (has(session, strands.get(i))) {
                strand(marks, session, i, hubY, width);
            }
        }
        Ink ink = hubIsMacro ? Ink.SPAN : Ink.HAND;
        marks.add(new Mark.Disc(HUB, hubY, HUB - 4, Ink.PANEL, ink, 2.2, Double.isNaN(hubValue) ? 4 : 0));
        marks.add(new Mark.Words(HUB, hubY + 5, hub, ink, 14, true, false, 0));
    }

    private void strand(List<Mark> marks, Session session, int i, double hubY, double width) {
        Strand strand = strands.get(i);
        Playing playing = frames.playing();
        Parameter parameter = session.parameter(strand.target());
        double value = value(playing, session, strand);
        double top = 4 + i * ROW;
        double y = top + ROW / 2;
        double x = box(i);
        if (i == cursor) {
            marks.add(new Mark.Box(
                    x - 8, top + 1, width - x + 4, ROW - 2, 10, Ink.RAISED, isFocused() ? Ink.TEXT : Ink.NONE, 1.6));
        }
        boolean counts = strand.counts(session, playing);
        wire(marks, strand, i, hubY, x, y, counts);
        double sound = x + SOUND_X - BOX_X;
        marks.add(new Mark.Line(x + BOX, y, sound, y, Ink.EDGE, 1.4, 0));
        boolean macro = strand.target().device().equals(Macro.DEVICE);
        double input = strand.input(playing);
        curve(marks, parameter, strand, x, y - BOX / 2, input, value);
        if (macro) {
            double r = SOUND / 2;
            marks.add(new Mark.Disc(sound + r, y, r, Ink.PANEL, Ink.SPAN, 2, 0));
            marks.add(new Mark.Words(sound + r, y + 4.5, "" + Math.round(value * 100), Ink.SPAN, 12, true, false, 0));
        } else {
            marks.add(new Mark.Box(sound, y - SOUND / 2, SOUND, SOUND, 5, Ink.WELL, Ink.SOUND, 1.8));
            double fill = (SOUND - 6) * value;
            marks.add(new Mark.Box(
                    sound + 3, y + SOUND / 2 - 3 - fill, SOUND - 6, Math.max(1, fill), 2, Ink.SOUND_SOFT, Ink.NONE, 0));
            marks.add(new Mark.Line(
                    sound + 4,
                    y + SOUND / 2 - 3 - fill,
                    sound + SOUND - 4,
                    y + SOUND / 2 - 3 - fill,
                    Ink.SOUND,
                    1.6,
                    0));
        }
        double text = sound + TEXT_X - SOUND_X;
        double waits = strand.waitsAt(session, playing);
        String print = parameter.print(value);
        double right = width - 10;
        int room = (int) ((right - text) / 6.6) - print.length();
        marks.add(new Mark.Words(
                text, y - 4, shorten(parameter.name(), room), counts ? Ink.TEXT : Ink.QUIET, 13, false, true, -1));
        String under = Double.isNaN(waits)
                ? session.device(strand.target().device()).name() + ", " + strand.range(session)
                        + (strand.page().isEmpty() ? "" : ", page " + strand.page())
                : "has to meet the value at " + agogic.core.trace.Trace.percent(waits);
        int whole = (int) ((right - text) / 5.6);
        marks.add(new Mark.Words(
                text,
                y + 13,
                shorten(under, whole),
                Double.isNaN(waits) ? Ink.QUIET : Ink.HAND,
                11.5,
                false,
                false,
                -1));
        marks.add(new Mark.Words(right, y - 4, print, macro ? Ink.SPAN : Ink.SOUND, 13, true, false, 1));
    }

    private static String shorten(String text, int room) {
        return text.length() <= room || room < 4 ? text : text.substring(0, room - 1) + "…";
    }

    /** The line from the hub, or from the macro above, to a strand. */
    private void wire(List<Mark> marks, Strand strand, int i, double hubY, double x, double y, boolean counts) {
        double fromX = 2 * HUB - 4;
        double fromY = hubY;
        if (strand.depth() > 0) {
            int above = i;
            while (strands.get(above).depth() > 0) {
                above--;
            }
            fromX = box(above) + SOUND_X - BOX_X + SOUND / 2;
            fromY = 4 + above * ROW + ROW / 2 + SOUND / 2;
            marks.add(new Mark.Line(x - 14, fromY + 6, x - 14, y, Ink.SPAN, 1.6, 0));
            marks.add(new Mark.Line(x - 14, y, x, y, Ink.SPAN, 1.6, 0));
            marks.add(new Mark.Line(x - 14, fromY + 6, fromX, fromY + 6, Ink.SPAN, 1.6, 0));
            marks.add(new Mark.Line(fromX, fromY, fromX, fromY + 6, Ink.SPAN, 1.6, 0));
            return;
        }
        int n = 21;
        double[] xs = new double[n];
        double[] ys = new double[n];
        for (int k = 0; k < n; k++) {
            double u = k / (n - 1.0);
            double bend = u * u * (3 - 2 * u);
            xs[k] = fromX + u * (x - fromX);
            ys[k] = fromY + bend * (y - fromY);
        }
        marks.add(new Mark.Path(xs, ys, counts ? Ink.SPAN : Ink.EDGE, i == cursor ? 2.6 : 1.6, false));
    }

    /** The span as a small curve, the live input as an upright line and the output as a dot on it. */
    private static void curve(
            List<Mark> marks, Parameter parameter, Strand strand, double x, double y, double input, double output) {
        marks.add(new Mark.Box(x, y, BOX, BOX, 7, Ink.WELL, Ink.SPAN, 1.3));
        double side = BOX - 10;
        if (strand.span().isEmpty()) {
            // Distances are kept: it goes along beside the others.
            double at = y + BOX - 5 - output * side;
            marks.add(new Mark.Line(x + 5, at, x + BOX - 5, at, Ink.SPAN, 2, 0));
            marks.add(new Mark.Line(x + BOX / 2, y + 7, x + BOX / 2, y + BOX - 7, Ink.SPAN, 1.2, 3));
            return;
        }
        SpanMarks.square(marks, parameter, strand.span().get(), x + 5, y + 5, side, input);
    }

    /** The strands that are shown. */
    List<Strand> strands() {
        return new ArrayList<>(strands);
    }
}
