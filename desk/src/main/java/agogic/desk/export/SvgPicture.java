package agogic.desk.export;

import agogic.core.envelope.EnvelopeOutline;
import agogic.core.lane.Lane;
import agogic.core.parameter.Parameter;
import agogic.core.session.Session;
import agogic.core.session.TargetName;
import agogic.desk.draw.Ink;
import agogic.desk.draw.Mark;
import agogic.desk.draw.Painter;
import agogic.desk.draw.Palette;
import agogic.desk.model.TimeWindow;
import agogic.desk.parts.EnvelopeMarks;
import agogic.desk.parts.LayeredMarks;
import agogic.desk.routes.Ruler;
import agogic.desk.sheet.MarkPdf;
import agogic.formats.file.SafeFile;
import java.io.IOException;
import java.io.InputStream;
import java.io.StringWriter;
import java.io.Writer;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.Base64;
import java.util.List;
import java.util.Locale;
import javafx.scene.paint.Color;

/** Lanes as a picture that is sharp at any size (SVG 1.1): the same marks as in the window, with ruler, sections and units. */
public final class SvgPicture {
    private static final double WIDE = 1400;
    private static final double LEFT = 190;
    private static final double RIGHT = 24;
    private static final double TOP = 58;
    private static final double ROW = 132;
    private static final double AIR = 14;
    private static final String FONTS = "/agogic/desk/fonts/atkinson-hyperlegible-";

    private SvgPicture() {}

    /** The marks of a picture, and how large it is. */
    record Drawn(List<Mark> marks, double width, double height) {}

    /**
     * The bytes of a picture of these lanes, one below the other.
     *
     * @param format {@code svg}, {@code pdf} or {@code png}
     * @throws IOException if the picture cannot be made
     */
    public static byte[] bytes(Session session, List<Lane> lanes, boolean light, String format) throws IOException {
        Drawn drawn = marks(session, lanes);
        Palette palette = Palette.of(light);
        return switch (format) {
            case "pdf" -> MarkPdf.of(session.name(), drawn.marks(), drawn.width(), drawn.height(), palette);
            case "png" -> MarkPdf.png(session.name(), drawn.marks(), drawn.width(), drawn.height(), palette);
            default -> {
                StringWriter text = new StringWriter();
                of(session, lanes, light).to(text);
                yield text.toString().getBytes(StandardCharsets.UTF_8);
            }
        };
    }

    /** What is drawn of these lanes. */
    static Drawn marks(Session session, List<Lane> lanes) {
        double height = TOP + ROW * lanes.size() + AIR;
        List<Mark> marks = new ArrayList<>();
        TimeWindow time = new TimeWindow(session.length());
        time.show(0, session.length());
        double width = WIDE - LEFT - RIGHT;
        marks.add(new Mark.Box(0, 0, WIDE, height, 0, Ink.GROUND, Ink.NONE, 0));
        marks.add(new Mark.Words(16, 34, session.name(), Ink.TEXT, 16, false, true, -1));
        marks.addAll(Ruler.marks(session, time, LEFT, width));
        for (int i = 0; i < lanes.size(); i++) {
            lane(marks, session, lanes.get(i), time, TOP + i * ROW, width);
        }
        return new Drawn(marks, WIDE, height);
    }

    /** Of these lanes, one below the other. */
    public static SafeFile.Text of(Session session, List<Lane> lanes, boolean light) {
        Drawn drawn = marks(session, lanes);
        Palette palette = Palette.of(light);
        double height = drawn.height();
        return text -> {
            text.append(String.format(
                    Locale.ROOT,
                    "<?xml version=\"1.0\" encoding=\"UTF-8\"?>\n<svg xmlns=\"http://www.w3.org/2000/svg\" width=\"%.0f\" "
                            + "height=\"%.0f\" viewBox=\"0 0 %.0f %.0f\">\n<title>%s</title>\n",
                    WIDE,
                    height,
                    WIDE,
                    height,
                    escaped(session.name())));
            text.append("<style>\n");
            font(text, Painter.TEXT, 400, "next-latin-400-normal.woff");
            font(text, Painter.TEXT, 600, "next-latin-600-normal.woff");
            font(text, Painter.FIGURES, 400, "mono-latin-400-normal.woff");
            text.append("</style>\n");
            for (Mark mark : drawn.marks()) {
                text.append(element(mark, palette));
            }
            text.append("</svg>\n");
        };
    }

    /** A font goes with the picture: it looks the same where nobody has it. */
    private static void font(Writer text, String family, int weight, String file) throws IOException {
        try (InputStream in = SvgPicture.class.getResourceAsStream(FONTS + file)) {
            text.append(String.format(
                            Locale.ROOT,
                            "@font-face{font-family:'%s';font-weight:%d;src:url(data:font/woff;base64,%s)}%n",
                            family,
                            weight,
                            Base64.getEncoder().encodeToString(in.readAllBytes()))
                    .replace("\r\n", "\n"));
        }
    }

