package agogic.desk.sheet;

import java.awt.Color;
import java.io.IOException;
import java.io.InputStream;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.pdmodel.PDPage;
import org.apache.pdfbox.pdmodel.PDPageContentStream;
import org.apache.pdfbox.pdmodel.common.PDRectangle;
import org.apache.pdfbox.pdmodel.font.PDFont;
import org.apache.pdfbox.pdmodel.font.PDType0Font;

/** Writes on the pages of a document: lengths in points of 1/72 inch, from the upper left corner. */
final class Pen {
    static final double WIDTH = PDRectangle.A4.getHeight();
    static final double HEIGHT = PDRectangle.A4.getWidth();
    static final Color TEXT = new Color(0x1b2421);
    static final Color QUIET = new Color(0x525f59);
    static final Color HAND = new Color(0x8f5600);
    static final Color SPAN = new Color(0x1c6a55);
    static final Color SOUND = new Color(0x6d3ba1);
    static final Color RIDE = new Color(0xb2321e);
    static final Color EDGE = new Color(0xb7bfb6);

    private static final String FONTS = "/agogic/desk/fonts/atkinson-hyperlegible-";

    private final PDDocument document;
    private final PDFont plain;
    private final PDFont bold;
    private final PDFont figures;
    private PDPageContentStream page;

    Pen(PDDocument document) throws IOException {
        this.document = document;
        plain = font("next-latin-400-normal.woff");
        bold = font("next-latin-600-normal.woff");
        figures = font("mono-latin-400-normal.woff");
    }

    private PDFont font(String file) throws IOException {
        try (InputStream in = Pen.class.getResourceAsStream(FONTS + file)) {
            return PDType0Font.load(document, new java.io.ByteArrayInputStream(Woff.unpack(in)), true);
        }
    }

    PDFont plain() {
        return plain;
    }

    PDFont bold() {
        return bold;
    }

    PDFont figures() {
        return figures;
    }

    /** Begins another page, A4 across. */
    void turn() throws IOException {
        close();
        PDPage next = new PDPage(new PDRectangle((float) WIDTH, (float) HEIGHT));
        document.addPage(next);
        page = new PDPageContentStream(document, next);
    }

    void close() throws IOException {
        if (page != null) {
            page.close();
            page = null;
        }
    }

    void box(double x, double y, double width, double height, Color edge, double line) throws IOException {
        page.setStrokingColor(edge);
        page.setLineWidth((float) line);
        page.addRect((float) x, (float) (HEIGHT - y - height), (float) width, (float) height);
        page.stroke();
    }

    void fill(double x, double y, double width, double height, Color color) throws IOException {
        page.setNonStrokingColor(color);
        page.addRect((float) x, (float) (HEIGHT - y - height), (float) width, (float) height);
        page.fill();
    }

    void line(double x1, double y1, double x2, double y2, Color color, double width) throws IOException {
        page.setStrokingColor(color);
        page.setLineWidth((float) width);
        page.moveTo((float) x1, (float) (HEIGHT - y1));
        page.lineTo((float) x2, (float) (HEIGHT - y2));
        page.stroke();
    }

    /** A ring around ({@code x}, {@code y}). */
    void ring(double x, double y, double radius, Color color, double width) throws IOException {
        // Four Bézier arcs; 0.5523 is the usual length of their handles.
        float k = (float) (0.5523 * radius);
        float r = (float) radius;
        float cx = (float) x;
        float cy = (float) (HEIGHT - y);
        page.setStrokingColor(color);
        page.setLineWidth((float) width);
        page.moveTo(cx + r, cy);
        page.curveTo(cx + r, cy + k, cx + k, cy + r, cx, cy + r);
        page.curveTo(cx - k, cy + r, cx - r, cy + k, cx - r, cy);
        page.curveTo(cx - r, cy - k, cx - k, cy - r, cx, cy - r);
        page.curveTo(cx + k, cy - r, cx + r, cy - k, cx + r, cy);
        page.stroke();
    }

    /** A text with its baseline at {@code y}, cut with an ellipsis where it is wider than {@code room}. */
    void text(double x, double y, String words, PDFont font, double size, Color color, double room) throws IOException {
        String shown = fitting(known(words, font), font, size, room);
        page.beginText();
        page.setFont(font, (float) size);
        page.setNonStrokingColor(color);
        page.newLineAtOffset((float) x, (float) (HEIGHT - y));
        page.showText(shown);
        page.endText();
    }

    /** As {@link #text}, but ending at {@code right}. */
    void textTo(double right, double y, String words, PDFont font, double size, Color color, double room)
            throws IOException {
        String shown = fitting(known(words, font), font, size, room);
        text(right - width(shown, font, size), y, shown, font, size, color, room);
    }

    static double width(String words, PDFont font, double size) throws IOException {
        return font.getStringWidth(words) / 1000 * size;
    }

    private static String fitting(String words, PDFont font, double size, double room) throws IOException {
        if (width(words, font, size) <= room) {
            return words;
        }
        String cut = words;
        while (!cut.isEmpty() && width(cut + "…", font, size) > room) {
            cut = cut.substring(0, cut.length() - 1);
        }
        return cut.strip() + "…";
    }

    /** What the font has no sign for becomes a question mark: it is seen that something is there. */
    static String known(String words, PDFont font) {
        StringBuilder shown = new StringBuilder();
        words.codePoints().forEach(c -> {
            String sign = new String(Character.toChars(c));
            try {
                font.encode(sign);
                shown.append(sign);
            } catch (IOException | IllegalArgumentException e) {
                shown.append(c == '→' ? "›" : "?");
            }
        });
        return shown.toString();
    }
}
