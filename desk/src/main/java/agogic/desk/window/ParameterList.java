package agogic.desk.window;

import agogic.core.device.Device;
import agogic.core.parameter.Parameter;
import agogic.core.route.Target;
import agogic.core.session.Session;
import agogic.desk.draw.Mark;
import java.util.List;
import javafx.collections.FXCollections;
import javafx.geometry.Pos;
import javafx.scene.AccessibleRole;
import javafx.scene.control.ContentDisplay;
import javafx.scene.control.Label;
import javafx.scene.control.ListCell;
import javafx.scene.control.ListView;
import javafx.scene.control.SelectionMode;
import javafx.scene.layout.BorderPane;
import javafx.scene.layout.HBox;

/** The parameters that answer the search, one a row. Only the rows that are seen exist. */
final class ParameterList extends BorderPane {
    private static final double ROW = 34;
    private static final double[] WIDTHS = {182, 84, 124, 50};
    private static final String[] HEADS = {"Parameter", "Short name", "Range", "Socket"};

    private final CatalogModel model;
    private final ListView<Target> list = new ListView<>();
    private List<Target> shown = List.of();
    private Target under;
    private boolean filling;

    ParameterList(CatalogModel model) {
        this.model = model;
        HBox head = new HBox();
        head.getStyleClass().add("list-head");
        for (int i = 0; i < HEADS.length; i++) {
            head.getChildren().add(column(HEADS[i], WIDTHS[i], "quiet"));
        }
        Label state = new Label("State");
        state.getStyleClass().add("quiet");
        head.getChildren().add(state);
        setTop(head);
        list.setId("parameters");
        list.getStyleClass().add("parameters");
        list.setAccessibleText("Parameters");
        list.setFixedCellSize(ROW);
        list.getSelectionModel().setSelectionMode(SelectionMode.MULTIPLE);
        list.setCellFactory(view -> new Row());
        Label none = new Label("No parameter has all of these words.\nTry fewer, or a chip above.");
        none.getStyleClass().add("quiet");
        list.setPlaceholder(none);
        list.getSelectionModel().getSelectedIndices().addListener((javafx.collections.ListChangeListener<Integer>)
                c -> choose());
        setCenter(list);
        model.foundProperty().addListener((o, a, b) -> fill());
        model.chosenProperty().addListener((o, a, b) -> follow());
        fill();
    }

    ListView<Target> list() {
        return list;
    }

    /** The parameter of the row under the pointer, null if there is none. */
    Target under() {
        return under;
    }

    private static Label column(String words, double width, String style) {
        Label label = new Label(words);
        label.getStyleClass().add(style);
        label.setMinWidth(width);
        label.setPrefWidth(width);
        label.setMaxWidth(width);
        return label;
    }

    private void fill() {
        List<Target> found = model.foundProperty().get();
        if (shown.equals(found)) {
            list.refresh();
            return;
        }
        shown = found;
        filling = true;
        Target first = model.chosenProperty().get().isEmpty()
                ? null
                : model.chosenProperty().get().get(0);
        list.getSelectionModel().clearSelection();
        list.setItems(FXCollections.observableList(found));
        filling = false;
        int place = first == null ? -1 : found.indexOf(first);
        if (place >= 0) {
            filling = true;
            list.getSelectionModel().select(place);
            filling = false;
        } else if (!found.isEmpty()) {
            list.scrollTo(0);
        }
    }

    private void choose() {
        if (filling) {
            return;
        }
        List<Target> chosen = list.getSelectionModel().getSelectedIndices().stream()
                .filter(i -> i >= 0 && i < list.getItems().size())
                .map(i -> list.getItems().get(i))
                .toList();
        if (chosen.isEmpty()) {
            return;
        }
        filling = true;
        Target last = list.getSelectionModel().getSelectedItem();
        model.deviceProperty().set((last == null ? chosen.get(0) : last).device());
        model.chosenProperty().set(chosen);
        filling = false;
    }

    private void follow() {
        List<Target> chosen = model.chosenProperty().get();
        if (filling || chosen.size() != 1) {
            return;
        }
        int place = model.foundProperty().get().indexOf(chosen.get(0));
        filling = true;
        list.getSelectionModel().clearSelection();
        if (place >= 0) {
            list.getSelectionModel().select(place);
            list.scrollTo(Math.max(0, place - 4));
        }
        filling = false;
    }

    /** How a row is read aloud: {@code Partial 12 · Level, Partial Bank, −60 dB to 0 dB, exposed on socket 41}. */
    static String spoken(Session session, Target target) {
        Device device = session.device(target.device());
        Parameter parameter = device.find(target.parameter());
        int points = session.lane(target).envelope().size();
        return parameter.name()
                + (parameter.shortName().isEmpty() ? "" : ", short " + parameter.shortName()) + ", " + device.name()
                + ", " + parameter.printRange() + ", " + SocketMark.spoken(session, device, parameter)
                + (points == 0 ? "" : ", " + points + (points == 1 ? " point" : " points"));
    }

    private final class Row extends ListCell<Target> {
        private final Label name = column("", WIDTHS[0], "strong");
        private final Label shortName = column("", WIDTHS[1], "quiet");
        private final Label range = column("", WIDTHS[2], "quiet");
        private final Label socket = column("", WIDTHS[3], "figures");
        private final Label state = new Label();
        private SocketMark mark = SocketMark.HIDDEN;
        private final MarkView square = new MarkView(model.desk()) {
            @Override
            void marks(List<Mark> marks, double width, double height) {
                mark.draw(marks, 1, 1, 11);
            }
        };
        private final HBox row = new HBox(name, shortName, range, socket, square, state);

        Row() {
            square.setMinSize(13, 13);
            square.setMaxSize(13, 13);
            HBox.setMargin(square, new javafx.geometry.Insets(0, 7, 0, 0));
            row.setAlignment(Pos.CENTER_LEFT);
            setContentDisplay(ContentDisplay.GRAPHIC_ONLY);
            setAccessibleRole(AccessibleRole.LIST_ITEM);
            setPrefWidth(0);
            hoverProperty().addListener((o, was, is) -> {
                if (is && !isEmpty()) {
                    under = getItem();
                } else if (!is && getItem() == under) {
                    under = null;
                }
            });
            setOnMouseClicked(e -> {
                if (e.getClickCount() == 2 && !isEmpty()) {
                    model.expose(List.of(getItem()), model.name(getItem()));
                }
            });
        }

        @Override
        protected void updateItem(Target target, boolean empty) {
            super.updateItem(target, empty);
            if (empty || target == null) {
                setGraphic(null);
                setAccessibleText(null);
                return;
            }
            Session session = model.session();
            Device device = session.device(target.device());
            Parameter parameter = device.find(target.parameter());
            if (parameter == null) {
                setGraphic(null);
                return;
            }
            mark = SocketMark.of(device, target.parameter());
            name.setText(parameter.name());
            shortName.setText(parameter.shortName());
            range.setText(parameter.printRange());
            int number = device.socketOf(target.parameter());
            socket.setText(number > 0 ? Integer.toString(number) : "–");
            int points = session.lane(target).envelope().size();
            state.setText(mark.word() + (points > 0 ? " · " + points + " pt" : ""));
            square.draw();
            setGraphic(row);
            setAccessibleText(spoken(session, target));
        }
    }
}