    private static void lane(List<Mark> marks, Session session, Lane lane, TimeWindow time, double top, double width) {
        Parameter parameter = session.parameter(lane.target());
        EnvelopeMarks.Field field = new EnvelopeMarks.Field(LEFT, top + 4, width, ROW - AIR - 4);
        marks.add(new Mark.Box(LEFT, field.top(), width, field.height(), 0, Ink.WELL, Ink.EDGE, 1));
        marks.add(new Mark.Words(16, top + 22, parameter.name(), Ink.TEXT, 14, false, true, -1));
        marks.add(new Mark.Words(
                16, top + 40, session.device(lane.target().device()).name(), Ink.QUIET, 12, false, false, -1));
        marks.add(new Mark.Words(LEFT - 8, field.top() + 10, parameter.print(1), Ink.QUIET, 11, true, false, 1));
        marks.add(new Mark.Words(
                LEFT - 8, field.top() + field.height(), parameter.print(0), Ink.QUIET, 11, true, false, 1));
        if (lane.layered()) {
            // What is heard of all layers together, as in the rows.
            marks.addAll(LayeredMarks.of(session, lane, 0, session.length(), field));
            return;
        }
        if (lane.envelope().isEmpty()) {
            return;
        }
        marks.addAll(EnvelopeMarks.line(
                lane.envelope(),
                new EnvelopeOutline(lane.envelope()),
                lane.lock(),
                session.timeline(),
                0,
                session.length(),
                field,
                2,
                true));
        marks.addAll(EnvelopeMarks.points(
                lane.envelope(),
                time,
                width / session.length(),
                field,
                3,
                i -> false,
                session.timeline(),
                lane.lock()));
    }

    private static String element(Mark mark, Palette palette) {
        if (mark instanceof Mark.Line line) {
            return String.format(
                    Locale.ROOT,
                    "<line x1=\"%.2f\" y1=\"%.2f\" x2=\"%.2f\" y2=\"%.2f\"%s/>\n",
                    line.x1(),
                    line.y1(),
                    line.x2(),
                    line.y2(),
                    stroke(palette, line.ink(), line.width(), line.dash()));
        }
        if (mark instanceof Mark.Path path) {
            StringBuilder points = new StringBuilder();
            for (int i = 0; i < path.xs().length; i++) {
                points.append(String.format(Locale.ROOT, "%s%.2f,%.2f", i == 0 ? "" : " ", path.xs()[i], path.ys()[i]));
            }
            return path.closed()
                    ? "<polygon points=\"" + points + "\"" + fill(palette, path.ink()) + "/>\n"
                    : "<polyline points=\"" + points + "\" fill=\"none\" stroke-linejoin=\"round\""
                            + stroke(palette, path.ink(), path.width(), 0) + "/>\n";
        }
        if (mark instanceof Mark.Disc disc) {
            return String.format(
                    Locale.ROOT,
                    "<circle cx=\"%.2f\" cy=\"%.2f\" r=\"%.2f\"%s%s/>\n",
                    disc.x(),
                    disc.y(),
                    disc.radius(),
                    fill(palette, disc.fill()),
                    stroke(palette, disc.edge(), disc.width(), disc.dash()));
        }
        if (mark instanceof Mark.Box box) {
            return String.format(
                    Locale.ROOT,
                    "<rect x=\"%.2f\" y=\"%.2f\" width=\"%.2f\" height=\"%.2f\" rx=\"%.2f\"%s%s/>\n",
                    box.x(),
                    box.y(),
                    box.width(),
                    box.height(),
                    box.round() / 2,
                    fill(palette, box.fill()),
                    stroke(palette, box.edge(), box.line(), 0));
        }
        Mark.Words words = (Mark.Words) mark;
        return String.format(
                Locale.ROOT,
                "<text x=\"%.2f\" y=\"%.2f\" font-family=\"'%s', sans-serif\" font-size=\"%.1f\"%s text-anchor=\"%s\"%s>%s</text>\n",
                words.x(),
                words.y(),
                words.figures() ? Painter.FIGURES : Painter.TEXT,
                words.size(),
                words.bold() ? " font-weight=\"600\"" : "",
                words.align() < 0 ? "start" : words.align() == 0 ? "middle" : "end",
                fill(palette, words.ink()),
                escaped(words.text()));
    }

    private static String fill(Palette palette, Ink ink) {
        return ink == Ink.NONE
                ? " fill=\"none\""
                : " fill=\"" + colour(palette, ink) + "\"" + through("fill", palette, ink);
    }

    private static String stroke(Palette palette, Ink ink, double width, double dash) {
        if (ink == Ink.NONE || width <= 0) {
            return "";
        }
        String dashes = dash > 0 ? String.format(Locale.ROOT, " stroke-dasharray=\"%.1f\"", dash) : "";
        return String.format(
                Locale.ROOT,
                " stroke=\"%s\"%s stroke-width=\"%.2f\" stroke-linecap=\"round\"%s",
                colour(palette, ink),
                through("stroke", palette, ink),
                width,
                dashes);
    }

    private static String colour(Palette palette, Ink ink) {
        Color colour = (Color) palette.of(ink);
        return String.format(
                Locale.ROOT,
                "#%02x%02x%02x",
                Math.round(255 * colour.getRed()),
                Math.round(255 * colour.getGreen()),
                Math.round(255 * colour.getBlue()));
    }

    private static String through(String what, Palette palette, Ink ink) {
        double opacity = ((Color) palette.of(ink)).getOpacity();
        return opacity >= 1 ? "" : String.format(Locale.ROOT, " %s-opacity=\"%.3f\"", what, opacity);
    }

    private static String escaped(String text) {
        return text.replace("&", "&amp;")
                .replace("<", "&lt;")
                .replace(">", "&gt;")
                .replace("\"", "&quot;");
    }

    /** The lanes of a piece that have points, in the order of its tracks. */
    public static List<Lane> drawn(Session session) {
        return session.lanes().stream().filter(l -> l.points() > 0).toList();
    }

    /** What a picture or a table of a lane is called. */
    static String name(Session session, Lane lane) {
        return TargetName.of(session, lane.target());
    }
}
