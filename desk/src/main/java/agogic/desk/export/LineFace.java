package agogic.desk.export;

import agogic.core.lane.Lane;
import agogic.core.session.Session;
import agogic.core.session.TargetName;
import agogic.desk.draw.Ink;
import agogic.desk.draw.Mark;
import agogic.desk.model.Beside;
import agogic.desk.model.Editing;
import agogic.desk.model.Selection;
import agogic.desk.parts.MarkView;
import agogic.desk.sheet.Sheet;
import agogic.formats.audio.AudioScan;
import agogic.formats.audio.Peaks;
import agogic.formats.table.LaneTables;
import java.io.ByteArrayInputStream;
import java.io.EOFException;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.io.Writer;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import javafx.scene.AccessibleRole;
import javafx.scene.control.Label;
import javafx.scene.image.Image;
import javafx.scene.image.ImageView;
import javafx.scene.layout.VBox;

/** What the chosen line looks like: the first rows of a table, the picture, the first page of the sheet. */
final class LineFace extends VBox {
    private static final int ROWS = 6;
    private static final double WIDE = 416;
    private static final double TALLEST = 330;
    private static final double PEAKS = 110;

    private final Editing editing;
    private final Label title = new Label();
    private final Label table = new Label();
    private final MarkView picture;
    private final ImageView sheet = new ImageView();
    private final Beside beside = new Beside();
    private final Beside drawing = new Beside();
    private final Beside printing = new Beside();
    private final MarkView peaks;
    private Path listened;
    private Path asked;
    private boolean stale;
    private String words = "";
    private Peaks seen;
    private Session printed;
    private Session drawn;
    private List<Mark> marks = List.of();

    LineFace(Editing editing, Selection selection) {
        super(6);
        this.editing = editing;
        title.getStyleClass().addAll("quiet", "small");
        title.setWrapText(true);
        table.getStyleClass().addAll("figures", "small");
        table.setId("table-rows");
        picture = new MarkView(selection) {
            @Override
            public void marks(List<Mark> into, double width, double height) {
                into.addAll(marks);
            }
        };
        peaks = new MarkView(selection) {
            @Override
            public void marks(List<Mark> into, double width, double height) {
                LineFace.this.peaks(into, width, height);
            }
        };
        peaks.setId("audio-face");
        peaks.setAccessibleRole(AccessibleRole.IMAGE_VIEW);
        picture.setId("picture-face");
        picture.setAccessibleRole(AccessibleRole.IMAGE_VIEW);
        sheet.setId("sheet-face");
        sheet.setPreserveRatio(true);
        sheet.setFitWidth(WIDE);
        sheet.setAccessibleRole(AccessibleRole.IMAGE_VIEW);
        sheet.setAccessibleText("The first page of the sheet");
    }

    /**
     * Shows what a line looks like; nothing where that is said by words alone.
     *
     * @param sound the audio that was exported last; empty if none was, or it is gone
     */
    void show(ExportLine line, Optional<Path> sound) {
        getChildren().clear();
        if (line == ExportLine.AUDIO) {
            sound.ifPresent(this::sound);
            return;
        }
        List<Lane> lanes = SvgPicture.drawn(editing.session());
        if (line == ExportLine.TABLES && !lanes.isEmpty()) {
            Lane lane = lanes.get(0);
            title.setText("The first rows of " + TargetName.of(editing.session(), lane.target()));
            table.setText(rows(lane));
            getChildren().setAll(title, table);
        } else if (line == ExportLine.PICTURE && !lanes.isEmpty()) {
            title.setText("The picture");
            getChildren().setAll(title, picture);
            draw(editing.session(), lanes);
        } else if (line == ExportLine.SHEET) {
            title.setText("Its first page");
            getChildren().setAll(title, sheet);
            print(editing.session());
        }
    }

