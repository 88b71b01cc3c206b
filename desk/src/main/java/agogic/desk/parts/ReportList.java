package agogic.desk.parts;

import javafx.scene.control.ListCell;
import javafx.scene.control.ListView;

/** What would be done, ✓, and what cannot be, ✕: a line each, told before it is done. */
public final class ReportList extends ListView<ReportList.Line> {
    /** One line: whether it will be done, and the words. */
    public record Line(boolean done, String words) {}

    /** A list of sentences, with an id and what it is called for those who listen. */
    public ReportList(String id, String accessible) {
        setId(id);
        setAccessibleText(accessible);
        getStyleClass().addAll("points", "words");
        setCellFactory(l -> new ListCell<>() {
            @Override
            protected void updateItem(Line line, boolean empty) {
                super.updateItem(line, empty);
                setText(empty || line == null ? "" : (line.done() ? "✓  " : "✕  ") + line.words());
                getStyleClass().removeAll("ride-text");
                if (line != null && !empty && !line.done()) {
                    getStyleClass().add("ride-text");
                }
            }
        });
    }
}
