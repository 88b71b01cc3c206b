package agogic.desk.window;

import agogic.core.device.Device;
import agogic.core.parameter.Parameter;
import agogic.core.route.Target;
import agogic.core.session.Session;
import agogic.desk.draw.Ink;
import agogic.desk.draw.Mark;
import java.util.List;
import javafx.collections.FXCollections;
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
    private static final double PADDING = 12;
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

    /** One drawing a row, not one node a column: a page of rows is laid out well within a frame. */
    private final class Row extends ListCell<Target> {
        private final MarkView drawing = new MarkView(model.desk()) {
            @Override
            void marks(List<Mark> marks, double width, double height) {
                Target target = getItem();
                if (target != null && !isEmpty()) {
                    row(marks, target, height);
                }
            }
        };

        Row() {
            setContentDisplay(ContentDisplay.GRAPHIC_ONLY);
            setAccessibleRole(AccessibleRole.LIST_ITEM);
            setPrefWidth(0);
            drawing.prefWidthProperty().bind(widthProperty().subtract(2 * PADDING));
            drawing.setPrefHeight(ROW - 4);
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

        private void row(List<Mark> marks, Target target, double height) {
            Session session = model.session();
            Device device = session.device(target.device());
            Parameter parameter = device.find(target.parameter());
            if (parameter == null) {
                return;
            }
            double base = height / 2 + 4.5;
            SocketMark mark = SocketMark.of(device, target.parameter());
            int number = device.socketOf(target.parameter());
            int points = session.lane(target).envelope().size();
            double x = 0;
            marks.add(words(x, base, parameter.name(), WIDTHS[0], Ink.TEXT, true));
            x += WIDTHS[0];
            marks.add(words(x, base, parameter.shortName(), WIDTHS[1], Ink.QUIET, false));
            x += WIDTHS[1];
            marks.add(words(x, base, parameter.printRange(), WIDTHS[2], Ink.QUIET, false));
            x += WIDTHS[2];
            String socket = number > 0 ? Integer.toString(number) : "–";
            marks.add(new Mark.Words(x, base, socket, Ink.TEXT, 12.5, true, false, -1));
            x += WIDTHS[3];
            mark.draw(marks, x, height / 2 - 5.5, 11);
            String state = mark.word() + (points > 0 ? " · " + points + " pt" : "");
            marks.add(new Mark.Words(x + 19, base, state, Ink.TEXT, 13, false, false, -1));
        }

        private static Mark words(double x, double base, String text, double width, Ink ink, boolean bold) {
            // Letters are a little more than half as wide as they are high.
            int most = (int) (width / 6.6);
            String shown = text.length() > most ? text.substring(0, most - 1) + "…" : text;
            return new Mark.Words(x, base, shown, ink, 13, false, bold, -1);
        }

        @Override
        protected void updateItem(Target target, boolean empty) {
            super.updateItem(target, empty);
            if (empty
                    || target == null
                    || model.session().device(target.device()).find(target.parameter()) == null) {
                setGraphic(null);
                setAccessibleText(null);
                return;
            }
            if (getGraphic() != drawing) {
                setGraphic(drawing);
            }
            drawing.draw();
            setAccessibleText(spoken(model.session(), target));
        }
    }
}
