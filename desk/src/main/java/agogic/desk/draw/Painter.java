package agogic.desk.draw;

import java.util.HashMap;
import java.util.List;
import java.util.Map;
import javafx.scene.canvas.GraphicsContext;
import javafx.scene.shape.StrokeLineCap;
import javafx.scene.shape.StrokeLineJoin;
import javafx.scene.text.Font;
import javafx.scene.text.TextAlignment;

/** Puts marks on a canvas. */
public final class Painter {
    /** The family of the text. */
    public static final String TEXT = "Atkinson Hyperlegible Next";

    /** The family of the figures. */
    public static final String FIGURES = "Atkinson Hyperlegible Mono";

    private static final String BOLD = TEXT + " SemiBold";
    private static final Map<String, Font> FONTS = new HashMap<>();

    private Painter() {}

    /** Clears the canvas of this size and draws {@code marks} in their order. */
    public static void paint(GraphicsContext on, double width, double height, List<Mark> marks, Palette palette) {
        on.clearRect(0, 0, width, height);
        on.setLineCap(StrokeLineCap.ROUND);
        on.setLineJoin(StrokeLineJoin.ROUND);
        for (Mark mark : marks) {
            paint(on, mark, palette);
        }
    }

    /** As {@link #paint}, for a canvas whose left edge lies at {@code left} of what the marks are for. */
    public static void paint(
            GraphicsContext on, double left, double width, double height, List<Mark> marks, Palette palette) {
        on.save();
        on.clearRect(0, 0, width, height);
        on.translate(-left, 0);
        on.setLineCap(StrokeLineCap.ROUND);
        on.setLineJoin(StrokeLineJoin.ROUND);
        for (Mark mark : marks) {
            paint(on, mark, palette);
        }
        on.restore();
    }

    private static void paint(GraphicsContext on, Mark mark, Palette palette) {
        if (mark instanceof Mark.Line line) {
            stroke(on, palette, line.ink(), line.width(), line.dash());
            on.strokeLine(line.x1(), line.y1(), line.x2(), line.y2());
        } else if (mark instanceof Mark.Path path) {
            if (path.closed()) {
                on.setFill(palette.of(path.ink()));
                on.fillPolygon(path.xs(), path.ys(), path.xs().length);
            } else {
                stroke(on, palette, path.ink(), path.width(), 0);
                on.strokePolyline(path.xs(), path.ys(), path.xs().length);
            }
        } else if (mark instanceof Mark.Disc disc) {
            double d = 2 * disc.radius();
            if (disc.fill() != Ink.NONE) {
                on.setFill(palette.of(disc.fill()));
                on.fillOval(disc.x() - disc.radius(), disc.y() - disc.radius(), d, d);
            }
            if (disc.edge() != Ink.NONE) {
                stroke(on, palette, disc.edge(), disc.width(), disc.dash());
                on.strokeOval(disc.x() - disc.radius(), disc.y() - disc.radius(), d, d);
            }
        } else if (mark instanceof Mark.Box box) {
            if (box.fill() != Ink.NONE) {
                on.setFill(palette.of(box.fill()));
                on.fillRoundRect(box.x(), box.y(), box.width(), box.height(), box.round(), box.round());
            }
            if (box.edge() != Ink.NONE) {
                stroke(on, palette, box.edge(), box.line(), 0);
                on.strokeRoundRect(box.x(), box.y(), box.width(), box.height(), box.round(), box.round());
            }
        } else if (mark instanceof Mark.Words words) {
            on.setFill(palette.of(words.ink()));
            String family = words.figures() ? FIGURES : words.bold() ? BOLD : TEXT;
            on.setFont(FONTS.computeIfAbsent(family + words.size(), key -> Font.font(family, words.size())));
            on.setTextAlign(
                    words.align() < 0
                            ? TextAlignment.LEFT
                            : words.align() == 0 ? TextAlignment.CENTER : TextAlignment.RIGHT);
            on.fillText(words.text(), words.x(), words.y());
        }
    }

    private static void stroke(GraphicsContext on, Palette palette, Ink ink, double width, double dash) {
        on.setStroke(palette.of(ink));
        on.setLineWidth(width);
        if (dash > 0) {
            on.setLineDashes(dash, dash);
        } else {
            on.setLineDashes();
        }
    }
}
