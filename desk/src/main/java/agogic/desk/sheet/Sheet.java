package agogic.desk.sheet;

import agogic.core.assign.Assignment;
import agogic.core.assign.ControlRows;
import agogic.core.macro.Macro;
import agogic.core.macro.Member;
import agogic.core.parameter.Parameter;
import agogic.core.route.Takeover;
import agogic.core.session.Session;
import agogic.core.session.TargetName;
import agogic.core.surface.Control;
import agogic.core.surface.Surface;
import agogic.formats.file.SafeFile;
import java.awt.image.BufferedImage;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import javax.imageio.ImageIO;
import org.apache.pdfbox.Loader;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.rendering.ImageType;
import org.apache.pdfbox.rendering.PDFRenderer;

/**
 * A page for the table beside the controller, for each page of each surface: its controls as they stand, what each does,
 * how far in which unit, and below the same as lines.
 */
public final class Sheet {
    private static final double EDGE = 34;
    private static final double ROW = 13;
    private static final double ENTRY = 28;
    private static final float DPI = 150;

    private final Session session;
    private final Pen pen;
    private double y;

    private Sheet(Session session, Pen pen) {
        this.session = session;
        this.pen = pen;
    }

    /**
     * Writes the sheet as PDF, and each of its pages as a PNG beside it: {@code name-1.png} and so on.
     *
     * @return how many pages there are
     * @throws IllegalArgumentException if the session has no surface with a control
     */
    public static int write(Path path, Session session) throws IOException {
        Printed printed = print(path, session);
        SafeFile.writeAll(printed.files());
        return printed.pages();
    }

    /** A sheet that is made, not written: its files, and how many pages it has. */
    public record Printed(Map<Path, SafeFile.Content> files, int pages) {}

    /**
     * Makes the sheet and its pictures for {@code path}, as {@link #write} writes them.
     *
     * @throws IOException if the sheet cannot be written; what was there is as it was
     */
    public static Printed print(Path path, Session session) throws IOException {
        byte[] bytes = pdf(session);
        List<byte[]> pictures = pictures(bytes);
        Map<Path, SafeFile.Content> files = new LinkedHashMap<>();
        files.put(path, out -> out.write(bytes));
        String name = String.valueOf(path.getFileName()).replaceFirst("(?i)\\.pdf$", "");
        for (int i = 0; i < pictures.size(); i++) {
            byte[] picture = pictures.get(i);
            files.put(path.resolveSibling(name + "-" + (i + 1) + ".png"), out -> out.write(picture));
        }
        return new Printed(files, pictures.size());
    }

    /**
     * The first page of the sheet as a PNG.
     *
     * @throws IOException if the picture cannot be made
     */
    public static byte[] firstPicture(Session session) throws IOException {
        return pictures(pdf(session)).get(0);
    }

    /** The sheet as the bytes of a PDF. */
    static byte[] pdf(Session session) throws IOException {
        if (session.surfaces().stream().allMatch(s -> s.controls().isEmpty())) {
            throw new IllegalArgumentException(
                    "The session has no surface with controls, so there is nothing to print.");
        }
        try (PDDocument document = new PDDocument()) {
            document.getDocumentInformation().setTitle(session.name() + ": what every control does");
            document.getDocumentInformation().setCreator("Agogic");
            // Of itself it would be the time: the same sheet is the same bytes.
            document.setDocumentId((long) session.name().hashCode());
            Pen pen = new Pen(document);
            Sheet sheet = new Sheet(session, pen);
            for (Surface surface : session.surfaces()) {
                for (int page = 1;
                        page <= surface.pages().size() && !surface.controls().isEmpty();
                        page++) {
                    sheet.page(surface, page);
                }
            }
            pen.close();
            ByteArrayOutputStream out = new ByteArrayOutputStream();
            document.save(out);
            return out.toByteArray();
        }
    }

