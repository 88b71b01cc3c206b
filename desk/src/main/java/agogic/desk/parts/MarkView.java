package agogic.desk.parts;

import agogic.desk.draw.Mark;
import agogic.desk.draw.Painter;
import agogic.desk.draw.Palette;
import agogic.desk.model.Selection;
import java.util.ArrayList;
import java.util.List;
import javafx.scene.canvas.Canvas;
import javafx.scene.layout.Region;

/** A small drawing that follows its size and the theme. */
public abstract class MarkView extends Region {
    private final Selection selection;
    private final Canvas canvas = new Canvas();

    /** Drawn anew when the ground becomes light or dark, and when it has the keys or not. */
    public MarkView(Selection selection) {
        this.selection = selection;
        getChildren().add(canvas);
        selection.lightProperty().addListener((o, a, b) -> draw());
        focusedProperty().addListener((o, a, b) -> draw());
    }

    /** What is drawn on {@code width} by {@code height} pixels. */
    public abstract void marks(List<Mark> marks, double width, double height);

    @Override
    protected void layoutChildren() {
        canvas.setWidth(getWidth());
        canvas.setHeight(getHeight());
        draw();
    }

    /** Draws it, if it has a size. */
    public void draw() {
        if (getWidth() > 0 && getHeight() > 0) {
            List<Mark> marks = new ArrayList<>();
            marks(marks, getWidth(), getHeight());
            Painter.paint(
                    canvas.getGraphicsContext2D(),
                    getWidth(),
                    getHeight(),
                    marks,
                    Palette.of(selection.lightProperty().get()));
        }
    }
}
