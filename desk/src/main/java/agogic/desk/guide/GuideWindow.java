package agogic.desk.guide;

import agogic.desk.parts.Guided;
import agogic.desk.parts.Theme;
import java.net.URL;
import java.util.List;
import javafx.application.Platform;
import javafx.geometry.Insets;
import javafx.scene.AccessibleRole;
import javafx.scene.Node;
import javafx.scene.control.ButtonType;
import javafx.scene.control.Dialog;
import javafx.scene.control.Hyperlink;
import javafx.scene.control.Label;
import javafx.scene.control.ListCell;
import javafx.scene.control.ListView;
import javafx.scene.control.ScrollPane;
import javafx.scene.control.TextField;
import javafx.scene.image.Image;
import javafx.scene.image.ImageView;
import javafx.scene.input.KeyCode;
import javafx.scene.input.KeyEvent;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.VBox;
import javafx.scene.text.Text;
import javafx.scene.text.TextFlow;
import javafx.stage.Modality;
import javafx.stage.Window;

/** The guide beside the window: a list of pages that is narrowed by words, and the page that is read. */
public final class GuideWindow {
    private static final double WIDE = 880;
    private static final double TALL = 556;
    private static final double LIST = 306;
    private static final double NUMBER = 26;
    private static final double PICTURE = 480;

    private final Guide guide;
    private final ListView<Guide.Page> list = new ListView<>();
    private final VBox page = new VBox(9);
    private final ScrollPane scroll = new ScrollPane(page);
    private final TextField search = new TextField();

    private GuideWindow(Guide guide) {
        this.guide = guide;
    }

    /**
     * The guide over a window, which can be worked in meanwhile.
     *
     * @param first the id of the page that is shown first
     */
    public static Dialog<ButtonType> dialog(Guide guide, String first, Window owner) {
        return new GuideWindow(guide).over(first, owner);
    }

    private Dialog<ButtonType> over(String first, Window owner) {
        Dialog<ButtonType> dialog = new Dialog<>();
        dialog.initOwner(owner);
        dialog.initModality(Modality.NONE);
        Guided.about(dialog.getDialogPane(), List::of);
        Theme.dress(dialog, owner);
        dialog.setTitle("Guide");
        search.setId("guide-search");
        search.getStyleClass().addAll("field", "search");
        search.setPromptText("Words: ride, macro, table");
        search.setAccessibleText("Words of a page that is looked for");
        search.textProperty().addListener((o, a, b) -> fill());
        search.addEventFilter(KeyEvent.KEY_PRESSED, e -> {
            if (e.getCode() == KeyCode.DOWN || e.getCode() == KeyCode.ENTER) {
                list.requestFocus();
                e.consume();
            }
        });
        list.setId("guide-pages");
        list.getStyleClass().add("words");
        list.setAccessibleText("Pages of the guide");
        list.setCellFactory(view -> new PageCell());
        list.getSelectionModel().selectedItemProperty().addListener((o, a, b) -> show(b));
        list.setPlaceholder(new Label("No page has all of these words."));
        VBox.setVgrow(list, Priority.ALWAYS);
        VBox left = new VBox(8, search, list);
        left.setPrefWidth(LIST);
        left.setMinWidth(LIST);
        page.setId("guide-page");
        page.setPadding(new Insets(2, 14, 10, 6));
        scroll.setFitToWidth(true);
        scroll.getStyleClass().add("face");
        scroll.setAccessibleText("The page");
        HBox.setHgrow(scroll, Priority.ALWAYS);
        HBox all = new HBox(14, left, scroll);
        all.setPadding(new Insets(4, 12, 0, 12));
        all.setPrefSize(WIDE, TALL);
        dialog.getDialogPane().setContent(all);
        dialog.getDialogPane().getButtonTypes().add(ButtonType.CLOSE);
        fill();
        guide.page(first, guide.pages().get(0).id()).ifPresent(list.getSelectionModel()::select);
        dialog.setOnShown(e -> Platform.runLater(search::requestFocus));
        return dialog;
    }

    private void fill() {
        Guide.Page now = list.getSelectionModel().getSelectedItem();
        list.getItems().setAll(guide.find(search.getText()));
        if (now != null && list.getItems().contains(now)) {
            list.getSelectionModel().select(now);
        } else {
            list.getSelectionModel().selectFirst();
        }
    }

    private void show(Guide.Page one) {
        page.getChildren().clear();
        if (one != null) {
            one.lines().forEach(line -> page.getChildren().add(node(line)));
        }
        scroll.setVvalue(0);
    }

    private Node node(Guide.Line line) {
        if (line.kind() == Guide.Kind.PICTURE) {
            return picture(line);
        }
        TextFlow flow = new TextFlow();
        flow.setAccessibleRole(AccessibleRole.TEXT);
        flow.setAccessibleText(line.spoken());
        boolean head = line.kind() == Guide.Kind.TITLE || line.kind() == Guide.Kind.HEADING;
        for (Guide.Span span : line.spans()) {
            flow.getChildren().add(part(span, head));
        }
        if (head) {
            VBox.setMargin(flow, new Insets(line.kind() == Guide.Kind.TITLE ? 0 : 8, 0, 0, 0));
            return flow;
        }
        String before =
                line.kind() == Guide.Kind.STEP ? line.number() + "." : line.kind() == Guide.Kind.ITEM ? "·" : "";
        if (before.isEmpty()) {
            return flow;
        }
        Label number = new Label(before);
        number.getStyleClass().add("quiet");
        number.setMinWidth(NUMBER);
        HBox row = new HBox(number, flow);
        HBox.setHgrow(flow, Priority.ALWAYS);
        return row;
    }

    private static Node picture(Guide.Line line) {
        URL file = Guide.class.getResource("pictures/" + line.file());
        ImageView view = new ImageView(file == null ? null : new Image(file.toExternalForm(), true));
        view.setFitWidth(PICTURE);
        view.setPreserveRatio(true);
        view.setSmooth(true);
        view.setAccessibleRole(AccessibleRole.IMAGE_VIEW);
        view.setAccessibleText(line.words());
        HBox edge = new HBox(view);
        edge.getStyleClass().add("guide-picture");
        HBox row = new HBox(edge);
        row.setPadding(new Insets(2, 0, 4, NUMBER));
        return row;
    }

    private Node part(Guide.Span span, boolean head) {
        if (span.meant() == Guide.Meant.LINK) {
            Hyperlink link = new Hyperlink(span.words());
            link.setOnAction(e -> guide.page(span.to(), "").ifPresent(to -> {
                search.clear();
                list.getSelectionModel().select(to);
            }));
            return link;
        }
        if (span.meant() == Guide.Meant.KEY) {
            Label key = new Label(span.words());
            key.getStyleClass().add("guide-key");
            return key;
        }
        Text text = new Text(span.words());
        text.getStyleClass().add("guide-text");
        if (head) {
            text.getStyleClass().add("title");
        } else if (span.meant() == Guide.Meant.STRONG) {
            text.getStyleClass().add("strong");
        }
        return text;
    }

    private static final class PageCell extends ListCell<Guide.Page> {
        @Override
        protected void updateItem(Guide.Page item, boolean empty) {
            super.updateItem(item, empty);
            setText(empty || item == null ? null : item.title());
            setWrapText(true);
            setPrefWidth(0);
        }
    }
}
