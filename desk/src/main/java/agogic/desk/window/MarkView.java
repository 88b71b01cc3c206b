package agogic.desk.window;

import agogic.desk.draw.Mark;
import agogic.desk.draw.Painter;
import java.util.ArrayList;
import java.util.List;
import javafx.scene.canvas.Canvas;
import javafx.scene.layout.Region;

/** A small drawing that follows its size and the theme. */
abstract class MarkView extends Region {
    private final Desk desk;
    private final Canvas canvas = new Canvas();

    MarkView(Desk desk) {
        this.desk = desk;
        getChildren().add(canvas);
        desk.lightProperty().addListener((o, a, b) -> draw());
        focusedProperty().addListener((o, a, b) -> draw());
    }

    Desk desk() {
        return desk;
    }

    /** What is drawn on {@code width} by {@code height} pixels. */
    abstract void marks(List<Mark> marks, double width, double height);

    @Override
    protected void layoutChildren() {
        canvas.setWidth(getWidth());
        canvas.setHeight(getHeight());
        draw();
    }

    void draw() {
        if (getWidth() > 0 && getHeight() > 0) {
            List<Mark> marks = new ArrayList<>();
            marks(marks, getWidth(), getHeight());
            Painter.paint(canvas.getGraphicsContext2D(), getWidth(), getHeight(), marks, DeskWindow.palette(desk));
        }
    }
}