    /** The pages of a PDF as PNG pictures. */
    static List<byte[]> pictures(byte[] pdf) throws IOException {
        List<byte[]> all = new ArrayList<>();
        try (PDDocument document = Loader.loadPDF(pdf)) {
            PDFRenderer renderer = new PDFRenderer(document);
            for (int i = 0; i < document.getNumberOfPages(); i++) {
                BufferedImage image = renderer.renderImageWithDPI(i, DPI, ImageType.RGB);
                ByteArrayOutputStream out = new ByteArrayOutputStream();
                ImageIO.write(image, "png", out);
                all.add(out.toByteArray());
            }
        }
        return all;
    }

    private static List<Assignment> of(Session session, Surface surface, Control control, int page) {
        return Assignment.of(session, surface, control).stream()
                .filter(a -> a.page() == 0 || a.page() == page)
                .toList();
    }

    private void page(Surface surface, int page) throws IOException {
        head(surface, page, "");
        for (List<Control> row : ControlRows.of(surface)) {
            double height = 0;
            for (Control control : row) {
                height = Math.max(height, height(control, of(session, surface, control, page)));
            }
            if (y + height > Pen.HEIGHT - EDGE) {
                head(surface, page, ", continued");
            }
            double width = (Pen.WIDTH - 2 * EDGE) / Math.max(8, row.size());
            for (int i = 0; i < row.size(); i++) {
                cell(surface, row.get(i), page, EDGE + i * width, width - 4, height);
            }
            y += height + 5;
        }
        table(surface, page);
    }

    private void head(Surface surface, int page, String more) throws IOException {
        pen.turn();
        String name = surface.name() + (surface.pages().size() > 1 ? " · page " + surface.pageName(page) : "") + more;
        pen.text(EDGE, 44, name, pen.bold(), 19, Pen.TEXT, 460);
        String about = session.name() + " · port " + surface.port();
        pen.textTo(Pen.WIDTH - EDGE, 44, about, pen.plain(), 10, Pen.QUIET, 280);
        pen.line(EDGE, 52, Pen.WIDTH - EDGE, 52, Pen.EDGE, 0.8);
        y = 62;
    }

    private static double height(Control control, List<Assignment> does) {
        boolean words = does.stream().allMatch(a -> a.route().isEmpty());
        double lines = words ? 0.5 : Math.min(MOST, does.size());
        return (control.kind().presses() ? 22 : 36) + lines * ENTRY + (does.size() > MOST ? 10 : 0);
    }

    private static final int MOST = 4;

    private void cell(Surface surface, Control control, int page, double x, double width, double height)
            throws IOException {
        List<Assignment> does = of(session, surface, control, page);
        pen.box(x, y, width, height, does.isEmpty() ? Pen.EDGE : Pen.HAND, does.isEmpty() ? 0.5 : 1);
        picture(control, x + 12, y + (control.kind().presses() ? 11 : 17));
        pen.text(
                x + 24,
                y + (control.kind().presses() ? 14 : 15),
                control.name(),
                pen.bold(),
                8.5,
                Pen.HAND,
                width - 28);
        if (!control.kind().presses()) {
            pen.text(x + 24, y + 25, control.address().spoken(), pen.plain(), 6.2, Pen.QUIET, width - 28);
        }
        double at = y + (control.kind().presses() ? 27 : 42);
        if (does.isEmpty()) {
            pen.text(x + 6, at, "free", pen.plain(), 8, Pen.QUIET, width - 10);
        }
        for (int i = 0; i < does.size() && i < MOST; i++) {
            Assignment one = does.get(i);
            String name = one.route()
                    .map(r -> session.parameter(r.target()).label())
                    .orElse(one.does().replace("Turns to page", "page"));
            pen.text(x + 6, at, name, pen.bold(), 8.5, Pen.TEXT, width - 10);
            String device = one.route()
                    .map(r -> session.device(r.target().device()).name())
                    .orElse("");
            pen.text(x + 6, at + 8.5, device, pen.plain(), 6.8, Pen.QUIET, width - 10);
            pen.text(x + 6, at + 17.5, range(one), pen.figures(), 7, Pen.SOUND, width - 10);
            at += ENTRY;
        }
        if (does.size() > MOST) {
            pen.text(x + 6, at, "and " + (does.size() - MOST) + " more below", pen.plain(), 7, Pen.QUIET, width - 10);
        }
    }