    /** The peaks of a file, and within them how loud it is on average. */
    private void sound(Path path) {
        title.setText(path.getFileName() + ", as it was exported last: " + (heard(path) ? words : "listening …"));
        peaks.setPrefSize(WIDE, PEAKS);
        peaks.setMinHeight(PEAKS);
        peaks.setAccessibleText(title.getText());
        getChildren().setAll(title, peaks);
        peaks.draw();
        if (!heard(path) && !path.equals(asked)) {
            asked = path;
            beside.latest(
                    "agogic-audio-face",
                    () -> {
                        try {
                            return AudioScan.of(path, part -> {});
                        } catch (IOException e) {
                            throw new UncheckedIOException(e);
                        }
                    },
                    scan -> {
                        listened = path;
                        asked = null;
                        stale = false;
                        words = AudioScan.loud(scan.file());
                        seen = scan.peaks();
                        if (getChildren().contains(peaks)) {
                            sound(path);
                        }
                    },
                    why -> asked = null);
        }
    }

    private boolean heard(Path path) {
        return path.equals(listened) && !stale;
    }

    /** What was exported is otherwise now. */
    void again() {
        stale = true;
    }

    private void peaks(List<Mark> marks, double width, double height) {
        marks.add(new Mark.Box(0, 0, width, height, 6, Ink.WELL, Ink.EDGE, 1));
        if (seen == null) {
            return;
        }
        double[] part = new double[3];
        double middle = height / 2;
        int columns = (int) width - 8;
        double each = (double) seen.frames() / columns;
        for (int i = 0; i < columns; i++) {
            if (seen.between(i * each, (i + 1) * each, part)) {
                double half = middle - 4;
                double x = 4.5 + i;
                marks.add(new Mark.Line(x, middle - part[1] * half, x, middle - part[0] * half, Ink.QUIET, 1, 0));
                marks.add(new Mark.Line(x, middle - part[2] * half, x, middle + part[2] * half, Ink.SOUND, 1, 0));
            }
        }
    }

    /** Draws small what a picture would have: that may be much, so it is made beside the window. */
    private void draw(Session session, List<Lane> lanes) {
        if (drawn == session) {
            picture.draw();
            return;
        }
        drawn = session;
        drawing.latest(
                "agogic-picture",
                () -> {
                    SvgPicture.Drawn whole = SvgPicture.marks(session, lanes);
                    double scale = WIDE / whole.width();
                    List<Mark> small = new ArrayList<>();
                    for (Mark mark : whole.marks()) {
                        Mark one = Mark.scaled(mark, scale);
                        if (Mark.top(one) < TALLEST) {
                            small.add(one);
                        }
                    }
                    return new SvgPicture.Drawn(small, WIDE, whole.height() * scale);
                },
                small -> {
                    boolean whole = small.height() <= TALLEST + 1;
                    double tall = Math.min(TALLEST, small.height());
                    marks = small.marks();
                    picture.setPrefSize(WIDE, tall);
                    picture.setMinHeight(tall);
                    picture.setAccessibleText("The picture: " + lanes.size() + " lanes below each other");
                    if (getChildren().contains(picture)) {
                        title.setText(whole ? "The picture" : "The upper part of the picture");
                        picture.draw();
                    }
                },
                why -> drawn = null);
    }

    /** Takes the first lines only, however many there are. */
    private static final class Head extends Writer {
        private final StringBuilder text = new StringBuilder();
        private int lines;

        @Override
        public void write(char[] letters, int from, int count) throws IOException {
            for (int i = from; i < from + count; i++) {
                lines += letters[i] == '\n' ? 1 : 0;
                text.append(letters[i]);
            }
            if (lines > ROWS) {
                throw new EOFException("That is enough.");
            }
        }

        @Override
        public void flush() {
            // It is in memory.
        }

        @Override
        public void close() {
            // It is in memory.
        }
    }

    private String rows(Lane lane) {
        int layer = 0;
        while (lane.layer(layer).envelope().isEmpty()) {
            layer++;
        }
        Head head = new Head();
        try {
            LaneTables.points(editing.session(), lane, layer).to(head);
        } catch (EOFException enough) {
            // There are more, which nobody sees here.
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
        return String.join("\n", head.text.toString().lines().limit(ROWS + 1).toList());
    }

    private void print(Session session) {
        if (printed == session) {
            return;
        }
        printed = session;
        printing.latest(
                "agogic-sheet",
                () -> {
                    try {
                        return new Image(new ByteArrayInputStream(Sheet.firstPicture(session)));
                    } catch (IOException e) {
                        throw new UncheckedIOException(e);
                    }
                },
                sheet::setImage,
                why -> {
                    if (getChildren().contains(sheet)) {
                        title.setText(why);
                    }
                });
    }
}
