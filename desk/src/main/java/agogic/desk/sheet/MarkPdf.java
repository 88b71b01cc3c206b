package agogic.desk.sheet;

import agogic.desk.draw.Ink;
import agogic.desk.draw.Mark;
import agogic.desk.draw.Palette;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import javafx.scene.paint.Color;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.pdmodel.PDPage;
import org.apache.pdfbox.pdmodel.PDPageContentStream;
import org.apache.pdfbox.pdmodel.common.PDRectangle;
import org.apache.pdfbox.pdmodel.font.PDFont;
import org.apache.pdfbox.pdmodel.graphics.state.PDExtendedGraphicsState;

/** What the window draws, as one page of a PDF of its size with its fonts inside, or as a PNG of that page. */
public final class MarkPdf {
    /** Handles of a quarter of a circle, in radii (the usual cubic approximation). */
    private static final float ROUND = 0.5523f;

    private final Palette palette;
    private final float height;
    private final Pen pen;
    private final PDPageContentStream page;
    private final Map<Float, PDExtendedGraphicsState> through = new HashMap<>();

    private MarkPdf(Palette palette, float height, Pen pen, PDPageContentStream page) {
        this.palette = palette;
        this.height = height;
        this.pen = pen;
        this.page = page;
    }

    /**
     * The bytes of a PDF; the same marks give the same.
     *
     * @param width of the page, one of its units a pixel of the marks
     * @throws IOException if the PDF cannot be made
     */
    public static byte[] of(String title, List<Mark> marks, double width, double height, Palette palette)
            throws IOException {
        try (PDDocument document = new PDDocument()) {
            document.getDocumentInformation().setTitle(title);
            document.getDocumentInformation().setCreator("Agogic");
            document.setDocumentId((long) title.hashCode());
            PDPage sheet = new PDPage(new PDRectangle((float) width, (float) height));
            document.addPage(sheet);
            Pen pen = new Pen(document);
            try (PDPageContentStream page = new PDPageContentStream(document, sheet)) {
                MarkPdf drawing = new MarkPdf(palette, (float) height, pen, page);
                for (Mark mark : marks) {
                    drawing.draw(mark);
                }
            }
            ByteArrayOutputStream out = new ByteArrayOutputStream();
            document.save(out);
            return out.toByteArray();
        }
    }

    /**
     * The same as a PNG, twice as many pixels each way.
     *
     * @throws IOException if the picture cannot be made
     */
    public static byte[] png(String title, List<Mark> marks, double width, double height, Palette palette)
            throws IOException {
        return Sheet.pictures(of(title, marks, width, height, palette)).get(0);
    }

    private void draw(Mark mark) throws IOException {
        if (mark instanceof Mark.Line line) {
            if (line.ink() != Ink.NONE) {
                stroke(line.ink(), line.width(), line.dash());
                page.moveTo((float) line.x1(), up(line.y1()));
                page.lineTo((float) line.x2(), up(line.y2()));
                page.stroke();
            }
        } else if (mark instanceof Mark.Path path) {
            path(path);
        } else if (mark instanceof Mark.Disc disc) {
            round(
                    disc.x() - disc.radius(),
                    disc.y() - disc.radius(),
                    2 * disc.radius(),
                    2 * disc.radius(),
                    disc.radius(),
                    disc.fill(),
                    disc.edge(),
                    disc.width(),
                    disc.dash());
        } else if (mark instanceof Mark.Box box) {
            round(box.x(), box.y(), box.width(), box.height(), box.round() / 2, box.fill(), box.edge(), box.line(), 0);
        } else {
            words((Mark.Words) mark);
        }
    }

    private float up(double y) {
        return height - (float) y;
    }

    private void path(Mark.Path path) throws IOException {
        if (path.ink() == Ink.NONE || path.xs().length == 0) {
            return;
        }
        if (path.closed()) {
            fill(path.ink());
        } else {
            stroke(path.ink(), path.width(), 0);
            page.setLineJoinStyle(1);
        }
        page.moveTo((float) path.xs()[0], up(path.ys()[0]));
        for (int i = 1; i < path.xs().length; i++) {
            page.lineTo((float) path.xs()[i], up(path.ys()[i]));
        }
        if (path.closed()) {
            page.closePath();
            page.fill();
        } else {
            page.stroke();
        }
    }

    /** A box with round corners of this radius; a disc if it is half of both sides. */
    private void round(
            double x, double y, double wide, double tall, double radius, Ink fill, Ink edge, double line, double dash)
            throws IOException {
        if (wide <= 0 || tall <= 0) {
            return;
        }
        if (fill != Ink.NONE) {
            fill(fill);
            outline(x, y, wide, tall, radius);
            page.fill();
        }
        if (edge != Ink.NONE && line > 0) {
            stroke(edge, line, dash);
            outline(x, y, wide, tall, radius);
            page.stroke();
        }
    }

    private void outline(double x, double y, double wide, double tall, double radius) throws IOException {
        float r = (float) Math.max(0, Math.min(radius, Math.min(wide, tall) / 2));
        float k = r - ROUND * r;
        float left = (float) x;
        float right = (float) (x + wide);
        float top = up(y);
        float low = up(y + tall);
        page.moveTo(left + r, top);
        page.lineTo(right - r, top);
        page.curveTo(right - k, top, right, top - k, right, top - r);
        page.lineTo(right, low + r);
        page.curveTo(right, low + k, right - k, low, right - r, low);
        page.lineTo(left + r, low);
        page.curveTo(left + k, low, left, low + k, left, low + r);
        page.lineTo(left, top - r);
        page.curveTo(left, top - k, left + k, top, left + r, top);
        page.closePath();
    }

    private void words(Mark.Words words) throws IOException {
        PDFont font = words.figures() ? pen.figures() : words.bold() ? pen.bold() : pen.plain();
        String shown = Pen.known(words.text(), font);
        double wide = Pen.width(shown, font, words.size());
        double x = words.x() - (words.align() < 0 ? 0 : words.align() == 0 ? wide / 2 : wide);
        fill(words.ink());
        page.beginText();
        page.setFont(font, (float) words.size());
        page.newLineAtOffset((float) x, up(words.y()));
        page.showText(shown);
        page.endText();
    }

    private void fill(Ink ink) throws IOException {
        Color colour = (Color) palette.of(ink);
        page.setNonStrokingColor(of(colour));
        opacity(colour.getOpacity());
    }

    private void stroke(Ink ink, double width, double dash) throws IOException {
        Color colour = (Color) palette.of(ink);
        page.setStrokingColor(of(colour));
        page.setLineWidth((float) width);
        page.setLineCapStyle(1);
        page.setLineDashPattern(dash > 0 ? new float[] {(float) dash} : new float[0], 0);
        opacity(colour.getOpacity());
    }

    private void opacity(double opacity) throws IOException {
        float part = (float) opacity;
        PDExtendedGraphicsState state = through.get(part);
        if (state == null) {
            state = new PDExtendedGraphicsState();
            state.setNonStrokingAlphaConstant(part);
            state.setStrokingAlphaConstant(part);
            through.put(part, state);
        }
        page.setGraphicsStateParameters(state);
    }

    private static java.awt.Color of(Color colour) {
        return new java.awt.Color((float) colour.getRed(), (float) colour.getGreen(), (float) colour.getBlue());
    }
}