    private static String range(Assignment one) {
        return one.from().isEmpty() ? "" : one.from() + " – " + one.to();
    }

    /** What kind of thing it is, as a small drawing. */
    private void picture(Control control, double x, double middle) throws IOException {
        if (control.kind().presses()) {
            pen.box(x - 7, middle - 4, 14, 8, Pen.HAND, 1);
        } else if (control.kind().travels()) {
            pen.line(x, middle - 9, x, middle + 9, Pen.HAND, 1);
            pen.fill(x - 5, middle - 3, 10, 5, Pen.HAND);
        } else {
            pen.ring(x, middle, 7, Pen.HAND, 1.2);
            pen.line(x, middle - 2, x, middle - 7, Pen.HAND, 1.2);
        }
    }

    private void table(Surface surface, int page) throws IOException {
        double[] at = {EDGE, EDGE + 90, EDGE + 205, EDGE + 470, EDGE + 560, EDGE + 650};
        String[] heads = {"Control", "Message", "Does", "From", "To", "Takeover"};
        boolean headed = false;
        for (Control control : surface.controls()) {
            for (Assignment one : of(session, surface, control, page)) {
                List<String[]> lines = lines(control, one);
                for (String[] line : lines) {
                    if (y + ROW > Pen.HEIGHT - EDGE) {
                        head(surface, page, ", continued");
                        headed = false;
                    }
                    if (!headed) {
                        y += 10;
                        for (int c = 0; c < heads.length; c++) {
                            pen.text(at[c], y, heads[c], pen.plain(), 7.5, Pen.QUIET, 100);
                        }
                        y += ROW;
                        headed = true;
                    }
                    for (int c = 0; c < line.length; c++) {
                        double room = (c + 1 < at.length ? at[c + 1] : Pen.WIDTH - EDGE) - at[c] - 6;
                        boolean figures = c == 3 || c == 4;
                        pen.text(
                                at[c],
                                y,
                                line[c],
                                figures ? pen.figures() : c == 0 ? pen.bold() : pen.plain(),
                                8,
                                c == 0 ? Pen.HAND : figures ? Pen.SOUND : c == 2 ? Pen.TEXT : Pen.QUIET,
                                room);
                    }
                    pen.line(EDGE, y + 4, Pen.WIDTH - EDGE, y + 4, Pen.EDGE, 0.3);
                    y += ROW;
                }
            }
        }
    }

    /** The lines of one assignment: itself, and what a macro moves. */
    private List<String[]> lines(Control control, Assignment one) {
        List<String[]> all = new ArrayList<>();
        String over = one.route()
                .map(r -> r.takeover() == Takeover.AT_ONCE
                        ? r.smoothing() > 0 ? "at once, smoothed " + Math.round(r.smoothing()) + " ms" : "at once"
                        : r.takeover().spoken())
                .orElse("");
        all.add(new String[] {control.name(), control.address().spoken(), one.does(), one.from(), one.to(), over});
        one.route()
                .filter(r -> r.target().device().equals(Macro.DEVICE))
                .ifPresent(r -> members(session.macro(r.target().parameter()), "    ", all));
        return all;
    }

    private void members(Macro macro, String indent, List<String[]> all) {
        for (Member member : macro.members()) {
            Parameter parameter = session.parameter(member.target());
            String name = TargetName.of(session, member.target());
            String from = "";
            String to = "";
            if (member instanceof Member.BySpan absolute) {
                from = parameter.print(parameter.settled(absolute.span().from()));
                to = parameter.print(parameter.settled(absolute.span().to()));
            }
            all.add(new String[] {"", "", indent + name, from, to, from.isEmpty() ? "keeps its distance" : ""});
            if (member.target().device().equals(Macro.DEVICE)) {
                members(session.macro(member.target().parameter()), indent + "    ", all);
            }
        }
    }
}
