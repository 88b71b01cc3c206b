package agogic.desk.export;

import agogic.core.lane.Lane;
import agogic.core.session.Session;
import agogic.core.session.TargetName;
import agogic.desk.draw.Mark;
import agogic.desk.model.Beside;
import agogic.desk.model.Desk;
import agogic.desk.parts.MarkView;
import agogic.desk.sheet.Sheet;
import agogic.formats.table.LaneTables;
import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.io.StringWriter;
import java.io.UncheckedIOException;
import java.util.ArrayList;
import java.util.List;
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

    private final Desk desk;
    private final Label title = new Label();
    private final Label table = new Label();
    private final MarkView picture;
    private final ImageView sheet = new ImageView();
    private final Beside beside = new Beside();
    private Session printed;
    private List<Mark> marks = List.of();

    LineFace(Desk desk) {
        super(6);
        this.desk = desk;
        title.getStyleClass().addAll("quiet", "small");
        title.setWrapText(true);
        table.getStyleClass().addAll("figures", "small");
        table.setId("table-rows");
        picture = new MarkView(desk) {
            @Override
            public void marks(List<Mark> into, double width, double height) {
                into.addAll(marks);
            }
        };
        picture.setId("picture-face");
        picture.setAccessibleRole(AccessibleRole.IMAGE_VIEW);
        sheet.setId("sheet-face");
        sheet.setPreserveRatio(true);
        sheet.setFitWidth(WIDE);
        sheet.setAccessibleRole(AccessibleRole.IMAGE_VIEW);
        sheet.setAccessibleText("The first page of the sheet");
    }

    /** Shows what a line looks like; nothing where that is said by words alone. */
    void show(ExportLine line) {
        getChildren().clear();
        List<Lane> lanes = SvgPicture.drawn(desk.session());
        if (line == ExportLine.TABLES && !lanes.isEmpty()) {
            Lane lane = lanes.get(0);
            title.setText("The first rows of " + TargetName.of(desk.session(), lane.target()));
            table.setText(rows(lane));
            getChildren().setAll(title, table);
        } else if (line == ExportLine.PICTURE && !lanes.isEmpty()) {
            SvgPicture.Drawn drawn = SvgPicture.marks(desk.session(), lanes);
            double scale = WIDE / drawn.width();
            double tall = Math.min(TALLEST, drawn.height() * scale);
            marks = new ArrayList<>();
            for (Mark mark : drawn.marks()) {
                Mark small = Mark.scaled(mark, scale);
                if (Mark.top(small) < tall) {
                    marks.add(small);
                }
            }
            picture.setPrefSize(WIDE, tall);
            picture.setMinHeight(tall);
            picture.setAccessibleText("The picture: " + lanes.size() + " lanes below each other");
            boolean whole = tall >= drawn.height() * scale - 1;
            title.setText(whole ? "The picture" : "The upper part of the picture");
            getChildren().setAll(title, picture);
            picture.draw();
        } else if (line == ExportLine.SHEET) {
            title.setText("Its first page");
            getChildren().setAll(title, sheet);
            print(desk.session());
        }
    }

    private String rows(Lane lane) {
        int layer = 0;
        while (lane.layer(layer).envelope().isEmpty()) {
            layer++;
        }
        try {
            StringWriter text = new StringWriter();
            LaneTables.points(desk.session(), lane, layer).to(text);
            return String.join("\n", text.toString().lines().limit(ROWS + 1).toList());
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    private void print(Session session) {
        if (printed == session) {
            return;
        }
        printed = session;
        beside.latest(
                "agogic-sheet",
                () -> {
                    try {
                        return new Image(new ByteArrayInputStream(Sheet.firstPicture(session)));
                    } catch (IOException e) {
                        throw new UncheckedIOException(e);
                    }
                },
                sheet::setImage,
                why -> title.setText(why));
    }
}
